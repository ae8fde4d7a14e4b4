export { anatomyOf, bodyOf, insideOf, placeOf, typeNamesOf, type Anatomy } from "./anatomy.js";
export { nameAfter } from "./homes.js";
export type { Part } from "./part.js";
export { regroup, type Regrouped, type RegroupRequest } from "./regroup.js";
