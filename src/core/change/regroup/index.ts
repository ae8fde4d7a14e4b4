export { anatomyOf, bodyOf, givenNames, insideOf, placeOf, statementAt, typeNamesOf, type Anatomy } from "./anatomy.js";
export { extensionFor, fileNameFor } from "./file-name.js";
export type { Part } from "./part.js";
export { regroup, type Regrouped, type RegroupRequest } from "./regroup.js";
