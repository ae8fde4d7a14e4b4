export { appUnder, openApp, projectName, readStarter, type App, type Decision } from "./app.js";
export {
  companionPath,
  companionsOf,
  isComponentFolder,
  partPath,
  partsInText,
  partsOf,
  type Companion,
  type NameParts,
} from "./companions.js";
export { detectStacks, likelyStack, type FoundStack } from "./detect-stack.js";
export { environmentEntries, environmentFile, samplesFor, type EnvironmentEntry } from "./environment-files.js";
export { foundByPlace } from "./found-by-place.js";
export { filesOfApp, findApp, likeliestApp, stackUnsure, type FindAppHints, type FoundApp } from "./find-app.js";
export {
  bestFit,
  isMainCode,
  isTold,
  allForms,
  likelySource,
  nameCandidates,
  usualSource,
  wordsUsed,
  type Fit,
  type FitInput,
  isCrowdedRoot,
} from "./fit.js";
export { someTool } from "./place-tools.js";
export {
  knownByPlace,
  manifests,
  newAddressBy,
  takenOfAll,
  type KnownBy,
  type PlaceKnowledge,
} from "./known-by-place.js";
export { leadersOf } from "./leaders.js";
export { hasChoice, likelyLanguage } from "./likely-language.js";
export { openProject, type Project } from "./project.js";
export { isOfSource, routedFolders, type RoutedFolder } from "./routed-folders.js";
export { styleSections, type StyleSection } from "./sections.js";
export { fillStarter, type Starter, type StarterValues } from "./starter.js";
