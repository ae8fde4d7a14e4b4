export { planAddition, planFeature } from "./add.js";
export type { AddRequest } from "./adding.js";
export { specifierTo } from "./specifier-to.js";
export { existingFeatures, knownRole } from "./meant.js";
export {
  configurationText,
  hasBegun,
  planBegunApp,
  planNewApp,
  type Fill,
  type FolderPurpose,
  type InitPlan,
  type InitRequest,
} from "./init.js";
