/**
 * Judges relocations on real code: fetches packages that ship their source to a temporary folder, moves files at random
 * with the built program, and asks an independent bundler (esbuild) and compiler (TypeScript) whether anything changed.
 * Then it undoes the move and compares every byte.
 *
 *   node scripts/referee.mjs [--seed 1] [--rounds 3] [--fix | --arrange NAME [--index]] [--phones [--alias @=src]]
 *                            [PACKAGE[@VERSION]:FOLDER …]
 *
 * With --fix nothing is moved at random: the app is set up by `init`, and `check --fix` repairs what it finds. With --arrange
 * it is set up, and brought into that arrangement; with --index public indexes are made as well. An index loads all that it
 * gives, so bundles are in another order then: only that they can be made, and the compiler, are asked.
 *
 * Entry sheets are compiled by Sass and Less. With --phones, the bundler of React Native is asked for three platforms, too.
 *
 * Exit code 1 if a judge disagrees. Nothing is written outside the temporary folder.
 */
// @ts-check
import { spawnSync } from "node:child_process";
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, posix } from "node:path";
import { fileURLToPath } from "node:url";
import esbuild from "esbuild";
import { companionsOf, openDiskStore, openProject } from "../dist/index.js";
import { fetchPackage, fingerprint, randomFrom } from "./judges/packages.mjs";
import { bundleForPhones } from "./judges/phones.mjs";
import { diagnose } from "./judges/typescript.mjs";
import { compileSheets, isEntrySheet } from "./judges/sheets.mjs";
import { vueFiles } from "./judges/vue.mjs";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
/** Source packages that differ in how they spell: extensions left out, `.js` for `.ts`, plain JavaScript, tests beside. */
const usual = ["rxjs@7.8.1:src", "zod@4.1.5:src", "three@0.170.0:src", "@reduxjs/toolkit@2.9.0:src"];

const options = {
  phones: false,
  aliases: /** @type {string[]} */ ([]),
  seed: 1,
  rounds: 3,
  fix: false,
  arrange: "",
  index: false,
  packages: /** @type {string[]} */ ([]),
};
for (let at = 2; at < process.argv.length; at += 1) {
  const word = process.argv[at] ?? "";
  if (word === "--seed") options.seed = Number(process.argv[(at += 1)]);
  else if (word === "--rounds") options.rounds = Number(process.argv[(at += 1)]);
  else if (word === "--fix") options.fix = true;
  else if (word === "--arrange") options.arrange = process.argv[(at += 1)] ?? "";
  else if (word === "--index") options.index = true;
  else if (word === "--phones") options.phones = true;
  else if (word === "--alias") options.aliases.push(process.argv[(at += 1)] ?? "");
  else options.packages.push(word);
}

/** Entries that the phones' bundler is asked about: each takes it seconds, on three platforms, before and after. */
const mostPhones = 6;
const aliases = Object.fromEntries(options.aliases.map((each) => each.split("=")));

