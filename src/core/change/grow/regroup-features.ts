/**
 * `join features` and `split feature`: files go from the folder of one feature to that of another, at the same place in it. Where one of the
 * same name is there, the file gets its old feature's name in front; an index is called after its feature then.
 */
import { partsOf } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { inCase, isInCase, splitWords, whyIllegal, type Case } from "../../base/names/index.js";
import { folderOf, inFolder, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { exampleCalled, examplesOf, type Example } from "../../insight/wiring/index.js";
import { moduleRules } from "../../languages/index.js";
import type { Draft } from "../draft.js";
import { understandMove, type Move } from "../plan/index.js";

/** Features that become one. */
export interface JoinFeaturesRequest {
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  /** Two at least, or one and another's name as the target. */
  readonly names: readonly string[];
  /** One of them, another, or a new one. */
  readonly target: string;
}

/** Files of a feature that become one of their own, or go to another. */
export interface SplitFeatureRequest {
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  readonly name: string;
  readonly to: string;
  /** Files or folders of it. */
  readonly files: readonly ProjectPath[];
}

/** What comes of it. */
export interface Regrouped {
  readonly draft: Draft;
  /** As the app calls them. */
  readonly features: readonly string[];
  readonly target: string;
  /** Files whose names were taken, with those that they get. */
  readonly renamed: readonly { readonly from: ProjectPath; readonly to: ProjectPath }[];
}

/** Throws `EXAMPLE_MISSING`, `FEATURE_WITHOUT_FOLDER`, `NAME_UNUSABLE`. */
export function joinFeatures({ analysed, graph, names, target }: JoinFeaturesRequest): Regrouped {
  const examples = examplesOf(analysed, graph);
  const wanted = named(target, examples);
  const sources = [...new Set(names.map((name) => known(name, examples)))].filter((each) => each !== wanted.example);
  if (sources.length === 0)
    throw new ShelfError("NAME_UNUSABLE", { path: target, reason: "it is the feature that would be joined to it" });
  if (sources.length < 2 && !wanted.example)
    throw new ShelfError("EXAMPLE_MISSING", { path: target, paths: examples.map(({ feature }) => feature) });
  const { tree } = graph;
  const moves: Move[] = [];
  for (const source of sources)
    for (const folder of foldersOf(source, analysed)) {
      const to = counterpart(folder, wanted, analysed);
      for (const path of tree.filesBelow(folder))
        moves.push({ from: path, to: (to + path.slice(folder.length)) as ProjectPath, why: "asked" });
    }
  const feature = (path: ProjectPath): Example | undefined =>
    sources.find((each) => foldersOf(each, analysed).some((folder) => isBelow(path, folder)));
  const free = withFreeNames(moves, tree, feature);
  return {
    draft: { moves: free, edits: [], made: [], claims: [] },
    features: sources.map((each) => each.feature),
    target: wanted.example?.feature ?? target,
    renamed: free.filter(({ from, to }) => nameOf(from) !== nameOf(to)),
  };
}

/** Throws `EXAMPLE_MISSING`, `FEATURE_WITHOUT_FOLDER`, `NOT_IN_FEATURE`, `NAME_UNUSABLE`, and what a move throws. */
export function splitFeature({ analysed, graph, name, to, files }: SplitFeatureRequest): Regrouped {
  const examples = examplesOf(analysed, graph);
  const source = known(name, examples);
  const wanted = named(to, examples);
  if (wanted.example === source)
    throw new ShelfError("NAME_UNUSABLE", { path: to, reason: "that is its name already" });
  const folders = foldersOf(source, analysed);
  const moves = new Map<ProjectPath, Move>();
  for (const path of files) {
    const folder = folders.find((each) => isBelow(path, each));
    if (folder === undefined)
      throw new ShelfError("NOT_IN_FEATURE", { path, other: source.feature, reason: folders.join(", ") });
    const place = counterpart(folder, wanted, analysed) + path.slice(folder.length);
    const request = { from: [path], to: place as ProjectPath, into: false, alone: false };
    for (const move of understandMove(graph.tree, request))
      if (!moves.has(move.from) || move.why === "asked") moves.set(move.from, move);
  }
  const all = withFreeNames([...moves.values()], graph.tree, () => source);
  return {
    draft: { moves: all, edits: [], made: [], claims: [] },
    features: [source.feature],
    target: wanted.example?.feature ?? to,
    renamed: all.filter(({ from, to: goes }) => nameOf(from) !== nameOf(goes)),
  };
}

interface Wanted {
  readonly name: string;
  readonly example: Example | undefined;
}

function named(name: string, examples: readonly Example[]): Wanted {
  const reason = whyIllegal(name) ?? (/^\P{L}/u.test(name) ? "a feature's name begins with a letter" : undefined);
  if (reason !== undefined) throw new ShelfError("NAME_UNUSABLE", { path: name, reason });
  return { name, example: exampleCalled(name, examples) };
}

function known(name: string, examples: readonly Example[]): Example {
  const found = exampleCalled(name, examples);
  if (!found) throw new ShelfError("EXAMPLE_MISSING", { path: name, paths: examples.map(({ feature }) => feature) });
  return found;
}

/** The folders that are called after a feature. */
function foldersOf({ feature, name }: Example, { catalogue }: AppAnalysis): readonly ProjectPath[] {
  const folders = catalogue.features.find((each) => each.name === feature)?.folders ?? [];
  const own = folders.filter((folder) => name.in(nameOf(folder)).length > 0);
  const outer = own.filter((folder) => !own.some((other) => other !== folder && isBelow(folder, other)));
  if (outer.length === 0) throw new ShelfError("FEATURE_WITHOUT_FOLDER", { path: feature });
  return outer;
}

/** The folder of the target that lies where one of the source does; it need not be there. */
function counterpart(folder: ProjectPath, { name, example }: Wanted, { catalogue, app }: AppAnalysis): ProjectPath {
  const theirs = example ? (catalogue.features.find((each) => each.name === example.feature)?.folders ?? []) : [];
  const beside = theirs.find((each) => folderOf(each) === folderOf(folder));
  return beside ?? inFolder(folderOf(folder), example ? nameOf(theirs[0] ?? folder) : app.layout.spellFeature(name));
}

/** Where another file has the name, the feature's goes in front, for all that belong to the file. */
function withFreeNames(
  moves: readonly Move[],
  tree: SourceTree,
  featureOf: (path: ProjectPath) => Example | undefined,
): readonly Move[] {
  const leaving = new Set(moves.map(({ from }) => from));
  const targets = new Map<string, number>();
  for (const { to } of moves) targets.set(to.toLowerCase(), (targets.get(to.toLowerCase()) ?? 0) + 1);
  const taken = (to: ProjectPath): boolean =>
    (tree.has(to) && !leaving.has(to)) || (targets.get(to.toLowerCase()) ?? 0) > 1;
  const clashing = new Set(moves.flatMap(({ from, to }) => (taken(to) ? [stemKey(from)] : [])));
  return moves.map((move) => {
    const feature = clashing.has(stemKey(move.from)) ? featureOf(move.from) : undefined;
    return feature ? { ...move, to: inFolder(folderOf(move.to), inFront(nameOf(move.to), feature)) } : move;
  });
}

/** Files of one folder that are called alike go together: `routes.ts`, `routes.test.ts`. */
function stemKey(path: ProjectPath): string {
  return `${folderOf(path)}\n${partsOf(nameOf(path)).stem}`;
}

const cases: readonly Case[] = ["Pascal", "camel", "kebab", "snake"];

/** `routes.ts` → `rotaRoutes.ts`, `Row.tsx` → `RotaRow.tsx`; `index.ts` → `rota.ts`. */
function inFront(name: string, { name: { words, inPaths } }: Example): string {
  const { stem } = partsOf(name);
  const rest = name.slice(stem.length);
  if (moduleRules.indexNames.includes(stem)) return inCase(words, inPaths) + rest;
  const own = splitWords(stem);
  // A name of one small word is in several cases at once.
  const found = own.length > 1 || /^\p{Lu}/u.test(stem) ? cases.find((each) => isInCase(stem, each)) : undefined;
  return inCase([...words, ...own], found ?? inPaths) + rest;
}
