/**
 * Today's tree beside each arrangement that fits: each is planned by the first steps of the way on which it would be carried out, and
 * measured; and whether it is worth it.
 */
import {
  arrangeSettled,
  measureArranging,
  settleFeatures,
  type Arranging,
  type MeasuredArranging,
  type Settled,
} from "../arrange/index.js";
import { ownArrangement } from "../../app/arrangement/index.js";
import { isMain, shared, type Entry } from "../../insight/catalogue/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { Analysis, AppAnalysis } from "../../insight/analysis.js";
import type { Progress } from "../../base/progress.js";
import { appUnder, type App } from "../../app/index.js";
import { featureEdges } from "../../insight/measures/index.js";
import type { Comparison, Tried } from "./comparison.js";
import { recommend } from "./recommend.js";
import { measureShape, placesTouched } from "./shape.js";

/** What is compared. */
export interface CompareRequest {
  readonly analysis: Analysis;
  readonly analysed: AppAnalysis;
  /** Names of arrangements, or paths of the user's own. Without: all that fit, and the one that the app has. */
  readonly with?: readonly string[] | undefined;
  /** Whether files stand at their groups, so that none moves and no reference is respelled. */
  readonly inGroups?: boolean;
  /** Whether each tree is planned as `arrange` plans it, but for the proof; without it, it is estimated. */
  readonly isExact?: boolean;
  readonly progress?: Progress | undefined;
}

/** Fewer changes than these tell nothing of what is typical. */
const enough = 20;

/** Changes of more files than this say nothing of what belongs together. */
const mostFiles = 30;

/** One change of two files of the app or more. */
export interface Change {
  readonly when: number;
  readonly id: string;
  readonly subject: string;
  readonly files: readonly ProjectPath[];
}

/** One tree that was tried: what goes where in it, and how many places each change would have touched there. */
export interface TriedTree {
  readonly as: string;
  readonly arrangement: string;
  readonly arranging: Pick<Arranging, "units" | "stays">;
  readonly touched: readonly number[];
}

/** A comparison, and the trees and changes that it was made from. */
export interface ComparedTrees {
  readonly comparison: Comparison;
  /** The latest first. */
  readonly changes: readonly Change[];
  /** How many places each of them touched in the tree of today. */
  readonly touched: readonly number[];
  readonly trees: readonly TriedTree[];
}

/** Compares. Throws what `appUnder` throws for an arrangement that is not known, or does not fit. */
export async function compare(request: CompareRequest): Promise<Comparison> {
  return (await compareTrees(request)).comparison;
}

/** The same with the trees. Throws as `compare` does. */
export async function compareTrees(request: CompareRequest): Promise<ComparedTrees> {
  const { analysis, analysed, progress } = request;
  const { app, catalogue } = analysed;
  const { layout, decision, stack } = app;
  // The app's own shelves are how it is, not what it could become.
  const others = decision.arrangement === ownArrangement ? [] : [decision.arrangement];
  const names = request.with ?? [...new Set([...stack.arrangements, ...others])];
  const isOwn = (as: string): boolean => as === decision.arrangement && request.isExact !== true;
  const targets = names.map((as) => ({ as, target: isOwn(as) ? app : appUnder(app, as) }));
  const changes = changesOf(analysis, analysed);
  const isTold = changes.length >= enough;
  const featureFolders = new Set(catalogue.features.flatMap(({ folders }) => folders));
  const same = (path: ProjectPath): ProjectPath => path;
  const tree = { catalogue, layout, featureFolders, at: same };
  const touched = placesTouched(tree, changes);
  const today = measureShape({ ...tree, touched: isTold ? touched : undefined });
  const tried: Tried[] = [];
  const trees: TriedTree[] = [];
  let settled: Settled | undefined;
  for (const [index, { as, target }] of targets.entries()) {
    progress?.(`Trying ${target.layout.arrangement}`, index, targets.length);
    // Which features there are, is the same question for every arrangement that has shelves for them.
    const { hasFeatures } = target.layout;
    if (hasFeatures && request.isExact !== true)
      settled ??= settleFeatures({ analysis, analysed, target, takeLikeliest: true, isRough: true });
    const made = await tryOut(request, { as, target, changes, isTold, settled: hasFeatures ? settled : undefined });
    tried.push(made.tried);
    trees.push(made.tree);
  }
  const comparison = {
    today,
    arrangement: layout.arrangement,
    inGroups: request.inGroups === true,
    tried,
    files: [...catalogue.entries.values()].filter((entry) => isMain(entry) && entry.role.is !== undefined).length,
    features: catalogue.features.length,
    featured: [...catalogue.entries.values()].filter((entry) => isMain(entry) && isOfFeature(entry)).length,
    across: featureEdges(catalogue, analysis.graph).reduce((sum, { uses }) => sum + uses.length, 0),
    unresolved: unresolvedOf(analysis, analysed),
    changes: changes.length,
    enough,
  };
  return { comparison: { ...comparison, recommendation: recommend(comparison) }, changes, touched, trees };
}

