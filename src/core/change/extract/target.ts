/** Where what is taken out goes, if only a folder is named, or nothing. */
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { languageFor, type Statement } from "../../languages/index.js";
import { extensionFor, fileNameFor, type Anatomy } from "../regroup/index.js";
import type { ExtractRequest } from "./extract.js";

/** Where the part goes: a file that is named, or one of its own name in a folder. */
export async function targetOf(
  tree: SourceTree,
  old: Anatomy,
  chosen: readonly Statement[],
  { to, into = false }: ExtractRequest,
): Promise<ProjectPath> {
  const folder = to === undefined ? folderOf(old.path) : into || tree.hasFolder(to) ? to : undefined;
  if (folder === undefined && to !== undefined) {
    if (languageFor(nameOf(to))?.statements) return to;
    return `${to}${await extensionFor(old, chosen)}` as ProjectPath;
  }
  return inFolder(folder ?? folderOf(old.path), await fileNameFor(old, chosen));
}
