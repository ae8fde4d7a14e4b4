import { describe, expect, test } from "vitest";
import type { Files } from "../plan/planning.test.suite.js";
import { planRename } from "./renaming.test.suite.js";

const project = `<Project Sdk="Microsoft.NET.Sdk">\n  <PropertyGroup>\n    <UseWPF>true</UseWPF>\n  </PropertyGroup>\n</Project>\n`;
const tree = "namespace Orchard.Models\n{\n    public class Tree\n    {\n    }\n}\n";
const presentation = `xmlns="http://schemas.microsoft.com/winfx/2006/xaml/presentation"`;
const x = `xmlns:x="http://schemas.microsoft.com/winfx/2006/xaml"`;

/** A project with the type `Tree` of `Orchard.Models`, and more. */
const orchard = (files: Files): Files => ({ "Orchard.csproj": project, "Models/Tree.cs": tree, ...files });
/** A text of a class `A` beside the type. */
const beside = (body: string): string => `namespace Orchard.Models { class A { ${body} } }`;

/** What becomes of `A.cs` if `Tree` is called `Pippin`, and what the proof says. */
async function renamed(text: string, files: Files = {}): Promise<{ readonly text: string; readonly outcome: string }> {
  const { plan, then } = await planRename(orchard({ "A.cs": text, ...files }), "Models/Tree.cs Tree Pippin");
  return { text: then["A.cs"] ?? "", outcome: plan.proof.outcome };
}

describe("places at which a type is meant get the new name", () => {
  test.each([
    ["a field", "Tree a = new Tree();", "Pippin a = new Pippin();"],
    ["in brackets", "System.Func<int, Tree, string> a;", "System.Func<int, Pippin, string> a;"],
    ["a whole name", "Orchard.Models.Tree a;", "Orchard.Models.Pippin a;"],
    ["from outermost", "global::Orchard.Models.Tree a;", "global::Orchard.Models.Pippin a;"],
    ["a conversion", "object F(object o) { return (Tree)o; }", "object F(object o) { return (Pippin)o; }"],
    ["asked for", "bool F(object o) => o is Tree;", "bool F(object o) => o is Pippin;"],
    ["a name of it", "string a = nameof(Tree);", "string a = nameof(Pippin);"],
    ["a member of its own name", "public Tree Tree { get; set; }", "public Pippin Tree { get; set; }"],
    ["a parameter of its name", "void F(Tree Tree) { }", "void F(Pippin Tree) { }"],
    [
      "an operator",
      "public static explicit operator Tree(A a) => null;",
      "public static explicit operator Pippin(A a) => null;",
    ],
    ["what documents it", '\n/// <see cref="Tree"/>\n int a;', '\n/// <see cref="Pippin"/>\n int a;'],
    ["in a branch that is not built", "\n#if NEVER\n Tree a;\n#endif\n", "\n#if NEVER\n Pippin a;\n#endif\n"],
    [
      "in a text that is put together, from outermost",
      'string a = $"{global::Orchard.Models.Tree.Age:000} {new global::Orchard.Models.Tree()} {1:Tree}";',
      'string a = $"{global::Orchard.Models.Pippin.Age:000} {new global::Orchard.Models.Pippin()} {1:Tree}";',
    ],
    ["in a text that is put together", 'string a = $"{new Tree()}";', 'string a = $"{new Pippin()}";'],
    [
      "what is converted to",
      "public Tree Tree; public static explicit operator Tree(A a) => null;",
      "public Pippin Tree; public static explicit operator Pippin(A a) => null;",
    ],
    [
      "what is caught",
      "public Tree Tree; void F() { try { } catch (Tree) { } }",
      "public Pippin Tree; void F() { try { } catch (Pippin) { } }",
    ],
    ["what a function gives", "object F = Tree (int a) => null;", "object F = Pippin (int a) => null;"],
    [
      "what is matched with what it has",
      "public Tree Tree; bool F(object o) => o is not Tree(1);",
      "public Pippin Tree; bool F(object o) => o is not Pippin(1);",
    ],
    [
      "an interface whose member is given",
      "public int Tree; void Tree.Grow() { }",
      "public int Tree; void Pippin.Grow() { }",
    ],
    ["a place in a function", "void F() { Tree: goto Tree; }", "void F() { Tree: goto Tree; }"],
    [
      "what has to be one",
      "public Tree Tree; void F<T>(T a) where T : Tree { }",
      "public Pippin Tree; void F<T>(T a) where T : Pippin { }",
    ],
    ["an array", "Tree[] a;", "Pippin[] a;"],
    [
      "nothing but the type",
      'int Treetop; string Trees = "Tree"; // Tree',
      'int Treetop; string Trees = "Tree"; // Tree',
    ],
    [
      "a member of what is matched",
      "bool F(object o) => o is A { Tree.Age: 3 };",
      "bool F(object o) => o is A { Tree.Age: 3 };",
    ],
    ["a word of the class itself", "class B<Tree> { Tree a; }", "class B<Tree> { Tree a; }"],
    [
      "a property that is set",
      "object F() => new B { Tree = 1 }; class B { public int Tree; }",
      "object F() => new B { Tree = 1 }; class B { public int Tree; }",
    ],
  ])("%s", async (_, before, after) => {
    expect(await renamed(beside(before))).toEqual({ text: beside(after), outcome: "holds" });
  });

  test.each([
    [
      "an alias",
      "using T = Orchard.Models.Tree;\nclass B { T a; }",
      "using T = Orchard.Models.Pippin;\nclass B { T a; }",
    ],
    [
      "an alias of its own name",
      "using Tree = Orchard.Models.Tree;\nclass B { Tree a; }",
      "using Tree = Orchard.Models.Pippin;\nclass B { Tree a; }",
    ],
    [
      "what is taken in of it",
      "using static Orchard.Models.Tree;\nclass B { }",
      "using static Orchard.Models.Pippin;\nclass B { }",
    ],
    [
      "by a namespace with another name",
      "using M = Orchard.Models;\nclass B { M.Tree a; }",
      "using M = Orchard.Models;\nclass B { M.Pippin a; }",
    ],
    ["taken in", "using Orchard.Models;\nclass B { Tree a; }", "using Orchard.Models;\nclass B { Pippin a; }"],
    [
      "another type of its name",
      "namespace Other { class Tree { Tree a; } }",
      "namespace Other { class Tree { Tree a; } }",
    ],
  ])("%s", async (_, before, after) => {
    expect(await renamed(before)).toEqual({ text: after, outcome: "holds" });
  });
});

