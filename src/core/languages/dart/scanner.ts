/**
 * Dart's tokens: comments that nest, raw and multi-line strings, strings with code in them. Nothing is copied: after each step
 * the scanner says what it stands on and from where to where. Source of the rules: Dart Programming Language Specification,
 * 17.7 "Strings", 21.1 "Lexical rules".
 */

/** What the scanner stands on. Of a string with code in it each piece of text is one `text`, and its code lies between. */
export type TokenKind = "name" | "number" | "text" | "mark" | "end";

const [newline, returns, space, tab] = [10, 13, 32, 9];
const [dollar, backslash, single, double, star, slash, openBrace, closeBrace] = [36, 92, 39, 34, 42, 47, 123, 125];
const lowerR = 114;

/** 1 for what may begin a name, 2 for digits. */
const classes = new Uint8Array(128);
for (let code = 65; code <= 90; code += 1) classes[code] = classes[code + 32] = 1;
classes[95] = classes[dollar] = 1;
for (let code = 48; code <= 57; code += 1) classes[code] = 2;

function classOf(code: number): number {
  return code < 128 ? (classes[code] ?? 0) : 0;
}

/** A string that is open: its quote, whether three of them close it, and how deep in braces its code began. */
interface OpenText {
  readonly quote: number;
  readonly isLong: boolean;
  readonly from: number;
}

/** Goes through a text, token by token. */
export class Scanner {
  kind: TokenKind = "end";
  /** Where the token begins and ends; of a text, without its quotes. */
  start = 0;
  end = 0;
  /** The mark's code unit. */
  mark = 0;
  /** Whether it is the brace behind code in a string. The one before that code stands in the string, and is no mark. */
  endsCode = false;
  /** Of a text: its quote as it closes (`'`, `"""`, …), whether it is raw, and whether it is a piece of a string with code in it. */
  quote = "";
  isRaw = false;
  /** `whole`: no code in it. `first`, `next`: a piece of a string with code, the first or a later one. */
  piece: "whole" | "first" | "next" = "whole";
  /** How many brackets are open. */
  depth = 0;
  /** What is wrong with the text, once something is. */
  problem: { readonly offset: number; readonly message: string } | undefined;

  #at = 0;
  readonly #open: OpenText[] = [];
  readonly #brackets: { readonly mark: number; readonly at: number }[] = [];
  /** A string whose text goes on at `#at`. */
  #resumes: OpenText | undefined;
  /** A name that stands in a string behind a plain dollar. */
  #inText = false;

  constructor(readonly text: string) {
    // A byte-order mark, and the line by which a system runs the file.
    if (text.charCodeAt(0) === 0xfeff) this.#at = 1;
    if (text.startsWith("#!", this.#at)) this.#at = lineEnd(text, this.#at);
  }

  /** Goes on to the next token. */
  next(): TokenKind {
    if (this.#inText) {
      this.#inText = false;
      return this.#name();
    }
    if (this.#resumes) {
      const text = this.#resumes;
      this.#resumes = undefined;
      return this.#textFrom(text, "next");
    }
    return this.#code();
  }

  #code(): TokenKind {
    const { text } = this;
    for (;;) {
      const code = text.charCodeAt(this.#at);
      if (code === space || code === newline || code === tab || code === returns) {
        this.#at += 1;
        continue;
      }
      if (Number.isNaN(code)) return this.#finish();
      if (code === slash) {
        const second = text.charCodeAt(this.#at + 1);
        if (second === slash) {
          this.#at = lineEnd(text, this.#at);
          continue;
        }
        if (second === star) {
          if (!this.#skipComment()) return this.#finish();
          continue;
        }
      }
      const kind = classOf(code);
      if (kind === 1) {
        if (code === lowerR && this.#isQuote(this.#at + 1)) return this.#openText(this.#at + 1, true);
        return this.#name();
      }
      if (kind === 2) return this.#number();
      if (code === single || code === double) return this.#openText(this.#at, false);
      return this.#bracket(code);
    }
  }

  #isQuote(at: number): boolean {
    const code = this.text.charCodeAt(at);
    return code === single || code === double;
  }

  #name(): TokenKind {
    const { text } = this;
    this.start = this.#at;
    let at = this.#at + 1;
    const isInText = this.#resumes !== undefined;
    for (;;) {
      const code = text.charCodeAt(at);
      if (classOf(code) === 0 || (isInText && code === dollar)) break;
      at += 1;
    }
    this.#at = this.end = at;
    return (this.kind = "name");
  }

  #number(): TokenKind {
    const { text } = this;
    this.start = this.#at;
    let at = this.#at + 1;
    for (;;) {
      const code = text.charCodeAt(at);
      const isPart = classOf(code) !== 0 || (code === 46 && classOf(text.charCodeAt(at + 1)) === 2);
      if (!isPart) break;
      at += 1;
    }
    this.#at = this.end = at;
    return (this.kind = "number");
  }

  #bracket(code: number): TokenKind {
    this.start = this.#at;
    this.end = this.#at += 1;
    this.mark = code;
    this.endsCode = false;
    if (code === 40 || code === 91 || code === openBrace) {
      this.#brackets.push({ mark: code, at: this.start });
      this.depth += 1;
    } else if (code === 41 || code === 93 || code === closeBrace) this.#close(code);
    return (this.kind = "mark");
  }

  #close(code: number): void {
    const open = this.#brackets.pop();
    const wanted = code === 41 ? 40 : code === 93 ? 91 : openBrace;
    if (open?.mark !== wanted) {
      this.problem ??= { offset: this.start, message: "a bracket is closed that was not opened" };
      if (open) this.#brackets.push(open);
      return;
    }
    this.depth -= 1;
    const inner = this.#open.at(-1);
    if (code === closeBrace && inner?.from === open.at) {
      this.#open.pop();
      this.#resumes = inner;
      this.endsCode = true;
    }
  }

