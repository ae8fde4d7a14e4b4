import { certain } from "../catalogue/index.js";
import { folderOf, inFolder, nameOf } from "../../base/paths.js";
import { partsOf } from "../../app/index.js";
import { readName } from "../../base/names/index.js";
import { movesAlong } from "./moving.js";
import { isFolderIndex } from "./places.js";
import type { Rule } from "./rule.js";

export const fileName: Rule = {
  name: "file-name",
  asks: "A file is named by the pattern of its shelf: the case of its words, and what stands before or after them.",
  why: "One knows what to look for, and what a file is before it is opened; on a system that tells capitals apart, one also knows how to import it.",
  wrong: "src/components/page-header.tsx\nsrc/screens/Harvest.tsx",
  right: "src/components/PageHeader.tsx\nsrc/screens/HarvestScreen.tsx",
  *find({ mains, places, tree }) {
    for (const entry of mains) {
      const { path, role, standing } = entry;
      const belonging = places.of(entry);
      if (
        role.is === undefined ||
        !belonging?.isOnShelf ||
        !belonging.pattern ||
        standing?.shelf !== belonging.shelf ||
        isFolderIndex(path)
      )
        continue;
      const { stem, rest } = partsOf(nameOf(path));
      // What follows the pattern of another role of this shelf is of that role.
      const others = [...belonging.shelf.patterns.values()].flat().filter(({ before, after }) => before + after !== "");
      if ([belonging.pattern, ...others].some((pattern) => readName(pattern, stem))) continue;
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
        ...(moves && { repair: { kind: "move", moves, isSure: role.confidence >= certain } }),
      };
    }
  },
};