describe("what declares a type gets the new name", () => {
  test.each([
    [
      "constructors",
      "class Tree { public Tree() : this(1) { } Tree(int a) { } ~Tree() { } static Tree() { } }",
      "class Pippin { public Pippin() : this(1) { } Pippin(int a) { } ~Pippin() { } static Pippin() { } }",
    ],
    [
      "with types in brackets",
      "class Tree<T> { Tree(T a) { } Tree<T> b; }",
      "class Pippin<T> { Pippin(T a) { } Pippin<T> b; }",
    ],
    ["a record", "record Tree(int Age) { Tree a; }", "record Pippin(int Age) { Pippin a; }"],
    ["an enum", "enum Tree { Apple, Pear }", "enum Pippin { Apple, Pear }"],
    ["a delegate", "delegate int Tree(int a);", "delegate int Pippin(int a);"],
    ["an interface", "interface Tree { Tree Grow(); }", "interface Pippin { Pippin Grow(); }"],
  ])("%s", async (_, before, after) => {
    const { plan, then } = await planRename({ "Orchard.csproj": project, "Tree.cs": before }, "Tree.cs Pippin");
    expect(then["Pippin.cs"]).toBe(after);
    expect(plan.proof.outcome).toBe("holds");
  });

  test("all its parts, wherever they lie", async () => {
    const files = orchard({
      "Models/Tree.cs": "namespace Orchard.Models { partial class Tree { } }",
      "Other/Tree.Age.cs": "namespace Orchard.Models { partial class Tree { Tree() { } } }",
    });
    const { plan, then } = await planRename(files, "Models/Tree.cs Pippin");
    expect(then["Other/Tree.Age.cs"]).toBe("namespace Orchard.Models { partial class Pippin { Pippin() { } } }");
    expect(plan.proof.outcome).toBe("holds");
  });

  test("a type within another, with what is taken of it", async () => {
    const files = orchard({
      "Models/Tree.cs": "namespace Orchard.Models { class Tree { internal enum Kind { Apple } Kind a; } }",
      "A.cs": beside("object a = Tree.Kind.Apple;"),
    });
    const { plan, then } = await planRename(files, "Models/Tree.cs Kind Sort");
    expect(then["Models/Tree.cs"]).toBe(
      "namespace Orchard.Models { class Tree { internal enum Sort { Apple } Sort a; } }",
    );
    expect(then["A.cs"]).toBe(beside("object a = Tree.Sort.Apple;"));
    expect(plan.proof.outcome).toBe("holds");
  });

  test("an attribute, where its ending is left out and where not", async () => {
    const files = {
      "Orchard.csproj": project,
      "GrownAttribute.cs": "class GrownAttribute : System.Attribute { }",
      "A.cs": "[Grown] class A { [GrownAttribute] int a; System.Type b = typeof(GrownAttribute); }",
    };
    const { plan, then } = await planRename(files, "GrownAttribute.cs PlantedAttribute");
    expect(then["A.cs"]).toBe(
      "[Planted] class A { [PlantedAttribute] int a; System.Type b = typeof(PlantedAttribute); }",
    );
    expect(plan.proof.outcome).toBe("holds");
  });

  test("a page: its markup, what is behind it, and who names it in markup", async () => {
    const files: Files = {
      "Orchard.csproj": project,
      "Views/TreesPage.xaml": `<Page x:Class="Orchard.Views.TreesPage" ${presentation} ${x}>\n</Page>\n`,
      "Views/TreesPage.xaml.cs":
        "namespace Orchard.Views { partial class TreesPage : System.Windows.Controls.Page { } }",
      "Main.xaml": `<Window x:Class="Orchard.Main" ${presentation} ${x} xmlns:v="clr-namespace:Orchard.Views"><Window.Resources><v:TreesPage x:Key="a"></v:TreesPage></Window.Resources><Frame Content="{x:Type v:TreesPage}" Source="Views/TreesPage.xaml"/></Window>\n`,
      "Main.xaml.cs": "namespace Orchard { partial class Main { } }",
    };
    const { plan, then } = await planRename(files, "Views/TreesPage.xaml RowsPage");
    expect(then["Views/RowsPage.xaml"]).toContain(`x:Class="Orchard.Views.RowsPage"`);
    expect(then["Views/RowsPage.xaml.cs"]).toContain("partial class RowsPage");
    expect(then["Main.xaml"]).toContain(`<v:RowsPage x:Key="a"></v:RowsPage>`);
    expect(then["Main.xaml"]).toContain(`{x:Type v:RowsPage}" Source="Views/RowsPage.xaml"`);
    expect(plan.proof.outcome).toBe("holds");
    const behind = await planRename(files, "Views/TreesPage.xaml.cs RowsPage");
    expect(behind.then).toEqual(then);
  });

  test("a form with its tables, each in its language; they go where it goes", async () => {
    const files = {
      "Orchard.csproj": project,
      "TreesForm.cs": "namespace Orchard { partial class TreesForm { } }",
      "TreesForm.Designer.cs": "namespace Orchard { partial class TreesForm { } }",
      "TreesForm.resx": "<root></root>",
      "TreesForm.de-AT.resx": "<root></root>",
      "TreesForms.resx": "<root></root>",
    };
    const { plan } = await planRename(files, "TreesForm.cs RowsForm");
    expect(plan.moves.map(({ to }) => to).sort()).toEqual([
      "RowsForm.Designer.cs",
      "RowsForm.cs",
      "RowsForm.de-AT.resx",
      "RowsForm.resx",
    ]);
  });

  test("a type of no namespace whose name stands in quotes", async () => {
    const files = {
      "Orchard.csproj": project,
      "Tree.cs": "class Tree { }",
      "A.cs": 'class A { object a = Type.GetType("Tree"); }',
    };
    expect((await planRename(files, "Tree.cs Pippin")).plan.proof.outcome).toBe("incomplete");
  });

  test("its tests, in a project that takes it in", async () => {
    const files = orchard({
      "Tests/Tests.csproj": `<Project Sdk="Microsoft.NET.Sdk"><ItemGroup><ProjectReference Include="..\\Orchard.csproj"/></ItemGroup></Project>`,
      "Tests/TreeTests.cs": "using Orchard.Models; namespace Tests { class TreeTests { Tree a; } }",
    });
    const { then } = await planRename(files, "Models/Tree.cs Pippin");
    expect(then["Tests/PippinTests.cs"]).toBe(
      "using Orchard.Models; namespace Tests { class PippinTests { Pippin a; } }",
    );
  });
});

