/**
 * What could be told of the features of files once they have moved, from the tree alone. In layers, a file whose name does not
 * speak of its feature would lose it; such a file keeps its feature's folder. So nothing that was known is lost, and what lay
 * in layers before goes back to exactly where it was.
 */
import { featureKey, makeCatalogue, shared } from "../../insight/catalogue/index.js";
import { ReferenceGraph, type GraphFile } from "../../graph/index.js";
import { splitWords } from "../../base/names/index.js";
import { foldersAbove, inFolder, relativePath, type ProjectPath } from "../../base/paths.js";
import { recentOf, type Analysis, type AppAnalysis } from "../../insight/analysis.js";
import type { Configuration } from "../../app/configuration/index.js";
import type { App } from "../../app/index.js";
import { readerOf, SourceTree, type FileReader } from "../../files/index.js";
import type { ArrangedUnit } from "./arrange.js";

/** What is foreseen. */
export interface Foreseeing {
  readonly analysis: Analysis;
  readonly analysed: AppAnalysis;
  readonly target: App;
  readonly units: readonly ArrangedUnit[];
}

/**
 * The leading files that would not be found again by their features where they would lie. `arrangeBack` says which features
 * files would be given if somebody brought that tree back, with nothing but the tree to go by.
 */
export function losingTheirFeature(
  { analysis, analysed, target, units }: Foreseeing,
  arrangeBack: (then: Pick<Afterwards, "analysis" | "analysed">, target: App) => readonly ArrangedUnit[],
): Set<ProjectPath> {
  // Only what lies in a folder of its feature now can lose it.
  const folders = new Set(analysed.catalogue.features.flatMap((feature) => feature.folders));
  const isTold = (path: ProjectPath): boolean => foldersAbove(path).some((folder) => folders.has(folder));
  const atRisk = units.filter(
    ({ feature, shelf, lead }) => feature !== shared && !shelf.includes("{feature}") && isTold(lead),
  );
  if (atRisk.length === 0) return new Set();
  const goes = new Map(units.flatMap(({ moves }) => moves.map(({ from, to }) => [from, to] as const)));
  const at = (path: ProjectPath): ProjectPath => goes.get(path) ?? path;
  const then = analysedThen({ analysis, analysed, target, at, isForgotten: true });
  const hadFeatures = analysed.app.layout.hasFeatures;
  const back = new Map(hadFeatures ? arrangeBack(then, analysed.app).map(({ lead, feature }) => [lead, feature]) : []);
  const featureThen = (path: ProjectPath): string | undefined => {
    if (hadFeatures) return back.get(path);
    const judged = then.analysed.catalogue.entries.get(path)?.feature;
    return judged?.orElse === undefined ? judged?.is : undefined;
  };
  const key = (feature: string | undefined): string => featureKey(splitWords(feature ?? ""));
  return new Set(
    atRisk.filter(({ lead, feature }) => key(feature) !== key(featureThen(at(lead)))).map(({ lead }) => lead),
  );
}

/**
 * The app as it would be analysed after the moves: what a second run would see. `cameFrom` gives a path of that tree as it is
 * now.
 */
export function afterwards({ analysis, analysed, target, units }: Foreseeing): Afterwards {
  const goes = new Map(units.flatMap(({ moves }) => moves.map(({ from, to }) => [from, to] as const)));
  const back = new Map([...goes].map(([from, to]) => [to, from] as const));
  const at = (path: ProjectPath): ProjectPath => goes.get(path) ?? path;
  const then = analysedThen({ analysis, analysed, target, at, isForgotten: false });
  return { ...then, cameFrom: (path) => back.get(path) ?? path };
}

/** An app after its moves. */
export interface Afterwards {
  readonly analysis: Analysis;
  readonly analysed: AppAnalysis;
  readonly cameFrom: (path: ProjectPath) => ProjectPath;
}

interface Then extends Omit<Foreseeing, "units"> {
  readonly at: (path: ProjectPath) => ProjectPath;
  /** Whether only the tree counts: neither configuration nor history. */
  readonly isForgotten: boolean;
}

/** The app as its planned tree shows it. No file is read again. */
function analysedThen(input: Then): Pick<Afterwards, "analysis" | "analysed"> {
  const { analysis, analysed, target, at, isForgotten } = input;
  const graph = graphThen(input);
  const { layout, stack } = target;
  const configuration = isForgotten ? undefined : configurationThen(input);
  const catalogue = makeCatalogue({
    layout,
    stack,
    configuration,
    graph,
    paths: [...analysed.catalogue.entries.keys()].map(at).sort(),
    commits: isForgotten ? undefined : recentOf(analysis)?.map((commit) => commit.map(at)),
  });
  const app = { ...target, configuration };
  return {
    analysis: { ...analysis, project: { ...analysis.project, tree: graph.tree }, graph },
    analysed: { ...analysed, app, catalogue },
  };
}

/** Keys of `files:` that name a file follow it. */
function configurationThen({ analysed, at }: Then): Configuration | undefined {
  const { configuration, folder } = analysed.app;
  if (!configuration) return undefined;
  const files = Object.entries(configuration.files).map(
    ([key, said]) => [relativePath(folder, at(inFolder(folder, key))), said] as const,
  );
  return { ...configuration, files: Object.fromEntries(files) };
}

function graphThen({ analysis: { project, graph }, at }: Then): ReferenceGraph {
  const { tree } = project;
  const cameFrom = new Map(tree.paths.map((path) => [at(path), path]));
  const moved: FileReader = {
    ...readerOf(tree.store),
    read: (path) => tree.store.read(cameFrom.get(path) ?? path),
  };
  const files = [...cameFrom.keys()].sort().map((path) => ({ path, link: tree.isLink(cameFrom.get(path) ?? path) }));
  const planned = new SourceTree(moved, { files, foreign: tree.foreign, unlisted: [], from: "memory" });
  for (const path of tree.paths) {
    const text = tree.wasRead(path) ? tree.text(path) : undefined;
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
  return new ReferenceGraph(planned, graph.resolver, new Map(graphFiles));
}
