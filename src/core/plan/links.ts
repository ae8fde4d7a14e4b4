/** Symbolic links: a relative link is a reference, and is respelled when it or what it points to moves. */
import { folderOf, joinPath, relativePath } from "../paths.js";
import type { SourceTree } from "../tree/index.js";
import type { MoveMap } from "./move-map.js";
import type { LinkEdit } from "./plan.js";

/** Links whose text has to change. Absolute links, and links out of the project by an absolute way, stay. */
export function respellLinks(tree: SourceTree, map: MoveMap): LinkEdit[] {
  const edits: LinkEdit[] = [];
  for (const file of tree.links) {
    const before = tree.store.readLink(file);
    if (/^([/\\]|[a-zA-Z]:)/.test(before)) continue;
    const target = joinPath(folderOf(file), before);
    const newFolder = folderOf(map.file(file));
    const newTarget =
      target === undefined ? undefined : tree.has(target) ? map.file(target) : (map.folder(target) ?? target);
    if (newTarget === target && newFolder === folderOf(file)) continue;
    const after =
      newTarget === undefined ? outward(folderOf(file), newFolder, before) : relativePath(newFolder, newTarget) || ".";
    if (after !== before.replace(/\/$/, "")) edits.push({ file, before, after });
  }
  return edits;
}

/** A link that leaves the project keeps its end; only the number of steps up changes. */
function outward(oldFolder: string, newFolder: string, text: string): string {
  const depth = (folder: string): number => (folder === "" ? 0 : folder.split("/").length);
  const steps = depth(newFolder) - depth(oldFolder);
  return steps >= 0 ? "../".repeat(steps) + text : text.replace(new RegExp(`^(?:\\.\\./){${-steps}}`), "");
}
