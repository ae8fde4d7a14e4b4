/**
 * A throw-away checkout: a copy of a project as it lies, beside it, in which something can be tried that must not touch the project.
 * In a repository it is a worktree of git's, so that what asks git for the commit gets an answer; what is not committed is copied into it.
 * Dependencies are linked one by one, so that what writes beside them (a cache) writes into the copy.
 */
import {
  chmodSync,
  copyFileSync,
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
import {
  askGit,
  currentCommit,
  GitRefusal,
  openDiskStore,
  ownCommands,
  readTree,
  type FileStore,
  type SourceTree,
} from "../files/index.js";
import type { Plan } from "../change/plan/index.js";
import { applyPlan } from "./apply-plan.js";
import type { Caller } from "./change.js";

/** A checkout, and its end. */
export interface Checkout {
  readonly root: string;
  /** Carries a plan of the project out here. */
  carryOut(plan: Plan): Promise<void>;
  /** Takes it away, with all that was made in it. */
  remove(): Promise<void>;
}

/** How the folder is called; what is left of a run that was killed is known by it. */
const prefix = ".steady-shelf-rehearsal-";

/** Folders of dependencies that git ignores, where they lie beside a manifest. */
const linkedInside = ["node_modules", ".dart_tool", "Pods", "bower_components"];

/** Files that a build reads and git ignores. */
const linkedFiles = /^(?:\.env(?:\..+)?|\.npmrc|\.yarnrc\.yml|\.pnp\.c?js|local\.properties)$/;

/**
 * Makes one: of the project as it lies, or of a commit. Throws `UNWRITABLE` where there is no room beside the project, and what git
 * says of a commit that it does not know.
 */
export async function makeCheckout(store: FileStore, caller: Caller, of?: string): Promise<Checkout> {
  const { root } = store;
  clearLeft(dirname(root), caller);
  const folder = emptyFolder(root, caller);
  try {
    const tree = await readTree(store);
    const commit = of ?? (await currentCommit(root));
    if (commit === undefined) for (const path of tree.paths) copy(root, folder, path);
    else await addWorktree({ root, folder, commit, store: of === undefined ? store : undefined });
    linkDependencies({ root, folder, tree });
  } catch (error) {
    await removeCheckout(root, folder);
    if (!(error instanceof GitRefusal)) throw error;
    throw new ShelfError("UNWRITABLE", { path: "A worktree of git's", reason: error.said }, error);
  }
  return {
    root: folder,
    carryOut: async (plan) => {
      const own = openDiskStore(folder);
      const tree = await readTree(own);
      applyPlan({ store: own, tree, plan, command: "rehearsal", acceptDifferent: true, acceptUnread: true, caller });
    },
    remove: () => removeCheckout(root, folder),
  };
}

function emptyFolder(root: string, { pid }: Caller): string {
  try {
    return mkdtempSync(join(dirname(root), `${prefix}${basename(root)}-${pid}-`));
  } catch (error) {
    throw new ShelfError("UNWRITABLE", { path: dirname(root), reason: readingProblem(error) }, error);
  }
}

interface WorktreeInput {
  readonly root: string;
  readonly folder: string;
  readonly commit: string;
  /** What lies there besides is copied. */
  readonly store: FileStore | undefined;
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

function linkDependencies({ root, folder, tree }: { root: string; folder: string; tree: SourceTree }): void {
  const beside = new Set(
    tree.paths.filter((path) => /(?:^|\/)(?:package\.json|pubspec\.yaml|Podfile)$/.test(path)).map(folderOf),
  );
  for (const place of new Set([...beside, "" as ProjectPath])) {
    for (const name of linkedInside)
      linkEach(join(root, inFolder(place, name)), join(folder, inFolder(place, name)), { root, folder });
    for (const name of existsSync(join(root, place)) ? readdirSync(join(root, place)) : [])
      if (linkedFiles.test(name)) link(join(root, place, name), join(folder, place, name));
  }
}

/** A folder of its own, whose entries are those of the other; what tools keep there themselves is not. */
function linkEach(from: string, to: string, checkout: Sides): void {
  if (!lstatSync(from, { throwIfNoEntry: false })?.isDirectory() || existsSync(to)) return;
  mkdirSync(to, { recursive: true });
  for (const name of readdirSync(from)) {
    if (/^\.(?:cache|vite|vite-temp|tmp)$/.test(name)) continue;
    if (name.startsWith("@")) linkEach(join(from, name), join(to, name), checkout);
    else link(sideOf(join(from, name), checkout), join(to, name));
  }
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

function link(from: string, to: string): void {
  if (!lstatSync(to, { throwIfNoEntry: false })) symlinkSync(from, to);
}

async function removeCheckout(root: string, folder: string): Promise<void> {
  rmSync(folder, { recursive: true, force: true });
  // Git forgets worktrees whose folder is gone.
  await askGit(root, ["worktree", "prune"]).catch(() => undefined);
}

/** Checkouts of runs that do not live any more. */
function clearLeft(around: string, { isAlive }: Caller): void {
  for (const name of readdirSync(around)) {
    const pid = name.startsWith(prefix) ? Number(/-(\d+)-[^-]*$/.exec(name)?.[1]) : Number.NaN;
    if (Number.isNaN(pid) || isAlive(pid)) continue;
    rmSync(join(around, name), { recursive: true, force: true });
  }
}
