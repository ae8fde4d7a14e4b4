/** References that lead nowhere because a file is gone: a sign that it was moved by hand. */
import { partsOf } from "../../app/index.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Missing } from "../../files/cache/index.js";
import type { FileReader } from "../../files/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { moduleRules } from "../../languages/index.js";

/**
 * How many of some unresolved specifiers end in the name of a file that is gone: since the last commit, or, without a repository, of those that
 * were `known` then.
 */
export async function leadingToGone(
  store: Pick<FileReader, "changedSince" | "stat">,
  specifiers: readonly string[],
  known: Iterable<ProjectPath> = [],
): Promise<number> {
  if (specifiers.length === 0) return 0;
  const changed = (await store.changedSince("HEAD")) ?? known;
  const gone = [...changed].filter((path) => store.stat(path) === undefined);
  const names = new Set(gone.flatMap(namesOf));
  return specifiers.filter((specifier) => namesOf(pathIn(specifier)).some((name) => names.has(name))).length;
}

/** Whether something unresolved may lead to a file that is gone, or stands in one that is new. */
export function missedIn(graph: ReferenceGraph): Missing {
  return (gone, fresh) => {
    const names = new Set(gone.flatMap(namesOf));
    const isNew = new Set(fresh);
    for (const { path, references } of graph.files.values())
      for (const { reference, resolution } of references)
        if (
          resolution.state === "unresolved" &&
          (isNew.has(path) || namesOf(pathIn(reference.specifier)).some((name) => names.has(name)))
        )
          return true;
    return false;
  };
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
