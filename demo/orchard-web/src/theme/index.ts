export { colors, type ColorName } from "./colors";
export { spacing } from "./spacing";