describe("what would not mean the same is no tick", () => {
  test.each([
    ["a member of the type", "class Tree { int Pippin; }", ""],
    ["a namespace", "namespace Orchard { class Tree { } }", "namespace Orchard.Pippin { class B { } }"],
    [
      "hidden by a nearer type",
      "namespace Orchard { class Tree { } }",
      "namespace Orchard.Models { class Pippin { } class B { Tree a; } }",
    ],
    [
      "ambiguous with what is taken in",
      "namespace N { class Tree { } }",
      "using N; using M; class B { Tree a; } namespace M { class Pippin { } }",
    ],
    [
      "an alias beside it",
      "namespace N { class Tree { } }",
      "namespace N { using Pippin = System.String; class B { } }",
    ],
    [
      "another use of the new name",
      "namespace N { class Tree { } }",
      "namespace N { using System; class B { Pippin a; } }",
    ],
    ["the type around it", "class Pippin { class Tree { } }", ""],
  ])("%s", async (_, own, other) => {
    const files = { "Orchard.csproj": project, "Tree.cs": own, "B.cs": other };
    const { plan } = await planRename(files, "Tree.cs Tree Pippin");
    expect(plan.proof.outcome).toBe("fails");
  });

  test.each([
    [
      "a value that may be one",
      beside("public B Tree { get; } object F() => Tree.First; class B { }"),
      { "Models/Tree.cs": "namespace Orchard.Models { class Tree : Plant { } }" },
    ],
    [
      "a static member taken of it where a member is called so",
      beside("public B Tree; object F() => Tree.First; class B { }"),
      { "Models/Tree.cs": "namespace Orchard.Models { class Tree { public static int First; } }" },
    ],
    [
      "a member that comes from outside",
      "namespace Orchard.Models { class A : Widget { object F() => Tree.First; } }",
      { "Models/Tree.cs": "namespace Orchard.Models { class Tree { public static int First; } }" },
    ],
    ["its whole name in quotes", beside('string a = "Orchard.Models.Tree";'), {}],
    ["names put together", beside('object F(string a) => System.Type.GetType("Orchard.Models." + a);'), {}],
    ["names that are compared", beside('bool F(object a) => a.GetType().Name == "Tree";'), {}],
    ["pages found by name", beside("void F(R r) { r.RegisterForNavigation<A>(); }"), {}],
    ["a template that is not read", beside(""), { "Tree.razor": "@code { Tree a; }" }],
    ["a text that cannot be read", beside(""), { "B.cs": 'class B { Tree a = "' }],
    [
      "what is stored",
      beside(""),
      { "Models/Tree.cs": "namespace Orchard.Models { [System.Serializable] class Tree { } }" },
    ],
    ["a package that may have it", "using Orchard.Models; using Prism.Mvvm; class A { Tree a; }", {}],
    ["a table that names it", beside(""), { "app.json": '{ "type": "Orchard.Models.Tree" }' }],
    ["what may be nothing where a member is called so", beside("public Tree Tree; Tree? Find(int a) => null;"), {}],
    [
      "an arm where a member is called so",
      beside("public Tree Tree; int F(object o) => o switch { Tree => 1, _ => 2 };"),
      {},
    ],
    [
      "a member of an interface behind brackets",
      beside("public Tree Tree; System.Collections.Generic.List<int> Tree.Age() => null;"),
      {
        "Models/Tree.cs": "namespace Orchard.Models { interface Tree { System.Collections.Generic.List<int> Age(); } }",
      },
    ],
    [
      "what its parent has of itself where a member is called so",
      beside("public B Tree; object F() => Tree.First; class B { }"),
      {
        "Models/Tree.cs":
          "namespace Orchard.Models { class Plant { public static int First; } class Tree : Plant { } }",
      },
    ],
    [
      "a member that is taken in",
      "namespace Orchard.Models.Rows { using static Orchard.Lists; class A { object F() => Tree.First; } }",
      {
        "Models/Tree.cs": "namespace Orchard.Models { class Tree { public static int First; } }",
        "Lists.cs": "namespace Orchard { static class Lists { public static string Tree; } }",
      },
    ],
    [
      "a conversion of a conversion where a member is called so",
      beside("public Tree Tree; object F(object o) => (Tree)(object)o;"),
      {},
    ],
    ["two at once where a member is called so", beside("public Tree Tree; (Tree, int) F() => default;"), {}],
    [
      "what is matched where a member is called so",
      beside("public Tree Tree; int F(object o) { switch (o) { case Tree: return 1; default: return 0; } }"),
      {},
    ],
    ["markup in a text", beside("string a = \"<t:Tree xmlns:t='clr-namespace:Orchard.Models'/>\";"), {}],
    [
      "an element without a prefix",
      beside(""),
      { "V.xaml": `<Grid xmlns="clr-namespace:Orchard.Models"><Tree/></Grid>` },
    ],
    [
      "an address for a namespace",
      beside(""),
      { "B.cs": '[assembly: XmlnsDefinition("http://pippin", "Orchard.Models")]' },
    ],
    [
      "a view-model found by name",
      beside(""),
      { "V.xaml": `<Page ${presentation} p:ViewModelLocator.AutoWireViewModel="True"/>` },
    ],
  ])("%s", async (_, text, files) => {
    expect((await renamed(text, files)).outcome).toBe("incomplete");
  });

  test.each([
    [
      "a value of its own type",
      "public Tree Tree { get; } int F() => Tree.Age;",
      "public Pippin Tree { get; } int F() => Tree.Age;",
    ],
    [
      "a name that is only shown",
      "void F(object a) { System.Console.WriteLine(a.GetType().Name); } Tree b;",
      "void F(object a) { System.Console.WriteLine(a.GetType().Name); } Pippin b;",
    ],
  ])("%s is sure", async (_, before, after) => {
    const age = { "Models/Tree.cs": "namespace Orchard.Models { class Tree { public int Age; } }" };
    expect(await renamed(beside(before), age)).toEqual({ text: beside(after), outcome: "holds" });
  });

  test("what a window has of its own is known, and nothing else is", async () => {
    const first = {
      "Models/Tree.cs":
        "namespace Orchard.Models { class Tree { public static int First; } class Title { public static int First; } }",
    };
    const text = "using System.Windows; namespace Orchard.Models { class A : Window { object F() => Tree.First; } }";
    expect((await renamed(text, first)).outcome).toBe("holds");
    const whole = "namespace Orchard.Models { class A : System.Attribute { object F() => Tree.First; } }";
    expect((await renamed(whole, first)).outcome).toBe("holds");
    const files = orchard({ ...first, "A.cs": text.replace("Tree.First", "Title.First") });
    expect((await planRename(files, "Models/Tree.cs Title Pippin")).plan.proof.outcome).toBe("incomplete");
  });
});

