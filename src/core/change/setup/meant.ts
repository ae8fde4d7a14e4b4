/** What words mean that people type: roles and features, in any case, misspelled or by another name. */
import { distance } from "fastest-levenshtein";
import { isRole, meantName, roleMeant, type Role } from "../../app/arrangement/index.js";
import { ShelfError } from "../../base/errors.js";
import { splitWords, wordsKey } from "../../base/names/index.js";
import { folderOf, inFolder } from "../../base/paths.js";
import type { SetupDraft } from "./setup-draft.js";
import type { App } from "../../app/app.js";
import { ensureUsable } from "./usable-name.js";

/** The folders of features that are there. */
export function existingFeatures({ layout, store }: App): string[] {
  const some = layout.featureFolder("x");
  if (some === undefined || store.stat(folderOf(some))?.kind !== "folder") return [];
  const folder = folderOf(some);
  return store
    .entries(folder)
    .filter((name) => store.stat(inFolder(folder, name))?.kind === "folder")
    .sort();
}

/** The role that a word means: its own, or one of the trade (`page`, `utils`). Throws `ROLE_UNKNOWN` with the nearest one. */
export function knownRole({ stack }: App, word: string): Role {
  const there = Object.keys(stack.roles);
  const meant = roleMeant(word);
  if (meant !== undefined && there.includes(meant)) return meant;
  const lower = word.toLowerCase();
  const near = [...there, "feature"].sort((a, b) => distance(a, lower) - distance(b, lower))[0];
  const isNear = near !== undefined && near !== lower && distance(near, lower) <= Math.max(2, word.length / 3);
  throw new ShelfError("ROLE_UNKNOWN", {
    path: word,
    ...(isRole(word) && { reason: stack.title }),
    ...(isNear && !isRole(word) && { other: near }),
    paths: there.filter((each) => each !== "entry" && each !== "generated"),
  });
}

/** The folder of a feature that somebody typed in any case, or one of its other words. */
export function meantFeature(app: App, typed: string | undefined, draft: SetupDraft): string | undefined {
  if (typed === undefined) return undefined;
  ensureUsable(typed, splitWords(typed));
  const key = wordsKey(splitWords(typed));
  const synonyms = Object.entries(app.configuration?.features ?? {});
  const meant =
    synonyms.find(([name, others]) => [name, ...others].some((each) => wordsKey(splitWords(each)) === key))?.[0] ??
    typed;
  const there = existingFeatures(app);
  const { same, near } = meantName(meant, there);
  if (same === undefined && near !== undefined) draft.note(`${meant} is a new feature; there is one called ${near}.`);
  return same ?? app.layout.spellFeature(meant);
}
