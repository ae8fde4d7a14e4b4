/**
 * The forms in which JavaScript and TypeScript name another file, and one collector that every parser feeds.
 *
 * A parser only says "here is an expression that a form takes as its path"; whether it is a literal, a computed
 * name with a fixed head, or neither is decided here, from the text, the same for all parsers.
 */
import type { Binding, ComputedReference, Extraction, Lookup, Reference, ReferenceKind } from "../reading.js";
import { fixedHead, readLiteral } from "./literals.js";

/** How a call treats its first argument. */
interface CallForm {
  readonly kind: ReferenceKind;
  readonly lookup: Lookup;
}

const module = (kind: ReferenceKind): CallForm => ({ kind, lookup: "module" });

/** Methods of test runners that take a module's path first: `jest.mock('./tree')`. */
const mockMethods = [
  "mock",
  "unmock",
  "doMock",
  "dontMock",
  "doUnmock",
  "deepUnmock",
  "setMock",
  "requireActual",
  "requireMock",
  "importActual",
  "importMock",
  "createMockFromModule",
  "genMockFromModule",
  "unstable_mockModule",
  "unstable_unmockModule",
];

/** Calls by their name as written. The caret in the samples shows the argument that is meant. */
export const callForms: ReadonlyMap<string, CallForm> = new Map([
  ["require", module("require")], //                 require('./a')
  ["require.resolve", module("require")], //                 ^
  ["require.resolveWeak", module("require")],
  ["module.require", module("require")],
  ["import.meta.resolve", module("url")],
  ["import.meta.hot.accept", module("dynamic import")], //  import.meta.hot.accept('./a', …)
  ["module.hot.accept", module("dynamic import")],
  ["import.meta.glob", { kind: "glob", lookup: "glob" }], // import.meta.glob('./pages/*.tsx')
  ["import.meta.globEager", { kind: "glob", lookup: "glob" }],
  ["proxyquire", module("mock")],
  ["mock.module", module("mock")],
  ["td.replace", module("mock")],
  ["td.replaceEsm", module("mock")],
  ...["jest", "vi", "vitest", "rs", "rstest"].flatMap((runner) =>
    mockMethods.map((method): [string, CallForm] => [`${runner}.${method}`, module("mock")]),
  ),
]);

/** Calls whose first literal names a folder or a file without being a reference that can be proved. */
export const folderCalls: ReadonlySet<string> = new Set(["require.context"]);

/** Calls that join `__dirname` and literals: `path.join(__dirname, './worker.js')`. */
export const joinCalls: ReadonlySet<string> = new Set(["path.join", "path.resolve", "join", "resolve"]);