describe("refused", () => {
  test.each([
    ["a name that is taken", "Models/Tree.cs Leaf", "RENAME_TAKEN"],
    ["a word of the language", "Models/Tree.cs Tree class", "NAME_UNUSABLE"],
    ["no name", "Models/Tree.cs Tree 2024", "NAME_UNUSABLE"],
    ["the same name", "Models/Tree.cs Tree Tree", "NAME_UNUSABLE"],
    ["a type that is not there", "Models/Tree.cs Row Pippin", "NAME_MISSING"],
    ["a member", "Models/Leaf.cs Age Pippin", "TYPE_ONLY"],
    ["an attribute without its ending", "Models/GrownAttribute.cs GrownAttribute Grown", "NAME_UNUSABLE"],
    ["two types of one name", "Models/Two.cs Kind Sort", "NAME_UNUSABLE"],
    ["a text that cannot be read", "Models/Broken.cs Row Pippin", "NAMES_UNREAD"],
  ])("%s", async (_, command, code) => {
    const files = orchard({
      "Models/Leaf.cs": "namespace Orchard.Models { class Leaf { int Age; } }",
      "Models/GrownAttribute.cs": "class GrownAttribute : System.Attribute { }",
      "Models/Two.cs": "class A { enum Kind { } } class B { enum Kind { } }",
      "Models/Broken.cs": 'class Row { string a = "',
    });
    await expect(planRename(files, command)).rejects.toMatchObject({ code });
  });

  test("a project only gets another name itself", async () => {
    const { plan, renamed } = await planRename(orchard({}), "Orchard.csproj Garden");
    expect(plan.moves.map(({ to }) => to)).toEqual(["Garden.csproj"]);
    expect(renamed.names).toEqual([]);
  });
});

