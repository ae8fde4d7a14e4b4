/** Where the projects of a checkout are. */
import { folderOf, foldersAbove, rootPath, type ProjectPath } from "../base/paths.js";

/** The name of a project file; it lies in a folder that is called after the project. */
export const projectFile = "project.pbxproj";

const kept = new WeakMap<readonly ProjectPath[], readonly ProjectPath[]>();

/** The project files among the paths of a tree; looked for once. */
export function projectsOf(paths: readonly ProjectPath[]): readonly ProjectPath[] {
  let found = kept.get(paths);
  if (!found) kept.set(paths, (found = paths.filter((path) => path.endsWith(`.xcodeproj/${projectFile}`))));
  return found;
}

const rootsKept = new WeakMap<readonly ProjectPath[], ReadonlySet<ProjectPath>>();

/** The nearest folder around a path that holds a project, a package, or the description of a pod; nothing where none does. */
export function rootAround(paths: readonly ProjectPath[], path: ProjectPath): ProjectPath | undefined {
  let roots = rootsKept.get(paths);
  if (!roots) {
    const homes = projectsOf(paths).map((project) => folderOf(folderOf(project)));
    const others = paths.filter((each) => /(?:^|\/)Package\.swift$|\.podspec$/.test(each)).map(folderOf);
    rootsKept.set(paths, (roots = new Set([...homes, ...others])));
  }
  return [...foldersAbove(path), rootPath].find((folder) => roots.has(folder));
}
