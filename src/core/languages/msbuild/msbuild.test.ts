import { describe, expect, test } from "vitest";
import {
  afterwards,
  at,
  moveOf,
  planCommand,
  planOf,
  respellings,
  type Files,
} from "../../change/plan/planning.test.suite.js";
import { planRepairs } from "../../change/repair.js";
import { withLists } from "../../change/draft.js";
import { openProject } from "../../app/index.js";
import { applyEdits } from "../../base/text/index.js";
import { MemoryStore } from "../../files/index.js";
import { analyse } from "../../insight/analysis.js";
import { check } from "../../insight/rules/index.js";
import { planMoves } from "../../change/plan/index.js";
import { planRename } from "../../change/rename/renaming.test.suite.js";
import { languageContract } from "../contract.test.suite.js";
import { msbuild, solutions } from "./index.js";

languageContract(
  msbuild,
  [
    {
      name: "Orchard.csproj",
      text: '<Project><ItemGroup><Compile Include="Views\\A.xaml.cs"><DependentUpon>A.xaml</DependentUpon></Compile></ItemGroup></Project>',
      specifiers: ["Views/A.xaml.cs", "A.xaml"],
    },
    {
      name: "Orchard.csproj",
      text: '<Resource Include="a.png;Images/b.png" />',
      specifiers: ["a.png", "Images/b.png"],
    },
    {
      name: "Orchard.csproj",
      text: '<!-- <Page Include="no.xaml" /> --><Page Include="yes.xaml" />',
      specifiers: ["yes.xaml"],
    },
    { name: "Orchard.csproj", text: "<ApplicationIcon>\n  app.ico\n</ApplicationIcon>", specifiers: ["app.ico"] },
    {
      name: "a.projitems",
      text: '<Compile Include="$(MSBuildThisFileDirectory)Core\\A.cs" />',
      specifiers: ["Core/A.cs"],
    },
    {
      name: "Orchard.csproj",
      text: '<Import Project="..\\Shared\\S.projitems" Label="Shared" />',
      specifiers: ["../Shared/S.projitems"],
    },
    {
      name: "Orchard.csproj",
      text: '<Reference Include="System.Xaml" /><PackageReference Include="a.b" />',
      specifiers: [],
    },
    {
      name: "a.slnx",
      text: '<Solution><Project Path="ui/Orchard.csproj" /></Solution>',
      specifiers: ["ui/Orchard.csproj"],
    },
  ],
  ["Core/A.cs", "a b/Ü.cs"],
);

languageContract(
  solutions,
  [
    {
      name: "a.sln",
      text: '\nProject("{1}") = "Orchard", "ui\\Orchard.csproj", "{2}"\nEndProject\nProject("{3}") = "Docs", "Docs", "{4}"\n\tProjectSection(SolutionItems) = preProject\n\t\tdocs\\a.md = docs\\a.md\n\tEndProjectSection\nEndProject',
      specifiers: ["ui/Orchard.csproj", "Docs", "docs/a.md", "docs/a.md"],
    },
  ],
  ["core/Orchard.csproj"],
);

const sdk = '<Project Sdk="Microsoft.NET.Sdk"><PropertyGroup><UseWPF>true</UseWPF></PropertyGroup></Project>';
const app: Files = {
  "Orchard.csproj": sdk,
  "App.xaml":
    '<Application StartupUri="Views/MainWindow.xaml"><ResourceDictionary Source="Themes/Colors.xaml"/></Application>',
  "App.xaml.cs": "partial class App : Application {}",
  "Views/MainWindow.xaml": '<Window><Image Source="../Images/leaf.png"/><Image Source="/images/Leaf.png"/></Window>',
  "Views/MainWindow.xaml.cs":
    'partial class MainWindow { Uri a = new Uri("Views/MainWindow.xaml", UriKind.Relative); }',
  "Themes/Colors.xaml": "<ResourceDictionary/>",
  "Themes/Generic.xaml": "<ResourceDictionary/>",
  "Images/leaf.png": "x",
  "Data/trees.json": "[]",
  "Services/Trees.cs": 'class Trees { string a = "Orchard.Data.trees.json"; string b = @"Data\\trees.json"; }',
};

