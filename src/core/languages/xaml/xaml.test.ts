import { describe, expect, test } from "vitest";
import { languageContract } from "../contract.test.suite.js";
import { xaml } from "./index.js";

languageContract(
  xaml,
  [
    { name: "a.xaml", text: '<ResourceDictionary Source="Themes/Colors.xaml" />', specifiers: ["Themes/Colors.xaml"] },
    { name: "a.xaml", text: '<Image Source="/Images/leaf.png"/>', specifiers: ["Images/leaf.png"] },
    {
      name: "a.xaml",
      text: "<Image Source='pack://application:,,,/Orchard.Kit;component/Images/leaf.png'/>",
      specifiers: ["Images/leaf.png"],
    },
    { name: "a.xaml", text: '<!-- <Image Source="no.png"/> --><Image Source="yes.png"/>', specifiers: ["yes.png"] },
    {
      name: "a.xaml",
      text: '<Application StartupUri="Views/MainWindow.xaml"/>',
      specifiers: ["Views/MainWindow.xaml"],
    },
    { name: "a.xaml", text: '<Image Source="{svg:Image /Images/leaf.svg}"/>', specifiers: ["Images/leaf.svg"] },
    {
      name: "a.xaml",
      text: '<Setter Property="Image.Source" Value="a.png"/><Setter Property="Tag" Value="no.png"/>',
      specifiers: ["a.png"],
    },
    { name: "a.xaml", text: '<TextBlock FontFamily="/Fonts/#Inter" Text="a.b.c"/>', specifiers: ["Fonts/"] },
    { name: "a.xaml", text: `<Image Source="O'Brien/leaf.png"/>`, specifiers: ["O'Brien/leaf.png"] },
    { name: "a.xaml", text: '<Image Source="https://orchard.example/no.png"/>', specifiers: [] },
    { name: "a.xaml", text: "<Image>\n  /Images/leaf.png\n</Image>", specifiers: ["Images/leaf.png"] },
  ],
  ["Core/a.png", "Rücken/b.xaml"],
);

describe("addresses of a property of somebody's own", () => {
  test("may count from anywhere, and are no references", () => {
    const { references, computed } = xaml.extract(
      '<my:Tile Picture="Images/leaf.png" Other="/Images/leaf.png"/>',
      "a.xaml",
    );
    expect(references.map(({ lookup }) => lookup)).toEqual(["resource in project, if any"]);
    expect(computed.map(({ head }) => head)).toEqual(["./Images/leaf.png"]);
  });
});

test("types of the app, by the prefixes of its namespaces", () => {
  const text = `<Window x:Class="Orchard.MainWindow" xmlns:vm="clr-namespace:Orchard.ViewModels" xmlns:m="using:Orchard.Models" xmlns:x="http://x">
  <vm:TreesViewModel/><DataTemplate DataType="{x:Type m:Tree}"/><x:Null/></Window>`;
  const { usesNames = [] } = xaml.extract(text, "a.xaml");
  expect(usesNames.map(({ name }) => name)).toEqual(["MainWindow", "TreesViewModel", "Tree"]);
  for (const { name, start, end } of usesNames) expect(text.slice(start, end)).toBe(name);
});

test.each([
  ["<Window/>", ["view"]],
  ["<?xml version='1.0'?>\n<!-- x -->\n<ResourceDictionary/>", ["styles"]],
  ["<Application/>", ["mounts"]],
  ['<local:Base x:Class="A.B"/>', ["view"]],
  ["<Canvas/>", []],
])("%s shows %j", (text, signs) => {
  expect(xaml.outline(text, "a.xaml").signs).toEqual(signs);
});

test.each(["<<<<<<< ours\n<Window/>", "<Window\0/>"])("%j is not read", (text) => {
  expect(xaml.extract(text, "a.xaml").reading).toBe("not read");
});
