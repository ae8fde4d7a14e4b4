/** A synthetic Flutter app, and whole commands on it: a quarter of its imports cross features, every second one is by the package. */
// @ts-check
import { execFileSync } from "node:child_process";
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join, posix } from "node:path";
import { program, rowOf } from "./measure.mjs";

const layers = ["screens", "widgets", "models", "services", "state", "helpers", "constants", "repositories"];
const perLayer = 5;

/** Rows for a Flutter app of about `size` files. @param {number} size @param {number} runs */
export function measureDart(size, runs) {
  const root = mkdtempSync(join(tmpdir(), "steady-shelf-bench-dart-"));
  makeFlutterApp(root, size);
  const list = { floor: ["git", "ls-files"], floorName: "git ls-files" };
  const rows = [
    {
      name: "Flutter: preview of one file",
      words: [program, "move", "lib/models/plot3/plot3_models_2.dart", "lib/core/"],
    },
    { name: "Flutter: survey, cold", words: [program, "survey", "--no-cache"] },
    { name: "Flutter: check, cold", words: [program, "check", "--no-cache"], fails: true },
    { name: "Flutter: rename", words: [program, "rename", "lib/models/plot3/plot3_models_2.dart", "oak"] },
    { name: "Flutter: extract", words: [program, "extract", "lib/models/plot3/plot3_models_2.dart", "rowsOfPlot3"] },
    {
      name: "Flutter: join",
      words: [program, "join", "lib/models/plot3/plot3_models_1.dart", "lib/models/plot3/plot3_models_2.dart"],
    },
    {
      name: "Flutter: arrange",
      words: [program, "arrange", "--as", "feature-first", "--likeliest", "--no-cache"],
      fails: true,
    },
  ].map((each) => rowOf({ size, ...each, ...list }, root, runs));
  rmSync(root, { recursive: true, force: true });
  return rows;
}

/** @param {string} root @param {number} size */
function makeFlutterApp(root, size) {
  const write = (/** @type {string} */ path, /** @type {string} */ text) => {
    mkdirSync(dirname(join(root, path)), { recursive: true });
    writeFileSync(join(root, path), text);
  };
  const plots = Math.max(1, Math.round(size / layers.length / perLayer));
  write("pubspec.yaml", "name: orchard\nflutter:\n  assets:\n    - assets/images/\n");
  write("assets/images/tree.png", "");
  const pathOf = (/** @type {number} */ plot, /** @type {number} */ at) => {
    const layer = layers[at % layers.length] ?? "";
    return `lib/${layer}/plot${plot % plots}/plot${plot % plots}_${layer}_${Math.floor(at / layers.length) % perLayer}.dart`;
  };
  const methods = Array.from({ length: 12 }, (_, line) => {
    return `  /// What part ${line} shows, in a few words.\n  Widget part${line}(BuildContext context) => Padding(padding: const EdgeInsets.all(${line}), child: Text('Plot \${context.widget} $line'));\n`;
  }).join("");
  for (let plot = 0; plot < plots; plot += 1)
    for (let at = 0; at < layers.length * perLayer; at += 1) {
      const path = pathOf(plot, at);
      const others = new Set(
        Array.from({ length: 8 }, (_, step) => pathOf(step % 4 === 3 ? plot + at + step : plot, at + step * 3 + 1)),
      );
      others.delete(path);
      const imports = [...others].map((other, index) =>
        index % 2 === 0 ? posix.relative(posix.dirname(path), other) : `package:orchard/${other.slice(4)}`,
      );
      const name = posix.basename(path, ".dart").replace(/(?:^|_)(\w)/g, (_, letter) => letter.toUpperCase());
      const parent = at % layers.length < 2 ? "StatelessWidget" : "Object";
      const head = ["package:flutter/material.dart", ...imports].map((each) => `import '${each}';\n`).join("");
      // What can be taken out.
      const besides = path === "lib/models/plot3/plot3_models_2.dart" ? "\nint rowsOfPlot3() => 3;\n" : "";
      write(
        path,
        `${head}\n/// One of plot ${plot}.\nclass ${name} extends ${parent} {\n  final picture = 'assets/images/tree.png';\n${methods}}\n${besides}`,
      );
    }
  const git = (/** @type {string[]} */ ...words) => execFileSync("git", words, { cwd: root });
  git("init", "-q");
  git("add", "-A");
  git("-c", "user.name=bench", "-c", "user.email=bench@pippin-row.example", "commit", "-q", "-m", "The orchard");
}
