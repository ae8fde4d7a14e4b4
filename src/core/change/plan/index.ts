export { likelyWords, openLines } from "./candidates.js";
export { draftOf, type Addition, type Claim, type Draft, type DraftEdit, type Through, type Wishes } from "../draft.js";
export { editsBetween } from "../text-changes.js";
export { madeTexts } from "./made-files.js";
export { makePlan, type RespelledDraft } from "./make-plan.js";
export type { PlanInput } from "./plan-input.js";
export { emptiedFolders, ensurePossible, movesOfFolder, refuseSource, type Move, type MoveReason } from "./move.js";
export { losesItsWay, namedElsewhere } from "./named-elsewhere.js";
export { understandMove, type MoveRequest } from "./move-request.js";
export { proofOf, type FailingProof, type HoldingProof, type IncompleteProof, type ProofFacts } from "./plan.js";
export type {
  Difference,
  Gap,
  GapReason,
  LinkEdit,
  MadeFile,
  Mention,
  NewText,
  PatternChange,
  Plan,
  PlannedEdit,
  PlannedLine,
  Proof,
  Unread,
  Unresolved,
} from "./plan.js";
export { anticipateMove, planDraft, planMoves, respellMoves, type PlanOptions } from "./plan-moves.js";
export { usesByPlace } from "./place-gaps.js";
