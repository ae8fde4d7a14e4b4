/** Names that say of a file what it is, not what it is of: that says what it lies beside. */
import { partsOf } from "../../app/index.js";
import type { Role } from "../../app/arrangement/index.js";
import { keyOf, type Clues } from "../catalogue/index.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";

/** Whether a stem is a word of a role: `helpers`, `types`, `composable`. */
export function isRoleWord(stem: string, clues: Clues): boolean {
  return clues.folders.has(keyOf(stem));
}

/**
 * Whether a file is a part of what lies beside it, and says so: `types.ts` in a component's folder, `Menu.helper.ts` beside
 * `Menu.vue`.
 */
export function isPartOfNeighbour(
  path: ProjectPath,
  { role, clues, tree, code }: { role: Role; clues: Clues; tree: SourceTree; code: readonly string[] },
): boolean {
  const { stem } = partsOf(nameOf(path));
  if (clues.folders.get(keyOf(stem)) === role) return true;
  const [base = "", ...dots] = stem.split(".");
  return dots.length > 0 && code.some((extension) => tree.has(inFolder(folderOf(path), base + extension)));
}
