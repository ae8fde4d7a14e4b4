/** The words of features: what names say besides a role, how they are compared, and what is known of a file by its name. */
import { partsOf } from "../../app/companions.js";
import type { Role } from "../../app/arrangement/index.js";
import { splitWords, wordsKey } from "../../base/names/index.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Clues } from "./clues.js";

/** A file as far as features are concerned. */
export interface FeatureFile {
  readonly path: ProjectPath;
  readonly role: Role | undefined;
}

/** `trees` → `tree`, `berries` → `berry`, `boxes` → `box`; `status` stays. In small letters. */
export function singular(word: string): string {
  const small = word.toLowerCase();
  if (small.length > 4 && small.endsWith("ies")) return `${small.slice(0, -3)}y`;
  if (/(?:ss|x|ch|sh)es$/.test(small)) return small.slice(0, -2);
  return small.length > 3 && /[^siu]s$/.test(small) ? small.slice(0, -1) : small;
}

/** Words as features are compared: singular, together. */
export function featureKey(words: readonly string[]): string {
  return words.map(singular).join("");
}

/** Whether words end in what is done with a thing: `role create` and `role delete` are no features beside the role. */
export function isAct(words: readonly string[]): boolean {
  return words.length > 1 && /^(?:create|update|edit|delete|remove)$/i.test(words.at(-1) ?? "");
}

/** What a name says besides its role: `useHarvest` → `Harvest`, `treeActions` → `tree`, `TreeCard` → `Tree Card`. */
export function wordsBesideRole(name: string, clues: Clues): readonly string[] {
  const { stem } = partsOf(name);
  const [base = ""] = stem.replace(/^_/, "").split(".");
  let words = splitWords(base);
  if (words.length > 1 && words[0]?.toLowerCase() === clues.prefix) words = words.slice(1);
  if (words.length > 1 && clues.beginnings.has(words[0]?.toLowerCase() ?? "")) words = words.slice(1);
  for (let count = endingOf(words, clues); count > 0; count = endingOf(words, clues)) words = words.slice(0, -count);
  return words;
}

/** Whether a name ends in a word of the trade for a role: `rotaSlice` for state, `treesApi` for a service. */
export function saysRole(name: string, role: Role, clues: Clues): boolean {
  const words = splitWords(partsOf(name).stem);
  return [2, 1].some(
    (count) =>
      words.length >= count &&
      clues.endings.get(wordsKey(words.slice(-count)))?.some((each) => each.role === role && each.weight >= 0.6),
  );
}

/** How many words at the end of a name say its role: `View Model`, `Screen`, and what the stack's own patterns end in. */
function endingOf(words: readonly string[], clues: Clues): number {
  const isRole = (last: readonly string[]): boolean =>
    (clues.endings.get(wordsKey(last)) ?? []).some(({ role, weight }) => role !== "component" && weight >= 0.5);
  const found = [2, 1].find((count) => words.length > count && isRole(words.slice(-count)));
  if (found !== undefined) return found;
  const last = words.at(-1) ?? "";
  const isPattern = clues.patterns.some(({ role, pattern }) => role !== "component" && pattern.after === last);
  return words.length > 1 && isPattern ? 1 : 0;
}

/** Names of parts that a component's own folder has: what they are of, the folder says. */
const partNames = /^(?:index|container|component|view|styles?|types?|messages|displayMessages)$/;

/** The name that tells what a file is of: its own, or that of its folder where it is a part of fixed name. */
export function tellingName(path: ProjectPath): string {
  const { stem } = partsOf(nameOf(path));
  const folder = nameOf(folderOf(path));
  return partNames.test(stem) && /^\p{Lu}/u.test(folder) ? folder : nameOf(path);
}

/** What a folder's name says: `_api-keys` → `api keys`, `(shop)` → `shop`. */
export function wordsOfFolderName(name: string): readonly string[] {
  const words = splitWords(name.replace(/^[_$(]+|\)$/g, ""));
  return words.length > 1 && /^(?:screen|page|view|scene|container)s?$/i.test(words.at(-1) ?? "")
    ? words.slice(0, -1)
    : words;
}
