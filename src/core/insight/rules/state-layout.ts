import { stateFamilies } from "../state/index.js";
import type { Rule } from "./rule.js";

export const stateLayout: Rule = {
  name: "state-layout",
  confidence: 0.8,
  asks: "Where the configuration says how state is kept, every piece of it is kept so.",
  why: "Whoever adds an action has to know which files it takes; where each feature does it otherwise, one of them is forgotten.",
  wrong: "state: together    rotaActions.ts  rotaState.ts  rotaReducer.ts",
  right: "state: together    rotaReducer.ts",
  *find({ app, catalogue, graph }) {
    const wanted = app.configuration?.state;
    if (wanted === undefined) return;
    for (const { name, reducer, others, layout } of stateFamilies({ catalogue, graph })) {
      if (wanted === "together" && layout === "apart")
        yield {
          file: reducer,
          about: name,
          what: { code: "state apart", name, beside: others.map(({ path }) => path) },
          repair: { kind: "state", layout: "together", isSure: false },
        };
      if (wanted === "apart" && layout === "together")
        yield {
          file: reducer,
          about: name,
          what: { code: "state together", name },
          repair: { kind: "state", layout: "apart", isSure: false },
        };
    }
  },
};
