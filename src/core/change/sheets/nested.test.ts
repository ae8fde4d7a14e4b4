/** Rules that stand in other rules: how they are taken out, what holds them, and that Sass and Less compile it to the same. */
import { createRequire } from "node:module";
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { ShelfError } from "../../base/errors.js";
import { compiled } from "../../graph/by-sass.test.suite.js";
import type { Files } from "../plan/planning.test.suite.js";
import { taken } from "./taking.test.suite.js";

const less = createRequire(import.meta.url)("less") as {
  readonly render: (text: string) => Promise<{ readonly css: string }>;
};

/** Where a rule becomes several, blank lines between them come or go. */
const packed = (css: string): string => css.replace(/\n\s*(?=\n)/g, "");

async function compiledLess(files: Files, entry: string): Promise<string> {
  const inlined = (text: string): string =>
    text.replace(/@import "(\w+)";/g, (_, name: string) => inlined(files[`${name}.less`] ?? ""));
  try {
    return packed((await less.render(inlined(files[entry] ?? ""))).css);
  } catch (error) {
    return `Error ${String(error)}`;
  }
}

const sizes = "$gap: 8px;\n";
const card = `@import "sizes";

// The card.
.card {
  color: red;

  // Its title.
  &__title {
    margin: $gap;

    b { color: blue }
  } // above

  .foot {
    padding: 1px;

    &:hover { color: green }
  }
}

.note { color: blue }
`;

