/** The statements of sheets, and the names that they give and need. */
import fc from "fast-check";
import scss from "postcss-scss";
import { describe, expect, test } from "vitest";
import type { SheetStatement } from "../sheet-forms.js";
import { sheets } from "./index.js";

const read = (text: string, name: string) => sheets.sheets?.read(text, name);

/** `rule .a { declaration color }`, by what each begins with. */
function drawn(text: string, all: readonly SheetStatement[]): string {
  return all
    .map(({ kind, word, start, headEnd, block, isLoud, continues }) => {
      const head = kind === "comment" ? (isLoud ? "loud" : "silent") : word || text.slice(start, headEnd).trim();
      const inner = block ? ` { ${drawn(text, block)} }` : "";
      return `${continues ? "+ " : ""}${kind} ${head}${inner}`;
    })
    .join("; ");
}

describe("the statements of a sheet", () => {
  test.each<[string, string, string]>([
    [
      "a.css",
      "@charset 'x';\n.a, .b > c { color: red; margin: 0 }\n",
      "at-rule charset; rule .a, .b > c { declaration color: red; declaration margin: 0 }",
    ],
    ["a.css", "@media print { .a { b: c } }", "at-rule media { rule .a { declaration b: c } }"],
    [
      "a.css",
      ".a { background: url(data:image/png;base64,a/*b) }",
      "rule .a { declaration background: url(data:image/png;base64,a/*b) }",
    ],
    ["a.css", '.a::before { content: "};/*" }', 'rule .a::before { declaration content: "};/*" }'],
    [
      "a.css",
      ":root { --a: { b: c }; --d: e }",
      "rule :root { declaration --a: { declaration b: c }; declaration --d: e }",
    ],
    ["a.css", "// no comment\n.a { b: c }", "rule // no comment\n.a { declaration b: c }"],
    ["a.scss", "// one\n/* two */\n$a-b: (c: d, e: f) !default;", "comment silent; comment loud; assignment a-b"],
    ["a.scss", "p.$a: 1;", "assignment a"],
    [
      "a.scss",
      ".a-#{$b} { &:hover { c: d } font: { size: 1px } }",
      "rule .a-#{$b} { rule &:hover { declaration c: d }; declaration font: { declaration size: 1px } }",
    ],
    [
      "a.scss",
      "@if $a { b { c: d } } @else if $e { f { g: h } }",
      "at-rule if { rule b { declaration c: d } }; + at-rule else { rule f { declaration g: h } }",
    ],
    ["a.scss", "@include m($a) { b: c }\n@include n;", "at-rule include { declaration b: c }; at-rule include"],
    ["a.scss", '$a: "#{f("}")}";\n.b { c: d }', "assignment a; rule .b { declaration c: d }"],
    [
      "a.less",
      "@a: 1; @b: { c: d }\n.m() when (@a = 1) { e: f }\n.m();\n@b();",
      "assignment a; assignment b { declaration c: d }; rule .m() when (@a = 1) { declaration e: f }; call .m(); call @b()",
    ],
    [
      "a.less",
      "@page-rim: 1px; @media-x: 2; @page :first { a: b }",
      "assignment page-rim; assignment media-x; at-rule page { declaration a: b }",
    ],
    ["a.less", ".@{a} { .m !important; b: ~`1 + 1`; }", "rule .@{a} { call .m !important; declaration b: ~`1 + 1` }"],
    [
      "a.less",
      "@page :first { margin: 0 }\n@media print { a { b: c } }",
      "at-rule page { declaration margin: 0 }; at-rule media { rule a { declaration b: c } }",
    ],
    [
      "a.sass",
      "$a: 1\n.b,\n.c\n  d: e\n  &:hover\n    f: g\n\n.h\n  i: j\n",
      "assignment a; rule .b,\n.c { declaration d: e; rule &:hover { declaration f: g } }; rule .h { declaration i: j }",
    ],
    [
      "a.sass",
      "=m($a)\n  b: $a\n.c\n  +m(1)\n  + .d\n    e: f\n",
      "at-rule mixin { declaration b: $a }; rule .c { at-rule include; rule + .d { declaration e: f } }",
    ],
    [
      "a.sass",
      "// one\n   goes on\n.a\n  /* two\n     goes on */\n  b: c\n",
      "comment silent; rule .a { comment loud; declaration b: c }",
    ],
    ["a.sass", "$a: (b: c,\n  d: e)\n.f\n  g: h\n", "assignment a; rule .f { declaration g: h }"],
  ])("%s: %s", (name, text, expected) => {
    const reading = read(text, name);
    expect(reading && drawn(text, reading.statements)).toBe(expected);
  });

  test.each([
    ["a.css", ".a { b: c"],
    ["a.scss", ".a { b: f(c }"],
    ["a.scss", "/* no end"],
    ["a.css", '.a { b: "c }\n'],
    ["a.css", ".a { b: c } }"],
  ])("%s without an end is not told apart: %s", (name, text) => {
    expect(read(text, name)).toBeUndefined();
  });

  const rules = fc.letrec<{ rule: string; sheet: string }>((tie) => ({
    rule: fc.oneof(
      { maxDepth: 3 },
      fc.constantFrom(
        "$a: 1;",
        "// c\n",
        "/* d */",
        "@include m;",
        '@import "x";',
        'a { b: "}"; c: url(d;e) }',
        "%p { q: r; }",
      ),
      fc
        .record({ head: fc.constantFrom(".a", "@media print", ".b-#{$c}", "@if $d"), inner: tie("sheet") })
        .map(({ head, inner }) => `${head} {\n${inner}\n}`),
    ),
    sheet: fc.array(tie("rule"), { maxLength: 4 }).map((all) => all.join("\n")),
  })).sheet;

  test("are those that postcss finds, each where it stands", () => {
    fc.assert(
      fc.property(rules, (text) => {
        const found = read(text, "a.scss")?.statements ?? [];
        const other = scss.parse(text).nodes.map(({ source }) => source?.start?.offset);
        expect(found.map(({ start }) => start)).toEqual(other);
        let at = 0;
        for (const { start, end } of found) {
          expect(text.slice(at, start)).toMatch(/^[\s;]*$/);
          at = end;
        }
        expect(text.slice(at)).toMatch(/^[\s;]*$/);
      }),
    );
  });

  test("of any text are found without an error, and lie one behind the other", () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom(..."ab{}();:@$#/*'\"\\\n =+,&") }),
        fc.constantFrom("a.css", "a.scss", "a.sass", "a.less"),
        (text, name) => {
          let at = 0;
          for (const { start, headEnd, end } of read(text, name)?.statements ?? []) {
            expect(start).toBeGreaterThanOrEqual(at);
            expect(headEnd).toBeGreaterThanOrEqual(start);
            expect(end).toBeGreaterThan(start);
            at = end;
          }
          expect(at).toBeLessThanOrEqual(text.length);
        },
      ),
      { numRuns: 500 },
    );
  });
});

