import { beforeAll, describe, expect, test } from "vitest";
import { packReading, unpackReading } from "../../files/cache/pack.js";
import { languageContract } from "../contract.test.suite.js";
import { dart, dartManifests } from "./index.js";

languageContract(
  dart,
  [
    { name: "a.dart", text: "import 'b.dart';\n", specifiers: ["b.dart"] },
    {
      name: "a.dart",
      text: 'import "package:orchard/src/b.dart" as b show Tree, Twig hide Leaf;\n',
      specifiers: ["package:orchard/src/b.dart"],
    },
    {
      name: "a.dart",
      text: "import 'stub.dart' if (dart.library.io) 'io.dart' if (dart.library.js == 'x') 'web.dart' deferred as d;\n",
      specifiers: ["stub.dart", "io.dart", "web.dart"],
    },
    {
      name: "a.dart",
      text: "library orchard.trees;\nexport '../b.dart' hide A;\npart 'a.g.dart';\n",
      specifiers: ["../b.dart", "a.g.dart"],
    },
    { name: "a.dart", text: "@Tag('x')\npart of '../trees.dart';\n", specifiers: ["../trees.dart"] },
    { name: "a.dart", text: "part of orchard.trees;\n", specifiers: ["orchard.trees"] },
    {
      name: "a.dart",
      text: "final a = ['assets/images/tree.png', r\"assets/b/\"];\n",
      specifiers: ["assets/images/tree.png", "assets/b/"],
    },
    { name: "a.dart", text: "var a = '''assets/a.json''';\n", specifiers: ["assets/a.json"] },
  ],
  ["x.dart", "../w/y.dart", "package:orchard/z.dart", "d/(g)/e.dart", "orchard.apples"],
);

languageContract(
  dartManifests,
  [
    {
      name: "pubspec.yaml",
      text: 'name: orchard\ndependencies:\n  kit:\n    path: ../kit\nflutter:\n  assets:\n    - assets/images/\n    - "assets/a.json"\n  fonts:\n    - family: F\n      fonts:\n        - asset: fonts/F.ttf\n',
      specifiers: ["../kit", "assets/images/", "assets/a.json", "fonts/F.ttf"],
    },
    {
      name: "l10n.yaml",
      text: "x: 1\narb-dir: lib/l10n\ntemplate-arb-file: app_en.arb\n",
      specifiers: ["lib/l10n", "app_en.arb"],
    },
    {
      name: "analysis_options.yaml",
      text: "x: 1\ninclude: ../a.yaml\nanalyzer:\n  exclude:\n    - lib/gen/**\n",
      specifiers: ["../a.yaml", "lib/gen/**"],
    },
  ],
  ["x/y.yaml", "../w/z/"],
);

const found = (text: string, name = "tree.dart"): string[] =>
  dart.extract(text, name).references.map(({ kind, lookup, specifier }) => `${kind}, ${lookup}: ${specifier}`);

describe("what a text names", () => {
  test.each<[string, string, string[]]>([
    ["comments nest", "/* /* import 'no.dart'; */ import 'no.dart'; */ import 'yes.dart';", ["import, dart: yes.dart"]],
    [
      "lines of comments",
      "// import 'no.dart';\n/// import 'no.dart';\nimport 'yes.dart';",
      ["import, dart: yes.dart"],
    ],
    ["a script's first line", "#!/usr/bin/env dart\nimport 'a.dart';", ["import, dart: a.dart"]],
    [
      "raw and long strings",
      "import r'a.dart';\nimport '''b.dart''';",
      ["import, dart: a.dart", "import, dart: b.dart"],
    ],
    ["escapes", String.raw`import '\x61\u{2e}dart';`, ["import, dart: a.dart"]],
    [
      "annotations",
      "@TestOn('vm')\n@a.b<C>(d: ['e/f.png'])\nlibrary;\nimport 'a.dart';",
      ["asset, dart asset: e/f.png", "import, dart: a.dart"],
    ],
    [
      "what a generator makes beside it",
      "part 'tree.g.dart';\npart 'twig.g.dart';",
      ["part, dart beside: tree.g.dart", "part, dart: twig.g.dart"],
    ],
    [
      "directives end where code begins",
      "import 'a.dart';\nvar import = 1;\nfinal b = import;\n",
      ["import, dart: a.dart"],
    ],
    ["built-in words as names", "library() => 1;\npart() => 2;\n", []],
    ["words that look like directives in strings", "const a = '''\nimport 'no.dart';\n''';", []],
    [
      "code in strings",
      "final a = 'x${b ? 'assets/c.png' : \"assets/${'d'}.png\"}y';",
      ["asset, dart asset: assets/c.png"],
    ],
    [
      "braces in strings in strings",
      "final a = '${{'k': '}'}}'; final b = 'assets/e.png';",
      ["asset, dart asset: assets/e.png"],
    ],
    ["names in strings", "final a = '$b/c.png $d';", []],
    [
      "no sentences, no addresses, no routes",
      "final a = ['Hello. World', 'https://a.org/b.png', '/harvest', 'a, b.c', 'x y/z', '*.png'];",
      [],
    ],
    [
      "assets of packages",
      "Image.asset('images/a.png', width: 2, package: 'kit')",
      ["asset, dart asset: images/a.png"],
    ],
  ])("%s", (_, text, expected) => expect(found(text)).toEqual(expected));

  test("the package of an asset is part of what it means", () => {
    const [reference] = dart.extract("final a = Image.asset('images/a.png', package: 'kit');", "a.dart").references;
    expect(reference?.inside).toBe("kit");
  });

  test("heads of paths that are put together", () => {
    const { computed } = dart.extract("a(String n) => 'assets/trees/$n.png';\nb(n) => 'assets/${n}/x';", "a.dart");
    expect(computed.map(({ head }) => head)).toEqual(["assets/trees/", "assets/"]);
  });

  test("which names are taken", () => {
    const { references } = dart.extract(
      "import 'a.dart' show A, B;\nimport 'b.dart' as b;\nimport 'c.dart' hide C;\nexport 'd.dart' show D;\npart 'e.dart';",
      "x.dart",
    );
    expect(references.map(({ bindings }) => bindings?.map(({ imported, local }) => `${imported} ${local}`))).toEqual([
      ["A ", "B "],
      ["* b"],
      undefined,
      ["D D"],
      [],
    ]);
  });
});

