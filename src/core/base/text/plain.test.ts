/** Text from outside, fit to be shown. */
import fc from "fast-check";
import { expect, test } from "vitest";
import { plain, plainText } from "./index.js";

test.each([
  ["a\nb", "a\\nb"],
  ["\u001b[32m✓", "\\u001b[32m✓"],
  ["x\u202ey", "x\\u202ey"],
  ["\u2028\u0085\u007f", "\\u2028\\u0085\\u007f"],
  ["\ud800", "\\ud800"],
  ["äpfel 🍏 日本 عربي", "äpfel 🍏 日本 عربي"],
])("%j is shown as %s", (text, shown) => {
  expect(plainText(text)).toBe(shown);
});

test("data is the same where it is fit, and a copy where it is not, at any depth", () => {
  const fit = { a: ["b", { c: new Map([["d", new Set(["e"])]]) }], f: () => 1, g: undefined, h: null };
  expect(plain(fit)).toBe(fit);
  const shared = ["\n"];
  const unfit = { a: shared, b: { shared }, c: new Map([["k\n", "v\r"]]), "key\t": 1 };
  expect(plain(unfit)).toEqual({ a: ["\\n"], b: { shared: ["\\n"] }, c: new Map([["k\\n", "v\\r"]]), "key\\t": 1 });
  expect(unfit.a).toEqual(["\n"]);
});

test("law: what comes out is one line without controls, and comes out again as it is", () => {
  fc.assert(
    fc.property(fc.string({ unit: "binary" }), (text) => {
      const shown = plainText(text);
      expect(shown).not.toMatch(/[\p{Cc}\p{Cs}\u202a-\u202e]/u);
      expect(plainText(shown)).toBe(shown);
    }),
    { seed: 7, numRuns: 500 },
  );
});
