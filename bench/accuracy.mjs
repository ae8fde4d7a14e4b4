/**
 * Holds the catalogue against labels that people wrote: `node bench/accuracy.mjs [--wrong]`.
 *
 * Roles: the part of the labelled files whose role is the label's. Features: pairwise F1 over all pairs of labelled files; a
 * pair counts as together where both files have one label (what is shared is one label, too), so names do not matter.
 * The packages are fetched into a temporary folder; `--wrong` names every file that is judged otherwise.
 */
// @ts-check
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import picomatch from "picomatch";
import { parse } from "yaml";
import { analyse, openDiskStore } from "../dist/index.js";
import { fetchApp } from "./fetch-app.mjs";
import { pairwise } from "./pairwise.mjs";
import { printTable } from "./table.mjs";

const here = fileURLToPath(new URL(".", import.meta.url));
const tellWrong = process.argv.includes("--wrong");

/** @typedef {import("./fetch-app.mjs").Source & { files: Record<string, [string, string?]> }} Gold */

/** The label of each file: of the lines that match, each part from the last that says it. @param {Gold} gold @param {readonly string[]} paths */
function labelsOf(gold, paths) {
  const lines = Object.entries(gold.files).map(([pattern, label]) => ({ isMatch: picomatch(pattern), label }));
  /** @type {Map<string, { role: string, feature: string | undefined }>} */
  const labels = new Map();
  for (const path of paths) {
    const matching = lines.filter(({ isMatch }) => isMatch(path)).map(({ label }) => label);
    const role = matching.at(-1)?.[0];
    const feature = matching.filter(([, each]) => each !== undefined).at(-1)?.[1];
    // A line may also take back what others say.
    if (role !== undefined && role !== "") labels.set(path, { role, feature });
  }
  return labels;
}

const rows = [["app", "files", "role accuracy", "feature pairs, F1"]];
const sum = { files: 0, right: 0, both: 0, labelled: 0, found: 0 };
for (const name of readdirSync(join(here, "gold")).sort()) {
  /** @type {Gold} */
  const gold = parse(readFileSync(join(here, "gold", name), "utf8"));
  const into = mkdtempSync(join(tmpdir(), "steady-shelf-gold-"));
  try {
    const analysis = await analyse(openDiskStore(fetchApp(gold, into)), { standing: /** @type {any} */ ("") });
    const entries = analysis.apps[0]?.catalogue.entries ?? new Map();
    const labels = labelsOf(gold, [...entries.keys()]);
    let right = 0;
    /** @type {{ label: string, found: string }[]} */
    const features = [];
    for (const [path, { role, feature }] of labels) {
      const entry = entries.get(path);
      if (entry.role.is === role) right += 1;
      else if (tellWrong) console.log(`${name}: ${path} is ${role}, taken for ${entry.role.is}`);
      if (feature !== undefined) features.push({ label: feature, found: entry.feature.is ?? "shared" });
      if (tellWrong && feature !== undefined && feature !== entry.feature.is)
        console.log(`${name}: ${path} serves ${feature}, taken for ${entry.feature.is}`);
    }
    const pairs = pairwise(features);
    sum.files += labels.size;
    sum.right += right;
    sum.both += pairs.both;
    sum.labelled += pairs.labelled;
    sum.found += pairs.found;
    rows.push([name.replace(".yaml", ""), String(labels.size), (right / labels.size).toFixed(3), pairs.f1.toFixed(3)]);
  } finally {
    rmSync(into, { recursive: true, force: true });
  }
}
rows.push([
  "all",
  String(sum.files),
  (sum.right / sum.files).toFixed(3),
  ((2 * sum.both) / (sum.labelled + sum.found)).toFixed(3),
]);
printTable(rows);
