export { learnConventions, type Conventions, type LearntShelf } from "./learn.js";
