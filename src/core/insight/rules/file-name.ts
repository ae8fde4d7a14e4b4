import type { Role, Shelf } from "../../app/arrangement/index.js";
import { certain } from "../catalogue/index.js";
import { folderOf, inFolder, nameOf } from "../../base/paths.js";
import { partsOf } from "../../app/index.js";
import { readName } from "../../base/names/index.js";
import { movesAlong } from "./moving.js";
import { isNamedByTool } from "./named-by-tool.js";
import { isFolderIndex } from "./places.js";
import { isCertain, isCustom } from "./sisters.js";
import type { Rule } from "./rule.js";

export const fileName: Rule = {
  name: "file-name",
  asks: "A file name follows the pattern of its shelf (a folder with a job): the case of its words, prefix and suffix.",
  why: "You know what to look for, and what a file is before you open it.",
  wrong: "src/components/page-header.tsx\nsrc/screens/Harvest.tsx",
  right: "src/components/PageHeader.tsx\nsrc/screens/HarvestScreen.tsx",
  *find({ mains, places, tree, sisters, app: { configuration } }) {
    // A form that somebody has written down is asked for, whatever the files do.
    const isAskedFor = (role: Role, shelf: Shelf): boolean =>
      configuration?.names[role] !== undefined ||
      (configuration?.shelves.shelves.some(({ at, files }) => at === shelf.at && files !== undefined) ?? false);
    for (const entry of mains) {
      const { path, role, standing } = entry;
      const belonging = places.of(entry);
      if (
        role.is === undefined ||
        !belonging?.isOnShelf ||
        !belonging.pattern ||
        standing?.shelf !== belonging.shelf ||
        isFolderIndex(path) ||
        isNamedByTool(path)
      )
        continue;
      const { stem, rest } = partsOf(nameOf(path));
      // What follows the pattern of another role of this shelf is of that role.
      const others = [...belonging.shelf.patterns.values()].flat().filter(({ before, after }) => before + after !== "");
      // Wrappers (`withRota`) and hooks are named as what they are, wherever they lie.
      if (/^(?:with|use)\p{Lu}/u.test(stem)) continue;
      const patterns = [belonging.pattern, ...others];
      if (patterns.some((pattern) => readName(pattern, stem))) continue;
      const agreement = sisters.following(role.is, belonging.shelf, patterns, entry);
      if (!isCustom(agreement) && !isAskedFor(role.is, belonging.shelf)) continue;
      const to = inFolder(folderOf(path), belonging.stem + rest);
      const isPossible = readName(belonging.pattern, belonging.stem) !== undefined && to !== path;
      const moves = isPossible ? movesAlong(tree, path, to) : undefined;
      yield {
        file: path,
        what: {
          code: "name off pattern",
          stem,
          pattern: belonging.pattern.text,
          role: role.is,
          wanted: isPossible ? belonging.stem : undefined,
        },
        ...(moves && { repair: { kind: "move", moves, isSure: role.confidence >= certain && isCertain(agreement) } }),
      };
    }
  },
};
