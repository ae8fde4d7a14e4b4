/**
 * Texts that stay in memory, so that a project that is asked again and again need not be searched on the disk each time. What
 * changes on the disk has to be said (`forget`); what is read is read again where the disk tells another size or time, so
 * that no edit ever stands on an old text.
 */
import type { ProjectPath } from "../base/paths.js";
import { isBinary } from "./binary.js";
import type { FileReader, LineForm, Listing } from "./file-store.js";

interface Held {
  readonly bytes: Buffer;
  readonly size: number;
  readonly changed: number;
}

/** What was looked for, and where it is: kept true while texts come and go. */
interface Sought {
  readonly isIn: (path: ProjectPath, bytes: Buffer) => boolean;
  readonly found: Set<ProjectPath>;
}

/** So many searches are remembered, those that were asked for last. */
const mostSought = 24;

/** More than this is left on the disk, and searched there. */
const mostBytes = 256 << 20;

/** Files that are read between two turns of the event loop. */
const lot = 64;

/** The texts of one store. */
export class HeldTexts {
  readonly #held = new Map<ProjectPath, Held>();
  readonly #sought = new Map<string, Sought>();
  #size = 0;
  #isTooMuch = false;

  constructor(
    readonly store: FileReader,
    readonly most: number = mostBytes,
  ) {}

  /** How many bytes are held. */
  get size(): number {
    return this.#size;
  }

  /** The bytes of a file: those that are held if they are those of the disk, else read and held. Throws as the store does. */
  read(path: ProjectPath): Buffer {
    const held = this.#held.get(path);
    const stat = this.store.stat(path);
    if (held && stat?.kind === "file" && stat.size === held.size && stat.changed === held.changed) return held.bytes;
    this.forget(path);
    const bytes = this.store.read(path);
    if (stat && !isBinary(path)) this.#hold(path, { bytes, size: stat.size, changed: stat.changed });
    return bytes;
  }

  /** Something has happened to a file. */
  forget(path: ProjectPath): void {
    const held = this.#held.get(path);
    if (!held) return;
    this.#held.delete(path);
    this.#size -= held.bytes.length;
    for (const { found } of this.#sought.values()) found.delete(path);
  }

  /** Reads what a search will look into, a little at a time; stops where that is too much, or where nobody wants it any more. */
  async fill({ files }: Listing, isWanted: () => boolean = () => true): Promise<void> {
    for (const [index, { path, link }] of files.entries()) {
      if (index % lot === 0) await new Promise((resolve) => setImmediate(resolve));
      if (this.#isTooMuch || !isWanted()) return;
      if (link || isBinary(path) || this.#held.has(path)) continue;
      this.#tryRead(path);
    }
    // What is not there any more is let go.
    const listed = new Set(files.map(({ path }) => path));
    for (const path of this.#held.keys()) if (!listed.has(path)) this.forget(path);
  }

  /** As `FileReader.search`; `undefined` where not all of the files are held. Pictures and the like are left out. */
  search({ files }: Listing, texts: readonly string[], form?: LineForm): ReadonlySet<ProjectPath> | undefined {
    if (this.#isTooMuch || this.store.ignoresCase()) return undefined;
    const missing = files.filter(({ path, link }) => !this.#held.has(path) && !link && !isBinary(path));
    if (missing.length > lot) return undefined;
    for (const { path } of missing) this.#tryRead(path);
    const sought = [
      ...texts.map((text) => this.#seek(`text ${text}`, wordFinder(text))),
      ...(form ? [this.#seek(`form ${form.expression}`, formFinder(form))] : []),
    ];
    // What cannot be read may hold anything.
    const found = new Set(missing.map(({ path }) => path).filter((path) => !this.#held.has(path)));
    for (const each of sought) for (const path of each) found.add(path);
    return found;
  }

  #seek(key: string, isIn: Sought["isIn"]): ReadonlySet<ProjectPath> {
    let sought = this.#sought.get(key);
    if (!sought) {
      sought = { isIn, found: new Set() };
      for (const [path, { bytes }] of this.#held) if (isIn(path, bytes)) sought.found.add(path);
    }
    // The last one is the one that was asked for last.
    this.#sought.delete(key);
    this.#sought.set(key, sought);
    const [first] = this.#sought.keys();
    if (this.#sought.size > mostSought && first !== undefined) this.#sought.delete(first);
    return sought.found;
  }

  #tryRead(path: ProjectPath): void {
    try {
      this.read(path);
    } catch {
      // It is not held, so it counts as holding all.
    }
  }

  #hold(path: ProjectPath, held: Held): void {
    if (this.#size + held.bytes.length > this.most) {
      this.#isTooMuch = true;
      this.#held.clear();
      this.#sought.clear();
      this.#size = 0;
    }
    if (this.#isTooMuch) return;
    this.#held.set(path, held);
    this.#size += held.bytes.length;
    for (const { isIn, found } of this.#sought.values()) if (isIn(path, held.bytes)) found.add(path);
  }
}

function wordFinder(text: string): Sought["isIn"] {
  const word = Buffer.from(text);
  return (_, bytes) => bytes.includes(word);
}

function formFinder({ expression, extensions }: LineForm): Sought["isIn"] {
  const matcher = new RegExp(expression, "m");
  return (path, bytes) => extensions.some((each) => path.endsWith(each)) && matcher.test(bytes.toString());
}
