/** Rules that stand in other rules: which are meant, and how they are taken out while those around them stay. */
import { ShelfError } from "../../base/errors.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { SourceText, wholeLines } from "../../base/text/index.js";
import { piecesOfSheet, sheetOf, SheetWorld, type SheetPiece, type SheetText } from "../../graph/index.js";
import { partOfRule, type SheetForms, type SheetStatement } from "../../languages/index.js";

/** Rules around a place, outermost first. */
export type Around = readonly SheetStatement[];

/** A piece of a rule's block. */
export interface InnerPiece {
  readonly around: Around;
  readonly piece: SheetPiece;
}

/** All that stands in rules, each rule before what is in it. */
export function* innerPieces(
  { text, statements }: Pick<SheetText, "text" | "statements">,
  around: Around = [],
): Generator<InnerPiece> {
  for (const rule of statements) {
    if (rule.kind !== "rule" || !rule.block) continue;
    const own = [...around, rule];
    for (const piece of piecesOfSheet({ text, statements: rule.block })) yield { around: own, piece };
    yield* innerPieces({ text, statements: rule.block }, own);
  }
}

/** What hinders the rules around a place from being taken apart, if anything does. */
export function hindranceAround(path: ProjectPath, sheet: SheetText, around: Around): SheetStatement | undefined {
  const { text, block = path } = sheet;
  const forms = SheetWorld.formsOf(block);
  for (const [depth, rule] of around.entries()) {
    const found = forms ? forms.hindrance(text, rule, { name: nameOf(block), depth }) : rule;
    if (found) return found;
  }
  return undefined;
}

/** Refuses to take apart what holds together. */
export function refuseHeld(
  path: ProjectPath,
  sheet: SheetText,
  { around, other }: { readonly around: Around; readonly other: string },
): void {
  const { text } = sheet;
  const held = hindranceAround(path, sheet, around);
  if (!held) return;
  const [rule] = around;
  const lineOf = (offset: number): number => SourceText.ofNew(text).positionAt(offset).line;
  throw new ShelfError("SHEET_HELD", {
    path,
    other,
    reason: held === rule ? "" : String(lineOf(held.start)),
    place: { file: path, ...SourceText.ofNew(text).positionAt(rule?.start ?? 0) },
  });
}

/** A sheet in which what stands in some rules is a piece like any other. */
export interface OpenedSheet {
  readonly sheet: SheetText;
  readonly pieces: readonly SheetPiece[];
}

/** Takes the rules around a place apart, and no other. */
export function openAround(path: ProjectPath, whole: SheetText, around: Around): OpenedSheet {
  const indices = new Map<SheetStatement, number>();
  const within = new Map<SheetStatement, Around>();
  let count = 0;
  const partsOf = (statement: SheetStatement, outer: Around): SheetStatement[] => {
    const rule = around[outer.length] === statement ? statement : undefined;
    if (rule?.block) return rule.block.flatMap((each) => partsOf(each, [...outer, rule]));
    indices.set(statement, count);
    within.set(statement, outer);
    count += 1;
    return [outer.reduceRight((inner, each) => partOfRule(each, [inner]), statement)];
  };
  const sheet = sheetOf(whole.block ?? path, whole, (statement) => partsOf(statement, []));
  const piecesIn = (statements: readonly SheetStatement[], outer: Around): SheetPiece[] =>
    piecesOfSheet({ text: whole.text, statements }).flatMap((piece): SheetPiece[] => {
      const { main } = piece;
      if (main && around[outer.length] === main) {
        const above = statements.slice(piece.first, statements.indexOf(main));
        const comments = above.length === 0 ? [] : [placed(above, outer)];
        return [...comments, ...piecesIn(main.block ?? [], [...outer, main])];
      }
      return [{ ...piece, ...placed(statements.slice(piece.first, piece.last + 1), outer) }];
    });
  const placed = (statements: readonly SheetStatement[], outer: Around): SheetPiece => {
    const [first, last] = [statements[0], statements.at(-1)];
    const found = { first: first ? (indices.get(first) ?? 0) : 0, last: last ? (indices.get(last) ?? 0) : 0 };
    return { from: first?.start ?? 0, end: last?.end ?? 0, ...found, ...(outer.length > 0 && { within: outer }) };
  };
  const pieces = piecesIn(whole.statements, []).map((piece): SheetPiece => {
    const main = piece.main && sheet.statements[indices.get(piece.main) ?? -1];
    return main ? { ...piece, main } : piece;
  });
  return { sheet, pieces };
}

