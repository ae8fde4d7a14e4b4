import { describe, expect, test } from "vitest";
import { applyEdits } from "../../base/text/index.js";
import { fullNameOf } from "../../graph/index.js";
import type { NamespaceNames, NewNamespaces } from "../namespace-names.js";
import { csharp } from "./index.js";
import { outsideTypes } from "./outside-types.js";
import { readNamespaces } from "./namespaces.js";
import { writeNamespaces } from "./write-namespaces.js";

function read(text: string): NamespaceNames {
  const names = readNamespaces(text);
  if (!names) throw new Error("not read");
  return names;
}

const dotted = (names: NamespaceNames, index: number): string =>
  (names.names[index]?.parts ?? []).map(({ name }) => name).join(".");

/** Names as they are used: `!` where only a type can stand, `@` for an attribute, `<1>` for types in brackets. */
function used(text: string): string {
  const names = read(text);
  const taken = new Set(names.takes.map(({ target }) => target));
  return names.names
    .map((each, index) => {
      if (taken.has(index)) return "";
      const from = each.from === "outermost" ? "::" : each.from === "alias" ? "^" : "";
      const kind = each.mayEndIn !== undefined ? "@" : each.form === "type" ? "!" : "";
      return (
        (each.mayEndIn !== undefined && each.form === "maybe" ? "@?" : kind) +
        from +
        dotted(names, index) +
        (each.arity ? `<${each.arity}>` : "")
      );
    })
    .filter((word) => word !== "")
    .join(" ");
}

describe("names that are used, and those that are only declared, called or set", () => {
  test.each([
    ["class A { Tree tree; }", "!Tree"],
    ["class A { Row[] Rows; Row? Last; List<Row> All; }", "!Row !Row !List<1> !Row"],
    ["class A { Tree Tree { get; set; } void Tree2(Row row) {} }", "!Tree !Row"],
    ["class A { A() {} ~A() {} void F() { Call(); Other.Call(); new Tree(); } }", "Other.Call !Tree"],
    ["class A { void F() { Name = Row; var x = new T { Name = 1, Other = 2 }; F(name: 3); } }", "Row !T"],
    [
      "class A { object F(object o) { return o is Row && o as Leaf != null ? (Twig)o : typeof(Bud); } }",
      "o !Row o !Leaf !Twig o !Bud",
    ],
    ["[Route] class A { [Orchard.Show, Hide(1)] int a; int b = c[Row]; }", "@Route @Orchard.Show @Hide c Row"],
    ["class A { [Mark(1, Row = Leaf.One), Other] int a; }", "@Mark Leaf.One @Other"],
    ["[assembly: Mark] [return: Note] class A { void F([Given] int x) {} }", "@Mark @?Note @?Given"],
    ["class A : Base, IRow<Leaf> where T : Bud {}", "!Base !IRow<1> !Leaf T !Bud"],
    ["class A { global::Orchard.Tree a; p::Tree b; }", "!::Orchard.Tree !^p.Tree"],
    ["class A { void F() { a.Tree.Row(); this.Leaf = base.Twig; x?.Bud(); } }", "a.Tree.Row x"],
    ["enum A { One, Two = Row.Two, Three }", "Row.Two"],
    ["class A { Func<Row, Leaf, Twig> f; Map<int, Bud, string> g; }", "!Func<3> !Row !Leaf !Twig !Map<3> !Bud"],
    ["class A { public static explicit operator Row(Leaf leaf) => null; }", "!Row !Leaf"],
    ["class A { bool F(object o) => o is Row(1) || o is not Leaf(2); }", "o !Row o !Leaf"],
    [
      "class A { int F(object o) => o switch { Row(var a) => a, Leaf(2) when G() => 1, _ => H(3) }; }",
      "o !Row !Leaf _",
    ],
    ["class A { void F((Row a, Leaf b) it, params Twig[] more) { (Bud c, var d) = it; } }", "!Row !Leaf !Twig !Bud it"],
    [
      "class A { Row this[int at] => null; public static Leaf operator +(A a, Twig b) => null; }",
      "!Row !Leaf !A !Twig",
    ],
    ["class A { void IRow.Show() {} event Leaf.Done Done; }", "!IRow.Show !Leaf.Done"],
    ["class A<T> where T : Row, new() { void F<K>(K k) where K : Leaf {} }", "!Row !K !K K !Leaf"],
    [
      "class A { void F() { foreach (Row row in rows) {} try {} catch (Leaf e) when (e.Ok) {} } }",
      "!Row rows !Leaf e.Ok",
    ],
    ["class A { Row F() { Twig.Make<Leaf>(out Bud bud); return default(Row); } }", "!Row Twig.Make<1> !Leaf !Bud !Row"],
    ["class A { Dictionary<string, Row> a; bool b = x < Limit && y > Limit2; }", "!Dictionary<2> !Row x Limit y"],
    ['class A { string s = $"{Row.Name} {tree:N2}"; }', "Row.Name tree"],
    ["#if X\nclass A : B {\n#else\nclass A : C {\n#endif\n Row r; }", "!B !C !Row"],
    ["delegate Row Load(Leaf leaf); class A { event Load Loaded; }", "!Row !Leaf !Load"],
    ["class A { void F() { switch (o) { case Row row: break; case Leaf: goto Done; } Done: return; } }", "o !Row Leaf"],
    ["class A { void F() { var q = from x in Rows where x.Ok select x; } }", "x Rows x.Ok x"],
    ["class A { @class Tree; }", "!class"],
  ])("%s", (text, expected) => {
    expect(used(text)).toBe(expected);
  });

  test("documentation names types, and nothing is built of it", () => {
    const { names } = read('namespace A;\n/// <see cref="T:Orchard.Tree"/> <see cref="Row{Leaf}.Name"/>\nclass B {}');
    expect(
      names.map(({ parts, isDocumentation, from = "" }) => [
        parts.map(({ name }) => name).join("."),
        isDocumentation,
        from,
      ]),
    ).toEqual([
      ["Orchard.Tree", true, "outermost"],
      ["Row", true, ""],
      ["Leaf", true, ""],
      ["Name", true, ""],
    ]);
  });
});

