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
const rounds = 40;

/**
 * Features around a circle so that those that reference each other stand near: each goes again and again to the middle of its
 * neighbours. The same features give the same order every time.
 */
export function around(features: readonly number[], edges: readonly Edge[]): number[] {
  let order = [...features];
  const neighbours = new Map<number, { readonly other: number; readonly weight: number }[]>();
  const known = new Set(features);
  for (const { from, to, uses } of edges) {
    if (!known.has(from) || !known.has(to)) continue;
    const weight = Math.sqrt(uses.length);
    neighbours.set(from, [...(neighbours.get(from) ?? []), { other: to, weight }]);
    neighbours.set(to, [...(neighbours.get(to) ?? []), { other: from, weight }]);
  }
  let best = order;
  let least = lengthOf(order, edges);
  for (let round = 0; round < rounds; round += 1) {
    const angles = new Map(order.map((each, at) => [each, (at / order.length) * 2 * Math.PI]));
    const wanted = new Map(
      order.map((each) => {
        const own = angles.get(each) ?? 0;
        let [x, y] = [Math.cos(own) * 0.5, Math.sin(own) * 0.5];
        for (const { other, weight } of neighbours.get(each) ?? []) {
          const angle = angles.get(other) ?? 0;
          x += Math.cos(angle) * weight;
          y += Math.sin(angle) * weight;
        }
        return [each, Math.atan2(y, x)];
      }),
    );
    order = [...order].sort((a, b) => (wanted.get(a) ?? 0) - (wanted.get(b) ?? 0) || a - b);
    const length = lengthOf(order, edges);
    if (length < least) [best, least] = [order, length];
  }
  return best;
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
