export { applyPlan, changeOf, type ApplyInput } from "./apply-plan.js";
export { hashOf, type Caller, type Change, type ChangeFolder, type ChangeItem } from "./change.js";
export {
  changeToUndo,
  inverseOf,
  listChanges,
  planUndo,
  settle,
  undo,
  type PastChange,
  type UndoPlan,
} from "./history.js";
export { carryOut, changesKept } from "./transaction.js";
