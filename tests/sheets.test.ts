/**
 * Style sheets taken apart, joined and put in order by the built program. Sass itself says what they compile to, before and after; undoing
 * gives every byte back.
 */
import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { compileSheets } from "../scripts/judges/sheets.mjs";
import { demoCopy, fingerprint, folderWith, run } from "./program.js";

const entries = ["src/signs.scss", "src/labels.scss"];

test("the demo's signs are parted and joined, and compile to the same after each step", async () => {
  const root = demoCopy("orchard-signs");
  const bytes = fingerprint(root);
  const css = async (entry: string): Promise<string> => (await compileSheets(root, [entry])).get(entry) ?? "";
  const before = await css("src/signs.scss");
  expect(before).toContain("board--gate");
  expect(await css("src/labels.scss")).toMatch(/^error/);
  const steps = [
    ["check", "--fix", "--write"],
    ["extract", "src/signs.scss", "--section", "reset", "--to", "src/base/", "--write"],
    ["extract", "src/signs.scss", "--take", "h1", "h2", "p", "--to", "src/base/letters", "--write"],
    ["extract", "src/signs.scss", "--take", ".board", ".arrow", "--write"],
    ["join", "src/base/_reset.scss", "src/base/_letters.scss", "src/signs.scss", "--write"],
    ["join", "src/_sizes.scss", "src/_inks.scss", "--write"],
  ];
  for (const words of steps) {
    const { code, out, err } = await run(root, words);
    expect([code, out + err]).toEqual([0, expect.stringContaining("✓") as string]);
    expect(await css("src/signs.scss")).toBe(before);
  }
  expect(await css("src/labels.scss")).toContain("outline-offset: 8mm");
  for (const { length } of steps) {
    expect((await run(root, ["undo", "--write"])).code).toBe(0);
    expect(length).toBeGreaterThan(0);
  }
  expect(fingerprint(root)).toBe(bytes);
});

test("what cannot be parted is refused, with the rule in the way and its place", async () => {
  const root = demoCopy("orchard-signs");
  const bytes = fingerprint(root);
  const { code, err } = await run(root, ["extract", "src/signs.scss", "--take", ".board", "--write"]);
  expect(code).toBe(2);
  expect(err).toContain("src/signs.scss, .arrow::after stands between");
  expect(err).toMatch(/src\/signs\.scss:\d+:1/);
  expect(await run(root, ["extract", "README.md", "--section", "x"])).toMatchObject({ code: 2 });
  const only = await run(demoCopy(), ["extract", "src/helpers/dates.ts", "--take", ".a"]);
  expect(only.err).toContain("src/helpers/dates.ts is no style sheet, and --take is for those."); // SHEET_ONLY
  const twoWays = await run(root, ["extract", "src/signs.scss", ".board", "--lines", "1-2"]);
  expect(twoWays).toMatchObject({ code: 2 });
  const keeping = await run(root, ["extract", "src/signs.scss", "--section", "reset", "--keep-export"]);
  expect([keeping.code, keeping.err]).toEqual([2, expect.stringContaining("leave --keep-export out") as string]);
  expect(fingerprint(root)).toBe(bytes);
});

test("the JSON document says what was gone through", async () => {
  const root = demoCopy("orchard-signs");
  const { out } = await run(root, ["extract", "src/signs.scss", "--section", "reset", "--json"]);
  expect(JSON.parse(out)).toMatchObject({
    names: ["*", "body"],
    target: "src/_reset.scss",
    proof: { complete: true, different: [], sheets: { entries: 1, statements: 15, same: 15, early: 0 } },
  });
});

test("lines that a bundler puts before each sheet are a gap where sheets are modules", async () => {
  const root = folderWith({
    "vite.config.js":
      "export default { css: { preprocessorOptions: { scss: { additionalData: '@use \"sizes\";' } } } };\n",
    "src/main.scss": '@use "x";\n.a { b: c }\n.d { e: f }\n',
    "src/_x.scss": ".x { y: z }\n",
  });
  const words = ["extract", "src/main.scss", "--take", ".a"];
  expect(await run(root, [...words, "--write"])).toMatchObject({ code: 1 });
  expect((await run(root, words)).out).toContain("it puts lines before each sheet");
  expect((await run(root, [...words, "--write", "--accept-unread"])).code).toBe(0);
});

