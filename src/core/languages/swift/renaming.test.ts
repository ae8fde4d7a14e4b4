/** Types of Swift that get other names: what means them, what only looks like it, and what nobody can tell. */
import { describe, expect, test } from "vitest";
import { planRename } from "../../change/rename/renaming.test.suite.js";
import { swift } from "./index.js";

const manifest = (...targets: string[]): string =>
  `let package = Package(name: "PippinRow", targets: [\n${targets.join(",\n")}\n])\n`;
const app = { "Package.swift": manifest('.target(name: "App", path: "App")') };

interface Case {
  readonly name: string;
  readonly files: Record<string, string>;
  readonly command?: string;
  /** Texts that are another then. */
  readonly then: Record<string, string>;
  readonly gaps?: readonly string[];
}

test.each<Case>([
  {
    name: "a type in every kind of place",
    files: {
      "App/Tree.swift": "@Trace struct Tree: Equatable { static let all: [Tree] = [Tree()] }\nlet one = Tree.self",
      "App/Use.swift":
        'extension Tree: Hashable {}\nfunc f<T: Tree>(_ tree: Tree?, to: [String: Tree]) -> Set<Tree> where T == Tree { print("\\(Tree.all)"); return tree as? Tree ?? .init() }\n@Tree var wrapped: Int\nlet path = \\Tree.row\nlet key = x ? Tree.a : Tree.b\ntypealias Old = Tree',
    },
    then: {
      "App/Bough.swift": "@Trace struct Bough: Equatable { static let all: [Bough] = [Bough()] }\nlet one = Bough.self",
      "App/Use.swift":
        'extension Bough: Hashable {}\nfunc f<T: Bough>(_ tree: Bough?, to: [String: Bough]) -> Set<Bough> where T == Bough { print("\\(Bough.all)"); return tree as? Bough ?? .init() }\n@Bough var wrapped: Int\nlet path = \\Bough.row\nlet key = x ? Bough.a : Bough.b\ntypealias Old = Bough',
    },
  },
  {
    name: "labels, members and what others have within themselves stay",
    files: {
      "App/Tree.swift": "struct Tree {}",
      "App/Use.swift":
        "let a = plant(Tree: 1).Tree\nlet b = [Tree: 1]\nlet c: Orchard.Tree\nenum Orchard { struct Tree {} ; func f() -> Tree {} }\nextension Orchard { var tree: Tree { .init() } }",
      "App/More.swift": "extension Orchard { struct Row { let tree: Tree } }\nstruct Row { let tree: Tree }",
    },
    then: {
      "App/Bough.swift": "struct Bough {}",
      "App/Use.swift":
        "let a = plant(Tree: 1).Tree\nlet b = [Bough: 1]\nlet c: Orchard.Tree\nenum Orchard { struct Tree {} ; func f() -> Tree {} }\nextension Orchard { var tree: Tree { .init() } }",
      "App/More.swift": "extension Orchard { struct Row { let tree: Tree } }\nstruct Row { let tree: Bough }",
    },
  },
  {
    name: "what a type descends from has one of its own",
    files: {
      "App/Tree.swift": "struct Tree {}",
      "App/Base.swift": "class Base { struct Tree {} }\nprotocol Grown { associatedtype Tree }\nclass Middle: Base {}",
      "App/Use.swift":
        "class A: Middle { let tree: Tree }\nstruct B: Grown { let tree: Tree }\nclass C { let tree: Tree }",
    },
    then: {
      "App/Bough.swift": "struct Bough {}",
      "App/Use.swift":
        "class A: Middle { let tree: Tree }\nstruct B: Grown { let tree: Tree }\nclass C { let tree: Bough }",
    },
  },
  {
    name: "parameters of types and functions stand for others",
    files: {
      "App/Tree.swift": "struct Tree {}",
      "App/Use.swift":
        "struct Box<Tree: Hashable>: View { let tree: Tree }\nfunc f<Kind, Tree>(a: Tree) -> Tree { let t: Tree }\nfunc g(a: Tree) {}\nfunc h() { struct Tree {}; let a = Tree() }\nprotocol P { func p<Tree>(a: Tree)\n func q(a: Tree) }",
    },
    then: {
      "App/Bough.swift": "struct Bough {}",
      "App/Use.swift":
        "struct Box<Tree: Hashable>: View { let tree: Tree }\nfunc f<Kind, Tree>(a: Tree) -> Tree { let t: Tree }\nfunc g(a: Bough) {}\nfunc h() { struct Tree {}; let a = Tree() }\nprotocol P { func p<Tree>(a: Tree)\n func q(a: Bough) }",
    },
  },
  {
    name: "another module that imports it, and one that has its own",
    files: {
      "Package.swift": manifest(
        '.target(name: "App", path: "App")',
        '.target(name: "Shed", path: "Shed")',
        '.testTarget(name: "AppTests", path: "Tests")',
      ),
      "App/Tree.swift": "public struct Tree {}",
      "Tests/TreeTests.swift": "@testable import App\nfinal class TreeTests: XCTestCase { let tree = App.Tree() }",
      "Tests/All.swift": "import struct App.Tree\nlet all = [TreeTests.self]",
      "Shed/Tree.swift": "struct Tree {}\nlet one = Tree()",
    },
    then: {
      "App/Bough.swift": "public struct Bough {}",
      "Tests/BoughTests.swift": "@testable import App\nfinal class BoughTests: XCTestCase { let tree = App.Bough() }",
      "Tests/All.swift": "import struct App.Bough\nlet all = [BoughTests.self]",
    },
  },
  {
    name: "previews, delegates and extensions go along; what only begins alike stays",
    files: {
      "App/TreeRow.swift":
        "struct TreeRow: View {}\nprotocol TreeRowDelegate {}\nstruct TreeRowHeader {}\nstruct TreeRow_Previews: PreviewProvider { static var previews: some View { TreeRow() } }",
      "App/TreeRow+Season.swift": "extension TreeRow { }",
    },
    command: "App/TreeRow.swift BoughRow",
    then: {
      "App/BoughRow.swift":
        "struct BoughRow: View {}\nprotocol BoughRowDelegate {}\nstruct TreeRowHeader {}\nstruct BoughRow_Previews: PreviewProvider { static var previews: some View { BoughRow() } }",
      "App/BoughRow+Season.swift": "extension BoughRow { }",
    },
  },
  {
    name: "lists of a type are extended like any other, and with what they have",
    files: {
      "App/Tree.swift": "struct Tree {}",
      "App/Use.swift": "extension [Tree] { func a(_: Tree) {} }\nextension Array where Element: Tree { var b: Tree }",
    },
    then: {
      "App/Bough.swift": "struct Bough {}",
      "App/Use.swift":
        "extension [Bough] { func a(_: Bough) {} }\nextension Array where Element: Bough { var b: Bough }",
    },
  },
  {
    name: "a private type of another file is another",
    files: {
      "App/Tree.swift": "struct Tree {}",
      "App/Use.swift": "private struct Tree {}\nlet a = Tree()",
      "App/More.swift": "private init() {}\nlet a = Tree()",
    },
    then: { "App/Bough.swift": "struct Bough {}", "App/More.swift": "private init() {}\nlet a = Bough()" },
  },
  {
    name: "a type beside it alone",
    files: { "App/Tree.swift": "struct Tree {}\nstruct Leaf {}\nlet a: Leaf", "App/Use.swift": "let b: Leaf" },
    command: "App/Tree.swift Leaf Needle",
    then: { "App/Tree.swift": "struct Tree {}\nstruct Needle {}\nlet a: Needle", "App/Use.swift": "let b: Needle" },
  },
  {
    name: "what descends from what cannot be read is said",
    files: {
      "App/Tree.swift": "struct Tree {}",
      "App/Use.swift": "class A: OutsideController { let a: Tree }\nclass B: UIViewController { let a: Tree }",
    },
    then: {
      "App/Bough.swift": "struct Bough {}",
      "App/Use.swift": "class A: OutsideController { let a: Bough }\nclass B: UIViewController { let a: Bough }",
    },
    gaps: [
      "another type App/Use.swift: A descends from OutsideController, which is declared outside and may have a type of this name",
    ],
  },
  {
    name: "a member of the same name, and Objective-C, are said",
    files: {
      "App/Tree.swift": "@objc public class Tree: NSObject {}",
      "App/Use.swift": "class A { static func Tree() {}\n func f() { Tree() } }",
      "App/Old.m": '// Tree\n#import "Tree.h"\nTree *a = @"Tree";',
    },
    then: { "App/Bough.swift": "@objc public class Bough: NSObject {}" },
    gaps: [
      "another type App/Old.m: what it means there cannot be told",
      "another type App/Use.swift: A has a member of this name",
    ],
  },
  {
    name: "a name of its own for Objective-C stays",
    files: {
      "App/Tree.swift": "@objc(Tree) class Tree: NSObject {}",
      "App/Old.m": '#import "A.h"\nTree *a;',
      "App/Main.storyboard": '<view customClass="Tree"/>',
    },
    then: { "App/Bough.swift": "@objc(Tree) class Bough: NSObject {}" },
  },
  {
    name: "storyboards, lists and models name classes",
    files: {
      "App/Tree.swift": "class Tree: UIView {}",
      "App/Main.storyboard":
        '<view customClass="Tree" customModule="App" customModuleProvider="target"/><view customClass="Tree" customModule="Shed"/>',
      "App/Info.plist":
        "<key>UISceneDelegateClassName</key>\n<string>$(PRODUCT_MODULE_NAME).Tree</string><key>NSName</key><string>Tree</string>",
      "App/Orchard.xcdatamodeld/Orchard.xcdatamodel/contents": '<entity name="Tree" representedClassName=".Tree"/>',
    },
    then: {
      "App/Bough.swift": "class Bough: UIView {}",
      "App/Main.storyboard":
        '<view customClass="Bough" customModule="App" customModuleProvider="target"/><view customClass="Tree" customModule="Shed"/>',
      "App/Info.plist":
        "<key>UISceneDelegateClassName</key>\n<string>$(PRODUCT_MODULE_NAME).Bough</string><key>NSName</key><string>Tree</string>",
      "App/Orchard.xcdatamodeld/Orchard.xcdatamodel/contents": '<entity name="Tree" representedClassName=".Bough"/>',
    },
  },
  {
    name: "tests of one name in two modules; a class of Objective-C that has the new name",
    files: {
      "Package.swift": manifest(
        '.target(name: "App", path: "App")',
        '.testTarget(name: "One", path: "One")',
        '.testTarget(name: "Two", path: "Two")',
      ),
      "App/Tree.swift": "public struct Tree {}",
      "App/Old.m": "#import <Foundation/Foundation.h>\n@interface Bough : NSObject @end",
      "One/TreeTests.swift": "import App\nclass TreeTests { let a = Tree() }",
      "Two/TreeTests.swift": "import App\nclass TreeTests { let a = Tree() }",
    },
    then: {
      "App/Bough.swift": "public struct Bough {}",
      "One/BoughTests.swift": "import App\nclass BoughTests { let a = Bough() }",
      "Two/BoughTests.swift": "import App\nclass BoughTests { let a = Bough() }",
    },
    gaps: ["another type App/Old.m: what it means there cannot be told"],
  },
  {
    name: "what is not public is known to no other module, but to tests that ask for it",
    files: {
      "Package.swift": manifest(
        '.target(name: "App", path: "App")',
        '.target(name: "Shed", path: "Shed")',
        '.testTarget(name: "AppTests", path: "Tests")',
      ),
      "App/Tree.swift": "struct Tree {}",
      "Shed/Use.swift": "import App\nlet a = Tree()",
      "Tests/Use.swift": "@testable import App\nlet a = Tree()",
    },
    then: { "App/Bough.swift": "struct Bough {}", "Tests/Use.swift": "@testable import App\nlet a = Bough()" },
  },
  {
    name: "a nib is called as its class is, and goes along",
    files: {
      "App/TreeCell.swift": "class TreeCell: UITableViewCell {}",
      "App/TreeCell.xib": '<tableViewCell customClass="TreeCell" customModule="App"/>',
    },
    command: "App/TreeCell.swift BoughCell",
    then: {
      "App/BoughCell.swift": "class BoughCell: UITableViewCell {}",
      "App/BoughCell.xib": '<tableViewCell customClass="BoughCell" customModule="App"/>',
    },
  },
  {
    name: "what is stored under the name, and a file that nothing builds",
    files: { "Other/Tree.swift": "@Model final class Tree {}" },
    command: "Other/Tree.swift Bough",
    then: { "Other/Bough.swift": "@Model final class Bough {}" },
    gaps: [
      "another type Other/Tree.swift: no target that was read builds it, so whose names it knows is not known",
      "stored Other/Tree.swift: what is stored as Tree would not be found as Bough",
    ],
  },
  {
    name: "a file that nothing builds and that holds the name, and texts by which the system looks for a class",
    files: {
      "App/Tree.swift": "class Tree: NSObject {}",
      "App/Use.swift": 'let a = NSClassFromString("App.Tree")',
      "App/Old.m": '#import "A.h"\nClass a = NSClassFromString(@"App.Tree");',
      "Elsewhere/Use.swift": "let a = Tree()",
      "App.xcodeproj/xcshareddata/xcschemes/App.xcscheme": '<Test\n Identifier = "TreeTests/testA()">',
      "Plans/All.xctestplan": '{ "skippedTests" : [ "TreeTests\\/testA()" ] }',
      "App/TreeTests.swift": "final class TreeTests: XCTestCase { let a = Tree() }",
    },
    then: {
      "App/Bough.swift": "class Bough: NSObject {}",
      "App/BoughTests.swift": "final class BoughTests: XCTestCase { let a = Bough() }",
      "App.xcodeproj/xcshareddata/xcschemes/App.xcscheme": '<Test\n Identifier = "BoughTests/testA()">',
      "Plans/All.xctestplan": '{ "skippedTests" : [ "BoughTests\\/testA()" ] }',
    },
    gaps: [
      "another type App/Old.m: what it means there cannot be told",
      "another type App/Use.swift: what it means there cannot be told",
      "another type Elsewhere/Use.swift: no target that was read builds this file",
    ],
  },
  {
    name: "a file with an error that holds the name",
    files: { "App/Tree.swift": "struct Tree {}", "App/Use.swift": "let a = Tree(\n" },
    then: { "App/Bough.swift": "struct Bough {}" },
    gaps: ["not understood App/Use.swift: its names could not be told apart"],
  },
  {
    name: "a function that is called as the type is, a variable of a loop, and what is kept by its class",
    files: {
      "App/Tree.swift": "class Tree: NSObject, NSCoding {}",
      "App/Use.swift": "func g() { for Leaf in trees { Leaf.grow() } }\nfunc f() -> Tree { .init() }",
      "App/Leaf.swift": "struct Leaf {}\nfunc Leaf() -> Leaf { .init() }",
    },
    then: {
      "App/Bough.swift": "class Bough: NSObject, NSCoding {}",
      "App/Use.swift": "func g() { for Leaf in trees { Leaf.grow() } }\nfunc f() -> Bough { .init() }",
    },
    gaps: ["stored App/Tree.swift: what is stored as Tree would not be found as Bough"],
  },
  {
    name: "a name that a function has as well",
    files: { "App/Leaf.swift": "struct Leaf {}", "App/Use.swift": "func Leaf() -> Leaf { .init() }\nfor Leaf in a {}" },
    command: "App/Leaf.swift Needle",
    then: { "App/Needle.swift": "struct Needle {}" },
    gaps: [
      "another type App/Use.swift: a function or a value of the top level is called so, too",
      "another type App/Use.swift: what it means there cannot be told",
    ],
  },
  {
    name: "conditions of compilation are no names",
    files: { "App/Tree.swift": "struct Tree {}", "App/Use.swift": "#if Tree && canImport(Tree)\nlet a: Tree\n#endif" },
    then: {
      "App/Bough.swift": "struct Bough {}",
      "App/Use.swift": "#if Tree && canImport(Tree)\nlet a: Bough\n#endif",
    },
  },
])("$name", async ({ files, command = "App/Tree.swift Bough", then: wanted, gaps = [] }) => {
  const all = { ...app, ...files };
  const { plan, then } = await planRename(all, command);
  const changed = Object.entries(then).filter(([path, text]) => (all as Record<string, string>)[path] !== text);
  expect(Object.fromEntries(changed)).toEqual(wanted);
  expect(plan.proof.different).toEqual([]);
  expect(plan.proof.gaps.map(({ reason, file, detail }) => `${reason} ${file}: ${detail}`).sort()).toEqual(gaps);
});

