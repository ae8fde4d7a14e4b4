/**
 * C#'s tokens: comments, directives, strings that are plain, verbatim, raw or have code in them. Nothing is copied: after each step the
 * scanner says what it stands on and from where to where. Source: Microsoft, "C# language specification", Lexical structure; "Raw string
 * literals" (C# 11).
 */

/** What the scanner stands on. Of a string with code in it each piece of text is one `text`, and its code lies between. */
export type TokenKind = "name" | "number" | "text" | "mark" | "directive" | "end";

const [tab, newline, returns, space] = [9, 10, 13, 32];
const [double, hash, dollar, single, openParen, closeParen, star, colon, slash, at, backslash, openBrace, closeBrace] =
  [34, 35, 36, 39, 40, 41, 42, 58, 47, 64, 92, 123, 125];

/** A string that is open: how it is written, and how many braces begin and end code in it. */
interface OpenText {
  readonly form: "plain" | "verbatim" | "raw";
  /** Quotes that close a raw one. */
  readonly quotes: number;
  readonly braces: number;
  /** How many brackets were open where its code began. */
  from: number;
}

function isNameStart(code: number): boolean {
  return (code >= 65 && code <= 90) || (code >= 97 && code <= 122) || code === 95 || (code >= 0xaa && code !== 0xfeff);
}

function isDigit(code: number): boolean {
  return code >= 48 && code <= 57;
}

/** Goes through a text, token by token. */
export class Scanner {
  kind: TokenKind = "end";
  /** Where the token begins and ends; of a text, without its quotes; of a name, without its `@`. */
  start = 0;
  end = 0;
  /** The mark's code unit. */
  mark = 0;
  /** `whole`: a string without code in it. `first`, `next`: a piece of one with code, the first or a later one. */
  piece: "whole" | "first" | "next" = "whole";
  form: OpenText["form"] = "plain";
  /** How many brackets are open. */
  depth = 0;
  /** What is wrong with the text, once something is. */
  problem: { readonly offset: number; readonly message: string } | undefined;

  #at = 0;
  readonly #open: OpenText[] = [];

  constructor(readonly text: string) {
    if (text.charCodeAt(0) === 0xfeff) this.#at = 1;
  }

