import { filesMeant } from "../../graph/index.js";
import { languageFor } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { listsOf } from "./lists.js";
import type { Rule } from "./rule.js";

export const unlistedFile: Rule = {
  name: "unlisted-file",
  asks: "Every file of code is built into a target, where projects or packages say which files those are.",
  why: "Nobody builds it: what you change in it changes nothing, and it rots.",
  wrong: "Orchard/OldBanner.swift\nOrchard.xcodeproj: OldBanner.swift is in no target",
  right: "Orchard/Banner.swift\nOrchard.xcodeproj: Banner.swift is built into Orchard",
  *find(context) {
    const { entries, tree } = context;
    const listed = new Set<ProjectPath>();
    const lists = listsOf(context);
    for (const { references } of lists)
      for (const { reference, resolution } of references)
        if ((reference.listed ?? []).length > 0)
          for (const path of filesMeant(reference, resolution, tree.paths)) listed.add(path);
    // Where no list names any code, something else says what is built.
    const code = entries.filter(({ path }) => languageFor(path)?.isListed === true);
    if (!code.some(({ path }) => listed.has(path))) return;
    for (const { path } of code)
      if (!listed.has(path))
        yield { file: path, what: { code: "in no target" }, repair: { kind: "list file", isSure: false } };
  },
};
