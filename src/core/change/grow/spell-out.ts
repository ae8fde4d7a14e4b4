/** Writes out what is kept of an example, with another feature's name in its place. */
import type { Row, RowItem } from "../../languages/index.js";
import { isForPeople, tokensOf, type FeatureName, type Kept, type Shape } from "../../insight/wiring/index.js";

/** A text that was written after an example, and what in it is the example's own and waits for somebody. */
export interface Written {
  readonly text: string;
  /** Strings that were taken over and say something of the example: offsets in the new text. */
  readonly toFill: readonly { readonly start: number; readonly end: number }[];
}

/** What is written, and after what. */
export interface Writing {
  readonly kept: Kept;
  readonly to: FeatureName;
  /** Texts of the sisters: a comment that one of them has, too, is said of all. */
  readonly sisters: readonly string[];
  /** How the file is named at an offset of the example's text at which one of its own is; nothing where its name is put in. */
  readonly specifierAt?: ((start: number) => string | undefined) | undefined;
}

/** A whole text. */
export function writeText(writing: Writing): Written {
  const writer = new Writer(writing);
  writer.row(writing.kept.root);
  return writer.written();
}

/** One item. */
export function writeItem(writing: Writing, item: RowItem): Written {
  const writer = new Writer(writing);
  writer.item(item);
  return writer.written();
}

type Within = "code" | "string" | "text" | "path";

/** A part of the example's text with the other name wherever its own stands. */
export function spelled(
  { kept, to }: Pick<Writing, "kept" | "to">,
  { start: from, end: stop, within }: { readonly start: number; readonly end: number; readonly within: Within },
): string {
  const { text, name } = kept.shape;
  let [result, at] = ["", from];
  for (const { start, end, ways } of name.in(text, from, stop)) {
    const around = { before: text.slice(Math.max(0, start - 40), start), behind: text.slice(end, end + 2), within };
    result += text.slice(at, start) + to.spell(kept.waysAt(start, ways), around);
    at = end;
  }
  return result + text.slice(at, stop);
}

/** Comments of all languages that have rows. */
const comments = /\/\/[^\n]*|\/\*[^]*?\*\/|<!--[^]*?-->/g;

class Writer {
  #text = "";
  readonly #toFill: { start: number; end: number }[] = [];
  readonly #differing: ReadonlyMap<number, number>;
  readonly #shape: Shape;

  constructor(readonly writing: Writing) {
    this.#shape = writing.kept.shape;
    this.#differing = new Map(writing.kept.differing.map(({ start, end }) => [start, end]));
  }

