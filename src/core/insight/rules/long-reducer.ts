import { certain } from "../catalogue/index.js";
import type { Rule } from "./rule.js";

export const longReducer: Rule = {
  name: "long-reducer",
  asks: "A reducer is short enough to keep in mind.",
  why: "In a long reducer nobody sees which actions change the same part of the state.",
  wrong: "context/orchardReducer.ts    (900 lines)",
  right: "context/reducers/harvestReducer.ts    context/reducers/rotaReducer.ts    …",
  *find({ mains, graph, most }) {
    for (const { path, role } of mains) {
      const outline = graph.files.get(path)?.reading.outline;
      if (
        role.is === "state" &&
        role.confidence >= certain &&
        outline?.signs.includes("reducer") === true &&
        outline.lines > most
      )
        yield {
          file: path,
          what: { code: "long reducer", lines: outline.lines, most },
        };
    }
  },
};
