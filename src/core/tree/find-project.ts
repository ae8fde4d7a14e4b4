/** Where a project begins. */
import { existsSync, realpathSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { ShelfError } from "../errors.js";

const strongMarks = ["steady-shelf.yaml", ".git"];
const weakMarks = ["package.json", "tsconfig.json", "jsconfig.json"];

/**
 * The project's root for somebody who stands in `folder` (a path of the operating system): the nearest folder upward
 * with a `steady-shelf.yaml` or a git repository, else the nearest with a manifest. Throws `PROJECT_MISSING`.
 */
export function findProject(folder: string): string {
  for (const marks of [strongMarks, weakMarks]) {
    for (let at = realFolder(folder); ; at = dirname(at)) {
      if (marks.some((mark) => existsSync(join(at, mark)))) return at;
      if (dirname(at) === at) break;
    }
  }
  throw new ShelfError("PROJECT_MISSING", { path: folder });
}

/** A folder by its real path, so that links on the way to the project do not count as leaving it. Throws `PROJECT_MISSING`. */
export function realFolder(folder: string): string {
  if (!statSync(folder, { throwIfNoEntry: false })?.isDirectory())
    throw new ShelfError("PROJECT_MISSING", { path: folder });
  return realpathSync(folder);
}
