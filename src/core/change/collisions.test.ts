/** Who would meet whom. */
import { expect, test } from "vitest";
import type { ProjectPath } from "../base/paths.js";
import { MemoryStore, readTree } from "../files/index.js";
import { Occupancy, type Way } from "./collisions.js";

const at = (path: string): ProjectPath => path as ProjectPath;
const ways = (text: string): Way[] =>
  text.split(", ").map((way) => {
    const [from = "", to = ""] = way.split(" → ");
    return { from: at(from), to: at(to) };
  });

const files = ["a/Tree.ts", "a/Tree.test.ts", "a/tree.css", "b/Tree.tsx", "b/Leaf.tsx", "c/leaf/index.ts"];

test.each([
  ["a free place", "b/Leaf.tsx → a/Leaf.tsx", true],
  ["a place that is taken", "b/Tree.tsx → b/Leaf.tsx", false],
  ["a name that another extension answers to", "b/Tree.tsx → a/Tree.tsx", false],
  ["the same in another case", "b/Tree.tsx → a/tree.tsx", false],
  ["only the case of its own name", "b/Leaf.tsx → b/leaf.tsx", true],
  ["a place that is left by the same step", "a/Tree.ts → b/Tree.ts, b/Tree.tsx → a/Tree.tsx", true],
  ["two into one", "a/Tree.ts → d/x.ts, b/Tree.tsx → d/X.ts", false],
  ["two that go beside each other", "a/Tree.ts → d/Tree.ts, a/Tree.test.ts → d/Tree.test.ts", true],
  ["the name of a folder", "b/Leaf.tsx → c/Leaf", false],
  ["itself", "b/Leaf.tsx → b/Leaf.tsx", true],
])("%s", async (_, text, isPossible) => {
  const tree = await readTree(new MemoryStore(Object.fromEntries(files.map((path) => [path, ""]))));
  expect(new Occupancy(tree).canSend(ways(text))).toBe(isPossible);
});

test("what was sent away leaves its place to others, and holds its new one", async () => {
  const tree = await readTree(new MemoryStore(Object.fromEntries(files.map((path) => [path, ""]))));
  const places = new Occupancy(tree);
  places.send(ways("a/Tree.ts → d/Tree.ts"));
  expect(places.canSend(ways("b/Tree.tsx → a/Tree.tsx"))).toBe(true);
  expect(places.canSend(ways("b/Tree.tsx → d/Tree.tsx"))).toBe(false);
  // Sent on, it leaves that place as well.
  places.send(ways("a/Tree.ts → e/Tree.ts"));
  expect(places.canSend(ways("b/Tree.tsx → d/Tree.tsx"))).toBe(true);
});
