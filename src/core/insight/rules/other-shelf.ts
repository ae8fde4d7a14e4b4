import type { Role } from "../../app/arrangement/index.js";
import { certain, keyOf, ordered, shared, type Entry } from "../catalogue/index.js";
import { partsOf } from "../../app/index.js";
import { folderOf, inFolder, nameOf } from "../../base/paths.js";
import { movesAlong } from "./moving.js";
import type { Case } from "./cases.js";
import type { Belonging } from "./places.js";
import type { Rule } from "./rule.js";

/** Below this nobody is bothered with a guess. */
const worthSaying = 0.45;

export const otherShelf: Rule = {
  name: "other-shelf",
  asks: "Every file lies on a shelf that holds its role, and that of its own feature.",
  why: "A helper among the screens is written a second time by the next person who needs it; what one feature alone uses stands in the way where everything is shared.",
  wrong: "src/screens/formatYield.ts    (it draws nothing)",
  right: "src/helpers/formatYield.ts",
  *find({ mains, places, tree, app, catalogue: { clues } }) {
    const { source } = app.layout;
    for (const entry of mains) {
      const { path, role, standing } = entry;
      if (!standing || standing.shelf.holds.length === 0 || role.is === undefined || role.is === "generated") continue;
      const belonging = places.of(entry);
      const isOther = !standing.shelf.holds.includes(role.is);
      const isElsewhere = belonging !== undefined && !belonging.isOnShelf && belonging.folder !== folderOf(path);
      if (!isOther && !isElsewhere) continue;
      // A small app may have one file for a role, called after it, beside its entry.
      if (folderOf(path) === source && clues.folders.has(keyOf(partsOf(nameOf(path)).stem))) continue;
      // Two roles that are told by the folder alone are no ground for a finding.
      if (
        isOther &&
        (role.confidence < worthSaying || (role.orElse !== undefined && standing.shelf.holds.includes(role.orElse)))
      )
        continue;
      const moves = belonging && movesAlong(tree, path, inFolder(belonging.folder, nameOf(path)));
      const isSure =
        role.confidence >= certain &&
        (entry.feature.confidence >= certain || !belonging?.shelf.at.includes("{feature}"));
      yield {
        file: path,
        what: isOther
          ? { code: "among other roles", role: role.is, holds: standing.shelf.holds, goesTo: belonging?.folder }
          : amongOthers(entry, role.is, belonging),
        ...(moves && { repair: { kind: "move", moves, isSure } }),
      };
    }
  },
};

function amongOthers({ feature, standing }: Entry, role: Role, belonging: Belonging | undefined): Case {
  return {
    code: "among other features",
    role,
    feature: feature.is === shared ? undefined : feature.is,
    in: standing?.feature,
    because: ordered(feature).find(({ for: of }) => of === feature.is)?.because,
    goesTo: belonging?.folder,
  };
}
