export { SourceText, type Encoding, type Position } from "./source-text.js";
export { applyEdits, type TextEdit } from "./edits.js";