/** What nothing answers to stays outside of the bundle, as it is spelled, so that one broken name does not end the whole build. */
const unresolvedOutside = {
  name: "unresolved-outside",
  setup(/** @type {esbuild.PluginBuild} */ build) {
    build.onResolve({ filter: /^[.#@~]/ }, async (args) => {
      if (args.pluginData === "asked" || args.kind === "entry-point") return undefined;
      const found = await build.resolve(args.path, {
        importer: args.importer,
        resolveDir: args.resolveDir,
        kind: args.kind,
        pluginData: "asked",
      });
      return found.errors.length > 0 ? { path: args.path, external: true } : found;
    });
  },
};

/** Whether the program itself says what moves. */
const isOurs = options.fix || options.arrange !== "";
const asked = options.fix
  ? ["check", "--fix"]
  : ["arrange", "--as", options.arrange, "--likeliest", ...(options.index ? ["--index"] : [])];

const home = mkdtempSync(join(tmpdir(), "steady-shelf-referee-"));
let failures = 0;
for (const name of options.packages.length > 0 ? options.packages : usual) {
  for (let round = 0; round < (isOurs ? 1 : options.rounds); round += 1) await judge(name, options.seed + round);
}
rmSync(home, { recursive: true, force: true });
console.log(failures === 0 ? "Every judge agrees." : `${failures} disagreements.`);
process.exitCode = failures === 0 ? 0 : 1;

/** @param {string} spec @param {number} seed */
async function judge(spec, seed) {
  const [, name = "", folder = "src"] = /^(.+?)(?::(.*))?$/.exec(spec) ?? [];
  const root = fetchPackage(home, name, seed);
  const random = randomFrom(seed);
  const { tree } = await openProject(openDiskStore(root));
  const inside = tree.paths.filter((path) => folder === "." || path.startsWith(`${folder}/`));
  // Where a package is moved whole, its own manifest and settings at the top stay.
  // What a command names cannot get a name with a space or a quote; such a move is refused.
  const commands = Object.values(JSON.parse(readFileSync(join(root, "package.json"), "utf8")).scripts ?? {}).join("\n");
  const movable = inside.filter((path) => (folder !== "." || path.includes("/")) && !commands.includes(path));
  let moves = isOurs ? [] : randomMoves(tree, movable, inside, folder, random);
  writeFileSync(join(home, "plan.json"), JSON.stringify({ version: 1, moves }));
  const app = appFolder(root, folder);
  if (isOurs) ours(["init", "--write", "--project", app]);
  const bytes = fingerprint(root);
  const entries = inside
    .filter((path) => /\.(?:[cm]?[jt]sx?|vue)$/.test(path) && !/\.d\.[cm]?ts$/.test(path))
    .filter((path) => /index|main/.test(path) || random() < 60 / inside.length);
  const sheets = inside.filter(isEntrySheet);
  const phones = entries
    .filter((path) => !/\.(?:test|spec|e2e|stories)\.|__tests__|\.config\./.test(path))
    .slice(0, mostPhones);
  const before = await askJudges(root, { entries, files: inside, sheets, phones });
  const begun = performance.now();
  const run = isOurs
    ? ours([...asked, "--accept-unread", "--write", "--json", "--project", app])
    : ours(["move", "--plan", join(home, "plan.json"), "--accept-unread", "--write", "--json", "--project", root]);
  const took = performance.now() - begun;
  const label = `${spec} seed ${seed}`;
  // A check ends with 1 for what it cannot repair, too.
  if (run.status !== 0 && !(options.fix && run.status === 1)) {
    failures += 1;
    console.log(`✗ ${label}: exit ${run.status}: ${run.stderr.slice(0, 300)}`);
    try {
      for (const each of JSON.parse(run.stdout).proof.different.slice(0, 8)) console.log("   ", JSON.stringify(each));
    } catch {
      // It was refused before there was a proof.
    }
    return;
  }
  const result = JSON.parse(run.stdout);
  if (isOurs) moves = result.moves;
  const map = new Map(moves.map(({ from, to }) => [from, to]));
  const goes = (/** @type {string} */ path) => map.get(path) ?? path;
  const after = await askJudges(root, {
    entries: entries.map(goes),
    files: inside.map(goes),
    sheets: sheets.map(goes),
    phones: phones.map(goes),
  });
  const wrong = [];
  let said = 0;
  for (const [path, text] of before.bundle)
    if (!options.index && after.bundle.get(goes(path)) !== text)
      wrong.push(`bundle of ${path} → ${goes(path)}: ${difference(text, after.bundle.get(goes(path)) ?? "missing")}`);
  for (const [path, css] of before.sheets)
    if (after.sheets.get(goes(path)) !== css) {
      const [was = "", is = ""] = [css, after.sheets.get(goes(path))].map((text) =>
        text?.replace(/url\([^)]*\)/g, "url()"),
      );
      // A path that a variable holds is a mention, and was said to be one.
      if (was === is && result.mentions.some((/** @type {any} */ each) => /\.(?:less|s[ac]ss)$/.test(each.file)))
        said += 1;
      else wrong.push(`sheet ${path} → ${goes(path)}: ${difference(css, after.sheets.get(goes(path)) ?? "missing")}`);
    }
  for (const [key, code] of before.phones) {
    const [platform = "", path = ""] = key.split(" ");
    const is = after.phones.get(`${platform} ${goes(path)}`) ?? "missing";
    if (nameless(is) !== nameless(code))
      wrong.push(`phones ${key} → ${goes(path)}: ${difference(nameless(code), nameless(is))}`);
  }
  if (options.index && after.bundle.get("errors") !== before.bundle.get("errors")) wrong.push("other bundling errors");
  const seen = new Set(after.diagnostics);
  const expected = before.diagnostics.map((line) => line.replace(/^[^:]*/, goes));
  for (const line of expected) if (!seen.has(line)) wrong.push(`diagnostic gone: ${line}`);
  for (const line of after.diagnostics) if (!expected.includes(line)) wrong.push(`new diagnostic: ${line}`);
  // Where nothing had to be repaired, there is nothing to take back but `init`.
  const isSomething = moves.length + result.edits.length > 0;
  const undo = isSomething ? ours(["undo", "--write", "--project", root]) : { status: 0, stderr: "" };
  if (undo.status !== 0 || fingerprint(root) !== bytes) wrong.push(`undo is not byte for byte: ${undo.stderr}`);
  if (wrong.length > 0) failures += 1;
  console.log(
    `${wrong.length === 0 ? "✓" : "✗"} ${label}: ${moves.length} of ${inside.length} files moved, ${result.edits.length} respelled${options.arrange === "" ? "" : `, ${result.questions.length} questions, ${result.stays.length} stay`}${options.fix ? `, ${result.repaired.length} of ${result.repaired.length + result.left.length} repairs` : ""}, ${result.proof.same}/${result.proof.references} proved, ${gapsText(result.proof.gaps)}, ${result.proof.unresolvedBefore} unresolved, bundles ${before.bundle.size}, sheets ${[...before.sheets.values()].filter((css) => !css.startsWith("error")).length} of ${before.sheets.size}, patterns ${result.proof.patterns.length}, ${said} sheets differ by paths in variables that were said, phones ${[...before.phones.values()].filter((code) => !code.startsWith("error")).length} of ${before.phones.size}, diagnostics ${before.diagnostics.length}, ${Math.round(took)} ms`,
  );
  for (const line of wrong.slice(0, 10)) console.log(`    ${line.slice(0, 300)}`);
}

