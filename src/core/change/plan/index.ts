export { likelyWords, openForms } from "./candidates.js";
export type { Addition } from "./additions.js";
export { makePlan, type PlanInput, type Through, type Wishes } from "./make-plan.js";
export { emptiedFolders, ensurePossible, movesOfFolder, refuseSource, type Move, type MoveReason } from "./move.js";
export { losesItsWay, namedElsewhere } from "./named-elsewhere.js";
export { understandMove, type MoveRequest } from "./move-request.js";
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
  Proof,
  Unread,
  Unresolved,
} from "./plan.js";
export { anticipateMove, planMoves, type PlanOptions } from "./plan-moves.js";
