import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { afterwards, planCommand, planOf, respellings, type Files } from "./planning.test.suite.js";
import { runs } from "../../base/trial.test.suite.js";

/** What is respelled when a command moves something, as `file: before > after`. */
interface Case {
  readonly name: string;
  readonly files: Files;
  readonly command: string;
  readonly becomes: readonly string[];
  /** Patterns that would take in other files, as `pattern -lost +gained`. */
  readonly patterns?: readonly string[];
}

const vite = { "package.json": '{ "devDependencies": { "vite": "1" } }' };
const sass = { "package.json": '{ "devDependencies": { "sass": "1" } }' };

const sheets: readonly Case[] = [
  {
    name: "a partial without underscore and extension",
    files: { "a/main.scss": '@use "../b/c";', "b/_c.scss": "" },
    command: "b/_c.scss d/_c.scss",
    becomes: ["a/main.scss: ../b/c > ../d/c"],
  },
  {
    name: "a partial with both",
    files: { "main.scss": '@import "b/_c.scss";', "b/_c.scss": "" },
    command: "b/_c.scss d/_e.scss",
    becomes: ["main.scss: b/_c.scss > d/_e.scss"],
  },
  {
    name: "a folder for its index",
    files: { "main.scss": '@forward "b";', "b/_index.scss": '@forward "c";', "b/_c.scss": "" },
    command: "b d",
    becomes: ["main.scss: b > d"],
  },
  {
    name: "an index that becomes a sheet of its own",
    files: { "main.scss": '@use "b" as x;', "b/_index.scss": "" },
    command: "b/_index.scss c/_d.scss",
    becomes: ["main.scss: b > c/d"],
  },
  {
    name: "a load path that settings name",
    files: {
      ...sass,
      "vite.config.js": 'export default { css: { x: { loadPaths: ["src/styles"] } } };',
      "src/a/b.scss": '@use "c";',
      "src/styles/_c.scss": "",
    },
    command: "src/styles/_c.scss src/styles/d/",
    becomes: ["src/a/b.scss: c > d/c"],
  },
  {
    name: "a path from src/ that no settings explain, because they are code",
    files: { ...sass, "src/a/b.scss": '@use "styles/c";', "src/styles/_c.scss": "" },
    command: "src/styles/_c.scss src/styles/d/",
    becomes: ["src/a/b.scss: styles/c > styles/d/c"],
  },
  {
    name: "which an alias and a load path come before",
    files: {
      ...sass,
      "vite.config.js": 'export default { css: { x: { loadPaths: ["theme"] } } };',
      "src/a/b.scss": '@use "styles/c";',
      "src/styles/_c.scss": "",
      "theme/styles/_c.scss": "",
    },
    command: "src/styles/_c.scss src/styles/d/",
    becomes: [],
  },
  {
    name: "nor does it explain a package, or a path that begins with a dot",
    files: {
      "package.json": '{ "dependencies": { "sass": "1", "styles": "1" } }',
      "src/a/b.scss": '@use "styles/c";\n@use "./styles/c" as d;',
      "src/styles/_c.scss": "",
    },
    command: "src/styles/_c.scss src/styles/d/",
    becomes: [],
  },
  {
    name: "an alias of a bundler, behind a tilde",
    files: {
      "build/webpack.js": 'module.exports = { resolve: { alias: { "@": path.resolve(__dirname, "../src") } } };',
      "src/a.scss": '@import "~@/b/c";',
      "src/b/_c.scss": "",
    },
    command: "src/b/_c.scss src/d/",
    becomes: ["src/a.scss: ~@/b/c > ~@/d/c"],
  },
  {
    name: "a url is read beside the entry, so a partial that moves keeps it",
    files: { ...sass, "s/main.scss": '@use "a/b";', "s/a/_b.scss": "x { y: url(../i.png) }", "i.png": "" },
    command: "s/a/_b.scss s/c/d/",
    becomes: ["s/main.scss: a/b > c/d/b"],
  },
  {
    name: "but the picture's move is a respelling from there",
    files: { ...sass, "s/main.scss": '@use "a/b";', "s/a/_b.scss": "x { y: url(../i.png) }", "i.png": "" },
    command: "i.png s/j/",
    becomes: ["s/a/_b.scss: ../i.png > ./j/i.png"],
  },
  {
    name: "and so is the entry's",
    files: { ...sass, "s/main.scss": '@use "a/b";', "s/a/_b.scss": "x { y: url(../i.png) }", "i.png": "" },
    command: "s/main.scss main.scss",
    becomes: ["s/a/_b.scss: ../i.png > ./i.png", "s/main.scss: a/b > s/a/b"],
  },
  {
    name: "a tool that rewrites urls makes them relative to the file",
    files: { ...vite, "s/main.scss": '@use "a/b";', "s/a/_b.scss": "x { y: url(../i.png) }", "s/i.png": "" },
    command: "s/a/_b.scss s/c/d/",
    becomes: ["s/a/_b.scss: ../i.png > ../../i.png", "s/main.scss: a/b > c/d/b"],
  },
  {
    name: "densities, query and fragment",
    files: { "a.css": "x { y: url('i.png?v=1#z') }", "i.png": "", "i@2x.png": "" },
    command: "i.png j/",
    becomes: ["a.css: i.png?v=1#z > j/i.png?v=1#z"],
  },
  {
    name: "CSS modules and Less",
    files: {
      "a.module.css": '.x { composes: y from "./b.module.css"; }',
      "b.module.css": "",
      "a.less": '@import (reference) "b";',
      "b.less": "",
    },
    command: "b.module.css b.less c/",
    becomes: ["a.less: b > c/b", "a.module.css: ./b.module.css > ./c/b.module.css"],
  },
];

