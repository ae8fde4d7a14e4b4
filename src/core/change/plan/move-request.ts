/** `move FROM… TO`, understood as `mv` is: files, folders and patterns, into a folder or to a new name. */
import picomatch from "picomatch";
import { companionPath, companionsOf, isComponentFolder, partPath, partsInText } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { folderOf, inFolder, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { movesOfFolder, refuseSource, type Move } from "./move.js";

/** What was asked. Paths are project paths; a source may be a pattern. */
export interface MoveRequest {
  readonly from: readonly ProjectPath[];
  readonly to: ProjectPath;
  /** The target was written with a `/` at its end, so a folder is meant even if none is there yet. */
  readonly into: boolean;
  /** Leave companions where they are. */
  readonly alone: boolean;
}

/** The files that move, and where to. Throws for sources that are not there and targets that cannot be. */
export function understandMove(tree: SourceTree, request: MoveRequest): Move[] {
  const sources = request.from.flatMap((path) => expandPattern(tree, path));
  const isFolder = tree.hasFolder(request.to) || tree.store.stat(request.to)?.kind === "folder";
  const onlyCase =
    sources.length === 1 && sources[0] !== request.to && sources[0]?.toLowerCase() === request.to.toLowerCase();
  const into = request.into || sources.length > 1 || (isFolder && !onlyCase);
  if (into && tree.has(request.to)) throw new ShelfError("TARGET_NOT_FOLDER", { path: request.to });
  const moves = new Map<ProjectPath, Move>();
  const add = (move: Move): void => {
    // A companion that was also named keeps the place that was asked for it.
    if (!moves.has(move.from) || move.why === "asked") moves.set(move.from, move);
  };
  for (const from of sources) for (const move of movesOf(tree, from, { ...request, into })) add(move);
  return [...moves.values()];
}

function expandPattern(tree: SourceTree, path: ProjectPath): readonly ProjectPath[] {
  if (path === "")
    throw new ShelfError("SOURCE_NOT_OURS", {
      path: "The project's own folder",
      reason: "not in the project but around it",
    });
  if (tree.has(path) || tree.hasFolder(path)) return [path];
  if (!/[*?{[]/.test(path)) return refuseSource(tree, path);
  const isMatch = picomatch(path);
  const matches = tree.paths.filter((each) => isMatch(each));
  if (matches.length === 0) throw new ShelfError("NOTHING_MATCHES", { path });
  return matches;
}

function movesOf(tree: SourceTree, from: ProjectPath, request: MoveRequest): Move[] {
  const { to, into, alone } = request;
  if (tree.has(from)) {
    if (!alone && into && isComponentFolder(tree, from) && !isBelow(folderOf(from), to))
      return wholeComponent(tree, from, to);
    return [
      { from, to: into ? inFolder(to, nameOf(from)) : to, why: "asked" },
      ...(alone ? [] : companions(tree, from, request)),
    ];
  }
  return movesOfFolder(tree, from, into ? inFolder(to, nameOf(from)) : to);
}

/** `Card/Card.tsx` into `features/` takes its folder along: `features/Card/Card.tsx`; unless it is there already. */
function wholeComponent(tree: SourceTree, from: ProjectPath, to: ProjectPath): Move[] {
  const folder = folderOf(from);
  const target = nameOf(to) === nameOf(folder) ? to : inFolder(to, nameOf(folder));
  if (target === folder) return [{ from, to: from, why: "asked" }];
  return movesOfFolder(tree, folder, target).map((move) =>
    move.from === from ? { ...move, why: "asked" } : { ...move, why: "companion", because: from },
  );
}

/** Companions go beside the new place, and take the new stem. */
function companions(tree: SourceTree, from: ProjectPath, { to, into }: MoveRequest): Move[] {
  const target = into ? inFolder(to, nameOf(from)) : to;
  const beside = companionsOf(tree, from);
  const along = (path: ProjectPath, goes: ProjectPath): Move => ({
    from: path,
    to: goes,
    why: "companion",
    because: from,
  });
  return [
    ...beside.map((each) => along(each.path, companionPath(each, from, target))),
    ...partsInText(tree, from, beside).map((each) => along(each.path, partPath(each, target))),
  ];
}
