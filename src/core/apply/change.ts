/** A change to the disk, as data without any language in it: what the transaction carries out and the journal keeps. */
import { createHash } from "node:crypto";
import type { ProjectPath } from "../base/paths.js";

/** One file that is touched. `from` and `to` are the same for a file that is edited, made or removed. */
export interface ChangeItem {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  /**
   * `move`: the bytes stay. `content`: new bytes. `link`: a symbolic link with a new text. `create`: a file that is not there
   * yet. `remove`: one that goes.
   */
  readonly kind: "move" | "content" | "link" | "create" | "remove";
  /** New bytes, or the new text of a link. */
  readonly after?: Buffer;
  /** Permission bits of a file that is made; those of any new file where none are given. */
  readonly mode?: number;
  /** What must be there now: a text (decoded as it was read), or a link's text; `undefined` where it does not matter. */
  readonly expected?: { readonly hash: string };
}

/** A folder with its permission bits. */
export interface ChangeFolder {
  readonly path: ProjectPath;
  readonly mode?: number;
}

/** Everything that one change does. */
export interface Change {
  /** What was asked, for people: `move src/a.ts src/b/`. */
  readonly command: string;
  /** The change that this one takes back. */
  readonly undoes?: string;
  readonly items: readonly ChangeItem[];
  /** Folders to make, outermost first. */
  readonly foldersMade: readonly ChangeFolder[];
  /** Folders to remove if nothing is left in them, deepest first. */
  readonly foldersEmptied: readonly ProjectPath[];
}

/** Who carries a change out. Given by the outermost layer, so that the core reads neither clock nor process. */
export interface Caller {
  readonly pid: number;
  readonly host: string;
  readonly now: () => Date;
  readonly isAlive: (pid: number) => boolean;
  /**
   * When a process began, as the system tells it (any text that no other process of that number has); `undefined` where the
   * system does not tell, or there is no such process.
   */
  readonly startOf: (pid: number) => string | undefined;
}

/** A fingerprint of bytes: SHA-256, in hexadecimal. */
export function hashOf(bytes: Buffer): string {
  return createHash("sha256").update(bytes).digest("hex");
}
