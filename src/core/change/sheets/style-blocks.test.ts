/** Style blocks of components: they take sheets in, are compiled by themselves, and rules are taken out of them as out of sheets. */
import { describe, expect, test } from "vitest";
import { openProject } from "../../app/index.js";
import { ShelfError } from "../../base/errors.js";
import { compiled } from "../../graph/by-sass.test.suite.js";
import { pagesWithBlocks, TreeWithBlocks } from "../../graph/index.js";
import { MemoryStore, readTree } from "../../files/index.js";
import { planDraft, type Plan } from "../plan/index.js";
import { afterwards, at, type Files } from "../plan/planning.test.suite.js";
import { joinSheetsDraft } from "./index.js";
import { taken } from "./taking.test.suite.js";

const vue = (style: string, language = "scss"): string =>
  `<template><p/></template>\n<style lang="${language}" scoped>\n${style}\n</style>\n`;
const theme = "$moss: green;\n$gap: 8px;\n.theme { color: $moss }\n";

/** What Sass makes of each block of a component. */
async function compiledBlocks(files: Files): Promise<readonly string[]> {
  const tree = await readTree(new MemoryStore(files));
  const all = new TreeWithBlocks(tree, pagesWithBlocks(tree));
  return all.blocks.map((block) => {
    const name = block.replace("#", "-");
    return compiled({ ...files, [name]: all.text(block)?.text ?? "" }, name);
  });
}

describe("sheets that style blocks take in", () => {
  test.each<[string, Files, string, string]>([
    [
      "by @import: the line is one, too",
      { "src/_theme.scss": theme, "src/Card.vue": vue('@import "theme";\n.card { color: $moss; margin: $gap }') },
      "src/_theme.scss $moss > src/_inks.scss",
      '@import "inks";',
    ],
    [
      "as a module: names are passed on",
      {
        "src/_theme.scss": theme,
        "src/Card.vue": vue('@use "theme";\n.card { color: theme.$moss }'),
        "src/main.scss": '@use "theme";\n.a { b: theme.$gap }\n',
      },
      "src/_theme.scss $moss > src/_inks.scss",
      '@forward "inks";\n@use "inks" as *;',
    ],
    [
      "as a module, only by blocks",
      {
        "src/_theme.scss": theme,
        "src/Card.vue": vue('@use "theme";\n.card { color: theme.$moss }'),
        "src/Row.svelte": '<style lang="scss">@use "theme" as t; .row { margin: t.$gap }</style>',
      },
      "src/_theme.scss $moss > src/_inks.scss",
      '@forward "inks";\n@use "inks" as *;',
    ],
  ])("%s", async (_, files, command, line) => {
    const { plan, then } = await taken(files, command);
    expect([plan.proof.outcome, plan.proof.different, plan.proof.gaps]).toEqual(["holds", [], []]);
    expect(then["src/_theme.scss"]).toContain(line);
    const before = await compiledBlocks(files);
    expect(before.join()).not.toContain("Error");
    expect(await compiledBlocks(then)).toEqual(before);
  });
});

