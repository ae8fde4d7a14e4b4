/** No false tick: what is updated, what is refused, and what is said to be a gap, where a tick would have been wrong. */
import { describe, expect, test } from "vitest";
import { proofOf } from "./index.js";
import { planOf, respellings, type Files } from "./planning.test.suite.js";

/** What becomes of a plan: its edits, the references that would differ, and its gaps as `reason file`. */
interface Case {
  readonly name: string;
  readonly files: Files;
  readonly moves: readonly string[];
  readonly edits?: readonly string[];
  readonly different?: readonly string[];
  readonly gaps?: readonly string[];
}

const paths = '{ "compilerOptions": { "baseUrl": ".", "paths": { "@app/*": ["src/*"] } } }';

const cases: readonly Case[] = [
  {
    name: "both sides of a condition, and what stands in brackets",
    files: {
      "use.js":
        'import(c ? "./a" : "./b"); require(c ? "./a" : "./b"); import(("./a")); import(c && "./b"); import((0, "./a"));',
      "a.js": "",
      "b.js": "",
    },
    moves: ["a.js > x/a.js", "b.js > x/b.js"],
    edits: [
      "use.js: ./a > ./x/a",
      "use.js: ./b > ./x/b",
      "use.js: ./a > ./x/a",
      "use.js: ./b > ./x/b",
      "use.js: ./a > ./x/a",
      "use.js: ./b > ./x/b",
      "use.js: ./a > ./x/a",
    ],
  },
  {
    name: "the same around a syntax error",
    files: { "use.ts": 'import(c ? "./a" : ("./b" as string));\nconst = ;\n', "a.ts": "", "b.ts": "" },
    moves: ["a.ts > x/a.ts", "b.ts > x/b.ts"],
    edits: ["use.ts: ./a > ./x/a", "use.ts: ./b > ./x/b"],
  },
  {
    name: "the mixin that loads a sheet, with and without the name of its argument",
    files: {
      "main.scss": '@use "sass:meta"; a { @include meta.load-css("./p"); } b { @include meta.load-css($url: "p"); }',
      "_p.scss": "",
    },
    moves: ["_p.scss > x/_p.scss"],
    edits: ["main.scss: ./p > ./x/p", "main.scss: p > x/p"],
  },
  {
    name: "a sheet that is loaded by a variable",
    files: { "main.scss": "@use 'sass:meta'; @include meta.load-css($theme);", "_p.scss": "" },
    moves: ["main.scss > x/main.scss"],
    gaps: ["computed main.scss"],
  },
  {
    name: "a partial and the one that stands for it when it is imported",
    files: { "old.scss": '@import "p";', "_p.scss": "", "_p.import.scss": "" },
    moves: ["_p.import.scss > x/_p.import.scss"],
    different: ["old.scss p"],
  },
  {
    name: "both of them",
    files: { "old.scss": '@import "p";', "_p.scss": "", "_p.import.scss": "" },
    moves: ["_p.import.scss > x/_p.import.scss", "_p.scss > x/_p.scss"],
    edits: ["old.scss: p > x/p"],
  },
  {
    name: "an extension that not every tool leaves out",
    files: { "use.js": 'import "./q"; import "./q.js";', "q.js": "" },
    moves: ["q.js > q.mjs"],
    edits: ["use.js: ./q > ./q.mjs", "use.js: ./q.js > ./q.mjs"],
  },
  {
    name: "one that it had already stays left out",
    files: { "use.js": 'import "./q";', "q.mjs": "" },
    moves: ["q.mjs > x/q.mjs"],
    edits: ["use.js: ./q > ./x/q"],
  },
  ...["#", "?", "!", "%"].map((mark) => ({
    name: `a new name with ${mark}`,
    files: { "use.js": 'import "./q";', "q.js": "" },
    moves: [`q.js > a${mark}b.js`],
    different: ["use.js ./q"],
  })),
  {
    name: "a name that had such a mark already",
    files: { "use.js": 'import "./h#1"; import "./h?raw";', "h#1.js": "", "h.js": "" },
    moves: ["h#1.js > x/h#1.js", "h.js > x/h.js"],
    edits: ["use.js: ./h#1 > ./x/h#1", "use.js: ./h?raw > ./x/h?raw"],
  },
  {
    name: "what lies beside a sheet is not what lies where commands are run",
    files: { "package.json": "{}", "m.scss": '@use "./core/x";', "core/_x.scss": "" },
    moves: ["m.scss > src/deep/m.scss"],
    edits: ["src/deep/m.scss: ./core/x > ../../core/x".replace("src/deep/", "")],
  },
  {
    name: "a declared module is not made relative",
    files: {
      "tsconfig.json": paths,
      "src/lib/a.ts": "export const a = 1;",
      "types.d.ts": 'declare module "@app/lib/a" { interface X {} }',
    },
    moves: ["src/lib/a.ts > other/a.ts"],
    different: ["types.d.ts @app/lib/a"],
  },
  {
    name: "a name that is put together behind an alias",
    files: { "tsconfig.json": paths, "src/models/a.ts": "", "use.ts": "require(`@app/models/${t}`);" },
    moves: ["src/models/a.ts > src/x/a.ts"],
    gaps: ["computed use.ts"],
  },
  {
    name: "a name that comes from elsewhere, while the file's own texts name what moves",
    files: { "use.ts": 'const page = "./pages/a";\nimport(page);', "pages/a.ts": "" },
    moves: ["pages/a.ts > x/a.ts"],
    gaps: ["computed use.ts"],
  },
  {
    name: "the same where both go along",
    files: { "f/use.ts": 'const page = "./pages/a";\nimport(page); import(`./pages/${p}`);', "f/pages/a.ts": "" },
    moves: ["f/pages/a.ts > g/pages/a.ts", "f/use.ts > g/use.ts"],
  },
  {
    name: "a file that is joined to the folder of its script",
    files: { "use.js": 'path.join(__dirname, "worker.js")', "worker.js": "" },
    moves: ["worker.js > x/worker.js"],
    gaps: ["computed use.js"],
  },
  {
    name: "a pattern that counts from a folder that only the script knows",
    files: { "gulpfile.js": 'src(["*.scss", "!a.scss"], { cwd: folder() });', "s/a.scss": "", "s/b.js": "" },
    moves: ["s/a.scss > t/a.scss"],
    gaps: ["counted from elsewhere gulpfile.js", "counted from elsewhere gulpfile.js"],
  },
  {
    name: "the same in a task's settings, for what it cannot take in",
    files: { "Gruntfile.js": 'x({ css: { cwd: base, src: ["*.scss"] } });', "s/a.js": "" },
    moves: ["s/a.js > t/a.js"],
  },
  {
    name: "folders above, which name no file",
    files: { "gulpfile.js": 'x.write(".", { sourceRoot: "../" }); src("../../", { cwd: f() });', "s/a.css": "" },
    moves: ["s/a.css > t/a.css"],
  },
  {
    name: "a pattern for all that is below a folder that only the script knows",
    files: { "gulpfile.js": 'src(["**/*", "!old/**"], { cwd: f() });', "s/a.css": "" },
    moves: ["s/a.css > t/a.css"],
    gaps: ["counted from elsewhere gulpfile.js"],
  },
  {
    name: "a folder that counts from a source map",
    files: { "gulpfile.js": 'x.write("../maps", { sourceRoot: "../s/css" });', "s/css/a.css": "", "t/a.css": "" },
    moves: ["s/css/a.css > s/styles/a.css"],
    gaps: ["counted from elsewhere gulpfile.js"],
  },
  {
    name: "a URL that begins with a variable, in a sheet whose entry moves",
    files: { "a/main.scss": '$p: "fonts"; a { b: url("#{$p}/x.woff"); c: url($p + "/y.woff"); }' },
    moves: ["a/main.scss > b/c/main.scss"],
    gaps: ["computed a/main.scss", "computed a/main.scss"],
  },
  {
    name: "a URL that is put together in a sheet, and counts from one that takes it in",
    files: {
      "css/kit/_fonts.scss": '@mixin font($file) { src: url("../fonts/#{$file}.woff"); }',
      "css/main.scss": '@use "kit/fonts"; a { @include fonts.font("apple"); }',
      "fonts/apple.woff": "",
    },
    moves: ["fonts/apple.woff > letters/apple.woff"],
    gaps: ["computed css/kit/_fonts.scss"],
  },
  {
    name: "and from one that nobody found",
    files: {
      "css/kit/_fonts.scss": '@mixin font($file) { src: url("../fonts/#{$file}.woff"); }',
      "assets/fonts/apple.woff": "",
      "assets/type/pear.woff": "",
    },
    moves: ["assets/fonts/apple.woff > letters/apple.woff"],
    gaps: ["computed css/kit/_fonts.scss"],
  },
  {
    name: "and cannot mean what lies in a folder of another name",
    files: {
      "css/kit/_fonts.scss": '@mixin font($file) { src: url("../fonts/#{$file}.woff"); }',
      "assets/type/pear.woff": "",
    },
    moves: ["assets/type/pear.woff > letters/pear.woff"],
  },
  {
    name: "a whole URL that leads nowhere, and that may count from a sheet that nobody found",
    files: {
      "css/kit/_fonts.scss": '@font-face { src: url("../fonts/apple.woff"); } a { b: url("../fonts/pear.woff"); }',
      "assets/fonts/apple.woff": "",
    },
    moves: ["assets/fonts/apple.woff > letters/apple.woff"],
    gaps: ["counted from elsewhere css/kit/_fonts.scss"],
  },
  {
    name: "one without dots, whole and put together, and one in a folder that only begins so",
    files: {
      "css/kit/_fonts.scss":
        'a { b: url("fonts/apple.woff"); c: url("fonts/#{$file}.woff"); d: url("nts/apple.woff"); }',
      "assets/fonts/apple.woff": "",
    },
    moves: ["assets/fonts/apple.woff > letters/apple.woff"],
    gaps: ["counted from elsewhere css/kit/_fonts.scss", "computed css/kit/_fonts.scss"],
  },
  {
    name: "one that leads somewhere from the sheet that takes it in",
    files: {
      "css/kit/_fonts.scss": '@font-face { src: url("../fonts/apple.woff"); }',
      "css/main.scss": '@use "kit/fonts";',
      "fonts/apple.woff": "",
      "assets/fonts/apple.woff": "",
    },
    moves: ["assets/fonts/apple.woff > letters/apple.woff"],
  },
  ...["/images/a.png", "images/a.png", "./images/a.png?v=2"].map((address) => ({
    name: `the address ${address} in a script, of a file that is served`,
    files: { "src/A.jsx": `export const A = () => <img src="${address}" />;`, "public/images/a.png": "" },
    moves: ["public/images/a.png > public/pictures/a.png"],
    gaps: ["address src/A.jsx"],
  })),
  {
    name: "one that is put together behind its root",
    files: { "src/a.js": "fetch(`${root}/data/trees.json`);", "public/data/trees.json": "" },
    moves: ["public/data/trees.json > public/trees.json"],
    gaps: ["address src/a.js"],
  },
  ...[
    "const a = css`background: url(/img/a.png);`;",
    'const a = <img srcSet="/img/b.png 1x, /img/a.png 2x" />;',
    "const a = `/img/${name}.png`;",
    'const a = "/img/" + name;',
    "const a = <img src={`img/${name}`} />;",
  ].map((text) => ({
    name: `one in a form of its own: ${text}`,
    files: { "src/a.jsx": text, "public/img/a.png": "" },
    moves: ["public/img/a.png > public/pictures/a.png"],
    gaps: [`${text.includes("a.png") ? "address" : "computed"} src/a.jsx`],
  })),
  {
    name: "one in a script and an attribute of a page",
    files: {
      "index.html": '<i data-src="/img/a.png"></i><script>fetch("/data/a.json")</script>',
      "public/img/a.png": "",
      "public/data/a.json": "",
    },
    moves: ["public/img/a.png > public/a.png", "public/data/a.json > public/a.json"],
    gaps: ["address index.html", "address index.html"],
  },
  {
    name: "no text that is put together and begins otherwise, or is none of what is served",
    files: {
      "src/a.jsx": 'x(`/api/${id}`, "/pictures/" + name, `${root}/img`, "img/ " + a);',
      "public/img/a.png": "",
      "src/api/a.json": "",
    },
    moves: ["public/img/a.png > public/art/a.png", "src/api/a.json > src/b/a.json"],
  },
  {
    name: "one of a script that is asked for as it is, beside the one that asks, or right in the root",
    files: {
      "src/a.js": 'new Worker("./worker.js"); navigator.serviceWorker.register("/sw.js");',
      "src/worker.js": "",
      "public/sw.js": "",
    },
    moves: ["src/worker.js > src/threads/worker.js", "public/sw.js > public/threads/sw.js"],
    gaps: ["address src/a.js", "address src/a.js"],
  },
  {
    name: "one from a root that nothing tells, in a page and a sheet",
    files: {
      "www/index.html": '<script src="/js/app.js"></script>',
      "css/a.css": "a { b: url(/js/leaf.png) }",
      "www/js/app.js": "",
      "www/js/leaf.png": "",
    },
    moves: ["www/js/app.js > www/lib/app.js", "www/js/leaf.png > www/lib/leaf.png"],
    gaps: ["address css/a.css", "address www/index.html"],
  },
  {
    name: "no address that stays what it is, is that of another file, is hardly one, or of what is built",
    files: {
      "shop/src/a.js":
        'x("/images/a.png", "images/a.png", "a.png", "/b/icon.svg", "two words/a.png", a.png, "/kit/Tree.tsx");',
      "shop/public/images/a.png": "",
      "shop/art/b/icon.svg": "",
      "shop/public/b/icon.svg": "",
      "shop/kit/Tree.tsx": "",
    },
    moves: [
      "shop/src/a.js > stall/src/a.js",
      "shop/public/images/a.png > stall/public/images/a.png",
      "shop/art/b/icon.svg > shop/art/c/icon.svg",
      "shop/kit/Tree.tsx > shop/parts/Tree.tsx",
    ],
  },
  {
    name: "the address of what goes to another app, and of what begins so there",
    files: { "shop/src/a.js": 'x("/images/a.png", `/images/${name}`);', "shop/public/images/a.png": "" },
    moves: ["shop/public/images/a.png > stall/public/images/a.png"],
    gaps: ["computed shop/src/a.js", "address shop/src/a.js"],
  },
  {
    name: "nor one that goes along with the script",
    files: { "src/a.js": 'new Worker("./worker.js");', "src/worker.js": "" },
    moves: ["src/a.js > lib/a.js", "src/worker.js > lib/worker.js"],
  },
  ...["#ui/Tree", "$ui/Tree", "@ui/Tree", "ui/Tree", "@ui", "~ui/Tree"].map((specifier) => ({
    name: `${specifier}, which no settings explain`,
    files: { "src/a.ts": `import "${specifier}";`, "src/ui/Tree.ts": "", "src/ui/index.ts": "" },
    moves: [specifier === "@ui" ? "src/ui/index.ts > src/kit/index.ts" : "src/ui/Tree.ts > src/kit/Tree.ts"],
    gaps: ["unknown alias src/a.ts"],
  })),
  {
    name: "what an alias stands for may be called otherwise",
    files: {
      "src/a.ts": 'import "@parts/Tree"; import "parts/row/Leaf";',
      "src/ui/Tree.ts": "",
      "src/ui/row/Leaf.ts": "",
    },
    moves: ["src/ui/Tree.ts > src/kit/Tree.ts", "src/ui/row/Leaf.ts > src/kit/Leaf.ts"],
    gaps: ["unknown alias src/a.ts", "unknown alias src/a.ts"],
  },
  {
    name: "but a sign that is the alias stands for a folder, and a package that is declared for itself",
    files: {
      "package.json": '{ "dependencies": { "@parts/row": "1", "tree": "1" } }',
      "src/a.ts":
        'import "@/ui/Tree"; import "@parts/row/Tree"; import "tree"; import "fs/promises"; import "https://example.org/Tree";',
      "src/kit/Tree.ts": "",
      "src/kit/promises.ts": "",
    },
    moves: ["src/kit/Tree.ts > src/parts/Tree.ts", "src/kit/promises.ts > src/parts/promises.ts"],
  },
  {
    name: "one that is an address in any case",
    files: { "a/main.scss": '$cdn: "https://example.org"; a { b: url("#{$cdn}/x.woff"); }' },
    moves: ["a/main.scss > b/c/main.scss"],
  },
  {
    name: "a text that nobody understands and that holds the moved name",
    files: { "use.ts": "<<<<<<< a\nimport './tree-card'\n=======\n>>>>>>> b\n", "tree-card.ts": "" },
    moves: ["tree-card.ts > x/tree-card.ts"],
    gaps: ["not understood use.ts"],
  },
  {
    name: "one that does not hold it",
    files: { "use.ts": "<<<<<<< a\nimport './bench'\n=======\n>>>>>>> b\n", "tree-card.ts": "" },
    moves: ["tree-card.ts > x/tree-card.ts"],
  },
  {
    name: "a moved file that no language reads",
    files: { "App/a.kt": "", "App/b.kt": 'val source = "App/a.kt"' },
    moves: ["App/a.kt > App/x/a.kt"],
    gaps: ["no reader App/a.kt", "named there App/b.kt"],
  },
  {
    name: "a picture that a project file lists by its name alone",
    files: { "App/App.vcxproj": '<Image Include="Logo.png" />', "App/Logo.png": "" },
    moves: ["App/Logo.png > App/x/Logo.png"],
    gaps: ["named there App/App.vcxproj"],
  },
];

describe("no false tick", () => {
  test.each(cases.map((each) => [each.name, each] as const))("%s", async (_, wanted) => {
    const plan = await planOf(wanted.files, wanted.moves);
    expect(respellings(plan)).toEqual(wanted.edits ?? []);
    expect(plan.proof.different.map(({ file, specifier }) => `${file} ${specifier}`)).toEqual(wanted.different ?? []);
    expect(plan.proof.gaps.map(({ reason, file }) => `${reason} ${file}`)).toEqual(wanted.gaps ?? []);
  });
});

test("what is put together of another proof has an outcome of its own, and no tick of that one", async () => {
  const { proof } = await planOf({ "use.ts": 'import "./a";', "a.ts": "" }, ["a.ts > x/a.ts"]);
  expect(proof.outcome).toBe("holds");
  const gap = { reason: "computed", file: "use.ts", detail: "./" } as const;
  const doubted = proofOf({ ...proof, gaps: [gap] });
  expect(doubted.outcome).toBe("incomplete");
  expect(proofOf({ ...doubted, gaps: [] }).outcome).toBe("holds");
});
