/** Project files follow what moves: each as far as it lists any of it. */
import { ShelfError } from "../../base/errors.js";
import { folderOf, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import type { ListChange, ListedLine, ListShape, ListTree, ShapedList } from "../language.js";
import { followMoves } from "./follow-moves.js";
import { isRead, readProject, type XcodeProject } from "./project.js";
import { showGroups } from "./shown-groups.js";
import { projectsOf } from "../apple-projects.js";

/** The edits by which all projects go on listing what they list. Throws `MERGE_CONFLICT`. */
export function keepListed({ moves, made, gone, shown }: ListChange, tree: ListTree): readonly ListedLine[] {
  const moved = new Set(moves.map(({ from }) => from));
  return projectsOf(tree.paths).flatMap((path): ListedLine[] => {
    const source = tree.text(path);
    const home = folderOf(folderOf(path));
    const near = made.filter((each) => home === "" || isBelow(each, home));
    if (!source || moved.has(path) || gone.includes(path)) return [];
    if (near.length === 0 && !mayList(source.text, [...moves.flatMap(({ from, to }) => [from, to]), ...gone]))
      return [];
    const project = projectAt(path, tree);
    if (!project) return [];
    const { edits, removes } = followMoves({ project, home, moves, made: near, gone, shown, tree });
    return edits.map((edit, index) => ({
      ...edit,
      file: path,
      why: "project",
      ...(index === 0 && removes.length > 0 && { removes }),
    }));
  });
}

/** The edits by which all projects show files in other groups, or in another order. Throws `MERGE_CONFLICT`. */
export function shapeList(shape: ListShape, tree: ListTree): ShapedList {
  const all = projectsOf(tree.paths).flatMap((path) => {
    const project = projectAt(path, tree);
    if (!project) return [];
    const { edits, regrouped, ordered } = showGroups({ ...shape, project, home: folderOf(folderOf(path)), tree });
    const lines = edits.map((edit): ListedLine => ({ ...edit, file: path, why: "project" }));
    return [{ lines, regrouped, ordered: ordered.map((each) => ({ file: path, ...each })) }];
  });
  return {
    lines: all.flatMap(({ lines }) => lines),
    regrouped: all.flatMap(({ regrouped }) => regrouped),
    ordered: all.flatMap(({ ordered }) => ordered),
  };
}

/** A project as it is read; nothing for one that cannot be. Throws `MERGE_CONFLICT`. */
function projectAt(path: ProjectPath, tree: ListTree): XcodeProject | undefined {
  const source = tree.text(path);
  const project = source && readProject(source.text);
  if (!project || isRead(project)) return project;
  if (!project.conflict) return undefined;
  const [first, last] = [project.conflict.start, project.conflict.end].map((at) => source.positionAt(at).line);
  throw new ShelfError("MERGE_CONFLICT", { path, reason: `${first} to ${last}` });
}

/** Above so many names it is quicker to read the project. */
const mostNames = 120;

/** Whether a project may list something that changes, or a folder in which it lies. */
function mayList(text: string, paths: readonly ProjectPath[]): boolean {
  if (paths.length > mostNames || text.includes("PBXFileSystemSynchronizedRootGroup")) return true;
  return paths.some(
    (path) => text.includes(nameOf(path)) || path.split("/").some((part) => /\.\w+$/.test(part) && text.includes(part)),
  );
}
