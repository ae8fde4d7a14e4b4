/**
 * Judges `mend` on real code: files and folders are dragged at random, by hand; some are edited then, some imports corrected, some
 * files pulled out of a folder again. Followed, the compiler must say what it said before; put back, every byte must be where it was.
 *
 *   node scripts/referee-mend.mjs [--seed 1] [--times 100] [--bare] PACKAGE[@VERSION]:FOLDER …
 *
 * With --bare there is no repository: what a look before the drags has kept says where files were, and often somebody looks after them, too.
 *
 * Exit code 1 if a judge disagrees. Nothing is written outside the temporary folder.
 */
// @ts-check
import { execFileSync, spawnSync } from "node:child_process";
import {
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { dirname, join, posix } from "node:path";
import { fileURLToPath } from "node:url";
import { parseArgs } from "node:util";
import esbuild from "esbuild";
import { fetchPackage, fingerprint, randomFrom } from "./judges/packages.mjs";
import { diagnose } from "./judges/typescript.mjs";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    seed: { type: "string", default: "1" },
    times: { type: "string", default: "100" },
    bare: { type: "boolean", default: false },
  },
});
const options = { ...values, seed: Number(values.seed), times: Number(values.times), packages: positionals };

const home = mkdtempSync(join(tmpdir(), "steady-shelf-referee-"));
let failures = 0;
for (const spec of options.packages) await judge(spec);
rmSync(home, { recursive: true, force: true });
console.log(failures === 0 ? "Every judge agrees." : `${failures} disagreements.`);
process.exitCode = failures === 0 ? 0 : 1;

/** @param {string} spec */
async function judge(spec) {
  const [, name = "", folder = "src"] = /^(.+?)(?::(.*))?$/.exec(spec) ?? [];
  const random = randomFrom(options.seed);
  const pick = (/** @type {readonly any[]} */ list) => list[Math.floor(random() * list.length)];
  const root = fetchPackage(home, name, options.seed);
  const git = (/** @type {string[]} */ ...words) =>
    execFileSync("git", words, { cwd: root, encoding: "utf8", maxBuffer: 1 << 28 });
  // Libraries do not say how they are built, and a look has to know.
  if (options.bare) {
    writeFileSync(join(root, "steady-shelf.yaml"), `version: 1\nstack: react-web\nsource: ${folder}\n`);
    git("add", "-A");
  }
  git("-c", "user.name=a", "-c", "user.email=a@b", "commit", "-qm", "as it is");
  const files = git("ls-files", "-z", folder).split("\0").filter(Boolean);
  const before = await judged(root, files);
  const tally = { followed: 0, back: 0, incomplete: 0, drags: 0, edited: 0, corrected: 0, told: 0, nothing: 0 };
  // Out of sight, git is not there.
  const repository = [join(root, ".git"), `${root}.git`];
  const hide = (/** @type {boolean} */ isHidden) => {
    const [from = "", to = ""] = isHidden ? repository : repository.toReversed();
    if (options.bare && existsSync(from)) renameSync(from, to);
  };
  const look = () => {
    if (options.bare) spawnSync("node", [program, "survey", "--project", root]);
  };
  for (let round = 0; round < options.times; round += 1) {
    hide(false);
    git("checkout", "-q", "--", ".");
    git("clean", "-fdq");
    rmSync(join(root, ".steady-shelf"), { recursive: true, force: true });
    hide(true);
    look();
    /** Where each file is now. @type {Map<string, string>} */
    const now = new Map(files.map((path) => [path, path]));
    const drag = (/** @type {string} */ from, /** @type {string} */ to) => {
      if (from === to || existsSync(join(root, to)) || `${to}/`.startsWith(`${from}/`)) return;
      mkdirSync(dirname(join(root, to)), { recursive: true });
      renameSync(join(root, from), join(root, to));
      for (const [path, at] of now)
        if (at === from || at.startsWith(`${from}/`)) now.set(path, to + at.slice(from.length));
      tally.drags += 1;
    };
    const drags = 1 + Math.floor(random() * 3);
    for (let at = 0; at < drags; at += 1) {
      const places = [...now.values()];
      const folders = [...new Set(places.map((path) => posix.dirname(path)))].filter(
        (each) => each !== folder && each !== ".",
      );
      const from = random() < 0.3 && folders.length > 0 ? pick(folders) : pick(places);
      if (!existsSync(join(root, from))) continue;
      const into = pick([...folders, folder, posix.join(folder, "dropped")]);
      drag(from, posix.join(into, (random() < 0.2 ? "re-" : "") + posix.basename(from)));
      // Noticed, and one of them pulled out again.
      const inside = [...now].filter(([, place]) => place.startsWith(`${posix.join(into, posix.basename(from))}/`));
      if (inside.length > 1 && random() < 0.4) {
        const [path, place] = pick(inside);
        if (!existsSync(join(root, path))) drag(place, path);
      }
    }
    const moved = [...now].filter(([path, place]) => path !== place);
    if (moved.length === 0) continue;
    for (const [, place] of moved.slice(0, 3)) {
      if (random() < 0.5 || !/\.(?:[cm]?[jt]sx?|vue|s?css)$/.test(place)) continue;
      const file = join(root, place);
      writeFileSync(file, `/* touched ${round} */\n${readFileSync(file, "utf8")}`);
      tally.edited += 1;
    }
    if (random() < 0.5) look();
    const isBack = random() < 0.5;
    const wanted = isBack ? put(root, moved) : "";
    const pairs = pairsFor(root, moved);
    tally.told += pairs.length / 2;
    // A file among several was mended by itself before. Its paths are spelled otherwise then, so that bytes prove nothing.
    let isCorrected = false;
    if (random() < 0.3) {
      const [, place] = pick(moved);
      const early = mend(root, [place, "--follow", ...pairs]);
      isCorrected = early.status === 0 && !/Nothing to follow/.test(early.stdout);
      if (isCorrected) tally.corrected += 1;
    }
    const run = mend(root, [isBack ? "--put-back" : "--follow", ...pairs]);
    const label = `${spec} seed ${options.seed} round ${round} (${isBack ? "back" : "follow"}; ${moved
      .slice(0, 3)
      .map(([from, to]) => `${from} → ${to}`)
      .join(", ")}${moved.length > 3 ? ", …" : ""})`;
    if (run.status !== 0) {
      tell(`${label}: exit ${run.status}: ${run.stdout.slice(-600)} ${run.stderr.slice(0, 500)}`);
      continue;
    }
    if (isBack) {
      tally.back += 1;
      if (isCorrected) {
        const after = await judged(root, files);
        if (after !== before) tell(`${label}: the compiler: ${before} → ${after}`);
        continue;
      }
      prune(root);
      hide(false);
      if (fingerprint(root) !== wanted)
        tell(
          `${label}: not the same bytes: ${git("status", "--short").slice(0, 400)}${git("diff", "-U0").slice(0, 600)}`,
        );
      continue;
    }
    tally.followed += 1;
    const places = [...now.values()].filter((path) => existsSync(join(root, path)));
    const after = await judged(root, places);
    if (after !== before) tell(`${label}: the compiler: ${before} → ${after}`);
  }
  hide(false);
  console.log(`${spec} seed ${options.seed}: ${JSON.stringify(tally)}, ${files.length} files, diagnostics ${before}`);
}

