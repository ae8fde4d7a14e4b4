/** Files of an app that are there already: what a new one is made like. */
import { extensionOf, listOf, type Role } from "../../app/arrangement/index.js";
import { partsOf, type App } from "../../app/index.js";
import { inCase, parseNamingPattern, readName, splitWords, type NamingPattern } from "../../base/names/index.js";
import { inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import { SourceText } from "../../base/text/index.js";

/** A file of a role, by its name. */
export interface Sister {
  readonly path: ProjectPath;
  readonly stem: string;
  /** The words of its name, without the pattern's fixed text. */
  readonly words: readonly string[];
  readonly pattern: NamingPattern | undefined;
}

/** Folders in which tools put what they make. */
const outputs = new Set(["node_modules", "bin", "obj", "build", "dist", "Pods"]);
/** Where an app is larger, what its first files do is what it does. */
const mostFiles = 4000;

/** The code of an app, in the order of its folders. Nothing is read. */
export function codeFiles({ store, layout, folder, stack }: App): readonly ProjectPath[] {
  const found: ProjectPath[] = [];
  const visit = (at: ProjectPath): void => {
    for (const name of [...store.entries(at)].sort()) {
      if (found.length >= mostFiles) return;
      const path = inFolder(at, name);
      const kind = store.stat(path)?.kind;
      if (kind === "folder" && !outputs.has(name) && !name.startsWith(".")) visit(path);
      else if (kind === "file" && stack.code.includes(extensionOf(name))) found.push(path);
    }
  };
  const start = layout.source === "" ? folder : layout.source;
  if (start === "" || store.stat(start)?.kind === "folder") visit(start);
  return found;
}

/** Files of a role, on its shelves, that lead what belongs to them. */
export function sistersOf(app: App, role: Role, extension: string): readonly Sister[] {
  return codeFiles(app).flatMap((path): Sister[] => {
    const name = nameOf(path);
    if (!partsOf(name).leads || extensionOf(name) !== extension) return [];
    if (app.layout.standingOf(path)?.shelf.holds.includes(role) !== true) return [];
    return [nameByRole(app, role, path)];
  });
}

/** The name of a file of a role, by the patterns of its shelf, else by those that are usual for the role. */
export function nameByRole(app: App, role: Role, path: ProjectPath): Sister {
  const { stem } = partsOf(nameOf(path));
  const own = app.layout.standingOf(path)?.shelf.patterns.get(role) ?? [];
  const patterns = own.length > 0 ? own : usualPatterns(app, role);
  // What has fixed text says more than what has none.
  const pattern =
    patterns.find((each) => fixedText(each) !== "" && readName(each, stem)) ??
    patterns.find((each) => readName(each, stem));
  const words = (pattern && readName(pattern, stem)) ?? splitWords(stem);
  return { path, stem, words, pattern };
}

/** What the stack calls files of a role, for a shelf whose files are called in all sorts of ways. */
export function usualPatterns({ stack }: App, role: Role): readonly NamingPattern[] {
  return listOf(stack.roles[role]?.files ?? []).flatMap((each) => {
    const pattern = parseNamingPattern(each);
    return typeof pattern === "object" ? [pattern] : [];
  });
}

/** What of a pattern is the same in every name. */
export function fixedText({ before, after }: NamingPattern): string {
  return before + after;
}

/** What stands behind the words of a name: `Page` of `HarvestPage`. */
export function endingOf(stem: string, words: readonly string[]): string {
  const own = inCase(words, "Pascal");
  return stem.startsWith(own) ? stem.slice(own.length) : "";
}

/** What most of some are, the first of those that are as many; nothing of none. */
export function most<Item>(items: readonly Item[]): Item | undefined {
  const counts = new Map<Item, number>();
  for (const item of items) counts.set(item, (counts.get(item) ?? 0) + 1);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
}

/** The text of a file that is there. */
export function textOf({ store }: Pick<App, "store">, path: ProjectPath): string {
  return SourceText.fromBytes(store.read(path)).text;
}
