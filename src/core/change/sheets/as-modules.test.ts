/** Sheets that are imported become modules: what is written, what is in the way, and that Sass compiles it to the same. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { openProject } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { MemoryStore } from "../../files/index.js";
import { compiled } from "../../graph/by-sass.test.suite.js";
import { planDraft, type Plan } from "../plan/index.js";
import { afterwards, at, type Files } from "../plan/planning.test.suite.js";
import { asModulesDraft } from "./as-modules.js";

async function migrated(files: Files, entry = "main.scss"): Promise<{ plan: Plan; then: Record<string, string> }> {
  const project = await openProject(new MemoryStore(files));
  const plan = await planDraft(project, await asModulesDraft(project, at(entry)));
  return { plan, then: afterwards(files, plan) };
}

const sizes = { "_sizes.scss": "$gap: 8px;\n@mixin wide { width: $gap }\n@function twice($x) { @return 2 * $x; }\n" };

describe("what is written", () => {
  test.each<[string, Files, Files]>([
    [
      "names say whose they are, and each sheet takes in what it needs",
      {
        ...sizes,
        "main.scss": '@import "sizes";\n@import "card";\n.page { margin: $gap }\n',
        "_card.scss": ".card { @include wide; margin: twice(1px) }\n",
      },
      {
        "main.scss": '@use "sizes";\n@use "card";\n.page { margin: sizes.$gap }\n',
        "_card.scss": '@use "sizes";\n\n.card { @include sizes.wide; margin: sizes.twice(1px) }\n',
      },
    ],
    [
      "an index passes on, and is where its names are reached",
      {
        "abstracts/_index.scss": "// All that has no rule.\n@import 'sizes';\n@import 'inks';\n",
        "abstracts/_sizes.scss": "$gap: 8px;\n",
        "abstracts/_inks.scss": "$moss: green;\n",
        "main.scss": "@import 'abstracts';\n@import 'card';\n.page { margin: -$gap; color: $moss }\n",
        "_card.scss": ".card { margin: $gap }\n",
      },
      {
        "abstracts/_index.scss": "// All that has no rule.\n@forward 'sizes';\n@forward 'inks';\n",
        "main.scss": "@use 'abstracts';\n@use 'card';\n.page { margin: -(abstracts.$gap); color: abstracts.$moss }\n",
        "_card.scss": "@use 'abstracts/sizes';\n\n.card { margin: sizes.$gap }\n",
      },
    ],
    [
      "several in one line, names in parameters, texts, loops, comments and selectors",
      {
        ...sizes,
        "_inks.scss": "$moss: green;\n$all: (a: 1, b: 2);\n",
        "main.scss":
          '@import "sizes", "inks";\n/*! #{$gap} */\n@mixin m($x: $gap) { x: $x }\n.a { y: "#{$moss}"; @include m }\n@each $k, $v in $all { .b-#{$k} { z: $v } }\n@media (min-width: $gap) { .c { d: e } }\n',
      },
      {
        "main.scss":
          '@use "sizes";\n@use "inks";\n/*! #{sizes.$gap} */\n@mixin m($x: sizes.$gap) { x: $x }\n.a { y: "#{inks.$moss}"; @include m }\n@each $k, $v in inks.$all { .b-#{$k} { z: $v } }\n@media (min-width: sizes.$gap) { .c { d: e } }\n',
      },
    ],
    [
      "imports that stay come behind, and comments stay where they are",
      {
        ...sizes,
        "main.scss":
          '@charset "UTF-8";\n// Fonts\n@import url("https://fonts.example/a.css");\n// 1. Sizes\n@import "sizes";\n// 2. Card\n@import "card";\n.page { margin: $gap }\n',
        "_card.scss": "/* A card. */\n\n.card { margin: 0 }\n",
      },
      {
        "main.scss":
          '@charset "UTF-8";\n// 1. Sizes\n@use "sizes";\n// 2. Card\n@use "card";\n// Fonts\n@import url("https://fonts.example/a.css");\n.page { margin: sizes.$gap }\n',
      },
    ],
    [
      "comments that are compiled stay before what they are about",
      {
        ...sizes,
        "main.scss": '/* All. */\n@import "sizes";\n/* Card */\n@import "card";\n/* Page */\n.page { margin: $gap }\n',
        "_card.scss": "/* A card. */\n\n.card { margin: 0 }\n",
      },
      {
        "main.scss": '/* All. */\n@use "sizes";\n/* Card */\n@use "card";\n/* Page */\n.page { margin: sizes.$gap }\n',
      },
    ],
    [
      "two of one name are told apart; a placeholder asks for its sheet",
      {
        "base/_type.scss": "$lead: 1;\n%quiet { color: grey }\n",
        "parts/_type.scss": "$size: 2;\n.t { x: $lead }\n",
        "main.scss": '@import "base/type";\n@import "parts/type";\n.a { x: $lead; y: $size; @extend %quiet; }\n',
      },
      {
        "main.scss":
          '@use "base/type";\n@use "parts/type" as parts-type;\n.a { x: type.$lead; y: parts-type.$size; @extend %quiet; }\n',
        "parts/_type.scss": '@use "../base/type";\n\n$size: 2;\n.t { x: type.$lead }\n',
      },
    ],
    [
      "indented Sass",
      { "_sizes.sass": "$gap: 8px\n=wide\n  width: $gap\n", "main.sass": "@import sizes\n.a\n  +wide\n  x: $gap\n" },
      { "main.sass": '@use "sizes"\n.a\n  +sizes.wide\n  x: sizes.$gap\n' },
    ],
    [
      "what is a module already stays one",
      {
        ...sizes,
        "main.scss": '@use "sass:math";\n@import "sizes";\n.a { x: math.div($gap, 2) }\n',
      },
      { "main.scss": '@use "sass:math";\n@use "sizes";\n.a { x: math.div(sizes.$gap, 2) }\n' },
    ],
  ])("%s", async (_, files, wanted) => {
    const entry = "main.sass" in files ? "main.sass" : "main.scss";
    const { plan, then } = await migrated(files, entry);
    expect(plan.proof.different).toEqual([]);
    expect(plan.proof.outcome).toBe("holds");
    for (const [path, text] of Object.entries(wanted)) expect([path, then[path]]).toEqual([path, text]);
    expect(compiled(then, entry)).toBe(compiled(files, entry));
    expect(compiled(then, entry)).not.toContain("Error");
  });
});