/** A plain call of `require`, which the record can be made to give (see `asImports`). */
const plainRequire = /(?<![.\w$])require\(/g;

/**
 * The same text with `require(…)` as `import (…)`, letter for letter as long: where the one is a call, the other is an import
 * that the module record gives, and where it stands in a text or a comment it is not. So no tree is needed. `undefined` where
 * there is none, or the tree is needed all the same.
 */
export function asImports(text: string): string | undefined {
  if (!text.includes("require(")) return undefined;
  const changed = text.replace(plainRequire, "import (");
  return changed === text || mayBeBeyondRecord(changed, false) ? undefined : changed;
}

/**
 * Text without which no form beyond the module record can be there. It may pick a file too many, never one too few.
 * `import(` is counted apart, because the record gives the dynamic ones.
 */
const beyondRecord = new RegExp(
  [
    String.raw`(?<![\w$])require\s*(?:\?\.\s*|(?:\?\s*)?\.\s*(?:resolve|resolveWeak|context)\s*(?:\?\.\s*)?)?\(`,
    String.raw`\b(?:jest|vi|vitest|rs|rstest)\s*\.\s*\w*(?:[mM]ock|Actual)`,
    String.raw`\bmock\s*\.\s*module\b|\btd\s*\.\s*replace|\bproxyquire\b`,
    // Names that are joined to the file's own folder; what else is made of it is nobody's name.
    String.raw`\b(?:join|resolve)\s*\((?:\s|/\*[^]*?\*/|//[^\n]*)*__dirname\b`,
    String.raw`\bimport\s*\.\s*meta\s*\.\s*(?:glob|hot|resolve)|\bmodule\s*\.\s*hot\b`,
    String.raw`\bexport\s*(?:type\s*)?\{(?:\s|/\*[^]*?\*/|//[^\n]*)*\}(?!\s*;)`,
  ].join("|"),
);

/** Forms of TypeScript alone: `declare module 'x'`, and imports inside of it, of a namespace, or of `global`. */
const beyondRecordInTypes =
  /\b(?:module|namespace)\s*['"]|\b(?:namespace|global|module)\b[^;(='"]{0,80}\{[^]*?\b(?:import|export)\b/;

/** Whether a text may hold a form that the module record leaves out. */
export function mayBeBeyondRecord(text: string, typed: boolean): boolean {
  return beyondRecord.test(text) || (typed && beyondRecordInTypes.test(text));
}

/** A word of every form there is, the record's included. Where none of them stands, nothing is named. */
const anyForm =
  /\b(?:import|require|jest|vi|vitest|rs|rstest|mock|td|proxyquire|module|namespace|__dirname)\b|\bfrom\s*(?:['"]|\/[/*])|<reference/g;

/** Less than this, in UTF-16 units, is not worth leaving out. */
const leastRest = 600;

/**
 * How much of a text has to be parsed: all of it (`undefined`), or up to the end of the last line in which a form's word
 * stands; `0` where there is none. Most files name others in their first lines only, and their bodies are most of the work.
 */
export function headLength(text: string): number | undefined {
  let last = -1;
  for (const match of text.matchAll(anyForm)) last = match.index;
  if (last < 0) return 0;
  const end = text.indexOf("\n", last) + 1;
  return end === 0 || text.length - end < leastRest || end > text.length / 2 ? undefined : end;
}

/** Whether an expression is one string literal and nothing else, so that no tree is needed to know what it names. */
export function isOneLiteral(text: string, start: number, end: number): boolean {
  const literal = readLiteral(text, start);
  return literal !== undefined && literal.end + 1 === end;
}

/** Gathers what a parser points at. Offsets are those of whole expressions, quotes included. */
export class SiteCollector {
  readonly references: Reference[] = [];
  readonly computed: ComputedReference[] = [];
  readonly #expected = new Map<number, readonly Binding[]>();

  constructor(readonly text: string) {}

  /** An expression that a form takes as its path, and the names that are taken, where they are known. */
  add(form: CallForm, start: number, end: number, bindings?: readonly Binding[]): void {
    const literal = readLiteral(this.text, start);
    const rest = literal === undefined ? "" : this.text.slice(literal.end + 1, end).trimStart();
    if (literal !== undefined && !rest.startsWith("+")) this.#addLiteral(form, literal, bindings);
    else this.addComputed(start, end);
  }

  /** The names that are taken from what the expression at an offset names: `const { a } = require("./a")`. */
  expect(start: number, bindings: readonly Binding[]): void {
    this.#expected.set(start, bindings);
  }

  #addLiteral(
    form: CallForm,
    { start, end, quote, value }: { start: number; end: number; quote: string; value: string },
    bindings = this.#expected.get(start - 1),
  ): void {
    if (value === "") return;
    const { kind, lookup } = form;
    this.references.push({ kind, lookup, start, end, specifier: value, quote, ...(bindings && { bindings }) });
  }

  /**
   * A name put together at run time: its head may name a folder. One without any head (`import(page)`) can name whatever the
   * file's own texts name.
   */
  addComputed(start: number, end: number): void {
    const fixed = this.#headAt(start, end);
    if (fixed && /^[.@~#/\w]/.test(fixed.head) && fixed.head.includes("/"))
      this.computed.push({ start: start + 1, end: start + 1 + fixed.length, head: fixed.head });
    else if (!fixed || fixed.head === "") this.computed.push({ start, end, head: "" });
  }

  /** A name that is joined to the file's own folder: `path.join(__dirname, "worker.js")` → `./worker.js`. */
  addJoined(start: number, end: number): void {
    const fixed = this.#headAt(start, end);
    if (!fixed) return this.addComputed(start, end);
    const head = fixed.head.startsWith(".") ? fixed.head : `./${fixed.head.replace(/^\/+/, "")}`;
    this.computed.push({ start: start + 1, end: start + 1 + fixed.length, head });
  }

  #headAt(start: number, end: number): { readonly head: string; readonly length: number } | undefined {
    const literal = readLiteral(this.text, start);
    if (literal) return { head: literal.value, length: literal.end - literal.start };
    return fixedHead(this.text.slice(start, end));
  }

  /** All that was found, in a text without a doubt. */
  finish(): Extraction {
    return { references: this.ordered(), computed: this.orderedComputed(), reading: "whole" };
  }

  /** Computed names in the order of the text. */
  orderedComputed(): ComputedReference[] {
    return this.computed.sort((a, b) => a.start - b.start);
  }

  /** References in the order of the text, each place once. */
  ordered(): Reference[] {
    const seen = new Set<number>();
    const once = this.references.filter((reference) => !seen.has(reference.start) && seen.add(reference.start));
    return once.sort((a, b) => a.start - b.start);
  }
}

/** Forms that are statements or types rather than calls. */
export const forms = {
  import: module("import"), //                              import a from './a'
  reExport: module("re-export"), //                         export * from './a'
  dynamicImport: module("dynamic import"), //               import('./a')
  typeImport: module("type import"), //                     let a: import('./a').A
  requireImport: module("require"), //                      import a = require('./a')
  moduleDeclaration: module("module declaration"), //       declare module './a' {}
  docImport: module("doc import"), //                       /** @type {import('./a').A} */
  referencePath: { kind: "reference path", lookup: "path" }, // /// <reference path="a.d.ts" />
  url: { kind: "url", lookup: "url" }, //                   new URL('./a.png', import.meta.url)
} as const satisfies Record<string, CallForm>;
