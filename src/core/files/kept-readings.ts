import { hash } from "node:crypto";
import type { FileReading } from "../languages/index.js";
import type { ProjectPath } from "../base/paths.js";

/** Readings that were kept from an earlier run; `undefined` for what has to be read. */
export interface KeptReadings {
  /** The reading of a file with these bytes. */
  find(path: ProjectPath, bytes: Buffer): FileReading | undefined;
  /** Keeps the reading of a file that was asked for and not found. */
  keep(path: ProjectPath, reading: FileReading): void;
}

/** Readings that are kept as long as the process: for who looks twice at the same files. Not for texts that differ but for their hash. */
export class ReadingsInMemory implements KeptReadings {
  readonly #asked = new Map<ProjectPath, string>();
  readonly #kept = new Map<ProjectPath, { readonly of: string; readonly reading: FileReading }>();

  find(path: ProjectPath, bytes: Buffer): FileReading | undefined {
    const of = hash("sha256", bytes);
    const there = this.#kept.get(path);
    if (there?.of === of) return there.reading;
    this.#asked.set(path, of);
    return undefined;
  }

  keep(path: ProjectPath, reading: FileReading): void {
    const of = this.#asked.get(path);
    if (of !== undefined) this.#kept.set(path, { of, reading });
  }
}
