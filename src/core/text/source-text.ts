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

  /** The offset of a position; `undefined` for one that is not in the text. The other way round of `positionAt`. */
  offsetAt({ line, column }: Position): number | undefined {
    let start = this.text.charCodeAt(0) === 0xfeff ? 1 : 0;
    const ends = this.text.matchAll(/\r\n|\n|\r/g);
    for (let at = 1; at < line; at += 1) {
      const end = ends.next();
      if (end.done) return undefined;
      start = end.value.index + end.value[0].length;
    }
    const offset = start + column - 1;
    return offset <= this.text.length ? offset : undefined;
  }

  /** Where an offset is. A byte-order mark takes no column; `\r\n`, `\n` and lone `\r` end lines. */
  positionAt(offset: number): Position {
    let [line, start] = [1, this.text.charCodeAt(0) === 0xfeff ? 1 : 0];
    // Between `\r` and `\n` the line is not over yet.
    const until = this.text.startsWith("\r\n", offset - 1) ? offset - 1 : offset;
    for (const match of this.text.slice(0, until).matchAll(/\r\n|\n|\r/g))
      [line, start] = [line + 1, match.index + match[0].length];
    return { line, column: Math.max(0, offset - start) + 1 };
  }
}
