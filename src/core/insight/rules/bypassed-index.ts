import { reachProblem } from "../../app/arrangement/index.js";
import { reachings } from "../catalogue/index.js";
import type { Rule } from "./rule.js";

export const bypassedIndex: Rule = {
  name: "bypassed-index",
  asks: "Import from another feature only through its public index (where the arrangement has one).",
  why: "What the index does not export may change at any time; a feature whose internals others use can hardly be changed at all.",
  wrong: 'import { rotaReducer } from "../../rota/state/rotaReducer";',
  right: 'import { useRota } from "../../rota";',
  *find(context) {
    if (!context.app.layout.publicIndex) return;
    for (const { from, to, start } of reachings(context)) {
      const problem = reachProblem(context.app.layout, from, to);
      if (problem?.kind === "past index")
        yield {
          file: from,
          start,
          about: to,
          what: { code: "past the index", feature: problem.feature, target: to },
        };
    }
  },
};
