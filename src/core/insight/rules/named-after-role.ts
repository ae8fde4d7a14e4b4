/** Names that say of a file what it is, not what it is of: that says what it lies beside. */
import { partsOf } from "../../app/index.js";
import type { Role } from "../../app/arrangement/index.js";
import { keyOf, type Clues } from "../catalogue/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import { splitWords } from "../../base/names/index.js";
import type { SourceTree } from "../../files/index.js";

/** Whether a stem is a word of a role: `helpers`, `types`, `composable`. */
export function isRoleWord(stem: string, clues: Clues): boolean {
  return clues.folders.has(keyOf(stem));
}

/**
 * Whether a file is a part of what lies beside it, and says so: `types.ts` in a component's folder, `Menu.helper.ts` or
 * `MenuHelpers.ts` beside `Menu.vue`, `cart.hooks.js` beside `cart.selectors.js`.
 */
export function isPartOfNeighbour(
  path: ProjectPath,
  { role, clues, tree, code }: { role: Role; clues: Clues; tree: SourceTree; code: readonly string[] },
): boolean {
  const { stem } = partsOf(nameOf(path));
  if (clues.folders.get(keyOf(stem)) === role) return true;
  const folder = folderOf(path);
  const isThere = (base: string): boolean => code.some((extension) => tree.has(inFolder(folder, base + extension)));
  const [base = "", ...dots] = stem.split(".");
  if (dots.length > 0) return isThere(base) || (clues.folders.get(keyOf(dots.at(-1) ?? "")) === role && hasSister());
  // Words that only say what it is, where that is a matter of taste.
  const words = splitWords(stem);
  const last = words.at(-1) ?? "";
  return (
    words.length > 1 &&
    clues.plain.has(role) &&
    clues.folders.get(keyOf(last)) === role &&
    isThere(stem.slice(0, stem.length - last.length).replace(/[-_]$/, ""))
  );

  /** Another part of the same, which says so by another role. */
  function hasSister(): boolean {
    return tree.filesBelow(folder).some((other) => {
      if (folderOf(other) !== folder || other === path || !code.some((extension) => other.endsWith(extension)))
        return false;
      const [of, word] = partsOf(nameOf(other)).stem.split(".");
      const its = clues.folders.get(keyOf(word ?? ""));
      return of === base && its !== undefined && its !== role;
    });
  }
}
