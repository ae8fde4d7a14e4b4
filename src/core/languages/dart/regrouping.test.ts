/** Taking out, joining and splitting in Dart: what stands where afterwards, and what the proof says of it. */
import { describe, expect, test } from "vitest";
import type { Draft } from "../../change/draft.js";
import { planVerb } from "../../change/libraries/verbs.test.suite.js";
import { at, type Files } from "../../change/plan/planning.test.suite.js";

const manifest = { "pubspec.yaml": "name: orchard\n" };

/** The whole tree afterwards, after whichever of the three. */
const planned = (files: Files, command: string, change?: (draft: Draft) => Draft): ReturnType<typeof planVerb> =>
  planVerb({ ...manifest, ...files }, command, change);

/** The files that are other ones afterwards; of one that is gone, nothing. */
async function changed(files: Files, command: string): Promise<Record<string, string>> {
  const { plan, then } = await planned(files, command);
  expect(plan.proof).toMatchObject({ outcome: "holds", different: [], gaps: [] });
  const gone = Object.keys(files).filter((path) => !(path in then));
  return {
    ...Object.fromEntries(Object.entries(then).filter(([path, text]) => files[path] !== text && !(path in manifest))),
    ...Object.fromEntries(gone.map((path) => [path, ""])),
  };
}

const home =
  "// Home.\nimport 'package:flutter/material.dart';\n\nimport 'tree.dart';\n\nclass Home extends StatelessWidget {\n  final card = const TreeCard();\n}\n\n/// A card.\nclass TreeCard extends StatefulWidget {\n  const TreeCard({super.key});\n  State<TreeCard> createState() => _TreeCardState();\n}\n\nclass _TreeCardState extends State<TreeCard> {\n  Tree? tree;\n}\n";

