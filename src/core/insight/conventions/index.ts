export { learnConventions, type Conventions } from "./learn.js";
export type { LearntShelf } from "./learnt-shelf.js";
export { goesPastIndexes } from "./through-index.js";
