import { describe, expect, test } from "vitest";
import { languageContract } from "../contract.test.suite.js";
import { Scanner } from "./scanner.js";
import { csharp } from "./index.js";

languageContract(
  csharp,
  [
    { name: "a.cs", text: 'new Uri("/Views/TreesView.xaml", UriKind.Relative)', specifiers: ["Views/TreesView.xaml"] },
    {
      name: "a.cs",
      text: 'var a = "pack://application:,,,/Images/leaf.png";',
      specifiers: ["Images/leaf.png"],
    },
    { name: "a.cs", text: 'var a = "Orchard.Data.trees.json"; var b = "a.b"', specifiers: ["Orchard.Data.trees.json"] },
    { name: "a.cs", text: '// "no.png"\n/* "no/no.png" */ var a = "Images/yes.png";', specifiers: ["Images/yes.png"] },
    { name: "a.cs", text: "var c = '\"'; var a = \"Images/yes.png\"; var d = '\\'';", specifiers: ["Images/yes.png"] },
    {
      name: "a.cs",
      text: '\n#region "no/no.png"\nvar a = "Images/yes.png";\n#endregion',
      specifiers: ["Images/yes.png"],
    },
    { name: "a.cs", text: 'var a = $"{Name("Images/yes.png")} and {{no/no.png}}";', specifiers: ["Images/yes.png"] },
    { name: "a.cs", text: 'var a = """\n"no/no.png"\n"""; var b = "Images/yes.png";', specifiers: ["Images/yes.png"] },
    { name: "a.cs", text: '@class.Say(@"C:\\no\\no.png", "Images/yes.png")', specifiers: ["Images/yes.png"] },
    {
      name: "a.cs",
      text: 'F("https://orchard.example/no.png", "sentence. Of words", "yes.png")',
      specifiers: ["yes.png"],
    },
  ],
  ["Views/Trees.xaml", "Rücken/a.png"],
);

describe("paths with backslashes", () => {
  test.each([
    ['"Data\\\\trees.json"', "csharp plain path", "Core\\\\trees.json"],
    ['@"Data\\trees.json"', "csharp verbatim path", "Core\\trees.json"],
  ])("%s", (text, lookup, written) => {
    const [reference] = csharp.extract(`F(${text})`, "a.cs").references;
    expect(reference).toMatchObject({ lookup, specifier: "Data/trees.json" });
    if (!reference) throw new Error("no reference");
    expect(csharp.write("Core/trees.json", reference)).toBe(written);
    expect(csharp.readAt(`F(${text})`, reference.start, reference)).toMatchObject({ specifier: "Data/trees.json" });
  });
});

describe("names that are put together", () => {
  test.each([
    ['$"/Images/{name}.png"', ["Images/"]],
    ['"pack://application:,,,/Images/" + name', ["Images/"]],
    ['$"{folder}/tree.png"', [""]],
    ['$@"Data\\{name}.json"', ["Data/"]],
    ['$"{a} of {b}"', []],
    ['"and/or " + x', []],
    ['@"<Image Source=""Images/leaf.png""/>"', [""]],
    ['"Copy leaf.png, then twig.png. Done"', ["", ""]],
    ['"""\n<Image Source="leaf.png"/>\n"""', [""]],
  ])("%s", (text, heads) => {
    expect(csharp.extract(`var a = ${text};`, "a.cs").computed.map(({ head }) => head)).toEqual(heads);
  });
});

describe("declarations", () => {
  const said = (text: string): string => {
    const { exports = [], usesNames = [] } = csharp.extract(text, "a.cs", "all");
    return `${exports.map(({ kind, name }) => `${kind} ${name}`).join(", ")} | ${usesNames.map(({ name }) => name).join(", ")}`;
  };
  test.each([
    ["namespace A { public class Tree { Row Leaf; } }", "class Tree | Row, Leaf"],
    ["namespace A.B;\npublic record struct Tree(int Id);", "class Tree | Id"],
    ["public partial class MainWindow : Window { }", "component MainWindow | Window"],
    ["class A<T> where T : class, new() { class Inner {} }\ninterface IB {}", "class A, class IB | T"],
    ["public delegate Task<Row> Load(int id); class A { Load x; }", "class Load, class A | Task, Row"],
    ["class A { void F() { G(delegate (int x) { return; }); } } enum E { One }", "class A, class E | F, G, One"],
    ["file class Hidden {} private class B {} class C {}", "class C | "],
    [
      "#if WPF\nclass A : Window {\n#else\nclass A : Page {\n#endif\n} class B {}",
      "component A, component A, class B | Window, Page",
    ],
    ['class A { string s = $"{x:N2} {Row.Name}"; } class B {}', "class A, class B | Row"],
    ['class A { char c = \'{\'; string s = @"""{"; } class B {}', "class A, class B | "],
  ])("%s", (text, expected) => {
    expect(said(text)).toBe(expected);
  });
});

describe("what cannot be read is said", () => {
  test.each([
    ['var a = "no end\n;', "a string does not end"],
    ["/* no end", "a comment does not end"],
    ['var a = $"{x', "a string does not end"],
    ["var c = 'ab';", "a character does not end"],
  ])("%s", (text, message) => {
    expect(csharp.extract(text, "a.cs")).toMatchObject({ reading: "not read", problem: { message } });
  });

  test("pieces of a string with code in it", () => {
    const text = '$"a{b}c{d:x}e" $$"""{{a}} {no}"""';
    const scanner = new Scanner(text);
    const found: string[] = [];
    while (scanner.next() !== "end") found.push(`${scanner.kind} ${text.slice(scanner.start, scanner.end)}`);
    expect(found).toEqual(["text a", "name b", "text c", "name d", "text e", "text ", "name a", "text  {no}"]);
  });
});

test.each([
  ["class A : INotifyPropertyChanged {}", ["store"]],
  ["public partial class TreesView : UserControl {}", ["view"]],
  ["class A { HttpClient c; }", ["requests"]],
  ["public partial class App : Application {}", ["mounts"]],
  ["interface ITrees {}", ["contract"]],
  ["// <auto-generated>\nclass A {}", ["generated"]],
  ["class T { [Fact] void A() {} }", ["tests"]],
])("%s shows %j", (text, signs) => {
  expect(csharp.outline(text, "a.cs").signs).toEqual(signs);
});
