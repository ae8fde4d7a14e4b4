/** What of a sheet is taken out: what some selectors or names say, the statements of some lines, or a section. */
import { distance } from "fastest-levenshtein";
import { ShelfError } from "../../base/errors.js";
import { SourceText } from "../../base/text/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { sectionsOf, type SheetPiece, type SheetSection, type SheetText } from "../../graph/index.js";
import type { SheetStatement } from "../../languages/index.js";

/** What was asked. */
export interface SheetWish {
  /** Selectors and names: `.tree-card`, `$gap`, `@mixin centred`, `%card`. */
  readonly take: readonly string[];
  readonly lines?: { readonly first: number; readonly last: number } | undefined;
  readonly section?: string | undefined;
}

/** Those of the pieces of a sheet that are meant, in order. Throws for what is not there and for what cannot be parted. */
export function chosenPieces(
  path: ProjectPath,
  sheet: SheetText,
  { pieces, wish }: { readonly pieces: readonly SheetPiece[]; readonly wish: SheetWish },
): readonly SheetPiece[] {
  const chosen =
    wish.section !== undefined
      ? bySection(path, pieces, wish.section)
      : wish.lines
        ? byLines(path, sheet, { pieces, lines: wish.lines })
        : byNames(path, sheet, { pieces, take: wish.take });
  // What has to stand first stays where it is.
  const goes = chosen.filter((piece) => !staysFirst(sheet, piece));
  if (!goes.some(({ main }) => main !== undefined))
    throw new ShelfError("SHEET_NOTHING", { path, other: wordsOf(wish) });
  const rest = pieces.filter((piece) => !goes.includes(piece) && piece.main !== undefined && !staysFirst(sheet, piece));
  if (rest.length === 0) throw new ShelfError("EXTRACT_ALL", { path });
  return goes;
}

function wordsOf({ take, lines, section }: SheetWish): string {
  if (section !== undefined) return `the section ${section}`;
  return lines ? `lines ${lines.first}-${lines.last}` : take.join(", ");
}

/** `@charset`, `@use`, `@forward`, `@namespace`, and what is imported and stays an import: a font of another site. */
export function staysFirst({ loads }: SheetText, { main, first, last }: SheetPiece): boolean {
  if (main?.kind !== "at-rule") return false;
  if (/^(?:charset|use|forward)$/.test(main.word)) return true;
  return loads.some(
    ({ statement, how, isNested }) => statement >= first && statement <= last && how === "left" && !isNested,
  );
}

function bySection(path: ProjectPath, pieces: readonly SheetPiece[], wanted: string): readonly SheetPiece[] {
  const sections = sectionsOf(pieces);
  const plain = (title: string): string =>
    title
      .toLowerCase()
      .replace(/^[\d.)\s]+/, "")
      .replace(/[^\p{L}\p{N}]+/gu, " ")
      .trim();
  const found = sections.filter(({ title }) => plain(title) === plain(wanted));
  const [section] = found;
  if (!section || found.length > 1)
    throw new ShelfError(found.length > 1 ? "SHEET_SECTIONS" : "SHEET_NO_SECTION", {
      path,
      other: wanted,
      reason: listed(sections),
    });
  return pieces.slice(section.first, section.last + 1);
}

function listed(sections: readonly SheetSection[]): string {
  const shown = sections.slice(0, 8).map(({ title }) => title);
  return sections.length > 8 ? `${shown.join(", ")} and ${String(sections.length - 8)} more` : shown.join(", ");
}

interface ByLines {
  readonly pieces: readonly SheetPiece[];
  readonly lines: { readonly first: number; readonly last: number };
}

function byLines(
  path: ProjectPath,
  { text, statements }: SheetText,
  { pieces, lines }: ByLines,
): readonly SheetPiece[] {
  const source = SourceText.ofNew(text);
  const line = (offset: number): number => source.positionAt(offset).line;
  const { first, last } = lines;
  return pieces.filter((piece) => {
    const { main, from, end } = piece;
    // A comment above may be left out of the lines; what it is about may not be cut.
    const start = main?.start ?? from;
    if (line(Math.max(end - 1, start)) < first || line(start) > last) return false;
    if (line(start) >= first && line(Math.max(end - 1, start)) <= last) return true;
    const lastLine = line(Math.max((statements[piece.last]?.end ?? end) - 1, start));
    throw new ShelfError("SHEET_LINES", { path, other: `${first}-${last}`, reason: `${line(start)}-${lastLine}` });
  });
}

