/**
 * A throw-away checkout: a copy of a project as it lies, beside it, in which something can be tried that must not touch the project.
 * In a repository it is a worktree of git's, so that what asks git for the commit gets an answer; what is not committed is copied into it.
 * Packages are linked one by one, and what tools keep beside them is copied, so that it is written here.
 */
import {
  chmodSync,
  copyFileSync,
  cpSync,
  existsSync,
  lstatSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readlinkSync,
  realpathSync,
  rmSync,
  symlinkSync,
} from "node:fs";
import { basename, dirname, isAbsolute, join, relative, sep } from "node:path";
import { readingProblem, ShelfError } from "../base/errors.js";
import { folderOf, inFolder, type ProjectPath } from "../base/paths.js";
import { currentCommit } from "./committed.js";
import type { FileReader } from "./file-store.js";
import { askGit, GitRefusal, ownCommands } from "./git.js";

/** Who makes it. */
export interface CheckoutMaker {
  readonly pid: number;
  readonly host: string;
  readonly isAlive: (pid: number) => boolean;
}

/** A checkout, and its end. */
export interface Checkout {
  readonly root: string;
  /** Takes it away, with all that was made in it. */
  remove(): Promise<void>;
}

/** How the folder is called; what is left of a run that was killed is known by it. */
const prefix = ".steady-shelf-rehearsal-";

/** Folders of dependencies that git ignores, where they lie beside a manifest. */
const linkedInside = ["node_modules", ".dart_tool", "Pods", "bower_components"];

/** Files that a build reads and git ignores. */
const copiedFiles = /^(?:\.env(?:\..+)?|\.npmrc|\.yarnrc\.yml|\.pnp\.c?js|local\.properties)$/;

/**
 * Makes one: of the project as it lies, or of a commit. Throws `UNWRITABLE` where there is no room beside the project, and what git
 * says of a commit that it does not know.
 */
export async function makeCheckout(store: FileReader, maker: CheckoutMaker, of?: string): Promise<Checkout> {
  const { root } = store;
  clearLeft(dirname(root), maker);
  const folder = emptyFolder(root, maker);
  try {
    const paths = (await store.list()).files.map(({ path }) => path);
    const commit = of ?? (await currentCommit(root));
    if (commit === undefined) for (const path of paths) copy(root, folder, path);
    else await addWorktree({ root, folder, commit, store: of === undefined ? store : undefined });
    bringDependencies({ root, folder, paths });
  } catch (error) {
    await removeCheckout(root, folder);
    if (!(error instanceof GitRefusal)) throw error;
    throw new ShelfError("UNWRITABLE", { path: "A worktree of git's", reason: error.said }, error);
  }
  return {
    root: folder,
    remove: () => removeCheckout(root, folder),
  };
}

function emptyFolder(root: string, { pid, host }: CheckoutMaker): string {
  try {
    return mkdtempSync(join(dirname(root), `${prefix}${basename(root)}-${endOfName(host, pid)}-`));
  } catch (error) {
    throw new ShelfError("UNWRITABLE", { path: dirname(root), reason: readingProblem(error) }, error);
  }
}

interface WorktreeInput {
  readonly root: string;
  readonly folder: string;
  readonly commit: string;
  /** What lies there besides is copied. */
  readonly store: FileReader | undefined;
}

async function addWorktree({ root, folder, commit, store }: WorktreeInput): Promise<void> {
  // What the repository itself says of commands is not run.
  const { settings } = await ownCommands(root);
  await askGit(root, ["worktree", "add", "--detach", "--force", folder, commit], { settings });
  for (const path of (await store?.changedSince("HEAD")) ?? []) {
    rmSync(join(folder, path), { force: true, recursive: true });
    if (store?.stat(path)) copy(root, folder, path);
  }
}

/** One file or link, with its mode. */
function copy(root: string, folder: string, path: ProjectPath): void {
  const [from, to] = [join(root, path), join(folder, path)];
  const stat = lstatSync(from, { throwIfNoEntry: false });
  if (!stat) return;
  mkdirSync(dirname(to), { recursive: true });
  if (stat.isSymbolicLink()) return symlinkSync(readlinkSync(from), to);
  if (!stat.isFile()) return;
  copyFileSync(from, to);
  chmodSync(to, stat.mode & 0o777);
}

interface Dependencies extends Sides {
  readonly paths: readonly ProjectPath[];
}

function bringDependencies({ root, folder, paths }: Dependencies): void {
  const beside = new Set(
    paths.filter((path) => /(?:^|\/)(?:package\.json|pubspec\.yaml|Podfile)$/.test(path)).map(folderOf),
  );
  for (const place of new Set([...beside, "" as ProjectPath])) {
    for (const name of linkedInside)
      bringEach(join(root, inFolder(place, name)), join(folder, inFolder(place, name)), { root, folder });
    for (const name of existsSync(join(root, place)) ? readdirSync(join(root, place)) : [])
      if (copiedFiles.test(name)) bringCopy(join(root, place, name), join(folder, place, name));
  }
}

/**
 * A folder of its own, whose packages are those of the other. What tools keep beside packages is copied, so that it is written here, and
 * what they only keep to be quicker is left behind.
 */
function bringEach(from: string, to: string, sides: Sides): void {
  if (!lstatSync(from, { throwIfNoEntry: false })?.isDirectory() || existsSync(to)) return;
  mkdirSync(to, { recursive: true });
  for (const name of readdirSync(from)) {
    const [entry, place] = [join(from, name), join(to, name)];
    if (/^\.(?:cache|vite|vite-temp|tmp)$/.test(name)) continue;
    if (name.startsWith("@")) bringEach(entry, place, sides);
    else if (/^\.(?!bin$|pnpm$)/.test(name)) bringCopy(entry, place);
    else symlinkSync(sideOf(entry, sides), place);
  }
}

function bringCopy(from: string, to: string): void {
  if (!lstatSync(to, { throwIfNoEntry: false })) cpSync(from, to, { recursive: true, verbatimSymlinks: true });
}

interface Sides {
  readonly root: string;
  readonly folder: string;
}

/** A package of the project itself is taken from the checkout, and every other from where it is. */
function sideOf(entry: string, { root, folder }: Sides): string {
  if (!lstatSync(entry).isSymbolicLink() || !existsSync(entry)) return entry;
  const way = relative(realpathSync(root), realpathSync(entry));
  const isOwn = way !== "" && !way.startsWith("..") && !isAbsolute(way) && !way.split(sep).includes("node_modules");
  return isOwn ? join(folder, way) : entry;
}

async function removeCheckout(root: string, folder: string): Promise<void> {
  rmSync(folder, { recursive: true, force: true });
  // Git forgets worktrees whose folder is gone.
  await askGit(root, ["worktree", "prune"]).catch(() => undefined);
}

/** By this one knows whose it is: a folder may be seen from several machines. */
function endOfName(host: string, pid: number): string {
  return `${host.replace(/[^\w.]/g, "_")}-${pid}`;
}

/** Checkouts of runs on this machine that do not live any more. */
function clearLeft(around: string, { host, isAlive }: CheckoutMaker): void {
  for (const name of readdirSync(around)) {
    const pid = name.startsWith(prefix) ? Number(/-(\d+)-[^-]*$/.exec(name)?.[1]) : Number.NaN;
    if (Number.isNaN(pid) || !name.includes(`-${endOfName(host, pid)}-`) || isAlive(pid)) continue;
    rmSync(join(around, name), { recursive: true, force: true });
  }
}
