export { applyCreation, type CreationInput } from "./apply-creation.js";
export { applyPlan, type ApplyInput } from "./apply-plan.js";
export { commitChange, ensureCommittable, type Committed, type CommitSteps } from "./git-commit.js";
export { hashOf, type Caller, type Change, type ChangeFolder, type ChangeItem } from "./change.js";
export { listChanges, planUndo, settle, undo, type PastChange, type UndoPlan } from "./history.js";
export { carryOut, changesKept } from "./transaction.js";
