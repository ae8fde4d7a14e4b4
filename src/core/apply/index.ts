export { applyPlan, type ApplyInput } from "./apply-plan.js";
export { settleCommit } from "./commit-note.js";
export { commitChange, ensureCommittable, type Committed, type CommitSteps } from "./git-commit.js";
export { hashOf, type Caller, type Change, type ChangeFolder, type ChangeItem } from "./change.js";
export {
  carryOutUndo,
  planPrune,
  planUndo,
  prune,
  readHistory,
  settle,
  undo,
  type History,
  type PastChange,
  type PrunePlan,
  type UndoPlan,
} from "./history.js";
export { ensureHomeOurs } from "./home.js";
export { ensureReportPlace, ownReport, writeReport } from "./report-file.js";
export { changesKept } from "./keep.js";
export { carryOut, type SettledChange } from "./transaction.js";
