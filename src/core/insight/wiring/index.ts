export { Kept } from "./kept.js";
export { entriesIn, type Entry } from "./entries.js";
export {
  comparedWith,
  exampleByPlaces,
  examplesOf,
  mostOf,
  wordsInPaths,
  type Compared,
  type Counterpart,
  type Example,
} from "./features.js";
export { halfWired } from "./half-wired.js";
export { exampleCalled, learnWiring, Shapes, type LearntFile, type WiredFile, type Wiring } from "./learn.js";
export { isForPeople, speaksOf, tokensOf, type Shape } from "./shape.js";
export { FeatureName, type Way } from "./spellings.js";