  /** Goes on to the next token. */
  next(): TokenKind {
    const { text } = this;
    for (;;) {
      const code = text.charCodeAt(this.#at);
      if (Number.isNaN(code)) return this.#finish();
      if (code === space || code === newline || code === tab || code === returns) {
        this.#at += 1;
        continue;
      }
      const second = text.charCodeAt(this.#at + 1);
      if (code === slash && second === slash) {
        this.#at = this.#lineEnd(this.#at);
        continue;
      }
      if (code === slash && second === star) {
        const close = text.indexOf("*/", this.#at + 2);
        if (close < 0) return this.#broken(this.#at, "a comment does not end");
        this.#at = close + 2;
        continue;
      }
      if (code === hash && this.#isLineStart()) return this.#directive();
      if (code === double || code === dollar || code === at) {
        const opened = this.#openText();
        if (opened !== undefined) return opened;
      }
      if (isNameStart(code) || (code === at && isNameStart(second))) return this.#name(code === at ? 1 : 0);
      if (isDigit(code)) return this.#number();
      if (code === single) return this.#letter();
      return this.#bracket(code);
    }
  }

  #lineEnd(from: number): number {
    const end = this.text.indexOf("\n", from);
    return end < 0 ? this.text.length : end;
  }

  #isLineStart(): boolean {
    return /(?:^|\n)[ \t\uFEFF]*$/.test(this.text.slice(Math.max(0, this.#at - 200), this.#at));
  }

  #directive(): TokenKind {
    this.start = this.#at;
    this.end = this.#at = this.#lineEnd(this.#at);
    return (this.kind = "directive");
  }

  #name(skip: number): TokenKind {
    this.start = this.#at + skip;
    let end = this.start + 1;
    for (let code = this.text.charCodeAt(end); isNameStart(code) || isDigit(code); code = this.text.charCodeAt(end))
      end += 1;
    this.end = this.#at = end;
    return (this.kind = "name");
  }

  #number(): TokenKind {
    this.start = this.#at;
    const [word = ""] = /^\d[\w]*(?:\.\d\w*)?/.exec(this.text.slice(this.#at, this.#at + 100)) ?? [];
    this.end = this.#at += word.length;
    return (this.kind = "number");
  }

  #letter(): TokenKind {
    const [whole] = /^'(?:\\.[^'\r\n]*|[^\\'\r\n])'/u.exec(this.text.slice(this.#at, this.#at + 16)) ?? [];
    if (whole === undefined) return this.#broken(this.#at, "a character does not end");
    this.start = this.#at;
    this.end = this.#at += whole.length;
    return (this.kind = "number");
  }

  #bracket(code: number): TokenKind {
    const open = this.#open.at(-1);
    // Code in a string ends with the brace that closes it, or goes on to its format with a colon.
    if (open && this.depth === open.from && (code === closeBrace || (code === colon && !this.#isDouble()))) {
      if (code === colon) {
        const close = this.text.indexOf("}", this.#at);
        if (close < 0) return this.#broken(this.#at, "code in a string does not end");
        this.#at = close;
      }
      this.#at += open.braces;
      return this.#piece(open, "next");
    }
    if (code === openParen || code === openBrace || code === 91) this.depth += 1;
    else if (code === closeParen || code === closeBrace || code === 93) this.depth = Math.max(0, this.depth - 1);
    this.start = this.#at;
    this.end = this.#at += 1;
    this.mark = code;
    return (this.kind = "mark");
  }

  /** `global::Tree`: two colons are no format. */
  #isDouble(): boolean {
    return this.text.charCodeAt(this.#at + 1) === colon || this.text.charCodeAt(this.#at - 1) === colon;
  }

  /** `"…"`, `@"…"`, `$"…"`, `$@"…"`, `"""…"""`, `$$"""…"""`; nothing where it is none. */
  #openText(): TokenKind | undefined {
    const [head = "", signs = "", quotes = ""] = /^([$@]*)("+)/.exec(this.text.slice(this.#at, this.#at + 64)) ?? [];
    if (head === "") return undefined;
    const dollars = signs.replaceAll("@", "").length;
    const isRaw = quotes.length >= 3 && !signs.includes("@");
    const form = isRaw ? "raw" : signs.includes("@") ? "verbatim" : "plain";
    this.#at += signs.length + (isRaw ? quotes.length : 1);
    const open = {
      form,
      quotes: isRaw ? quotes.length : 1,
      braces: isRaw ? dollars : Math.min(1, dollars),
      from: 0,
    } as const;
    return this.#piece({ ...open }, "whole");
  }

  /** The text up to the string's end, or to where code begins in it. */
  #piece(open: OpenText, piece: "whole" | "next"): TokenKind {
    const { text } = this;
    const { form, quotes, braces } = open;
    const begin = this.#at;
    const close = '"'.repeat(quotes);
    for (let at = begin; ; at += 1) {
      const code = text.charCodeAt(at);
      if (Number.isNaN(code) || (form === "plain" && (code === newline || code === returns)))
        return this.#broken(begin, "a string does not end");
      if (form === "plain" && code === backslash) at += 1;
      else if (code === double && form === "verbatim" && text.charCodeAt(at + 1) === double) at += 1;
      else if (code === double && text.startsWith(close, at)) {
        // Of more quotes than close it, the last do.
        let last = at + quotes;
        while (form === "raw" && text.charCodeAt(last) === double) last += 1;
        if (piece === "next") this.#open.pop();
        return this.#token(begin, last - quotes, last, piece === "next" ? "next" : "whole", form);
      } else if (braces > 0 && code === openBrace) {
        let count = 1;
        while (text.charCodeAt(at + count) === openBrace) count += 1;
        const isCode = form === "raw" ? count >= braces : count % 2 === 1;
        if (!isCode) {
          at += count - 1;
          continue;
        }
        const from = at + count - braces;
        if (piece !== "next") this.#open.push(open);
        open.from = this.depth;
        return this.#token(begin, from, from + braces, piece === "next" ? "next" : "first", form);
      }
    }
  }

  #token(start: number, end: number, at: number, piece: Scanner["piece"], form: OpenText["form"]): TokenKind {
    [this.start, this.end, this.#at, this.piece, this.form] = [start, end, at, piece, form];
    return (this.kind = "text");
  }

  #broken(offset: number, message: string): TokenKind {
    this.problem ??= { offset, message };
    this.#at = this.text.length;
    return this.#finish();
  }

  #finish(): TokenKind {
    if (this.#open.length > 0) this.problem ??= { offset: this.text.length, message: "a string does not end" };
    this.start = this.end = this.text.length;
    return (this.kind = "end");
  }
}
