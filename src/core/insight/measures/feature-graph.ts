/** Which features reference which, and where they do so in a circle. */
import { shared, type Catalogue } from "../catalogue/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { Role } from "../../app/arrangement/index.js";
import { isBelow, rootPath, type ProjectPath } from "../../base/paths.js";

/** What people go to, and what leads there. */
const shows: ReadonlySet<Role> = new Set(["screen", "container", "navigation", "layout"]);

/** Features that show something that people go to; what shows nothing of the kind is a part of something, whatever it is about. */
export function featuresThatShow({ entries }: Pick<Catalogue, "entries">): ReadonlySet<string> {
  return new Set(
    [...entries.values()].flatMap(({ role, feature }) =>
      role.is !== undefined && shows.has(role.is) ? (feature.is ?? []) : [],
    ),
  );
}

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
export function featureEdges(
  { entries, uses }: Catalogue,
  graph: ReferenceGraph,
  source: ProjectPath = rootPath,
): FeatureEdge[] {
  const features = new Map<ProjectPath, string>();
  for (const { path, feature } of entries.values())
    if (
      feature.is !== undefined &&
      feature.is !== shared &&
      feature.confidence >= surely &&
      (source === rootPath || isBelow(path, source))
    )
      features.set(path, feature.is);
  const found = new Map<string, { from: string; to: string; uses: FeatureUse[] }>();
  for (const [path, from] of features) {
    const role = entries.get(path)?.role.is;
    if (role === "test" || role === "story") continue;
    for (const target of uses.targetsOf(path)) {
      const to = features.get(target);
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
