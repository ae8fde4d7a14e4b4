/** Whether the features of an app are come into through their indexes: what most references do is the rule. */
import { reachProblem, type Layout } from "../../app/arrangement/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { reachings, type Catalogue } from "../catalogue/index.js";

/** So much of what comes in from other features does so through the index, where that is the app's way; fewer tell nothing. */
const [partOfAWay, fewest] = [0.8, 5];

/**
 * Whether the references of an app go against the rule that other features come in through an index: of five or more, more
 * than one in five goes past it; or no feature has an index, and one reference is enough.
 */
export function goesPastIndexes(layout: Layout, catalogue: Catalogue, graph: ReferenceGraph): boolean {
  if (!layout.publicIndex || !layout.hasFeatures) return false;
  let [past, through] = [0, 0];
  for (const { from, to } of reachings({ entries: catalogue.entries.values(), graph, catalogue })) {
    if (reachProblem(layout, from, to)?.kind === "past index") past++;
    else if (layout.isPublicIndex(to) && layout.standingOf(from)?.feature !== layout.standingOf(to)?.feature) through++;
  }
  if (past === 0) return false;
  if (past + through < fewest) return !graph.tree.paths.some((path) => layout.isPublicIndex(path));
  return through < (past + through) * partOfAWay;
}
