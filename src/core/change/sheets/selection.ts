/** What of a sheet is taken out: what some selectors or names say, the statements of some lines, or a section. */
import { distance } from "fastest-levenshtein";
import { ShelfError } from "../../base/errors.js";
import { SourceText } from "../../base/text/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { piecesOfSheet, sectionsOf, type SheetPiece, type SheetSection, type SheetText } from "../../graph/index.js";
import type { SheetStatement } from "../../languages/index.js";
import { hindranceAround, innerPieces, openAround, refuseHeld, type Around, type InnerPiece } from "./nested.js";

/** What was asked. */
export interface SheetWish {
  /** Selectors and names: `.tree-card`, `$gap`, `@mixin centred`, `%card`. */
  readonly take: readonly string[];
  readonly lines?: { readonly first: number; readonly last: number } | undefined;
  readonly section?: string | undefined;
}

/** What is meant, and the sheet in which it is a piece like any other. */
export interface Chosen {
  readonly sheet: SheetText;
  readonly pieces: readonly SheetPiece[];
  readonly chosen: readonly SheetPiece[];
  /** The rules around it, if it stands in some. */
  readonly around?: Around;
  /** What is meant as well, and has to stay: its rules cannot be taken apart. */
  readonly held: readonly Held[];
}

/** A rule that stays where it is, and the line of what holds it there. */
export interface Held {
  readonly name: string;
  readonly line: number;
  readonly by: number;
}

/** Those of the pieces of a sheet that are meant, in order. Throws for what is not there and for what cannot be parted. */
export function chosenIn(path: ProjectPath, whole: SheetText, wish: SheetWish): Chosen {
  const pieces = piecesOfSheet(whole);
  if (wish.section !== undefined) {
    const chosen = bySection(path, pieces, wish.section);
    return { sheet: whole, pieces, chosen: freed(path, whole, { pieces, chosen, wish }), held: [] };
  }
  const { met, held } = wish.lines
    ? { met: innerByLines(path, whole, wish.lines), held: [] }
    : innerByNames(path, whole, wish.take);
  const [first] = met;
  const opened = first && openAround(path, whole, first.around);
  const { sheet = whole, pieces: all = pieces } = opened ?? {};
  const inner = all.filter(({ from, within }) => within !== undefined && met.some(({ piece }) => piece.from === from));
  const outer = wish.lines
    ? first
      ? []
      : byLines(path, whole, { pieces, lines: wish.lines })
    : byNames(path, sheet, { pieces: all.filter(({ within }) => within === undefined), take: wish.take, inner });
  const chosen = all.filter((piece) => inner.includes(piece) || outer.includes(piece));
  return {
    sheet,
    pieces: all,
    chosen: freed(path, sheet, { pieces: all, chosen, wish }),
    ...(first && { around: first.around }),
    held,
  };
}

interface Freed {
  readonly pieces: readonly SheetPiece[];
  readonly chosen: readonly SheetPiece[];
  readonly wish: SheetWish;
}

/** Without what has to stand first. */
function freed(path: ProjectPath, sheet: SheetText, { pieces, chosen, wish }: Freed): readonly SheetPiece[] {
  // What has to stand first stays where it is.
  const goes = chosen.filter((piece) => !staysFirst(sheet, piece));
  if (!goes.some(({ main }) => main !== undefined))
    throw new ShelfError("SHEET_NOTHING", { path, other: wordsOf(wish) });
  const rest = pieces.filter((piece) => !goes.includes(piece) && piece.main !== undefined && !staysFirst(sheet, piece));
  // Of a component that is left which has no style of its own.
  if (rest.length === 0 && sheet.block === undefined) throw new ShelfError("EXTRACT_ALL", { path });
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
  /** What in rules is meant. */
  readonly inner: readonly SheetPiece[];
}

