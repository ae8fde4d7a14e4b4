/** Taking out, joining and splitting in Swift: what stands where afterwards, and what the proof says of it. */
import { describe, expect, test } from "vitest";
import type { Draft } from "../../change/draft.js";
import { planVerb } from "../../change/libraries/verbs.test.suite.js";
import type { Files } from "../../change/plan/planning.test.suite.js";
import { swiftStatements } from "./statements.js";

const manifest = {
  "Package.swift":
    'let package = Package(name: "PippinRow", targets: [.target(name: "App", path: "App"), .target(name: "Shed", path: "Shed")])\n',
};

/** The whole tree afterwards, after whichever of the three. */
const planned = (files: Files, command: string, change?: (draft: Draft) => Draft): ReturnType<typeof planVerb> =>
  planVerb({ ...manifest, ...files }, command, change);

const home =
  "//\n//  Home.swift\n//\n\nimport SwiftUI\n@testable import Shed\n\n/// Home.\nstruct Home: View {\n  var body: some View { TreeRow() }\n}\n\n// MARK: - Rows\n\n/// A row.\n@MainActor\nstruct TreeRow: View {\n  let tree: Tree\n  private var height: Int { 1 }\n}\n\nextension TreeRow: Equatable {\n  var low: Int { height }\n}\n\nprivate func tall() -> Int { 3 }\n\nstruct TreeRow_Previews: PreviewProvider {\n  static var previews: some View { TreeRow() }\n}\n\nprivate struct Tall { let a = tall() }\nextension Home { fileprivate func f() -> Int { tall() } }\n";

