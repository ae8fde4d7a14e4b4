/** What a script says of itself. */
import { beforeAll, expect, test } from "vitest";
import { ownExports } from "../reading.js";
import { extract, prepare } from "./extract.js";
import { outline } from "./outline.js";

beforeAll(prepare);

const exportsOf = (text: string, name: string): string =>
  ownExports(extract(text, name, "all").exports)
    .map((each) => `${each.name}:${each.kind}${each.isDefault ? "!" : ""}`)
    .join(" ");

test.each([
  ["export function TreeCard() { return <li/>; }", "a.tsx", "TreeCard:component"],
  ["export const TreeCard = memo(() => <li/>);", "a.tsx", "TreeCard:component"],
  ["export const TreeCard: FC<Props> = ({ tree }) => <li/>;", "a.tsx", "TreeCard:component"],
  ["export default class TreeCard extends React.Component { r() { return <li/> } }", "a.jsx", "TreeCard:component!"],
  ["const TreeCard = () => <li/>;\nexport default memo(TreeCard);", "a.jsx", "TreeCard:component!"],
  ["function TreeCard() { return <li/>; }\nexport default connect(state)(TreeCard);", "a.js", "TreeCard:component!"],
  ["export default () => <li/>;", "a.jsx", "default:component!"],
  ["export function useTrees() {}\nexport const useRow = () => 1;", "a.ts", "useTrees:hook useRow:hook"],
  [
    "export interface Tree {}\nexport type Row = Tree[];\nexport enum Kind { A }",
    "a.ts",
    "Tree:type Row:type Kind:constant",
  ],
  [
    "export const months = ['May'];\nexport const most = 3;\nexport const by: Record<string, number> = {};",
    "a.ts",
    "months:constant most:constant by:constant",
  ],
  ["export const sum = (a: number) => a;\nexport async function load() {}", "a.ts", "sum:function load:function"],
  ["export const load = async (\n  a: number,\n): Promise<void> => {};", "a.ts", "load:function"],
  ["const a = 1;\nfunction b() {}\nexport { a, b as c, type D };", "a.ts", "a:constant c:function D:type"],
  ["const Tree = {};\nmodule.exports = Tree;", "a.js", "Tree:constant!"],
  ["function grow() {}\nmodule.exports = { grow };", "a.js", "grow:function"],
  ["export class Press { }", "a.ts", "Press:class"],
  ["// export const old = 1;\nconst x = 'export';", "a.ts", ""],
  ["export { A } from './a';\nexport * from './b';", "index.ts", ""],
  ["export const ThemeContext = createContext({});", "a.tsx", "ThemeContext:value"],
])("exports of %j", (text, name, wanted) => {
  expect(exportsOf(text, name)).toBe(wanted);
});

test.each([
  ["export { A } from './a';", true],
  ["export { A } from './a';\nexport const b = 1;", false],
  ["export {} from './a';", true],
  ["import A from './a';\nexport default A;", true],
  ["const a = 1;", false],
])("%j only passes on: %s", (text, wanted) => {
  expect(outline(text, "index.ts", extract(text, "index.ts", "all").exports).onlyPassesOn).toBe(wanted);
});

test.each([
  ["return <li/>;", "view"],
  [
    'import * as React from "react";\nclass Feed extends React.Component<P> { render() { return this.props.children; } }',
    "view",
  ],
  ['import { Component } from "./reactive";\nclass Feed extends Component { render() { return 1; } }', ""],
  ["const TreeContext = createContext<Tree>(x)", "context"],
  ["switch (action.type) {}", "reducer"],
  ["export const treeSlice = createSlice({})", "reducer"],
  ["export default handleActions(trees, {}); // the reducer", "reducer"],
  ["const f = (state, { type }) => { switch (type) {} }; // the trees' reducer", "reducer"],
  ['import { action, flow } from "mobx"; switch (type) {}; makeObservable(this, { grow: action })', ""],
  ["import { create } from 'zustand'", "store"],
  ["return { type: 'trees/loaded' }", "actions"],
  ["await fetch('/trees')", "requests"],
  ["export const { useTreesQuery } = orchard.injectEndpoints({});", "requests"],
  ["<Routes><Route/></Routes>", "view routes"],
  ["const Stack = createNativeStackNavigator()", "routes"],
  ["export const TreeRoute: AppRouteObject = { index: true };", "routes"],
  ['export default [{ path: "/trees", name: "trees", component: Trees }];', "routes"],
  ['export const at = { path: "/trees", isOpen: true };', ""],
  ["createRoot(document.body)", "mounts"],
  ["describe('trees', () => {})", "tests"],
  ["/* @generated */", "generated"],
  ['"use strict";\n\nObject.defineProperty(exports, "__esModule", {\n  value: true\n});', "generated"],
  ["prefetch('/trees'); iterate('x'); latest(1)", ""],
])("signs of %j", (text, wanted) => {
  expect(outline(text, "a.tsx").signs.join(" ")).toBe(wanted);
});

test.each([
  ['type A = { type: "trees/loaded" };\nfunction f(): TreeAction { return { type: "trees/loaded" }; }', "trees/loaded"],
  ['export const ADD_TREE = "ADD_TREE";', "ADD_TREE=ADD_TREE"],
  ['export const ADDED = "trees/added";', "ADDED=trees/added"],
  ['export const added = createAction("trees/added");', "trees/added"],
  ['const field = { type: "text" };', ""],
  ['const NAME = "Pippin";', ""],
])("actions of %j", (text, wanted) => {
  const found = outline(text, "a.ts").actions;
  expect(found.map(({ name, constant }) => (constant === "" ? name : `${constant}=${name}`)).join(" ")).toBe(wanted);
  for (const { name, start } of found) expect(text.slice(start, start + name.length)).toBe(name);
});

test("lines are counted as editors count them", () => {
  expect(["", "a", "a\n", "a\nb"].map((text) => outline(text, "a.ts").lines)).toEqual([0, 1, 1, 2]);
});
