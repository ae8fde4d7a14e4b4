import { expect, test } from "vitest";
import { sisterLines, type Named } from "./sister-lines.js";

const named = (stem: string, ...words: string[]): Named => ({ stem, words });
const sisters = [named("TreesPage", "trees"), named("RotaPage", "rota")];
const swaps = named("GraftSwapPage", "graft", "swap");

/** The text with the lines that it gains, marked. */
function gained(text: string): string | undefined {
  const found = sisterLines(text, sisters, swaps);
  return (
    found &&
    text
      .split("\n")
      .toSpliced(found.after + 1, 0, ...found.lines.map((line) => `+${line}`))
      .join("\n")
  );
}

test.each([
  [
    "a container",
    "  s.Add<TreesPage>();\n  s.Add<RotaPage>();\n}",
    "  s.Add<TreesPage>();\n  s.Add<RotaPage>();\n+  s.Add<GraftSwapPage>();\n}",
  ],
  [
    "a table, by every way of writing a name",
    `["Trees"] = () => new TreesPage(treesPage, "trees"),\n["Rota"] = () => new RotaPage(rotaPage, "rota"),`,
    `["Trees"] = () => new TreesPage(treesPage, "trees"),\n["Rota"] = () => new RotaPage(rotaPage, "rota"),\n+["GraftSwap"] = () => new GraftSwapPage(graftSwapPage, "graftSwap"),`,
  ],
  [
    "a resource with an element for each",
    `<A>\n  <T D="{x:Type vm:TreesViewModel}">\n    <v:TreesPage />\n  </T>\n  <T D="{x:Type vm:RotaViewModel}">\n    <v:RotaPage />\n  </T>\n</A>`,
    `<A>\n  <T D="{x:Type vm:TreesViewModel}">\n    <v:TreesPage />\n  </T>\n  <T D="{x:Type vm:RotaViewModel}">\n    <v:RotaPage />\n  </T>\n+  <T D="{x:Type vm:GraftSwapViewModel}">\n+    <v:GraftSwapPage />\n+  </T>\n</A>`,
  ],
  [
    "elements of a line each",
    `<A>\n  <v:TreesPage />\n  <v:RotaPage />\n</A>`,
    `<A>\n  <v:TreesPage />\n  <v:RotaPage />\n+  <v:GraftSwapPage />\n</A>`,
  ],
  [
    "entries of several lines",
    "Add(\n  new TreesPage(),\n  1);\nAdd(\n  new RotaPage(),\n  1);",
    "Add(\n  new TreesPage(),\n  1);\nAdd(\n  new RotaPage(),\n  1);\n+Add(\n+  new GraftSwapPage(),\n+  1);",
  ],
  [
    "calls over two lines",
    "s.Add<TreesPage>(\n  1);\ns.Add<RotaPage>(\n  1);\nend",
    "s.Add<TreesPage>(\n  1);\ns.Add<RotaPage>(\n  1);\n+s.Add<GraftSwapPage>(\n+  1);\nend",
  ],
  [
    "entries among others, whole lines each",
    "s.Add<TreesViewModel>();\ns.Add<TreesPage>();\ns.Add<RotaViewModel>();\ns.Add<RotaPage>();",
    "s.Add<TreesViewModel>();\ns.Add<TreesPage>();\ns.Add<RotaViewModel>();\ns.Add<RotaPage>();\n+s.Add<GraftSwapPage>();",
  ],
  [
    "parts of larger ones",
    "f(() => {\n  Show(new TreesPage());\n}, 1);\nf(() => {\n  Show(new RotaPage());\n}, a,\n b,\n c);",
    undefined,
  ],
  ["what is listed already", "s.Add<TreesPage>();\ns.Add<RotaPage>();\ns.Add<GraftSwapPage>();", undefined],
  ["one alone", "s.Add<TreesPage>();", undefined],
  ["each in its own way", "s.Add<TreesPage>();\ns.AddOnce<RotaPage>();", undefined],
  ["scattered ones", `s.Add<TreesPage>();\n${"a;\n".repeat(9)}s.Add<RotaPage>();`, undefined],
  [
    "declarations, what is taken in and comments",
    "using N.TreesPage;\nusing N.RotaPage;\nclass A : TreesPage { }\nclass B : RotaPage { }\n// TreesPage;\n// RotaPage;",
    undefined,
  ],
  ["a line that names two", "Go(new TreesPage(), new RotaPage());\nGo(new RotaPage(), new TreesPage());", undefined],
])("%s", (_, text, expected) => {
  expect(gained(text)).toBe(expected);
});
