export {
  compare,
  compareTrees,
  type Change,
  type ComparedTrees,
  type CompareRequest,
  type TriedTree,
} from "./compare.js";
export type { Advice, Comparison, Recommendation, Tried } from "./comparison.js";
export { gainOf, recommend } from "./recommend.js";
export { measureShape, type Shape } from "./shape.js";
