/**
 * Reads one text with the cheapest parser that is certain of it.
 *
 * Only the head, where the rest names nothing → oxc's module record → oxc's tree, where a text filter finds a form that the record does not give → the same as a
 * script → Hermes (Flow) → TypeScript, which finds references around a syntax error. The order and its reasons were
 * measured on 5,483 real files; see docs/languages.md.
 */
import { createRequire } from "node:module";
import type * as Oxc from "oxc-parser";
import type * as TypeScript from "typescript";
import type { Extraction } from "../language.js";
import { collectFromComments, inComments } from "./comments.js";
import { forms, headLength, isOneLiteral, mayBeBeyondRecord, SiteCollector } from "./sites.js";
import { walkEstree, type TreeNode } from "./walk-estree.js";
import { readWithTypeScript } from "./walk-typescript.js";

const load = createRequire(import.meta.url);
let oxc: typeof Oxc | undefined;

/** Loads the fast parser; the others are loaded when a file first needs them. */
export async function prepare(): Promise<void> {
  oxc ??= await import("oxc-parser");
}

/** Finds every reference of a script. Never throws for what the text holds. */
export function extract(text: string, name: string): Extraction {
  if (text.includes("\0")) return notRead(text.indexOf("\0"), "the file is not text");
  const conflict = /^<{7} .*$[^]*?^={7}$[^]*?^>{7} /m.exec(text);
  if (conflict) return notRead(conflict.index, "the file holds an unresolved merge conflict");
  return (
    readHead(text, name) ??
    readInPieces(text, name) ??
    readWithOxc(text, name) ??
    readAsFlow(text, name) ??
    readAroundErrors(text, name)
  );
}

function notRead(offset: number, message: string): Extraction {
  return { references: [], computed: [], reading: "not read", problem: { offset, message } };
}

type Options = NonNullable<Parameters<typeof Oxc.parseSync>[2]>;

function optionsFor(name: string): Options {
  if (/\.d\.[cm]?ts$/.test(name)) return { lang: "dts" };
  if (/\.[cm]?ts$/.test(name)) return { lang: "ts" };
  if (name.endsWith(".tsx")) return { lang: "tsx" };
  return { lang: "jsx", sourceType: name.endsWith(".cjs") ? "commonjs" : "module" };
}

/**
 * Reads the head of a text, if the rest names nothing. A head that parses as a program by itself ends between two tokens,
 * not inside a comment or a template, so its references are those of the whole; one that does not is no head.
 */
function readHead(text: string, name: string): Extraction | undefined {
  const length = headLength(text);
  if (length === 0) return { references: [], computed: [], reading: "whole" };
  return length === undefined ? undefined : readWithOxc(text.slice(0, length), name, false);
}

/** With more imports than this in one text, the parser's time grows with their square. */
const mostImports = 5000;

/**
 * Reads a text of very many imports piece by piece. A piece ends with a line that ends a statement, and parses as a program by
 * itself, so nothing reaches over its end. Where one does not, there are no pieces.
 */
function readInPieces(text: string, name: string): Extraction | undefined {
  if (text.length < mostImports * 8 || (text.match(/\bimport\b/g)?.length ?? 0) < mostImports) return undefined;
  const [references, computed]: [Extraction["references"][number][], Extraction["computed"][number][]] = [[], []];
  for (const { start, piece } of piecesOf(text)) {
    const found = readWithOxc(piece, name, false);
    if (!found) return undefined;
    const shifted = <At extends { start: number; end: number }>(at: At): At => {
      return { ...at, start: at.start + start, end: at.end + start };
    };
    references.push(...found.references.map(shifted));
    computed.push(...found.computed.map(shifted));
  }
  return { references, computed, reading: "whole" };
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

function readWithOxc(text: string, name: string, asScript = true): Extraction | undefined {
  if (!oxc) throw new Error("extract() was called before prepare()");
  const options = optionsFor(name);
  let result = oxc.parseSync(name, text, options);
  if (asScript && result.errors.length > 0 && options.sourceType === "module")
    result = oxc.parseSync(name, text, { ...options, sourceType: "commonjs" });
  if (result.errors.length > 0) return undefined;
  const found = new SiteCollector(text);
  const record = result.module;
  if (needsTree(text, record, options.lang !== "jsx")) walkEstree(result.program as unknown as TreeNode, found);
  else collectFromRecord(record, found);
  if (inComments.test(text)) collectFromComments(result.comments, found);
  return { references: found.ordered(), computed: found.orderedComputed(), reading: "whole" };
}

/** The record gives dynamic imports but not the type `import('./a').A`: more `import(` than it gives means a tree (or a comment). */
function needsTree(text: string, record: Oxc.EcmaScriptModule, typed: boolean): boolean {
  if (mayBeBeyondRecord(text, typed)) return true;
  // `import(isOld ? "./a" : "./b")`
  if (record.dynamicImports.some(({ moduleRequest: { start, end } }) => !isOneLiteral(text, start, end))) return true;
  if (!typed) return false;
  const called = text.match(/\bimport\s*\(/g)?.length ?? 0;
  return called > record.dynamicImports.length;
}

function collectFromRecord(record: Oxc.EcmaScriptModule, into: SiteCollector): void {
  for (const { moduleRequest } of record.staticImports) into.add(forms.import, moduleRequest.start, moduleRequest.end);
  for (const { entries } of record.staticExports) {
    // `import { A } from 'x'; export { A }` comes back as an export at the import's place: each place counts once.
    for (const { moduleRequest } of entries)
      if (moduleRequest) into.add(forms.reExport, moduleRequest.start, moduleRequest.end);
  }
  for (const { moduleRequest } of record.dynamicImports)
    into.add(forms.dynamicImport, moduleRequest.start, moduleRequest.end);
}

/** The tree of a script that has no syntax error, by the fast parser. */
export function parseProgram(text: string, name: string): TreeNode | undefined {
  if (!oxc) throw new Error("parseProgram() was called before prepare()");
  const options = optionsFor(name);
  const { program, errors } = oxc.parseSync(name, text, options);
  if (errors.length === 0) return program as unknown as TreeNode;
  const script = oxc.parseSync(name, text, { ...options, sourceType: "commonjs" });
  return script.errors.length === 0 ? (script.program as unknown as TreeNode) : undefined;
}

interface Hermes {
  parse(
    text: string,
    options: object,
  ): TreeNode & { readonly comments?: readonly { readonly range: readonly [number, number] }[] };
}

/** Flow lives in `.js` files, with or without its pragma. */
function readAsFlow(text: string, name: string): Extraction | undefined {
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
    return { references: found.ordered(), computed: found.orderedComputed(), reading: "whole" };
  } catch {
    return undefined;
  }
}

function readAroundErrors(text: string, name: string): Extraction {
  const found = new SiteCollector(text);
  const { problem, comments } = readWithTypeScript(load("typescript") as typeof TypeScript, name, found);
  if (inComments.test(text)) collectFromComments(comments, found);
  const reading = problem ? "around errors" : "whole";
  return { references: found.ordered(), computed: found.orderedComputed(), reading, ...(problem && { problem }) };
}
