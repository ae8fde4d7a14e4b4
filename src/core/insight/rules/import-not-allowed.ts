import { reachProblem } from "../../app/arrangement/index.js";
import { reachings } from "../catalogue/index.js";
import type { Rule } from "./rule.js";

export const importNotAllowed: Rule = {
  name: "import-not-allowed",
  asks: "A file imports only from shelves that its own shelf may import from (`reaches:`).",
  why: "A domain that imports the user interface cannot be tested without it, nor used anywhere else; lower layers must not know the layers above them.",
  wrong: 'features/trees/domain/tree.ts    import { TreeCard } from "../presentation/TreeCard";',
  right: 'features/trees/presentation/TreeCard.tsx    import type { Tree } from "../domain/tree";',
  *find(context) {
    if (!context.app.layout.shelves.some(({ reaches }) => reaches)) return;
    for (const { from, to, start } of reachings(context)) {
      const problem = reachProblem(context.app.layout, from, to);
      if (problem?.kind === "shelf")
        yield {
          file: from,
          start,
          about: to,
          what: { code: "may not import", from: problem.from, to: problem.to, target: to },
        };
    }
  },
};
