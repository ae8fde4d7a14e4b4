/** Trees made of paths. */
import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { allFolders, foldersAbove, openAtFirst, rowsOf, treeOf } from "./page/tree-nodes.js";
import { placeText, readPlace } from "./page/place.js";

const paths = ["src/b.ts", "src/a/z.ts", "src/a/y/x.ts", "top.md"];
const tree = treeOf(paths, paths.keys(), (file) => file === 2);

describe("a tree", () => {
  test("has folders before files, each by name, with what lies in them", () => {
    const all = new Set(allFolders(tree));
    expect([...all]).toEqual(["src", "src/a", "src/a/y"]);
    expect(rowsOf(tree, all).map(({ node, level }) => `${" ".repeat(level - 1)}${node.name}`)).toEqual([
      "src",
      " a",
      "  y",
      "   x.ts",
      "  z.ts",
      " b.ts",
      "top.md",
    ]);
    expect(tree).toMatchObject({ files: 4, marked: 1 });
    expect(tree.children[0]).toMatchObject({ name: "src", files: 3, marked: 1 });
  });

  test("shows closed folders as one line, and says each line's place among its sisters", () => {
    expect(rowsOf(tree, new Set(["src"])).map(({ node, place, sisters }) => [node.path, place, sisters])).toEqual([
      ["src", 1, 2],
      ["src/a", 1, 2],
      ["src/b.ts", 2, 2],
      ["top.md", 2, 2],
    ]);
  });

  test("opens down to where there is something to choose", () => {
    const deep = treeOf(["a/b/c/d.ts", "a/b/e.ts"], [0, 1], () => false);
    expect([...openAtFirst(deep)]).toEqual(["a", "a/b", "a/b/c"]);
  });

  test("law: all open, every file is there once, below the folders above it", () => {
    const path = fc
      .array(fc.constantFrom("a", "b", "c.d"), { minLength: 1, maxLength: 5 })
      .map((parts) => `${parts.join("/")}/f.ts`);
    fc.assert(
      fc.property(fc.uniqueArray(path), (some) => {
        const made = treeOf(some, some.keys(), () => false);
        const rows = rowsOf(made, new Set(allFolders(made)));
        expect(rows.filter(({ node }) => node.file >= 0).map(({ node }) => some[node.file])).toEqual(
          rows.filter(({ node }) => node.file >= 0).map(({ node }) => node.path),
        );
        expect(new Set(rows.map(({ node }) => node.path)).size).toBe(rows.length);
        for (const each of some)
          for (const folder of foldersAbove(each)) expect(rows.some(({ node }) => node.path === folder)).toBe(true);
      }),
    );
  });
});

describe("a place in the page", () => {
  test.each([
    ["", "overview", {}],
    ["#nosuch?x=1", "overview", { x: "1" }],
    ["#trees?as=mvvm&path=src%2Fa%20b.ts", "trees", { as: "mvvm", path: "src/a b.ts" }],
  ])("%s", (hash, view, params) => {
    expect(readPlace(hash).view).toBe(view);
    expect(Object.fromEntries(readPlace(hash).params)).toEqual(params);
  });

  test("law: what is written is read again", () => {
    fc.assert(
      fc.property(fc.string({ minLength: 1, unit: "grapheme" }), (path) => {
        expect(readPlace(placeText("file", { path, words: "" }))).toEqual({
          view: "file",
          params: new Map([["path", path]]),
        });
      }),
    );
  });
});
