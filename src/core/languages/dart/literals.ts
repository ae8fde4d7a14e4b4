/** Dart's strings: what stands in them. Source: Dart Language Specification, 17.7.1 "String Interpolation", 17.7 "Strings". */

const simple: Readonly<Record<string, string>> = { n: "\n", r: "\r", f: "\f", b: "\b", t: "\t", v: "\v" };
const escape = /\\(?:u\{([\da-fA-F]{1,6})\}|u([\da-fA-F]{4})|x([\da-fA-F]{2})|([^]))/g;

/** The text of a string with its escapes undone. */
export function unescaped(text: string): string {
  if (!text.includes("\\")) return text;
  return text.replace(escape, (_, braced?: string, four?: string, two?: string, other?: string) => {
    const hex = braced ?? four ?? two;
    if (hex === undefined) return simple[other ?? ""] ?? other ?? "";
    const code = Number.parseInt(hex, 16);
    return code > 0x10ffff ? "\ufffd" : String.fromCodePoint(code);
  });
}

/** The string of which the text begins at an offset, by the quote that closes it; `undefined` where it has code in it. */
export function readText(
  text: string,
  start: number,
  quote: string,
): { readonly end: number; readonly value: string } | undefined {
  const isRaw = isRawAt(text, start, quote);
  for (let at = start; at < text.length; at += 1) {
    if (text.startsWith(quote, at)) {
      const inside = text.slice(start, at);
      return { end: at, value: isRaw ? inside : unescaped(inside) };
    }
    const letter = text.charAt(at);
    if (quote.length === 1 && (letter === "\n" || letter === "\r")) return undefined;
    if (isRaw) continue;
    if (letter === "\\") at += 1;
    else if (letter === "$" && /[\w{]/.test(text.charAt(at + 1))) return undefined;
  }
  return undefined;
}

/** Whether the string of which the text begins at an offset is a raw one: `r'…'`. */
function isRawAt(text: string, start: number, quote: string): boolean {
  const before = start - quote.length - 1;
  return text.charAt(before) === "r" && !/[\w$]/.test(text.charAt(before - 1));
}

const path = /^(?!\/)[^\s'"<>|:*?\\$][^'"<>|:*?\n\r\t\\$]*?(?:\.[A-Za-z][A-Za-z0-9]{0,9}|[\w-]\/)$/;

/** Whether a string has the letters of a path, and an extension or a folder's last slash; an address or a sentence has not. */
export function looksLikePath(text: string): boolean {
  return path.test(text) && !text.includes(", ");
}
