import { reachProblem } from "../../app/arrangement/index.js";
import { reachings } from "./reaching.js";
import type { Rule } from "./rule.js";

export const pastIndex: Rule = {
  name: "past-index",
  asks: "Another feature is referenced through its public index only (where the arrangement has one).",
  why: "What the index does not export may change from day to day; a feature whose inside others use cannot be changed at all.",
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
