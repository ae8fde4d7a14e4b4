/** Renames in Dart: by scope within a library, by imports across; judged by what stands there then. */
import { describe, expect, test } from "vitest";
import { at, type Files } from "../../change/plan/planning.test.suite.js";
import { planRename } from "../../change/rename/renaming.test.suite.js";

const manifest = { "pubspec.yaml": "name: orchard\n" };

/** The files that are other ones, or at another place, after a rename that holds. */
async function renamed(files: Files, command: string): Promise<Record<string, string>> {
  const { plan, then } = await planRename({ ...manifest, ...files }, command);
  expect(plan.proof).toMatchObject({ outcome: "holds", different: [], gaps: [] });
  return Object.fromEntries(Object.entries(then).filter(([path, text]) => files[path] !== text && !(path in manifest)));
}

test("a widget with its state class, its file and its test", async () => {
  const files = {
    "lib/tree_card.dart":
      "class TreeCard extends StatefulWidget {\n  const TreeCard({super.key});\n  State<TreeCard> createState() => _TreeCardState();\n}\nclass _TreeCardState extends State<TreeCard> {}\n",
    "lib/trees.dart":
      "import 'tree_card.dart';\nfinal cards = [const TreeCard(), TreeCard.new];\nint f(int TreeCard) => TreeCard;\n",
    "test/tree_card_test.dart": "import 'package:orchard/tree_card.dart';\nfinal a = find.byType(TreeCard);\n",
  };
  expect(await renamed(files, "lib/tree_card.dart oak_card")).toEqual({
    "lib/oak_card.dart":
      "class OakCard extends StatefulWidget {\n  const OakCard({super.key});\n  State<OakCard> createState() => _OakCardState();\n}\nclass _OakCardState extends State<OakCard> {}\n",
    "lib/trees.dart":
      "import 'oak_card.dart';\nfinal cards = [const OakCard(), OakCard.new];\nint f(int TreeCard) => TreeCard;\n",
    "test/tree_card_test.dart": "import 'package:orchard/oak_card.dart';\nfinal a = find.byType(OakCard);\n",
  });
});

describe("one name, wherever it is meant", () => {
  const tree = "class Tree {}\nclass Leaf {}\n";
  test.each<[string, Files, Files]>([
    [
      "through files that pass it on",
      { "lib/kit.dart": "export 'tree.dart';\n", "lib/a.dart": "import 'kit.dart';\nTree? a;\n" },
      { "lib/a.dart": "import 'kit.dart';\nOak? a;\n" },
    ],
    [
      "in lists that show and hide",
      {
        "lib/kit.dart": "export 'tree.dart' show Tree;\n",
        "lib/a.dart": "import 'kit.dart' show Tree;\nTree? a;\n",
        "lib/b.dart": "import 'tree.dart' hide Tree;\nLeaf? b;\n",
      },
      {
        "lib/kit.dart": "export 'tree.dart' show Oak;\n",
        "lib/a.dart": "import 'kit.dart' show Oak;\nOak? a;\n",
        "lib/b.dart": "import 'tree.dart' hide Oak;\nLeaf? b;\n",
      },
    ],
    [
      "behind a prefix",
      { "lib/a.dart": "import 'tree.dart' as t;\nt.Tree? a; final t2 = x.Tree;\n" },
      { "lib/a.dart": "import 'tree.dart' as t;\nt.Oak? a; final t2 = x.Tree;\n" },
    ],
    [
      "behind a prefix with a list",
      { "lib/a.dart": "import 'tree.dart' as t show Tree;\nt.Tree? a;\n" },
      { "lib/a.dart": "import 'tree.dart' as t show Oak;\nt.Oak? a;\n" },
    ],
    [
      "in strings with code, not in others",
      { "lib/a.dart": "import 'tree.dart';\nfinal a = '${Tree()} Tree'; // Tree\n" },
      { "lib/a.dart": "import 'tree.dart';\nfinal a = '${Oak()} Tree'; // Tree\n" },
    ],
    [
      "where another library has the same name",
      {
        "lib/other.dart": "class Tree {}\n",
        "lib/a.dart": "import 'tree.dart' hide Tree;\nimport 'other.dart';\nTree? a; Leaf? b;\n",
      },
      { "lib/a.dart": "import 'tree.dart' hide Oak;\nimport 'other.dart';\nTree? a; Leaf? b;\n" },
    ],
    [
      "in a library's parts, which import nothing",
      { "lib/a.dart": "import 'tree.dart';\npart 'b.dart';\n", "lib/b.dart": "part of 'a.dart';\nTree? b;\n" },
      { "lib/b.dart": "part of 'a.dart';\nOak? b;\n" },
    ],
    [
      "not where the name is of the text itself",
      { "lib/a.dart": "import 'tree.dart';\nclass Tree {}\nTree? a;\n" },
      {},
    ],
  ])("%s", async (_, files, changed) => {
    const all = { "lib/tree.dart": tree, ...files };
    expect(await renamed(all, "lib/tree.dart Tree Oak")).toEqual({
      "lib/tree.dart": "class Oak {}\nclass Leaf {}\n",
      ...changed,
    });
  });

  test("private names hold a library together", async () => {
    const files = {
      "lib/a.dart": "part 'b.dart';\nfinal a = _twig;\n",
      "lib/b.dart": "part of 'a.dart';\nfinal _twig = 1;\n",
      "lib/c.dart": "final _twig = 2;\n",
    };
    expect(await renamed(files, "lib/b.dart _twig _bough")).toEqual({
      "lib/a.dart": "part 'b.dart';\nfinal a = _bough;\n",
      "lib/b.dart": "part of 'a.dart';\nfinal _bough = 1;\n",
    });
  });

  test("what a generator wrote changes, and is said", async () => {
    const files = {
      "lib/tree.dart": "part 'tree.g.dart';\nclass Tree {}\n",
      "lib/tree.g.dart": "// GENERATED CODE - DO NOT MODIFY BY HAND\npart of 'tree.dart';\nTree make() => Tree();\n",
    };
    const { plan, renamed: draft, then } = await planRename({ ...manifest, ...files }, "lib/tree.dart oak");
    expect(plan.proof.outcome).toBe("holds");
    expect(draft.generated).toEqual([at("lib/tree.g.dart")]);
    expect(then["lib/oak.g.dart"]).toContain("Oak make() => Oak();");
  });
});