const pages: readonly Case[] = [
  {
    name: "a component in all of its parts",
    files: {
      "a/A.vue":
        '<script setup>\nimport b from "./b";\n</script>\n<template><img src="../i.png"></template>\n<style src="./A.css"></style>\n',
      "a/b.js": "",
      "a/A.css": "",
      "i.png": "",
    },
    command: "a/A.vue c/d/",
    becomes: ["a/A.vue: ./b > ../../a/b", "a/A.vue: ../i.png > ../../i.png"],
  },
  {
    name: "a component whose extension is left out",
    files: { "main.js": 'import A from "./a/A";', "a/A.vue": "<template><p/></template>" },
    command: "a/A.vue b/",
    becomes: ["main.js: ./a/A > ./b/A"],
  },
  {
    name: "a page: from the web's root, from its folder, and a link",
    files: {
      "package.json": "{}",
      "index.html": '<script src="/src/main.js"></script><a href="about/us.html#x">a</a><img src="i.png">',
      "src/main.js": "",
      "about/us.html": '<a href="../index.html">b</a>',
      "public/i.png": "",
    },
    command: "src/main.js about/us.html pages/",
    becomes: ["index.html: /src/main.js > /pages/main.js", "index.html: about/us.html#x > pages/us.html#x"],
  },
];

