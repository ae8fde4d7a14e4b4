/**
 * Finds what a style sheet names: one scanner for CSS, SCSS, indented Sass and Less.
 *
 * No parser copes with all four (indented Sass least of all), and names stand in few places: behind at-rules, in `url()` and
 * its like, and behind `from`. The scanner knows comments, strings and brackets, which is all that these places need. Tests
 * hold it against postcss and against Sass's own compiler.
 *
 * Sources: CSS Syntax Module Level 3; CSS Images 4 (`image-set`); the Sass documentation, "At-Rules" and "Comments"; Less
 * documentation, "Import At-Rules" and "Functions"; the CSS Modules specification (`composes`, `@value`).
 */
import type { ComputedReference, Lookup, Reference, ReferenceKind } from "../reading.js";
import { readBare, readQuoted, type SheetLiteral } from "./literals.js";

/** Which of the four languages a text is in. */
export type Dialect = "css" | "scss" | "sass" | "less";

/** What was found, in the order of the text. */
export interface SheetNames {
  readonly references: readonly Reference[];
  readonly computed: readonly ComputedReference[];
}

/** Without one of these words nothing is named. */
const anyName =
  /@(?:use|forward|import|value|reference|config|plugin|source|require)\b|url\(|composes|compose-with|image-set\(|load-css|data-uri\(|\bsource\(|:import\(|["']\.{1,2}\//i;

/** Finds every name in a text. */
export function scanSheet(text: string, dialect: Dialect): SheetNames {
  if (!anyName.test(text)) return { references: [], computed: [] };
  const scanner = new SheetScanner(text, dialect);
  scanner.run();
  return { references: scanner.references, computed: scanner.computed };
}

/** At-rules that load other sheets, and how each of their names is looked up. */
const loading = new Map<string, (dialect: Dialect) => Lookup>([
  ["use", () => "sass"], //             @use "palette" as p;
  ["forward", () => "sass"], //         @forward "src/list" hide list-reset;
  ["import", (dialect) => (dialect === "css" ? "css" : dialect === "less" ? "less" : "sass")],
]);

/** Words before a bracket in which a string is the URL of an asset. */
const imageSets = /^(?:-webkit-)?image-set$/i;

class SheetScanner {
  readonly references: Reference[] = [];
  readonly computed: ComputedReference[] = [];
  #at = 0;
  /** The word before each bracket that is open. */
  readonly #open: string[] = [];
  readonly #lineComments: boolean;

  constructor(
    readonly text: string,
    readonly dialect: Dialect,
  ) {
    this.#lineComments = dialect !== "css";
  }

  run(): void {
    const { text } = this;
    // What cannot begin anything is passed over at once.
    const telling = /[@"'/()]|(?<![\w-])(?:composes|compose-with)(?=\s*:)/gi;
    while (this.#at < text.length) {
      telling.lastIndex = this.#at;
      const match = telling.exec(text);
      if (!match) return;
      this.#at = match.index;
      this.#step(match[0]);
    }
  }

  #step(met: string): void {
    if (met === "/") return this.#slash();
    if (met === '"' || met === "'") return this.#string();
    if (met === "(") return this.#bracket();
    if (met === "@") return this.#atRule();
    if (met === ")") this.#open.pop();
    else return this.#composes();
    this.#at += 1;
  }

  #slash(): void {
    if (!this.#skipComment()) this.#at += 1;
  }

  /** Passes over the comment that begins here; in indented Sass, over all lines that are indented below it, too. */
  #skipComment(): boolean {
    const { text } = this;
    const begin = this.#at;
    if (text.startsWith("/*", begin)) {
      const end = text.indexOf("*/", begin + 2);
      const line = this.#endOfLine(begin);
      const isOpen = this.dialect === "sass" && (end < 0 || end > line) && this.#isFirstOfLine(begin);
      this.#at = isOpen ? this.#endOfIndented(begin) : end < 0 ? text.length : end + 2;
      return true;
    }
    if (!text.startsWith("//", begin) || !this.#lineComments) return false;
    const isBlock = this.dialect === "sass" && this.#isFirstOfLine(begin);
    this.#at = isBlock ? this.#endOfIndented(begin) : this.#endOfLine(begin);
    return true;
  }

  #endOfLine(from: number): number {
    const end = this.text.indexOf("\n", from);
    return end < 0 ? this.text.length : end;
  }

  #indentOf(offset: number): number {
    const line = this.text.lastIndexOf("\n", offset - 1) + 1;
    return offset - line;
  }

  #isFirstOfLine(offset: number): boolean {
    return this.text.slice(offset - this.#indentOf(offset), offset).trim() === "";
  }

  #endOfIndented(begin: number): number {
    const indent = this.#indentOf(begin);
    let end = this.#endOfLine(begin);
    while (end < this.text.length) {
      const next = this.#endOfLine(end + 1);
      const line = this.text.slice(end + 1, next);
      if (line.trim() !== "" && line.search(/\S/) <= indent) break;
      end = next;
    }
    return end;
  }

  #string(): void {
    const literal = readQuoted(this.text, this.#at);
    if (literal && imageSets.test(this.#open.at(-1) ?? "")) this.#add("asset", "asset", literal);
    // A variable that holds the beginning of a path: where it is used, nobody can tell from here.
    else if (literal && /^\.{1,2}\//.test(literal.value)) this.#addComputed(literal);
    this.#at = literal ? literal.end + 1 : this.#at + 1;
  }

  /** `url(`, `image-set(`, `load-css(`, `data-uri(` and any other bracket. */
  #bracket(): void {
    const word = /[\w-]+$/.exec(this.text.slice(Math.max(0, this.#at - 30), this.#at))?.[0] ?? "";
    if (/^(?:url|-moz-document|url-prefix)$/i.test(word)) return this.#url("asset", "asset");
    this.#open.push(word);
    this.#at += 1;
    if (word === "load-css") this.#argument("stylesheet import", "sass");
    else if (word === "data-uri") this.#dataUri();
    else if (word === "source") this.#argument("pattern", "scope");
    else if (word === "import" && this.text.charAt(this.#at - 8) === ":") this.#argument("stylesheet import", "css");
  }

  /** The first argument of a call, if it is a string and nothing is added to it. */
  #argument(kind: ReferenceKind, lookup: Lookup): void {
    this.#skipSpace();
    const named = /^\$url\s*:\s*/.exec(this.text.slice(this.#at, this.#at + 40));
    this.#at += named?.[0].length ?? 0;
    const literal = readQuoted(this.text, this.#at);
    if (!literal) return this.#addVariable();
    this.#at = literal.end + 1;
    this.#skipSpace();
    if (/[,)]/.test(this.text.charAt(this.#at))) this.#add(kind, lookup, literal);
    else this.#addComputed(literal);
  }

  /** `data-uri("image/svg+xml;charset=UTF-8", "image.svg")`: the last argument is the file. */
  #dataUri(): void {
    this.#skipSpace();
    const first = readQuoted(this.text, this.#at);
    if (!first) return;
    this.#at = first.end + 1;
    this.#skipSpace();
    if (this.text.charAt(this.#at) !== ",") return this.#add("asset", "asset", first);
    this.#at += 1;
    this.#argument("asset", "asset");
  }

  /** `url("a.png")`, `url(a.png)`; what is put together from variables has no name that could be read. */
  #url(kind: ReferenceKind, lookup: Lookup): void {
    this.#at += 1;
    this.#skipSpace(false);
    const quoted = readQuoted(this.text, this.#at);
    const literal = quoted ?? readBare(this.text, this.#at);
    if (!quoted && /^[$@](?!\{)|^[\w-]+\.\$/.test(literal?.value ?? "")) return this.#addVariable();
    const end = literal ? literal.end + literal.quote.length : this.#at;
    this.#at = end;
    this.#skipSpace(false);
    const isWhole = this.text.charAt(this.#at) === ")";
    if (!literal) return;
    if (isWhole) this.#add(kind, lookup, literal);
    else this.#addComputed(literal);
    if (isWhole) this.#at += 1;
  }

  #skipSpace(comments = true): void {
    for (;;) {
      const [space = ""] = /^\s*/.exec(this.text.slice(this.#at, this.#at + 400)) ?? [];
      this.#at += space.length;
      if (space.length < 400 && !(comments && this.text.charAt(this.#at) === "/" && this.#skipComment())) return;
    }
  }

  #atRule(): void {
    const [, name = ""] = /^@([\w-]+)/.exec(this.text.slice(this.#at, this.#at + 40)) ?? [];
    this.#at += 1 + name.length;
    const lookup = loading.get(name)?.(this.dialect);
    if (lookup) this.#loads(name, lookup);
    else if (name === "value") this.#from();
    else if (name === "reference" || (name === "require" && this.dialect === "css")) this.#names("css");
    else if (name === "config" || name === "plugin") this.#names("module");
    else if (name === "source") this.#names("scope");
  }

  /** One quoted name behind an at-rule: `@config "../tailwind.config.js"`. */
  #names(lookup: Lookup): void {
    this.#skipSpace();
    const [not = ""] = /^not\s+/.exec(this.text.slice(this.#at, this.#at + 20)) ?? [];
    const literal = readQuoted(this.text, this.#at + not.length);
    if (literal) this.#add(lookup === "scope" ? "pattern" : "stylesheet import", lookup, literal);
    if (literal) this.#at = literal.end + 1;
  }

  /** A list of names: `@import (reference) "a", url(b.css) print;`, and without quotes in indented Sass. */
  #loads(rule: string, lookup: Lookup): void {
    for (;;) {
      this.#skipSpace(this.dialect !== "sass");
      const options = lookup === "less" ? /^\(([^)]*)\)\s*/.exec(this.text.slice(this.#at, this.#at + 100)) : null;
      this.#at += options?.[0].length ?? 0;
      this.#load(rule, lookup, options?.[1] ?? "");
      this.#skipSpace(this.dialect !== "sass");
      if (rule !== "import" || this.text.charAt(this.#at) !== ",") return;
      this.#at += 1;
    }
  }

  #load(rule: string, lookup: Lookup, options: string): void {
    if (/^url\(/i.test(this.text.slice(this.#at, this.#at + 4))) {
      this.#at += 3;
      return this.#url("stylesheet import", lookup === "less" && !/\bcss\b/.test(options) ? "less" : "css");
    }
    const literal = readQuoted(this.text, this.#at) ?? (this.dialect === "sass" ? this.#unquoted() : undefined);
    if (!literal) return;
    this.#at = literal.end + literal.quote.length;
    const rest = this.#tail(literal);
    const isPlain =
      rule === "import" &&
      lookup !== "css" &&
      (/^https?:|^\/\//.test(literal.value) ||
        (/\.css$/.test(literal.value) && !/\b(?:less|inline)\b/.test(options)) ||
        (lookup === "sass" && rest !== ""));
    const hasNamespace = rule === "use" && !/^as\s/.test(rest);
    const namespace = hasNamespace ? namespaceOf(literal.value) : undefined;
    this.#add("stylesheet import", isPlain ? "css" : lookup, literal, namespace);
    if (rule === "import" && !rest.includes("(")) this.#at += this.#tailOf(literal).length;
  }

  /** What stands behind a name, up to the comma or the end of the statement: media queries, `as`, `with`. */
  #tail(literal: SheetLiteral): string {
    return this.#tailOf(literal)
      .replace(/\/\*[^]*?\*\/|\/\/.*/g, "")
      .trim();
  }

  #tailOf({ end, quote }: SheetLiteral): string {
    const from = end + quote.length;
    const ends = this.dialect === "sass" ? /^[^;,\n]*/ : /^[^;,}]*/;
    return ends.exec(this.text.slice(from, from + 200))?.[0] ?? "";
  }

  /** `@import base, sizes/all` */
  #unquoted(): SheetLiteral | undefined {
    const [value = ""] = /^[^\s,;"'()]+/.exec(this.text.slice(this.#at, this.#at + 400)) ?? [];
    return value === "" || value.startsWith("/") || value.startsWith("$")
      ? undefined
      : { start: this.#at, end: this.#at + value.length, quote: "", value };
  }

  /** `@value primary, secondary from "./colours.css"` */
  #from(): void {
    const [statement = ""] = /^[^;{}\n]*/.exec(this.text.slice(this.#at, this.#at + 1000)) ?? [];
    this.#fromIn(statement);
  }

  /** `composes: base large from "../base.module.css"`: one sheet for each group of names. */
  #composes(): void {
    this.#at += "composes".length;
    const [statement = ""] = /^[^;{}]*/.exec(this.text.slice(this.#at, this.#at + 1000)) ?? [];
    this.#fromIn(statement);
  }

  #fromIn(statement: string): void {
    const begin = this.#at;
    for (const { index, 0: whole } of statement.matchAll(/\bfrom\s+(?=["'])/g)) {
      const literal = readQuoted(this.text, begin + index + whole.length);
      if (literal) this.#add("stylesheet import", "css", literal);
    }
    this.#at = begin + statement.length;
  }

  #add(kind: ReferenceKind, lookup: Lookup, literal: SheetLiteral, namespace?: string): void {
    const { start, end, quote, value } = literal;
    if (value === "" || /^(?:#(?!\{)|data:|about:)/i.test(value)) return;
    if (interpolation.test(value)) return this.#addComputed(literal);
    if (/<[?%]|\{\{|^%/.test(value)) return;
    this.references.push({
      kind,
      lookup,
      start,
      end,
      specifier: value,
      quote,
      ...(namespace !== undefined && { namespace }),
    });
  }

  /** A name beside the file needs no dots in a sheet, so they are put before its head; without any head it may be anything. */
  #addComputed({ start, value, end }: SheetLiteral): void {
    const fixed = interpolation.exec(value)?.index ?? value.length;
    const head = value.slice(0, fixed);
    if (/^(?:#|data:|about:)/i.test(head)) return;
    const isBeside = head !== "" && !/^(?:[.~/@]|[a-z][\w+.-]*:)/i.test(head);
    this.computed.push({
      start,
      end: head === "" ? end : Math.min(end, start + fixed),
      head: isBeside ? `./${head}` : head,
    });
  }

  /** A variable, or what it is part of, up to the end of the argument. */
  #addVariable(): void {
    const [whole = ""] = /^[^,();{}\n]*/.exec(this.text.slice(this.#at, this.#at + 400)) ?? [];
    if (/^[$@\w.]*[$@]/.test(whole)) this.computed.push({ start: this.#at, end: this.#at + whole.length, head: "" });
  }
}

const interpolation = /#\{|@\{|\$\{/;

/** The name by which a module's members are called: `src/_corners.scss` → `corners`; `theme/` → none is certain. */
export function namespaceOf(specifier: string): string | undefined {
  if (/^sass:/.test(specifier)) return undefined;
  const last = specifier.replace(/\/+$/, "").split("/").at(-1) ?? "";
  return last.replace(/^_/, "").split(".")[0];
}
