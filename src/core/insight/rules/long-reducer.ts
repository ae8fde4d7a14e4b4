import { nameOf } from "../../base/paths.js";
import { certain } from "../catalogue/index.js";
import { stateFamilies } from "../state/index.js";
import type { Rule } from "./rule.js";

/** What looks at each action, too, but keeps no state. */
const answersBetween = /middleware|listener|saga|epic/i;

export const longReducer: Rule = {
  name: "long-reducer",
  asks: "A reducer is short enough to keep in mind.",
  why: "In a long reducer nobody sees which actions change the same part of the state.",
  wrong: "context/orchardReducer.ts    (900 lines)",
  right: "context/reducers/harvestReducer.ts    context/reducers/rotaReducer.ts    …",
  *find({ app, catalogue, mains, graph, most }) {
    let together: ReadonlySet<string> | undefined;
    // What holds actions as well gets shorter without them; where the app keeps all of it in one file, that is no way.
    const holdsActions = (path: string): boolean => {
      together ??= new Set(
        stateFamilies({ catalogue, graph }).flatMap(({ layout, reducer }) => (layout === "together" ? [reducer] : [])),
      );
      return app.configuration?.state !== "together" && together.has(path);
    };
    for (const { path, role } of mains) {
      const outline = graph.files.get(path)?.reading.outline;
      if (
        role.is === "state" &&
        !answersBetween.test(nameOf(path)) &&
        role.confidence >= certain &&
        outline?.signs.includes("reducer") === true &&
        // What makes the store puts reducers together; the lines are its own.
        !outline.signs.includes("store") &&
        outline.lines > most
      )
        yield {
          file: path,
          what: { code: "long reducer", lines: outline.lines, most },
          ...(holdsActions(path) && { repair: { kind: "state", layout: "apart", isSure: false } as const }),
        };
    }
  },
};
