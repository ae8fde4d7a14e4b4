export { likelyWords } from "./candidates.js";
export { makePlan, type PlanInput, type Wishes } from "./make-plan.js";
export { emptiedFolders, ensurePossible, movesOfFolder, refuseSource, type Move, type MoveReason } from "./move.js";
export { understandMove, type MoveRequest } from "./move-request.js";
export type { Difference, LinkEdit, Mention, NewText, Plan, PlannedEdit, Proof, Unread, Unresolved } from "./plan.js";
