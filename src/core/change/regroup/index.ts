export {
  anatomyOf,
  bodyOf,
  ensureModule,
  givenNames,
  insideOf,
  placeOf,
  statementAt,
  typeNamesOf,
  type Anatomy,
} from "./anatomy.js";
export { extensionFor, fileNameFor } from "./file-name.js";
export { cutsOf, placeForImports, withoutBlankHead, type Cut } from "./cuts.js";
export { importText, mannerOf } from "./imports.js";
export type { Part } from "./part.js";
export { regroup, type Regrouped, type RegroupRequest } from "./regroup.js";
export { SpecifierMaker } from "./specifiers.js";