describe("a project of the new form", () => {
  test("a view goes with the code behind it; addresses follow, each in its own way", async () => {
    const plan = await planCommand(app, "Views/MainWindow.xaml Features/Main/");
    expect(plan.proof.outcome).toBe("holds");
    const then = afterwards(app, plan);
    expect(Object.keys(then)).toContain("Features/Main/MainWindow.xaml.cs");
    expect(then["App.xaml"]).toContain('StartupUri="Features/Main/MainWindow.xaml"');
    expect(then["Features/Main/MainWindow.xaml"]).toContain(
      '"../../Images/leaf.png"/><Image Source="/images/Leaf.png"',
    );
    expect(then["Features/Main/MainWindow.xaml.cs"]).toContain('"Features/Main/MainWindow.xaml"');
  });

  test.each([
    [
      "Images/leaf.png > Pictures/leaf.png",
      [
        "Views/MainWindow.xaml: ../Images/leaf.png > ../Pictures/leaf.png",
        "Views/MainWindow.xaml: images/Leaf.png > Pictures/leaf.png",
      ],
    ],
    [
      "Data/trees.json > Core/Data/trees.json",
      [
        "Services/Trees.cs: Orchard.Data.trees.json > Orchard.Core.Data.trees.json",
        "Services/Trees.cs: Data/trees.json > Core/Data/trees.json",
      ],
    ],
    ["Themes/Colors.xaml > Styles/Colors.xaml", ["App.xaml: Themes/Colors.xaml > Styles/Colors.xaml"]],
  ])("%s", async (move, edits) => {
    const plan = await planOf(app, [move]);
    expect(respellings(plan)).toEqual(edits);
    expect(plan.proof.outcome).toBe("holds");
  });

  test.each([
    ["Themes/Generic.xaml > Styles/Generic.xaml", "the tools find it at Themes/Generic.xaml"],
    ["App.xaml > Start/App.xaml", "the app begins in App.xaml beside the project"],
  ])("%s is no proof: %s", async (move, reason) => {
    const { proof } = await planOf(app, [move]);
    expect(proof.different.map((each) => each.reason).join()).toContain(reason);
  });

  test("what goes with its whole project keeps its place", async () => {
    const files = Object.fromEntries(Object.entries(app).map(([path, text]) => [`ui/${path}`, text]));
    const plan = await planCommand(files, "ui desktop");
    expect(plan.proof.outcome).toBe("holds");
  });

  test("what leaves a project, or enters one, is built by another", async () => {
    const files = { ...app, "other/Other.csproj": sdk, "other/A.cs": "class A {}", "notes/B.txt": "" };
    const moved = Object.fromEntries(
      Object.entries(files).map(([path, text]) => [path.startsWith("other/") ? path : `ui/${path}`, text]),
    );
    const { proof } = await planOf(moved, ["ui/Services/Trees.cs > other/Trees.cs"]);
    expect(proof.different.map(({ reason }) => reason)).toContain("it would no longer be part of Orchard");
  });

  test("what a project leaves out is built no more", async () => {
    const files = {
      ...app,
      "Orchard.csproj": sdk.replace("</Project>", '<ItemGroup><Compile Remove="Old\\**" /></ItemGroup></Project>'),
      "Old/A.cs": "class A {}",
    };
    const { proof } = await planOf(files, ["Services/Trees.cs > Old/Trees.cs"]);
    expect(proof.different.map(({ reason }) => reason)).toEqual([
      "it would become part of what Orchard leaves out, too",
    ]);
  });

  test("what is taken in under one condition, and left out under another, stays both", async () => {
    const items =
      '<ItemGroup Condition="1"><Compile Remove="Core\\*.cs" /></ItemGroup><ItemGroup Condition="2"><Compile Include="Core\\*.cs" Exclude="bin\\**" /></ItemGroup>';
    const files = {
      "Orchard.csproj": `<Project Sdk="x"><EnableDefaultItems>false</EnableDefaultItems>${items}</Project>`,
      "Core/A.cs": "class A {}",
      "Core/B.cs": "class B {}",
    };
    const { proof } = await planOf(files, ["Core/A.cs > Other/A.cs"]);
    expect(proof.different.map(({ reason }) => reason)).toEqual([
      "it would no longer be part of what Orchard leaves out",
    ]);
    expect((await planOf(files, ["Core/A.cs > Core/C.cs"])).proof.outcome).toBe("holds");
  });
});

