/** What a workspace remembers of files, and what of it others depend on. */
import type { ProjectPath } from "./base/paths.js";
import type { KeptReadings } from "./files/index.js";
import type { ReferenceGraph } from "./graph/index.js";
import { factsOfReading, type FileReading } from "./languages/index.js";

/** Readings of the last look, by path and bytes. */
export class KnownReadings implements KeptReadings {
  readonly #known = new Map<ProjectPath, { readonly bytes: Buffer; readonly reading: FileReading }>();
  readonly #asked = new Map<ProjectPath, Buffer>();

  find(path: ProjectPath, bytes: Buffer): FileReading | undefined {
    const known = this.#known.get(path);
    if (known?.bytes.equals(bytes)) return known.reading;
    this.#asked.set(path, bytes);
    return undefined;
  }

  keep(path: ProjectPath, reading: FileReading): void {
    const bytes = this.#asked.get(path);
    if (bytes) this.#known.set(path, { bytes, reading });
    this.#asked.delete(path);
  }

  /** Takes the reading of a text that was read by itself. */
  take(path: ProjectPath, bytes: Buffer, reading: FileReading): void {
    this.#known.set(path, { bytes, reading });
  }
}

/** What a file says of itself, and where its references lead, as one text without places. */
export function factsOf(graph: ReferenceGraph, path: ProjectPath): string | undefined {
  const file = graph.files.get(path);
  const facts = file && factsOfReading(file.reading);
  if (!file || !facts) return undefined;
  const leads = file.references.map(({ resolution }) =>
    resolution.state === "found" ? resolution.targets : resolution.state,
  );
  return JSON.stringify([facts, leads]);
}
