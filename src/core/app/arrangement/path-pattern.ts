/**
 * Path patterns of shelves: `features/{feature}/screens`, `components/{name}`.
 *
 * Before they are used, every word in braces but `{feature}` and `{name}` is replaced by the stack's word for it.
 */
import { literally } from "../../base/text/index.js";

/** Placeholders that stay until a path is made. */
export const kept = ["feature", "name"] as const;

/** What a path pattern finds in a folder. */
export interface FolderMatch {
  readonly feature?: string;
  readonly name?: string;
  /** Folders below the shelf's own, `""` for none. */
  readonly below: string;
}

/** Replaces words in braces; `wordFor` gives `undefined` for one that it does not know, which is then returned as an error. */
export function fillWords(
  pattern: string,
  wordFor: (word: string) => string | undefined,
): { readonly path: string } | { readonly unknown: string } {
  let path = "";
  for (const part of pattern.split("/")) {
    let filled = part;
    for (const [whole, word = ""] of part.matchAll(/\{([^{}]*)\}/g)) {
      if ((kept as readonly string[]).includes(word)) continue;
      const found = wordFor(word);
      if (found === undefined) return { unknown: word };
      filled = filled.replace(whole, found);
    }
    // A word that begins with a slash starts at the project's root, whatever stands before it.
    path = filled.startsWith("/") || path === "" ? filled : `${path}/${filled}`;
    if (pattern.startsWith("/") && path === "") path = "/";
  }
  return { path: path.replace(/^\/+/, "/").replace(/(.)\/$/, "$1") };
}

/** The folder that a pattern means for a feature and a name. */
export function folderFor(pattern: string, names: { readonly feature: string; readonly name: string }): string {
  return pattern.replaceAll("{feature}", names.feature).replaceAll("{name}", names.name);
}

/** A pattern without what its placeholders are called: patterns for the same folders have one. */
export function placeWithoutWords(pattern: string): string {
  return pattern.replaceAll(/\{[^{}]*\}/g, "{}");
}

/** A pattern ready for looking at many folders. The source root itself (`.`) has nothing below it. */
export function folderMatcher(pattern: string): (folder: string) => FolderMatch | undefined {
  if (pattern === "." || pattern === "/") return (folder) => (folder === "" ? { below: "" } : undefined);
  const source = pattern
    .replace(/^\//, "")
    .split(/(\{feature\}|\{name\})/)
    .map((part) =>
      part === "{feature}" ? "(?<feature>[^/]+)" : part === "{name}" ? "(?<name>[^/]+)" : literally(part),
    )
    .join("");
  const expression = new RegExp(`^${source}(?:/(?<below>.*))?$`, "u");
  return (folder) => {
    const groups = expression.exec(folder)?.groups;
    if (!groups) return undefined;
    const { feature, name, below = "" } = groups;
    return { ...(feature !== undefined && { feature }), ...(name !== undefined && { name }), below };
  };
}
