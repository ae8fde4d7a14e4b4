/** Which features reference which, and where they do so in a circle. */
import { shared, type Catalogue } from "../catalogue/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { ProjectPath } from "../../base/paths.js";

/** One file's use of another, with the offset of the first reference between them (through an index, of that). */
export interface FeatureUse {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  readonly start: number | undefined;
}

/** One feature references another. */
export interface FeatureEdge {
  readonly from: string;
  readonly to: string;
  readonly uses: readonly FeatureUse[];
}

/** Below this, a file's feature is too uncertain to speak of. */
const surely = 0.6;

/** Every pair of features of which one references the other. What gathers the whole app, and tests, do not count. */
export function featureEdges({ entries, uses }: Catalogue, graph: ReferenceGraph): FeatureEdge[] {
  const featureOf = (path: ProjectPath): string | undefined => {
    const feature = entries.get(path)?.feature;
    return feature === undefined || feature.confidence < surely || feature.is === shared ? undefined : feature.is;
  };
  const found = new Map<string, { from: string; to: string; uses: FeatureUse[] }>();
  for (const { path, role } of entries.values()) {
    const from = role.is === "test" || role.is === "story" ? undefined : featureOf(path);
    if (from === undefined) continue;
    for (const target of uses.targetsOf(path)) {
      const to = featureOf(target);
      if (to === undefined || to === from) continue;
      const reference = graph.files
        .get(path)
        ?.references.find(({ resolution }) => resolution.state === "found" && resolution.targets.includes(target));
      const edge = found.get(`${from}\n${to}`) ?? { from, to, uses: [] };
      const byName = graph.symbolTargetsOf(path).find((use) => use.to === target);
      edge.uses.push({ from: path, to: target, start: reference?.reference.start ?? byName?.start });
      found.set(`${from}\n${to}`, edge);
    }
  }
  return [...found.values()];
}
