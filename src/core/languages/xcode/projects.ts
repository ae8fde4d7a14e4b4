/** Where the projects of a checkout are. */
import type { ProjectPath } from "../../base/paths.js";

/** The name of a project file; it lies in a folder that is called after the project. */
export const projectFile = "project.pbxproj";

const kept = new WeakMap<readonly ProjectPath[], readonly ProjectPath[]>();

/** The project files among the paths of a tree; looked for once. */
export function projectsOf(paths: readonly ProjectPath[]): readonly ProjectPath[] {
  let found = kept.get(paths);
  if (!found) kept.set(paths, (found = paths.filter((path) => path.endsWith(`.xcodeproj/${projectFile}`))));
  return found;
}
