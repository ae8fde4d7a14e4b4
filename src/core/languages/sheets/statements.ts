/**
 * The statements of a sheet, one within another: by braces in CSS, SCSS and Less, by indentation in Sass.
 *
 * Sources: CSS Syntax Module Level 3, "Parsing"; the Sass documentation, "Structure" and "The Indented Syntax"; Less documentation,
 * "Features".
 */
import type { SheetStatement } from "../sheet-forms.js";
import type { Dialect } from "./scan.js";

/** Tells them apart; `undefined` where a block, a bracket, a text or a comment does not end. */
export function sheetStatements(text: string, dialect: Dialect): readonly SheetStatement[] | undefined {
  try {
    return dialect === "sass" ? new IndentedReader(text).read() : new BraceReader(text, dialect).read();
  } catch (error) {
    if (error instanceof Unfinished) return undefined;
    throw error;
  }
}

/** Something does not end, or is nested deeper than anybody writes. */
class Unfinished extends Error {}

/** Blocks within blocks, and brackets within brackets. */
const deepest = 200;

/** Passes over what may hold any character: comments, texts, `url(…)`, interpolation. */
class Passer {
  #depth = 0;

  constructor(
    readonly text: string,
    readonly dialect: Dialect,
  ) {}

  /** Behind the comment that begins here; the same offset where none does. */
  comment(at: number): number {
    const { text } = this;
    if (text.charAt(at) !== "/") return at;
    if (text.charAt(at + 1) === "*") {
      const end = text.indexOf("*/", at + 2);
      if (end < 0) throw new Unfinished();
      return end + 2;
    }
    if (this.dialect === "css" || text.charAt(at + 1) !== "/") return at;
    return this.endOfLine(at);
  }

  endOfLine(from: number): number {
    const end = this.text.indexOf("\n", from);
    if (end < 0) return this.text.length;
    return this.text.charAt(end - 1) === "\r" ? end - 1 : end;
  }

  string(at: number): number {
    const { text } = this;
    const quote = text.charAt(at);
    for (let each = at + 1; each < text.length; each += 1) {
      const unit = text.charAt(each);
      if (unit === quote) return each + 1;
      if (unit === "\\") each += 1;
      else if (unit === "\n" && quote !== "`") throw new Unfinished();
      else if (unit === "#" && text.charAt(each + 1) === "{" && this.dialect !== "css" && this.dialect !== "less")
        each = this.brackets(each + 1) - 1;
    }
    throw new Unfinished();
  }

  /** Behind the bracket that closes the one that stands here. */
  brackets(at: number): number {
    this.#depth += 1;
    if (this.#depth > deepest) throw new Unfinished();
    const end = this.#closing(at);
    this.#depth -= 1;
    return end;
  }

  #closing(at: number): number {
    const { text } = this;
    if (text.charAt(at) === "(" && /(?:^|[^\w-])(?:url|url-prefix)$/i.test(text.slice(Math.max(0, at - 12), at))) {
      const bare = this.#bareUrl(at);
      if (bare !== undefined) return bare;
    }
    let each = at + 1;
    while (each < text.length) {
      const unit = text.charAt(each);
      if (unit === ")" || unit === "]" || unit === "}") return each + 1;
      each = this.step(each);
    }
    throw new Unfinished();
  }

