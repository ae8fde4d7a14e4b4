/** A Dart text as a list of tokens in which every bracket knows its other half: what telling names apart by scope stands on. */
import { Scanner, type TokenKind } from "./scanner.js";

/** One token. Of a name or mark `text` is what stands there; of a string it is empty. */
export interface Token {
  readonly kind: Exclude<TokenKind, "end">;
  readonly text: string;
  readonly start: number;
  readonly end: number;
  /** Of a bracket, where its other half is in the list. */
  match: number;
}

/** All tokens of a text; `undefined` where its brackets, strings or comments are not whole. Braces of code in strings are left out. */
export function tokensOf(text: string): readonly Token[] | undefined {
  const scanner = new Scanner(text);
  const tokens: Token[] = [];
  const open: number[] = [];
  for (let kind = scanner.next(); kind !== "end"; kind = scanner.next()) {
    const { start, end } = scanner;
    const letters = kind === "name" || kind === "mark" ? text.slice(start, end) : "";
    if (kind === "mark" && scanner.endsCode) continue;
    if (kind === "mark" && /[)\]}]/.test(letters)) {
      const from = open.at(-1);
      const opener = from === undefined ? undefined : tokens[from];
      if (!opener || !isPair(opener.text, letters)) return undefined;
      open.pop();
      opener.match = tokens.length;
      tokens.push({ kind, text: letters, start, end, match: from ?? -1 });
      continue;
    }
    if (kind === "mark" && /[([{]/.test(letters)) open.push(tokens.length);
    tokens.push({ kind, text: letters, start, end, match: -1 });
  }
  return scanner.problem || open.length > 0 ? undefined : tokens;
}

function isPair(open: string, close: string): boolean {
  return open + close === "()" || open + close === "[]" || open + close === "{}";
}

/** Words that are never names. */
export const reserved = new Set(
  "assert break case catch class const continue default do else enum extends false final finally for if in is new null rethrow return super switch this throw true try var void while with async await yield sync".split(
    " ",
  ),
);

/** Words before a declaration that say how it is declared. */
export const modifiers = new Set(
  "abstract base final interface sealed external augment late const var covariant static required".split(" "),
);
