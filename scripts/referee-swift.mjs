/**
 * Judges new names of Swift types by a reader that shares no code with ours: a grammar of Swift (tree-sitter's, fetched to a temporary
 * folder) finds the words, and a few lines of its own say which of them mean the type. Of each type that nothing else in the code is
 * called like, every word must be the new one, but for labels and what stands behind a dot; no other word may differ. Then the command
 * is undone, and must give every byte back.
 *
 *   node scripts/referee-swift.mjs [--seed 1] [--rounds 1] [--renames 20] [--extract N] [--join N] [--split N] FOLDER …
 *
 * With --extract, --join or --split declarations and members go to other files instead, one command after the other (each undone
 * before the next): every declaration and member of the grammar's tree must be there as often as before, letter by letter, in a file
 * that imports what its file did, and what is private must be in one file with all that has its name there.
 *
 * FOLDER is the source of a copy: an app or a package. Exit code 1 if the judge disagrees.
 */
// @ts-check
import { execFileSync, spawnSync } from "node:child_process";
import { cpSync, mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { createRequire } from "node:module";
import { tmpdir } from "node:os";
import { basename, join, posix, relative } from "node:path";
import { fileURLToPath } from "node:url";
import { fingerprint, randomFrom } from "./judges/packages.mjs";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const options = {
  seed: 1,
  rounds: 1,
  renames: 20,
  extract: 0,
  join: 0,
  split: 0,
  folders: /** @type {string[]} */ ([]),
};
for (let at = 2; at < process.argv.length; at += 1) {
  const word = process.argv[at] ?? "";
  if (/^--(?:seed|rounds|renames|extract|join|split)$/.test(word))
    options[/** @type {"seed" | "rounds" | "renames" | "extract" | "join" | "split"} */ (word.slice(2))] = Number(
      process.argv[(at += 1)],
    );
  else options.folders.push(word);
}

const home = mkdtempSync(join(tmpdir(), "steady-shelf-swift-"));
const parser = await openGrammar();
let failures = 0;
for (const folder of options.folders)
  for (let round = 0; round < options.rounds; round += 1)
    (options.extract + options.join + options.split > 0 ? judgePieces : judge)(folder, options.seed + round);
rmSync(home, { recursive: true, force: true });
console.log(failures === 0 ? "The judge agrees." : `${failures} disagreements.`);
process.exitCode = failures === 0 ? 0 : 1;

async function openGrammar() {
  mkdirSync(join(home, "grammar"));
  const packages = ["web-tree-sitter@0.25.10", "tree-sitter-wasms@0.1.13"];
  execFileSync("npm", ["install", "--silent", "--no-audit", "--prefix", join(home, "grammar"), ...packages]);
  const require = createRequire(join(home, "grammar", "package.json"));
  const { Parser, Language } = require("web-tree-sitter");
  await Parser.init();
  const made = new Parser();
  made.setLanguage(await Language.load(require.resolve("tree-sitter-wasms/out/tree-sitter-swift.wasm")));
  return made;
}

/** @param {string} source @param {number} seed */
function judge(source, seed) {
  const root = join(home, `${basename(source)}-${seed}`);
  cpSync(source, root, { recursive: true, filter: (path) => !/[\\/](?:\.git|Pods)$/.test(path) });
  execFileSync("git", ["init", "-q"], { cwd: root });
  execFileSync("git", ["add", "-A"], { cwd: root });
  const bytes = fingerprint(root);
  const random = randomFrom(seed);
  const before = read(root);
  const modules = modulesIn(root);
  const declared = [...before.swift].flatMap(([path, { tops }]) => tops.map((name) => ({ path, name })));
  const others = [...before.swift.values()].flatMap(({ inner }) => [...inner]);
  const all = [...declared.map(({ name }) => name), ...others];
  const candidates = declared.filter(({ name }) => all.filter((each) => each === name).length === 1);
  const wrong = [];
  const tally = new Map();
  let [done, places] = [0, 0];
  while (done < options.renames && candidates.length > 0) {
    const [{ path = "", name = "" } = {}] = candidates.splice(Math.floor(random() * candidates.length), 1);
    const fresh = `Zq${done}${name.replace(/[^A-Za-z]/g, "")}`;
    const isOfFile = basename(path) === `${name}.swift`;
    const command = isOfFile ? ["rename", path, fresh] : ["rename", path, name, fresh];
    done += 1;
    const run = ours(root, [...command, "--json", "--write", "--accept-unread"]);
    const said = run.stdout === "" ? {} : JSON.parse(run.stdout);
    const outcome =
      run.status === 0
        ? said.proof.gaps?.length > 0
          ? "incomplete"
          : "proved"
        : (/"code": "(\w+)"/.exec(run.stdout)?.[1] ?? "failed proof");
    tally.set(outcome, (tally.get(outcome) ?? 0) + 1);
    if (run.status !== 0) {
      console.log(
        `    ? ${command.join(" ")}: ${(run.stdout + run.stderr)
          .match(/"(?:code|reason)": "[^"]*"/g)
          ?.slice(0, 3)
          .join(", ")}`,
      );
      continue;
    }
    if (process.env.SHOW_GAPS)
      for (const gap of said.proof.gaps ?? []) console.log(`    ! ${name}: ${gap.file}: ${gap.detail}`);
    const then = read(root);
    const goes = new Map(said.moves.map((/** @type {any} */ move) => [move.from, move.to]));
    const names = new Map(said.names.map((/** @type {any} */ each) => [each.from, each.to]));
    for (const [file, { words }] of before.swift) {
      const found = then.swift.get(goes.get(file) ?? file)?.words ?? [];
      words.forEach((word, index) => {
        const to = names.get(word.text);
        const isMeant = to !== undefined && !word.isLabel && (word.behind === undefined || modules.has(word.behind));
        if (isMeant) places += 1;
        if (found[index]?.text !== (isMeant ? to : word.text) && wrong.length < 40)
          wrong.push(`${command.join(" ")}: ${file}:${word.line}: ${word.text} is ${found[index]?.text}`);
      });
      if (found.length !== words.length)
        wrong.push(`${command.join(" ")}: ${file} has ${found.length} words, not ${words.length}`);
    }
    for (const [file, text] of before.drawn) {
      const expected = text.replace(/customClass="(\w+)"( customModule="(\w+)")/g, (whole, own, rest, module) =>
        names.has(own) && modules.has(module) ? `customClass="${names.get(own)}"${rest}` : whole,
      );
      if (then.drawn.get(goes.get(file) ?? file) !== expected)
        wrong.push(`${command.join(" ")}: ${file} differs otherwise`);
    }
    ours(root, ["undo", "--write"]);
    if (fingerprint(root) !== bytes) wrong.push(`${command.join(" ")}: undoing does not give every byte back`);
  }
  failures += wrong.length > 0 ? 1 : 0;
  console.log(
    `${wrong.length > 0 ? "✗" : "✓"} ${basename(source)}, seed ${seed}: ${done} names, ${places} places: ${[...tally].map(([reason, times]) => `${times} ${reason}`).join(", ")}`,
  );
  for (const line of wrong.slice(0, 12)) console.log(`    ${line}`);
  rmSync(root, { recursive: true, force: true });
}

/** @param {string} source @param {number} seed */
function judgePieces(source, seed) {
  const root = join(home, `${basename(source)}-pieces-${seed}`);
  cpSync(source, root, { recursive: true, filter: (path) => !/[\\/](?:\.git|Pods)$/.test(path) });
  execFileSync("git", ["init", "-q"], { cwd: root });
  execFileSync("git", ["add", "-A"], { cwd: root });
  const bytes = fingerprint(root);
  const random = randomFrom(seed);
  const pick = (/** @type {any[]} */ list) => list[Math.floor(random() * list.length)];
  const before = pieces(root);
  const files = [...before.keys()];
  const many = files.filter((path) => (before.get(path)?.tops.length ?? 0) > 1);
  const withMembers = files.filter((path) => (before.get(path)?.members.length ?? 0) > 0);
  /** @type {string[][]} */
  const commands = [];
  for (let at = 0; at < options.extract; at += 1) {
    if (at % 2 === 0 && many.length > 0) {
      const path = pick(many);
      const near = files.filter((each) => each !== path && posix.dirname(each) === posix.dirname(path));
      const to = at % 4 === 0 || near.length === 0 ? posix.join(posix.dirname(path), `Zq${at}.swift`) : pick(near);
      commands.push(["extract", path, pick(before.get(path)?.tops ?? []), "--to", to]);
    } else if (withMembers.length > 0) {
      const path = pick(withMembers);
      commands.push(["extract", path, pick(before.get(path)?.members ?? [])]);
    }
  }
  for (let at = 0; at < options.join; at += 1) {
    const path = pick(files);
    const near = files.filter((each) => each !== path && posix.dirname(each) === posix.dirname(path));
    if (near.length > 0) commands.push(["join", path, pick(near)]);
  }
  for (let at = 0; at < options.split && many.length > 0; at += 1) commands.push(["split", pick(many)]);
  const wrong = [];
  const tally = new Map();
  const count = (/** @type {string} */ word) => tally.set(word, (tally.get(word) ?? 0) + 1);
  for (const command of commands) {
    const run = ours(root, [...command, "--json", "--write", "--accept-unread"]);
    const outcome =
      run.status !== 0
        ? (/"code": "(\w+)"/.exec(run.stdout)?.[1] ?? "failed proof")
        : JSON.parse(run.stdout).proof.gaps?.length > 0
          ? "incomplete"
          : "proved";
    tally.set(outcome, (tally.get(outcome) ?? 0) + 1);
    if (outcome === "failed proof")
      console.log(
        `    ? ${command.join(" ")}: ${run.stdout
          .match(/"(?:reason|specifier)": "[^"]*"/g)
          ?.slice(0, 4)
          .join(", ")}`,
      );
    if (run.status !== 0) continue;
    const then = pieces(root);
    const isJudged = [...then.keys()].length >= [...before.keys()].length - (command[0] === "join" ? 1 : 0);
    if (!isJudged) count("unjudged");
    for (const line of isJudged ? unlike(before, then) : []) wrong.push(`${command.join(" ")}: ${line}`);
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

/** Each file's declarations and members, its imports, what is private in it, and every word. @param {string} root */
function pieces(root) {
  /** @type {Map<string, { all: string[], imports: Set<string>, hidden: string[], words: string[], tops: string[], members: string[] }>} */
  const found = new Map();
  for (const path of listed(root, root).filter((each) => each.endsWith(".swift"))) {
    const text = readFileSync(join(root, path), "utf8");
    const tree = parser.parse(text);
    const file = { all: [], imports: new Set(), hidden: [], words: [], tops: [], members: [] };
    for (const node of tree.rootNode.namedChildren) {
      if (/comment|directive/.test(node.type) || /^#(?:if|else|elseif|endif)/.test(node.text)) continue;
      if (node.type === "import_declaration") {
        file.imports.add(node.text);
        continue;
      }
      const name = node.childForFieldName("name")?.text;
      const body = node.childForFieldName("body");
      const isExtension = node.children.some((/** @type {any} */ child) => child.type === "extension");
      if (!body || !/_body$/.test(body.type)) {
        file.all.push(node.text);
        continue;
      }
      const head = text.slice(node.startIndex, body.startIndex + 1);
      if (!/^extension [\w.]+ \{$/.test(head)) file.all.push(head);
      if (!isExtension && /^(?:class|protocol)_declaration$/.test(node.type)) file.tops.push(name);
      for (const member of body.namedChildren) {
        if (/comment/.test(member.type)) continue;
        file.all.push(`${name}: ${member.text}`);
        const own = member.childForFieldName("name")?.text;
        if (/^function_declaration$/.test(member.type) && /^\w+$/.test(own ?? "")) file.members.push(`${name}.${own}`);
      }
    }
    for (const modifier of tree.rootNode.descendantsOfType("visibility_modifier")) {
      if (!/^(?:private|fileprivate)$/.test(modifier.text)) continue;
      const name = modifier.parent?.parent?.childForFieldName("name");
      if (name) file.hidden.push(name.text.split(/[:=\s]/)[0]);
    }
    file.words = tree.rootNode
      .descendantsOfType(["simple_identifier", "type_identifier"])
      .map((/** @type {any} */ node) => node.text);
    // What the grammar itself cannot read is no ground for a judgement.
    if (!tree.rootNode.hasError) found.set(path, file);
    tree.delete();
  }
  return found;
}

/** What two readings do not have in common. @param {ReturnType<typeof pieces>} before @param {ReturnType<typeof pieces>} after */
function unlike(before, after) {
  const wrong = [];
  /** @type {Map<string, Set<string>[]>} */
  const there = new Map();
  for (const { all, imports } of after.values())
    for (const piece of all) there.set(piece, [...(there.get(piece) ?? []), imports]);
  for (const [path, { all, imports }] of before)
    for (const piece of all) {
      const candidates = there.get(piece) ?? [];
      const at = candidates.findIndex((each) => [...imports].every((one) => each.has(one)));
      if (at < 0)
        wrong.push(`${path}: ${candidates.length > 0 ? "an import is missing for" : "lost"} ${piece.slice(0, 80)}`);
      else candidates.splice(at, 1);
    }
  for (const [piece, left] of there) if (left.length > 0) wrong.push(`new: ${piece.slice(0, 80)}`);
  // What is private at one place, and named there so often, is so afterwards.
  const all = [...before.values()].flatMap(({ hidden }) => hidden);
  const once = (/** @type {string} */ name) => all.filter((each) => each === name).length === 1;
  const counts = (/** @type {ReturnType<typeof pieces>} */ files) => {
    const sums = new Map();
    for (const { hidden, words } of files.values())
      for (const name of new Set(hidden.filter(once)))
        sums.set(name, (sums.get(name) ?? 0) + words.filter((word) => word === name).length);
    return sums;
  };
  const [now, then] = [counts(before), counts(after)];
  for (const [name, times] of now)
    if ((then.get(name) ?? 0) < times)
      wrong.push(`${name} is private, and ${times - (then.get(name) ?? 0)} of its places are elsewhere`);
  return wrong;
}

/** Words that name modules, wherever a list says so. @param {string} root */
function modulesIn(root) {
  const found = new Set();
  for (const path of listed(root, root)) {
    if (!/(?:\.pbxproj|Package\.swift|\.podspec)$/.test(path)) continue;
    const text = readFileSync(join(root, path), "utf8");
    for (const [, name = ""] of text.matchAll(/(?:PBXNativeTarget "|name: "|\.(?:module_)?name\s*=\s*['"])([\w-]+)/g))
      found.add(name.replace(/-/g, "_"));
    if (path.endsWith(".podspec")) found.add(basename(path, ".podspec").replace(/-/g, "_"));
  }
  return found;
}

/** @param {string} root */
function read(root) {
  /** @type {Map<string, { words: { text: string, line: number, isLabel: boolean, behind: string | undefined }[], tops: string[], inner: Set<string> }>} */
  const swift = new Map();
  const drawn = new Map();
  for (const path of listed(root, root)) {
    if (/\.(?:storyboard|xib)$/.test(path)) drawn.set(path, readFileSync(join(root, path), "utf8"));
    if (!path.endsWith(".swift")) continue;
    const text = readFileSync(join(root, path), "utf8");
    const tree = parser.parse(text);
    const nodes = tree.rootNode.descendantsOfType(["simple_identifier", "type_identifier"]);
    const words = nodes.map((/** @type {any} */ node) => {
      const before = text.slice(Math.max(0, node.startIndex - 80), node.startIndex);
      const label = /^(?:value_argument_label|external_parameter_name)$/.test(node.parent?.type ?? "");
      const isLabel = label || (node.parent?.type === "parameter" && node.nextSibling?.type === ":");
      if (/@objc\(\s*$/.test(before))
        return { text: node.text, line: node.startPosition.row + 1, isLabel: true, behind: "" };
      const behind = /(?:^|[^.\w])(\w+)\.$/.exec(before)?.[1] ?? (before.endsWith(".") ? "" : undefined);
      return { text: node.text, line: node.startPosition.row + 1, isLabel, behind };
    });
    const tops = tree.rootNode.namedChildren.flatMap((/** @type {any} */ node) => {
      if (!/^(?:class_declaration|protocol_declaration|typealias_declaration)$/.test(node.type)) return [];
      const name = node.childForFieldName("name");
      return name &&
        name.type === "type_identifier" &&
        node.child(0)?.text !== "extension" &&
        !/^extension\b/m.test(node.text.split("{")[0] ?? "")
        ? [name.text]
        : [];
    });
    const inner = new Set();
    for (const node of tree.rootNode.descendantsOfType([
      "class_declaration",
      "protocol_declaration",
      "typealias_declaration",
      "associatedtype_declaration",
      "type_parameter",
      "enum_entry",
      "function_declaration",
      "protocol_function_declaration",
    ])) {
      if (node.parent?.type === "source_file" && !/function/.test(node.type)) continue;
      for (const name of [node.childForFieldName("name"), node.namedChild(0)]) if (name) inner.add(name.text);
    }
    for (const pattern of tree.rootNode.descendantsOfType("pattern")) inner.add(pattern.text);
    // What the grammar itself cannot read is no ground for a judgement.
    if (!tree.rootNode.hasError) swift.set(path, { words, tops, inner });
    tree.delete();
  }
  return { swift, drawn };
}

/** @param {string} root @param {string} folder @returns {string[]} */
function listed(root, folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    if (entry.isDirectory())
      return /^(?:\.git|\.steady-shelf|node_modules)$/.test(entry.name) ? [] : listed(root, path);
    return [relative(root, path).split("\\").join(posix.sep)];
  });
}

/** @param {string} root @param {string[]} args */
function ours(root, args) {
  return spawnSync(process.execPath, [program, ...args], { cwd: root, encoding: "utf8", maxBuffer: 1 << 28 });
}
