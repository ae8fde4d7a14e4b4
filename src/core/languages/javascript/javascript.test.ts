import { beforeAll, describe, expect, test } from "vitest";
import { languageContract, type ContractSample } from "../contract.test.suite.js";
import { javascript } from "./index.js";

const sample = (text: string, ...specifiers: string[]): ContractSample => ({ name: "a.ts", text, specifiers });

const forms: readonly ContractSample[] = [
  sample("import a from './a';", "./a"),
  sample('import type { A } from "./a"; import "./b";', "./a", "./b"),
  sample("export * from './a'; export { b } from './b'; export type { C } from './c';", "./a", "./b", "./c"),
  sample("export {} from './empty';", "./empty"),
  sample("export{}from'./tight'; export { /* none */ } /* yet */ from './empty';", "./tight", "./empty"),
  sample("import { A } from 'x'; export { A };", "x"),
  sample("const a = import('./a'), b = import(/* chunk: 'no' */ \"./b\"), c = import(`./c`);", "./a", "./b", "./c"),
  sample("let a: import('./a').A, b: typeof import(\"./b\");", "./a", "./b"),
  sample("import a = require('./a'); export import b = require('./b');", "./a", "./b"),
  sample("const a = require('./a'), b = require.resolve('./b');", "./a", "./b"),
  sample(
    "const u = new URL('./a.png', import.meta.url); new Worker(new URL('./w.ts', import.meta.url));",
    "./a.png",
    "./w.ts",
  ),
  sample("const all = import.meta.glob(['./a/*.ts', '!./a/b.ts'], { eager: true });", "./a/*.ts", "!./a/b.ts"),
  sample("vi.mock('./a', () => ({})); await vi.importActual<typeof import('./b')>('./b');", "./a", "./b", "./b"),
  sample(
    "jest.mock('./a').mock('./b'); jest.requireActual('./c'); jest.unstable_mockModule('./d', f);",
    "./a",
    "./b",
    "./c",
    "./d",
  ),
  sample("declare module './a' { interface A { b: import('./b').B } }", "./a", "./b"),
  sample("declare module 'x' { import c from './c'; export default c; }", "x", "./c"),
  sample(
    '/// <reference path="./a.d.ts" />\n/// <reference types="./b" />\n/// <reference types="node" />\n',
    "./a.d.ts",
    "./b",
  ),
  sample("/** @type {import('./a').A} and {Map<string, import(\"./b\").B>} */\nlet a;", "./a", "./b"),
  sample("/** @import { A } from './a' */\nlet a;", "./a"),
  sample("import raw from './a.svg?raw'; import x from 'raw-loader!./b.txt';", "./a.svg?raw", "raw-loader!./b.txt"),
  sample("import data from './a.json' with { type: 'json' };", "./a.json"),
  sample(
    "import it from './it\\'s', that from \"./caf\\u00e9\";".replace(", that from", "; import that from"),
    "./it's",
    "./café",
  ),
  sample("import.meta.hot?.accept('./a', () => {});", "./a"),
];

languageContract(
  javascript,
  [
    ...forms.filter((each) => !each.text.includes("\\")),
    { name: "a.jsx", text: "import a from './a'; export const b = <a>{'./no'}</a>;", specifiers: ["./a"] },
  ],
  ["./other", "../it's", './"quoted"', "./träd/木", "./back`tick${1}"],
);

describe("forms of reference", () => {
  beforeAll(() => javascript.prepare());

  test.each(forms)("$text", ({ text, name, specifiers }) => {
    const { references, reading } = javascript.extract(text, name);
    expect(reading).toBe("whole");
    expect(references.map((reference) => reference.specifier)).toEqual(specifiers);
  });

  test.each([
    ["a comment", "// import a from './a'\n/* require('./b') */"],
    ["a string", "const text = \"import a from './a'\";"],
    ["an ambient family of modules", "declare module '*.svg' { const url: string; export default url; }"],
    ["an ordinary comment with an import type", "// {import('./a').A}"],
    ["a method of the same name", "store.require('./a'); jest.fn('./b');"],
  ])("%s is no reference", (_, text) => {
    expect(javascript.extract(text, "a.ts").references).toEqual([]);
  });

  test.each([
    ["a template", "const a = import(`./pages/${name}.ts`);", "./pages/"],
    ["a sum", "const a = require('./pages/' + name);", "./pages/"],
    ["a context", "const all = require.context('./pages/all', true);", "./pages/all"],
    ["a path joined at run time", "const a = path.join(__dirname, './jobs/worker.js');", "./jobs/worker.js"],
  ])("%s is a mention with its folder", (_, text, head) => {
    const { references, computed } = javascript.extract(text, "a.ts");
    expect(references).toEqual([]);
    expect(computed.map((each) => text.slice(each.start, each.end))).toEqual([head]);
  });
});

