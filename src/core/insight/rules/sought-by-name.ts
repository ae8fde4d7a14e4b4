import { nameOf, type ProjectPath } from "../../base/paths.js";

/** Whether systems or browsers look for a file by its name, and where it lies: the icons of a site, the pictures with which an app starts. */
export function isSoughtByName(path: ProjectPath): boolean {
  return /^(?:favicon|apple-touch-icon|android-chrome|mstile|safari-pinned-tab|robots|splash|adaptive-icon|icon[-_@\dx]*\.)/i.test(
    nameOf(path),
  );
}