  #openText(at: number, isRaw: boolean): TokenKind {
    const quote = this.text.charCodeAt(at);
    const isLong = this.text.charCodeAt(at + 1) === quote && this.text.charCodeAt(at + 2) === quote;
    this.#at = at + (isLong ? 3 : 1);
    return this.#textFrom({ quote, isLong, from: -1 }, "first", isRaw);
  }

  /** Reads on to the end of a string, or to code in it. */
  #textFrom({ quote, isLong }: OpenText, piece: "first" | "next", isRaw = false): TokenKind {
    const { text } = this;
    this.start = this.#at;
    this.isRaw = isRaw;
    this.quote = String.fromCharCode(quote).repeat(isLong ? 3 : 1);
    for (let at = this.#at; ; at += 1) {
      const code = text.charCodeAt(at);
      if (code === quote) {
        if (isLong && (text.charCodeAt(at + 1) !== quote || text.charCodeAt(at + 2) !== quote)) continue;
        this.end = at;
        this.#at = at + (isLong ? 3 : 1);
        this.piece = piece === "first" ? "whole" : "next";
        return (this.kind = "text");
      }
      if (Number.isNaN(code) || (!isLong && (code === newline || code === returns))) {
        this.problem ??= { offset: this.start - 1, message: "a string is not closed" };
        this.end = at;
        this.#at = Number.isNaN(code) ? at : at + 1;
        this.piece = piece;
        return (this.kind = "text");
      }
      if (isRaw) continue;
      if (code === backslash) at += 1;
      else if (code === dollar) {
        const after = text.charCodeAt(at + 1);
        if (after !== openBrace && (after === dollar || classOf(after) !== 1)) continue;
        this.end = at;
        this.piece = piece;
        this.#leave({ quote, isLong, from: at + 1 }, after === openBrace);
        return (this.kind = "text");
      }
    }
  }

  /** Goes from a string into its code. */
  #leave(open: OpenText, isBraced: boolean): void {
    this.#at = open.from;
    if (!isBraced) {
      this.#inText = true;
      this.#resumes = open;
      return;
    }
    this.#open.push(open);
    this.#brackets.push({ mark: openBrace, at: open.from });
    this.depth += 1;
    this.#at += 1;
  }

  #skipComment(): boolean {
    const { text } = this;
    const from = this.#at;
    let depth = 0;
    for (let at = from; ; at += 1) {
      const code = text.charCodeAt(at);
      if (Number.isNaN(code)) break;
      if (code === slash && text.charCodeAt(at + 1) === star) {
        depth += 1;
        at += 1;
      } else if (code === star && text.charCodeAt(at + 1) === slash) {
        depth -= 1;
        at += 1;
        if (depth > 0) continue;
        this.#at = at + 1;
        return true;
      }
    }
    this.problem ??= { offset: from, message: "a comment is not closed" };
    this.#at = text.length;
    return false;
  }

  #finish(): TokenKind {
    const open = this.#brackets.at(-1);
    if (open) this.problem ??= { offset: open.at, message: "a bracket is not closed" };
    this.start = this.end = this.text.length;
    return (this.kind = "end");
  }
}

function lineEnd(text: string, from: number): number {
  const at = text.indexOf("\n", from);
  return at < 0 ? text.length : at;
}
