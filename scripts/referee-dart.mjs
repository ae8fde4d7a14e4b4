/**
 * Judges relocations of Dart by a reader that shares no code with ours: a grammar of Dart (tree-sitter's, fetched to a temporary
 * folder) finds the directives, and a few lines of its own say what they mean. Files are moved at random, or an app is arranged; the
 * graph must be the same up to the new paths, every letter outside of paths must be the same, and undoing gives every byte back.
 *
 *   node scripts/referee-dart.mjs [--seed 1] [--rounds 3] [--moves 8] [--renames 10] [--extract N] [--join N] [--split N]
 *       [--arrange NAME,NAME…] FOLDER …
 *
 * With --renames names of the top level get new ones instead, one after the other: of each that is declared once, every word of the
 * grammar's tree that was the old name must be the new one, and no other may differ. Then they are written back.
 *
 * With --extract, --join or --split declarations go to other files, one command after the other (each undone before the next): every
 * piece of the grammar's tree must say and mean what it did, and what led out of the app must lead out for it still.
 *
 * With --arrange the app is brought into one arrangement after the other. FOLDER is a copy's source: a Dart package, or a folder of packages. Exit code 1 if a judge disagrees.
 */
// @ts-check
import { execFileSync, spawnSync } from "node:child_process";
import { cpSync, existsSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { basename, join, posix, relative } from "node:path";
import { fileURLToPath } from "node:url";
import { differences, piecesIn } from "./judges/dart-libraries.mjs";
import { fingerprint, randomFrom } from "./judges/packages.mjs";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const options = {
  seed: 1,
  rounds: 3,
  moves: 8,
  renames: 0,
  extract: 0,
  join: 0,
  split: 0,
  arrange: "",
  folders: /** @type {string[]} */ ([]),
};
for (let at = 2; at < process.argv.length; at += 1) {
  const word = process.argv[at] ?? "";
  if (word === "--seed") options.seed = Number(process.argv[(at += 1)]);
  else if (word === "--rounds") options.rounds = Number(process.argv[(at += 1)]);
  else if (word === "--moves") options.moves = Number(process.argv[(at += 1)]);
  else if (word === "--renames") options.renames = Number(process.argv[(at += 1)]);
  else if (word === "--extract" || word === "--join" || word === "--split")
    options[/** @type {"extract" | "join" | "split"} */ (word.slice(2))] = Number(process.argv[(at += 1)]);
  else if (word === "--arrange") options.arrange = process.argv[(at += 1)] ?? "";
  else options.folders.push(word);
}

const home = mkdtempSync(join(tmpdir(), "steady-shelf-dart-"));
const parser = await openGrammar();
let failures = 0;
for (const folder of options.folders)
  for (let round = 0; round < options.rounds; round += 1)
    (options.extract + options.join + options.split > 0 ? judgePieces : options.renames > 0 ? judgeNames : judge)(
      folder,
      options.seed + round,
    );
rmSync(home, { recursive: true, force: true });
console.log(failures === 0 ? "The judge agrees." : `${failures} disagreements.`);
process.exitCode = failures === 0 ? 0 : 1;

async function openGrammar() {
  mkdirSync(join(home, "grammar"));
  execFileSync("npm", [
    "install",
    "--silent",
    "--no-audit",
    "--prefix",
    join(home, "grammar"),
    "web-tree-sitter@0.25.10",
    "tree-sitter-wasms@0.1.13",
  ]);
  const require = createRequire(join(home, "grammar", "package.json"));
  const { Parser, Language } = require("web-tree-sitter");
  await Parser.init();
  const made = new Parser();
  made.setLanguage(await Language.load(require.resolve("tree-sitter-wasms/out/tree-sitter-dart.wasm")));
  return made;
}

/** @param {string} source @param {number} seed */
function judgeNames(source, seed) {
  const root = copied(source, seed);
  const bytes = fingerprint(root);
  const random = randomFrom(seed);
  const before = words(root);
  const candidates = [...before].flatMap(([path, { declared }]) => declared.map((name) => ({ path, name })));
  const wrong = [];
  /** @type {Map<string, number>} */
  const refused = new Map();
  let [done, places] = [0, 0];
  const all = candidates.map(({ name }) => name);
  const isTwice = (/** @type {string} */ name) => all.indexOf(name) !== all.lastIndexOf(name);
  while (done < options.renames && candidates.length > 0) {
    const [{ path = "", name = "" } = {}] = candidates.splice(Math.floor(random() * candidates.length), 1);
    if (isTwice(name) || [...before.values()].some(({ inner }) => inner.has(name))) continue;
    const fresh = `${/^_/.test(name) ? "_" : ""}${/^_?[A-Z]/.test(name) ? "Zq" : "zq"}${done}Xv`;
    const now = words(root);
    const run = ours(root, ["rename", path, name, fresh, "--json", "--write"]);
    if (run.status !== 0) {
      const reason =
        /"code": "(\w+)"/.exec(run.stdout)?.[1] ?? /"outcome": "(\w+)"/.exec(run.stdout)?.[1] ?? `exit ${run.status}`;
      refused.set(reason, (refused.get(reason) ?? 0) + 1);
      if (reason === "fails" || reason === "incomplete")
        console.log(
          `    ? ${path} ${name}: ${run.stdout
            .match(/"(?:reason|detail)": "[^"]*"/g)
            ?.slice(0, 2)
            .join(", ")}`,
        );
      continue;
    }
    done += 1;
    const then = words(root);
    for (const [file, { all }] of now) {
      const expected = all.map((word) => (word === name ? fresh : word));
      places += all.filter((word) => word === name).length;
      const found = then.get(file)?.all ?? [];
      const at = expected.findIndex((word, index) => word !== found[index]);
      if (at >= 0 || found.length !== expected.length)
        wrong.push(`${file}: ${name}, word ${at}: … ${all.slice(Math.max(0, at - 4), at + 3).join(" ")} …`);
    }
    if (ours(root, ["rename", path, fresh, name, "--write"]).status !== 0)
      wrong.push(`${path}: ${fresh} cannot be called ${name} again`);
    else if (fingerprint(root) !== bytes) wrong.push(`${path}: ${name} written back does not give every byte`);
  }
  failures += wrong.length > 0 ? 1 : 0;
  console.log(
    `${wrong.length > 0 ? "✗" : "✓"} ${basename(source)}, seed ${seed}: ${done} names in ${places} places renamed and written back${[...refused].map(([reason, times]) => `; ${times} ${reason}`).join("")}`,
  );
  for (const line of wrong.slice(0, 12)) console.log(`    ${line}`);
  rmSync(root, { recursive: true, force: true });
}

/** @param {string} source @param {number} seed */
function judgePieces(source, seed) {
  const root = copied(source, seed);
  const bytes = fingerprint(root);
  const random = randomFrom(seed);
  const pick = (/** @type {any} */ list) => list[Math.floor(random() * list.length)];
  const pieces = () => piecesIn(parser, root, listed(root, root));
  const before = pieces();
  const files = [...words(root)].filter(([, { declared }]) => declared.length > 0);
  const wrong = [];
  const tally = new Map();
  const count = (/** @type {string} */ word) => tally.set(word, (tally.get(word) ?? 0) + 1);
  const many = files.filter(([, { declared }]) => declared.length > 1);
  /** @type {string[][]} */
  const commands = [];
  for (let at = 0; at < options.extract && many.length > 0; at += 1) {
    const [path, { declared }] = pick(many);
    const target =
      random() < 0.3
        ? pick(files)[0]
        : posix.join(posix.dirname(random() < 0.7 ? path : pick(files)[0]), `zq_${at}.dart`);
    const names = random() < 0.7 ? [pick(declared)] : [pick(declared), pick(declared)];
    commands.push(["extract", path, ...new Set(names), "--to", target, ...(random() < 0.15 ? ["--keep-export"] : [])]);
  }
  for (let at = 0; at < options.join && files.length > 1; at += 1) {
    const [one] = pick(files);
    const near = files
      .map(([path]) => path)
      .filter((path) => path !== one && posix.dirname(path) === posix.dirname(one));
    if (near.length === 0) continue;
    commands.push(["join", one, pick(near), random() < 0.5 ? one : posix.join(posix.dirname(one), `zq_${at}.dart`)]);
  }
  for (let at = 0; at < options.split && many.length > 0; at += 1) commands.push(["split", pick(many)[0]]);
  for (const command of commands) {
    const run = ours(root, [...command, "--json", "--write", "--accept-unread"]);
    const code = /"code": "(\w+)"/.exec(run.stdout)?.[1];
    if (run.status !== 0) {
      const outcome = code ?? /"outcome": "(\w+)"/.exec(run.stdout)?.[1] ?? `exit ${run.status}`;
      count(outcome);
      if (outcome === "fails" || outcome === "EDITS_OVERLAP" || outcome.startsWith("exit"))
        console.log(
          `    ? ${command.join(" ")}: ${(run.stdout.match(/"(?:reason|specifier)": "[^"]*"/g) ?? [run.stderr.slice(0, 300)]).slice(0, 6).join(", ")}`,
        );
      continue;
    }
    const proof = JSON.parse(run.stdout).proof ?? {};
    count(proof.gaps?.length > 0 ? "incomplete" : "proved");
    for (const line of differences(before, pieces())) wrong.push(`${command.join(" ")}: ${line}`);
    ours(root, ["undo", "--write"]);
    if (fingerprint(root) !== bytes) wrong.push(`${command.join(" ")}: undoing does not give every byte back`);
  }
  failures += wrong.length > 0 ? 1 : 0;
  console.log(
    `${wrong.length > 0 ? "✗" : "✓"} ${basename(source)}, seed ${seed}: ${commands.length} commands: ${[...tally].map(([reason, times]) => `${times} ${reason}`).join(", ")}`,
  );
  for (const line of wrong.slice(0, 12)) console.log(`    ${line}`);
  rmSync(root, { recursive: true, force: true });
}

/** Each file's identifiers in their order, and the names of its top level, by the grammar. @param {string} root */
function words(root) {
  /** @type {Map<string, { all: string[], declared: string[], inner: Set<string> }>} */
  const files = new Map();
  for (const path of listed(root, root).filter((each) => each.endsWith(".dart"))) {
    const tree = parser.parse(readFileSync(join(root, path), "utf8"));
    const all = tree.rootNode
      .descendantsOfType(["identifier", "type_identifier", "identifier_dollar_escaped"])
      .map((/** @type {any} */ node) => node.text);
    const declared = tree.rootNode.namedChildren.flatMap((/** @type {any} */ node) => {
      const named = /^(?:class_definition|enum_declaration|mixin_declaration|extension_declaration)$/.test(node.type)
        ? (node.childForFieldName("name") ??
          node.namedChildren.find((/** @type {any} */ child) => child.type === "identifier"))
        : node.type === "function_signature"
          ? node.childForFieldName("name")
          : undefined;
      return named && named.text !== "main" ? [named.text] : [];
    });
    // What bears the same name inside of something is another thing.
    const inner = new Set(
      tree.rootNode
        .descendantsOfType(["static_final_declaration", "initialized_identifier", "formal_parameter"])
        .flatMap((/** @type {any} */ node) =>
          node.namedChildren
            .filter((/** @type {any} */ child) => child.type === "identifier")
            .map((/** @type {any} */ child) => child.text),
        ),
    );
    files.set(path, { all, declared, inner });
    tree.delete();
  }
  return files;
}

/** @param {string} root @param {string[]} args */
function ours(root, args) {
  return spawnSync(process.execPath, [program, ...args], { cwd: root, encoding: "utf8", maxBuffer: 1 << 28 });
}

/** @param {string} source @param {number} seed */
function copied(source, seed) {
  const root = join(home, `${basename(source)}-${seed}`);
  cpSync(source, root, { recursive: true, filter: (path) => !/[\\/](?:\.git|build|\.dart_tool)$/.test(path) });
  execFileSync("git", ["init", "-q"], { cwd: root });
  execFileSync("git", ["add", "-A"], { cwd: root });
  return root;
}

/** @param {string} source @param {number} seed */
function judge(source, seed) {
  const root = copied(source, seed);
  const bytes = fingerprint(root);
  const before = read(root);
  const random = randomFrom(seed);
  const goes = new Map();
  let [tried, refused] = [0, 0];
  const carry = (/** @type {string[]} */ words) => {
    const run = spawnSync(process.execPath, [program, ...words, "--json", "--write"], {
      cwd: root,
      encoding: "utf8",
      maxBuffer: 1 << 28,
    });
    tried += 1;
    if (run.status !== 0) {
      refused += 1;
      console.log(`    refused: ${words.join(" ")}: ${(run.stdout + run.stderr).slice(0, 300).replace(/\s+/g, " ")}`);
      return;
    }
    for (const { from, to } of JSON.parse(run.stdout).moves) {
      const original = [...goes].find(([, now]) => now === from)?.[0] ?? from;
      goes.set(original, to);
    }
  };
  if (options.arrange !== "") {
    for (const name of options.arrange.split(",")) carry(["arrange", "--as", name, "--likeliest"]);
  } else {
    const files = [...before.keys()];
    const folders = [...new Set(files.map((path) => posix.dirname(path)))];
    for (let count = 0; count < options.moves; count += 1) {
      const original = files[Math.floor(random() * files.length)] ?? "";
      const from = goes.get(original) ?? original;
      if (!existsSync(join(root, from))) continue;
      const folder = folders[Math.floor(random() * folders.length)] ?? ".";
      const to = posix.join(
        folder,
        random() < 0.5 ? `fresh_${count}` : ".",
        random() < 0.4 ? `zq${count}_${posix.basename(from)}` : posix.basename(from),
      );
      if (existsSync(join(root, to))) continue;
      carry(["move", from, to]);
    }
  }
  const after = read(root);
  const wrong = [];
  const now = (/** @type {string} */ path) => goes.get(path) ?? path;
  for (const [path, file] of before) {
    const there = after.get(now(path));
    if (!there) {
      wrong.push(`${path} is not at ${now(path)}`);
      continue;
    }
    const expected = file.edges.map(
      ({ kind, to }) => `${kind} ${to.startsWith("file ") ? `file ${now(to.slice(5))}` : to}`,
    );
    const found = there.edges.map(({ kind, to }) => `${kind} ${to}`);
    if (expected.join("\n") !== found.join("\n"))
      wrong.push(
        `${path}: ${expected
          .filter((each, at) => each !== found[at])
          .slice(0, 3)
          .join(", ")} became ${found
          .filter((each, at) => each !== expected[at])
          .slice(0, 3)
          .join(", ")}`,
      );
    if (file.rest !== there.rest) wrong.push(`${path}: more than its paths has changed`);
  }
  while (spawnSync(process.execPath, [program, "undo", "--write"], { cwd: root }).status === 0);
  if (fingerprint(root) !== bytes) wrong.push("undoing does not give every byte back");
  failures += wrong.length > 0 ? 1 : 0;
  const edges = [...before.values()].reduce((sum, file) => sum + file.edges.length, 0);
  console.log(
    `${wrong.length > 0 ? "✗" : "✓"} ${basename(source)}, seed ${seed}: ${before.size} files, ${edges} directives, ${goes.size} files moved (${tried} commands, ${refused} refused)`,
  );
  for (const line of wrong.slice(0, 12)) console.log(`    ${line}`);
  rmSync(root, { recursive: true, force: true });
}

/** Each Dart file with its directives, what they mean, and the text without their paths. @param {string} root */
function read(root) {
  /** @type {Map<string, { edges: { kind: string, to: string }[], rest: string }>} */
  const files = new Map();
  const paths = listed(root, root);
  const packages = new Map();
  for (const path of paths.filter((each) => posix.basename(each) === "pubspec.yaml")) {
    const name = /^name:\s*["']?([\w]+)/m.exec(readFileSync(join(root, path), "utf8"))?.[1] ?? "";
    if (!packages.has(name)) packages.set(name, posix.dirname(path));
  }
  const there = new Set(paths);
  const called = new Map();
  for (const path of paths.filter((each) => each.endsWith(".dart"))) {
    const text = readFileSync(join(root, path), "utf8");
    const tree = parser.parse(text);
    const spans = [];
    const edges = [];
    const own = /^\s*library\s+([\w.]+)\s*;/m.exec(text)?.[1];
    if (own) called.set(own, path);
    for (const node of directives(tree.rootNode)) {
      for (const uri of node.descendantsOfType("uri")) {
        const written = uri.text.replace(/^r?['"]+|['"]+$/g, "");
        spans.push([uri.startIndex, uri.endIndex]);
        edges.push({ kind: node.type, to: meaning(path, written) });
      }
      if (node.type === "part_of_directive" && node.descendantsOfType("uri").length === 0)
        edges.push({ kind: node.type, to: `library ${node.text.replace(/^part\s+of\s+|;$/g, "")}` });
    }
    let rest = "";
    let at = 0;
    for (const [start = 0, end = 0] of spans.sort((a, b) => (a[0] ?? 0) - (b[0] ?? 0))) {
      rest += `${text.slice(at, start)}…`;
      at = end;
    }
    files.set(path, { edges, rest: rest + text.slice(at) });
    tree.delete();
  }
  for (const file of files.values())
    for (const edge of file.edges)
      if (edge.to.startsWith("library "))
        edge.to = called.has(edge.to.slice(8)) ? `file ${called.get(edge.to.slice(8))}` : edge.to;
  return files;

  /** @param {string} from @param {string} uri */
  function meaning(from, uri) {
    const named = /^package:(\w+)\/(.*)$/.exec(uri);
    if (named) {
      const folder = packages.get(named[1] ?? "");
      const path = folder === undefined ? "" : posix.join(folder, "lib", named[2] ?? "");
      return there.has(path) ? `file ${path}` : `outside ${uri}`;
    }
    if (/^\w+:/.test(uri)) return `outside ${uri}`;
    const path = posix.join(posix.dirname(from), uri);
    return there.has(path) ? `file ${path}` : `nothing ${posix.basename(uri)}`;
  }
}

/** The directives of a text, in their order. @param {any} node @returns {any[]} */
function directives(node) {
  return node.children.flatMap((/** @type {any} */ child) =>
    /^(?:import_or_export|part_directive|part_of_directive)$/.test(child.type)
      ? [child]
      : child.type === "ERROR"
        ? directives(child)
        : [],
  );
}

/** @param {string} root @param {string} folder @returns {string[]} */
function listed(root, folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.name === ".git" || entry.name === ".steady-shelf") return [];
    return entry.isDirectory() ? listed(root, path) : [relative(root, path).split("\\").join("/")];
  });
}
