/**
 * Takes the pictures in docs/screenshots: each command on a fresh copy of the demo app, in xterm under Xvfb; pages in a browser.
 * Needs Debian's packages xvfb, xterm, imagemagick and fonts-dejavu-core.
 *
 *   node scripts/screenshots.mjs [NAME …]
 */
// @ts-check
import { execFileSync, spawn, spawnSync } from "node:child_process";
import { chmodSync, cpSync, mkdirSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join } from "node:path";
import { fileURLToPath, pathToFileURL } from "node:url";
import { startBrowser } from "./judges/browser.mjs";

const root = fileURLToPath(new URL("..", import.meta.url));
const target = join(root, "docs", "screenshots");
const display = ":77";
const chart = "move src/components/HarvestChart.tsx src/features/harvest/";

/** A folder with a manifest and nothing else. */
const fresh = { "package.json": '{ "name": "pippin-row", "dependencies": { "react": "^19.0.0" } }' };

/**
 * What is typed, after what was done before, in a copy of the demo app or in a folder of `files`.
 * With `only` the first so many lines are shown; with `history` the app has been worked on, with `drags` files were moved by hand.
 * @typedef {{ before: readonly string[], run: string, rows: number, files?: Record<string, string>, only?: number, history?: boolean, app?: string, drags?: Record<string, string> }} Shot
 * @type {Record<string, Shot>}
 */
const shots = {
  init: { before: [], run: "init --arrangement feature-first --fill starters", rows: 42, files: fresh },
  "add-feature": {
    before: [],
    run: "add feature swaps",
    rows: 39,
    app: "orchard-slices",
  },
  "init-begun": { before: [], run: "init", rows: 25, app: "orchard-board" },
  "move-preview": { before: [], run: chart, rows: 29 },
  sheets: {
    before: ["check --fix --write", "extract src/signs.scss --take .board .arrow --write"],
    run: "extract src/signs.scss --section reset",
    rows: 14,
    app: "orchard-signs",
  },
  iphone: {
    before: [],
    run: "arrange --as feature-first --likeliest",
    rows: 37,
    only: 36,
    app: "orchard-phone",
  },
  desktop: {
    before: ["add view harvest --write", "split Models/Shift.cs --write"],
    run: "arrange --as feature-first --likeliest --write",
    rows: 46,
    only: 40,
    app: "orchard-desktop",
  },
  survey: { before: ["init --write"], run: "survey", rows: 47 },
  explain: { before: ["init --write"], run: "explain src/components/DataTable.tsx", rows: 32 },
  check: { before: ["init --write"], run: "check", rows: 47 },
  "check-fix": {
    before: ["move src/services/http.ts src/services/httpService.ts --write", "init --write"],
    run: "check --fix --rule naming",
    rows: 29,
  },
  mend: {
    before: [],
    drags: { "src/components/DataTable.tsx": "src/table/DataTable.tsx", "src/screens": "src/pages" },
    run: "mend",
    rows: 21,
  },
  undo: { before: [`${chart} --write`], run: "undo", rows: 16 },
  compare: { before: [], run: "compare", rows: 36, history: true },
  // Both trees and the questions; what follows is longer than a screen.
  arrange: { before: [], run: "arrange --as feature-first", rows: 47, only: 43 },
  "not-read": {
    before: [],
    run: "move src/pages/HarvestPage.tsx src/harvest/",
    rows: 17,
    files: {
      ...fresh,
      "src/pages/HarvestPage.tsx": "export const HarvestPage = () => <main>Apples</main>;\n",
      "src/open.ts": "export const open = (page: string) => import(`./pages/${page}Page`);\n",
    },
  },
  rename: { before: [], run: "rename src/components/TreeCard/TreeCard.tsx OrchardCard", rows: 46 },
  extract: { before: [], run: "extract src/helpers/dates.ts shortDate", rows: 27 },
};

/** Features of the demo app that use each other, so that there is something to draw. @type {Record<string, string>} */
const ties = {
  "src/hooks/useHarvest.ts": 'import "./useTrees";\nimport "./useWeather";\n',
  "src/hooks/useTrees.ts": 'import "./useWeather";\n',
  "src/hooks/useRota.ts": 'import "./useWeather";\nimport "./useHarvest";\n',
  "src/hooks/useSwaps.ts": 'import "./useTrees";\nimport "./useRota";\n',
  "src/hooks/useWeather.ts": 'import "./useHarvest";\n',
};

/** Places of the report's page that are put together in one picture. */
const pages = [
  "overview",
  "trees?as=feature-first&path=src/hooks/useRota.ts",
  "features?form=wheel&feature=weather",
  "time",
];

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
if (wanted.length === 0 || wanted.includes("report")) await takeReport();

