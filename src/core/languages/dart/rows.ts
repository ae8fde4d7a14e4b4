/** The rows of a Dart text: its statements, lists, maps and named arguments. */
import { rowsByBrackets } from "../bracket-rows.js";
import type { Row } from "../rows.js";
import { tokensOf, type Token } from "./tokens.js";

/** All rows, the outermost one with the others in it; `undefined` where the text is not whole. */
export function rowsOfDart(text: string): Row | undefined {
  const tokens = tokensOf(text);
  if (!tokens) return undefined;
  const whole = tokens.map((token) => (token.kind === "text" ? { ...token, ...withQuotes(token, text) } : token));
  return rowsByBrackets(whole, text.length, { goesOn: /^(?:else|catch|on|finally|while)$/, result: "return" });
}

/** A string's place with its quotes, and the `r` of a raw one. */
function withQuotes({ start, end }: Token, text: string): { readonly start: number; readonly end: number } {
  let [from, to] = [start, end];
  while (from > 0 && /["']/.test(text.charAt(from - 1))) from -= 1;
  while (to < text.length && /["']/.test(text.charAt(to))) to += 1;
  if (from < start && text.charAt(from - 1) === "r" && !/[\w$]/.test(text.charAt(from - 2))) from -= 1;
  return { start: from, end: to };
}
