/** Words in files that no adapter reads, which may be names of files. */
import { describe, expect, test } from "vitest";
import { assetNamesIn } from "./asset-names.js";
import { isDocument, isNotReadYet, mayNameFiles, namingWords, wordsThatMayName } from "./index.js";

test.each([
  ["Tree.vue", false, false, false],
  ["tree.styl", true, true, false],
  ["tree.kt", true, true, false],
  ["tree.swift", false, false, false],
  ["app.json", false, true, false],
  ["README.md", false, false, true],
  ["tree.ts", false, false, false],
  ["tree.png", false, false, false],
])("%s: not read yet %s, may name files %s, document %s", (path, notRead, mayName, document) => {
  expect([isNotReadYet(path), mayNameFiles(path), isDocument(path)]).toEqual([notRead, mayName, document]);
});

describe("words", () => {
  test.each([
    ["Tree.vue", "<TreeCard/> import x from './tree-card'", "TreeCard import x from tree-card"],
    ["tree.styl", ".tree-card { color: green }", ""],
    ["tree.styl", ".a { background: url(../leaf.png) }", "url leaf png"],
    ["tree.styl", "@use 'palette' as p;\n.tree-card {}", "use palette as p palette"],
    ["tree.styl", "@import _base, sizes;", "import base sizes"],
  ])("that may name a file in %s: %j", (path, text, wanted) => {
    const found = new Set(wordsThatMayName(path, text));
    for (const word of wanted.split(" ").filter(Boolean)) expect([...found]).toContain(word);
    if (wanted === "") expect(found.size).toBe(0);
    if (path.endsWith("styl")) expect(found.has("tree-card")).toBe(false);
  });

  test.each([
    ["_tree-card", "tree-card"],
    ["tree.service", "tree service"],
    ["[id]", "id"],
    ["größe", "größe"],
  ])("of the name %s", (name, wanted) => {
    expect(namingWords(name).join(" ")).toBe(wanted);
  });
});

test.each([
  ["url(../old-banner.png)", "old-banner.png"],
  ["src='/a/tree@2x.png' href=\"b/leaf.svg?x\"", "tree@2x.png leaf.svg"],
  ["tree.pngx leaf.svg-file png", ""],
  ["`${base}/fonts/Source Serif.woff2`", "Serif.woff2"],
  ["['./src/icons/*.svg', 'art/**/*.png']", "icons/*.svg art/*.png"],
  ["*.svg ../*.png **/*.jpg", "*.svg *.png *.jpg"],
])("names of assets in %j", (text, wanted) => {
  expect(assetNamesIn(text).join(" ")).toBe(wanted);
});
