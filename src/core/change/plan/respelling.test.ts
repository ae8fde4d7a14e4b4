import { describe, expect, test } from "vitest";
import { openProject } from "../../app/index.js";
import { planMoves } from "./index.js";
import { MemoryStore } from "../../files/index.js";
import { moveOf, planCommand, planOf, respellings, type Files } from "./planning.test.suite.js";

/** One reference in one file; what it becomes when something moves. `undefined`: it stays as it is. */
interface Case {
  readonly name: string;
  readonly files?: Files;
  readonly from?: string;
  readonly spelled: string;
  readonly moves: readonly string[];
  readonly becomes: string | undefined;
}

const alias = {
  "tsconfig.json": '{ "compilerOptions": { "paths": { "@/*": ["./src/*"], "@ui/*": ["./src/ui/*"] } } }',
};

const cases: readonly Case[] = [
  {
    name: "a folder as a URL, from a file that goes deeper",
    files: {
      "data/x.yaml": "",
      "src/a.ts": 'const data = new URL(isBuilt ? "../gone/" : "../data/", import.meta.url);\n',
    },
    spelled: "../data/",
    moves: ["src/a.ts > src/in/a.ts"],
    becomes: "../../data/",
  },
  {
    name: "a folder as a URL, when all of it goes",
    files: { "data/x.yaml": "", "data/y.yaml": "", "src/a.ts": 'const data = new URL("../data", import.meta.url);\n' },
    spelled: "../data",
    moves: ["data/x.yaml > src/own/x.yaml", "data/y.yaml > src/own/y.yaml"],
    becomes: "./own",
  },
  {
    name: "an alias with a star in the middle of a name",
    files: { "tsconfig.json": '{ "compilerOptions": { "paths": { "@ui-*": ["./src/*"] } } }' },
    spelled: "@ui-b",
    moves: ["src/b.ts > src/c2.ts"],
    becomes: "@ui-c2",
  },
  {
    name: "types that a framework makes, called after their module",
    files: { "src/a.ts": 'import type { Route } from "./+types/a";\n' },
    spelled: "./+types/a",
    moves: ["src/a.ts > src/in/orders.$id.tsx"],
    becomes: "./+types/orders.$id",
  },
  {
    name: "types that a framework makes for a folder",
    files: { "src/a.ts": 'import type { PageLoad } from "./$types";\n' },
    spelled: "./$types",
    moves: ["src/a.ts > src/in/b.ts"],
    becomes: undefined,
  },
  {
    name: "a file among such types that somebody keeps in the project",
    files: { "src/a.ts": 'import type { Route } from "./+types/b";\n', "src/+types/b.ts": "" },
    spelled: "./+types/b",
    moves: ["src/a.ts > src/in/b.ts"],
    becomes: "../+types/b",
  },
  {
    name: "an alias that only begins a name",
    files: { "tsconfig.json": '{ "compilerOptions": { "paths": { "@*": ["./src/*"] } } }' },
    spelled: "@b",
    moves: ["src/b.ts > src/c2.ts"],
    becomes: "@c2",
  },
  {
    name: "an alias with something behind the name",
    files: { "tsconfig.json": '{ "compilerOptions": { "paths": { "*-part": ["./src/*"] } } }' },
    spelled: "b-part",
    moves: ["src/b.ts > src/c2.ts"],
    becomes: "c2-part",
  },
  { name: "without extension", spelled: "./b", moves: ["src/b.ts > src/x/b.ts"], becomes: "./x/b" },
  {
    name: "with the extension of the output",
    spelled: "./b.js",
    moves: ["src/b.ts > src/x/c.ts"],
    becomes: "./x/c.js",
  },
  { name: "with its own extension", spelled: "./b.ts", moves: ["src/b.ts > src/x/b.ts"], becomes: "./x/b.ts" },
  { name: "a new extension", spelled: "./b.ts", moves: ["src/b.ts > src/b.tsx"], becomes: "./b.tsx" },
  { name: "a new extension that was left out", spelled: "./b", moves: ["src/b.ts > src/b.tsx"], becomes: undefined },
  { name: "upward", spelled: "./b", moves: ["src/b.ts > b.ts"], becomes: "../b" },
  {
    name: "an alias that still covers",
    files: alias,
    spelled: "@/b",
    moves: ["src/b.ts > src/x/b.ts"],
    becomes: "@/x/b",
  },
  {
    name: "an alias that covers no longer",
    files: alias,
    spelled: "@/b",
    moves: ["src/b.ts > lib/b.ts"],
    becomes: "../lib/b",
  },
  {
    name: "another alias of the same configuration",
    files: { ...alias, "src/ui/c.ts": "" },
    spelled: "@ui/c",
    moves: ["src/ui/c.ts > src/x/c.ts"],
    becomes: "@/x/c",
  },
  { name: "relative stays relative", files: alias, spelled: "./b", moves: ["src/b.ts > src/x/b.ts"], becomes: "./x/b" },
  {
    name: "an alias needs no change when its file moves",
    files: alias,
    spelled: "@/b",
    moves: ["src/a.ts > src/x/y/a.ts"],
    becomes: undefined,
  },
  { name: "the file moves", spelled: "./b", moves: ["src/a.ts > src/x/y/a.ts"], becomes: "../../b" },
  { name: "both move together", spelled: "./b", moves: ["src/a.ts > x/a.ts", "src/b.ts > x/b.ts"], becomes: undefined },
  { name: "both move apart", spelled: "./b", moves: ["src/a.ts > x/a.ts", "src/b.ts > y/b.ts"], becomes: "../y/b" },
  {
    name: "a folder's index by its folder",
    files: { "src/list/index.ts": "" },
    spelled: "./list",
    moves: ["src/list/index.ts > src/x/list/index.ts"],
    becomes: "./x/list",
  },
  {
    name: "a folder's index, slash kept out",
    files: { "src/list/index.ts": "" },
    spelled: "./list/index",
    moves: ["src/list/index.ts > src/x/index.ts"],
    becomes: "./x/index",
  },
  {
    name: "an index that gets a name",
    files: { "src/list/index.ts": "" },
    spelled: "./list",
    moves: ["src/list/index.ts > src/list/all.ts"],
    becomes: "./list/all",
  },
  { name: "a name that becomes an index", spelled: "./b", moves: ["src/b.ts > src/x/index.ts"], becomes: "./x" },
  {
    name: "a name that becomes its own folder's index",
    spelled: "./b",
    moves: ["src/b.ts > src/b/index.ts"],
    becomes: undefined,
  },
  {
    name: "a platform's file that comes beside it",
    files: { "src/q.ts": "" },
    spelled: "./b",
    moves: ["src/q.ts > src/b.ios.ts"],
    becomes: "./b.js",
  },
  {
    name: "an index beside a file of its folder's name",
    files: { "src/x/b.ts": "", "src/list/index.ts": "" },
    spelled: "./list",
    moves: ["src/list/index.ts > src/x/b/index.ts"],
    becomes: "./x/b/index",
  },
  {
    name: "deeper inside a folder of its own name",
    files: { "src/list.ts": "" },
    spelled: "./list",
    moves: ["src/a.ts > src/list/in/a.ts"],
    becomes: "../../list",
  },
  {
    name: "a name that would collapse to dots",
    files: { "list.ts": "", "src/list/z.ts": "" },
    from: "list/in.ts",
    spelled: "../list",
    moves: ["list/in.ts > list/deep/in.ts"],
    becomes: "../../list",
  },
  {
    name: "a query",
    files: { "src/p.svg": "" },
    spelled: "./p.svg?raw",
    moves: ["src/p.svg > src/x/p.svg"],
    becomes: "./x/p.svg?raw",
  },
  {
    name: "a loader",
    files: { "src/p.txt": "" },
    spelled: "!!raw-loader!./p.txt",
    moves: ["src/p.txt > src/x/p.txt"],
    becomes: "!!raw-loader!./x/p.txt",
  },
  {
    name: "unusual spelling that still works",
    spelled: "././/b",
    moves: ["src/c.ts > src/x/c.ts"],
    becomes: undefined,
  },
  {
    name: "a longer way than it needs",
    files: { "src/ui/b.ts": "" },
    from: "src/ui/card/a.ts",
    spelled: "../../ui/b",
    moves: ["src/ui/b.ts > src/ui/c.ts"],
    becomes: "../../ui/c",
  },
  {
    name: "a longer way of a file that goes elsewhere",
    files: { "src/ui/b.ts": "" },
    from: "src/ui/card/a.ts",
    spelled: "../../ui/b",
    moves: ["src/ui/card/a.ts > src/x/y/z/a.ts"],
    becomes: "../../../ui/b",
  },
  {
    name: "out of a folder that gets a new name, and in again",
    files: { "src/card/index.ts": "" },
    from: "src/card/a.ts",
    spelled: "../card",
    moves: ["src/card/a.ts > src/plum/a.ts", "src/card/index.ts > src/plum/index.ts"],
    becomes: "../plum",
  },
  {
    name: "a picture by its plain name",
    files: { "src/p@2x.png": "", "src/p@3x.png": "" },
    spelled: "./p.png",
    moves: ["src/p@2x.png > src/x/q@2x.png", "src/p@3x.png > src/x/q@3x.png"],
    becomes: "./x/q.png",
  },
  {
    name: "platform variants",
    files: { "src/p.ios.ts": "", "src/p.android.ts": "" },
    spelled: "./p",
    moves: ["src/p.ios.ts > src/x/q.ios.ts", "src/p.android.ts > src/x/q.android.ts"],
    becomes: "./x/q",
  },
  { name: "a quote in the new name", spelled: "./b", moves: ["src/b.ts > src/it's/b.ts"], becomes: "./it's/b" },
  {
    name: "an ignored file stays where it is",
    files: { "node_modules/pkg/a.css": "" },
    spelled: "../node_modules/pkg/a.css",
    moves: ["src/a.ts > src/x/y/a.ts"],
    becomes: "../../../node_modules/pkg/a.css",
  },
  {
    name: "base folder",
    files: { "tsconfig.json": '{ "compilerOptions": { "baseUrl": "src" } }' },
    spelled: "b",
    moves: ["src/b.ts > src/x/b.ts"],
    becomes: "x/b",
  },
  {
    name: "package imports",
    files: { "package.json": '{ "imports": { "#x/*": "./src/*.ts" } }' },
    spelled: "#x/b",
    moves: ["src/b.ts > src/deep/b.ts"],
    becomes: "#x/deep/b",
  },
  {
    name: "a package's own name",
    files: { "package.json": '{ "name": "me", "exports": { "./*": "./src/*.ts" } }' },
    spelled: "me/b",
    moves: ["src/b.ts > src/deep/b.ts"],
    becomes: "me/deep/b",
  },
  {
    name: "a workspace package by path",
    files: { "package.json": '{ "workspaces": ["p/*"] }', "p/ui/package.json": '{ "name": "ui" }', "p/ui/Tree.ts": "" },
    spelled: "ui/Tree",
    moves: ["p/ui/Tree.ts > p/ui/src/Tree.ts"],
    becomes: "ui/src/Tree",
  },
];

