/** What a regrouping is made from: files, and where each of their statements goes. */
import type { ProjectPath } from "../../base/paths.js";
import type { Statement } from "../../languages/index.js";
import type { Anatomy } from "./anatomy.js";

/** One file of those whose statements are put together anew. */
export interface Part {
  readonly anatomy: Anatomy;
  /** Where a statement goes that is no import and no directive; the file's own path for one that stays. */
  readonly goes: (statement: Statement) => ProjectPath;
  /** The file that stands for this one from then on, so that it is removed; nothing for one that stays. */
  readonly into?: ProjectPath;
  /** Whether what it gives to a file that is there stands above the statements of that, because they are loaded after it. */
  readonly isAbove?: boolean;
}

/** Where what belongs to the whole of a part goes: its lists of exports, what is loaded for its effects. */
export function mainOf({ anatomy, into }: Part): ProjectPath {
  return into ?? anatomy.path;
}
