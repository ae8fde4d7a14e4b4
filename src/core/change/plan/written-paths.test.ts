/** Paths that scripts and files of other makers have as texts: what would no longer be meant is said, and what stays is not. */
import { describe, expect, test } from "vitest";
import { planCommand, planOf, respellings, type Files } from "./planning.test.suite.js";

/** The gaps of a plan, as `reason file detail`, or nothing where the proof is complete. */
async function gapsOf(files: Files, moves: readonly string[]): Promise<string[]> {
  const { proof } = await planOf(files, moves);
  return proof.gaps.map(({ reason, file, detail }) => `${reason} ${file} ${detail}`);
}

const moved = ["src/parts/tree.js > src/moved/tree.js"];
const stays = { "src/parts/rota.js": "" };

describe("a script may mean what moves by a text", () => {
  test.each([
    ["const t = rewire('../parts/tree');", "../parts/tree"],
    ['const t = { path: "../parts/tree.js" };', "../parts/tree.js"],
    ['define(["../parts/tree", "jquery"], (tree) => tree);', "../parts/tree"],
    ['mock("../parts/tree.js", {});', "../parts/tree.js"],
    ['const r = { path: "t", loadChildren: "../parts/tree#Trees" };', "../parts/tree"],
    ['read(path.join(__dirname, "..", "parts", "tree.js"));', "../parts/tree.js"],
    ['read(resolve(import.meta.dirname, "../parts", `tree.js`));', "../parts/tree.js"],
    ['read(path.join(process.cwd(), "src", "parts/tree"));', "src/parts/tree"],
    ["read(`${__dirname}/../parts/tree.js`);", "../parts/tree.js"],
    ['run("node --watch ./src/parts/tree.js now");', "./src/parts/tree.js"],
    ["/** @jest-environment ../parts/tree */", "../parts/tree"],
    ["// @vitest-environment ../parts/tree.js", "../parts/tree.js"],
    ['/// <amd-dependency path="../parts/tree" />', "../parts/tree"],
  ])("%s", async (text, detail) => {
    const files = { "src/app/use.js": text, "src/parts/tree.js": "", ...stays };
    const [gap, ...more] = await gapsOf(files, moved);
    expect(gap).toMatch(/^(?:path in text|address|computed) src\/app\/use\.js /);
    expect(gap).toContain(detail);
    expect(more).toEqual([]);
    // What goes along with it, or stays, is meant as before.
    const all = [
      "src/app/use.js > lib/app/use.js",
      "src/parts/tree.js > lib/parts/tree.js",
      "src/parts/rota.js > lib/parts/rota.js",
    ];
    expect(await gapsOf(files, all)).toEqual(/process|node/.test(text) ? [gap] : []);
    expect(await gapsOf({ ...files, "src/b.js": "" }, ["src/b.js > src/c.js"])).toEqual([]);
  });

  test("a script whose text would lead elsewhere when it moves itself", async () => {
    const files = { "src/app/use.js": 'rewire("../parts/tree");', "src/parts/tree.js": "" };
    expect(await gapsOf(files, ["src/app/use.js > src/app/deep/use.js"])).toEqual([
      "path in text src/app/use.js ../parts/tree",
    ]);
  });
});

test("a text that begins with an alias means what the alias stands for, and follows it where all of that goes", async () => {
  const files = {
    "tsconfig.json": '{ "compilerOptions": { "paths": { "@/*": ["./src/*"] } } }',
    "scripts/list.js": 'load("@/parts/tree");',
    "src/parts/tree.js": "",
    "src/parts/rota.js": "",
  };
  expect(await gapsOf(files, moved)).toEqual(["path in text scripts/list.js @/parts/tree"]);
  expect(await gapsOf(files, ["src/parts/rota.js > src/moved/rota.js"])).toEqual([]);
  const { proof } = await planCommand(files, "src app");
  expect(proof.gaps).toEqual([]);
});

