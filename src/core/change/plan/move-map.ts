/** Where every file and folder goes, as one question. */
import { foldersAbove, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { Move } from "./move.js";

/** Maps present paths to planned ones. */
export class MoveMap {
  readonly files: ReadonlyMap<ProjectPath, ProjectPath>;
  readonly #inFolder = new Set<ProjectPath>();
  readonly #touched = new Set<ProjectPath>();
  readonly #folders = new Map<ProjectPath, ProjectPath | undefined>();

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
      other !== undefined || file === undefined || this.#inFolder.has(file) || nameOf(to) === nameOf(path);
    return isMeant ? to : undefined;
  }

  #commonFolder(folder: ProjectPath, files: readonly ProjectPath[]): ProjectPath | undefined {
    return commonFolder(folder, files, (path) => this.file(path));
  }
}

/** The folder below which all files lie as they lay below `folder`, or `undefined`. */
export function commonFolder(
  folder: ProjectPath,
  files: readonly ProjectPath[],
  map: (path: ProjectPath) => ProjectPath,
): ProjectPath | undefined {
  let common: ProjectPath | undefined;
  for (const file of files) {
    const inside = folder === "" ? file : file.slice(folder.length + 1);
    const to = map(file);
    const base =
      to === inside
        ? ("" as ProjectPath)
        : to.endsWith(`/${inside}`)
          ? (to.slice(0, -inside.length - 1) as ProjectPath)
          : undefined;
    if (base === undefined || (common !== undefined && base !== common) || inFolder(base, inside) !== to)
      return undefined;
    common = base;
  }
  return common;
}
