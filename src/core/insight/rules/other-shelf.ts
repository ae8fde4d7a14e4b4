import { aRole, manyOf } from "../../app/arrangement/index.js";
import { certain, keyOf, ordered, shared, type Entry } from "../catalogue/index.js";
import { partsOf } from "../../app/index.js";
import { folderOf, inFolder, nameOf } from "../../base/paths.js";
import { movesAlong } from "./moving.js";
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
        says: isOther
          ? `it seems to be ${aRole(role.is)}, and lies where ${standing.shelf.holds.map(manyOf).join(", ")} are kept`
          : whyElsewhere(entry),
        advice: adviceFor(belonging, role.is),
        ...(moves && { repair: { kind: "move", moves, isSure } }),
      };
    }
  },
};

function whyElsewhere({ feature, standing }: Entry): string {
  const evidence = ordered(feature).find(({ for: of }) => of === feature.is)?.because;
  const because = evidence === undefined ? "" : `: ${evidence}`;
  return `it serves ${feature.is === shared ? "no single feature" : (feature.is ?? "another feature")}, and lies with ${standing?.feature ?? "what is shared"}${because}`;
}

function adviceFor(belonging: Belonging | undefined, role: string): string {
  return belonging
    ? `Its place would be ${belonging.folder}/.`
    : `Give the role ${role} a shelf, or say what the file is under \`files:\`.`;
}
