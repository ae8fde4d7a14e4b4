/**
 * Judges relocations in Xcode projects by a reader that shares no code with ours: GNUstep's `pl` (Debian's gnustep-base-runtime) reads the
 * property list, and a few lines here say what it means. Files and folders are moved at random; every phase of every target must build the same files, in the same order, every entry of every group
 * must mean the file that it meant, what was missing stays missing, and undoing gives every byte back.
 *
 *   node scripts/referee-xcode.mjs [--seed 1] [--rounds 3] [--moves 8] [--arrange NAME,NAME…] [--groups] FOLDER …
 *
 * FOLDER is a copy's source. Exit code 1 if the judge disagrees.
 */
// @ts-check
import { execFileSync, spawnSync } from "node:child_process";
import { createHash } from "node:crypto";
import { cpSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { basename, dirname, join, posix, relative } from "node:path";
import { fileURLToPath } from "node:url";
import { fingerprint, randomFrom } from "./judges/packages.mjs";

const program = fileURLToPath(new URL("../dist/bin.js", import.meta.url));
const options = { seed: 1, rounds: 3, moves: 8, arrange: "", groups: false, folders: /** @type {string[]} */ ([]) };
for (let at = 2; at < process.argv.length; at += 1) {
  const word = process.argv[at] ?? "";
  if (word === "--seed" || word === "--rounds" || word === "--moves")
    options[/** @type {"seed" | "rounds" | "moves"} */ (word.slice(2))] = Number(process.argv[(at += 1)]);
  else if (word === "--groups") options.groups = true;
  else if (word === "--arrange") options.arrange = process.argv[(at += 1)] ?? "";
  else options.folders.push(word);
}

const home = mkdtempSync(join(tmpdir(), "steady-shelf-xcode-"));
if (spawnSync("pl", { input: "{}" }).error) throw new Error("pl is needed: apt-get install gnustep-base-runtime");
let failures = 0;
for (const folder of options.folders)
  for (let round = 0; round < options.rounds; round += 1) judge(folder, options.seed + round);
rmSync(home, { recursive: true, force: true });
console.log(failures === 0 ? "The judge agrees." : `${failures} disagreements.`);
process.exitCode = failures === 0 ? 0 : 1;

/** The property list of a file, as GNUstep writes it again; `undefined` where it does not accept it. @param {string} path */
function read(path) {
  const { stdout, status } = spawnSync("pl", { input: readFileSync(path), encoding: "utf8", maxBuffer: 1 << 28 });
  if (status !== 0 || !stdout.startsWith("{")) return undefined;
  const tokens = stdout.match(/[{}()=;,]|"(?:[^"\\]|\\[^])*"|[^\s{}()=;,"]+/g) ?? [];
  let at = 0;
  const text = (/** @type {string} */ token) =>
    token.startsWith('"')
      ? token
          .slice(1, -1)
          .replace(/\\(?:U([0-9a-f]{4})|([0-7]{3})|([^]))/g, (_, hex, octal, letter) =>
            hex
              ? String.fromCharCode(parseInt(hex, 16))
              : octal
                ? String.fromCharCode(parseInt(octal, 8))
                : letter === "n"
                  ? "\n"
                  : letter,
          )
      : token;
  /** @returns {any} */
  const value = () => {
    const token = tokens[at++] ?? "";
    if (token === "(") {
      const items = [];
      while (tokens[at] !== ")") {
        if (tokens[at] === ",") at += 1;
        else items.push(value());
      }
      at += 1;
      return items;
    }
    if (token !== "{") return text(token);
    /** @type {Record<string, any>} */
    const found = {};
    while (tokens[at] !== "}") {
      const key = text(tokens[at] ?? "");
      at += 2;
      found[key] = value();
      at += 1;
    }
    at += 1;
    return found;
  };
  return value();
}

