/** Which names are taken and given: the same by the record, by either tree, and around an error. */
import { beforeAll, describe, expect, test } from "vitest";
import type { Binding, Export } from "../reading.js";
import { extract, parseProgram, prepare } from "./extract.js";
import { Kinds } from "./export-kinds.js";
import { exportsFromTree } from "./tree-bindings.js";
import { walkEstree } from "./walk-estree.js";
import { SiteCollector } from "./sites.js";

beforeAll(prepare);

/** `Tree as Twig (type)`, and in the text exactly these words stand at its places. */
function shown(text: string, { imported, local, start, end, localStart, localEnd, isType }: Binding): string {
  if (!["*", "default"].includes(imported)) expect(plain(text.slice(start, end))).toBe(imported);
  if (!["*", ""].includes(local)) expect(plain(text.slice(localStart, localEnd))).toBe(local);
  return `${imported}${local === imported ? "" : ` as ${local}`}${isType ? " (type)" : ""}`;
}

const plain = (written: string): string => written.replace(/^["']|["']$/g, "");

const takenIn = (text: string, name = "a.ts"): (string[] | undefined)[] =>
  extract(text, name, "exact").references.map(({ bindings }) => bindings?.map((each) => shown(text, each)));

describe("the names that a reference takes", () => {
  test.each<readonly [string, string[] | undefined]>([
    ["import './a';", []],
    ["import {} from './a';", []],
    ["import Tree from './a';", ["default as Tree"]],
    ["import * as trees from './a';", ["* as trees"]],
    ["import Tree, { prune as cut, type Twig } from './a';", ["default as Tree", "prune as cut", "Twig (type)"]],
    ["import type { Twig } from './a';", ["Twig (type)"]],
    ["import { 'tree-card' as Card } from './a';", ["tree-card as Card"]],
    ["import {\n  Tree, // a comment, { with } braces\n  Twig,\n} from './a';", ["Tree", "Twig"]],
    ["const x = 1; import { Tree } from './a';", ["Tree"]],
    ["export { Tree, prune as cut } from './a';", ["Tree", "prune as cut"]],
    ["export { default } from './a';", ["default"]],
    ["export * from './a';", ["*"]],
    ["export * as trees from './a';", ["* as trees"]],
    ["import { Tree } from './a'; export { Tree };", ["Tree"]],
    ["let tree: import('./a').Tree.Kind;", ["Tree as  (type)"]],
    ["import trees = require('./a');", undefined],
    ["const load = () => import('./a');", undefined],
  ])("%s", (text, wanted) => {
    expect(takenIn(text)).toEqual([wanted]);
  });

  test.each<readonly [string, string[] | undefined]>([
    ["const { Tree, prune: cut = 1 } = require('./a'); jest.mock", ["Tree", "prune as cut"]],
    ["const trees = require('./a'); jest.mock('x')", ["* as trees"]],
    ["require('./a').Tree; jest.mock('x')", ["Tree as "]],
    ["const { ...rest } = require('./a'); jest.mock('x')", undefined],
    ["require('./a')", undefined],
    ["import typeof Tree from './a'; type A = {| a: 1 |};", ["default as Tree (type)"]],
  ])("in JavaScript and Flow: %s", (text, wanted) => {
    expect(takenIn(text, "a.js")[0]).toEqual(wanted);
  });

  test.each(["import Tree, { prune as cut } from './a';", "export { Tree, prune as cut } from './a';"])(
    "around an error: %s",
    (text) => {
      const broken = `${text}\nconst = ;\n`;
      expect(extract(broken, "a.ts").reading).toBe("around errors");
      expect(takenIn(broken)).toEqual(takenIn(text));
    },
  );
});

describe("the names that a file gives", () => {
  const samples = [
    "export const a = 1, { b, c: [d] } = x;",
    "export function f() {}\nexport class K {}\nexport async function g() {}",
    "export interface I {}\nexport type T = 1;\nexport enum E {}\nexport declare const x: number;",
    "const a = 1; export { a, a as b, type T };",
    "const a = 1;\nexport default a;",
    "export default function Tree() {}",
    "export default () => 1;",
    "export { A, type B, default as C } from './a';\nexport * from './b';\nexport * as d from './d';",
    "import { A } from './a';\nimport type { B } from './b';\nexport { A, B as C };",
    "import Tree from './tree';\nimport * as all from './all';\nexport { Tree, all as every };",
    "import { A, B, C } from './a';\nexport type { A, B as D };\nexport { C };",
    "declare module 'x' { export const no: 1; }\nexport const yes = 1;",
  ];
  const comparable = (exports: readonly Export[] | undefined): unknown[] =>
    (exports ?? [])
      .map(({ name, local, isType, kind, from, imported }) => ({ name, local, isType, kind, from, imported }))
      .sort((a, b) => a.name.localeCompare(b.name));

  test.each(samples)("the record and the tree agree: %s", (text) => {
    const program = parseProgram(text, "a.ts");
    if (!program) throw new TypeError("the sample is no program");
    const record = comparable(extract(text, "a.ts", "exact").exports);
    expect(record.length).toBeGreaterThan(0);
    expect(comparable(exportsFromTree(program, new Kinds(text, "a.ts")))).toEqual(record);
    const into = new SiteCollector(text);
    walkEstree(program, into);
    const found = extract(text, "a.ts", "exact").references;
    expect(into.finish().references.map(({ start, bindings }) => ({ start, bindings }))).toEqual(
      found.map(({ start, bindings }) => ({ start, bindings })),
    );
  });

  test.each(samples.slice(1, 8))("and the compiler's tree, around an error: %s", (text) => {
    const broken = extract(`${text}\nconst = ;\n`, "a.ts", "exact");
    expect(broken.reading).toBe("around errors");
    expect(comparable(broken.exports)).toEqual(comparable(extract(text, "a.ts", "exact").exports));
  });

  test("behind the head of a long text, exports are told by their words; exactly, by the parser", () => {
    const rest = `${"export const a = 1;\n".repeat(1)}${"const filler = 1;\n".repeat(80)}; export function b() {}\nexport { a as c };\n`;
    const text = `import { x } from "./x";\n${rest}`;
    const told = extract(text, "a.ts", "all");
    expect(told.isHead).toBe(true);
    expect(told.references).toEqual(extract(text, "a.ts", "exact").references);
    expect(told.exports?.map(({ name, isTold }) => `${name} ${isTold}`)).toEqual(["a true", "c true"]);
    const exact = extract(text, "a.ts", "exact");
    expect(exact.exports?.map(({ name, isTold }) => `${name} ${isTold}`)).toEqual([
      "a undefined",
      "b undefined",
      "c undefined",
    ]);
    expect(extract(text, "a.ts").references[0]?.bindings).toBeUndefined();
  });

  test("what is written as a call of require is one wherever it is code, and nowhere else", () => {
    const text =
      "const a = require('./a');\nconst s = \"require('./no')\"; // require('./no')\n" +
      "const t = `require('./no') ${require('./b')}`;\nx.require('./no');\nf(/require\\('no'/, require('./c').d);\n";
    const found = extract(text, "a.js").references;
    expect(
      found.map(({ kind, specifier, start }) => `${kind} ${specifier} ${text.startsWith(specifier, start)}`),
    ).toEqual(["require ./a true", "require ./b true", "require ./c true"]);
  });
});
