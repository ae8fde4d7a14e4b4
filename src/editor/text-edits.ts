/** What becomes of a text, as the fewest letters that change: cursors and marks beside them stay where they are. */
import { diffWordsWithSpace } from "diff";
import type { Range, TextEdit } from "vscode-languageserver";
import { editsBetween } from "../core/change/plan/index.js";
import type { ProjectPath } from "../core/base/paths.js";
import { SourceText } from "../core/base/text/index.js";
import { rangeOf, type Encoding } from "./positions.js";

interface Piece {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}

/** The edits that make one text of another, in order; none touches another. */
export function textEdits(before: string, after: string, encoding: Encoding): TextEdit[] {
  const source = SourceText.ofNew(before);
  return piecesBetween(before, after).map(({ start, end, text }) => ({
    range: rangeOf(source, start, end, encoding),
    newText: text,
  }));
}

/** The range of a whole text. */
export function wholeRange(text: string, encoding: Encoding): Range {
  return rangeOf(SourceText.ofNew(text), 0, text.length, encoding);
}

function piecesBetween(before: string, after: string): Piece[] {
  return editsBetween("" as ProjectPath, before, after, "")
    .flatMap((edit) => byLine(before, edit))
    .flatMap((piece) => byWord(before, piece))
    .map((piece) => trimmed(before, piece))
    .filter(({ start, end, text }) => end > start || text !== "");
}

/** As many lines as before: each of them changes by itself. */
function byLine(before: string, edit: Piece): Piece[] {
  const [old, fresh] = [linesOf(before.slice(edit.start, edit.end)), linesOf(edit.text)];
  if (old.length !== fresh.length) return [edit];
  let at = edit.start;
  return old.map((line, index) => {
    const piece = { start: at, end: at + line.length, text: fresh[index] ?? "" };
    at += line.length;
    return piece;
  });
}

/** A line beyond this many letters is no one's to read, and would take long. */
const longLine = 2000;

/** What stands so near to each other is read as one change. */
const nearby = 3;

/** Only the words of a line that are others. */
function byWord(before: string, piece: Piece): Piece[] {
  const old = before.slice(piece.start, piece.end);
  const isLine = !/[\r\n]./s.test(old) && !/[\r\n]./s.test(piece.text);
  if (!isLine || old === "" || piece.text === "" || Math.max(old.length, piece.text.length) > longLine) return [piece];
  const pieces: Piece[] = [];
  let [start, end, text] = [piece.start, piece.start, ""];
  for (const { added, removed, value } of [
    ...diffWordsWithSpace(old, piece.text),
    { added: false, removed: false, value: "" },
  ]) {
    if (added) text += value;
    else if (removed) end += value.length;
    else {
      if (end > start || text !== "") pieces.push({ start, end, text });
      start = end += value.length;
      text = "";
    }
  }
  return pieces.reduce<Piece[]>((all, each) => {
    const last = all.at(-1);
    if (!last || each.start - last.end > nearby) return [...all, each];
    const between = before.slice(last.end, each.start);
    return [...all.slice(0, -1), { start: last.start, end: each.end, text: last.text + between + each.text }];
  }, []);
}

function linesOf(text: string): string[] {
  return text.match(/[^\n]*\n|[^\n]+$/g) ?? [];
}

/** Without what both begin and end with. A pair of units that is one letter stays whole, and so does the end of a line. */
function trimmed(before: string, { start, end, text }: Piece): Piece {
  const old = before.slice(start, end);
  let head = 0;
  while (head < old.length && head < text.length && old[head] === text[head]) head += 1;
  while (head > 0 && (isFirstHalf(old, head - 1) || old[head - 1] === "\r")) head -= 1;
  let tail = 0;
  const most = Math.min(old.length, text.length) - head;
  while (tail < most && old[old.length - 1 - tail] === text[text.length - 1 - tail]) tail += 1;
  const cuts = (text: string): boolean => isWithin(text, text.length - tail);
  while (tail > 0 && (cuts(old) || cuts(text))) tail -= 1;
  return { start: start + head, end: end - tail, text: text.slice(head, text.length - tail) };
}

function isFirstHalf(text: string, at: number): boolean {
  return (text.charCodeAt(at) & 0xfc00) === 0xd800;
}

/** Whether a place is within a letter of two units, or within the end of a line. */
function isWithin(text: string, at: number): boolean {
  return (text.charCodeAt(at) & 0xfc00) === 0xdc00 || (text[at] === "\n" && text[at - 1] === "\r");
}
