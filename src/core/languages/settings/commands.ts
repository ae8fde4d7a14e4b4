/**
 * The commands of `scripts`: which of their words are files, folders and patterns, from which folder they count, and where sheets
 * are looked for.
 *
 * What the options of a tool mean is what the tool's own help says: Dart Sass, Node Sass, Less, PostCSS, Stylus, and the usual
 * watchers and copiers. Of any other program a word is a path if it looks like one.
 */
import { posix } from "node:path";
import { pathsInCommand } from "./judge-text.js";

/** A word of a command, or a part of one, that may be a path. */
export interface CommandPath {
  /** As it stands there, without quotes. */
  readonly value: string;
  /** Where it begins, in UTF-16 units from the start of the command. */
  readonly offset: number;
  /** Whether the shell expands it before the tool sees it: a pattern that is not quoted. */
  readonly isBare?: true;
  /** The folder from which it counts, as `cd` says it; none for the folder in which commands are run. */
  readonly inside?: string;
  /**
   * What it is: one file or folder; all files that it takes in; the same, only looked at; the sheets of a folder that are compiled each
   * to one, and the same with all that is in it looked at; a folder in which sheets are looked for; or what its letters say.
   */
  readonly form: "place" | "files" | "watched" | "sheets" | "watched sheets" | "load path" | "judged";
}

/** What a word behind an option is; `value` is no path. */
type Taken = "place" | "files" | "watched" | "load path" | "command" | "value";

/** What a program does with its words. */
interface Tool {
  /** What its words are, in their order; the last holds for all that follow. */
  readonly words: readonly (Taken | "compiled")[];
  /** Where the last of several words is another thing: what is copied goes there. */
  readonly last?: Taken;
  readonly options: Readonly<Record<string, Taken>>;
  /** The option that says from which folder the rest counts. */
  readonly cwd?: string;
}

const sass: Tool = {
  words: ["compiled", "place"],
  options: {
    "--load-path": "load path",
    "-I": "load path",
    "--style": "value",
    "-s": "value",
    "--source-map-urls": "value",
  },
};
const copier: Tool = {
  words: ["files"],
  last: "place",
  options: { "-u": "value", "--up": "value", "-e": "files", "--exclude": "files" },
  cwd: "--cwd",
};

const tools: Readonly<Record<string, Tool>> = {
  sass,
  "node-sass": {
    words: ["compiled", "place"],
    options: {
      ...{
        "-o": "place",
        "--output": "place",
        "--include-path": "load path",
        "--importer": "place",
        "--functions": "place",
      },
      ...{ "--output-style": "value", "--precision": "value", "--indent-type": "value", "--indent-width": "value" },
      ...{ "--linefeed": "value", "--source-map": "place", "--source-map-root": "place" },
    },
  },
  lessc: {
    words: ["files", "place"],
    options: { "--include-path": "load path", "--rootpath": "value", "--url-args": "value" },
  },
  postcss: {
    words: ["files"],
    options: {
      ...{
        "-o": "place",
        "--output": "place",
        "-d": "place",
        "--dir": "place",
        "--base": "place",
        "--config": "place",
      },
      ...{ "-u": "value", "--use": "value", "--ext": "value", "--parser": "value", "--syntax": "value" },
      ...{ "--stringifier": "value", "--env": "value" },
    },
  },
  stylus: {
    words: ["files"],
    options: { "-o": "place", "--out": "place", "-u": "value", "--use": "value", "-I": "place" },
  },
  nodemon: {
    words: ["place"],
    options: {
      ...{ "-w": "watched", "--watch": "watched", "-i": "files", "--ignore": "files", "-e": "value", "--ext": "value" },
      ...{ "-x": "command", "--exec": "command", "--config": "place", "--delay": "value", "-d": "value" },
    },
  },
  chokidar: {
    words: ["watched"],
    options: {
      ...{ "-c": "command", "--command": "command", "-i": "files", "--ignore": "files", "-d": "value" },
      ...{ "--debounce": "value", "-t": "value", "--throttle": "value" },
    },
  },
  onchange: { words: ["watched"], options: { "-e": "files", "--exclude": "files", "-d": "value", "--delay": "value" } },
  watch: { words: ["command", "watched"], options: { "--wait": "value", "--interval": "value", "--filter": "place" } },
  "live-server": {
    words: ["place"],
    options: { "--watch": "watched", "--ignore": "files", "--open": "value", "--port": "value", "--host": "value" },
  },
  "browser-sync": {
    words: ["value"],
    options: { "-f": "watched", "--files": "watched", "-s": "place", "--server": "place" },
  },
  cpx: copier,
  cpx2: copier,
  cpy: copier,
  copyfiles: copier,
};

/** What only runs the program that follows. */
const runners = /^(?:npm|npx|bunx|pnpx|pnpm|yarn|exec|dlx|cross-env|env|time|dotenv)$/;

