/** How a sheet is called by another one where nothing shows how that is done. */
import type { ProjectPath } from "../../base/paths.js";
import { specifierTo } from "../setup/index.js";

/** How a first line names a partial beside it or below: as its tool finds it, and nobody else. */
export function firstName(path: ProjectPath, target: ProjectPath, lookup: string): string {
  if (lookup === "css") {
    const way = specifierTo(path, target, "full");
    return way.startsWith(".") ? way : `./${way}`;
  }
  if (lookup === "sass") return specifierTo(path, target, "partial");
  const way = specifierTo(path, target, "full");
  return way.slice(0, way.lastIndexOf("."));
}
