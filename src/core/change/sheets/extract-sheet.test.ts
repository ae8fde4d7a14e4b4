/** Rules that go from a sheet into a partial: what is written, what is refused, and that Sass compiles it to the same. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { ShelfError } from "../../base/errors.js";
import { compiled } from "../../graph/by-sass.test.suite.js";
import type { Files } from "../plan/planning.test.suite.js";
import { taken } from "./taking.test.suite.js";

const theme = `@import "sizes";

/* ---- Reset ---- */
* { box-sizing: border-box }

// Nothing hangs over.
body { margin: $gap }

/* ---- Cards ---- */
.card { color: red }
.card__title { margin: 0 } // of a card
.note { color: blue }
`;
const sizes = "$gap: 8px;\n";

describe("what is taken out of a sheet", () => {
  test.each<[string, Files, string, Files]>([
    [
      "a selector goes with all that is about it, and the partial is taken in at its place",
      { "main.scss": theme, "_sizes.scss": sizes },
      "main.scss .card",
      {
        "main.scss": theme.replace(".card { color: red }\n.card__title { margin: 0 } // of a card", '@import "card";'),
        "_card.scss": ".card { color: red }\n.card__title { margin: 0 } // of a card\n",
      },
    ],
    [
      "a section goes with its heading",
      { "main.scss": theme, "_sizes.scss": sizes },
      "main.scss ##reset > base/",
      {
        "main.scss": theme.replace(/\/\* ---- Reset[^]*?\$gap }/, '@import "base/reset";'),
        "base/_reset.scss":
          "/* ---- Reset ---- */\n* { box-sizing: border-box }\n\n// Nothing hangs over.\nbody { margin: $gap }\n",
      },
    ],
    [
      "lines go with the comment above them",
      { "main.scss": theme, "_sizes.scss": sizes },
      "main.scss 7-7 > _body.scss",
      {
        "main.scss": theme.replace("// Nothing hangs over.\nbody { margin: $gap }", '@import "body";'),
        "_body.scss": "// Nothing hangs over.\nbody { margin: $gap }\n",
      },
    ],
    [
      "names go to a partial that is there and is taken in just before",
      { "main.scss": '@import "sizes";\n$wide: 2 * $gap;\n.a { b: $wide }\n', "_sizes.scss": sizes },
      "main.scss $wide > _sizes.scss",
      { "main.scss": '@import "sizes";\n.a { b: $wide }\n', "_sizes.scss": "$gap: 8px;\n\n$wide: 2 * $gap;\n" },
    ],
    [
      "and rules to one that stands there",
      {
        "main.scss": '@import "sizes";\n@import "a";\n.b { c: $gap }\n.d { e: f }\n',
        "_sizes.scss": sizes,
        "_a.scss": ".a { b: c }\n",
      },
      "main.scss .b > _a.scss",
      { "main.scss": '@import "sizes";\n@import "a";\n.d { e: f }\n', "_a.scss": ".a { b: c }\n\n.b { c: $gap }\n" },
    ],
    [
      "what is imported from elsewhere stays first",
      {
        "main.scss":
          '@charset "utf-8";\n@import url("//fonts.example/a.css");\n.a { b: c }\n.d { e: f }\n@import "sizes";\n',
        "_sizes.scss": sizes,
      },
      "main.scss 1-3 > _a.scss",
      {
        "main.scss":
          '@charset "utf-8";\n@import url("//fonts.example/a.css");\n@import "a";\n.d { e: f }\n@import "sizes";\n',
        "_a.scss": ".a { b: c }\n",
      },
    ],
    [
      "a module takes along the modules that it needs, by the names that they have",
      {
        "main.scss":
          '@use "sizes" as s with ($gap: 1px);\n@use "sass:math";\n\n.a { b: math.div(s.$gap, 2) }\n.c { d: e }\n',
        "_sizes.scss": "$gap: 8px !default;\n",
      },
      "main.scss .a > parts/_a.scss",
      {
        "main.scss": '@use "sizes" as s with ($gap: 1px);\n@use "sass:math";\n@use "parts/a";\n\n.c { d: e }\n',
        "parts/_a.scss": '@use "../sizes" as s;\n@use "sass:math";\n\n.a { b: math.div(s.$gap, 2) }\n',
      },
    ],
    [
      "names that go are still known to the rest, and to who takes the sheet in",
      { "main.scss": '@use "kit";\n.a { b: kit.$gap }\n', "_kit.scss": "$gap: 8px;\n\n.kit { margin: $gap }\n" },
      "_kit.scss $gap > _sizes.scss",
      {
        "main.scss": '@use "kit";\n.a { b: kit.$gap }\n',
        "_kit.scss": '@forward "sizes";\n@use "sizes" as *;\n\n.kit { margin: $gap }\n',
        "_sizes.scss": "$gap: 8px;\n",
      },
    ],
    [
      "pictures are named from where the rules are then",
      {
        "package.json": '{"dependencies":{"vite":"1"}}',
        "css/main.scss": '@import "x";\n.a { b: url(../i/a.png) }\n.c { d: e }\n',
        "css/_x.scss": "",
        "i/a.png": "1",
      },
      "css/main.scss .a > css/parts/_a.scss",
      {
        "css/main.scss": '@import "x";\n@import "parts/a";\n.c { d: e }\n',
        "css/parts/_a.scss": ".a { b: url(../../i/a.png) }\n",
      },
    ],
    [
      "a name that the compiler leaves as it is means what it means beside the entry, and stays",
      { "css/main.scss": '@import "x";\n.a { b: url(i/a.png) }\n.c { d: e }\n', "css/_x.scss": "", "css/i/a.png": "1" },
      "css/main.scss .a > parts/_a.scss",
      {
        "css/main.scss": '@import "x";\n@import "../parts/a";\n.c { d: e }\n',
        "parts/_a.scss": ".a { b: url(i/a.png) }\n",
      },
    ],
    [
      "indented Sass stays indented Sass",
      { "main.sass": "@import sizes\n.a\n  b: $gap\n  .c\n    d: e\n\n.f\n  g: h\n", "_sizes.sass": "$gap: 8px\n" },
      "main.sass .a",
      { "main.sass": "@import sizes\n@import a\n\n.f\n  g: h\n", "_a.sass": ".a\n  b: $gap\n  .c\n    d: e\n" },
    ],
    [
      "Less takes it in where it stood, and a page's sheet at its head",
      { "main.less": ".a { b: c }\n@g: 1px;\n.d { e: @g }\n" },
      "main.less .d > parts/d",
      { "main.less": '.a { b: c }\n@g: 1px;\n@import "parts/d";\n', "parts/d.less": ".d { e: @g }\n" },
    ],
    [
      "a sheet of CSS takes it in first",
      { "main.css": "/* All. */\n\n.a { b: url(c.png) }\n.d { e: f }\n", "c.png": "1" },
      "main.css .a > parts/a.css",
      {
        "main.css": '/* All. */\n\n@import "./parts/a.css";\n.d { e: f }\n',
        "parts/a.css": ".a { b: url(../c.png) }\n",
      },
    ],
    [
      "lines end as they do in the sheet",
      { "main.less": ".a { b: c }\r\n.d { e: f }\r\n" },
      "main.less .a",
      { "main.less": '@import "a";\r\n.d { e: f }\r\n', "a.less": ".a { b: c }\r\n" },
    ],
  ])("%s", async (_, files, command, expected) => {
    const { plan, then } = await taken(files, command);
    expect(then).toMatchObject(expected);
    expect(plan.proof.outcome).toBe("holds");
    const entry = Object.keys(files).find((path) => /main\.s[ac]ss$/.test(path));
    if (entry !== undefined && entry === "main.scss") expect(compiled(then, entry)).toBe(compiled(files, entry));
    if (entry !== undefined && entry !== "css/main.scss") expect(compiled(files, entry)).not.toMatch(/^Error/);
  });

  test.each<[string, Files, string, string]>([
    [
      "a rule between those that go",
      { "main.scss": '@import "x";\n.a { b: c }\n.d { e: f }\n.a:hover { g: h }\n', "_x.scss": "" },
      "main.scss .a",
      "SHEET_BETWEEN",
    ],
    [
      "a rule that would come after a module",
      { "main.scss": '@use "x";\n.a { b: c }\n.d { e: f }\n', "_x.scss": "" },
      "main.scss .d",
      "SHEET_BEFORE",
    ],
    ["a rule before an import of CSS", { "main.css": ".a { b: c }\n.d { e: f }\n" }, "main.css .d", "SHEET_BEFORE"],
    [
      "names that a module cannot get back",
      { "main.scss": '@use "x";\n$g: 1px;\n.a { b: $g }\n.c { d: $g }\n', "_x.scss": "" },
      "main.scss .a",
      "SHEET_NEEDS",
    ],
    [
      "a sheet with a namespace",
      { "main.css": "@namespace s url(http://x.org/y);\n.a { b: c }\n.d { e: f }\n" },
      "main.css .a",
      "SHEET_NAMESPACE",
    ],
    ["half of a rule", { "main.scss": theme, "_sizes.scss": sizes }, "main.scss 3-3", "SHEET_NOTHING"],
    ["lines that cut a rule", { "main.scss": ".a {\n  b: c\n}\n.d { e: f }\n" }, "main.scss 2-4", "SHEET_LINES"],
    ["a section that is not there", { "main.scss": theme }, "main.scss ##rota", "SHEET_NO_SECTION"],
    [
      "two sections of one name",
      { "main.scss": "/* --- A --- */\n.a { b: c }\n/* --- A --- */\n.d { e: f }\n" },
      "main.scss ##a",
      "SHEET_SECTIONS",
    ],
    [
      "a selector in a list with another",
      { "main.scss": ".a, .b { c: d }\n.e { f: g }\n" },
      "main.scss .a",
      "SHEET_MIXED",
    ],
    [
      "a selector that is not there",
      { "main.scss": ".apple { b: c }\n.d { e: f }\n" },
      "main.scss .aple",
      "NAME_MISSING",
    ],
    ["all of it", { "main.scss": ".a { b: c }\n" }, "main.scss .a", "EXTRACT_ALL"],
    ["itself as its target", { "main.scss": ".a { b: c }\n.d { e: f }\n" }, "main.scss .a > main.scss", "EXTRACT_SAME"],
    ["another language", { "main.scss": ".a { b: c }\n.d { e: f }\n" }, "main.scss .a > a.less", "EXTRACT_LANGUAGE"],
    ["a sheet that does not end", { "main.scss": ".a { b: c }\n.d { e: f\n" }, "main.scss .a", "SHEET_BROKEN"],
    [
      "a sheet whose classes scripts take",
      { "Card.module.css": ".a { b: c }\n.d { e: f }\n" },
      "Card.module.css .a",
      "SHEET_OF_SCRIPTS",
    ],
  ])("%s is refused", async (_, files, command, code) => {
    await expect(taken(files, command)).rejects.toThrow(expect.objectContaining({ code }) as ShelfError);
  });

  test.each<[string, Files, string]>([
    [
      "what is extended in the rest",
      { "main.scss": '@use "x";\n.a { @extend .b; c: d }\n.b { e: f }\n', "_x.scss": "" },
      "main.scss .a",
    ],
    [
      "what is extended in the rest, and is put together from its parent's name",
      { "main.scss": '@use "x";\n.a { @extend .b__c; d: e }\n.b { &__c { f: g } }\n', "_x.scss": "" },
      "main.scss .a",
    ],
    [
      "or from a value",
      { "main.scss": '@use "x";\n.a { @extend .b; d: e }\n.#{x.$b} { f: g }\n', "_x.scss": "$b: b;\n" },
      "main.scss .a",
    ],
    [
      "a name of who takes it in",
      { "main.scss": '@use "kit";\n.a { b: c }\n', "_kit.scss": ".kit { margin: $unknown }\n.b { c: d }\n" },
      "_kit.scss .kit > _part.scss",
    ],
  ])("%s is not ticked", async (_, files, command) => {
    const { plan } = await taken(files, command);
    expect(plan.proof.outcome).not.toBe("holds");
  });

  const parts = fc.constantFrom(
    "$a: 1px;",
    "$b: 2px !default;",
    "$a: $b + 1px;",
    "@mixin m { m: $a }",
    "@function f($x) { @return $x * 2; }",
    ".a { w: $a }",
    ".b { w: f($b) }",
    ".c { @include m; }",
    "%p { p: q }",
    ".d { @extend %p; }",
    "/* loud */",
    "// silent\n",
    "@media print { .e { w: $a } }",
    "@if $a > 1px { .g { w: $b } }",
    ".a:hover { h: i }",
  );

  test.each(["@import", "@use"])(
    "compiles to the same wherever it is ticked, where sheets are taken in by %s",
    async (way) => {
      let ticked = 0;
      await fc.assert(
        fc.asyncProperty(
          fc.array(parts, { minLength: 3, maxLength: 9 }),
          fc.nat(20),
          fc.nat(3),
          async (lines, from, more) => {
            const load = way === "@import" ? '@import "base";' : '@use "base" as *;';
            const text = [load, ...lines].join("\n") + "\n";
            const files = {
              "main.scss": text,
              "_base.scss": "$a: 3px; $b: 4px;\n@function f($x) { @return $x; }\n@mixin m { o: p }\n%p { r: s }\n",
              "other.scss": '@use "main";\n.z { y: main.$a }\n',
            };
            const count = text.trimEnd().split("\n").length;
            const first = 2 + (from % (count - 1));
            const result = await taken(files, `main.scss ${first}-${Math.min(count, first + more)} > _part.scss`).catch(
              (error: unknown) => {
                if (error instanceof ShelfError) return undefined;
                throw error;
              },
            );
            if (result?.plan.proof.outcome !== "holds") return;
            ticked += 1;
            for (const entry of ["main.scss", "other.scss"]) {
              const before = compiled(files, entry);
              if (!before.startsWith("Error")) expect(compiled(result.then, entry)).toBe(before);
            }
          },
        ),
        { numRuns: 250 },
      );
      expect(ticked).toBeGreaterThan(40);
    },
  );
});
