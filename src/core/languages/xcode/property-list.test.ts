import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  escapeText,
  isProblem,
  parsePropertyList,
  textAt,
  unescapeText,
  writeText,
  type ListValue,
} from "./property-list.js";

function plain(value: ListValue): unknown {
  if (value.kind === "text") return value.value;
  if (value.kind === "array") return value.items.map(plain);
  return Object.fromEntries(value.entries.map(({ key, value: each }) => [key.value, plain(each)]));
}

function read(text: string): unknown {
  const list = parsePropertyList(text);
  return isProblem(list) ? `${list.offset}: ${list.message}` : plain(list);
}

describe("property lists", () => {
  test.each<readonly [string, unknown]>([
    ["{}", {}],
    ["{ a = b; }", { a: "b" }],
    ['{ a = "b c"; "d e" = (1, 2, ); }', { a: "b c", "d e": ["1", "2"] }],
    ["// !$*UTF8*$!\n{\n\ta /* x */ = { b = (c /* y in z */, d); };\n}\n", { a: { b: ["c", "d"] } }],
    ['{ a = "quote \\" line \\n tab \\t"; }', { a: 'quote " line \n tab \t' }],
    ["{ a = 'it is \"so\"'; }", { a: 'it is "so"' }],
    ['{ a = "\\U00e4pfel"; b = "\\344pfel"; }', { a: "äpfel", b: "äpfel" }],
    ["\uFEFF{ a = path/to/Tree+Season.swift; }", { a: "path/to/Tree+Season.swift" }],
    ["{ a = b; } c", "11: something stands behind the end of the list"],
    ["{ a = b }", "8: a semicolon is missing"],
    ["{ a; }", "3: a key has no value"],
    ["{ a = (b c); }", "9: a comma is missing"],
    ['{ a = "b; }', "6: a text has no closing quote"],
    ["{ a = ; }", "6: a value is missing"],
    ["{ a = b; /* }", "9: a comment has no end"],
    ["(a)", "0: it is no dictionary"],
    ["{\n<<<<<<< HEAD\na = b;\n=======\na = c;\n>>>>>>> other\n}", "2: it holds a merge conflict"],
  ])("%j", (text, wanted) => expect(read(text)).toEqual(wanted));

  test("a conflict is said with where it begins and ends", () => {
    const text = "{\n<<<<<<< HEAD\na = b;\n=======\na = c;\n>>>>>>> other\n}";
    expect(parsePropertyList(text)).toMatchObject({ conflict: { start: 2, end: text.indexOf("\n}") } });
  });

  test("nesting has an end", () => {
    expect(read(`${"{ a = ".repeat(200)}b${"; }".repeat(200)}`)).toMatch(/nested too deeply/);
  });

  test("a comment belongs to what stands before it on the line, and its span is what it says", () => {
    const text = "{ 1A /* Tree.swift */ = (2B /* Twig.swift in Sources */,\n/* no one's */ 3C); }";
    const list = parsePropertyList(text);
    if (isProblem(list)) throw new Error(list.message);
    const [entry] = list.entries;
    const items = entry?.value.kind === "array" ? entry.value.items : [];
    const comments = [entry?.key, ...items].map((each) =>
      each?.kind === "text" && each.comment ? text.slice(each.comment.start, each.comment.end) : undefined,
    );
    expect(comments).toEqual(["Tree.swift", "Twig.swift in Sources", undefined]);
  });
});

describe("texts", () => {
  test("what is written is read again", () => {
    fc.assert(
      fc.property(fc.string({ unit: "grapheme" }), (value) => {
        // Controls are written as they are, and read as they are.
        if (/\p{Cc}/u.test(value)) return;
        expect(unescapeText(escapeText(value))).toBe(value);
        const written = writeText(value);
        expect(read(`{ a = ${written}; }`)).toEqual({ a: value });
        expect(textAt(`a = ${written};`, 4)).toEqual({ end: 4 + written.length, value });
      }),
      { seed: 20261129, numRuns: 300 },
    );
  });

  test.each([
    ["Tree.swift", "Tree.swift"],
    ["Tree+Season.swift", '"Tree+Season.swift"'],
    ["Tree List.swift", '"Tree List.swift"'],
    ["<group>", '"<group>"'],
    ["", '""'],
    ["a//b", '"a//b"'],
  ])("%j as Xcode writes it", (value, written) => expect(writeText(value)).toBe(written));
});
