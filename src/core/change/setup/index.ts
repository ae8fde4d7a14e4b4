export { planAddition, planFeature } from "./add.js";
export type { AddRequest } from "./adding.js";
export { appUnder, openApp, projectName, type App, type Decision } from "../../app/app.js";
export { specifierTo } from "./specifier-to.js";
export { detectStacks, stackOfFiles, type FoundStack } from "../../app/detect-stack.js";
export { hasChoice, likelyLanguage } from "../../app/likely-language.js";
export { existingFeatures, knownRole } from "./meant.js";
export { filesOfApp, findApp, stackUnsure, type FoundApp } from "../../app/find-app.js";
export { bestFit, likelySource, wordsUsed, type Fit, type FitInput } from "../../app/fit.js";
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
