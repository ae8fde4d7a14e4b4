/**
 * Swift's tokens: comments that nest, strings with code in them, raw and long strings, regular expressions. Nothing is copied: after
 * each step the scanner says what it stands on and from where to where. Source of the rules: The Swift Programming Language,
 * "Lexical Structure"; Swift Evolution 200 (raw strings) and 354 (regular expressions).
 */

/** What the scanner stands on. Of a string with code in it each piece of text is one `text`, and its code lies between. */
export type TokenKind = "name" | "number" | "text" | "mark" | "end";

const [newline, returns, space, tab] = [10, 13, 32, 9];
const [hash, dollar, backslash, double, star, slash, backtick] = [35, 36, 92, 34, 42, 47, 96];

/** 1 for what may begin a name, 2 for digits, 3 for brackets that open, 4 for those that close. */
const classes = new Uint8Array(128);
for (let code = 65; code <= 90; code += 1) classes[code] = classes[code + 32] = 1;
classes[95] = classes[dollar] = 1;
for (let code = 48; code <= 57; code += 1) classes[code] = 2;
for (const letter of "([{") classes[letter.charCodeAt(0)] = 3;
for (const letter of ")]}") classes[letter.charCodeAt(0)] = 4;

function classOf(code: number): number {
  return code < 128 ? (classes[code] ?? 0) : code >= 0xa8 && code !== 0xfeff ? 1 : 0;
}

/** A string that is open: whether three quotes close it, how many `#` it has, and how deep in brackets its code began. */
interface OpenText {
  readonly isLong: boolean;
  readonly hashes: number;
  readonly from: number;
}

/** Words behind which an expression begins, so that a slash begins a regular expression there. */
const beforeValue = /^(?:return|case|in|where|if|while|guard|switch|throw|try|await|else|yield)$/;

/** Goes through a text, token by token. */
export class Scanner {
  kind: TokenKind = "end";
  /** Where the token begins and ends; of a text, without its quotes; of a name, without backticks. */
  start = 0;
  end = 0;
  /** The mark's code unit. */
  mark = 0;
  /** `whole`: a string without code in it. `first`, `next`: a piece of one with code, the first or a later one. */
  piece: "whole" | "first" | "next" = "whole";
  /** Of a text: its quotes as they close it, `"`, `"""`, `"#`. */
  quote = "";
  /** How many brackets are open. */
  depth = 0;
  /** Whether a line ends between the token before and this one. */
  isOnNewLine = false;
  /** What is wrong with the text, once something is. */
  problem: { readonly offset: number; readonly message: string } | undefined;

  #at = 0;
  readonly #open: OpenText[] = [];
  readonly #brackets: { readonly mark: number; readonly at: number }[] = [];
  /** Whether the token before is a value, behind which a slash divides. */
  #isValue = false;

  constructor(readonly text: string) {
    if (text.charCodeAt(0) === 0xfeff) this.#at = 1;
    if (text.startsWith("#!", this.#at)) this.#at = lineEnd(text, this.#at);
  }

  /** Goes on to the next token. */
  next(): TokenKind {
    const { text } = this;
    this.isOnNewLine = false;
    for (;;) {
      const code = text.charCodeAt(this.#at);
      if (code === space || code === newline || code === tab || code === returns || code === 0xa0) {
        if (code === newline) this.isOnNewLine = true;
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
        if (!this.#isValue && this.#skipPattern()) continue;
      }
      const kind = classOf(code);
      if (kind === 1) return this.#name();
      if (kind === 2) return this.#number();
      if (code === double) return this.#openText(0);
      if (code === hash) {
        const hashes = this.#hashesAt(this.#at);
        const behind = text.charCodeAt(this.#at + hashes);
        if (behind === double) return this.#openText(hashes);
        if (behind === slash && this.#skipLongPattern(hashes)) continue;
        return this.#name();
      }
      if (code === backtick) return this.#quotedName();
      return this.#bracket(code, kind);
    }
  }

  #hashesAt(at: number): number {
    let count = 0;
    while (this.text.charCodeAt(at + count) === hash) count += 1;
    return count;
  }

  #name(): TokenKind {
    const { text } = this;
    this.start = this.#at;
    let at = this.#at + 1;
    for (let kind = classOf(text.charCodeAt(at)); kind === 1 || kind === 2; kind = classOf(text.charCodeAt(at)))
      at += 1;
    this.end = this.#at = at;
    this.#isValue = !(this.end - this.start < 7 && beforeValue.test(text.slice(this.start, this.end)));
    return (this.kind = "name");
  }

  #quotedName(): TokenKind {
    const end = this.text.indexOf("`", this.#at + 1);
    this.start = this.#at + 1;
    this.end = end < 0 ? this.#at + 1 : end;
    this.#at = end < 0 ? this.#at + 1 : end + 1;
    this.#isValue = true;
    return (this.kind = "name");
  }

  #number(): TokenKind {
    const { text } = this;
    this.start = this.#at;
    let at = this.#at + 1;
    for (;;) {
      const code = text.charCodeAt(at);
      const kind = classOf(code);
      // `1.5`, `0x1p-3`; not `1..<3`, not `1.description`.
      const isPoint = code === 46 && classOf(text.charCodeAt(at + 1)) === 2;
      if (kind !== 1 && kind !== 2 && !isPoint) break;
      at += 1;
    }
    this.end = this.#at = at;
    this.#isValue = true;
    return (this.kind = "number");
  }

  #bracket(code: number, kind: number): TokenKind {
    this.start = this.#at;
    this.#at += 1;
    this.end = this.#at;
    this.mark = code;
    this.kind = "mark";
    this.#isValue = kind === 4 || code === 33 || code === 63;
    if (kind === 3) {
      this.#brackets.push({ mark: code, at: this.start });
      this.depth = this.#brackets.length;
    } else if (kind === 4) return this.#close(code);
    return this.kind;
  }

  #close(code: number): TokenKind {
    const open = this.#brackets.pop();
    if (!open || !isPair(open.mark, code)) {
      this.problem ??= { offset: this.start, message: "a bracket does not fit" };
      if (open) this.#brackets.push(open);
      return this.kind;
    }
    this.depth = this.#brackets.length;
    const text = this.#open.at(-1);
    if (text?.from !== this.depth) return this.kind;
    this.#open.pop();
    return this.#textFrom(text, "next");
  }

  #openText(hashes: number): TokenKind {
    const at = this.#at + hashes;
    const isLong = this.text.startsWith('"""', at);
    this.#at = at + (isLong ? 3 : 1);
    return this.#textFrom({ isLong, hashes, from: this.depth }, "first");
  }

