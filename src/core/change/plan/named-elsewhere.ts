/** What may not move by itself: files that something names which no language reads, so that nobody would respell it there. */
import { partsOf } from "../../app/index.js";
import { isNotReadYet, namingWords, wordsThatMayName } from "../../languages/index.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";

/** Those of the files whose name stands in a file that no language reads yet. */
export function namedElsewhere(tree: SourceTree, files: ReadonlySet<ProjectPath>): ReadonlySet<string> {
  if (files.size === 0) return files;
  const holders = holdersOf(tree);
  const isNamed = (path: ProjectPath): boolean =>
    namingWords(nameFor(path)).every((word) => holders.has(word) && holders.get(word) !== path);
  return new Set([...files].filter(isNamed));
}

const holdersKept = new WeakMap<SourceTree, ReadonlyMap<string, ProjectPath | undefined>>();

/** For each word the file that holds it, or that several do: what a file says of itself does not count. Made once a tree. */
function holdersOf(tree: SourceTree): ReadonlyMap<string, ProjectPath | undefined> {
  const kept = holdersKept.get(tree);
  if (kept) return kept;
  const holders = new Map<string, ProjectPath | undefined>();
  for (const path of tree.paths.filter((each) => isNotReadYet(each)))
    for (const word of new Set(wordsThatMayName(path, tree.text(path)?.text ?? "")))
      holders.set(word, holders.has(word) ? undefined : path);
  holdersKept.set(tree, holders);
  return holders;
}

/** A file is named by its stem, an index by its folder. */
function nameFor(path: ProjectPath): string {
  const { stem } = partsOf(nameOf(path));
  return /^_?index$/.test(stem) ? nameOf(folderOf(path)) : stem;
}

/** A sheet or a single-file component in another folder would name other files, and nobody would respell that. */
export function losesItsWay(
  tree: SourceTree,
  { from, to }: { readonly from: ProjectPath; readonly to: ProjectPath },
): boolean {
  return folderOf(from) !== folderOf(to) && isNotReadYet(from) && /["'(\s=]\.\.?\//.test(tree.text(from)?.text ?? "");
}
