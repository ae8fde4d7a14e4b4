export { companionsOf, isComponentFolder, partsOf, siblingsOf, type Companion, type NameParts } from "./companions.js";
