/**
 * A mapping is one rule by which a name that is not relative means a path: an alias of tsconfig, an entry of
 * `imports` or `exports`, a workspace package, an alias of ours. All have one form, so resolving and respelling
 * treat them alike.
 */
import type { ProjectPath } from "../base/paths.js";

/** Where a mapping comes from, in people's words. */
export type MappingKind =
  | "alias"
  | "base folder"
  | "package imports"
  | "own package"
  | "workspace package"
  | "folder entry"
  | "web root"
  | "load path" //      a folder in which sheets are looked for
  | "entry folder" //   beside the sheet that takes this one in
  | "app bundle" //     what an app is built with, as its manifest lists it
  | "working folder" // where commands are run
  | "header map" //     headers that a build finds by their names
  | "usual root"; //     where a name is looked for that nothing else explains: `src/`

/** One rule. `pattern` and `targets` may each hold one `*`, which stands for the same text in both. */
export interface Mapping {
  readonly kind: MappingKind;
  readonly pattern: string;
  /** Paths from the project's root. They may lead out of it (`../x`). */
  readonly targets: readonly string[];
  /** `exports` and `imports` name files in full; everything else may leave extension and index out. */
  readonly exact: boolean;
  /** Whether every target that is there counts (conditions of `exports`), or only the first. */
  readonly all: boolean;
  /** The file that says so. */
  readonly by: ProjectPath;
  /** The folder for whose files it holds; all of them without it. */
  readonly under?: ProjectPath;
  /** Set where the settings of a bundler or test runner say so: a plan reads these again as they will be. */
  readonly source?: "settings";
  /** Set where it stands for one of its targets and nothing says for which: what is there is found by it, nothing new is spelled. */
  readonly isGuess?: true;
}

/** What the star stands for: `("@/*", "@/a/b")` → `"a/b"`; no match → `undefined`; a match without star → `""`. */
export function matchPattern(pattern: string, name: string): string | undefined {
  const star = pattern.indexOf("*");
  if (star < 0) return pattern === name ? "" : undefined;
  const [head, tail] = [pattern.slice(0, star), pattern.slice(star + 1)];
  if (name.length < head.length + tail.length || !name.startsWith(head) || !name.endsWith(tail)) return undefined;
  return name.slice(head.length, name.length - tail.length);
}

/** Puts a text in the star's place; in every place, as Node does for `exports`. */
export function fillPattern(pattern: string, star: string): string {
  const at = pattern.indexOf("*");
  if (at < 0) return pattern;
  if (pattern.indexOf("*", at + 1) < 0) return pattern.slice(0, at) + star + pattern.slice(at + 1);
  return pattern.replaceAll("*", () => star);
}

/** The name by which a mapping reaches a path (as the target pattern spells it), or `undefined`: resolving, backwards. */
export function nameThrough(mapping: Mapping, path: string): string | undefined {
  for (const target of mapping.targets) {
    const star = matchPattern(target, path);
    if (star !== undefined && (star !== "" || !target.includes("*"))) return fillPattern(mapping.pattern, star);
  }
  return undefined;
}

/** Exact patterns first, then by the longest text before the star, as TypeScript and Node choose. */
export function bySpecificity(a: Mapping, b: Mapping): number {
  const weight = ({ pattern }: Mapping): number => (pattern.includes("*") ? pattern.indexOf("*") : 1e6);
  return weight(b) - weight(a);
}
