/** Lines of sheets in a wrong order: what is found, and in which order Sass takes them. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { applyEdits } from "../../base/text/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { MemoryStore, readTree } from "../../files/index.js";
import { compiled } from "../../graph/by-sass.test.suite.js";
import { Resolver } from "../../graph/index.js";
import { moduleRules } from "../../languages/index.js";
import { findInSheets, type Misplaced } from "./index.js";

type Files = Readonly<Record<string, string>>;

async function misplaced(files: Files): Promise<readonly Misplaced[]> {
  const tree = await readTree(new MemoryStore(files));
  const resolver = new Resolver(tree, moduleRules, []);
  return findInSheets({ app: {}, paths: tree.paths, isOwn: () => true, resolver }).misplaced;
}

/** The files once what is found has been put right. */
function mended(files: Files, found: readonly Misplaced[]): Files {
  const changed = found.map(({ file, edits }) => [file, applyEdits(files[file] ?? "", [...edits])] as const);
  return { ...files, ...Object.fromEntries(changed) };
}

function compiles(files: Files, entry: string): boolean {
  return !compiled(files, entry).startsWith("Error: ");
}

const parts: Files = {
  "_sizes.scss": "$gap: 8px;\n",
  "_mixins.scss": "@mixin centred { margin: $gap }\n@function twice($x) { @return 2 * $x; }\n",
  "_base.scss": "body { margin: $gap }\n",
  "_card.scss": ".card { @include centred; width: twice($gap) }\n",
};

describe("lines in a wrong order", () => {
  test.each<[string, Files, readonly string[], string]>([
    [
      "what defines a name goes up",
      { ...parts, "main.scss": '@import "base";\n@import "mixins";\n@import "sizes";\n@import "card";\n' },
      ["main.scss $gap broken sure"],
      '@import "sizes";\n@import "base";\n@import "mixins";\n@import "card";\n',
    ],
    [
      "two lines at once",
      { ...parts, "main.scss": '@import "card";\n\n@import "mixins";\n@import "sizes";\n' },
      ["main.scss @mixin centred, @function twice, $gap broken sure"],
      '@import "mixins";\n@import "sizes";\n@import "card";\n',
    ],
    [
      "variables within a sheet",
      { "main.scss": "$wide: 2 * $gap;\n$gap: 1px;\n.a { b: $wide }\n" },
      ["main.scss $gap broken sure"],
      "$gap: 1px;\n$wide: 2 * $gap;\n.a { b: $wide }\n",
    ],
    [
      "a call that would stay as text is only offered",
      { ...parts, "main.scss": '.a { b: twice(1px) }\n@import "mixins";\n' },
      ["main.scss @function twice as text"],
      '@import "mixins";\n.a { b: twice(1px) }\n',
    ],
    [
      "what a condition needs is found, and put right where nothing else changes",
      { ...parts, "main.scss": '$on: true;\n@if $on { .a { margin: $gap } }\n@import "sizes";\n' },
      ["main.scss $gap perhaps sure"],
      '$on: true;\n@import "sizes";\n@if $on { .a { margin: $gap } }\n',
    ],
  ])("%s", async (_, files, expected, text) => {
    const found = await misplaced(files);
    expect(
      found.map(({ file, names, effect, isSure }) => `${file} ${names.join(", ")} ${effect}${isSure ? " sure" : ""}`),
    ).toEqual(expected);
    expect(mended(files, found)["main.scss"]).toBe(text);
    if (expected[0]?.includes("broken") === true) expect(compiles(files, "main.scss")).toBe(false);
    expect(compiles(mended(files, found), "main.scss")).toBe(true);
    expect(await misplaced(mended(files, found))).toEqual([]);
  });

  test.each<[string, Files]>([
    ["all is given before", { ...parts, "main.scss": '@import "sizes";\n@import "mixins";\n@import "card";\n' }],
    [
      "a mixin needs a name only when it is called",
      { ...parts, "main.scss": '@import "mixins";\n@import "sizes";\n@import "card";\n' },
    ],
    ["a partial waits for who takes it in", { "_a.scss": ".b { c: $d }\n$d: 1;\n" }],
    [
      "a sheet that others take in waits for them",
      { "a.scss": ".b { c: $d $e }\n$d: 1;\n", "main.scss": '$d: 2;\n$e: 3;\n@import "a";\n' },
    ],
    [
      "a branch may never be taken",
      { "main.scss": "@function f($x) { @if $x { @return 1; } @return $y; }\n.a { b: f(true) }\n$y: 2;\n" },
    ],
    ["a package may give it", { "main.scss": '@import "~kit/all";\n.a { b: $c }\n$c: 1;\n' }],
    ["Less looks names up late", { "main.less": ".a { b: @c }\n@c: 1;\n" }],
    ["nothing gives it at all", { "main.scss": ".a { b: $c }\n" }],
  ])("nothing is found where %s", async (_, files) => {
    expect(await misplaced(files)).toEqual([]);
  });

  test("what is right for another sheet is only put right where that compiles to the same", async () => {
    const files = {
      "_all.scss": '@import "a";\n@import "b";\n',
      "_a.scss": ".a { x: $gap }\n",
      "_b.scss": ".b { x: 1 }\n$gap: 1px;\n",
      "one.scss": '@import "all";\n',
      "two.scss": '$gap: 2px;\n@import "all";\n',
    };
    const [found] = await misplaced(files);
    expect(found).toMatchObject({ file: "_all.scss", effect: "broken", isSure: false });
  });

  test("an order that Sass refuses is found, and put right, wherever some order is right", async () => {
    const lines = ["sizes", "mixins", "base", "card"].map((each) => `@import "${each}";`);
    let broken = 0;
    await fc.assert(
      fc.asyncProperty(fc.shuffledSubarray(lines, { minLength: 4 }), async (order) => {
        const files = { ...parts, "main.scss": `${order.join("\n")}\n` };
        const found = await misplaced(files);
        if (compiles(files, "main.scss")) expect(found.filter(({ effect }) => effect === "broken")).toEqual([]);
        else broken += 1;
        const then = mended(files, found);
        expect(compiles(then, "main.scss")).toBe(true);
        expect((then["main.scss"] ?? "").split("\n").sort()).toEqual(["", ...lines].sort());
      }),
      { numRuns: 60 },
    );
    expect(broken).toBeGreaterThan(10);
  });
});

test("paths are those of the tree", async () => {
  const [found] = await misplaced({
    "css/main.scss": '@import "b";\n@import "a";\n',
    "css/_a.scss": "$x: 1;\n",
    "css/_b.scss": ".b { y: $x }\n",
  });
  expect(found).toMatchObject({
    entry: "css/main.scss" as ProjectPath,
    neededBy: { file: "css/_b.scss" },
    line: '@import "a";',
  });
});
