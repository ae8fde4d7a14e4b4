import { shownListOrder } from "../../languages/index.js";
import { addTo } from "../../base/grouping.js";
import { isBelow, rootPath, type ProjectPath } from "../../base/paths.js";
import type { Rule } from "./rule.js";

export const groupOrder: Rule = {
  name: "group-order",
  asks: "Where the configuration says in which order groups list what they hold, every group does so.",
  why: "People find a file in the list of their IDE by where it stands; in a group that is in no order they read every line.",
  wrong: "group-order: [kind, alphabet]    Views: TreeRow.swift, HarvestView.swift",
  right: "group-order: [kind, alphabet]    Views: HarvestView.swift, TreeRow.swift",
  *find({ app, tree }) {
    const order = app.configuration?.groupOrder;
    if (order === undefined) return;
    const byFile = new Map<ProjectPath, string[]>();
    for (const { file, group } of shownListOrder(tree, order))
      if (app.folder === rootPath || isBelow(file, app.folder)) addTo(byFile, file, group);
    for (const [file, names] of byFile)
      yield { file, what: { code: "groups out of order", names }, repair: { kind: "list order", order, isSure: true } };
  },
};
