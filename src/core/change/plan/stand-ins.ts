/**
 * What a test runner finds by names and places alone: the tests; and what it puts in the place of a file, because it lies in a folder
 * beside it and is called as it is: `__mocks__/tree.ts` stands for `tree.ts`, and `__mocks__/press.ts` beside a manifest for a package.
 * Where the two part, nothing says so but tests that run with what is real. Source: the documentation of Jest and Vitest, "Manual
 * mocks". So it is with tables of texts in several languages: beside `Words.resx`, `Words.de.resx` is found. Source: the
 * documentation of .NET, "Package and deploy resources".
 */
import { partsOf } from "../../app/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { isCode, languageFor, standInFolders } from "../../languages/index.js";
import type { Draft } from "../draft.js";
import { alongWithManifests } from "./place-gaps.js";
import type { Gap } from "./plan.js";

/** One for each test that would be found no more, each stand-in that no longer lies beside what it stands for, and each such table. */
export function standInGaps(tree: SourceTree, { moves }: Pick<Draft, "moves">): Gap[] {
  const targets = new Map(moves.map(({ from, to }) => [from, to]));
  const [tests, sought, parted] = [new Set<ProjectPath>(), new Set<ProjectPath>(), new Set<ProjectPath>()];
  const goesAlong = alongWithManifests(tree, targets);
  for (const { from, to } of moves) {
    // A test that is called otherwise is left out without a word.
    if (isFoundAsTest(from) && !isFoundAsTest(to)) tests.add(from);
    if (languageFor(from)?.isCalledAfterType === true) {
      // The neutral one, whose name is the shorter, is found by itself.
      for (const path of tablesBeside(tree, from))
        if (!areTogether(targets.get(path) ?? path, to)) parted.add(path.length > from.length ? path : from);
      continue;
    }
    if (!isCode(from)) continue;
    if (isStandIn(from)) {
      const leader = leaderOf(tree, from, targets);
      if (leader === undefined && !goesAlong(from)) sought.add(from);
      if (leader !== undefined && !isOf(to, leader)) parted.add(from);
      continue;
    }
    for (const folder of standInFolders) {
      const place = inFolder(folderOf(from), folder);
      if (!tree.hasFolder(place)) continue;
      for (const path of tree.filesBelow(place))
        if (folderOf(path) === place && stemOf(path) === stemOf(from) && !isOf(targets.get(path) ?? path, to))
          parted.add(path);
    }
  }
  const [test, ...others] = tests;
  const runner = "the test runner";
  return [
    ...(test === undefined ? [] : [gapOf("not run", test, { others: others.length })]),
    ...[...sought].map((file) => gapOf("sought by place", file, { by: runner })),
    ...[...parted].map((file) => gapOf("parted", file, { by: isCode(file) ? runner : "the compiler" })),
  ];
}

function gapOf(reason: Gap["reason"], file: ProjectPath, more: Pick<Gap, "by" | "others">): Gap {
  return { reason, file, detail: nameOf(file), ...more };
}

function isFoundAsTest(path: ProjectPath): boolean {
  return languageFor(path)?.isFoundAsTest?.(path) === true;
}

/** The tables of the same texts in other languages: `Words.de.resx` beside `Words.resx`. Only together they are found as one. */
function tablesBeside(tree: SourceTree, path: ProjectPath): ProjectPath[] {
  return tree
    .filesBelow(folderOf(path))
    .filter((each) => each !== path && languageFor(each)?.isCalledAfterType === true && areTogether(each, path));
}

function areTogether(one: ProjectPath, other: ProjectPath): boolean {
  const head = (path: ProjectPath): string => nameOf(path).split(".")[0] ?? "";
  return folderOf(one) === folderOf(other) && head(one) === head(other);
}

function isStandIn(path: ProjectPath): boolean {
  return standInFolders.has(nameOf(folderOf(path)));
}

/** Whether a stand-in lies beside a file, or would, and is called as that is. */
function isOf(standIn: ProjectPath, file: ProjectPath): boolean {
  return isStandIn(standIn) && folderOf(folderOf(standIn)) === folderOf(file) && stemOf(standIn) === stemOf(file);
}

/** Where the file lies then that a stand-in stands for today; `undefined` where it stands for a package. */
function leaderOf(
  tree: SourceTree,
  standIn: ProjectPath,
  targets: ReadonlyMap<ProjectPath, ProjectPath>,
): ProjectPath | undefined {
  const home = folderOf(folderOf(standIn));
  const leader = tree
    .filesBelow(home)
    .find(
      (path) =>
        folderOf(path) === home && isCode(path) && stemOf(path) === stemOf(standIn) && partsOf(nameOf(path)).leads,
    );
  return leader && (targets.get(leader) ?? leader);
}

function stemOf(path: ProjectPath): string {
  return partsOf(nameOf(path)).stem;
}
