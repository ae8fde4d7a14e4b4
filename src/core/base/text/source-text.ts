/**
 * One owner of a file's text: its bytes, encoding, byte-order mark, and the way from offsets to lines.
 *
 * Offsets are UTF-16 code units into `text`, half-open. `text` never holds the byte-order mark's bytes but does
 * hold the mark itself (U+FEFF at offset 0), because the parsers count it. Encoding a changed text gives the
 * same bytes everywhere that the text did not change.
 */
import { isUtf8 } from "node:buffer";
import { ShelfError } from "../errors.js";

/** How bytes became text. `latin1` stands for "not valid UTF-8": every byte is kept as one unit. */
export type Encoding = "utf8" | "utf16le" | "utf16be" | "latin1";

/** A position for people: both from 1; columns count UTF-16 units. */
export interface Position {
  readonly line: number;
  readonly column: number;
}

/** The text of one file, and how to write it back. */
export class SourceText {
  private constructor(
    readonly text: string,
    readonly encoding: Encoding,
  ) {}

  /** A text that is new: it will be written as UTF-8. */
  static ofNew(text: string): SourceText {
    return new SourceText(text, "utf8");
  }

  /** Reads bytes: a byte-order mark decides, else UTF-8 where valid, else one unit a byte. */
  static fromBytes(bytes: Buffer): SourceText {
    if (bytes[0] === 0xff && bytes[1] === 0xfe && bytes.length % 2 === 0)
      return new SourceText(bytes.toString("utf16le"), "utf16le");
    if (bytes[0] === 0xfe && bytes[1] === 0xff && bytes.length % 2 === 0)
      return new SourceText(Buffer.from(bytes).swap16().toString("utf16le"), "utf16be");
    if (isUtf8(bytes)) return new SourceText(bytes.toString("utf8"), "utf8");
    return new SourceText(bytes.toString("latin1"), "latin1");
  }

  /** The bytes of a changed text, in this file's encoding. Throws `CANNOT_ENCODE`. */
  encode(text: string, path: string): Buffer {
    if (this.encoding === "utf16be") return Buffer.from(text, "utf16le").swap16();
    if (this.encoding === "latin1" && /[^\0-\xff]/.test(text)) throw new ShelfError("CANNOT_ENCODE", { path });
    return Buffer.from(text, this.encoding);
  }

  /** Where each line begins: found when it is first asked for, because most texts are never asked. */
  #starts: readonly number[] | undefined;

  #lineStarts(): readonly number[] {
    if (this.#starts) return this.#starts;
    const starts = [this.text.charCodeAt(0) === 0xfeff ? 1 : 0];
    for (const match of this.text.matchAll(/\r\n|\n|\r/g)) starts.push(match.index + match[0].length);
    return (this.#starts = starts);
  }

  /** The offset of a position; `undefined` for one that is not in the text. The other way round of `positionAt`. */
  offsetAt({ line, column }: Position): number | undefined {
    const start = this.#lineStarts()[line - 1];
    const offset = start === undefined ? undefined : start + column - 1;
    return offset !== undefined && offset <= this.text.length ? offset : undefined;
  }

  /** Where an offset is. A byte-order mark takes no column; `\r\n`, `\n` and lone `\r` end lines. */
  positionAt(offset: number): Position {
    const starts = this.#lineStarts();
    let [low, high] = [0, starts.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if ((starts[middle] ?? 0) <= offset) low = middle;
      else high = middle - 1;
    }
    return { line: low + 1, column: Math.max(0, offset - (starts[low] ?? 0)) + 1 };
  }
}
