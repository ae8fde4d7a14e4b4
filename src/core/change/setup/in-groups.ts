/** What is added to an app whose shelves are groups: files lie with those that are shown beside them, and are shown on their shelf. */
import { ShelfError } from "../../base/errors.js";
import { folderOf, foldersAbove, inFolder, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import { openApp, type App, type Project } from "../../app/index.js";
import { relocated, type SourceTree } from "../../files/index.js";
import { placesShown } from "../../insight/shown-analysis.js";
import type { Claim, Draft } from "../draft.js";
import type { SetUp } from "./setup-draft.js";

/** Draws something up in the app as it is shown, and gives it as it will lie. Throws `NAME_TAKEN` for a name that another group has. */
export async function drawnInGroups(
  { tree }: Project,
  app: App,
  draw: (shown: App) => SetUp | Promise<SetUp>,
): Promise<SetUp> {
  const places = placesShown(tree);
  const drawn = await draw(openApp(relocated(tree, places).store, app.decision));
  return { ...drawn, draft: onDisk(drawn.draft, { tree, places }) };
}

interface Standing {
  readonly tree: SourceTree;
  readonly places: ReadonlyMap<ProjectPath, ProjectPath>;
}

function onDisk(draft: Draft, standing: Standing): Draft {
  const { tree, places } = standing;
  const lies = new Map([...places].map(([path, place]) => [place, path]));
  const shown = new Map<ProjectPath, ProjectPath>();
  for (const { path } of draft.made) {
    const real = inFolder(folderFor(path, standing), nameOf(path));
    if (tree.has(real) || shown.has(real)) throw new ShelfError("NAME_TAKEN", { path: nameOf(real), other: real });
    lies.set(path, real);
    shown.set(real, path);
  }
  const at = (path: ProjectPath): ProjectPath => lies.get(path) ?? path;
  const claims = draft.claims.map((claim): Claim => {
    if (claim.kind === "opens" || claim.kind === "renames property") return claim;
    return claim.kind === "adds"
      ? { ...claim, file: at(claim.file), means: claim.means.map(at) }
      : { ...claim, file: at(claim.file) };
  });
  return {
    ...draft,
    edits: draft.edits.map((edit) => ({ ...edit, file: at(edit.file) })),
    made: draft.made.map((file) => ({ ...file, path: at(file.path) })),
    claims,
    shown,
  };
}

/**
 * Where most files lie that are shown in a group; else the folder that it stands for; else where those lie that other groups of its name
 * show; else that of the group around it; else a new one.
 */
function folderFor(path: ProjectPath, { tree, places }: Standing): ProjectPath {
  const mostIn = (isShown: (group: ProjectPath) => boolean): ProjectPath | undefined => {
    const counts = new Map<ProjectPath, number>();
    for (const [real, place] of places)
      if (isShown(folderOf(place))) counts.set(folderOf(real), (counts.get(folderOf(real)) ?? 0) + 1);
    return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
  };
  const own = folderOf(path);
  const found = (group: ProjectPath): ProjectPath | undefined =>
    tree.hasFolder(group) ? group : mostIn((each) => each === group);
  const [around] = foldersAbove(path)
    .slice(1)
    .flatMap((group) => found(group) ?? []);
  if (around === undefined) return found(own) ?? own;
  const top = foldersAbove(around).at(-1) ?? around;
  const isSister = (each: ProjectPath): boolean => nameOf(each) === nameOf(own) && isBelow(each, top);
  return found(own) ?? mostIn(isSister) ?? around;
}
