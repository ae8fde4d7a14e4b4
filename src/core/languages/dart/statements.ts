/** The directives and declarations of a Dart text. */
import { commentsIn, linesOf } from "../statement-lines.js";
import type { Statement, StatementKind } from "../statements.js";
import { BondReader, isHidden } from "./bonds.js";
import { readDart } from "./extract.js";
import { scopesOf } from "./scopes.js";
import type { Piece } from "./token-walk.js";
import { tokensOf, type Token } from "./tokens.js";

const directiveKinds: Readonly<Record<string, StatementKind>> = { import: "import", export: "re-export" };

/** Every one of them, in order; `undefined` where the text has an error. */
export function dartStatements(text: string, name: string): readonly Statement[] | undefined {
  const tokens = tokensOf(text);
  if (!tokens || readDart(text, name, "references").extraction.reading !== "whole") return undefined;
  const scopes = scopesOf(tokens);
  const bonds = new BondReader(tokens, scopes);
  const top = [...scopes.file.declared.values()].flatMap(({ name: declared, places }) =>
    places.flatMap(({ token, isDeclared }) => (isDeclared ? [{ name: declared, start: token.start }] : [])),
  );
  const found: Statement[] = [];
  for (const piece of scopes.pieces) {
    const [first, last] = [tokens[piece.from], tokens[piece.to - 1]];
    // What ends otherwise is not understood.
    if (!first || !last || (last.text !== ";" && last.text !== "}")) return undefined;
    const [start, end] = [first.start, last.end];
    const after = found.at(-1)?.to ?? 0;
    const comments = commentsIn(text, found.at(-1)?.end ?? 0, start);
    const declares = [
      ...new Set(top.filter((each) => start <= each.start && each.start < end).map((each) => each.name)),
    ];
    const isNamed =
      declares.length > 0 || piece.isDirective || scopes.kinds.some(({ at }) => piece.from <= at && at < piece.to);
    if (!isNamed) return undefined;
    found.push({
      kind: piece.isDirective ? (directiveKinds[wordOf(tokens, piece)] ?? "directive") : "declaration",
      start,
      end,
      ...linesOf({ start, end }, text, { comments, after, isOfTheFile }),
      declares,
      exported: declares.some((each) => !isHidden(each)) ? "by name" : undefined,
      core: start,
      isType: tokens.slice(piece.from, piece.to).find(({ kind }) => kind === "name")?.text === "typedef",
      ...(!piece.isDirective && { bonds: bonds.of(piece) }),
    });
  }
  return found;
}

/** The first word of a directive, behind its annotations. */
function wordOf(tokens: readonly Token[], { from, to }: Piece): string {
  const words = tokens.slice(from, to);
  const at = words.findIndex(
    ({ text, kind }, index) =>
      kind === "name" && /^(?:import|export|part|library)$/.test(text) && words[index - 1]?.text !== "@",
  );
  return words[at]?.text ?? "";
}

/** What is said of a whole file stays at its head: a licence, the version of the language, what the analyser passes over. */
export function isOfTheFile(comment: string): boolean {
  return /^\/\/\s*(?:@dart\b|ignore_for_file\b)|copyright|licen[cs]e|GENERATED CODE/im.test(comment);
}
