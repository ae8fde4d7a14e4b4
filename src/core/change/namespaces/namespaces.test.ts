import { describe, expect, test } from "vitest";
import { openProject } from "../../app/index.js";
import { MemoryStore } from "../../files/index.js";
import { moduleRules } from "../../languages/index.js";
import { draftOf, withLists } from "../draft.js";
import { makePlan } from "../plan/make-plan.js";
import { analyse } from "../../insight/analysis.js";
import { check } from "../../insight/rules/index.js";
import { afterwards, at, moveOf, planOf, type Files } from "../plan/planning.test.suite.js";
import { planMoves } from "../plan/index.js";
import { planRepairs } from "../repair.js";
import { withNamespaces } from "./follow.js";

const sdk = '<Project Sdk="Microsoft.NET.Sdk"><PropertyGroup><UseWPF>true</UseWPF></PropertyGroup></Project>';
const cs = (namespace: string, body: string, head = ""): string => `${head}namespace ${namespace}\n{\n${body}\n}\n`;

/** Nine files that go by their folders, so that one more may not. */
const app: Files = {
  "Orchard.csproj": sdk,
  "App.cs": cs("Orchard", "class App {}"),
  "Models/Tree.cs": cs("Orchard.Models", "public class Tree {}"),
  "Models/Row.cs": cs("Orchard.Models", "public class Row { Tree First; }"),
  "Models/Kind.cs": cs("Orchard.Models", "enum Kind { Apple, Pear }"),
  "Services/Rows.cs": cs("Orchard.Services", "class Rows { Row Find() => null; }", "using Orchard.Models;\n\n"),
  "Services/Clock.cs": cs("Orchard.Services", "class Clock {}"),
  "Views/TreesPage.xaml":
    '<Page x:Class="Orchard.Views.TreesPage" xmlns:m="clr-namespace:Orchard.Models"><m:Tree/><m:Row/></Page>',
  "Views/TreesPage.xaml.cs": cs(
    "Orchard.Views",
    "partial class TreesPage : Page { Tree Tree; }",
    "using System.Windows.Controls;\nusing Orchard.Models;\n\n",
  ),
  "Views/Shell.cs": cs("Orchard.Views", "class Shell { TreesPage Page; }"),
};

interface Said {
  readonly outcome: string;
  readonly why: readonly string[];
  readonly files: Record<string, string>;
}

async function plan(more: Files, moves: readonly string[]): Promise<Said> {
  const files = { ...app, ...more };
  const planned = await planOf(files, moves);
  const { outcome, different, gaps } = planned.proof;
  const why = [
    ...different.map(({ specifier, reason }) => `${specifier}: ${reason}`),
    ...gaps.map(({ detail }) => detail),
  ];
  return { outcome, why, files: afterwards(files, planned) };
}

/** What changes in files besides their place, line by line. */
function changed(more: Files, { files }: Said, moves: readonly string[]): Record<string, string> {
  const goes = new Map(moves.map((move) => move.split(" > ") as [string, string]));
  return Object.fromEntries(
    Object.entries({ ...app, ...more }).flatMap(([path, before]) => {
      const after = files[goes.get(path) ?? path] ?? "";
      const old = before.split("\n");
      const lines = after.split("\n").filter((line) => !old.includes(line));
      const gone = old.filter((line) => !after.split("\n").includes(line)).map((line) => `-${line}`);
      return lines.length + gone.length === 0
        ? []
        : [[path, [...gone.filter((line) => lines.length === 0 || line.startsWith("-using")), ...lines].join("\n")]];
    }),
  );
}

interface Case {
  readonly name: string;
  readonly files?: Files;
  readonly moves: readonly string[];
  readonly then: Record<string, string>;
}

