/** Scatter and circles. */
import { expect, test } from "vitest";
import type { ProjectPath } from "../../base/paths.js";
import { stronglyConnected } from "../../graph/index.js";
import { stepsBetween } from "./index.js";

test.each([
  ["src/a", "src/a", 0],
  ["src/a", "src/b", 2],
  ["src/a", "src", 1],
  ["", "src/a", 2],
  ["src/a/b", "src/c", 3],
  ["src/ab", "src/a", 2],
  ["src/a", "src/a/b/c", 2],
])("from %s to %s it is %i steps", (from, to, steps) => {
  expect(stepsBetween(from as ProjectPath, to as ProjectPath)).toBe(steps);
  expect(stepsBetween(to as ProjectPath, from as ProjectPath)).toBe(steps);
});

test.each([
  ["a>b b>a", "a b"],
  ["a>b b>c c>a c>d d>c", "a b c d"],
  ["a>b b>c", ""],
  ["a>b b>a c>d d>c a>c", "a b,c d"],
  ["a>a", ""],
])("circles of %s are %j", (edges, circles) => {
  const pairs = edges.split(" ").map((edge) => ({ from: edge.split(">")[0] ?? "", to: edge.split(">")[1] ?? "" }));
  expect(
    stronglyConnected(pairs)
      .map((circle) => circle.join(" "))
      .join(),
  ).toBe(circles);
});
