/** What comes of a sheet, in order: Sass itself says what is right. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { MemoryStore, readTree } from "../files/index.js";
import { moduleRules } from "../languages/index.js";
import type { ProjectPath } from "../base/paths.js";
import { compiled } from "./by-sass.test.suite.js";
import { Resolver } from "./resolver.js";
import { traceSheet } from "./sheet-trace.js";
import { Numbers, type SheetTrace } from "./sheet-traced.js";
import { SheetWorld } from "./sheet-world.js";

type Files = Readonly<Record<string, string>>;

async function traced(files: Files, entry: string): Promise<SheetTrace> {
  const tree = await readTree(new MemoryStore(files));
  const world = new SheetWorld(new Resolver(tree, moduleRules, []));
  return traceSheet(entry as ProjectPath, { world, numbers: new Numbers() });
}

/** The classes and comments of the compiled sheet by our own reckoning. */
function classesOf({ compiled }: SheetTrace): string[] {
  return compiled.flatMap(({ key }) => /^(?:\.|\/\* |@import \S* ?url\(|@import <\w+ )(\w+)/.exec(key)?.[1] ?? []);
}

/** What Sass makes of it; `undefined` where it does not compile. */
function bySass(files: Files, entry: string): string | undefined {
  const css = compiled(files, entry);
  return css.startsWith("Error: ") ? undefined : css;
}

const classesIn = (css: string): string[] =>
  [...css.matchAll(/^\s*(?:\.|\/\* |@import url\()(\w+)/gm)].map(([, name = ""]) => name);

describe("the order of a compiled sheet", () => {
  test.each<[string, Files, string[]]>([
    [
      "what is imported stands where it is imported, as often as it is",
      { "main.scss": '.a { x: 1 }\n@import "p";\n.b { x: 1 }\n@import "p";\n', "_p.scss": ".p { x: 1 }\n" },
      ["a", "p", "b", "p"],
    ],
    [
      "modules come once, each behind what it uses",
      {
        "main.scss": '@use "b";\n@use "c";\n.main { x: 1 }\n',
        "_b.scss": '@use "a";\n.b { x: 1 }\n',
        "_c.scss": '@forward "a";\n.c { x: 1 }\n',
        "_a.scss": ".a { x: 1 }\n",
      },
      ["a", "b", "c", "main"],
    ],
    [
      "an import takes the modules of the imported sheet along, whoever has loaded them",
      {
        "main.scss": '@use "a";\n@import "b";\n.main { x: 1 }\n',
        "_b.scss": '@use "a";\n.b { x: 1 }\n',
        "_a.scss": ".a { x: 1 }\n",
      },
      ["a", "a", "b", "main"],
    ],
    [
      "a mixin loads a sheet where it is called",
      {
        "main.scss": '@use "sass:meta";\n.a { x: 1 }\n@include meta.load-css("p");\n.b { x: 1 }\n',
        "_p.scss": ".p { x: 1 }\n",
      },
      ["a", "p", "b"],
    ],
    [
      "what stands in a rule is imported into it",
      { "main.scss": '.a { x: 1; @import "p"; }\n.b { x: 1 }\n', "_p.scss": ".p { x: 1 }\n" },
      ["a", "p", "b"],
    ],
  ])("%s", async (_, files, classes) => {
    expect(classesOf(await traced(files, "main.scss"))).toEqual(classes);
    const nested = files["main.scss"]?.includes("{ x: 1; @import") === true;
    if (!nested) expect(classesIn(bySass(files, "main.scss") ?? "")).toEqual(classes);
  });

  /** Sheets that load those of greater numbers. */
  const graphs = fc
    .array(
      fc.record({
        uses: fc.array(fc.record({ to: fc.nat(5), how: fc.constantFrom("use", "forward") }), { maxLength: 3 }),
        imports: fc.array(fc.record({ to: fc.nat(5), late: fc.boolean() }), { maxLength: 2 }),
        says: fc.array(fc.boolean(), { minLength: 7, maxLength: 7 }),
      }),
      { minLength: 2, maxLength: 6 },
    )
    .map((sheets): Files => {
      const name = (index: number): string => (index === 0 ? "main.scss" : `_s${index}.scss`);
      return Object.fromEntries(
        sheets.map(({ uses, imports, says }, index) => {
          // What is imported may lose its comments.
          const isImported = sheets.some((each) => each.imports.some(({ to }) => to === index));
          const comment = (at: number): string[] => (says[at] === true && !isImported ? [`/* c${index}${at} */`] : []);
          const fit = <Load extends { readonly to: number }>(loads: readonly Load[]): Load[] =>
            loads.filter(
              ({ to }, at) => to > index && to < sheets.length && loads.findIndex((each) => each.to === to) === at,
            );
          const head = fit(uses).map(({ to, how }) => `@${how} "s${to}";`);
          const taken = fit(imports).map(({ to, late }) => ({ late, line: `@import "s${to}";` }));
          const stays = (at: number): string[] =>
            says[at] === true && !isImported ? [`@import url(u${index}${at}.css);`] : [];
          const lines = [
            ...comment(0),
            ...head.flatMap((line, at) => (at === 1 ? [...comment(1), line] : [line])),
            ...comment(2),
            ...stays(4),
            ...taken.filter(({ late }) => !late).map(({ line }) => line),
            ...stays(5),
            `.s${index} { x: 1 }`,
            ...stays(6),
            ...comment(3),
            ...taken.filter(({ late }) => late).map(({ line }) => line),
            `.t${index} { x: 1 }`,
          ];
          return [name(index), `${lines.join("\n")}\n`];
        }),
      );
    });

  test("is that of Sass, however sheets load each other", async () => {
    let compared = 0;
    await fc.assert(
      fc.asyncProperty(graphs, async (files) => {
        const css = bySass(files, "main.scss");
        if (css === undefined) return;
        const trace = await traced(files, "main.scss");
        if (trace.doubt) return;
        compared += 1;
        expect(classesOf(trace)).toEqual(classesIn(css));
      }),
      { numRuns: 300 },
    );
    expect(compared).toBeGreaterThan(150);
  });

  test("is that of Less: a sheet is taken in once, unless it is asked for again", async () => {
    const files = {
      "main.less": '@import "a";\n.m { x: 1 }\n@import "b";\n@import (multiple) "a";\n',
      "a.less": ".a { x: 1 }\n",
      "b.less": '@import "a";\n.b { x: 1 }\n',
    };
    expect(classesOf(await traced(files, "main.less"))).toEqual(["a", "m", "b", "a"]);
  });
});

describe("names", () => {
  const missing = async (files: Files): Promise<string[]> => {
    const trace = await traced(files, "main.scss");
    return trace.missing
      .filter(({ kind }) => kind !== "function")
      .map(({ kind, name, file, chance }) => `${kind} ${name} in ${file}${chance ? `, ${chance}` : ""}`);
  };

  test.each<[string, Files, string[]]>([
    ["are given by what stands before", { "main.scss": "$a: 1;\n.b { x: $a }\n" }, []],
    ["are missing before they are given", { "main.scss": ".b { x: $a }\n$a: 1;\n" }, ["variable a in main.scss"]],
    [
      "are looked up when a mixin is called, and not where it is written",
      { "main.scss": "@mixin m { x: $a }\n$a: 1;\n.b { @include m }\n" },
      [],
    ],
    [
      "that a mixin needs are missing where it is called",
      { "main.scss": "@mixin m { x: $a }\n.b { @include m }\n$a: 1;\n" },
      ["variable a in main.scss"],
    ],
    [
      "may be missing where a condition decides",
      { "main.scss": "@if $b == 1 { .c { @include m } }\n" },
      ["variable b in main.scss", "mixin m in main.scss, likely"],
    ],
    [
      "of a mixin within a rule are known in the rule",
      { "main.scss": ".a { @mixin m($x) { x: $x } @include m(1); }\n" },
      [],
    ],
    [
      "that are only asked for need not be there",
      { "main.scss": '@if variable-exists("a") { .b { x: $a } }\n.c { y: if(function-exists("f"), 1, 2) }\n' },
      ["variable a in main.scss, likely"],
    ],
    ["that a comment needs count, too", { "main.scss": "/* #{$a} */\n" }, ["variable a in main.scss"]],
    [
      "that parameters and configurations take of modules are theirs",
      {
        "main.scss": '@use "m";\n@use "n" with ($k: m.$gap);\n@mixin x($a: m.$gap) { y: $a }\n.a { @include x }\n',
        "_m.scss": "$gap: 1;\n",
        "_n.scss": "$k: 2 !default;\n",
      },
      [],
    ],
    [
      "of parameters and loops are known",
      { "main.scss": "@mixin m($a, $b: $a) { x: $a $b }\n@each $k, $v in (a: b) { .c { @include m($k, $b: $v) } }\n" },
      [],
    ],
    [
      "of arguments are no variables, keys of maps are",
      { "main.scss": ".a { x: f($by: 1) ($k: 2) }\n" },
      ["variable k in main.scss"],
    ],
    [
      "in texts count only where they are put in",
      { "main.scss": '.a { x: "$a #{$b}" }\n' },
      ["variable b in main.scss"],
    ],
    ["with _ and - are one", { "main.scss": "$a_b: 1;\n.c { x: $a-b }\n" }, []],
    [
      "of a module are those that it passes on, by the names that it gives them",
      {
        "main.scss": '@use "m";\n.a { x: m.$l-gap; y: m.$none }\n',
        "_m.scss": '@forward "l" as l-* hide $l-no;\n',
        "_l.scss": "$gap: 1; $no: 2;\n",
      },
      [],
    ],
    [
      "of a module can be taken without a namespace",
      { "main.scss": '@use "m" as *;\n.a { x: $gap }\n', "_m.scss": "$gap: 1;\n" },
      [],
    ],
    ["within a rule are its own", { "main.scss": ".a { $b: 1; x: $b }\n.c { x: $b }\n" }, ["variable b in main.scss"]],
    [
      "that are given within a rule for all are known behind it",
      { "main.scss": ".a { $b: 1 !global; }\n.c { x: $b }\n" },
      [],
    ],
    [
      "that a mixin gives to all are known in its block",
      {
        "main.scss":
          "@mixin b { $B: 1 !global; x: $B; @content }\n@mixin e { y: $B }\n.a { @include b { @include e; } }\n",
      },
      [],
    ],
    ["may come from a package that nobody can look into", { "main.scss": '@import "~kit/all";\n.a { x: $b }\n' }, []],
  ])("%s", async (_, files, expected) => {
    expect(await missing(files)).toEqual(expected);
    // Sass agrees where nothing is taken from elsewhere and no condition decides.
    if (files["main.scss"]?.includes("~kit") === true || files["main.scss"]?.includes("none") === true) return;
    expect(bySass(files, "main.scss") === undefined).toBe(expected.some((each) => !each.includes(",")));
  });
});
