/** Folders beside the source root that are part of the app, because its code is made of theirs: `internal/` beside `app/`. */
import { manifests } from "../../app/index.js";
import type { Layout } from "../../app/arrangement/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { isDeclaration } from "../../languages/index.js";
import { addTo } from "../../base/grouping.js";
import {
  folderOf,
  foldersAbove,
  inFolder,
  isBelow,
  nameOf,
  relativePath,
  rootPath,
  type ProjectPath,
} from "../../base/paths.js";
import type { Clues } from "./clues.js";
import { isTestLike, testFolderAbove } from "./judge-role.js";

/** The app takes in so much of the code in a folder that is part of it; of scripts and servers it takes a type or two. */
const partThatIsUsed = 0.6;

/** Finds them: `code` are the app's code files, in its source root and beside it. */
export function usedBeside(
  graph: ReferenceGraph,
  { layout, clues, code }: { readonly layout: Layout; readonly clues: Clues; readonly code: readonly ProjectPath[] },
): readonly ProjectPath[] {
  const { folder, source } = layout;
  if (source === rootPath || source === folder) return [];
  const packages = new Set(
    graph.tree
      .filesBelow(folder)
      .filter((path) => manifests.includes(nameOf(path)) && folderOf(path) !== folder)
      .map(folderOf),
  );
  const isOfPackage = (path: ProjectPath): boolean => foldersAbove(path).some((each) => packages.has(each));
  const folders = new Map<ProjectPath, ProjectPath[]>();
  for (const path of code) {
    const top = isBelow(path, source) ? undefined : topOf(path, folder);
    if (top !== undefined && !isBelow(source, top) && !/^[._]/.test(nameOf(top)) && !isOfPackage(path))
      addTo(folders, top, path);
  }
  if (folders.size === 0) return [];
  const outside = new Set([...folders.values()].flat());
  const used = new Set<ProjectPath>();
  const asking = code.filter((path) => isBelow(path, source));
  for (let path = asking.pop(); path !== undefined; path = asking.pop())
    for (const target of graph.targetsOf(path))
      if (outside.has(target) && !used.has(target)) {
        used.add(target);
        asking.push(target);
      }
  return [...folders].flatMap(([top, paths]) => {
    const own = paths.filter((path) => !isForTests(path, clues) && !isDeclaration(path));
    return own.length > 0 && own.filter((path) => used.has(path)).length >= own.length * partThatIsUsed ? [top] : [];
  });
}

/** The folder right in the app's own around a file. */
function topOf(path: ProjectPath, folder: ProjectPath): ProjectPath | undefined {
  const [top, inside] = relativePath(folder, path).split("/");
  return top === undefined || top === ".." || inside === undefined ? undefined : inFolder(folder, top);
}

function isForTests(path: ProjectPath, clues: Clues): boolean {
  return testFolderAbove(path, clues) !== undefined || isTestLike(path, clues);
}
