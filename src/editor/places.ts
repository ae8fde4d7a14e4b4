/** Where a project lies for the editor, which names files by URIs. */
import { realpathSync } from "node:fs";
import { relative, resolve, sep } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { toProjectPath, type ProjectPath } from "../core/base/paths.js";
import { findProject } from "../core/files/index.js";

/** One project of the editor: its root, and how the editor spells the way to it. */
export class ProjectPlace {
  /** `shown` is the folder as the editor names it, `real` the same with links undone, within the project's root. */
  constructor(
    readonly root: string,
    readonly shown: string,
    readonly real: string,
  ) {}

  /** The folder that the editor has opened, from the project's root. */
  get standing(): ProjectPath {
    return this.#within(this.real) ?? ("" as ProjectPath);
  }

  /** The path that a URI names; `undefined` where that is not in the project. */
  pathOf(uri: string): ProjectPath | undefined {
    const absolute = fileOf(uri);
    if (absolute === undefined) return undefined;
    const way = relative(this.shown, absolute);
    return this.#within(isUp(way) ? absolute : resolve(this.real, way));
  }

  /** The URI of a path, spelled as the editor spells it. */
  uriOf(path: ProjectPath): string {
    const absolute = resolve(this.root, path);
    const way = relative(this.real, absolute);
    return pathToFileURL(isUp(way) ? absolute : resolve(this.shown, way)).href;
  }

  #within(absolute: string): ProjectPath | undefined {
    const way = relative(this.root, absolute);
    return isUp(way) ? undefined : toProjectPath(way.split(sep).join("/"));
  }
}

/** The project around a folder that the editor has opened; the folder itself where nothing marks one. */
export function placeAt(uri: string): ProjectPlace | undefined {
  const shown = fileOf(uri);
  if (shown === undefined) return undefined;
  const real = realOf(shown);
  if (real === undefined) return undefined;
  try {
    return new ProjectPlace(findProject(real), shown, real);
  } catch {
    return new ProjectPlace(real, shown, real);
  }
}

/** The file of a URI; `undefined` for what lies nowhere on the disk (`untitled:`, `git:`). */
export function fileOf(uri: string): string | undefined {
  try {
    return uri.startsWith("file:") ? fileURLToPath(uri) : undefined;
  } catch {
    return undefined;
  }
}

function realOf(folder: string): string | undefined {
  try {
    return realpathSync(folder);
  } catch {
    return undefined;
  }
}

function isUp(way: string): boolean {
  return way === ".." || way.startsWith(`..${sep}`) || resolve(way) === way;
}