function byNames(path: ProjectPath, sheet: SheetText, { pieces, take, inner }: ByNames): readonly SheetPiece[] {
  const { text } = sheet;
  const innerOnes = inner.flatMap(({ main }) => (main ? namesOf(text, main) : []));
  const named = pieces.flatMap((piece) => (piece.main ? [{ piece, names: namesOf(text, piece.main) }] : []));
  for (const wanted of take) {
    const isWanted = ({ names }: { readonly names: readonly string[] }): boolean =>
      isAbout(names, take) && names.some((name) => begins(name, wanted));
    if (named.some(isWanted) || innerOnes.some((name) => begins(name, wanted))) continue;
    const nested = [...innerPieces(sheet)].flatMap(({ around, piece }) =>
      piece.main ? [{ piece, names: innerNames(text, around, piece.main) }] : [],
    );
    const mixed = [...named, ...nested].find(({ names }) => names.some((name) => begins(name, wanted)));
    if (mixed)
      throw new ShelfError("SHEET_MIXED", {
        path,
        other: wanted,
        reason: mixed.names.find((name) => !take.some((each) => begins(name, each))) ?? "",
        place: { file: path, ...SourceText.ofNew(text).positionAt(mixed.piece.main?.start ?? 0) },
      });
    const all = [...new Set([...named, ...nested].flatMap(({ names }) => names))];
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
  const { kind, word, block, isPart } = statement;
  if (isPart === true) {
    const around: SheetStatement[] = [];
    let each = statement;
    for (; each.isPart === true && each.block?.[0]; [each] = each.block) around.push(each);
    // What a rule declares itself goes by the rule's name.
    const [main = each, ...outer] = each.kind === "rule" ? [each, ...around] : [around.at(-1), ...around.slice(0, -1)];
    return innerNames(text, outer, main);
  }
  const head = headOf(text, statement);
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

/** The head of a statement on one line, without comments. */
function headOf(text: string, { start, headEnd }: SheetStatement): string {
  return text
    .slice(start, headEnd)
    .replace(/\/\*[^]*?\*\/|(?<!:)\/\/.*/g, " ")
    .replace(/\s+/g, " ")
    .trim();
}

function callName(head: string, word: string): string {
  return `@${word} ${/^(?:@[\w-]+|=)\s*([\w-]+)/.exec(head)?.[1] ?? ""}`;
}

/** More selectors than these nobody writes: lists in lists in lists. */
const mostSelectors = 2000;

/** A rule that stands in others is about what its selectors are with theirs; nothing where these are too many. */
function innerNames(text: string, around: Around, main: SheetStatement): readonly string[] {
  if (main.kind !== "rule") return [];
  return [...around, main].reduce<readonly string[]>((outer, rule) => {
    const own = selectorsOf(headOf(text, rule));
    if (outer.length === 0) return own;
    if (outer.length * own.length > mostSelectors) return [];
    return outer.flatMap((parent) =>
      own.map((each) => (each.includes("&") ? each.replaceAll("&", parent) : `${parent} ${each}`)),
    );
  }, []);
}

interface MetInside {
  readonly met: readonly InnerPiece[];
  readonly held: readonly Held[];
}

/** What in rules has some names. All of it stands in the same rules. */
function innerByNames(path: ProjectPath, sheet: SheetText, take: readonly string[]): MetInside {
  const { text } = sheet;
  const taken = new Set<SheetStatement>();
  const found = [...innerPieces(sheet)].filter(({ around, piece: { main } }) => {
    if (!main) return false;
    // What is taken out as a whole takes along what is in it.
    const isIn = around.some((rule, depth) => taken.has(rule) || isAbout(depth === 0 ? namesOf(text, rule) : [], take));
    const isTaken = !isIn && isAbout(innerNames(text, around, main), take);
    if (isTaken) taken.add(main);
    return isTaken;
  });
  const isTop = piecesOfSheet(sheet).some(({ main }) => main !== undefined && isAbout(namesOf(text, main), take));
  const source = SourceText.ofNew(text);
  const line = (offset: number): number => source.positionAt(offset).line;
  const held: Held[] = [];
  const free = found.filter(({ around, piece: { main } }) => {
    const other = main ? (innerNames(text, around, main)[0] ?? "") : "";
    // Where nothing else is meant, it is refused.
    if (!isTop) refuseHeld(path, sheet, { around, other });
    const by = hindranceAround(path, sheet, around);
    if (by) held.push({ name: other, line: line(main?.start ?? 0), by: line(by.start) });
    return by === undefined;
  });
  return { met: ofOneRule(path, sheet, free), held };
}

/** Refuses what stands in several rules. */
function ofOneRule(path: ProjectPath, { text }: SheetText, found: readonly InnerPiece[]): readonly InnerPiece[] {
  const [first] = found;
  const source = SourceText.ofNew(text);
  const other = found.find(({ around }) => around.at(-1) !== first?.around.at(-1));
  if (first && other)
    throw new ShelfError("SHEET_APART", {
      path,
      other: [first, other].map(({ piece }) => source.positionAt(piece.main?.start ?? piece.from).line).join(" and "),
    });
  return found;
}

/** What in a rule stands in some lines; nothing where whole rules do. */
function innerByLines(
  path: ProjectPath,
  sheet: SheetText,
  { first, last }: { readonly first: number; readonly last: number },
): readonly InnerPiece[] {
  const { text } = sheet;
  const source = SourceText.ofNew(text);
  const line = (offset: number): number => source.positionAt(offset).line;
  let [statements, around]: [readonly SheetStatement[], Around] = [sheet.statements, []];
  for (;;) {
    const holder: SheetStatement | undefined = statements.find(
      ({ start, end, kind, block }) =>
        kind === "rule" && block !== undefined && line(start) < first && line(Math.max(start, end - 1)) > last,
    );
    if (!holder?.block) break;
    [statements, around] = [holder.block, [...around, holder]];
  }
  if (around.length === 0) return [];
  const pieces = piecesOfSheet({ text, statements });
  const met = byLines(path, { ...sheet, statements }, { pieces, lines: { first, last } });
  const mains = met.flatMap(({ main }) => (main ? [main] : []));
  // What a rule declares itself is no rule.
  const own = mains.find(({ block }) => block === undefined);
  const [outer] = around;
  if (own && outer)
    throw new ShelfError("SHEET_LINES", {
      path,
      other: `${first}-${last}`,
      reason: `${line(outer.start)}-${line(outer.end - 1)}`,
    });
  const [main] = mains;
  if (main) refuseHeld(path, sheet, { around, other: innerNames(text, around, main)[0] ?? "" });
  return met.map((piece) => ({ around, piece }));
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
