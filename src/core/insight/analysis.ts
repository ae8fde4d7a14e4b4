/**
 * Looking at an app: which files are the project's, who references whom, what each file is and which feature it serves. Rules,
 * numbers and arrangements all stand on this.
 */
import { anyName, ownArrangement } from "../app/arrangement/index.js";
import {
  findApp,
  openApp,
  openProject,
  type App,
  type FindAppHints,
  type FoundApp,
  type Project,
} from "../app/index.js";
import type { Configuration } from "../app/configuration/index.js";
import { ShelfError } from "../base/errors.js";
import { folderOf, foldersAbove, inFolder, isBelow, rootPath, type ProjectPath } from "../base/paths.js";
import type { Progress } from "../base/progress.js";
import {
  changedTogether,
  type FileReader,
  type KeptReadings,
  type PastCommit,
  type SourceTree,
} from "../files/index.js";
import { buildGraph, type ReferenceGraph } from "../graph/index.js";
import { moduleRules, type Mapping } from "../languages/index.js";
import { makeCatalogue, restood, type Catalogue, type Said } from "./catalogue/index.js";
import { goesPastIndexes, learnConventions, type Conventions } from "./conventions/index.js";

/** One app of a project, looked at. */
export interface AppAnalysis {
  readonly app: App;
  /** Whether no configuration names its arrangement, so that the one that fits best was taken. */
  readonly guessed: boolean;
  readonly catalogue: Catalogue;
  /** What was learnt of an app that nobody has configured. */
  readonly conventions?: Conventions;
  /** The app before that was learnt of it. */
  readonly unlearnt?: App;
}

/** A project, looked at: all its references, and each of the apps that were asked for. */
export interface Analysis {
  readonly project: Project;
  readonly graph: ReferenceGraph;
  readonly apps: readonly AppAnalysis[];
  /** How many commits tell what belongs together; `undefined` without a repository or a history. */
  readonly commits: number | undefined;
  /** The commits that were read, the latest first. */
  readonly past: readonly PastCommit[] | undefined;
  /** The files that each of them changed, by the names that they have today. */
  readonly history: readonly (readonly ProjectPath[])[] | undefined;
}

/** An app that nobody has configured, with the shelves that were learnt from it where no arrangement has any. */
function asItIs({ app, guessed, catalogue }: AppAnalysis, graph: ReferenceGraph, like?: ProjectPath): AppAnalysis {
  if (!guessed || app.configuration?.shelves) return { app, guessed, catalogue };
  const conventions = learnConventions(catalogue, { ...app, like });
  // Beside the shelves of an arrangement, those of the app are named as the app names them.
  const isOwn = app.layout.arrangement === ownArrangement;
  const shelves = conventions.shelves.map(({ data }) => (isOwn ? data : { ...data, files: data.files ?? anyName }));
  const publicIndex = goesPastIndexes(app.layout, catalogue, graph) ? false : undefined;
  const opened = openApp(app.store, { ...app.decision, shelves, publicIndex });
  return { app: opened, guessed, catalogue: restood(catalogue, opened.layout), conventions, unlearnt: app };
}

/** What looking may be told. */
export interface AnalysisOptions {
  /** The folder that is stood in. */
  readonly standing: ProjectPath;
  readonly kept?: KeptReadings | undefined;
  /** Keep every text that is read: a plan will stand on them, and nothing that changes meanwhile may slip in. */
  readonly keepTexts?: boolean | undefined;
  readonly progress?: Progress | undefined;
  /** What somebody has said of the app before it has a configuration. */
  readonly as?: Pick<FindAppHints, "source" | "stack" | "isOwn"> | undefined;
  /** A feature's folder whose inside is the pattern for its sisters, in an app without a configuration. */
  readonly like?: ProjectPath | undefined;
  /** What names mean besides what is configured: learnt of the app before it has a configuration. */
  readonly aliases?: readonly Mapping[] | undefined;
  /** How many commits are looked at. */
  readonly mostCommits?: number | undefined;
}

/** Commits that are looked at. What was changed together long ago says little of what belongs together now. */
const mostCommits = 500;

/**
 * Looks at the app around a folder; at every app that has a configuration, where one stands above several. Throws
 * `STACK_UNSURE` where nothing tells how an app is built, `CONFIG_BROKEN`.
 */
export async function analyse(store: FileReader, options: AnalysisOptions): Promise<Analysis> {
  const { standing, kept, keepTexts, progress } = options;
  const reading = store.past(options.mostCommits ?? mostCommits);
  const project = await openProject(store);
  const { tree, configurations } = project;
  const aliases = [...(options.aliases ?? []), ...project.aliases];
  const found = await Promise.all(
    appsFor(configurations, standing, tree).map(({ folder, configuration }) =>
      findApp(store, folder, { paths: tree.paths, configuration, ...options.as }),
    ),
  );
  const graph = await buildGraph({ tree, rules: moduleRules, aliases, kept, keepTexts, progress });
  const past = await reading;
  const commits = past && changedTogether(past);
  const recent = commits?.slice(0, mostCommits);
  const judged = ({ app, guessed }: (typeof found)[number]): AppAnalysis => {
    const { layout, stack, configuration, folder } = app;
    const paths = filesOf(tree, folder, configurations);
    const catalogue = makeCatalogue({
      layout,
      stack,
      configuration,
      graph,
      paths,
      commits: recent,
      like: options.like,
    });
    return asItIs({ app, guessed, catalogue }, graph, options.like);
  };
  const apps = tree.noting(() => found.map(judged));
  return { project, graph, apps, commits: recent?.length, past, history: commits };
}

