import { addTo } from "../../base/grouping.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import { unusedAssets } from "./asset-uses.js";
import { unusedSets } from "./unused-set.js";
import type { Found, Rule } from "./rule.js";

export const unusedAsset: Rule = {
  name: "unused-asset",
  confidence: 0.9,
  asks: "Every image, font and sound is used somewhere.",
  why: "Unused files are carried along for years, because nobody dares to delete them.",
  wrong: "src/assets/images/old-banner.png    (nothing names it)",
  right: "(deleted: git keeps it)",
  *find(context) {
    const byFolder = new Map<ProjectPath, ProjectPath[]>();
    for (const path of unusedAssets(context)) addTo(byFolder, folderOf(path), path);
    const single: ProjectPath[] = [];
    for (const [folder, paths] of byFolder) {
      const [first] = paths;
      if (first && paths.length >= manyUnused)
        yield {
          file: first,
          about: folder,
          what: { code: "several unused", folder: nameOf(folder), paths },
        };
      else single.push(...paths);
    }
    yield* byName(single);
    yield* unusedSets(context);
  },
};

/** One name in many folders, as each theme has its own, is one matter. */
function* byName(paths: readonly ProjectPath[]): Generator<Found> {
  const named = new Map<string, ProjectPath[]>();
  for (const path of paths) addTo(named, nameOf(path), path);
  for (const [name, same] of named) {
    const [first] = same;
    if (first && same.length >= manyUnused)
      yield { file: first, about: name, what: { code: "unused in several folders", name, paths: same } };
    else for (const path of same) yield { file: path, what: { code: "unused" } };
  }
}

/** So many in one folder, or of one name, are said once. */
const manyUnused = 4;