  /** From where a string's text goes on to its end, or to code in it. */
  #textFrom(open: OpenText, piece: "first" | "next"): TokenKind {
    const { text } = this;
    const { isLong, hashes } = open;
    this.kind = "text";
    this.start = this.#at;
    this.quote = (isLong ? '"""' : '"') + "#".repeat(hashes);
    for (let at = this.#at; ; at += 1) {
      const code = text.charCodeAt(at);
      if (Number.isNaN(code) || (!isLong && (code === newline || code === returns))) {
        this.problem ??= { offset: this.start - 1, message: "a string has no end" };
        [this.end, this.#at] = [at, at];
        this.piece = piece === "first" ? "whole" : piece;
        this.#isValue = true;
        return this.kind;
      }
      if (code === double && text.startsWith(this.quote, at)) {
        [this.end, this.#at] = [at, at + this.quote.length];
        this.piece = piece === "first" ? "whole" : piece;
        this.#isValue = true;
        return this.kind;
      }
      if (code !== backslash || this.#hashesAt(at + 1) < hashes) continue;
      if (text.charCodeAt(at + 1 + hashes) === 40) {
        this.end = at;
        this.#at = at + 2 + hashes;
        this.piece = piece;
        this.#open.push(open);
        this.#brackets.push({ mark: 40, at: at + 1 + hashes });
        this.depth = this.#brackets.length;
        this.#isValue = false;
        return this.kind;
      }
      at += hashes + 1;
    }
  }

  #skipComment(): boolean {
    const { text } = this;
    const start = this.#at;
    let depth = 0;
    for (let at = start; at < text.length; at += 1) {
      const code = text.charCodeAt(at);
      const next = text.charCodeAt(at + 1);
      if (code === newline) this.isOnNewLine = true;
      if (code === slash && next === star) {
        depth += 1;
        at += 1;
      } else if (code === star && next === slash) {
        depth -= 1;
        at += 1;
        if (depth > 0) continue;
        this.#at = at + 1;
        return true;
      }
    }
    this.problem ??= { offset: start, message: "a comment has no end" };
    this.#at = text.length;
    return false;
  }

  /** A regular expression between slashes in one line; it begins with no blank. */
  #skipPattern(): boolean {
    const { text } = this;
    const first = text.charCodeAt(this.#at + 1);
    if (first === space || first === tab || first === 61) return false;
    for (let at = this.#at + 1; at < text.length; at += 1) {
      const code = text.charCodeAt(at);
      if (code === newline || code === returns) return false;
      if (code === backslash) at += 1;
      else if (code === slash) {
        const last = text.charCodeAt(at - 1);
        if (last === space || last === tab) return false;
        this.#at = at + 1;
        this.#isValue = true;
        return true;
      }
    }
    return false;
  }

  #skipLongPattern(hashes: number): boolean {
    const end = this.text.indexOf(`/${"#".repeat(hashes)}`, this.#at + hashes + 1);
    if (end < 0) return false;
    this.#at = end + 1 + hashes;
    this.#isValue = true;
    return true;
  }

  #finish(): TokenKind {
    const open = this.#brackets.at(-1);
    if (open) this.problem ??= { offset: open.at, message: "a bracket has no end" };
    this.start = this.end = this.text.length;
    return (this.kind = "end");
  }
}

function lineEnd(text: string, at: number): number {
  const end = text.indexOf("\n", at);
  return end < 0 ? text.length : end;
}

function isPair(open: number, close: number): boolean {
  return open === 40 ? close === 41 : close === open + 2;
}
