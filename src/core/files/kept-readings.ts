import type { FileReading } from "../languages/index.js";
import type { ProjectPath } from "../base/paths.js";

/** Readings that were kept from an earlier run; `undefined` for what has to be read. */
export interface KeptReadings {
  /** The reading of a file with these bytes. */
  find(path: ProjectPath, bytes: Buffer): FileReading | undefined;
  /** Keeps the reading of a file that was asked for and not found. */
  keep(path: ProjectPath, reading: FileReading): void;
}