describe("a reference keeps its way of spelling", () => {
  test.each(cases)("$name: $spelled", async ({ files = {}, from = "src/a.ts", spelled, moves, becomes }) => {
    const all = { "src/b.ts": "", "src/c.ts": "", [from]: `import "${spelled}";\n`, ...files };
    const plan = await planOf(all, moves);
    expect(respellings(plan)).toEqual(becomes === undefined ? [] : [`${from}: ${spelled} > ${becomes}`]);
    expect(plan.proof.different).toEqual([]);
    expect(plan.proof.same).toBe(plan.proof.references);
  });
});

test("where case does not matter, a name in another case is a reference too", async () => {
  const project = await openProject(
    new MemoryStore({ "Card.tsx": "", "main.ts": 'import "./card";\n' }, { ignoresCase: true }),
  );
  const plan = await planMoves(project, [moveOf("Card.tsx > ui/Card.tsx")]);
  expect(respellings(plan)).toEqual(["main.ts: ./card > ./ui/Card"]);
});

describe("quotes, escapes and everything around stay", () => {
  test("only the specifier's characters change", async () => {
    const text =
      "\uFEFF// head\r\nimport b from   './b' ; import {\r\n  c } from \"./b\"\r\n/* ä木 */ const d = require(`./b`)\r\n";
    const plan = await planOf({ "a.ts": text, "b.ts": "" }, ["b.ts > it's/b.ts"]);
    expect(plan.texts[0]?.after).toBe(
      text.replace("'./b'", "'./it\\'s/b'").replace('"./b"', '"./it\'s/b"').replace("`./b`", "`./it's/b`"),
    );
    expect(plan.proof).toMatchObject({ references: 3, same: 3, different: [] });
  });
});

