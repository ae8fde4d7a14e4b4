/** Orders of features in which one can read who builds on whom. */
import type { EdgeData } from "../page-data.js";

type Edge = Pick<EdgeData, "from" | "to" | "uses">;

/**
 * Features so that each stands before those that it uses, as far as there is such an order: what leads back stands where circles are.
 * Kahn's order, in which the one that the fewest of the rest use is taken where all of the rest are used.
 */
export function layered(features: readonly number[], edges: readonly Edge[]): number[] {
  const left = new Set(features);
  const order: number[] = [];
  const inner = edges.filter(({ from, to }) => left.has(from) && left.has(to));
  const [users, used] = [groupBy(inner, "to"), groupBy(inner, "from")];
  const weights = new Map(features.map((each) => [each, weightOf(users.get(each) ?? [])]));
  while (left.size > 0) {
    let best: number | undefined;
    for (const each of left) if (best === undefined || (weights.get(each) ?? 0) < (weights.get(best) ?? 0)) best = each;
    if (best === undefined) break;
    order.push(best);
    left.delete(best);
    for (const { to, uses } of used.get(best) ?? []) weights.set(to, (weights.get(to) ?? 0) - uses.length);
  }
  return order;
}

function groupBy(edges: readonly Edge[], side: "from" | "to"): Map<number, Edge[]> {
  const groups = new Map<number, Edge[]>();
  for (const edge of edges) groups.set(edge[side], [...(groups.get(edge[side]) ?? []), edge]);
  return groups;
}

function weightOf(edges: readonly Edge[]): number {
  return edges.reduce((sum, { uses }) => sum + uses.length, 0);
}

/** Rounds after which the places on a circle hardly change. */
const [mostRounds, mostPasses] = [30, 4];

/**
 * Features around a circle so that those that reference each other stand near. Tried are the order that was given and one that walks from
 * neighbour to neighbour, each drawn together; the same features give the same order every time.
 */
export function around(features: readonly number[], edges: readonly Edge[]): number[] {
  const known = new Set(features);
  const inner = edges.filter(({ from, to }) => known.has(from) && known.has(to));
  const near = neighboursOf(inner);
  const starts = [features, walked(features, near)].flatMap((start) => [start, drawnTogether(start, near, inner)]);
  const lengths = starts.map((order) => lengthOf(order, inner));
  return stepwise(starts[lengths.indexOf(Math.min(...lengths))] ?? features, near, inner);
}

type Neighbours = ReadonlyMap<number, readonly { readonly other: number; readonly weight: number }[]>;

/** Who stands in a reference with whom, those with most first. */
function neighboursOf(edges: readonly Edge[]): Neighbours {
  const near = new Map<number, Map<number, number>>();
  for (const { from, to, uses } of edges)
    for (const [one, other] of [
      [from, to],
      [to, from],
    ] as const) {
      const weights = near.get(one) ?? new Map<number, number>();
      near.set(one, weights.set(other, (weights.get(other) ?? 0) + Math.sqrt(uses.length)));
    }
  return new Map(
    [...near].map(([feature, weights]) => [
      feature,
      [...weights]
        .map(([other, weight]) => ({ other, weight }))
        .sort((a, b) => b.weight - a.weight || a.other - b.other),
    ]),
  );
}

/** From neighbour to neighbour, deep first, so that groups that know only themselves stay whole. */
function walked(features: readonly number[], near: Neighbours): number[] {
  const seen = new Set<number>();
  const visit = (feature: number): void => {
    if (seen.has(feature)) return;
    seen.add(feature);
    for (const { other } of near.get(feature) ?? []) visit(other);
  };
  features.forEach(visit);
  return [...seen];
}

/** Each goes again and again to the middle of its neighbours. */
function drawnTogether(start: readonly number[], near: Neighbours, edges: readonly Edge[]): readonly number[] {
  let [order, best] = [start, start];
  let least = lengthOf(start, edges);
  for (let round = 0; round < mostRounds; round += 1) {
    const angles = new Map(order.map((each, at) => [each, (at / order.length) * 2 * Math.PI]));
    const wanted = new Map(
      order.map((each) => {
        const own = angles.get(each) ?? 0;
        let [x, y] = [Math.cos(own) * 0.5, Math.sin(own) * 0.5];
        for (const { other, weight } of near.get(each) ?? []) {
          const angle = angles.get(other) ?? 0;
          x += Math.cos(angle) * weight;
          y += Math.sin(angle) * weight;
        }
        return [each, Math.atan2(y, x)];
      }),
    );
    order = order.toSorted((a, b) => (wanted.get(a) ?? 0) - (wanted.get(b) ?? 0) || a - b);
    const length = lengthOf(order, edges);
    if (length < least) [best, least] = [order, length];
  }
  return best;
}

/** One after the other goes beside one of its neighbours, where that makes the lines shorter. */
function stepwise(start: readonly number[], near: Neighbours, edges: readonly Edge[]): number[] {
  let order = [...start];
  let least = lengthOf(order, edges);
  for (let pass = 0; pass < mostPasses; pass += 1) {
    const before = least;
    for (const feature of start)
      for (const { other } of near.get(feature) ?? []) {
        const rest = order.filter((each) => each !== feature);
        const tried = rest.toSpliced(rest.indexOf(other), 0, feature);
        const length = lengthOf(tried, edges);
        if (length < least) [order, least] = [tried, length];
      }
    if (least === before) break;
  }
  return order;
}

/** How far apart around the circle those stand that reference each other, all together. */
export function lengthOf(order: readonly number[], edges: readonly Edge[]): number {
  const places = new Map(order.map((each, at) => [each, at]));
  let sum = 0;
  for (const { from, to, uses } of edges) {
    const [a, b] = [places.get(from), places.get(to)];
    if (a === undefined || b === undefined) continue;
    const apart = Math.abs(a - b);
    sum += Math.min(apart, order.length - apart) * Math.sqrt(uses.length);
  }
  return sum;
}
