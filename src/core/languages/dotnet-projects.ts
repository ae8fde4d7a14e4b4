/** Where the projects of .NET in a checkout are, and how files are found whose names are told apart by letters, not by their case. */
import { folderOf, foldersAbove, inFolder, rootPath, type ProjectPath } from "../base/paths.js";

const projectFile = /\.(?:cs|vb|fs)proj$/i;

/** Whether a path is that of a project. */
export function isDotnetProject(path: string): boolean {
  return projectFile.test(path);
}

const kept = new WeakMap<readonly ProjectPath[], ReadonlyMap<ProjectPath, ProjectPath>>();

/** The projects among the paths of a tree by their folders; of several in one folder the first. Looked for once. */
function projectsByFolder(paths: readonly ProjectPath[]): ReadonlyMap<ProjectPath, ProjectPath> {
  let found = kept.get(paths);
  if (!found) {
    found = new Map(
      paths
        .filter(isDotnetProject)
        .toReversed()
        .map((path) => [folderOf(path), path]),
    );
    kept.set(paths, found);
  }
  return found;
}

/** The project in the nearest folder around a path that holds one. */
export function projectAbove(paths: readonly ProjectPath[], path: ProjectPath): ProjectPath | undefined {
  const projects = projectsByFolder(paths);
  const folder = [...foldersAbove(path), rootPath].find((each) => projects.has(each));
  return folder === undefined ? undefined : projects.get(folder);
}

/** The project whose assembly is called so, as its file is. */
export function projectCalled(paths: readonly ProjectPath[], assembly: string): ProjectPath | undefined {
  const wanted = assembly.toLowerCase();
  return [...projectsByFolder(paths).values()].find((path) => nameOfProject(path).toLowerCase() === wanted);
}

/** `ui/Orchard.csproj` → `Orchard`. */
export function nameOfProject(path: ProjectPath): string {
  return path.slice(path.lastIndexOf("/") + 1).replace(projectFile, "");
}

const lowered = new WeakMap<readonly ProjectPath[], Map<string, ProjectPath | null>>();

/** The one file whose path is this but for its case; nothing where there are several. */
export function inAnyCase(paths: readonly ProjectPath[], path: string): ProjectPath | undefined {
  let index = lowered.get(paths);
  if (!index) {
    lowered.set(paths, (index = new Map<string, ProjectPath | null>()));
    for (const each of paths) {
      const key = each.toLowerCase();
      index.set(key, index.has(key) ? null : each);
    }
  }
  return index.get(path.toLowerCase()) ?? undefined;
}

/** A path below a folder, or in the root. */
export function below(folder: ProjectPath, path: string): ProjectPath {
  return folder === rootPath ? (path as ProjectPath) : inFolder(folder, path);
}
