/** How settings spell places: from their own folder or from where commands are run, with or without `./` and a last slash. */
import { folderOf, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import type { Reference } from "../reading.js";
import type { PatternScope, Scheme, SpellingTask } from "../lookup.js";
import { globBase, splitPlace } from "../specifier.js";
import { fixedFolder, isPattern } from "./patterns.js";

/** From where a place is spelled, on the planned tree. */
export interface PlaceGround {
  /** The settings file, at its new place. */
  readonly from: ProjectPath;
  /** The folder from which its package is built then. */
  readonly packageFolder: ProjectPath;
  /** The folder from which it counts, where `cd` or an option says so. */
  readonly inside?: ProjectPath;
}

/** Every spelling of a place, the most like the user's first; `isBase` for the folder before a star. */
export function placeSpellings(task: SpellingTask, isBase: boolean, ground: PlaceGround): string[] {
  const { reference, was, targets, folder } = task;
  if (was.state !== "found" && was.state !== "folder") return [];
  const target = was.state === "found" ? targets[0] : (folder ?? was.at);
  if (target === undefined) return [];
  const { scheme } = was;
  const { prefix, path } = splitPlace(reference.specifier);
  const relative = relativePath(baseOf(scheme, prefix, ground), target);
  const whole = around(prefix, path, relative);
  if (isBase) {
    const rest = path.slice(fixedFolder(path).length);
    return [around(prefix, path, relative, rest)];
  }
  // `"main": "lib/index"` may leave the extension out.
  const dot = nameOf(relative).lastIndexOf(".");
  const isLoose = !/\.\w+$/.test(path) && dot > 0;
  return isLoose ? [around(prefix, path, relative.slice(0, relative.lastIndexOf("."))), whole] : [whole];
}

/** Every spelling of a pattern whose fixed folder has gone to `folder`. */
export function scopeSpellings(
  reference: Reference,
  was: PatternScope,
  folders: readonly ProjectPath[],
  ground: PlaceGround,
): string[] {
  const { prefix, path } = splitPlace(reference.specifier);
  const rest = isPattern(path) ? globBase(path).rest : "";
  return folders.map((folder) => {
    const relative = relativePath(baseOf(was.scheme, prefix, ground), folder);
    return around(prefix, path, relative, rest === "" ? "" : relative === "" ? rest : `/${rest}`);
  });
}

function baseOf(scheme: Scheme, prefix: string, { from, packageFolder, inside }: PlaceGround): ProjectPath {
  if (inside !== undefined && !/[<{]/.test(prefix)) return inside;
  return scheme === "relative" && !/[<{]/.test(prefix) ? folderOf(from) : packageFolder;
}

/** Puts around a relative path what the user put around the old one. */
function around(prefix: string, before: string, relative: string, rest = ""): string {
  const dot = relative.startsWith("../") ? "" : before.startsWith("./") ? "./" : before.startsWith("/") ? "/" : "";
  const slash = rest === "" && before.endsWith("/") ? "/" : "";
  return prefix + (relative === "" && dot === "" && rest === "" ? "." : dot + relative + rest + slash);
}
