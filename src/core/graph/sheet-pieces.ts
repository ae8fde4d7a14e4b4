/** What of a sheet goes together: a statement with the comments above it and the one behind it on its line; and its sections. */
import type { SheetStatement } from "../languages/index.js";
import type { SheetText } from "./sheet-world.js";

/** Statements that are not parted. */
export interface SheetPiece {
  /** Where the first comment begins, or the statement. */
  readonly from: number;
  readonly end: number;
  /** Their places among the statements of the sheet. */
  readonly first: number;
  readonly last: number;
  /** The statement that it is about; a comment by itself is about nothing. */
  readonly main?: SheetStatement;
  /** The title, where it is the heading of a section. */
  readonly heading?: SheetHeading;
  /** The rules in whose blocks it stands, outermost first, where it is taken out of them. */
  readonly within?: readonly SheetStatement[];
}

/** A comment that says what comes next. */
export interface SheetHeading {
  readonly title: string;
  /** What headings of one rank have in common: how they are drawn. */
  readonly form: string;
}

/** A heading and all up to the next one of its rank. */
export interface SheetSection {
  readonly title: string;
  readonly first: number;
  /** The last piece, itself included. */
  readonly last: number;
}

/** The pieces of a sheet, in order. */
export function piecesOfSheet({ text, statements }: Pick<SheetText, "text" | "statements">): readonly SheetPiece[] {
  const pieces: SheetPiece[] = [];
  let pending: { from: number; first: number } | undefined;
  const close = (index: number): void => {
    if (!pending) return;
    const end = statements[index]?.end ?? pending.from;
    pieces.push({ ...pending, end, last: index });
    pending = undefined;
  };
  const isDrawing = (index: number): boolean => isDrawn(text, statements[index]);
  let skipTo = -1;
  statements.forEach((statement, index) => {
    if (index <= skipTo) return;
    const before = statements[index - 1];
    const gap = before ? text.slice(before.end, statement.start) : text.slice(0, statement.start);
    const previous = pieces.at(-1);
    const followsOnLine = before !== undefined && !gap.includes("\n");
    if (!pending && previous && (statement.continues || (statement.kind === "comment" && followsOnLine))) {
      pieces[pieces.length - 1] = { ...previous, end: statement.end, last: index };
      return;
    }
    const heading = statement.kind === "comment" ? headingOf(text, statements, index) : undefined;
    if (heading) {
      // The lines that are drawn above and below a title are its own.
      const isFramed = pending?.first === index - 1 && isDrawing(index - 1) && !isApart(gap);
      if (!isFramed) close(index - 1);
      const { from, first } = isFramed && pending ? pending : { from: statement.start, first: index };
      pending = undefined;
      const last = isDrawing(index + 1) ? index + 1 : index;
      skipTo = last;
      pieces.push({ from, end: statements[last]?.end ?? statement.end, first, last, heading });
      return;
    }
    if (pending && isApart(gap)) close(index - 1);
    if (statement.kind === "comment") pending ??= { from: statement.start, first: index };
    else {
      const { from, first } = pending ?? { from: statement.start, first: index };
      pending = undefined;
      pieces.push({ from, first, end: statement.end, last: index, main: statement });
    }
  });
  close(statements.length - 1);
  return pieces;
}

/** Whether a blank line stands there. */
function isApart(gap: string): boolean {
  return /\n[ \t]*\r?\n/.test(gap);
}

/** The lines of a comment without its marks, and whether some of them only draw a line. */
function headingOf(text: string, statements: readonly SheetStatement[], index: number): SheetHeading | undefined {
  const { start, end } = statements[index] ?? { start: 0, end: 0 };
  const raw = text.slice(start, end);
  if (/\n/.test(raw) && !raw.startsWith("//") && raw.split("\n").length > 8) return undefined;
  const opening = raw.startsWith("//") ? "//" : "/*";
  const lines = raw
    .replace(/^\/\*+!?|\*+\/$/g, "")
    .split(/\r?\n/)
    .map((line) => line.replace(/^\s*(?:\/\/+|\*(?!\*))?\s*/, "").trim())
    .filter((line) => line !== "");
  const titles = lines.filter((line) => !isLine(line));
  const neighbours = drawnAround(text, statements, index);
  const drawing =
    lines.find(isLine)?.charAt(0) ??
    (/^[^\w]*?([=\-*#~_])\1{2,}/.exec(titles[0] ?? "") ?? /([=\-*#~_])\1{2,}[^\w]*$/.exec(titles[0] ?? ""))?.[1] ??
    neighbours;
  const [title = ""] = titles;
  const plain = title.replace(/^[^\p{L}\p{N}]+|[^\p{L}\p{N})]+$/gu, "");
  if (titles.length !== 1 || plain === "" || plain.length > 60 || /[;{}]|:\s/.test(plain)) return undefined;
  if (drawing !== undefined) return { title: plain, form: opening + drawing };
  // Without a line it has to stand by itself, in a comment of one line that reads like a title.
  const above = text.slice(statements[index - 1]?.end ?? 0, start);
  const isFirst = statements[index - 1] === undefined;
  const reads =
    /^(?:\d[\d.)]*\s+)?\p{Lu}[^.!?]*$/u.test(plain) && plain.split(" ").length <= 5 && !/[.!?,]$/.test(title);
  if (!reads || !(isFirst || isApart(above)) || statements[index + 1] === undefined) return undefined;
  return { title: plain, form: opening };
}

/** Whether a line only draws one: `=====`, `- - - -`. */
function isLine(line: string): boolean {
  return /^([=\-*#~_/+])\1{2,}$/.test(line.replaceAll(" ", ""));
}

/** Whether a comment only draws a line. */
function isDrawn(text: string, statement: SheetStatement | undefined): boolean {
  return statement?.kind === "comment" && isLine(bare(text, statement));
}

function bare(text: string, { start, end }: SheetStatement): string {
  return text
    .slice(start, end)
    .replace(/^\/[/*]\s*|\s*\*\/$/g, "")
    .trim();
}

/** A title between two comments that only draw a line, or below one. */
function drawnAround(text: string, statements: readonly SheetStatement[], index: number): string | undefined {
  const drawn = [statements[index - 1], statements[index + 1]].find((each) => isDrawn(text, each));
  return drawn && bare(text, drawn).charAt(0);
}

/** The sections of a sheet, in order; one within another follows it. */
export function sectionsOf(pieces: readonly SheetPiece[]): readonly SheetSection[] {
  const ranks = new Map<string, number>();
  for (const { heading } of pieces) if (heading && !ranks.has(heading.form)) ranks.set(heading.form, ranks.size);
  return pieces.flatMap(({ heading }, first): SheetSection[] => {
    if (!heading) return [];
    const rank = ranks.get(heading.form) ?? 0;
    const next = pieces.findIndex(
      (each, at) => at > first && each.heading !== undefined && (ranks.get(each.heading.form) ?? 0) <= rank,
    );
    return [{ title: heading.title, first, last: (next < 0 ? pieces.length : next) - 1 }];
  });
}