describe("a script may go through the folder that something leaves", () => {
  test.each([
    ['for (const each of readdirSync("src/parts")) use(each);', "src/parts"],
    ["app.use(express.static('./src/parts/'));", "./src/parts/"],
    ['swagger({ apis: ["./src/parts/*.js"] });', "./src/parts/*.js"],
    ['importAll.sync("../parts/*.js");', "../parts/*.js"],
    ['orm({ entities: [__dirname + "/../parts/*.js"] });', "../parts/*.js"],
    ['list(path.join(process.cwd(), "src/parts", "**/*.js"));', "src/parts/**/*.js"],
    ['const base = "../parts/";\nexport const load = (name) => import(base + name);', "../parts/"],
  ])("%s", async (text, detail) => {
    const files = { "src/app/use.js": text, "src/parts/tree.js": "", ...stays };
    expect(await gapsOf(files, moved)).toEqual([`folder in text src/app/use.js ${detail}`]);
    // What comes into it is found there, too.
    expect(await gapsOf({ ...files, "src/b.js": "" }, ["src/b.js > src/parts/b.js"])).toEqual([
      `folder in text src/app/use.js ${detail}`,
    ]);
    expect(await gapsOf({ ...files, "src/b.js": "" }, ["src/b.js > src/c.js"])).toEqual([]);
  });

  test("of a package below the root", async () => {
    const files = {
      "shop/package.json": "{}",
      "shop/tools/list.js": 'walk("src/parts");',
      "shop/src/parts/tree.js": "",
      "shop/src/parts/rota.js": "",
    };
    expect(await gapsOf(files, ["shop/src/parts/tree.js > shop/src/tree.js"])).toEqual([
      "folder in text shop/tools/list.js src/parts",
    ]);
  });
});

describe("in languages that find files by names of their own", () => {
  const pubspec = { "pubspec.yaml": "name: orchard\nflutter:\n  assets:\n    - assets/trees/\n" };
  const project =
    '<Project Sdk="Microsoft.NET.Sdk"><PropertyGroup><UseWPF>true</UseWPF></PropertyGroup>ITEMS</Project>';

  test("a folder of pictures that a text is added to", async () => {
    const text = "const base = 'assets/trees/';\nfinal a = Image.asset(base + name);\n";
    const files = { ...pubspec, "lib/a.dart": text, "assets/trees/a.png": "", "assets/trees/b.png": "" };
    expect(await gapsOf(files, ["assets/trees/a.png > assets/rota/a.png"])).toEqual([
      "folder in text lib/a.dart assets/trees/",
    ]);
    const whole = { ...files, "lib/a.dart": "final a = Image.asset('assets/trees/b.png');\n" };
    expect(await gapsOf(whole, ["assets/trees/a.png > assets/rota/a.png"])).toEqual([]);
  });

  test("a folder in which a family of fonts is looked for", async () => {
    const view = '<Window><TextBlock FontFamily="/Assets/Fonts/#Orchard"/></Window>';
    const files = {
      "Orchard.csproj": project.replace("ITEMS", ""),
      "App/A.xaml": view,
      "Assets/Fonts/Orchard.ttf": "",
      "Assets/Fonts/Notes.txt": "",
    };
    expect(await gapsOf(files, ["Assets/Fonts/Orchard.ttf > Assets/Orchard.ttf"])).toEqual([
      "folder in text App/A.xaml Assets/Fonts",
    ]);
    expect(await gapsOf(files, ["Assets/Fonts/Notes.txt > Assets/Notes.txt"])).toEqual([]);
  });

  test("what tasks of a project copy follows, and what its commands run is said", async () => {
    const tasks =
      '<Target Name="Data"><Copy SourceFiles="Data\\trees.json" DestinationFolder="x" /><Exec Command="node Data\\tidy.js all" /></Target>';
    const files = { "Orchard.csproj": project.replace("ITEMS", tasks), "Data/trees.json": "{}", "Data/tidy.js": "" };
    const plan = await planOf(files, ["Data/trees.json > Rows/trees.json"]);
    expect(respellings(plan)).toEqual(["Orchard.csproj: Data/trees.json > Rows/trees.json"]);
    expect(plan.proof.outcome).toBe("holds");
    expect(await gapsOf(files, ["Data/tidy.js > Rows/tidy.js"])).toEqual(["computed Orchard.csproj tidy.js"]);
  });
});

test.each<[string, string]>([
  ['resources: [.process("Data")]', "it would no longer be part of the resources of Orchard"],
  ['exclude: ["Data"]', "it would no longer be part of what is left out of Orchard"],
  ['sources: ["Data"]', "it would no longer be part of the sources of Orchard"],
])("what leaves a folder of a package's %s", async (list, reason) => {
  const files = {
    "Package.swift": `let package = Package(name: "Orchard", targets: [.target(name: "Orchard", ${list})])\n`,
    "Sources/Orchard/Data/trees.json": "{}",
    "Sources/Orchard/Data/rota.json": "{}",
  };
  const { proof } = await planOf(files, ["Sources/Orchard/Data/trees.json > Sources/Orchard/Rows/trees.json"]);
  expect(proof.different.map((each) => each.reason)).toEqual([reason]);
  const within = await planOf(files, ["Sources/Orchard/Data/trees.json > Sources/Orchard/Data/Rows/trees.json"]);
  expect(within.proof.different).toEqual([]);
});

