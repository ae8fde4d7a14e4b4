/** Which features reference which, and where they do so in a circle. */
import { shared, type Catalogue } from "../catalogue/index.js";
import type { ReferenceGraph } from "../graph/index.js";
import type { ProjectPath } from "../paths.js";

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
      edge.uses.push({ from: path, to: target, start: reference?.reference.start });
      found.set(`${from}\n${to}`, edge);
    }
  }
  return [...found.values()];
}

/** Groups of two or more names in which each leads to each other, by Tarjan's algorithm (1972). In order of name. */
export function stronglyConnected(edges: readonly Pick<FeatureEdge, "from" | "to">[]): string[][] {
  const next = new Map<string, string[]>();
  for (const { from, to } of edges) next.set(from, [...(next.get(from) ?? []), to]);
  const order = new Map<string, number>();
  const low = new Map<string, number>();
  const stack: string[] = [];
  const circles: string[][] = [];
  const visit = (name: string): void => {
    order.set(name, order.size);
    low.set(name, order.size - 1);
    stack.push(name);
    for (const other of next.get(name) ?? []) {
      if (!order.has(other)) visit(other);
      if (stack.includes(other)) low.set(name, Math.min(low.get(name) ?? 0, low.get(other) ?? 0));
    }
    if (low.get(name) !== order.get(name)) return;
    const circle = stack.splice(stack.indexOf(name));
    if (circle.length > 1) circles.push(circle.sort());
  };
  for (const name of [...next.keys()].sort()) if (!order.has(name)) visit(name);
  return circles.sort();
}
