/**
 * The stages of a relocation, in order:
 *
 *   tree         which files are the project's
 *   moves        which of them go where
 *   plan         what is respelled, and the proof
 *   apply        the journalled change (see `core/apply`)
 *
 * Each stage is one function from data to data; this is the only place that knows them all.
 */
import type { Mapping } from "./graph/index.js";
import { languageFor, languages } from "./languages/index.js";
import type { ProjectPath } from "./paths.js";
import { likelyWords, makePlan, type Move, type Plan } from "./plan/index.js";
import type { Progress } from "./progress.js";
import { readConfigurations, type Configuration } from "./project/index.js";
import { readTree, type FileReader, type SourceTree } from "./tree/index.js";

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
  return { tree, configurations, aliases: configurations.flatMap(({ aliases }) => aliases) };
}

/**
 * Begins what planning a move of these paths will need, while the tree is being listed: the search for their names, and
 * loading the parser. Nothing depends on it but time.
 */
export function anticipateMove(store: FileReader, paths: readonly ProjectPath[]): void {
  const [language] = languages;
  if (!language || paths.some((path) => languageFor(path) === undefined && !path.includes("."))) return;
  void store.search(likelyWords(paths, language.rules));
  void language.prepare();
}

/** What `planMoves` may be told. */
export interface PlanOptions {
  readonly places?: (move: Move) => string;
  readonly progress?: Progress;
  readonly readAll?: boolean;
}

/** Plans moves of files: what is respelled, and the proof. Nothing is written. */
export function planMoves(
  { tree, aliases }: Project,
  moves: readonly Move[],
  options: PlanOptions = {},
): Promise<Plan> {
  const [language] = languages;
  if (!language) throw new RangeError("no language is registered");
  return makePlan({ tree, aliases, moves, rules: language.rules, ...options });
}
