/** Folders of screens that a framework finds by where they lie: `app/` of Next.js and of Expo Router, `pages/`. */
import type { Role } from "./arrangement/index.js";
import { partsOf } from "./companions.js";
import { folderOf, foldersAbove, inFolder, isBelow, nameOf, rootPath, type ProjectPath } from "../base/paths.js";
import type { SourceTree } from "../files/index.js";
import { toolsInUse } from "./place-tools.js";

/** One of them. */
export interface RoutedFolder {
  readonly at: ProjectPath;
  /** Whether each file has an address, and not only files of certain names. */
  readonly isWhole: boolean;
  /** Who leads to what lies in it. */
  readonly by: string;
  /** What a file is by its name there, if that says it. */
  readonly roleOf: (path: ProjectPath) => Role | undefined;
}

/** What a folder holds that routes begin at. */
const begins = /^(?:_layout|_app|index|layout|page)$/;

/** Finds those of an app, in its folder and in its source root: those in which routes begin. */
export function routedFolders(tree: SourceTree, folder: ProjectPath, source: ProjectPath): readonly RoutedFolder[] {
  const packaged = [folder, ...foldersAbove(folder), rootPath].find((each) => tree.has(inFolder(each, "package.json")));
  const manifest = packaged === undefined ? "" : (tree.text(inFolder(packaged, "package.json"))?.text ?? "");
  const tops = [...new Set([folder, source])];
  const found = toolsInUse(tree, folder, manifest).flatMap(({ title, addresses = [] }) =>
    addresses.flatMap(({ at, stems, screens }) => {
      if (screens === undefined) return [];
      const roles = Object.entries(screens) as [Role, RegExp][];
      const roleOf = (path: ProjectPath): Role | undefined =>
        roles.find(([, named]) => named.test(partsOf(nameOf(path)).stem))?.[0];
      return tops.map((top) => ({ at: inFolder(top, at), isWhole: stems === undefined, by: title, roleOf }));
    }),
  );
  return found.filter(({ at, isWhole }) =>
    tree.filesBelow(at).some((path) => (!isWhole || folderOf(path) === at) && begins.test(partsOf(nameOf(path)).stem)),
  );
}

/** Whether a file or folder is part of an app: in its source root, or in one of some folders beside it. */
export function isOfSource(path: ProjectPath, source: ProjectPath, beside: readonly ProjectPath[]): boolean {
  return source === rootPath || isBelow(path, source) || beside.some((at) => path === at || isBelow(path, at));
}
