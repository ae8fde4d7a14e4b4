export { kindName, kindsOf, stateKinds, type StateKind } from "./by-kind.js";
export { splitDraft, type SplitDraft, type SplitFile, type SplitRequest } from "./split.js";
export { unitsOf, type Unit } from "./units.js";
