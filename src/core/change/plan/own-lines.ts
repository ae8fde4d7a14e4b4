/** The lines that a draft itself writes, as they are shown: those of a new text that the old one does not have. */
import type { ProjectPath } from "../../base/paths.js";
import { applyEdits, type TextEdit } from "../../base/text/index.js";
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
    const why = ofFile[0]?.why ?? "";
    return newLines(before, ofFile).map((each) => ({ file, ...each, why }));
  });
}

function newLines(before: string, edits: readonly TextEdit[]): { readonly line: number; readonly text: string }[] {
  const left = new Map<string, number>();
  for (const line of before.split(/\r?\n/)) left.set(line, (left.get(line) ?? 0) + 1);
  const now = applyEdits(before, edits).split(/\r?\n/);
  // What follows the last line end is no line.
  if (now.at(-1) === "") now.pop();
  return now.flatMap((text, index) => {
    const rest = left.get(text) ?? 0;
    left.set(text, rest - 1);
    return rest > 0 ? [] : [{ line: index + 1, text }];
  });
}