describe("what is taken in", () => {
  const taken = (text: string): string[] => {
    const names = read(text);
    return names.takes.map(
      ({ kind, alias, isGlobal, isConditional, scope, target }) =>
        `${isGlobal ? "global " : ""}${isConditional ? "if " : ""}${kind} ${alias === "" ? "" : `${alias}=`}${dotted(names, target)} in ${fullNameOf(names, scope)}`,
    );
  };
  test.each([
    ["using A;\nusing B.C;", ["namespace A in ", "namespace B.C in "]],
    [
      "global using A;\nusing static A.T;\nusing X = A.T<int>;",
      ["global namespace A in ", "static A.T in ", "alias X=A.T in "],
    ],
    ["namespace N { using A; class B {} }", ["namespace A in N"]],
    ["namespace N.M;\nusing A;", ["namespace A in N.M"]],
    ["#if W\nusing A;\n#endif\nusing B;", ["if namespace A in ", "namespace B in "]],
    ["using var file = Open(); using (var x = F()) {}", []],
    ["class A { void F() { using (var x = G()) {} using Row row = H(); } }", []],
    ["using global::A.B;", ["namespace A.B in "]],
  ])("%s", (text, expected) => {
    expect(taken(text)).toEqual(expected);
  });
});

describe("types that are declared", () => {
  const declared = (text: string): string[] => {
    const names = read(text);
    return names.types.map(
      ({ name, scope, arity, isPartial, isStored, lends, descends }) =>
        `${isPartial ? "partial " : ""}${isStored ? "stored " : ""}${fullNameOf(names, scope)}:${name}${arity > 0 ? `<${arity}>` : ""}${descends.length > 0 ? ` of ${descends.join()}` : ""}${lends.size > 0 ? ` lends ${[...lends].join()}` : ""}`,
    );
  };
  test.each([
    ["namespace A.B { class C { struct D {} } }", ["A.B:C", "A.B.C:D"]],
    ["namespace A;\npublic partial record struct C<T>(int Id) : I;", ["partial A:C<1> of I"]],
    ["[Serializable] class A {} class B {}", ["stored :A", ":B"]],
    [
      "static class A { public static int Lend<T>(this T it) { return F(this); } int G(int x) => 1; }",
      [":A lends Lend"],
    ],
    ["static class A { static void F([Given] this int x) {} }", [":A lends F"]],
    ["class A { record B; int record = 1; void F() { record.G(); } }", [":A", "A:B"]],
    ["class A<T> where T : class, new() {} interface I {} enum E { X }", [":A<1>", ":I", ":E"]],
    ["delegate List<int> F<T>(T x);", [":F<1>"]],
  ])("%s", (text, expected) => {
    expect(declared(text)).toEqual(expected);
  });

  test("members are known, and so are types that stand for others", () => {
    const names = read(
      "class A<T> { int Row; Tree Tree { get; } event X Changed; void F() { int inner = 1; } } enum E { One, Two }",
    );
    expect(names.scopes.map(({ members }) => [...members])).toEqual([
      [],
      ["T", "Row", "Tree", "Changed", "F"],
      ["One", "Two"],
    ]);
  });

  test.each([
    ["extern alias X; class A {}", "an alias of another assembly is used"],
    ["static class A { extension(int x) { public int F() => 1; } }", "a block of extensions is not read yet"],
  ])("what is not certain is said: %s", (text, why) => {
    expect(read(text).doubt?.why).toBe(why);
  });

  test.each([
    ["var x = type.Namespace.StartsWith(n);", true],
    ["var x = Type.GetType(name);", true],
    ['var x = Type.GetType("A.B");', false],
    ["// ViewLocator", false],
    ["class Boot : BootstrapperBase {}", true],
  ])("where types are looked for by name: %s", (text, expected) => {
    expect(read(`class A { void F() {\n${text}\n} }`).looksFor !== undefined).toBe(expected);
  });

  test.each(['class A { string s = "no end', "/* no end"])("a text with an error is not read: %s", (text) => {
    expect(readNamespaces(text)).toBeUndefined();
  });
});