describe("a rule in another one", () => {
  test.each<[string, Files, string, Files]>([
    [
      "goes with its comments and its parent, which goes on behind the partial",
      { "main.scss": card, "_sizes.scss": sizes },
      "main.scss .card__title",
      {
        "main.scss": card
          .replace(/\n\n {2}\/\/ Its title[^]*?above/, '\n}\n\n@import "card-title";\n\n.card {')
          .replace("{\n\n  .foot", "{\n  .foot"),
        "_card-title.scss":
          ".card {\n  // Its title.\n  &__title {\n    margin: $gap;\n\n    b { color: blue }\n  } // above\n}\n",
      },
    ],
    [
      "goes with all its parents, and leaves nothing empty behind it",
      { "main.scss": card, "_sizes.scss": sizes },
      "main.scss .card~.foot:hover > parts/",
      {
        "main.scss": card.replace(
          "\n\n    &:hover { color: green }\n  }\n}",
          '\n  }\n}\n\n@import "parts/card-foot-hover";',
        ),
        "parts/_card-foot-hover.scss": ".card {\n  .foot {\n    &:hover { color: green }\n  }\n}\n",
      },
    ],
    [
      "is meant by its lines, too, and so are several",
      { "main.scss": card, "_sizes.scss": sizes },
      "main.scss 7-18 > _parts.scss",
      {
        "main.scss": card.replace(/\n\n {2}\/\/ Its title[^]*?\n}\n/, '\n}\n\n@import "parts";\n'),
        "_parts.scss": card.slice(card.indexOf("  // Its title"), card.indexOf("\n.note")).replace(/^/, ".card {\n"),
      },
    ],
    [
      "leaves a sign that ends a block where it is",
      { "main.scss": '@import "sizes";\n.h {\n  --i: { j: k };\n  .l { m: n }\n}\n', "_sizes.scss": sizes },
      "main.scss .h~.l > _l.scss",
      { "main.scss": '@import "sizes";\n.h {\n  --i: { j: k };\n}\n\n@import "l";\n' },
    ],
    [
      "begins its parent anew where it comes first",
      { "main.scss": '@import "sizes";\n.a {\n  .b { c: d }\n  .e { f: g }\n}\n', "_sizes.scss": sizes },
      "main.scss .a~.b",
      {
        "main.scss": '@import "sizes";\n@import "a-b";\n\n.a {\n  .e { f: g }\n}\n',
        "_a-b.scss": ".a {\n  .b { c: d }\n}\n",
      },
    ],
    [
      "goes along with what stands in no rule",
      {
        "main.scss": '@import "sizes";\n.a {\n  x: y;\n  &__b { c: d }\n}\n.a__b { e: f }\n.g { h: i }\n',
        "_sizes.scss": sizes,
      },
      "main.scss .a__b > _b.scss",
      {
        "main.scss": '@import "sizes";\n.a {\n  x: y;\n}\n\n@import "b";\n.g { h: i }\n',
        "_b.scss": ".a {\n  &__b { c: d }\n}\n\n.a__b { e: f }\n",
      },
    ],
    [
      "comes first among modules, where it is compiled first",
      { "main.scss": '@use "sizes";\n\n.a {\n  .b { c: sizes.$gap }\n\n  .e { f: g }\n}\n', "_sizes.scss": sizes },
      "main.scss .a~.b",
      {
        "main.scss": '@use "sizes";\n@use "a-b";\n\n.a {\n  .e { f: g }\n}\n',
        "_a-b.scss": '@use "sizes";\n\n.a {\n  .b { c: sizes.$gap }\n}\n',
      },
    ],
    [
      "keeps its indentation in indented Sass",
      {
        "main.sass": "@import sizes\n.a\n  x: y\n\n  // b\n  &__b\n    c: d\n  .e\n    f: g\n",
        "_sizes.sass": "$gap: 8px\n",
      },
      "main.sass .a__b",
      {
        "main.sass": "@import sizes\n.a\n  x: y\n\n@import a-b\n\n.a\n  .e\n    f: g\n",
        "_a-b.sass": ".a\n  // b\n  &__b\n    c: d\n",
      },
    ],
    [
      "is a rule of its own in Less, too",
      { "main.less": ".a {\n  x: y;\n  .b { c: d; .far(); }\n  &-e { f: g }\n}\n.far() { p: q }\n" },
      "main.less .a~.b > b.less",
      {
        "main.less": '.a {\n  x: y;\n}\n\n@import "b";\n\n.a {\n  &-e { f: g }\n}\n.far() { p: q }\n',
        "b.less": ".a {\n  .b { c: d; .far(); }\n}\n",
      },
    ],
  ])("%s", async (_, files, command, expected) => {
    const { plan, then } = await taken(files, command);
    expect(then).toMatchObject(expected);
    expect(plan.proof.outcome).toBe("holds");
    expect(plan.proof.sheets?.isParted).toBe(true);
    const entry = Object.keys(files).find((path) => path.startsWith("main.")) ?? "";
    const outputs = entry.endsWith(".less")
      ? await Promise.all([compiledLess(files, entry), compiledLess(then, entry)])
      : [files, then].map((each) => packed(compiled(each, entry)));
    expect(outputs[0]).not.toMatch(/^Error/);
    expect(outputs[1]).toBe(outputs[0]);
  });

  const within = (block: string, more = ""): Files => ({
    "main.scss": `@import "sizes";\n.a {\n${block}\n}\n.z { y: x }\n${more}`,
    "_sizes.scss": sizes,
  });

  test.each<[string, Files, string, string]>([
    ["a variable of the block", within("  $x: 1px;\n  .b { c: $x }"), "main.scss .a~.b", "SHEET_HELD"],
    ["a declaration behind a rule", within("  .b { c: d }\n  e: f;"), "main.scss .a~.b", "SHEET_HELD"],
    ["a call behind a rule", within("  .b { c: d }\n  @include m;"), "main.scss .a~.b", "SHEET_HELD"],
    [
      "a comment that is compiled behind a rule",
      within("  .b { c: d }\n  /* e */\n  .f { g: h }"),
      "main.scss .a~.f",
      "SHEET_HELD",
    ],
    [
      "a comment that is compiled on the rule's own line",
      { "main.scss": '@import "sizes";\n.a { /* x */ .b { c: d } .e { f: g } }\n.z { y: x }\n', "_sizes.scss": sizes },
      "main.scss .a~.b",
      "SHEET_HELD",
    ],
    ["an import within", within('  @import "sizes";\n  .b { c: d }'), "main.scss .a~.b", "SHEET_HELD"],
    [
      "a selector that is called for",
      { "main.scss": ".a#{f()} {\n  x: y;\n  .b { c: d }\n}\n.z { y: x }\n" },
      "main.scss 3-3",
      "SHEET_HELD",
    ],
    [
      "a guard of Less",
      { "main.less": ".a when (@x) {\n  y: z;\n  .b { c: d }\n}\n.e { f: g }\n" },
      "main.less 3-3",
      "SHEET_HELD",
    ],
    [
      "a rule that another calls in Less",
      { "main.less": ".a {\n  .b { c: d }\n  .e { .b(); }\n}\n.z { y: x }\n" },
      "main.less .a~.e",
      "SHEET_HELD",
    ],
    [
      "a rule within a rule of CSS",
      { "main.css": ".a {\n  b: c;\n  .d { e: f }\n}\n.z { y: x }\n" },
      "main.css .a~.d",
      "SHEET_HELD",
    ],
    [
      "rules in two rules",
      within(
        "  &__t { c: d }\n  .i { &__t { e: f } }\n  .j { .a__t { e: f } }",
        ".k {\n  l: m;\n  .a__t { n: o }\n}\n.a__u { p: q; .r { s: t } }\n",
      ),
      "main.scss .a__t .k~.a__t",
      "SHEET_APART",
    ],
    ["what a rule declares itself", within("  b: c;\n  .d { e: f }"), "main.scss 3-3", "SHEET_LINES"],
    ["a selector in a list with another", within("  .b, .c { d: e }\n  .f { g: h }"), "main.scss .a~.b", "SHEET_MIXED"],
    ["a rule that is not there", within("  .apple { b: c }"), "main.scss .a~.aple", "NAME_MISSING"],
  ])("is refused for %s", async (_, files, command, code) => {
    await expect(taken(files, command)).rejects.toThrow(expect.objectContaining({ code }) as ShelfError);
  });

  test("that is held stays and is named where something else is meant, too", async () => {
    const { draft, plan } = await taken(within("  &__b { c: d }\n  e: f;", ".a__b { g: h }\n"), "main.scss .a__b");
    expect(draft.held).toEqual([{ name: ".a__b", line: 3, by: 4 }]);
    expect(plan.proof.outcome).toBe("holds");
  });

  test("is not ticked where something would come to stand before it", async () => {
    const files = within("  .b { c: d }\n  .e { f: g }");
    const { draft, plan } = await taken(files, "main.scss .a~.e");
    const moved = { ...plan, outcome: plan.proof.outcome };
    expect(moved.outcome).toBe("holds");
    // The same lines, taken in at the head.
    const { openProject } = await import("../../app/index.js");
    const { planDraft } = await import("../plan/index.js");
    const { MemoryStore } = await import("../../files/index.js");
    const text = files["main.scss"] ?? "";
    const wrong = await planDraft(await openProject(new MemoryStore(files)), {
      ...draft.draft,
      edits: [
        { file: draft.from, start: 0, end: 0, text: '@import "a-e";\n', why: "" },
        { file: draft.from, start: text.indexOf("  .e"), end: text.indexOf("  .e") + 13, text: "", why: "" },
      ],
    });
    expect(wrong.proof.outcome).toBe("fails");
  });
});