/** Whether it is known which feature a file serves. */
function isOfFeature({ feature }: Entry): boolean {
  return feature.is !== undefined && feature.is !== shared && feature.confidence >= 0.5;
}

interface TryingOut {
  readonly as: string;
  readonly target: App;
  readonly changes: readonly Change[];
  /** Whether they are enough to tell something. */
  readonly isTold: boolean;
  readonly settled: Settled | undefined;
}

async function tryOut(
  { analysis, analysed, inGroups, isExact = false }: CompareRequest,
  { as, target, changes, isTold, settled }: TryingOut,
): Promise<{ readonly tried: Tried; readonly tree: TriedTree }> {
  const request = { analysis, analysed, target, settled, takeLikeliest: true, isRough: !isExact };
  const measured = inGroups === true ? regrouping(request) : await measureArranging(request);
  const { moves, respelled, assumed, stays, units } = measured;
  const moved = new Map(moves.map(({ from, to }) => [from, to]));
  const at = (path: ProjectPath): ProjectPath => moved.get(path) ?? path;
  const { catalogue } = analysed;
  const { layout } = target;
  const tree = { catalogue, layout, featureFolders: new Set<ProjectPath>(), at };
  const touched = placesTouched(tree, changes);
  const shape = measureShape({ ...tree, touched: isTold ? touched : undefined });
  const { arrangement } = layout;
  const numbers = { moved: moves.length, respelled, questions: assumed, stays: stays.length };
  return {
    tried: { ...shape, arrangement, as, ...numbers },
    tree: { as, arrangement, arranging: { units, stays }, touched },
  };
}

/** Entries that would go to other groups: all that can be said of it, because nothing else changes. */
function regrouping(request: Parameters<typeof arrangeSettled>[0]): MeasuredArranging {
  const arranging = arrangeSettled({ ...request, keepNames: true });
  return { ...arranging, moves: arranging.units.flatMap((unit) => unit.moves), respelled: 0 };
}

/** Changes of two files of the app or more, and not of half of it. */
function changesOf({ past, history }: Analysis, { catalogue }: AppAnalysis): Change[] {
  const named = (past ?? []).map(({ when, id, subject }, at): Change => {
    return { when, id, subject, files: (history?.[at] ?? []).filter((path) => catalogue.entries.has(path)) };
  });
  return named.filter(({ files }) => files.length > 1 && files.length <= mostFiles);
}

function unresolvedOf({ graph }: Analysis, { catalogue }: AppAnalysis): number {
  let count = 0;
  for (const path of catalogue.entries.keys())
    for (const { reference, resolution } of graph.files.get(path)?.references ?? [])
      if (resolution.state === "unresolved" && reference.kind !== "doc import") count += 1;
  return count;
}
