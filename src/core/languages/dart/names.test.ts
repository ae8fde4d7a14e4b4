/** Names by scope: which places mean one thing, and what is taken of other files. */
import { describe, expect, test } from "vitest";
import { dart } from "./index.js";

/** Each use of a name as the place of its declaration, or `free`, or `.` for one behind a dot or a label. */
async function meant(text: string, name: string): Promise<string> {
  const names = await dart.names?.(text, "a.dart");
  if (!names) return "not told";
  const places = [...text.matchAll(new RegExp(`(?<!\\w)${name.replace("$", "\\$")}(?!\\w)`, "g"))].map(
    ({ index }) => index,
  );
  const isName = new Set(names.identifiers.map(({ start }) => start));
  return places
    .filter((start) => isName.has(start))
    .map((start) => {
      const variable = names.variables.findIndex((each) => each.places.some((place) => place.start === start));
      if (variable >= 0) {
        const { level, places: all } = names.variables[variable] ?? { level: "", places: [] };
        return `${level.charAt(0)}${all.find(({ isDeclared }) => isDeclared)?.start ?? "?"}`;
      }
      return names.takings.some(({ members }) => members?.some((each) => each.start === start)) ? "free" : ".";
    })
    .join(" ");
}

const from = "import 'b.dart';\n";

describe("one name", () => {
  test.each<[string, string, string]>([
    [
      "a class and its uses",
      "class A { final A? a; static A of(A x) => A(); }\nfinal List<A> all = <A>[A()];",
      "t6 t6 t6 t6 t6 t6 t6 t6",
    ],
    [
      "constructors",
      "class A { A(); A.named(int b) : c = A(); factory A.of() => A.named(1); const A.zero(); final c; }",
      "t6 t6 t6 t6 t6 t6 t6",
    ],
    [
      "in strings with code in them, and behind those",
      "class A {}\nString f(int A) { final b = '${A} ${A.b}'; return b + '$A'; }\nA? c;",
      "t6 i24 i24 i24 i24 t6",
    ],
    ["behind a dot it is another's", "class A {}\nfinal b = c.A; final d = c?.A(); final e = c..A();", "t6 . . ."],
    ["spread and cascade", "final A = []; final b = [...A, ...?A];", "t6 t6 t6"],
    ["labels of arguments", "final A = 1;\nfinal b = f(A: A, c: A ? A : A);", "t6 . t6 t6 t6 t6"],
    ["keys of maps are values", "const A = 1;\nfinal b = {A: 1, 2: A};", "t6 t6 t6"],
    ["in strings", "const A = 1;\nfinal b = '$A ${A} A \\$A';", "t6 t6 t6"],
    [
      "parameters",
      "int A = 1;\nint f(int A, {int b = 2}) => A;\nint g([int A = 3]) { return A; }\nint h() => A;",
      "t4 i21 i21 i54 i54 t4",
    ],
    ["a default is read outside", "const A = 1;\nint f({int b = A}) => b;", "t6 t6"],
    [
      "lambdas",
      "int A = 1;\nfinal f = (A) => A + 1; final g = ({required int A}) { return A; }; final h = A;",
      "t4 i22 i22 i60 i60 t4",
    ],
    ["generic lambdas", "class A {}\nfinal f = <A>(A a) => a; A? b;", "t6 i22 i22 t6"],
    [
      "type parameters",
      "class A {}\nclass B<A> { A? a; }\nT f<T extends A>(T a) => a;\nA g<A>(A a) => a;",
      "t6 i19 i19 t6 i64 i64 i64",
    ],
    [
      "members are known in their class, wherever they stand",
      "int A = 1;\nclass B { int f() => A; int A = 2; }\nint g() => A;",
      "t4 i39 i39 t4",
    ],
    ["fields that are set", "class B { final int A; B(this.A) : c = A; final int c; }", "i20 i30 i30"],
    ["blocks", "int A = 1;\nint f() { { var A = 2; A; } return A; }", "t4 i27 i27 t4"],
    ["a block's name holds from its beginning", "int A = 1;\nvoid f() { g(() => A); int A = 2; }", "t4 i38 i38"],
    [
      "typed variables",
      "class A {}\nvoid f() { A a = A(); List<A> b = []; A? c; final A d = a; a < b; A; }",
      "t6 t6 t6 t6 t6 t6 t6",
    ],
    [
      "loops",
      "int A = 1;\nvoid f() { for (var A = 0; A < 3; A++) { A; } for (final A in [A]) { A; } A; }",
      "t4 i31 i31 i31 i31 i68 i68 i68 t4",
    ],
    ["caught", "int A = 1;\nvoid f() { try { A; } on B catch (A, s) { A; } finally { A; } }", "t4 t4 i45 i45 t4"],
    [
      "functions in functions",
      "int A() => 1;\nvoid f() { int A() => 2; A(); }\nvoid g() { A(int b) { return b; } A(1); }\nvoid h() { A(); }",
      "t4 i29 i29 i57 i57 t4",
    ],
    [
      "patterns",
      "int A = 1;\nvoid f(o) { if (o case B(:final A)) { A; } switch (o) { case (int A, _): A; } final (A, b) = o; }",
      "t4 i43 i43 i77 i77 i96",
    ],
    ["switches as values", "int A = 1;\nint f(o) => switch (o) { B(:var A) => A, _ => A };", "t4 i43 i43 t4"],
    ["collection loops", "int A = 1;\nfinal b = [for (final A in [1]) A, A];", "t4 i33 i33 i33"],
    ["enums", "enum E { A, b(A); const E([this.c]); final c; E get x => A; }\nfinal d = E.A;", "i9 i9 i9 ."],
    ["extensions", "extension A on String { int get b => 1; }\nfinal c = A('x').b;", "t10 t10"],
    ["extension types", "extension type A(int v) { A.of(this.v); int get w => v; }\nA? a;", "t15 t15 t15"],
    ["typedefs", "typedef A = void Function(int A);\ntypedef B<A> = A Function();\nA? f;", "t8 . i44 i44 t8"],
    ["types of functions", "class A {}\nvoid Function(A a, {A b}) f = g; A Function()? h;", "t6 t6 t6 t6"],
    ["records", "class A {}\n(A, {A b}) f((A, A) c) => (A(), b: A());", "t6 t6 t6 t6 t6 t6 t6"],
    ["getters and setters", "int get A => 1;\nset A(int b) {}\nint c() => A;", "t8 t8 t8"],
    ["labels of statements", "int A = 1;\nvoid f() { A: for (;;) { break A; } A; }", "t4 . t4 t4"],
    [
      "operators",
      "class B { bool operator ==(Object A) => A == 1; int operator [](int A) => A; B operator +(B A) => A; }",
      "i34 i34 i68 i68 i92 i92",
    ],
    [
      "what nothing explains is taken of others",
      `${from}final b = A(); class C extends A<A> with A {}`,
      "free free free free",
    ],
    ["annotations", `${from}@A(1)\nclass B { @A.c int d; f(@A int e) {} }`, "free free free"],
  ])("%s", async (_, text, expected) => expect(await meant(text, "A")).toBe(expected));

  test("a text with an error is not told", async () => expect(await meant("class A {", "A")).toBe("not told"));
});