const settings: readonly Case[] = [
  {
    name: "an alias follows its folder, and imports stay",
    files: {
      "tsconfig.json": '{ "compilerOptions": { "paths": { "@ui/*": ["./src/ui/*"] } } }',
      "src/a.ts": 'import "@ui/b";',
      "src/ui/b.ts": "",
      "src/ui/c.ts": "",
    },
    command: "src/ui src/parts",
    becomes: ["tsconfig.json: ./src/ui/* > ./src/parts/*"],
  },
  {
    name: "an entry of a package follows its file, and its name stays",
    files: {
      "package.json":
        '{ "name": "p", "main": "lib/a", "exports": { "./b": "./lib/b.js" }, "imports": { "#c": "./lib/c.js" } }',
      "lib/a.js": 'import "p/b"; import "#c";',
      "lib/b.js": "",
      "lib/c.js": "",
    },
    command: "lib src",
    becomes: [
      "package.json: lib/a > src/a",
      "package.json: ./lib/b.js > ./src/b.js",
      "package.json: ./lib/c.js > ./src/c.js",
    ],
  },
  {
    name: "a test runner's names are the app's, too",
    files: {
      "package.json":
        '{ "jest": { "moduleNameMapper": { "^~/(.*)$": "<rootDir>/src/$1" }, "setupFiles": ["<rootDir>/t/s.js"] } }',
      "src/a.js": 'import "~/b/c";',
      "src/b/c.js": "",
      "t/s.js": "",
    },
    command: "src/b/c.js t/s.js src/d/",
    becomes: ["package.json: <rootDir>/t/s.js > <rootDir>/src/d/s.js", "src/a.js: ~/b/c > ~/d/c"],
  },
  {
    name: "what falls out of a pattern, and what newly falls in",
    files: { "gulpfile.js": 'src("a/*.js"); src("b/**");', "a/x.js": "", "a/y.js": "", "b/z.js": "" },
    command: "a/x.js b/",
    becomes: [],
    patterns: ["a/*.js -a/x.js", "b/** +b/x.js"],
  },
  {
    name: "from one pattern of a list to the next, nothing changes",
    files: { "gulpfile.js": 'src(["a/*.js", /* then */ "b/**"]);', "a/x.js": "", "a/y.js": "", "b/z.js": "" },
    command: "a/x.js b/",
    becomes: [],
  },
  {
    name: "what a list leaves out, whatever its place",
    files: {
      "gulpfile.js": 'src(["a/**/*.scss", "!a/old/**", "a/old/k.scss"]);',
      ...{ "a/old/x.scss": "", "a/old/y.scss": "", "a/old/k.scss": "", "a/z.scss": "" },
    },
    command: "a/old/x.scss b/",
    becomes: [],
  },
  {
    name: "what a list no longer leaves out",
    files: { "gulpfile.js": 'src(["a/**/*.scss", "!a/old/**"]);', "a/old/x.scss": "", "a/old/y.scss": "" },
    command: "a/old/x.scss a/new/",
    becomes: [],
    patterns: ["!a/old/** +a/new/x.scss"],
  },
  {
    name: "what leaves out by itself, of a list that begins elsewhere",
    files: { "gulpfile.js": 'src([...all, "!a/old/**", "!b/**"]);', "a/old/x.js": "", "a/old/y.js": "", "b/z.js": "" },
    command: "a/old/x.js a/new/",
    becomes: [],
    patterns: ["!a/old/** +a/new/x.js"],
  },
  {
    name: "a pattern without a slash counts from one folder",
    files: {
      "gulpfile.js": 'gulp.src("*.scss", { cwd: "s" }); glob.sync("*.scss", { cwd: path.join(__dirname, "s") });',
      "s/a.scss": "",
      "s/b.scss": "",
    },
    command: "s/a.scss t/",
    becomes: [],
    patterns: ["*.scss -s/a.scss", "*.scss -s/a.scss"],
  },
  {
    name: "what counts from a folder goes with the folder",
    files: {
      "gulpfile.js": 'gulp.src(["*.scss", "!_*.scss"], { cwd: "sc" });',
      "Gruntfile.js": 'x({ sass: { files: [{ expand: true, cwd: "sc", src: ["*.scss"], dest: "d" }] } });',
      "package.json": '{ "scripts": { "a": "cd sc && sass a.scss ../d/a.css", "b": "sass --watch sc:d" } }',
      "sc/a.scss": "",
      "sc/_b.scss": "",
    },
    command: "sc t",
    becomes: ["gulpfile.js: sc > t", "Gruntfile.js: sc > t", "package.json: sc > t", "package.json: sc > t"],
  },
  {
    name: "a folder that is put together from what the script says",
    files: {
      "gulpfile.js":
        'src("a.js", { cwd: path.join(__dirname, "s", "in") }); src("b.js", { cwd: __dirname + "/s" }); src("s/b.js", { cwd: process.cwd() });',
      ...{ "s/in/a.js": "", "s/in/c.js": "", "s/b.js": "", "s/d.js": "" },
    },
    command: "s/in/a.js s/b.js t/",
    becomes: ["gulpfile.js: a.js > ../../t/a.js", "gulpfile.js: b.js > ../t/b.js", "gulpfile.js: s/b.js > t/b.js"],
  },
  {
    name: "a command that is run in another folder",
    files: {
      "package.json": '{ "scripts": { "a": "pnpm -C s exec sass a.scss ../d/a.css" } }',
      ...{ "s/a.scss": "", "s/b.scss": "" },
    },
    command: "s/a.scss t/",
    becomes: ["package.json: a.scss > ../t/a.scss"],
  },
  {
    name: "a file that leaves the folder from which it counts",
    files: {
      "package.json": '{ "scripts": { "a": "(cd s && sass a.scss ../d/a.css) && sass s/a.scss d/a.css" } }',
      "s/a.scss": "",
      "s/b.scss": "",
    },
    command: "s/a.scss t/",
    becomes: ["package.json: a.scss > ../t/a.scss", "package.json: s/a.scss > t/a.scss"],
  },
  {
    name: "what stands behind a constant",
    files: {
      "gulpfile.js":
        'const css = "s/css", p = { js: "s/js/" };\nsrc(`${css}/*.scss`); src(p.js + "a.js"); src(path.join(css, "b.scss"));',
      ...{ "s/css/a.scss": "", "s/css/b.scss": "", "s/js/a.js": "", "s/js/b.js": "" },
    },
    command: "s/css/b.scss s/js/a.js t/",
    becomes: ["gulpfile.js: a.js > ../../t/a.js", "gulpfile.js: b.scss > ../../t/b.scss"],
    patterns: ["*.scss -s/css/b.scss"],
  },
  {
    name: "a sheet that is compiled to another place of the output, and one that is no output",
    files: {
      "package.json": '{ "scripts": { "a": "sass sc:dd", "b": "sass --watch sc:dd" } }',
      ...{ "sc/a.scss": "", "sc/_b.scss": "", "sc/c.scss": "" },
    },
    command: "sc/a.scss sc/_b.scss sc/x/",
    becomes: [],
    patterns: ["sc a.css > x/a.css", "sc a.css > x/a.css"],
  },
  {
    name: "a partial that becomes an output",
    files: { "package.json": '{ "scripts": { "a": "sass sc:dd" } }', "sc/_b.scss": "", "sc/c.scss": "" },
    command: "sc/_b.scss sc/b.scss",
    becomes: [],
    patterns: ["sc +sc/b.scss"],
  },
  {
    name: "settings of watchers in a manifest",
    files: {
      "package.json":
        '{ "watch": { "css": "sc/*.scss", "all": { "patterns": ["sc"] } }, "nodemonConfig": { "watch": ["sc"] } }',
      "nodemon.json": '{ "watch": ["sc/"] }',
      ...{ "sc/a.scss": "", "sc/b.scss": "" },
    },
    command: "sc/a.scss t/",
    becomes: [],
    patterns: ["sc/ -sc/a.scss", "sc/*.scss -sc/a.scss", "sc -sc/a.scss", "sc -sc/a.scss"],
  },
  {
    name: "what a shell expands: two stars are one folder",
    files: {
      "package.json": '{ "scripts": { "a": "stylelint sc/**/*.scss", "b": "stylelint \'sc/**/*.scss\'" } }',
      ...{ "sc/a/x.scss": "", "sc/a/y.scss": "", "sc/z.scss": "" },
    },
    command: "sc/a/x.scss sc/a/b/",
    becomes: [],
    patterns: ["sc/**/*.scss -sc/a/x.scss"],
  },
  {
    name: "folders in which a command looks for sheets",
    files: {
      "package.json": '{ "scripts": { "a": "sass --load-path=li/css main.scss main.css" } }',
      "main.scss": '@use "inks";',
      "li/css/_inks.scss": "",
    },
    command: "li lib",
    becomes: ["package.json: li/css > lib/css"],
  },
  {
    name: "a name that is a parameter somewhere, or is set again, is no constant",
    files: {
      "gulpfile.js":
        'const css = "s/css"; let js = "s/js"; js += "/x";\nconst f = (css) => src(css + "/a.scss"); src(js + "/a.js");',
      ...{ "s/css/a.scss": "", "s/css/b.scss": "", "s/js/a.js": "", "s/js/b.js": "" },
    },
    command: "s/css/a.scss s/js/a.js t/",
    becomes: [],
  },
  {
    name: "a folder whose sheets are compiled each to one",
    files: {
      "package.json": '{ "scripts": { "a": "sass s:d", "b": "nodemon --watch s -e scss -x \\"npm run a\\"" } }',
      "s/a.scss": "",
      "s/_b.scss": "",
      "s/_c.scss": "",
    },
    command: "s/_b.scss t/",
    becomes: [],
    patterns: ["s -s/_b.scss"],
  },
  {
    name: "a pattern of which one spelling keeps the same files",
    files: { "tsconfig.json": '{ "include": ["src/a/**/*", "src/a/x.ts"] }', "src/a/x.ts": "", "src/a/y.ts": "" },
    command: "src/a src/b",
    becomes: ["tsconfig.json: src/a/**/* > src/b/**/*", "tsconfig.json: src/a/x.ts > src/b/x.ts"],
  },
  {
    name: "settings that move themselves",
    files: { "tsconfig.json": '{ "include": ["src"], "extends": "./base.json" }', "base.json": "{}", "src/a.ts": "" },
    command: "tsconfig.json config/",
    becomes: ["tsconfig.json: src > ../src", "tsconfig.json: ./base.json > ../base.json"],
  },
  {
    name: "a build script that leaves the folder of build scripts is read as what it was",
    files: {
      "package.json": "{}",
      "scripts/b.mjs": 'import "./c.mjs";\nread("src/a.css", "scripts/c.mjs");\n',
      "scripts/c.mjs": "",
      "src/a.css": "",
    },
    command: "scripts/b.mjs lib/",
    becomes: ["scripts/b.mjs: ./c.mjs > ../scripts/c.mjs"],
  },
  {
    name: "an alias that a helper of a build script makes",
    files: {
      "package.json": "{}",
      "build/webpack.base.conf.js": 'module.exports = { resolve: { alias: { "@": resolve("src") } } };',
      "src/a.js": 'import "@/b";',
      "src/b.vue": "<template><p/></template>",
    },
    command: "src/b.vue src/c/",
    becomes: ["src/a.js: @/b > @/c/b"],
  },
  {
    name: "words that only look like paths stay",
    files: {
      "package.json": '{ "name": "src/a.js", "keywords": ["src"], "scripts": { "test": "run test" } }',
      "src/a.js": "",
      "test/b.js": "",
    },
    command: "src test c/",
    becomes: [],
  },
];