/** What the bytes are once files are back: today's contents at the old places. @param {string} root @param {readonly [string, string][]} moved */
function put(root, moved) {
  const copy = `${root}-back`;
  rmSync(copy, { recursive: true, force: true });
  cpSync(root, copy, { recursive: true });
  for (const [from, to] of moved) {
    mkdirSync(dirname(join(copy, from)), { recursive: true });
    renameSync(join(copy, to), join(copy, from));
  }
  prune(copy);
  rmSync(root + "-kept", { recursive: true, force: true });
  renameSync(root, `${root}-kept`);
  renameSync(copy, root);
  const hash = fingerprint(root);
  renameSync(root, copy);
  renameSync(`${root}-kept`, root);
  return hash;
}

/** Folders in which nothing is left. @param {string} folder */
function prune(folder) {
  for (const each of readdirSync(folder, { withFileTypes: true })) {
    if (!each.isDirectory() || each.name === ".git" || each.name === ".steady-shelf") continue;
    const path = join(folder, each.name);
    prune(path);
    if (readdirSync(path).length === 0) rmSync(path, { recursive: true });
  }
}

/** What a person would say where several files are alike. @param {string} root @param {readonly [string, string][]} moved */
function pairsFor(root, moved) {
  const { stdout } = spawnSync("node", [program, "mend", "--json", "--project", root], {
    encoding: "utf8",
    maxBuffer: 1 << 28,
  });
  const { unsure = [], gone = [], moved: found = [] } = JSON.parse(stdout);
  const known = new Map(found.map((/** @type {any} */ each) => [each.from, each.to]));
  return moved.flatMap(([from, to]) =>
    unsure.some((/** @type {any} */ each) => each.from === from) || gone.includes(from) || known.get(from) !== to
      ? ["--pair", `${join(root, from)}=${join(root, to)}`]
      : [],
  );
}

/** @param {string} root @param {readonly string[]} words */
function mend(root, words) {
  const paths = words.map((word) => (word.startsWith("-") || word.includes("=") ? word : join(root, word)));
  return spawnSync("node", [program, "mend", ...paths, "--accept-unread", "--write", "--project", root], {
    encoding: "utf8",
    maxBuffer: 1 << 28,
  });
}

/** What the compiler and the bundler say. @param {string} root @param {readonly string[]} files */
async function judged(root, files) {
  const entryPoints = files.filter((path) => /\.[cm]?[jt]sx?$/.test(path) && !/\.d\.[cm]?ts$/.test(path));
  const { errors } = await esbuild
    .build({
      absWorkingDir: root,
      // Each has an output of its own: two that are called alike but for their endings may lie side by side.
      entryPoints: entryPoints.map((path, at) => ({ in: path, out: String(at) })),
      outdir: "out",
      bundle: true,
      write: false,
      packages: "external",
      logLevel: "silent",
      logLimit: 0,
      loader: {
        ".vue": "empty",
        ".svg": "empty",
        ".png": "empty",
        ".sass": "empty",
        ".scss": "empty",
        ".styl": "empty",
      },
    })
    .catch((error) => error);
  return `${count(diagnose(root, files))} and ${errors.length} errors of the bundler`;
}

/** Diagnostics by their codes. @param {readonly string[]} lines */
function count(lines) {
  /** @type {Record<string, number>} */
  const codes = {};
  for (const line of lines) {
    const code = line.split(" ").at(-1) ?? "";
    codes[code] = (codes[code] ?? 0) + 1;
  }
  return JSON.stringify(Object.entries(codes).sort());
}

/** @param {string} text */
function tell(text) {
  failures += 1;
  console.log(`    ✗ ${text}`);
}