describe("a project that lists its files", () => {
  const listed: Files = {
    ...app,
    "Orchard.csproj": `<Project ToolsVersion="15.0"><ItemGroup>
    <ApplicationDefinition Include="App.xaml" />
    <Compile Include="App.xaml.cs"><DependentUpon>App.xaml</DependentUpon></Compile>
    <Page Include="Views\\MainWindow.xaml"><SubType>Designer</SubType></Page>
    <Compile Include="Views\\MainWindow.xaml.cs">
      <DependentUpon>MainWindow.xaml</DependentUpon>
    </Compile>
    <Page Include="Themes\\*.xaml" />
    <Compile Include="Services\\Trees.cs" />
    <Resource Include="$(Pictures)\\leaf.png" />
    </ItemGroup></Project>`.replaceAll("\n", "\r\n"),
  };

  test("its lines follow, with their backslashes and line ends", async () => {
    const plan = await planCommand(listed, "Views/MainWindow.xaml Core/Main/");
    expect(plan.proof.outcome).toBe("holds");
    const then = afterwards(listed, plan)["Orchard.csproj"];
    expect(then).toBe((listed["Orchard.csproj"] ?? "").replaceAll("Views\\", "Core\\Main\\"));
  });

  test("a new name is that of what depends on it, too", async () => {
    const plan = await planOf(listed, [
      "Views/MainWindow.xaml > Views/TreesWindow.xaml",
      "Views/MainWindow.xaml.cs > Views/TreesWindow.xaml.cs",
    ]);
    expect(plan.proof.outcome).toBe("holds");
    expect(afterwards(listed, plan)["Orchard.csproj"]).toContain("<DependentUpon>TreesWindow.xaml</DependentUpon>");
  });

  test("what leaves a pattern's folder would be built no more", async () => {
    const { proof } = await planOf(listed, ["Themes/Colors.xaml > Styles/Colors.xaml"]);
    expect(proof.outcome).toBe("fails");
  });

  test("what is named through a property may be what moves", async () => {
    const { proof } = await planOf(listed, ["Images/leaf.png > Pictures/leaf.png"]);
    expect(proof.gaps.map(({ file, reason }) => `${reason} ${file}`)).toEqual(["computed Orchard.csproj"]);
  });

  test("App.xaml may lie anywhere where a project says that it begins the app", async () => {
    const { proof } = await planOf(listed, ["App.xaml > Start/App.xaml", "App.xaml.cs > Start/App.xaml.cs"]);
    expect(proof.different.map((each) => each.reason)).toEqual([]);
  });
});

test.each([
  ['class A { string a = $"/Images/{x}.png"; }', ["computed A.cs"]],
  ['class A { string a = x + "/leaf.png"; }', ["computed A.cs"]],
  ['class A { string a = Path.Combine("Images", "leaf.png"); }', ["computed A.cs"]],
  ['class A { string a = "/Images/twig.png"; }', []],
])("%s: a picture that moves may be meant", async (text, gaps) => {
  const { proof } = await planOf({ ...app, "A.cs": text }, ["Images/leaf.png > Pictures/leaf.png"]);
  expect(proof.gaps.map(({ file, reason }) => `${reason} ${file}`)).toEqual(gaps);
});

test("what lies outside of the checkout is named from there, however deep a project goes", async () => {
  const files = {
    "ui/Orchard.csproj":
      '<Project><Import Project="..\\..\\kits\\Trees.projitems" /><ProjectReference Include="..\\core\\Core.csproj" /></Project>',
    "core/Core.csproj": "<Project />",
  };
  const plan = await planCommand(files, "ui desktop/apps/");
  expect(plan.proof.different).toEqual([]);
  expect(afterwards(files, plan)["desktop/apps/ui/Orchard.csproj"]).toBe(
    '<Project><Import Project="..\\..\\..\\..\\kits\\Trees.projitems" /><ProjectReference Include="..\\..\\..\\core\\Core.csproj" /></Project>',
  );
});

