/**
 * Judges renames on real code: fetches packages that ship their source to a temporary folder, gives files at random, and what they
 * are named after, names that occur nowhere else, and asks an independent compiler (TypeScript, for JavaScript too) and bundler
 * (esbuild) whether they find anything new. Then every name is written back, and every byte is compared.
 *
 *   node scripts/referee-names.mjs [--seed 1] [--renames 20] [--bytes] [--extract | --join | --split] [PACKAGE[@VERSION]:FOLDER …]
 *
 * With --extract declarations at random are taken out of their files instead: every statement of the project must be there once,
 * letter for letter, by the compiler's own tree, and compiler and bundler find nothing new. Then it is undone. With --join files at
 * random become one, with --split a file becomes several; names may be called otherwise then, and nothing else may differ.
 *
 * With --bytes only the bytes are compared, which is quicker. A folder on this machine may stand for PACKAGE: it is copied. Exit code 1 if a judge disagrees.
 */
// @ts-check
import { execFileSync, spawnSync } from "node:child_process";
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { basename, join, posix, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import esbuild from "esbuild";
// @ts-expect-error It comes without types.
import * as hermes from "hermes-parser";
import ts from "typescript";
import { openDiskStore, openProject } from "../dist/index.js";
import { fetchPackage, fingerprint, randomFrom } from "./judges/packages.mjs";
import { vueFiles } from "./judges/vue.mjs";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const options = {
  seed: 1,
  renames: 20,
  extract: false,
  kind: "",
  bytes: false,
  packages: /** @type {string[]} */ ([]),
};
for (let at = 2; at < process.argv.length; at += 1) {
  const word = process.argv[at] ?? "";
  if (word === "--seed") options.seed = Number(process.argv[(at += 1)]);
  else if (word === "--renames") options.renames = Number(process.argv[(at += 1)]);
  else if (["--extract", "--join", "--split"].includes(word)) {
    options.extract = true;
    options.kind = word.slice(2);
  } else if (word === "--bytes") options.bytes = true;
  else options.packages.push(word);
}
/** Codes of the compiler that add a suggestion to what another says. */
const plainCodes = new Map([
  ...[2552, 2580, 2581, 2582, 2583, 2584, 2591, 2592, 2593].map((code) => /** @type {const} */ ([code, 2304])),
  ...[2550, 2551, 2568].map((code) => /** @type {const} */ ([code, 2339])),
  [2724, 2305],
  [2561, 2353],
]);

/** Packages in whose scripts one is of Flow: then all are taken for it. @type {Map<string, boolean>} */
const flowRoots = new Map();

const usual = ["rxjs@7.8.1:src", "zod@4.1.5:src", "three@0.170.0:src", "@reduxjs/toolkit@2.9.0:src"];
const home = mkdtempSync(join(tmpdir(), "steady-shelf-names-"));
let failures = 0;
/** What the bundler said last, word for word. */
let lastErrors = /** @type {string[]} */ ([]);
for (const spec of options.packages.length > 0 ? options.packages : usual)
  await (options.extract ? judgeExtractions : judge)(spec, options.seed);
rmSync(home, { recursive: true, force: true });
console.log(failures === 0 ? "Every judge agrees." : `${failures} disagreements.`);
process.exitCode = failures === 0 ? 0 : 1;

/** @param {string} spec @param {number} seed */
async function judge(spec, seed) {
  const [, name = "", folder = "src"] = /^(.+?)(?::(.*))?$/.exec(spec) ?? [];
  const root = existsSync(name) ? copied(name) : fetchPackage(home, name, seed);
  const random = randomFrom(seed);
  const { tree } = await openProject(openDiskStore(root));
  const inside = tree.paths.filter((path) => folder === "." || path.startsWith(`${folder}/`));
  const code = inside.filter((path) => /\.(?:[cm]?[jt]sx?|vue)$/.test(path));
  const waiting = code.filter(
    (path) => !/\.d\.[cm]?ts$|\.(?:test|spec|stories|test-d)\.|__tests__|\.config\./.test(path),
  );
  const bytes = fingerprint(root);
  noteFlow(root, code);
  const before = { diagnostics: diagnose(root, code), errors: await bundleErrors(root, code) };
  const moved = new Map();
  /** @type {{ from: string, to: string, back: string, word: string, old: string }[]} */
  const done = [];
  const count = { unread: 0, refused: new Map(), names: 0, places: 0, gaps: 0 };
  const wrong = [];
  while (done.length < options.renames && waiting.length > 0) {
    const [original = ""] = waiting.splice(Math.floor(random() * waiting.length), 1);
    const path = moved.get(original) ?? original;
    const word = `Zq${done.length}Xv`;
    const run = ours(root, ["rename", path, word, "--json", "--write"]);
    if (run.status !== 0) {
      const reason = refusal(run);
      if (/incomplete/.test(reason)) count.gaps += 1;
      count.refused.set(reason, (count.refused.get(reason) ?? 0) + 1);
      if (/a proof that fails|exit 4/.test(reason)) console.log(`    ? ${path}: ${detail(run)}`);
      continue;
    }
    const result = JSON.parse(run.stdout);
    // Of a name that is cut into words otherwise than its file's, nobody can tell afterwards how it was cut.
    const cut = (/** @type {string} */ text) =>
      (text.match(/\p{Lu}?[\p{Ll}\d]+|\p{Lu}+/gu) ?? []).join(" ").toLowerCase();
    const fileStem = basename(path).split(".")[0] ?? "";
    const main = fileStem === "index" ? basename(posix.dirname(path)) : fileStem;
    const isCutAlike = result.names.every((/** @type {any} */ each) =>
      ` ${cut(each.from)} `.includes(` ${cut(main)} `),
    );
    if (result.names.length === 0 || !isCutAlike) {
      ours(root, ["undo", "--write"]);
      continue;
    }
    const map = new Map(result.moves.map((/** @type {any} */ each) => [each.from, each.to]));
    for (const each of code) {
      const now = moved.get(each) ?? each;
      if (map.has(now)) moved.set(each, map.get(now));
    }
    count.names += result.names.length;
    count.places += result.proof.names.uses;
    const stem = basename(path).split(".")[0] ?? "";
    const old = stem === "index" ? basename(posix.dirname(path)) : stem;
    done.push({
      from: path,
      to: map.get(path) ?? path,
      back: old.split(".")[0] ?? old,
      word,
      old: result.names[0].from,
    });
  }
  const goes = (/** @type {string} */ path) => moved.get(path) ?? path;
  const back = new Map([...moved].map(([from, to]) => [to, from]));
  const plain = (/** @type {string} */ line) =>
    line.replace(/"[^"]*"|'[^']*'/g, "…").replace(/^[^:]*/, (path) => back.get(path) ?? path);
  const after = {
    diagnostics: diagnose(root, code.map(goes)).map(plain).sort(),
    errors: await bundleErrors(root, code.map(goes)),
  };
  const expected = before.diagnostics.map(plain).sort();
  for (const line of missing(after.diagnostics, expected)) wrong.push(`new diagnostic: ${line}`);
  for (const line of missing(expected, after.diagnostics)) wrong.push(`diagnostic gone: ${line}`);
  if (before.errors !== after.errors)
    wrong.push(`other bundling errors: ${before.errors} / ${after.errors}: ${lastErrors.slice(0, 4).join(" | ")}`);
  for (const each of [...done].reverse()) {
    const run = ours(root, ["rename", each.to, each.back, "--json", "--write"]);
    if (run.status !== 0) wrong.push(`${each.to} cannot be called ${each.back} again: ${refusal(run)} ${detail(run)}`);
  }
  if (fingerprint(root) !== bytes) wrong.push(`names written back do not give every byte: ${changed(root)}`);
  if (wrong.length > 0) failures += 1;
  const refused = [...count.refused].map(([reason, times]) => `${times} ${reason}`).join(", ");
  console.log(
    `${wrong.length === 0 ? "✓" : "✗"} ${spec} seed ${seed}: ${done.length} of ${code.length} files renamed, ${count.names} names, ${count.places} places; ${refused || "none refused"}; diagnostics ${expected.length}`,
  );
  for (const line of wrong.slice(0, 12)) console.log(`    ${line.slice(0, 1000)}`);
}

/** @param {string} spec @param {number} seed */
async function judgeExtractions(spec, seed) {
  const [, name = "", folder = "src"] = /^(.+?)(?::(.*))?$/.exec(spec) ?? [];
  const root = existsSync(name) ? copied(name) : fetchPackage(home, name, seed);
  const random = randomFrom(seed);
  const bytes = fingerprint(root);
  const codeNow = async () => {
    const { tree } = await openProject(openDiskStore(root));
    return tree.paths.filter(
      (path) => /\.(?:[cm]?[jt]sx?|vue)$/.test(path) && (folder === "." || path.startsWith(`${folder}/`)),
    );
  };
  const code = await codeNow();
  noteFlow(root, code);
  const before = {
    diagnostics: diagnose(root, code),
    errors: await bundleErrors(root, code),
    said: statements(root, code),
  };
  const waiting = code.filter(
    (path) =>
      /\.[cm]?[jt]sx?$/.test(path) && !/\.d\.[cm]?ts$|\.(?:test|spec|stories|test-d)\.|__tests__|\.config\./.test(path),
  );
  const folders = [...new Set(waiting.map((path) => posix.dirname(path)))];
  let done = 0;
  let names = 0;
  const refused = new Map();
  const wrong = [];
  while (done < options.renames && waiting.length > 0) {
    const words = commandFor(root, { waiting, folders: folders.length > 0 ? folders : [folder], random, done });
    if (!words) continue;
    const run = ours(root, [...words, "--json", "--write"]);
    if (run.status !== 0) {
      const reason = refusal(run);
      refused.set(reason, (refused.get(reason) ?? 0) + 1);
      if (/a proof that fails|exit 4|OVERLAP|incomplete/.test(reason))
        console.log(`    ? ${words.join(" ")}: ${detail(run)}`);
      continue;
    }
    done += 1;
    const result = JSON.parse(run.stdout);
    names += (result.names ?? result.files).length;
  }
  const now = await codeNow();
  const after = {
    diagnostics: diagnose(root, now),
    errors: await bundleErrors(root, now),
    said: statements(root, now),
  };
  const gone = missing(before.said, after.said);
  const come = missing(after.said, before.said);
  // Where names may be called otherwise, all but names must be what it was.
  const shape = options.kind === "extract" ? (/** @type {string} */ line) => line : shapeOf;
  const [goneShapes, comeShapes] = [gone.map(shape).filter(Boolean), come.map(shape).filter(Boolean)];
  for (const line of missing(goneShapes, comeShapes)) wrong.push(`statement gone: ${line.slice(0, 300)}`);
  for (const line of missing(comeShapes, goneShapes)) wrong.push(`statement new: ${line.slice(0, 300)}`);
  // Lines and files shift; what the compiler finds wrong with a statement goes with it.
  // Packages are not installed here: whoever imports them anew is told so as well.
  const codes = (/** @type {readonly string[]} */ lines) =>
    lines.map((line) => line.replace(/^.* (?=\S+$)/, "")).filter((code) => !/^(?:2307|2875|7016)$/.test(code));
  // What a package is said not to give is said to each who imports it.
  const given = (/** @type {readonly string[]} */ lines) =>
    lines.filter((line, at) => !/^\w+-/.test(line) || lines.indexOf(line) === at);
  const [wasSaid, isSaid] = [given(codes(before.diagnostics)), given(codes(after.diagnostics))];
  const fresh = missing(isSaid, wasSaid);
  if (fresh.length > 0) {
    wrong.push(`new diagnostics: ${fresh.slice(0, 12).join(", ")}`);
    const known = new Set(before.diagnostics.map((line) => line.replace(/:\d+ /, " ")));
    for (const line of after.diagnostics
      .filter((each) => !/ (?:2307|2875|7016)$/.test(each) && !known.has(each.replace(/:\d+ /, " ")))
      .filter((each) => fresh.includes(each.replace(/^.* /, "")))
      .slice(0, 6))
      wrong.push(line);
  }
  if (before.errors !== after.errors)
    wrong.push(`other bundling errors: ${before.errors} / ${after.errors}: ${lastErrors.slice(0, 4).join(" | ")}`);
  for (let at = 0; at < done; at += 1) ours(root, ["undo", "--write"]);
  if (fingerprint(root) !== bytes) wrong.push("undo is not byte for byte");
  if (wrong.length > 0) failures += 1;
  console.log(
    `${wrong.length === 0 ? "✓" : "✗"} ${spec} seed ${seed}: ${done} times ${options.kind} of ${names} ${options.kind === "extract" ? "names" : "files"} in ${code.length} files; ${[...refused].map(([reason, times]) => `${times} ${reason}`).join(", ") || "none refused"}; statements ${before.said.length} (${gone.length} with other names), diagnostics ${before.diagnostics.length}`,
  );
  for (const line of wrong.slice(0, 14)) console.log(`    ${line.slice(0, 400)}`);
}

/** @param {string} root @param {{ waiting: string[], folders: readonly string[], random: () => number, done: number }} at */
function commandFor(root, { waiting, folders, random, done }) {
  const [path = ""] = waiting.splice(Math.floor(random() * waiting.length), 1);
  const declared = declaredIn(root, path);
  const into = random() < 0.5 ? posix.dirname(path) : (folders[Math.floor(random() * folders.length)] ?? "");
  if (options.kind === "split") return declared.length < 2 ? undefined : ["split", path, "--to", `${into}/zq${done}`];
  if (options.kind === "join") {
    const beside = waiting.filter((each) => posix.dirname(each) === posix.dirname(path));
    const extension = posix.extname(path);
    const others = beside
      .filter((each) => posix.extname(each) === extension && random() < 2 / beside.length)
      .slice(0, 3);
    if (others.length === 0) return undefined;
    for (const each of others) waiting.splice(waiting.indexOf(each), 1);
    const target = random() < 0.4 ? path : `${into}/zq${done}-joined${extension}`;
    return ["join", path, ...others, target];
  }
  if (declared.length < 2) return undefined;
  const chosen = declared.filter(() => random() < 1.5 / declared.length).slice(0, 3);
  if (chosen.length === 0) return undefined;
  return ["extract", path, ...chosen, "--to", `${into}/zq${done}-part`, ...(random() < 0.2 ? ["--keep-export"] : [])];
}

/** A statement without its names; nothing of one that only gives a default by its name. @param {string} line */
function shapeOf(line) {
  if (/^export default [\w$]+;?$/.test(line)) return "";
  return line
    .replace(/^export default /, "")
    .replace(/^const [\w$]+ = /, "")
    .replace(/;$/, "")
    .replace(/\b[A-Za-z_$][\w$]*/g, "w")
    .replace(/w(?:\??\.w)+/g, "w")
    .replace(/w: w\b/g, "w")
    .replace(/^(?:w )+/, "");
}

/** @param {string} root @param {string} path */
function parsed(root, path) {
  return ts.createSourceFile(
    path,
    readFileSync(join(root, path), "utf8"),
    ts.ScriptTarget.Latest,
    true,
    /\.[cm]?js$/.test(path) ? ts.ScriptKind.JSX : undefined,
  );
}

/** Every statement of the project but imports and lists of exports, without `export` and without paths. @param {string} root @param {readonly string[]} files */
function statements(root, files) {
  return files
    .filter((path) => /\.[cm]?[jt]sx?$/.test(path))
    .flatMap((path) => {
      if (isFlow(root, path)) return flowStatements(readFileSync(join(root, path), "utf8"));
      const source = parsed(root, path);
      return source.statements
        .filter(
          (each) =>
            !ts.isImportDeclaration(each) && !ts.isExportDeclaration(each) && !ts.isImportEqualsDeclaration(each),
        )
        .filter((each) => !(ts.isExpressionStatement(each) && ts.isStringLiteral(each.expression)))
        .map((each) =>
          each
            .getText(source)
            .replace(/\r\n/g, "\n")
            .replace(/^export (?!default)/, "")
            .replace(/(["'`])(?:\.{1,2}\/|[@~]\/)[^"'`\n]*\1/g, "…"),
        );
    })
    .sort();
}

/** The same of a text in Flow, which only its own parser reads. @param {string} text */
function flowStatements(text) {
  const { body } = hermes.parse(text, { flow: "all", sourceType: "module", enableExperimentalComponentSyntax: true });
  return body
    .filter(
      (/** @type {any} */ each) =>
        !/^(?:Import|ExportAll)/.test(each.type) &&
        !(each.type === "ExportNamedDeclaration" && !each.declaration) &&
        each.directive == null,
    )
    .map((/** @type {any} */ each) =>
      text
        .slice(...each.range)
        .replace(/^export (?!default)/, "")
        .replace(/(["'`])(?:\.{1,2}\/|[@~]\/)[^"'`\n]*\1/g, "…"),
    );
}

/** Names that a file declares outside of everything. @param {string} root @param {string} path */
function declaredIn(root, path) {
  const found = new Set();
  for (const each of parsed(root, path).statements) {
    // What only promises that something is there gives nothing that a bundle could hold.
    if (ts.canHaveModifiers(each) && ts.getModifiers(each)?.some(({ kind }) => kind === ts.SyntaxKind.DeclareKeyword))
      continue;
    if (ts.isVariableStatement(each))
      for (const { name } of each.declarationList.declarations) ts.isIdentifier(name) && found.add(name.text);
    else if (
      (ts.isFunctionDeclaration(each) ||
        ts.isClassDeclaration(each) ||
        ts.isInterfaceDeclaration(each) ||
        ts.isTypeAliasDeclaration(each) ||
        ts.isEnumDeclaration(each)) &&
      each.name
    )
      found.add(each.name.text);
  }
  return [...found];
}

/** @param {string} folder */
function copied(folder) {
  const root = join(home, basename(folder));
  cpSync(folder, root, { recursive: true, filter: (path) => !/node_modules|\.git$|\.steady-shelf/.test(path) });
  execFileSync("git", ["init", "-q"], { cwd: root });
  execFileSync("git", ["add", "-A"], { cwd: root });
  return root;
}

/** What git calls changed. @param {string} root */
function changed(root) {
  return spawnSync("git", ["diff", "-U0"], { cwd: root, encoding: "utf8" })
    .stdout.replace(/^(?:diff|index|---|\+\+\+) .*\n/gm, "")
    .slice(0, 900);
}

/** @param {string} root @param {readonly string[]} words */
function ours(root, words) {
  return spawnSync("node", [program, ...words, "--project", root], { encoding: "utf8", maxBuffer: 1 << 30, cwd: root });
}

/** @param {{ status: number | null, stdout: string, stderr: string }} run */
function refusal({ status, stdout, stderr }) {
  try {
    const { proof } = JSON.parse(stdout);
    return proof.different.length > 0 ? "a proof that fails" : `an incomplete proof (${proof.gaps[0]?.reason})`;
  } catch {
    return status === 4
      ? "exit 4"
      : (/"code": "(\w+)"/.exec(stderr + stdout)?.[1] ?? (stderr.split("\n")[0] ?? "").slice(0, 60));
  }
}

/** @param {{ stdout: string, stderr: string }} run */
function detail({ stdout, stderr }) {
  try {
    const { proof } = JSON.parse(stdout);
    return JSON.stringify(proof.different[0] ?? proof.gaps[0]);
  } catch {
    return stderr.slice(0, 400);
  }
}

/** Lines of the one that the other does not have, as often. @param {readonly string[]} some @param {readonly string[]} others */
function missing(some, others) {
  const left = new Map();
  for (const line of others) left.set(line, (left.get(line) ?? 0) + 1);
  return some.filter((line) => {
    const rest = left.get(line) ?? 0;
    left.set(line, rest - 1);
    return rest <= 0;
  });
}

/** The compiler's errors as `path:line code message`. @param {string} root @param {readonly string[]} files */
function diagnose(root, files) {
  if (options.bytes) return [];
  // Of Flow this compiler knows nothing.
  const names = files
    .filter((file) => /\.[cm]?[jt]sx?$/.test(file) && !isFlow(root, file))
    .map((file) => resolve(root, file));
  const compiled = ts.createProgram(names, {
    noEmit: true,
    skipLibCheck: true,
    allowJs: true,
    checkJs: true,
    target: ts.ScriptTarget.ESNext,
    module: ts.ModuleKind.ESNext,
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    allowImportingTsExtensions: true,
    esModuleInterop: true,
    experimentalDecorators: true,
    jsx: ts.JsxEmit.ReactJSX,
    lib: ["lib.esnext.d.ts", "lib.dom.d.ts"],
    paths: { "@/*": ["./src/*"] },
    baseUrl: root,
    ignoreDeprecations: "6.0",
    types: [],
  });
  return ts.getPreEmitDiagnostics(compiled).map((each) => {
    const line =
      each.file && each.start !== undefined ? each.file.getLineAndCharacterOfPosition(each.start).line + 1 : 0;
    // Only so many times it asks "did you mean …?"; after that it says the same by another code.
    const code = plainCodes.get(each.code) ?? each.code;
    const isImport = [1192, 2305, 2459, 2460, 2614, 2724].includes(code);
    const name = isImport
      ? `-${/'(\w+)'/.exec(ts.flattenDiagnosticMessageText(each.messageText, " "))?.[1] ?? ""}`
      : "";
    return `${each.file ? posix.relative(root, each.file.fileName) : ""}:${line} ${code}${options.extract ? name : ""}`;
  });
}

/** @param {string} root @param {string} file */
function isFlow(root, file) {
  return /\.[cm]?jsx?$/.test(file) && flowRoots.get(root) === true;
}

/** @param {string} root @param {readonly string[]} files */
function noteFlow(root, files) {
  const scripts = files.filter((file) => /\.[cm]?jsx?$/.test(file));
  flowRoots.set(
    root,
    scripts.some((file) => /@flow|^import type\b/m.test(readFileSync(join(root, file), "utf8"))),
  );
}

/** How many errors of each kind the bundler finds. @param {string} root @param {readonly string[]} files */
async function bundleErrors(root, files) {
  if (options.bytes) return "";
  const entryPoints = files
    .filter((file) => !/\.d\.[cm]?ts$/.test(file) && !isFlow(root, file))
    .map((file) => `./${file}`);
  const loaders = Object.fromEntries(
    [".png", ".svg", ".jpg", ".gif", ".css", ".scss", ".less", ".sass"].map((each) => [each, "empty"]),
  );
  const build = await esbuild
    .build({
      absWorkingDir: root,
      entryPoints,
      outdir: "out",
      bundle: true,
      write: false,
      logLevel: "silent",
      logLimit: 0,
      platform: "neutral",
      format: "esm",
      jsx: "automatic",
      packages: "external",
      mainFields: ["module", "main"],
      resolveExtensions: [".tsx", ".ts", ".jsx", ".js", ".vue", ".json", ".css"],
      loader: { ".js": "jsx", .../** @type {Record<string, import("esbuild").Loader>} */ (loaders) },
      plugins: [vueFiles(root)],
    })
    .catch((error) => error);
  const kinds = new Map();
  for (const { text } of [...(build.errors ?? []), ...(build.warnings ?? [])]) {
    // What is not there is not there for a new file either.
    if (text.startsWith("Could not resolve")) continue;
    // `tree.js` beside `tree.vue`: a matter of how this judge calls what it builds.
    if (text.startsWith("Two output files share the same path")) continue;
    const kind = text.replace(/"[^"]*"/g, "…");
    kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
  }
  lastErrors = [...(build.errors ?? []), ...(build.warnings ?? [])].map(
    (/** @type {any} */ each) => `${each.location?.file}:${each.location?.line} ${each.text}`,
  );
  return JSON.stringify([...kinds].sort());
}
