export { removeFeature, type Left, type Removed, type RemoveRequest } from "./remove-feature.js";
export { growFeature, type Grown, type GrowRequest } from "./like-features.js";
export { renameFeature, type FeatureRenameRequest, type RenamedFeature } from "./rename-feature.js";
export {
  joinFeatures,
  splitFeature,
  type JoinFeaturesRequest,
  type Regrouped,
  type SplitFeatureRequest,
} from "./regroup-features.js";
export { growFile, type FileGrowRequest, type GrownFile } from "./like-files.js";
export { growSet } from "./like-sets.js";
export { specifierLike } from "./specifier-like.js";
export { insertion } from "./insert.js";
export { takenOut } from "./take-out.js";
export { listFeature } from "./list-feature.js";
export type { ToFill } from "./wirer.js";
