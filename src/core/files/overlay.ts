/**
 * A store with open documents over it: what an editor holds and has not saved yet is what everybody reads. Nothing that asks
 * the disk by a quicker way (git's search) passes an open document by.
 */
import { comparePaths, folderOf, isBelow, nameOf, type ProjectPath } from "../base/paths.js";
import type { FileReader, FileStat, LineForm, Listing } from "./file-store.js";
import type { HeldTexts } from "./held-texts.js";

/** Reads through open documents. */
export class Overlay implements FileReader {
  readonly #open = new Map<ProjectPath, Buffer>();
  #listing: Listing | undefined;

  /** `held` keeps texts of the same store in memory. */
  constructor(
    readonly below: FileReader,
    readonly held?: HeldTexts,
  ) {}

  /** The paths of the documents that are open. */
  get openPaths(): readonly ProjectPath[] {
    return [...this.#open.keys()];
  }

  /** Opens a document, or takes its new text. */
  open(path: ProjectPath, text: string): void {
    this.#open.set(path, Buffer.from(text));
  }

  /** Closes a document: what is on the disk counts again. */
  close(path: ProjectPath): void {
    this.#open.delete(path);
  }

  get root(): string {
    return this.below.root;
  }

  async list(): Promise<Listing> {
    const listing = (this.#listing = await this.below.list());
    const listed = new Set(listing.files.map(({ path }) => path));
    const isOurs = (path: ProjectPath): boolean => !listing.foreign.some((folder) => isBelow(path, folder));
    // A document that was never saved is listed, too; one that is saved and ignored stays ignored.
    const more = this.openPaths.filter((path) => !listed.has(path) && isOurs(path) && !this.below.stat(path));
    if (more.length === 0) return listing;
    const files = [...listing.files, ...more.map((path) => ({ path, link: false }))];
    return { ...listing, files: files.sort((a, b) => comparePaths(a.path, b.path)) };
  }

  async search(texts: readonly string[], form?: LineForm): Promise<ReadonlySet<ProjectPath> | undefined> {
    const inMemory = this.#listing && this.held?.search(this.#listing, texts, form);
    const found = inMemory ?? (await this.below.search(texts, form));
    return found && new Set([...found, ...this.#open.keys()]);
  }

  past(most: number): ReturnType<FileReader["past"]> {
    return this.below.past(most);
  }

  async changedSince(commit: string): Promise<readonly ProjectPath[] | undefined> {
    const changed = await this.below.changedSince(commit);
    return changed && [...new Set([...changed, ...this.#open.keys()])];
  }

  tracks(folder: ProjectPath): ReturnType<FileReader["tracks"]> {
    return this.below.tracks(folder);
  }

  read(path: ProjectPath): Buffer {
    return this.#open.get(path) ?? (this.held ?? this.below).read(path);
  }

  stat(path: ProjectPath): FileStat | undefined {
    const stat = this.below.stat(path);
    const open = this.#open.get(path);
    if (!open) return stat ?? (this.#isAboveOpen(path) ? folderStat : undefined);
    return { mode: 0o644, identity: `open ${path}`, changed: 0, names: 1, ...stat, kind: "file", size: open.length };
  }

  readLink(path: ProjectPath): Buffer {
    return this.below.readLink(path);
  }

  entries(folder: ProjectPath): readonly string[] {
    const inside = this.openPaths.filter((path) => folderOf(path) === folder).map(nameOf);
    const there = this.below.stat(folder)?.kind === "folder" ? this.below.entries(folder) : [];
    return inside.length === 0 ? there : [...new Set([...there, ...inside])];
  }

  existsBeyond(relative: string): boolean {
    return this.#open.has(relative as ProjectPath) || this.below.existsBeyond(relative);
  }

  readBeyond(relative: string): string | undefined {
    return this.#open.get(relative as ProjectPath)?.toString() ?? this.below.readBeyond(relative);
  }

  ignoresCase(): boolean {
    return this.below.ignoresCase();
  }

  #isAboveOpen(folder: ProjectPath): boolean {
    return this.openPaths.some((path) => isBelow(path, folder));
  }
}

/** A folder in which nothing lies yet but documents that are open. */
const folderStat: FileStat = { kind: "folder", mode: 0o755, size: 0, identity: "open folder", changed: 0, names: 1 };
