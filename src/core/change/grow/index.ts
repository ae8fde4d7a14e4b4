export { removeFeature, type Left, type Removed, type RemoveRequest } from "./remove-feature.js";
export { growFeature, type Grown, type GrowRequest, type ToFill } from "./like-features.js";
