export type { Doubled } from "./doubled.js";
export { findInSheets, type Misplaced, type OrderInput, type SheetFindings } from "./order.js";
