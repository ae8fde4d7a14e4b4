/**
 * Readings of files, kept by content under `.steady-shelf/cache/`: a text that was read once is not parsed again while its
 * bytes are the same, whatever the file is called and whenever it was changed.
 *
 * The file has one line a reading: its key, a tab, the reading as JSON. What is broken, cut short, or from another version is
 * passed over as if nothing were there; so the folder may be deleted at any time.
 */
import type { KeptReadings } from "../kept-readings.js";
import { languageFor, type FileReading } from "../../languages/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { readingVersion, readKept, writeKept, type CachePlace } from "./cache-file.js";
import { digest } from "./traced-reader.js";
import { packReading, unpackReading } from "./pack.js";

const file = "readings";

/** Readings that were kept, and those that will be. */
export class ReadingCache implements KeptReadings {
  readonly #lines: ReadonlyMap<string, string>;
  readonly #keys = new Map<ProjectPath, string>();
  readonly #used = new Map<string, string>();
  #isChanged = false;

  constructor(readonly place: CachePlace) {
    this.#lines = readLines(place);
  }

  find(path: ProjectPath, bytes: Buffer): FileReading | undefined {
    const key = keyOf(path, bytes);
    const line = this.#used.get(key) ?? this.#lines.get(key);
    const reading = line === undefined ? undefined : unpackReading(line);
    if (line !== undefined && reading) this.#used.set(key, line);
    else this.#keys.set(path, key);
    return reading;
  }

  /** The reading of a text that is gone, by its digest. */
  findFormer(path: ProjectPath, digestThen: string): FileReading | undefined {
    const line = this.#lines.get(keyBy(path, digestThen));
    return line === undefined ? undefined : unpackReading(line);
  }

  keep(path: ProjectPath, reading: FileReading): void {
    const key = this.#keys.get(path);
    if (key === undefined) return;
    this.#used.set(key, packReading(reading));
    this.#isChanged = true;
  }

  /** Writes what was used, if that is not what is written already. */
  save(): void {
    if (!this.#isChanged && this.#used.size >= this.#lines.size * 0.75) return;
    const lines = [...this.#used].map(([key, line]) => `${key}\t${line}\n`).join("");
    writeKept(this.place, file, readingVersion, lines);
  }
}

/** A text is read by its bytes, and by its language and what its name ends in. */
function keyOf(path: ProjectPath, bytes: Buffer): string {
  return keyBy(path, digest(bytes));
}

function keyBy(path: ProjectPath, digestOfText: string): string {
  const name = nameOf(path);
  const language = languageFor(path);
  const extension = language?.extensions.find((each) => name.endsWith(each)) ?? "";
  // Settings are read by their whole names.
  return `${digestOfText}${language?.name.slice(0, 2) ?? ""}${language?.claims ? name : extension}`;
}

function readLines(place: CachePlace): Map<string, string> {
  const lines = new Map<string, string>();
  const text = readKept(place, file, readingVersion) ?? "";
  for (let at = 0, end = text.indexOf("\n"); end >= 0; at = end + 1, end = text.indexOf("\n", at)) {
    const tab = text.indexOf("\t", at);
    if (tab > at && tab < end) lines.set(text.slice(at, tab), text.slice(tab + 1, end));
  }
  return lines;
}
