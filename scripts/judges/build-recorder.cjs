/**
 * Stands for the tools of a build and writes down what they are given, one line of JSON a call, into the file $RECORD:
 * `{ tool, cwd, words }`, where `words` are lists of files, folders and patterns.
 */
"use strict";
const { appendFileSync } = require("node:fs");
const { spawnSync } = require("node:child_process");
const Module = require("node:module");
const { dirname, resolve } = require("node:path");
const process = require("node:process");

const [, , what, name = "", ...words] = process.argv;

/** @param {string} tool @param {string[][]} lists @param {string} [cwd] */
function note(tool, lists, cwd = process.cwd()) {
  appendFileSync(process.env.RECORD ?? "", `${JSON.stringify({ tool, cwd, words: lists })}\n`);
}

/** @param {string} command */
function inShell(command) {
  spawnSync("/bin/sh", ["-c", command], { stdio: "ignore" });
}

/** Options whose value is no input. */
const values =
  /^(?:-s|--style|--output-style|--precision|-o|--output|-d|--dir|--out|-u|--use|-e|--ext|--exclude|--config|-c|--map|--source-map|--functions|--importer|--include-path|--load-path|-I|--up|-t|--indent-type)$/;

if (what === "runner")
  inShell(
    [name, ...words]
      .slice(1)
      .map((word) => JSON.stringify(word))
      .join(" "),
  );
else if (what === "list") for (const word of words) inShell(word);
else if (what === "tool") tool();
else if (what === "gulp") gulp(name);

function tool() {
  /** @type {string[]} */
  const free = [];
  for (let at = 0; at < words.length; at += 1) {
    const word = words[at] ?? "";
    if (/^(?:-x|--exec|--command)$/.test(word) || (word === "-c" && name === "chokidar"))
      inShell(words[(at += 1)] ?? "");
    else if (/^(?:-w|--watch|-i|--ignore)$/.test(word) && name === "nodemon") note(name, [[words[(at += 1)] ?? ""]]);
    else if (word === "--" && name === "onchange") {
      inShell(words.slice(at + 1).join(" "));
      break;
    } else if (values.test(word)) {
      if (!/^(?:true|false)$/.test(words[at + 1] ?? "") || word !== "--map") at += 1;
    } else if (!word.startsWith("-")) free.push(word);
  }
  if (/sass$|lessc/.test(name)) {
    const pairs = free.filter((word) => /^[^:]+:[^:]+$/.test(word));
    if (pairs.length > 0) for (const pair of pairs) note(name, [[pair.slice(0, pair.indexOf(":"))]]);
    else note(name, [free.slice(0, 1)]);
  } else if (/^(?:cpx|copyfiles|cpy)$/.test(name)) note(name, [free.slice(0, -1)]);
  else if (name === "watch") {
    inShell(free[0] ?? "");
    note(name, [free.slice(1)]);
  } else if (name !== "nodemon") note(name, [free]);
}

/** A value that can be called, asked for anything, and gives itself. @returns {any} */
function anything() {
  const target = () => it;
  /** @type {any} */
  const it = new Proxy(target, {
    get: (_, key) =>
      key === Symbol.toPrimitive
        ? () => ""
        : key === "then"
          ? undefined
          : key === Symbol.iterator
            ? [][Symbol.iterator].bind([])
            : it,
    apply: () => it,
    construct: () => it,
    set: () => true,
  });
  return it;
}

/** @param {string} file */
function gulp(file) {
  process.chdir(dirname(file));
  /** @type {(() => unknown)[]} */
  const tasks = [];
  const given =
    (/** @type {string} */ tool) =>
    (/** @type {string | string[]} */ globs, /** @type {any} */ options, /** @type {any} */ last) => {
      const list = [globs].flat(Infinity).filter((each) => typeof each === "string");
      const cwd = typeof options?.cwd === "string" ? resolve(options.cwd) : process.cwd();
      if (list.length > 0) note(tool, [list], cwd);
      for (const each of [options, last]) if (typeof each === "function" && each.isTask !== true) tasks.push(each);
      return anything();
    };
  const own = {
    src: given("src"),
    watch: given("watch"),
    dest: anything,
    task: (/** @type {any} */ id, /** @type {any[]} */ ...rest) => {
      for (const each of [id, ...rest]) if (typeof each === "function") tasks.push(each);
    },
    series: (/** @type {any[]} */ ...all) =>
      void tasks.push(...all.flat().filter((each) => typeof each === "function")),
    parallel: (/** @type {any[]} */ ...all) =>
      void tasks.push(...all.flat().filter((each) => typeof each === "function")),
    lastRun: anything,
  };
  const load = /** @type {any} */ (Module)._load;
  /** @type {any} */ (Module)._load = (
    /** @type {string} */ request,
    /** @type {any} */ parent,
    /** @type {any} */ isMain,
  ) => {
    if (request === "gulp") return new Proxy(own, { get: (all, key) => /** @type {any} */ (all)[key] ?? anything() });
    if (/^(?:node:)?(?:path|url|util|os)$/.test(request) || request.startsWith(".") || resolve(request) === request) {
      try {
        return load(request, parent, isMain);
      } catch {
        return anything();
      }
    }
    return anything();
  };
  let exported = {};
  try {
    exported = require(file);
  } catch (error) {
    note(`broken: ${String(error)}`, []);
  }
  for (const each of Object.values(exported ?? {}))
    if (typeof each === "function") tasks.push(/** @type {any} */ (each));
  const done = new Set();
  for (let at = 0; at < tasks.length; at += 1) {
    const task = tasks[at];
    if (!task || done.has(task)) continue;
    done.add(task);
    try {
      /** @type {any} */ (task)(() => undefined);
    } catch {
      // A task that needs more than is there has said what it could.
    }
  }
}
