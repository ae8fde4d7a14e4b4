/** Project files follow what moves: each as far as it lists any of it. */
import { ShelfError } from "../../base/errors.js";
import { folderOf, nameOf } from "../../base/paths.js";
import type { ListedLine, ListTree } from "../language.js";
import { followMoves, type Going } from "./follow-moves.js";
import { isRead, readProject } from "./project.js";
import { projectsOf } from "./projects.js";

/** The edits by which the groups of all projects follow the moves. Throws `MERGE_CONFLICT`. */
export function keepListed(moves: readonly Going[], tree: ListTree): readonly ListedLine[] {
  const going = moves.filter(({ from, to }) => from !== to);
  if (going.length === 0) return [];
  const moved = new Set(going.map(({ from }) => from));
  return projectsOf(tree.paths).flatMap((path): ListedLine[] => {
    const source = tree.text(path);
    if (!source || moved.has(path) || !mayList(source.text, going)) return [];
    const project = readProject(source.text);
    if (!isRead(project)) {
      if (!project.conflict) return [];
      const [first, last] = [project.conflict.start, project.conflict.end].map((at) => source.positionAt(at).line);
      throw new ShelfError("MERGE_CONFLICT", { path, reason: `${first} to ${last}` });
    }
    const home = folderOf(folderOf(path));
    return followMoves({ project, home, moves: going, tree }).map((edit) => ({ ...edit, file: path }));
  });
}

/** Above so many names it is quicker to read the project. */
const mostNames = 60;

/** Whether a project may list something that moves, or a folder in which it lies. */
function mayList(text: string, moves: readonly Going[]): boolean {
  if (moves.length > mostNames) return true;
  return moves.some(
    ({ from }) =>
      text.includes(nameOf(from)) || from.split("/").some((part) => /\.\w+$/.test(part) && text.includes(part)),
  );
}
