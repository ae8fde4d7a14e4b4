/** `check` as one function: every app's findings, without those that were accepted. */
import { distance } from "fastest-levenshtein";
import { ShelfError } from "../../base/errors.js";
import { isBelow, type ProjectPath } from "../../base/paths.js";
import type { Entry } from "../catalogue/index.js";
import { brokenLists } from "./lists.js";
import type { Analysis, AppAnalysis } from "../analysis.js";
import { findingOnDisk } from "./shown-findings.js";
import type { ShownAnalysis } from "../shown-analysis.js";
import type { Position } from "../../base/text/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { SourceTree } from "../../files/index.js";
import { readAccepted, sift, type Accepted, type Sifted } from "./accepted.js";
import { ruleGroups, ruleNames, ruleTable, type RuleName } from "../../app/configuration/rule-names.js";
import { placementOf, placesMost, type Placement } from "./places.js";
import { mainsOf, runRules } from "./run-rules.js";
import { unresolvedReferences } from "./unresolved-references.js";

/** What is looked for, and where. */
export interface CheckOptions {
  /** Only these rules; all that are turned on without it. */
  readonly only?: readonly RuleName[] | undefined;
  /** Only findings of these files. */
  readonly changed?: ReadonlySet<ProjectPath> | undefined;
}

/** A file that could not be read for certain: its references and declarations may be missing from what is told. */
export interface UnreadFile {
  readonly file: ProjectPath;
  readonly at: Position;
  readonly reason: string;
}

/** What was found in one app. */
export interface Checked extends Sifted {
  readonly app: AppAnalysis;
  readonly files: number;
  readonly unread: readonly UnreadFile[];
  /** References that cannot be resolved here and were not judged: they need a build, packages, or what lies beside the project. */
  readonly undecided: number;
  /** Set where most files lie on no shelf, so that none was judged by its shelf. */
  readonly unplaced: Placement | undefined;
  /** The list of accepted findings as it is, where there is one. */
  readonly list: Accepted | undefined;
}

/**
 * Checks every app that was looked at: as it lies, or as its list shows it. Findings name files by where they lie. Throws
 * `ACCEPTED_UNREADABLE`.
 */
export function check(analysis: Analysis | ShownAnalysis, { only, changed }: CheckOptions = {}): Checked[] {
  const { graph, apps, project } = analysis;
  const realOf = "realOf" in analysis ? analysis.realOf : undefined;
  const onDisk = (path: ProjectPath): ProjectPath => realOf?.(path) ?? path;
  const checked: Checked[] = [];
  for (const app of apps) {
    const { folder } = app.app;
    const accepted = readAccepted(project.tree.store, folder);
    const found = graph.tree.noting(() => runRules(app, graph, { only }));
    const findings = realOf ? found.map((finding) => findingOnDisk(finding, realOf)) : found;
    const sifted = sift(findings, accepted ?? {}, folder);
    const isWanted = ({ file }: { readonly file: ProjectPath }): boolean => changed?.has(file) ?? true;
    const entries = [...app.catalogue.entries.values()].filter(({ isLeft }) => !isLeft);
    const isOfWanted = ({ path }: Entry): boolean => isWanted({ file: onDisk(path) });
    const paths = entries.filter(isOfWanted).map(({ path }) => path);
    checked.push({
      app,
      list: accepted,
      fresh: sifted.fresh.filter(isWanted),
      accepted: sifted.accepted.filter(isWanted),
      // Of a part of the rules or the files nobody can say what is gone.
      gone: only || changed ? [] : sifted.gone,
      files: paths.length,
      undecided: undecidedIn(app.app, graph, entries.filter(isOfWanted)),
      unplaced: unplacedIn(app, entries),
      unread: [
        ...unlistedIn(project.tree, folder),
        ...[...paths, ...brokenLists({ app: app.app, graph })].flatMap((file): UnreadFile[] => {
          const problem = graph.files.get(file)?.reading.problem;
          if (!problem) return [];
          const at = graph.tree.linesOf(file)?.positionAt(problem.offset) ?? start;
          return [{ file: onDisk(file), at, reason: problem.message }];
        }),
      ],
    });
  }
  return checked;
}

const start = { line: 1, column: 1 };

function undecidedIn(app: AppAnalysis["app"], graph: ReferenceGraph, entries: readonly Entry[]): number {
  let count = 0;
  for (const { why } of unresolvedReferences({ app, entries, graph, tree: graph.tree }))
    if (why === "left to a build") count += 1;
  return count;
}

/** How few files lie on shelves, where it is too few to judge by them. */
function unplacedIn({ app }: AppAnalysis, entries: readonly Entry[]): Placement | undefined {
  const placement = placementOf(mainsOf(app, entries), app.layout);
  return placesMost(placement) ? undefined : placement;
}

/** What of an app could not be listed at all: it was not looked at. */
function unlistedIn({ unlisted }: SourceTree, folder: ProjectPath): UnreadFile[] {
  const own = unlisted.filter(({ path }) => isBelow(path as ProjectPath, folder));
  return own.map(({ path, reason }) => ({ file: path as ProjectPath, at: start, reason }));
}

/** The rules that some words name: rules, and groups of rules. Throws `RULE_UNKNOWN` with the nearest word. */
export function rulesNamed(words: readonly string[]): RuleName[] {
  return words.flatMap((word) => {
    const found = ruleNames.filter((name) => name === word || ruleTable[name].group === word);
    if (found.length > 0) return found;
    const all: readonly string[] = [...ruleGroups, ...ruleNames];
    const [near] = [...all].sort((a, b) => distance(a, word) - distance(b, word));
    const isNear = near !== undefined && distance(near, word) <= Math.max(2, word.length / 2);
    throw new ShelfError("RULE_UNKNOWN", { path: word, paths: all, ...(isNear && { other: near }) });
  });
}
