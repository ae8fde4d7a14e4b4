import { BrokenAssumption } from "../../base/errors.js";
import { stronglyConnected } from "../../graph/index.js";
import { featureEdges, type FeatureEdge } from "../measures/feature-graph.js";
import type { Found, Rule } from "./rule.js";

export const featureCycle: Rule = {
  name: "feature-cycle",
  asks: "Features do not reference each other in a circle.",
  why: "Features in a circle are one feature: none can be understood, tested, moved or left out without the others.",
  wrong: "harvest → rota → harvest",
  right: "harvest → rota, and what both need in what is shared",
  *find({ catalogue, graph }) {
    const edges = featureEdges(catalogue, graph);
    for (const circle of stronglyConnected(edges)) yield finding(circle, edges);
  },
};

function finding(circle: readonly string[], edges: readonly FeatureEdge[]): Found {
  const within = edges.filter(({ from, to }) => circle.includes(from) && circle.includes(to));
  const [weakest] = [...within].sort((a, b) => a.uses.length - b.uses.length);
  const use = weakest?.uses[0];
  if (!weakest || !use) throw new BrokenAssumption("a circle has edges, and an edge a reference");
  const counts = within.map(({ from, to, uses }) => `${from} → ${to} (${uses.length})`);
  const shown =
    counts.length > 6 ? `${counts.slice(0, 6).join(", ")} and ${counts.length - 6} more` : counts.join(", ");
  return {
    file: use.from,
    start: use.start,
    about: [...circle].sort().join(" "),
    says: `${circle.length > 4 ? `${circle.length} features` : circle.join(", ")} reference each other in a circle: ${shown}`,
    advice: `The weakest link is from ${weakest.from} to ${weakest.to}: ${use.from} references ${use.to}.`,
  };
}
