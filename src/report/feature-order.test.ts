/** Orders of features: who stands before whom, and who stands near whom. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { around, layered, lengthOf } from "./page/feature-order.js";

const edge = (from: number, to: number, uses = 1) => ({ from, to, uses: Array.from({ length: uses * 2 }, () => 0) });

describe("layered", () => {
  test.each([
    ["a chain", [2, 1, 0], [edge(0, 1), edge(1, 2)], [0, 1, 2]],
    ["two that use one", [0, 1, 2], [edge(2, 0), edge(1, 0)], [1, 2, 0]],
    ["nothing", [], [], []],
    ["a circle is left where the fewest lead back", [0, 1], [edge(0, 1, 5), edge(1, 0, 1)], [0, 1]],
  ])("%s", (_, features, edges, expected) => expect(layered(features, edges)).toEqual(expected));

  test("law: without circles nobody stands before a user of his", () => {
    const pair = fc.tuple(fc.nat(11), fc.nat(11)).filter(([a, b]) => a !== b);
    fc.assert(
      fc.property(
        fc.array(pair, { maxLength: 30 }),
        fc.shuffledSubarray([...Array(12).keys()], { minLength: 12 }),
        (pairs, features) => {
          // Who uses whom goes from the smaller to the larger, so there is no circle.
          const edges = pairs.map(([a, b]) => edge(Math.min(a, b), Math.max(a, b)));
          const places = new Map(layered(features, edges).map((each, at) => [each, at]));
          expect(places.size).toBe(12);
          for (const { from, to } of edges) expect(places.get(from)).toBeLessThan(places.get(to) ?? -1);
        },
      ),
    );
  });
});

describe("around", () => {
  test("law: everybody is there once, and the lines are no longer than before", () => {
    const pair = fc.tuple(fc.nat(19), fc.nat(19)).filter(([a, b]) => a !== b);
    fc.assert(
      fc.property(fc.array(pair, { maxLength: 60 }), (pairs) => {
        const features = [...Array(20).keys()];
        const edges = pairs.map(([from, to]) => edge(from, to));
        const order = around(features, edges);
        expect([...order].sort((a, b) => a - b)).toEqual(features);
        expect(lengthOf(order, edges)).toBeLessThanOrEqual(lengthOf(features, edges));
        expect(around(features, edges)).toEqual(order);
      }),
    );
  });

  test("two groups that know only themselves come apart", () => {
    const features = [...Array(12).keys()];
    // Even and odd ones, mixed at first.
    const edges = features.flatMap((a) => features.filter((b) => b > a && (a + b) % 2 === 0).map((b) => edge(a, b)));
    const sides = around(features, edges).map((each) => each % 2);
    const changes = sides.filter((side, at) => side !== sides[(at + 1) % sides.length]).length;
    expect(changes).toBe(2);
  });
});