/** The commits of a history that say what belongs together now. */
export function recentOf({ history }: Pick<Analysis, "history">): Analysis["history"] {
  return history?.slice(0, mostCommits);
}

/** The same app once somebody has said what single files are: one answer may tell more than one file. */
export function withAnswers(
  analysis: Analysis,
  analysed: AppAnalysis,
  answers: ReadonlyMap<ProjectPath, Said>,
): AppAnalysis {
  const { project, graph } = analysis;
  const { layout, stack, configuration, folder } = analysed.app;
  const paths = filesOf(project.tree, folder, project.configurations);
  const commits = recentOf(analysis);
  const catalogue = makeCatalogue({ layout, stack, configuration, answers, graph, paths, commits });
  return { ...analysed, catalogue };
}

/** The same apps, judged by another graph of the same files. */
export function judgedAnew(analysis: Analysis, graph: ReferenceGraph): Analysis {
  const project = { ...analysis.project, tree: graph.tree };
  const commits = recentOf(analysis);
  const judged = ({ app: known, unlearnt: app = known, guessed }: AppAnalysis): AppAnalysis => {
    const { layout, stack, configuration, folder } = app;
    const paths = filesOf(graph.tree, folder, project.configurations);
    const catalogue = makeCatalogue({ layout, stack, configuration, graph, paths, commits });
    return asItIs({ app, guessed, catalogue }, graph);
  };
  const apps = graph.tree.noting(() => analysis.apps.map(judged));
  return { ...analysis, project, graph, apps };
}

interface WantedApp {
  readonly folder: ProjectPath;
  readonly configuration: Configuration | undefined;
}

/** The app that a file is of, before anything is read; nothing where nobody can tell how it is built. Throws `CONFIG_BROKEN`. */
export async function appAround(
  store: FileReader,
  { tree, configurations }: Project,
  file: ProjectPath,
): Promise<FoundApp | undefined> {
  const [wanted] = appsFor(configurations, folderOf(file), tree);
  if (!wanted) return undefined;
  const { folder, configuration } = wanted;
  return findApp(store, folder, { paths: tree.paths, configuration }).catch((error: unknown) => {
    if (error instanceof ShelfError && error.code === "STACK_UNSURE") return undefined;
    throw error;
  });
}

/** The nearest configuration upward speaks for its app; above all of them, each for its own. */
function appsFor(configurations: readonly Configuration[], standing: ProjectPath, tree: SourceTree): WantedApp[] {
  const isAround = ({ folder }: Configuration): boolean =>
    folder === rootPath || folder === standing || isBelow(standing, folder);
  const [nearest] = configurations.filter(isAround).sort((a, b) => b.folder.length - a.folder.length);
  const below = configurations.filter(({ folder }) => isBelow(folder, standing));
  if (nearest) return [{ folder: nearest.folder, configuration: nearest }];
  if (below.length > 0) return below.map((configuration) => ({ folder: configuration.folder, configuration }));
  return [{ folder: manifestFolder(tree, standing), configuration: undefined }];
}

/** Files, and folders by how they end, by which one knows where an app begins. */
const manifests = ["package.json", "pubspec.yaml", "Package.swift"];
const projects = ".xcodeproj";

/** The nearest folder upward with a manifest; the one that is stood in, where there is none. */
function manifestFolder(tree: SourceTree, standing: ProjectPath): ProjectPath {
  const folders = [...(standing === rootPath ? [] : [standing]), ...foldersAbove(standing), rootPath];
  const withProject = new Set([...tree.folders].filter((each) => each.endsWith(projects)).map(folderOf));
  const isOne = (folder: ProjectPath): boolean =>
    withProject.has(folder) || manifests.some((name) => tree.has(inFolder(folder, name)));
  return folders.find(isOne) ?? standing;
}

/** The files of an app: those of its folder that no app within has. */
function filesOf(
  tree: SourceTree,
  folder: ProjectPath,
  configurations: readonly Configuration[],
): readonly ProjectPath[] {
  const within = configurations.map((each) => each.folder).filter((each) => isBelow(each, folder));
  // What new files begin with is no code yet.
  const starters = configurations.flatMap((each) =>
    each.starters === undefined || each.starters === "" ? [] : [inFolder(each.folder, each.starters)],
  );
  const paths = tree.filesBelow(folder).filter((path) => !tree.isLink(path));
  const others = [...within, ...starters];
  return others.length === 0 ? paths : paths.filter((path) => !others.some((each) => isBelow(path, each)));
}