/** Options of runners that have a value: the folder in which they run the program, a file, or something else. */
const runnerOptions: Readonly<Record<string, "folder" | "judged" | "value">> = {
  ...{ "--prefix": "folder", "--cwd": "folder", "--dir": "folder", "-C": "folder" },
  ...{ "-p": "value", "--package": "value", "--filter": "value", "-F": "value", "-w": "value", "--workspace": "value" },
  ...{ "-e": "judged" },
};

/** A word with its quotes, or a sign between commands. */
interface Token {
  readonly text: string;
  readonly at: number;
  readonly isSign: boolean;
}

/** Signs, blanks, and words of which parts may be quoted; in JSON a quote has a backslash before it. */
const tokenForm = /(&&|\|\||[;|&()\n])|((?:\\?"(?:(?!\\?")[^])*\\?"|'[^']*'|[^\s;|&()"'\\]|\\(?!")[^]?)+)|\s+/g;

/** `https://…` is no path. */
const address = /^\\?["']?[a-z][\w+.-]*:\/\//i;

/** Where a command is, while it is read. */
interface Reading {
  /** As `CommandPath.inside`; `null` where nobody can say: `cd $OUT`. */
  inside: string | null;
  readonly found: CommandPath[];
}

/** All paths in a command, in their order. It may be given as it stands in JSON. */
export function readCommand(command: string): readonly CommandPath[] {
  const reading: Reading = { inside: "", found: [] };
  readList(command, 0, reading);
  return reading.found.sort((a, b) => a.offset - b.offset);
}

/** The folders in which the tools of a command look for sheets, from where it is run. */
export function loadPathsIn(command: string): readonly string[] {
  return readCommand(command).flatMap(({ form, value, inside = "" }) =>
    form === "load path" ? [posix.join(inside, value)] : [],
  );
}

function readList(text: string, offset: number, reading: Reading): void {
  let words: Token[] = [];
  const open: (string | null)[] = [];
  const close = (): void => {
    if (words.length > 0) readWords(words, reading);
    words = [];
  };
  for (const match of text.matchAll(tokenForm)) {
    const [, sign, word] = match;
    if (word !== undefined) words.push({ text: word, at: offset + match.index, isSign: false });
    if (sign === undefined) continue;
    close();
    // What is in brackets has a folder of its own.
    if (sign === "(") open.push(reading.inside);
    if (sign === ")" && open.length > 0) reading.inside = open.pop() ?? null;
  }
  close();
}

/** The text of a word within its quotes, if it is quoted as a whole, with what stands before it. */
function quoted({ text }: Token): { readonly inner: string; readonly before: number } | undefined {
  const match = /^(\\?["'])([^]*?)(\\?["'])$/.exec(text);
  return match?.[1] === match?.[3] && match ? { inner: match[2] ?? "", before: (match[1] ?? "").length } : undefined;
}

/** One command: what sets it up, the program, its options and words. */
function readWords(words: readonly Token[], outer: Reading): void {
  // Where a runner is told to go it goes alone.
  const reading = { ...outer };
  let at = 0;
  for (; at < words.length; at += 1) {
    const [token] = words.slice(at, at + 1);
    if (!token) break;
    const [, name] = /^([A-Za-z_]\w*)=/.exec(token.text) ?? [];
    if (name !== undefined) addPieces(token, name === "SASS_PATH" ? "load path" : "judged", reading, name.length + 1);
    else if (!runners.test(token.text)) break;
    else at += passRunnerOptions(words.slice(at + 1), reading);
  }
  const [program, ...rest] = words.slice(at);
  if (!program) return;
  const name = program.text.replace(/^.*\//, "").replace(/\.(?:js|cmd)$/, "");
  if (name === "cd" || name === "pushd") return enter(rest, outer);
  const tool = Object.hasOwn(tools, name) ? tools[name] : undefined;
  if (tool) return readTool(tool, rest, reading);
  addPieces(program, "judged", reading);
  for (const [index, word] of rest.entries()) {
    const nested = quoted(word);
    if (rest[index - 1]?.text === "--prefix") addPieces(word, "place", reading);
    else if (word.text.startsWith("--prefix=")) addPieces(word, "place", reading, "--prefix=".length);
    else if (nested && /\s/.test(nested.inner)) readNested(word, reading);
    else addPieces(word, "judged", reading);
  }
}

/** The options of what only runs a program: where it is run, and what has a value. Returns how many words they are. */
function passRunnerOptions(words: readonly Token[], reading: Reading): number {
  let passed = 0;
  while (words[passed]?.text.startsWith("-") === true) {
    const [word, next] = words.slice(passed, passed + 2);
    const [, option = "", equals = ""] = /^(--?[A-Za-z][\w-]*)(=?)/.exec(word?.text ?? "") ?? [];
    passed += 1;
    const form = Object.hasOwn(runnerOptions, option) ? runnerOptions[option] : undefined;
    if (!word || form === undefined) continue;
    if (equals === "" && next) passed += 1;
    const from = equals === "" ? 0 : option.length + 1;
    const value = equals === "" ? next : { ...word, text: word.text.slice(from), at: word.at + from };
    if (!value || form === "value") continue;
    if (form === "folder") enter([value], reading);
    else addPieces(value, form, reading);
  }
  return passed;
}

/** A command within a command counts from where that is, and leaves it there. */
function readNested(word: Token, reading: Reading): void {
  const { inner, before } = quoted(word) ?? { inner: word.text, before: 0 };
  const { inside } = reading;
  readList(inner, word.at + before, reading);
  reading.inside = inside;
}

function enter(words: readonly Token[], reading: Reading): void {
  const [word, other] = words.filter(({ text }) => text !== "--" && text !== "/d");
  const value = word && (quoted(word)?.inner ?? word.text);
  if (word && value !== undefined && !other && /^[\w./@ -]+$/.test(value) && !/^[-/~]/.test(value)) {
    if (reading.inside === null) return;
    add({ value, offset: word.at + (quoted(word)?.before ?? 0), form: "place" }, reading);
    const joined = posix.join(reading.inside, value).replace(/\/$/, "");
    reading.inside = joined === "." ? "" : joined;
  } else reading.inside = null;
}

function readTool(tool: Tool, words: readonly Token[], reading: Reading): void {
  const own = { ...reading, inside: cwdOf(tool, words, reading) };
  const isWatching = words.some(({ text }) => /^(?:--watch|-w)$/.test(text));
  const free: Token[] = [];
  let behind: Taken | undefined;
  for (const [index, word] of words.entries()) {
    if (word.text === "--" && index < words.length - 1 && tool.words[0] === "watched") {
      readWords(words.slice(index + 1), reading);
      break;
    }
    const [all, option = "", equals] = /^(--?[A-Za-z][\w-]*)(=?)/.exec(word.text) ?? [];
    if (all === undefined) {
      // Options that nobody lists here may have a value that says yes or no.
      if (behind === undefined && !/^(?:true|false|\d+)$/.test(word.text)) free.push(word);
      else if (behind !== undefined) take(word, behind, own, reading);
      behind = undefined;
    } else if (option === tool.cwd) behind = equals === "=" ? undefined : "value";
    else if (equals === "=") takeRest(word, all.length, tool.options[option] ?? "value", own, reading);
    else if (/^-I./.test(word.text) && tool.options["-I"]) takeRest(word, 2, tool.options["-I"], own, reading);
    else behind = tool.options[option];
  }
  for (const [index, word] of free.entries()) {
    const form = tool.words[Math.min(index, tool.words.length - 1)] ?? "value";
    const isLast = tool.last !== undefined && index > 0 && index === free.length - 1;
    if (isLast) take(word, tool.last, own, reading);
    else if (form === "compiled") takePair(word, isWatching ? "watched sheets" : "sheets", own);
    else take(word, form, own, reading);
  }
}

/** The folder that `--cwd` names. */
function cwdOf({ cwd }: Tool, words: readonly Token[], { inside }: Reading): string | null {
  const at = words.findIndex(({ text }) => cwd !== undefined && (text === cwd || text.startsWith(`${cwd}=`)));
  const [word, next] = at < 0 ? [] : words.slice(at, at + 2);
  if (!word || inside === null) return inside;
  const said = word.text.includes("=") ? word.text.slice(word.text.indexOf("=") + 1) : (next?.text ?? "");
  const value = said.replace(/^\\?["']|\\?["']$/g, "");
  return /^[\w./@-]+$/.test(value) && !value.startsWith("/") ? posix.join(inside, value).replace(/^\.$/, "") : null;
}

function take(word: Token, form: Taken, own: Reading, reading: Reading): void {
  if (form === "command") readNested(word, reading);
  else if (form !== "value") addPieces(word, form, own);
}

function takeRest(word: Token, from: number, form: Taken, own: Reading, reading: Reading): void {
  take({ ...word, text: word.text.slice(from), at: word.at + from }, form, own, reading);
}

/** `scss:css`: what is compiled, and where it goes. */
function takePair(word: Token, form: "sheets" | "watched sheets", own: Reading): void {
  const colon = word.text.indexOf(":");
  if (colon < 0 || address.test(word.text)) return addPieces(word, form, own);
  addPieces({ ...word, text: word.text.slice(0, colon) }, form, own);
  addPieces({ ...word, text: word.text.slice(colon + 1), at: word.at + colon + 1 }, "place", own);
}

/** The parts of a word that may be paths; where the program says what they are, a bare word is one. */
function addPieces({ text, at }: Token, form: CommandPath["form"], reading: Reading, from = 0): void {
  const part = text.slice(from);
  if (address.test(part)) return;
  for (const { value, offset } of pathsInCommand(part, form !== "judged"))
    add({ value, offset: at + from + offset, form, ...(isExpanded(text, value) && { isBare: true }) }, reading);
}

function isExpanded(word: string, value: string): boolean {
  return /[*?]/.test(value) && !/["']/.test(word);
}

function add(path: CommandPath, { inside, found }: Reading): void {
  if (inside === null) return;
  found.push(inside === "" ? path : { ...path, inside });
}
