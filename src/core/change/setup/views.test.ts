/** A new view is made as the others of the app are: with their element, and with its view-model. */
import { expect, test } from "vitest";
import type { Files } from "../plan/planning.test.suite.js";
import { draftAddition, draftFeature } from "./index.js";
import { appOf, requestOf } from "./setup.test.suite.js";

const p = `xmlns="http://schemas.microsoft.com/winfx/2006/xaml/presentation"`;
/** Two views with their code and view-models. */
function views(
  markup: (name: string) => string,
  behind: (name: string) => string,
  ending = "Page",
): Record<string, string> {
  const files: Record<string, string> = { "Orchard.csproj": `<Project Sdk="Microsoft.NET.Sdk"></Project>` };
  for (const name of ["Trees", "Rota"]) {
    files[`src/Views/${name}${ending}.xaml`] =
      `<Page x:Class="Orchard.Views.${name}${ending}" ${p}>${markup(name)}</Page>`;
    files[`src/Views/${name}${ending}.xaml.cs`] =
      `namespace Orchard.Views\n{\n    partial class ${name}${ending} : Page { ${behind(name)} }\n}\n`;
    files[`src/ViewModels/${name}ViewModel.cs`] =
      `namespace Orchard.ViewModels\n{\n    class ${name}ViewModel { }\n}\n`;
  }
  return files;
}
const bound = (name: string): string => `<Page.DataContext><vm:${name}ViewModel/></Page.DataContext>`;
const none = (): string => "";

/** What is made, with its text. */
function made(files: Files, words: string): Record<string, string> {
  const { draft } = draftAddition(appOf("wpf", "mvvm", files), requestOf(words));
  return Object.fromEntries(draft.made.map(({ path, text }) => [path, text]));
}

test.each([
  [
    "in markup",
    views(bound, none),
    ["<Page.DataContext>", "<vm:HarvestViewModel />", 'xmlns:vm="clr-namespace:Orchard.ViewModels"'],
    ["InitializeComponent()"],
  ],
  [
    "in code",
    views(none, (name) => `${name}Page() { DataContext = new ${name}ViewModel(); }`),
    ["<Page "],
    ["using Orchard.ViewModels;", "DataContext = new HarvestViewModel();"],
  ],
  [
    "by who makes it",
    views(none, (name) => `${name}Page(${name}ViewModel model) { DataContext = model; }`),
    ["<Page "],
    ["public HarvestPage(HarvestViewModel viewModel)", "DataContext = viewModel;"],
  ],
])("a view that gets its view-model %s", (_, files, markup, behind) => {
  const all = made(files, "view harvest");
  expect(Object.keys(all)).toEqual([
    "src/Views/HarvestPage.xaml",
    "src/Views/HarvestPage.xaml.cs",
    "src/ViewModels/HarvestViewModel.cs",
  ]);
  for (const each of markup) expect(all["src/Views/HarvestPage.xaml"]).toContain(each);
  for (const each of [...behind, "namespace Orchard.Views\n{", "partial class HarvestPage : Page"])
    expect(all["src/Views/HarvestPage.xaml.cs"]).toContain(each);
});

test("by its name, where a library finds it", () => {
  const files = views(none, none);
  for (const name of ["Trees", "Rota"])
    files[`src/Views/${name}Page.xaml`] =
      `<Page x:Class="Orchard.Views.${name}Page" p:ViewModelLocator.AutoWireViewModel="True" ${p}/>`;
  expect(made(files, "view harvest")["src/Views/HarvestPage.xaml"]).toContain('AutoWireViewModel="True"');
});

test("where views have none, a new one has none", () => {
  expect(Object.keys(made(views(none, none), "view harvest"))).toEqual([
    "src/Views/HarvestPage.xaml",
    "src/Views/HarvestPage.xaml.cs",
  ]);
});

test("a view-model that is there is bound, and not made", () => {
  const files = {
    ...views(bound, none),
    "src/ViewModels/HarvestViewModel.cs": "namespace Orchard.ViewModels { class HarvestViewModel { } }",
  };
  const all = made(files, "view harvest");
  expect(Object.keys(all)).toHaveLength(2);
  expect(all["src/Views/HarvestPage.xaml"]).toContain("<vm:HarvestViewModel />");
});

