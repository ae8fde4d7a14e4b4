/**
 * Takes the pictures in docs/screenshots: each command on a fresh copy of the demo app, in xterm under Xvfb.
 * Needs Debian's packages xvfb, xterm, imagemagick and fonts-dejavu-core.
 *
 *   node scripts/screenshots.mjs [NAME …]
 */
// @ts-check
import { execFileSync, spawn, spawnSync } from "node:child_process";
import { chmodSync, cpSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { fileURLToPath } from "node:url";

const root = fileURLToPath(new URL("..", import.meta.url));
const target = join(root, "docs", "screenshots");
const display = ":77";
const chart = "move src/components/HarvestChart.tsx src/features/harvest/";

/** A folder with a manifest and nothing else. */
const fresh = { "package.json": '{ "name": "pippin-row", "dependencies": { "react": "^19.0.0" } }' };

/**
 * What is typed, after what was done before, in a copy of the demo app or in a folder of `files`.
 * @type {Record<string, { before: readonly string[], run: string, rows: number, files?: Record<string, string> }>}
 */
const shots = {
  "init-ask": { before: [], run: "init", rows: 17, files: fresh },
  init: { before: [], run: "init --arrangement feature-first --fill starters", rows: 42, files: fresh },
  add: {
    before: ["init --arrangement feature-first --write", "add feature harvest --write"],
    run: "add component apple-basket --feature Harvest --with test --write",
    rows: 12,
    files: fresh,
  },
  "add-feature": {
    before: ["init --arrangement layered-features --write"],
    run: "add feature harvest",
    rows: 18,
    files: fresh,
  },
  "init-begun": { before: [], run: "init", rows: 24 },
  "move-preview": { before: [], run: chart, rows: 29 },
  "move-write": { before: [], run: "move src/components/TreeCard src/features/trees/ --write", rows: 28 },
  survey: { before: ["init --write"], run: "survey", rows: 47 },
  explain: { before: ["init --write"], run: "explain src/components/DataTable.tsx", rows: 32 },
  check: { before: ["init --write"], run: "check", rows: 47 },
  "check-fix": {
    before: ["move src/services/http.ts src/services/httpService.ts --write", "init --write"],
    run: "check --fix --rule naming",
    rows: 29,
  },
  "check-fix-ask": { before: ["init --write", "check --fix --write"], run: "check --fix", rows: 12 },
  "check-accepted": {
    before: ["init --write", "check --fix --write", "check --accept --write"],
    run: "check",
    rows: 8,
  },
  undo: { before: [`${chart} --write`], run: "undo", rows: 16 },
  history: {
    before: [
      `${chart} --write`,
      "move src/components/page-header.tsx src/components/PageHeader.tsx --write",
      "undo --write",
    ],
    run: "history",
    rows: 11,
  },
  refused: { before: [], run: "move src/screens/formatYeild.ts src/helpers/", rows: 7 },
};

for (const command of ["Xvfb", "xterm", "import", "convert-im6.q16"]) {
  if (spawnSync("which", [command]).status === 0) continue;
  console.error(`${command} is missing: apt-get install xvfb xterm imagemagick fonts-dejavu-core`);
  process.exit(2);
}
const wanted = process.argv.slice(2);
const screen = spawn("Xvfb", [display, "-screen", "0", "1280x800x24"], { stdio: "ignore" });
await new Promise((resolve) => setTimeout(resolve, 1500));
mkdirSync(target, { recursive: true });
for (const [name, shot] of Object.entries(shots))
  if (wanted.length === 0 || wanted.includes(name)) await take(name, shot);
screen.kill();

/** @param {string} name @param {{ before: readonly string[], run: string, rows: number, files?: Record<string, string> }} shot */
async function take(name, { before, run, rows, files }) {
  const folder = mkdtempSync(join(tmpdir(), "shelf-shot-"));
  const app = join(folder, "orchard-web");
  if (files) mkdirSync(app);
  else cpSync(join(root, "demo", "orchard-web"), app, { recursive: true });
  for (const [path, text] of Object.entries(files ?? {})) writeFileSync(join(app, path), text);
  execFileSync("git", ["init", "-q"], { cwd: app });
  execFileSync("git", ["add", "-A"], { cwd: app });
  const who = ["-c", "user.name=Pippin Row", "-c", "user.email=orchard@pippin-row.example"];
  execFileSync("git", [...who, "commit", "-q", "-m", "The orchard's app"], { cwd: app });
  const program = join(folder, "steady-shelf");
  writeFileSync(program, `#!/bin/sh\nexec node ${join(root, "dist", "bin.js")} "$@"\n`);
  chmodSync(program, 0o755);
  // A check ends with 1 where there are errors.
  for (const words of before) spawnSync(program, words.split(" "), { cwd: app, stdio: "ignore" });
  const script = join(folder, "show.sh");
  writeFileSync(
    script,
    `clear\nprintf '\\033[2morchard-web $\\033[0m steady-shelf ${run}\\n\\n'\nPATH="${folder}:$PATH" steady-shelf ${run}\nprintf '\\n'\nsleep 60\n`,
  );
  const terminal = spawn(
    "xterm",
    [
      "-geometry",
      `104x${rows}+0+0`,
      "-fa",
      "DejaVu Sans Mono",
      "-fs",
      "11",
      "-bg",
      "#1d2520",
      "-fg",
      "#e6e9e2",
      "-b",
      "14",
      "+sb",
      "-e",
      "bash",
      script,
    ],
    {
      cwd: app,
      stdio: "ignore",
      env: { ...process.env, DISPLAY: display, TERM: "xterm-256color", LANG: "C.UTF-8", NO_COLOR: undefined },
    },
  );
  await new Promise((resolve) => setTimeout(resolve, 4500));
  const raw = join(folder, "raw.png");
  execFileSync("import", ["-display", display, "-window", "root", raw]);
  execFileSync("convert-im6.q16", [
    raw,
    "-trim",
    "+repage",
    "-bordercolor",
    "#1d2520",
    "-border",
    "4",
    "-strip",
    join(target, `${name}.png`),
  ]);
  terminal.kill();
  rmSync(folder, { recursive: true, force: true });
  console.log(`docs/screenshots/${name}.png`);
}
