/** A new name in the case of the one that it stands for. */
import { ShelfError } from "../../base/errors.js";
import { inCase, isInCase, splitWords, wordsKey, type Case } from "../../base/names/index.js";

/** Old words and new ones; `typed` is the new name as somebody wrote it. */
export interface NewWords {
  readonly from: readonly string[];
  readonly to: readonly string[];
  readonly typed: string;
}

/** The new words of what is renamed, if a name has exactly its old ones: `(orchardMap)` → `gardenMap`; else `undefined`. */
export function renamedLike(name: string, words: NewWords): string | undefined {
  return wordsKey(splitWords(name)) === wordsKey(words.from) ? likeName(name, words) : undefined;
}

const caseOrder: readonly Case[] = ["Pascal", "camel", "snake", "kebab"];

/** New words as an identifier or the name of a file is written: `TREE_CARD`, `TreeCard`, `treeCard`, `tree-card`. */
export function likeName(like: string, { to, typed }: Pick<NewWords, "to" | "typed">): string {
  // What is in none of the usual cases is meant as it was typed.
  if (/^[\p{ID_Continue}$]+$/u.test(typed) && !caseOrder.some((each) => isInCase(typed, each)) && !isShouted(typed))
    return typed;
  const [, before = "", core = like] = /^([$_]*)(.*)$/su.exec(like) ?? [];
  if (isShouted(core) && (core.includes("_") || core.length > 3))
    return before + to.map((word) => word.toUpperCase()).join("_");
  // A name of one small word is in three cases at once; what was typed decides, if it is one of them.
  const possible = caseOrder.filter((each) => isInCase(core, each));
  if (possible.length === 0 || possible.some((each) => isInCase(typed, each))) return before + typed;
  return before + inCase(to, possible[0] ?? "kebab");
}

/** `TREE_CARD` */
function isShouted(name: string): boolean {
  return /^\p{Lu}[\p{Lu}\p{N}]*(?:_[\p{Lu}\p{N}]+)*$/u.test(name);
}

/** Names that no script can give to anything of its own. Source: ECMAScript 2025, 12.7.2, strict mode and modules. */
const reserved = new Set(
  (
    "arguments await break case catch class const continue debugger default delete do else enum eval export extends " +
    "false finally for function if implements import in instanceof interface let new null package private protected " +
    "public return static super switch this throw true try typeof undefined var void while with yield"
  ).split(" "),
);

/** Throws `NAME_UNUSABLE` for what cannot be the name of a variable. */
export function ensureIdentifier(name: string): void {
  if (!/^[\p{ID_Start}$_][\p{ID_Continue}$]*$/u.test(name))
    throw new ShelfError("NAME_UNUSABLE", { path: name, reason: "a script cannot have a name like that" });
  if (reserved.has(name))
    throw new ShelfError("NAME_UNUSABLE", { path: name, reason: `${name} is a word of the language` });
}