  written(): Written {
    return { text: this.#text, toFill: this.#toFill };
  }

  row(row: Row): void {
    const { kept } = this.writing;
    const { text } = this.#shape;
    const some = row.items.filter((item) => kept.has(item));
    const [first, last] = [row.items[0], row.items.at(-1)];
    if (!first || !last) return this.#plain(row.start, row.end);
    if (some.length === 0) return;
    let isFirst = true;
    for (const [index, item] of row.items.entries()) {
      if (!kept.has(item)) continue;
      const before = index === 0 ? row.start : (row.items[index - 1]?.end ?? row.start);
      if (!isFirst || index === 0) this.#gap(before, item.start);
      // What goes first stands where the first one stood, with the comments that are its own.
      else this.#first(row.start, first.start, this.#commentsIn(before, item.start));
      this.item(item);
      isFirst = false;
    }
    const tail = text.slice(last.end, row.end);
    const isOver = row.items.at(-1) !== some.at(-1);
    // A comment behind the last item goes with it.
    this.#text += isOver ? withoutComments(tail) : tail;
  }

  item(item: RowItem): void {
    let at = item.start;
    for (const row of item.rows) {
      this.#segment(at, row.start, item);
      this.row(row);
      at = row.end;
    }
    this.#segment(at, item.end, item);
  }

  /** Text of an item that is in no row. */
  #segment(from: number, to: number, item: RowItem): void {
    let at = from;
    for (const token of tokensOf(this.#shape, item)) {
      if (token.start < at || token.end > to || token.kind === "gap") continue;
      this.#named(at, token.start, "text");
      const isPath = this.#shape.references.has(token.start + 1);
      const own = isPath ? this.writing.specifierAt?.(token.start + 1) : undefined;
      if (own !== undefined)
        this.#text += `${this.#shape.text.charAt(token.start)}${own}${this.#shape.text.charAt(token.end - 1)}`;
      else if (this.#differing.get(token.start) === token.end)
        this.#differingString(token.start, token.end, item.isText === true);
      else
        this.#named(
          token.start,
          token.end,
          item.isText === true ? "text" : isPath ? "path" : token.kind === "string" ? "string" : "code",
        );
      at = token.end;
    }
    this.#named(at, to, "text");
  }

  /** A string that each feature has in its own words. */
  #differingString(from: number, to: number, isText: boolean): void {
    const { text, name } = this.#shape;
    const [open, close] = isText ? [from, to] : [from + 1, to - 1];
    const inside = text.slice(open, close);
    this.#text += text.slice(from, open);
    const start = this.#text.length;
    const isNamed = name.in(text, open, close).length > 0 && !/\s/.test(inside);
    // Words for people say the name; what a program goes by is taken over.
    if (isNamed) this.#named(open, close, "string");
    else if (isText || isForPeople(inside)) this.#text += this.writing.to.title;
    else this.#text += inside;
    if (!isNamed) this.#toFill.push({ start, end: this.#text.length });
    this.#text += text.slice(close, to);
  }

  #named(start: number, end: number, within: Within): void {
    this.#text += spelled(this.writing, { start, end, within });
  }

  #plain(from: number, to: number): void {
    this.#text += this.#shape.text.slice(from, to);
  }

  /** What stands between two items, without comments that speak of the example alone. */
  #gap(from: number, to: number): void {
    const { text } = this.#shape;
    let at = from;
    for (const { 0: comment, index } of text.slice(from, to).matchAll(comments)) {
      const [start, end] = [from + index, from + index + comment.length];
      if (this.#isForAll(start, end)) {
        this.#text += text.slice(at, start);
        this.#named(start, end, "text");
        at = end;
        continue;
      }
      const lineStart = Math.max(at, text.lastIndexOf("\n", start - 1) + 1);
      const isAlone = text.slice(lineStart, start).trim() === "" && /^[ \t]*(?:\r?\n|$)/.test(text.slice(end));
      this.#text += text.slice(at, isAlone ? lineStart : start).replace(/[ \t]+$/, isAlone ? "" : "$&");
      at = isAlone ? Math.min(to, text.indexOf("\n", end) + 1 || to) : end;
    }
    this.#text += text.slice(at, to);
  }

  #first(from: number, to: number, own: readonly [number, number][]): void {
    const lead = withoutComments(this.#shape.text.slice(from, to));
    this.#text += lead;
    for (const [start, end] of own) {
      this.#named(start, end, "text");
      this.#text += lead.includes("\n") ? lead.slice(lead.lastIndexOf("\n")) : "\n";
    }
  }

  #commentsIn(from: number, to: number): [number, number][] {
    return [...this.#shape.text.slice(from, to).matchAll(comments)]
      .map(({ 0: comment, index }): [number, number] => [from + index, from + index + comment.length])
      .filter(([start, end]) => this.#isForAll(start, end));
  }

  /** Whether a comment holds for the new feature, too: it says the name, or a sister has the same. */
  #isForAll(start: number, end: number): boolean {
    const { text, name } = this.#shape;
    return (
      name.in(text, start, end).length > 0 || this.writing.sisters.some((each) => each.includes(text.slice(start, end)))
    );
  }
}

/** White space and separators alone. */
function withoutComments(text: string): string {
  return text.replace(comments, "").replace(/\n[ \t]*(?=\n[ \t]*\n)/g, "");
}
