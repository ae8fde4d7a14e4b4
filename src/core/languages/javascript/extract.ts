/**
 * Reads one text with the cheapest parser that is certain of it.
 *
 * Only the head, where the rest names nothing → oxc's module record → oxc's tree, where a text filter finds a form that the record does not give → the same as a
 * script → the same with defaults that Babel lets pass on → Hermes (Flow) → TypeScript, which finds references around a syntax error. The order and its reasons were
 * measured on 5,483 real files; see docs/languages.md.
 */
import { BrokenAssumption } from "../../base/errors.js";
import { createRequire } from "node:module";
import type * as Oxc from "oxc-parser";
import { optionsFor, type ParserOptions } from "./parser-options.js";
import type * as TypeScript from "typescript";
import { type ReadingDepth } from "../language.js";
import { shiftedReference, type Export, type Extraction } from "../reading.js";
import { assignedExports } from "./assigned-exports.js";
import { collectFromComments, inComments, type Comment } from "./comments.js";
import { defaultsAsImports, passedOn } from "./default-from.js";
import { Kinds } from "./export-kinds.js";
import { besideLookup, isMadeBeside } from "./module-lookup.js";
import { collectFromRecord, exportsFromRecord } from "./record.js";
import { asImports, headLength, mayBeBeyondRecord, SiteCollector } from "./sites.js";
import { toldExports } from "./told-exports.js";
import { exportsFromTree } from "./tree-bindings.js";
import { isNode, type TreeNode } from "./tree-node.js";
import { walkEstree } from "./walk-estree.js";
import { readWithTypeScript } from "./walk-typescript.js";

const load = createRequire(import.meta.url);
let oxc: typeof Oxc | undefined;

/** Loads the fast parser; the others are loaded when a file first needs them. */
export async function prepare(): Promise<void> {
  oxc ??= await import("oxc-parser");
}

/**
 * Texts that are longer than this, in letters, are not parsed. A tree takes about 70 bytes of memory a letter (measured on a bundle
 * of 17 MB: 1.2 GB), and Node's heap has 2 to 4 GB on most machines; beyond them the whole program would end.
 */
const longestText = 20_000_000;

/** The same for the parsers that read what the first one cannot, whose trees are larger. */
const longestOdd = 5_000_000;

/** Finds every reference of a script, and every export if all is asked for. Never throws for what the text holds. */
export function extract(text: string, name: string, depth: ReadingDepth = "references"): Extraction {
  if (text.includes("\0")) return notRead(text.indexOf("\0"), "the file is not text");
  const conflict = text.includes("<<<<<<<") && /^<{7} .*$[^]*?^={7}$[^]*?^>{7} /m.exec(text);
  if (conflict) return notRead(conflict.index, "the file holds an unresolved merge conflict");
  if (text.length > longestText) return notRead(0, "the file is too large to be parsed");
  const read = readHead(text, name, depth) ?? readInPieces(text, name, depth) ?? readWithOxc(text, name, { depth });
  if (!read && text.length > longestOdd)
    return notRead(0, "the file has a syntax error, and is too large to be read around it");
  const found =
    read ?? readDefaultsFrom(text, name, depth) ?? readAsFlow(text, name, depth) ?? readAroundErrors(text, name, depth);
  return isMadeBeside.test(text) ? { ...found, references: found.references.map(madeBeside) } : found;
}

/** What a framework makes for a module and beside it is looked up by the module's own name. */
function madeBeside(reference: Extraction["references"][number]): Extraction["references"][number] {
  const { specifier, lookup } = reference;
  return lookup === "module" && isMadeBeside.test(`"${specifier}"`)
    ? { ...reference, lookup: besideLookup.name }
    : reference;
}

function notRead(offset: number, message: string): Extraction {
  return { references: [], computed: [], reading: "not read", problem: { offset, message } };
}

/**
 * Reads the head of a text, if the rest names nothing. A head that parses as a program by itself ends between two tokens,
 * not inside a comment or a template, so its references are those of the whole; one that does not is no head.
 */
function readHead(text: string, name: string, depth: ReadingDepth): Extraction | undefined {
  const length = depth === "exact" ? undefined : headLength(text);
  if (length === undefined) return undefined;
  const head: Extraction | undefined =
    length > 0
      ? readWithOxc(text.slice(0, length), name, { depth, whole: text, asScript: false })
      : { references: [], computed: [], reading: "whole" };
  if (!head || depth === "references") return head;
  const rest = exporting.test(text.slice(length)) ? toldExports(new Kinds(text, name), length) : [];
  const exports = [...(head.exports ?? []), ...rest];
  return withExports({ ...head, isHead: true }, exports.length > 0 ? exports : assignedExports(text, name));
}

