/** Planning moves of a project's files, and what is begun before its files are even listed. */
import type { Project } from "../../app/project.js";
import type { ProjectPath } from "../../base/paths.js";
import type { Progress } from "../../base/progress.js";
import type { FileReader } from "../../files/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { codeLanguage, isCode, languageFor, moduleRules } from "../../languages/index.js";
import { draftOf, withLists, type Draft, type DraftParts } from "../draft.js";
import { mayChangeNamespaces } from "../namespaces/may-change.js";
import { likelyWords, openLines } from "./candidates.js";
import { makePlan, respellDraft, type RespelledDraft } from "./make-plan.js";
import type { Move } from "./move.js";
import { followNames, placeGaps } from "./place-gaps.js";
import { standInGaps } from "./stand-ins.js";
import type { Plan } from "./plan.js";

/**
 * Begins what planning a move of these paths will need, while the tree is being listed: the search for their names, and
 * loading the parser. `more` are words that will be asked for besides: one search answers to all. Nothing depends on it but time.
 */
export function anticipateMove(store: FileReader, paths: readonly ProjectPath[], more: readonly string[] = []): void {
  if (paths.some((path) => languageFor(path) === undefined && !path.includes("."))) return;
  void store.search([...new Set([...more, ...likelyWords(paths, moduleRules)])], openLines);
  if (paths.some(isCode)) void codeLanguage.prepare();
}

/** What planning may be told. */
export interface PlanOptions {
  readonly places?: (move: Move) => string;
  readonly progress?: Progress;
  readonly readAll?: boolean;
  readonly graph?: ReferenceGraph;
  readonly mentions?: boolean;
  /** Whether every type stays in its namespace, also where namespaces go by folders. */
  readonly keepNamespaces?: boolean;
  readonly earlier?: RespelledDraft;
}

/** Plans a draft: what is respelled, and the proof. Nothing is written. */
export async function planDraft(project: Project, draft: Draft, options: PlanOptions = {}): Promise<Plan> {
  const { tree, aliases } = project;
  const whole = await followNames(tree, await followed(project, await withLists(tree, draft), options));
  const gaps = [...(await placeGaps(tree, whole)), ...standInGaps(tree, whole)];
  const doubted = gaps.length === 0 ? whole : { ...whole, doubts: [...(whole.doubts ?? []), ...gaps] };
  return makePlan({ tree, aliases, draft: doubted, rules: moduleRules, ...options });
}

/** The same draft with the namespaces that follow folders, unless they are to stay. */
async function followed(project: Project, draft: Draft, { keepNamespaces }: PlanOptions): Promise<Draft> {
  if (keepNamespaces === true || !mayChangeNamespaces(draft)) return draft;
  return (await import("../namespaces/follow.js")).withNamespaces(project, draft);
}

/** Plans moves of files, and what goes with them. */
export async function planMoves(
  project: Project,
  moves: readonly Move[],
  { additions, wishes, edits, ...options }: PlanOptions & Omit<DraftParts, "moves"> = {},
): Promise<Plan> {
  const parts = { moves, ...(additions && { additions }), ...(wishes && { wishes }), ...(edits && { edits }) };
  return planDraft(project, draftOf(project.tree, parts), options);
}

/** Respells what moves would break, without a proof: enough to say how much it would be. */
export async function respellMoves(
  { tree, aliases }: Project,
  moves: readonly Move[],
  { additions, wishes, ...options }: PlanOptions & Omit<DraftParts, "moves"> = {},
): Promise<RespelledDraft> {
  const draft = await withLists(
    tree,
    draftOf(tree, { moves, ...(additions && { additions }), ...(wishes && { wishes }) }),
  );
  return respellDraft({ tree, aliases, draft, rules: moduleRules, ...options });
}
