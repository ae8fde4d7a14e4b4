export { compare, type CompareRequest } from "./compare.js";
export type { Advice, Comparison, Recommendation, Tried } from "./comparison.js";
export { gainOf, recommend } from "./recommend.js";
export { measureShape, type Shape } from "./shape.js";