describe("what is in the way", () => {
  test.each<[string, Files, string]>([
    [
      "a name that two sheets give",
      { ...sizes, "_more.scss": "$gap: 2px;\n", "main.scss": '@import "sizes", "more";\n' },
      "$gap is given in _sizes.scss, too",
    ],
    [
      "sheets that need each other",
      {
        "_a.scss": "$a: 1;\n.a { x: $b }\n",
        "_b.scss": "$b: 1;\n@mixin m { x: $a }\n",
        "main.scss": '@import "b", "a";\n',
      },
      "need each other",
    ],
    [
      "a name that is asked for by its text",
      { ...sizes, "main.scss": '@import "sizes";\n@if variable-exists("gap") { .a { x: y } }\n' },
      "$gap is asked for by its text",
    ],
    [
      "an import within a rule",
      { "_a.scss": ".a { x: y }\n", "main.scss": '.page { @import "a"; }\n' },
      "a is taken in within a rule",
    ],
    ["a package", { "main.scss": '@import "~kit/all";\n' }, "nobody can look into ~kit/all"],
    [
      "a rule before an import",
      { ...sizes, "main.scss": '.a { x: y }\n@import "sizes";\n' },
      ".a { x: y } stands before an import",
    ],
    [
      "a name that a module keeps to itself",
      { "_a.scss": "$-gap: 1;\n", "main.scss": '@import "a";\n.x { y: $-gap }\n' },
      "begins with a sign that keeps it to _a.scss",
    ],
    [
      "the same twice",
      { ...sizes, "main.scss": '@import "sizes";\n@import "sizes";\n' },
      "_sizes.scss is imported twice",
    ],
    [
      "only for a medium",
      { ...sizes, "main.scss": '@import "sizes" screen;\n' },
      "nobody can look into|is imported for",
    ],
  ])("%s", async (_, files, reason) => {
    const refused = await migrated(files).then(
      (done) => done,
      (error: unknown) => error,
    );
    // What is taken in for a medium stays an import of the page.
    if (!(refused instanceof ShelfError)) {
      expect(reason).toContain("|");
      return;
    }
    expect(refused.code).toBe("SHEET_NO_MODULE");
    expect(refused.message).toMatch(new RegExp(reason.replace(/[$.{}()]/g, "\\$&")));
    expect(refused.place?.line).toBeGreaterThan(0);
  });
});

