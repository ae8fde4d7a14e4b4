/**
 * Judges namespaces that follow folders by a C# compiler (`mcs` of Debian's mono-mcs): programs are made from a seed, or taken from
 * FOLDER; files and folders move at random; what is ticked must compile as it did, and the program must say, when it runs, what it said.
 * Undoing gives every byte back. What is not ticked is carried out, too, to see how often the compiler would have taken it.
 *
 *   node scripts/referee-namespaces.mjs [--seed 1] [--rounds 10] [--moves 8] [--arrange NAME | --rename | --regroup] [FOLDER … [-- OPTION OF MCS …]]
 *
 * With --rename types get other names in place of files other folders: new ones, and such as something else has already. With --regroup
 * they are taken out of files, files are split, and joined.
 *
 * Exit code 1 if the judge disagrees.
 */
// @ts-check
import { execFileSync, spawnSync } from "node:child_process";
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { basename, dirname, join, posix } from "node:path";
import { fileURLToPath } from "node:url";
import { madeProgram } from "./judges/made-csharp.mjs";
import { fingerprint, randomFrom } from "./judges/packages.mjs";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const options = { seed: 1, rounds: 10, moves: 8 };
/** @type {string[]} */
const folders = [];
/** @type {string[]} */
let compilerOptions = [];
let keep = false;
let isRenaming = false;
let isRegrouping = false;
let arrangement = "";
for (let at = 2; at < process.argv.length; at += 1) {
  const word = process.argv[at] ?? "";
  if (word === "--seed" || word === "--rounds" || word === "--moves")
    options[/** @type {"seed" | "rounds" | "moves"} */ (word.slice(2))] = Number(process.argv[(at += 1)]);
  else if (word === "--keep") keep = true;
  else if (word === "--rename") isRenaming = true;
  else if (word === "--regroup") isRegrouping = true;
  else if (word === "--arrange") arrangement = process.argv[(at += 1)] ?? "";
  else if (word === "--") {
    compilerOptions = process.argv.slice(at + 1);
    break;
  } else folders.push(word);
}
if (spawnSync("mcs", ["--version"]).error) throw new Error("mcs is needed (Debian's mono-mcs)");

const home = mkdtempSync(join(tmpdir(), "steady-shelf-namespaces-"));
const total = new Map();
let failures = 0;
for (let round = 0; round < options.rounds; round += 1)
  if (folders.length === 0) judge(undefined, options.seed + round);
  else for (const folder of folders) judge(folder, options.seed + round);
if (!keep) rmSync(home, { recursive: true, force: true });
console.log([...total].map(([word, count]) => `${count} ${word}`).join(", "));
console.log(failures === 0 ? "The judge agrees." : `${failures} disagreements.${keep ? ` See ${home}` : ""}`);
process.exitCode = failures === 0 ? 0 : 1;

/** @param {string} folder @param {string} at @returns {string[]} */
function filesBelow(folder, at = "") {
  return readdirSync(join(folder, at), { withFileTypes: true }).flatMap((entry) => {
    const path = posix.join(at, entry.name);
    if (entry.name.startsWith(".")) return [];
    return entry.isDirectory() ? filesBelow(folder, path) : [path];
  });
}

/** What the compiler says, without places; and what the program says. @param {string} root */
function compiled(root) {
  const sources = filesBelow(root).filter((path) => path.endsWith(".cs"));
  const isProgram = compilerOptions.length === 0 && folders.length === 0;
  const out = join(home, "out.exe");
  const { stdout, stderr } = spawnSync(
    "mcs",
    ["-nologo", "-warn:0", `-target:${isProgram ? "exe" : "library"}`, `-out:${out}`, ...compilerOptions, ...sources],
    { cwd: root, encoding: "utf8" },
  );
  const errors = (stdout + stderr).split("\n").filter((line) => /error CS/.test(line));
  const said = errors.length === 0 && isProgram ? spawnSync("mono", [out], { encoding: "utf8" }).stdout : "";
  return { errors, said };
}

/** The errors by what they say, with the last word of each name in them. @param {readonly string[]} errors */
function plain(errors) {
  return (
    errors
      .map((line) => line.replace(/^[^:]*:\s*/, "").replaceAll(/(?:\w+\.)+(\w+)/g, "$1"))
      .sort()
      // Two files need what one did: what was not found for one is not found for both.
      .filter((each, at, all) => !isRegrouping || all.indexOf(each) === at)
      .join("\n")
  );
}

/** @param {readonly string[]} list @param {string} wanted */
function times(list, wanted) {
  return list.filter((each) => each === wanted).length;
}

