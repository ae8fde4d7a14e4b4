export { doubledSheets, type Doubled } from "./doubled.js";
export { misplacedLines, type Misplaced, type OrderInput } from "./order.js";