describe("refused", () => {
  test.each([
    ["a name that is taken in the module", "App/Tree.swift Leaf", "RENAME_TAKEN"],
    ["a word of the language", "App/Tree.swift Tree protocol", "NAME_UNUSABLE"],
    ["what no type can be called", "App/Tree.swift Tree a-b", "NAME_UNUSABLE"],
    ["its own name", "App/Tree.swift Tree Tree", "NAME_UNUSABLE"],
    ["what the file does not declare", "App/Tree.swift Three Bough", "NAME_MISSING"],
    ["a function", "App/Tree.swift plant grow", "TYPE_ONLY"],
    ["a text with an error", "App/Broken.swift Tree Bough", "NAMES_UNREAD"],
  ])("%s", async (_, command, code) => {
    const files = {
      ...app,
      "App/Tree.swift": "struct Tree {}\nfunc plant() {}",
      "App/Leaf.swift": "struct Leaf {}",
      "App/Broken.swift": "struct Tree {",
    };
    await expect(planRename(files, command)).rejects.toMatchObject({ code });
  });
});

describe("the proof does not trust the edits", () => {
  const files = {
    ...app,
    "App/Tree.swift": "struct Tree {}",
    "App/Use.swift": "let a = Tree()\nlet b = Tree()\nclass A { struct Bough {} ; let c: Int }",
  };
  test("an edit that is left out", async () => {
    const { renamed } = await planRename(files, "App/Tree.swift Bough");
    expect(renamed.draft.edits).toHaveLength(3);
    for (const [left] of renamed.draft.edits.entries()) {
      const { plan } = await planRename(files, "App/Tree.swift Bough", {
        change: (draft) => ({ ...draft, edits: draft.edits.filter((_, index) => index !== left) }),
      });
      expect(plan.proof.outcome).toBe("fails");
    }
  });
  test("a name that another type has within itself", async () => {
    const shadowed = { ...files, "App/More.swift": "extension A { func f() -> Tree {} }" };
    const { plan } = await planRename(shadowed, "App/Tree.swift Bough");
    expect(plan.proof.different.map(({ file, reason }) => `${file}: ${reason}`)).toEqual([
      "App/More.swift: another type would be meant",
    ]);
  });
  test("a name that Apple's types have within themselves", async () => {
    const lent = { ...app, "App/Tree.swift": "struct Tree {}", "App/Use.swift": "class A: UIButton { let a: Tree }" };
    const { plan } = await planRename(lent, "App/Tree.swift Configuration");
    expect(plan.proof.outcome).toBe("fails");
  });
});

test("a text that is not one has no names", () => {
  expect(swift.types?.read("\0", "a.swift")).toBeUndefined();
  expect(swift.types?.read("struct A {", "a.swift")).toBeUndefined();
});
