/** The types that a file declares, in languages whose files know each other's types without naming the files. */
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { TreeView } from "../../files/index.js";
import { languageFor } from "../../languages/index.js";

/** Their names, each once; those within another type are its own. */
export function declaredTypes(tree: TreeView, path: ProjectPath): readonly string[] {
  const text = tree.text(path)?.text ?? "";
  const language = languageFor(path);
  const read = language?.types?.read(text, nameOf(path));
  if (read) return [...new Set(read.places.filter(({ role }) => role === "declares").map(({ name }) => name))];
  const spaced = language?.namespaces?.read(text);
  const outer = (spaced?.types ?? []).filter(({ scope }) => spaced?.scopes[scope]?.kind !== "type");
  return [...new Set(outer.map(({ name }) => name))];
}