test("an order that only one of two entries refuses is not put right by itself", async () => {
  const root = folderWith({
    "package.json": '{ "devDependencies": { "sass": "1" } }',
    "src/_all.scss": '@import "a";\n@import "b";\n',
    "src/_a.scss": ".a { x: $gap }\n",
    "src/_b.scss": ".b { x: 1 }\n$gap: 1px;\n",
    "src/one.scss": '@import "all";\n',
    "src/two.scss": '$gap: 2px;\n@import "all";\n',
  });
  const { code, out } = await run(root, ["check", "--rule", "sheet-order"]);
  expect(code).toBe(1);
  expect(out).toContain("src/one.scss does not compile");
  const fixed = await run(root, ["check", "--rule", "sheet-order", "--fix", "--write"]);
  expect(fixed.out).toContain("uncertain");
  expect(readFileSync(join(root, "src/_all.scss"), "utf8")).toBe('@import "a";\n@import "b";\n');
});

test("what is changed meanwhile is not overwritten", async () => {
  const root = demoCopy("orchard-signs");
  expect((await run(root, ["extract", "src/signs.scss", "--section", "letters", "--write"])).code).toBe(0);
  writeFileSync(join(root, "src/_letters.scss"), "h1 { color: red }\n");
  expect((await run(root, ["undo", "--write"])).code).not.toBe(0);
  expect(readFileSync(join(root, "src/_letters.scss"), "utf8")).toBe("h1 { color: red }\n");
  expect(entries).toHaveLength(2);
});

test("build scripts: what a watcher would not see, and what would be compiled to another place, is said", async () => {
  const root = folderWith({
    "package.json":
      '{ "scripts": { "css": "sass scss:css", "watch": "nodemon --watch scss/*.scss -x \\"npm run css\\"" } }',
    "scss/main.scss": "@import 'inks';\n.a { color: $ink }\n.b { color: $ink }\n",
    "scss/_inks.scss": "$ink: red;\n",
  });
  const words = ["extract", "scss/main.scss", "--take", ".b", "--to"];
  const unseen = await run(root, [...words, "scss/parts/_b.scss"]);
  expect(unseen.out).toContain("1 watcher does not look at what is made:");
  expect(unseen.out).toContain("does not see scss/parts/_b.scss");
  expect((await run(root, [...words, "scss/_b.scss"])).out).not.toContain("watcher");
  const elsewhere = await run(root, ["move", "scss/main.scss", "scss/pages/main.scss"]);
  expect(elsewhere.out).toContain("The output of 1 folder would have other paths");
  expect(elsewhere.out).toContain("main.css becomes pages/main.css");
  const told = JSON.parse((await run(root, ["move", "scss/main.scss", "scss/pages/main.scss", "--json"])).out) as {
    proof: { patterns: { pattern: string; writes?: unknown }[] };
  };
  expect(told.proof.patterns).toMatchObject([
    { pattern: "scss", writes: [{ from: "main.css", to: "pages/main.css" }] },
    { pattern: "scss/*.scss", out: ["scss/main.scss"] },
  ]);
});

test("Less: begun, added to, and a flat theme in sections; Less itself compiles each", async () => {
  const root = folderWith({ "package.json": '{ "devDependencies": { "less": "^4.0.0" } }' });
  expect((await run(root, ["init", "--write"])).out).toContain("Less style sheets: style sheets in sections");
  expect((await run(root, ["add", "component", "crate", "--write"])).out).toContain('@import "components/crate";');
  const css = (await compileSheets(root, ["styles/main.less"])).get("styles/main.less") ?? "";
  expect(css).toMatch(/\.button--quiet[^]*\.crate[^]*\.night/);
  const check = await run(root, ["check"]);
  expect([check.code, check.out]).toEqual([0, expect.stringContaining("Nothing is wrong") as string]);
  const flat = folderWith({
    "package.json": '{ "devDependencies": { "less": "^4.0.0" } }',
    "less/main.less": '@import "inks";\n@import "mixins";\n@import "reset";\n@import "card";\n',
    "less/inks.less": "@page-rim: 2px;\n@moss: green;\n",
    "less/mixins.less": ".wide(@x) { width: @x }\n",
    "less/reset.less": "* { margin: 0 }\nbody { color: @moss }\n",
    "less/card.less": ".card { .wide(@page-rim); }\n.card__title { color: @moss }\n",
  });
  const entry = ["less/main.less"];
  const before = (await compileSheets(flat, entry)).get("less/main.less");
  const { out } = await run(flat, ["arrange", "--as", "stylesheet-sections", "--write"]);
  expect(out).toContain("✓");
  for (const path of ["abstracts/inks.less", "abstracts/mixins.less", "base/reset.less", "components/card.less"])
    expect(readFileSync(join(flat, "less", path), "utf8")).not.toBe("");
  expect((await compileSheets(flat, entry)).get("less/main.less")).toBe(before);
  expect(before).toContain("width: 2px");
});

