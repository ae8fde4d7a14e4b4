/** Where an old name stands as text: in strings, comments, documents and sheets. Nobody can prove what is meant there. */
import { inCase, splitWords } from "../../base/names/index.js";
import { languageFor, type TextNames } from "../../languages/index.js";
import type { Modules } from "../../graph/index.js";
import { partsOf } from "../../app/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { DraftEdit } from "../draft.js";
import { holdersOf, wordPattern } from "../plan/name-holders.js";
import type { Mention } from "../plan/index.js";
import type { NewName } from "./asked.js";
import type { NewWords } from "./spelling.js";

/** What they are looked for with. */
export interface MentionInput {
  readonly tree: SourceTree;
  readonly modules: Modules;
  readonly names: readonly NewName[];
  readonly words: NewWords | undefined;
  /** Files in which the rename changes something. */
  readonly edited: ReadonlySet<ProjectPath>;
  readonly namesIn: (path: ProjectPath) => Promise<TextNames | undefined>;
}

/** One of them, and what would be written there instead. */
export interface MentionedName {
  readonly mention: Mention;
  readonly edit: DraftEdit;
  /** A key, a route, the type of an action: programs may go by it, and nothing proves which. */
  readonly isGoneBy?: true;
  /** Set where a property gets another name. */
  readonly property?: { readonly name: string; readonly to: string };
}

/** Text above which a file is data, not something that people read. */
const mostLetters = 1_000_000;

/** Finds them, by file and place. A name of one word is too common to be looked for beyond the files that use it. */
export async function mentionedNames(input: MentionInput): Promise<MentionedName[]> {
  const { tree, names, edited } = input;
  const spelled = spellings(names);
  if (spelled.size === 0) return [];
  const long = mentionWords(names);
  const holders = new Set([...(await holdersOf(tree, long)), ...edited]);
  const found: MentionedName[] = [];
  for (const path of tree.paths) {
    if (!holders.has(path)) continue;
    const source = tree.text(path);
    if (!source || source.text.length > mostLetters) continue;
    const isKnown = await takenPlaces(path, input);
    if (!isKnown) continue;
    for (const match of source.text.matchAll(wordPattern(spelled.keys()))) {
      const [name] = match;
      if (isKnown(match.index) || (!edited.has(path) && !long.includes(name))) continue;
      const to = spelled.get(name) ?? name;
      const at = source.positionAt(match.index);
      found.push({
        mention: { file: path, at, text: lineAt(source.text, match.index), names: name },
        edit: { file: path, start: match.index, end: match.index + name.length, text: to, why: "mentions it" },
      });
    }
  }
  return found;
}

/** What a rename of a file will look for besides the file: its name and its new one, however they are spelled. */
export function likelySpellings(path: ProjectPath, to: string): string[] {
  const { stem } = partsOf(nameOf(path));
  const from = stem.split(".")[0] ?? stem;
  return [...new Set([...spellings([{ files: [], from, to }])].flat().filter((word) => splitWords(word).length > 1))];
}

/** The spellings that are looked for beyond the files that use a name. */
export function mentionWords(names: readonly NewName[]): string[] {
  const shown = names.filter(({ from }) => from !== "default");
  return [...spellings(shown).keys()].filter((name) => splitWords(name).length > 1);
}

/** Each old name with the new one, in every case in which text may have it. */
function spellings(names: readonly NewName[]): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const { from, to } of names) {
    const [old, fresh] = [splitWords(from), splitWords(to)];
    if (old.length > 1)
      for (const each of ["camel", "kebab", "Pascal", "snake"] as const) {
        found.set(inCase(old, each), inCase(fresh, each));
        if (each === "snake") found.set(inCase(old, each).toUpperCase(), inCase(fresh, each).toUpperCase());
      }
    found.set(from, to);
  }
  return found;
}

/** Whether something else than text begins at an offset: an identifier, or the name of a file. Nothing where that is not known. */
async function takenPlaces(
  path: ProjectPath,
  { modules, namesIn }: MentionInput,
): Promise<((start: number) => boolean) | undefined> {
  const language = languageFor(path);
  if (language?.saysAll === true) return undefined;
  if (language?.types) {
    const read = language.types.read(modules.tree.text(path)?.text ?? "", nameOf(path));
    const { references } = modules.reading(path);
    const starts = new Set(read?.places.map(({ start }) => start));
    return read && ((start) => starts.has(start) || references.some((each) => each.start <= start && start < each.end));
  }
  if (language?.namespaces?.identifiers) {
    const starts = language.namespaces.identifiers(modules.tree.text(path)?.text ?? "");
    const { references } = modules.reading(path);
    return (start) => starts.has(start) || references.some((each) => each.start <= start && start < each.end);
  }
  if (language?.names === undefined) {
    const { references } = modules.reading(path);
    return (start) => references.some((each) => each.start <= start && start < each.end);
  }
  const names = await namesIn(path);
  if (!names) return undefined;
  const { references } = modules.reading(path);
  const starts = new Set([...names.identifiers, ...names.labels].map(({ start }) => start));
  return (start) => starts.has(start) || references.some((each) => each.start <= start && start < each.end);
}

/** The line of an offset, or what of a long one stands around it. */
export function lineAt(text: string, offset: number): string {
  const start = text.lastIndexOf("\n", offset - 1) + 1;
  const end = text.indexOf("\n", offset);
  const line = text.slice(start, end < 0 ? undefined : end);
  const at = offset - start;
  return (at > 60 ? `…${line.slice(at - 30)}` : line).trim().slice(0, 120);
}
