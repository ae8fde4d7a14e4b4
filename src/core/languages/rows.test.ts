/** Rows: what stands side by side in a text, told by each language's own reader. */
import { beforeAll, describe, expect, test } from "vitest";
import { hasRows, languagesInUse, rowsOf, type Row } from "./index.js";

beforeAll(async () => {
  await Promise.all(languagesInUse().map((language) => language.prepare()));
});

/** A row as a list: each item's text with its own rows as lists in the places at which they stand. */
function shown(text: string, { items }: Row): unknown[] {
  return items.map(({ start, end, rows }) =>
    rows.length === 0
      ? text.slice(start, end)
      : [text.slice(start, rows[0]?.start), ...rows.map((row) => shown(text, row))],
  );
}

const cases: readonly [path: string, text: string, items: unknown[]][] = [
  [
    "a.ts",
    'import { a, type B } from "./a";\nexport const c = { d: 1, ...e };\n',
    [
      ["import {", ["a", "type B"]],
      ["export const c = {", ["d: 1", "...e"]],
    ],
  ],
  ["a.ts", "type A = | 'x' | 'y';", [["type A = ", ["'x'", "'y'"]]]],
  ["a.ts", "interface A {\n  b: C;\n  d(): E\n}", [["interface A {", ["b: C;", "d(): E"]]]],
  ["a.ts", "enum A { B, C = 2 }", [["enum A {", ["B", "C = 2"]]]],
  ["a.ts", "switch (a) { case 1: b(); default: c(); }", [["switch (a) {", ["case 1: b();", "default: c();"]]]],
  ["a.ts", "const f = ({ a, b }: P) => [a, b];", [["const f = ({", ["a", "b"], ["a", "b"]]]],
  // What is counted by its place is no row.
  ["a.ts", "const [, b] = [, 1];", ["const [, b] = [, 1];"]],
  [
    "a.tsx",
    "const a = <A x={1}>\n  Harvest\n  <B />{c}\n</A>;",
    [["const a = <A x={1}>", ["Harvest", "<B />", "{c}"]]],
  ],
  ["a.json", '{ "a": 1, "b": [2, { "c": 3 }] }', [["{", ['"a": 1', ['"b": [', ["2", ["{", ['"c": 3']]]]]]]],
  ["app_en.arb", '{ "treesTitle": "Trees" }', [["{", ['"treesTitle": "Trees"']]]],
  [
    "a.css",
    ".a { color: red; margin: 0 }\n@media print { .b { top: 0 } }",
    [
      [".a {", ["color: red;", "margin: 0"]],
      ["@media print {", [[".b {", ["top: 0"]]]],
    ],
  ],
  [
    "a.dart",
    "import 'a.dart';\nfinal r = {'/a': (c) => const A(), '/b': B.new};\nclass C {\n  const C({super.key});\n  int d() { return 1; }\n}",
    [
      "import 'a.dart';",
      ["final r = {", ["'/a': (c) => const A()", "'/b': B.new"]],
      [
        "class C {",
        [
          ["const C(", ["super.key"]],
          ["int d() {", ["return 1;"]],
        ],
      ],
    ],
  ],
  [
    "a.vue",
    '<script setup lang="ts">\nimport A from "./A.vue";\n</script>\n\n<template>\n  <A>Trees</A>\n</template>\n',
    [
      ['<script setup lang="ts">', ['import A from "./A.vue";']],
      ["<template>\n  ", [["<A>", ["Trees"]]]],
    ],
  ],
];

describe("rows", () => {
  test.each(cases)("%s: %s", (path, text, items) => {
    const row = rowsOf(text, path);
    expect(row && shown(text, row)).toEqual(items);
  });

  test.each([
    ["a.ts", "const a = {"],
    ["a.json", '{ "a": }'],
    ["a.css", ".a { color: red; } }"],
    ["a.dart", "class A {"],
    ["a.sass", ".a\n  color: red"],
  ])("%s: %s cannot be told apart", (path, text) => {
    expect(rowsOf(text, path)).toBeUndefined();
  });

  test("files of which nobody can tell rows", () => {
    expect(["a.ts", "a.vue", "a.json", "a.dart", "a.css", "a.swift", "a.md", "a.png"].filter(hasRows)).toEqual([
      "a.ts",
      "a.vue",
      "a.json",
      "a.dart",
      "a.css",
    ]);
  });
});