describe("what stands where", () => {
  test.each<[string, Files, string, Files]>([
    [
      "a widget goes with its state class; who takes it takes it from there, behind its prefix and in its list",
      {
        "lib/home.dart": home,
        "lib/tree.dart": "class Tree {}\n",
        "lib/a.dart": "import 'home.dart';\n\nfinal a = [const TreeCard(), Home()];\n",
        "lib/b.dart": "import 'home.dart';\n\nconst b = TreeCard();\n",
        "lib/d.dart": "import 'kit.dart';\n\nconst d = TreeCard();\n",
        "lib/kit.dart": "export 'home.dart' show Home, TreeCard;\n",
        "test/c_test.dart": "import 'package:orchard/home.dart' as h show TreeCard;\n\nconst c = h.TreeCard();\n",
      },
      "extract lib/home.dart TreeCard > lib/",
      {
        "lib/home.dart":
          "// Home.\nimport 'package:flutter/material.dart';\n\nimport 'tree_card.dart';\n\nclass Home extends StatelessWidget {\n  final card = const TreeCard();\n}\n",
        "lib/tree_card.dart":
          "import 'package:flutter/material.dart';\n\nimport 'tree.dart';\n\n/// A card.\nclass TreeCard extends StatefulWidget {\n  const TreeCard({super.key});\n  State<TreeCard> createState() => _TreeCardState();\n}\n\nclass _TreeCardState extends State<TreeCard> {\n  Tree? tree;\n}\n",
        "lib/a.dart": "import 'home.dart';\nimport 'tree_card.dart';\n\nfinal a = [const TreeCard(), Home()];\n",
        "lib/b.dart": "import 'tree_card.dart';\n\nconst b = TreeCard();\n",
        "lib/kit.dart": "export 'home.dart' show Home;\nexport 'tree_card.dart' show TreeCard;\n",
        "test/c_test.dart": "import 'package:orchard/tree_card.dart' as h show TreeCard;\n\nconst c = h.TreeCard();\n",
      },
    ],
    [
      "into a file that is there, which imports what it needs and no more",
      {
        "lib/a.dart": "import 'b.dart' as b;\nimport 'c.dart';\n\nclass A {}\n\nfinal two = [b.B(), C(), A()];\n",
        "lib/b.dart": "class B {}\n",
        "lib/c.dart": "class C {}\nclass Leaf {}\n",
        "lib/to.dart": "import 'leaf.dart';\n\nfinal one = Leaf();\n",
        "lib/leaf.dart": "class Leaf {}\n",
      },
      "extract lib/a.dart two > lib/to.dart",
      {
        "lib/a.dart": "class A {}\n",
        "lib/to.dart":
          "import 'a.dart';\nimport 'b.dart' as b;\nimport 'c.dart' show C;\nimport 'leaf.dart';\n\nfinal one = Leaf();\n\nfinal two = [b.B(), C(), A()];\n",
      },
    ],
    [
      "what is said of the whole file is said of the new one",
      { "lib/a.dart": "// Orchard.\n// @dart = 2.9\n\nclass A {}\n\nclass B {}\n" },
      "extract lib/a.dart A > lib/b.dart",
      {
        "lib/a.dart": "// Orchard.\n// @dart = 2.9\n\nclass B {}\n",
        "lib/b.dart": "// Orchard.\n// @dart = 2.9\n\nclass A {}\n",
      },
    ],
    [
      "what a list keeps out of what another passes on is not asked for",
      {
        "lib/a.dart": "export 'package:x/x.dart' show X;\n\nclass A {}\n\nclass B {}\n",
        "lib/c.dart": "import 'a.dart' show A;\n\nfinal c = A().c;\n",
      },
      "extract lib/a.dart A > lib/own.dart",
      {
        "lib/a.dart": "export 'package:x/x.dart' show X;\n\nclass B {}\n",
        "lib/own.dart": "class A {}\n",
        "lib/c.dart": "import 'own.dart' show A;\n\nfinal c = A().c;\n",
      },
    ],
    [
      "a private helper of what goes goes along, and one that stays as well stays",
      {
        "lib/a.dart": "String one() => _help('1');\n\nString _help(String text) => text;\n\nint two() => 2;\n",
      },
      "extract lib/a.dart one > lib/one.dart",
      {
        "lib/a.dart": "int two() => 2;\n",
        "lib/one.dart": "String one() => _help('1');\n\nString _help(String text) => text;\n",
      },
    ],
    [
      "an extension is imported where its members are used, though nobody names it",
      {
        "lib/a.dart": "extension Shout on String {\n  String get shout => toUpperCase();\n}\n\nint two() => 2;\n",
        "lib/b.dart": "import 'a.dart';\n\nfinal b = ['b'.shout, two()];\n",
        "lib/c.dart": "import 'a.dart';\n\nfinal c = two();\n",
      },
      "extract lib/a.dart Shout > lib/shout.dart",
      {
        "lib/a.dart": "int two() => 2;\n",
        "lib/shout.dart": "extension Shout on String {\n  String get shout => toUpperCase();\n}\n",
        "lib/b.dart": "import 'a.dart';\nimport 'shout.dart';\n\nfinal b = ['b'.shout, two()];\n",
      },
    ],
    [
      "who takes a library only when it is wanted takes it from where it was",
      {
        "lib/a.dart": "class A {}\n\nclass B {}\n",
        "lib/lazy.dart":
          "import 'a.dart' deferred as a;\n\nFuture<void> f() async {\n  await a.loadLibrary();\n  a.B();\n}\n",
      },
      "extract lib/a.dart B > lib/b.dart",
      { "lib/a.dart": "export 'b.dart' show B;\n\nclass A {}\n", "lib/b.dart": "class B {}\n" },
    ],
    [
      "with the export kept, nobody else changes",
      {
        "lib/a.dart": "import 'dart:math';\n\nclass A {}\n\nclass B extends A {\n  final b = max(1, 2);\n}\n",
        "lib/c.dart": "import 'a.dart';\n\nfinal c = B();\n",
      },
      "extract lib/a.dart B > lib/b.dart keep",
      {
        "lib/a.dart": "import 'dart:math';\n\nexport 'b.dart' show B;\n\nclass A {}\n",
        "lib/b.dart": "import 'dart:math';\n\nimport 'a.dart';\n\nclass B extends A {\n  final b = max(1, 2);\n}\n",
      },
    ],
    [
      "out of a part: what its library imports is imported",
      {
        "lib/a.dart": "library a;\n\nimport 'package:x/x.dart';\n\npart 'b.dart';\n\nfinal a = B();\n",
        "lib/b.dart": "part of a;\n\nclass B {}\n\nclass C {}\n",
        "lib/c.dart": "import 'a.dart';\n\nfinal c = [a, B(), C()];\n",
      },
      "extract lib/b.dart B > lib/own.dart",
      {
        "lib/a.dart":
          "library a;\n\nimport 'package:x/x.dart';\n\nimport 'own.dart';\n\npart 'b.dart';\n\nfinal a = B();\n",
        "lib/b.dart": "part of a;\n\nclass C {}\n",
        "lib/own.dart": "class B {}\n",
        "lib/c.dart": "import 'a.dart';\nimport 'own.dart';\n\nfinal c = [a, B(), C()];\n",
      },
    ],
    [
      "two libraries become one: no prefix for what is here, and a private name that is taken says whose it was",
      {
        "lib/a.dart":
          "import 'package:x/x.dart';\nimport 'b.dart' as b;\n\n/// A.\nclass A extends b.B {\n  final x = _fmt(1);\n}\n\nString _fmt(int i) => '$i';\n",
        "lib/b.dart":
          "// About b.\nimport 'package:x/x.dart';\nexport 'c.dart' show C;\n\nclass B {\n  final y = _fmt;\n}\n\nString _fmt = 'b';\n// last\n",
        "lib/c.dart": "class C {}\n",
        "lib/use.dart": "import 'a.dart';\nimport 'b.dart' show B;\n\nfinal u = [A(), B()];\n",
        "lib/use2.dart": "import 'b.dart' as bb;\n\nfinal u = [bb.C(), bb.B()];\n",
        "lib/kit.dart": "export 'a.dart';\nexport 'b.dart';\n",
        "lib/list.dart": "export 'a.dart' show A;\nexport 'b.dart' show B;\n",
      },
      "join lib/a.dart lib/b.dart > lib/ab.dart",
      {
        "lib/a.dart": "",
        "lib/b.dart": "",
        "lib/ab.dart":
          "import 'package:x/x.dart';\n\nexport 'c.dart' show C;\n\n/// A.\nclass A extends B {\n  final x = _fmt(1);\n}\n\nString _fmt(int i) => '$i';\n\n// About b.\n\nclass B {\n  final y = _bFmt;\n}\n\nString _bFmt = 'b';\n\n// last\n",
        "lib/use.dart": "import 'ab.dart';\n\nfinal u = [A(), B()];\n",
        "lib/use2.dart": "import 'ab.dart' as bb;\n\nfinal u = [bb.C(), bb.B()];\n",
        "lib/kit.dart": "export 'ab.dart';\n",
        "lib/list.dart": "export 'ab.dart' show A, B;\n",
      },
    ],
    [
      "a part that is called after its library, and that people write",
      {
        "lib/a.dart": "part 'a.words.dart';\n\nclass A {}\n\nfinal a = _words;\n",
        "lib/a.words.dart": "part of 'a.dart';\n\nconst _words = 1;\n",
      },
      "join lib/a.words.dart > lib/a.dart",
      {
        "lib/a.dart": "class A {}\n\nfinal a = _words;\n\nconst _words = 1;\n",
        "lib/a.words.dart": "",
      },
    ],
    [
      "a part goes back into its library",
      {
        "lib/a.dart": "library a;\n\npart 'b.dart';\n\nfinal a = _b;\n",
        "lib/b.dart": "part of a;\n\nconst _b = 1;\n",
      },
      "join lib/b.dart > lib/a.dart",
      { "lib/a.dart": "library a;\n\nfinal a = _b;\n\nconst _b = 1;\n", "lib/b.dart": "" },
    ],
    [
      "two parts become one part",
      {
        "lib/a.dart": "library a;\n\npart 'b.dart';\npart 'c.dart';\n\nfinal a = _b + _c;\n",
        "lib/b.dart": "part of a;\n\nconst _b = 1;\n",
        "lib/c.dart": "part of a;\n\nconst _c = 1;\n",
      },
      "join lib/b.dart lib/c.dart > lib/parts/d.dart",
      {
        "lib/a.dart": "library a;\n\npart 'parts/d.dart';\n\nfinal a = _b + _c;\n",
        "lib/b.dart": "",
        "lib/c.dart": "",
        "lib/parts/d.dart": "part of a;\n\nconst _b = 1;\n\nconst _c = 1;\n",
      },
    ],
    [
      "a file becomes several, each of which imports what it needs of the others",
      {
        "lib/models.dart":
          "import 'c.dart';\n\nclass Tree {\n  Row? row;\n  C? c;\n}\n\nclass Row {\n  final name = _title('x');\n}\n\nString _title(String s) => s;\n",
        "lib/c.dart": "class C {}\n",
        "lib/use.dart": "import 'models.dart';\n\nfinal u = [Tree(), Row()];\n",
        "lib/use2.dart": "import 'models.dart' hide Row;\n\nfinal u = Tree();\n",
        "lib/kit.dart": "export 'models.dart' show Tree, Row;\n",
      },
      "split lib/models.dart",
      {
        "lib/models.dart": "",
        "lib/tree.dart": "import 'c.dart';\nimport 'row.dart';\n\nclass Tree {\n  Row? row;\n  C? c;\n}\n",
        "lib/row.dart": "class Row {\n  final name = _title('x');\n}\n\nString _title(String s) => s;\n",
        "lib/use.dart": "import 'row.dart';\nimport 'tree.dart';\n\nfinal u = [Tree(), Row()];\n",
        "lib/use2.dart": "import 'tree.dart';\n\nfinal u = Tree();\n",
        "lib/kit.dart": "export 'row.dart' show Row;\nexport 'tree.dart' show Tree;\n",
      },
    ],
    [
      "a bloc: its events and its states",
      {
        "lib/tree_bloc.dart":
          "import 'package:bloc/bloc.dart';\n\nsealed class TreeEvent {}\n\nclass TreePicked extends TreeEvent {}\n\nclass TreeState {}\n\nclass TreeReady extends TreeState {\n  final of = _two;\n}\n\nconst _two = 2;\n\nclass TreeBloc extends Bloc<TreeEvent, TreeState> {\n  TreeBloc() : super(TreeReady()) {\n    on<TreePicked>(_onPicked);\n  }\n\n  void _onPicked(TreePicked event, Emitter<TreeState> emit) {}\n}\n",
        "lib/use.dart": "import 'tree_bloc.dart';\n\nfinal u = [TreePicked(), TreeBloc()];\n",
      },
      "split lib/tree_bloc.dart",
      {
        "lib/tree_bloc.dart":
          "import 'package:bloc/bloc.dart';\n\nimport 'tree_event.dart';\nimport 'tree_state.dart';\n\nclass TreeBloc extends Bloc<TreeEvent, TreeState> {\n  TreeBloc() : super(TreeReady()) {\n    on<TreePicked>(_onPicked);\n  }\n\n  void _onPicked(TreePicked event, Emitter<TreeState> emit) {}\n}\n",
        "lib/tree_event.dart": "sealed class TreeEvent {}\n\nclass TreePicked extends TreeEvent {}\n",
        "lib/tree_state.dart":
          "class TreeState {}\n\nclass TreeReady extends TreeState {\n  final of = _two;\n}\n\nconst _two = 2;\n",
        "lib/use.dart":
          "import 'tree_bloc.dart';\nimport 'tree_event.dart';\n\nfinal u = [TreePicked(), TreeBloc()];\n",
      },
    ],
    [
      "what knows each other by private names stays together",
      {
        "lib/trees.dart":
          "class Tree {\n  int _rows = 0;\n}\n\nint rowsOf(Tree tree) => tree._rows;\n\nclass Leaf {}\n\nclass Trees {}\n",
      },
      "split lib/trees.dart",
      {
        "lib/trees.dart": "class Trees {}\n",
        "lib/tree.dart": "class Tree {\n  int _rows = 0;\n}\n\nint rowsOf(Tree tree) => tree._rows;\n",
        "lib/leaf.dart": "class Leaf {}\n",
      },
    ],
  ])("%s", async (_, files, command, then) => {
    expect(await changed(files, command)).toEqual(then);
  });
});