const cases: readonly Case[] = [
  {
    name: "a model: its namespace, who stays beside it, who takes it in, markup",
    moves: ["Models/Tree.cs > Trees/Tree.cs"],
    then: {
      "Models/Tree.cs": "namespace Orchard.Trees",
      "Models/Row.cs": "using Orchard.Trees;",
      "Views/TreesPage.xaml":
        '<Page x:Class="Orchard.Views.TreesPage" xmlns:m="clr-namespace:Orchard.Models" xmlns:trees="clr-namespace:Orchard.Trees"><trees:Tree/><m:Row/></Page>',
      "Views/TreesPage.xaml.cs": "-using Orchard.Models;\nusing Orchard.Trees;",
    },
  },
  {
    name: "a page with its code, and who was beside it",
    moves: ["Views/TreesPage.xaml > Trees/TreesPage.xaml", "Views/TreesPage.xaml.cs > Trees/TreesPage.xaml.cs"],
    then: {
      "Views/TreesPage.xaml":
        '<Page x:Class="Orchard.Trees.TreesPage" xmlns:m="clr-namespace:Orchard.Models"><m:Tree/><m:Row/></Page>',
      "Views/TreesPage.xaml.cs": "namespace Orchard.Trees",
      "Views/Shell.cs": "using Orchard.Trees;",
    },
  },
  {
    name: "all of a namespace: it is taken in no more",
    moves: ["Models/Tree.cs > Data/Tree.cs", "Models/Row.cs > Data/Row.cs", "Models/Kind.cs > Data/Kind.cs"],
    then: {
      "Models/Tree.cs": "namespace Orchard.Data",
      "Models/Row.cs": "namespace Orchard.Data",
      "Models/Kind.cs": "namespace Orchard.Data",
      "Services/Rows.cs": "-using Orchard.Models;\nusing Orchard.Data;",
      "Views/TreesPage.xaml":
        '<Page x:Class="Orchard.Views.TreesPage" xmlns:m="clr-namespace:Orchard.Data"><m:Tree/><m:Row/></Page>',
      "Views/TreesPage.xaml.cs": "-using Orchard.Models;\nusing Orchard.Data;",
    },
  },
  {
    name: "names with their namespace, as short as they were",
    files: {
      "Services/A.cs": cs(
        "Orchard.Services",
        "class A { Models.Kind a; Orchard.Models.Kind b; global::Orchard.Models.Kind c; }",
      ),
    },
    moves: ["Models/Kind.cs > Trees/Kinds/Kind.cs"],
    then: {
      "Models/Kind.cs": "namespace Orchard.Trees.Kinds",
      "Services/A.cs":
        "class A { Trees.Kinds.Kind a; Orchard.Trees.Kinds.Kind b; global::Orchard.Trees.Kinds.Kind c; }",
    },
  },
  {
    name: "aliases, and what is taken in of a class",
    files: {
      "Services/A.cs": cs(
        "Orchard.Services",
        "class A { K a; object b = Apple; }",
        "using K = Orchard.Models.Kind;\nusing static Orchard.Models.Kind;\n",
      ),
    },
    moves: ["Models/Kind.cs > Trees/Kind.cs"],
    then: {
      "Models/Kind.cs": "namespace Orchard.Trees",
      "Services/A.cs":
        "-using K = Orchard.Models.Kind;\n-using static Orchard.Models.Kind;\nusing K = Orchard.Trees.Kind;\nusing static Orchard.Trees.Kind;",
    },
  },
  {
    name: "functions that a class lends to others",
    files: {
      "Common/Lent.cs": cs("Orchard.Common", "static class Lent { public static int Twice(this int it) => it * 2; }"),
      "Services/A.cs": cs("Orchard.Services", "class A { int a = 1.Twice(); }", "using Orchard.Common;\n"),
    },
    moves: ["Common/Lent.cs > Core/Lent.cs"],
    then: {
      "Common/Lent.cs": "namespace Orchard.Core",
      "Services/A.cs": "-using Orchard.Common;\nusing Orchard.Core;",
    },
  },
  {
    name: "an attribute, with and without its end",
    files: {
      "Common/MarkAttribute.cs": cs("Orchard.Common", "class MarkAttribute : System.Attribute {}"),
      "Services/A.cs": cs(
        "Orchard.Services",
        "[Mark] class A { [Common.Mark] int a; void F([Common.Mark] int b) {} }",
        "using Orchard.Common;\n",
      ),
    },
    moves: ["Common/MarkAttribute.cs > Core/MarkAttribute.cs"],
    then: {
      "Common/MarkAttribute.cs": "namespace Orchard.Core",
      "Services/A.cs":
        "-using Orchard.Common;\nusing Orchard.Core;\n[Mark] class A { [Core.Mark] int a; void F([Core.Mark] int b) {} }",
    },
  },
  {
    name: "what every file takes in",
    files: {
      "Usings.cs": "global using Orchard.Common;\n",
      "Common/Mark.cs": cs("Orchard.Common", "class Mark {}"),
      "Services/A.cs": cs("Orchard.Services", "class A : Mark {}"),
    },
    moves: ["Common/Mark.cs > Core/Mark.cs"],
    then: { "Common/Mark.cs": "namespace Orchard.Core", "Usings.cs": "global using Orchard.Core;" },
  },
  {
    name: "what the project takes in for every file",
    files: {
      "Orchard.csproj": sdk.replace(
        "</Project>",
        '<ItemGroup><Using Include="Orchard.Common" /></ItemGroup></Project>',
      ),
      "Common/Mark.cs": cs("Orchard.Common", "class Mark {}"),
      "Services/A.cs": cs("Orchard.Services", "class A : Mark {}"),
    },
    moves: ["Common/Mark.cs > Core/Mark.cs"],
    then: {
      "Common/Mark.cs": "namespace Orchard.Core",
      "Orchard.csproj": sdk.replace("</Project>", '<ItemGroup><Using Include="Orchard.Core" /></ItemGroup></Project>'),
    },
  },
  {
    name: "a namespace that comes up hides a type: its whole name is written",
    files: { "Services/A.cs": cs("Orchard.Services", "class A { Tree a; }", "using Orchard.Models;\n") },
    moves: ["Services/Clock.cs > Tree/Clock.cs", "Services/A.cs > Tree/A.cs"],
    then: {
      "Services/Clock.cs": "namespace Orchard.Tree",
      "Services/A.cs": "namespace Orchard.Tree\nclass A { Orchard.Models.Tree a; }",
      "Views/TreesPage.xaml.cs": "partial class TreesPage : Page { Orchard.Models.Tree Tree; }",
    },
  },
  {
    name: "types of one name in two namespaces: none is taken for the other",
    files: {
      "Common/Row.cs": cs("Orchard.Common", "class Row {} class Pot {}"),
      "Services/A.cs": cs(
        "Orchard.Services",
        "class A { Row a; Pot b; Kind c; }",
        "using Orchard.Common;\nusing K = Orchard.Models.Kind;\n",
      ),
    },
    moves: ["Common/Row.cs > Models/Pots/Row.cs"],
    then: {
      "Common/Row.cs": "namespace Orchard.Models.Pots",
      "Services/A.cs": "-using Orchard.Common;\nusing Orchard.Models.Pots;",
    },
  },
  {
    name: "a type of .NET is called so, too: one type alone is taken in",
    files: {
      "Services/Timer.cs": cs("Orchard.Services", "public class Timer {}"),
      "Services/A.cs": cs("Orchard.Services", "class A { Timer a; Clock b; }", "using System.Threading;\n"),
    },
    moves: ["Services/A.cs > Core/A.cs"],
    then: { "Services/A.cs": "using Orchard.Services;\nusing Timer = Orchard.Services.Timer;\nnamespace Orchard.Core" },
  },
  {
    name: "a text that holds none of the words any more",
    files: {
      "Kinds/Kinds.cs": cs("Orchard.Kinds", "class Kinds {}"),
      "Services/A.cs": cs("Orchard.Services", "class A : B { Orchard.Kinds.Kinds a; Other c; Other.D e; }"),
      "Services/B.cs": cs("Orchard.Services", "class B {}"),
    },
    moves: ["Kinds/Kinds.cs > Kinds.cs"],
    then: {
      "Kinds/Kinds.cs": "namespace Orchard",
      "Services/A.cs": "class A : B { Orchard.Kinds a; Other c; Other.D e; }",
    },
  },
  {
    name: "a namespace around one goes with it: it is taken in no more",
    files: {
      "Deep/Down/Mark.cs": cs("Orchard.Deep.Down", "class Mark {}"),
      "Services/A.cs": cs("Orchard.Services", "class A {}", "using Orchard.Deep;\n"),
    },
    moves: ["Deep/Down/Mark.cs > Core/Mark.cs"],
    then: { "Deep/Down/Mark.cs": "namespace Orchard.Core", "Services/A.cs": "-using Orchard.Deep;" },
  },
  {
    name: "an attribute of a parameter that is called as a namespace is",
    files: {
      "Common/RowAttribute.cs": cs("Orchard.Common", "class RowAttribute : System.Attribute {}"),
      "Row/Pot.cs": cs("Orchard.Row", "class Pot {}"),
      "Services/A.cs": cs("Orchard.Services", "class A { void F([Row] int a) {} }", "using Orchard.Common;\n"),
    },
    moves: ["Common/RowAttribute.cs > Core/RowAttribute.cs"],
    then: {
      "Common/RowAttribute.cs": "namespace Orchard.Core",
      "Services/A.cs": "-using Orchard.Common;\nusing Orchard.Core;",
    },
  },
  {
    name: "an alias beside its type is one name too many",
    files: {
      "Trees/Mark.cs": cs("Orchard.Trees", "class Mark {}"),
      "Services/A.cs": cs("Orchard.Services", "using Mark = Orchard.Trees.Mark;\nclass A { Mark a; }"),
    },
    moves: ["Services/A.cs > Trees/A.cs"],
    then: { "Services/A.cs": "-using Mark = Orchard.Trees.Mark;\nnamespace Orchard.Trees" },
  },
  {
    name: "an interface that other classes name by its documentation, too",
    files: {
      "Services/A.cs": cs(
        "Orchard.Services",
        '/// <see cref="Orchard.Models.Kind"/>\nclass A { Orchard.Models.Kind a; }',
      ),
    },
    moves: ["Models/Kind.cs > Trees/Kind.cs"],
    then: {
      "Models/Kind.cs": "namespace Orchard.Trees",
      "Services/A.cs": '/// <see cref="Orchard.Trees.Kind"/>\nclass A { Orchard.Trees.Kind a; }',
    },
  },
];