describe("a text whose body names nothing is read by its head", () => {
  beforeAll(() => javascript.prepare());
  const body =
    "\nexport function grow(tree) {\n  return Array.from(tree).map((apple) => `${apple} is ripe`);\n}\n".repeat(20);

  test.each([
    ["its first lines", "import a from './a';\n", body, ["./a"]],
    ["nothing at all", "", body, []],
    ["a statement of several lines", "import {\n  a,\n} from './a';\n", body, ["./a"]],
    ["a comment that goes on behind", "import a from './a'; /* import b\n from './b';\n", `*/${body}`, ["./a"]],
    [
      "a template that goes on behind",
      "import a from './a'; const b = `import\n",
      `c from './c'`.replace("from", "of") + "`;" + body,
      ["./a"],
    ],
    ["a call in the middle", `${body}const late = () => import('./late');\n`, body, ["./late"]],
    ["a block that goes on behind", "if (a) {\n  require('./a');\n", `}${body}`, ["./a"]],
    ["a line that goes on behind", "const a = require('./a')\n", `  .default;${body}`, ["./a"]],
    ["a name behind a comment", "", `${body}${body}export * from /* the end */ './end';`, ["./end"]],
    ["the last line", `${body}${body}`, "export * from './end';", ["./end"]],
  ])("%s", (_, head, rest, specifiers) => {
    for (const name of ["a.js", "a.ts"]) {
      const { references, reading } = javascript.extract(head + rest, name);
      expect(references.map((reference) => reference.specifier)).toEqual(specifiers);
      for (const { start, end, specifier } of references) expect((head + rest).slice(start, end)).toBe(specifier);
      expect(reading).toBe("whole");
    }
  });
});

describe("texts that the fast parser refuses", () => {
  beforeAll(() => javascript.prepare());

  test.each([
    [
      "Flow",
      "a.js",
      "// @flow\nimport type { A } from './a';\ntype B = {| +a: A |};\nexport opaque type C = B;\nconst d = require('./d');",
      ["./a", "./d"],
      "whole",
    ],
    ["a script with a return", "a.js", "const a = require('./a');\nreturn a;", ["./a"], "whole"],
    ["JSX in .js", "a.js", "import a from './a';\nexport const b = () => <div>{a}</div>;", ["./a"], "whole"],
    [
      "a syntax error",
      "a.ts",
      "import a from './a';\nconst = 3;\nexport * from './b';",
      ["./a", "./b"],
      "around errors",
    ],
    [
      "a merge conflict",
      "a.ts",
      "import a from './a';\n<<<<<<< ours\nimport b from './b';\n=======\nimport b from './c';\n>>>>>>> theirs\n",
      [],
      "not read",
    ],
    ["no text at all", "a.ts", "import a from './a';\0", [], "not read"],
    ["more than memory holds", "a.js", `import a from './a';\n${"a();\n".repeat(4_000_001)}`, [], "not read"],
    [
      "a syntax error in more than is read around",
      "a.js",
      `const = 3;\n${"a();\n".repeat(1_000_001)}import a from './a';\n`,
      [],
      "not read",
    ],
  ] as const)("%s", (_, name, text, specifiers, reading) => {
    const found = javascript.extract(text, name);
    expect(found.references.map((reference) => reference.specifier)).toEqual(specifiers);
    expect(found.reading).toBe(reading);
    expect(found.problem === undefined).toBe(reading === "whole");
  });
});

test("a text of very many imports is read piece by piece, and gives the same as at once", async () => {
  await javascript.prepare();
  const lines = Array.from(
    { length: 6000 },
    (_, at) => `import { a${at} } from "./m/f${at}"; const b${at} = \`${at % 7 === 0 ? "import('./no')\\n" : ""}\`;`,
  );
  const few = javascript
    .extract(`${lines.slice(0, 40).join("\n")}\n`, "a.ts")
    .references.map(({ specifier }) => specifier);
  const many = `${lines.join("\n")}\nexport const last = () => import("./last");\n`;
  const { references, reading } = javascript.extract(many, "a.ts");
  expect(reading).toBe("whole");
  expect(references.slice(0, 40).map(({ specifier }) => specifier)).toEqual(few);
  expect(references).toHaveLength(6001);
  for (const { start, end, specifier } of references) expect(many.slice(start, end)).toBe(specifier);
  // Where a piece would end inside of something, the text is read at once.
  const wrapped = `${lines.slice(0, 5500).join("\n")}\nfunction f() {\n${"g();\n".repeat(20_000)}}\nimport "./end";\n`;
  expect(javascript.extract(wrapped, "a.ts").references.at(-1)?.specifier).toBe("./end");
});