describe("what packages may give goes along where something may need it", () => {
  test.each<[string, string, boolean]>([
    [
      "nothing but fields of the language's types",
      "class A {\n  const A(this.a, {super.key});\n  final List<String> a;\n}",
      false,
    ],
    ["a type that nobody here explains", "class A {\n  Leaf? a;\n}", true],
    ["a member of a value", "int f(List<int> a) => a.length;", true],
    ["a member of what stands in brackets", "int f(List<int> a) => (a).length;", true],
    ["a maker behind a type's name", "class A {\n  A.of();\n  factory A.two() => A.of();\n}", false],
    ["an operator", "int f(int a) => a + 1;", true],
    ["a comparison", "bool f(int a) => a < 1;", true],
    ["an element", "int f(List<int> a) => a[0];", true],
    ["a list", "final f = [1, 2];", false],
    ["a call of a value", "int f(int Function() a) => a();", true],
    ["a pattern", "int f(A a) => switch (a) { A(:final b) => b };\nclass A {}", true],
    ["a word in a string", "String f(String a) => 'a $a';", false],
    ["what is asynchronous", "Future<void> f(Future<int> a) async {\n  await a;\n}", false],
  ])("%s: %s", async (_, text, isNeeded) => {
    const files = { "lib/a.dart": `import 'package:x/x.dart';\n\n${text}\n\nfinal zz = X();\n` };
    const lines = `3-${text.split("\n").length + 2}`;
    const { plan } = await planned(files, `extract lib/a.dart ${lines} > lib/b.dart`);
    expect(plan.proof.outcome).toBe("holds");
    expect(plan.made[0]?.text.includes("package:x")).toBe(isNeeded);
  });
});