/** How many gaps the proof had, by their reasons. @param {readonly { readonly reason: string }[]} gaps */
function gapsText(gaps) {
  const reasons = new Map();
  for (const { reason } of gaps) reasons.set(reason, (reasons.get(reason) ?? 0) + 1);
  return gaps.length === 0
    ? "complete"
    : `gaps: ${[...reasons].map(([reason, times]) => `${times} ${reason}`).join(", ")}`;
}

/** What each judge says of a package as it stands. @param {string} root @param {{ entries: readonly string[], files: readonly string[], sheets: readonly string[], phones: readonly string[] }} asked */
async function askJudges(root, { entries, files, sheets, phones }) {
  return {
    bundle: await bundle(root, entries),
    diagnostics: diagnose(root, files),
    sheets: await compileSheets(root, sheets),
    phones: options.phones ? await bundleForPhones(root, phones, aliases) : new Map(),
  };
}

/** Where two texts part. @param {string} a @param {string} b */
function difference(a, b) {
  let at = 0;
  while (at < a.length && a[at] === b[at]) at += 1;
  return JSON.stringify([a.slice(Math.max(0, at - 30), at + 60), b.slice(Math.max(0, at - 30), at + 60)]);
}

/** Runs the program. @param {readonly string[]} words */
function ours(words) {
  return spawnSync("node", [program, ...words], { encoding: "utf8", maxBuffer: 1 << 30 });
}

/** The nearest folder above the source root with a manifest. @param {string} root @param {string} folder */
function appFolder(root, folder) {
  for (let at = folder; at !== "." && at !== ""; at = posix.dirname(at))
    if (existsSync(join(root, at, "package.json"))) return join(root, at);
  return root;
}

/**
 * A third of all files, with what must stay together: into other folders, into new ones, under new names; and swaps.
 * @param {import("../dist/index.js").SourceTree} tree @param {readonly string[]} files @param {readonly string[]} all @param {string} folder @param {() => number} random
 */
