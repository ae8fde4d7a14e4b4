export { boundPairs, privateCompanions } from "./companions.js";
export { chosenMembers, ensureNotOverridden, membersDraft } from "./members.js";
export { regroupModules } from "./regroup.js";