test("what a generator calls after a class is called after its new name", async () => {
  const files = {
    "lib/tree.dart":
      "part 'tree.g.dart';\nclass Tree {\n  factory Tree.fromJson(Map j) => _$TreeFromJson(j);\n  static final treeFromJson = _$TreetopFromJson;\n}\n",
    "lib/tree.g.dart":
      "// GENERATED CODE - DO NOT MODIFY BY HAND\npart of 'tree.dart';\nTree _$TreeFromJson(Map j) => Tree.fromJson(j);\nfinal _$TreetopFromJson = 1;\n",
  };
  expect(await renamed(files, "lib/tree.dart oak")).toEqual({
    "lib/oak.dart":
      "part 'oak.g.dart';\nclass Oak {\n  factory Oak.fromJson(Map j) => _$OakFromJson(j);\n  static final treeFromJson = _$TreetopFromJson;\n}\n",
    "lib/oak.g.dart":
      "// GENERATED CODE - DO NOT MODIFY BY HAND\npart of 'oak.dart';\nOak _$OakFromJson(Map j) => Oak.fromJson(j);\nfinal _$TreetopFromJson = 1;\n",
  });
});

test("the same where the generator has not run yet", async () => {
  const files = {
    "lib/tree.dart":
      "part 'tree.g.dart';\nclass Tree {\n  factory Tree.of(Map j) => _$TreeFromJson(j);\n}\nfinal a = _$Treetop;\n",
  };
  const { plan, renamed: draft } = await planRename({ ...manifest, ...files }, "lib/tree.dart oak");
  expect(draft.unwritten).toEqual(["_$OakFromJson"]);
  // The part is nowhere yet: it is kept right, and counts for nothing.
  expect(plan.proof).toMatchObject({ outcome: "holds", references: 0 });
  expect(await renamed(files, "lib/tree.dart oak")).toEqual({
    "lib/oak.dart":
      "part 'oak.g.dart';\nclass Oak {\n  factory Oak.of(Map j) => _$OakFromJson(j);\n}\nfinal a = _$Treetop;\n",
  });
});

describe("what cannot be is refused, and what is not certain is no proof", () => {
  const files = { ...manifest, "lib/tree.dart": "class Tree {}\n" };

  test("a name that the file has already", async () => {
    const taken = planRename({ ...files, "lib/tree.dart": "class Tree {}\nclass Oak {}\n" }, "lib/tree.dart Tree Oak");
    await expect(taken).rejects.toMatchObject({ code: "RENAME_TAKEN" });
  });

  test.each([
    ["a parameter of the new name", "import 'tree.dart';\nObject f(int Oak) => Tree();\n"],
    ["another import that gives the new name", "import 'tree.dart';\nimport 'oak.dart';\nTree? a; Oak? b;\n"],
  ])("%s", async (_, text) => {
    const { plan } = await planRename(
      { ...files, "lib/oak.dart": "class Oak {}\n", "lib/a.dart": text },
      "lib/tree.dart Tree Oak",
    );
    expect(plan.proof.outcome).toBe("fails");
  });

  test("an import that leads nowhere and may give it", async () => {
    const text = "import 'all.dart';\nimport 'package:kit/kit.dart';\nTree? a;\n";
    const { plan } = await planRename({ ...files, "lib/a.dart": text }, "lib/tree.dart Tree Oak");
    expect(plan.proof).toMatchObject({
      outcome: "incomplete",
      gaps: [{ reason: "not understood", file: "lib/a.dart" }],
    });
    const whole = { ...files, "lib/a.dart": text, "lib/all.dart": "" };
    expect((await planRename(whole, "lib/tree.dart Tree Oak")).plan.proof.outcome).toBe("holds");
  });

  test("a text with an error that may mean it", async () => {
    const { plan } = await planRename(
      { ...files, "lib/a.dart": "import 'tree.dart';\nfinal a = [Tree();\n" },
      "lib/tree.dart Tree Oak",
    );
    expect(plan.proof.outcome).not.toBe("holds");
  });
});