/** A word without which a text exports nothing by a statement. */
const exporting = /\bexport\b/;

/** With more imports than this in one text, the parser's time grows with their square. */
const mostImports = 5000;

/**
 * Reads a text of very many imports piece by piece. A piece ends with a line that ends a statement, and parses as a program by
 * itself, so nothing reaches over its end. Where one does not, there are no pieces.
 */
function readInPieces(text: string, name: string, depth: ReadingDepth): Extraction | undefined {
  if (text.length < mostImports * 8 || (text.match(/\bimport\b/g)?.length ?? 0) < mostImports) return undefined;
  const [references, computed]: [Extraction["references"][number][], Extraction["computed"][number][]] = [[], []];
  const exports: Export[] = [];
  for (const { start, piece } of piecesOf(text)) {
    const found = readWithOxc(piece, name, { depth, asScript: false });
    if (!found) return undefined;
    references.push(...found.references.map((each) => shiftedReference(each, start)));
    computed.push(...found.computed.map((each) => ({ ...each, start: each.start + start, end: each.end + start })));
    exports.push(...(found.exports ?? []).map((each) => shiftedExport(each, start)));
  }
  return withExports({ references, computed, reading: "whole" }, exports);
}

/** Pieces of some hundred kilobytes, each up to the end of a line that ends in `;`. */
function* piecesOf(text: string): Generator<{ readonly start: number; readonly piece: string }> {
  const size = 80_000;
  for (let start = 0; start < text.length;) {
    const line = start + size < text.length ? /;[ \t]*\r?\n/g : undefined;
    if (line) line.lastIndex = start + size;
    const end = line?.exec(text) ? line.lastIndex : text.length;
    yield { start, piece: text.slice(start, end) };
    start = end;
  }
}

interface OxcReading {
  readonly depth: ReadingDepth;
  /** The whole text, where only its head is read. */
  readonly whole?: string;
  /** Whether it may be a script where it is no module. */
  readonly asScript?: boolean;
}

function readWithOxc(
  text: string,
  name: string,
  { depth, whole = text, asScript = true }: OxcReading,
): Extraction | undefined {
  const options = optionsFor(name);
  // In types, `import(…)` is more than the record tells.
  const asked = options.lang === "jsx" ? asImports(text) : undefined;
  const probe = asked === undefined ? undefined : parsed(name, asked, options, asScript);
  // What is written `require(` here is read as an import; where that is no program, the tree tells.
  const result = probe ?? parsed(name, text, options, asScript);
  if (!result) return undefined;
  let found = new SiteCollector(text);
  const record = result.module;
  const isRequire = (start: number): boolean => probe !== undefined && text.startsWith("require", start);
  const parse = (expression: string): TreeNode | undefined => parseExpression(expression, name, options);
  const isGiven =
    (probe !== undefined || !needsTree(text, record, options.lang !== "jsx")) &&
    collectFromRecord(record, found, { isRequire, parse, isNamed: depth !== "references" });
  const program = isGiven ? undefined : treeOf(probe ? parsed(name, text, options, asScript) : result);
  if (!isGiven && !program) return undefined;
  if (program) walkEstree(program, (found = new SiteCollector(text)));
  if (inComments.test(text)) collectFromComments(result.comments, found);
  if (depth === "references") return found.finish();
  const kinds = new Kinds(whole, name);
  const exports = program ? exportsFromTree(program, kinds) : exportsFromRecord(record, kinds);
  return withExports(found.finish(), exports.length > 0 ? exports : assignedExports(whole, name));
}

/** It is carried over when it is asked for, which costs more than parsing. */
function treeOf(result: Oxc.ParseResult | undefined): TreeNode | undefined {
  return result?.program as unknown as TreeNode | undefined;
}

/** What the fast parser makes of a text, as a module and then as a script; nothing where it finds an error. */
function parsed(name: string, text: string, options: ParserOptions, asScript: boolean): Oxc.ParseResult | undefined {
  if (!oxc) throw new BrokenAssumption("extract() was called before prepare()");
  const result = oxc.parseSync(name, text, options);
  if (result.errors.length === 0) return result;
  if (!asScript || options.sourceType !== "module") return undefined;
  const script = oxc.parseSync(name, text, { ...options, sourceType: "commonjs" });
  return script.errors.length === 0 ? script : undefined;
}