describe("namespaces follow folders", () => {
  test.each(cases)("$name", async ({ files = {}, moves, then }) => {
    const said = await plan(files, moves);
    expect(said.why).toEqual([]);
    expect(said.outcome).toBe("holds");
    const all = changed(files, said, moves);
    for (const [path, text] of Object.entries(then)) expect.soft(all[path], path).toContain(text.split("\n").at(-1));
    expect(all).toEqual(then);
  });

  test.each(cases)("every edit that is left out is found: $name", async ({ files = {}, moves }) => {
    const project = await openProject(new MemoryStore({ ...app, ...files }));
    const { tree, aliases } = project;
    const bare = await withLists(tree, draftOf(tree, { moves: moves.map(moveOf) }));
    const draft = await withNamespaces(project, bare);
    expect(draft.edits.length).toBeGreaterThan(0);
    for (const edit of draft.edits) {
      const isComment = /^[ \t]*\/\/\//m.test(
        (tree.text(edit.file)?.text ?? "").slice(0, edit.end).split("\n").at(-1) ?? "",
      );
      // What is taken in and needed no more may stay, and so may what documents.
      const isTidy = edit.text === "" && edit.end > edit.start;
      if (isComment || isTidy) continue;
      const less = { ...draft, edits: draft.edits.filter((each) => each !== edit) };
      const { proof } = await makePlan({ tree, aliases, draft: less, rules: moduleRules });
      expect(proof.outcome, `${edit.file}: ${edit.text}`).not.toBe("holds");
    }
  });
});