describe("what cannot be parted is refused", () => {
  test.each<[string, Files, string, string]>([
    [
      "a private name on both sides",
      { "lib/a.dart": "int one() => _n;\nint two() => _n;\nconst _n = 1;\n" },
      "extract lib/a.dart one > lib/b.dart",
      "EXTRACT_PRIVATE",
    ],
    [
      "a private member of a class that stays",
      { "lib/a.dart": "class A {\n  int _n = 1;\n}\nint one(A a) => a._n;\n" },
      "extract lib/a.dart one > lib/b.dart",
      "EXTRACT_PRIVATE",
    ],
    [
      "a private member that one class has of the other",
      { "lib/a.dart": "class A {\n  void _f() {}\n}\nclass B extends A {\n  void _f() {}\n}\n" },
      "extract lib/a.dart B > lib/b.dart",
      "EXTRACT_PRIVATE",
    ],
    [
      "a field of a pattern",
      { "lib/a.dart": "class A {\n  int _n = 1;\n}\nint one(A a) => switch (a) { A(:final _n) => _n };\n" },
      "extract lib/a.dart one > lib/b.dart",
      "EXTRACT_PRIVATE",
    ],
    ...(["sealed", "final"] as const).map((word): [string, Files, string, string] => [
      `what is made after a ${word} class`,
      { "lib/a.dart": `${word} class A {}\n${word} class B implements A {}\n` },
      "extract lib/a.dart B > lib/b.dart",
      "EXTRACT_PRIVATE",
    ]),
    [
      "what extends an interface class",
      { "lib/a.dart": "interface class A {}\nclass B extends A {}\n" },
      "extract lib/a.dart B > lib/b.dart",
      "EXTRACT_PRIVATE",
    ],
    [
      "an extension without a name",
      {
        "lib/a.dart":
          "extension on int {\n  int get half => this ~/ 2;\n}\nint one(int n) => n.half;\nint two() => 2;\nint three(int n) => n.half;\n",
      },
      "extract lib/a.dart one > lib/b.dart",
      "EXTRACT_PRIVATE",
    ],
    [
      "a target from which nothing leads back",
      {
        "lib/a.dart": "class A {}\nclass B {}\nfinal a = A();\n",
      },
      "extract lib/a.dart A > test/b.dart",
      "OUT_OF_REACH",
    ],
    [
      "a target in a package that does not depend on what is needed there",
      {
        "pubspec.yaml": "name: orchard\ndependencies:\n  http: any\n  fruit: any\n",
        "packages/fruit/pubspec.yaml": "name: fruit\n",
        "packages/fruit/lib/f.dart": "",
        "lib/a.dart": "import 'package:http/http.dart';\n\nfinal a = Client();\n\nclass B {}\n",
      },
      "extract lib/a.dart a > packages/fruit/lib/b.dart",
      "OUT_OF_REACH",
    ],
    [
      "a part that a generator makes",
      {
        "lib/a.dart": "part 'a.g.dart';\n\nclass A {}\n",
        "lib/a.g.dart": "// GENERATED CODE\npart of 'a.dart';\nconst _a = 1;\nconst _b = 2;\n",
      },
      "extract lib/a.g.dart _a > lib/b.dart",
      "PART_STRAY",
    ],
    [
      "what a generator makes, into its library",
      { "lib/a.dart": "part 'a.g.dart';\n\nclass A {}\n", "lib/a.g.dart": "part of 'a.dart';\nconst _a = 1;\n" },
      "join lib/a.g.dart > lib/a.dart",
      "PART_STRAY",
    ],
    [
      "a part that no library names",
      { "lib/a.dart": "class A {}\n", "lib/b.dart": "part of 'a.dart';\n\nclass B {}\n", "lib/c.dart": "class C {}\n" },
      "join lib/b.dart > lib/c.dart",
      "PART_STRAY",
    ],
    [
      "what is loaded when it is wanted",
      {
        "lib/a.dart": "import 'b.dart' deferred as b;\n\nFuture<void> one() => b.loadLibrary();\n\nint two() => 2;\n",
        "lib/b.dart": "class B {}\n",
      },
      "extract lib/a.dart one > lib/one.dart",
      "EXTRACT_DEFERRED",
    ],
    [
      "a target in another language",
      { "lib/a.dart": "class A {}\nclass B {}\n" },
      "extract lib/a.dart A > lib/a.ts",
      "EXTRACT_LANGUAGE",
    ],
    [
      "a name that is taken there",
      { "lib/a.dart": "class A {}\nclass B {}\n", "lib/b.dart": "class A {}\n" },
      "extract lib/a.dart A > lib/b.dart",
      "RENAME_TAKEN",
    ],
    [
      "a library with parts into another",
      {
        "lib/a.dart": "part 'b.dart';\nclass A {}\n",
        "lib/b.dart": "part of 'a.dart';\n",
        "lib/c.dart": "class C {}\n",
      },
      "join lib/a.dart > lib/c.dart",
      "JOIN_PARTS",
    ],
    [
      "two names that others know",
      { "lib/a.dart": "class A {}\n", "lib/c.dart": "class A {}\n" },
      "join lib/a.dart > lib/c.dart",
      "JOIN_CLASH",
    ],
    [
      "a test that only some machines run",
      { "test/a_test.dart": "@TestOn('vm')\nlibrary;\n\nvoid a() {}\n", "test/b_test.dart": "void b() {}\n" },
      "join test/a_test.dart > test/b_test.dart",
      "JOIN_UNLIKE",
    ],
    [
      "a file with an error",
      { "lib/a.dart": "class A {\nclass B {}\n" },
      "extract lib/a.dart A > lib/b.dart",
      "NAMES_UNREAD",
    ],
  ])("%s", async (_, files, command, code) => {
    await expect(planned(files, command)).rejects.toMatchObject({ code });
  });

  test.each<[string, Files, string]>([
    ["a class that others may build on", { "lib/a.dart": "base class A {}\nbase class B extends A {}\n" }, "B"],
    [
      "a member of its own that is called like another's",
      { "lib/a.dart": "class A {\n  int _n = 1;\n}\nclass B {\n  int _n = 2;\n  int get n => this._n + _n;\n}\n" },
      "B",
    ],
    [
      "a maker of its own",
      { "lib/a.dart": "class A {\n  A._();\n}\nclass B {\n  B._();\n  static final b = B._();\n}\n" },
      "B",
    ],
  ])("%s is not", async (_, files, name) => {
    const { plan } = await planned(files, `extract lib/a.dart ${name} > lib/b.dart`);
    expect(plan.proof.outcome).toBe("holds");
  });
});

