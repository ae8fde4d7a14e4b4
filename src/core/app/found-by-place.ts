/**
 * Files that a framework finds by the folder they lie in: moved, they would not be found, whatever is respelled. Nobody moves them
 * unasked; what a move that is asked for changes in them, `known-by-place.ts` tells.
 */
import { inFolder, isBelow, type ProjectPath } from "../base/paths.js";
import type { SourceTree } from "../files/index.js";
import type { App } from "./app.js";
import { knownByPlace } from "./known-by-place.js";
import { isUniApp, replacedThemes, toolsInUse, type PlaceTool } from "./place-tools.js";

/** For a file the framework or tool that finds it by its place, or looks for it there, if one does. */
export function foundByPlace(tree: SourceTree, { folder, layout }: App): (path: ProjectPath) => string | undefined {
  const manifest = tree.text(inFolder(folder, "package.json"))?.text ?? "";
  const themes: PlaceTool = { title: "Gatsby", kept: replacedThemes(manifest) };
  const ofUni: PlaceTool = { title: "uni-app", kept: ["components", "uni_modules"] };
  const used = [...toolsInUse(tree, folder, manifest), themes, ...(isUniApp(tree, folder, manifest) ? [ofUni] : [])];
  const places = used.flatMap((tool) =>
    [folder, layout.source].flatMap((top) =>
      keptBy(tool).map((name) => ({ title: tool.title, at: inFolder(top, name) })),
    ),
  );
  const known = knownByPlace(tree, [inFolder(folder, "package.json")]);
  const wandering = used.filter(({ isAnywhere }) => isAnywhere === true);
  return (path) =>
    places.find(({ at }) => isBelow(path, at))?.title ??
    wandering.find((tool) => keptBy(tool).some((name) => `/${path}`.includes(`/${name}/`)))?.title ??
    known(path, () => []).find(({ kind }) => kind === "sought")?.by;
}

/** Folders of which a tool knows every file, and those that it is said to keep. */
function keptBy({ addresses = [], kept = [] }: PlaceTool): readonly string[] {
  const whole = addresses.filter(({ at, stems, isFlat }) => at !== "" && !stems && isFlat !== true);
  return [...whole.map(({ at }) => at), ...kept];
}
