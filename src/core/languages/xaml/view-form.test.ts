import { expect, test } from "vitest";
import { viewForm } from "./view-form.js";

const page = (inner: string, attributes = ""): string => `<Page x:Class="N.TreesPage" ${attributes}>${inner}</Page>`;

test.each([
  [
    "markup",
    page("<Page.DataContext>\n <vm:TreesViewModel/></Page.DataContext>"),
    "",
    { root: "Page", binding: "in markup", viewModel: "TreesViewModel" },
  ],
  [
    "code",
    page(""),
    "DataContext = new ViewModels.TreesViewModel(1);",
    { root: "Page", binding: "in code", viewModel: "TreesViewModel" },
  ],
  [
    "who makes it",
    page(""),
    "public TreesPage(TreesViewModel model) { DataContext = model; }",
    { root: "Page", binding: "given", viewModel: "TreesViewModel" },
  ],
  ["a library", page("", 'p:ViewModelLocator.AutoWireViewModel="True"'), "", { root: "Page", binding: "by name" }],
  [
    "nobody",
    page("<!-- <Page.DataContext><vm:A/> -->"),
    "public TreesPage(Tree tree) { }",
    { root: "Page", binding: "none" },
  ],
  ["markup of no class", "<ResourceDictionary/>", "", undefined],
])("a view that has its view-model of %s", (_, markup, behind, expected) => {
  expect(viewForm(markup, behind)).toEqual(expected);
});
