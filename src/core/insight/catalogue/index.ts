export { isSharedFolder } from "./feature-folders.js";
export {
  isAssetFile,
  isMain,
  leftAlone,
  makeCatalogue,
  restood,
  type Catalogue,
  type CatalogueInput,
  type Entry,
  type Said,
} from "./catalogue.js";
export type { EffectiveUses } from "./effective-uses.js";
export { certain, ordered, type Evidence, type Judgement } from "./evidence.js";
export { cluesOf, keyOf, type Clues } from "./clues.js";
export { shared, type Feature } from "./feature-names.js";
export { featureKey, saysRole, singular, wordsBesideRole, wordsOfFolderName } from "./feature-words.js";
export { isGeneral as isGeneralName } from "./judge-feature.js";
export { judgeText, testFolderAbove } from "./judge-role.js";
export { reachings, type Reaching } from "./reaching.js";