describe("namespaces that stay", () => {
  const stays = async (files: Files, moves: readonly string[]): Promise<void> => {
    const said = await plan(files, moves);
    expect(changed(files, said, moves)).toEqual({});
  };

  test("where files do not go by folders", () =>
    stays(Object.fromEntries(["A", "B"].map((name) => [`Other/${name}.cs`, cs("Fruit", `class ${name} {}`)])), [
      "Models/Kind.cs > Trees/Kind.cs",
    ]));

  test("of a file that has another than its folder", () =>
    stays({ "Models/Odd.cs": cs("Orchard.Odd", "class Odd {}") }, ["Models/Odd.cs > Trees/Odd.cs"]));

  test("of a file with several", () =>
    stays({ "Models/Two.cs": cs("Orchard.Models", "class A {}") + cs("Orchard.More", "class B {}") }, [
      "Models/Two.cs > Trees/Two.cs",
    ]));

  test("of parts of one type that do not go the same way", () =>
    stays(
      {
        "Models/Part.cs": cs("Orchard.Models", "partial class Part {}"),
        "Models/Part.More.cs": cs("Orchard.Models", "partial class Part {}"),
      },
      ["Models/Part.More.cs > Trees/Part.More.cs"],
    ));

  test("where the configuration says so", () =>
    stays({ "steady-shelf.yaml": "version: 1\nkeep-namespaces: true\n" }, ["Models/Kind.cs > Trees/Kind.cs"]));

  test("where it is asked for", async () => {
    const project = await openProject(new MemoryStore(app));
    const moves = [moveOf("Models/Kind.cs > Trees/Kind.cs")];
    const kept = await planMoves(project, moves, { keepNamespaces: true });
    expect(kept.texts).toEqual([]);
  });

  test("where a folder has one of its own, a file comes to lie in that", async () => {
    const said = await plan({ "Flat/A.cs": cs("Orchard", "class A {}"), "B.cs": cs("Orchard", "class B {}") }, [
      "Models/Kind.cs > Flat/Kind.cs",
    ]);
    expect(said.files["Flat/Kind.cs"]).toContain("namespace Orchard\n");
  });
});