test("keys of resources that are called after a type are told, and stay", async () => {
  const files = orchard({
    "Rows.xaml": `<ResourceDictionary ${presentation} ${x}><A x:Key="TreeTemplate"/><B x:Key="Treetop"/><!-- x:Key="TreeOld" --></ResourceDictionary>`,
  });
  const { renamed: found, then } = await planRename(files, "Models/Tree.cs Pippin");
  expect(found.keys).toEqual([{ name: "TreeTemplate", file: "Rows.xaml" }]);
  expect(then["Rows.xaml"]).toBe(files["Rows.xaml"]);
});

test("texts and comments are told, and paths of bindings are not", async () => {
  const files = orchard({
    "A.cs": beside('// a TreeRow\n TreeRow a; string b = "TreeRow";'),
    "Models/TreeRow.cs": "namespace Orchard.Models { class TreeRow { } }",
    "V.xaml": `<Page ${presentation} ${x}><Grid x:Key="TreeRow" Tag="{Binding TreeRow}"/></Page>`,
  });
  const { renamed: found } = await planRename(files, "Models/TreeRow.cs Row");
  expect(found.mentions.map(({ mention: { file, at } }) => `${file}:${at.line}:${at.column}`)).toEqual([
    "A.cs:1:43",
    "A.cs:2:25",
    "V.xaml:1:141",
  ]);
});
