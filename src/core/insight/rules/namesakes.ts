/** Where a path leads nowhere: the file that it probably means, because no other is called so. */
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import { splitWords } from "../../base/names/index.js";
import type { SourceTree } from "../../files/index.js";
import { isCode, isOfTrade, moduleRules, withoutScriptExtension } from "../../languages/index.js";

/**
 * The files of a tree by what a path may call them at its end: `TreeCard` for `TreeCard.tsx` and for `TreeCard/index.ts`, `tree.svg`,
 * `colours` for `_colours.scss`. Made when it is first asked.
 */
export class Namesakes {
  #files: ReadonlyMap<string, ProjectPath | undefined> | undefined;

  constructor(readonly tree: Pick<SourceTree, "paths">) {}

  /** The only file that is called as a path says; none where several are, where it is the asking file, or where one word says little. */
  of(specifier: string, from: ProjectPath): ProjectPath | undefined {
    const name = nameOf(specifier.replace(/[?#].*$/, "").replace(/\/$/, ""));
    if (!name.includes(".") && splitWords(name).length < 2) return undefined;
    this.#files ??= filesByName(this.tree.paths);
    const file = this.#files.get(name);
    return file === from ? undefined : file;
  }
}

/** `undefined` where several are called so. */
function filesByName(paths: readonly ProjectPath[]): Map<string, ProjectPath | undefined> {
  const files = new Map<string, ProjectPath | undefined>();
  for (const path of paths) for (const name of namesOf(path)) files.set(name, files.has(name) ? undefined : path);
  return files;
}

function namesOf(path: ProjectPath): ReadonlySet<string> {
  const name = nameOf(path);
  const names = new Set([name]);
  if (isCode(path)) {
    const stem = withoutScriptExtension(name);
    names.add(moduleRules.indexNames.includes(stem) ? nameOf(folderOf(path)) : stem);
  } else if (isOfTrade(path, "sheet")) {
    const whole = name.replace(/^_/, "");
    names.add(whole).add(whole.replace(/\.\w+$/, ""));
  }
  return names;
}
