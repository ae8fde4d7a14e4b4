/** Moves: what is asked for, as files; and what makes a list of moves one that cannot be carried out. */
import { distance } from "fastest-levenshtein";
import { ShelfError } from "../../base/errors.js";
import {
  comparePaths,
  folderOf,
  foldersAbove,
  foldersHolding,
  inFolder,
  isBelow,
  isProjectPath,
  nameOf,
  pathProblem,
  type ProjectPath,
} from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";

/** Why a file moves: it was named, it lies in a folder that was, or it travels with one that was. */
export type MoveReason = "asked" | "in folder" | "companion";

/** One file's move. */
export interface Move {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  readonly why: MoveReason;
  /** The file it travels with, or the reason given in a plan. */
  readonly because?: string;
}

/** Every file of a folder, at its place below the new folder. Throws `INTO_ITSELF`. */
export function movesOfFolder(tree: SourceTree, from: ProjectPath, to: ProjectPath, because?: string): Move[] {
  const foreign = tree.foreign.find((folder) => isBelow(folder, from));
  if (foreign !== undefined)
    throw new ShelfError("SOURCE_NOT_OURS", {
      path: `${from}/`,
      reason: `around the repository ${foreign}, which is not this one`,
    });
  if (from === to || isBelow(to, from)) throw new ShelfError("INTO_ITSELF", { path: `${from}/`, other: to });
  return tree.filesBelow(from).map((path) => {
    return {
      from: path,
      to: inFolder(to, path.slice(from.length + 1)),
      why: "in folder",
      because: because ?? `${from}/`,
    };
  });
}

/** Throws for a source that is not the project's: missing (with the nearest name), ignored, or another repository's. */
export function refuseSource(tree: SourceTree, path: ProjectPath): never {
  const foreign = tree.foreign.find((folder) => folder === path || isBelow(path, folder) || isBelow(folder, path));
  if (foreign !== undefined)
    throw new ShelfError("SOURCE_NOT_OURS", { path, reason: `in the repository ${foreign}, which is not this one` });
  const stat = tree.store.stat(path);
  if (stat?.kind === "folder")
    throw new ShelfError("SOURCE_NOT_OURS", { path: `${path}/`, reason: "a folder without files of the project" });
  if (stat) throw new ShelfError("SOURCE_NOT_OURS", { path, reason: "ignored by git" });
  const nearest = nearestPath(tree, path);
  throw new ShelfError("SOURCE_MISSING", nearest === undefined ? { path } : { path, other: nearest });
}

/** The path most like a mistyped one: the same name elsewhere, else the least edits, when they are few. */
function nearestPath(tree: SourceTree, path: ProjectPath): ProjectPath | undefined {
  const all = [...tree.paths, ...tree.folders];
  const name = nameOf(path).toLowerCase();
  const sameName = all.filter((each) => nameOf(each).toLowerCase() === name);
  const close = sameName.length > 0 ? sameName : all.filter((each) => Math.abs(each.length - path.length) <= 4);
  let best: { path: ProjectPath; edits: number } | undefined;
  for (const each of close) {
    const edits = distance(each, path);
    if (!best || edits < best.edits) best = { path: each, edits };
  }
  return best && (sameName.length > 0 || best.edits <= Math.max(2, path.length / 6)) ? best.path : undefined;
}

/** Throws the first reason why these moves cannot all happen at once. Swaps, chains and case-only renames can. */
export function ensurePossible(tree: SourceTree, moves: readonly Move[], places?: (move: Move) => string): void {
  const at = (move: Move): string => (places ? `${move.from} (${places(move)})` : move.from);
  const bySource = new Map<string, Move>();
  const byTarget = new Map<string, Move>();
  for (const move of moves) {
    const twice = bySource.get(move.from);
    if (twice)
      throw new ShelfError("SOURCE_TWICE", {
        path: move.from,
        reason: `to ${twice.to}${places ? ` (${places(twice)})` : ""} and to ${move.to}${places ? ` (${places(move)})` : ""}`,
      });
    bySource.set(move.from, move);
    const key = tree.ignoresCase ? move.to.toLowerCase() : move.to;
    const other = byTarget.get(key);
    if (other)
      throw new ShelfError("TARGET_TWICE", {
        path: move.to,
        paths: [at(other), at(move)],
        ...(other.to !== move.to && { reason: "the file system ignores case" }),
      });
    byTarget.set(key, move);
  }
  const folders = new Map<ProjectPath, FolderState>();
  for (const move of moves) ensureTargetFree(tree, move, { bySource, folders });
}

/** What a folder on the way to a target is on the disk; asked once a folder. */
type FolderState = "missing" | "fine";

interface TargetCheck {
  readonly bySource: ReadonlyMap<string, Move>;
  readonly folders: Map<ProjectPath, FolderState>;
}

function ensureTargetFree(tree: SourceTree, { from, to }: Move, check: TargetCheck): void {
  if (from === to) return;
  ensurePlace(to);
  const leaves = (path: ProjectPath): boolean => check.bySource.has(path) && check.bySource.get(path)?.to !== path;
  if (folderState(tree, folderOf(to), { to, leaves, folders: check.folders }) === "missing") return;
  const there = tree.store.stat(to);
  if (there && !isVacated(tree, { from, to }, there, leaves))
    throw new ShelfError("TARGET_EXISTS", { path: to, other: from });
}

interface FolderCheck {
  readonly to: ProjectPath;
  readonly leaves: (path: ProjectPath) => boolean;
  readonly folders: Map<ProjectPath, FolderState>;
}

