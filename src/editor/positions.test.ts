/** Positions as editors count them, in both encodings. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { SourceText } from "../core/base/text/index.js";
import { Documents } from "./documents.js";
import { encodingFrom, offsetOf, positionOf, rangeOf, type Encoding } from "./positions.js";
import { textEdits } from "./text-edits.js";

const encodings: readonly Encoding[] = ["utf-16", "utf-8"];

describe("encodings", () => {
  test.each<[readonly string[] | undefined, Encoding]>([
    [undefined, "utf-16"],
    [[], "utf-16"],
    [["utf-16"], "utf-16"],
    [["utf-8", "utf-16"], "utf-8"],
    [["utf-16", "utf-8"], "utf-16"],
    [["utf-32", "utf-8"], "utf-8"],
    [["utf-32"], "utf-16"],
  ])("of %j, %s is taken", (offered, taken) => {
    expect(encodingFrom(offered)).toBe(taken);
  });
});

describe("positions", () => {
  const text = SourceText.ofNew("a\r\nüb🍏c\nlast");

  test.each<[number, Encoding, number, number]>([
    [0, "utf-16", 0, 0],
    [3, "utf-16", 1, 0],
    [4, "utf-16", 1, 1],
    [4, "utf-8", 1, 2],
    [7, "utf-16", 1, 4],
    [7, "utf-8", 1, 7],
    [9, "utf-8", 2, 0],
  ])("offset %i in %s is line %i, character %i", (offset, encoding, line, character) => {
    expect(positionOf(text, offset, encoding)).toEqual({ line, character });
    expect(offsetOf(text, { line, character }, encoding)).toBe(offset);
  });

  test("what lies behind a line or behind the text ends with it", () => {
    for (const encoding of encodings) {
      expect(offsetOf(text, { line: 0, character: 9 }, encoding)).toBe(1);
      expect(offsetOf(text, { line: 2, character: 90 }, encoding)).toBe(13);
      expect(offsetOf(text, { line: 8, character: 0 }, encoding)).toBe(13);
    }
  });

  test("a place within a letter of several bytes is before it", () => {
    expect(offsetOf(text, { line: 1, character: 1 }, "utf-8")).toBe(3);
    expect(offsetOf(text, { line: 1, character: 5 }, "utf-8")).toBe(5);
  });

  test("a byte-order mark takes no column", () => {
    const marked = SourceText.ofNew("\ufeffab");
    expect(rangeOf(marked, 1, 3, "utf-8")).toEqual({
      start: { line: 0, character: 0 },
      end: { line: 0, character: 2 },
    });
    expect(offsetOf(marked, { line: 0, character: 1 }, "utf-16")).toBe(2);
  });
});

/** Lines of few words, in letters of one to four bytes, with all three line ends. */
const someText = fc
  .array(fc.constantFrom("import", " ", '"./tree"', "ü", "🍏", "\n", "\r\n", "\r", "../", ";"), { maxLength: 30 })
  .map((parts) => parts.join(""));

describe("edits between two texts", () => {
  test.each<[string, string, readonly string[]]>([
    ['import a from "./a";\n', 'import a from "../b/a";\n', ["0:16-0:16 → ./b"]],
    ["same\n", "same\n", []],
    ["a\nb\nc\n", "a\nc\n", ["1:0-2:0 → "]],
    ["🍏\n", "🍎\n", ["0:0-0:2 → 🍎"]],
    ["a\r\n", "b\r\n", ["0:0-0:1 → b"]],
  ])("%j → %j", (before, after, told) => {
    const edits = textEdits(before, after, "utf-16").map(({ range: { start, end }, newText }) => {
      return `${start.line}:${start.character}-${end.line}:${end.character} → ${newText}`;
    });
    expect(edits).toEqual(told);
  });

  test("law: carried out, they make the one of the other, whatever is counted in", () => {
    fc.assert(
      fc.property(someText, someText, fc.constantFrom(...encodings), (before, after, encoding) => {
        const documents = new Documents(encoding);
        documents.open({ uri: "a", languageId: "text", version: 1, text: before });
        const edits = textEdits(before, after, encoding);
        // From the end to the beginning: then each position is still the one that was meant.
        const changes = edits.toReversed().map(({ range, newText }) => ({ range, text: newText }));
        expect(documents.change({ uri: "a", version: 2 }, changes)).toBe(after);
        expect(documents.versionOf("a")).toBe(edits.length === 0 ? 1 : 2);
      }),
      { numRuns: 400, seed: 41 },
    );
  });
});

describe("open documents", () => {
  test("changes come one after the other, each counted in the text that the last one made", () => {
    const documents = new Documents("utf-8");
    documents.open({ uri: "a", languageId: "text", version: 1, text: "grün\nblau\n" });
    const text = documents.change({ uri: "a", version: 2 }, [
      { range: { start: { line: 0, character: 5 }, end: { line: 0, character: 5 } }, text: "🍏" },
      { range: { start: { line: 0, character: 9 }, end: { line: 1, character: 4 } }, text: "!" },
    ]);
    expect(text).toBe("grün🍏!\n");
    expect(documents.versions()).toEqual(new Map([["a", 2]]));
    documents.close("a");
    expect(documents.textOf("a")).toBeUndefined();
    expect(documents.versionOf("a")).toBeNull();
    expect(documents.change({ uri: "a", version: 3 }, [{ text: "late" }])).toBeUndefined();
  });

  test("a change without a range is the whole text", () => {
    for (const encoding of encodings) {
      const documents = new Documents(encoding);
      documents.open({ uri: "a", languageId: "text", version: 1, text: "old" });
      expect(documents.change({ uri: "a", version: 2 }, [{ text: "new" }])).toBe("new");
      expect(documents.uris).toEqual(["a"]);
    }
  });
});
