/** Strings and bare URLs of style sheets: reading one at an offset, and writing a name into its place. */

/** A name in a sheet. `start` and `end` are the offsets inside the quotes. */
export interface SheetLiteral {
  readonly start: number;
  readonly end: number;
  readonly quote: string;
  readonly value: string;
}

/** Reads the quoted name whose quote is at `offset`; `undefined` where none is or it does not end on its line. */
export function readQuoted(text: string, offset: number): SheetLiteral | undefined {
  const quote = text.charAt(offset);
  if (quote !== '"' && quote !== "'") return undefined;
  for (let at = offset + 1; at < text.length; at += 1) {
    const unit = text.charAt(at);
    if (unit === quote) return { start: offset + 1, end: at, quote, value: undoEscapes(text.slice(offset + 1, at)) };
    if (unit === "\\") at += text.startsWith("\r\n", at + 1) ? 2 : 1;
    else if (unit === "\n" || unit === "\r") return undefined;
  }
  return undefined;
}

/** Reads the bare name of a `url(` at `offset`, up to white space or the bracket. */
export function readBare(text: string, offset: number): SheetLiteral | undefined {
  const [raw = ""] = /^(?:\\[^\r\n]|[^\s"'()\\])+/.exec(text.slice(offset, offset + longestUrl)) ?? [];
  return raw === "" ? undefined : { start: offset, end: offset + raw.length, quote: "", value: undoEscapes(raw) };
}

/** Longer ones are data, not names. */
const longestUrl = 2000;

/** CSS Syntax Module Level 3, 4.3.7: up to six hexadecimal digits and one space, or any one character. */
function undoEscapes(raw: string): string {
  if (!raw.includes("\\")) return raw;
  return raw.replace(/\\(?:([0-9a-fA-F]{1,6})\s?|(\r\n|[^]))/g, (_, hex: string | undefined, unit: string) => {
    if (hex === undefined) return /[\r\n]/.test(unit) ? "" : unit;
    const point = Number.parseInt(hex, 16);
    return point > 0 && point <= 0x10ffff ? String.fromCodePoint(point) : "\uFFFD";
  });
}

/** Writes a name for these quotes; without quotes, what would end a bare URL is escaped. No line end can be held. */
export function writeSheetName(value: string, quote: string): string | undefined {
  if (/[\n\r\f\0]/.test(value)) return undefined;
  if (quote === "") return value.replace(/[\s"'()\\]/g, "\\$&");
  return value.replace(/[\\"']/g, (unit) => (unit === "\\" || unit === quote ? `\\${unit}` : unit));
}