test.each([
  ["sass-indented", "styles/main.sass", "components/_crate.sass", '@use "components/crate"\n'],
  ["css", "styles/main.css", "components/crate.css", '@import "components/crate.css";\n'],
])("%s: begun and added to, and all of it is right", async (stack, entry, sheet, line) => {
  const root = folderWith({});
  expect((await run(root, ["init", "--stack", stack, "--write"])).code).toBe(0);
  for (const words of ["component crate", "constants depth", "screen harvest"])
    expect((await run(root, ["add", ...words.split(" "), "--write"])).code).toBe(0);
  expect(readFileSync(join(root, entry), "utf8")).toContain(line);
  expect(readFileSync(join(root, "styles", sheet), "utf8")).toContain(".crate");
  if (entry.endsWith(".sass"))
    expect((await compileSheets(root, [entry])).get(entry)).toMatch(
      /\.button--quiet[^]*\.crate[^]*\.harvest[^]*\.night/,
    );
  const check = await run(root, ["check"]);
  expect([check.code, check.out]).toEqual([0, expect.stringContaining("Nothing is wrong") as string]);
  expect((await run(root, ["arrange"])).out).toContain("Nothing moves");
});

test("sheets that have begun are gone on with: bare names of indented Sass, url() of CSS", async () => {
  const bare = folderWith({
    "sass/main.sass": "@import components/card\n",
    "sass/components/_card.sass": ".card\n  margin: 0\n",
  });
  await run(bare, ["add", "component", "crate", "--write"]);
  expect(readFileSync(join(bare, "sass/main.sass"), "utf8")).toBe(
    "@import components/card\n@import components/crate\n",
  );
  const css = folderWith({
    "css/main.css": '@charset "utf-8";\n@import url("components/card.css");\n',
    "css/components/card.css": ".card { margin: 0 }\n",
  });
  await run(css, ["add", "component", "crate", "--write"]);
  expect(readFileSync(join(css, "css/main.css"), "utf8")).toContain(
    'card.css");\n@import url("components/crate.css");\n',
  );
  // Where there is as much of other code, sheets are not what the app is built of.
  const page = folderWith({ "a.js": "", "b.js": "", "css/main.css": ".a { margin: 0 }\n" });
  expect((await run(page, ["survey"])).err).toContain("tells how the app is built");
});

test("an entry's lines are put in the order of the sections, below comments, and add goes by these", async () => {
  const root = folderWith({
    "styles/main.scss":
      '@charset "utf-8";\n// buttons\n@import "components/button"; // big\n\n@import "abstracts/sizes";\n@import "layout/header";\n',
    "styles/abstracts/_sizes.scss": "$gap: 8px;\n",
    "styles/components/_button.scss": "@mixin button { margin: 0 }\n",
    "styles/layout/_header.scss": ".header { margin: $gap }\n",
  });
  const words = ["check", "--rule", "sheet-sections", "--fix", "--write"];
  expect((await run(root, words)).out).toContain("1 of 1 finding fixed.");
  const sorted =
    '@charset "utf-8";\n\n// Abstracts\n@import "abstracts/sizes";\n\n// Layout\n@import "layout/header";\n\n// Components\n// buttons\n@import "components/button"; // big\n';
  expect(readFileSync(join(root, "styles/main.scss"), "utf8")).toBe(sorted);
  expect((await run(root, ["check", "--rule", "sheet-sections"])).out).toContain("Nothing is wrong");
  await run(root, ["add", "layout", "footer", "--write"]);
  expect(readFileSync(join(root, "styles/main.scss"), "utf8")).toBe(
    sorted.replace('header";', 'header";\n@import "layout/footer";'),
  );
});

test("entries that share sheets become modules one after the other, each compiling to the same", async () => {
  const root = demoCopy("orchard-signs");
  await run(root, ["check", "--fix", "--write"]);
  const css = async (): Promise<string> => JSON.stringify([...(await compileSheets(root, entries))]);
  const before = await css();
  const words = ["check", "--rule", "sheet-import", "--fix"];
  const first = await run(root, [...words, "--write"]);
  expect(first.out).toContain("1 of 2 findings fixed.");
  expect(first.out).toContain("It shares sheets with what is changed here");
  expect(await css()).toBe(before);
  const second = await run(root, [...words, "--write"]);
  expect([second.code, second.out]).toEqual([0, expect.stringContaining("1 of 1 finding fixed.") as string]);
  expect(await css()).toBe(before);
  expect(readFileSync(join(root, "src/signs.scss"), "utf8")).toMatch(/@use "inks";[^]*color: inks\.\$/);
  expect((await run(root, ["check", "--rule", "sheet-import"])).out).toContain("Nothing is wrong");
});
