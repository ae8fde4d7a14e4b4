/** What becomes of an app in Dart when files move: judged by the whole planner, on trees in memory. */
import { describe, expect, test } from "vitest";
import { openProject } from "../../app/index.js";
import { planDraft } from "../../change/plan/index.js";
import { afterwards, at, planCommand, planOf, respellings, type Files } from "../../change/plan/planning.test.suite.js";
import { MemoryStore } from "../../files/index.js";

const app: Files = {
  "pubspec.yaml": `name: orchard
dependencies:
  flutter:
    sdk: flutter
  fruit_kit:
    path: packages/fruit_kit
flutter:
  assets:
    - assets/images/
    - assets/data/trees.json
`,
  "lib/main.dart": "import 'package:orchard/screens/trees_screen.dart';\nimport 'utils/dates.dart';\nvoid main() {}\n",
  "lib/screens/trees_screen.dart":
    "import 'package:flutter/material.dart';\nimport 'package:fruit_kit/fruit_kit.dart';\nimport '../models/tree.dart';\nconst a = 'assets/images/tree.png';\n",
  "lib/models/tree.dart":
    "import '../utils/dates.dart' show day;\npart 'tree.g.dart';\npart 'parts/twig.dart';\nclass Tree { final _Twig? t; }\n",
  "lib/models/tree.g.dart": "part of 'tree.dart';\n",
  "lib/models/parts/twig.dart": "part of '../tree.dart';\nclass _Twig {}\n",
  "lib/utils/dates.dart": "int day() => 1;\n",
  "test/models/tree_test.dart":
    "import 'package:orchard/models/tree.dart';\nimport '../helpers.dart';\nfinal json = File('assets/data/trees.json');\n",
  "test/helpers.dart": "",
  "assets/images/tree.png": "",
  "assets/images/2.0x/tree.png": "",
  "assets/data/trees.json": "{}",
  "packages/fruit_kit/pubspec.yaml": "name: fruit_kit\n",
  "packages/fruit_kit/lib/fruit_kit.dart": "export 'src/apple.dart';\n",
  "packages/fruit_kit/lib/src/apple.dart": "class Apple {}\n",
};

/** The moves and edits of a plan, which must be proved. */
async function moved(command: string, files: Files = app): Promise<string[]> {
  const plan = await planCommand(files, command);
  expect(plan.proof).toMatchObject({ outcome: "holds", different: [], gaps: [] });
  return [
    ...plan.moves.filter(({ why }) => why === "companion").map(({ from, to }) => `${from} > ${to}`),
    ...respellings(plan),
  ];
}

describe("a file moves", () => {
  test.each<[string, string[]]>([
    [
      "lib/utils/dates.dart lib/core/dates.dart",
      [
        "lib/main.dart: utils/dates.dart > core/dates.dart",
        "lib/models/tree.dart: ../utils/dates.dart > ../core/dates.dart",
      ],
    ],
    [
      "lib/screens/trees_screen.dart lib/features/trees/",
      [
        "lib/main.dart: package:orchard/screens/trees_screen.dart > package:orchard/features/trees/trees_screen.dart",
        "lib/screens/trees_screen.dart: ../models/tree.dart > ../../models/tree.dart",
      ],
    ],
    [
      "test/helpers.dart test/support/helpers.dart",
      ["test/models/tree_test.dart: ../helpers.dart > ../support/helpers.dart"],
    ],
    [
      "assets/data/trees.json assets/data/all.json",
      [
        "pubspec.yaml: assets/data/trees.json > assets/data/all.json",
        "test/models/tree_test.dart: assets/data/trees.json > assets/data/all.json",
      ],
    ],
    [
      "assets/images/tree.png assets/images/apple.png",
      [
        "assets/images/2.0x/tree.png > assets/images/2.0x/apple.png",
        "lib/screens/trees_screen.dart: assets/images/tree.png > assets/images/apple.png",
      ],
    ],
    ["packages/fruit_kit/ packages/kits/", ["pubspec.yaml: packages/fruit_kit > packages/kits/fruit_kit"]],
    [
      "packages/fruit_kit/lib/fruit_kit.dart packages/fruit_kit/lib/kit.dart",
      ["lib/screens/trees_screen.dart: package:fruit_kit/fruit_kit.dart > package:fruit_kit/kit.dart"],
    ],
  ])("%s", async (command, expected) => expect(await moved(command)).toEqual(expected));
});

