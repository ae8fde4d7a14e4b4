export { compare, type CompareRequest, type Comparison, type Tried } from "./compare.js";
export { gainOf, recommend, type Recommendation } from "./recommend.js";
export { measureShape, type Shape } from "./shape.js";
