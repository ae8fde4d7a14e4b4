/** Levels of YAML are counted before it is parsed. */
import fc from "fast-check";
import { expect, test } from "vitest";
import { parseDocument } from "yaml";
import { tooDeepAt } from "./yaml-levels.js";

test.each<[string, string, number | undefined]>([
  ["brackets", `a: ${"[".repeat(20_000)}${"]".repeat(20_000)}`, 303],
  ["braces", `a: ${"{b: ".repeat(20_000)}`, 3 + 4 * 300],
  ["lists in lists in one line", `${"- ".repeat(20_000)}a`, 0],
  ["keys that are texts", `${"? ".repeat(20_000)}a`, 0],
  ["keys behind each other in one line", `b\n${"a: ".repeat(311)}${"? ".repeat(628)}c`, 2],
  ["many keys in one line, and none in another", `{ ${"a: 1, ".repeat(2000)} }`, undefined],
  ["a long text with colons", `a: |\n  ${"so: it is, ".repeat(2000)}\n`, undefined],
  [
    "lines that stand in further and further",
    Array.from({ length: 1500 }, (_, at) => `${" ".repeat(at)}a:`).join("\n"),
    -1,
  ],
  ["many brackets beside each other", "a: [[]]\n".repeat(5000), undefined],
  ["one line that stands in very far", `a: |\n${" ".repeat(2000)}b\n${" ".repeat(2000)}c\n`, undefined],
  ["an orchard", "trees:\n  - name: Pippin\n    rows: [1, 2]\n", undefined],
])("%s", (_, text, wanted) => {
  if (wanted === -1) expect(tooDeepAt(text)).toBeGreaterThan(0);
  else expect(tooDeepAt(text)).toBe(wanted);
});

test("law: what is not too deep is parsed without the stack's end", () => {
  const piece = fc.constantFrom("[", "{", "- ", "? ", "\n", "  ", "a: ", "]", "}", "b");
  fc.assert(
    fc.property(fc.array(fc.tuple(piece, fc.integer({ min: 1, max: 400 })), { maxLength: 6 }), (all) => {
      const text = all.map(([each, times]) => each.repeat(times)).join("");
      if (tooDeepAt(text) !== undefined) return;
      expect(
        parseDocument(text)
          .errors.map(({ message }) => message)
          .join(),
      ).not.toMatch(/call stack/);
    }),
  );
});
