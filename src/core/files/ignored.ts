/** Which folders the project's own `.gitignore` files keep out of it: what lies there is made by a tool, or is somebody's own. */
import ignore, { type Ignore } from "ignore";
import { foldersAbove, inFolder, rootPath, type ProjectPath } from "../base/paths.js";
import type { SourceTree } from "./source-tree.js";

/** Tells of a folder, whether it is there or not. Rules count from the folder of their file, and nearer ones win (gitignore(5)). */
export function ignoredFolders(tree: Pick<SourceTree, "has" | "text">): (path: ProjectPath) => boolean {
  const known = new Map<ProjectPath, Ignore | undefined>();
  const rulesIn = (folder: ProjectPath): Ignore | undefined => {
    if (!known.has(folder)) {
      const file = inFolder(folder, ".gitignore");
      const text = tree.has(file) ? tree.text(file) : undefined;
      known.set(folder, text && ignore().add(text.text));
    }
    return known.get(folder);
  };
  return (path) => {
    for (const folder of path === rootPath ? [] : [...foldersAbove(path), rootPath]) {
      const found = rulesIn(folder)?.test(`${folder === rootPath ? path : path.slice(folder.length + 1)}/`);
      if (found?.ignored || found?.unignored) return found.ignored;
    }
    return false;
  };
}
