import { halfWired } from "../wiring/index.js";
import type { Rule } from "./rule.js";

export const halfWiredFeature: Rule = {
  name: "half-wired-feature",
  asks: "A feature is listed wherever nearly all the others are: in the store, the routes, the navigation.",
  why: "Its files are there and nothing leads to them: a reducer that answers to no action, a screen that no path opens.",
  wrong: "store.ts: harvestReducer, rotaReducer, treesReducer    (features/swaps/swapsSlice.ts is there)",
  right: "store.ts: harvestReducer, rotaReducer, swapsReducer, treesReducer",
  *find({ app, catalogue, graph }) {
    for (const { file, feature, names, listed, of } of halfWired({ app, catalogue }, graph))
      yield {
        file,
        about: feature,
        confidence: (listed / of) * 0.9,
        what: { code: "feature not listed", feature, names, listed },
        repair: { kind: "list feature", feature, isSure: false, isForRule: true },
      };
  },
};
