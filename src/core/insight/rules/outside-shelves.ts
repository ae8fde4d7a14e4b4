import { certain, keyOf, singular, type Entry } from "../catalogue/index.js";
import { partsOf } from "../../app/index.js";
import { isDeclaration } from "../../languages/index.js";
import { splitWords } from "../../base/names/index.js";
import { folderOf, inFolder, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import { movesAlong } from "./moving.js";
import { isNamedByTool } from "./named-by-tool.js";
import { hasOwnShelves, isInSource } from "./places.js";
import { isCertain } from "./sisters.js";
import type { Rule } from "./rule.js";

/** Whether a file is called after its folder, which lies right in the source root: `tooltip/tooltip.jsx`, `scroll-to-top/use-scroll-to-top.ts`. */
function isUnitOfItsOwn(path: ProjectPath, source: ProjectPath): boolean {
  const folder = folderOf(path);
  return (
    folder !== source &&
    folderOf(folder) === source &&
    keyOf(partsOf(nameOf(path)).stem).includes(keyOf(nameOf(folder)))
  );
}

/** Whether a file says in its name of which kind it is, and lies in a folder of that kind: `errors/ClientError.js`. */
function isOfAKindOfItsOwn(path: ProjectPath, source: ProjectPath): boolean {
  const folder = folderOf(path);
  const kind = singular(nameOf(folder).toLowerCase());
  const words = splitWords(partsOf(nameOf(path)).stem).map((word) => singular(word.toLowerCase()));
  return folder !== source && words.length > 1 && (words.at(-1) === kind || words[0] === kind);
}

/** So many files in a folder that is none of the shelves ask for one. */
const filesOfAShelf = 3;

/** Of more sisters than these so many have to lie together. */
const [fewSisters, partThatAgrees] = [3, 0.7];

export const outsideShelves: Rule = {
  name: "outside-shelves",
  asks: "Every file is on a shelf (a folder with a job).",
  why: "A file outside the shelves is not found where people look for its kind, and the next one gets put beside it.",
  wrong: "src/stuff/TreeCard.tsx",
  right: "src/components/TreeCard.tsx",
  *find({ mains, places, tree, sisters, app, catalogue: { clues } }) {
    const { layout } = app;
    const isOnShelf = ({ standing }: Entry): boolean => standing !== undefined && standing.shelf.holds.length > 0;
    const astray = new Map<ProjectPath, number>();
    for (const each of mains)
      if (!isOnShelf(each)) astray.set(folderOf(each.path), (astray.get(folderOf(each.path)) ?? 0) + 1);
    for (const entry of mains) {
      const { path, role } = entry;
      if (isOnShelf(entry) || !isInSource(layout, path) || role.is === "generated") continue;
      const belonging = places.of(entry);
      // What tools find by its name, what declares a script beside it, and what nearly no sister does, is nobody's business.
      if (isNamedByTool(path) || isDeclaration(path)) continue;
      const isIndexOfAll = folderOf(path) === layout.source && keyOf(nameOf(path)).startsWith("index");
      if (isIndexOfAll) continue;
      // A folder whose parts are shelves is a module of its own; what lies right in it speaks for all of it.
      const parts = layout.shelves.filter(({ at }) => isBelow(inFolder(layout.source, at), folderOf(path)));
      if (folderOf(path) !== layout.source && parts.length > 1) continue;
      const there = belonging && role.is !== undefined ? sisters.onShelf(role.is, belonging.shelf, entry) : undefined;
      if (there && there.of > 0 && there.agree * 2 < there.of) continue;
      // Shelves of the app's own are mostly learnt: a thing in a folder of its own is no stray, and a shelf that takes the role among others no home.
      const isSaid =
        !hasOwnShelves(app) ||
        (!isUnitOfItsOwn(path, layout.source) &&
          // One or two that have a folder to themselves and no home elsewhere were put there on purpose.
          (belonging !== undefined ||
            folderOf(path) === layout.source ||
            (astray.get(folderOf(path)) ?? 0) >= filesOfAShelf) &&
          (belonging === undefined || belonging.shelf.holds[0] === role.is) &&
          // Where few others of its role lie together, nobody can say that it is astray.
          (there === undefined || there.of < fewSisters || there.agree >= there.of * partThatAgrees));
      if (!isSaid || isOfAKindOfItsOwn(path, layout.source)) continue;
      const moves = belonging && movesAlong(tree, path, inFolder(belonging.folder, nameOf(path)));
      const isFeatureSure = entry.feature.confidence >= certain || !belonging?.shelf.at.includes("{feature}");
      const isSure =
        role.confidence >= certain &&
        isFeatureSure &&
        !clues.vague.has(keyOf(nameOf(path))) &&
        there !== undefined &&
        isCertain(there);
      yield {
        file: path,
        confidence: entry.role.confidence,
        what: { code: "on no shelf", role: role.is, goesTo: belonging?.folder },
        ...(moves && { repair: { kind: "move", moves, isSure } }),
      };
    }
  },
};