test("another entry that imports one of the sheets compiles to the same, or it is no proof", async () => {
  const files = {
    ...sizes,
    "main.scss": '@import "sizes", "card";\n',
    "other.scss": '@import "sizes";\n@import "card";\n.o { x: $gap }\n',
    "_card.scss": ".card { margin: $gap }\n",
  };
  const { plan, then } = await migrated(files);
  expect(plan.proof.outcome).toBe("holds");
  for (const entry of ["main.scss", "other.scss"]) expect(compiled(then, entry)).toBe(compiled(files, entry));
  const overriding = { ...files, "other.scss": '$gap: 1px;\n@import "card";\n' };
  expect((await migrated(overriding)).plan.proof.outcome).toBe("fails");
});

/** Sheets with names that need those of others, and rules, comments and imports that stay. */
const themes = fc
  .array(
    fc.record({
      gives: fc.constantFrom("$v", "@mixin", "@function", "%p", ""),
      isDefault: fc.boolean(),
      needs: fc.array(fc.nat(5), { maxLength: 3 }),
      emits: fc.boolean(),
      says: fc.boolean(),
      stays: fc.boolean(),
      imports: fc.array(fc.nat(5), { maxLength: 2 }),
    }),
    { minLength: 2, maxLength: 6 },
  )
  .map((sheets): Files => {
    const use = (to: number): string => {
      const other = sheets[to];
      if (other?.gives === "$v") return `x: -$v${to}`;
      if (other?.gives === "@mixin") return `@include m${to}`;
      if (other?.gives === "@function") return `y: f${to}(1px)`;
      return other?.gives === "%p" ? `@extend %p${to}` : "z: 0";
    };
    const give = ({ gives, isDefault }: (typeof sheets)[number], at: number): string[] => {
      if (gives === "$v") return [`$v${at}: ${at}px${isDefault ? " !default" : ""};`];
      if (gives === "@mixin") return [`@mixin m${at}($a: 1px) { width: $a; }`];
      if (gives === "@function") return [`@function f${at}($a) { @return $a + ${at}; }`];
      return gives === "%p" ? [`%p${at} { color: red; }`] : [];
    };
    const text = (sheet: (typeof sheets)[number], at: number): string => {
      const imported = at === 0 ? [] : sheet.imports.filter((to) => to > at && to < sheets.length);
      const needed = sheet.needs.filter((to) => to !== at && to < sheets.length);
      return [
        ...(sheet.says ? [`/* c${at} */`] : []),
        ...(sheet.stays ? [`@import url(u${at}.css);`] : []),
        ...[...new Set(imported)].map((to) => `@import "s${to}";`),
        ...(at === 0 ? sheets.slice(1).map((_, index) => `@import "s${sheets.length - 1 - index}";`) : []),
        ...give(sheet, at),
        ...(sheet.emits ? [`.s${at} { ${["w: 0", ...needed.map(use)].join("; ")}; }`] : []),
        "",
      ].join("\n");
    };
    return Object.fromEntries(sheets.map((each, at) => [at === 0 ? "main.scss" : `_s${at}.scss`, text(each, at)]));
  });

test("law: where the proof holds, Sass compiles to the same, whatever the sheets", async () => {
  let [held, ran] = [0, 0];
  await fc.assert(
    fc.asyncProperty(themes, async (files) => {
      const before = compiled(files, "main.scss");
      if (before.startsWith("Error: ")) return;
      ran += 1;
      const done = await migrated(files).catch((error: unknown) => {
        if (error instanceof ShelfError) return undefined;
        throw error;
      });
      if (done?.plan.proof.outcome !== "holds") return;
      held += 1;
      expect(compiled(done.then, "main.scss")).toBe(before);
    }),
    { seed: 17, numRuns: 250 },
  );
  expect(ran).toBeGreaterThan(60);
  expect(held).toBeGreaterThan(30);
});