test.each([
  [
    "code that was commented out",
    '// import t from "../parts/tree";\n/*\n run(["src/parts/tree.js"]);\n*/\nconst a = <p>it\'s</p>;',
  ],
  ["a page to which it goes", 'navigate("../parts/tree");'],
  ["a link", '<Link to="../parts/tree" />;'],
  ["a folder that nothing goes through", 'const label = "../parts";'],
  ["a word with a slash", 'const type = "parts/tree";'],
  ["kinds of data", 'const accept = "image/*"; const all = "*/*";'],
  ["a pattern that takes it in before and after", 'glob.sync("src/**/*.js");'],
  ["a command that names another file", 'run("node src/parts/rota.js");'],
  ["a module that is read as such", 'import "../app/rota";'],
])("nothing is said of %s", async (_, text) => {
  const files = { "src/app/use.js": text, "src/parts/tree.js": "", "src/app/rota.js": "", ...stays };
  expect(await gapsOf(files, moved)).toEqual([]);
});

test.each([
  ['<!--#include virtual="parts/top.html" -->', true],
  ['<!--[if lt IE 9]><script>load("parts/top.html");</script><![endif]-->', true],
  ['<!-- <script>load("parts/top.html");</script> -->', false],
])("what a page says in %s is gone by: %s", async (text, is) => {
  const files = { "a.html": `<p>a</p>\n${text}\n`, "parts/top.html": "" };
  const gaps = await gapsOf(files, ["parts/top.html > pieces/top.html"]);
  expect(gaps).toEqual(is ? ["address a.html parts/top.html"] : []);
});

test("a document that is built asks for an address, but not in its code", async () => {
  const files = {
    "docs/a.mdx": "![A leaf](/img/a.png)\n",
    "docs/b.mdx": "```js\nload('/img/a.png');\n```\n",
    "static/img/a.png": "",
  };
  expect(await gapsOf(files, ["static/img/a.png > static/pictures/a.png"])).toEqual(["address docs/a.mdx /img/a.png"]);
});

test("an address with places to be filled in is one of all that begin so", async () => {
  const files = { "src/use.js": 'init({ loadPath: "/locales/{{lng}}.json" });', "public/locales/en.json": "{}" };
  expect(await gapsOf(files, ["public/locales/en.json > public/words/en.json"])).toEqual([
    "computed src/use.js locales/",
  ]);
});

describe("files of other makers take in what moves", () => {
  test.each<[string, string, string]>([
    ["views/page.pug", "include ../src/parts/tree.js", "../src/parts/tree.js"],
    ["views/page.pug", "include ../src/parts/tree", "../src/parts/tree"],
    ["views/page.hbs", "{{> src/parts/tree }}", "src/parts/tree"],
    ["page.php", '<?php include "src/parts/tree.js";', "src/parts/tree.js"],
    ["src/app/use.coffee", 'tree = require "../parts/tree"', "../parts/tree"],
    ["src/app/use.glsl", '#include "../parts/tree.js"', "../parts/tree.js"],
    ["src/app/model.gltf", '{ "images": [{ "uri": "../parts/tree.js" }] }', "../parts/tree.js"],
  ])("%s: %s", async (file, text, detail) => {
    const files = { [file]: text, "src/parts/tree.js": "", ...stays };
    expect(await gapsOf(files, moved)).toEqual([`named there ${file} ${detail}`]);
    expect(await gapsOf(files, ["src/parts/rota.js > src/moved/rota.js"])).toEqual([]);
  });

  test("by its address", async () => {
    const files = { "templates/page.twig": '<img src="{{ asset("img/tree.png") }}">', "public/img/tree.png": "" };
    expect(await gapsOf(files, ["public/img/tree.png > public/pictures/tree.png"])).toEqual([
      "named there templates/page.twig img/tree.png",
    ]);
  });

  test("and lead elsewhere when they move themselves", async () => {
    const files = { "views/a.pug": "include parts/top", "views/parts/top.pug": "p", "views/b.pug": "p Hello" };
    expect(await gapsOf(files, ["views/a.pug > views/in/a.pug"])).toContainEqual(
      "no reader views/a.pug .pug files are not read yet",
    );
    expect(await gapsOf(files, ["views/b.pug > views/in/b.pug"])).toEqual([]);
    const drawn = { "a/tree.svg": '<svg><image href="./leaf.png" /></svg>', "a/leaf.png": "" };
    expect(await gapsOf(drawn, ["a/tree.svg > b/tree.svg"])).toEqual(["named there a/tree.svg ./leaf.png"]);
  });
});

