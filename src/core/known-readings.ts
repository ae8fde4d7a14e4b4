/** What a workspace remembers of files, and what of it others depend on. */
import type { ProjectPath } from "./base/paths.js";
import type { KeptReadings } from "./files/index.js";
import type { ReferenceGraph } from "./graph/index.js";
import type { FileReading } from "./languages/index.js";

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

/** What a file says of itself, as one text without places: who judges by it judges the same where it is the same. */
export function factsOf(graph: ReferenceGraph, path: ProjectPath): string | undefined {
  const file = graph.files.get(path);
  if (!file) return undefined;
  const { reading } = file;
  // Where the error stands is a place that is told.
  if (reading.problem) return undefined;
  const starts = new Map(reading.references.map(({ start }, index) => [start, index]));
  const isReducer = reading.outline.signs.includes("reducer");
  const { lines, actions, ...outline } = reading.outline;
  return JSON.stringify([
    file.references.map(({ reference, resolution }) => {
      const { bindings, ...form } = reference;
      const taken = bindings?.map(({ imported, local, isType }) => [imported, local, isType]);
      return [placeless(form), taken, resolution.state === "found" ? resolution.targets : resolution.state];
    }),
    reading.computed.map(({ head }) => head),
    reading.exports?.map((each) => [placeless(each), each.from === undefined ? undefined : starts.get(each.from)]),
    reading.declares?.map(({ name }) => name),
    reading.usesNames?.map(({ name }) => name),
    reading.reading,
    outline,
    actions.map(({ name, constant }) => [name, constant]),
    isReducer ? lines : 0,
  ]);
}

/** A fact without the offsets at which it stands. */
function placeless(fact: object): object {
  return Object.fromEntries(Object.entries(fact).filter(([key]) => !["start", "end", "from"].includes(key)));
}
