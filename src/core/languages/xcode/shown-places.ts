/** Where a project shows its files: the way through its groups, as though these were folders. */
import { folderOf, inFolder, joinPath, nameOf, type ProjectPath } from "../../base/paths.js";
import { projectsOf } from "../apple-projects.js";
import type { ListTree } from "../language.js";
import {
  folderOfGroup,
  holdsOthers,
  isPlainGroup,
  isRead,
  joined,
  readProject,
  shownName,
  type GroupNode,
  type XcodeProject,
} from "./project.js";

/**
 * The files that are shown elsewhere than they lie, with the paths at which they would lie if groups were folders. A group that stands
 * for a folder counts as that; where several projects, or groups, show a file, the first counts.
 */
export function shownPlaces(tree: ListTree): ReadonlyMap<ProjectPath, ProjectPath> {
  const places = new Map<ProjectPath, ProjectPath>();
  for (const path of projectsOf(tree.paths)) {
    const text = tree.text(path)?.text;
    const project = text === undefined ? undefined : readProject(text);
    if (!project || !isRead(project) || !project.main) continue;
    const home = joinPath(folderOf(folderOf(path)), project.folder);
    if (home !== undefined) new Walk(project, home, tree, places).group(project.main, home);
  }
  for (const [file, place] of places) if (file === place) places.delete(file);
  return places;
}

class Walk {
  constructor(
    readonly project: XcodeProject,
    readonly home: ProjectPath,
    readonly tree: ListTree,
    readonly places: Map<ProjectPath, ProjectPath>,
  ) {}

  /** A group, and where it is shown. */
  group(group: GroupNode, place: ProjectPath): void {
    for (const child of group.children) {
      if (isPlainGroup(child)) {
        const own = child.path ? this.#onDisk(folderOfGroup(child)) : inPlace(place, shownName(child));
        if (own !== undefined) this.group(child, own);
      } else if (child.object.isa === "PBXFileSystemSynchronizedRootGroup") continue;
      else if (child.object.isa !== "XCVersionGroup" && holdsOthers(child))
        // A translation stands in the folder of its language.
        for (const each of child.children) this.#entry(each, inPlace(place, languageOf(each)));
      else this.#entry(child, place);
    }
  }

  #onDisk(path: string | undefined): ProjectPath | undefined {
    return path === undefined ? undefined : joinPath(this.home, path);
  }

  /** A file, or a folder that is one thing. */
  #entry({ base, path }: GroupNode, place: ProjectPath | undefined): void {
    if (base === undefined || path === undefined || path.value.startsWith("/") || place === undefined) return;
    const file = this.#onDisk(joined(base, path.value));
    if (file === undefined || file === "") return;
    const shown = inFolder(place, nameOf(file));
    const inside = this.tree.has(file) ? [file] : this.tree.filesBelow(file);
    for (const each of inside)
      if (!this.places.has(each)) this.places.set(each, `${shown}${each.slice(file.length)}` as ProjectPath);
  }
}

function inPlace(place: ProjectPath, name: string | undefined): ProjectPath | undefined {
  // A name with a slash, or one of dots, is that of no folder.
  if (name === undefined || name === "") return place;
  return /[/\\\0]|^\.{1,2}$/.test(name) ? undefined : inFolder(place, name);
}

/** `en.lproj`, of a file that lies in it. */
function languageOf({ base, path }: GroupNode): string | undefined {
  const full = base === undefined || path === undefined ? "" : joined(base, path.value);
  return /(?:^|\/)([^/]+\.lproj)\/[^/]+$/.exec(full)?.[1];
}
