/**
 * Project paths: how every stage after the disk names a file.
 *
 * A project path is relative to the project's root, uses `/` on every system, has no `.` or `..`
 * parts, no leading or trailing slash, and keeps the file system's own spelling (case, Unicode form).
 * The root itself is `""`. Only a `FileStore` turns one into a path of the operating system.
 */

declare const brand: unique symbol;

/** A normalised path relative to the project's root. */
export type ProjectPath = string & { readonly [brand]: "ProjectPath" };

/** The project's root. */
export const rootPath = "" as ProjectPath;

/**
 * Normalises a `/`-separated path that is meant relative to the root.
 *
 * `"src//a/../b.ts"` → `"src/b.ts"`; a path that climbs out of the root → `undefined`.
 */
export function toProjectPath(path: string): ProjectPath | undefined {
  if (isNormal(path)) return path as ProjectPath;
  const parts: string[] = [];
  for (const part of path.split("/")) {
    if (part === "" || part === ".") continue;
    if (part !== "..") parts.push(part);
    else if (parts.pop() === undefined) return undefined;
  }
  return parts.join("/") as ProjectPath;
}

/** Whether nothing has to be done. Written for speed: this is asked for every reference. */
function isNormal(path: string): boolean {
  const [first, last] = [path.charCodeAt(0), path.charCodeAt(path.length - 1)];
  if (first === slash || last === slash || last === dot) return path === "";
  return !path.includes("./") && !path.includes("//");
}

const [slash, dot] = [47, 46];

/** Joins a folder and a relative path: `("src/a", "../b")` → `"src/b"`; outside the root → `undefined`. */
export function joinPath(folder: ProjectPath, relative: string): ProjectPath | undefined {
  let [at, from]: [string, number] = [folder, 0];
  // The usual beginnings, `./` and any number of `../`, need no list of parts.
  if (relative.startsWith("./")) from = 2;
  while (at !== "" && relative.startsWith("../", from)) {
    at = folderOf(at as ProjectPath);
    from += 3;
  }
  const rest = from === 0 ? relative : relative.slice(from);
  return toProjectPath(at === "" ? rest : `${at}/${rest}`);
}

/** The folder that holds a path: `"src/a.ts"` → `"src"`, `"a.ts"` → `""`. */
export function folderOf(path: ProjectPath): ProjectPath {
  const slash = path.lastIndexOf("/");
  return (slash < 0 ? "" : path.slice(0, slash)) as ProjectPath;
}

/** The last part: `"src/a.ts"` → `"a.ts"`. */
export function nameOf(path: string): string {
  return path.slice(path.lastIndexOf("/") + 1);
}

/** A folder and a name (or a path below it) that are both known to be normal. */
export function inFolder(folder: ProjectPath, name: string): ProjectPath {
  return (folder === "" ? name : `${folder}/${name}`) as ProjectPath;
}

/** Every folder above a path, nearest first, without the root: `"a/b/c.ts"` → `["a/b", "a"]`. */
export function foldersAbove(path: ProjectPath): ProjectPath[] {
  const found: ProjectPath[] = [];
  for (let folder = folderOf(path); folder !== ""; folder = folderOf(folder)) found.push(folder);
  return found;
}

/** Every folder above any of some paths, each once, without the root. */
export function foldersHolding(paths: Iterable<ProjectPath>): Set<ProjectPath> {
  const folders = new Set<ProjectPath>();
  for (const path of paths)
    // Where one is known, so are those above it.
    for (let folder = folderOf(path); folder !== "" && !folders.has(folder); folder = folderOf(folder))
      folders.add(folder);
  return folders;
}

/** Whether `path` lies below `folder` (at any depth). Everything but the root lies below the root. */
export function isBelow(path: ProjectPath, folder: ProjectPath): boolean {
  return folder === "" ? path !== "" : path.startsWith(`${folder}/`);
}

/**
 * The way from a folder to a path, without a leading `./`:
 * `("src/a", "src/b/c.ts")` → `"../b/c.ts"`; to the folder itself → `""`.
 */