describe("writing", () => {
  const nothing: NewNamespaces = { scopes: new Map(), names: new Map(), drops: new Set(), gains: [] };
  const written = (text: string, wanted: Partial<NewNamespaces>): string | undefined => {
    const edits = writeNamespaces(text, read(text), { ...nothing, ...wanted });
    return edits && applyEdits(text, edits);
  };
  const gain = (...namespaces: string[]): Partial<NewNamespaces> => ({
    gains: namespaces.map((namespace) => ({ namespace })),
  });
  test.each([
    ["in order", "using A;\nusing C;\n\nclass X {}", gain("B"), "using A;\nusing B;\nusing C;\n\nclass X {}"],
    [
      "System first",
      "using System;\nusing System.IO;\nusing A;\nclass X {}",
      gain("B"),
      "using System;\nusing System.IO;\nusing A;\nusing B;\nclass X {}",
    ],
    ["without order, behind", "using C;\nusing A;\nclass X {}", gain("B"), "using C;\nusing A;\nusing B;\nclass X {}"],
    [
      "in the namespace",
      "using System;\r\n\r\nnamespace N\r\n{\r\n    using A;\r\n    using C;\r\n}\r\n",
      { gains: [{ namespace: "B", near: 1 }] },
      "using System;\r\n\r\nnamespace N\r\n{\r\n    using A;\r\n    using B;\r\n    using C;\r\n}\r\n",
    ],
    ["the first", "// head\nnamespace N\n{\n}\n", gain("B", "A"), "// head\nusing A;\nusing B;\n\nnamespace N\n{\n}\n"],
    ["the first of a file without a namespace", "\uFEFFclass A {}", gain("B"), "\uFEFFusing B;\n\nclass A {}"],
    [
      "not in a branch",
      "#if W\nusing A;\n#endif\nusing C;\nclass X {}",
      gain("B"),
      "#if W\nusing A;\n#endif\nusing B;\nusing C;\nclass X {}",
    ],
    [
      "another in its place",
      "using A;\nusing B;\nclass X {}",
      { drops: new Set([1]), gains: [{ namespace: "D", near: 1 }] },
      "using A;\nusing D;\nclass X {}",
    ],
    [
      "another in its order",
      "using B;\nusing C;\nclass X {}",
      { drops: new Set([0]), gains: [{ namespace: "D", near: 0 }] },
      "using C;\nusing D;\nclass X {}",
    ],
    [
      "one less, with its line",
      "using A;\nusing B; // why\nclass X {}",
      { drops: new Set([1]) },
      "using A;\nclass X {}",
    ],
    [
      "an alias",
      "using A;\nclass X {}",
      { gains: [{ namespace: "B.Row", alias: "Row" }] },
      "using A;\nusing Row = B.Row;\nclass X {}",
    ],
    [
      "for all files",
      "global using A;\n",
      { drops: new Set([0]), gains: [{ namespace: "B", near: 0 }] },
      "global using B;\n",
    ],
  ] as const)("%s", (_, text, wanted, expected) => {
    expect(written(text, wanted)).toBe(expected);
  });

  test("a namespace and a name", () => {
    const text = "namespace A.B { class X { A.B.Row r; } }";
    const wanted = {
      scopes: new Map([[1, "A.C"]]),
      names: new Map([[0, { words: 3, text: "A.C.Row", namespace: "A.C" }]]),
    };
    expect(written(text, wanted)).toBe("namespace A.C { class X { A.C.Row r; } }");
  });

  test("what stands behind an alias of an assembly cannot be written", () => {
    const names = new Map([[0, { words: 2, text: "A.Row", namespace: "A" }]]);
    expect(written("class X { p::Row r; }", { names })).toBeUndefined();
  });
});

test.each([
  ["My rows", "My_rows"],
  ["2024", "_2024"],
  ["Orchard.Data", "Orchard.Data"],
  ["event", "@event"],
])("the folder %s is %s in a namespace", (folder, expected) => {
  expect(csharp.namespaces?.wordOf?.(folder)).toBe(expected);
});

test("types of .NET are known by their namespaces", () => {
  expect(outsideTypes("System.Windows.Controls")?.has("TreeView")).toBe(true);
  expect(outsideTypes("System.Threading")?.has("Timer")).toBe(true);
  expect(outsideTypes("System")?.has("Tree")).toBe(false);
  expect(outsideTypes("constructor")).toBeUndefined();
});