describe("the proof is not complete", () => {
  const model =
    "import 'package:x/x.dart';\n\npart 'models.g.dart';\n\n@JsonSerializable()\nclass Tree {\n  factory Tree.fromJson(Map<String, dynamic> json) => _$TreeFromJson(json);\n}\n\n@JsonSerializable()\nclass Row {\n  factory Row.fromJson(Map<String, dynamic> json) => _$RowFromJson(json);\n}\n";
  const made =
    "part of 'models.dart';\nTree _$TreeFromJson(Map<String, dynamic> json) => Tree();\nRow _$RowFromJson(Map<String, dynamic> json) => Row();\n";

  test("where a generator has to write a part first", async () => {
    const files = { "lib/models.dart": model, "lib/models.g.dart": made };
    const { plan, then } = await planned(files, "extract lib/models.dart Tree > lib/tree.dart");
    expect(then["lib/tree.dart"]).toBe(
      "import 'package:x/x.dart';\n\npart 'tree.g.dart';\n\n@JsonSerializable()\nclass Tree {\n  factory Tree.fromJson(Map<String, dynamic> json) => _$TreeFromJson(json);\n}\n",
    );
    expect(plan.proof.outcome).toBe("incomplete");
    expect(plan.proof.gaps.map(({ reason, detail }) => `${reason} ${detail}`)).toEqual([
      "to be written models.g.dart",
      "to be written tree.g.dart",
    ]);
  });

  test("where all goes that was generated, what was generated goes as well", async () => {
    const files = { "lib/models.dart": model, "lib/models.g.dart": made };
    const { plan, then } = await planned(files, "split lib/models.dart");
    expect(
      Object.keys(then)
        .filter((path) => path.startsWith("lib/"))
        .sort(),
    ).toEqual(["lib/row.dart", "lib/tree.dart"]);
    expect(plan.proof.outcome).toBe("incomplete");
  });

  test("where no part is there yet, what stands in its library may come of it", async () => {
    const { plan } = await planned(
      { "lib/models.dart": `${model}\nRef two() => 2;\n` },
      "extract lib/models.dart two > lib/b.dart",
    );
    expect(plan.proof.gaps.map(({ reason, detail }) => `${reason} ${detail}`)).toEqual(["to be written *.g.dart"]);
  });

  test("where what imports nothing comes to stand beside a package", async () => {
    const files = {
      "lib/a.dart": "class A {\n  DateTime? day;\n}\n\nclass B {}\n",
      "lib/b.dart": "import 'package:x/x.dart';\n\nfinal b = X();\n",
    };
    const { plan } = await planned(files, "extract lib/a.dart A > lib/b.dart");
    expect(plan.proof.gaps.map(({ reason, detail }) => `${reason} ${detail}`)).toEqual(["beside package:x/x.dart"]);
  });

  test("where packages come to stand beside each other", async () => {
    const files = {
      "lib/a.dart": "import 'package:x/x.dart';\n\nfinal a = X();\n",
      "lib/b.dart": "import 'package:y/y.dart' as y;\n\nfinal b = y.Y();\n",
    };
    const { plan } = await planned(files, "join lib/a.dart lib/b.dart > lib/c.dart");
    expect(plan.proof.gaps.map(({ reason, detail, file }) => `${file}: ${reason} ${detail}`)).toEqual([
      "lib/a.dart: beside package:y/y.dart as y",
      "lib/b.dart: beside package:x/x.dart",
    ]);
  });
});