/** Each feature was worked on six times, every fourth day; every second time takes back what the one before did. @param {string} app */
function workOn(app) {
  let day = 0;
  const git = (/** @type {string[]} */ ...words) => {
    const when = new Date(Date.UTC(2026, 5, 1 + day, 10)).toISOString();
    const env = { ...process.env, GIT_COMMITTER_DATE: when, GIT_AUTHOR_DATE: when };
    return execFileSync("git", words, { cwd: app, encoding: "utf8", env });
  };
  const files = git("ls-files", "src").split("\n");
  for (let round = 0; round < 6; round += 1)
    for (const word of ["harvest", "rota", "swap", "tree", "weather"]) {
      const own = files.filter((path) => /\.tsx?$/.test(path) && path.toLowerCase().includes(word));
      for (const path of own.filter((_, at) => at % 3 === Math.floor(round / 2))) {
        const text = readFileSync(join(app, path), "utf8");
        writeFileSync(join(app, path), round % 2 === 0 ? `${text}// ${word}\n` : text.replace(/\/\/ \w+\n$/, ""));
      }
      day += 4;
      git("commit", "-q", "-a", "-m", `Work on ${word}`);
    }
}

/** Makes the app of a picture, with the program in a folder beside it. @param {Partial<Shot>} shot */
function makeApp({ files, history, app: from = "orchard-web" }) {
  const folder = mkdtempSync(join(tmpdir(), "shelf-shot-"));
  const app = join(folder, from);
  if (files) mkdirSync(app);
  else cpSync(join(root, "demo", from), app, { recursive: true });
  for (const [path, text] of Object.entries(files ?? {})) {
    mkdirSync(dirname(join(app, path)), { recursive: true });
    writeFileSync(join(app, path), text);
  }
  execFileSync("git", ["init", "-q"], { cwd: app });
  execFileSync("git", ["add", "-A"], { cwd: app });
  execFileSync("git", ["config", "user.name", "Pippin Row"], { cwd: app });
  execFileSync("git", ["config", "user.email", "orchard@pippin-row.example"], { cwd: app });
  const first = "2026-06-01T08:00:00Z";
  const env = { ...process.env, GIT_COMMITTER_DATE: first, GIT_AUTHOR_DATE: first };
  execFileSync("git", ["commit", "-q", "-m", "The orchard's app"], { cwd: app, env });
  if (history) workOn(app);
  const program = join(folder, "steady-shelf");
  writeFileSync(program, `#!/bin/sh\nexec node ${join(root, "dist", "bin.js")} "$@"\n`);
  chmodSync(program, 0o755);
  return { folder, app, program };
}

/** Views of the report's page, two by two. */
async function takeReport() {
  const { folder, app, program } = makeApp({ history: true });
  for (const [path, lines] of Object.entries(ties))
    writeFileSync(join(app, path), lines + readFileSync(join(app, path), "utf8"));
  execFileSync(program, ["report"], { cwd: app, stdio: "ignore" });
  const browser = await startBrowser();
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  /** @type {string[]} */
  const taken = [];
  for (const [at, hash] of pages.entries()) {
    await page.goto("about:blank");
    await page.goto(`${pathToFileURL(join(app, ".steady-shelf", "report.html")).href}#${hash}`);
    await page.waitForSelector("main h1");
    taken.push(join(folder, `${at}.png`));
    await page.screenshot({ path: taken.at(-1) });
  }
  await browser.close();
  const layout = ["-tile", "2x2", "-geometry", "+6+6", "-background", "#c9cdc8", "-depth", "8", "-strip"];
  execFileSync("montage-im6.q16", [...taken, ...layout, join(target, "report.png")]);
  rmSync(folder, { recursive: true, force: true });
  console.log("docs/screenshots/report.png");
}

/** @param {string} name @param {Shot} shot */
async function take(name, { before, run, rows, only, drags = {}, app: from = "orchard-web", ...shot }) {
  const { folder, app, program } = makeApp({ ...shot, app: from });
  for (const [path, to] of Object.entries(drags)) {
    mkdirSync(dirname(join(app, to)), { recursive: true });
    renameSync(join(app, path), join(app, to));
  }
  // A check ends with 1 where there are errors.
  for (const words of before) spawnSync(program, words.split(" "), { cwd: app, stdio: "ignore" });
  // `script` gives the program a terminal of its own, so that it may be cut and keeps its colours.
  const shown =
    only === undefined
      ? `steady-shelf ${run}`
      : `script -qec "stty cols 104; steady-shelf ${run}" /dev/null </dev/null | head -${only}`;
  const script = join(folder, "show.sh");
  writeFileSync(
    script,
    `clear\nprintf '\\033[2m${from} $\\033[0m steady-shelf ${run}\\n\\n'\nexport PATH="${folder}:$PATH"\n${shown}\nprintf '\\n'\nsleep 60\n`,
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