/** Throws for a way that leads through a link, a file, or another repository. */
function folderState(tree: SourceTree, folder: ProjectPath, check: FolderCheck): FolderState {
  if (folder === "") return "fine";
  let state = check.folders.get(folder);
  if (state !== undefined) return state;
  state = folderState(tree, folderOf(folder), check);
  const stat = state === "missing" ? undefined : tree.store.stat(folder);
  if (stat?.kind === "link") throw new ShelfError("THROUGH_LINK", { path: check.to, other: folder });
  if (tree.foreign.includes(folder))
    throw new ShelfError("SOURCE_NOT_OURS", { path: check.to, reason: "in another repository" });
  if (stat && stat.kind !== "folder" && !check.leaves(folder))
    throw new ShelfError("TARGET_NOT_FOLDER", { path: folder });
  state = stat?.kind === "folder" ? "fine" : "missing";
  check.folders.set(folder, state);
  return state;
}

/** A target is free if what stands there leaves in the same plan, or is the file itself in another case. */
function isVacated(
  tree: SourceTree,
  move: { from: ProjectPath; to: ProjectPath },
  there: { kind: string; identity: string },
  leaves: (path: ProjectPath) => boolean,
): boolean {
  if (leaves(move.to)) return true;
  if (there.kind === "folder") return tree.filesBelow(move.to).every(leaves) && holdsOnlyOurs(tree, move.to);
  if (!tree.ignoresCase) return false;
  const same = tree.paths.find((path) => path.toLowerCase() === move.to.toLowerCase());
  return same !== undefined && leaves(same);
}

/** Whether nothing would keep the folder alive once the project's files have left it. */
function holdsOnlyOurs(tree: SourceTree, folder: ProjectPath): boolean {
  return tree.store.entries(folder).every((name) => {
    const path = inFolder(folder, name);
    return tree.has(path) || (tree.hasFolder(path) && holdsOnlyOurs(tree, path));
  });
}

/** Throws for a path that no file of a project can have: `NAME_UNUSABLE`, `SOURCE_NOT_OURS`. */
function ensurePlace(to: ProjectPath): void {
  const problem = pathProblem(to);
  if (problem !== undefined) throw new ShelfError("NAME_UNUSABLE", { path: to, reason: problem });
  if (!isProjectPath(to))
    throw new ShelfError("SOURCE_NOT_OURS", { path: to, reason: "not a place for the project's own files" });
}

/** Throws for a text that is to change and cannot: `SOURCE_NOT_OURS`, `SOURCE_MISSING`. What git ignores may be written, too. */
export function ensureEditable(tree: SourceTree, edits: readonly { readonly file: ProjectPath }[]): void {
  for (const { file } of edits) {
    const isForeign = tree.foreign.some((folder) => isBelow(file, folder));
    if (!isForeign) tree.admit(file);
    if (tree.text(file) === undefined) refuseSource(tree, file);
  }
}

/** Throws the first reason why files cannot be made at these paths, besides the moves. */
export function ensureMakeable(tree: SourceTree, made: Iterable<ProjectPath>, moves: readonly Move[]): void {
  const bySource = new Map(moves.map((move) => [move.from as string, move]));
  const byTarget = new Map(moves.map((move) => [move.to as string, move]));
  const folders = new Map<ProjectPath, FolderState>();
  for (const to of made) {
    const other = byTarget.get(to);
    if (other) throw new ShelfError("TARGET_TWICE", { path: to, paths: [other.from, "a file that is made"] });
    // Nothing is there yet that could leave for it.
    ensureTargetFree(tree, { from: "" as ProjectPath, to, why: "asked" }, { bySource, folders });
  }
}

/** Moves in order of source, without those that go nowhere. */
export function tidyMoves(moves: readonly Move[]): Move[] {
  return moves.filter((move) => move.from !== move.to).sort((a, b) => comparePaths(a.from, b.from));
}

/** Folders that no file of the project is left in once the moves are done, deepest first. */
export function emptiedFolders(
  tree: SourceTree,
  moves: readonly Move[],
  more: readonly { readonly path: ProjectPath }[] = [],
  removed: readonly ProjectPath[] = [],
): ProjectPath[] {
  const moved = new Map(moves.map((move) => [move.from, move.to]));
  const gone = new Set(removed);
  const kept = new Set<ProjectPath>();
  for (const path of [...tree.paths, ...more.map((each) => each.path)]) {
    if (gone.has(path)) continue;
    for (const folder of foldersAbove(moved.get(path) ?? path)) {
      if (kept.has(folder)) break;
      kept.add(folder);
    }
  }
  const leaving = [...moves.map(({ from }) => from), ...removed];
  const left = [...foldersHolding(leaving)].filter((folder) => !kept.has(folder));
  return left.sort((a, b) => b.length - a.length || comparePaths(a, b));
}

/** Folders that the moves need and that are not there, outermost first. */
export function newFolders(
  tree: SourceTree,
  moves: readonly Move[],
  more: readonly { readonly path: ProjectPath }[] = [],
): ProjectPath[] {
  const places = [...moves.map((move) => move.to), ...more.map((each) => each.path)];
  const isThere = (folder: ProjectPath): boolean => tree.hasFolder(folder) || tree.store.stat(folder) !== undefined;
  const made = [...foldersHolding(places)].filter((folder) => !isThere(folder));
  return made.sort((a, b) => a.length - b.length || comparePaths(a, b));
}
