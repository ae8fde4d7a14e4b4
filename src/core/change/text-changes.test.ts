import fc from "fast-check";
import { expect, test } from "vitest";
import type { ProjectPath } from "../base/paths.js";
import { applyEdits } from "../base/text/index.js";
import { editsBetween } from "./text-changes.js";

const file = "a.ts" as ProjectPath;
const between = (before: string, after: string): [number, number, string][] =>
  editsBetween(file, before, after, "").map(({ start, end, text }) => [start, end, text]);

test.each<
  readonly [what: string, before: string, after: string, edits: readonly (readonly [number, number, string])[]]
>([
  ["nothing", "a\nb\n", "a\nb\n", []],
  ["a line more", "a\nb\n", "a\nx\nb\n", [[2, 2, "x\n"]]],
  ["a line less", "a\nx\nb\n", "a\nb\n", [[2, 4, ""]]],
  ["letters more within a line", '{ A } from "b"\n', '{ A, C } from "b"\n', [[3, 3, ", C"]]],
  ["letters less within a line", '{ A, C } from "b"\n', '{ A } from "b"\n', [[3, 6, ""]]],
  ["another line end", "ab\r\n", "ab\n", [[0, 4, "ab\n"]]],
  ["a letter of two signs more", "🍏\n", "🍎🍏\n", [[0, 0, "🍎"]]],
  ["another line", "abc\n", "xyz\n", [[0, 4, "xyz\n"]]],
  [
    "letters in two lines, one behind the other",
    "ab\ncd\n",
    "axb\ncyd\n",
    [
      [1, 1, "x"],
      [4, 4, "y"],
    ],
  ],
])("%s", (_, before, after, edits) => {
  expect(between(before, after)).toEqual(edits);
});

test("law: done to the one text, they give the other", () => {
  const texts = fc
    .array(fc.constantFrom("a", "ab", "abc", "bc", "", "🍏", "🍎🍏", "\r", "a\r", "import { A } from 'b'"), {
      maxLength: 8,
    })
    .map((lines) => lines.join("\n"));
  fc.assert(
    fc.property(texts, texts, (before, after) => {
      expect(applyEdits(before, editsBetween(file, before, after, ""))).toBe(after);
    }),
  );
});
