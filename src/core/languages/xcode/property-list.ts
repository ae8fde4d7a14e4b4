/**
 * Property lists in the old text form, in which Xcode writes its project files: every value with where it stands, so that single
 * lines can be changed and all else stays as it is. Source: Apple, "Old-Style ASCII Property Lists" (Property List Programming
 * Guide); quoting and comments as Xcode 3 to 26 write them.
 *
 *   8A01 = {isa = PBXFileReference; path = "Tree List.swift"; };
 *   ^ key                           ^ entry  ^ text: its span is inside the quotes
 */

/** A comment behind a text: where what it says begins and ends, blanks left out. */
export interface ListComment {
  readonly start: number;
  readonly end: number;
}

/** A text. `start` and `end` are those of what stands between its quotes. */
export interface ListText {
  readonly kind: "text";
  readonly value: string;
  readonly start: number;
  readonly end: number;
  readonly quote: "" | '"' | "'";
  readonly comment?: ListComment;
}

/** One key of a dictionary with its value. `end` is behind the semicolon. */
export interface ListEntry {
  readonly key: ListText;
  readonly value: ListValue;
  readonly start: number;
  readonly end: number;
}

/** A dictionary. `start` is at its brace, `end` behind the other. */
export interface ListDictionary {
  readonly kind: "dictionary";
  readonly entries: readonly ListEntry[];
  readonly start: number;
  readonly end: number;
}

/** An array. `start` is at its bracket, `end` behind the other; `ends` says of each item where it ends, its comma included. */
export interface ListArray {
  readonly kind: "array";
  readonly items: readonly ListValue[];
  readonly ends: readonly number[];
  readonly start: number;
  readonly end: number;
}

export type ListValue = ListText | ListDictionary | ListArray;

/** Why a text is no property list, and where. */
export interface ListProblem {
  readonly offset: number;
  readonly message: string;
  /** Where a merge conflict begins and ends, if that is what is wrong. */
  readonly conflict?: { readonly start: number; readonly end: number };
}

/** Values that are nested deeper than this are no project file. */
const deepest = 64;

class Broken extends Error {
  constructor(
    readonly offset: number,
    message: string,
  ) {
    super(message);
  }
}

/** Reads a whole text: its outermost dictionary, or what is wrong with it. Never throws. */
export function parsePropertyList(text: string): ListDictionary | ListProblem {
  const conflict = conflictIn(text);
  if (conflict) return { offset: conflict.start, message: "it holds a merge conflict", conflict };
  try {
    const reader = new Reader(text);
    const value = reader.value(0);
    reader.expectEnd();
    return value.kind === "dictionary" ? value : { offset: value.start, message: "it is no dictionary" };
  } catch (error) {
    if (error instanceof Broken) return { offset: error.offset, message: error.message };
    throw error;
  }
}

/** Whether reading went wrong. */
export function isProblem(value: ListDictionary | ListProblem): value is ListProblem {
  return "message" in value;
}

/** The first merge conflict, from its first mark to its last. */
function conflictIn(text: string): { start: number; end: number } | undefined {
  if (!text.includes("<<<<<<<")) return undefined;
  const found = /^<{7} [^]*?^>{7}[^\n]*/m.exec(text) ?? /^<{7} .*$/m.exec(text);
  return found ? { start: found.index, end: found.index + found[0].length } : undefined;
}

/** Letters that need no quotes. */
const bare = new Uint8Array(128);
for (const letter of "ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz0123456789_$/:.-+@*%&#!?<>[]|^~`\\'")
  bare[letter.charCodeAt(0)] = 1;
for (const letter of "'<>[]|^~`\\") bare[letter.charCodeAt(0)] = 0;

const [slash, star, quote, apostrophe, backslash, newline] = [47, 42, 34, 39, 92, 10];

class Reader {
  #at = 0;

  constructor(readonly text: string) {
    if (text.charCodeAt(0) === 0xfeff) this.#at = 1;
  }