describe("what cannot be proved", () => {
  const kind = ["Models/Kind.cs > Trees/Kind.cs"];
  test.each<readonly [string, Files, readonly string[], string, string]>([
    [
      "a name in a text",
      { "A.cs": cs("Orchard", 'class A { string a = "Orchard.Models.Kind, Orchard"; }') },
      kind,
      "incomplete",
      '"Orchard.Models.Kind, Orchard" names Orchard.Models.Kind, which gets another namespace',
    ],
    [
      "a namespace in a text",
      { "A.cs": cs("Orchard", 'class A { string a = "Orchard.Models"; }') },
      kind,
      "incomplete",
      '"Orchard.Models" names a namespace that types leave',
    ],
    [
      "a part of one in a text",
      { "A.cs": cs("Orchard", 'class A { string a = n.Replace(".Models.", ".Views."); }') },
      kind,
      "incomplete",
      '".Models." may be a part of Orchard.Models, which types leave',
    ],
    [
      "types that are looked for",
      { "A.cs": cs("Orchard", "class A { bool a = t.Namespace == b; }") },
      kind,
      "incomplete",
      "types may be looked for by their namespaces here (Namespace ==…)",
    ],
    [
      "what is stored",
      { "Models/S.cs": cs("Orchard.Models", "[Serializable] class S {}") },
      ["Models/S.cs > Trees/S.cs"],
      "incomplete",
      "what is stored as Orchard.Models.S would not be found as Orchard.Trees.S",
    ],
    [
      "another file that names it",
      { "app.json": '{ "type": "Orchard.Models.Kind" }' },
      kind,
      "incomplete",
      "it names Orchard.Models.Kind, which gets another namespace",
    ],
    [
      "a namespace in a text with more",
      { "A.cs": cs("Orchard", 'class A { string a = "clr-namespace:Orchard.Models;assembly=Orchard"; }') },
      kind,
      "incomplete",
      '"clr-namespace:Orchard.Models;assembly=Orchard" names a namespace that types leave',
    ],
    [
      "a whole name in markup",
      { "Views/A.xaml": '<A TypeName="Orchard.Models.Kind"/>' },
      kind,
      "incomplete",
      '"Orchard.Models.Kind" names Orchard.Models.Kind, which gets another namespace',
    ],
    [
      "a page in a language that nobody reads",
      { "Pages/A.razor": "@using Orchard.Models\n<p>@kind</p>" },
      kind,
      "incomplete",
      "it names Orchard.Models, which types leave, and is not read here",
    ],
    [
      "a text that cannot be read, whatever it holds",
      { "A.cs": 'class Quite { string other = "' },
      kind,
      "incomplete",
      "its names could not be told apart",
    ],
    [
      "a text with a merge conflict",
      { "A.cs": "<<<<<<< ours\nclass A {}\n=======\nclass B {}\n>>>>>>> theirs\n" },
      kind,
      "incomplete",
      "its names could not be told apart",
    ],
    [
      "what lends by forms that are not read, in the namespace that is left",
      {
        "Models/Lent.cs": cs("Orchard.Models", "static class Lent { extension(int it) { public int Twice() => 2; } }"),
      },
      kind,
      "incomplete",
      "a block of extensions is not read yet",
    ],
    [
      "a type that is declared nowhere",
      { "Models/Made.cs": cs("Orchard.Models", "class Made { Reply reply; T Get<T>() => default; nint n; }") },
      ["Models/Made.cs > Trees/Made.cs"],
      "incomplete",
      "Reply is declared nowhere that was read; it may lie in Orchard.Models",
    ],
    [
      "two delegates of one name",
      {
        "Models/Load.cs": cs("Orchard.Models", "delegate int Load(int it);"),
        "Trees/Loads.cs": cs("Orchard.Trees", "delegate int Load(int it);"),
      },
      ["Models/Load.cs > Trees/Load.cs"],
      "fails",
      "Load: two types would be called Orchard.Trees.Load",
    ],
    [
      "a type that is called as a namespace is",
      { "Trees/Kind/A.cs": cs("Orchard.Trees.Kind", "class A {}") },
      kind,
      "fails",
      "Kind: a namespace and a type would be called Orchard.Trees.Kind",
    ],
    [
      "a namespace that is called as a type is",
      { "B.cs": cs("Orchard", "class Trees {}") },
      kind,
      "fails",
      "Orchard.Trees: a namespace and a type would be called Orchard.Trees",
    ],
    [
      "two types of one name",
      { "Trees/Kind.cs": cs("Orchard.Trees", "class Kind {}") },
      ["Models/Kind.cs > Trees/Kinds.cs"],
      "fails",
      "Kind: two types would be called Orchard.Trees.Kind",
    ],
    [
      "a type of others that would be hidden",
      {
        "Views/B.cs": cs("Orchard.Views", "class B { Timer a; }", "using System.Threading;\n"),
        "Models/Timer.cs": cs("Orchard.Models", "class Timer {}"),
      },
      ["Models/Timer.cs > Views/Timer.cs"],
      "fails",
      "Timer: it would come to mean Orchard.Views.Timer",
    ],
    [
      "a package that may have more in a namespace",
      {
        "Orchard.csproj": sdk.replace(
          "</Project>",
          '<ItemGroup><PackageReference Include="Orchard.Core" Version="1" /></ItemGroup></Project>',
        ),
        "Common/Mark.cs": cs("Orchard.Common", "class Mark {}"),
        "A.cs": cs("Orchard", "class A : Mark {}", "using Orchard.Common;\n"),
      },
      ["Common/Mark.cs > Core/Mark.cs"],
      "incomplete",
      "Orchard.Core may have types in Orchard.Common, too, which is taken in no more",
    ],
    [
      "a file with an error that may name it",
      { "A.cs": 'class A { Kind a; string b = "' },
      kind,
      "incomplete",
      "its names could not be told apart",
    ],
    [
      "a framework that finds view-models by namespaces",
      { "Views/TreesPage.xaml": '<Page x:Class="Orchard.Views.TreesPage" p:L.AutoWireViewModel="True"/>' },
      ["Views/TreesPage.xaml > Trees/TreesPage.xaml", "Views/TreesPage.xaml.cs > Trees/TreesPage.xaml.cs"],
      "incomplete",
      "its view-model is found by namespace and name (AutoWireViewModel)",
    ],
  ])("%s", async (_, files, moves, outcome, why) => {
    const said = await plan(files, moves);
    expect(said.why).toContain(why);
    expect(said.outcome).toBe(outcome);
  });
});

