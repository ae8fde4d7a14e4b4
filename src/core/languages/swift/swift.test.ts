import { describe, expect, test } from "vitest";
import { openProject } from "../../app/index.js";
import { buildGraph } from "../../graph/index.js";
import { moduleRules } from "../index.js";
import { MemoryStore } from "../../files/index.js";
import { planOf, respellings } from "../../change/plan/planning.test.suite.js";
import { planRename } from "../../change/rename/renaming.test.suite.js";
import type { ProjectPath } from "../../base/paths.js";
import { languageContract } from "../contract.test.suite.js";
import { projectText } from "../xcode/project.test.suite.js";
import { swift, swiftManifests } from "./index.js";

languageContract(
  swift,
  [
    { name: "a.swift", text: 'let a = UIImage(named: "harvest")', specifiers: ["harvest"] },
    { name: "a.swift", text: 'Image("apple").resizable()\nColor("Bark")', specifiers: ["apple", "Bark"] },
    { name: "a.swift", text: '/* /* Image("no") */ */ Image("yes")', specifiers: ["yes"] },
    { name: "a.swift", text: 'let s = #"Image("no")"#; Image(#"yes"#)', specifiers: ["yes"] },
    { name: "a.swift", text: 'let s = """\nImage("no")\n"""\nImage("yes")', specifiers: ["yes"] },
    { name: "a.swift", text: 'print("\\(Image("yes")) and Image(")', specifiers: ["yes"] },
    { name: "a.swift", text: 'let r = /"/ ; Image("yes")', specifiers: ["yes"] },
    { name: "a.swift", text: 'let r = a / b; Image("yes"); let q = c / d', specifiers: ["yes"] },
    { name: "a.swift", text: 'UIStoryboard(name: "Trees", bundle: nil)', specifiers: ["Trees"] },
    {
      name: "a.swift",
      text: 'Bundle.main.url(forResource: "weather", withExtension: "json")',
      specifiers: ["weather"],
    },
    {
      name: "a.swift",
      text: "Image(.apple); UIColor(resource: .bark); Color(.sRGB, red: 1)",
      specifiers: ["apple", "bark", "sRGB"],
    },
    {
      name: "a.swift",
      text: 'Image(systemName: "no"); Label("no", image: "leaf"); f(Image: "no"); Image(decorative: "apple")',
      specifiers: ["leaf", "apple"],
    },
  ],
  ["harvest", "old-banner", "Rücken", "a b"],
);

languageContract(
  swiftManifests,
  [
    {
      name: "Package.swift",
      text: 'let package = Package(name: "Trees", dependencies: [.package(path: "../Shared"), .package(url: "x", from: "1.0.0")], targets: [\n.target(name: "Trees", path: "Sources/Orchard", exclude: ["Notes.md"], resources: [.process("Data"), .copy("a.json")]),\n.testTarget(name: "TreesTests")])',
      specifiers: ["../Shared", "name", "Sources/Orchard", "Notes.md", "Data", "a.json", "name", "TreesTests"],
    },
  ],
  ["Sources/Trees", "a b/c"],
);

