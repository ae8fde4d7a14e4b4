export { stateFamilies, type StateFamily, type StatePart } from "./families.js";
