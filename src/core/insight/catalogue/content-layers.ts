/** Folders that are layers by what lies in them, whatever they are called. */
import type { Role } from "../../app/arrangement/index.js";
import { inFolder, relativePath, type ProjectPath } from "../../base/paths.js";
import { singular, type FeatureFile } from "./feature-words.js";

/** A folder is a layer, whatever it is called, if so many files, and this part of them, are of one role. */
const [filesOfALayer, partOfALayer] = [10, 0.8];

/** The role of each folder in the source root that is a layer by what lies in it: `kit/` full of components. */
export function layersByContent(files: readonly FeatureFile[], source: ProjectPath): Map<ProjectPath, Role> {
  const counts = new Map<ProjectPath, { all: number; kin: number; roles: Map<Role, number> }>();
  for (const { path, role } of files) {
    if (role === undefined || role === "asset" || role === "test" || role === "story") continue;
    const [top = ""] = relativePath(source, path).split("/");
    if (path.endsWith(`/${top}`) || path === top) continue;
    const folder = inFolder(source, top);
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
    if (most && all >= filesOfALayer && most[1] >= all * partOfALayer && kin * 3 < all) found.set(folder, most[0]);
  }
  return found;
}