describe("patterns", () => {
  const files = { "pages/a.ts": "", "pages/b.ts": "", "main.ts": "const all = import.meta.glob('./pages/*.ts');\n" };
  test("follow their folder", async () => {
    const plan = await planOf(files, ["pages/a.ts > src/views/a.ts", "pages/b.ts > src/views/b.ts"]);
    expect(respellings(plan)).toEqual(["main.ts: ./pages/*.ts > ./src/views/*.ts"]);
  });
  test("follow their own file", async () => {
    expect(respellings(await planOf(files, ["main.ts > src/main.ts"]))).toEqual([
      "main.ts: ./pages/*.ts > ../pages/*.ts",
    ]);
  });
  test.each([
    ["out of", ["pages/a.ts > other/a.ts"]],
    ["into", ["other.ts > pages/other.ts"]],
  ])("say what falls %s them", async (_, moves) => {
    const plan = await planOf({ ...files, "other.ts": "" }, moves);
    expect(plan.proof.different).toMatchObject([
      { file: "main.ts", specifier: "./pages/*.ts", reason: "the pattern would match other files" },
    ]);
  });
});

describe("the proof says what does not hold", () => {
  test.each([
    [
      "a name that only its extension would tell apart",
      { "tsconfig.json": "{}", "p.ts": "", "q.tsx": "", "a.ts": "import './q';" },
      ["q.tsx > p.tsx"],
      "./q",
    ],
    [
      "a variant that is left behind",
      { "p.ios.ts": "", "p.android.ts": "", "a.ts": "import './p';" },
      ["p.ios.ts > x/p.ios.ts"],
      "./p",
    ],
    [
      "a package that a file would hide",
      { "tsconfig.json": '{ "compilerOptions": { "baseUrl": "." } }', "p.ts": "", "a.ts": "import 'react';" },
      ["p.ts > react.ts"],
      "react",
    ],
    [
      "a density that would come along",
      { "p.png": "", "q.png": "", "a.ts": "import './p.png';" },
      ["q.png > p@2x.png"],
      "./p.png",
    ],
    [
      "a comment that cannot hold the name",
      { "p.d.ts": "", "a.ts": '/// <reference path="p.d.ts" />\n' },
      ['p.d.ts > "x"/p.d.ts'],
      "p.d.ts",
    ],
  ] as const)("%s", async (_, files, moves, specifier) => {
    const { proof } = await planOf(files, moves);
    expect(proof.different.map((each) => each.specifier)).toEqual([specifier]);
    expect(proof.same).toBe(proof.references - 1);
  });

  test("what led nowhere is listed and stays", async () => {
    const plan = await planOf({ "a.ts": "import './gone'; import './b';", "b.ts": "" }, ["a.ts > x/a.ts"]);
    expect(respellings(plan)).toEqual(["a.ts: ./b > ../b"]);
    expect(plan.proof.unresolved).toEqual([{ file: "a.ts", at: { line: 1, column: 9 }, specifier: "./gone" }]);
  });

  test("a file with a conflict is named and left", async () => {
    const text = "import './b';\n<<<<<<< a\nimport './b';\n=======\n>>>>>>> b\n";
    const plan = await planOf({ "a.ts": text, "b.ts": "" }, ["b.ts > x/b.ts"]);
    expect(plan.edits).toEqual([]);
    expect(plan.unread).toMatchObject([{ file: "a.ts", at: { line: 2 }, partly: false }]);
  });
});

