/** What a Swift text says of types: where each name stands, in which scope, and what the scopes declare. */
import { describe, expect, test } from "vitest";
import { swiftCustoms } from "./customs.js";
import { lentTypes } from "./lent-types.js";
import { isReservedInSwift, swiftTypeNames } from "./type-names.js";

/** Each place of a name as `role`, with the type around it: `uses in Orchard.Row`. */
function placesOf(text: string, name = "Tree"): string[] {
  const read = swiftTypeNames(text);
  if (!read) return ["nothing"];
  return read.places
    .filter((place) => place.name === name)
    .map(({ role, scope, qualifier, isHidden, isPublic, knownAs, isStored }) => {
      const around: string[] = [];
      for (let at = scope; at >= 0; at = read.scopes[at]?.above ?? -1) around.push(read.scopes[at]?.type ?? "");
      const [type] = around.filter((each) => each !== "");
      return [
        qualifier === undefined ? role : `${role} behind ${qualifier}`,
        ...(type === undefined ? [] : [`in ${type}`]),
        ...(isHidden ? ["hidden"] : []),
        ...(isPublic ? ["public"] : []),
        ...(knownAs === undefined ? [] : [`known as ${knownAs}`]),
        ...(isStored ? ["stored"] : []),
      ].join(" ");
    });
}

describe("places", () => {
  test.each<[string, string[]]>([
    ["struct Tree {}", ["declares"]],
    ["public final class Tree: Base {}", ["declares public"]],
    ["open class Tree {}", ["declares public"]],
    ["public func a() {}\nstruct Tree {}", ["declares"]],
    ["public let a = 1; enum Tree {}", ["declares"]],
    ["fileprivate enum Tree {}", ["declares hidden"]],
    ["private(set) var a = 1\nstruct Tree {}", ["declares"]],
    ["private func a() {}\nactor Tree {}", ["declares"]],
    ["@objc(PRTree) class Tree {}", ["declares known as PRTree"]],
    ["@objc(Tree) class PRTree {}", ["keeps"]],
    ["@Model\nfinal class Tree {}", ["declares stored"]],
    ["class Tree: NSObject, NSSecureCoding {}", ["declares stored"]],
    ["typealias Tree = Int", ["declares"]],
    ["protocol Tree: AnyObject {}", ["declares"]],
    ["extension Tree {}", ["uses"]],
    ["extension Tree: Hashable { let a: Tree }", ["uses", "uses in Tree"]],
    ["extension Orchard.Tree {}", ["uses behind Orchard"]],
    ["enum Orchard { struct Tree {} }", ["keeps in Orchard"]],
    ["enum Orchard { case Tree, bush(Tree) }", ["keeps in Orchard", "uses in Orchard"]],
    ["func f() { switch a { case Tree.b: break } }", ["uses"]],
    ["func Tree() {}", ["unclear"]],
    ["func f() { let Tree = 1; _ = Tree }", ["keeps", "uses"]],
    ["let a = f(Tree: 1)", ["keeps"]],
    ["let a = f(b ? Tree.c : Tree.d)", ["uses", "uses"]],
    ["func f(of Tree: Int) {}", ["keeps"]],
    ["let a: [Tree: Tree] = [:]", ["uses", "uses"]],
    ["let a = .Tree", ["keeps"]],
    ["let a = b.c.Tree", ["keeps"]],
    ["let a = Orchard.Tree()", ["uses behind Orchard"]],
    ["import Tree\nimport struct Orchard.Tree", ["keeps", "uses behind Orchard"]],
    ['let a = "Tree \\(Tree.b) Tree"', ["uses"]],
    ["// Tree\n/* Tree /* Tree */ */ let a: Tree", ["uses"]],
    ["let a = /Tree/; let b = #/Tree/#", []],
    ["#if Tree\nlet a: Tree\n#elseif os(Tree)\n#endif", ["uses"]],
    ["struct Box<Tree> { let a: Tree }", ["keeps", "uses in Box"]],
    ["let a = `Tree`()", ["uses"]],
    ["@Tree var a = 1", ["uses"]],
    ["let a = #selector(Tree.b)", ["uses"]],
    ['let a = NSClassFromString("App.Tree")', ["unclear"]],
    ['let a = print("App.Tree")', []],
    ["struct A {", ["nothing"]],
  ])("%j", (text, wanted) => {
    expect(placesOf(text)).toEqual(wanted);
  });
});

test.each<[string, string[]]>([
  ["struct A: B, C.D & E where F: G {}", ["A: B, C.D, E"]],
  ["class A<T: H>: @unchecked Sendable, any B {}", ["A: Sendable, B"]],
  ["extension [A]: B {}", ["+Array: B"]],
  ["extension A.B where C == D { enum E {} }", ["+A.B: ", "A.B.E: "]],
  ["func f() { struct A {} }", ["(0).A: "]],
])("types of %j", (text, wanted) => {
  const scopes = swiftTypeNames(text)?.scopes ?? [];
  const types = scopes.flatMap(({ type, parents, isExtension }) =>
    type === undefined ? [] : [`${isExtension ? "+" : ""}${type}: ${parents.join(", ")}`],
  );
  expect(types).toEqual(wanted);
});

test.each([
  ["View", "Body", true],
  ["UIButton", "Configuration", true],
  ["Codable", "Tree", false],
  ["AVCaptureVideoDataOutputSampleBufferDelegate", "Tree", false],
])("what %s has within itself: %s is %s", (parent, name, wanted) => {
  expect(lentTypes(parent)?.includes(name)).toBe(wanted);
});

test("of what is not known nothing is said", () => {
  for (const parent of ["OrchardController", "TreeDelegate", "xDelegate"]) expect(lentTypes(parent)).toBeUndefined();
  expect(["class", "where", "Self"].every(isReservedInSwift)).toBe(true);
  expect(["Tree", "actor", "some1"].some(isReservedInSwift)).toBe(false);
});

describe("customs", () => {
  const made = "//\n//  Tree.swift\n//  PippinRow\n//\n//  Created by P. Row on 1.1.26.\n//";
  test.each([
    [made, ""],
    [`${made}\n//  Copyright 2026 Pippin Row`, "//  Copyright 2026 Pippin Row"],
    ["// Deprecated", "// Deprecated"],
    ["//\n// Other.swift\n//", "//\n// Other.swift\n//"],
    ["/// Tree.swift", "/// Tree.swift"],
  ])("the head %j", (head, wanted) => {
    expect(swiftCustoms.withoutEditorHead(head, "Tree.swift")).toBe(wanted);
  });

  test.each([
    ["import UIKit", true],
    ["import struct SwiftUI", true],
    ["@testable import UIKit", false],
    ["import Orchards", false],
    ["#if os(iOS)\nimport UIKit\n#endif", false],
  ])("%j is of the system: %s", (statement, wanted) => {
    expect(swiftCustoms.isOfSystem(statement)).toBe(wanted);
  });
});