describe("what is not certain is said", () => {
  test.each<[string, string, string]>([
    ["final a = 'open;\nimport 'b.dart';", "not read", "a string is not closed"],
    ["/* /* */ import 'a.dart';", "not read", "a comment is not closed"],
    ["import 'a.dart'\nclass A {}", "not read", "the directive `import` does not end here"],
    ["import 'a' 'b.dart';", "not read", "the directive `import` has an address that is put together"],
    ["import 'a.dart';\nclass A {", "around errors", "a bracket is not closed"],
    ["import 'a.dart';\n}", "around errors", "a bracket is closed that was not opened"],
    ["import 'a.dart';\0", "not read", "the file is not text"],
  ])("%j", (text, reading, message) => {
    expect(dart.extract(text, "a.dart")).toMatchObject({ reading, problem: { message } });
  });
});

describe("what a text gives", () => {
  const given = (text: string): string[] =>
    (dart.extract(text, "a.dart", "all").exports ?? []).map(
      ({ name, kind, from }) => `${kind} ${name}${from === undefined ? "" : " passed on"}`,
    );

  test.each<[string, string[]]>([
    ["class A {}\nabstract interface class B<T extends C> implements D<T> { int get x => 1; }", ["class A", "class B"]],
    [
      "class HarvestScreen extends StatefulWidget {}\nclass _S extends State<HarvestScreen> {}",
      ["component HarvestScreen"],
    ],
    ["mixin A on B {}\nmixin class C {}\nenum D { a, b; int f() => 1; }", ["class A", "class C", "class D"]],
    [
      "extension A on String { }\nextension on int {}\nextension type const Id(int v) implements int {}",
      ["function A", "class Id"],
    ],
    ["typedef A<T> = void Function(T a, {int b});\ntypedef int B(int c);", ["type A", "type B"]],
    [
      "void main() { int inner() => 1; }\nFuture<Map<String, int>> load(int a, {String b = '}'}) async {}",
      ["function main", "function load"],
    ],
    [
      "int get a => 1;\nset b(int c) {}\nexternal int d();\nint? e, f = 2, g;",
      ["function a", "function b", "function d", "value e", "value f", "value g"],
    ],
    [
      "const a = 1, b = {'x': [1, 2]};\nfinal Map<String, List<int>> c = foo<int, String, bool>();\nlate var d;",
      ["constant a", "value b", "constant c", "value d"],
    ],
    [
      "void Function(int) callback = print;\n(int, String) pair() => (1, '');\nfinal (int, int) two = (1, 2);",
      ["value callback", "function pair", "constant two"],
    ],
    ["bool useDarkMode() => true;\nT pick<T extends Comparable<T>>(T a) => a;", ["hook useDarkMode", "function pick"]],
    ["export 'a.dart';\nexport 'b.dart' show B, C;", ["value * passed on", "value B passed on", "value C passed on"]],
    ["var _hidden = 1;\nclass _Hidden {}\nint get() => 1;", ["function get"]],
  ])("%s", (text, expected) => expect(given(text)).toEqual(expected));

  test("files of one library know what the others declare", () => {
    const { declares, usesNames } = dart.extract(
      "part 'twig.dart';\nclass _Tree { final a = _Twig().leaf; }",
      "tree.dart",
    );
    expect(declares?.map(({ name }) => name)).toEqual(["_Tree"]);
    expect(usesNames?.map(({ name }) => name)).toEqual(["class", "final", "a", "_Twig"]);
    expect(dart.extract("class A {}", "a.dart").usesNames).toBeUndefined();
  });
});

