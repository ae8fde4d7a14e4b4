export type { Doubled } from "./doubled.js";
export { unusedNames, type UnusedName } from "./unused-names.js";
export { findInSheets, type Misplaced, type OrderInput, type SheetFindings } from "./order.js";