describe("projects that see each other", () => {
  const two = (more: string): Files => ({
    "Core/Core.csproj": sdk,
    "Core/Models/Tree.cs": cs("Core.Models", "public class Tree {}"),
    "Core/Models/Row.cs": cs("Core.Models", "public class Row {}"),
    "Desk/Desk.csproj": sdk.replace("</Project>", `<ItemGroup>${more}</ItemGroup></Project>`),
    "Desk/Page.cs": cs("Desk", "class Page { Tree tree; }", "using Core.Models;\n\n"),
    "Desk/Page.xaml": '<Page x:Class="Desk.Shown" xmlns:m="clr-namespace:Core.Models;assembly=Core"><m:Tree/></Page>',
  });
  test.each([
    ["by a reference to the project", '<ProjectReference Include="..\\Core\\Core.csproj" />'],
    [
      "by the library that is built of it",
      '<Reference Include="Core"><HintPath>..\\bin\\Core.dll</HintPath></Reference>',
    ],
    ["by the package that is made of it", '<PackageReference Include="Core" Version="1.0.0" />'],
  ])("%s", async (_, more) => {
    const files = two(more);
    const planned = await planOf(files, ["Core/Models/Tree.cs > Core/Trees/Tree.cs"]);
    const then = afterwards(files, planned);
    expect(planned.proof.different).toEqual([]);
    expect(then["Core/Trees/Tree.cs"]).toContain("namespace Core.Trees");
    expect(then["Desk/Page.cs"]).toContain("using Core.Trees;");
    expect(then["Desk/Page.xaml"]).toContain('xmlns:m="clr-namespace:Core.Trees;assembly=Core"');
  });

  test("by ways that no list says: that is no proof", async () => {
    const planned = await planOf(two(""), ["Core/Models/Tree.cs > Core/Trees/Tree.cs"]);
    expect(planned.proof.outcome).toBe("incomplete");
    expect(new Set(planned.proof.gaps.map(({ detail }) => detail))).toEqual(
      new Set(["it takes in Core.Models, which types leave, though no list says that it knows them"]),
    );
    expect(planned.proof.gaps.map(({ file }) => file).sort()).toEqual(["Desk/Page.cs", "Desk/Page.xaml"]);
  });

  test("and another project with the same names is left alone", async () => {
    const files = {
      ...two(""),
      "Desk/Models/Tree.cs": cs("Core.Models", "public class Tree {}"),
      "Desk/Page.xaml": "<Page/>",
    };
    const planned = await planOf(files, ["Core/Models/Tree.cs > Core/Trees/Tree.cs"]);
    expect(planned.proof.outcome).toBe("holds");
    expect(planned.texts.map(({ file }) => file)).toEqual(["Core/Models/Tree.cs"]);
  });

  test("files of a part that two projects take in know the types of both", async () => {
    const files = {
      "Kit/Kit.projitems":
        '<Project><ItemGroup><Compile Include="$(MSBuildThisFileDirectory)Tools/Cut.cs" /><Compile Include="$(MSBuildThisFileDirectory)Tools/Dig.cs" /></ItemGroup></Project>',
      "Kit/Tools/Cut.cs": cs("Kit.Tools", "class Cut { Dig dig; }"),
      "Kit/Tools/Dig.cs": cs("Kit.Tools", "class Dig {}"),
      "Desk/Desk.csproj": sdk.replace("</Project>", '<Import Project="..\\Kit\\Kit.projitems" /></Project>'),
      "Desk/Page.cs": cs("Desk", "class Page { Dig dig; }", "using Kit.Tools;\n\n"),
    };
    const planned = await planOf(files, ["Kit/Tools/Dig.cs > Kit/Garden/Dig.cs"]);
    const then = afterwards(files, planned);
    expect(planned.proof.outcome).toBe("holds");
    expect(then["Desk/Page.cs"]).toContain("using Kit.Garden;");
    expect(then["Kit/Tools/Cut.cs"]).toContain("using Kit.Garden;");
    expect(then["Kit/Kit.projitems"]).toContain("Garden/Dig.cs");
  });
});