/** How what is taken out of rules is cut out: between what is left of them stand the lines that take it in. */
export interface InnerCut {
  readonly text: string;
  readonly forms: SheetForms;
  readonly name: string;
  readonly lineEnd: string;
}

/** The part of a text that goes, and what comes in its place. */
export interface Parted {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}

/** Ends the rules around a part before it, and begins them anew behind it, as far as something of them is left there. */
export function parted(
  { from, end, around }: { readonly from: number; readonly end: number; readonly around: Around },
  lines: string,
  how: InnerCut,
): Parted {
  const { text, forms, name, lineEnd } = how;
  const depthOf = (isLeft: (each: SheetStatement) => boolean): number =>
    around.findLastIndex(({ block = [] }) => block.some(isLeft));
  const before = depthOf((each) => each.end <= from);
  const behind = depthOf((each) => each.start >= end);
  const [outer] = around;
  const last = around[before]?.block?.findLast((each) => each.end <= from);
  const next = around[behind]?.block?.find((each) => each.start >= end);
  const gap = lineEnd.repeat(2);
  const start =
    last === undefined ? (outer?.start ?? from) : last.end + (/^[ \t]*;/.exec(text.slice(last.end))?.[0] ?? "").length;
  const closing = around
    .slice(0, before + 1)
    .map((rule) => written(rule, how)[1])
    .reverse()
    .join("");
  const opening = around
    .slice(0, behind + 1)
    .map((rule) => indentOf(text, rule.start) + written(rule, how)[0])
    .join("");
  const line = next ? text.lastIndexOf("\n", next.start - 1) + 1 : 0;
  const isOnLine = next !== undefined && line >= end && text.slice(line, next.start).trim() === "";
  return {
    start,
    end: next ? (isOnLine ? line : next.start) : (outer?.end ?? end),
    text: (last ? closing + gap + indentOf(text, outer?.start ?? from) : "") + lines + (next ? gap + opening : ""),
  };

  function written(rule: SheetStatement, { text: whole }: InnerCut): readonly [before: string, behind: string] {
    return forms.around(whole, rule, { name, indent: indentOf(whole, rule.start), lineEnd });
  }
}

/** Lines that are taken out of a block: no blank line is left at its beginning or end. */
export function wholeLinesWithin(
  text: string,
  part: { readonly from: number; readonly end: number },
): {
  readonly start: number;
  readonly end: number;
} {
  const { start, end } = wholeLines(text, part);
  const isFirst = /\{[ \t]*\r?\n$/.test(text.slice(Math.max(0, start - 200), start));
  const [below = ""] = isFirst ? (/^(?:[ \t]*\r?\n)+/.exec(text.slice(end)) ?? []) : [];
  const isLast = /^[ \t]*\}/.test(text.slice(end, end + 200));
  const [above = ""] = isLast
    ? (/(?<=\n)(?:[ \t]*\r?\n)+$/.exec(text.slice(Math.max(0, start - 2000), start)) ?? [])
    : [];
  return { start: start - above.length, end: end + below.length };
}

/** Lines of rules with the rules around them, as they stand in a partial. */
export function wrapped(
  inner: string,
  { from, around }: { readonly from: number; readonly around: Around },
  { text, forms, name, lineEnd }: InnerCut,
): string {
  const body = indentOf(text, from) + inner;
  return around.reduceRight((written, rule, depth) => {
    const indent = indentOf(text, rule.start);
    const [before, behind] = forms.around(text, rule, { name, indent, lineEnd });
    return (depth === 0 ? "" : indent) + before + written + behind;
  }, body);
}

/** The white space before what begins a line. */
export function indentOf(text: string, start: number): string {
  const line = text.slice(text.lastIndexOf("\n", start - 1) + 1, start);
  return line.trim() === "" ? line : "";
}
