/** How new code names a file that lies elsewhere. */
import type { StackData } from "../../app/arrangement/index.js";
import { withoutScriptExtension } from "../../languages/index.js";
import { folderOf, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";

/**
 * The name by which a file reaches another, in the way of a stack: `./colors`, `../features/harvest` (for its index),
 * `colors.dart`, `components/tree-card` for the partial `_tree-card.scss`, `../abstracts` for its `_index.scss`.
 */
export function specifierTo(from: ProjectPath, to: ProjectPath, style: StackData["specifiers"]): string {
  const way = relativePath(folderOf(from), folderOf(to));
  const name = nameOf(to);
  const join = (last: string): string => [way, last].filter((part) => part !== "").join("/");
  if (style === "full" || style === "none") return join(name);
  if (style === "partial") {
    const stem = name.replace(/^_/, "").replace(/\.\w+$/, "");
    return stem === "index" && way !== "" ? way : join(stem);
  }
  const short = withoutScriptExtension(name);
  const path = short === "index" && way !== "" ? way : join(short);
  return path.startsWith(".") ? path : `./${path}`;
}
