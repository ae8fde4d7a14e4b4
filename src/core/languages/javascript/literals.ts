/** String literals of JavaScript: reading one at an offset, and writing a name into its quotes. */

/** A literal without computed parts. `start` and `end` are the offsets inside the quotes. */
export interface Literal {
  readonly start: number;
  readonly end: number;
  readonly quote: string;
  readonly value: string;
}

const simpleEscapes: Readonly<Record<string, string>> = {
  n: "\n",
  t: "\t",
  r: "\r",
  b: "\b",
  f: "\f",
  v: "\v",
  "0": "\0",
};

/**
 * Reads the literal that starts at `offset`, or `undefined` where none does or it has a `${`:
 * `("f('./a')", 2)` → `{ start: 3, end: 6, quote: "'", value: "./a" }`.
 */
export function readLiteral(text: string, offset: number): Literal | undefined {
  const quote = text.charAt(offset);
  if (quote !== "'" && quote !== '"' && quote !== "`") return undefined;
  const end = closingQuote(text, offset + 1, quote);
  if (end === undefined) return undefined;
  const raw = text.slice(offset + 1, end);
  return { start: offset + 1, end, quote, value: raw.includes("\\") ? unescape(raw) : raw };
}

/** The offset of the quote that closes; `undefined` where a `${` or the end of the line comes first. */
function closingQuote(text: string, from: number, quote: string): number | undefined {
  const close = text.indexOf(quote, from);
  if (close < 0) return undefined;
  const raw = text.slice(from, close);
  if (quote !== "`" && !raw.includes("\\")) return /[\r\n]/.test(raw) ? undefined : close;
  for (let at = from; at < text.length; at += 1) {
    const unit = text.charAt(at);
    if (unit === "\\") at += 1;
    else if (unit === quote) return at;
    else if (quote === "`" && unit === "$" && text.charAt(at + 1) === "{") return undefined;
    else if (quote !== "`" && (unit === "\n" || unit === "\r")) return undefined;
  }
  return undefined;
}

/** Escapes as in ECMA-262, 12.9.4. */
function unescape(raw: string): string {
  return raw.replace(
    /\\(u\{([0-9a-fA-F]+)\}|u([0-9a-fA-F]{4})|x([0-9a-fA-F]{2})|\r\n|[^])/g,
    (_, all: string, point?: string, unit?: string, byte?: string) => {
      const hex = point ?? unit ?? byte;
      if (hex !== undefined) return String.fromCodePoint(Number.parseInt(hex, 16));
      if (/^[\r\n\u2028\u2029]/.test(all)) return "";
      return simpleEscapes[all] ?? all;
    },
  );
}

/** Writes a name for these quotes: `("it's", "'")` → `it\'s`. */
export function writeLiteral(value: string, quote: string): string {
  const escaped = value.replace(/[\\\n\r\u2028\u2029]/g, (unit) => {
    return unit === "\\" ? "\\\\" : `\\u${unit.charCodeAt(0).toString(16).padStart(4, "0")}`;
  });
  const closed = quote === "" ? escaped : escaped.replaceAll(quote, `\\${quote}`);
  return quote === "`" ? closed.replaceAll("${", "\\${") : closed;
}

/** The fixed text before the first computed part of a template or a concatenation: `` `./a/${x}` `` → `./a/`. */
export function fixedHead(expression: string): { readonly head: string; readonly length: number } | undefined {
  const template = /^`((?:[^`\\$]|\\[^]|\$(?!\{))*)\$\{/.exec(expression);
  const sum = /^(['"`])((?:(?!\1)[^\\]|\\[^])*)\1\s*\+/.exec(expression);
  const head = template?.[1] ?? sum?.[2];
  return head === undefined ? undefined : { head: head.includes("\\") ? unescape(head) : head, length: head.length };
}
