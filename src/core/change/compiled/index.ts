export { compareCompiled, isAsBefore, type ComparedSheet, type Comparison } from "./compare.js";