describe("a library and its parts", () => {
  test("parts go with their library and keep pointing at it", async () => {
    expect(await moved("lib/models/tree.dart lib/features/trees/")).toEqual([
      "lib/models/parts/twig.dart > lib/features/trees/parts/twig.dart",
      "lib/models/tree.g.dart > lib/features/trees/tree.g.dart",
      "lib/models/tree.dart: ../utils/dates.dart > ../../utils/dates.dart",
      "lib/screens/trees_screen.dart: ../models/tree.dart > ../features/trees/tree.dart",
      "test/models/tree_test.dart: package:orchard/models/tree.dart > package:orchard/features/trees/tree.dart",
    ]);
  });

  test("a part alone is respelled on both sides", async () => {
    expect(await moved("lib/models/parts/twig.dart lib/models/pieces/small/twig.dart")).toEqual([
      "lib/models/parts/twig.dart: ../tree.dart > ../../tree.dart",
      "lib/models/tree.dart: parts/twig.dart > pieces/small/twig.dart",
    ]);
  });

  test("a library of another name takes what is generated after it along", async () => {
    const edits = await moved("lib/models/tree.dart lib/models/apple_tree.dart");
    expect(edits).toContain("lib/models/tree.g.dart > lib/models/apple_tree.g.dart");
    expect(edits).toContain("lib/models/tree.dart: tree.g.dart > apple_tree.g.dart");
    expect(edits).toContain("lib/models/tree.g.dart: tree.dart > apple_tree.dart");
    expect(edits).toContain("lib/models/parts/twig.dart: ../tree.dart > ../apple_tree.dart");
  });

  test("what is generated and not there yet is named after the file, wherever that goes", async () => {
    const files = { ...app, "lib/models/fruit.dart": "part 'fruit.freezed.dart';\nclass Fruit {}\n" };
    expect(await moved("lib/models/fruit.dart lib/core/", files)).toEqual([]);
    expect(await moved("lib/models/fruit.dart lib/core/pear.dart", files)).toEqual([
      "lib/models/fruit.dart: fruit.freezed.dart > pear.freezed.dart",
    ]);
  });

  const named: Files = {
    "pubspec.yaml": "name: orchard\n",
    "lib/trees.dart": "library orchard.trees;\npart 'src/twig.dart';\nfinal a = _twig;\n",
    "lib/src/twig.dart": "part of orchard.trees;\nfinal _twig = 1;\n",
  };
  test.each<[string, string[]]>([
    ["lib/src/twig.dart lib/bits/", ["lib/trees.dart: src/twig.dart > bits/twig.dart"]],
    ["lib/trees.dart lib/api/all.dart", ["lib/src/twig.dart > lib/api/src/twig.dart"]],
  ])("by the library's own name: %s", async (command, expected) =>
    expect(await moved(command, named)).toEqual(expected),
  );
});