/** @param {string} source @param {number} seed */
function judge(source, seed) {
  const root = copied(source, seed);
  const bytes = fingerprint(root);
  const random = randomFrom(seed);
  const pick = (/** @type {any} */ list) => list[Math.floor(random() * list.length)];
  const wrong = [];
  const tally = new Map();
  const lines = [];
  const count = (/** @type {string} */ word) => tally.set(word, (tally.get(word) ?? 0) + 1);
  const commands = options.arrange
    ? options.arrange
        .split(",")
        .map((name) => () => [
          "arrange",
          "--as",
          name,
          "--likeliest",
          ...(options.groups ? ["--groups", "--order", "kind,alphabet"] : []),
        ])
    : Array.from({ length: options.moves }, (_, at) => () => moveOf(root, pick, random, at));
  for (const next of commands) {
    const command = next();
    const before = stateOf(root);
    const texts = projectTexts(root);
    const run = ours(root, [...command, "--json", "--write", "--accept-unread"]);
    if (run.status !== 0) {
      const outcome = /"code": "(\w+)"/.exec(run.stdout)?.[1] ?? /"outcome": "(\w+)"/.exec(run.stdout)?.[1];
      count(outcome ?? `exit ${run.status}`);
      if (outcome === undefined || outcome === "fails" || outcome === "EDITS_OVERLAP")
        console.log(
          `    ? ${command.join(" ")}: ${(run.stdout.match(/"(?:reason|specifier)": "[^"]*"/g) ?? [run.stderr.slice(0, 400)]).slice(0, 6).join(", ")}`,
        );
      continue;
    }
    const said = JSON.parse(run.stdout);
    count((said.proof?.gaps ?? []).length > 0 ? "incomplete" : "proved");
    const after = stateOf(root);
    const goes = goingOf(before.files, after.files);
    for (const line of compared(before, after, goes)) wrong.push(`${command.join(" ")}: ${line}`);
    const moved = Math.max(1, [...goes].filter(([from, to]) => from !== to).length);
    for (const [path, text] of projectTexts(root))
      if (text !== texts.get(path)) lines.push(changedLines(texts.get(path) ?? "", text) / moved);
    if (options.arrange) continue;
    ours(root, ["undo", "--write"]);
    if (fingerprint(root) !== bytes) {
      wrong.push(`${command.join(" ")}: undoing does not give every byte back`);
      break;
    }
  }
  if (options.arrange) {
    for (let at = 0; at < commands.length; at += 1) ours(root, ["undo", "--write"]);
    if (fingerprint(root) !== bytes) wrong.push("undoing all does not give every byte back");
  }
  failures += wrong.length > 0 ? 1 : 0;
  const median = lines.sort((a, b) => a - b)[lines.length >> 1];
  console.log(
    `${wrong.length > 0 ? "✗" : "✓"} ${basename(source)}, seed ${seed}: ${commands.length} commands: ${[...tally].map(([reason, times]) => `${times} ${reason}`).join(", ")}; ${median === undefined ? "no" : median.toFixed(1)} changed lines a moved file (median)`,
  );
  for (const line of wrong.slice(0, 12)) console.log(`    ${line}`);
  rmSync(root, { recursive: true, force: true });
}

/** A move of a file or a folder that a project lists, into another folder, a new one, or under another name. */
function moveOf(
  /** @type {string} */ root,
  /** @type {any} */ pick,
  /** @type {() => number} */ random,
  /** @type {number} */ at,
) {
  const { entries } = stateOf(root);
  const listed = [...new Set([...entries.values()].flat().map(({ path }) => path))].filter(
    (path) => !path.startsWith("..") && existsSync(join(root, path)),
  );
  const places = [...new Set(listed.map((path) => posix.dirname(path)))].filter((path) => path !== ".");
  const isFolder = random() < 0.25 && places.length > 2;
  const from = isFolder ? pick(places) : pick(listed);
  const dot = posix.basename(from).lastIndexOf(".");
  const end = dot > 0 ? posix.basename(from).slice(dot) : "";
  const kind = random();
  const into = kind < 0.4 ? pick(places) : kind < 0.7 ? posix.join(pick(places), `Zq${at} New`) : posix.dirname(from);
  const name = kind < 0.7 && random() < 0.7 ? posix.basename(from) : `Zq${at}Name${end}`;
  return ["move", from, posix.join(into, name)];
}

/** @param {string} source @param {number} seed */
function copied(source, seed) {
  const root = join(home, `${basename(source)}-${seed}`);
  cpSync(source, root, { recursive: true, verbatimSymlinks: true });
  execFileSync("git", ["init", "-q"], { cwd: root });
  execFileSync("git", ["add", "-A"], { cwd: root });
  return root;
}

/** @param {string} root @param {string[]} words */
function ours(root, words) {
  return spawnSync(process.execPath, [program, ...words], { cwd: root, encoding: "utf8", maxBuffer: 1 << 28 });
}

/** Every file below a folder. @param {string} root @param {string} folder @returns {string[]} */
function listedBelow(root, folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((each) => {
    const path = join(folder, each.name);
    if (each.name === ".git" || each.name === ".steady-shelf" || each.name === "node_modules") return [];
    return each.isDirectory() ? listedBelow(root, path) : [relative(root, path)];
  });
}

/** @param {string} root */
function projectTexts(root) {
  return new Map(
    listedBelow(root, root)
      .filter((path) => path.endsWith("project.pbxproj"))
      .map((path) => [path, readFileSync(join(root, path), "utf8")]),
  );
}

