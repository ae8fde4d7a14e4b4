/** What git is told to ignore. */
import ignore from "ignore";
import type { App } from "../../app/index.js";
import { foldersAbove, inFolder, type ProjectPath } from "../../base/paths.js";
import type { SetupDraft } from "./setup-draft.js";

/** Whether a `.gitignore` ignores a file in its own folder. */
export function isIgnored(text: string, name: string): boolean {
  return ignore().add(text).ignores(name);
}

/** The text with a line more, and a last line end; the same text where the file is ignored already. */
export function withIgnored(text: string, name: string): string {
  if (isIgnored(text, name)) return text;
  const ended = text === "" || text.endsWith("\n") ? text : `${text}\n`;
  return `${ended}${name}\n`;
}

/** A line in the app's `.gitignore` for a file of its folder that holds secrets, unless one above it says so already. */
export function ignoreSecret(draft: SetupDraft, { folder, store }: Pick<App, "folder" | "store">, file: string): void {
  if (ignoredAbove(store, folder, file)) return;
  const path = inFolder(folder, ".gitignore");
  const why = "keeps secrets out of git";
  if (!draft.has(path)) draft.make(path, withIgnored("", file), why);
  else if (draft.textOf(path) !== undefined) draft.edit(path, (each) => withIgnored(each, file), why);
  else draft.note(`${path} is no plain file, so put the line ${file} into it yourself.`);
}

/** Whether the `.gitignore` of a folder above (up to the repository) ignores it already. */
export function ignoredAbove(store: App["store"], folder: ProjectPath, file: string): boolean {
  const folders = folder === "" ? [] : [...foldersAbove(folder), "" as ProjectPath];
  return folders.some((above) => {
    const path = inFolder(above, ".gitignore");
    const way = above === "" ? `${folder}/${file}` : `${folder.slice(above.length + 1)}/${file}`;
    return store.stat(path)?.kind === "file" && isIgnored(store.read(path).toString(), way);
  });
}
