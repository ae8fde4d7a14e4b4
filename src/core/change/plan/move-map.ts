/** Where every file and folder goes, as one question. */
import { commonFolder, foldersAbove, nameOf, type ProjectPath } from "../../base/paths.js";
import { isInBundle } from "../../languages/index.js";
import type { SourceTree } from "../../files/index.js";
import type { Move } from "./move.js";

/** Maps present paths to planned ones. */
export class MoveMap {
  readonly files: ReadonlyMap<ProjectPath, ProjectPath>;
  readonly #inFolder = new Set<ProjectPath>();
  readonly #touched = new Set<ProjectPath>();
  readonly #folders = new Map<ProjectPath, ProjectPath | undefined>();
  /** Each move's file by its present and by its planned path. */
  #byStart: readonly Located[] | undefined;
  #byEnd: readonly Located[] | undefined;

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

  /** The files that move away from a path or from below it, by where they lie now. */
  leaving(folder: ProjectPath): readonly ProjectPath[] {
    this.#byStart ??= [...this.files.keys()].sort(byCharacters).map((from) => [from, from]);
    return within(this.#byStart, folder);
  }

  /** The files that move to a path or below it, by where they lie now. */
  arriving(folder: ProjectPath): readonly ProjectPath[] {
    this.#byEnd ??= [...this.files]
      .map(([from, to]): [ProjectPath, ProjectPath] => [to, from])
      .sort(([a], [b]) => byCharacters(a, b));
    return within(this.#byEnd, folder);
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

/** A path by which a file is sorted, and where it lies now. */
type Located = readonly [at: ProjectPath, from: ProjectPath];

function byCharacters(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

/** Of a sorted list, those at a path or below it. */
function within(sorted: readonly Located[], folder: ProjectPath): readonly ProjectPath[] {
  if (folder === "") return sorted.map(([, from]) => from);
  const first = (wanted: string): number => {
    let [low, high] = [0, sorted.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((sorted[middle]?.[0] ?? "") < wanted) low = middle + 1;
      else high = middle;
    }
    return low;
  };
  const itself = first(folder);
  // `0` is the character after `/`.
  return [
    ...(sorted[itself]?.[0] === folder ? sorted.slice(itself, itself + 1) : []),
    ...sorted.slice(first(`${folder}/`), first(`${folder}0`)),
  ].map(([, from]) => from);
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
