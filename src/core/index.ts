/** The core: everything that Steady Shelf knows, without a terminal. It reads no `process` and prints nothing. */
export * from "./apply/index.js";
export * from "./app/arrangement/index.js";
export * from "./app/index.js";
export * from "./change/arrange/index.js";
export * from "./files/cache/index.js";
export * from "./insight/catalogue/index.js";
export * from "./change/compare/index.js";
export { ShelfError, type Detail, type ErrorCode, type Place, type Refusal } from "./base/errors.js";
export { Resolver, type Mapping, type Resolution } from "./graph/index.js";
export {
  extractFrom,
  languageFor,
  languages,
  type Extraction,
  type Language,
  type Reference,
} from "./languages/index.js";
export * from "./change/creation/index.js";
export * from "./insight/measures/index.js";
export * from "./base/names/index.js";
export { toProjectPath, type ProjectPath } from "./base/paths.js";
export { analyse, type Analysis, type AnalysisOptions, type AppAnalysis } from "./insight/analysis.js";
export { openProject, type Project } from "./app/index.js";
export { planMoves, type PlanOptions } from "./change/plan/index.js";
export * from "./change/plan/index.js";
export * from "./change/plan-file/index.js";
export * from "./app/configuration/index.js";
export * from "./insight/rules/index.js";
export * from "./change/setup/index.js";
export type { Progress } from "./base/progress.js";
export { applyEdits, SourceText, type Position, type TextEdit } from "./base/text/index.js";
export {
  findProject,
  MemoryStore,
  openDiskStore,
  PlannedTree,
  readTree,
  SourceTree,
  type FileReader,
  type FileStore,
  type TreeView,
} from "./files/index.js";