describe("declarations", () => {
  test.each([
    ["struct Tree: Identifiable {}\nstruct TreeRow: View { let tree: Tree }", "class Tree, component TreeRow"],
    ["public final class TreesViewController: UITableViewController {}", "component TreesViewController"],
    ["protocol SwapService: AnyObject {}", "class SwapService"],
    ["typealias Kilos = Int", "type Kilos"],
    [
      "func pick(_ tree: Tree) -> Int { let inner = 1; return inner }\nlet most = 3\nvar now = 4",
      "function pick, constant most, value now",
    ],
    ["private struct Hidden {}\nfileprivate let secret = 1\nstruct Seen { private(set) var a = 1 }", "class Seen"],
    ["private(set) var count = 1", "value count"],
    ["extension Date { var season: Season { .spring } }\nenum Season { case spring }", "class Season"],
    ["struct A_Previews: PreviewProvider {}\n#Preview { TreeRow() }\nstruct B {}", "class B"],
    ["@main\nstruct OrchardApp: App {}", "class OrchardApp"],
    ["@MainActor @Observable public final class Model {}", "class Model"],
    ["@available(iOS 17, *)\nindirect enum Kind { case a(Kind) }", "class Kind"],
    ["import struct Foundation.Date\nimport Trees\nactor Picker {}", "class Picker"],
    [
      "let a = 5\npublic struct B {}\nfunc == (l: B, r: B) -> Bool { true }\nfunc c() {}",
      "constant a, class B, function c",
    ],
    ["struct Tree<Fruit: Equatable>: View where Fruit: Sendable { func a() {} }", "component Tree"],
    ["#if DEBUG\nstruct Only {}\n#endif\nstruct After {}", "class Only, class After"],
  ])("%j", (text, wanted) => {
    const { exports = [], reading } = swift.extract(text, "a.swift", "all");
    expect(exports.map(({ kind, name }) => `${kind} ${name}`).join(", ")).toBe(wanted);
    expect(reading).toBe("whole");
    for (const { name, start, end } of exports) expect(text.slice(start, end)).toBe(name);
  });

  test.each([
    ["struct TreeRow: View { let tree: Tree; var body: some View { Text(tree.sort) } }", "View Tree Text"],
    ["extension Tree: Fruit { func a(crate: Crate) { pick(crate) } }", "Tree Fruit Crate pick"],
    ["let tree = Tree(); print(tree.row)", "Tree print"],
    ['// Tree\nlet a = "Tree \\(Twig.name)"', "Twig"],
  ])("uses of %j", (text, wanted) => {
    const { usesNames = [] } = swift.extract(text, "a.swift", "all");
    expect(usesNames.map(({ name }) => name).join(" ")).toBe(wanted);
  });

  test.each([
    ['let a = "no end\nlet b = 1', "not read"],
    ["/* no end", "not read"],
    ["struct A { func b() {", "around errors"],
    ["\0", "not read"],
  ])("what is wrong with %j", (text, wanted) => {
    const { reading, problem } = swift.extract(text, "a.swift", "all");
    expect(reading).toBe(wanted);
    expect(problem).toBeDefined();
  });
});

async function edgesOf(files: Readonly<Record<string, string>>): Promise<string[]> {
  const { tree, aliases } = await openProject(new MemoryStore(files));
  const graph = await buildGraph({ tree, rules: moduleRules, aliases });
  return tree.paths.flatMap((path) => graph.symbolTargetsOf(path).map(({ from, to, name }) => `${from} ${name} ${to}`));
}

describe("modules", () => {
  const files = {
    "App/Tree.swift": "struct Tree {}",
    "App/TreeRow.swift": "struct TreeRow { let tree: Tree }",
    "Tests/TreeTests.swift": "@testable import Orchard\nfinal class TreeTests { let tree: Tree }",
    "Tests/Alone.swift": "final class Alone { let tree: Tree }",
    "Widget/Card.swift": "struct Card { let tree: Tree }",
  };

  test("a target's files know each other; another module's are known where it is imported", async () => {
    const project = projectText({
      groups: [
        { path: "App", children: ["Tree.swift", "TreeRow.swift"] },
        { path: "Tests", children: ["TreeTests.swift", "Alone.swift"] },
        { path: "Widget", children: ["Card.swift"] },
      ],
      targets: {
        Orchard: ["Tree.swift", "TreeRow.swift"],
        OrchardTests: ["TreeTests.swift", "Alone.swift"],
        Widget: ["Card.swift", "Tree.swift"],
      },
    });
    expect(await edgesOf({ ...files, "Orchard.xcodeproj/project.pbxproj": project })).toEqual([
      "App/TreeRow.swift Tree App/Tree.swift",
      "Tests/TreeTests.swift Tree App/Tree.swift",
      "Widget/Card.swift Tree App/Tree.swift",
    ]);
  });

  test("a package's targets are its folders", async () => {
    const manifest =
      'let package = Package(name: "O", targets: [.target(name: "Orchard", path: "App"), .testTarget(name: "T", path: "Tests")])';
    expect(await edgesOf({ ...files, "Package.swift": manifest })).toEqual([
      "App/TreeRow.swift Tree App/Tree.swift",
      "Tests/TreeTests.swift Tree App/Tree.swift",
    ]);
  });

  test("storyboards and property lists name classes of their targets", async () => {
    const project = projectText({
      groups: [{ path: "App", children: ["Tree.swift", "Trees.storyboard", "name=Info.plist path=Info.plist"] }],
      targets: { Orchard: ["Tree.swift", "Trees.storyboard"] },
      settings: { INFOPLIST_FILE: "App/Info.plist" },
    });
    const named = {
      "App/Tree.swift": "class Tree {}",
      "App/Trees.storyboard":
        '<view customClass="Tree" customModule="Orchard"/><view customClass="Tree" customModule="Orchard"/>',
      "App/Info.plist":
        "<key>NSPrincipalClass</key><string>$(PRODUCT_MODULE_NAME).Tree</string><key>NSName</key><string>Tree</string>",
      "Orchard.xcodeproj/project.pbxproj": project,
    };
    expect(await edgesOf(named)).toEqual([
      "App/Info.plist Tree App/Tree.swift",
      "App/Trees.storyboard Tree App/Tree.swift",
    ]);
  });

  test("what two files declare, or no target has, is no edge", async () => {
    const project = projectText({
      groups: [{ path: "App", children: ["Tree.swift", "TreeRow.swift", "Other.swift"] }],
      targets: { Orchard: ["*"] },
    });
    const two = { ...files, "App/Other.swift": "class Tree {}", "Orchard.xcodeproj/project.pbxproj": project };
    expect(await edgesOf(two)).toEqual([]);
    expect(await edgesOf(files)).toEqual([]);
  });
});

