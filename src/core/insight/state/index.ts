export { readingOrder, stateFamilies, type StateFamily, type StatePart } from "./families.js";
