/** What goes into a row comes out of it again: laws of putting in and taking out, and the places that are chosen. */
import fc from "fast-check";
import { beforeAll, describe, expect, test } from "vitest";
import { applyEdits } from "../../base/text/index.js";
import { languagesInUse, rowsOf, type Row, type RowItem } from "../../languages/index.js";
import { insertion } from "./insert.js";
import { takenOut } from "./take-out.js";

beforeAll(async () => {
  await Promise.all(languagesInUse().map((language) => language.prepare()));
});

const textOf = (text: string, { start, end }: RowItem): string => text.slice(start, end);

/** The row that is deepest in the first item that has one, else the outermost. */
function inner(row: Row): Row {
  const [found] = row.items.flatMap(({ rows }) => rows);
  return found ? inner(found) : row;
}

function rowIn(text: string, path = "a.ts"): Row {
  const row = rowsOf(text, path);
  if (!row) throw new Error(`${text} cannot be read`);
  return inner(row);
}

/** A text with one item more, beside those that are called. */
function put(text: string, item: string, group: readonly string[], path = "a.ts"): string {
  const row = rowIn(text, path);
  const items = row.items.filter((each) => group.includes(textOf(text, each)));
  return applyEdits(text, [insertion({ text, row, group: items, item }).edit]);
}

describe("an item goes beside its sisters", () => {
  test.each([
    ["const a = [b, c];", "d", ["b", "c"], "const a = [b, c, d];"],
    ["const a = [b, c, x];", "d", ["b", "c"], "const a = [b, c, d, x];"],
    ["const a = {\n  b,\n  c,\n};", "d", ["b", "c"], "const a = {\n  b,\n  c,\n  d,\n};"],
    ["const a = {\n  b,\n  c\n};", "d", ["b", "c"], "const a = {\n  b,\n  c,\n  d\n};"],
    ["const a = {\n  b,\n  c, // the last\n};", "d", ["b", "c"], "const a = {\n  b,\n  c, // the last\n  d,\n};"],
    // By the alphabet, where three or more stand so.
    ["const a = [b, d, e];", "c", ["b", "d", "e"], "const a = [b, c, d, e];"],
    ["const a = [b, d, e];", "a0", ["b", "d", "e"], "const a = [a0, b, d, e];"],
    ["const a = [e, b, d];", "c", ["e", "b", "d"], "const a = [e, b, d, c];"],
    ["type A = b | c;", "d", ["b", "c"], "type A = b | c | d;"],
    ["b();\nc();\n", "d();", ["b();", "c();"], "b();\nc();\nd();\n"],
    ["b(); // one\nc(); // two\n", "d();", ["b();", "c();"], "b(); // one\nc(); // two\nd();\n"],
  ])("%s + %s", (text, item, group, after) => {
    expect(put(text, item, group)).toBe(after);
  });
});

describe("an item is taken out with what parts it from the others", () => {
  test.each([
    ["const a = [b, c, d];", ["b"], "const a = [c, d];"],
    ["const a = [b, c, d];", ["b", "c"], "const a = [d];"],
    ["const a = [b, c, d];", ["c", "d"], "const a = [b];"],
    ["const a = [b, c];", ["b", "c"], "const a = [];"],
    ["const a = {\n  b, // first\n  c,\n};", ["c"], "const a = {\n  b, // first\n};"],
    ["a();\n\nb();\nc();\n", ["b();"], "a();\n\nc();\n"],
  ])("%s - %j", (text, gone, after) => {
    const row = rowIn(text);
    const items = new Set(row.items.filter((each) => gone.includes(textOf(text, each))));
    expect(applyEdits(text, takenOut(text, row, items))).toBe(after);
  });

  test("what was put in and is taken out again leaves every letter as it was", () => {
    const names = fc.uniqueArray(fc.constantFrom("ash", "beech", "elder", "fir", "hazel", "oak", "pine"), {
      minLength: 2,
      maxLength: 6,
    });
    const layouts = fc.constantFrom(
      (all: string[]) => `const a = [${all.join(", ")}];\n`,
      (all: string[]) => `const a = {\n${all.map((each) => `  ${each},\n`).join("")}};\n`,
      (all: string[]) => `const a = {\n${all.join(",\n")}\n};\n`,
      (all: string[]) => `const a = {\n${all.map((each) => `  ${each}, // said\n`).join("")}};\n`,
      (all: string[]) => `type A =\n${all.map((each) => `  | ${each}`).join("\n")};\n`,
      (all: string[]) => `f(() => {\n${all.map((each) => `  ${each}();\n`).join("")}});\n`,
    );
    fc.assert(
      fc.property(names, layouts, fc.nat(), (all, layout, from) => {
        const text = layout(all);
        const isCall = text.startsWith("f(");
        const spelled = all.map((each) => (isCall ? `${each}();` : each));
        const group = spelled.slice(0, Math.max(2, from % (spelled.length + 1)));
        const item = isCall ? "garden();" : "garden";
        const grown = put(text, item, group);
        expect(
          rowIn(grown)
            .items.map((each) => textOf(grown, each))
            .filter((each) => each !== item),
        ).toEqual(spelled);
        const row = rowIn(grown);
        const items = new Set(row.items.filter((each) => textOf(grown, each) === item));
        expect(items.size).toBe(1);
        expect(applyEdits(grown, takenOut(grown, row, items))).toBe(text);
      }),
      { seed: 22, numRuns: 300 },
    );
  });
});
