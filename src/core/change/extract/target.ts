/** Where what is taken out goes, if only a folder is named, or nothing: then on the shelf of its role, by a name of that shelf. */
import { isComponentFolder, partsOf, type App, type FoundApp } from "../../app/index.js";
import { splitWords, wordsTyped, type NamingPattern } from "../../base/names/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { cluesOf, judgeText } from "../../insight/catalogue/index.js";
import { languageFor, ownExports, readFrom, type Statement } from "../../languages/index.js";
import type { Role } from "../../app/arrangement/index.js";
import { extensionFor, fileNameFor, type Anatomy } from "../regroup/index.js";
import { placeFor } from "../setup/index.js";
import type { ExtractRequest } from "./extract.js";

/** Where a part goes, and as what, if that decided. */
export interface Target {
  readonly path: ProjectPath;
  readonly role?: Role;
}

/** Where the part goes that somebody has named a place for: a file, or one of its own name in a folder; else beside its file. */
export async function targetOf(
  tree: SourceTree,
  old: Anatomy,
  chosen: readonly Statement[],
  { to, into = false }: ExtractRequest,
): Promise<ProjectPath> {
  const folder = to === undefined ? folderOf(old.path) : into || tree.hasFolder(to) ? to : undefined;
  if (folder === undefined && to !== undefined) {
    if (languageFor(nameOf(to))?.statements) return to;
    return `${to}${await extensionFor(old, chosen)}` as ProjectPath;
  }
  return inFolder(folder ?? folderOf(old.path), await fileNameFor(old, chosen));
}

/** How sure it has to be what a part is: its shelf is shown before anything is written. */
const sureEnough = 0.4;

/** What is no part of another file. */
const notTakenOut: ReadonlySet<Role> = new Set([
  "test",
  "story",
  "entry",
  "generated",
  "asset",
  "translation",
  "config",
]);

/**
 * The shelf of what a part is, read as the file that it would become beside the old one; `undefined` where that is not clear, where
 * the app has no shelf for it, and where the old file has a folder of its own, in which its parts lie.
 */
export function shelfOf(
  tree: SourceTree,
  old: ProjectPath,
  { beside, text, around }: { readonly beside: ProjectPath; readonly text: string; readonly around: FoundApp },
): Target | undefined {
  const { app, guessed } = around;
  if (!partsOf(nameOf(old)).leads || isComponentFolder(tree, old)) return undefined;
  const reading = readFrom(text, beside);
  const name = nameOf(beside);
  const { stem, rest } = partsOf(name);
  const exports = ownExports(reading.exports);
  const { is: role, confidence } = judgeText(
    { outline: reading.outline, exports },
    { name, clues: cluesOf(app.stack) },
  );
  if (role === undefined || notTakenOut.has(role) || confidence < sureEnough) return undefined;
  const patterns = patternsOf(app, role);
  const pattern = patternFor(patterns, stem);
  if (patterns.length > 0 && !pattern) return undefined;
  const standing = app.layout.standingOf(old);
  const feature = standing?.feature;
  const shelf = placeFor(app, { role, name: stem, feature, extension: rest, pattern: pattern?.text });
  if (shelf === undefined) return undefined;
  // On its own shelf a group is kept; and nobody's app gets a folder that it has not.
  const isHere =
    standing?.shelf.holds.includes(role) === true && app.layout.standingOf(shelf)?.shelf === standing.shelf;
  if (isHere || (guessed && !tree.hasFolder(folderOf(shelf)))) return undefined;
  // Where nobody has said how files are called, the file that it comes from shows it.
  return { path: guessed ? inFolder(folderOf(shelf), name) : shelf, role };
}

/** How files of a role are called on its shelves. */
function patternsOf({ layout }: App, role: Role): readonly NamingPattern[] {
  return layout.shelves.flatMap((shelf) => (shelf.holds.includes(role) ? (shelf.patterns.get(role) ?? []) : []));
}

/** The first pattern by which a name can be spelled without a word that it has not: `{camel}Reducer` for `rotaReducer`. */
function patternFor(patterns: readonly NamingPattern[], name: string): NamingPattern | undefined {
  const words = splitWords(name);
  const fixed = ({ before, after }: NamingPattern): string => before + after;
  return (
    patterns.find((each) => fixed(each) !== "" && wordsTyped(each, name).length < words.length) ??
    patterns.find((each) => fixed(each) === "")
  );
}
