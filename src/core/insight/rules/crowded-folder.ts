import { addTo } from "../../base/grouping.js";
import { shared, type Entry } from "../catalogue/index.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Rule } from "./rule.js";

/** So many features in one folder are a way to divide it, if so many files are of each: with one or two, each folder would be one more thing to open. */
const [featuresOfAHeap, filesOfEach] = [3, 2];

export const crowdedFolder: Rule = {
  name: "crowded-folder",
  confidence: 0.5,
  asks: "A folder with files of several features holds no more than you can take in (companions and images do not count).",
  why: "In a heap nobody sees what already exists, so it gets written again.",
  wrong: "src/components/    (120 files)",
  right: "src/components/forms/    src/components/tables/    …",
  *find({ mains, most, isAsked }) {
    const byFolder = new Map<ProjectPath, Entry[]>();
    for (const entry of mains) {
      if (entry.role.is === "asset" || entry.role.is === "translation") continue;
      addTo(byFolder, folderOf(entry.path), entry);
    }
    for (const [folder, entries] of byFolder) {
      const [first] = entries;
      if (!first || entries.length <= most) continue;
      const ofFeatures = entries
        .map(({ feature }) => feature.is)
        .filter((each) => each !== undefined && each !== shared);
      const features = new Set(ofFeatures);
      // A heap that nobody could divide is a list: icons, models, helpers.
      const isDividable = features.size >= featuresOfAHeap && ofFeatures.length >= features.size * filesOfEach;
      if (!isAsked && (!isDividable || ofFeatures.length * 2 < entries.length)) continue;
      yield {
        file: first.path,
        about: folder,
        what: { code: "crowded", folder: nameOf(folder), files: entries.length, features: features.size, most },
      };
    }
  },
};
