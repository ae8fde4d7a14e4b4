/**
 * First contact with apps that nobody prepared: `node bench/first-contact.mjs [NAME …] [--findings]`.
 *
 * Each app is fetched, `init` writes its configuration, and then: the part of the labelled files whose role is the label's;
 * features by pairwise F1 (names do not matter); findings of `check` a hundred files; the part of the files that `check --fix`
 * would touch. The apps that the judging was tuned on, and those that were looked at later, are summed apart; of the latter
 * `first-look` keeps what came out before anything was changed because of them. Figures on apps that have been looked at are
 * no promise for others: for that, label new ones first.
 */
// @ts-check
import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { parse } from "yaml";
import { analyse, openDiskStore } from "../dist/index.js";
import { fetchApp } from "./fetch-app.mjs";
import { program } from "./measure.mjs";
import { pairwise } from "./pairwise.mjs";
import { printTable } from "./table.mjs";

const here = fileURLToPath(new URL("first-contact", import.meta.url));
const names = process.argv.slice(2).filter((word) => !word.startsWith("--"));
const tellFindings = process.argv.includes("--findings");

/** @typedef {{ package: string, folder?: string, half: "tuned" | "later", without?: string[], files: Record<string, [string, string]> }} Labelled */
/** @typedef {{ files: number, labelled: number, right: number, both: number, pairs: number, findings: number, touched: number }} Sum */

/** Runs a command; its JSON document. @param {string} cwd @param {string[]} words */
function documentOf(cwd, ...words) {
  const run = spawnSync("node", [program, ...words, "--json"], { cwd, encoding: "utf8", maxBuffer: 1 << 30 });
  if (run.status === null || run.status > 1)
    throw new Error(`${words.join(" ")} ended with ${run.status}: ${run.stderr}`);
  return JSON.parse(run.stdout);
}

/** Measures one app. @param {Labelled} app @returns {Promise<Sum>} */
async function measureApp(app) {
  const into = mkdtempSync(join(tmpdir(), "steady-shelf-contact-"));
  try {
    const folder = fetchApp({ package: app.package, folder: app.folder ?? "", without: app.without }, into);
    documentOf(folder, "init", "--write");
    const analysis = await analyse(openDiskStore(folder), { standing: /** @type {any} */ ("") });
    const entries = analysis.apps[0]?.catalogue.entries ?? new Map();
    let [labelled, right] = [0, 0];
    /** @type {{ label: string, found: string }[]} */
    const features = [];
    for (const [path, [role, feature]] of Object.entries(app.files)) {
      const entry = entries.get(path);
      if (role !== "-") labelled += 1;
      if (role !== "-" && entry?.role.is === role) right += 1;
      if (feature !== "-" && entry) features.push({ label: feature, found: entry.feature.is ?? "shared" });
    }
    const checked = documentOf(folder, "check");
    const { moves, edits } = documentOf(folder, "check", "--fix");
    if (tellFindings)
      for (const { rule, file, message } of checked.findings)
        console.log(`${app.package}  ${rule}  ${file}  ${message}`);
    const touched = new Set([
      ...moves.map((/** @type {{ from: string }} */ { from }) => from),
      ...edits.map((/** @type {{ file: string }} */ { file }) => file),
    ]).size;
    const { both, labelled: wanted, found } = pairwise(features);
    return {
      files: checked.files,
      labelled,
      right,
      both,
      pairs: wanted + found,
      findings: checked.findings.length,
      touched,
    };
  } finally {
    rmSync(into, { recursive: true, force: true });
  }
}

/** @param {string} name @param {Sum} sum */
function row(name, { files, labelled, right, both, pairs, findings, touched }) {
  return [
    name,
    String(files),
    (right / labelled).toFixed(3),
    ((2 * both) / Math.max(1, pairs)).toFixed(2),
    ((100 * findings) / files).toFixed(1),
    `${((100 * touched) / files).toFixed(1)} %`,
  ];
}

const rows = [["app", "files", "roles", "features, F1", "findings / 100", "--fix touches"]];
/** @type {Record<string, Sum>} */
const sums = {};
for (const file of readdirSync(here).sort()) {
  const name = file.replace(".yaml", "");
  if (names.length > 0 && !names.includes(name)) continue;
  /** @type {Labelled} */
  const app = parse(readFileSync(join(here, file), "utf8"));
  const measured = await measureApp(app);
  rows.push(row(`${name} (${app.half})`, measured));
  const sum = (sums[app.half] ??= { files: 0, labelled: 0, right: 0, both: 0, pairs: 0, findings: 0, touched: 0 });
  for (const key of /** @type {(keyof Sum)[]} */ (Object.keys(sum))) sum[key] += measured[key];
}
for (const [half, sum] of Object.entries(sums)) rows.push(row(`all ${half}`, sum));
printTable(rows);
