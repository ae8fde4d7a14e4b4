/** What is odd in the list of a project: groups that are called otherwise than the folder for which they stand, and files in no group. */
import type { OddEntry } from "../language.js";
import { isPlainGroup, isRead, readProject, shownName } from "./project.js";
import { placeOf, textOf } from "./property-list.js";

/** Finds it, in the order of the text; nothing in a project that cannot be read. */
export function oddGroups(text: string): readonly OddEntry[] {
  const project = readProject(text);
  if (!isRead(project)) return [];
  const found: OddEntry[] = [];
  for (const node of project.nodes.values()) {
    const { path, object } = node;
    const folder = path?.value.split("/").at(-1) ?? "";
    if (!path || !isPlainGroup(node) || folder === "" || folder.startsWith(".") || shownName(node) === folder) continue;
    const at = textOf(object.body, "name") ?? path;
    found.push({ what: "another folder", name: shownName(node), folder, start: placeOf(at).start });
  }
  const built = new Set(
    [...project.objects.values()].flatMap(({ isa, body }) =>
      isa === "PBXBuildFile" ? [textOf(body, "fileRef")?.value] : [],
    ),
  );
  for (const { id, isa, body } of project.objects.values()) {
    const path =
      isa === "PBXFileReference" && project.nodes.get(id)?.parent === undefined && built.has(id)
        ? textOf(body, "path")
        : undefined;
    if (!path || textOf(body, "sourceTree")?.value !== "<group>") continue;
    const name = textOf(body, "name")?.value ?? path.value;
    found.push({ what: "no group", name, folder: "", start: placeOf(path).start });
  }
  return found.sort((a, b) => a.start - b.start);
}
