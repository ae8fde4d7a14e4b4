export { aboutShelf, existingFeatures, planAddition, planFeature, type AddRequest } from "./add.js";
export { openApp, projectName, type App, type Decision } from "./app.js";
export { detectStacks, type FoundStack } from "./detect-stack.js";
export { fitArrangements, likelySource, type Fit, type FitInput } from "./fit.js";
export {
  configurationText,
  hasBegun,
  planBegunApp,
  planNewApp,
  usualSource,
  type Fill,
  type FolderPurpose,
  type InitPlan,
  type InitRequest,
} from "./init.js";
