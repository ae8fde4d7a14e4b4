/** Settings and build scripts in JavaScript or TypeScript: what they import, and the literal paths and patterns in them. */
import { posix } from "node:path";
import type { Language } from "../language.js";
import { shiftedReference, type ComputedReference, type Extraction, type Reference } from "../reading.js";
import { referencesPutBefore } from "../sheets/index.js";
import {
  childrenOf,
  isNode,
  javascript,
  nameOfNode,
  parseProgram,
  readLiteral,
  spanOf,
  type TreeNode,
} from "../javascript/index.js";
import { isScriptSettings } from "./claims.js";
import { countedLookup, judgeText } from "./judge-text.js";
import { isPattern } from "./patterns.js";
import { ownFolder } from "./place-lookup.js";

/** Nothing else can hold a path: without a slash, a dot and an extension, or a known key, a text names nothing. */
const anyPath = /["'`][^"'`\n]*[/.*][^"'`\n]*["'`]|\b(?:resolve|join)\s*\(|["'`]\w+["'`]/;

/** What is longer, in UTF-16 units, is not written by hand: a bundle in a folder called `build`. */
export const mostOfSettings = 200_000;

function extract(text: string, name: string): Extraction {
  const modules = javascript.extract(text, name);
  const isSettings = text.length < mostOfSettings && modules.reading === "whole" && anyPath.test(text);
  const program = isSettings ? parseProgram(text, name) : undefined;
  if (!program) return modules;
  const known = new Set(modules.references.map(({ start }) => start));
  const told = new Set(modules.computed.map(({ start }) => start));
  const into: Collecting = {
    text,
    known,
    found: [],
    lookup: "files",
    computed: [],
    values: valuesOf(program, text),
    takesFiles: /^Gruntfile/i.test(name) ? /^(?:src|files)$/ : /(?!)/,
  };
  collect(program, [], into);
  // A folder may be meant where a module's URL names something.
  const beside = modules.references.map((each): Reference =>
    each.lookup === "url" ? { ...each, kind: "setting", lookup: "beside" } : each,
  );
  return {
    ...modules,
    references: [...beside, ...into.found].sort((a, b) => a.start - b.start),
    computed: [...modules.computed, ...into.computed.filter(({ start }) => !told.has(start))].sort(
      (a, b) => a.start - b.start,
    ),
  };
}

interface Collecting {
  readonly text: string;
  /** Where names stand that are read as modules. */
  readonly known: ReadonlySet<number>;
  readonly found: Reference[];
  /** How files and patterns are looked up in a call. */
  readonly lookup: "files" | "watched";
  readonly computed: ComputedReference[];
  /** Constants of the script that are texts, by name: `paths.styles`. */
  readonly values: ReadonlyMap<string, string>;
  /** Keys behind which files and patterns stand that count from one folder. */
  readonly takesFiles: RegExp;
  /** That folder, where it is not the one in which commands are run; `null` where it is only known at run time. */
  readonly inside?: string | null;
}

/** What is given files and patterns: `gulp.src`, `watch`, `glob.sync`, `globby`. */
const fileCalls =
  /(?:^|\.)(?:src|watch|globby|globbySync|glob|globSync|fg|fastGlob)$|(?:^|\.)(?:glob|fg|fastGlob|globby)\.\w+$/;

function collect(node: TreeNode, keys: readonly string[], into: Collecting): void {
  if (node.type === "ObjectExpression") return collectObject(node, keys, into);
  if (node.type === "Property") {
    const key = nameOfNode(node.key) ?? literalKey(node.key);
    const value = node.value as TreeNode;
    // In the settings of a watching task, what it looks at.
    const lookup = keys.includes("watch") ? "watched" : "files";
    if (key !== undefined && into.takesFiles.test(key) && isFiles(value))
      return collectFiles(value, { ...into, lookup }, into.inside);
    if (key !== undefined && mapRoots.test(key) && addMapRoot(value, into)) return;
    // What lies deeper counts as it does elsewhere.
    return collect(value, key === undefined ? keys : [...keys.slice(-3), key], into);
  }
  if (node.type === "CallExpression" && (collectJoin(node, keys, into) || collectFileCall(node, keys, into))) return;
  if (node.type === "Literal" || node.type === "TemplateLiteral") addText(node, keys, into);
  else if (!collectSum(node, into)) for (const child of childrenOf(node)) collect(child, keys, into);
}

/** Where browsers look for what a source map was made from. */
const mapRoots = /^(?:sourceRoot|sourceMapRoot|mapRoot)$/;

/** `{ sourceRoot: "../scss" }` counts from the map, which only the script knows where to write. */
function addMapRoot(value: TreeNode, { text, computed }: Collecting): boolean {
  const literal = value.type === "Literal" ? readLiteral(text, spanOf(value)[0]) : undefined;
  if (!literal?.value.startsWith("../")) return false;
  computed.push({ start: literal.start, end: literal.end, head: "", anywhere: literal.value });
  return true;
}

function literalKey(key: unknown): string | undefined {
  const value = (key as { value?: unknown } | undefined)?.value;
  return typeof value === "string" ? value : undefined;
}

/** `{ cwd: "src", src: ["*.scss"] }`, `{ context: "src", from: "*.png" }`: what counts from a folder that stands beside it. */
function collectObject(node: TreeNode, keys: readonly string[], into: Collecting): void {
  const cwd = folderIn(node, "cwd", into) ?? folderIn(propertyOf(node, "options"), "cwd", into);
  const context = cwd === undefined ? folderIn(node, "context", into) : undefined;
  const inside = cwd ?? context;
  const takesFiles = cwd === undefined ? /^from$/ : /^(?:src|files|patterns?)$/;
  const own = inside === undefined ? into : { ...into, inside, takesFiles };
  for (const child of childrenOf(node)) collect(child, keys, own);
}

function propertyOf(node: TreeNode, key: string): TreeNode | undefined {
  if (node.type !== "ObjectExpression") return undefined;
  const found = (node.properties as readonly TreeNode[]).find(
    (each) => each.type === "Property" && (nameOfNode(each.key) ?? literalKey(each.key)) === key,
  );
  return found && (found.value as TreeNode);
}

/** The folder that an option names, as `Reference.inside` has it; `null` where only the script knows it when it runs. */
function folderIn(options: TreeNode | undefined, key: string, into: Collecting): string | null | undefined {
  const value = options && propertyOf(options, key);
  return value && (folderOfValue(value, into) ?? null);
}

/** `"src"`, `__dirname + "/src"`, `process.cwd()`, `path.join(__dirname, "..", styles)`. */
function folderOfValue(value: TreeNode, into: Collecting): string | undefined {
  if (isOwnFolder(value)) return ownFolder;
  if (value.type === "BinaryExpression" && value.operator === "+") {
    const { left, right } = value as unknown as { readonly left: TreeNode; readonly right: TreeNode };
    const [head, tail] = [folderOfValue(left, into), textOf(right, into)];
    if (head === undefined || tail === undefined) return undefined;
    // Only behind a slash does a folder begin.
    return head !== ownFolder ? head + tail : tail.startsWith("/") ? ownFolder + tail.slice(1) : undefined;
  }
  if (value.type === "TemplateLiteral") {
    const [, rest] = /^`\$\{__dirname\}\/?([^`$\\]*)`$/.exec(into.text.slice(...spanOf(value))) ?? [];
    return rest === undefined ? textOf(value, into) : ownFolder + rest;
  }
  if (value.type !== "CallExpression") return textOf(value, into);
  const called = nameOfNode(value.callee) ?? "";
  const given = value.arguments as readonly TreeNode[];
  if (called === "process.cwd" && given.length === 0) return "";
  if (!/^(?:path\.)?(?:resolve|join)$/.test(called) || given.length === 0) return undefined;
  const parts = given.map((each) => folderOfValue(each, into));
  if (parts.some((part) => part === undefined)) return undefined;
  const [first = "", ...rest] = parts as readonly string[];
  // What begins at a root again leaves what stands before.
  if (rest.some((part) => part.startsWith(ownFolder) || part.startsWith("/"))) return undefined;
  const isOwn = first.startsWith(ownFolder);
  const joined = posix.join(isOwn ? first.slice(ownFolder.length) : first, ...rest).replace(/^\.$/, "");
  return isOwn ? ownFolder + joined : joined;
}

/** Whether a value is a text, or a list of texts and more. */
function isFiles({ type }: TreeNode): boolean {
  return type === "Literal" || type === "TemplateLiteral" || type === "ArrayExpression";
}

function collectFileCall(call: TreeNode, keys: readonly string[], into: Collecting): boolean {
  const name = calledName(call, into.text);
  const [first, ...rest] = call.arguments as readonly TreeNode[];
  if (!first || !isFiles(first) || !fileCalls.test(name)) return false;
  const options = rest.find(({ type }) => type === "ObjectExpression");
  const lookup = /(?:^|\.)watch$/.test(name) ? "watched" : "files";
  collectFiles(first, { ...into, lookup }, folderIn(options, "cwd", into));
  // Calls in a chain stand in each other: `src("a").pipe(src("b"))`.
  for (const each of [call.callee as TreeNode, ...rest]) collect(each, keys, into);
  return true;
}

/** The last names of what is called, whatever stands before them. */
function calledName(call: TreeNode, text: string): string {
  const callee: unknown = call.callee;
  const name = nameOfNode(callee);
  if (name !== undefined || !isNode(callee)) return name ?? "";
  const [, end] = spanOf(callee);
  return /[\w.]*$/.exec(text.slice(0, end).slice(-80))?.[0] ?? "";
}

function collectFiles(node: TreeNode, into: Collecting, inside: string | null | undefined): void {
  if (node.type === "ArrayExpression") {
    for (const each of node.elements as readonly (TreeNode | null)[]) if (each) collectFiles(each, into, inside);
    return;
  }
  const literal = node.type === "Literal" ? readLiteral(into.text, spanOf(node)[0]) : undefined;
  const plain = node.type === "TemplateLiteral" ? readLiteral(into.text, spanOf(node)[0]) : literal;
  if (!plain) return collect(node, [], into);
  // An address, or what only looks like a path, is none.
  if (!judgeText({ value: plain.value, keys: ["files"] }) || into.known.has(plain.start)) return;
  if (inside === null) {
    into.computed.push({ start: plain.start, end: plain.end, head: "", anywhere: plain.value });
    return;
  }
  const kind = isPattern(plain.value) ? "pattern" : "setting";
  into.found.push({ ...referenceOf(plain, { kind, lookup: into.lookup }), ...(inside !== undefined && { inside }) });
}

/** `"@use \\"@/styles/palette\\";"` */
const escapedSheet = /@(?:use|forward|import)\s{1,9}\\["']([^"'\\\s]+\/[^"'\\\s]+)/g;

function addText(node: TreeNode, keys: readonly string[], into: Collecting): void {
  const { text, known, found } = into;
  const [start, end] = spanOf(node);
  const raw = text.slice(start + 1, end - 1);
  // What is escaped is not respelled: its folder is told.
  for (const { 0: whole, 1: path = "", index } of raw.matchAll(escapedSheet))
    into.computed.push({
      start: start + 1 + index + whole.length - path.length,
      end,
      head: path.replace(/[^/]*$/, ""),
    });
  const sheets = referencesPutBefore(raw);
  if (sheets.length > 0) {
    found.push(...sheets.map((each) => shiftedReference(each, start + 1)));
    return;
  }
  const literal = readLiteral(text, start);
  if (!literal) return addComputed(node, into);
  const form = known.has(literal.start) ? undefined : judgeText({ value: literal.value, keys });
  if (form) found.push(referenceOf(literal, form));
}

function referenceOf(
  { start, end, quote, value }: NonNullable<ReturnType<typeof readLiteral>>,
  form: Pick<Reference, "kind" | "lookup">,
): Reference {
  return { ...form, start, end, specifier: value, quote };
}

/**
 * `` `${styles}/*.scss` `` with a constant counts from that folder. Of anything else that is put together, the head is known that
 * looks like a path.
 */
function addComputed(node: TreeNode, into: Collecting): void {
  const [start, end] = spanOf(node);
  const raw = into.text.slice(start, end);
  const [, name, slash = "", rest] = /^`\$\{\s*([\w$.]+)\s*\}(\/?)([^`$\\]+)`$/.exec(raw) ?? [];
  if (name !== undefined && rest !== undefined) {
    addBehind({ name, slash, rest, end: end - 1, quote: "`" }, into);
    return;
  }
  const [, head] = /^`([^`$\\\s]*\/[^`$\\\s]*)\$\{/.exec(raw) ?? [];
  if (head !== undefined && !/^[a-z]+:|^\/\//i.test(head) && !into.known.has(start + 1))
    into.computed.push({ start: start + 1, end: end - 1, head });
}

/** `styles + "/*.scss"`, and `"src/" + name` as far as it is known. */
function collectSum(node: TreeNode, into: Collecting): boolean {
  if (node.type !== "BinaryExpression" || node.operator !== "+") return false;
  const { left, right } = node as unknown as { readonly left: TreeNode; readonly right: TreeNode };
  const literal = right.type === "Literal" ? readLiteral(into.text, spanOf(right)[0]) : undefined;
  const name = nameOfNode(left);
  if (literal && name !== undefined) {
    const [, slash = "", rest = ""] = /^(\/?)([^\\]*)$/.exec(literal.value) ?? [];
    addBehind({ name, slash, rest, end: literal.end, quote: literal.quote }, into);
    return true;
  }
  const head = left.type === "Literal" ? readLiteral(into.text, spanOf(left)[0]) : undefined;
  if (!head || !/^[^\s\\]*\/[^\s\\]*$/.test(head.value) || /^[a-z]+:|^\/\//i.test(head.value)) return false;
  if (!into.known.has(head.start)) into.computed.push({ start: head.start, end: head.end, head: head.value });
  collect(right, [], into);
  return true;
}

interface Behind {
  readonly name: string;
  readonly slash: string;
  readonly rest: string;
  /** Where `rest` ends. */
  readonly end: number;
  readonly quote: string;
}

/** What stands behind a constant that is a folder. */
function addBehind({ name, slash, rest, end, quote }: Behind, { values, known, found, lookup }: Collecting): void {
  const folder = values.get(name);
  const start = end - rest.length;
  const isJoined = slash !== "" || folder === "" || folder?.endsWith("/") === true;
  if (folder === undefined || rest === "" || !isJoined || known.has(start)) return;
  if (!judgeText({ value: rest, keys: ["files"] })) return;
  const kind = isPattern(rest) ? "pattern" : "setting";
  found.push({ kind, lookup, start, end, specifier: rest, quote, ...(folder !== "" && { inside: folder }) });
}

/**
 * What is declared at the outermost level as a text and never set again, and the same within objects: `const paths = { css: "src/css" }`.
 */
function valuesOf(program: TreeNode, text: string): ReadonlyMap<string, string> {
  const values = new Map<string, string>();
  const add = (name: string, value: TreeNode | undefined): void => {
    const literal = value?.type === "Literal" ? readLiteral(text, spanOf(value)[0]) : undefined;
    if (literal) values.set(name, literal.value);
    if (value?.type !== "ObjectExpression") return;
    for (const each of value.properties as readonly TreeNode[]) {
      const key = each.type === "Property" ? (nameOfNode(each.key) ?? literalKey(each.key)) : undefined;
      if (key !== undefined) add(`${name}.${key}`, each.value as TreeNode);
    }
  };
  for (const each of program.body as readonly TreeNode[]) {
    if (each.type !== "VariableDeclaration") continue;
    for (const { id, init } of each.declarations as readonly { id: TreeNode; init?: TreeNode }[]) {
      const name = nameOfNode(id);
      if (name !== undefined && !isSetAgain(name, text)) add(name, init);
    }
  }
  return values;
}

/** Whether a name, or something in it, is given a value more than once, or is a parameter somewhere; what is declared twice counts, too. */
function isSetAgain(name: string, text: string): boolean {
  const escaped = name.replaceAll("$", "\\$&");
  const parameter = new RegExp(
    `(?:function\\s*[\\w$]*\\s*\\([^()]*|\\((?=[^()]*\\)\\s*=>)[^()]*)(?<![\\w$.])${escaped}(?![\\w$])|(?<![\\w$.])${escaped}\\s*=>`,
  );
  if (parameter.test(text)) return true;
  const form = new RegExp(
    `(?<![\\w$.])${escaped}(?:\\.[\\w$]+|\\[[^\\]]*\\])*\\s*(?:[-+*/%|&?]{0,2}=(?![=>])|\\+\\+|--)`,
    "g",
  );
  return [...text.matchAll(form)].length > 1;
}

/** The text of a literal, or of a constant that is one. */
function textOf(node: TreeNode, { text, values }: Collecting): string | undefined {
  if (node.type === "Literal" || node.type === "TemplateLiteral") return readLiteral(text, spanOf(node)[0])?.value;
  return values.get(nameOfNode(node) ?? "");
}

interface Join {
  readonly value: string;
  readonly isOwn: boolean;
  readonly literal: NonNullable<ReturnType<typeof readLiteral>>;
}

/** A call with one literal, behind the script's own folder or alone. */
function joinOf(call: TreeNode, { text }: Collecting): Join | undefined {
  if (!/^(?:path\.)?(?:resolve|join)$/.test(nameOfNode(call.callee) ?? "")) return undefined;
  const [first, second, third] = call.arguments as readonly (TreeNode | undefined)[];
  const isOwn = first !== undefined && isOwnFolder(first);
  const named = isOwn ? second : first;
  if (!named || (isOwn ? third : second) !== undefined) return undefined;
  const literal = readLiteral(text, spanOf(named)[0]);
  if (!literal || literal.value === "" || spanOf(named)[1] !== literal.end + 1) return undefined;
  return { value: literal.value, isOwn, literal };
}

/** `path.resolve(__dirname, "src")` names a place beside the file; `resolve("src")` is often a helper that does the same. */
function collectJoin(call: TreeNode, keys: readonly string[], into: Collecting): boolean {
  const join = joinOf(call, into);
  if (!join) return collectJoined(call, into);
  if (into.known.has(join.literal.start)) return false;
  const counted = isPattern(join.value) ? "scope" : countedLookup(keys);
  const lookup = counted ?? (join.isOwn ? "beside" : "place");
  into.found.push(referenceOf(join.literal, { kind: counted === undefined ? "setting" : "pattern", lookup }));
  return true;
}

/** `join(paths.styles, "*.scss")` counts from the constant's folder. */
function collectJoined(call: TreeNode, into: Collecting): boolean {
  if (!/^(?:path\.)?(?:resolve|join)$/.test(nameOfNode(call.callee) ?? "")) return false;
  const [first, second, third] = call.arguments as readonly (TreeNode | undefined)[];
  const literal = second?.type === "Literal" ? readLiteral(into.text, spanOf(second)[0]) : undefined;
  const name = first && nameOfNode(first);
  if (!literal || third || name === undefined || !into.values.has(name)) return false;
  addBehind({ name, slash: "/", rest: literal.value, end: literal.end, quote: literal.quote }, into);
  return true;
}

/** `__dirname`, `import.meta.dirname` */
export function isOwnFolder(node: TreeNode): boolean {
  return /^(?:__dirname|import\.meta\.dirname)$/.test(nameOfNode(node) ?? "");
}

/** What stands behind a constant begins in the middle of a literal. */
function readAt(text: string, start: number, reference: Reference): { end: number; specifier: string } | undefined {
  if (text.charAt(start - 1) === reference.quote) return javascript.readAt(text, start, reference);
  const close = text.indexOf(reference.quote, start);
  const specifier = text.slice(start, close);
  return close < 0 || /[\\\r\n$]/.test(specifier) ? undefined : { end: close, specifier };
}

export const scriptSettings: Language = {
  ...javascript,
  name: "script settings",
  trade: "settings",
  extensions: [".mts", ".cts", ".mjs", ".cjs", ".ts", ".js"],
  claims: isScriptSettings,
  extract,
  readAt,
};
