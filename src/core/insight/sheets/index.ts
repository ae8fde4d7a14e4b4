export { linesInSections, type SectionLine, type SheetSections } from "./in-sections.js";
export type { Doubled } from "./doubled.js";
export type { SetTooLate } from "./set-too-late.js";
export { unusedNames, type UnusedName } from "./unused-names.js";
export { findInSheets, type Misplaced, type SheetFindings } from "./order.js";
export type { OrderInput } from "./order-input.js";
