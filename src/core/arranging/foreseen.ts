/**
 * What could be told of the features of files once they have moved, from the tree alone. In layers, a file whose name does not
 * speak of its feature would lose it; such a file keeps its feature's folder. So nothing that was known is lost, and what lay
 * in layers before goes back to exactly where it was.
 */
import { featureKey, makeCatalogue, shared, type Catalogue } from "../catalogue/index.js";
import { ReferenceGraph, type GraphFile } from "../graph/index.js";
import { splitWords } from "../names/index.js";
import type { ProjectPath } from "../paths.js";
import type { Analysis, AppAnalysis } from "../pipeline.js";
import type { App } from "../setup/index.js";
import { SourceTree, type FileReader } from "../tree/index.js";
import type { ArrangedUnit } from "./arrange.js";

/** What is foreseen. */
export interface Foreseeing {
  readonly analysis: Analysis;
  readonly analysed: AppAnalysis;
  readonly target: App;
  readonly units: readonly ArrangedUnit[];
}

/** The leading files that would be taken for another feature's, or nobody's, where they would lie. */
export function losingTheirFeature({ analysis, analysed, target, units }: Foreseeing): Set<ProjectPath> {
  const atRisk = units.filter(({ feature, shelf }) => feature !== shared && !shelf.includes("{feature}"));
  if (atRisk.length === 0) return new Set();
  const goes = new Map(units.flatMap(({ moves }) => moves.map(({ from, to }) => [from, to] as const)));
  const at = (path: ProjectPath): ProjectPath => goes.get(path) ?? path;
  const then = catalogueThen({ analysis, analysed, target, at });
  const isSame = (a: string, b: string | undefined): boolean =>
    b !== undefined && featureKey(splitWords(a)) === featureKey(splitWords(b));
  return new Set(
    atRisk
      .filter(({ lead, feature }) => {
        const judged = then.entries.get(at(lead))?.feature;
        return !isSame(feature, judged?.is) || judged?.orElse !== undefined;
      })
      .map(({ lead }) => lead),
  );
}

interface Then extends Omit<Foreseeing, "units"> {
  readonly at: (path: ProjectPath) => ProjectPath;
}

/** The catalogue of the planned tree, as somebody would make it who has nothing but that tree. No file is read again. */
function catalogueThen({ analysis, analysed, target, at }: Then): Catalogue {
  const { project, graph } = analysis;
  const { tree } = project;
  const cameFrom = new Map(tree.paths.map((path) => [at(path), path]));
  const moved: FileReader = {
    ...readerOf(tree.store),
    read: (path) => tree.store.read(cameFrom.get(path) ?? path),
  };
  const files = [...cameFrom.keys()].sort().map((path) => ({ path, link: tree.isLink(cameFrom.get(path) ?? path) }));
  const planned = new SourceTree(moved, { files, foreign: tree.foreign, from: "memory" });
  for (const path of graph.files.keys()) {
    const text = tree.text(path);
    if (text) planned.lendText(at(path), text);
  }
  const graphFiles = [...graph.files.values()].map(({ path, reading, references }): [ProjectPath, GraphFile] => [
    at(path),
    {
      path: at(path),
      reading,
      references: references.map(({ reference, resolution }) => ({
        reference,
        resolution: resolution.state === "found" ? { ...resolution, targets: resolution.targets.map(at) } : resolution,
      })),
    },
  ]);
  const { layout, stack } = target;
  return makeCatalogue({
    layout,
    stack,
    configuration: undefined,
    graph: new ReferenceGraph(planned, graph.resolver, new Map(graphFiles)),
    paths: [...analysed.catalogue.entries.keys()].map(at).sort(),
  });
}

/** The methods of a store as plain functions, so that one of them can be another. */
function readerOf(store: FileReader): FileReader {
  return {
    root: store.root,
    list: () => store.list(),
    search: (texts) => store.search(texts),
    history: (most) => store.history(most),
    changedSince: (commit) => store.changedSince(commit),
    read: (path) => store.read(path),
    stat: (path) => store.stat(path),
    readLink: (path) => store.readLink(path),
    entries: (folder) => store.entries(folder),
    existsBeyond: (relative) => store.existsBeyond(relative),
    readBeyond: (relative) => store.readBeyond(relative),
    ignoresCase: () => store.ignoresCase(),
  };
}
