/**
 * The contract that every language adapter keeps, as one suite: exact spans, round trips, and calm in the face of garbage.
 * An adapter's test calls it with samples of its own.
 */
import fc from "fast-check";
import { beforeAll, describe, expect, test } from "vitest";
import { applyEdits, SourceText } from "../base/text/index.js";
import { respellingEdit, type Language } from "./language.js";

/** One text with the specifiers that it holds, in order. */
export interface ContractSample {
  readonly name: string;
  readonly text: string;
  readonly specifiers: readonly string[];
}

/** Runs the contract for one adapter. `names` are paths that its specifiers must be able to hold. */
export function languageContract(
  language: Language,
  samples: readonly ContractSample[],
  names: readonly string[],
): void {
  describe(`the language contract: ${language.name}`, () => {
    beforeAll(() => language.prepare());

    test("there are samples", () => expect(samples.length).toBeGreaterThan(0));

    const variants: readonly (readonly [string, (text: string) => string])[] = [
      ["as it is", (text) => text],
      ["with CRLF", (text) => text.replaceAll("\n", "\r\n")],
      ["after a byte-order mark", (text) => `\uFEFF${text}`],
      ["after letters of two and four bytes", (text) => `/* äöü 木 🌳 */ ${text}`],
    ];
    describe.each(samples)("$text", ({ name, text, specifiers }) => {
      test.each(variants)("finds each name at its exact place, %s", (_, change) => {
        const changed = change(text);
        const { references } = language.extract(changed, name);
        expect(references.map((reference) => reference.specifier)).toEqual(specifiers);
        for (const reference of references) {
          expect(language.readAt(changed, reference.start, reference)).toMatchObject({
            end: reference.end,
            specifier: reference.specifier,
          });
          expect(language.write(reference.specifier, reference)?.length).toBe(reference.end - reference.start);
        }
      });

      test("respelling there and back changes nothing, and nothing else in between", () => {
        const { references } = language.extract(text, name);
        for (const reference of references) {
          for (const target of names) {
            const edit = respellingEdit(language, reference, target);
            if (!edit) continue;
            const changed = applyEdits(text, [edit]);
            const again = language.extract(changed, name).references;
            expect(again.map((each) => each.specifier)).toEqual(
              references.map((each) => (each === reference ? target : each.specifier)),
            );
            const back = again.find((each) => each.start === reference.start);
            expect(back && respellingEdit(language, back, reference.specifier)).toBeDefined();
            if (back)
              expect(
                applyEdits(changed, [
                  { start: back.start, end: back.end, text: text.slice(reference.start, reference.end) },
                ]),
              ).toBe(text);
          }
        }
      });
    });

    test("garbage is read without an exception, and spans stay inside the text", () => {
      const pieces = fc.constantFrom(
        ...samples.map((sample) => sample.text),
        "'",
        '"',
        "`",
        "/*",
        "*/",
        "{",
        "}",
        "${",
        "\\",
        "<",
        ">",
        "\n",
        "import ",
        "木",
        "\0",
      );
      const garbage = fc.array(fc.oneof(pieces, fc.string()), { maxLength: 8 }).map((parts) => parts.join(""));
      fc.assert(
        fc.property(garbage, fc.constantFrom(...language.extensions), (text, extension) => {
          const { references } = language.extract(text, `garbage${extension}`);
          for (const { start, end } of references) expect(0 <= start && start <= end && end <= text.length).toBe(true);
        }),
        { seed: 20261123, numRuns: 150 },
      );
    });

    test("bytes that are not UTF-8 come back as they were", () => {
      const bytes = Buffer.from([0x2f, 0x2f, 0xe9, 0x0a]);
      const source = SourceText.fromBytes(bytes);
      expect(source.encode(source.text, "x").equals(bytes)).toBe(true);
    });
  });
}
