/** Where a name is meant, judged by the compiler's own symbols. */
import fc from "fast-check";
import ts from "typescript";
import { describe, expect, test } from "vitest";
import { topVariable, type NamePlace, type TextNames } from "../names.js";
import { namesOf } from "./text-names.js";

async function placesOf(text: string, name: string, local: string): Promise<readonly NamePlace[] | undefined> {
  const found = await namesOf(text, name);
  return found && (topVariable(found, local)?.places ?? []);
}

/** The text with each place marked: `‹Tree›`, and with what it stands for besides: `‹Tree:import specifier›`. */
async function marked(text: string, local: string, name = "a.tsx"): Promise<string | undefined> {
  const found = await placesOf(text, name, local);
  return found?.reduceRight((rest, { start, end, form }) => {
    const what = form === "name" ? "" : `:${form}`;
    return `${rest.slice(0, start)}‹${rest.slice(start, end)}${what}›${rest.slice(end)}`;
  }, text);
}

/** What is taken by calls and of variables: `reference text: names`, each with its form where it is not bare. */
async function taken(text: string, name = "a.tsx"): Promise<string[]> {
  const found = (await namesOf(text, name)) as TextNames;
  const show = (members: NamePlace["members"]): string =>
    members === undefined
      ? "all"
      : members
          .map((each) => `${text.slice(each.start, each.end)}${each.form === "name" ? "" : `:${each.form}`}`)
          .join(" ");
  return [
    ...found.takings.map(({ reference, members, whole }) => {
      const specifier = /^[^"'`]*/.exec(text.slice(reference))?.[0] ?? "";
      const held = whole === undefined ? "" : ` as ${/^\w+/.exec(text.slice(whole))?.[0] ?? ""}`;
      return `${specifier}: ${show(members)}${held}`;
    }),
    ...(topVariable(found, "ui")?.places ?? [])
      .filter(({ isDeclared }) => !isDeclared)
      .map(({ members }) => `ui: ${show(members)}`),
  ];
}

describe("what is taken of another file", () => {
  test.each<[string, string[]]>([
    [
      'import * as ui from "./ui"; ui.Tree; <ui.Tree></ui.Tree>; let a: ui.Tree;',
      ["ui: Tree", "ui: Tree", "ui: Tree", "ui: Tree"],
    ],
    ['import * as ui from "./ui"; ui["Tree"]; ui[name]; show(ui);', ["ui: Tree:text", "ui: all", "ui: all"]],
    ['import * as ui from "./ui"; const { Tree, Oak: Wood } = ui;', ["ui: Tree:shorthand property Oak"]],
    ['import * as ui from "./ui"; const { Tree, ...rest } = ui;', ["ui: all"]],
    ['const { Tree } = require("./ui");', ["./ui: Tree:shorthand property"]],
    ['const ui = require("./ui"); ui.Tree();', ["./ui:  as ui", "ui: Tree"]],
    ['import ui = require("./ui"); ui.Tree;', ["./ui:  as ui", "ui: Tree"]],
    ['const all = await import("./ui");', ["./ui:  as all"]],
    ['const Oak = (await import("./ui")).Tree;', ["./ui: Tree"]],
    ['import("./ui").then((all) => all.Tree);', ["./ui:  as all"]],
    ['import("./ui").then(({ Tree }) => Tree);', ["./ui: Tree:shorthand property"]],
    ['const Tree = lazy(() => import("./ui"));', ["./ui: "]],
    ['const all = () => import("./ui");', ["./ui: all"]],
    ['import("./ui"); require.resolve("./ui");', ["./ui: ", "./ui: "]],
    ['let a: import("./ui").Tree; let b: typeof import("./ui");', ["./ui: Tree", "./ui: all"]],
    [
      'jest.mock("./ui", () => ({ __esModule: true, Tree: () => null, Oak }));',
      ["./ui: __esModule Tree Oak:shorthand property"],
    ],
    [
      'vi.mock("./ui", async () => { const all = await vi.importActual<typeof import("./ui")>("./ui"); return { ...all, "Tree": 1 }; });',
      ["./ui: Tree:text", "./ui: ", "./ui:  as all"],
    ],
    ['jest.mock("./ui"); jest.requireActual("./ui").Tree;', ["./ui: ", "./ui: Tree"]],
  ])("%s", async (text, wanted) => {
    expect(await taken(text)).toEqual(wanted);
  });

  test("a mock that passes on what is there takes nothing of it; another use takes all", async () => {
    const of = async (text: string): Promise<unknown> =>
      (await namesOf(text, "a.ts"))?.variables.find(({ name }) => name === "all")?.places.at(-1)?.members;
    expect(
      await of('vi.mock("./ui", async () => { const all = await vi.importActual("./ui"); return { ...all }; });'),
    ).toEqual([]);
    expect(await of('const all = require("./ui"); module.exports = { ...all };')).toBeUndefined();
  });
});

test("an expression's own name repeats the one that it is given; labels repeat a name as text", async () => {
  const text =
    'const Tree = memo(forwardRef(function Tree() {})); Tree.displayName = "Tree"; export default { name: "Oak", title: "Oak" }; const route = { name: "Elm" }; const x = [class Tree {}];';
  const found = (await namesOf(text, "a.tsx")) as TextNames;
  expect(
    found.variables.filter(({ name, level }) => name === "Tree" && level === "inner").map(({ echoes }) => echoes),
  ).toEqual([6, undefined]);
  expect(found.labels.map(({ name, start }) => [name, text.slice(start - 1, start)])).toEqual([
    ["Tree", '"'],
    ["Oak", '"'],
  ]);
});

test("Flow's types and components are told apart by scope", async () => {
  const text = `// @flow
import type { Tree } from "./tree";
opaque type Leaf = Tree;
export default component View(tree: Tree, Tree: string) { return <Oak tree={tree} />; }
`;
  const found = (await namesOf(text, "a.js")) as TextNames;
  expect(topVariable(found, "Tree")?.places.map(({ start }) => text.slice(start - 2, start + 4))).toEqual([
    "{ Tree",
    "= Tree",
    ": Tree",
  ]);
  expect(found.variables.filter(({ level }) => level === "free").map(({ name }) => name)).toEqual(["Oak"]);
});

describe("places of a name", () => {
  test.each([
    ["const Tree = 1; Tree;", "const ‹Tree› = 1; ‹Tree›;"],
    ['import { Tree } from "./t"; Tree();', 'import { ‹Tree:import specifier› } from "./t"; ‹Tree›();'],
    ['import { Oak as Tree } from "./t"; Tree();', 'import { Oak as ‹Tree› } from "./t"; ‹Tree›();'],
    ['import Tree from "./t"; <Tree a={Tree} />;', 'import ‹Tree› from "./t"; <‹Tree› a={‹Tree›} />;'],
    ['import * as Tree from "./t"; Tree.Tree;', 'import * as ‹Tree› from "./t"; ‹Tree›.Tree;'],
    ["class Tree {} export { Tree };", "class ‹Tree› {} export { ‹Tree:export specifier› };"],
    ["class Tree {} export { Tree as Oak };", "class ‹Tree› {} export { ‹Tree› as Oak };"],
    [
      "const Tree = 1; f({ Tree }); f({ Tree: 2 });",
      "const ‹Tree› = 1; f({ ‹Tree:shorthand property› }); f({ Tree: 2 });",
    ],
    ["let Tree = 1; ({ Tree } = x);", "let ‹Tree› = 1; ({ ‹Tree:shorthand property› } = x);"],
    // What is only called the same.
    [
      "const Tree = 1; function f(Tree) { return Tree; } Tree;",
      "const ‹Tree› = 1; function f(Tree) { return Tree; } ‹Tree›;",
    ],
    [
      "const Tree = 1; { const Tree = 2; Tree; } x.Tree; 'Tree';",
      "const ‹Tree› = 1; { const Tree = 2; Tree; } x.Tree; 'Tree';",
    ],
    [
      "interface Tree {} let a: Tree; function f<Tree>(x: Tree) {}",
      "interface ‹Tree› {} let a: ‹Tree›; function f<Tree>(x: Tree) {}",
    ],
    [
      "type Tree = 1; const b = <T extends Tree>(x: T) => x as Tree;",
      "type ‹Tree› = 1; const b = <T extends ‹Tree›>(x: T) => x as ‹Tree›;",
    ],
    [
      "class Tree {} let a: typeof Tree; let b: Tree.Leaf; class Oak extends Tree {}",
      "class ‹Tree› {} let a: typeof ‹Tree›; let b: ‹Tree›.Leaf; class Oak extends ‹Tree› {}",
    ],
    ["function Tree(); function Tree(a?: 1) {}", "function ‹Tree›(); function ‹Tree›(a?: 1) {}"],
    ["enum Tree { A } Tree.A; Trees;", "enum ‹Tree› { A } ‹Tree›.A; Trees;"],
    [
      "@Tree() class A {} function Tree() { return () => {}; }",
      "@‹Tree›() class A {} function ‹Tree›() { return () => {}; }",
    ],
    ["export default function Tree() {} `${Tree}`;", "export default function ‹Tree›() {} `${‹Tree›}`;"],
    ["const a = { Tree: 1 };", "const a = { Tree: 1 };"],
  ])("%s", async (text, wanted) => {
    expect(await marked(text, "Tree", text.includes("<T extends") ? "a.ts" : "a.tsx")).toBe(wanted);
  });

  test("in plain JavaScript and in scripts; of a broken text nothing is known", async () => {
    expect(await marked("const Tree = require('./t'); module.exports = { Tree };", "Tree", "a.cjs")).toBe(
      "const ‹Tree› = require('./t'); module.exports = { ‹Tree:registration› };",
    );
    expect(await marked("const Tree = ;", "Tree")).toBeUndefined();
  });
});

test("law: the compiler means the same", async () => {
  const pieces = fc.constantFrom(
    'import { Tree } from "./t";\n',
    "export const Tree = 1;\n",
    "export class Tree<T> { Tree = 1; }\n",
    "export interface Tree { Tree: Tree }\n",
    "function plant(Tree: number) { return Tree; }\n",
    "const a = () => { const Tree = 2; return { Tree }; };\n",
    "const b = { Tree: 1, c: Tree };\n",
    "const { Tree: d, e = Tree } = a as any;\n",
    "let f: Tree; let g: typeof Tree; let h: { Tree: string };\n",
    "for (const Tree of [1]) { Tree; }\n",
    "try { Tree; } catch (Tree) { Tree; }\n",
    "namespace Wood { export const Tree = 1; Tree; }\n",
    "const i = { Tree };\n",
    "export { Tree as Oak };\n",
    "type J<Tree> = Tree extends infer U ? U : Tree;\n",
    "label: for (;;) { Tree; break label; }\n",
    "const k = function Tree() { Tree; };\n",
    "const l = class Tree { m = Tree; };\n",
    "export class Tree { m?: Tree; n = () => new Tree(); }\n",
    "enum Tree { A = 1, B = Tree.A }\n",
    "namespace Tree { export const o = () => Tree; }\n",
  );
  let compared = 0;
  await fc.assert(
    fc.asyncProperty(fc.uniqueArray(pieces, { minLength: 1, maxLength: 6 }), async (parts) => {
      const text = parts.join("");
      const found = await placesOf(text, "a.ts", "Tree");
      const judged = byCompiler(text);
      if (!found || !judged) return;
      compared += judged.length;
      expect(found.map(({ start }) => start)).toEqual(judged);
    }),
    { seed: 20261127, numRuns: 300 },
  );
  expect(compared).toBeGreaterThan(300);
});

/** The same by the compiler's symbols; `undefined` where the text declares the name twice over. */
function byCompiler(text: string): number[] | undefined {
  const host = ts.createCompilerHost({});
  const source = ts.createSourceFile("a.ts", text, ts.ScriptTarget.ESNext, true);
  const program = ts.createProgram(
    ["a.ts"],
    { noLib: true, noResolve: true, target: ts.ScriptTarget.ESNext },
    {
      ...host,
      getSourceFile: (name) => (name === "a.ts" ? source : undefined),
      fileExists: (name) => name === "a.ts",
    },
  );
  const checker = program.getTypeChecker();
  const locals = (source as unknown as { locals?: Map<string, ts.Symbol> }).locals;
  const symbol = locals?.get("Tree");
  if (!symbol) return [];
  const own = new Set([symbol, (symbol as unknown as { exportSymbol?: ts.Symbol }).exportSymbol ?? symbol]);
  if (program.getSemanticDiagnostics(source).some(({ code }) => [2300, 2395, 2440, 2451, 2567, 2709].includes(code)))
    return undefined;
  const places: number[] = [];
  const visit = (node: ts.Node): void => {
    if (ts.isIdentifier(node) && node.text === "Tree") {
      const meant = ts.isShorthandPropertyAssignment(node.parent)
        ? checker.getShorthandAssignmentValueSymbol(node.parent)
        : ts.isExportSpecifier(node.parent)
          ? checker.getExportSpecifierLocalTargetSymbol(node.parent)
          : checker.getSymbolAtLocation(node);
      if (meant && own.has(meant)) places.push(node.getStart(source));
    }
    ts.forEachChild(node, visit);
  };
  visit(source);
  return places;
}
