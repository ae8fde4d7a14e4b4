import { shared, type Entry } from "../catalogue/index.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Rule } from "./rule.js";

export const crowdedFolder: Rule = {
  name: "crowded-folder",
  asks: "A folder holds no more files than you can take in (companions and images do not count).",
  why: "In a heap nobody sees what already exists, so it gets written again.",
  wrong: "src/components/    (120 files)",
  right: "src/components/forms/    src/components/tables/    …",
  *find({ mains, most }) {
    const byFolder = new Map<ProjectPath, Entry[]>();
    for (const entry of mains) {
      if (entry.role.is === "asset" || entry.role.is === "translation") continue;
      const list = byFolder.get(folderOf(entry.path));
      if (list) list.push(entry);
      else byFolder.set(folderOf(entry.path), [entry]);
    }
    for (const [folder, entries] of byFolder) {
      const [first] = entries;
      if (!first || entries.length <= most) continue;
      const features = new Set(entries.map(({ feature }) => feature.is).filter((each) => each !== shared));
      yield {
        file: first.path,
        about: folder,
        what: { code: "crowded", folder: nameOf(folder), files: entries.length, features: features.size, most },
      };
    }
  },
};
