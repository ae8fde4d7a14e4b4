/**
 * Who would meet whom: two files in one place, or one on a place that is taken. It is the one owner of what a place is; whether
 * the disk lets files go there is for `ensurePossible`.
 */
import { partsOf } from "../app/index.js";
import { folderOf, nameOf, type ProjectPath } from "../base/paths.js";
import type { SourceTree } from "../files/index.js";
import { isCode } from "../languages/index.js";

/** One file's way. */
export interface Way {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
}

/**
 * A path as it is compared: on some systems `Tree.ts` and `tree.ts` are one place, and `Tree.ts` and `Tree.tsx` answer to one
 * name wherever that is.
 */
function placeKey(path: ProjectPath): string {
  const { stem, leads } = partsOf(nameOf(path));
  return (leads && isCode(path) ? `${folderOf(path)}/${stem}` : path).toLowerCase();
}

/** Where the files of a tree are, while more and more of them are sent elsewhere. */
export class Occupancy {
  readonly #at = new Map<ProjectPath, ProjectPath>();
  readonly #holders = new Map<string, Set<ProjectPath>>();
  readonly #folders: ReadonlySet<string>;

  constructor(tree: SourceTree) {
    for (const path of tree.paths) this.#enter(path, path);
    this.#folders = new Set([...tree.folders].map((folder) => folder.toLowerCase()));
  }

  /** Sends files to new places, from wherever they are by now. */
  send(ways: Iterable<Way>): void {
    const all = [...ways];
    for (const { from } of all) this.#holders.get(placeKey(this.#at.get(from) ?? from))?.delete(from);
    for (const { from, to } of all) this.#enter(from, to);
  }

  /**
   * The files, by their present paths, that a file would meet at a place; those that go the same way are no strangers to it.
   * `folder` where a folder has that name.
   */
  met(to: ProjectPath, together: ReadonlySet<ProjectPath>): readonly ProjectPath[] | "folder" {
    if (this.#folders.has(to.toLowerCase())) return "folder";
    return [...(this.#holders.get(placeKey(to)) ?? [])].filter((path) => !together.has(path));
  }

  /** Whether files can go their ways together, without meeting each other or anybody else. */
  canSend(ways: readonly Way[]): boolean {
    const together = new Set(ways.map(({ from }) => from));
    const places = new Set(ways.map(({ to }) => to.toLowerCase()));
    const isFree = ({ from, to }: Way): boolean => from === to || this.met(to, together).length === 0;
    return places.size === ways.length && ways.every(isFree);
  }

  #enter(path: ProjectPath, at: ProjectPath): void {
    this.#at.set(path, at);
    const key = placeKey(at);
    const holders = this.#holders.get(key);
    if (holders) holders.add(path);
    else this.#holders.set(key, new Set([path]));
  }
}
