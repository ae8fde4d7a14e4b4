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
      "what is set before its default is given along",
      {
        "_kit.scss": "$gap: 8px !default;\n$rim: 1px !default;\n.kit { margin: $gap $rim }\n",
        "main.scss": '// Ours.\n$gap: 4px;\n$rim: $gap * 2;\n@import "kit";\n.page { margin: $gap }\n',
      },
      {
        "main.scss":
          '// Ours.\n$gap: 4px;\n$rim: $gap * 2;\n@use "kit" with ($gap: $gap, $rim: $rim);\n.page { margin: $gap }\n',
        "_kit.scss": "$gap: 8px !default;\n$rim: 1px !default;\n.kit { margin: $gap $rim }\n",
      },
    ],
    [
      "so is what another sheet sets, through an index",
      {
        "_settings.scss": "$gap: 4px;\n",
        "kit/_index.scss": '@import "sizes";\n@import "card";\n',
        "kit/_sizes.scss": "$gap: 8px !default;\n",
        "kit/_card.scss": ".card { margin: $gap }\n",
        "main.scss": '@import "settings";\n@import "kit";\n.page { margin: $gap }\n',
      },
      {
        "main.scss": '@use "settings";\n@use "kit" with ($gap: settings.$gap);\n.page { margin: settings.$gap }\n',
        "kit/_index.scss": '@forward "sizes";\n@forward "card";\n',
        "kit/_card.scss": '@use "sizes";\n\n.card { margin: sizes.$gap }\n',
      },
    ],
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
      "what stays as it is is left alone: custom properties, old filters, arguments, names in rules",
      {
        ...sizes,
        "main.scss":
          '@import "sizes";\n.a { --b: $gap #{$gap}; filter: progid:x(y=$gap); c: twice($x: $gap); $gap: 1px; d: $gap }\n',
      },
      {
        "main.scss":
          '@use "sizes";\n.a { --b: $gap #{sizes.$gap}; filter: progid:x(y=$gap); c: sizes.twice($x: sizes.$gap); $gap: 1px; d: $gap }\n',
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
      "a name that is set behind its default",
      { "_a.scss": "$gap: 1px !default;\n", "main.scss": '@import "a";\n$gap: 2px;\n.x { y: $gap }\n' },
      "$gap is given in main.scss, too",
    ],
    [
      "a name that is set twice",
      { "_a.scss": "$gap: 1px !default;\n", "main.scss": '$gap: 2px;\n$gap: 3px;\n@import "a";\n.x { y: $gap }\n' },
      "$gap is given in main.scss, too",
    ],
    [
      "a name that is set on a condition",
      {
        "_a.scss": "$gap: 1px !default;\n",
        "main.scss": '@if true { $gap: 2px !global; }\n@import "a";\n.x { y: $gap }\n',
      },
      "$gap is given in main.scss, too",
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

/** Where names may stand, and where they are only text. */
const forms = {
  "_sizes.scss": [
    "$gap: 8px; $list: 1px 2px; $map: (a: 1, b: 2); $bp: 600px; $name: 'x';",
    "@mixin wide($w: $gap, $rest...) { width: $w; @content; }",
    "@mixin on($q) { @media (min-width: $q) { @content($q); } }",
    "@function twice($x) { @return $x * 2; }",
    "%quiet { color: grey; }",
  ].join("\n"),
};

describe("forms of Sass: what is proved compiles to the same", () => {
  test.each([
    '.a { background: url($name + ".png"); }',
    '.a { b: "a#{"b" + $name}c"; }',
    '.a { d: "\\$gap"; }',
    "@container (min-width: $bp) { .b { c: d } }",
    "@layer $name;",
    "@font-face { font-family: $name; src: url(#{$name}.woff) }",
    "@keyframes k#{$name} { from { x: $gap } #{50}% { x: $gap } }",
    "@page :first { margin: $gap }",
    "@media (min-width: $bp) and (max-width: $bp + 1) { .c { x: $gap } }",
    "@supports not (display: grid) { .d { x: $gap } }",
    "@supports (width: $gap) and (--a: $gap) { .d { x: $gap } }",
    ".e { @at-root (without: media) { x: $gap } &:hover { y: $gap } & + &-#{$name} { z: $gap } }",
    ".f { width: calc(#{$gap} + 10px); height: calc($gap * 2); w: var(--x, $gap); v: env(safe, $gap); u: clamp(1px, $gap, 3px); }",
    ".f { t: rgba($color: red, $alpha: $gap / $gap); }",
    ".g { x: $gap !important; $local: $gap; y: $local; z: $gap+1; zz: 1+$gap; zzz: 1 -$gap; }",
    ".g { q: 1-$gap; }",
    ".g { q: $gap -$gap; r: $gap - $gap; s: $gap*-$gap; t: -$gap*2; u: (-$gap); v: -twice($gap); w: -($gap); }",
    ".i { @include wide($list...); }",
    ".j { x: map-get((a: $gap), a); y: nth(($gap, $gap), 1); z: not ($gap == 1); w: ($gap); }",
    "%own { x: $gap } .k { @extend %own; }",
    ".l { filter: alpha(opacity=$gap); }",
    ".l { x: expression($gap); }",
    ".l { z: src($name); }",
    ".m { --a:#{$gap}; -x-y: $gap; }",
    ".m { --b: { c: $gap }; }",
    ".o { x: #{if($gap, \"#{$gap}\", '')}; }",
    ".p { x: U+26; y: $gap }",
    '.q { grid-template: "a $gap" auto / $gap; font: #{$gap}/1.5 $name; }',
    ".r { @include wide { @include wide($gap) { x: $gap } } }",
    "@mixin local { x: $gap } .s { @include local }",
    "@function f($gap: $gap) { @return $gap } .t { x: f() }",
    "@function f($a, $b: $a + $gap) { @return $a + $b } .t { x: f($gap) }",
    "@if $gap { .u { x: $gap } } @else { .v { x: y } }",
    "@each $gap in $list { .w { x: $gap } } .x { y: $gap }",
    "@for $i from 1 through 2 { .y-#{$i} { x: $gap * $i } }",
    "$i: 0; @while $i < 2 { .z-#{$i} { x: $gap } $i: $i + 1; }",
    "$own: $gap * 2; .a { x: $own }",
    "$own: $gap !default; .a { x: $own }",
    '.a { x: selector-append(".a", ".#{$name}"); }',
    ".a { &:nth-child(#{length($list)}) { x: y } }",
    ".a { x: $gap  ,$gap; y: [$gap]; z: ($gap $gap) }",
    ".a { x: a$gap; }",
    ".a { x: $gap#{$gap}; y: #{$gap}$gap }",
    ".a { transform: translate(-$gap, calc(-1 * #{$gap})); margin: 0 (-$gap) 0 -$gap }",
    ".a { margin: {top: $gap; left: -$gap;} }",
    '.a { content: "\\"#{$name}\\" $name"; content: \'#{$name}\' }',
    ".a[data-x=\"#{$name}\"], .b:not([data-y='$name']) { x: $gap }",
    "/* loud #{$gap} $gap */",
    '/*! #{twice($gap)} "#{$name}" */',
    '@charset "utf-8"; .a { x: $gap }',
    ".a { @media print { x: $gap } @supports (x: $gap) { y: $gap } }",
    "@media #{$name} and (min-width: $bp), print { .a { x: y } }",
    "@media screen and (width >= $bp) { .a { x: y } }",
    "@scope (.a) to (.b-#{$name}) { .c { x: $gap } }",
    '@property --x { syntax: "$gap"; initial-value: $gap; inherits: false }',
    ".a { x: min($gap, 2px); y: max(1px, $gap + 1px); z: round($gap); w: abs(-$gap) }",
    ".a { color: rgba(red, .5); x: lighten(red, 10%); y: percentage(0.5); width: if($gap > 1, $gap, twice($gap)) }",
    ".a { x: $gap==8px; y: $gap!=8px; z: $gap<9px; w: 1px+$gap+1px }",
    ".a { x: ($gap)px; y: $gap%2; z: $gap % 3 }",
    ".a { @extend %quiet; x: $gap }",
    ".a { x: twice($gap)-1; y: twice( $x : $gap ); z: twice(twice($gap)) }",
    ".a { x: url(\"a.png\") $gap url(b.png); y: url(  'c.png'  ) }",
    ".a { x: url(twice($gap)); }",
    ".a { x: url(#{twice($gap)}/a.png); }",
    "@namespace svg url(http://x.y); .a { x: $gap }",
    ".a { x: -twice(1px); y: - $gap; z: +$gap; w: a -$gap; v: a - $gap; u: 1px*-$gap; t: (1px, -$gap) }",
    ".a { b: c; --d: calc(#{$gap} * 2); e: $gap; }",
    ".a { @include on($q: $bp) using ($z) { w: $z $gap } }",
  ])("%s", async (line) => {
    const files = { ...forms, "main.scss": `@import "sizes";\n${line}\n` };
    const before = compiled(files, "main.scss");
    expect(before).not.toMatch(/^Error/);
    const done = await migrated(files).catch((error: unknown) => {
      expect(error).toBeInstanceOf(ShelfError);
      return undefined;
    });
    if (done?.plan.proof.outcome !== "holds") return;
    expect(compiled(done.then, "main.scss")).toBe(before);
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
      sets: fc.array(
        fc.record({ which: fc.nat(5), to: fc.constantFrom("9px", "null", "$v1", "1px + 1px"), first: fc.boolean() }),
        {
          maxLength: 1,
        },
      ),
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
      const set = (isFirst: boolean): string[] =>
        sheet.sets.flatMap(({ which, to, first }) =>
          first === isFirst && sheets[which]?.gives === "$v" && which !== at ? [`$v${which}: ${to};`] : [],
        );
      return [
        ...(sheet.says ? [`/* c${at} */`] : []),
        ...(sheet.stays ? [`@import url(u${at}.css);`] : []),
        ...set(true),
        ...[...new Set(imported)].map((to) => `@import "s${to}";`),
        ...(at === 0 ? sheets.slice(1).map((_, index) => `@import "s${sheets.length - 1 - index}";`) : []),
        ...give(sheet, at),
        ...set(false),
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