function randomMoves(tree, files, all, folder, random) {
  const folders = [
    ...new Set(files.map((file) => posix.dirname(file))),
    ...["new place", "deep/er/still", "it's [here]"].map((name) => posix.join(folder, name)),
  ];
  const taken = new Set(all);
  const moved = new Map();
  for (const file of files) {
    if (moved.has(file) || random() > 0.34) continue;
    const unit = [file, ...companionsOf(tree, /** @type {any} */ (file)).map(({ path }) => path)].filter(
      (path) => posix.dirname(path) === posix.dirname(file),
    );
    if (unit.some((path) => moved.has(path))) continue;
    const target = folders[Math.floor(random() * folders.length)] ?? folder;
    const prefix = random() < 0.3 ? "renamed-" : "";
    const targets = unit.map((path) => `${target}/${prefix}${posix.basename(path)}`);
    if (targets.some((path) => taken.has(path) || path === file)) continue;
    unit.forEach((path, index) => (moved.set(path, targets[index]), taken.add(targets[index] ?? "")));
  }
  const still = files.filter((file) => !moved.has(file) && companionsOf(tree, /** @type {any} */ (file)).length === 0);
  for (let swap = 0; swap < 3 && still.length > 10; swap += 1) {
    const [a, b] = [
      still.splice(Math.floor(random() * still.length), 1)[0] ?? "",
      still.splice(Math.floor(random() * still.length), 1)[0] ?? "",
    ];
    if (posix.extname(a) === posix.extname(b)) moved.set(a, b).set(b, a);
  }
  return [...moved].map(([from, to]) => ({ from, to }));
}

/**
 * Modules bundled each by itself, without white space, so that no path is left. `sideEffects` of the manifest is a glob
 * over paths, which manifests' own step will respell; until then it is kept out of the verdict.
 * @param {string} root @param {readonly string[]} entries
 */
async function bundle(root, entries) {
  const found = new Map();
  const build = await esbuild
    .build({
      absWorkingDir: root,
      entryPoints: entries.map((file, index) => ({ in: `./${file}`, out: `entry${index}` })),
      outdir: "out",
      bundle: true,
      write: false,
      minifyWhitespace: true,
      minifySyntax: true,
      format: "esm",
      packages: "external",
      logLevel: "silent",
      platform: "neutral",
      mainFields: ["module", "main"],
      legalComments: "none",
      resolveExtensions: [".tsx", ".ts", ".jsx", ".js", ".vue", ".json", ".css"],
      ignoreAnnotations: true,
      loader: {
        ".js": "jsx",
        ".png": "dataurl",
        ".svg": "text",
        ".scss": "empty",
        ".css": "empty",
        ".jpg": "dataurl",
        ".gif": "dataurl",
      },
      plugins: [vueFiles(root), unresolvedOutside],
    })
    .catch((error) => error);
  for (const output of build.outputFiles ?? [])
    found.set(entries[Number(/entry(\d+)/.exec(output.path)?.[1])], withoutNames(output.text));
  if (build.errors?.length)
    found.set(
      "errors",
      String(
        build.errors.map((/** @type {any} */ error) => error.text.replace(/"[^"]*"|(?<= files: ).*/g, "…")).sort(),
      ),
    );
  return found;
}

/**
 * The bundler makes names up from files' names, and numbers them in order of path. So each name is replaced by the number of
 * its first place: two bundles are the same if they are the same but for a one-to-one change of names.
 * @param {string} text
 */
function withoutNames(text) {
  const numbers = new Map();
  // Modules that are wrapped carry their path as a key.
  const pathless = text.replace(/\{"[^"\n]*"\((?=[^)]*\)\{)/g, '{"path"(');
  // The name of a mocked module stays a text in the bundle; that it means the same file, the proof says.
  const mockless = pathless.replace(/\b(vi|jest)\.(\w+)\((["'`])[^"'`]*\3/g, '$1.$2("mocked"');
  return mockless.replace(/[A-Za-z_$][\w$]*/g, (name) => {
    if (!numbers.has(name)) numbers.set(name, `n${numbers.size}`);
    return numbers.get(name);
  });
}

/** The same for the phones' bundles, module by module: each has names of its own. @param {string} code */
function nameless(code) {
  return code
    .split(/^(?=__d\()/m)
    .map(withoutNames)
    .join("\n");
}
