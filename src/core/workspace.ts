/**
 * The stages of a relocation, in order:
 *
 *   tree         which files are the project's
 *   moves        which of them go where
 *   plan         what is respelled, and the proof
 *   apply        the journalled change (see `core/apply`)
 *
 * and of looking at an app:
 *
 *   tree         which files are the project's
 *   graph        who references whom
 *   catalogue    what each file is, and which feature it serves
 *   rules        what is not as it should be (see `core/rules`)
 *
 * Each stage is one function from data to data; this is the only place that knows them all.
 */
import { makeCatalogue, type Catalogue, type Said } from "./insight/catalogue/index.js";
import { buildGraph, readToolSettings, type KeptReadings, type Mapping, type ReferenceGraph } from "./graph/index.js";
import { codeLanguage, isCode, languageFor, moduleRules } from "./languages/index.js";
import { foldersAbove, inFolder, isBelow, rootPath, type ProjectPath } from "./base/paths.js";
import { likelyWords, openForms, makePlan, type Addition, type Move, type Plan, type Wishes } from "./change/plan/index.js";
import type { Progress } from "./base/progress.js";
import { readConfigurations, type Configuration } from "./app/configuration/index.js";
import { findApp, type App } from "./change/setup/index.js";
import { readTree, type FileReader, type SourceTree } from "./files/index.js";

/** A project, listed and configured; no source file was read. */
export interface Project {
  readonly tree: SourceTree;
  /** One for each app that has one. */
  readonly configurations: readonly Configuration[];
  readonly aliases: readonly Mapping[];
}

/** Lists a project's files and reads its configurations. */
export async function openProject(store: FileReader): Promise<Project> {
  const tree = await readTree(store);
  const configurations = await readConfigurations(store, tree.paths);
  const own = configurations.flatMap(({ aliases }) => aliases);
  return { tree, configurations, aliases: [...own, ...(await readToolSettings(tree))] };
}

/**
 * Begins what planning a move of these paths will need, while the tree is being listed: the search for their names, and
 * loading the parser. Nothing depends on it but time.
 */
export function anticipateMove(store: FileReader, paths: readonly ProjectPath[]): void {
  if (paths.some((path) => languageFor(path) === undefined && !path.includes("."))) return;
  void store.search(likelyWords(paths, moduleRules), openForms);
  if (paths.some(isCode)) void codeLanguage.prepare();
}

/** What `planMoves` may be told. */
export interface PlanOptions {
  readonly places?: (move: Move) => string;
  readonly progress?: Progress;
  readonly readAll?: boolean;
  readonly wishes?: Wishes;
  readonly graph?: ReferenceGraph;
  readonly additions?: readonly Addition[];
  readonly isMeasured?: boolean;
  readonly mentions?: boolean;
}

/** Plans moves of files: what is respelled, and the proof. Nothing is written. */
export function planMoves(
  { tree, aliases }: Project,
  moves: readonly Move[],
  options: PlanOptions = {},
): Promise<Plan> {
  return makePlan({ tree, aliases, moves, rules: moduleRules, ...options });
}

/** One app of a project, looked at. */
export interface AppAnalysis {
  readonly app: App;
  /** Whether no configuration names its arrangement, so that the one that fits best was taken. */
  readonly guessed: boolean;
  readonly catalogue: Catalogue;
}

/** A project, looked at: all its references, and each of the apps that were asked for. */
export interface Analysis {
  readonly project: Project;
  readonly graph: ReferenceGraph;
  readonly apps: readonly AppAnalysis[];
  /** How many commits tell what belongs together; `undefined` without a repository or a history. */
  readonly commits: number | undefined;
  /** The files that each commit changed, the latest first, by the names that they have today. */
  readonly history: readonly (readonly ProjectPath[])[] | undefined;
}

/** What looking may be told. */
export interface AnalysisOptions {
  /** The folder that is stood in. */
  readonly standing: ProjectPath;
  readonly kept?: KeptReadings | undefined;
  /** Keep every text that is read: a plan will stand on them, and nothing that changes meanwhile may slip in. */
  readonly keepTexts?: boolean | undefined;
  readonly progress?: Progress | undefined;
  /** How many commits are looked at. */
  readonly mostCommits?: number | undefined;
}

/** Commits that are looked at. What was changed together long ago says little of what belongs together now. */
const mostCommits = 500;

/**
 * Looks at the app around a folder; at every app that has a configuration, where one stands above several. Throws
 * `STACK_UNSURE` where nothing tells how an app is built, `CONFIG_BROKEN`, `UNREADABLE`.
 */
export async function analyse(store: FileReader, options: AnalysisOptions): Promise<Analysis> {
  const { standing, kept, keepTexts, progress } = options;
  const history = store.history(options.mostCommits ?? mostCommits);
  const project = await openProject(store);
  const { tree, aliases, configurations } = project;
  const found = await Promise.all(
    appsFor(configurations, standing, tree).map(({ folder, configuration }) =>
      findApp(store, folder, { paths: tree.paths, configuration }),
    ),
  );
  const graph = await buildGraph({ tree, rules: moduleRules, aliases, kept, keepTexts, progress });
  const commits = await history;
  const recent = commits?.slice(0, mostCommits);
  const apps = found.map(({ app, guessed }): AppAnalysis => {
    const { layout, stack, configuration, folder } = app;
    const paths = filesOf(tree, folder, configurations);
    return { app, guessed, catalogue: makeCatalogue({ layout, stack, configuration, graph, paths, commits: recent }) };
  });
  return { project, graph, apps, commits: recent?.length, history: commits };
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

interface WantedApp {
  readonly folder: ProjectPath;
  readonly configuration: Configuration | undefined;
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

/** Files by which one knows where an app begins. */
const manifests = ["package.json", "pubspec.yaml", "Package.swift"];

/** The nearest folder upward with a manifest; the one that is stood in, where there is none. */
function manifestFolder(tree: SourceTree, standing: ProjectPath): ProjectPath {
  const folders = [...(standing === rootPath ? [] : [standing]), ...foldersAbove(standing), rootPath];
  return folders.find((folder) => manifests.some((name) => tree.has(inFolder(folder, name)))) ?? standing;
}

/** The files of an app: those of its folder that no app within has. */
function filesOf(
  tree: SourceTree,
  folder: ProjectPath,
  configurations: readonly Configuration[],
): readonly ProjectPath[] {
  const within = configurations.map((each) => each.folder).filter((each) => isBelow(each, folder));
  const paths = tree.filesBelow(folder).filter((path) => !tree.isLink(path));
  return within.length === 0 ? paths : paths.filter((path) => !within.some((each) => isBelow(path, each)));
}
