import { keyOf } from "../catalogue/index.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { folderOf, foldersAbove, inFolder, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import { isFeatureCase } from "./places.js";
import type { Found, Rule, RuleContext } from "./rule.js";

export const folderName: Rule = {
  name: "folder-name",
  asks: "A folder is called as its shelf is, and the folder of a feature is in the arrangement's case.",
  why: "`Components` beside `components` is two places for one thing, and on some systems the same place twice.",
  wrong: "src/features/Harvest/\nsrc/features/rota/Hooks/",
  right: "src/features/harvest/\nsrc/features/rota/hooks/",
  *find(context) {
    const { layout } = context.app;
    const inhabited = new Set(context.entries.flatMap(({ path }) => foldersAbove(path)));
    for (const folder of [...inhabited].sort()) {
      if (!isBelow(folder, layout.source)) continue;
      const wanted = wantedName(context, folder);
      if (wanted !== undefined && wanted !== nameOf(folder)) yield finding(context, folder, wanted);
    }
  },
};

function wantedName({ app: { layout } }: RuleContext, folder: ProjectPath): string | undefined {
  const name = nameOf(folder);
  const feature = layout.standingOfFolder(folder)?.feature;
  if (feature === name && layout.featureFolder(feature) === folder)
    return isFeatureCase(layout, name) ? undefined : layout.spellFeature(name);
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

function finding({ tree, app: { layout } }: RuleContext, folder: ProjectPath, wanted: string): Found {
  const target = inFolder(folderOf(folder), wanted);
  const moves = tree.filesBelow(folder).map((from) => ({ from, to: inFolder(target, from.slice(folder.length + 1)) }));
  const isFree = !tree.hasFolder(target) && !tree.has(target);
  const file = moves[0]?.from ?? folder;
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
    ...(isFree && { repair: { kind: "move", moves, isSure: isCaseOnly } }),
  };
}

function relative(source: ProjectPath, path: ProjectPath): string {
  return source === "" ? path : path.slice(source.length + 1);
}
