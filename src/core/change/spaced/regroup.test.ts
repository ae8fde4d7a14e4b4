/** Taking out, joining and splitting in C#: what stands where afterwards, and what the proof says of it. */
import { describe, expect, test } from "vitest";
import { csharpStatements } from "../../languages/csharp/statements.js";
import type { Draft } from "../draft.js";
import { planVerb } from "../libraries/verbs.test.suite.js";
import type { Files } from "../plan/planning.test.suite.js";

const project = { "Orchard.csproj": `<Project Sdk="Microsoft.NET.Sdk">\n</Project>\n` };

/** The whole tree afterwards, after whichever of the three. */
const planned = (files: Files, command: string, change?: (draft: Draft) => Draft): ReturnType<typeof planVerb> =>
  planVerb({ ...project, ...files }, command, change);

const trees = `// Copyright Pippin Row

#nullable enable

using System;
using System.Linq;
using Orchard.Models;

namespace Orchard.Views
{
    using System.IO;

    /// <summary>All trees.</summary>
    [Serializable]
    public class Trees
    {
        public Row First => new Row(new Tree());
    }

    // A row of them.
    public class Row
    {
        public Row(Tree tree) { }
    }

    internal delegate void Chosen<T>(Row row);

    enum Sort { Apple, Pear }
}
`;
const tree = "namespace Orchard.Models { public class Tree { } }\n";

