import { isSharedFolder, keyOf } from "../catalogue/index.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { folderOf, foldersHolding, inFolder, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import { isFeatureCase } from "./places.js";
import { isCertain, type Agreement } from "./sisters.js";
import type { Found, Rule, RuleContext } from "./rule.js";

export const folderName: Rule = {
  name: "folder-name",
  confidence: 0.8,
  asks: "A folder is spelled like its shelf, and feature folders are all in the same case.",
  why: "`Components` beside `components` is two places for one thing, and on some systems they are one folder.",
  wrong: "src/features/Harvest/\nsrc/features/rota/Hooks/",
  right: "src/features/harvest/\nsrc/features/rota/hooks/",
  *find(context) {
    const { layout } = context.app;
    const inhabited = foldersHolding(context.entries.map(({ path }) => path));
    // Where most features spell their folders otherwise, that is the custom.
    const features = [...inhabited].filter((folder) => isOfFeature(context, folder));
    const following = features.filter((folder) => isFeatureCase(layout, nameOf(folder)));
    // Three that are spelled otherwise are a custom, too.
    const others = features.filter((folder) => !following.includes(folder));
    const isCustom = features.length < 3 || (following.length * 2 > features.length && others.length < 3);
    for (const folder of [...inhabited].sort()) {
      // `__tests__` is a tool's word.
      if (!isBelow(folder, layout.source) || /^__.*__$/.test(nameOf(folder))) continue;
      const wanted = wantedName(context, folder);
      if (wanted === undefined || wanted === nameOf(folder)) continue;
      if (
        !isOfFeature(context, folder) ||
        (isCustom && isTold(nameOf(folder), following) && holdsSuch(context, folder))
      )
        yield finding(context, folder, { wanted, agreement: { of: features.length, agree: following.length } });
    }
  },
};

/** Whether a folder holds what its shelf is for first of all: `middlewares/` beside folders of components is no feature. */
function holdsSuch({ app: { layout }, entries }: RuleContext, folder: ProjectPath): boolean {
  const main = layout.standingOfFolder(folder)?.shelf.holds[0];
  return main === undefined || entries.some(({ path, role }) => isBelow(path, folder) && role.is === main);
}

/** Whether others tell how a feature is spelled: names of one word in small letters are spelled alike in most cases. */
function isTold(name: string, following: readonly ProjectPath[]): boolean {
  const hasWords = (each: string): boolean => splitWords(each).length > 1;
  return !hasWords(name) || /^\p{Lu}/u.test(name) || following.some((folder) => hasWords(nameOf(folder)));
}

function isOfFeature({ app: { layout }, catalogue: { clues } }: RuleContext, folder: ProjectPath): boolean {
  // Beside features lie layers and what is shared.
  if (isSharedFolder(nameOf(folder)) || clues.folders.has(keyOf(nameOf(folder)))) return false;
  const feature = layout.standingOfFolder(folder)?.feature;
  return feature === nameOf(folder) && layout.featureFolder(feature) === folder;
}

function wantedName(context: RuleContext, folder: ProjectPath): string | undefined {
  const { layout } = context.app;
  const name = nameOf(folder);
  if (isOfFeature(context, folder)) return isFeatureCase(layout, name) ? undefined : layout.spellFeature(name);
  if (layout.standingOfFolder(folder)?.feature === name) return undefined;
  const standing = layout.standingOfFolder(folder);
  if (standing?.below === "" && standing.shelf.at !== ".") return undefined;
  // The same words in another case, at a place where a shelf would be.
  const words = new Set(
    layout.shelves.map(({ at }) => nameOf(at)).filter((word) => keyOf(word) === keyOf(name) && !word.includes("{")),
  );
  return [...words].find((word) => {
    const there = layout.standingOfFolder(inFolder(folderOf(folder), word));
    return there?.below === "" && nameOf(there.shelf.at) === word;
  });
}

function finding(
  { tree, entries, app: { layout } }: RuleContext,
  folder: ProjectPath,
  { wanted, agreement }: { readonly wanted: string; readonly agreement: Agreement },
): Found {
  const target = inFolder(folderOf(folder), wanted);
  const moves = tree.filesBelow(folder).map((from) => ({ from, to: inFolder(target, from.slice(folder.length + 1)) }));
  const isFree = !tree.hasFolder(target) && !tree.has(target);
  // What a system left behind (`.DS_Store`) is no place to show.
  const file = entries.find(({ path }) => isBelow(path, folder))?.path ?? moves[0]?.from ?? folder;
  const isCaseOnly = inCase(splitWords(nameOf(folder)), "kebab") === inCase(splitWords(wanted), "kebab");
  return {
    file,
    about: folder,
    what: {
      code: "folder misnamed",
      folder: nameOf(folder),
      wanted,
      taken: isFree ? undefined : relative(layout.source, target),
    },
    ...(isFree && { repair: { kind: "move", moves, isSure: isCaseOnly && isCertain(agreement) } }),
  };
}

function relative(source: ProjectPath, path: ProjectPath): string {
  return source === "" ? path : path.slice(source.length + 1);
}