describe("mentions", () => {
  test.each<[string, string, string[]]>([
    ["above the project", "tsconfig.json", ["tsconfig.json src/scss", "tsconfig.json ../src/scss"]],
    ["above its folder", "web/tsconfig.json", ["web/tsconfig.json src/scss"]],
  ])("what counts from a source map %s", async (_, file, wanted) => {
    const files = { [file]: '{ "a": "x src/scss y", "mapRoot": "../src/scss" }', "src/scss/a.scss": "" };
    const plan = await planCommand(files, "src/scss src/styles");
    // Where it leads to the folder by itself, it is a reference.
    expect(respellings(plan)).toEqual(wanted.length === 1 ? [`${file}: ../src/scss > ../src/styles`] : []);
    expect(plan.mentions.map((mention) => `${mention.file} ${mention.text}`)).toEqual(wanted);
  });
  test.each<[string, string, string, string[]]>([
    ["with brackets in its name", "src/pages/[id].ts", "see src/pages/[id].ts", ["src/pages/[id].ts"]],
    ["in brackets, before a full stop", "src/crate.ts", "a crate (src/crate.ts). So", ["src/crate.ts"]],
    ["at a sentence's end", "src/crate.ts", "see src/crate.ts. So", ["src/crate.ts."]],
    ["as a folder", "src/crates/a.ts", "lint src/crates/ and src/crates/*", ["src/crates/", "src/crates/*"]],
    ["with dots that begin it", "src/.crate.ts", "lint src/.crate.ts", ["src/.crate.ts"]],
    ["among many numbers", "src/crate.ts", `M${"1.5 2.25,".repeat(50)} src/crate.ts 3.75z`, ["src/crate.ts"]],
    ["of another folder", "src/crate.ts", "see other/crate.ts", []],
  ])("a path %s", async (_, path, text, wanted) => {
    const from = path.startsWith("src/crates/")
      ? "src/crates > src/boxes"
      : `${path} > src/x/${path.split("/").at(-1)}`;
    const plan = await planOf({ [path]: "", "notes.txt": `${text}\n` }, [from]);
    expect(plan.mentions.map((mention) => mention.text)).toEqual(wanted);
  });

  test("text that names a moved path is listed and stays", async () => {
    const files = {
      "src/page.ts": "",
      "README.md": "See `src/page.ts`, [it](./src/page.ts) and other/page.ts.\n",
      "ci.yml": "run: lint src/page.ts\n",
      "src/all.ts":
        "const a = (name: string) => import(`./${name}.ts`); const b = (name: string) => import(`./deep/page${name}.ts`);\n",
      "src/deep/page1.ts": "",
    };
    const one = await planOf(files, ["src/page.ts > src/x/page.ts"]);
    expect(
      one.mentions.map((mention) => `${mention.file}:${mention.at.line}:${mention.at.column} ${mention.text}`).sort(),
    ).toEqual([
      "README.md:1:25 ./src/page.ts",
      "README.md:1:6 src/page.ts",
      "ci.yml:1:11 src/page.ts",
      "src/all.ts:1:37 ./",
    ]);
    expect(one.edits).toEqual([]);
    const two = await planOf(files, ["src/deep/page1.ts > src/deep/page2.ts"]);
    expect(two.mentions.map((mention) => `${mention.file} ${mention.text}`)).toEqual([
      "src/all.ts ./",
      "src/all.ts ./deep/page",
    ]);
  });
});

test("symbolic links are references too", async () => {
  const plan = await planOf(
    {
      "a.ts": "",
      "links/a.ts": "-> ../a.ts",
      "links/out": "-> ../../elsewhere",
      "folder/b.ts": "",
      "links/folder": "-> ../folder",
    },
    ["a.ts > x/a.ts", "links/out > out", "folder/b.ts > y/b.ts"],
  );
  expect(plan.links).toEqual([
    { file: "links/a.ts", before: "../a.ts", after: "../x/a.ts" },
    { file: "links/folder", before: "../folder", after: "../y" },
    { file: "links/out", before: "../../elsewhere", after: "../elsewhere" },
  ]);
});
