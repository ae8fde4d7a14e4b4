/**
 * Readings of files, kept by content under `.steady-shelf/cache/`: a text that was read once is not parsed again while its
 * bytes are the same, whatever the file is called and whenever it was changed.
 *
 * The file is a line with the version and the checksum of the rest, then one line a reading: its key, a tab, the reading as
 * JSON. What is broken, cut short, or from another version is passed over as if nothing were there; so the folder may be
 * deleted at any time.
 */
import { hash } from "node:crypto";
import type { KeptReadings } from "../graph/index.js";
import { languageFor, type FileReading } from "../languages/index.js";
import { nameOf, type ProjectPath } from "../paths.js";
import type { FileStore } from "../tree/index.js";
import { packReading, unpackReading } from "./pack.js";

declare const READING_VERSION: string | undefined;

const home = ".steady-shelf" as ProjectPath;
const folder = ".steady-shelf/cache" as ProjectPath;
const file = ".steady-shelf/cache/readings" as ProjectPath;

/** The build says which way of reading it is; from the sources (in tests) there is only one. */
const version = typeof READING_VERSION === "undefined" ? "sources" : READING_VERSION;

/** Readings that were kept, and those that will be. */
export class ReadingCache implements KeptReadings {
  readonly #lines: ReadonlyMap<string, string>;
  readonly #keys = new Map<ProjectPath, string>();
  readonly #used = new Map<string, string>();
  #isChanged = false;

  constructor(readonly store: FileStore) {
    this.#lines = readLines(store);
  }

  find(path: ProjectPath, bytes: Buffer): FileReading | undefined {
    const key = keyOf(path, bytes);
    const line = this.#used.get(key) ?? this.#lines.get(key);
    const reading = line === undefined ? undefined : unpackReading(line);
    if (line !== undefined && reading) this.#used.set(key, line);
    else this.#keys.set(path, key);
    return reading;
  }

  keep(path: ProjectPath, reading: FileReading): void {
    const key = this.#keys.get(path);
    if (key === undefined) return;
    this.#used.set(key, packReading(reading));
    this.#isChanged = true;
  }

  /** Writes what was used. A folder that cannot be written to is none of the user's worries: nothing is kept then. */
  save(): void {
    if (!this.#isChanged && this.#used.size >= this.#lines.size * 0.75) return;
    const lines = [...this.#used].map(([key, line]) => `${key}\t${line}\n`).join("");
    const temporary = `${file}.new` as ProjectPath;
    try {
      for (const each of [home, folder]) if (!this.store.stat(each)) this.store.makeFolder(each);
      const ignore = `${home}/.gitignore` as ProjectPath;
      if (!this.store.stat(ignore)) this.store.create(ignore, Buffer.from("*\n"), 0o644);
      if (this.store.stat(temporary)) this.store.remove(temporary);
      this.store.create(temporary, Buffer.from(`${version} ${hash("sha1", lines)}\n${lines}`), 0o644);
      this.store.rename(temporary, file);
    } catch {
      // A full or read-only disk, or another run that writes at this moment: the next run reads the files again.
    }
  }
}

/** A text is read by its bytes and by what its name ends in. */
function keyOf(path: ProjectPath, bytes: Buffer): string {
  const name = nameOf(path);
  const extension = languageFor(name)?.extensions.find((each) => name.endsWith(each)) ?? "";
  return hash("sha1", bytes, "base64") + extension;
}

function readLines(store: FileStore): Map<string, string> {
  const lines = new Map<string, string>();
  const text = store.stat(file)?.kind === "file" ? readSafely(store) : "";
  const head = text.indexOf("\n");
  const rest = text.slice(head + 1);
  if (head < 0 || text.slice(0, head) !== `${version} ${hash("sha1", rest)}`) return lines;
  for (let at = 0, end = rest.indexOf("\n"); end >= 0; at = end + 1, end = rest.indexOf("\n", at)) {
    const tab = rest.indexOf("\t", at);
    if (tab > at && tab < end) lines.set(rest.slice(at, tab), rest.slice(tab + 1, end));
  }
  return lines;
}

function readSafely(store: FileStore): string {
  try {
    return store.read(file).toString();
  } catch {
    return "";
  }
}
