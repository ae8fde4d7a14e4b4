/** The core: everything that Steady Shelf knows, without a terminal. It reads no `process` and prints nothing. */
export * from "./apply/index.js";
export * from "./arrangement/index.js";
export * from "./arranging/index.js";
export * from "./cache/index.js";
export * from "./catalogue/index.js";
export * from "./comparing/index.js";
export { ShelfError, type Detail, type ErrorCode, type Place, type Refusal } from "./errors.js";
export { Resolver, type Mapping, type Resolution } from "./graph/index.js";
export {
  extractFrom,
  languageFor,
  languages,
  type Extraction,
  type Language,
  type Reference,
} from "./languages/index.js";
export * from "./creation/index.js";
export * from "./measures/index.js";
export * from "./names/index.js";
export { toProjectPath, type ProjectPath } from "./paths.js";
export {
  analyse,
  openProject,
  planMoves,
  type Analysis,
  type AnalysisOptions,
  type AppAnalysis,
  type PlanOptions,
  type Project,
} from "./pipeline.js";
export * from "./plan/index.js";
export * from "./plan-file/index.js";
export * from "./project/index.js";
export * from "./rules/index.js";
export * from "./setup/index.js";
export type { Progress } from "./progress.js";
export { applyEdits, SourceText, type Position, type TextEdit } from "./text/index.js";
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
} from "./tree/index.js";
