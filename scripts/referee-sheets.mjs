/**
 * Judges what is done to style sheets by Sass's, Less's and esbuild's own compilers: in packages of the registry, or in FOLDERs, rules and
 * names are taken out of sheets at random; where that is ticked, each sheet must compile to what it compiled to, letter for letter.
 * Undoing gives every byte back. What is not ticked is carried out, too, to see how often the compilers would have taken it.
 *
 *   node scripts/referee-sheets.mjs [--seed 1] [--times 20] [--order | --modules | --nested] PACKAGE|FOLDER …
 *
 * With --order lines that take sheets in are put into a wrong order instead, which must be found and put right. With --modules each entry
 * is asked to take its sheets in as modules. With --nested rules are taken out of other rules; blank lines do not count then.
 *
 * Exit code 1 if a judge disagrees.
 */
// @ts-check
import { execFileSync, spawnSync } from "node:child_process";
import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { basename, join, posix, relative } from "node:path";
import { fileURLToPath } from "node:url";
import { buildSync } from "esbuild";
import less from "less";
import * as sass from "sass";
import { fetchPackage, fingerprint, randomFrom } from "./judges/packages.mjs";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const options = { seed: 1, times: 20 };
/** @type {string[]} */
const names = [];
let isOrder = false;
let isModules = false;
let isNested = false;
let keep = false;
for (let at = 2; at < process.argv.length; at += 1) {
  const word = process.argv[at] ?? "";
  if (word === "--seed" || word === "--times")
    options[/** @type {"seed" | "times"} */ (word.slice(2))] = Number(process.argv[(at += 1)]);
  else if (word === "--order") isOrder = true;
  else if (word === "--modules") isModules = true;
  else if (word === "--nested") isNested = true;
  else if (word === "--keep") keep = true;
  else names.push(word);
}

const home = mkdtempSync(join(tmpdir(), "steady-shelf-sheets-"));
let failures = 0;
/** @type {Map<string, number>} */
const total = new Map();
for (const name of names) await (isModules ? judgeModules(name) : isOrder ? judgeOrder(name) : judgeExtract(name));
if (!keep) rmSync(home, { recursive: true, force: true });
console.log([...total].map(([word, count]) => `${count} ${word}`).join(", "));
console.log(failures === 0 ? "The judges agree." : `${failures} disagreements.${keep ? ` See ${home}` : ""}`);
process.exitCode = failures === 0 ? 0 : 1;

/** @param {string} word @param {number} [by] */
function count(word, by = 1) {
  total.set(word, (total.get(word) ?? 0) + by);
}

/** @param {string} name */
function unpacked(name) {
  if (!existsSync(name)) return fetchPackage(home, name, options.seed);
  const root = join(home, `${basename(name)}-${options.seed}`);
  cpSync(name, root, { recursive: true });
  execFileSync("git", ["init", "-q"], { cwd: root });
  return root;
}

/** @param {string} folder @param {string} at @returns {string[]} */
function filesBelow(folder, at = "") {
  return readdirSync(join(folder, at), { withFileTypes: true }).flatMap((entry) => {
    const path = posix.join(at, entry.name);
    if (entry.name.startsWith(".") || entry.name === "node_modules") return [];
    return entry.isDirectory() ? filesBelow(folder, path) : [path];
  });
}

