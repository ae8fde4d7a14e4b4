/**
 * How a language looks names up: what one means in a file, how another file is spelled in its place, which words a text holds
 * that names a file. Each way is one object of the language that it belongs to (see `Language.lookups`), and a `Reference` says
 * by its `lookup` which of them holds for it. The graph gives the ground and knows none of their rules.
 */
import { folderOf, joinPath, type ProjectPath } from "../base/paths.js";
import type { Extraction, LookupRules, Reference } from "./reading.js";
import type { Mapping } from "./mapping.js";
import { isRelative } from "./specifier.js";

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
  /**
   * All files that a pattern takes in; they are not listed before somebody asks. `folder` is the pattern's fixed part. `rest` is
   * what follows, where nothing else decides: two patterns with the same rest take in the same places below their folders.
   */
  | {
      readonly state: "scope";
      readonly folder: ProjectPath;
      readonly rest?: string;
      readonly scheme: Scheme;
      readonly takesIn: (path: ProjectPath) => boolean;
    }
  /** A file that is there but not the project's (ignored, or outside the root); it never moves. */
  | {
      readonly state: "beyond";
      readonly at: string;
      readonly scheme: Scheme;
      /** Nothing is there: a generator has not written it, or it is not in this checkout. The name is kept right, and proves nothing. */
      readonly isToCome?: boolean;
    }
  /** A package or a web address, or a text that names nothing. */
  | { readonly state: "external" }
  /** It looks like the project's own, and nothing is there. */
  | { readonly state: "unresolved" };

/** What a pattern takes in. */
export type PatternScope = Extract<Resolution, { readonly state: "scope" }>;

/** What of a tree a lookup may ask. */
export interface LookupTree {
  readonly paths: readonly ProjectPath[];
  has(path: ProjectPath): boolean;
  hasFolder(path: ProjectPath): boolean;
}

/** Files that answer to a path, and the folder if they speak for it. */
export interface Answer {
  readonly targets: readonly ProjectPath[];
  readonly folder?: ProjectPath;
}

/** What a way of looking up may ask. Answers are those of one tree. */
export interface Ground {
  readonly tree: LookupTree;
  /** How scripts name modules. */
  readonly rules: LookupRules;
  /** A file by its whole name, in the case that it has. */
  readonly plain: (path: ProjectPath) => ProjectPath | undefined;
  /** The same with its variants (`@2x`, `.ios`). */
  readonly file: (path: ProjectPath) => readonly ProjectPath[];
  /** A file; with `loose` also a name without extension and a folder by its index; with `folderOnly` nothing but that. */
  readonly look: (
    path: ProjectPath,
    how: { readonly loose: boolean; readonly folderOnly?: boolean },
  ) => Answer | undefined;
  /** Mappings that hold for a file. */
  readonly mappings: (from: ProjectPath) => readonly Mapping[];
  /** Folders in which sheets are looked for. */
  readonly loadPaths: (from: ProjectPath) => readonly Mapping[];
  /** What a leading slash stands for. */
  readonly webRoots: (from: ProjectPath) => readonly Mapping[];
  /** Whether names in a file may end in extensions that need a permission. */
  readonly allowsOwnExtensions: (from: ProjectPath) => boolean;
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
  /** What is found in a file of the tree; nothing where it cannot be read. It is read once. */
  readonly reading: (path: ProjectPath) => Extraction;
}

/** What of a reference decides what it means. */
export type Question = Pick<Reference, "specifier" | "lookup" | "inside">;

/** What a respelling has to reach, and from where. */
export interface SpellingTask {
  readonly reference: Reference;
  /** What it meant before. */
  readonly was: Exclude<Resolution, { state: "external" | "unresolved" }>;
  /** The files that it has to mean now, in the same order as `was.targets`. */
  readonly targets: readonly ProjectPath[];
  /**
   * Where the folder went: that which it names, by its index or manifest or as such; of a pattern, that below which all of its
   * files lie. `undefined` where there is no such folder.
   */
  readonly folder: ProjectPath | undefined;
  /** The file that holds the reference, at its new place. */
  readonly from: ProjectPath;
  /** The ground of the planned tree. */
  readonly ground: Ground;
  /** Where a file goes that is there now: an entry sheet by which a URL is read. */
  readonly goes: (path: ProjectPath) => ProjectPath;
}

/** One way of looking names up. */
export interface NameLookup {
  /** As `Reference.lookup` says it; no two lookups have the same. */
  readonly name: string;
  /** Whether any word may stand there, so that one that names nothing is no reference at all: in settings. */
  readonly isOpen?: boolean;
  /** Whether it names by a path from the file or an alias, so that each file has its own answer; else its folder has. */
  readonly asksOfFile?: boolean;
  /** Whether what a name means depends on what stands in other files than settings, and not on their paths alone. */
  readonly readsFiles?: boolean;
  /** Whether it is asked about texts that look like web addresses, too: `package:orchard/a.dart`. */
  readonly answersAddresses?: boolean;
  /** Whether it is what a command or a call is given: files, folders, patterns. */
  readonly takesFiles?: boolean;
  /** Whether sheets are taken in by it, which a build may look for in folders that nothing here names. */
  readonly takesSheetsIn?: boolean;
  /** Whether all that it takes in counts as used. */
  readonly usesAll?: boolean;
  /** Whether what it takes in is looked at, and a change there starts the work again. */
  readonly watches?: boolean;
  /** Where in the output a file comes to lie that is taken in, by its path below the folder; nothing for one that gives no file. */
  readonly writes?: (inside: string) => string | undefined;
  /** Whether all such references of a file together say what is taken in, as a list of folders does. */
  readonly isList?: boolean;
  /** Whether `Reference.inside` is the folder from which it counts, which the same text names: `cd scss && sass main.scss`. */
  readonly countsInside?: boolean;
  /** Whether a package may be named in a file, whose manifest has to know it; without it, any may. */
  mayName?(ground: Ground, from: ProjectPath, question: Question): boolean;
  /** What a name means in the file `from`. Web addresses are answered before. Throws `CONFIG_BROKEN`. */
  resolve(ground: Ground, from: ProjectPath, question: Question): Resolution;
  /** Every spelling worth trying, the most like the user's first. Some may not resolve; the caller finds out. */
  spellings(task: SpellingTask): Iterable<string>;
  /**
   * Words of which a text holds at least one if it names this file, or a file that goes there, besides the stem of its name
   * and the names that mappings give it.
   */
  searchWords?(path: ProjectPath, tree: LookupTree): readonly string[];
}

/** A package or a web address. */
export const external: Resolution = { state: "external" };
/** It looks like the project's own, and nothing is there. */
export const unresolved: Resolution = { state: "unresolved" };

/** `#`, `?` and `!` may stand in a file's own name: where there is such a file, it is what is meant. */
export function wholeName(
  ground: Ground,
  from: ProjectPath,
  specifier: string,
  loose: boolean,
): Resolution | undefined {
  if (!/[!?#]/.test(specifier) || !isRelative(specifier)) return undefined;
  const target = joinPath(folderOf(from), specifier);
  const found = target === undefined ? undefined : ground.look(target, { loose });
  return found && { state: "found", scheme: "relative", ...found };
}