describe("what other files give", () => {
  const takings = async (text: string): Promise<string[]> => {
    const names = await dart.names?.(text, "a.dart");
    const references = dart.extract(text, "a.dart").references;
    const named = (start: number): string => references.find((each) => each.start === start)?.specifier ?? "";
    const found = names?.takings.map(({ reference, others = [], members = [] }) => {
      return `${[reference, ...others].map(named).join(" ")}: ${members.map(({ name }) => name).join(" ")}`;
    });
    const held = names?.variables.flatMap(({ name, places }) =>
      places.flatMap(({ members = [] }) => members.map((each) => `${name}.${each.name}`)),
    );
    return [...(found ?? []), ...(held ?? [])];
  };

  test.each<[string, string[]]>([
    ["import 'b.dart';\nimport 'c.dart';\nfinal x = A;", ["b.dart c.dart: A"]],
    ["import 'b.dart' show A;\nimport 'c.dart' hide A;\nfinal x = A, y = B;", ["b.dart: A", "c.dart: B", "c.dart: A"]],
    ["import 'b.dart' as b;\nfinal x = b.A, y = B;", ["b.A"]],
    ["import 'b.dart' if (dart.library.io) 'c.dart';\nfinal x = A;", ["b.dart c.dart: A"]],
    ["import 'b.dart';\npart 'c.dart';\nfinal x = A, y = _B;", ["b.dart c.dart: A", "c.dart: _B"]],
    ["part of 'b.dart';\nfinal x = A, y = _B;", ["b.dart: A _B"]],
    ["export 'b.dart' hide A;\nfinal x = B;", ["b.dart: A"]],
  ])("%j", async (text, expected) => expect(await takings(text)).toEqual(expected));
});