describe("what stands where", () => {
  test.each<[string, Files, string, Record<string, string>]>([
    [
      "a type goes with its comments into a file that is written as the old one; what it does not need of the project stays",
      { "Views/Trees.cs": trees, "Models/Tree.cs": tree },
      "extract Views/Trees.cs Sort",
      {
        "Views/Trees.cs": trees.replace("\n    enum Sort { Apple, Pear }\n", ""),
        "Views/Sort.cs":
          "// Copyright Pippin Row\n\n#nullable enable\n\nusing System;\nusing System.Linq;\n\nnamespace Orchard.Views\n{\n    using System.IO;\n\n    enum Sort { Apple, Pear }\n}\n",
      },
    ],
    [
      "what only it needed of the project leaves the old file",
      {
        "A.cs": "using Orchard.Models;\n\nclass A { }\n\nclass Row { Tree tree; }\n",
        "Models/Tree.cs": tree,
      },
      "extract A.cs Row",
      { "A.cs": "class A { }\n", "Row.cs": "using Orchard.Models;\n\nclass Row { Tree tree; }\n" },
    ],
    [
      "the namespace of a whole file",
      { "A.cs": "namespace Orchard;\n\nclass A { }\n\nclass Row { }\n" },
      "extract A.cs Row",
      { "A.cs": "namespace Orchard;\n\nclass A { }\n", "Row.cs": "namespace Orchard;\n\nclass Row { }\n" },
    ],
    [
      "namespaces in each other, as they are written",
      { "A.cs": "namespace Orchard {\n  namespace Models {\n    class A { }\n    class Row { }\n  }\n}\n" },
      "extract A.cs Row",
      {
        "A.cs": "namespace Orchard {\n  namespace Models {\n    class A { }\n  }\n}\n",
        "Row.cs": "namespace Orchard {\n  namespace Models {\n    class Row { }\n  }\n}\n",
      },
    ],
    [
      "into a file that is there, behind its types; it takes in what it lacks",
      {
        "A.cs": "using System;\nusing System.IO;\n\nnamespace Orchard\n{\n    class A { }\n\n    class Row { }\n}\n",
        "B.cs": "using System;\n\nnamespace Orchard\n{\n    class B { }\n}\n",
      },
      "extract A.cs Row > B.cs",
      {
        "A.cs": "using System;\nusing System.IO;\n\nnamespace Orchard\n{\n    class A { }\n}\n",
        "B.cs": "using System;\nusing System.IO;\n\nnamespace Orchard\n{\n    class B { }\n\n    class Row { }\n}\n",
      },
    ],
    [
      "all parts of a type, and what only its file knows",
      { "A.cs": "class A { }\npartial class Row { Leaf a; }\nfile class Leaf { }\npartial class Row { }\n" },
      "extract A.cs Row",
      {
        "A.cs": "class A { }\n",
        "Row.cs": "partial class Row { Leaf a; }\nfile class Leaf { }\npartial class Row { }\n",
      },
    ],
    [
      "with line ends and a byte-order mark",
      { "A.cs": "\uFEFFusing System;\r\n\r\nnamespace N\r\n{\r\n    class A { }\r\n\r\n    class Row { }\r\n}\r\n" },
      "extract A.cs Row",
      {
        "A.cs": "\uFEFFusing System;\r\n\r\nnamespace N\r\n{\r\n    class A { }\r\n}\r\n",
        "Row.cs": "\uFEFFusing System;\r\n\r\nnamespace N\r\n{\r\n    class Row { }\r\n}\r\n",
      },
    ],
    [
      "each type gets a file of its own",
      {
        "Views/Trees.cs":
          "namespace N;\n\n// Why.\nclass Trees { }\n\ninterface IRow { }\n\nenum Sort { }\n\ndelegate void Chosen(int a);\n",
      },
      "split Views/Trees.cs",
      {
        "Views/Trees.cs": "namespace N;\n\n// Why.\nclass Trees { }\n",
        "Views/IRow.cs": "namespace N;\n\ninterface IRow { }\n",
        "Views/Sort.cs": "namespace N;\n\nenum Sort { }\n",
        "Views/Chosen.cs": "namespace N;\n\ndelegate void Chosen(int a);\n",
      },
    ],
    [
      "two files become one; what is said of rights does not come twice",
      {
        "A.cs": "// Copyright Pippin Row\n\nusing System;\n\nnamespace N\n{\n    class A { }\n}\n",
        "B.cs":
          "// Copyright Pippin Row\n\nusing System.IO;\nusing System;\n\nnamespace N\n{\n    // Loose.\n\n    /// B.\n    class B { }\n}\n",
      },
      "join B.cs > A.cs",
      {
        "A.cs":
          "// Copyright Pippin Row\n\nusing System;\nusing System.IO;\n\nnamespace N\n{\n    class A { }\n\n    // Loose.\n\n    /// B.\n    class B { }\n}\n",
      },
    ],
    [
      "another name goes where it is used; what documents a type stays above it",
      {
        "A.cs": "using T = System.IO.Path;\nusing S = System.IO.File;\n\nclass A { S a; }\n\nclass Row { T a; }\n",
        "B.cs": "/// B.\nclass B { }\n",
      },
      "extract A.cs Row > B.cs",
      {
        "A.cs": "using S = System.IO.File;\n\nclass A { S a; }\n",
        "B.cs": "using T = System.IO.Path;\n\n/// B.\nclass B { }\n\nclass Row { T a; }\n",
      },
    ],
    [
      "of a file that goes, every comment that stands in no type",
      {
        "A.cs": "class A { }\n",
        "B.cs":
          "/* About B. */\n\nusing System;\n// Behind.\n\n// One.\n\nclass B { }\n\n// Two.\n\nclass C { }\n\n// Last.\n",
      },
      "join B.cs > A.cs",
      {
        "A.cs":
          "using System;\n\nclass A { }\n\n/* About B. */\n// Behind.\n// One.\n\nclass B { }\n\n// Two.\n\nclass C { }\n\n// Last.\n",
      },
    ],
    [
      "a project that lists its files lists the new one",
      {
        "Orchard.csproj": `<Project xmlns="http://schemas.microsoft.com/developer/msbuild/2003">\n  <ItemGroup>\n    <Compile Include="A.cs" />\n  </ItemGroup>\n</Project>\n`,
        "A.cs": "class A { }\nclass Row { }\n",
      },
      "extract A.cs Row",
      {
        "Orchard.csproj": `<Project xmlns="http://schemas.microsoft.com/developer/msbuild/2003">\n  <ItemGroup>\n    <Compile Include="A.cs" />\n    <Compile Include="Row.cs" />\n  </ItemGroup>\n</Project>\n`,
        "A.cs": "class A { }\n",
        "Row.cs": "class Row { }\n",
      },
    ],
    [
      "shared items list the new file, and a project loses what goes, with what it says of it",
      {
        "Orchard.csproj": `<Project>\n  <ItemGroup>\n    <Compile Include="A.cs" />\n    <Compile Include="B.cs">\n      <SubType>Code</SubType>\n    </Compile>\n  </ItemGroup>\n</Project>\n`,
        "A.cs": "class A { }\n",
        "B.cs": "class B { }\n",
      },
      "join B.cs > A.cs",
      {
        "Orchard.csproj": `<Project>\n  <ItemGroup>\n    <Compile Include="A.cs" />\n  </ItemGroup>\n</Project>\n`,
        "A.cs": "class A { }\n\nclass B { }\n",
      },
    ],
    [
      "shared items that list their files list the new one",
      {
        "Orchard.csproj": `<Project>\n  <Import Project="Kit/Kit.projitems" />\n</Project>\n`,
        "Kit/Kit.projitems": `<Project>\n  <ItemGroup>\n    <Compile Include="$(MSBuildThisFileDirectory)A.cs" />\n  </ItemGroup>\n</Project>\n`,
        "Kit/A.cs": "class A { }\nclass Row { }\n",
      },
      "extract Kit/A.cs Row",
      {
        "Kit/Kit.projitems": `<Project>\n  <ItemGroup>\n    <Compile Include="$(MSBuildThisFileDirectory)A.cs" />\n    <Compile Include="$(MSBuildThisFileDirectory)Row.cs" />\n  </ItemGroup>\n</Project>\n`,
      },
    ],
  ])("%s", async (_, files, command, expected) => {
    const { plan, then } = await planned(files, command);
    expect(then).toMatchObject(expected);
    expect(plan.proof.outcome).toBe("holds");
  });
});

