/** Names that can be given: legal everywhere, usable in code, and not taken. */
import { extensionOf } from "../../app/arrangement/index.js";
import { partsOf } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { splitWords, whyIllegal, wordsKey } from "../../base/names/index.js";
import { folderOf, inFolder, type ProjectPath } from "../../base/paths.js";
import type { Wanted } from "./adding.js";
import type { App } from "../../app/app.js";
import { isMainCode } from "../../app/fit.js";

/** Throws `NAME_UNUSABLE` for a name that has no words, begins with a digit, or is not legal everywhere. */
export function ensureUsable(name: string, words: readonly string[]): void {
  ensureLegal(name);
  if (words.length === 0)
    throw new ShelfError("NAME_UNUSABLE", { path: name, reason: "it has neither a letter nor a digit" });
  if (/^\p{N}/u.test(words[0] ?? ""))
    throw new ShelfError("NAME_UNUSABLE", { path: name, reason: "a name in code cannot begin with a digit" });
}

/** Throws `NAME_UNUSABLE` for a name that some system cannot hold. */
export function ensureLegal(name: string): void {
  const reason = whyIllegal(name);
  if (reason !== undefined) throw new ShelfError("NAME_UNUSABLE", { path: name, reason });
}

/** Throws `NAME_TAKEN` for a file or folder of the same words, whatever its case and extension. Companions may be there before. */
export function ensureFree({ store, stack }: App, { path, stem, shelf }: Wanted): void {
  const key = wordsKey(splitWords(stem));
  const folders = shelf.at.includes("{name}") ? [folderOf(path), folderOf(folderOf(path))] : [folderOf(path)];
  for (const folder of folders) {
    if (store.stat(folder)?.kind !== "folder") continue;
    for (const name of store.entries(folder)) {
      const parts = partsOf(name);
      const other = inFolder(folder, name);
      if (other === folderOf(path) || wordsKey(splitWords(parts.stem)) !== key) continue;
      const isFolder = store.stat(other)?.kind === "folder";
      if (!isFolder && other !== path && !parts.leads && !isMainCode(name, stack)) continue;
      throw new ShelfError("NAME_TAKEN", {
        path,
        other: isFolder ? `${other}/` : other,
        reason: whyTaken(path, other, isFolder),
      });
    }
  }
}

function whyTaken(path: ProjectPath, other: ProjectPath, isFolder: boolean): string {
  if (path === other) return "";
  if (isFolder) return "and a folder of that name would answer for it, or it for the folder";
  if (path.toLowerCase() === other.toLowerCase())
    return "which differs only in case: one file on some systems, two on others";
  return extensionOf(path) === extensionOf(other)
    ? "which is the same name in another case"
    : "which has the same name";
}
