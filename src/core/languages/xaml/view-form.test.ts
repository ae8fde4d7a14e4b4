import { expect, test } from "vitest";
import { newView, viewForm } from "./view-form.js";

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

test.each([
  ["as those are that are called so", "Page", "NavigationPage", "Window", "NavigationPage", "System.Windows.Controls"],
  ["as its name says", "Window", undefined, "Page", "Window", "System.Windows"],
  ["as the others are", "View", undefined, "Page", "Page", "System.Windows.Controls"],
  ["as a control, where there is none", "View", undefined, undefined, "UserControl", "System.Windows.Controls"],
])("a new view is made %s", (_, ending, alike, others, root, controls) => {
  expect(newView(ending, alike, others)).toEqual({
    root,
    values: { root, controls, pad: " ".repeat(root.length + 2) },
  });
});