describe("how names are spelled", () => {
  test("across the border of lib/ by the package's name", async () => {
    const files = { ...app, "lib/tool.dart": "import 'utils/dates.dart';\n" };
    expect(await moved("lib/tool.dart bin/tool.dart", files)).toEqual([
      "lib/tool.dart: utils/dates.dart > package:orchard/utils/dates.dart",
    ]);
  });

  test.each<[string, string]>([
    ["always_use_package_imports", "package:orchard/core/dates.dart"],
    ["prefer_relative_imports", "../core/dates.dart"],
  ])("as the lint rule %s asks, where something is respelled", async (rule, expected) => {
    const lint = { "analysis_options.yaml": `linter:\n  rules:\n    - ${rule}\n` };
    const name = {
      "lib/screens/late.dart": "import 'package:orchard/utils/dates.dart';\nimport '../utils/dates.dart';\n",
    };
    const edits = await moved("lib/utils/dates.dart lib/core/", { ...app, ...lint, ...name });
    const own = edits.filter((edit) => edit.startsWith("lib/screens/late.dart"));
    expect(own.map((edit) => edit.split(" > ")[1])).toEqual([expected, expected]);
  });

  test("a package's asset by the package's name", async () => {
    const kit = {
      "packages/fruit_kit/assets/pear.png": "",
      "lib/kit.dart":
        "final a = 'packages/fruit_kit/assets/pear.png'; final b = Image.asset('assets/pear.png', package: 'fruit_kit');\n",
    };
    expect(
      await moved("packages/fruit_kit/assets/pear.png packages/fruit_kit/assets/fruit/", { ...app, ...kit }),
    ).toEqual([
      "lib/kit.dart: packages/fruit_kit/assets/pear.png > packages/fruit_kit/assets/fruit/pear.png",
      "lib/kit.dart: assets/pear.png > assets/fruit/pear.png",
    ]);
  });

  test("pictures with which a test compares", async () => {
    const files = {
      "test/cards/card_test.dart": "expect(a, matchesGoldenFile('goldens/card.png'));\n",
      "test/cards/goldens/card.png": "",
    };
    expect(await moved("test/cards/card_test.dart test/widgets/", { ...app, ...files })).toEqual([
      "test/cards/card_test.dart: goldens/card.png > ../cards/goldens/card.png",
    ]);
    expect(await moved("test/cards/goldens/ test/cards/pictures", { ...app, ...files })).toEqual([
      "test/cards/card_test.dart: goldens/card.png > pictures/card.png",
    ]);
  });

  test("what a generator writes elsewhere is looked for where it writes it", async () => {
    const files = { "lib/a.dart": "import 'l10n/app_localizations.dart';\nimport 'router.gr.dart';\n" };
    expect(await moved("lib/a.dart lib/core/", { ...app, ...files })).toEqual([
      "lib/a.dart: l10n/app_localizations.dart > ../l10n/app_localizations.dart",
      "lib/a.dart: router.gr.dart > ../router.gr.dart",
    ]);
  });

  test("translations and their settings", async () => {
    const l10n = { "l10n.yaml": "arb-dir: lib/l10n\ntemplate-arb-file: app_en.arb\n", "lib/l10n/app_en.arb": "{}" };
    expect(await moved("lib/l10n/ lib/core/l10n", { ...app, ...l10n })).toEqual([
      "l10n.yaml: lib/l10n > lib/core/l10n",
    ]);
    expect(await moved("lib/l10n/app_en.arb lib/l10n/en.arb", { ...app, ...l10n })).toEqual([
      "l10n.yaml: app_en.arb > en.arb",
    ]);
  });
});

describe("what an app is built with", () => {
  const manifest = (assets: string, end = "\n"): Files => ({
    ...app,
    "pubspec.yaml": `name: orchard\nflutter:\n  assets:${assets}`.replaceAll("\n", end),
    "assets/images/pear.png": "",
  });
  const manifestAfter = async (files: Files, ...moves: string[]): Promise<string | undefined> => {
    const plan = await planOf(files, moves);
    expect(plan.proof).toMatchObject({ outcome: "holds", different: [], patterns: [] });
    return afterwards(files, plan)["pubspec.yaml"]?.replace(/^[^]*assets:/, "");
  };
  const [tree, deep, pear] = ["tree.png", "2.0x/tree.png", "pear.png"];
  const go = (name: string, folder: string): string => `assets/images/${name} > ${folder}/${name}`;

  test.each<[string, string, string, string[]]>([
    [
      "a new folder is listed beside the old one",
      "\n    - assets/images/\n",
      "\n    - assets/images/\n    - assets/trees/\n",
      [go(tree, "assets/trees"), go(deep, "assets/trees")],
    ],
    [
      "quoted, at the end of the text",
      '\n    - "assets/images/"',
      '\n    - "assets/images/"\n    - "assets/trees/"',
      [go(tree, "assets/trees"), go(deep, "assets/trees")],
    ],
    [
      "in a list of one line",
      " [assets/images/]\n",
      " [assets/images/, assets/trees/]\n",
      [go(tree, "assets/trees"), go(deep, "assets/trees")],
    ],
    [
      "a folder that goes as a whole is respelled",
      "\n    - assets/images/\n",
      "\n    - assets/p/\n",
      [go(tree, "assets/p"), go(deep, "assets/p"), go(pear, "assets/p")],
    ],
    [
      "a folder that falls apart",
      "\n    - assets/images/\n",
      "\n    - assets/p/\n    - assets/t/\n",
      [go(pear, "assets/p"), go(tree, "assets/t"), go(deep, "assets/t")],
    ],
    [
      "nothing is listed twice",
      "\n    - assets/images/\n    - assets/trees/\n",
      "\n    - assets/images/\n    - assets/trees/\n",
      [go(tree, "assets/trees"), go(deep, "assets/trees")],
    ],
  ])("%s", async (_, before, after, moves) => {
    const there = { ...manifest(before), "assets/trees/old.png": "" };
    expect(await manifestAfter(there, ...moves)).toBe(after);
  });

  test("with the line ends of the text", async () => {
    const files = manifest("\n    - assets/images/\n", "\r\n");
    expect(await manifestAfter(files, go(tree, "assets/trees"), go(deep, "assets/trees"))).toBe(
      "\r\n    - assets/images/\r\n    - assets/trees/\r\n",
    );
  });

  test("what would be left out of the app is not proved", async () => {
    const files = manifest("\n    - path: assets/images/\n      flavors: [a]\n");
    const plan = await planOf(files, [go(tree, "assets/trees"), go(deep, "assets/trees")]);
    expect(plan.proof.different).toMatchObject([
      { file: "lib/screens/trees_screen.dart", specifier: "assets/images/tree.png" },
    ]);
  });
});

