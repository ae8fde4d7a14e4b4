/**
 * The rows of a text by its brackets alone, for languages in which those say enough: lists in `[]`, blocks and maps in `{}`, named
 * arguments in `()`.
 */
import type { Row, RowItem, RowKind } from "./rows.js";

/** One token: a bracket knows where its other half is in the list. */
export interface BracketToken {
  readonly text: string;
  readonly start: number;
  readonly end: number;
  /** Of a bracket, where its other half is in the list. */
  readonly match: number;
}

/** What one language says besides. */
export interface BracketForms {
  /** Words before which a block is not over: `else`, `catch`. */
  readonly goesOn: RegExp;
  /** The word before what a function gives back. */
  readonly result?: string;
}

/** All rows of a text, the outermost one with the others in it. */
export function rowsByBrackets(tokens: readonly BracketToken[], length: number, forms: BracketForms): Row {
  const reader = new BracketReader(tokens, forms);
  return { kind: "statements", start: 0, end: length, separator: "", items: reader.statements(0, tokens.length) };
}

class BracketReader {
  constructor(
    readonly tokens: readonly BracketToken[],
    readonly forms: BracketForms,
  ) {}

  /** Statements from one token up to another: each ends with `;`, or with a block that nothing follows. */
  statements(from: number, to: number): RowItem[] {
    const items: RowItem[] = [];
    let first = from;
    for (let at = from; at < to; at += 1) {
      const token = this.#at(at);
      if (token.match > at) at = token.match;
      const closed = this.#at(at);
      const next = at + 1 < to ? this.#at(at + 1).text : "";
      const isBlock = closed.text === "}" && at > first && !/^[;,.)?:\]=]/.test(next) && !this.forms.goesOn.test(next);
      if (closed.text !== ";" && !isBlock && at + 1 < to) continue;
      items.push(this.#item(first, at + 1));
      first = at + 1;
    }
    return items;
  }

  #item(from: number, to: number): RowItem {
    const isResult = this.#at(from).text === this.forms.result;
    const span = { start: this.#at(from).start, end: this.#at(to - 1).end };
    return { ...span, rows: this.#rows(from, to), ...(isResult && { isResult }) };
  }

  /** The outermost rows between two tokens. */
  #rows(from: number, to: number): Row[] {
    const rows: Row[] = [];
    for (let at = from; at < to; at += 1) {
      const { text, match } = this.#at(at);
      if (match <= at) continue;
      const row = this.#row(at, match, text);
      rows.push(...(row ? [row] : this.#rows(at + 1, match)));
      at = match;
    }
    return rows;
  }

  #row(open: number, close: number, bracket: string): Row | undefined {
    const [start, end] = [this.#at(open).end, this.#at(close).start];
    const marks = this.#marks(open + 1, close);
    const isNamed = this.#isNamedGroup(open, close, marks);
    const isStatements = !isNamed && bracket === "{" && (marks.has(";") || (!marks.has(",") && !marks.has(":")));
    if (isStatements) return { kind: "statements", start, end, separator: "", items: this.statements(open + 1, close) };
    const items = this.#entries(open + 1, close);
    // Arguments count by their place, but for those that have names.
    if (bracket === "(" && (items.length === 0 || !items.every(([from]) => this.#at(from + 1).text === ":")))
      return undefined;
    const kind: RowKind = "entries";
    const span = isNamed ? { start: start - 1, end: end + 1 } : { start, end };
    return { kind, ...span, separator: ",", items: items.map(([from, to]) => this.#item(from, to)) };
  }

  /** `(this.a, {this.b})`: parameters with names, whose braces stand only as long as there are some. */
  #isNamedGroup(open: number, close: number, marks: ReadonlySet<string>): boolean {
    const isLast = this.#at(close + 1).text === ")" && /^[(,]$/.test(this.#at(open - 1).text);
    return this.#at(open).text === "{" && isLast && !marks.has(":") && !marks.has(";");
  }

  /** The marks that stand between two tokens and in no bracket. */
  #marks(from: number, to: number): ReadonlySet<string> {
    const found = new Set<string>();
    for (let at = from; at < to; at += 1) {
      const { text, match } = this.#at(at);
      if (match > at) at = match;
      else found.add(text);
    }
    return found;
  }

  #entries(from: number, to: number): [number, number][] {
    const found: [number, number][] = [];
    let first = from;
    for (let at = from; at <= to; at += 1) {
      const token = at < to ? this.#at(at) : undefined;
      if (token && token.match > at) {
        at = token.match;
        if (at < to) continue;
      }
      if (token && token.text !== ",") continue;
      if (at > first) found.push([first, Math.min(at, to)]);
      first = at + 1;
    }
    return found;
  }

  #at(index: number): BracketToken {
    return this.tokens[index] ?? { text: "", start: 0, end: 0, match: -1 };
  }
}
