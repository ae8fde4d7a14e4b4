export { misplacedLines, type Misplaced } from "./order.js";
