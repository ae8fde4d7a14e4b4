/** Where a name is meant, judged by the compiler's own symbols. */
import fc from "fast-check";
import ts from "typescript";
import { describe, expect, test } from "vitest";
import { occurrencesOf } from "./occurrences.js";

/** The text with each place marked: `‹Tree›`, and with what it stands for besides: `‹Tree:import specifier›`. */
async function marked(text: string, local: string, name = "a.tsx"): Promise<string | undefined> {
  const found = await occurrencesOf(text, name, local);
  return found?.reduceRight((rest, { start, end, form }) => {
    const what = form === "name" ? "" : `:${form}`;
    return `${rest.slice(0, start)}‹${rest.slice(start, end)}${what}›${rest.slice(end)}`;
  }, text);
}

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
      "const ‹Tree› = require('./t'); module.exports = { ‹Tree:shorthand property› };",
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
  );
  let compared = 0;
  await fc.assert(
    fc.asyncProperty(fc.uniqueArray(pieces, { minLength: 1, maxLength: 6 }), async (parts) => {
      const text = parts.join("");
      const found = await occurrencesOf(text, "a.ts", "Tree");
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
  if (program.getSemanticDiagnostics(source).some(({ code }) => [2300, 2395, 2440, 2451, 2567].includes(code)))
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
