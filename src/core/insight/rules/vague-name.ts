import { keyOf, type Entry } from "../catalogue/index.js";
import { partsOf } from "../../app/index.js";
import { isDeclaration } from "../../languages/index.js";
import { splitWords } from "../../base/names/index.js";
import { folderOf, inFolder, nameOf } from "../../base/paths.js";
import { isFolderIndex } from "./places.js";
import type { Case } from "./cases.js";
import type { Rule, RuleContext } from "./rule.js";

export const vagueName: Rule = {
  name: "vague-name",
  confidence: 0.6,
  asks: "A name says what its file holds: not `utils2`, `temp`, `misc`, or an `old` copy beside the original.",
  why: "A file with a vague name collects everything, and nobody dares to delete what is called `old`.",
  wrong: "src/helpers/utils2.ts\nsrc/components/TreeCard-old.tsx",
  right: "src/helpers/weights.ts\n(deleted: git keeps it)",
  *find(context) {
    const found = context.mains.flatMap((entry) => {
      // A reducer may be called after the part of the state that it keeps, `data`.
      const what = entry.role.is === "asset" || entry.role.is === "state" ? undefined : whyVague(context, entry);
      return what ? [{ file: entry.path, what }] : [];
    });
    // What several folders call so is what their files share: `common` in each.
    const times = new Map<string, number>();
    // And where many of a folder have numbers, they are called so: `Filter1` to `Filter9`.
    const numbered = new Map<string, number>();
    const add = (counts: Map<string, number>, key: string): unknown => counts.set(key, (counts.get(key) ?? 0) + 1);
    for (const { file, what } of found) {
      if (what.code === "name says nothing") add(times, keyOf(what.stem));
      if (what.code === "name numbered") add(numbered, folderOf(file));
    }
    for (const each of found) {
      const { code } = each.what;
      if (code === "name says nothing" && (times.get(keyOf(each.what.stem)) ?? 0) >= foldersOfACustom) continue;
      if (code === "name numbered" && (numbered.get(folderOf(each.file)) ?? 0) >= numbersOfACustom) continue;
      yield each;
    }
  },
};

/** A name that so many folders have is a custom of the app. */
const foldersOfACustom = 3;

/** So many names with a number in one folder are a custom of it. */
const numbersOfACustom = 5;

/** Words that say of something only that there is another one. */
const besides = new Set(["old", "copy", "temp", "tmp", "backup", "bak", "final", "legacy2", "orig"]);

/** Words that say enough beside what they are of. */
const besideSomething = new Set(["data", "common"]);

/** Names of things that have a number. */
const standards =
  /(?:(?:^|[^A-Za-z])(?:json|md|sha|utf|es|ipv|mp|base|oauth)|J(?:son|SON)|M(?:d|D|p|P)|S(?:ha|HA)|U(?:tf|TF)|E(?:s|S)|I[pP][vV]|Base|O[aA]uth)\d+$/;

/** In it, `copy` is what is drawn. */
const iconFolder = /^(?:icons?|svgs?|glyphs?)$/i;

/** Whether a file's name says nothing by itself, or only that there is another one: what form it has does not matter then. */
export function isVague(context: Pick<RuleContext, "catalogue">, entry: Entry): boolean {
  const { stem } = partsOf(nameOf(entry.path));
  return context.catalogue.clues.vague.has(keyOf(stem)) || whyVague(context, entry) !== undefined;
}

function whyVague(
  { catalogue: { clues, entries } }: Pick<RuleContext, "catalogue">,
  { path, role, standing }: Entry,
): Case | undefined {
  // What declares a script is called as that is, and the script is told.
  if (isDeclaration(path)) return undefined;
  if (isFolderIndex(path) || iconFolder.test(nameOf(folderOf(path)))) return undefined;
  const { stem, rest } = partsOf(nameOf(path));
  const words = splitWords(stem);
  // A part of a component may be called after what it is there: `Teaser/Data`.
  const isPart = role.is === "component" && /^\p{Lu}/u.test(stem);
  // In the folder of something, `data` and `common` are of that.
  const isOfSomething =
    besideSomething.has(keyOf(stem)) &&
    standing !== undefined &&
    (standing.below !== "" || standing.feature !== undefined);
  if (clues.vague.has(keyOf(stem)) && !isPart && !isOfSomething) return { code: "name says nothing", stem };
  const isThere = (name: string): boolean => name !== stem && entries.has(inFolder(folderOf(path), name + rest));
  const last = words.at(-1)?.toLowerCase() ?? "";
  const before = stem.replace(/[-_. ]*\p{L}+$/u, "");
  if (words.length > 1 && besides.has(last)) {
    const other = [before, stem.slice(0, -last.length)].find(isThere);
    if (other !== undefined) return { code: "name beside another", stem, other };
  }
  // `loadJson5` and `sha256` are called so.
  if (standards.test(stem)) return undefined;
  const numbered = /^(.*\p{L})[-_. ]?\d{1,2}$/u.exec(stem)?.[1];
  return numbered !== undefined && isThere(numbered) ? { code: "name numbered", stem, other: numbered } : undefined;
}
