export { SourceText, type Encoding, type Position } from "./source-text.js";
export { escapedUnit, plain, plainText } from "./plain.js";
export { applyEdits, type TextEdit } from "./edits.js";
export { literally } from "./literally.js";
export { namesWithin } from "./names-within.js";
export { withoutBlankLines } from "./blank-lines.js";
export { wholeLines } from "./whole-lines.js";
export { tooDeepAt } from "./yaml-levels.js";
