/** Names that tools give a meaning: they are spelled as the tool wants them. */
import { partsOf } from "../../app/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";

/** `pt-BR`, `zh_Hans`. */
const isLocale = /^[a-z]{2,3}[-_](?:[A-Z]{2}|[A-Z][a-z]{3})(?:[-_][A-Z]{2})?$/;

/**
 * Whether a file's name is not free: routes by file name (`[id]`, `$id`, `orders_.edit`, `+page`, `(shop)`, `_layout`, `@modal`),
 * entries and settings of build tools, several parts with dots.
 */
export function isNamedByTool(path: ProjectPath): boolean {
  const { stem } = partsOf(nameOf(path));
  return (
    /[$[\]()+@~]|^_|_$|_\.|\./.test(stem) ||
    isLocale.test(stem) ||
    /\.config\.|^(?:index|main|setup\w*|vite-env|global)\./i.test(nameOf(path))
  );
}