describe("what stands where", () => {
  test.each<[string, Files, string, Record<string, string>]>([
    [
      "a type goes with what adds to it, with its preview and its comments; the rest stays",
      { "App/Home.swift": home, "App/Tree.swift": "struct Tree {}\n" },
      "extract App/Home.swift TreeRow > App/",
      {
        "App/Home.swift":
          "//\n//  Home.swift\n//\n\nimport SwiftUI\n@testable import Shed\n\n/// Home.\nstruct Home: View {\n  var body: some View { TreeRow() }\n}\n\n// MARK: - Rows\n\nprivate func tall() -> Int { 3 }\n\nprivate struct Tall { let a = tall() }\nextension Home { fileprivate func f() -> Int { tall() } }\n",
        "App/TreeRow.swift":
          "import SwiftUI\n@testable import Shed\n\n/// A row.\n@MainActor\nstruct TreeRow: View {\n  let tree: Tree\n  private var height: Int { 1 }\n}\n\nextension TreeRow: Equatable {\n  var low: Int { height }\n}\n\nstruct TreeRow_Previews: PreviewProvider {\n  static var previews: some View { TreeRow() }\n}\n",
      },
    ],
    [
      "what only it needs goes along; a file that is there gains the imports",
      {
        "App/A.swift":
          "import UIKit\nimport Combine\n\nstruct A { let leaf = Leaf() }\n\nprivate struct Leaf {}\n\nstruct B {}\n",
        "App/C.swift": "import UIKit\n\nstruct C {}\n",
      },
      "extract App/A.swift A > App/C.swift",
      {
        "App/A.swift": "import UIKit\nimport Combine\n\nstruct B {}\n",
        "App/C.swift":
          "import UIKit\nimport Combine\n\nstruct C {}\n\nstruct A { let leaf = Leaf() }\n\nprivate struct Leaf {}\n",
      },
    ],
    [
      "members go into an extension, and a plain one in the target takes them",
      {
        "App/Tree.swift":
          "struct Tree {\n  let sort: String\n\n  /// How tall.\n  func height() -> Int {\n    1\n  }\n\n  static let all = [Tree]()\n}\n",
        "App/Tree+Sort.swift": "extension Tree {\n  func other() {}\n}\n",
      },
      "extract App/Tree.swift Tree.height Tree.all > App/Tree+Sort.swift",
      {
        "App/Tree.swift": "struct Tree {\n  let sort: String\n}\n",
        "App/Tree+Sort.swift":
          "extension Tree {\n  func other() {}\n\n  /// How tall.\n  func height() -> Int {\n    1\n  }\n\n  static let all = [Tree]()\n}\n",
      },
    ],
    [
      "a new file gets an extension, and one that loses all goes",
      {
        "App/Tree.swift": "import Foundation\n\nstruct Tree {}\n\nextension Tree {\n  var tall: Bool { true }\n}\n",
      },
      "extract App/Tree.swift Tree.tall",
      {
        "App/Tree.swift": "import Foundation\n\nstruct Tree {}\n",
        "App/Tree+Tall.swift": "import Foundation\n\nextension Tree {\n  var tall: Bool { true }\n}\n",
      },
    ],
    [
      "a mark that is called after a type goes with it; of a file that goes, every comment",
      {
        "App/Kinds.swift":
          "import UIKit\n\n// MARK: - Sort\n\nenum Sort {}\n\n// Loose.\n\n// MARK: Row\n\nstruct Row {}\n",
      },
      "split App/Kinds.swift",
      {
        "App/Sort.swift": "import UIKit\n\n// MARK: - Sort\n\nenum Sort {}\n",
        "App/Row.swift": "import UIKit\n\n// Loose.\n\n// MARK: Row\n\nstruct Row {}\n",
      },
    ],
    [
      "two files become one; what an editor writes at their heads does not come twice",
      {
        "App/A.swift": "// A.swift\nimport UIKit\n\nstruct A {}\n",
        "App/B.swift":
          "//\n//  B.swift\n//  PippinRow\n//\n//  Created by P. Row on 1.1.26.\n//  Copyright 2026\n//\n\nimport UIKit\nimport MapKit\n\n// One.\n\nstruct B {}\n// Last.\n",
      },
      "join App/B.swift > App/A.swift",
      {
        "App/A.swift":
          "// A.swift\nimport UIKit\nimport MapKit\n\nstruct A {}\n\n//  Copyright 2026\n\n// One.\n\nstruct B {}\n// Last.\n",
      },
    ],
    [
      "each type gets a file; what the file is called after and what is no type stay",
      {
        "App/Tree.swift":
          'import UIKit\n\nstruct Tree {}\n\nenum Sort { case cox, bramley }\n\nclass Row {\n  private var a = 1\n}\n\nextension Row { func b() { a += 1 } }\n\nlet limit = 3\n\n#Preview("Row") {\n  Row()\n}\n',
      },
      "split App/Tree.swift",
      {
        "App/Tree.swift": "import UIKit\n\nstruct Tree {}\n\nlet limit = 3\n",
        "App/Sort.swift": "import UIKit\n\nenum Sort { case cox, bramley }\n",
        "App/Row.swift":
          'import UIKit\n\nclass Row {\n  private var a = 1\n}\n\nextension Row { func b() { a += 1 } }\n\n#Preview("Row") {\n  Row()\n}\n',
      },
    ],
  ])("%s", async (_, files, command, wanted) => {
    const { plan, then } = await planned(files, command);
    expect(plan.proof).toMatchObject({ outcome: "holds", different: [], gaps: [] });
    const all: Record<string, string> = { ...manifest, ...files };
    const changed = Object.entries(then).filter(([path, text]) => all[path] !== text);
    expect(Object.fromEntries(changed)).toEqual(wanted);
  });
});

