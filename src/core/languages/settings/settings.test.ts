import { beforeAll, describe, expect, test } from "vitest";
import { codeLanguage, extractFrom, languageFor, toolSettingsIn } from "../index.js";
import { languageContract } from "../contract.test.suite.js";
import { jsonSettings, scriptSettings, yamlSettings } from "./index.js";

beforeAll(() => Promise.all([codeLanguage.prepare(), yamlSettings.prepare()]));

const targets = ["./x/y.ts", "../w/y.png", "d/(g)/e.png", "é/木.json"];
languageContract(
  jsonSettings,
  [
    { name: "tsconfig.json", text: '{ /* a */ "include": ["src/**/*.ts"], }', specifiers: ["src/**/*.ts"] },
    { name: "package.json", text: '{ "main": "./lib/index.js", "name": "a/b" }', specifiers: ["./lib/index.js"] },
  ],
  targets,
);
languageContract(
  yamlSettings,
  [{ name: ".eslintrc.yml", text: 'extends: "./base.yml"\n', specifiers: ["./base.yml"] }],
  targets,
);
languageContract(
  scriptSettings,
  [{ name: "vite.config.ts", text: 'export default { root: "./src/app" };\n', specifiers: ["./src/app"] }],
  targets,
);

test.each<[string, string | undefined]>([
  ["package.json", "json settings"],
  ["packages/a/tsconfig.build.json", "json settings"],
  [".babelrc", "json settings"],
  ["public/site.webmanifest", "json settings"],
  ["src/data/trees.json", undefined],
  ["pnpm-workspace.yaml", "yaml settings"],
  [".github/workflows/ci.yml", undefined],
  ["vite.config.ts", "script settings"],
  [".eslintrc.cjs", "script settings"],
  ["gulpfile.js", "script settings"],
  ["scripts/build.mjs", "script settings"],
  [".storybook/main.ts", "script settings"],
  ["src/config/routes.ts", "javascript"],
  ["src/build.ts", "javascript"],
  ["src/scripts/load.js", "javascript"],
  ["README.md", "markdown"],
  [".gitignore", "path lists"],
  [".github/CODEOWNERS", "path lists"],
  ["LICENSE", undefined],
])("%s is read as %s", (path, wanted) => {
  expect(languageFor(path)?.name).toBe(wanted);
});

