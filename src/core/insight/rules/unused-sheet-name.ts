import { addTo } from "../../base/grouping.js";
import type { ProjectPath } from "../../base/paths.js";
import { unusedNames, type UnusedName } from "../sheets/index.js";
import { isForOthers, sheetsOf } from "./sheets-of.js";
import type { Rule } from "./rule.js";

/** So many names of one sheet are told one by one. */
const fewNames = 3;

export const unusedSheetName: Rule = {
  name: "unused-sheet-name",
  asks: "Every variable, mixin, function and placeholder of the style sheets is used.",
  why: "What nobody uses is read, kept right and carried along all the same, and hides what counts.",
  wrong: "$old-gap: 12px;    nothing needs it",
  right: "(deleted)",
  *find(context) {
    if (isForOthers(context)) return;
    const { tree, graph } = context;
    const byFile = new Map<ProjectPath, UnusedName[]>();
    for (const found of unusedNames({ ...sheetsOf(context), resolver: graph.resolver, tree }))
      addTo(byFile, found.file, found);
    for (const [file, found] of byFile) {
      if (found.length <= fewNames)
        for (const { start, shown } of found)
          yield { file, start, what: { code: "name unused", name: shown }, about: shown };
      else yield { file, what: { code: "names unused", names: found.map(({ shown }) => shown) } };
    }
  },
};
