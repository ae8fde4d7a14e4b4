/** A tree whose files stand elsewhere than they lie: what they hold is read where they lie. */
import { comparePaths, folderOf, foldersAbove, inFolder, nameOf, type ProjectPath } from "../base/paths.js";
import type { FileReader, FileStat } from "./file-store.js";
import { SourceTree } from "./source-tree.js";

/** The same files by other paths. `places` maps paths of now to those; no two files may come to one. */
export function relocated(tree: SourceTree, places: ReadonlyMap<ProjectPath, ProjectPath>): SourceTree {
  const files = tree.paths.map((path) => ({ path: places.get(path) ?? path, link: tree.isLink(path) }));
  files.sort((a, b) => comparePaths(a.path, b.path));
  return new SourceTree(new RelocatedReader(tree.store, places, tree), {
    files,
    foreign: tree.foreign,
    unlisted: tree.unlisted,
    from: "memory",
  });
}

/** Reads files by the paths at which they stand, in folders that need not be there. What is told of other paths is that of the disk. */
class RelocatedReader implements FileReader {
  readonly #real: ReadonlyMap<ProjectPath, ProjectPath>;

  constructor(
    readonly below: FileReader,
    readonly places: ReadonlyMap<ProjectPath, ProjectPath>,
    readonly tree: Pick<SourceTree, "hasFolder">,
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

  async past(most: number): ReturnType<FileReader["past"]> {
    const commits = await this.below.past(most);
    const at = (path: ProjectPath | undefined): ProjectPath | undefined => path && (this.places.get(path) ?? path);
    return commits?.map((commit) => ({
      ...commit,
      files: commit.files.map((file) => ({ ...file, path: at(file.path) })),
    }));
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
    if (this.#isLeft(path)) return undefined;
    const real = this.#lies(path);
    return this.below.stat(real) ?? (this.#folders().has(path) ? folderStat(path) : undefined);
  }

  readLink(path: ProjectPath): Buffer {
    return this.below.readLink(this.#lies(path));
  }

  entries(folder: ProjectPath): readonly string[] {
    const there = this.tree.hasFolder(folder) || this.below.stat(folder) ? this.below.entries(folder) : [];
    const kept = there.filter((name) => !this.places.has(inFolder(folder, name)));
    return [...new Set([...kept, ...(this.#folders().get(folder) ?? [])])];
  }

  existsBeyond(relative: string): boolean {
    return !this.#isLeft(relative) && this.below.existsBeyond(this.#lies(relative as ProjectPath));
  }

  readBeyond(relative: string): string | undefined {
    return this.#isLeft(relative) ? undefined : this.below.readBeyond(this.#lies(relative as ProjectPath));
  }

  ignoresCase(): boolean {
    return this.below.ignoresCase();
  }

  #known: ReadonlyMap<ProjectPath, ReadonlySet<string>> | undefined;

  /** What stands in folders because it was relocated there. */
  #folders(): ReadonlyMap<ProjectPath, ReadonlySet<string>> {
    if (this.#known) return this.#known;
    const folders = new Map<ProjectPath, Set<string>>();
    for (const place of this.places.values())
      for (const path of [place, ...foldersAbove(place)]) {
        const folder = folderOf(path);
        const names = folders.get(folder) ?? new Set<string>();
        folders.set(folder, names.add(nameOf(path)));
      }
    return (this.#known = folders);
  }

  /** Whether a file lies there that stands elsewhere, and nothing stands there instead. */
  #isLeft(path: string): boolean {
    return this.places.has(path as ProjectPath) && !this.#real.has(path as ProjectPath);
  }

  #lies(path: ProjectPath): ProjectPath {
    return this.#real.get(path) ?? path;
  }
}

function folderStat(path: ProjectPath): FileStat {
  return { kind: "folder", mode: 0o755, size: 0, identity: `relocated ${path}`, changed: 0, names: 1 };
}