test.each<[string, Files]>([
  [
    "items of other projects",
    { "Directory.Build.props": '<Project><ItemGroup><Compile Remove="Old\\**" /></ItemGroup></Project>' },
  ],
  [
    "default items that are turned off elsewhere",
    { "Directory.Build.props": "<Project><EnableDefaultCompileItems>false</EnableDefaultCompileItems></Project>" },
  ],
  [
    "what default items leave out",
    { "Orchard.csproj": sdk.replace("<UseWPF>", "<DefaultItemExcludes>Old/**</DefaultItemExcludes><UseWPF>") },
  ],
])("%s: nothing is proved", async (_, more) => {
  const { proof } = await planOf({ ...app, ...more }, ["Services/Trees.cs > Old/Trees.cs"]);
  expect(proof.outcome).toBe("incomplete");
});

test("a project that moves without its files takes the root of their addresses away", async () => {
  const { proof } = await planOf(app, ["Orchard.csproj > build/Orchard.csproj"]);
  expect(proof.different.map(({ reason }) => reason).join()).toContain(
    "addresses count from the folder of the project",
  );
});

test.each([
  ["Orchard.csproj", '<Project><Compile Include="A &amp; B\\Trees.cs;Core\\A.cs" /></Project>'],
  ["Orchard.csproj", '<Project><Compile Include="Old%20ones\\Trees.cs" /></Project>'],
  ["A.xaml", '<Image Source="A &amp; B/Trees.cs.png, Trees.xml"/>'],
])("%s: what is escaped in %s may be what moves", async (path, text) => {
  const files = { ...app, "Services/Trees.xml": "", [path]: text };
  const { proof } = await planOf(files, ["Services/Trees.cs > Core/Trees.cs", "Services/Trees.xml > Core/Trees.xml"]);
  expect(proof.gaps.map(({ file, reason }) => `${reason} ${file}`)).toContain(`computed ${path}`);
});

describe("names in any case", () => {
  test.each([
    ["A.cs", 'class A { Uri a = new Uri("/IMAGES/LEAF.png"); }', "A.cs: IMAGES/LEAF.png > Pictures/leaf.png"],
    ["A.xaml", '<Image Source="Images/lEaF.png"/>', "A.xaml: Images/lEaF.png > Pictures/leaf.png"],
  ])("%s %s", async (path, text, edit) => {
    const plan = await planOf({ ...app, [path]: text }, ["Images/leaf.png > Pictures/leaf.png"]);
    expect(respellings(plan)).toContain(edit);
    expect(plan.proof.outcome).toBe("holds");
  });
});

test("a table of resources: what it takes in, and the name by which code asks for it", async () => {
  const files = {
    ...app,
    "Properties/Resources.resx":
      '<root><data name="leaf" type="System.Resources.ResXFileRef, System.Windows.Forms"><value>..\\Images\\leaf.png;System.Drawing.Bitmap</value></data></root>',
    "Properties/Names.cs": 'class Names { object m = new ResourceManager("Orchard.Properties.Resources", null); }',
  };
  const plan = await planOf(files, ["Properties/Resources.resx > Core/Texts/Resources.resx"]);
  expect(respellings(plan)).toEqual([
    "Properties/Names.cs: Orchard.Properties.Resources > Orchard.Core.Texts.Resources",
    "Properties/Resources.resx: ../Images/leaf.png > ../../Images/leaf.png",
  ]);
  expect(plan.proof.outcome).toBe("holds");
  const odd = await planOf(files, ["Properties/Resources.resx > 2nd-part/Resources.resx"]);
  expect(odd.proof.outcome).toBe("fails");
});

test("markup that declares nothing is renamed as any file is", async () => {
  const plan = await planRename(app, "Themes/Colors.xaml Barks");
  expect(plan.plan.proof.outcome).toBe("holds");
});

