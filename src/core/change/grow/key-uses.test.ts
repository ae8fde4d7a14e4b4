/** Which letters may be a key by which something is taken, and which are a word of a sentence. */
import { describe, expect, test } from "vitest";
import { mayBeKey, wordAt } from "./key-uses.js";

const at = (text: string): [string, number, number] => [text, text.indexOf("rota"), text.indexOf("rota") + 4];

describe("what may be a key", () => {
  test.each([
    "const all = state.rota.items;",
    "const all = state?.rota;",
    "const all = stateOf().rota;",
    'const all = words["rota"];',
    't("rota.title")',
    "commit('rota/loaded')",
    "const { rota } = state;",
    "const { trees, rota: shifts } = state;",
    "({ rota }) => rota",
    "  // see state.rota",
    ' * @see words["rota"]',
  ])("%s", (text) => {
    expect(mayBeKey(...at(text))).toBe(true);
  });

  test.each([
    "  // the rota of the week",
    "/* trees, rota, swaps */",
    " * Of trees, rota and swaps",
    "<!-- the rota, as it was -->",
    "return rota;",
    "const rota = 1;",
  ])("not %s", (text) => {
    expect(mayBeKey(...at(text))).toBe(false);
  });
});

test.each([
  ["state.rotaReducer;", "rotaReducer"],
  ["state.rota;", "rota"],
  ["use_rota", "use_rota"],
  ["rota", "rota"],
])("the whole word in %s", (text, word) => {
  const { start, end } = wordAt(...at(text));
  expect(text.slice(start, end)).toBe(word);
});
