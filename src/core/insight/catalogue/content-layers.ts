/** Folders that are layers by what lies in them, whatever they are called; and those that are none, though they are called so. */
import type { Role } from "../../app/arrangement/index.js";
import {
  folderOf,
  foldersAbove,
  inFolder,
  isBelow,
  nameOf,
  relativePath,
  rootPath,
  type ProjectPath,
} from "../../base/paths.js";
import { isDeclaration } from "../../languages/index.js";
import { partsOf } from "../../app/companions.js";
import { keyOf } from "./clues.js";
import { singular, type FeatureFile } from "./feature-words.js";

/** A folder is a layer, whatever it is called, if so many files, and this part of them, are of one role. */
const [filesOfALayer, partOfALayer] = [10, 0.8];

/** What lies beside code in every layer. */
const besideCode: ReadonlySet<Role> = new Set(["asset", "style", "test", "story"]);

/** The role of each folder in a source root (or an area) that is a layer by what lies in it: `kit/` full of components. */
export function layersByContent(
  files: readonly FeatureFile[],
  source: ProjectPath,
  /** Whether a folder has one within it that is called after that role: `search/components/` are those of the search. */
  holdsFolderFor: (folder: ProjectPath, role: Role) => boolean,
): Map<ProjectPath, Role> {
  const counts = new Map<ProjectPath, { all: number; kin: number; roles: Map<Role, number> }>();
  const own = new Set<ProjectPath>();
  for (const { path, role } of files) {
    if (role === undefined || besideCode.has(role) || isDeclaration(path)) continue;
    if (source !== rootPath && !isBelow(path, source)) continue;
    const [top = ""] = relativePath(source, path).split("/");
    if (path.endsWith(`/${top}`) || path === top) continue;
    const folder = inFolder(source, top);
    // What holds a file of its own name is about that: `harvest-chart/harvest-chart.tsx`.
    if (folderOf(path) === folder && keyOf(partsOf(nameOf(path)).stem.split(".")[0] ?? "") === keyOf(top))
      own.add(folder);
    const count = counts.get(folder) ?? { all: 0, kin: 0, roles: new Map<Role, number>() };
    count.all += 1;
    // A component and what contains it are of one kind.
    const kind = role === "container" || role === "layout" ? "component" : role;
    count.roles.set(kind, (count.roles.get(kind) ?? 0) + 1);
    // `harvest/HarvestChart` is of the harvest, `kit/RoundButton` is one of a kind.
    const word = singular(top.toLowerCase());
    const name = path.slice(folder.length + 1).toLowerCase();
    if (name.includes(word)) count.kin += 1;
    counts.set(folder, count);
  }
  const found = new Map<ProjectPath, Role>();
  for (const [folder, { all, kin, roles }] of counts) {
    const [most] = [...roles].sort((a, b) => b[1] - a[1]);
    const isOfOne = most && all >= filesOfALayer && most[1] >= all * partOfALayer && kin * 3 < all;
    if (isOfOne && !own.has(folder) && !holdsFolderFor(folder, most[0])) found.set(folder, most[0]);
  }
  return found;
}

/** A word of a role says nothing of a folder in which at most this part has that role, and so much draws. */
const [mostOfBelied, partThatDraws] = [0.35, 0.6];

/** In a folder of these it proves nothing that its files draw: routes lead to screens. */
const drawnAnyway: ReadonlySet<Role> = new Set(["navigation", "test", "story", "asset"]);

/** What is drawn, and how it looks. */
const drawnRoles: ReadonlySet<Role> = new Set(["component", "container", "layout", "screen", "style"]);

/** Of a folder of views, this part is used by others that draw where it holds components. */
const partThatIsUsed = 0.5;

/**
 * Folders called `views/` that hold components, and no screens: in a folder of components or of what is shared, or with
 * files most of which others that draw use. Screens are used by routes.
 */
export function viewsOfComponents(
  files: readonly FeatureFile[],
  {
    roleOf,
    isShared,
    isUsedByDrawn,
  }: {
    readonly roleOf: (folder: ProjectPath) => Role | undefined;
    readonly isShared: (folder: ProjectPath) => boolean;
    readonly isUsedByDrawn: (path: ProjectPath) => boolean;
  },
): ReadonlySet<ProjectPath> {
  const held = new Map<ProjectPath, { all: number; used: number }>();
  for (const { path, role } of files) {
    if (role !== "screen" && role !== "component") continue;
    const folder = foldersAbove(path).find((each) => keyOf(nameOf(each)) === "views");
    if (folder === undefined) continue;
    const counts = held.get(folder) ?? { all: 0, used: 0 };
    counts.all += 1;
    if (isUsedByDrawn(path)) counts.used += 1;
    held.set(folder, counts);
  }
  const isWithin = (folder: ProjectPath): boolean =>
    foldersAbove(folder).some((above) => roleOf(above) === "component" || isShared(above));
  return new Set(
    [...held]
      .filter(([folder, { all, used }]) => isWithin(folder) || (all >= filesOfALayer && used >= all * partThatIsUsed))
      .map(([folder]) => folder),
  );
}

/** Folders whose names are words of a role that does not draw, but that are full of what does: `client/`, `types/`. */
export function beliedFolders(
  files: readonly FeatureFile[],
  { source, roleOf }: { readonly source: ProjectPath; readonly roleOf: (folder: ProjectPath) => Role | undefined },
): ReadonlySet<ProjectPath> {
  const counts = new Map<ProjectPath, Map<Role, number>>();
  for (const { path, role } of files) {
    if (role === undefined || role === "asset" || role === "test" || role === "story") continue;
    for (let folder = folderOf(path); isBelow(folder, source); folder = folderOf(folder)) {
      const roles = counts.get(folder) ?? new Map<Role, number>();
      counts.set(folder, roles.set(role, (roles.get(role) ?? 0) + 1));
    }
  }
  const found = new Set<ProjectPath>();
  for (const [folder, roles] of counts) {
    const role = roleOf(folder);
    if (role === undefined || drawnRoles.has(role) || drawnAnyway.has(role)) continue;
    const all = [...roles.values()].reduce((sum, count) => sum + count, 0);
    const drawn = [...roles].reduce((sum, [each, count]) => sum + (drawnRoles.has(each) ? count : 0), 0);
    if (all >= filesOfALayer && (roles.get(role) ?? 0) <= all * mostOfBelied && drawn >= all * partThatDraws)
      found.add(folder);
  }
  return found;
}
