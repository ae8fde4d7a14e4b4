/** `--compile`: the compilers that an app has installed are asked before and after, and nothing else is run or left behind. */
import { execFileSync } from "node:child_process";
import { mkdirSync, readdirSync, symlinkSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";
import { expect, test } from "vitest";
import { fingerprint, folderWith, run } from "./program.js";

const own = fileURLToPath(new URL("../node_modules", import.meta.url));

/** A folder with files, in which some packages are installed. */
function appWith(files: Readonly<Record<string, string>>, packages: readonly string[]): string {
  const root = folderWith({ ".gitignore": "node_modules\n", "package.json": '{ "name": "signs" }', ...files });
  for (const name of packages) {
    mkdirSync(dirname(join(root, "node_modules", name)), { recursive: true });
    symlinkSync(join(own, name), join(root, "node_modules", name));
  }
  return root;
}

const left = (): readonly string[] => readdirSync(tmpdir()).filter((name) => /^steady-shelf-\w{6}$/.test(name));

const theme = {
  "scss/main.scss": "@import 'inks';\n.a { color: $ink }\n.b { color: $ink }\n",
  "scss/_inks.scss": "$ink: red;\n",
  "scss/broken.scss": "@import 'inks';\n.c { color: $rust }\n",
};

test("what compiles to the same is said, and what does not compile anyway", async () => {
  const root = appWith(theme, ["sass"]);
  const before = left();
  const words = ["move", "scss/_inks.scss", "scss/abstracts/_inks.scss", "--compile"];
  const { code, out } = await run(root, words);
  expect(code).toBe(0);
  expect(out).toMatch(/Compiled with sass \d+\.\d+\.\d+, before and after:/);
  expect(out).toContain("! scss/broken.scss  does not compile, before or after\n        Undefined variable.");
  expect(out).toContain("✓ 1 of 1 sheet compiles to the same, letter by letter");
  const told = JSON.parse((await run(root, [...words, "--json"])).out) as { compiled: { sheets: unknown } };
  expect(told.compiled.sheets).toEqual([
    { entry: "scss/broken.scss", state: "fails", lines: ["Undefined variable."] },
    { entry: "scss/main.scss", state: "same", lines: [] },
  ]);
  expect((await run(root, [...words, "--write"])).code).toBe(0);
  expect(left()).toEqual(before);
});

test("where the output is another one, the difference is shown and nothing is written", async () => {
  const root = appWith({ "scss/main.scss": ".a { background: url('./i.png') }\n", "scss/i.png": "" }, ["sass"]);
  const bytes = fingerprint(root);
  const { code, out, err } = await run(root, [
    "move",
    "scss/main.scss",
    "scss/pages/main.scss",
    "--compile",
    "--write",
  ]);
  expect(code).toBe(1);
  expect(out).toContain("! scss/main.scss  compiles to something else");
  expect(out).toMatch(/^ {8}- .*"?\.\/i\.png/m);
  expect(out).toMatch(/^ {8}\+ .*"?\.\.\/i\.png/m);
  expect(err).toContain("1 sheet would not compile to what it does now");
  expect(fingerprint(root)).toBe(bytes);
});

test("Less, with what it puts into the sheet; load paths; packages", async () => {
  const root = appWith(
    {
      "less/main.less": "@import 'inks';\n.a { color: @ink; background: data-uri('image/png', 'i.png') }\n",
      "less/inks.less": "@ink: red;\n",
      "less/i.png": "picture",
    },
    ["less"],
  );
  const lessOnly = await run(root, ["move", "less/inks.less", "less/vars/inks.less", "--compile"]);
  expect(lessOnly.out).toMatch(/Compiled with less [\d.]+, before and after:\n {4}✓ 1 of 1 sheet/);
  const paths = appWith(
    {
      "package.json": '{ "scripts": { "css": "sass --load-path=lib/css scss/main.scss main.css" } }',
      "scss/main.scss": "@import 'inks';\n@import '~kit/frame';\n.a { color: $ink; }\n",
      "lib/css/_inks.scss": "$ink: red;\n",
      "node_modules/kit/_frame.scss": ".frame { margin: 0 }\n",
    },
    ["sass"],
  );
  const both = await run(paths, ["move", "lib/css", "lib/styles", "--compile"]);
  expect(both.out).toMatch(/lib\/css +→ lib\/styles/);
  expect(both.out).toContain("✓ 1 of 1 sheet compiles to the same");
});

test("what git ignores is found where it lies", async () => {
  const root = appWith(
    {
      ".gitignore": "node_modules\n_made.scss\n",
      "scss/main.scss": "@import 'made';\n.a { color: $ink }\n.b { color: $ink }\n",
      "scss/_made.scss": "$ink: red;\n",
    },
    ["sass"],
  );
  execFileSync("git", ["init", "-q"], { cwd: root });
  execFileSync("git", ["add", "-A"], { cwd: root });
  const { out } = await run(root, ["extract", "scss/main.scss", "--take", ".b", "--compile", "--accept-unread"]);
  expect(out).toContain("✓ 1 of 1 sheet compiles to the same, letter by letter");
});

test("a rule that is taken out of another compiles to the same but for blank lines", async () => {
  const root = appWith({ "main.scss": '@import "x";\n.a {\n  b: c;\n  .d { e: f }\n}\n.g { h: i }\n', "_x.scss": "" }, [
    "sass",
  ]);
  const { code, out } = await run(root, ["extract", "main.scss", "--take", ".a .d", "--compile", "--write"]);
  expect(code).toBe(0);
  expect(out.replace(/\s+/g, " ")).toContain("stay in order and mean the same (but for blank lines)");
  expect(out).toContain("✓ 1 of 1 sheet compiles to the same, letter by letter but for blank lines");
});

test("a style block is compiled by the bundler, which is said", async () => {
  const root = appWith(
    {
      "src/Card.vue":
        '<template><p/></template>\n<style lang="scss">\n@import "x";\n.a { b: c }\n.d { e: f }\n</style>\n',
      "src/_x.scss": "",
    },
    ["sass"],
  );
  const { code, out } = await run(root, ["extract", "src/Card.vue", "--take", ".d", "--compile", "--write"]);
  expect(code).toBe(0);
  expect(out).toContain("The style block of src/Card.vue is compiled by the bundler alone, and not here.");
  expect(out).not.toContain("No sheet that is compiled");
});

test("without a compiler, and without sheets, that is said", async () => {
  const root = appWith({ ...theme, "a.js": "import './b.js';\n", "b.js": "" }, []);
  const none = await run(root, ["extract", "scss/main.scss", "--take", ".b", "--compile"]);
  expect(none.out).toContain("No compiler is installed for scss/main.scss: install what the app is built with");
  const written = await run(root, ["extract", "scss/main.scss", "--take", ".b", "--compile", "--write"]);
  expect(written.code).toBe(1);
  expect(written.err).toContain("Nothing was written: no compiler is installed for 1 sheet.");
  const scripts = await run(root, ["move", "b.js", "c.js", "--compile"]);
  expect(scripts.out).toContain("No sheet that is compiled is touched.");
});

test("arrange and join are asked as well", async () => {
  const root = appWith({ ...theme, "scss/broken.scss": ".c { color: red }\n" }, ["sass"]);
  const joined = await run(root, ["join", "scss/_inks.scss", "scss/main.scss", "--compile", "--json"]);
  expect(JSON.parse(joined.out)).toMatchObject({ compiled: { sheets: [{ entry: "scss/main.scss", state: "same" }] } });
  const arranged = await run(root, ["arrange", "--as", "stylesheet-sections", "--compile"]);
  expect(arranged.out).toContain("Compiled with sass");
});

test("check --fix is asked as well, and only with --fix", async () => {
  const files = { "scss/main.scss": "@import 'base';\n@import 'inks';\n", "scss/_base.scss": ".a { color: $ink }\n" };
  const root = appWith({ ...files, "scss/_inks.scss": "$ink: red;\n" }, ["sass"]);
  const { code, out } = await run(root, ["check", "--rule", "sheet-order", "--fix", "--compile", "--write"]);
  expect([code, out]).toEqual([0, expect.stringContaining("does not compile now, and would then") as string]);
  expect(await run(root, ["check", "--compile"])).toMatchObject({ code: 2 });
});
