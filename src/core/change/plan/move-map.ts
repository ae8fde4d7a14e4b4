/** Where every file and folder goes, as one question. */
import { commonFolder, comparePaths, foldersAbove, nameOf, pathsAt, type ProjectPath } from "../../base/paths.js";
import { isInBundle } from "../../languages/index.js";
import type { SourceTree } from "../../files/index.js";
import type { Move } from "./move.js";

/** Maps present paths to planned ones. */
export class MoveMap {
  readonly files: ReadonlyMap<ProjectPath, ProjectPath>;
  readonly #inFolder = new Set<ProjectPath>();
  readonly #touched = new Set<ProjectPath>();
  readonly #folders = new Map<ProjectPath, ProjectPath | undefined>();
  /** Present and planned paths of what moves, in order. */
  #starts: readonly ProjectPath[] | undefined;
  #ends: readonly ProjectPath[] | undefined;
  #origins: ReadonlyMap<ProjectPath, ProjectPath> | undefined;

  constructor(
    readonly tree: SourceTree,
    moves: readonly Move[],
  ) {
    this.files = new Map(moves.map((move) => [move.from, move.to]));
    for (const { from, why } of moves) if (why === "in folder") this.#inFolder.add(from);
    for (const move of moves) for (const folder of foldersAbove(move.from)) this.#touched.add(folder);
  }

  /** Where a file goes; itself if it stays. */
  file(path: ProjectPath): ProjectPath {
    return this.files.get(path) ?? path;
  }

  /** Where the file that moves to a path lies now; `undefined` where none moves there. */
  origin(path: ProjectPath): ProjectPath | undefined {
    this.#origins ??= new Map([...this.files].map(([from, to]) => [to, from]));
    return this.#origins.get(path);
  }

  /** The files that move away from a path or from below it, by where they lie now. */
  leaving(folder: ProjectPath): readonly ProjectPath[] {
    this.#starts ??= [...this.files.keys()].sort(comparePaths);
    return pathsAt(this.#starts, folder);
  }

  /** The files that move to a path or below it, by where they lie now. */
  arriving(folder: ProjectPath): readonly ProjectPath[] {
    this.#ends ??= [...this.files.values()].sort(comparePaths);
    return pathsAt(this.#ends, folder).map((to) => this.origin(to) ?? to);
  }

  /** Where a folder goes: if all its files keep their places in it, their common new folder; else `undefined`. */
  folder(path: ProjectPath): ProjectPath | undefined {
    if (!this.#touched.has(path)) return path;
    if (!this.#folders.has(path)) this.#folders.set(path, this.#commonFolder(path, this.tree.filesBelow(path)));
    return this.#folders.get(path);
  }

  /** Where a folder goes by its name: one of a single file that is moved by itself has not moved, it has ended. */
  follows(path: ProjectPath): ProjectPath | undefined {
    const to = this.folder(path);
    if (to === undefined || to === path) return to;
    const [file, other] = this.tree.filesBelow(path);
    const isMeant =
      other !== undefined ||
      file === undefined ||
      isInBundle(file) ||
      this.#inFolder.has(file) ||
      nameOf(to) === nameOf(path);
    return isMeant ? to : undefined;
  }

  #commonFolder(folder: ProjectPath, files: readonly ProjectPath[]): ProjectPath | undefined {
    return commonFolder(folder, files, (path) => this.file(path));
  }
}

/** The sheets with which one is compiled; for one that is new, those of the sheet of which it is a part then. */
export function entriesWith(
  partOf: ReadonlyMap<ProjectPath, ProjectPath>,
  before: { readonly entriesOf: (path: ProjectPath) => readonly ProjectPath[] },
  path: ProjectPath,
): readonly ProjectPath[] {
  const whole = partOf.get(path);
  if (whole === undefined) return before.entriesOf(path);
  const entries = before.entriesOf(whole);
  return entries.length === 0 ? [whole] : entries;
}
