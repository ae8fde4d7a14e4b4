/** References that lead nowhere because a file is gone since the last commit: a sign that it was moved by hand. */
import { partsOf } from "../../app/index.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import type { FileReader } from "../../files/index.js";
import { moduleRules } from "../../languages/index.js";

/** How many of some unresolved specifiers end in the name of a file that is gone; 0 without a repository. */
export async function leadingToGone(
  store: Pick<FileReader, "changedSince" | "stat">,
  specifiers: readonly string[],
): Promise<number> {
  if (specifiers.length === 0) return 0;
  const changed = (await store.changedSince("HEAD")) ?? [];
  const gone = changed.filter((path) => store.stat(path) === undefined);
  const names = new Set(gone.flatMap(namesOf));
  return specifiers.filter((specifier) => namesOf(pathIn(specifier)).some((name) => names.has(name))).length;
}

/** `@/trees/TreeCard.js?raw` → `@/trees/TreeCard.js`. */
function pathIn(specifier: string): ProjectPath {
  return specifier.replace(/[?#].*$/, "").replace(/\/$/, "") as ProjectPath;
}

/** What a path may be called by its end: its stem, or its folder where it is an index. */
function namesOf(path: ProjectPath): string[] {
  const { stem } = partsOf(nameOf(path));
  return moduleRules.indexNames.includes(stem) ? [nameOf(folderOf(path))] : [stem.replace(/^_/, "")];
}