/** Takes lines out that the compiler refuses, until it takes the rest. @param {string} root */
function settle(root) {
  for (let round = 0; round < 12; round += 1) {
    const { errors } = compiled(root);
    if (errors.length === 0) return true;
    for (const error of errors) {
      const [, file = "", line = "0"] = /^(.+?)\((\d+),/.exec(error) ?? [];
      if (file === "") continue;
      const lines = readFileSync(join(root, file), "utf8").split("\n");
      const at = Number(line) - 1;
      if (/^\s*\/\*\d+\*\//.test(lines[at] ?? "")) lines[at] = "";
      writeFileSync(join(root, file), lines.join("\n"));
    }
  }
  return false;
}

/** @param {string | undefined} source @param {number} seed */
function judge(source, seed) {
  const root = join(home, `${source === undefined ? "made" : basename(source)}-${seed}`);
  const random = randomFrom(seed);
  const pick = (/** @type {readonly string[]} */ list) => list[Math.floor(random() * list.length)] ?? "";
  if (source === undefined) {
    for (const [path, text] of madeProgram(random)) {
      mkdirSync(dirname(join(root, path)), { recursive: true });
      writeFileSync(join(root, path), text);
    }
    if (!settle(root)) return console.log(`seed ${seed}: the program does not compile`);
    // Marks of lines are of no use any more.
    for (const path of filesBelow(root))
      writeFileSync(
        join(root, path),
        readFileSync(join(root, path), "utf8")
          .replaceAll(/\/\*\d+\*\//g, "")
          .replaceAll(/\n{3,}/g, "\n\n"),
      );
  } else cpSync(source, root, { recursive: true });
  execFileSync("git", ["init", "-q"], { cwd: root });
  const bytes = fingerprint(root);
  /** @type {Map<string, number>} */
  const tally = new Map();
  /** @type {string[]} */
  const wrong = [];
  let done = 0;
  for (let move = 0; move < options.moves; move += 1) {
    const files = filesBelow(root).filter((path) => path.endsWith(".cs") && path !== "Program.cs");
    const from = random() < 0.3 ? dirname(pick(files)) : pick(files);
    const lists = filesBelow(root)
      .filter((path) => /\.(?:csproj|projitems)$/.test(path))
      .map((path) => dirname(path));
    const top =
      lists.filter((each) => each === "." || from.startsWith(`${each}/`)).sort((a, b) => b.length - a.length)[0] ?? ".";
    if (from === "." || from === top) continue;
    const folder = posix.join(
      top,
      pick(["Core", "Features/Trees", "Features/Tree", "Models", "Views", "Shared/Row", "Services", "."]),
    );
    const before = compiled(root);
    const renaming = isRenaming ? renameOf(root, pick, random) : undefined;
    const regrouping = isRegrouping ? regroupOf(root, pick, random) : undefined;
    if ((isRenaming && !renaming) || (isRegrouping && !regrouping)) continue;
    const masked = (/** @type {string} */ said) =>
      renaming
        ? said.replaceAll(new RegExp(`(?<![A-Za-z_])(?:${renaming.names.join("|")})(?![A-Za-z])`, "g"), "…")
        : said;
    const command = regrouping
      ? regrouping
      : renaming
        ? renaming.command
        : arrangement === ""
          ? ["move", from, `${folder}/`]
          : ["arrange", "--as", arrangement, "--keep-names", "--likeliest"];
    const asked = ours(root, [...command, "--json", "--write"]);
    let outcome = asked.status === 0 ? "proved" : "";
    if (outcome === "") {
      const loose = ours(root, [...command, "--json", "--write", "--accept-different", "--accept-unread"]);
      if (loose.status !== 0) {
        count(tally, "refused");
        if (keep) console.log(`    - seed ${seed} ${command.join(" ")}: ${loose.stderr.split("\n", 1)[0]}`);
        continue;
      }
      outcome = /"different": \[\s*\]/.test(loose.stdout) ? "incomplete" : "failed";
    }
    done += 1;
    const after = compiled(root);
    const isSame =
      masked(plain(before.errors)) === masked(plain(after.errors)) && masked(before.said) === masked(after.said);
    if (isSame && outcome === "proved") count(tally, "proved");
    else if (outcome === "proved") {
      const [was, now] = [plain(before.errors).split("\n"), plain(after.errors).split("\n")];
      const more = now.filter((line, at) => now.indexOf(line) === at && times(now, line) > times(was, line));
      const less = was.filter((line, at) => was.indexOf(line) === at && times(was, line) > times(now, line));
      const said = `more: ${more.slice(0, 3).join(" | ")}; less: ${less.slice(0, 3).join(" | ")}`;
      wrong.push(`${command.join(" ")}: ${more.length + less.length > 0 ? said : "it says something else"}`);
      count(tally, "wrongly ticked");
    } else count(tally, `${outcome}, ${isSame ? "though it compiles" : "and it does not compile"}`);
    if (!isSame || outcome !== "proved") {
      if (keep && outcome !== "proved") {
        const { proof } = JSON.parse(asked.stdout || '{"proof":{"gaps":[{"detail":"nothing was said"}]}}');
        if (asked.stdout === "") console.log(asked.stderr);
        const why = [...(proof?.different ?? []), ...(proof?.gaps ?? [])].map(
          (each) => `${each.file}:${each.at?.line} ${each.specifier ?? ""} ${each.detail ?? each.reason}`,
        );
        const said = isSame ? "" : ` — ${after.errors.slice(0, 2).join(" | ")}`;
        console.log(`    ? seed ${seed} ${command.join(" ")}: ${why.slice(0, 4).join(" · ")}${said}`);
      }
      if (keep && outcome === "proved") cpSync(root, `${root}-wrong`, { recursive: true });
      // What was joined can be parted again.
      if (isRegrouping && isSame) continue;
      ours(root, ["undo", "--write"]);
      done -= 1;
    }
  }
  for (; done > 0; done -= 1) ours(root, ["undo", "--write"]);
  if (JSON.stringify(fingerprint(root)) !== JSON.stringify(bytes)) wrong.push("undoing left other bytes");
  console.log(
    `${basename(root)}: ${[...tally].map(([word, times]) => `${times} ${word}`).join(", ")}${wrong.length === 0 ? "" : `\n  ✗ ${wrong.join("\n  ✗ ")}`}`,
  );
  for (const [word, times] of tally) total.set(word, (total.get(word) ?? 0) + times);
  failures += wrong.length;
  if (!keep) rmSync(root, { recursive: true, force: true });
}

/**
 * A type that gets another name: by its file, or by itself.
 *
 * @param {string} root @param {(list: readonly string[]) => string} pick @param {() => number} random
 */
function renameOf(root, pick, random) {
  const sources = filesBelow(root).filter((path) => path.endsWith(".cs"));
  const path = pick(sources);
  const text = readFileSync(join(root, path), "utf8");
  const declared = [
    ...text.matchAll(/^(?!\s*\/\/).*\b(?:class|struct|interface|enum|delegate\s+\w+)\s+([A-Z]\w*)/gm),
  ].map(([, name = ""]) => name);
  const from = pick(declared);
  if (from === "" || from === "Program") return undefined;
  const words = sources.map((each) => basename(each).split(".")[0] ?? "");
  const ending = from.endsWith("Attribute") ? "Attribute" : "";
  const fresh = pick(["Pippin", "Russet", "OrchardBook", "Value", "Count", "Id", "Models", "Inner"]);
  const to = (random() < 0.5 ? fresh : pick(words).replace(/Attribute$/, "")) + ending;
  if (to === from) return undefined;
  const isByFile = basename(path) === `${from}.cs` && random() < 0.5;
  const short = (/** @type {string} */ name) => name.replace(/Attribute$/, "");
  return {
    names: [from, to, short(from), short(to)],
    command: isByFile ? ["rename", path, to] : ["rename", path, from, to],
  };
}

/**
 * A type that is taken out, a file that is split, or some that are joined.
 *
 * @param {string} root @param {(list: readonly string[]) => string} pick @param {() => number} random
 */
function regroupOf(root, pick, random) {
  const sources = filesBelow(root).filter((path) => path.endsWith(".cs") && path !== "Program.cs");
  const path = pick(sources);
  const types = (/** @type {string} */ file) =>
    [
      ...readFileSync(join(root, file), "utf8").matchAll(
        /^(?!\s*\/\/)(?:\t| {4}|)(?:\[[^\n]*\]\s*)?(?:(?:public|internal|static|sealed|abstract|partial)\s+)*(?:class|struct|interface|enum|delegate\s+\w+)\s+([A-Z]\w*)/gm,
      ),
    ].map(([, name = ""]) => name);
  const way = random();
  const several = sources.filter((each) => types(each).length > 1);
  if (way < 0.45) {
    const other = pick(sources.filter((each) => dirname(each) === dirname(path) || random() < 0.1));
    return other === "" || other === path
      ? undefined
      : ["join", path, other, random() < 0.3 ? posix.join(dirname(path), "Joined.cs") : other];
  }
  const from = pick(several);
  if (from === "") return undefined;
  if (way < 0.6) return ["split", from];
  const name = pick(types(from));
  const beside = sources.filter((each) => dirname(each) === dirname(from) && each !== from);
  return ["extract", from, name, ...(random() < 0.4 && beside.length > 0 ? ["--to", pick(beside)] : [])];
}

/** @param {Map<string, number>} tally @param {string} word */
function count(tally, word) {
  tally.set(word, (tally.get(word) ?? 0) + 1);
}

/** @param {string} root @param {readonly string[]} words */
function ours(root, words) {
  return spawnSync(process.execPath, [program, ...words], { cwd: root, encoding: "utf8", maxBuffer: 1 << 28 });
}
