/** Taking out, joining and splitting in Dart: what stands where afterwards, and that the proof holds for it. */
import { describe, expect, test } from "vitest";
import { planExtraction } from "../../change/extract/extracting.test.suite.js";
import type { Files } from "../../change/plan/planning.test.suite.js";

const manifest = { "pubspec.yaml": "name: orchard\n" };

/** The files that are other ones after an extraction that holds. */
async function extracted(files: Files, command: string): Promise<Record<string, string>> {
  const { plan, then } = await planExtraction({ ...manifest, ...files }, command);
  expect(plan.proof).toMatchObject({ outcome: "holds", different: [], gaps: [] });
  return Object.fromEntries(Object.entries(then).filter(([path, text]) => files[path] !== text && !(path in manifest)));
}

describe("a declaration goes to a file of its own", () => {
  test("a widget with its state class; who takes it takes it from there", async () => {
    const files = {
      "lib/home.dart":
        "// Home.\nimport 'package:flutter/material.dart';\n\nimport 'tree.dart';\n\nclass Home extends StatelessWidget {\n  final card = const TreeCard();\n}\n\n/// A card.\nclass TreeCard extends StatefulWidget {\n  const TreeCard({super.key});\n  State<TreeCard> createState() => _TreeCardState();\n}\n\nclass _TreeCardState extends State<TreeCard> {\n  Tree? tree;\n}\n",
      "lib/tree.dart": "class Tree {}\n",
      "lib/a.dart": "import 'home.dart';\n\nfinal a = [const TreeCard(), Home()];\n",
      "lib/b.dart": "import 'home.dart';\n\nconst b = TreeCard();\n",
      "test/c_test.dart": "import 'package:orchard/home.dart' as h show TreeCard;\n\nconst c = h.TreeCard();\n",
      "lib/kit.dart": "export 'home.dart' hide Home;\n",
      "lib/d.dart": "import 'kit.dart';\n\nconst d = TreeCard();\n",
    };
    expect(await extracted(files, "lib/home.dart TreeCard > lib/")).toEqual({
      "lib/home.dart":
        "// Home.\nimport 'package:flutter/material.dart';\n\nimport 'tree_card.dart';\n\nclass Home extends StatelessWidget {\n  final card = const TreeCard();\n}\n",
      "lib/tree_card.dart":
        "import 'package:flutter/material.dart';\n\nimport 'tree.dart';\n\n/// A card.\nclass TreeCard extends StatefulWidget {\n  const TreeCard({super.key});\n  State<TreeCard> createState() => _TreeCardState();\n}\n\nclass _TreeCardState extends State<TreeCard> {\n  Tree? tree;\n}\n",
      "lib/a.dart": "import 'home.dart';\nimport 'tree_card.dart';\n\nfinal a = [const TreeCard(), Home()];\n",
      "lib/b.dart": "import 'tree_card.dart';\n\nconst b = TreeCard();\n",
      "test/c_test.dart": "import 'package:orchard/tree_card.dart' as h show TreeCard;\n\nconst c = h.TreeCard();\n",
      "lib/kit.dart": "export 'tree_card.dart';\n",
    });
  });
});