describe("the proof fails", () => {
  test.each<[string, Files, string]>([
    [
      "where a name would mean another one",
      {
        "lib/a.dart": "class Tree {}\n",
        "lib/b.dart": "import 'c.dart';\n\nfinal b = Tree();\n",
        "lib/c.dart": "class Tree {}\n",
      },
      "join lib/a.dart > lib/b.dart",
    ],
    [
      "where an inherited member would be taken for a prefix",
      {
        "lib/a.dart": "import 'dart:io' as path;\n\nfinal a = path.stdout;\n",
        "lib/b.dart": "import 'dart:io';\n\nclass B extends Other {\n  final b = path.length;\n}\n",
      },
      "join lib/a.dart > lib/b.dart",
    ],
    [
      "where another version of the language holds",
      { "lib/a.dart": "// @dart = 2.9\n\nclass A {}\n\nclass B {}\n", "lib/b.dart": "class C {}\n" },
      "extract lib/a.dart A > lib/b.dart",
    ],
    [
      "where a private member would override another",
      {
        "lib/a.dart": "class A {\n  void _f() {}\n}\n",
        "lib/b.dart": "import 'a.dart';\n\nclass B extends A {\n  void _f() {}\n}\n",
      },
      "join lib/a.dart > lib/b.dart",
    ],
  ])("%s", async (_, files, command) => {
    expect((await planned(files, command)).plan.proof.outcome).toBe("fails");
  });

  test("where a file would be removed that belongs to no library", async () => {
    const files = {
      "lib/a.dart": "class A {}\n",
      "lib/b.dart": "part of 'a.dart';\n\nclass B {}\n",
      "lib/c.dart": "class C {}\n\nclass D {}\n",
    };
    const change = (draft: Draft): Draft => ({
      ...draft,
      merges: [{ from: at("lib/b.dart"), into: at("lib/a.dart") }],
    });
    expect((await planned(files, "extract lib/c.dart C > lib/e.dart", change)).plan.proof.outcome).toBe("fails");
  });

  test("where a file would not pass on any more what another of those that change has declared", async () => {
    const files = {
      "lib/a.dart": "export 'b.dart';\n\nclass A {}\n\nclass Z {}\n",
      "lib/b.dart": "class B {}\n\nclass C {}\n",
    };
    const { draft } = await planned(files, "extract lib/b.dart B > lib/a.dart");
    expect(draft.edits.length).toBeGreaterThan(0);
    const change = (each: Draft): Draft => ({
      ...each,
      edits: [...each.edits, { file: at("lib/a.dart"), start: 0, end: 17, text: "", why: "test" }],
    });
    expect((await planned(files, "extract lib/b.dart B > lib/a.dart", change)).plan.proof.outcome).toBe("fails");
  });

  const files = {
    "lib/home.dart": `${home}\nint two() => 2;\n`,
    "lib/tree.dart": "class Tree {}\n",
    "lib/a.dart": "import 'home.dart';\n\nfinal a = [const TreeCard(), Home()];\n",
    "lib/b.dart": "import 'home.dart' show TreeCard;\n\nconst b = TreeCard();\n",
    "lib/kit.dart": "export 'home.dart' show Home, TreeCard;\n",
    "lib/to.dart": "import 'home.dart' as h;\n\nfinal to = [h.TreeCard(), h.two()];\n",
  };
  test.each([
    "extract lib/home.dart TreeCard > lib/card.dart",
    "split lib/home.dart",
    "join lib/tree.dart lib/home.dart > lib/one.dart",
  ])("where any edit of it is left out: %s", async (command) => {
    const { draft, plan, then } = await planned(files, command);
    expect(plan.proof.outcome).toBe("holds");
    for (const [index, edit] of draft.edits.entries()) {
      const change = (each: Draft): Draft => ({ ...each, edits: each.edits.filter((_, n) => n !== index) });
      const other = await planned(files, command, change);
      // What a claim asks for is spelled all the same.
      if (other.plan.proof.outcome === "holds") expect(other.then, JSON.stringify(edit)).toEqual(then);
      else expect(other.plan.proof.outcome, JSON.stringify(edit)).toBe("fails");
    }
    for (const { path, text } of draft.made)
      for (const line of text.split("\n").filter((each) => each.startsWith("import"))) {
        const without = (each: Draft): Draft => ({
          ...each,
          made: each.made.map((one) => (one.path === path ? { ...one, text: one.text.replace(`${line}\n`, "") } : one)),
        });
        expect((await planned(files, command, without)).plan.proof.outcome, `${path} ${line}`).toBe("fails");
      }
  });
});
