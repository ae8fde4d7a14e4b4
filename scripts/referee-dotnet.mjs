/**
 * Judges relocations in projects of .NET by a reader that shares no code with ours: Python's `xml.etree` reads projects and markup, and
 * its `fnmatch` their patterns. Files and folders are moved at random. Every item of every project must mean the same files, by what they
 * hold; every address in markup and in strings of code that means a file must go on to mean it; and undoing gives every byte back.
 * With `mcs` (Debian's mono-mcs), every text of C# must be one that the compiler can parse, if it was before.
 *
 *   node scripts/referee-dotnet.mjs [--seed 1] [--rounds 3] [--moves 8] FOLDER …
 *
 * FOLDER is a copy's source. Exit code 1 if the judge disagrees.
 */
// @ts-check
import { execFileSync, spawnSync } from "node:child_process";
import { cpSync, existsSync, mkdtempSync, readdirSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { basename, dirname, join, posix } from "node:path";
import { fileURLToPath } from "node:url";
import { fingerprint, randomFrom } from "./judges/packages.mjs";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const reader = fileURLToPath(new URL("judges/dotnet.py", import.meta.url));
const options = { seed: 1, rounds: 3, moves: 8, folders: /** @type {string[]} */ ([]) };
for (let at = 2; at < process.argv.length; at += 1) {
  const word = process.argv[at] ?? "";
  if (word === "--seed" || word === "--rounds" || word === "--moves")
    options[/** @type {"seed" | "rounds" | "moves"} */ (word.slice(2))] = Number(process.argv[(at += 1)]);
  else options.folders.push(word);
}
if (spawnSync("python3", ["--version"]).error) throw new Error("python3 is needed");

const home = mkdtempSync(join(tmpdir(), "steady-shelf-dotnet-"));
let failures = 0;
for (const folder of options.folders)
  for (let round = 0; round < options.rounds; round += 1) judge(folder, options.seed + round);
rmSync(home, { recursive: true, force: true });
console.log(failures === 0 ? "The judge agrees." : `${failures} disagreements.`);
process.exitCode = failures === 0 ? 0 : 1;

/** What projects, markup and code mean, by what the files hold. @param {string} root @returns {string[]} */
function meaning(root) {
  const said = execFileSync("python3", [reader, root], { encoding: "utf8", maxBuffer: 1 << 28 });
  return said.split("\n").filter(Boolean).sort();
}

/** @param {string} root @param {readonly string[]} words */
function ours(root, words) {
  return spawnSync(process.execPath, [program, ...words], { cwd: root, encoding: "utf8", maxBuffer: 1 << 28 });
}

/** @param {string} folder @param {string} at @returns {string[]} */
function filesBelow(folder, at = "") {
  return readdirSync(join(folder, at), { withFileTypes: true }).flatMap((entry) => {
    const path = posix.join(at, entry.name);
    if (entry.name.startsWith(".")) return [];
    return entry.isDirectory() ? filesBelow(folder, path) : [path];
  });
}

/** @param {string} source @param {number} seed */
function judge(source, seed) {
  const root = join(home, `${basename(source)}-${seed}`);
  cpSync(source, root, { recursive: true });
  execFileSync("git", ["init", "-q"], { cwd: root });
  const bytes = fingerprint(root);
  const random = randomFrom(seed);
  const pick = (/** @type {readonly string[]} */ list) => list[Math.floor(random() * list.length)] ?? "";
  /** @type {Map<string, number>} */
  const tally = new Map();
  const wrong = [];
  let done = 0;
  for (let move = 0; move < options.moves; move += 1) {
    const files = filesBelow(root).filter((path) => /\.(?:cs|xaml|png|resx|ico|json|html|js)$/.test(path));
    const near = files.filter((path) => /\.(?:cs|xaml|png|resx|ico)$/.test(path));
    const from = random() < 0.25 ? dirname(pick(near)) : pick(near);
    const projects = filesBelow(root).filter((path) => /\.(?:csproj|projitems)$/.test(path));
    const base = projects
      .map((path) => dirname(path))
      .filter((folder) => folder === "." || from.startsWith(`${folder}/`));
    const top = base.sort((a, b) => b.length - a.length)[0] ?? ".";
    if (from === "." || from === top) continue;
    const folder = posix.join(
      top,
      ["Core", "Features/Trees", "Shared", "Views/Parts"][Math.floor(random() * 4)] ?? "Core",
    );
    const before = meaning(root);
    const command = ["move", from, `${folder}/`, "--json", "--write", "--accept-unread"];
    const { status, stdout, stderr } = ours(root, command);
    const outcome =
      status === 0
        ? /"complete": true/.test(stdout)
          ? "proved"
          : "incomplete"
        : (/"code": "(\w+)"/.exec(stdout)?.[1] ?? "failed");
    tally.set(outcome, (tally.get(outcome) ?? 0) + 1);
    if (status !== 0) {
      const why =
        stdout
          .match(/"reason": "[^"]*"/g)
          ?.slice(0, 2)
          .join(", ") ?? stderr.slice(0, 200);
      console.log(`    ? ${command.slice(0, 3).join(" ")}: ${why}`);
      continue;
    }
    done += 1;
    const after = meaning(root);
    const [lost, gained] = [difference(before, after), difference(after, before)];
    if (lost.length + gained.length > 0 && outcome === "proved")
      wrong.push(
        `${command.slice(0, 3).join(" ")}: lost ${lost.slice(0, 3).join(" | ")}; gained ${gained.slice(0, 3).join(" | ")}`,
      );
  }
  for (; done > 0; done -= 1) ours(root, ["undo", "--write"]);
  if (JSON.stringify(fingerprint(root)) !== JSON.stringify(bytes)) wrong.push("undoing left other bytes");
  const said = [...tally].map(([word, count]) => `${count} ${word}`).join(", ");
  console.log(`${basename(source)}, seed ${seed}: ${said}${wrong.length === 0 ? "" : `\n  ✗ ${wrong.join("\n  ✗ ")}`}`);
  failures += wrong.length;
  if (existsSync(root)) rmSync(root, { recursive: true, force: true });
}

/** Lines of one list that the other has less often. @param {readonly string[]} one @param {readonly string[]} other */
function difference(one, other) {
  const counts = new Map();
  for (const line of other) counts.set(line, (counts.get(line) ?? 0) + 1);
  return one.filter((line) => {
    const left = counts.get(line) ?? 0;
    counts.set(line, left - 1);
    return left <= 0;
  });
}
