import { ownArrangement } from "../../app/arrangement/index.js";
import { BrokenAssumption } from "../../base/errors.js";
import { folderOf, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import { keyOf } from "../catalogue/index.js";
import { stronglyConnected } from "../../graph/index.js";
import { featureEdges, featuresThatShow, type FeatureEdge } from "../measures/feature-graph.js";
import type { Found, Rule } from "./rule.js";

export const featureCycle: Rule = {
  name: "feature-cycle",
  confidence: 0.7,
  asks: "Features do not depend on each other in a circle.",
  why: "Features in a circle are one feature: none can be understood, tested, moved or left out without the others.",
  wrong: "harvest → rota → harvest",
  right: "harvest → rota, and what both need in what is shared",
  *find({ catalogue, graph, app: { layout } }) {
    const { clues } = catalogue;
    // In shelves of the app's own a folder may be taken for a feature's that is a part of something.
    const isGuessed = layout.arrangement === ownArrangement;
    // Of features that only names tell nobody can say where they begin and end.
    const homes = new Map(catalogue.features.map(({ name, folders }) => [name, folders]));
    const homeOf = (path: ProjectPath, feature: string): ProjectPath | undefined =>
      homes.get(feature)?.find((folder) => isBelow(path, folder));
    // Features are sisters; folders of a layer of components are groups of these.
    const isFamily = (family: ProjectPath): boolean => clues.folders.get(keyOf(nameOf(family))) !== "component";
    const isBetween = ({ from, to }: FeatureEdge["uses"][number], edge: FeatureEdge): boolean => {
      const [home, other] = [homeOf(from, edge.from), homeOf(to, edge.to)];
      if (home === undefined || other === undefined) return false;
      const families = [folderOf(home), folderOf(other)];
      return families.every(isFamily) && (!isGuessed || families[0] === families[1]);
    };
    // What lies outside of its feature's folders is for all, whatever it is called.
    const edges = featureEdges(catalogue, graph, layout.source)
      .map((edge) => ({
        ...edge,
        uses: edge.uses.filter((use) => isBetween(use, edge)),
      }))
      .filter(({ uses }) => uses.length > 0);
    const showing = featuresThatShow(catalogue);
    for (const circle of stronglyConnected(edges))
      if (!isGuessed || circle.filter((feature) => showing.has(feature)).length * 2 >= circle.length)
        yield finding(circle, edges);
  },
};

function finding(circle: readonly string[], edges: readonly FeatureEdge[]): Found {
  const within = edges.filter(({ from, to }) => circle.includes(from) && circle.includes(to));
  const [weakest] = [...within].sort((a, b) => a.uses.length - b.uses.length);
  const use = weakest?.uses[0];
  if (!weakest || !use) throw new BrokenAssumption("a circle has edges, and an edge a reference");
  return {
    file: use.from,
    start: use.start,
    about: [...circle].sort().join(" "),
    what: {
      code: "features in a circle",
      features: circle,
      links: within.map(({ from, to, uses }) => ({ from, to, references: uses.length })),
      weakest: { from: weakest.from, to: weakest.to, file: use.from, target: use.to },
    },
  };
}