describe("the names of a statement", () => {
  const told = (text: string, name = "a.scss"): string => {
    const all = read(text, name)?.names ?? [];
    const gives = all.flatMap((each) =>
      each.gives.map(
        (given) => `+${given.kind} ${given.name}${given.isDefault ? "?" : ""}${given.isConditional ? "~" : ""}`,
      ),
    );
    const needs = all.flatMap((each) =>
      each.needs.map(
        ({ kind, name: needed, from, chance }) =>
          `${kind} ${from === undefined ? "" : `${from}.`}${needed}${chance ? ` ${chance}` : ""}`,
      ),
    );
    return [...gives, ...needs].join(", ");
  };

  test.each<[string, string]>([
    ["$a: $b + f($c) !default;", "+variable a?, variable b, function f, variable c"],
    ["@mixin m($a, $b: $c) { d: $a $b $e }", "+mixin m, variable c perhaps, variable e"],
    ["@function f($a) { @if $a { @return $b; } @return $c; }", "+function f, variable b perhaps, variable c perhaps"],
    ["%a { b: c }\n.d { @extend %a; }", "+placeholder a, placeholder a"],
    [".a { @include p.m($b: $c) { d: p.$e } }", "mixin p.m, variable c, variable p.e"],
    [".a { @include m using ($b) { c: $b } }", "mixin m"],
    ["@each $a, $b in $c { .d { e: $a $f } }", "variable c, variable f likely"],
    ["@if $a { $b: 1 !global; } @else { .c { d: $e } }", "+variable b~, variable a, variable e perhaps"],
    [
      ".a { b: if($c, $d, $e); f: g($c) }",
      "function if, variable c perhaps, variable d perhaps, variable e perhaps, function g, variable c",
    ],
    [".a-#{$b}:not(.c) { d: 'e #{$f} $g' }", "variable b, variable f"],
    [".a { --b: #{$c}; width: calc(1px + #{$d}) }", "variable c, function calc, variable d"],
    ["@use 'a' with ($b: $c, $d: f(1));", "variable c, function f"],
    [".a { b: url(c/$d.png); e: url(#{$f}) }", "function url, variable d, variable f"],
    ["@media (min-width: $a) { .b { c: d } }", "variable a"],
  ])("%s", (text, expected) => {
    expect(told(text)).toBe(expected);
  });

  test("that are asked for are said to be", () => {
    expect(read("@if variable-exists($name) { .b { c: d } }", "a.scss")?.names[0]?.asks).toBe(true);
    expect(read(".a { b: recall(1) }", "a.scss")?.names[0]?.asks).toBe(false);
  });

  test.each<[string, boolean, string[]]>([
    ["@if variable-exists('a-b') { .b { c: d } }", false, ["variable a-b"]],
    ['@if meta.global-variable-exists($name: "a_b") { .b { c: d } }', false, ["variable a-b"]],
    ["@if not mixin-exists(m) { .b { c: d } }", true, []],
    [".b { c: call(get-function('f'), 1) }", false, ["function f"]],
    [".b { c: call($f, 1) }", true, []],
    [".b { c: call('f', 1) }", true, []],
    ["@if function-exists('f', $module: 'm') { .b { c: d } }", true, []],
    [".b { c: meta.module-variables('m') }", true, []],
    ["@mixin m($a) { @if variable-exists('a') { c: d } }", false, []],
  ])("%s asks for any name: %s, for these: %j", (text, asks, asked) => {
    const names = read(text, "a.scss")?.names[0];
    expect(names?.asks).toBe(asks);
    expect(names?.needs.flatMap(({ kind, name, isAsked }) => (isAsked ? [`${kind} ${name}`] : []))).toEqual(asked);
    for (const { start, end, name, isAsked } of names?.needs ?? [])
      if (isAsked) expect(text.slice(start, end).replaceAll("_", "-")).toBe(name);
  });

  test.each<[string, string, boolean[]]>([
    [
      "a.scss",
      "$a: 1; @mixin m { b: c } // d\n/* e */ .f { g: h } @include m; @use 'x';",
      [false, false, false, true, true, true, false],
    ],
    ["a.scss", "@if $a { $b: 1; } @if $c { .d { e: f } }", [false, true]],
    ["a.less", "@a: 1; .m() { b: c } @import 'x';", [false, false, false]],
    ["a.less", "#ns { b: c } .m(@a; @b: f(1)) when (@a > 0) { b: c } .n { d: e }", [true, false, true]],
  ])("%s: %s is compiled to something: %j", (name, text, expected) => {
    expect(read(text, name)?.names.map(({ emits }) => emits)).toEqual(expected);
  });
});

