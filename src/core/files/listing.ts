/** Lists a project's own files: by git where there is a repository, else by a walk that obeys `.gitignore`. */
import { lstatSync, readdirSync, readFileSync, type Dirent } from "node:fs";
import { join } from "node:path";
import ignore, { type Ignore } from "ignore";
import { comparePaths, inFolder, rootPath, type ProjectPath } from "../base/paths.js";
import { readingProblem } from "../base/errors.js";
import type { ListedFile, Listing, Unlisted } from "./file-store.js";
import { runGit } from "./git.js";

/** Folders that are never a project's own, whatever the ignore rules say. */
const neverOurs = new Set([".git", "node_modules", ".steady-shelf"]);

/**
 * Reads git's list: tracked files that are still on the disk, and untracked ones that are not ignored.
 *
 * `-t` puts a letter before each entry (`H` tracked, `R` gone from the disk, `S` sparse, `?` untracked) and `-s` the mode, of
 * which 120000 is a link and 160000 a submodule. Source of the format: git-ls-files(1).
 */
export async function listByGit(root: string): Promise<Listing | undefined> {
  const words = ["ls-files", "-t", "-s", "--cached", "--others", "--deleted", "--exclude-standard", "-z"];
  const output = await runGit(root, words);
  if (output === undefined) return undefined;
  const unread = new Set(output.unreadable);
  const closed = output.unreadable.filter((path) => path.endsWith("/"));
  const modes = new Map<string, string>();
  const gone = new Set<string>();
  for (const entry of output.text.split("\0")) {
    if (entry === "") continue;
    const tab = entry.startsWith("? ") ? 1 : entry.indexOf("\t");
    const path = entry.slice(tab + 1);
    // `S` says that a sparse checkout may have left the file out. What git may not look at is there all the same.
    const isAway =
      (entry.startsWith("R ") && !unread.has(path) && !closed.some((folder) => path.startsWith(folder))) ||
      (entry.startsWith("S ") && lstatSync(join(root, path), { throwIfNoEntry: false }) === undefined);
    if (isAway) gone.add(path);
    else modes.set(path, tab === 1 ? "?" : entry.slice(2, 8));
  }
  for (const path of gone) modes.delete(path);
  return sortListing(root, modes, closed);
}

function sortListing(root: string, modes: ReadonlyMap<string, string>, closed: readonly string[]): Listing {
  const files: ListedFile[] = [];
  const foreign: ProjectPath[] = [];
  const unlisted = closed.map((path): Unlisted => ({ path, reason: "permission denied" }));
  for (const [path, mode] of modes) {
    if (neverOursBelow.test(path)) continue;
    if (isUnnameable(path)) {
      unlisted.push({ path, reason: unnameable });
      continue;
    }
    if (mode === "160000" || path.endsWith("/")) foreign.push(path.replace(/\/$/, "") as ProjectPath);
    else
      // Where links cannot be made (usual on Windows), git writes a file that holds the link's text.
      files.push({ path: path as ProjectPath, link: (mode === "120000" || mode === "?") && isLink(join(root, path)) });
  }
  files.sort((a, b) => comparePaths(a.path, b.path));
  return { files, foreign, unlisted, from: "git" };
}

const neverOursBelow = /(^|\/)(node_modules|\.steady-shelf)\//;

/** Names that are not UTF-8 come with a replacement mark: such a file cannot be named here, so it is left alone, and said. */
function isUnnameable(path: string): boolean {
  return path.includes("\uFFFD");
}

const unnameable = "its name is not UTF-8";

function isLink(path: string): boolean {
  try {
    return lstatSync(path, { throwIfNoEntry: false })?.isSymbolicLink() ?? false;
  } catch {
    // In a folder that may not be looked into.
    return false;
  }
}

/** Walks the folder; `.gitignore` files count from where they lie, as in gitignore(5). */
export function listByWalk(root: string): Listing {
  const files: ListedFile[] = [];
  const foreign: ProjectPath[] = [];
  const unlisted: Unlisted[] = [];
  walk({ root, folder: rootPath, ignores: [], files, foreign, unlisted });
  files.sort((a, b) => comparePaths(a.path, b.path));
  return { files, foreign, unlisted, from: "walk" };
}

interface Walk {
  readonly root: string;
  readonly folder: ProjectPath;
  readonly ignores: readonly { at: ProjectPath; rules: Ignore }[];
  readonly files: ListedFile[];
  readonly foreign: ProjectPath[];
  readonly unlisted: Unlisted[];
}

function walk(state: Walk): void {
  const here = entriesOf(state);
  const ignores = here.some((entry) => entry.name === ".gitignore" && entry.isFile())
    ? [...state.ignores, { at: state.folder, rules: readIgnores(join(state.root, state.folder, ".gitignore"), state) }]
    : state.ignores;
  for (const entry of here) {
    const path = inFolder(state.folder, entry.name);
    if (neverOurs.has(entry.name) || isIgnored(path, entry.isDirectory(), ignores)) continue;
    if (isUnnameable(entry.name)) state.unlisted.push({ path, reason: unnameable });
    else if (entry.isFile() || entry.isSymbolicLink()) state.files.push({ path, link: entry.isSymbolicLink() });
    else if (entry.isDirectory() && isRepository(join(state.root, path))) state.foreign.push(path);
    else if (entry.isDirectory()) walk({ ...state, folder: path, ignores });
  }
}

/** What is in a folder; a folder that may not be looked into holds nothing that could be named, and that is said. */
function entriesOf({ root, folder, unlisted }: Walk): readonly Dirent[] {
  try {
    return readdirSync(join(root, folder), { withFileTypes: true });
  } catch (error) {
    if (folder === rootPath) throw error;
    unlisted.push({ path: `${folder}/`, reason: readingProblem(error) });
    return [];
  }
}

function readIgnores(file: string, { unlisted, folder }: Walk): Ignore {
  try {
    return ignore().add(readFileSync(file, "utf8"));
  } catch (error) {
    unlisted.push({ path: inFolder(folder, ".gitignore"), reason: readingProblem(error) });
    return ignore();
  }
}

function isIgnored(path: ProjectPath, folder: boolean, ignores: Walk["ignores"]): boolean {
  let ignored = false;
  for (const { at, rules } of ignores) {
    const below = at === "" ? path : path.slice(at.length + 1);
    const result = rules.test(folder ? `${below}/` : below);
    if (result.ignored) ignored = true;
    if (result.unignored) ignored = false;
  }
  return ignored;
}

function isRepository(folder: string): boolean {
  try {
    return lstatSync(join(folder, ".git"), { throwIfNoEntry: false }) !== undefined;
  } catch {
    return false;
  }
}