describe("what is not proved", () => {
  test.each<[string, Files, string, "fails" | "incomplete"]>([
    [
      "a package may lend what nobody names",
      {
        "A.cs": "namespace N { class A { } class Row { } }",
        "B.cs": "using Prism.Mvvm;\nnamespace N { class B { } }",
      },
      "extract A.cs Row > B.cs",
      "incomplete",
    ],
    [
      "a name of what is taken in besides",
      { "A.cs": "class A { }\nclass Row { Path a; }", "B.cs": "using System.IO;\nclass B { }" },
      "extract A.cs Row > B.cs",
      "incomplete",
    ],
    [
      "a name that would mean another type",
      {
        "A.cs": "using Orchard.Models;\nclass A { }\nclass Row { Tree a; }",
        "B.cs": "using Orchard.Others;\nclass B { }",
        "C.cs": "namespace Orchard.Models { class Tree { } } namespace Orchard.Others { class Tree { } }",
      },
      "extract A.cs Row > B.cs",
      "fails",
    ],
    [
      "another project would build it",
      {
        "A.cs": "class A { }\nclass Row { }",
        "Other/Other.csproj": `<Project Sdk="Microsoft.NET.Sdk"></Project>`,
        "Orchard.csproj": `<Project Sdk="Microsoft.NET.Sdk"><ItemGroup><Compile Remove="Other/**"/></ItemGroup></Project>`,
      },
      "extract A.cs Row > Other/Row.cs",
      "fails",
    ],
    [
      "another assembly's types by another name",
      { "A.cs": "extern alias B;\nclass A { }\nclass Row { }" },
      "extract A.cs Row",
      "incomplete",
    ],
    [
      "a name that would stand for two things",
      {
        "A.cs": "using T = System.IO.Path;\nclass A { }\nclass Row { T a; }",
        "B.cs": "using T = System.IO.File;\nclass B { T a; }",
      },
      "extract A.cs Row > B.cs",
      "fails",
    ],
    [
      "a table called after the first type",
      { "Trees.cs": "class Trees { }\nclass Row { }", "Trees.resx": "<root></root>" },
      "extract Trees.cs Trees > Others.cs",
      "incomplete",
    ],
    [
      "no project builds it",
      { "Orchard.csproj": "<Project></Project>", "A.cs": "class A { }\nclass Row { }" },
      "extract A.cs Row",
      "incomplete",
    ],
  ])("%s", async (_, files, command, outcome) => {
    expect((await planned(files, command)).plan.proof.outcome).toBe(outcome);
  });

  test.each<[string, (text: string) => string]>([
    ["a letter that changes", (text) => text.replace("Age", "Ago")],
    ["a comment that is lost", (text) => text.replace("// Why.", "")],
    ["something that is not taken in", (text) => text.replace("using System;", "")],
    ["another namespace", (text) => text.replace("namespace N", "namespace M")],
    ["what the compiler is told", (text) => text.replace("#nullable enable", "")],
    ["a type more", (text) => text.replace("class Row", "class Leaf { } class Row")],
  ])("%s is found", async (_, broken) => {
    const files = {
      "A.cs":
        "#nullable enable\nusing System;\nnamespace N { class A { }\n// Why.\n\n// Row.\nclass Row { int Age; } }",
    };
    const change = (draft: Draft): Draft => ({
      ...draft,
      edits: draft.edits.map((each) => (each.file === "A.cs" ? { ...each, end: each.end } : each)),
      made: draft.made.map((each) => ({ ...each, text: broken(`${each.text}// Why.\n`) })),
    });
    const sound = await planned(files, "extract A.cs Row");
    expect(sound.plan.proof.outcome).toBe("holds");
    const { plan } = await planned(files, "extract A.cs Row", (draft) => {
      const changed = change(draft);
      // The comment that stays goes, too, so that only the new file has it.
      const text = files["A.cs"];
      const start = text.indexOf("// Why.");
      return {
        ...changed,
        edits: [
          ...changed.edits.filter((each) => each.end <= start || each.start >= start + 7),
          { file: "A.cs" as Draft["edits"][number]["file"], start, end: start + 7, text: "", why: "" },
        ],
      };
    });
    expect(plan.proof.outcome).toBe("fails");
  });
});

