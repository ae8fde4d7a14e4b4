/**
 * A `FileStore` on a real folder.
 *
 * No call follows a symbolic link on its way. Folders that are read from are looked at once, until something is listed or
 * changed. Before each call that changes something, the folder is opened and the system is asked where that handle really lies
 * (`/proc/self/fd`); the call then works through the handle, so that a folder which is swapped for a link meanwhile leads
 * nowhere else. Where there is no `/proc`, each folder on the way is looked at right before the call.
 */
import * as fs from "node:fs";
import { join, resolve } from "node:path";
import { folderOf, nameOf, rootPath, type ProjectPath } from "../base/paths.js";
import type { FileStat, FileStore, LineForm, Listing } from "./file-store.js";
import { findRepository } from "./find-project.js";
import { ownCommands, runGit } from "./git.js";
import { commitFormat, readPast, type PastCommit } from "./past.js";
import { listByGit, listByWalk } from "./listing.js";

/** Opens the folder `root` (a path of the operating system). Nothing is read yet. */
export function openDiskStore(root: string): FileStore {
  return new DiskStore(resolve(root));
}

/** Windows lacks some of them; what is missing adds nothing to a sum of flags. */
const { O_RDONLY, O_WRONLY, O_APPEND, O_CREAT, O_EXCL, O_NOFOLLOW, O_NONBLOCK, O_DIRECTORY } = fs.constants;

/** A pipe is opened without waiting for somebody to write into it. */
const reading = O_RDONLY | O_NOFOLLOW | O_NONBLOCK;

/** Files outside the project that are larger are no settings. */
const mostBeyond = 4 << 20;

