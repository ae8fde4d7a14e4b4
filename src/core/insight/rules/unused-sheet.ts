import { SheetWorld } from "../../graph/index.js";
import { isForOthers } from "./sheets-of.js";
import type { Rule } from "./rule.js";

export const unusedSheet: Rule = {
  name: "unused-sheet",
  asks: "Every partial is taken in by some sheet.",
  why: "A compiler passes a partial over: what nothing takes in is in no page, however right it is.",
  wrong: "src/styles/_old-crates.scss, which nothing takes in",
  right: "(deleted, or taken in where it belongs)",
  *find(context) {
    const { entries, graph } = context;
    const loose = entries.filter(({ path }) => SheetWorld.isPartial(path) && graph.usersOf(path).length === 0);
    if (
      loose.length === 0 ||
      isForOthers(context) ||
      graph.usedWholesale().some((head) => loose.some(({ path }) => path.startsWith(head)))
    )
      return;
    for (const { path } of loose) yield { file: path, what: { code: "taken in by nothing" } };
  },
};
