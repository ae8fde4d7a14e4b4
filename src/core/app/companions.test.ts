import { describe, expect, test } from "vitest";
import type { ProjectPath } from "../base/paths.js";
import { MemoryStore, readTree } from "../files/index.js";
import { companionsOf, isComponentFolder, partsOf } from "./index.js";

describe("a name taken apart", () => {
  test.each([
    ["Tree.tsx", "Tree", ".tsx", true],
    ["Tree.ios.tsx", "Tree", ".ios.tsx", true],
    ["Tree.test.tsx", "Tree", ".test.tsx", false],
    ["Tree.ios.test.tsx", "Tree", ".ios.test.tsx", false],
    ["Tree.test.tsx.snap", "Tree", ".test.tsx.snap", false],
    ["Tree.module.css", "Tree", ".module.css", false],
    ["Tree.module.css.d.ts", "Tree", ".module.css.d.ts", false],
    ["Tree.css", "Tree", ".css", false],
    ["Tree.stories.mdx", "Tree", ".stories.mdx", false],
    ["Tree.d.ts", "Tree", ".d.ts", true],
    ["tree@2x.png", "tree", "@2x.png", true],
    ["tree@1.5x.ios.png", "tree", "@1.5x.ios.png", true],
    ["tree.service.ts", "tree.service", ".ts", true],
    [".eslintrc.cjs", ".eslintrc", ".cjs", true],
    ["README", "README", "", true],
    ["index.test.ts", "index", ".test.ts", false],
    ["tree.g.dart", "tree", ".g.dart", false],
    ["tree_test.dart", "tree", "_test.dart", false],
    ["_test.dart", "_test", ".dart", true],
    ["tree_test.ts", "tree_test", ".ts", true],
  ])("%s", (name, stem, rest, leads) => {
    expect(partsOf(name)).toEqual({ stem, rest, leads });
  });
});

describe("companions", () => {
  const files = [
    "Tree.tsx",
    "Tree.ios.tsx",
    "Tree.module.css",
    "__tests__/Tree.test.tsx",
    "__tests__/__snapshots__/Tree.test.tsx.snap",
    "Tree.png",
    "tree.ts",
    "index.ts",
  ];
  const find = async (path: string): Promise<string[]> => {
    const tree = await readTree(new MemoryStore(Object.fromEntries(files.map((file) => [`ui/${file}`, ""]))));
    return companionsOf(tree, `ui/${path}` as ProjectPath)
      .map((companion) => companion.path.slice(3))
      .sort();
  };

  test.each([
    ["Tree.tsx", ["Tree.ios.tsx", "Tree.module.css", "__tests__/Tree.test.tsx"]],
    ["Tree.ios.tsx", ["Tree.module.css", "Tree.tsx", "__tests__/Tree.test.tsx"]],
    ["__tests__/Tree.test.tsx", ["__tests__/__snapshots__/Tree.test.tsx.snap"]],
    ["Tree.module.css", []],
    ["Tree.png", []],
    ["tree.ts", []],
    ["index.ts", []],
  ])("of %s", async (path, expected) => {
    expect(await find(path)).toEqual(expected);
  });
});

test.each([
  ["a/tree.png", ["a/2.0x/tree.png", "a/dark/tree.png"]],
  ["a/2.0x/tree.png", []],
  ["a/tree.dart", ["a/tree.freezed.dart", "a/tree.g.dart", "a/tree_test.dart"]],
])("in an app with pictures for other screens, of %s", async (path, expected) => {
  const files = ["a/tree.png", "a/2.0x/tree.png", "a/dark/tree.png", "a/2.0x/apple.png", "a/deep/tree.png"];
  const code = ["a/tree.dart", "a/tree.g.dart", "a/tree.freezed.dart", "a/tree_test.dart", "a/dark/tree.dart"];
  const tree = await readTree(new MemoryStore(Object.fromEntries([...files, ...code].map((each) => [each, ""]))));
  const found = companionsOf(tree, path as ProjectPath).map((companion) => companion.path);
  expect(found.filter((each) => each.endsWith(path.slice(-4))).sort()).toEqual(expected);
});

test.each([
  ["Card/Card.tsx", true],
  ["Card/Card.test.tsx", false],
  ["Card/index.ts", false],
  ["card/card.ts", false],
  ["Card/Top.tsx", false],
])("%s is the head of a component's own folder: %s", async (path, expected) => {
  const tree = await readTree(new MemoryStore({ [`ui/${path}`]: "" }));
  expect(isComponentFolder(tree, `ui/${path}` as ProjectPath)).toBe(expected);
});
