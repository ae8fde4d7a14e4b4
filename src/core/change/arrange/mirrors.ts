/**
 * Tests in a tree of their own that mirrors the source root: `tests/components/TreeCard.test.tsx` is the test of
 * `src/components/TreeCard.tsx`, and moves as that moves.
 */
import { partsOf } from "../../app/index.js";
import type { Entry } from "../../insight/catalogue/index.js";
import { folderOf, inFolder, isBelow, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { UnitMove } from "./units.js";

/** A test that mirrors, and what it mirrors. */
export interface Mirror extends UnitMove {
  readonly of: ProjectPath;
}

const testFolders = /^(?:tests?|__tests__|specs?)$/i;

/** What mirrors are looked for in. */
export interface MirrorInput {
  readonly tree: SourceTree;
  /** The app's folder and its source root. */
  readonly folder: ProjectPath;
  readonly source: ProjectPath;
  /** Tests that go with no file by name and place. */
  readonly tests: readonly Entry[];
  /** Where files go. */
  readonly moved: ReadonlyMap<ProjectPath, ProjectPath>;
}

/** The moves of tests that mirror a file that moves. */
export function mirrorMoves({ tree, folder, source, tests, moved }: MirrorInput): Mirror[] {
  if (tests.length === 0) return [];
  const sources = new Map<string, ProjectPath>();
  for (const path of moved.keys()) {
    const { stem, leads } = partsOf(nameOf(path));
    if (leads && isBelow(path, source)) sources.set(`${relativePath(source, folderOf(path))}|${stem}`, path);
  }
  return tests.flatMap(({ path }): Mirror[] => {
    const root = testRoot(path, [folder, source]);
    if (root === undefined || moved.has(path)) return [];
    const { stem, rest } = partsOf(nameOf(path));
    const inside = relativePath(root, folderOf(path));
    // Some trees mirror the source root itself as well: `tests/src/components/`.
    const head = `${nameOf(source)}/`;
    const [prefix, below] = inside.startsWith(head) ? [head, inside.slice(head.length)] : ["", inside];
    const of = sources.get(`${below}|${stem}`);
    const goes = of === undefined ? undefined : moved.get(of);
    if (of === undefined || goes === undefined || !isBelow(goes, source)) return [];
    const way = relativePath(source, goes).slice(0, -nameOf(goes).length);
    const to = inFolder(root, prefix + way + partsOf(nameOf(goes)).stem + rest);
    return to === path || tree.has(to) ? [] : [{ from: path, to, of }];
  });
}

/** The outermost folder of tests that a file lies in: beside the source root, or at its top. */
function testRoot(path: ProjectPath, tops: readonly ProjectPath[]): ProjectPath | undefined {
  for (const top of new Set(tops)) {
    if (!isBelow(path, top)) continue;
    const [first = ""] = path.slice(top === "" ? 0 : top.length + 1).split("/");
    const root = inFolder(top, first);
    if (testFolders.test(first) && isBelow(path, root)) return root;
  }
  return undefined;
}