describe("what a sheet takes in", () => {
  test.each<[string, string, object[]]>([
    ["a.scss", '@use "a/b" as *;', [{ how: "module", as: "*", with: "" }]],
    ["a.scss", '@use "a/_b" with ($c: 1);', [{ how: "module", as: "b", with: "with ($c: 1)" }]],
    [
      "a.scss",
      '@forward "a" as list-* hide list-b, $list_c;',
      [{ how: "passed on", prefix: "list-", hides: ["list-b", "$list-c"] }],
    ],
    ["a.scss", '@import "a", "b.css", "c" print;', [{ how: "in place" }, { how: "left" }, { how: "left" }]],
    ["a.scss", '.a { @import "b"; }', [{ how: "in place", isNested: true }]],
    ["a.scss", '@include meta.load-css("b");', [{ how: "by call" }]],
    ["a.less", '@import (reference) "a" screen;', [{ how: "in place", with: "(reference) screen" }]],
    ["a.less", '@import (css) url("a.css");', [{ how: "left" }]],
    ["a.css", '@import "a.css" layer(b);', [{ how: "in place", with: "layer(b)" }]],
    ["a.css", '.a { composes: b from "./c.css"; d: url(e.png) }', []],
  ])("%s: %s", (name, text, expected) => {
    expect(read(text, name)?.loads).toMatchObject(expected);
  });
});

describe("what a sheet says of itself", () => {
  test.each<[string, string[]]>([
    ["$a: 1;\n$b: 2;\n", ["values"]],
    ["$a: 1;\n@mixin m { b: c }\n%p { q: r }\n", ["mixins"]],
    ['@use "a";\n@use "b";\n', ["takes in"]],
    ["* { a: b }\nbody { c: d }\na:hover { e: f }\n", ["elements"]],
    [".card { a: b }\n.card__title { c: d }\n@media print { .card--wide { e: f } }\n", ["block"]],
    [".header { a: b }\n.header-logo { c: d }\n", ["frame"]],
    [".dark .a { b: c }\n.dark .d { e: f }\n", ["theme"]],
    [["m", "p", "w", "h", "l", "r"].map((each) => `.${each}-0 { a: b }`).join("\n"), ["utilities"]],
    [".a { b: c }\n.d { e: f }\n.g { h: i }\n", []],
    ["", []],
    ["// nothing yet\n", []],
  ])("%j: %j", (text, signs) => {
    const reading = read(text, "a.scss");
    expect(reading && sheets.sheets?.signs(text, reading)).toEqual(signs);
  });
});

describe("a line that takes a sheet in", () => {
  test.each([
    ["a.scss", "in place", '"', '@import "b";'],
    ["a.scss", "opened", "'", "@use 'b' as *;"],
    ["a.scss", "module", "", '@use "b";'],
    ["a.sass", "in place", "", "@import b"],
    ["a.sass", "passed on", '"', '@forward "b"'],
    ["a.less", "in place", '"', '@import "b";'],
  ] as const)("%s, %s, %j: %s", (name, how, quote, line) => {
    expect(sheets.sheets?.takeIn("b", how, { name, quote })).toBe(line);
  });
});
