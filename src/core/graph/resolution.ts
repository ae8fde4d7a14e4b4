/** What a reference can mean, and the ground on which the single ways of looking up stand. */
import type { ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";
import type { Mapping } from "./mapping.js";

/** How a name was turned into a path: relative to its file, or through a mapping. */
export type Scheme = "relative" | Mapping;

/** What a reference means. */
export type Resolution =
  /** Files of the project. `folder` is set where the name is a folder's, answered by its index or manifest. */
  | {
      readonly state: "found";
      readonly targets: readonly ProjectPath[];
      readonly scheme: Scheme;
      readonly folder?: ProjectPath;
    }
  /** A folder of the project, whatever is in it. */
  | { readonly state: "folder"; readonly at: ProjectPath; readonly scheme: Scheme }
  /** All files that a pattern takes in; they are not listed before somebody asks. `folder` is the pattern's fixed part. */
  | {
      readonly state: "scope";
      readonly folder: ProjectPath;
      readonly scheme: Scheme;
      readonly takesIn: (path: ProjectPath) => boolean;
    }
  /** A file that is there but not the project's (ignored, or outside the root); it never moves. */
  | { readonly state: "beyond"; readonly at: string; readonly scheme: Scheme }
  /** A package or a web address, or a text that names nothing. */
  | { readonly state: "external" }
  /** It looks like the project's own, and nothing is there. */
  | { readonly state: "unresolved" };

/** What a way of looking up may ask. Answers are those of one tree. */
export interface Ground {
  readonly tree: TreeView;
  /** A file by its whole name, in the case that it has. */
  readonly plain: (path: ProjectPath) => ProjectPath | undefined;
  /** The same with its variants (`@2x`, `.ios`). */
  readonly file: (path: ProjectPath) => readonly ProjectPath[];
  /** What a name without extension can mean, and a folder by its index. */
  readonly loosely: (path: ProjectPath) => readonly ProjectPath[];
  /** Mappings that hold for a file. */
  readonly mappings: (from: ProjectPath) => readonly Mapping[];
  /** Folders in which sheets are looked for. */
  readonly loadPaths: (from: ProjectPath) => readonly Mapping[];
  /** What a leading slash stands for. */
  readonly webRoots: (from: ProjectPath) => readonly Mapping[];
  /** The folder from which a file's package is built: that of its manifest. */
  readonly packageFolder: (from: ProjectPath) => ProjectPath;
  /** Whether the manifest of a file's package, or the root's, depends on one of these packages. */
  readonly dependsOnAny: (from: ProjectPath, names: readonly string[]) => boolean;
  /** Whether a name is that of a package that is installed. */
  readonly isPackage: (from: ProjectPath, name: string) => boolean;
  /** The path, if with one of the endings a file stands there that is not the project's. */
  readonly beyond: (at: string, endings: readonly string[]) => string | undefined;
  /** The sheets that take a sheet in and are taken in by none; none for one that stands by itself. */
  readonly entriesOf: (sheet: ProjectPath) => readonly ProjectPath[];
}
