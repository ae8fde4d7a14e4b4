export { growFeature, type Grown, type GrowRequest, type ToFill } from "./like-features.js";