interface Lines {
  readonly text: string;
  /** The first and last line of each rule that stands in another, from 0. */
  readonly inner: readonly (readonly [number, number])[];
}

/** Blocks in blocks: lines, then blocks, and now and then a line behind them. */
function blocks(lines: readonly string[], heads: readonly string[], depth = 0): fc.Arbitrary<Lines> {
  const line = fc.constantFrom(...lines).map((text): Lines => ({ text, inner: [] }));
  const inner = depth === 3 ? line : blocks(lines, heads, depth + 1);
  const head = depth === 0 ? fc.constantFrom(".a", ".a, .c", heads[0] ?? "") : fc.constantFrom(...heads);
  const some = (each: fc.Arbitrary<Lines>, maxLength: number): fc.Arbitrary<Lines[]> => fc.array(each, { maxLength });
  const late = fc.nat(5).chain((chance) => some(line, chance > 0 ? 0 : 1));
  return fc
    .tuple(head, some(line, 2), fc.array(inner, { minLength: 1, maxLength: 2 }), late)
    .map(([own, first, blocksInside, behind]) => {
      const found: (readonly [number, number])[] = [];
      const text = [`${own} {`];
      for (const each of [...first, ...blocksInside, ...behind]) {
        const at = text.length;
        const rows = each.text.split("\n");
        text.push(...rows.map((row) => `  ${row}`));
        for (const [from, to] of each.inner) found.push([from + at, to + at]);
        if (rows.length > 1) found.push([at, at + rows.length - 1]);
      }
      return { text: [...text, "}"].join("\n"), inner: found };
    });
}