  /** Skips blanks and comments; gives the last comment that stood on the same line. */
  #skip(): ListComment | undefined {
    const { text } = this;
    let comment: ListComment | undefined;
    for (;;) {
      const code = text.charCodeAt(this.#at);
      if (code === 32 || (code >= 9 && code <= 13) || code === 0xa0 || code === 0x2028) {
        this.#at += 1;
        continue;
      }
      if (code !== slash) return comment;
      const next = text.charCodeAt(this.#at + 1);
      if (next === slash) {
        const end = text.indexOf("\n", this.#at);
        this.#at = end < 0 ? text.length : end;
      } else if (next === star) {
        const close = text.indexOf("*/", this.#at + 2);
        if (close < 0) throw new Broken(this.#at, "a comment has no end");
        let [start, end] = [this.#at + 2, close];
        while (start < end && text.charCodeAt(start) === 32) start += 1;
        while (end > start && text.charCodeAt(end - 1) === 32) end -= 1;
        comment ??= { start, end };
        this.#at = close + 2;
      } else return comment;
    }
  }

  expectEnd(): void {
    this.#skip();
    if (this.#at < this.text.length) throw new Broken(this.#at, "something stands behind the end of the list");
  }

  value(depth: number): ListValue {
    if (depth > deepest) throw new Broken(this.#at, "it is nested too deeply");
    this.#skip();
    const code = this.text.charCodeAt(this.#at);
    if (code === 123) return this.#dictionary(depth);
    if (code === 40) return this.#array(depth);
    return this.#text();
  }

  #dictionary(depth: number): ListDictionary {
    const start = this.#at;
    this.#at += 1;
    const entries: ListEntry[] = [];
    for (;;) {
      this.#skip();
      if (this.text.charCodeAt(this.#at) === 125) {
        this.#at += 1;
        return { kind: "dictionary", entries, start, end: this.#at };
      }
      const begin = this.#at;
      const key = this.#text();
      this.#expect("=", "a key has no value");
      const value = this.value(depth + 1);
      this.#expect(";", "a semicolon is missing");
      entries.push({ key, value, start: begin, end: this.#at });
    }
  }

  #array(depth: number): ListArray {
    const start = this.#at;
    this.#at += 1;
    const items: ListValue[] = [];
    const ends: number[] = [];
    for (;;) {
      this.#skip();
      if (this.text.charCodeAt(this.#at) === 41) {
        this.#at += 1;
        return { kind: "array", items, ends, start, end: this.#at };
      }
      items.push(this.value(depth + 1));
      this.#skip();
      const code = this.text.charCodeAt(this.#at);
      if (code === 44) this.#at += 1;
      else if (code !== 41) throw new Broken(this.#at, "a comma is missing");
      ends.push(this.#at);
    }
  }

  #expect(mark: string, message: string): void {
    this.#skip();
    if (this.text.charAt(this.#at) !== mark) throw new Broken(this.#at, message);
    this.#at += 1;
  }

  #text(): ListText {
    const code = this.text.charCodeAt(this.#at);
    if (code === quote || code === apostrophe) return this.#quoted(code === quote ? '"' : "'");
    const start = this.#at;
    let at = start;
    const { text } = this;
    for (;;) {
      const next = text.charCodeAt(at);
      // A slash may begin a comment.
      if (next === slash && (text.charCodeAt(at + 1) === star || text.charCodeAt(at + 1) === slash) && at > start)
        break;
      if (!(bare[next] === 1)) break;
      at += 1;
    }
    if (at === start) throw new Broken(at, "a value is missing");
    this.#at = at;
    return made(this.#comment(), { value: text.slice(start, at), start, end: at, quote: "" });
  }

  #quoted(mark: '"' | "'"): ListText {
    const { text } = this;
    const start = this.#at + 1;
    let at = start;
    let escapes = false;
    for (;;) {
      const code = text.charCodeAt(at);
      if (Number.isNaN(code)) throw new Broken(start - 1, "a text has no closing quote");
      if (code === backslash) {
        escapes = true;
        at += 2;
      } else if (code === mark.charCodeAt(0)) break;
      else at += 1;
    }
    this.#at = at + 1;
    const raw = text.slice(start, at);
    return made(this.#comment(), { value: escapes ? unescapeText(raw) : raw, start, end: at, quote: mark });
  }

  /** A comment belongs to a text if it stands on the same line. */
  #comment(): ListComment | undefined {
    const { text } = this;
    let next = this.#at;
    while (text.charCodeAt(next) === 32) next += 1;
    if (text.charCodeAt(next) !== slash || text.charCodeAt(next + 1) !== star) return undefined;
    const close = text.indexOf("*/", next + 2);
    if (close < 0) throw new Broken(next, "a comment has no end");
    for (let at = next; at < close; at += 1) if (text.charCodeAt(at) === newline) return undefined;
    return this.#skip();
  }
}

/** A text, in one of two shapes: there are hundreds of thousands. */
function made(
  comment: ListComment | undefined,
  { value, start, end, quote }: Omit<ListText, "kind" | "comment">,
): ListText {
  return comment ? { kind: "text", value, start, end, quote, comment } : { kind: "text", value, start, end, quote };
}

const letters: Readonly<Record<string, string>> = {
  a: "\u0007",
  b: "\b",
  f: "\f",
  n: "\n",
  r: "\r",
  t: "\t",
  v: "\v",
};

/** What stands between quotes, with escapes undone: `\"Tree\"` → `"Tree"`; `\U00e4` → `ä`; octal numbers as letters of Latin-1. */
export function unescapeText(raw: string): string {
  return raw.replace(
    /\\(?:[Uu]([0-9a-fA-F]{4})|([0-7]{1,3})|(\r\n|[^]))/g,
    (_, hex?: string, octal?: string, letter = "") =>
      hex !== undefined
        ? String.fromCharCode(parseInt(hex, 16))
        : octal !== undefined
          ? String.fromCharCode(parseInt(octal, 8))
          : (letters[letter as string] ?? (letter as string)),
  );
}

/** How a text is written between quotes. */
export function escapeText(value: string): string {
  return value.replace(/["\\\n\t\r]/g, (letter) =>
    letter === "\n" ? "\\n" : letter === "\t" ? "\\t" : letter === "\r" ? "\\r" : `\\${letter}`,
  );
}

/** Whether a text may stand without quotes, as Xcode judges it. */
export function isBare(value: string): boolean {
  return /^[\w$./]+$/.test(value) && !/^\/\/|___|\/\*/.test(value) && !value.includes("//");
}

/** A text as Xcode writes it, with quotes where it needs them. */
export function writeText(value: string): string {
  return isBare(value) ? value : `"${escapeText(value)}"`;
}

/** Where a text stands with its quotes. */
export function placeOf({ start, end, quote }: ListText): { readonly start: number; readonly end: number } {
  return quote === "" ? { start, end } : { start: start - 1, end: end + 1 };
}

/** The text that begins at an offset, with quotes or without, as `parsePropertyList` reads it; `undefined` where none does. */
export function textAt(text: string, start: number): { end: number; value: string } | undefined {
  const mark = text.charAt(start);
  if (mark !== '"' && mark !== "'") {
    let end = start;
    while (bare[text.charCodeAt(end)] === 1) {
      if (text.startsWith("/*", end) || (end > start && text.startsWith("//", end))) break;
      end += 1;
    }
    return end === start ? undefined : { end, value: text.slice(start, end) };
  }
  for (let end = start + 1; end < text.length; end += 1) {
    if (text.charAt(end) === "\\") end += 1;
    else if (text.charAt(end) === mark) return { end: end + 1, value: unescapeText(text.slice(start + 1, end)) };
  }
  return undefined;
}

/** The value of a key; `undefined` where there is none. */
export function valueOf({ entries }: ListDictionary, key: string): ListValue | undefined {
  for (const entry of entries) if (entry.key.value === key) return entry.value;
  return undefined;
}

/** The text of a key; `undefined` where there is none, or something else. */
export function textOf(dictionary: ListDictionary, key: string): ListText | undefined {
  const value = valueOf(dictionary, key);
  return value?.kind === "text" ? value : undefined;
}

/** The texts of an array of a key; those of other forms are left out. */
export function textsOf(dictionary: ListDictionary, key: string): readonly ListText[] {
  const value = valueOf(dictionary, key);
  return value?.kind === "array" ? value.items.filter((item): item is ListText => item.kind === "text") : [];
}
