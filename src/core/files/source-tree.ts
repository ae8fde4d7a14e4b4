/**
 * The project's files as data: their paths, and their text read once, when it is first asked for.
 *
 * A `SourceTree` never parses. `PlannedTree` is the same tree as it would be after moves, so that
 * everything that works on the one works on the other; nothing is written for it.
 */
import { readingProblem } from "../base/errors.js";
import { comparePaths, foldersHolding, pathsBelow, type ProjectPath } from "../base/paths.js";
import { SourceText } from "../base/text/index.js";
import type { FileReader, Listing, Unlisted } from "./file-store.js";

/** What later stages may ask of a tree. */
export interface TreeView {
  /** The project's files, links included, in order of path. */
  readonly paths: readonly ProjectPath[];
  has(path: ProjectPath): boolean;
  hasFolder(path: ProjectPath): boolean;
  /** The text of a file of this tree, or `undefined` for a link or a file that is not there, or cannot be read. */
  text(path: ProjectPath): SourceText | undefined;
  /** Whether a file that is not the project's stands at this path from the root (ignored, or outside). */
  existsBeyond(relative: string): boolean;
  readBeyond(relative: string): string | undefined;
  /** Whether `A` and `a` are one file where this tree lies. */
  readonly ignoresCase: boolean;
}

/** The tree as it is on the disk. */
export class SourceTree implements TreeView {
  readonly paths: readonly ProjectPath[];
  readonly ignoresCase: boolean;
  readonly foreign: readonly ProjectPath[];
  /** What of the project could not be listed. */
  readonly unlisted: readonly Unlisted[];
  readonly #links = new Set<ProjectPath>();
  readonly #files: ReadonlySet<ProjectPath>;
  readonly #folders: ReadonlySet<ProjectPath>;
  readonly #texts = new Map<ProjectPath, SourceText>();
  readonly #admitted = new Set<ProjectPath>();
  readonly #unreadable = new Map<ProjectPath, string>();
  readonly #noted = new Set<ProjectPath>();
  #isNoting = false;

  constructor(
    readonly store: FileReader,
    listing: Listing,
  ) {
    this.paths = listing.files.map((file) => file.path);
    for (const file of listing.files) if (file.link) this.#links.add(file.path);
    this.#files = new Set(this.paths);
    this.#folders = foldersHolding(this.paths);
    this.foreign = listing.foreign;
    this.unlisted = listing.unlisted;
    this.ignoresCase = store.ignoresCase();
  }

  has(path: ProjectPath): boolean {
    return this.#files.has(path);
  }

  hasFolder(path: ProjectPath): boolean {
    return path === "" || this.#folders.has(path);
  }

  /** The files below a folder, at any depth. They lie side by side in the order of paths, so nothing else is looked at. */
  filesBelow(folder: ProjectPath): readonly ProjectPath[] {
    return pathsBelow(this.paths, folder);
  }

  isLink(path: ProjectPath): boolean {
    return this.#links.has(path);
  }

  /** Every symbolic link of the project. */
  get links(): ReadonlySet<ProjectPath> {
    return this.#links;
  }

  /** Every folder that holds a file, at any depth. */
  get folders(): ReadonlySet<ProjectPath> {
    return this.#folders;
  }

