import { test } from "vitest";
import { planJoin } from "../../change/join/joining.test.suite.js";
import { planSplit } from "../../change/split/splitting.test.suite.js";
import { planExtraction } from "../../change/extract/extracting.test.suite.js";
const manifest = { "pubspec.yaml": "name: orchard\n" };
const show = (files: any, plan: any, then: any) => {
  for (const [p, t] of Object.entries(then)) if (files[p] !== t) console.log("== " + p + "\n" + t);
  for (const p of Object.keys(files)) if (!(p in then)) console.log("-- gone " + p);
  console.log(
    plan.proof.outcome,
    JSON.stringify(plan.proof.names),
    JSON.stringify(plan.proof.different),
    JSON.stringify(plan.proof.gaps),
  );
};
test("join", async () => {
  const files = {
    ...manifest,
    "lib/a.dart":
      "import 'package:flutter/material.dart';\nimport 'b.dart' as b;\n\n/// A.\nclass A extends b.B {\n  final x = _fmt(1);\n}\n\nString _fmt(int i) => '$i';\n",
    "lib/b.dart":
      "// About b.\nimport 'package:flutter/material.dart';\nimport 'c.dart';\nexport 'c.dart' show C;\n\nclass B {\n  C? c;\n  final y = _fmt;\n}\n\nString _fmt = 'b';\n// last\n",
    "lib/c.dart": "class C {}\n",
    "lib/use.dart": "import 'a.dart';\nimport 'b.dart' show B;\n\nfinal u = [A(), B()];\n",
    "lib/use2.dart": "import 'b.dart' as bb;\n\nfinal u = [bb.C(), bb.B()];\n",
    "lib/kit.dart": "export 'a.dart';\nexport 'b.dart';\n",
  };
  const r = await planJoin(files, "lib/a.dart lib/b.dart > lib/ab.dart");
  show(files, r.plan, r.then);
  const q = await planJoin(files, "lib/b.dart > lib/a.dart");
  show(files, q.plan, q.then);
});
test("split", async () => {
  const files = {
    ...manifest,
    "lib/models.dart":
      "import 'package:x/x.dart';\nimport 'c.dart';\n\npart 'models.g.dart';\n\n/// Tree.\n@JsonSerializable()\nclass Tree {\n  Row? row;\n  C? c;\n  factory Tree.fromJson(Map<String, dynamic> json) => _$TreeFromJson(json);\n}\n\n@JsonSerializable()\nclass Row {\n  final name = _title('x');\n  factory Row.fromJson(Map<String, dynamic> json) => _$RowFromJson(json);\n}\n\nString _title(String s) => s.shout;\n\nextension Shout on String {\n  String get shout => toUpperCase();\n}\n",
    "lib/models.g.dart":
      "part of 'models.dart';\nTree _$TreeFromJson(Map<String, dynamic> json) => Tree();\nRow _$RowFromJson(Map<String, dynamic> json) => Row();\n",
    "lib/c.dart": "class C {}\n",
    "lib/use.dart": "import 'models.dart';\n\nfinal u = [Tree(), Row(), 'x'.shout];\n",
    "lib/use2.dart": "import 'models.dart' hide Row;\n\nfinal u = Tree();\n",
    "lib/kit.dart": "export 'models.dart' show Tree, Row;\n",
    "lib/lazy.dart": "import 'models.dart' deferred as m;\n\nf() async { await m.loadLibrary(); m.Row(); }\n",
  };
  const r = await planSplit(files, "lib/models.dart");
  show(files, r.plan, r.then);
  const q = await planExtraction(files, "lib/models.dart Tree > lib/tree.dart keep");
  show(files, q.plan, q.then);
});