describe("files that are made", () => {
  const listed = [
    '<Project ToolsVersion="15.0">',
    "  <ItemGroup>",
    '    <Compile Include="Models\\Tree.cs" />',
    '    <Compile Include="Views\\MainWindow.xaml.cs">',
    "      <DependentUpon>MainWindow.xaml</DependentUpon>",
    "    </Compile>",
    '    <Compile Include="Core\\**\\*.cs" />',
    '    <Page Include="Views\\MainWindow.xaml" />',
    "  </ItemGroup>",
    "</Project>",
    "",
  ].join("\r\n");
  const files: Files = {
    "Orchard.csproj": listed,
    "Models/Tree.cs": "",
    "Views/MainWindow.xaml": "<Window/>",
    "Views/MainWindow.xaml.cs": "",
    "Core/A.cs": "",
    "a.sln": "",
    "b.resx": "<root/>",
  };
  async function added(made: readonly string[], from = files): Promise<string> {
    const { tree } = await openProject(new MemoryStore(from));
    const draft = {
      moves: [],
      edits: [],
      claims: [],
      made: made.map((path) => ({ path: at(path), text: "", why: "" })),
    };
    const { edits } = await withLists(tree, draft);
    return applyEdits(from["Orchard.csproj"] ?? "", edits);
  }

  test("are listed behind the last of their kind, a view with the code behind it", async () => {
    const then = await added(["Models/Leaf.cs", "Views/TreesView.xaml", "Views/TreesView.xaml.cs"]);
    expect(then.replaceAll("\r\n", "\n")).toBe(
      listed
        .replaceAll("\r\n", "\n")
        .replace(
          '    <Page Include="Views',
          '    <Compile Include="Models\\Leaf.cs" />\n    <Compile Include="Views\\TreesView.xaml.cs">\n      <DependentUpon>TreesView.xaml</DependentUpon>\n    </Compile>\n    <Page Include="Views',
        )
        .replace(
          "  </ItemGroup>",
          '    <Page Include="Views\\TreesView.xaml">\n      <SubType>Designer</SubType>\n      <Generator>MSBuild:Compile</Generator>\n    </Page>\n  </ItemGroup>',
        ),
    );
    expect(then.split("\n").every((line, index, all) => index === all.length - 1 || line.endsWith("\r"))).toBe(true);
  });

  test("are listed nowhere where a pattern, or the project by itself, takes them in", async () => {
    expect(await added(["Core/Deep/B.cs"])).toBe(listed);
    expect(await added(["Models/Leaf.cs", "Views/A.xaml"], { ...app, "a.sln": "" })).toBe(sdk);
  });

  test("and a file that was forgotten is offered a line", async () => {
    const store = new MemoryStore({
      ...files,
      "Models/Leaf.cs": "class Leaf {}",
      "steady-shelf.yaml": "version: 1\nstack: wpf\nsource: .\narrangement: mvvm\n",
    });
    const analysis = await analyse(store, { standing: at("") });
    const found = check(analysis).flatMap(({ fresh }) => fresh.filter(({ rule }) => rule === "unlisted-file"));
    expect(found.map(({ file }) => file)).toEqual(["Models/Leaf.cs"]);
    const { plan, repaired } = await planRepairs(analysis.project, found);
    expect([repaired.length, plan.proof.outcome]).toEqual([1, "holds"]);
    expect(plan.texts[0]?.after).toContain('<Compile Include="Models\\Leaf.cs" />');
  });
});

test("names are compared with those of before where those are known: strings of a file change, its types do not", async () => {
  const store = new MemoryStore(app);
  const { project, graph } = await analyse(store, { standing: at("") });
  const moves = [
    moveOf("Views/MainWindow.xaml > Shell/MainWindow.xaml"),
    moveOf("Views/MainWindow.xaml.cs > Shell/MainWindow.xaml.cs"),
  ];
  const { proof } = await planMoves(project, moves, { graph });
  expect(proof.different).toEqual([]);
  expect(proof.outcome).toBe("holds");
});

test("an address that leads nowhere may be that of a file with a name of its own in the project", async () => {
  const files = { ...app, "A.xaml": '<Image Source="/leaf.png"/>' };
  const { proof } = await planOf(files, ["Images/leaf.png > Images/twig.png"]);
  expect(proof.gaps.map(({ file, reason }) => `${reason} ${file}`)).toEqual(["computed A.xaml"]);
});