test("a reading comes back from the cache as it was", () => {
  const text =
    "import 'a.dart' as a show A;\nexport 'b.dart' hide B;\npart 'tree.g.dart';\nclass _T {}\nfinal c = Image.asset('d/e.png', package: 'f'), g = 'h/$i';\n";
  const reading = { ...dart.extract(text, "tree.dart", "all"), outline: dart.outline(text, "tree.dart") };
  expect(unpackReading(packReading(reading))).toEqual(reading);
  const part = "part of orchard.trees;\nfinal a = _T();\n";
  const other = { ...dart.extract(part, "b.dart", "all"), outline: dart.outline(part, "b.dart") };
  expect(unpackReading(packReading(other))).toEqual(other);
});

describe("what a text says of itself", () => {
  test.each<[string, readonly string[]]>([
    ["class A extends StatelessWidget { Widget build(BuildContext c) => B(); }", ["view"]],
    ["class A extends Cubit<int> {}", ["store"]],
    ["final p = StateNotifierProvider<A, B>((ref) => A());", ["store"]],
    ["void main() => runApp(const App());", ["mounts"]],
    ["void main() {\n  testWidgets('a', (t) async {});\n}", ["tests"]],
    ["// GENERATED CODE - DO NOT MODIFY BY HAND\npart of 'a.dart';", ["generated"]],
    ["final router = GoRouter(routes: []);", ["routes"]],
    ["class A { Future<void> load() => http.get(uri); }", ["requests"]],
    ["class Plain {}", []],
  ])("%s", (text, expected) => expect(dart.outline(text, "a.dart").signs).toEqual(expected));
});

describe("manifests", () => {
  beforeAll(() => dartManifests.prepare());
  const named = (name: string, text: string): string[] =>
    dartManifests.extract(text, name).references.map(({ lookup, specifier }) => `${lookup}: ${specifier}`);

  test.each<[string, string, string[]]>([
    [
      "pubspec.yaml",
      "name: a\nhomepage: https://a.org/b.html\ndependencies:\n  b: ^1.0.0\n  c: { path: ../c }\n  d:\n    git: { url: x, path: packages/d }\n",
      ["beside: ../c"],
    ],
    [
      "pubspec.yaml",
      "flutter:\n  uses-material-design: true\n  assets:\n    - assets/\n    - assets/a.png\n    - path: assets/b/\n      flavors: [c]\n",
      ["dart bundle: assets/", "dart listed: assets/a.png", "dart bundle: assets/b/"],
    ],
    [
      "pubspec.yaml",
      "workspace:\n  - packages/a\nflutter_launcher_icons:\n  image_path: assets/icon.png\n  android: true\n",
      ["beside: packages/a", "dart listed: assets/icon.png"],
    ],
    ["pubspec_overrides.yaml", "dependency_overrides:\n  a:\n    path: ../a\n", ["beside: ../a"]],
    [
      "build.yaml",
      "targets:\n  $default:\n    builders:\n      a|b:\n        generate_for: [lib/models/*.dart]\n",
      ["scope: lib/models/*.dart"],
    ],
    [
      "analysis_options.yaml",
      "include: package:lints/recommended.yaml\nlinter:\n  rules:\n    - a\n",
      ["dart: package:lints/recommended.yaml"],
    ],
    ["melos.yaml", "name: a\npackages:\n  - packages/**\nscripts:\n  b: dart run c/d.dart\n", ["scope: packages/**"]],
  ])("%s %j", (name, text, expected) => expect(named(name, text)).toEqual(expected));

  test("lint rules and packages are told by name", () => {
    const rules = dartManifests.extract(
      "linter:\n  rules:\n    always_use_package_imports: true\n    b: false\n",
      "analysis_options.yaml",
    );
    expect(rules.declares?.map(({ name }) => name)).toEqual(["rule always_use_package_imports"]);
    expect(dartManifests.extract("name: orchard\n", "pubspec.yaml").declares?.[0]?.name).toBe("package orchard");
    const aliased = "name: a\ndependencies: &all\n  b: any\ndev_dependencies: *all\n";
    expect(dartManifests.extract(aliased, "pubspec.yaml")).toMatchObject({
      reading: "whole",
      declares: [{ name: "package a" }, { name: "dependency b" }, { name: "dependency b" }],
    });
  });
});
