/** A `FileStore` on a real folder. */
import * as fs from "node:fs";
import { join, resolve } from "node:path";
import type { ProjectPath } from "../paths.js";
import type { FileStat, FileStore, Listing } from "./file-store.js";
import { readHistory } from "./history.js";
import { listByGit, listByWalk, runGit } from "./listing.js";

/** Opens the folder `root` (a path of the operating system). Nothing is read yet. */
export function openDiskStore(root: string): FileStore {
  return new DiskStore(resolve(root));
}

class DiskStore implements FileStore {
  #ignoresCase: boolean | undefined;
  readonly #searches: {
    readonly texts: readonly string[];
    readonly found: Promise<ReadonlySet<ProjectPath> | undefined>;
  }[] = [];

  constructor(readonly root: string) {}

  #at(path: string): string {
    return join(this.root, path);
  }

  async list(): Promise<Listing> {
    // What was searched before this list was asked for may have changed since.
    this.#searches.length = 0;
    return (await listByGit(this.root)) ?? listByWalk(this.root);
  }

  /**
   * A search that was begun before answers too, if whatever holds one of these texts holds one of its texts: `Tree.test`
   * cannot be where `Tree` is not. A hit too many only costs time.
   */
  search(texts: readonly string[]): Promise<ReadonlySet<ProjectPath> | undefined> {
    const begun = this.#searches.find((search) =>
      texts.every((text) => search.texts.some((shorter) => text.includes(shorter))),
    );
    if (begun) return begun.found;
    const found = this.#grep(texts);
    this.#searches.push({ texts, found });
    return found;
  }

  /** `git grep` reads with several threads and skips what is ignored; exit code 1 says "nothing found". */
  async #grep(texts: readonly string[]): Promise<ReadonlySet<ProjectPath> | undefined> {
    const patterns = [...(this.ignoresCase() ? ["-i"] : []), ...texts.flatMap((text) => ["-e", text])];
    const words = [
      "-c",
      "submodule.recurse=false",
      "-c",
      "grep.fullName=false",
      "grep",
      "-l",
      "-z",
      "-a",
      "-F",
      "--untracked",
      "--no-color",
      ...patterns,
    ];
    const output = await runGit(this.root, words, [1]);
    return output === undefined ? undefined : new Set(output.split("\0") as ProjectPath[]);
  }

  async history(most: number): Promise<readonly (readonly ProjectPath[])[] | undefined> {
    const output = await runGit(this.root, [
      "-c",
      "core.quotePath=false",
      "log",
      "--no-merges",
      "-M",
      "--relative",
      "--name-status",
      "--format=%x01",
      "-z",
      `-n${most}`,
    ]);
    return output === undefined ? undefined : readHistory(output);
  }

  async changedSince(commit: string): Promise<readonly ProjectPath[] | undefined> {
    // A word that begins with a dash would be an option.
    if (commit.startsWith("-")) return undefined;
    const [changed, fresh] = await Promise.all([
      runGit(this.root, ["diff", "--name-only", "--relative", "--no-renames", "-z", commit, "--"]),
      runGit(this.root, ["ls-files", "--others", "--exclude-standard", "-z"]),
    ]);
    if (changed === undefined || fresh === undefined) return undefined;
    return (changed + fresh).split("\0").filter((path) => path !== "") as ProjectPath[];
  }

  read(path: ProjectPath): Buffer {
    return fs.readFileSync(this.#at(path));
  }

  stat(path: ProjectPath): FileStat | undefined {
    const stat = lstatOrNothing(this.#at(path));
    if (stat === undefined) return undefined;
    const kind = stat.isFile() ? "file" : stat.isDirectory() ? "folder" : stat.isSymbolicLink() ? "link" : "other";
    return { kind, mode: stat.mode & 0o7777, size: stat.size, identity: `${stat.dev}:${stat.ino}` };
  }

  readLink(path: ProjectPath): string {
    return fs.readlinkSync(this.#at(path));
  }

  entries(folder: ProjectPath): readonly string[] {
    return fs.readdirSync(this.#at(folder));
  }

  existsBeyond(relative: string): boolean {
    try {
      return fs.statSync(resolve(this.root, relative), { throwIfNoEntry: false })?.isFile() ?? false;
    } catch {
      // `a.ts/index.ts`, a folder that may not be looked into, a name too long: nothing that a reference could mean.
      return false;
    }
  }

  readBeyond(relative: string): string | undefined {
    try {
      return fs.readFileSync(resolve(this.root, relative), "utf8");
    } catch {
      return undefined;
    }
  }

  ignoresCase(): boolean {
    return (this.#ignoresCase ??= sameFolderInOtherCase(this.root));
  }

  create(path: ProjectPath, bytes: Buffer, mode: number): void {
    const file = fs.openSync(this.#at(path), "wx", mode);
    try {
      fs.writeFileSync(file, bytes);
      fs.fchmodSync(file, mode);
      fs.fsyncSync(file);
    } catch (error) {
      fs.rmSync(this.#at(path), { force: true });
      throw error;
    } finally {
      fs.closeSync(file);
    }
  }

  append(path: ProjectPath, bytes: Buffer): void {
    const file = fs.openSync(this.#at(path), "a");
    try {
      fs.writeFileSync(file, bytes);
      fs.fsyncSync(file);
    } finally {
      fs.closeSync(file);
    }
  }

  rename(from: ProjectPath, to: ProjectPath): void {
    fs.renameSync(this.#at(from), this.#at(to));
  }

  remove(path: ProjectPath): void {
    fs.unlinkSync(this.#at(path));
  }

  makeFolder(path: ProjectPath, mode?: number): void {
    fs.mkdirSync(this.#at(path));
    if (mode !== undefined) fs.chmodSync(this.#at(path), mode);
  }

  removeFolder(path: ProjectPath): void {
    fs.rmdirSync(this.#at(path));
  }

  makeLink(path: ProjectPath, text: string): void {
    fs.symlinkSync(text, this.#at(path));
  }

  /** Windows cannot open a folder to sync it; its renames are ordered by the file system's own log. */
  syncFolder(path: ProjectPath): void {
    if (process.platform === "win32") return;
    const folder = fs.openSync(this.#at(path), "r");
    try {
      fs.fsyncSync(folder);
    } finally {
      fs.closeSync(folder);
    }
  }

  ensureWritable(folder: ProjectPath): void {
    fs.accessSync(this.#at(folder), fs.constants.W_OK | fs.constants.X_OK);
  }
}

function lstatOrNothing(path: string): fs.Stats | undefined {
  try {
    return fs.lstatSync(path, { throwIfNoEntry: false });
  } catch (error) {
    // `a.ts/b` where `a.ts` is a file: nothing is there, and that is no error.
    if ((error as NodeJS.ErrnoException).code === "ENOTDIR") return undefined;
    throw error;
  }
}

/** Asks about the root's own name in the other case, so nothing has to be written to find out. */
function sameFolderInOtherCase(root: string): boolean {
  const swapped = root.replace(/[^/\\]+$/, (name) =>
    name === name.toUpperCase() ? name.toLowerCase() : name.toUpperCase(),
  );
  if (swapped === root) return false;
  const [here, there] = [lstatOrNothing(root), lstatOrNothing(swapped)];
  return here !== undefined && there !== undefined && here.dev === there.dev && here.ino === there.ino;
}