describe("what is not certain is no proof", () => {
  test("out of lib/ no relative name leads to what is not in it", async () => {
    const plan = await planCommand(app, "lib/utils/dates.dart test/");
    expect(plan.proof.different.map(({ file }) => file)).toEqual(["lib/main.dart", "lib/models/tree.dart"]);
    const there = { ...app, "lib/odd.dart": "import '../test/helpers.dart';\n" };
    const { proof } = await planCommand(there, "test/helpers.dart test/support/");
    expect(proof.unresolved).toMatchObject([{ file: "lib/odd.dart" }]);
  });

  test("a package that the manifest does not name cannot be imported", async () => {
    const files = { ...app, "packages/dates/pubspec.yaml": "name: dates\n", "packages/dates/lib/a.dart": "" };
    const far = await planCommand(files, "lib/utils/dates.dart packages/dates/lib/");
    expect(far.proof.different.map(({ file }) => file)).toEqual(["lib/main.dart", "lib/models/tree.dart"]);
    const near = { ...files, "pubspec.yaml": `${app["pubspec.yaml"] ?? ""}dev_dependencies:\n  dates: any\n` };
    expect(await moved("lib/utils/dates.dart packages/dates/lib/", near)).toContain(
      "lib/main.dart: utils/dates.dart > package:dates/dates.dart",
    );
  });

  test("a package that is no dependency of where the file goes", async () => {
    const files: Files = {
      "pubspec.yaml": "name: orchard\ndependencies:\n  http: any\n  fruit: any\n",
      "lib/api.dart": "import 'package:http/http.dart';\nimport 'dart:io';\n",
      "lib/odd.dart": "import 'package:odd/odd.dart';\n",
      "packages/fruit/pubspec.yaml": "name: fruit\n",
      "packages/fruit/lib/a.dart": "",
    };
    const { proof } = await planCommand(files, "lib/api.dart packages/fruit/lib/");
    expect(proof.different).toMatchObject([{ file: "lib/api.dart", specifier: "package:http/http.dart" }]);
    const known = { ...files, "packages/fruit/pubspec.yaml": "name: fruit\ndependencies:\n  http: any\n" };
    expect((await planCommand(known, "lib/api.dart packages/fruit/lib/")).proof.outcome).toBe("holds");
    // What no manifest names today is nobody's loss.
    expect((await planCommand(files, "lib/odd.dart packages/fruit/lib/")).proof.outcome).toBe("holds");
  });

  test("a script that is a command of the package", async () => {
    const files: Files = {
      "pubspec.yaml": "name: orchard\nexecutables:\n  pick: main\n  plant:\n",
      "bin/main.dart": "",
      "bin/plant.dart": "",
    };
    expect(await moved("bin/main.dart bin/picker.dart", files)).toEqual(["pubspec.yaml: main > picker"]);
    for (const command of ["bin/main.dart lib/", "bin/plant.dart bin/sow.dart"])
      expect((await planCommand(files, command)).proof.different).toMatchObject([{ file: "pubspec.yaml" }]);
  });

  test("a component that is loaded later", async () => {
    const files: Files = {
      "pubspec.yaml":
        "name: orchard\nflutter:\n  deferred-components:\n    - name: map\n      libraries:\n        - package:orchard/map.dart\n",
      "lib/map.dart": "",
    };
    expect(await moved("lib/map.dart lib/maps/", files)).toEqual([
      "pubspec.yaml: package:orchard/map.dart > package:orchard/maps/map.dart",
    ]);
  });

  test("translations that no settings of their own name", async () => {
    const files: Files = {
      "pubspec.yaml": "name: orchard\nflutter:\n  generate: true\n",
      "lib/l10n/app_en.arb": "{}",
      "lib/l10n/app_de.arb": "{}",
    };
    for (const command of ["lib/l10n lib/core/l10n", "lib/l10n/app_de.arb lib/"])
      expect((await planCommand(files, command)).proof.different).toMatchObject([{ file: "pubspec.yaml" }]);
    expect((await planCommand(files, "lib/l10n/app_de.arb lib/l10n/orchard_de.arb")).proof.outcome).toBe("holds");
    const named = { ...files, "l10n.yaml": "arb-dir: lib/l10n\n" };
    expect(await moved("lib/l10n lib/core/l10n", named)).toEqual(["l10n.yaml: lib/l10n > lib/core/l10n"]);
  });

  test("a name that a library's other file does not find any more", async () => {
    const project = await openProject(new MemoryStore(app));
    const text = app["lib/models/parts/twig.dart"] ?? "";
    const start = text.indexOf("_Twig");
    const edits = [{ file: at("lib/models/parts/twig.dart"), start, end: start + 5, text: "_Leaf", why: "test" }];
    const plan = await planDraft(project, { moves: [], made: [], edits, claims: [] });
    expect(plan.proof.different).toMatchObject([{ file: "lib/models/tree.dart", specifier: "_Twig" }]);
  });

  test("a manifest that cannot be read", async () => {
    const broken = { ...app, "pubspec.yaml": "name: orchard\nversion: <%= x %>\n- a: b: c\n" };
    const plan = await planCommand(broken, "lib/utils/dates.dart lib/core/");
    expect(respellings(plan)).toContain("lib/main.dart: utils/dates.dart > core/dates.dart");
    await expect(
      planCommand({ ...broken, "pubspec.yaml": "a: b: c\n" }, "lib/utils/dates.dart lib/core/"),
    ).rejects.toMatchObject({ code: "CONFIG_BROKEN" });
  });

  test("a text that cannot be read and holds the name", async () => {
    const plan = await planCommand(
      { ...app, "lib/open.dart": "import 'utils/dates.dart';\nfinal a = 'x;\n" },
      "lib/utils/dates.dart lib/core/",
    );
    expect(plan.proof.outcome).toBe("incomplete");
    expect(plan.proof.gaps).toMatchObject([
      { reason: "not understood", file: "lib/open.dart", detail: "a string is not closed" },
    ]);
  });

  test.each([
    ["in a string", "const _b = 'assets/images';\nconst a = '$_b/tree.png';\n", "/tree.png"],
    ["by a plus, with a slash", "final a = base + '/tree.png';\n", "/tree.png"],
    ["by a plus", "final a = base + 'tree.png';\n", "tree.png"],
  ])("only the name of what moves stands in a text, put together %s", async (_, text, found) => {
    const plan = await planCommand(
      { ...app, "lib/pictures.dart": text },
      "assets/images/tree.png assets/images/oak.png",
    );
    expect(plan.proof.outcome).toBe("incomplete");
    expect(plan.mentions).toMatchObject([{ file: "lib/pictures.dart", text: found, reason: "computed" }]);
  });

  test("put together in a package of its own folder", async () => {
    const files = {
      "apps/phone/pubspec.yaml": "name: phone\n",
      "apps/phone/lib/a.dart": "String of(String n) => 'assets/fruit/$n.png';\n",
      "apps/phone/assets/fruit/pear.png": "",
      "apps/phone/assets/fruit/fig.png": "",
    };
    const plan = await planCommand(files, "apps/phone/assets/fruit/pear.png apps/phone/assets/old/");
    expect(plan.mentions).toMatchObject([{ file: "apps/phone/lib/a.dart", text: "assets/fruit/", reason: "computed" }]);
  });

  test("a package's name that two packages bear", async () => {
    const twice = { ...app, "old/fruit_kit/pubspec.yaml": "name: fruit_kit\n", "old/fruit_kit/lib/fruit_kit.dart": "" };
    const named = { ...twice, "pubspec.yaml": "name: orchard\ndependencies:\n  fruit_kit: ^1.0.0\n" };
    const plan = await planCommand(named, "packages/fruit_kit/lib/fruit_kit.dart packages/fruit_kit/lib/kit.dart");
    expect(plan.proof.different).toMatchObject([{ file: "lib/screens/trees_screen.dart" }]);
    expect(await moved("packages/fruit_kit/lib/fruit_kit.dart packages/fruit_kit/lib/kit.dart", twice)).toHaveLength(1);
  });

  test("a path that is put together at run time is said", async () => {
    const files = { ...app, "lib/pictures.dart": "String of(String n) => 'assets/images/$n.png';\n" };
    const plan = await planCommand(files, "assets/images/tree.png assets/images/old/tree.png");
    expect(plan.mentions).toMatchObject([{ file: "lib/pictures.dart", text: "assets/images/", reason: "computed" }]);
  });
});
