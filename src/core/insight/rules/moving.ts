/** Moves that repairs are made of: a file with its companions, a component with its folder. */
import { companionPath, companionsOf, isComponentFolder, partsOf } from "../../app/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";

interface SingleMove {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
}

/**
 * A file to its new path, and with it whatever goes along: the whole folder where it is the component's own (which then
 * takes the new name, too), else its companions. `undefined` where something stands in the way.
 */
export function movesAlong(tree: SourceTree, from: ProjectPath, to: ProjectPath): readonly SingleMove[] | undefined {
  const moves = isComponentFolder(tree, from)
    ? movesOfComponent(tree, from, to)
    : [{ from, to }, ...companionMoves(tree, from, to)];
  const leaving = new Set(moves.map((move) => move.from));
  const isFree = (path: ProjectPath): boolean => leaving.has(path) || (!tree.has(path) && !tree.hasFolder(path));
  return new Set(moves.map((move) => move.to)).size === moves.length && moves.every((move) => isFree(move.to))
    ? moves
    : undefined;
}

function movesOfComponent(tree: SourceTree, from: ProjectPath, to: ProjectPath): SingleMove[] {
  const [folder, oldStem, newStem] = [folderOf(from), partsOf(nameOf(from)).stem, partsOf(nameOf(to)).stem];
  const target = nameOf(folderOf(to)) === oldStem ? inFolder(folderOf(folderOf(to)), newStem) : folderOf(to);
  return tree.filesBelow(folder).map((path) => {
    const inside = path.slice(folder.length + 1);
    const { stem, rest } = partsOf(nameOf(path));
    const name = stem === oldStem ? newStem + rest : nameOf(path);
    const below = inside.slice(0, -nameOf(path).length).replace(/\/$/, "");
    return { from: path, to: inFolder(below === "" ? target : inFolder(target, below), name) };
  });
}

function companionMoves(tree: SourceTree, from: ProjectPath, to: ProjectPath): SingleMove[] {
  return companionsOf(tree, from).map((each) => ({ from: each.path, to: companionPath(each, from, to) }));
}