describe("a namespace that is not its folder's", () => {
  const settled = { "steady-shelf.yaml": "version: 1\nstack: wpf\nsource: .\narrangement: mvvm\n" };
  const repair = async (
    files: Files,
  ): Promise<{ readonly outcome: string; readonly files: Record<string, string>; readonly found: string[] }> => {
    const all = { ...app, ...settled, ...files };
    const analysis = await analyse(new MemoryStore(all), { standing: at("") });
    const found = check(analysis).flatMap(({ fresh }) => fresh.filter(({ rule }) => rule === "namespace-folder"));
    const { plan: planned, repaired } = await planRepairs(analysis.project, found, { graph: analysis.graph });
    expect(repaired.length).toBe(found.length);
    return { outcome: planned.proof.outcome, files: afterwards(all, planned), found: found.map(({ file }) => file) };
  };

  test("is put right, with all that name its types and its other parts", async () => {
    const said = await repair({
      "Services/Clock.cs": cs("Orchard.Old", "partial class Clock {}"),
      "Services/Clock.More.cs": cs("Orchard.Old", "partial class Clock {}"),
      "Views/Shell.cs": cs("Orchard.Views", "class Shell { Clock Page; }", "using Orchard.Old;\n\n"),
      ...Object.fromEntries(
        [..."ABCDEFGHIJK"].map((name) => [`Models/${name}.cs`, cs("Orchard.Models", `class ${name} {}`)]),
      ),
    });
    expect(said.found.sort()).toEqual(["Services/Clock.More.cs", "Services/Clock.cs"]);
    expect(said.outcome).toBe("holds");
    expect(said.files["Services/Clock.More.cs"]).toContain("namespace Orchard.Services\n");
    expect(said.files["Views/Shell.cs"]).toContain("using Orchard.Services;\n");
  });

  test("is not looked for where the configuration keeps namespaces", async () => {
    const said = await repair({
      "steady-shelf.yaml": `${settled["steady-shelf.yaml"]}keep-namespaces: true\n`,
      "Services/Clock.cs": cs("Orchard.Old", "class Clock {}"),
    });
    expect(said.found).toEqual([]);
  });
});
