import { languageFor } from "../../languages/index.js";
import { listsOf } from "./lists.js";
import type { Rule } from "./rule.js";

export const groupFolder: Rule = {
  name: "group-folder",
  confidence: 0.9,
  asks: "A group of a project that stands for a folder is called as the folder is, and every file that is built is in a group.",
  why: "Who sees the file in the list looks for it in the wrong folder; what is in no group is not seen at all.",
  wrong: "Orchard.xcodeproj: the group Screens stands for Orchard/Views",
  right: "Orchard.xcodeproj: the group Views stands for Orchard/Views",
  *find(context) {
    for (const { path } of listsOf(context)) {
      const text = context.tree.text(path)?.text;
      for (const { what, name, folder, start } of (text !== undefined && languageFor(path)?.oddEntries?.(text)) || [])
        yield what === "no group"
          ? { file: path, start, about: name, what: { code: "in no group", name } }
          : { file: path, start, about: name, what: { code: "group of another folder", name, folder } };
    }
  },
};
