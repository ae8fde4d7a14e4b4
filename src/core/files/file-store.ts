/**
 * The only door to the disk. Every stage reads and writes through this contract, so that the same code runs on a
 * real folder, on one held in memory, and on one that fails at the n-th call.
 *
 * All paths are project paths. Calls that change something throw the system's error (with its `code`) and have
 * then changed nothing themselves. Nothing here follows a symbolic link in any part of a path: what lies behind one is not
 * read, and a call that would change something there throws `ELOOP`.
 */
import type { ProjectPath } from "../base/paths.js";
import type { PastCommit } from "./past.js";

/** What stands at a path. */
export interface FileStat {
  readonly kind: "file" | "folder" | "link" | "other";
  /** Permission bits, as in `chmod`. */
  readonly mode: number;
  /** Bytes; of a file only. */
  readonly size: number;
  /** The same for two paths that are one file (a file system that ignores case, a hard link). */
  readonly identity: string;
  /** When the content was last changed, in milliseconds since 1970. */
  readonly changed: number;
  /** How many names the file has: more than 1 where there are hard links. */
  readonly names: number;
}

/** One file that belongs to the project. */
export interface ListedFile {
  readonly path: ProjectPath;
  /** A symbolic link, to whatever. */
  readonly link: boolean;
}

/** Something of the project that cannot be listed as a file, so that nobody knows what it holds. */
export interface Unlisted {
  /** As well as it can be written; a folder ends in `/`. */
  readonly path: string;
  readonly reason: string;
}

/** The project's own files: everything that is neither ignored nor of another repository. */
export interface Listing {
  /** In order of path. */
  readonly files: readonly ListedFile[];
  /** Folders that are here but not the project's to look into: submodules and repositories within. */
  readonly foreign: readonly ProjectPath[];
  readonly unlisted: readonly Unlisted[];
  readonly from: "git" | "walk" | "memory";
}

/** A form of a line, and the files in which it is looked for. */
export interface LineForm {
  /** An extended regular expression of POSIX, in the part of it that JavaScript reads likewise. */
  readonly expression: string;
  /** Endings of names, each with its dot. */
  readonly extensions: readonly string[];
}

/** What reading needs. */
export interface FileReader {
  /** The root, as people write it. */
  readonly root: string;
  list(): Promise<Listing>;
  /**
   * The files that hold at least one of the texts (bytes of UTF-8, any place; case matters unless the store ignores it), or a line
   * of the form, or `undefined` where the store has no quicker way than reading them all. Files that cannot be read count as holding all of
   * them: reading them will tell. Good until the next `list`.
   */
  search(texts: readonly string[], form?: LineForm): Promise<ReadonlySet<ProjectPath> | undefined>;
  /** The last commits, the latest first, at most so many; merges are left out. `undefined` where there is no history. */
  past(most: number): Promise<readonly PastCommit[] | undefined>;
  /**
   * The files that differ from a commit (by any name that git knows), new ones included; `undefined` where there is no
   * repository, or no such commit.
   */
  changedSince(commit: string): Promise<readonly ProjectPath[] | undefined>;
  /** Whether git tracks something in a folder; `unknown` where there is a repository and git does not answer. */
  tracks(folder: ProjectPath): Promise<"yes" | "no" | "unknown">;
  /** The bytes of a plain file. Throws the system's error, also for what is none (a pipe, a folder, a link). */
  read(path: ProjectPath): Buffer;
  /** `undefined` where nothing is. A link is a link, whatever it points to. */
  stat(path: ProjectPath): FileStat | undefined;
  /** The text of a link, in the bytes that it has: it need not be UTF-8. */
  readLink(path: ProjectPath): Buffer;
  /** Names in a folder, in no order. */
  entries(folder: ProjectPath): readonly string[];
  /** Whether a file is at a path relative to the root that may lead out of it (`../shared/x.ts`); links are followed. */
  existsBeyond(relative: string): boolean;
  /** The text at such a path, or `undefined`. */
  readBeyond(relative: string): string | undefined;
  /** Whether `A` and `a` are one file here. */
  ignoresCase(): boolean;
}

/** What changing needs. */
export interface FileStore extends FileReader {
  /** Makes a file that must not exist, with these permission bits, and syncs it to the disk. */
  create(path: ProjectPath, bytes: Buffer, mode: number): void;
  /** Adds to the end of a file (made if missing) and syncs it. */
  append(path: ProjectPath, bytes: Buffer): void;
  /** Renames within the store; an existing file at `to` is replaced in one step. For our own folder only. */
  rename(from: ProjectPath, to: ProjectPath): void;
  /** Renames a file or link to a name that must be free, however late something appears there. Throws `EEXIST`. */
  place(from: ProjectPath, to: ProjectPath): void;
  /** Removes one file or link. */
  remove(path: ProjectPath): void;
  makeFolder(path: ProjectPath, mode?: number): void;
  /** Removes one empty folder. */
  removeFolder(path: ProjectPath): void;
  makeLink(path: ProjectPath, text: Buffer): void;
  /** Syncs a folder's own entries to the disk, where the system can. */
  syncFolder(path: ProjectPath): void;
  /** Throws the system's error if entries cannot be made in this folder. */
  ensureWritable(folder: ProjectPath): void;
}
