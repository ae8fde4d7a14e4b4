export type {
  ArrangementData,
  CompanionData,
  EvidenceData,
  MakeData,
  OneOrMore,
  RegistrationData,
  RoleData,
  ShelfData,
  StackData,
  StackMark,
  StartData,
} from "./stack-data.js";
export {
  extensionOf,
  Layout,
  meantName,
  stemFor,
  type LayoutInput,
  type PlaceRequest,
  type Standing,
} from "./layout.js";
export { reachProblem, type ReachProblem } from "./reach.js";
export { aRole, isRole, manyOf, roleMeant, roleMeanings, roles, type Role } from "./roles.js";
export { aboutShelf, anyName, listOf, structuralWords, type Reach, type Shelf, type ShelfSource } from "./shelf.js";
export {
  arrangementNames,
  ownArrangement,
  readArrangement,
  readEvidence,
  readStack,
  shippedData,
  stackMarks,
  type Arrangement,
} from "./shipped.js";