/** The tree of one expression, with offsets from its own beginning. */
function parseExpression(text: string, name: string, options: ParserOptions): TreeNode | undefined {
  // Behind a name, so that what begins with a brace is an object.
  const result = parsed(name, `x=${text}`, options, true);
  const [statement, other] = (result?.program.body ?? []) as unknown as readonly TreeNode[];
  const assignment = statement?.expression as TreeNode | undefined;
  if (other !== undefined || assignment?.type !== "AssignmentExpression") return undefined;
  return shiftedNode(assignment.right as TreeNode, -2);
}

/** A node and all below it, at other offsets. */
function shiftedNode(node: TreeNode, by: number): TreeNode {
  const shift = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(shift);
    return isNode(value) ? shiftedNode(value, by) : value;
  };
  const entries = Object.entries(node).map(([key, value]) => [
    key,
    key === "start" || key === "end" ? (value as number) + by : shift(value),
  ]);
  return Object.fromEntries(entries) as TreeNode;
}

/** The record gives dynamic imports but not the type `import('./a').A`: more `import(` than it gives means a tree (or a comment). */
function needsTree(text: string, record: Oxc.EcmaScriptModule, typed: boolean): boolean {
  if (mayBeBeyondRecord(text, typed)) return true;
  if (!typed) return false;
  const called = text.match(/\bimport\s*\(/g)?.length ?? 0;
  return called > record.dynamicImports.length;
}

/** The tree of a script that has no syntax error, by the fast parser. */
export function parseProgram(text: string, name: string): TreeNode | undefined {
  return treeOf(parsed(name, text, optionsFor(name), true));
}

/** The comments of a script, in their order; `undefined` where it cannot be parsed. */
export function commentsOf(text: string, name: string): readonly Comment[] | undefined {
  const whole = (text: string): Oxc.ParseResult | undefined => parsed(name, text, optionsFor(name), true);
  const odd = whole(text) ?? defaultsAsImports(text)?.text;
  return (typeof odd === "string" ? whole(odd) : odd)?.comments;
}

interface Hermes {
  parse(
    text: string,
    options: object,
  ): TreeNode & { readonly comments?: readonly { readonly range: readonly [number, number] }[] };
}

/** Where defaults are passed on as Babel lets them be, and nothing else is amiss. */
function readDefaultsFrom(text: string, name: string, depth: ReadingDepth): Extraction | undefined {
  const asImports = defaultsAsImports(text);
  const found = asImports && readWithOxc(asImports.text, name, { depth, asScript: false });
  return found && passedOn(found, asImports);
}

/** Flow lives in `.js` files, with or without its pragma. */
function readAsFlow(text: string, name: string, depth: ReadingDepth): Extraction | undefined {
  if (!/\.[cm]?jsx?$/.test(name)) return undefined;
  try {
    const hermes = load("hermes-parser") as Hermes;
    const options = {
      flow: "all",
      sourceType: "unambiguous",
      allowReturnOutsideFunction: true,
      enableExperimentalComponentSyntax: true,
    };
    const program = hermes.parse(text, options);
    const found = new SiteCollector(text);
    walkEstree(program, found);
    if (inComments.test(text))
      collectFromComments(
        (program.comments ?? []).map(({ range: [start, end] }) => ({ start, end })),
        found,
      );
    if (depth === "references") return found.finish();
    const exports = exportsFromTree(program, new Kinds(text, name));
    return withExports(found.finish(), exports.length > 0 ? exports : assignedExports(text, name));
  } catch {
    return undefined;
  }
}

function readAroundErrors(text: string, name: string, depth: ReadingDepth): Extraction {
  const found = new SiteCollector(text);
  const ts = load("typescript") as typeof TypeScript;
  const { problem, comments, exports } = readWithTypeScript(ts, name, found);
  if (inComments.test(text)) collectFromComments(comments, found);
  const reading = problem ? "around errors" : "whole";
  return withExports(
    { ...found.finish(), reading, ...(problem && { problem }) },
    depth === "references" ? [] : exports,
  );
}

function withExports(found: Extraction, exports: readonly Export[]): Extraction {
  return exports.length === 0 ? found : { ...found, exports };
}

function shiftedExport(each: Export, by: number): Export {
  const { start, end, from } = each;
  return { ...each, start: start + by, end: end + by, ...(from !== undefined && { from: from + by }) };
}