  /** `url(data:image/png;base64,…)`: no bracket, text or comment is one in it. */
  #bareUrl(at: number): number | undefined {
    const [whole] =
      /^\(\s*(?:\\[^]|#\{[^}]*\}|@\{[^}]*\}|[^\s"'()\\])*\s*\)/.exec(this.text.slice(at, at + 200_000)) ?? [];
    return whole === undefined ? undefined : at + whole.length;
  }

  /** Behind what begins here, whatever it is. */
  step(at: number): number {
    const { text } = this;
    const unit = text.charAt(at);
    if (unit === "\\") return at + 2;
    if (unit === '"' || unit === "'" || (unit === "`" && this.dialect === "less")) return this.string(at);
    if (unit === "/") return Math.max(this.comment(at), at + 1);
    if (unit === "(" || unit === "[" || unit === "{") return this.brackets(at);
    return at + 1;
  }
}

/** What a statement is, by its head and whether it has a block. */
function kindOf(
  head: string,
  hasBlock: boolean,
  dialect: Dialect,
): Pick<SheetStatement, "kind" | "word" | "continues"> {
  const variable =
    dialect === "less"
      ? /^@(?!(?:page|media|supports)(?![\w-]))([\w-]+)\s*:/.exec(head)
      : dialect === "css"
        ? null
        : /^(?:[\w-]+\.)?\$((?:[\w-]|[^\0-\x7f])+)\s*:/.exec(head);
  if (variable) return { kind: "assignment", word: variable[1] ?? "" };
  if (dialect === "less" && /^@[\w-]+\s*(?:\(\s*\)|\[)/.test(head)) return { kind: "call", word: "" };
  const rule = /^@([\w-]+)/.exec(head);
  if (rule) {
    const word = (rule[1] ?? "").toLowerCase();
    return word === "else" || word === "elseif"
      ? { kind: "at-rule", word: "else", continues: true }
      : { kind: "at-rule", word };
  }
  if (dialect === "sass" && /^\+[\w-]/.test(head)) return { kind: "at-rule", word: "include" };
  if (dialect === "sass" && /^=\s*[\w-]/.test(head)) return { kind: "at-rule", word: "mixin" };
  if (hasBlock) return { kind: /^[\w-]+\s*:\s*$/.test(head) ? "declaration" : "rule", word: "" };
  if (dialect === "less" && /^[.#]/.test(head) && !/^[.#][\w-]+\s*:[^:]/.test(head)) return { kind: "call", word: "" };
  return { kind: "declaration", word: "" };
}

/** Statements with braces. */
class BraceReader {
  readonly #pass: Passer;
  #at = 0;

  constructor(
    readonly text: string,
    readonly dialect: Dialect,
  ) {
    this.#pass = new Passer(text, dialect);
    if (text.startsWith("\uFEFF")) this.#at = 1;
  }

  read(): readonly SheetStatement[] {
    const all = this.#block();
    if (this.#at < this.text.length) throw new Unfinished();
    return all;
  }

  /** Up to the brace that closes the block, or the end. */
  #block(depth = 0): SheetStatement[] {
    if (depth > deepest) throw new Unfinished();
    const found: SheetStatement[] = [];
    for (;;) {
      this.#at += /^[\s;]*/.exec(this.text.slice(this.#at, this.#at + 4000))?.[0].length ?? 0;
      if (/[\s;]/.test(this.text.charAt(this.#at))) continue;
      if (this.#at >= this.text.length || this.text.charAt(this.#at) === "}") return found;
      const start = this.#at;
      const end = this.#pass.comment(start);
      if (end > start) {
        this.#at = end;
        const isLoud = this.text.charAt(start + 1) === "*";
        found.push({ kind: "comment", start, headEnd: end, end, word: "", isLoud });
      } else found.push(this.#statement(start, depth));
    }
  }

  #statement(start: number, depth: number): SheetStatement {
    const { text } = this;
    let at = start;
    while (at < text.length) {
      const unit = text.charAt(at);
      if (unit === "}") break;
      if (unit === ";") {
        this.#at = at + 1;
        return { ...this.#kind(start, at, false), start, headEnd: at, end: at + 1 };
      }
      const isInterpolation = unit === "{" && /[#@]/.test(text.charAt(at - 1)) && this.dialect !== "css";
      if (unit === "{" && !isInterpolation) {
        this.#at = at + 1;
        const block = this.#block(depth + 1);
        if (text.charAt(this.#at) !== "}") throw new Unfinished();
        this.#at += 1;
        return { ...this.#kind(start, at, true), start, headEnd: at, end: this.#at, block };
      }
      if (unit === ")" || unit === "]") at += 1;
      else at = this.#pass.step(at);
    }
    const end = start + text.slice(start, Math.min(at, text.length)).trimEnd().length;
    this.#at = Math.min(at, text.length);
    return { ...this.#kind(start, end, false), start, headEnd: end, end };
  }

  #kind(start: number, end: number, hasBlock: boolean): Pick<SheetStatement, "kind" | "word" | "continues"> {
    return kindOf(this.text.slice(start, end), hasBlock, this.dialect);
  }
}

interface Line {
  readonly indent: number;
  readonly start: number;
  end: number;
}

/** Statements by their indentation. */
class IndentedReader {
  readonly #pass: Passer;
  readonly #lines: Line[] = [];
  #at = 0;

  constructor(readonly text: string) {
    this.#pass = new Passer(text, "sass");
  }

  read(): readonly SheetStatement[] {
    this.#readLines();
    return this.#block(-1);
  }

  /** Lines as people mean them: what stands in brackets, or behind a comma, goes on; a comment has all that is indented below it. */
  #readLines(): void {
    const { text } = this;
    let at = text.startsWith("\uFEFF") ? 1 : 0;
    while (at < text.length) {
      const [indent = ""] = /^[ \t]*/.exec(text.slice(at, at + 2000)) ?? [];
      const start = at + indent.length;
      let end = this.#pass.endOfLine(start);
      if (end > start) {
        end =
          text.startsWith("//", start) || text.startsWith("/*", start)
            ? this.#comment(start, indent.length)
            : this.#end(start);
        this.#lines.push({ indent: indent.length, start, end: start + text.slice(start, end).trimEnd().length });
      }
      at = text.indexOf("\n", end) + 1;
      if (at === 0) return;
    }
  }

  #comment(start: number, indent: number): number {
    const { text } = this;
    let end = this.#pass.endOfLine(start);
    const closed = text.startsWith("/*", start) ? text.indexOf("*/", start + 2) : -1;
    for (let next = text.indexOf("\n", end) + 1; next > 0; next = text.indexOf("\n", next) + 1) {
      const stop = this.#pass.endOfLine(next);
      const line = text.slice(next, stop);
      const isInside = closed >= 0 && next < closed;
      if (!isInside && line.trim() !== "" && line.search(/\S/) <= indent) break;
      if (line.trim() !== "") end = stop;
    }
    return end;
  }

  #end(start: number): number {
    const { text } = this;
    let at = start;
    let lastSeen = "";
    while (at < text.length) {
      const unit = text.charAt(at);
      if (unit === "\n") {
        if (lastSeen !== ",") return at;
      } else if (!/\s/.test(unit)) lastSeen = unit;
      // An apostrophe in what is no text, in a selector or a comment, ends with its line.
      at = text.startsWith("//", at) ? this.#pass.endOfLine(at) : this.#pass.step(at);
    }
    return text.length;
  }

  #block(above: number, depth = 0): SheetStatement[] {
    if (depth > deepest) throw new Unfinished();
    const found: SheetStatement[] = [];
    const { text } = this;
    for (let line = this.#lines[this.#at]; line !== undefined && line.indent > above; line = this.#lines[this.#at]) {
      this.#at += 1;
      const { start, end, indent } = line;
      const head = text.slice(start, end);
      if (/^\/[/*]/.test(head)) {
        found.push({ kind: "comment", start, headEnd: end, end, word: "", isLoud: head.startsWith("/*") });
        continue;
      }
      const block = this.#block(indent, depth + 1);
      const last = block.at(-1);
      const headEnd = start + head.replace(/\s*;$/, "").length;
      found.push({
        ...kindOf(text.slice(start, headEnd), last !== undefined, "sass"),
        start,
        headEnd,
        end: last?.end ?? end,
        ...(last && { block }),
      });
    }
    return found;
  }
}
