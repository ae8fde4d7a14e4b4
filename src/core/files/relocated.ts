/** A tree whose files stand elsewhere than they lie: what they hold is read where they lie. */
import { comparePaths, type ProjectPath } from "../base/paths.js";
import type { FileReader, FileStat } from "./file-store.js";
import { SourceTree } from "./source-tree.js";

/** The same files by other paths. `places` maps paths of now to those; no two files may come to one. */
export function relocated(tree: SourceTree, places: ReadonlyMap<ProjectPath, ProjectPath>): SourceTree {
  const files = tree.paths.map((path) => ({ path: places.get(path) ?? path, link: tree.isLink(path) }));
  return new SourceTree(new RelocatedReader(tree.store, places), {
    files: files.sort((a, b) => comparePaths(a.path, b.path)),
    foreign: tree.foreign,
    unlisted: tree.unlisted,
    from: "memory",
  });
}

/** Reads files by the paths at which they stand. What is told of other paths is that of the disk. */
class RelocatedReader implements FileReader {
  readonly #real: ReadonlyMap<ProjectPath, ProjectPath>;

  constructor(
    readonly below: FileReader,
    readonly places: ReadonlyMap<ProjectPath, ProjectPath>,
  ) {
    this.#real = new Map([...places].map(([path, place]) => [place, path]));
  }

  get root(): string {
    return this.below.root;
  }

  async list(): ReturnType<FileReader["list"]> {
    const listing = await this.below.list();
    const files = listing.files.map((file) => ({ ...file, path: this.places.get(file.path) ?? file.path }));
    return { ...listing, files: files.sort((a, b) => comparePaths(a.path, b.path)) };
  }

  async search(...asked: Parameters<FileReader["search"]>): ReturnType<FileReader["search"]> {
    const found = await this.below.search(...asked);
    return found && new Set([...found].map((path) => this.places.get(path) ?? path));
  }

  async history(most: number): ReturnType<FileReader["history"]> {
    const commits = await this.below.history(most);
    return commits?.map((commit) => commit.map((path) => this.places.get(path) ?? path));
  }

  async changedSince(commit: string): ReturnType<FileReader["changedSince"]> {
    const changed = await this.below.changedSince(commit);
    return changed?.map((path) => this.places.get(path) ?? path);
  }

  tracks(folder: ProjectPath): ReturnType<FileReader["tracks"]> {
    return this.below.tracks(folder);
  }

  read(path: ProjectPath): Buffer {
    return this.below.read(this.#lies(path));
  }

  stat(path: ProjectPath): FileStat | undefined {
    return this.below.stat(this.#lies(path));
  }

  readLink(path: ProjectPath): Buffer {
    return this.below.readLink(this.#lies(path));
  }

  entries(folder: ProjectPath): readonly string[] {
    return this.below.entries(folder);
  }

  existsBeyond(relative: string): boolean {
    return this.below.existsBeyond(relative);
  }

  readBeyond(relative: string): string | undefined {
    return this.below.readBeyond(relative);
  }

  ignoresCase(): boolean {
    return this.below.ignoresCase();
  }

  #lies(path: ProjectPath): ProjectPath {
    return this.#real.get(path) ?? path;
  }
}