describe("rules of a style block", () => {
  const card =
    '@import "theme";\n\n.card {\n  color: $moss;\n\n  &__title { margin: $gap }\n}\n\n// Notes.\n.note { color: $moss }';
  test.each<[string, Files, string, Files]>([
    [
      "go with their comment",
      { "src/_theme.scss": theme, "src/Card.vue": vue(card) },
      "src/Card.vue .note",
      {
        "src/Card.vue": vue(card.replace("// Notes.\n.note { color: $moss }", '@import "note";')),
        "src/_note.scss": "// Notes.\n.note { color: $moss }\n",
      },
    ],
    [
      "go out of other rules",
      { "src/_theme.scss": theme, "src/Card.vue": vue(card) },
      "src/Card.vue .card__title > src/styles/",
      {
        "src/Card.vue": vue(card.replace("\n\n  &__title { margin: $gap }\n}", '\n}\n\n@import "styles/card-title";')),
        "src/styles/_card-title.scss": ".card {\n  &__title { margin: $gap }\n}\n",
      },
    ],
    [
      "go as modules, and take along what they need",
      {
        "src/_theme.scss": theme,
        "src/Card.vue": vue('@use "theme" as t;\n\n.row { color: t.$moss }\n.cell { margin: t.$gap }'),
      },
      "src/Card.vue .row > src/styles/_row.scss",
      {
        "src/Card.vue": vue('@use "theme" as t;\n@use "styles/row";\n\n.cell { margin: t.$gap }'),
        "src/styles/_row.scss": '@use "../theme" as t;\n\n.row { color: t.$moss }\n',
      },
    ],
    [
      "leave lines that are indented as the block is",
      {
        "src/Row.svelte":
          '<style lang="scss">\n  @use "theme" as t;\n\n  .c { d: t.$gap }\n\n  .k { l: m }\n</style>\n',
        "src/_theme.scss": theme,
      },
      "src/Row.svelte .c",
      { "src/Row.svelte": '<style lang="scss">\n  @use "theme" as t;\n  @use "c";\n\n  .k { l: m }\n</style>\n' },
    ],
    [
      "so where a rule goes on behind them",
      {
        "src/Row.svelte":
          '<style lang="scss">\n  @import "theme";\n  .c {\n    d: $gap;\n\n    .e { f: g }\n    .h { i: j }\n  }\n</style>\n',
        "src/_theme.scss": theme,
      },
      "src/Row.svelte .c~.e > src/_e.scss",
      {
        "src/Row.svelte":
          '<style lang="scss">\n  @import "theme";\n  .c {\n    d: $gap;\n  }\n\n  @import "e";\n\n  .c {\n    .h { i: j }\n  }\n</style>\n',
      },
    ],
    [
      "may all go, and the block that has them is found",
      {
        "src/Card.vue": `${vue(".a { b: c }", "css")}<style lang="scss">\n.d { e: f }\n</style>\n`,
        "src/x.scss": '@import "y";\n',
        "src/_y.scss": "",
      },
      "src/Card.vue .d",
      {
        "src/Card.vue": `${vue(".a { b: c }", "css")}<style lang="scss">\n@import "d";\n</style>\n`,
        "src/_d.scss": ".d { e: f }\n",
      },
    ],
  ])("%s", async (_, files, command, expected) => {
    const { plan, then } = await taken(files, command);
    expect(then).toMatchObject(expected);
    expect([plan.proof.outcome, plan.proof.different, plan.proof.gaps]).toEqual(["holds", [], []]);
    const packed = (css: string): string => css.replace(/\n\s*(?=\n)/g, "");
    expect((await compiledBlocks(then)).map(packed)).toEqual((await compiledBlocks(files)).map(packed));
  });

  test.each<[string, Files, string, string]>([
    ["in CSS", { "src/Card.vue": vue(".a { b: c }\n.d { e: f }", "css") }, "src/Card.vue .a", "SHEET_BLOCK"],
    ["in none", { "src/Card.vue": "<template><p/></template>\n" }, "src/Card.vue .a", "SHEET_BLOCK"],
    ["that are not there", { "src/Card.vue": vue(".a { b: c }\n.d { e: f }") }, "src/Card.vue .x", "NAME_MISSING"],
    [
      "behind a rule that would come after them",
      { "src/Card.vue": vue('@use "t";\n.a { b: c }\n.d { e: f }'), "src/_t.scss": "" },
      "src/Card.vue .d",
      "SHEET_BEFORE",
    ],
  ])("%s are refused, with a place in the component", async (_, files, command, code) => {
    const error = await taken(files, command).catch((caught: unknown) => caught);
    expect(error).toBeInstanceOf(ShelfError);
    expect(error).toMatchObject({ code });
    expect((error as ShelfError).message).toMatch(/src\/Card\.vue(?!#)/);
  });
});

describe("sheets that are joined", () => {
  const joined = async (files: Files): Promise<{ outcome: string; then: Files; plan: Plan }> => {
    const project = await openProject(new MemoryStore(files));
    const draft = await joinSheetsDraft(project, { files: [at("src/_a.scss")], target: at("src/_b.scss") });
    const plan = await planDraft(project, draft);
    return { outcome: plan.proof.outcome, plan, then: afterwards(files, plan) };
  };

  test("a block that takes in both takes in the one", async () => {
    const files = {
      "src/_a.scss": "$gap: 1px;\n",
      "src/_b.scss": "$rim: 2px;\n",
      "src/Card.vue": vue('@import "a";\n@import "b";\n.c { d: $gap $rim }'),
    };
    const { outcome, then } = await joined(files);
    expect(outcome).toBe("holds");
    expect(then["src/Card.vue"]).toBe(vue('@import "b";\n.c { d: $gap $rim }'));
    expect(await compiledBlocks(then)).toEqual(await compiledBlocks(files));
  });

  test("a block that takes in only one of them is in the way", async () => {
    const files = {
      "src/_a.scss": "$gap: 1px;\n",
      "src/_b.scss": '@import "a";\n.x { y: $gap }\n',
      "src/Card.vue": vue('@import "a";\n.c { d: $gap }'),
    };
    const refused = joined(files);
    await expect(refused).rejects.toThrow(expect.objectContaining({ code: "SHEET_TAKEN_ALONE" }) as ShelfError);
    await expect(refused).rejects.toThrow(/src\/Card\.vue takes/);
  });
});

describe("sheets that cannot be read", () => {
  test.each<[string, Files]>([
    ["a block", { "src/Card.vue": vue('@import "theme";\n.c { d: $gap } }') }],
    ["a sheet", { "src/other.scss": '@import "theme";\n.c { d: $gap\n' }],
  ])("%s that takes in what changes makes the proof incomplete", async (_, files) => {
    const { plan } = await taken(
      { "src/_theme.scss": theme, "src/main.scss": '@import "theme";\n', ...files },
      "src/_theme.scss $moss > src/_inks.scss",
    );
    expect(plan.proof.gaps).toMatchObject([{ file: Object.keys(files)[0], reason: "not understood" }]);
    expect(plan.proof.outcome).not.toBe("holds");
  });
});

test("a file whose name looks like a block's is a file", async () => {
  const files = {
    "src/main.scss": '@import "part#1";\n.a { b: c }\n.d { e: $gap }\n',
    "src/_part#1.scss": "$gap: 1px;\n$rim: 2px;\n",
  };
  const { plan } = await taken(files, "src/_part#1.scss $gap > src/_gap.scss");
  expect(plan.proof.sheets?.entries).toBeGreaterThan(0);
});