class DiskStore implements FileStore {
  #ignoresCase: boolean | undefined;
  /** Whether folders are real ones all the way. */
  readonly #real = new Map<ProjectPath, boolean>();
  readonly #searches: {
    readonly texts: readonly string[];
    readonly found: Promise<ReadonlySet<ProjectPath> | undefined>;
  }[] = [];

  readonly #forms = new Map<string, Promise<ReadonlySet<ProjectPath> | undefined>>();

  constructor(readonly root: string) {}

  #at(path: string): string {
    return join(this.root, path);
  }

  async list(): Promise<Listing> {
    // What was searched before this list was asked for may have changed since.
    this.#searches.length = 0;
    this.#forms.clear();
    this.#real.clear();
    return (await listByGit(this.root)) ?? listByWalk(this.root);
  }

  /**
   * A search that was begun before answers too, if whatever holds one of these texts holds one of its texts: `Tree.test`
   * cannot be where `Tree` is not. A hit too many only costs time.
   */
  async search(texts: readonly string[], form?: LineForm): Promise<ReadonlySet<ProjectPath> | undefined> {
    const begun = this.#searches.find(
      (search) => texts.length > 0 && texts.every((text) => search.texts.some((shorter) => text.includes(shorter))),
    );
    const found = begun?.found ?? this.#searchTexts(texts);
    if (!begun && texts.length > 0) this.#searches.push({ texts, found });
    // The two are different searches, and run beside each other.
    const formed = form === undefined ? undefined : this.#searchForm(form);
    const [first, second] = await Promise.all([found, formed]);
    return first && (form === undefined ? first : second && new Set([...first, ...second]));
  }

  async #searchTexts(texts: readonly string[]): Promise<ReadonlySet<ProjectPath> | undefined> {
    return texts.length === 0 ? new Set() : this.#grep(["-F", ...texts.flatMap((text) => ["-e", text])]);
  }

  #searchForm(form: LineForm): Promise<ReadonlySet<ProjectPath> | undefined> {
    const { expression, extensions } = form;
    let found = this.#forms.get(expression);
    const inFiles = ["--", ...extensions.map((extension) => `*${extension}`)];
    if (!found) this.#forms.set(expression, (found = this.#grep(["-E", "-e", expression, ...inFiles])));
    return found;
  }

  /** `git grep` reads with several threads and skips what is ignored; exit code 1 says "nothing found". */
  async #grep(patterns: readonly string[]): Promise<ReadonlySet<ProjectPath> | undefined> {
    const words = ["grep", "-l", "-z", "-a", "--untracked", "--no-color", "--no-textconv"];
    const folding = this.ignoresCase() ? ["-i"] : [];
    const output = await runGit(this.root, [...words, ...folding, ...patterns], {
      fine: [1],
      settings: ["grep.fullName=false"],
    });
    return output && new Set([...output.text.split("\0"), ...output.unreadable] as ProjectPath[]);
  }

  async past(most: number): Promise<readonly PastCommit[] | undefined> {
    const output = await runGit(this.root, [
      "log",
      "--no-merges",
      "--no-ext-diff",
      "--no-textconv",
      "-M",
      "--relative",
      "--name-status",
      `--format=${commitFormat}`,
      "--encoding=UTF-8",
      "-z",
      `-n${most}`,
    ]);
    return output && readPast(output.text);
  }

  async changedSince(commit: string): Promise<readonly ProjectPath[] | undefined> {
    // A word that begins with a dash would be an option.
    if (commit.startsWith("-")) return undefined;
    // To know whether a file differs, git may have to filter it.
    const { settings } = await ownCommands(this.root);
    const difference = ["diff", "--no-ext-diff", "--no-textconv", "--name-only", "--relative", "--no-renames", "-z"];
    const [changed, fresh] = await Promise.all([
      runGit(this.root, [...difference, commit, "--"], { settings }),
      runGit(this.root, ["ls-files", "--others", "--exclude-standard", "-z"]),
    ]);
    if (changed === undefined || fresh === undefined) return undefined;
    return (changed.text + fresh.text).split("\0").filter((path) => path !== "") as ProjectPath[];
  }

  async tracks(folder: ProjectPath): Promise<"yes" | "no" | "unknown"> {
    if (findRepository(this.root) === undefined) return "no";
    const output = await runGit(this.root, ["ls-files", "--cached", "-z", "--", `:(literal)${folder}`]);
    return output === undefined ? "unknown" : output.text === "" ? "no" : "yes";
  }

  read(path: ProjectPath): Buffer {
    this.#ensureReal(path);
    const bytes = fs.readFileSync(this.#at(path), { flag: reading as unknown as string });
    // A pipe reads as nothing; so does an empty file.
    if (bytes.length === 0 && this.stat(path)?.kind !== "file") throw failure("EINVAL", "not a plain file", path);
    return bytes;
  }

  stat(path: ProjectPath): FileStat | undefined {
    if (!this.#isReal(folderOf(path))) return undefined;
    const stat = lstatOrNothing(this.#at(path));
    if (stat === undefined) return undefined;
    const kind = stat.isFile() ? "file" : stat.isDirectory() ? "folder" : stat.isSymbolicLink() ? "link" : "other";
    return {
      kind,
      mode: stat.mode & 0o7777,
      size: stat.size,
      identity: `${stat.dev}:${stat.ino}`,
      changed: stat.mtimeMs,
      names: stat.nlink,
    };
  }

  readLink(path: ProjectPath): Buffer {
    this.#ensureReal(path);
    return fs.readlinkSync(this.#at(path), { encoding: "buffer" });
  }

  entries(folder: ProjectPath): readonly string[] {
    if (!this.#isReal(folder)) throw failure("ELOOP", "there is no real folder", folder);
    return fs.readdirSync(this.#at(folder));
  }

  /** Only whether something is there: nothing outside the project is shown by this. */
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
      const path = resolve(this.root, relative);
      const stat = fs.statSync(path);
      return stat.isFile() && stat.size <= mostBeyond ? fs.readFileSync(path, "utf8") : undefined;
    } catch {
      return undefined;
    }
  }

  ignoresCase(): boolean {
    return (this.#ignoresCase ??= sameFolderInOtherCase(this.root));
  }

  create(path: ProjectPath, bytes: Buffer, mode: number): void {
    this.#within(path, (at) => {
      const file = fs.openSync(at, O_WRONLY | O_CREAT | O_EXCL | O_NOFOLLOW, mode);
      try {
        fs.writeFileSync(file, bytes);
        fs.fchmodSync(file, mode);
        fs.fsyncSync(file);
      } catch (error) {
        fs.rmSync(at, { force: true });
        throw error;
      } finally {
        fs.closeSync(file);
      }
    });
  }

  append(path: ProjectPath, bytes: Buffer): void {
    this.#within(path, (at) => {
      const file = fs.openSync(at, O_WRONLY | O_CREAT | O_APPEND | O_NOFOLLOW, 0o644);
      try {
        fs.writeFileSync(file, bytes);
        fs.fsyncSync(file);
      } finally {
        fs.closeSync(file);
      }
    });
  }

  rename(from: ProjectPath, to: ProjectPath): void {
    this.#within(from, (source) => this.#within(to, (target) => fs.renameSync(source, target)));
  }

  /** A second name, then the first one goes: of all calls that name a file, only those refuse a name that is taken. */
  place(from: ProjectPath, to: ProjectPath): void {
    this.#within(from, (source) =>
      this.#within(to, (target) => {
        if (fs.lstatSync(source).isSymbolicLink())
          fs.symlinkSync(fs.readlinkSync(source, { encoding: "buffer" }), target);
        else if (!linkIfPossible(source, target)) {
          if (lstatOrNothing(target)) throw failure("EEXIST", "file already exists", to);
          return fs.renameSync(source, target);
        }
        fs.unlinkSync(source);
      }),
    );
  }

  remove(path: ProjectPath): void {
    this.#within(path, (at) => fs.unlinkSync(at));
  }

  makeFolder(path: ProjectPath, mode?: number): void {
    this.#within(path, (at) => {
      fs.mkdirSync(at);
      if (mode !== undefined) fs.chmodSync(at, mode);
    });
  }

  removeFolder(path: ProjectPath): void {
    this.#within(path, (at) => fs.rmdirSync(at));
  }

  makeLink(path: ProjectPath, text: Buffer): void {
    this.#within(path, (at) => fs.symlinkSync(text, at));
  }

  /** Windows cannot open a folder to sync it; its renames are ordered by the file system's own log. */
  syncFolder(path: ProjectPath): void {
    if (process.platform === "win32") return;
    const folder = this.#openFolder(path);
    if (folder === undefined) return;
    try {
      fs.fsyncSync(folder);
    } finally {
      fs.closeSync(folder);
    }
  }

  ensureWritable(folder: ProjectPath): void {
    this.#ensureReal(inside(folder));
    fs.accessSync(this.#at(folder), fs.constants.W_OK | fs.constants.X_OK);
  }

  /** Whether a folder and all above it are real folders, as they were when they were first looked at. */
  #isReal(folder: ProjectPath): boolean {
    if (folder === rootPath) return true;
    // No project path has such a part; if one came here all the same, it would lead out.
    if (folder === ".." || folder.startsWith("../") || folder.includes("/../") || folder.endsWith("/..")) return false;
    let isReal = this.#real.get(folder);
    if (isReal === undefined) {
      isReal = this.#isReal(folderOf(folder)) && (lstatOrNothing(this.#at(folder))?.isDirectory() ?? false);
      this.#real.set(folder, isReal);
    }
    return isReal;
  }

  #ensureReal(path: ProjectPath): void {
    if (!this.#isReal(folderOf(path))) throw failure("ELOOP", "a folder on the way is none, or a link", path);
  }

  /** Does something that changes the folder of `path`, by a path that no link can lead elsewhere. */
  #within<Result>(path: ProjectPath, work: (at: string) => Result): Result {
    this.#real.clear();
    this.#ensureReal(path);
    const folder = this.#openFolder(folderOf(path));
    try {
      return work(folder === undefined ? this.#at(path) : `/proc/self/fd/${folder}/${nameOf(path)}`);
    } catch (error) {
      throw named(error, path);
    } finally {
      if (folder !== undefined) fs.closeSync(folder);
    }
  }

  /** A handle of a folder that was proved to lie where its path says; `undefined` where the system has none to work through. */
  #openFolder(folder: ProjectPath): number | undefined {
    if (!hasHandles) {
      this.#ensureReal(inside(folder));
      return undefined;
    }
    const handle = fs.openSync(this.#at(folder), O_RDONLY | O_DIRECTORY | O_NOFOLLOW);
    try {
      if (fs.readlinkSync(`/proc/self/fd/${handle}`) === this.#at(folder)) return handle;
      // On a file system that ignores case the two may differ and be one.
      this.#ensureReal(inside(folder));
      const [here, there] = [fs.fstatSync(handle), fs.lstatSync(this.#at(folder))];
      if (here.dev === there.dev && here.ino === there.ino) return handle;
      throw failure("ELOOP", "a folder on the way is none, or a link", folder);
    } catch (error) {
      fs.closeSync(handle);
      throw error;
    }
  }
}

/** Any path in a folder. */
function inside(folder: ProjectPath): ProjectPath {
  return (folder === rootPath ? "x" : `${folder}/x`) as ProjectPath;
}

const hasHandles = process.platform === "linux" && fs.existsSync("/proc/self/fd");

/** Whether the file has got a second name; not every file system, nor everybody's file, can have one. */
function linkIfPossible(source: string, target: string): boolean {
  try {
    fs.linkSync(source, target);
    return true;
  } catch (error) {
    if (/^(?:EPERM|ENOTSUP|EOPNOTSUPP|ENOSYS|EMLINK|EINVAL|EACCES)$/.test((error as NodeJS.ErrnoException).code ?? ""))
      return false;
    throw error;
  }
}

function failure(code: string, reason: string, path: string): NodeJS.ErrnoException {
  return Object.assign(new Error(`${code}: ${reason}, '${path}'`), { code, syscall: "open" });
}

/** An error of the system names the path that people know, not the handle. */
function named(error: unknown, path: ProjectPath): unknown {
  if (error instanceof Error) error.message = error.message.replaceAll(/\/proc\/self\/fd\/\d+\/[^']*/g, path);
  return error;
}

function lstatOrNothing(path: string): fs.Stats | undefined {
  try {
    return fs.lstatSync(path, { throwIfNoEntry: false });
  } catch (error) {
    // `a.ts/b` where `a.ts` is a file, a name that no file system takes: nothing is there, and that is no error.
    if (/^(?:ENOTDIR|ENAMETOOLONG|ERR_INVALID_ARG_VALUE)$/.test((error as NodeJS.ErrnoException).code ?? ""))
      return undefined;
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
