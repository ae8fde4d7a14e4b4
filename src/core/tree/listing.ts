/** Lists a project's own files: by git where there is a repository, else by a walk that obeys `.gitignore`. */
import { execFile } from "node:child_process";
import { lstatSync, readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ignore, { type Ignore } from "ignore";
import { comparePaths, inFolder, rootPath, type ProjectPath } from "../paths.js";
import type { ListedFile, Listing } from "./file-store.js";

/** Folders that are never a project's own, whatever the ignore rules say. */
const neverOurs = new Set([".git", "node_modules", ".steady-shelf"]);

/** Runs git in a folder; its standard output, or `undefined` when it is missing or says no (exit codes in `fine` are not a no). */
export function runGit(
  root: string,
  words: readonly string[],
  fine: readonly number[] = [],
): Promise<string | undefined> {
  return new Promise((resolve) => {
    const options = { cwd: root, encoding: "utf8", maxBuffer: 1 << 30 } as const;
    execFile("git", [...words], options, (error, stdout) => {
      const known = error === null || (typeof error.code === "number" && fine.includes(error.code));
      resolve(known ? stdout : undefined);
    });
  });
}

/** Git said no. */
export class GitRefusal extends Error {
  override readonly name = "GitRefusal";

  constructor(
    readonly words: readonly string[],
    /** What it wrote to standard error. */
    readonly said: string,
  ) {
    super(`git ${words[0] ?? ""}: ${said}`);
  }
}

/** Runs git in a folder, with a text on its standard input; gives its standard output. Throws `GitRefusal`. */
export function askGit(root: string, words: readonly string[], input = ""): Promise<string> {
  return new Promise((resolve, reject) => {
    const options = { cwd: root, encoding: "utf8", maxBuffer: 1 << 30 } as const;
    const child = execFile("git", ["-c", "core.quotePath=false", ...words], options, (error, stdout, stderr) => {
      if (error === null) resolve(stdout);
      else reject(new GitRefusal(words, stderr.trim() || stdout.trim() || error.message));
    });
    // Git may end before it has read everything.
    child.stdin?.on("error", () => undefined);
    child.stdin?.end(input);
  });
}

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
  const modes = new Map<string, string>();
  const gone = new Set<string>();
  for (const entry of output.split("\0")) {
    if (entry === "") continue;
    const tab = entry.startsWith("? ") ? 1 : entry.indexOf("\t");
    const path = entry.slice(tab + 1);
    // `S` says that a sparse checkout may have left the file out.
    const isAway =
      entry.startsWith("R ") ||
      (entry.startsWith("S ") && lstatSync(join(root, path), { throwIfNoEntry: false }) === undefined);
    if (isAway) gone.add(path);
    else modes.set(path, tab === 1 ? "?" : entry.slice(2, 8));
  }
  for (const path of gone) modes.delete(path);
  return sortListing(root, modes);
}

function sortListing(root: string, modes: ReadonlyMap<string, string>): Listing {
  const files: ListedFile[] = [];
  const foreign: ProjectPath[] = [];
  for (const [path, mode] of modes) {
    if (!isOurs(path)) continue;
    if (mode === "160000" || path.endsWith("/")) foreign.push(path.replace(/\/$/, "") as ProjectPath);
    else
      files.push({ path: path as ProjectPath, link: mode === "120000" || (mode === "?" && isLink(join(root, path))) });
  }
  files.sort((a, b) => comparePaths(a.path, b.path));
  return { files, foreign, from: "git" };
}

/** Names that are not UTF-8 come with a replacement mark: such a file cannot be named here, so it is left alone. */
function isOurs(path: string): boolean {
  if (path.includes("\uFFFD")) return false;
  return !/(^|\/)(node_modules|\.steady-shelf)\//.test(path);
}

function isLink(path: string): boolean {
  return lstatSync(path, { throwIfNoEntry: false })?.isSymbolicLink() ?? false;
}

/** Walks the folder; `.gitignore` files count from where they lie, as in gitignore(5). */
export function listByWalk(root: string): Listing {
  const files: ListedFile[] = [];
  const foreign: ProjectPath[] = [];
  walk({ root, folder: rootPath, ignores: [], files, foreign });
  files.sort((a, b) => comparePaths(a.path, b.path));
  return { files, foreign, from: "walk" };
}

interface Walk {
  readonly root: string;
  readonly folder: ProjectPath;
  readonly ignores: readonly { at: ProjectPath; rules: Ignore }[];
  readonly files: ListedFile[];
  readonly foreign: ProjectPath[];
}

function walk(state: Walk): void {
  const here = readdirSync(join(state.root, state.folder), { withFileTypes: true });
  const ignores = here.some((entry) => entry.name === ".gitignore" && entry.isFile())
    ? [...state.ignores, { at: state.folder, rules: readIgnores(join(state.root, state.folder, ".gitignore")) }]
    : state.ignores;
  for (const entry of here) {
    const path = inFolder(state.folder, entry.name);
    if (neverOurs.has(entry.name) || isIgnored(path, entry.isDirectory(), ignores)) continue;
    if (entry.isFile() || entry.isSymbolicLink()) state.files.push({ path, link: entry.isSymbolicLink() });
    else if (entry.isDirectory() && isRepository(join(state.root, path))) state.foreign.push(path);
    else if (entry.isDirectory()) walk({ ...state, folder: path, ignores });
  }
}

function readIgnores(file: string): Ignore {
  return ignore().add(readFileSync(file, "utf8"));
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
  return lstatSync(join(folder, ".git"), { throwIfNoEntry: false }) !== undefined;
}
