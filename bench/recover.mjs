/**
 * How many files come home: code that lies by features is brought into layers, everything that is known of it is forgotten
 * (configuration, history, caches), and it is brought back: `node bench/recover.mjs [--lost]`.
 *
 * First the app is brought into `feature-first`; where its files lie then is home. Names are kept, and every question is
 * answered with the likeliest. A file is home if its path is the same again. `--lost` names those that are not.
 */
// @ts-check
import { spawnSync } from "node:child_process";
import { mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { parse } from "yaml";
import { fetchApp } from "./fetch-app.mjs";
import { printTable } from "./table.mjs";

const here = fileURLToPath(new URL(".", import.meta.url));
const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const tellLost = process.argv.includes("--lost");

/** Arranges, what could be read or not: what counts here is where the files go; gives where each went. @param {string} root @param {string} as @returns {Map<string, string>} */
function arrange(root, as) {
  const words = [
    "arrange",
    "--as",
    as,
    "--likeliest",
    "--keep-names",
    "--write",
    "--json",
    "--no-cache",
    "--accept-unread",
  ];
  const run = spawnSync("node", [program, ...words], { cwd: root, encoding: "utf8", maxBuffer: 1 << 30 });
  if (run.status !== 0) throw new Error(`arrange --as ${as}: ${run.stderr}`);
  return new Map(JSON.parse(run.stdout).moves.map((/** @type {any} */ move) => [move.from, move.to]));
}

/** Leaves nothing but the files themselves, as they were fetched. @param {string} root */
function forget(root) {
  rmSync(join(root, ".steady-shelf"), { recursive: true, force: true });
  rmSync(join(root, "steady-shelf.yaml"), { force: true });
  rmSync(join(root, ".git"), { recursive: true, force: true });
  spawnSync("git", ["init", "-q"], { cwd: root });
}

/** The files of an app, and of them those in the folders of features. @param {string} root */
function filesOf(root) {
  const run = spawnSync("git", ["ls-files", "--others", "--cached", "--exclude-standard"], {
    cwd: root,
    encoding: "utf8",
  });
  return run.stdout.split("\n").filter((path) => path !== "" && path !== "steady-shelf.yaml");
}

const rows = [["app", "files", "of features", "come home", "part"]];
const sum = { files: 0, inFeatures: 0, home: 0 };
for (const name of readdirSync(join(here, "gold")).sort()) {
  const gold = parse(readFileSync(join(here, "gold", name), "utf8"));
  const into = mkdtempSync(join(tmpdir(), "steady-shelf-recover-"));
  try {
    const root = fetchApp(gold, into);
    forget(root);
    arrange(root, "feature-first");
    const home = filesOf(root);
    forget(root);
    const away = arrange(root, "layer-first");
    forget(root);
    const back = arrange(root, "feature-first");
    // What moved neither time tells nothing.
    const moved = home.filter((path) => away.has(path));
    const came = (/** @type {string} */ path) => back.get(away.get(path) ?? path) ?? away.get(path) ?? path;
    const right = moved.filter((path) => came(path) === path);
    const inFeatures = moved.filter((path) => /(^|\/)(features|modules)\//.test(path)).length;
    if (moved.length === 0) continue;
    if (tellLost)
      for (const path of moved)
        if (came(path) !== path) console.log(`${name}: ${path} → ${away.get(path)} → ${came(path)}`);
    sum.files += moved.length;
    sum.inFeatures += inFeatures;
    sum.home += right.length;
    rows.push([
      name.replace(".yaml", ""),
      String(moved.length),
      String(inFeatures),
      String(right.length),
      (right.length / moved.length).toFixed(3),
    ]);
  } finally {
    rmSync(into, { recursive: true, force: true });
  }
}
rows.push([
  "all",
  String(sum.files),
  String(sum.inFeatures),
  String(sum.home),
  (sum.home / Math.max(1, sum.files)).toFixed(3),
]);
printTable(rows);