interface ByNames {
  readonly pieces: readonly SheetPiece[];
  readonly take: readonly string[];
}

function byNames(path: ProjectPath, { text }: SheetText, { pieces, take }: ByNames): readonly SheetPiece[] {
  const named = pieces.flatMap((piece) => (piece.main ? [{ piece, names: namesOf(text, piece.main) }] : []));
  for (const wanted of take) {
    const isMeant = ({ names }: { readonly names: readonly string[] }): boolean =>
      isAbout(names, take) && names.some((name) => begins(name, wanted));
    if (named.some(isMeant)) continue;
    const mixed = named.find(({ names }) => names.some((name) => begins(name, wanted)));
    if (mixed)
      throw new ShelfError("SHEET_MIXED", {
        path,
        other: wanted,
        reason: mixed.names.find((name) => !take.some((each) => begins(name, each))) ?? "",
        place: { file: path, ...SourceText.ofNew(text).positionAt(mixed.piece.main?.start ?? 0) },
      });
    const all = [...new Set(named.flatMap(({ names }) => names))];
    const [close] = all.sort((a, b) => distance(a, wanted) - distance(b, wanted));
    throw new ShelfError("NAME_MISSING", { path: wanted, other: path, ...(close !== undefined && { reason: close }) });
  }
  return named.filter(({ names }) => isAbout(names, take)).map(({ piece }) => piece);
}

/** Whether all that a statement is about is wanted. */
function isAbout(names: readonly string[], take: readonly string[]): boolean {
  return names.length > 0 && names.every((name) => take.some((wanted) => begins(name, wanted)));
}

/** `.card` is what `.card`, `.card:hover`, `.card .title` and `.card__title` are about; `.cards` is another thing. */
function begins(name: string, wanted: string): boolean {
  if (name === wanted) return true;
  if (!name.startsWith(wanted) || /^[$@%]/.test(wanted)) return false;
  const rest = name.slice(wanted.length);
  return /^(?:[^\w-]|__|--)/.test(rest);
}

/** The selectors and names that a statement is about: those of a rule, or of all rules in a `@media`. */
export function namesOf(text: string, statement: SheetStatement): readonly string[] {
  const { kind, word, start, headEnd, block } = statement;
  const head = text
    .slice(start, headEnd)
    .replace(/\/\*[^]*?\*\/|(?<!:)\/\/.*/g, " ")
    .replace(/\s+/g, " ")
    .trim();
  if (kind === "assignment") return [/^[^\s:]+/.exec(head)?.[0] ?? head];
  if (kind === "rule") return selectorsOf(head);
  if (kind === "call") return [head];
  if (kind !== "at-rule") return [];
  const inner = (block ?? []).filter((each) => each.kind !== "comment");
  if (
    inner.length > 0 &&
    inner.every((each) => each.kind === "rule" || (each.kind === "at-rule" && each.block)) &&
    !/keyframes$/.test(word)
  )
    return word === "mixin" || word === "function"
      ? [callName(head, word)]
      : inner.flatMap((each) => namesOf(text, each));
  return word === "mixin" || word === "function" ? [callName(head, word)] : [head];
}

function callName(head: string, word: string): string {
  return `@${word} ${/^(?:@[\w-]+|=)\s*([\w-]+)/.exec(head)?.[1] ?? ""}`;
}

/** A list of selectors, parted at its commas but for those in brackets. */
function selectorsOf(head: string): string[] {
  const found: string[] = [];
  let [depth, from] = [0, 0];
  for (let at = 0; at < head.length; at += 1) {
    const unit = head.charAt(at);
    if (unit === "(" || unit === "[" || unit === "{") depth += 1;
    else if (unit === ")" || unit === "]" || unit === "}") depth -= 1;
    else if (unit === "," && depth === 0) {
      found.push(head.slice(from, at).trim());
      from = at + 1;
    }
  }
  found.push(head.slice(from).trim());
  return found.filter((each) => each !== "");
}
