/** What a plan is made from. */
import type { ReferenceGraph } from "../../graph/index.js";
import type { LookupRules, Mapping } from "../../languages/index.js";
import type { Progress } from "../../base/progress.js";
import type { SourceTree } from "../../files/index.js";
import type { Draft } from "../draft.js";
import type { RespelledDraft } from "./make-plan.js";
import type { Move } from "./move.js";

/** What a plan is made from. */
export interface PlanInput {
  readonly tree: SourceTree;
  readonly draft: Draft;
  /** Aliases of the configuration. */
  readonly aliases: readonly Mapping[];
  readonly rules: LookupRules;
  /** Where each move was written, for plans that people write. */
  readonly places?: (move: Move) => string;
  readonly progress?: Progress;
  /** Read every file instead of searching for those that matter: the search is held against this in tests. */
  readonly readAll?: boolean;
  /** Respell what documents and lists name, too; else it is only mentioned. */
  readonly mentions?: boolean;
  /** All references, where they were read already. Nothing is read again then. */
  readonly graph?: ReferenceGraph;
  /** The same with other moves, tried before: what these make no difference to is not decided again. The proof is. */
  readonly earlier?: RespelledDraft;
}