/** @param {string} path */
function isSheet(path) {
  // What is built is judged by what it is built from.
  return /\.(?:scss|sass|less)$/.test(path) || (path.endsWith(".css") && !/\.min\.|(?:^|\/)(?:dist|css)\//.test(path));
}

/** What a sheet compiles to, and the sheets that it takes in. @param {string} root @param {string} file */
async function compiled(root, file) {
  try {
    if (/\.s[ac]ss$/.test(file)) {
      const { css, loadedUrls } = sass.compile(join(root, file), {
        loadPaths: [root],
        logger: sass.Logger.silent,
        quietDeps: true,
        silenceDeprecations: ["import", "global-builtin", "color-functions", "slash-div", "mixed-decls"],
      });
      return { css, loaded: loadedUrls.map((url) => relative(root, fileURLToPath(url))) };
    }
    if (file.endsWith(".less")) {
      const text = readFileSync(join(root, file), "utf8");
      const { css, imports } = await less.render(text, {
        filename: join(root, file),
        javascriptEnabled: true,
        math: "always",
      });
      return { css, loaded: [file, ...imports.map((path) => relative(root, path))] };
    }
    const { outputFiles, metafile } = buildSync({
      absWorkingDir: root,
      entryPoints: [join(root, file)],
      bundle: true,
      write: false,
      metafile: true,
      logLevel: "silent",
      outdir: "out",
      // Pictures are named by what they hold.
      loader: Object.fromEntries(
        [".png", ".svg", ".jpg", ".gif", ".woff", ".woff2", ".eot", ".ttf", ".otf"].map((each) => [each, "file"]),
      ),
      external: ["http://*", "https://*"],
    });
    const css = outputFiles.find(({ path }) => path.endsWith(".css"))?.text ?? "";
    // It names the file of each part in a comment, and escapes as it likes.
    return { css: css.replace(/^\/\* [^*]* \*\/\n|\n(?=\n)/gm, ""), loaded: Object.keys(metafile.inputs) };
  } catch (error) {
    return { css: undefined, loaded: [], error: String(error).split("\n").slice(0, 2).join(" ") };
  }
}

/** @param {string} root @param {string[]} words */
function run(root, ...words) {
  const { status, stdout, stderr } = spawnSync("node", [program, ...words], { cwd: root, encoding: "utf8" });
  return { status, out: stdout, err: stderr };
}

/** Lines at which something begins at the margin, from 1. @param {string} text */
function beginnings(text) {
  return text
    .split("\n")
    .flatMap((line, at) =>
      /^[.#$@%&*:[\w-]/.test(line) && !/^@(?:use|forward|charset|else)\b/.test(line) ? [at + 1] : [],
    );
}

/** The lines of rules that stand in another one, by how they are indented. @param {string} text */
function innerRules(text) {
  const lines = text.split("\n");
  return lines.flatMap((line, at) => {
    const [, indent = "", sign] = /^(\s+)([^\s@$/}{][^;{}]*)\{\s*$/.exec(line) ?? [];
    if (sign === undefined) return [];
    const end = lines.findIndex((each, place) => place > at && each.startsWith(`${indent}}`));
    return end < 0 ? [] : [[at + 1, end + 1]];
  });
}

/** @param {string} name */
async function judgeExtract(name) {
  const root = unpacked(name);
  const random = randomFrom(options.seed);
  const pick = (/** @type {any[]} */ list) => list[Math.floor(random() * list.length)];
  const sheets = filesBelow(root).filter(isSheet);
  const before = new Map();
  for (const file of sheets) before.set(file, await compiled(root, file));
  const compiling = sheets.filter((file) => before.get(file).css !== undefined);
  const concerned = sheets.filter((file) => compiling.some((each) => before.get(each).loaded.includes(file)));
  const bytes = fingerprint(root);
  /** @type {Map<string, number>} */
  const tally = new Map();
  for (let time = 0; time < options.times && concerned.length > 0; time += 1) {
    const file = pick(concerned);
    const text = readFileSync(join(root, file), "utf8");
    const starts = beginnings(text);
    const inner = isNested ? innerRules(text) : [];
    if (isNested ? inner.length === 0 : starts.length < 2) {
      time -= random() < 0.98 ? 1 : 0;
      continue;
    }
    const first = Math.floor(random() * starts.length);
    const length = 1 + Math.floor(random() * 4);
    const lines = isNested ? pick(inner) : [starts[first], (starts[first + length] ?? text.split("\n").length + 1) - 1];
    const selector = /^([.#][\w-]+|\$[\w-]+|@(?:mixin|function) [\w-]+|%[\w-]+|[a-z]+)/.exec(
      text.split("\n")[(lines[0] ?? 1) - 1] ?? "",
    )?.[1];
    const what =
      random() < 0.4 && selector !== undefined && !isNested ? ["--take", selector] : ["--lines", lines.join("-")];
    const folder =
      random() < 0.5
        ? posix.dirname(file)
        : pick([...new Set(sheets.map((each) => posix.dirname(each))), "fresh/parts"]);
    const to = posix.join(folder, `${/\.s[ac]ss$/.test(file) ? "_" : ""}taken-out${posix.extname(file)}`);
    const words = ["extract", file, ...what, "--to", to];
    const shown = words.join(" ");
    const { status, out, err } = run(root, ...words, "--write");
    let outcome;
    if (status === 4) {
      failures += 1;
      console.log(`${name}: ${shown}: crashed\n${err}`);
      outcome = "crashed";
    } else if (status === 2 || status === 3) outcome = `refused`;
    else if (status === 0) outcome = "proved";
    else outcome = /not complete/.test(out + err) ? "incomplete" : "failed";
    if (outcome === "refused" && keep) console.log(`  ${shown}: ${err.split("\n")[0]}`);
    if (outcome === "failed" || outcome === "incomplete")
      run(root, ...words, "--write", "--accept-different", "--accept-unread");
    if (outcome !== "refused" && outcome !== "crashed") {
      /** @type {string[]} */
      const wrong = [];
      for (const each of compiling) {
        const was = before.get(each);
        if (!was.loaded.includes(file)) continue;
        const now = await compiled(root, each);
        const packed = (/** @type {string | undefined} */ css) => (isNested ? css?.replace(/\n\s*(?=\n)/g, "") : css);
        if (packed(now.css) !== packed(was.css))
          wrong.push(`${each}: ${now.error ?? difference(was.css, now.css ?? "")}`);
      }
      if (outcome === "proved" && wrong.length > 0) {
        failures += 1;
        console.log(`${name}: ${shown}: WRONG\n    ${wrong.slice(0, 3).join("\n    ")}`);
        outcome = "WRONG";
      } else if (outcome !== "proved") {
        outcome += wrong.length > 0 ? ", rightly" : ", though it compiles to the same";
        if (keep) console.log(`  ${shown}: ${outcome}\n${(out + err).split("\n").slice(4, 16).join("\n")}`);
      }
      const undone = run(root, "undo", "--write");
      if (fingerprint(root) !== bytes) {
        failures += 1;
        console.log(`${name}: ${shown}: not undone\n${undone.err}`);
        return;
      }
    }
    tally.set(outcome, (tally.get(outcome) ?? 0) + 1);
  }
  for (const [word, times] of tally) count(word, times);
  console.log(
    `${name} (${compiling.length} of ${sheets.length} sheets compile): ${[...tally].map(([word, times]) => `${times} ${word}`).join(", ")}`,
  );
}

/** @param {string} one @param {string} other */
function difference(one, other) {
  let at = 0;
  while (at < one.length && one.charAt(at) === other.charAt(at)) at += 1;
  return `at ${at}: ${JSON.stringify(one.slice(Math.max(0, at - 20), at + 60))} became ${JSON.stringify(other.slice(Math.max(0, at - 20), at + 60))}`;
}

/** Lines at the margin that take a sheet in or give a variable, by their places. @param {string} text */
function movable(text) {
  return text
    .split("\n")
    .flatMap((line, at) =>
      /^(?:@import\s+["'][^"']+["']\s*;?\s*$|\$[\w-]+\s*:[^;]*;\s*$|\$[\w-]+\s*:[^;(,{]*$|@import [\w/.-]+$)/.test(line)
        ? [at]
        : [],
    );
}

/** @param {string} name */
async function judgeOrder(name) {
  const root = unpacked(name);
  const random = randomFrom(options.seed);
  const pick = (/** @type {any[]} */ list) => list[Math.floor(random() * list.length)];
  const sheets = filesBelow(root).filter((path) => isSheet(path) && /\.s[ac]ss$/.test(path));
  const before = new Map();
  for (const file of sheets) before.set(file, await compiled(root, file));
  const compiling = sheets.filter((file) => before.get(file).css !== undefined && !basename(file).startsWith("_"));
  const concerned = sheets.filter(
    (file) =>
      compiling.some((each) => before.get(each).loaded.includes(file)) &&
      movable(readFileSync(join(root, file), "utf8")).length > 2,
  );
  // What is right is not found fault with.
  const { out: clean } = run(root, "check", "--rule", "sheet-order", "--json");
  const claimed = JSON.parse(clean || "{}").apps?.flatMap((/** @type {any} */ app) => app.findings) ?? [];
  if (claimed.length > 0) {
    failures += 1;
    console.log(`${name}: finds fault with what compiles: ${JSON.stringify(claimed[0].message)} ${claimed[0].file}`);
  }
  /** @type {Map<string, number>} */
  const tally = new Map();
  let tries = 0;
  for (let time = 0; time < options.times && concerned.length > 0 && tries < options.times * 40; tries += 1) {
    const file = pick(concerned);
    const text = readFileSync(join(root, file), "utf8");
    const lines = text.split("\n");
    const places = movable(text);
    const from = pick(places);
    const to = pick(places);
    const [line = ""] = lines.splice(from, 1);
    lines.splice(to, 0, line);
    writeFileSync(join(root, file), lines.join("\n"));
    const broken = [];
    for (const each of compiling) {
      if (!before.get(each).loaded.includes(file)) continue;
      const { error } = await compiled(root, each);
      if (error !== undefined) broken.push(`${each}: ${error}`);
    }
    if (from !== to && broken.some((each) => /Undefined (?:variable|mixin|function)/.test(each))) {
      time += 1;
      const found = run(root, "check", "--rule", "sheet-order");
      const fixed = run(root, "check", "--rule", "sheet-order", "--fix", "--write");
      let outcome = found.status === 1 && /sheet-order/.test(found.out) ? "found" : "MISSED";
      let same = true;
      let right = true;
      for (const each of compiling) {
        if (!before.get(each).loaded.includes(file)) continue;
        const { css } = await compiled(root, each);
        if (css === undefined) right = false;
        if (css !== before.get(each).css) same = false;
      }
      if (outcome === "found")
        outcome = same ? "put right, to the same output" : right ? "put right" : "found, and not put right";
      const isWrongTick = /✓/.test(fixed.out) && !right;
      if (isWrongTick) failures += 1;
      if (keep && (!right || isWrongTick))
        console.log(
          `  ${file}: line ${from + 1} (${line.trim()}) to ${to + 1}: ${outcome}${isWrongTick ? ", WRONG TICK" : ""}\n    ${broken[0]}\n${fixed.out.split("\n").slice(0, 12).join("\n")}\n${fixed.err}`,
        );
      tally.set(outcome, (tally.get(outcome) ?? 0) + 1);
      if (/Undid|undo/.test(fixed.out)) run(root, "undo", "--write");
    }
    writeFileSync(join(root, file), text);
  }
  for (const [word, times] of tally) count(word, times);
  console.log(
    `${name} (${compiling.length} sheets compile): ${[...tally].map(([word, times]) => `${times} ${word}`).join(", ")}`,
  );
}

/** All entries of a package that can be are made modules of: what each sheet compiles to stays the same. @param {string} name */
async function judgeModules(name) {
  const root = unpacked(name);
  const path = join(root, "package.json");
  const manifest = existsSync(path) ? JSON.parse(readFileSync(path, "utf8")) : {};
  // As an app of its own that is built with what knows modules.
  const text = JSON.stringify({ ...manifest, private: true, dependencies: {}, devDependencies: { sass: "*" } });
  writeFileSync(path, text);
  const sheets = filesBelow(root).filter((file) => isSheet(file) && /\.s[ac]ss$/.test(file));
  const before = new Map();
  for (const file of sheets) before.set(file, (await compiled(root, file)).css);
  const bytes = fingerprint(root);
  const { out } = run(root, "check", "--rule", "sheet-import", "--fix", "--json");
  const { repaired = [], left = [] } = JSON.parse(out || "{}");
  const done = run(root, "check", "--rule", "sheet-import", "--fix", "--write");
  const isWritten = fingerprint(root) !== bytes;
  let other = 0;
  for (const file of sheets) {
    const css = before.get(file);
    if (css === undefined || basename(file).startsWith("_")) continue;
    const now = await compiled(root, file);
    if (now.css === css) continue;
    other += 1;
    console.log(`  ${file}: ${now.error ?? difference(css, now.css ?? "")}`);
  }
  const isTicked = isWritten && done.out.includes("✓");
  if (other > 0 && isTicked) failures += 1;
  count("entries as modules", repaired.length);
  count("refused", left.length);
  if (isTicked && other === 0) count("proved and right");
  console.log(`${name}: ${repaired.length} as modules, ${left.length} left${other > 0 ? `, ${other} WRONG` : ""}`);
  for (const { file, why = "the proof does not hold" } of left.slice(0, 4)) console.log(`  left: ${file}: ${why}`);
  if (!isWritten) return;
  run(root, "undo", "--write");
  if (fingerprint(root) === bytes) return;
  failures += 1;
  console.log("  not undone");
}
