/** The lines that a draft itself writes, as they are shown: those of a new text that the old one does not have. */
import type { ProjectPath } from "../../base/paths.js";
import { applyEdits, SourceText } from "../../base/text/index.js";
import type { DraftEdit } from "../draft.js";
import type { SourceTree } from "../../files/index.js";
import type { PlannedLine } from "./plan.js";

/** All of them, by file, in the order of each text. Respellings are not counted in. */
export function ownLines(tree: SourceTree, edits: readonly DraftEdit[]): PlannedLine[] {
  const byFile = new Map<ProjectPath, DraftEdit[]>();
  for (const edit of edits) {
    const ofFile = byFile.get(edit.file);
    if (ofFile) ofFile.push(edit);
    else byFile.set(edit.file, [edit]);
  }
  return [...byFile].flatMap(([file, ofFile]) => {
    const before = tree.text(file)?.text ?? "";
    // What most of it is for.
    const [most] = [...ofFile].sort((a, b) => b.text.length - a.text.length);
    const why = most?.why ?? "";
    return newLines(before, ofFile).map((each) => ({ file, ...each, why }));
  });
}

function newLines(before: string, edits: readonly DraftEdit[]): { readonly line: number; readonly text: string }[] {
  const left = new Map<string, number>();
  for (const line of before.split(/\r?\n/)) left.set(line, (left.get(line) ?? 0) + 1);
  const after = applyEdits(before, edits);
  const now = after.split(/\r?\n/);
  // What follows the last line end is no line.
  if (now.at(-1) === "") now.pop();
  const touched = touchedLines(after, edits);
  const isOld = (text: string): boolean => {
    const rest = left.get(text) ?? 0;
    left.set(text, rest - 1);
    return rest > 0;
  };
  // Lines that no edit reaches are those that were there.
  now.forEach((text, index) => {
    if (!touched.has(index)) isOld(text);
  });
  return now.flatMap((text, index) => {
    const isMoved = touched.get(index);
    return isMoved !== undefined && (isMoved || !isOld(text)) ? [{ line: index + 1, text }] : [];
  });
}

/** The lines of a new text, from 0, in which something stands that edits have put there, and whether it only stood elsewhere before. */
function touchedLines(after: string, edits: readonly DraftEdit[]): ReadonlyMap<number, boolean> {
  const found = new Map<number, boolean>();
  const text = SourceText.ofNew(after);
  let shift = 0;
  for (const { start, end, text: put, isMoved = false } of [...edits].sort(
    (a, b) => a.start - b.start || a.end - b.end,
  )) {
    const from = start + shift;
    shift += put.length - (end - start);
    if (put === "") continue;
    // What begins with a line end belongs to the next line, and what ends with one does not reach the next.
    const first = text.positionAt(from + (/^\r?\n/.exec(put)?.[0].length ?? 0)).line;
    const last = text.positionAt(from + put.replace(/\r?\n$/, "").length).line;
    for (let line = first; line <= last; line += 1) found.set(line - 1, isMoved);
  }
  return found;
}
