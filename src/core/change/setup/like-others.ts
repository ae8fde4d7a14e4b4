/** New files are written as the others of their language are in the app. */
import { extensionOf } from "../../app/arrangement/index.js";
import type { App } from "../../app/index.js";
import { folderOf, foldersAbove, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import { languageFor } from "../../languages/index.js";
import { codeFiles, textOf } from "./sisters.js";

/** Files that are looked at: what so many do is what the app does. */
const mostFiles = 30;

/** The text as others are written; the same in languages that know of no such ways. */
export function likeOthers(app: App, path: ProjectPath, text: string): string {
  const language = languageFor(path);
  if (!language?.writtenLike) return text;
  const others = codeFiles(app).filter((each) => extensionOf(nameOf(each)) === extensionOf(nameOf(path)));
  const texts = others.slice(0, mostFiles).map((each) => textOf(app, each));
  return language.writtenLike(text, texts, listAbove(app, path));
}

/** The text of the list in the nearest folder around a file. */
function listAbove({ store }: App, path: ProjectPath): string | undefined {
  for (const folder of [folderOf(path), ...[...foldersAbove(folderOf(path))].reverse(), "" as ProjectPath]) {
    if (folder !== "" && store.stat(folder)?.kind !== "folder") continue;
    const list = [...store.entries(folder)]
      .sort()
      .find((name) => languageFor(name)?.listsCode === true && languageFor(name)?.namespaces);
    if (list !== undefined) return textOf({ store }, inFolder(folder, list));
  }
  return undefined;
}
