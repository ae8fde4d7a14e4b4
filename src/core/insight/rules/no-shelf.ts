import { certain, keyOf } from "../catalogue/index.js";
import { folderOf, inFolder, nameOf } from "../../base/paths.js";
import { movesAlong } from "./moving.js";
import { isInSource } from "./places.js";
import type { Rule } from "./rule.js";

export const noShelf: Rule = {
  name: "no-shelf",
  asks: "Every file of the app lies on a shelf of its arrangement.",
  why: "What lies beside the shelves is found by nobody who looks where such files are, and the next one is put beside it.",
  wrong: "src/stuff/TreeCard.tsx",
  right: "src/components/TreeCard.tsx",
  *find({ mains, places, tree, app: { layout }, catalogue: { clues } }) {
    for (const entry of mains) {
      const { path, standing, role } = entry;
      const isOnShelf = standing !== undefined && standing.shelf.holds.length > 0;
      if (isOnShelf || !isInSource(layout, path) || role.is === "generated") continue;
      const belonging = places.of(entry);
      const isIndexOfAll = folderOf(path) === layout.source && keyOf(nameOf(path)).startsWith("index");
      if (isIndexOfAll) continue;
      const moves = belonging && movesAlong(tree, path, inFolder(belonging.folder, nameOf(path)));
      const isFeatureSure = entry.feature.confidence >= certain || !belonging?.shelf.at.includes("{feature}");
      const isSure = role.confidence >= certain && isFeatureSure && !clues.vague.has(keyOf(nameOf(path)));
      yield {
        file: path,
        what: { code: "on no shelf", role: role.is, goesTo: belonging?.folder },
        ...(moves && { repair: { kind: "move", moves, isSure } }),
      };
    }
  },
};
