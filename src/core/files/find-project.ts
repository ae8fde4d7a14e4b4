/** Where a project begins. */
import { existsSync, readdirSync, realpathSync, statSync } from "node:fs";
import { dirname, join } from "node:path";
import { ShelfError } from "../base/errors.js";

/** In this order. A repository holds everything that may reference an app's files, so it comes before the app's own marks. */
const marks = [
  [".git"],
  ["steady-shelf.yaml"],
  ["package.json", "tsconfig.json", "jsconfig.json", "pubspec.yaml", "Package.swift", "*.xcodeproj"],
];

/**
 * The project's root for somebody who stands in `folder` (a path of the operating system): the nearest git
 * repository upward, else the nearest folder with a `steady-shelf.yaml`, else the nearest with a manifest. Throws `PROJECT_MISSING`.
 */
export function findProject(folder: string): string {
  for (const some of marks) {
    const found = findUpward(realFolder(folder), some);
    if (found !== undefined) return found;
  }
  throw new ShelfError("PROJECT_MISSING", { path: folder });
}

/** The git repository that a folder is in, or `undefined`. */
export function findRepository(folder: string): string | undefined {
  return findUpward(realFolder(folder), [".git"]);
}

/**
 * The app that somebody means who stands in `folder` and sets one up: a folder that is empty or has a mark of its own; else
 * the nearest above with one, no farther than the repository; else `folder`.
 */
export function findAppFolder(folder: string): string {
  const here = realFolder(folder);
  if (readdirSync(here).length === 0) return here;
  const any = findUpward(here, marks.flat());
  return any ?? here;
}

function findUpward(folder: string, some: readonly string[]): string | undefined {
  for (let at = folder; ; at = dirname(at)) {
    const isThere = (mark: string): boolean =>
      mark.startsWith("*") ? readdirSync(at).some((name) => name.endsWith(mark.slice(1))) : existsSync(join(at, mark));
    if (some.some(isThere)) return at;
    if (dirname(at) === at) return undefined;
  }
}

/** A folder by its real path, so that links on the way to the project do not count as leaving it. Throws `PROJECT_MISSING`. */
export function realFolder(folder: string): string {
  if (!statSync(folder, { throwIfNoEntry: false })?.isDirectory())
    throw new ShelfError("PROJECT_MISSING", { path: folder });
  return realpathSync(folder);
}
