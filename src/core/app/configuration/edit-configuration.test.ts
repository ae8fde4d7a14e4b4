/** Decisions are written where they belong, and nothing else changes. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { parse } from "yaml";
import { editConfiguration, type FileDecision } from "./edit-configuration.js";

const files = (...entries: readonly [string, FileDecision][]): { files: Map<string, FileDecision> } => {
  return { files: new Map(entries) };
};

describe("a configuration", () => {
  test.each<[string, string, Parameters<typeof editConfiguration>[1], string]>([
    ["its arrangement", "arrangement: a # why\n", { arrangement: "b" }, "arrangement: b # why\n"],
    ["in its quotes", "arrangement: './a.yaml'\n", { arrangement: "./it's.yaml" }, "arrangement: './it''s.yaml'\n"],
    ["one that it did not say", "version: 1", { arrangement: "b" }, "version: 1\narrangement: b\n"],
    ["line ends as they are", "version: 1\r\n", { arrangement: "b" }, "version: 1\r\narrangement: b\r\n"],
    ["a first answer", "version: 1\n", files(["a.ts", "leave"]), "version: 1\nfiles:\n  a.ts: leave\n"],
    [
      "one more answer, in the place and indent of the others",
      "files:\n    x.ts: leave # sure\n\nsource: src\n",
      files(["a.ts", { role: "hook", feature: "rota" }]),
      "files:\n    x.ts: leave # sure\n    a.ts: { role: hook, feature: rota }\n\nsource: src\n",
    ],
    ["in braces", "files: { x.ts: leave }\n", files(["a.ts", "leave"]), "files: { x.ts: leave, a.ts: leave }\n"],
    ["in empty braces", "files: {}\n", files(["a.ts", "leave"]), "files: { a.ts: leave }\n"],
    [
      "where there is only the key",
      "files:\nsource: src\n",
      files(["a.ts", "leave"]),
      "files:\n  a.ts: leave\nsource: src\n",
    ],
    [
      "a path that needs quotes",
      "version: 1\n",
      files(["[id].tsx", "leave"]),
      'version: 1\nfiles:\n  "[id].tsx": leave\n',
    ],
    [
      "not what was answered before",
      "files:\n  a.ts: leave\n",
      files(["a.ts", { role: "hook" }]),
      "files:\n  a.ts: leave\n",
    ],
    [
      "keys that follow their files",
      'files:\n  "a.ts": leave\n  b/**: leave\n',
      {
        moved: new Map([
          ["a.ts", "c/a.ts"],
          ["b/x.ts", "c/x.ts"],
        ]),
      },
      'files:\n  "c/a.ts": leave\n  b/**: leave\n',
    ],
  ])("%s", (_, text, decisions, expected) => expect(editConfiguration(text, decisions)).toBe(expected));

  test("whatever the paths are, what is written is what is read", () => {
    const path = fc
      .string({ minLength: 1, maxLength: 12, unit: "grapheme" })
      .filter((each) => each.trim() === each && !/[\n\r]/.test(each));
    const text = fc.constantFrom("version: 1\n", "files:\n  x: leave\n", "files: { x: leave }\n", "# only\nversion: 1");
    const decision = fc.constantFrom<FileDecision>(
      "leave",
      { role: "hook" },
      { feature: "übung" },
      { role: "state", feature: "a b" },
    );
    fc.assert(
      fc.property(text, fc.dictionary(path, decision, { minKeys: 1, noNullPrototype: true }), (before, said) => {
        const after = parse(editConfiguration(before, { files: new Map(Object.entries(said)) })) as { files: object };
        const there = (parse(before) as { files?: object }).files ?? {};
        expect(after.files).toEqual({ ...said, ...there });
      }),
    );
  });
});
