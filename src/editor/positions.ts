/**
 * Positions as an editor counts them: lines and characters from 0, characters in the units that editor and server agreed on.
 * Inside, all is counted in UTF-16 units from the beginning of the text.
 */
import type { Position, Range } from "vscode-languageserver";
import { SourceText } from "../core/base/text/index.js";

/** What a character is counted in. Source: `general.positionEncodings` of the Language Server Protocol 3.17. */
export type Encoding = "utf-16" | "utf-8";

/** The first of the editor's encodings that is known here; UTF-16, which every editor knows, where it names none. */
export function encodingFrom(offered: readonly string[] = []): Encoding {
  const known: readonly Encoding[] = ["utf-16", "utf-8"];
  return known.find((each) => each === offered.find((one) => known.includes(one as Encoding))) ?? "utf-16";
}

/** Where an offset is. */
export function positionOf(text: SourceText, offset: number, encoding: Encoding): Position {
  const { line, column } = text.positionAt(offset);
  const character =
    encoding === "utf-16" ? column - 1 : Buffer.byteLength(text.text.slice(offset - column + 1, offset));
  return { line: line - 1, character };
}

/** What lies between two offsets. */
export function rangeOf(text: SourceText, start: number, end: number, encoding: Encoding): Range {
  return { start: positionOf(text, start, encoding), end: positionOf(text, end, encoding) };
}

/** The offset of a position; one behind the end of its line is that end, one behind the last line the end of the text. */
export function offsetOf(text: SourceText, { line, character }: Position, encoding: Encoding): number {
  const start = text.offsetAt({ line: line + 1, column: 1 });
  if (start === undefined) return text.text.length;
  const rest = /^[^\r\n]*/.exec(text.text.slice(start))?.[0] ?? "";
  return start + (encoding === "utf-16" ? Math.min(character, rest.length) : unitsOf(rest, character));
}

/** How many UTF-16 units of a line so many bytes of UTF-8 are; a position within a letter is the one before it. */
function unitsOf(line: string, bytes: number): number {
  let [units, seen] = [0, 0];
  for (const letter of line) {
    seen += Buffer.byteLength(letter);
    if (seen > bytes) break;
    units += letter.length;
  }
  return units;
}