describe("refused", () => {
  test.each<[string, Files, string, string]>([
    [
      "another namespace",
      { "A.cs": "namespace N { class A { } class Row { } }", "B.cs": "namespace M { class B { } }" },
      "extract A.cs Row > B.cs",
      "OTHER_NAMESPACE",
    ],
    [
      "files of two namespaces",
      { "A.cs": "namespace N { class A { } }", "B.cs": "class B { }" },
      "join B.cs > A.cs",
      "OTHER_NAMESPACE",
    ],
    [
      "what only its file knows",
      { "A.cs": "class A { Leaf a; }\nfile class Leaf { }\nclass Row { Leaf b; }" },
      "extract A.cs Row",
      "EXTRACT_PRIVATE",
    ],
    [
      "what is told the compiler for one of them",
      { "A.cs": "#nullable enable\nclass A { }\nclass Row { }", "B.cs": "class B { }" },
      "extract A.cs Row > B.cs",
      "JOIN_UNLIKE",
    ],
    ["all of it", { "A.cs": "class Row { }" }, "extract A.cs Row", "EXTRACT_ALL"],
    [
      "types chosen by conditions",
      { "A.cs": "#if W\nclass A { }\n#endif\nclass Row { }" },
      "extract A.cs Row",
      "NAMES_UNREAD",
    ],
    [
      "what is done outside of types",
      { "A.cs": "using System;\nConsole.WriteLine();\nclass Row { }" },
      "extract A.cs Row",
      "NAMES_UNREAD",
    ],
    ["another language", { "A.cs": "class A { }\nclass Row { }" }, "extract A.cs Row > Row.swift", "EXTRACT_LANGUAGE"],
    ["markup", { "V.xaml": "<Page/>" }, "extract V.xaml Row", "EXTRACT_NOT_SCRIPT"],
    ["a type alone", { "A.cs": "class A { }" }, "split A.cs", "SPLIT_NOTHING"],
    [
      "the class of markup",
      { "V.xaml": `<Page x:Class="N.V"/>`, "V.xaml.cs": "namespace N { partial class V { } class Row { } }" },
      "extract V.xaml.cs V > W.cs",
      "TYPE_STAYS",
    ],
    [
      "what is said of the whole assembly",
      { "A.cs": "class A { }", "B.cs": "[assembly: System.CLSCompliant(true)]\nclass B { }" },
      "join B.cs > A.cs",
      "TYPE_STAYS",
    ],
  ])("%s", async (_, files, command, code) => {
    await expect(planned(files, command)).rejects.toMatchObject({ code });
  });
});

describe("statements", () => {
  const shown = (text: string): string =>
    (csharpStatements(text) ?? [])
      .map(({ kind, declares, within, opens }) =>
        [kind, declares.join(), opens === undefined ? within : `{${opens}`].filter((each) => each !== "").join(" "),
      )
      .join("; ");
  test.each([
    ["using A; using B = A.C; using static D; class E { }", "import; import; import; declaration E"],
    ["extern alias A; global using B; using (x) { }", ""],
    ["extern alias A; global using B;", "import; other"],
    ['[assembly: A("b")] [C] class D { }', "other; declaration D"],
    ["namespace A.B; class C { }", "directive {A.B; declaration C A.B"],
    [
      "namespace A { namespace B { class C { } } class D { } }",
      "directive {A; directive {A.B; declaration C A.B; declaration D A",
    ],
    ["#if A\nusing B;\n#else\nusing C;\n#endif\nclass D { }", "import; declaration D"],
    [
      "#region A\nclass B { }\n#endregion\n#pragma warning disable 1\nclass C { }",
      "declaration B; directive; declaration C",
    ],
    [
      "class A\n{\n#if B\n  void C() {\n#else\n  void D() {\n#endif\n  }\n}\nclass E { }",
      "declaration A; declaration E",
    ],
    [
      "public sealed record class A<T>(int B = 1) : C where T : new(); record struct D;",
      "declaration A; declaration D",
    ],
    ["delegate System.Func<int, (int, int)> A<T>(T b); class C { };", "declaration A; declaration C"],
    ['class A { string B = $"{(C ? "}" : "{")}"; } class D { }', "declaration A; declaration D"],
    ["class @class { } unsafe ref partial struct B { }", "declaration class; declaration B"],
    ["System.Console.WriteLine(); class A { }", ""],
    ["class A {", ""],
    ["class A { } }", ""],
    ["<<<<<<< ours\nclass A { }", ""],
  ])("%s", (text, expected) => {
    expect(shown(text)).toBe(expected);
  });
});