/**
 * What each project lists and builds, by paths from the root: entries of groups, files of phases in order, settings that name files.
 * @param {string} root
 */
function stateOf(root) {
  /** @type {Map<string, { path: string, isThere: boolean }[]>} */
  const entries = new Map();
  /** @type {Map<string, string[]>} */
  const phases = new Map();
  /** @type {string[]} */
  const broken = [];
  for (const file of projectTexts(root).keys()) {
    const base = dirname(dirname(file));
    const list = read(join(root, file));
    if (!list?.objects) {
      broken.push(file);
      continue;
    }
    const { objects, rootObject } = list;
    const project = objects[rootObject];
    const top = posix.join(base, project.projectDirPath ?? "");
    /** @type {Map<string, string>} */
    const paths = new Map();
    /** @type {{ path: string, isThere: boolean }[]} */
    const found = [];
    const walk = (/** @type {string} */ id, /** @type {string | undefined} */ around) => {
      const object = objects[id];
      if (!object) return void found.push({ path: `dangling ${id}`, isThere: false });
      const tree = object.sourceTree;
      const from = tree === "<group>" ? around : tree === "SOURCE_ROOT" ? top : undefined;
      const at = from === undefined ? undefined : posix.join(from, object.path ?? "");
      paths.set(id, at ?? `${tree}/${object.path}`);
      if (object.children) {
        for (const child of object.children) walk(child, at);
        if (object.isa === "PBXGroup") return;
      }
      const path = at ?? `${tree}/${object.path}`;
      if (object.isa !== "PBXVariantGroup")
        found.push({ path, isThere: at !== undefined && existsSync(join(root, at)) });
    };
    walk(project.mainGroup, top);
    entries.set(file, found);
    const what = (/** @type {string} */ id) => {
      const object = objects[id];
      if (object?.isa === "PBXVariantGroup")
        return object.children.map((/** @type {string} */ each) => paths.get(each)).join(" + ");
      return paths.get(id) ?? `(${object?.isa ?? "nothing"} ${object?.path ?? object?.name ?? ""})`;
    };
    for (const target of project.targets ?? []) {
      const { name, buildPhases = [] } = objects[target] ?? {};
      for (const [at, phase] of buildPhases.entries()) {
        const built = (objects[phase]?.files ?? []).map((/** @type {string} */ id) =>
          what(objects[id]?.fileRef ?? objects[id]?.productRef),
        );
        phases.set(`${file} ${name} ${at} ${objects[phase]?.isa}`, built);
      }
    }
    for (const object of Object.values(objects))
      if (object.isa === "XCBuildConfiguration")
        for (const key of [
          "INFOPLIST_FILE",
          "CODE_SIGN_ENTITLEMENTS",
          "SWIFT_OBJC_BRIDGING_HEADER",
          "GCC_PREFIX_HEADER",
        ]) {
          const value = object.buildSettings?.[key];
          if (typeof value !== "string" || value === "") continue;
          const plain = value.replace(/^\$[({]?(?:SRCROOT|PROJECT_DIR)[)}]?\//, "");
          const name = `${file} ${key} ${object.name}`;
          phases.set(name, [...(phases.get(name) ?? []), posix.join(top, plain)]);
        }
  }
  const files = new Map(
    listedBelow(root, root).map((path) => [
      path,
      createHash("sha1")
        .update(readFileSync(join(root, path)))
        .digest("hex"),
    ]),
  );
  return { entries, phases, files, broken, headers: headersOf(root, [...files.keys()]) };
}

/** What each `#import` means: the file beside, else the one header that ends so. @param {string} root @param {string[]} paths */
function headersOf(root, paths) {
  /** @type {Map<string, string[]>} */
  const found = new Map();
  const known = new Set(paths);
  /** @type {Map<string, string[]>} */
  const byName = new Map();
  for (const path of paths) byName.set(basename(path), [...(byName.get(basename(path)) ?? []), path]);
  for (const path of paths.filter((each) => /\.(?:h|mm?|pch)$/.test(each))) {
    const text = readFileSync(join(root, path), "utf8");
    const meant = [...text.matchAll(/^\s*#\s*(?:import|include)\s*["<]([^">\n]+)[">]/gm)].map(([, name = ""]) => {
      const beside = posix.join(posix.dirname(path), name);
      if (known.has(beside)) return beside;
      const alike = byName.get(posix.basename(name)) ?? [];
      const exact = alike.filter((each) => `/${each}`.endsWith(`/${name.replace(/^(?:\.\.?\/)+/, "")}`));
      const [one, other] = exact.length > 0 ? exact : alike;
      return other === undefined ? (one ?? "") : `one of ${(exact.length > 0 ? exact : alike).join(" ")}`;
    });
    found.set(path, meant);
  }
  return found;
}

/** Where each file went, by what is in it; one whose text was changed, by its name. */
function goingOf(/** @type {Map<string, string>} */ before, /** @type {Map<string, string>} */ after) {
  /** @type {Map<string, string>} */
  const goes = new Map();
  const gone = [...before].filter(([path]) => !after.has(path));
  const come = [...after].filter(([path]) => !before.has(path));
  for (const [path] of before) if (after.has(path)) goes.set(path, path);
  for (const [from, hash] of gone) {
    const alike = come.filter(([, other]) => other === hash);
    const named = alike.filter(([path]) => basename(path) === basename(from));
    const [to] = named[0] ?? alike[0] ?? come.find(([path]) => basename(path) === basename(from)) ?? come[0] ?? [];
    if (to === undefined) continue;
    goes.set(from, to);
    come.splice(
      come.findIndex(([path]) => path === to),
      1,
    );
  }
  return goes;
}

/** What differs, but for where files went. @returns {string[]} */
function compared(
  /** @type {ReturnType<typeof stateOf>} */ before,
  /** @type {ReturnType<typeof stateOf>} */ after,
  /** @type {Map<string, string>} */ goes,
) {
  const then = (/** @type {string} */ path) => {
    if (goes.has(path)) return goes.get(path) ?? path;
    // A folder that stands for one thing goes where its files go.
    const [inside] = [...goes.keys()].filter((each) => each.startsWith(`${path}/`));
    const to = inside === undefined ? undefined : goes.get(inside);
    const rest = inside?.slice(path.length) ?? "";
    return to?.endsWith(rest) ? to.slice(0, -rest.length) : path;
  };
  const wrong = after.broken.map((file) => `${file}: GNUstep does not accept it`);
  for (const [file, list] of before.entries) {
    const now = after.entries.get(then(file)) ?? [];
    const wanted = list
      .filter(({ isThere }) => isThere)
      .map(({ path }) => then(path))
      .sort();
    const found = now
      .filter(({ isThere }) => isThere)
      .map(({ path }) => path)
      .sort();
    for (const path of wanted.filter((each) => !found.includes(each)))
      wrong.push(`${file}: ${path} is not listed any more`);
    for (const path of found.filter((each) => !wanted.includes(each))) wrong.push(`${file}: ${path} is listed now`);
    const missing = (/** @type {typeof list} */ all) =>
      all
        .filter(({ isThere }) => !isThere)
        .map(({ path }) => basename(path))
        .sort()
        .join();
    if (missing(list) !== missing(now)) wrong.push(`${file}: what is missing is not what was missing`);
  }
  for (const [name, list] of before.phases) {
    const [file = "", ...rest] = name.split(" ");
    const now = after.phases.get([then(file), ...rest].join(" ")) ?? [];
    const wanted = list.map((each) => (each ?? "").split(" + ").map(then).join(" + "));
    // Of what is missing only the name says something.
    const isSame = (/** @type {string} */ path, /** @type {number} */ index) =>
      path === now[index] || (!before.files.has(list[index] ?? "") && basename(path) === basename(now[index] ?? ""));
    const at = wanted.findIndex((path, index) => !isSame(path, index));
    if (at >= 0 || wanted.length !== now.length) wrong.push(`${name}: ${wanted[at]} was built, now ${now[at]}`);
  }
  for (const [path, list] of before.headers) {
    const now = after.headers.get(then(path)) ?? [];
    // Of several, it has to be one of them still.
    const isSame = (/** @type {string} */ each, /** @type {number} */ index) => {
      const meant = now[index] ?? "";
      if (!each.startsWith("one of ")) return (each === "" ? each : then(each)) === meant;
      const may = new Set(each.slice(7).split(" ").map(then));
      return meant.startsWith("one of ")
        ? meant
            .slice(7)
            .split(" ")
            .some((path) => may.has(path))
        : may.has(meant);
    };
    const at = list.findIndex((each, index) => !isSame(each, index));
    if (at >= 0 || list.length !== now.length) wrong.push(`${path}: an import meant ${list[at]}, now ${now[at]}`);
  }
  return wrong;
}

/** How many lines differ: of those that are taken out and those that are put in, the greater number. */
function changedLines(/** @type {string} */ before, /** @type {string} */ after) {
  const [old, now] = [join(home, "old"), join(home, "now")];
  writeFileSync(old, before);
  writeFileSync(now, after);
  const { stdout } = spawnSync("diff", [old, now], { encoding: "utf8", maxBuffer: 1 << 28 });
  return Math.max((stdout.match(/^</gm) ?? []).length, (stdout.match(/^>/gm) ?? []).length);
}
