/**
 * Who would meet whom: two files in one place, or one on a place that is taken. It is the one owner of what a place is; whether
 * the disk lets files go there is for `ensurePossible`.
 */
import { partsOf } from "../app/index.js";
import { addTo } from "../base/grouping.js";
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

/** The files of a tree by their places, and its folders as they are compared. */
interface Start {
  readonly holders: ReadonlyMap<string, readonly ProjectPath[]>;
  readonly folders: ReadonlySet<string>;
}

const starts = new WeakMap<SourceTree, Start>();

function startOf(tree: SourceTree): Start {
  let start = starts.get(tree);
  if (!start) {
    const holders = new Map<string, ProjectPath[]>();
    for (const path of tree.paths) addTo(holders, placeKey(path), path);
    starts.set(tree, (start = { holders, folders: new Set([...tree.folders].map((folder) => folder.toLowerCase())) }));
  }
  return start;
}

/** Where the files of a tree are, while more and more of them are sent elsewhere. */
export class Occupancy {
  readonly #start: Start;
  /** Those that were sent, and where they are now. */
  readonly #at = new Map<ProjectPath, ProjectPath>();
  readonly #arrived = new Map<string, Set<ProjectPath>>();

  constructor(tree: SourceTree) {
    this.#start = startOf(tree);
  }

  /** Sends files to new places, from wherever they are by now. */
  send(ways: Iterable<Way>): void {
    const all = [...ways];
    for (const { from } of all) {
      const at = this.#at.get(from);
      if (at !== undefined) this.#arrived.get(placeKey(at))?.delete(from);
    }
    for (const { from, to } of all) {
      this.#at.set(from, to);
      const key = placeKey(to);
      this.#arrived.set(key, (this.#arrived.get(key) ?? new Set<ProjectPath>()).add(from));
    }
  }

  /**
   * The files, by their present paths, that a file would meet at a place; those that go the same way are no strangers to it.
   * `folder` where a folder has that name.
   */
  met(to: ProjectPath, together: ReadonlySet<ProjectPath>): readonly ProjectPath[] | "folder" {
    if (this.#start.folders.has(to.toLowerCase())) return "folder";
    const key = placeKey(to);
    const here = this.#start.holders.get(key)?.filter((path) => !this.#at.has(path)) ?? [];
    return [...here, ...(this.#arrived.get(key) ?? [])].filter((path) => !together.has(path));
  }

  /** Whether files can go their ways together, without meeting each other or anybody else. */
  canSend(ways: readonly Way[]): boolean {
    const together = new Set(ways.map(({ from }) => from));
    const places = new Set(ways.map(({ to }) => to.toLowerCase()));
    const isFree = ({ from, to }: Way): boolean => from === to || this.met(to, together).length === 0;
    return places.size === ways.length && ways.every(isFree);
  }
}