test("view-models that are called after the whole name of their views", () => {
  const files = views(none, (name) => `${name}Page() { DataContext = new ${name}PageViewModel(); }`);
  for (const name of ["Trees", "Rota"])
    files[`src/ViewModels/${name}PageViewModel.cs`] = files[`src/ViewModels/${name}ViewModel.cs`] ?? "";
  expect(Object.keys(made(files, "view harvest"))).toContain("src/ViewModels/HarvestPageViewModel.cs");
});

test("what is asked for by another word is called by it", () => {
  expect(Object.keys(made(views(bound, none), "window harvest"))[0]).toBe("src/Views/HarvestWindow.xaml");
  expect(made(views(bound, none), "window harvest")["src/Views/HarvestWindow.xaml"]).toContain("<Window ");
});

test("a feature that begins with both has each once", () => {
  const { draft } = draftFeature(appOf("wpf", "mvvm", views(bound, none)), { name: "harvest", with: [] });
  expect(draft.made.map(({ path }) => path).sort()).toEqual([
    "src/ViewModels/HarvestViewModel.cs",
    "src/Views/HarvestPage.xaml",
    "src/Views/HarvestPage.xaml.cs",
  ]);
});

test("a window is not listed among pages", () => {
  const app = appOf("wpf", "mvvm", {
    ...views(bound, none),
    "src/L.cs": "A a = {\n  new TreesPage(),\n  new RotaPage(),\n};\n",
  });
  expect(draftAddition(app, requestOf("window harvest")).draft.edits).toEqual([]);
  expect(draftAddition(app, requestOf("page harvest")).draft.edits).toHaveLength(1);
});

test("a line that names a view, too, is none for a view-model alone, nor for a window", () => {
  const table = "A a = {\n  new TreesPage(new TreesViewModel()),\n  new RotaPage(new RotaViewModel()),\n};\n";
  const app = appOf("wpf", "mvvm", { ...views(bound, none), "src/L.cs": table });
  expect(draftAddition(app, requestOf("view-model harvest")).draft.edits).toEqual([]);
  expect(draftAddition(app, requestOf("window harvest")).draft.edits).toEqual([]);
});

test("a line that names a view-model is none for a view without one", () => {
  const table = "A a = {\n  new TreesPage(new TreesViewModel()),\n  new RotaPage(new RotaViewModel()),\n};\n";
  const app = appOf("wpf", "mvvm", { ...views(none, none), "src/L.cs": table });
  expect(draftAddition(app, requestOf("view harvest")).draft.edits).toEqual([]);
});

test("a line that names both stands there once", () => {
  const table = `class L\n{\n    A a = new A\n    {\n        () => new TreesPage(new TreesViewModel()),\n        () => new RotaPage(new RotaViewModel()),\n    };\n}\n`;
  const app = appOf("wpf", "mvvm", { ...views(bound, none), "src/L.cs": table });
  const { draft } = draftAddition(app, requestOf("view harvest"));
  expect(draft.edits.map(({ text }) => text.trim())).toEqual(["() => new HarvestPage(new HarvestViewModel()),"]);
});

test("a container that lists the others lists both; nothing is said of another list", () => {
  const register =
    "class App\r\n{\r\n    void Register(S s)\r\n    {\r\n        s.Add<TreesPage>();\r\n        s.Add<RotaPage>();\r\n        s.Add<TreesViewModel>();\r\n        s.Add<RotaViewModel>();\r\n    }\r\n}\r\n";
  const app = appOf("wpf", "mvvm", { ...views(bound, none), "src/App.xaml.cs": register });
  const { draft, notes } = draftAddition(app, requestOf("view harvest"));
  expect(draft.edits.map(({ file, text }) => [file, text.trim()])).toEqual([
    ["src/App.xaml.cs", "s.Add<HarvestPage>();"],
    ["src/App.xaml.cs", "s.Add<HarvestViewModel>();"],
  ]);
  expect(draft.edits.every(({ text }) => /\r\n/.test(text))).toBe(true);
  expect(notes).toEqual([]);
});
