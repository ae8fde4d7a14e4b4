/** The files of a tree whose lines have a form, by the store's search or, without one, by their texts. */
import type { ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";

/** `expression` is an extended regular expression without look-around; only files that end in one of `extensions` are asked. */
export async function pathsWithForm(
  tree: SourceTree,
  expression: string,
  extensions: readonly string[],
): Promise<readonly ProjectPath[]> {
  const hits = await tree.store.search([], { expression, extensions });
  const pattern = new RegExp(expression, "m");
  return tree.paths.filter((path) => {
    if (!extensions.some((each) => path.endsWith(each)) || tree.isLink(path) || (hits && !hits.has(path))) return false;
    return pattern.test(tree.text(path)?.text ?? "");
  });
}
