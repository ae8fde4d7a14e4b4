/** Symbolic links: a relative link is a reference, and is respelled when it or what it points to moves. */
import { folderOf, joinPath, relativePath, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { MoveMap } from "./move-map.js";
import type { LinkEdit } from "./plan.js";

/** What has to become of the project's links. */
export interface RespelledLinks {
  readonly edits: readonly LinkEdit[];
  /** Links whose text is not UTF-8 and would have to change. They stay as they are. */
  readonly unreadable: readonly ProjectPath[];
}

/** Links whose text has to change. Absolute links, and links out of the project by an absolute way, stay. */
export function respellLinks(tree: SourceTree, map: MoveMap): RespelledLinks {
  const edits: LinkEdit[] = [];
  const unreadable: ProjectPath[] = [];
  for (const file of tree.links) {
    const bytes = tree.store.readLink(file);
    const before = bytes.toString();
    if (before.includes("\uFFFD") && !Buffer.from(before).equals(bytes)) {
      if (map.files.has(file)) unreadable.push(file);
      continue;
    }
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
  return { edits, unreadable };
}

/** A link that leaves the project keeps its end; only the number of steps up changes. */
function outward(oldFolder: string, newFolder: string, text: string): string {
  const depth = (folder: string): number => (folder === "" ? 0 : folder.split("/").length);
  const steps = depth(newFolder) - depth(oldFolder);
  return steps >= 0 ? "../".repeat(steps) + text : text.replace(new RegExp(`^(?:\\.\\./){${-steps}}`), "");
}