describe("what settings name", () => {
  const names = (text: string, path: string): string[] =>
    extractFrom(text, path).references.map(({ lookup, specifier }) => `${lookup} ${specifier}`);

  test.each<[string, string, string[]]>([
    [
      "package.json",
      '{"name":"a","version":"1.0.0","main":"lib/index","types":"./lib/a.d.ts"}',
      ["place lib/index", "place ./lib/a.d.ts"],
    ],
    [
      "package.json",
      '{"exports":{".":{"import":"./src/a.ts"},"./f/*":"./src/f/*.ts"}}',
      ["place ./src/a.ts", "base ./src/f/*.ts"],
    ],
    [
      "package.json",
      '{"browser":{"./src/a.js":"./src/b.js"},"sideEffects":["*.css","./src/c.ts"]}',
      ["place ./src/a.js", "place ./src/b.js", "scope *.css", "place ./src/c.ts"],
    ],
    [
      "package.json",
      '{"scripts":{"b":"sass src/scss:dist --load-path=src/lib && eslint \\"src/**/*.{ts,tsx}\\" -c .eslintrc.js"}}',
      ["sheets src/scss", "place dist", "place src/lib", "scope src/**/*.{ts,tsx}", "place .eslintrc.js"],
    ],
    [
      "package.json",
      '{"workspaces":["packages/*"],"dependencies":{"a":"file:../a"},"files":["dist","src/a.ts"]}',
      ["scope packages/*", "place dist", "place src/a.ts"],
    ],
    [
      "package.json",
      '{"jest":{"moduleNameMapper":{"^@/(.*)$":"<rootDir>/src/$1"},"roots":["src"]}}',
      ["base <rootDir>/src/$1", "place src"],
    ],
    ["package.json", '{"lint-staged":{"src/**/*.ts":"eslint --fix"}}', ["scope src/**/*.ts"]],
    [
      "tsconfig.json",
      '{"extends":"./base.json","compilerOptions":{"paths":{"@/*":["src/*"]},"baseUrl":".","target":"ES2022"},"include":["src"]}',
      ["place ./base.json", "base src/*", "scope src"],
    ],
    [
      "app.json",
      '{"expo":{"icon":"./assets/icon.png","name":"Pippin Row","splash":{"image":"./assets/splash.png"}}}',
      ["place ./assets/icon.png", "place ./assets/splash.png"],
    ],
    ["manifest.json", '{"name":"a","icons":[{"src":"/icons/a.png","type":"image/png"}]}', ["asset /icons/a.png"]],
    [
      "pnpm-workspace.yaml",
      "packages:\n  - packages/*\n  - '!packages/old'\n",
      ["scope packages/*", "scope !packages/old"],
    ],
    [
      "vite.config.ts",
      'import a from "./a"; export default { resolve: { alias: { "@": path.resolve(__dirname, "src") } }, base: "/x/" }',
      ["module ./a", "beside src", "place /x/"],
    ],
    [
      "vite.config.ts",
      'const a = fileURLToPath(new URL("./src", import.meta.url)); const mode = "test";',
      ["beside ./src"],
    ],
    [
      "gulpfile.js",
      'gulp.src(["src/scss/**/*.scss", "!src/scss/old/**"]).pipe(x("dist"));',
      ["files src/scss/**/*.scss", "files !src/scss/old/**"],
    ],
    ["react-native.config.js", 'module.exports = { assets: ["./assets/fonts/"] };', ["shipped ./assets/fonts/"]],
    [
      "README.md",
      '[a](src/a.ts) ![b](./b.png "t") [c](https://x.org) `[no](no.ts)`\n\n[d]: docs/d.md\n```\n[no](no.ts)\n```\n<img src="e.png">',
      ["beside src/a.ts", "beside ./b.png", "beside docs/d.md", "beside e.png"],
    ],
    [".prettierignore", "# a\ndist\nsrc/old/**\n!/src/old/b.ts\n", ["scope src/old/**", "scope /src/old/b.ts"]],
    ["CODEOWNERS", "* @all\n/src/trees/ @trees @b\n", ["scope /src/trees/"]],
  ])("%s: %s", (path, text, wanted) => {
    expect(names(text, path).sort()).toEqual([...wanted].sort());
  });

  test("what is broken is said, and nothing in it is taken for a reference", () => {
    expect(extractFrom('{ "main": "./a.js", ', "package.json")).toMatchObject({ reading: "not read", references: [] });
  });
});

describe("what tools are told of names", () => {
  test.each<[string, string, string[], string[]]>([
    [
      "vite.config.ts",
      'export default { resolve: { alias: { "@": fileURLToPath(new URL("./src", import.meta.url)), "~b": path.resolve(__dirname, "src", "b") } } }',
      ["@ ./src", "~b ./src/b"],
      [],
    ],
    [
      "vite.config.js",
      'export default { resolve: { alias: [{ find: "@", replacement: `${__dirname}/src` }] }, css: { preprocessorOptions: { scss: { loadPaths: ["src/styles"] } } } }',
      ["@ ./src"],
      ["src/styles"],
    ],
    [
      "vue.config.js",
      'module.exports = { chainWebpack: (c) => { c.resolve.alias.set("@", resolve("src")).set("@c", resolve("src/c")); } }',
      ["@ ./src", "@c ./src/c"],
      [],
    ],
    [
      "jest.config.js",
      'module.exports = { moduleNameMapper: { "^@/(.*)$": "<rootDir>/src/$1" } }',
      ["^@/(.*)$ <rootDir>/src/$1"],
      [],
    ],
    [".babelrc", '{ "plugins": [["module-resolver", { "alias": { "@": "./src" } }]] }', ["@ ./src"], []],
    ["webpack.config.js", "module.exports = { resolve: { alias: makeAliases() } }", [], []],
    ["angular.json", '{ "stylePreprocessorOptions": { "includePaths": ["src/styles"] } }', [], ["src/styles"]],
    [".eslintrc.yml", "alias: { a: ./b }", [], []],
  ])("%s", (path, text, aliases, loadPaths) => {
    const found = toolSettingsIn(text, path);
    expect(found.aliases.map(({ name, place }) => `${name} ${place}`).sort()).toEqual(aliases);
    expect(found.loadPaths).toEqual(loadPaths);
  });
});
