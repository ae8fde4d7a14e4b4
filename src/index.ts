/** The library: what a program needs that looks at projects, plans changes and carries them out. See docs/library.md. */
export {
  findProject,
  MemoryStore,
  openDiskStore,
  type FileReader,
  type FileStore,
  type SourceTree,
} from "./core/files/index.js";
export { toProjectPath, type ProjectPath } from "./core/base/paths.js";
export { ShelfError, type ErrorCode } from "./core/base/errors.js";
export { companionsOf, openProject, type Project } from "./core/app/index.js";
export { analyse, type Analysis, type AppAnalysis } from "./core/insight/analysis.js";
export { check, type Checked, type Finding } from "./core/insight/rules/index.js";
export { explain, surveyOf, type Explanation, type Survey } from "./core/insight/measures/index.js";
export { Workspace, type WorkOptions, type WorkspaceChange } from "./core/workspace.js";
export { compare, type Comparison } from "./core/change/compare/index.js";
export {
  draftOf,
  planDraft,
  understandMove,
  type Claim,
  type Draft,
  type Move,
  type Plan,
  type Proof,
} from "./core/change/plan/index.js";
export { planArranging, type ArrangedPlan } from "./core/change/arrange/index.js";
export { planRepairs, type Repairs } from "./core/change/repair.js";
export { planSaved } from "./core/change/arrange/plan-saved.js";
export { readPlanFile, writePlanFile, type PlanFile } from "./core/change/plan-file/index.js";
export { applyPlan, readHistory, settle, undo, type Caller, type PastChange } from "./core/apply/index.js";
export { tell, type Told } from "./wording/findings.js";
export { wordsOfEvidence } from "./wording/reasons.js";