describe("what became a reference", () => {
  test.each<[string, string, string, readonly string[]]>([
    [
      "a document that is built as a component",
      "docs/a.mdx",
      'import Tree from "../src/parts/tree.js";\n\nAs [said](../src/parts/tree.js) there:\n\n```js\nimport x from "../src/parts/tree.js";\n```\n\n<Tree src={require("../src/parts/tree.js")} />\n',
      [
        "docs/a.mdx: ../src/parts/tree.js > ../src/moved/tree.js",
        "docs/a.mdx: ../src/parts/tree.js > ../src/moved/tree.js",
        "docs/a.mdx: ../src/parts/tree.js > ../src/moved/tree.js",
      ],
    ],
    [
      "a plugin by its path",
      "app.json",
      '{ "expo": { "plugins": ["./src/parts/tree"] } }',
      ["app.json: ./src/parts/tree > ./src/moved/tree"],
    ],
    [
      "what a plugin is given",
      "webpack.config.js",
      'module.exports = { plugins: [new Pages({ template: "./src/parts/tree.js" })] };',
      ["webpack.config.js: ./src/parts/tree.js > ./src/moved/tree.js"],
    ],
  ])("%s", async (_, file, text, edits) => {
    const plan = await planOf({ [file]: text, "src/parts/tree.js": "", ...stays }, moved);
    expect(respellings(plan)).toEqual(edits);
    expect(plan.proof.outcome).toBe("holds");
  });

  test("the folder that an alias of a plugin stands for", async () => {
    const settings =
      "module.exports = { plugins: [['module-resolver', { root: ['./src'], alias: { '@theme': './src/theme' } }]] };";
    const files = {
      "babel.config.js": settings,
      "src/theme/index.js": "",
      "src/theme/sizes.js": "",
      "src/a.js": 'import "@theme";',
    };
    const plan = await planOf(files, [
      "src/theme/index.js > src/look/index.js",
      "src/theme/sizes.js > src/look/sizes.js",
    ]);
    expect(respellings(plan)).toEqual(["babel.config.js: ./src/theme > ./src/look"]);
    expect(plan.proof.outcome).toBe("holds");
  });

  test("what settings put before each sheet", async () => {
    const settings =
      'export default { css: { scss: { additionalData: `@use "@/styles/palette" as *;\\n@import "./src/styles/sizes.scss";` } }, resolve: { alias: { "@": path.resolve(__dirname, "src") } } };';
    const files = {
      "vite.config.js": settings,
      "src/styles/_palette.scss": "",
      "src/styles/sizes.scss": "",
      "src/a.js": "",
    };
    const plan = await planOf(files, [
      "src/styles/_palette.scss > src/theme/_palette.scss",
      "src/styles/sizes.scss > src/theme/sizes.scss",
    ]);
    expect(respellings(plan)).toEqual([
      "vite.config.js: @/styles/palette > @/theme/palette",
      "vite.config.js: ./src/styles/sizes.scss > ./src/theme/sizes.scss",
    ]);
    expect(plan.proof.outcome).toBe("holds");
  });

  test("but for what is escaped there: its folder is told", async () => {
    const settings =
      'module.exports = { sass: { data: "@import \\"@/styles/palette\\";" }, alias: { "@": path.resolve(__dirname, "src") } };';
    const files = { "vue.config.js": settings, "src/styles/_palette.scss": "", "src/styles/a.scss": "" };
    expect(await gapsOf(files, ["src/styles/_palette.scss > src/theme/_palette.scss"])).toEqual([
      "computed vue.config.js @/styles/",
    ]);
  });

  test("the folder that a sheet has looked through", async () => {
    const files = {
      "src/a.css": '@import "tailwindcss" source("./parts");\n@source "./parts/**/*.js";\n',
      "src/parts/tree.js": "",
    };
    const plan = await planOf(files, moved);
    expect(respellings(plan)).toEqual(["src/a.css: ./parts > ./moved", "src/a.css: ./parts/**/*.js > ./moved/**/*.js"]);
    const left = await planOf({ ...files, ...stays }, moved);
    expect(left.proof.patterns.map(({ file, out }) => `${file} loses ${out.join(" ")}`)).toEqual([
      "src/a.css loses src/parts/tree.js",
      "src/a.css loses src/parts/tree.js",
    ]);
  });
});
