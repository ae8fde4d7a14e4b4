/** Planning moves of a project's files, and what is begun before its files are even listed. */
import type { Project } from "../../app/project.js";
import type { ProjectPath } from "../../base/paths.js";
import type { Progress } from "../../base/progress.js";
import type { FileReader } from "../../files/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { codeLanguage, isCode, languageFor, moduleRules } from "../../languages/index.js";
import type { Addition } from "./additions.js";
import { likelyWords, openForms } from "./candidates.js";
import { makePlan, type Wishes } from "./make-plan.js";
import type { Move } from "./move.js";
import type { Plan } from "./plan.js";

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
