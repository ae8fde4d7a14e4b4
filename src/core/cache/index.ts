export { ReadingCache } from "./reading-cache.js";
