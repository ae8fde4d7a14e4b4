/**
 * Judges what is said of build scripts: in packages of the registry, or in FOLDERs, sheets and folders are moved at random. Before and
 * after, each command of a manifest is run by a shell in which the tools only write down what they are given, and gulpfiles are run with a
 * gulp that does the same; what the patterns take in is listed by a library of its own. Whatever is given other files then must have been
 * said. Undoing gives every byte back.
 *
 *   node scripts/referee-builds.mjs [--seed 1] [--times 20] PACKAGE|FOLDER …
 *
 * Exit code 1 if something was not said.
 */
// @ts-check
import { execFileSync, spawnSync } from "node:child_process";
import {
  chmodSync,
  cpSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { tmpdir } from "node:os";
import { basename, join, posix, relative } from "node:path";
import { fileURLToPath } from "node:url";
import { globSync } from "tinyglobby";
import { fetchPackage, fingerprint, randomFrom } from "./judges/packages.mjs";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const recorder = fileURLToPath(new URL("./judges/build-recorder.cjs", import.meta.url));
const options = { seed: 1, times: 20 };
/** @type {string[]} */
const names = [];
for (let at = 2; at < process.argv.length; at += 1) {
  const word = process.argv[at] ?? "";
  if (word === "--seed" || word === "--times")
    options[/** @type {"seed" | "times"} */ (word.slice(2))] = Number(process.argv[(at += 1)]);
  else names.push(word);
}

/** Those that are given files; everything else only succeeds. */
const tools = [
  "sass",
  "node-sass",
  "lessc",
  "postcss",
  "nodemon",
  "chokidar",
  "onchange",
  "cpx",
  "copyfiles",
  "cpy",
  "watch",
];

const home = mkdtempSync(join(tmpdir(), "steady-shelf-builds-"));
const shims = join(home, "shims");
mkdirSync(shims);
let failures = 0;
const total = { moves: 0, ticked: 0, inputs: 0, changed: 0, said: 0, refused: 0 };
for (const name of names) judge(name);
rmSync(home, { recursive: true, force: true });
console.log(
  `${total.moves} moves, ${total.ticked} ticked, ${total.refused} refused; of ${total.inputs} lists of files ${total.changed} changed, ${total.said} of them said`,
);
console.log(failures === 0 ? "The judge agrees." : `${failures} disagreements.`);
process.exitCode = failures === 0 ? 0 : 1;

/** @param {string} name */
function unpacked(name) {
  if (!existsSync(name)) return fetchPackage(home, name, options.seed);
  const root = join(home, `${basename(name)}-${options.seed}`);
  cpSync(name, root, { recursive: true });
  execFileSync("git", ["init", "-q"], { cwd: root });
  execFileSync("git", ["add", "-A"], { cwd: root });
  return root;
}

/** @param {string} folder @param {string} at @returns {string[]} */
function filesBelow(folder, at = "") {
  return readdirSync(join(folder, at), { withFileTypes: true }).flatMap((entry) => {
    const path = posix.join(at, entry.name);
    if (entry.name === ".git" || entry.name === ".steady-shelf" || entry.name === "node_modules") return [];
    return entry.isDirectory() ? filesBelow(folder, path) : [path];
  });
}

/** @typedef {{ tool: string, call: string, lists: { text: string, files: string[] }[] }} Call */

/** All that the build of a package is given. @param {string} root @returns {Call[]} */
function record(root) {
  const log = join(home, "log");
  writeFileSync(log, "");
  /** @type {{ scripts?: Record<string, string> }} */
  const manifest = existsSync(join(root, "package.json"))
    ? JSON.parse(readFileSync(join(root, "package.json"), "utf8"))
    : {};
  const env = { PATH: shims, RECORD: log, NODE: process.execPath };
  for (const command of Object.values(manifest.scripts ?? {})) {
    for (const [word] of command.matchAll(/[\w@./-]+/g)) addShim(word.replace(/^.*\//, ""));
    spawnSync("/bin/sh", ["-c", command], { cwd: root, env, timeout: 20_000, stdio: "ignore" });
  }
  const gulpfile = ["gulpfile.js", "gulpfile.cjs"].find((file) => existsSync(join(root, file)));
  if (gulpfile)
    spawnSync(process.execPath, [recorder, "gulp", join(root, gulpfile)], { cwd: root, env, timeout: 20_000 });
  return readFileSync(log, "utf8")
    .split("\n")
    .filter((line) => line !== "")
    .map((line) => callOf(root, JSON.parse(line)));
}

/** @param {string} word */
function addShim(word) {
  const path = join(shims, word);
  if (/^(?:cd|\.|\.\.|)$/.test(word) || word.startsWith("-") || existsSync(path)) return;
  const what = tools.includes(word)
    ? "tool"
    : /^(?:npx|cross-env|env|exec)$/.test(word)
      ? "runner"
      : /^concurrently$/.test(word)
        ? "list"
        : "other";
  writeFileSync(
    path,
    what === "other"
      ? "#!/bin/sh\nexit 0\n"
      : `#!/bin/sh\nexec "$NODE" ${JSON.stringify(recorder)} ${what} ${word} "$@"\n`,
  );
  chmodSync(path, 0o755);
}

/** What a call is given, as lists of files. @param {string} root @param {{ tool: string, cwd: string, words: string[][] }} call @returns {Call} */
function callOf(root, { tool, cwd, words }) {
  const lists = words.map((list) => {
    const all = new Set();
    for (const word of list) {
      const isNot = word.startsWith("!");
      const files = filesOf(root, cwd, isNot ? word.slice(1) : word, tool);
      for (const file of files)
        if (isNot) all.delete(file);
        else all.add(file);
    }
    return { text: list.join(" "), files: [...all].sort() };
  });
  return { tool, call: `${tool} ${words.map((list) => list.join(" ")).join(" | ")}`, lists };
}

/** @param {string} root @param {string} cwd @param {string} word @param {string} tool @returns {string[]} */
function filesOf(root, cwd, word, tool) {
  const from = relative(root, cwd);
  const inside = (/** @type {string} */ path) => posix.join(from, path).replace(/\/$/, "");
  const whole = join(cwd, word);
  if (existsSync(whole)) {
    const path = inside(word);
    if (path.startsWith("..")) return [];
    if (!statSync(whole).isDirectory()) return [path];
    const below = filesBelow(whole).map((file) => posix.join(path, file));
    return tool.endsWith("sass") ? below.filter((file) => /(?:^|\/)[^_/][^/]*\.(?:sass|scss|css)$/.test(file)) : below;
  }
  if (!/[*?{]/.test(word)) return [];
  try {
    return globSync(word.replace(/^\.\//, ""), {
      cwd,
      dot: true,
      expandDirectories: false,
      ignore: ["**/node_modules/**", "**/.git/**", ".steady-shelf/**"],
    }).map(inside);
  } catch {
    return [];
  }
}

/** @param {string} root @param {string[]} words */
function run(root, words) {
  const { status, stdout, stderr } = spawnSync(process.execPath, [program, ...words], {
    cwd: root,
    encoding: "utf8",
    env: { ...process.env, NO_COLOR: "1" },
    maxBuffer: 2 ** 28,
  });
  return { code: status ?? 9, out: stdout, err: stderr };
}

/** @param {string} name */
function judge(name) {
  const root = unpacked(name);
  const random = randomFrom(options.seed);
  /** @template T @param {readonly T[]} list @returns {T} */
  const pick = (list) => /** @type {T} */ (list[Math.floor(random() * list.length)]);
  const before = record(root);
  const given = new Set(before.flatMap(({ lists }) => lists.flatMap(({ files }) => files)));
  console.log(
    `${name}: ${before.length} calls, ${before.flatMap(({ lists }) => lists).length} lists, ${given.size} files`,
  );
  if (given.size === 0) return;
  const sources = [...given]
    .filter((file) => /\.(?:s[ac]ss|less|css|js|html|png|svg)$/.test(file) && !/\.min\./.test(file))
    .sort();
  for (let time = 0; time < options.times && sources.length > 0; time += 1) {
    const file = pick(sources);
    const folder = posix.dirname(file);
    const isFolder = random() < 0.35 && folder !== ".";
    const target = pick([
      "moved",
      `${folder}/moved`,
      posix.dirname(folder),
      "src/styles",
      posix.dirname(pick(sources)),
    ]);
    const [from, to] = isFolder
      ? [folder, posix.join(posix.dirname(folder), `${basename(folder)}-x`)]
      : [file, posix.join(target, posix.basename(file))];
    if (from === to) continue;
    const bytes = fingerprint(root);
    const plan = run(root, ["move", from, to, "--json"]);
    total.moves += 1;
    if (plan.code > 1) {
      total.refused += 1;
      console.log(`  refused: move ${from} ${to}: ${plan.err.split("\n")[0]}`);
      continue;
    }
    /** @type {{ moves: { from: string, to: string }[], proof: { complete: boolean, different: unknown[], patterns: { out: string[], into: string[] }[], gaps: unknown[] }, mentions?: { file: string }[] }} */
    const { moves, proof, mentions = [] } = JSON.parse(plan.out);
    const isTicked = proof.complete && proof.different.length === 0;
    if (isTicked) total.ticked += 1;
    const done = run(root, [
      "move",
      from,
      to,
      "--write",
      ...(isTicked ? [] : ["--accept-different", "--accept-unread"]),
    ]);
    if (done.code !== 0) {
      total.refused += 1;
      continue;
    }
    const goes = new Map(moves.map((move) => [move.from, move.to]));
    const after = record(root);
    const told = new Set(
      proof.patterns.flatMap(({ out, into }) => [...out.map((path) => goes.get(path) ?? path), ...into]),
    );
    const isMentioned = mentions.some((mention) => /(?:package\.json|gulpfile\.c?js)$/.test(mention.file));
    before.forEach(({ call, lists }, at) => {
      lists.forEach(({ files }, list) => {
        total.inputs += 1;
        const was = files.map((path) => goes.get(path) ?? path).sort();
        const is = after[at]?.lists[list]?.files ?? [];
        const other = [...was.filter((path) => !is.includes(path)), ...is.filter((path) => !was.includes(path))];
        if (other.length === 0) return;
        total.changed += 1;
        if (other.every((path) => told.has(path)) || isMentioned) total.said += 1;
        else if (isTicked) {
          failures += 1;
          console.log(
            `  not said: move ${from} ${to}: ${call} → ${after[at]?.call ?? "nothing"}: ${other.slice(0, 3).join(", ")}`,
          );
        }
      });
    });
    const back = run(root, ["undo", "--write"]);
    if (back.code !== 0 || fingerprint(root) !== bytes) {
      failures += 1;
      console.log(`  not undone: move ${from} ${to} ${back.err}`);
      return;
    }
  }
}