describe("refused", () => {
  test.each<[string, Files, string, string]>([
    [
      "something private on both sides",
      { "App/Z.swift": "private let limit = 1\nstruct A { let a = limit }\nstruct B { let b = limit }\n" },
      "extract App/Z.swift A > App/",
      "EXTRACT_PRIVATE",
    ],
    [
      "a private member that an addition uses",
      { "App/A.swift": "struct A { private var a: Int { 1 }\n var c: Int { a } }\nstruct B {}\n" },
      "extract App/A.swift A.c > App/C.swift",
      "EXTRACT_PRIVATE",
    ],
    [
      "a setter that is private, and who may use it",
      { "App/A.swift": "struct A { private(set) var a = 1\n mutating func c() { a = 2 } }\n" },
      "extract App/A.swift A.c > App/C.swift",
      "EXTRACT_PRIVATE",
    ],
    [
      "private names that others would come to mean",
      { "App/A.swift": "private struct Leaf {}\nlet a = Leaf()\n", "App/B.swift": "let b = Leaf.self\n" },
      "join App/A.swift > App/B.swift",
      "JOIN_CLASH",
    ],
    [
      "the same into a file that is there",
      {
        "App/A.swift": "struct A { let a = Leaf() }\nprivate struct Leaf {}\nstruct B {}\n",
        "App/B.swift": "let b = Leaf.self\n",
      },
      "extract App/A.swift A > App/B.swift",
      "RENAME_TAKEN",
    ],
    [
      "what is stored",
      { "App/A.swift": "struct A { var a = 1\n var b: Int { 1 } }\n" },
      "extract App/A.swift A.a > App/C.swift",
      "MEMBER_STAYS",
    ],
    ["a case", { "App/A.swift": "enum A { case b }\n" }, "extract App/A.swift A.b > App/C.swift", "MEMBER_STAYS"],
    [
      "what a protocol asks for",
      { "App/A.swift": "protocol A { func b() }\n" },
      "extract App/A.swift A.b > App/C.swift",
      "MEMBER_STAYS",
    ],
    [
      "what overrides, and how a class begins",
      { "App/A.swift": "class A { init() {}\n override func b() {} }\n" },
      "extract App/A.swift A.init > App/C.swift",
      "MEMBER_STAYS",
    ],
    [
      "a member of an extension that is public",
      { "App/A.swift": "struct A {}\npublic extension A { func b() {} }\n" },
      "extract App/A.swift A.b > App/C.swift",
      "MEMBER_STAYS",
    ],
    [
      "a member of a type that is private, or is there under a condition",
      { "App/A.swift": "private struct A { func b() {} }\nlet a = 1\n" },
      "extract App/A.swift A.b > App/C.swift",
      "MEMBER_STAYS",
    ],
    [
      "an extension for which the compiler writes what is asked for",
      { "App/A.swift": "struct A { let b: Int }\n\nextension A: Codable {}\n\nstruct C {}\n" },
      "extract App/A.swift 3-3 > App/D.swift",
      "EXTRACT_PRIVATE",
    ],
    [
      "keys by which the compiler writes",
      { "App/A.swift": "struct A: Codable { enum CodingKeys: String, CodingKey { case b } }\n" },
      "extract App/A.swift A.CodingKeys > App/D.swift",
      "MEMBER_STAYS",
    ],
    [
      "what another class overrides",
      { "App/A.swift": "class A { func b() {} }\n", "App/D.swift": "class D: A { override public func b() {} }\n" },
      "extract App/A.swift A.b > App/C.swift",
      "MEMBER_STAYS",
    ],
    [
      "one of two that are declared together",
      { "App/A.swift": "struct A { static let a = 1, b = 2 }\n" },
      "extract App/A.swift A.a > App/C.swift",
      "EXTRACT_PART",
    ],
    [
      "a member that is not there",
      { "App/A.swift": "struct A { func b() {} }\n" },
      "extract App/A.swift A.c",
      "NAME_MISSING",
    ],
    ["all of a file", { "App/A.swift": "struct A {}\n" }, "extract App/A.swift A > App/B.swift", "EXTRACT_ALL"],
    [
      "the file itself",
      { "App/A.swift": "struct A { func b() {} }\n" },
      "extract App/A.swift A.b > App/A.swift",
      "EXTRACT_SAME",
    ],
    [
      "another language",
      { "App/A.swift": "struct A {}\nstruct B {}\n" },
      "extract App/A.swift A > App/B.ts",
      "EXTRACT_LANGUAGE",
    ],
    [
      "lines that are carried out",
      { "App/main.swift": "let a = 1\nprint(a)\n" },
      "extract App/main.swift a > App/B.swift",
      "NAMES_UNREAD",
    ],
    [
      "by kind, which is for state",
      { "App/A.swift": "struct A {}\nstruct B {}\n" },
      "split App/A.swift by kind",
      "SPLIT_NOTHING",
    ],
    ["a file of one type", { "App/A.swift": "struct A {}\n\nlet b = 1\n" }, "split App/A.swift", "SPLIT_NOTHING"],
  ])("%s", async (_, files, command, code) => {
    await expect(planned(files, command)).rejects.toMatchObject({ code });
  });
});

