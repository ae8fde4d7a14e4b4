export { applyCreation, type CreationInput } from "./apply-creation.js";
export { applyPlan, type ApplyInput } from "./apply-plan.js";
export { hashOf, type Caller, type Change, type ChangeFolder, type ChangeItem } from "./change.js";
export { listChanges, planUndo, settle, undo, type PastChange, type UndoPlan } from "./history.js";
export { carryOut, changesKept } from "./transaction.js";