describe("resources and packages that move", () => {
  const catalogue = "App/Assets.xcassets/apple.imageset/Contents.json";
  const renamed = `${catalogue} > App/Assets.xcassets/pippin.imageset/Contents.json`;

  interface Case {
    readonly name: string;
    readonly files: Readonly<Record<string, string>>;
    readonly moves: readonly string[];
    readonly edits?: readonly string[];
    readonly gaps?: readonly string[];
    readonly fails?: readonly string[];
  }

  test.each<Case>([
    {
      name: "a picture's name is that of its folder in the catalogue",
      files: { [catalogue]: "{}", "App/a.swift": 'Image("apple"); UIImage(named: "other"); Image(.apple)' },
      moves: [renamed],
      edits: ["App/a.swift: apple > pippin", "App/a.swift: apple > pippin"],
    },
    {
      name: "a name that two catalogues have is nobody's",
      files: {
        [catalogue]: "{}",
        "Kit/B.xcassets/apple.imageset/Contents.json": "{}",
        "App/a.swift": 'Image("apple")',
      },
      moves: [renamed],
      gaps: ["computed App/a.swift"],
    },
    {
      name: "one of another project is not meant",
      files: {
        [catalogue]: "{}",
        "App/Orchard.xcodeproj/project.pbxproj": projectText({ groups: [] }),
        "Kit/Package.swift": "",
        "Kit/B.xcassets/apple.imageset/Contents.json": "{}",
        "App/a.swift": 'Image("apple")',
      },
      moves: [renamed],
      edits: ["App/a.swift: apple > pippin"],
    },
    {
      name: "a name that is put together",
      files: { [catalogue]: "{}", "App/a.swift": 'Image("app\\(kind)")' },
      moves: [renamed],
      gaps: ["computed App/a.swift"],
    },
    {
      name: "a data model, by its container and as it is compiled",
      files: {
        "App/Orchard.xcdatamodeld/Orchard.xcdatamodel/contents": "<model/>",
        "App/a.swift":
          'NSPersistentContainer(name: "Orchard"); Bundle.main.url(forResource: "Orchard", withExtension: "momd")',
      },
      moves: [
        "App/Orchard.xcdatamodeld/Orchard.xcdatamodel/contents > App/Crates.xcdatamodeld/Orchard.xcdatamodel/contents",
      ],
      edits: ["App/a.swift: Orchard > Crates", "App/a.swift: Orchard > Crates"],
    },
    {
      name: "a name in a call that means something else, or nothing yet",
      files: { [catalogue]: "{}", "App/a.swift": 'UIStoryboard(name: "apple", bundle: nil)' },
      moves: [renamed],
      gaps: ["computed App/a.swift"],
    },
    {
      name: "a nib whose class has its name",
      files: { "App/TreeCell.xib": "", "App/Cells/TreeCell.swift": "" },
      moves: ["App/TreeCell.xib > App/BoughCell.xib"],
      fails: ["the class TreeCell may load it by its own name"],
    },
    {
      name: "a nib of no class",
      files: { "App/Header.xib": "", "App/a.swift": 'UINib(nibName: "Header", bundle: nil)' },
      moves: ["App/Header.xib > App/Footer.xib"],
      edits: ["App/a.swift: Header > Footer"],
    },
    {
      name: "a storyboard whose translations have its name",
      files: { "App/Base.lproj/Main.storyboard": "", "App/de.lproj/Main.strings": "" },
      moves: ["App/Base.lproj/Main.storyboard > App/Base.lproj/Trees.storyboard"],
      fails: ["Main.strings translates it by its name"],
    },
    {
      name: "translations of a storyboard",
      files: { "App/Base.lproj/Main.storyboard": "", "App/de.lproj/Main.strings": "" },
      moves: ["App/de.lproj/Main.strings > App/de.lproj/Words.strings"],
      fails: ["it translates Main.storyboard by its name"],
    },
    {
      name: "a file that is asked for in a folder of the bundle",
      files: {
        "Data/apple.json": "",
        "Data/b.json": "",
        "App/a.swift": 'Bundle.main.url(forResource: "apple", withExtension: "json", subdirectory: "Data")',
      },
      moves: ["Data/apple.json > Kept/apple.json"],
      fails: ["nothing would answer to any spelling of it"],
    },
    {
      name: "a whole text that no call explains may be the name",
      files: { [catalogue]: "{}", "App/a.swift": 'let icon = "apple"; let other = "apples"' },
      moves: [renamed],
      gaps: ["computed App/a.swift"],
    },
    {
      name: "icons, colours and storyboards in build settings",
      files: {
        "App/A.xcassets/AppIcon.appiconset/Contents.json": "{}",
        "App/A.xcassets/Bark.colorset/Contents.json": "{}",
        "App/Main.storyboard": "",
        "App/Base.xcconfig": "ASSETCATALOG_COMPILER_APPICON_NAME = AppIcon // the icon",
        "O.xcodeproj/project.pbxproj": projectText({
          groups: [],
          settings: {
            ASSETCATALOG_COMPILER_APPICON_NAME: "AppIcon",
            ASSETCATALOG_COMPILER_GLOBAL_ACCENT_COLOR_NAME: "Bark",
            INFOPLIST_KEY_UIMainStoryboardFile: "Main",
            PRODUCT_NAME: "Main",
          },
        }),
      },
      moves: [
        "App/A.xcassets/AppIcon.appiconset/Contents.json > App/A.xcassets/Pippin.appiconset/Contents.json",
        "App/A.xcassets/Bark.colorset/Contents.json > App/A.xcassets/Trunk.colorset/Contents.json",
        "App/Main.storyboard > App/Trees.storyboard",
      ],
      edits: [
        "App/Base.xcconfig: AppIcon > Pippin",
        "O.xcodeproj/project.pbxproj: AppIcon > Pippin",
        "O.xcodeproj/project.pbxproj: Bark > Trunk",
        "O.xcodeproj/project.pbxproj: Main > Trees",
      ],
    },
    {
      name: "a name that another file of the target has already",
      files: {
        "App/Tree.swift": "",
        "App/Kit/Bough.swift": "",
        "O.xcodeproj/project.pbxproj": projectText({
          groups: [{ path: "App", children: ["Tree.swift", { path: "Kit", children: ["Bough.swift"] }] }],
          targets: { Orchard: ["*"] },
        }),
      },
      moves: ["App/Tree.swift > App/Bough.swift"],
      edits: ["O.xcodeproj/project.pbxproj: Tree.swift > Bough.swift"],
      fails: [
        "two files of Orchard would be called Bough.swift, which the compiler refuses",
        "two files of Orchard would be called Bough.swift, which the compiler refuses",
      ],
    },
    {
      name: "one that is put together stays true where names stay",
      files: { [catalogue]: "{}", "App/a.swift": 'Image("app\\(kind)")' },
      moves: [`${catalogue} > App/More.xcassets/apple.imageset/Contents.json`],
    },
    {
      name: "pictures, colours and storyboards in interface files and property lists",
      files: {
        [catalogue]: "{}",
        "App/Trees.storyboard":
          '<imageView image="apple"/><button image="star" catalog="system"/><image name="apple" width="1"/><viewController storyboardIdentifier="apple"/>',
        "App/Info.plist": "<key>UIMainStoryboardFile</key>\n<string>Trees</string>",
        "App/a.m":
          '#import "b.h"\n[UIImage imageNamed:@"apple"]; [UIStoryboard storyboardWithName:@"Trees" bundle:nil];',
      },
      moves: [renamed, "App/Trees.storyboard > App/Rows.storyboard"],
      edits: [
        "App/Info.plist: Trees > Rows",
        "App/Trees.storyboard: apple > pippin",
        "App/Trees.storyboard: apple > pippin",
        "App/a.m: apple > pippin",
        "App/a.m: Trees > Rows",
      ],
    },
    {
      name: "a header that the project maps keeps its bare name; a new one follows",
      files: {
        "App/Tree.h": "",
        "App/Views/a.m": '#import "Tree.h"\n#import <UIKit/UIKit.h>\n#import <Orchard/Tree.h>',
        "O.xcodeproj/project.pbxproj": projectText({ groups: [{ path: "App", children: ["Tree.h"] }] }),
      },
      moves: ["App/Tree.h > App/Models/Bough.h"],
      edits: [
        "App/Views/a.m: Tree.h > Bough.h",
        "App/Views/a.m: Orchard/Tree.h > Orchard/Bough.h",
        "O.xcodeproj/project.pbxproj: Tree.h > Bough.h",
      ],
    },
    {
      name: "without a project a header is found beside the file, or by the way to it",
      files: { "src/Tree.h": "", "src/a.c": '#include "Tree.h"' },
      moves: ["src/a.c > src/deep/a.c"],
      edits: ["src/deep/a.c".replace("deep/", "") + ": Tree.h > ../Tree.h"],
    },
    {
      name: "a file that leaves a package's target",
      files: {
        "Package.swift": '.target(name: "A", path: "Sources/A"), .target(name: "B")',
        "Sources/A/a.swift": "",
        "Sources/A/c.swift": "",
        "Sources/B/b.swift": "",
      },
      moves: ["Sources/A/a.swift > Sources/B/a.swift"],
      fails: ["it would no longer be part of A"],
    },
    {
      name: "a folder of a target by its path, and one by its name",
      files: {
        "Package.swift": '.target(name: "A", path: "Sources/A", exclude: ["x.md"]), .target(name: "B")',
        "Sources/A/a.swift": "",
        "Sources/A/x.md": "",
        "Sources/B/b.swift": "",
        "Sources/B/c.swift": "",
      },
      moves: [
        "Sources/A/a.swift > Code/A/a.swift",
        "Sources/A/x.md > Code/A/x.md",
        "Sources/B/b.swift > Source/B/b.swift",
        "Sources/B/c.swift > Source/B/c.swift",
      ],
      edits: ["Package.swift: Sources/A > Code/A"],
    },
    {
      name: "public headers, and where headers are looked for",
      files: {
        "Package.swift": '.target(name: "A", path: "Sources/A", cSettings: [.headerSearchPath("Private")])',
        "Sources/A/include/a.h": "",
        "Sources/A/include/b.h": "",
        "Sources/A/Private/c.h": "",
      },
      moves: ["Sources/A/include/a.h > Sources/A/Public/a.h", "Sources/A/Private/c.h > Sources/A/Own/Private/c.h"],
      edits: ["Package.swift: Private > Own/Private"],
      fails: ["it would no longer be part of the public headers of A"],
    },
    {
      name: "what a target leaves out",
      files: {
        "Package.swift": '.target(name: "A", path: "Sources/A", exclude: ["x.md"])',
        "Sources/A/a.swift": "",
        "Sources/A/x.md": "",
      },
      moves: ["Sources/A/x.md > Sources/A/notes/y.md"],
      edits: ["Package.swift: x.md > notes/y.md"],
    },
  ])("$name", async ({ files, moves, edits = [], gaps = [], fails = [] }) => {
    const plan = await planOf(files, moves);
    expect(respellings(plan).filter((line) => !line.includes("/* "))).toEqual(edits);
    expect(plan.proof.gaps.map(({ reason, file }) => `${reason} ${file}`)).toEqual(gaps);
    expect(plan.proof.different.map(({ reason }) => reason)).toEqual(fails);
  });
});

test("a name in Objective-C is not told apart yet, and that is said", async () => {
  const asked = planRename({ "App/Tree.m": "@implementation Tree @end" }, "App/Tree.m Tree Bough");
  await expect(asked).rejects.toMatchObject({ code: "NAMES_LANGUAGE" });
});

test("what nothing could be found in is not asked for", () => {
  expect(swift.extract("struct Tree { let named = 1 }", "a.swift")).toEqual({
    references: [],
    computed: [],
    reading: "whole",
  });
  const path = "App/Assets.xcassets/old-banner.imageset/a.png" as ProjectPath;
  expect(swift.calledAs?.(path)).toEqual(["old-banner", "oldBanner"]);
});
