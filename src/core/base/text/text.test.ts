import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { ShelfError } from "../errors.js";
import { applyEdits, literally, namesWithin, SourceText } from "./index.js";

describe("encodings come back byte for byte", () => {
  test.each([
    ["UTF-8", Buffer.from("träd 木\r\n"), "utf8"],
    ["UTF-8 with a mark", Buffer.from("\uFEFFa"), "utf8"],
    ["UTF-16, little end first", Buffer.from("\uFEFFa木", "utf16le"), "utf16le"],
    ["UTF-16, big end first", Buffer.from("\uFEFFa木", "utf16le").swap16(), "utf16be"],
    ["bytes of no encoding", Buffer.from([0x61, 0xe9, 0xff]), "latin1"],
  ] as const)("%s", (_, bytes, encoding) => {
    const source = SourceText.fromBytes(bytes);
    expect(source.encoding).toBe(encoding);
    expect(source.encode(source.text, "a").equals(bytes)).toBe(true);
  });

  test("a name that the encoding lacks is refused", () => {
    const source = SourceText.fromBytes(Buffer.from([0xe9]));
    expect(() => source.encode("木", "a.js")).toThrow(ShelfError);
  });
});

test.each([
  ["ab", 1, 1, 2],
  ["a\nb", 2, 2, 1],
  ["a\r\nb", 3, 2, 1],
  ["a\rb", 2, 2, 1],
  ["\uFEFFab", 2, 1, 2],
  ["🌳b", 2, 1, 3],
])("in %j, offset %i is line %i, column %i", (text, offset, line, column) => {
  expect(SourceText.fromBytes(Buffer.from(text)).positionAt(offset)).toEqual({ line, column });
});

describe("edits", () => {
  test("in any order", () => {
    const edits = [
      { start: 4, end: 5, text: "C" },
      { start: 0, end: 1, text: "AA" },
    ];
    expect(applyEdits("a b c", edits)).toBe("AA b C");
  });

  test.each([
    [
      [
        { start: 0, end: 3, text: "" },
        { start: 2, end: 4, text: "" },
      ],
    ],
    [[{ start: 3, end: 9, text: "" }]],
    [[{ start: 3, end: 2, text: "" }]],
  ])("that overlap or leave the text are refused: %j", (edits) => {
    expect(() => applyEdits("abcde", edits)).toThrow(/overlap/);
  });

  test("none changes nothing, and what lies outside of one stays", () => {
    fc.assert(
      fc.property(fc.string(), fc.nat(), fc.nat(), fc.string(), (text, a, b, replacement) => {
        const [start, end] = [a % (text.length + 1), b % (text.length + 1)].sort((x, y) => x - y) as [number, number];
        expect(applyEdits(text, [])).toBe(text);
        expect(applyEdits(text, [{ start, end, text: replacement }])).toBe(
          text.slice(0, start) + replacement + text.slice(end),
        );
      }),
      { seed: 1 },
    );
  });
});

test("law: names are found in texts as each by itself would be", () => {
  const word = fc.string({ unit: fc.constantFrom("a", "b", "T", "-", ".", " ", "木"), minLength: 1, maxLength: 5 });
  fc.assert(
    fc.property(
      fc.array(word, { maxLength: 6 }),
      fc.array(
        fc.array(word).map((each) => each.join("")),
        { maxLength: 3 },
      ),
      (names, texts) => {
        const wanted = names.filter((name) => texts.some((text) => text.includes(name)));
        expect([...namesWithin(names, texts)].sort()).toEqual([...new Set(wanted)].sort());
      },
    ),
    { seed: 20261127 },
  );
});

test("a text is found literally, whatever its letters mean in a pattern", () => {
  for (const text of ["[id].ts", "a+b", "(tabs)", "$lib", "a{2}", "c\\d", "x|y", "^a?*"])
    expect(new RegExp(`^${literally(text)}$`).test(text)).toBe(true);
  expect(new RegExp(literally("a.ts")).test("abts")).toBe(false);
});