describe.each([
  ["style sheets", sheets],
  ["components and pages", pages],
  ["settings", settings],
])("%s", (_, cases) => {
  test.each(cases)("$name", async ({ files, command, becomes, patterns = [] }) => {
    const plan = await planCommand(files, command);
    expect(respellings(plan).sort()).toEqual([...becomes].sort());
    expect(plan.proof.different).toEqual([]);
    expect(plan.proof.same).toBe(plan.proof.references);
    const told = plan.proof.patterns.map(({ pattern, out, into, writes = [] }) =>
      [
        pattern,
        ...out.map((path) => `-${path}`),
        ...into.map((path) => `+${path}`),
        ...writes.map(({ from, to }) => `${from} > ${to}`),
      ].join(" "),
    );
    expect(told).toEqual(patterns);
  });
});

test("law: a theme moved about and back is as it was, but for namespaces that were written down", async () => {
  const names = ["a", "b", "c", "d"];
  const place = fc.constantFrom("s", "s/x", "s/x/y", "t");
  await fc.assert(
    fc.asyncProperty(
      fc.array(place, { minLength: 4, maxLength: 4 }),
      fc.array(place, { minLength: 4, maxLength: 4 }),
      async (from, to) => {
        const path = (folders: readonly string[], at: number): string =>
          `${folders[at] ?? ""}/_${names[at] ?? ""}.scss`;
        const way = (at: number): string => "../".repeat((from[at] ?? "").split("/").length);
        const files = Object.fromEntries(
          names.map((name, at) => {
            const used = names
              .slice(0, at)
              .map(
                (other, to) => `@use "${way(at)}${path(from, to).replace("_", "").replace(".scss", "")}" as ${other};`,
              );
            return [path(from, at), `${used.join("\n")}\n.${name} { background: url(${way(at)}i.png) }\n`];
          }),
        );
        const all = { ...files, "i.png": "" };
        const moves = names.map((_, at) => `${path(from, at)} > ${path(to, at)}`);
        const there = await planOf(all, moves);
        expect(there.proof.different).toEqual([]);
        const moved = afterwards(all, there);
        const back = await planOf(
          moved,
          names.map((_, at) => `${path(to, at)} > ${path(from, at)}`),
        );
        expect(back.proof.different).toEqual([]);
        expect(Object.keys(afterwards(moved, back)).sort()).toEqual(Object.keys(all).sort());
      },
    ),
    { seed: 11, numRuns: runs(40) },
  );
});
