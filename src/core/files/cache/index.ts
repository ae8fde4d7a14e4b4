export type { CachePlace } from "./cache-file.js";
export { keepFiles, keptFiles, type Missing } from "./kept-files.js";
export { findOutput, keepOutput, type Output } from "./kept-output.js";
export { ReadingCache } from "./reading-cache.js";
export { TracedReader, type Trace } from "./traced-reader.js";