  text(path: ProjectPath): SourceText | undefined {
    if (this.#isNoting) this.#noted.add(path);
    return this.linesOf(path);
  }

  /** The same, for the lines at which things stand that are told with the file's path: nothing is concluded from what the letters say. */
  linesOf(path: ProjectPath): SourceText | undefined {
    if (!this.#isOurs(path)) return undefined;
    let text = this.#texts.get(path);
    const bytes = text === undefined ? this.#bytes(path) : undefined;
    if (bytes) this.#texts.set(path, (text = SourceText.fromBytes(bytes)));
    return text;
  }

  /**
   * Does some work, and writes down whose texts it asks for. What is concluded from the letters of a text holds only as long as they are
   * the same, whatever the file says of itself.
   */
  noting<Result>(work: () => Result): Result {
    const before = this.#isNoting;
    this.#isNoting = true;
    try {
      return work();
    } finally {
      this.#isNoting = before;
    }
  }

  /** The same from here on, to the end. */
  noteTexts(): void {
    this.#isNoting = true;
  }

  /** Files whose texts were asked for meanwhile, in this tree or in one from which it was made. */
  get notedTexts(): ReadonlySet<ProjectPath> {
    return this.#noted;
  }

  /** Files that were asked for and cannot be read, with the reason. Whatever was concluded without them is not certain. */
  get unreadable(): ReadonlyMap<ProjectPath, string> {
    return this.#unreadable;
  }

  /** A plain file that git ignores and that is written all the same: a list of our own, `.gitignore` where that is ignored. */
  admit(path: ProjectPath): void {
    if (!this.has(path) && this.store.stat(path)?.kind === "file") this.#admitted.add(path);
  }

  #isOurs(path: ProjectPath): boolean {
    return (this.has(path) && !this.isLink(path)) || this.#admitted.has(path);
  }

  /** The bytes of a file; they are not kept. `undefined` for a link, or a file that is not there or cannot be read. */
  bytes(path: ProjectPath): Buffer | undefined {
    return this.has(path) && !this.isLink(path) ? this.#bytes(path) : undefined;
  }

  /** Keeps the text of a file whose bytes were just read, so that it is not read again. */
  keepText(path: ProjectPath, bytes: Buffer): SourceText {
    const text = SourceText.fromBytes(bytes);
    this.#texts.set(path, text);
    return text;
  }

  /** Lets a text go that nobody will ask for soon; whoever does reads it again. */
  letGo(path: ProjectPath): void {
    this.#texts.delete(path);
  }

  /** The same files, read through another store; of those that changed, texts are read again. */
  changed(store: FileReader, paths: Iterable<ProjectPath>): SourceTree {
    const files = this.paths.map((path) => ({ path, link: this.isLink(path) }));
    const tree = new SourceTree(store, { files, foreign: this.foreign, unlisted: this.unlisted, from: "memory" });
    const again = new Set(paths);
    for (const [path, text] of this.#texts) if (!again.has(path)) tree.#texts.set(path, text);
    for (const [path, reason] of this.#unreadable) if (!again.has(path)) tree.#unreadable.set(path, reason);
    for (const path of this.#noted) tree.#noted.add(path);
    return tree;
  }

  /** Takes a text that is known already, of a tree that is only planned. */
  lendText(path: ProjectPath, text: SourceText): void {
    this.#texts.set(path, text);
  }

  #bytes(path: ProjectPath): Buffer | undefined {
    if (this.#unreadable.has(path)) return undefined;
    try {
      return this.store.read(path);
    } catch (error) {
      this.#unreadable.set(path, readingProblem(error));
      return undefined;
    }
  }

  /** Whether this file's text was read, so that a plan may stand on it. */
  wasRead(path: ProjectPath): boolean {
    return this.#texts.has(path);
  }

  existsBeyond(relative: string): boolean {
    return this.store.existsBeyond(relative);
  }

  readBeyond(relative: string): string | undefined {
    return this.store.readBeyond(relative);
  }
}

/**
 * The tree as it would be: files at their new paths, and files that are made, without those that are removed. Texts are those of now, but for those of
 * settings, which decide what names mean: the plan hands in what they will say.
 */
export class PlannedTree implements TreeView {
  readonly paths: readonly ProjectPath[];
  readonly ignoresCase: boolean;
  readonly #origins = new Map<ProjectPath, ProjectPath>();
  readonly #folders: ReadonlySet<ProjectPath>;
  readonly #respelled = new Map<ProjectPath, SourceText>();

  /** `moved` maps old paths to new ones, `made` new paths to their texts. */
  constructor(
    readonly before: SourceTree,
    readonly moved: ReadonlyMap<ProjectPath, ProjectPath>,
    readonly made: ReadonlyMap<ProjectPath, SourceText> = new Map(),
    removed: ReadonlySet<ProjectPath> = new Set(),
  ) {
    const kept = removed.size === 0 ? before.paths : before.paths.filter((path) => !removed.has(path));
    for (const path of kept) this.#origins.set(moved.get(path) ?? path, path);
    this.paths = [...new Set([...this.#origins.keys(), ...made.keys()])].sort(comparePaths);
    this.ignoresCase = before.ignoresCase;
    this.#folders = foldersHolding(this.paths);
  }

  has(path: ProjectPath): boolean {
    return this.#origins.has(path) || this.made.has(path);
  }

  hasFolder(path: ProjectPath): boolean {
    return path === "" || this.#folders.has(path);
  }

  text(path: ProjectPath): SourceText | undefined {
    const respelled = this.#respelled.get(path);
    if (respelled) return respelled;
    const origin = this.#origins.get(path);
    return origin === undefined ? this.made.get(path) : this.before.text(origin);
  }

  /** Takes the text that a file, by its new path, will have. */
  respell(path: ProjectPath, text: string): void {
    this.#respelled.set(path, SourceText.ofNew(text));
  }

  /** Where a file of this tree is now; `undefined` for one that is made. */
  originOf(path: ProjectPath): ProjectPath | undefined {
    return this.#origins.get(path);
  }

  /** A path that the plan itself frees or fills is no longer what the disk says. */
  existsBeyond(relative: string): boolean {
    return !this.before.has(relative as ProjectPath) && this.before.existsBeyond(relative);
  }

  readBeyond(relative: string): string | undefined {
    return this.before.has(relative as ProjectPath) ? undefined : this.before.readBeyond(relative);
  }
}
