/**
 * Measures whole commands beside their floors, in one run on one machine: `npm run bench [-- SIZE … real dart xcode editor]`.
 *
 * Each command is a fresh process; of five runs the median counts, floors and commands taking turns. Memory is the largest
 * resident set of the process, as GNU time or the kernel gives it. `real` are packages that ship their sources, side by side;
 * they are fetched. Without words all is measured, the accuracy of the catalogue is measured
 * as well (`bench/accuracy.mjs`), and so is a Flutter app of 10,000 files (`dart`), an iPhone app of 5,000 (`xcode`), the language server (`editor`), first contact with apps that nobody prepared (`bench/first-contact.mjs`), and how many files come home from layers (`bench/recover.mjs`); a few packages are fetched
 * for that.
 */
// @ts-check
import { spawnSync } from "node:child_process";
import { appendFileSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";
import { measureDart } from "./dart.mjs";
import { measureEditor } from "./editor.mjs";
import { measureXcode } from "./xcode.mjs";
import { makeApp } from "./make-app.mjs";
import { makeHistory } from "./make-history.mjs";
import { floor, measure, program, rowOf } from "./measure.mjs";
import { measureReal } from "./real.mjs";
import { printTable } from "./table.mjs";

const words = process.argv.slice(2);
const sizes = words.map(Number).filter(Boolean);
/** `real` alone, or `real=FOLDER` for a tree that was assembled before. */
const real = words.find((word) => /^real(?:=|$)/.test(word));
const runs = 5;

/** The files of one plot are changed together. @param {string} root */
function groupsOf(root) {
  const listed = spawnSync("git", ["ls-files", "src"], { cwd: root, encoding: "utf8", maxBuffer: 1 << 30 }).stdout;
  /** @type {Map<string, string[]>} */
  const groups = new Map();
  for (const path of listed.split("\n")) {
    const plot = /Plot\d+/.exec(path)?.[0];
    if (plot !== undefined) groups.set(plot, [...(groups.get(plot) ?? []), path]);
  }
  return [...groups.values()];
}

const rows = [["files", "what", "time", "floor", "ratio", "memory"]];
for (const size of words.length > 0 ? sizes : [1000, 10_000, 50_000]) {
  const root = mkdtempSync(join(tmpdir(), "steady-shelf-bench-"));
  makeApp(root, size);
  writeFileSync(
    join(root, "../whole.json"),
    JSON.stringify({
      version: 1,
      moves: ["screens", "components", "hooks", "services", "context", "helpers", "assets"].map((folder) => ({
        from: `src/${folder}/`,
        to: `src/modules/inner/${folder}/`,
      })),
    }),
  );
  // Before the app has a configuration; `add` is measured with the one that is written then.
  const begin = {
    name: "init: preview",
    words: [program, "init"],
    floor: ["git", "ls-files"],
    floorName: "git ls-files",
  };
  const one = ["move", "src/components/area7/Plot7Card.tsx", "src/screens/area3/"];
  const parse = { floor: ["node", floor, root], floorName: "list + read + parse" };
  const cases = [
    begin,
    {
      name: "add: one component",
      words: [program, "add", "component", "OrchardWall"],
      floor: ["node", "-e", "0"],
      floorName: "node -e 0",
    },
    { name: "survey: cold", words: [program, "survey", "--no-cache"], ...parse },
    { name: "survey: warm", words: [program, "survey"], ...parse },
    {
      name: "compare: cold, 5,000 commits",
      words: [program, "compare", "--no-cache"],
      floor: ["node", program, "survey", "--no-cache"],
      floorName: "survey: cold",
      history: true,
    },
    {
      name: "arrange: preview",
      words: [program, "arrange", "--as", "feature-first", "--no-cache"],
      floor: ["node", program, "survey", "--no-cache"],
      floorName: "survey: cold",
    },
    { name: "check: cold", words: [program, "check", "--no-cache"], fails: true, ...parse },
    { name: "check: warm", words: [program, "check"], fails: true, ...parse },
    { name: "check: one file edited", words: [program, "check"], fails: true, edit: true, ...parse },
    {
      name: "preview: whole project",
      words: [program, "move", "--plan", "../whole.json"],
      floor: ["node", floor, root],
      floorName: "list + read + parse",
    },
    {
      name: "preview: one file",
      words: [program, ...one],
      floor: ["git", "grep", "-l", "-F", "Plot7Card"],
      floorName: "git grep -l",
    },
    {
      name: "rename: one component",
      words: [program, "rename", "src/components/area7/Plot7Card.tsx", "HarvestTile"],
      floor: ["node", program, ...one],
      floorName: "preview: one file",
    },
    {
      name: "extract: one component",
      words: [program, "extract", "src/components/area7/Plot7Card.tsx", "Plot7Card", "--to", "src/screens/area3/"],
      floor: ["node", program, ...one],
      floorName: "preview: one file",
    },
    { name: "history (start-up)", words: [program, "history"], floor: ["node", "-e", "0"], floorName: "node -e 0" },
  ];
  for (const each of cases) {
    if (each.name.startsWith("add")) measure("node", [program, "init", "--write"], root);
    if ("history" in each) makeHistory(root, 5000, groupsOf(root));
    // What is warm has run before.
    if (each.name.endsWith("warm")) measure("node", each.words, root, true);
    const before = (/** @type {number} */ run) => {
      if ("edit" in each) appendFileSync(join(root, "src/helpers/area1/Plot1Format.ts"), `// ${run}\n`);
    };
    rows.push(rowOf({ size, fails: "fails" in each, ...each }, root, size > 20_000 ? 3 : runs, before));
  }
  const applied = [
    measure("node", [program, "move", "--plan", "../whole.json", "--write"], root),
    measure("node", [program, "undo", "--write"], root),
  ];
  for (const [index, name] of ["write: whole project", "undo: whole project"].entries())
    rows.push([
      String(size),
      name,
      `${Math.round(applied[index]?.time ?? 0)} ms`,
      "",
      "",
      `${Math.round(applied[index]?.memory ?? 0)} MiB`,
    ]);
  rmSync(root, { recursive: true, force: true });
}
if (words.includes("dart") || words.length === 0) rows.push(...measureDart(10_000, runs));
if (words.includes("editor") || words.length === 0) rows.push(...(await measureEditor(10_000)));
if (words.includes("xcode") || words.length === 0) rows.push(...measureXcode(5_000, runs));
if (real !== undefined || words.length === 0) rows.push(...measureReal(real?.split("=")[1]));
printTable(rows);
if (words.length === 0) {
  console.log();
  spawnSync("node", [fileURLToPath(new URL("./accuracy.mjs", import.meta.url))], { stdio: "inherit" });
  spawnSync("node", [fileURLToPath(new URL("./first-contact.mjs", import.meta.url))], { stdio: "inherit" });
  console.log();
  spawnSync("node", [fileURLToPath(new URL("./recover.mjs", import.meta.url))], { stdio: "inherit" });
}