describe("the proof does not trust the edits", () => {
  const files = {
    "App/A.swift":
      "import UIKit\nimport Orchards\n\n// Loose.\n\nstruct A {\n  // Inner.\n  func a() {}\n}\n\nstruct B {}\n\nprivate let limit = 1\n\nlet c = limit\n",
    "App/D.swift": "import UIKit\n\nstruct D { let a: A }\n",
  };
  const outcome = async (command: string, change?: (draft: Draft) => Draft): Promise<readonly string[]> => {
    const { plan } = await planned(files, command, change);
    return [plan.proof.outcome, ...plan.proof.different.map(({ reason }) => reason)];
  };
  const edited = (from: RegExp, to: string) => (draft: Draft) => ({
    ...draft,
    made: draft.made.map((each) => ({ ...each, text: each.text.replace(from, to) })),
  });
  test.each<[string, (draft: Draft) => Draft, string]>([
    [
      "an edit that is left out",
      (draft) => ({ ...draft, edits: draft.edits.slice(1) }),
      "a declaration would come up that nothing asks for",
    ],
    ["another text", edited(/a\(\)/, "b()"), "a declaration would be lost, or say something else"],
    ["an import that is left out", edited(/import Orchards\n/, ""), "its file would not say `import Orchards`"],
    ["a comment that is left out", edited(/ *\/\/ Inner\.\n/, ""), "a comment would be lost"],
  ])("%s", async (_, change, reason) => {
    expect(await outcome("extract App/A.swift A > App/E.swift", change)).toContain(reason);
  });
  test("something private that is parted, or comes to be known", async () => {
    const cut = (draft: Draft): Draft => {
      const at = files["App/A.swift"].indexOf("private let");
      const edit = {
        file: "App/A.swift" as Draft["edits"][number]["file"],
        start: at,
        end: at + 21,
        text: "",
        why: "",
      };
      return edited(/$/, "private let limit = 1\n")({ ...draft, edits: [...draft.edits, edit] });
    };
    expect(await outcome("extract App/A.swift A > App/E.swift", cut)).toContain(
      "it is private, and whoever uses it would be in another file",
    );
  });
  test("another target", async () => {
    expect(await outcome("extract App/A.swift A > Shed/E.swift")).toContain("other targets would build it");
  });
  test("an import more that nobody can look into, in a file that is there", async () => {
    const { plan } = await planned(files, "extract App/A.swift A > App/D.swift");
    // What `Orchards` gives comes to stand beside what `D` uses.
    expect(plan.proof.gaps.map(({ reason, file, detail }) => `${reason} ${file} ${detail}`)).toEqual([
      "beside App/D.swift `import Orchards`",
    ]);
  });
});

describe("statements", () => {
  const read = (text: string): string[] | undefined =>
    swiftStatements(text, "a.swift")?.map(
      ({ kind, declares, start, end }) => `${kind} ${declares.join(",")}: ${text.slice(start, end)}`,
    );
  test.each([
    [
      "let a = 1, b = [1, 2]\nvar (c, d) = (1, 2)",
      ["declaration a,b: let a = 1, b = [1, 2]", "declaration c,d: var (c, d) = (1, 2)"],
    ],
    [
      "let a: Map<Int, Row> = b\n  .c()\nfunc +(a: A) {}",
      ["declaration a: let a: Map<Int, Row> = b\n  .c()", "declaration : func +(a: A) {}"],
    ],
    [
      "@A(1)\npublic\nfinal class B: C {}; struct D {}",
      ["declaration B: @A(1)\npublic\nfinal class B: C {}", "declaration D: struct D {}"],
    ],
    [
      "infix operator +++\nlet `class` = { 1 }()",
      ["declaration : infix operator +++", "declaration class: let `class` = { 1 }()"],
    ],
    [
      "#if DEBUG\nstruct A {}\n#else\nlet b = 1\n#endif\nstruct C {}",
      ["declaration A,b: #if DEBUG\nstruct A {}\n#else\nlet b = 1\n#endif", "declaration C: struct C {}"],
    ],
    ["#if canImport(UIKit)\nimport UIKit\n#endif", ["import : #if canImport(UIKit)\nimport UIKit\n#endif"]],
    ["print(1)", undefined],
    ["struct A {", undefined],
    ["\0", undefined],
  ])("of %j", (text, wanted) => {
    expect(read(text)).toEqual(wanted);
  });
});