interface Law {
  readonly lines: readonly string[];
  readonly heads: readonly string[];
  readonly base: string;
  readonly extension: string;
  readonly compile: (files: Files, entry: string) => string | Promise<string>;
}

test.each<[string, Law]>([
  [
    "Sass",
    {
      lines: [
        ...[
          "a: b;",
          "w: $a;",
          "$a: 2px;",
          "@include m;",
          "@include n { o: p }",
          "@extend %p;",
          "/* loud */",
          "// silent",
        ],
        ...[
          "@if $a > 1px { q: r }",
          "@media print { s: t }",
          "@at-root .u { v: w }",
          "font: { family: x; }",
          "&:focus { y: $a }",
        ],
      ],
      heads: [".a", "&__b", "&:hover", "> i", ".t &", ".a, .c", "@supports (x: y)", "#{$s} &", "@each $i in 1, 2"],
      base: "$a: 1px;\n$s: '.s';\n@mixin m { .deep { k: $a } }\n@mixin n { @content; }\n%p { l: m }\n",
      extension: "scss",
      compile: (files, entry) => packed(compiled(files, entry)),
    },
  ],
  [
    "Less",
    {
      lines: [
        ...[
          "a: b;",
          "w: @a;",
          "@a: 2px;",
          ".m();",
          ".b();",
          "@media print { s: t }",
          "/* loud */",
          "// silent",
          "&:focus { y: @a }",
        ],
        ...["&:extend(.p);", ".v { @a: 3px; k: @a }"],
      ],
      heads: [".a", "&__b", "&:hover", "> i", ".t &", "@media screen", ".a, .c", ".b", ".@{s} &", ".d when (@a = 1px)"],
      base: "@a: 1px;\n@s: s;\n.m() { .deep { k: @a } @z: 4px; }\n.p { l: m }\n.b { n: o }\n",
      extension: "less",
      compile: compiledLess,
    },
  ],
])("law: wherever a rule in rules is taken out under a tick, %s compiles it to the same", async (_, law) => {
  let ticked = 0;
  const { extension, base, compile } = law;
  await fc.assert(
    fc.asyncProperty(
      blocks(law.lines, law.heads),
      blocks(law.lines, law.heads),
      fc.nat(50),
      async (one, other, which) => {
        const [first, last] = one.inner[which % Math.max(1, one.inner.length)] ?? [];
        // Selectors that extend each other grow without bounds.
        if (first === undefined || last === undefined || `${one.text}${other.text}`.split("\n").length > 60) return;
        const entry = `main.${extension}`;
        const files = {
          [entry]: `@import "base";\n${one.text}\n${other.text}\n`,
          [`${extension === "less" ? "" : "_"}base.${extension}`]: base,
        };
        const result = await taken(
          files,
          `${entry} ${first + 2}-${last + 2} > ${extension === "less" ? "" : "_"}part.${extension}`,
        ).catch((error: unknown) => {
          if (error instanceof ShelfError) return undefined;
          throw error;
        });
        if (result?.plan.proof.outcome !== "holds") return;
        const before = await compile(files, entry);
        if (before.startsWith("Error")) return;
        ticked += 1;
        expect(await compile(result.then, entry)).toBe(before);
      },
    ),
    { numRuns: 250 },
  );
  expect(ticked).toBeGreaterThan(20);
});