export function relativePath(fromFolder: ProjectPath, to: ProjectPath): string {
  if (fromFolder === "") return to;
  if (to === fromFolder) return "";
  // The end of the last part that both begin with; then one step up for each part that is left. No lists are made, because
  // this is asked for every reference of a large move.
  let [at, same] = [0, 0];
  for (; at < fromFolder.length && at < to.length && fromFolder.charCodeAt(at) === to.charCodeAt(at); at += 1)
    if (fromFolder.charCodeAt(at) === slash) same = at + 1;
  if (at === fromFolder.length && to.charCodeAt(at) === slash) return to.slice(at + 1);
  if (at === to.length && fromFolder.charCodeAt(at) === slash) same = at + 1;
  let up = "";
  for (let from = same; from < fromFolder.length + 1;) {
    const next = fromFolder.indexOf("/", from);
    up += "../";
    from = next < 0 ? fromFolder.length + 1 : next + 1;
  }
  const rest = to.slice(same);
  return rest === "" ? up.slice(0, -1) : up + rest;
}

/** Folders that are never a place for the project's own files, on file systems that ignore case and on those with short names, too. */
const reserved = /(?:^|\/)(?:\.git|git~\d|\.steady-shelf|node_modules)(?:\/|$)/i;

/** Whether a path is, or lies in, a folder of git, of packages, or of ours: `.git/hooks/x`. */
export function isReserved(path: string): boolean {
  return reserved.test(path);
}

/** Why no file can have this path, whatever is there: a letter that no system takes, a name or path that is too long. */
export function pathProblem(path: string): string | undefined {
  if (path.includes("\0")) return "it holds a NUL character";
  const long = path.length > 80 && path.split("/").find((part) => part.length > 80 && Buffer.byteLength(part) > 255);
  if (long) return `"${long.slice(0, 40)}…" is longer than the 255 bytes that a name may have`;
  return path.length > 1000 && Buffer.byteLength(path) > 4000 ? "it is longer than 4,000 bytes" : undefined;
}

/** Whether a text from outside (a journal, say) is the normal path of a file that may be the project's. */
export function isProjectPath(text: string): text is ProjectPath {
  return text !== "" && toProjectPath(text) === text && !isReserved(text) && pathProblem(text) === undefined;
}

/** Where a text is, or would be, in an ordered list: an index from 0. */
function firstAtLeast(ordered: readonly string[], text: string): number {
  let [low, high] = [0, ordered.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((ordered[middle] ?? "") < text) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Those of some ordered texts that begin with another. They lie side by side. */
export function beginningWith<Text extends string>(ordered: readonly Text[], start: string): readonly Text[] {
  const first = firstAtLeast(ordered, start);
  let end = first;
  while (ordered[end]?.startsWith(start)) end += 1;
  return ordered.slice(first, end);
}

/** Those of some ordered paths that lie below a folder, at any depth. They lie side by side, so nothing else is looked at. */
export function pathsBelow(ordered: readonly ProjectPath[], folder: ProjectPath): readonly ProjectPath[] {
  if (folder === "") return ordered;
  // `0` is the character after `/`.
  return ordered.slice(firstAtLeast(ordered, `${folder}/`), firstAtLeast(ordered, `${folder}0`));
}

/** The same, and what has the folder's own path: a pattern's fixed part may be a file. */
export function pathsAt(ordered: readonly ProjectPath[], folder: ProjectPath): readonly ProjectPath[] {
  const below = pathsBelow(ordered, folder);
  return ordered[firstAtLeast(ordered, folder)] === folder ? [folder, ...below] : below;
}

/** Orders paths by code unit, the same on every machine whatever its language. */
export function comparePaths(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

/** The folder below which all files lie as they lay below `folder`, or `undefined`. */
export function commonFolder(
  folder: ProjectPath,
  files: readonly ProjectPath[],
  map: (path: ProjectPath) => ProjectPath,
): ProjectPath | undefined {
  let common: ProjectPath | undefined;
  for (const file of files) {
    const inside = folder === "" ? file : file.slice(folder.length + 1);
    const to = map(file);
    const base =
      to === inside
        ? ("" as ProjectPath)
        : to.endsWith(`/${inside}`)
          ? (to.slice(0, -inside.length - 1) as ProjectPath)
          : undefined;
    if (base === undefined || (common !== undefined && base !== common) || inFolder(base, inside) !== to)
      return undefined;
    common = base;
  }
  return common;
}
