/** Folders that are one thing: a catalogue of pictures, a data model, a project. What lies in one is no file of its own. */
import { languages } from "./registry.js";

const endings: ReadonlySet<string> = new Set(languages.flatMap(({ bundles = [] }) => bundles));

/** Whether a path lies in a folder that is one thing: `Assets.xcassets/leaf.imageset/leaf.svg`. */
export function isInBundle(path: string): boolean {
  for (let slash = path.indexOf("/"); slash >= 0; slash = path.indexOf("/", slash + 1)) {
    const dot = path.lastIndexOf(".", slash);
    if (dot > 0 && dot > path.lastIndexOf("/", slash - 1) && endings.has(path.slice(dot, slash))) return true;
  }
  return false;
}
