export { ignoreSecret, isIgnored } from "./ignore-file.js";
export { drawnInGroups } from "./in-groups.js";
export { draftAccepted } from "./accept.js";
export { draftAddition, draftFeature, drawAddition, type Drawn } from "./add.js";
export type { AddRequest } from "./adding.js";
export { companionStarterName, starterBase, starterName, withOwnStarters } from "./own-starters.js";
export { noteOther } from "./there-already.js";
export { SetupDraft, type SetUp } from "./setup-draft.js";
export { specifierTo } from "./specifier-to.js";
export { existingFeatures, knownRole, meantFeature } from "./meant.js";
export { isListedRole } from "./listed-roles.js";
export { nameByRole } from "./sisters.js";
export { valuesFor, type Filling } from "./values.js";
export { placeFor } from "./wanted-files.js";
export {
  configurationText,
  hasBegun,
  draftBegunApp,
  draftNewApp,
  type Fill,
  type FolderPurpose,
  type BegunApp,
  type InitPlan,
  type InitRequest,
} from "./init.js";
