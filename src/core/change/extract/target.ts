/** Where what is taken out goes, if only a folder is named, or nothing. */
import { inCase, isInCase, splitWords, type Case } from "../../base/names/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { partsOf } from "../../app/index.js";
import { hasMarkup, languageFor, scriptExtension, type Statement } from "../../languages/index.js";
import type { ExtractRequest } from "./extract.js";
import type { Anatomy } from "../regroup/index.js";

/** Where the part goes: a file that is named, or one of its own name in a folder. */
export async function targetOf(
  tree: SourceTree,
  old: Anatomy,
  chosen: readonly Statement[],
  { to, into = false }: ExtractRequest,
): Promise<ProjectPath> {
  const folder = to === undefined ? folderOf(old.path) : into || tree.hasFolder(to) ? to : undefined;
  const extension = await extensionOf(old, chosen);
  if (folder === undefined && to !== undefined) {
    if (languageFor(nameOf(to))?.statements) return to;
    return `${to}${extension}` as ProjectPath;
  }
  const main = chosen.flatMap(({ declares }) => declares)[0] ?? "extracted";
  const stem = partsOf(nameOf(old.path)).stem;
  const found = (["kebab", "Pascal", "camel", "snake"] as const satisfies readonly Case[]).find((each) =>
    isInCase(stem, each),
  );
  // A small word is in three cases; what a component or hook is called is what its file is called.
  const name = found === "kebab" && splitWords(stem).length > 1 ? inCase(splitWords(main), "kebab") : main;
  return inFolder(folder ?? folderOf(old.path), `${name}${extension}`);
}

/** `.ts` where nothing of the part is drawn. */
async function extensionOf(old: Anatomy, chosen: readonly Statement[]): Promise<string> {
  const extension = scriptExtension(old.path);
  if (!/x$/.test(extension)) return extension;
  const part = chosen.map(({ core, end }) => old.text.slice(core, end)).join("\n");
  return (await hasMarkup(part, nameOf(old.path))) ? extension : extension.slice(0, -1);
}
