/** The rows of a style sheet with braces: its rules and what they declare. */
import { rowsByBrackets, type BracketToken } from "../bracket-rows.js";
import type { Row } from "../rows.js";

/** Comments, strings, brackets, what ends a statement, and words: all that is not white space. */
const pieces = /\/\*[^]*?\*\/|\/\/[^\n]*|"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*'|[()[\]{};,]|[^\s()[\]{};,"'/]+|./g;

/** All rows of a sheet; `undefined` where its brackets are not whole, or where it is written by indents. */
export function rowsOfSheet(text: string, name: string): Row | undefined {
  if (/\.(?:sass|styl)$/.test(name)) return undefined;
  const tokens: { text: string; start: number; end: number; match: number }[] = [];
  const open: number[] = [];
  for (const { 0: piece, index } of text.matchAll(pieces)) {
    if (/^(?:\s|\/\*|\/\/)/.test(piece)) continue;
    if (/^[)\]}]$/.test(piece)) {
      const opener = tokens[open.pop() ?? -1];
      if (!opener || "([{".indexOf(opener.text) !== ")]}".indexOf(piece)) return undefined;
      opener.match = tokens.length;
    } else if (/^[([{]$/.test(piece)) open.push(tokens.length);
    tokens.push({ text: piece, start: index, end: index + piece.length, match: -1 });
  }
  const whole: readonly BracketToken[] = tokens;
  return open.length > 0 ? undefined : rowsByBrackets(whole, text.length, { goesOn: /^@else$/ });
}
