/** The only function that changes text. */
import { ShelfError } from "../errors.js";

/** Replace `[start, end)` (UTF-16 offsets) by `text`. */
export interface TextEdit {
  readonly start: number;
  readonly end: number;
  readonly text: string;
}

/**
 * Applies edits that do not overlap, in any order: `("a b", [{ start: 2, end: 3, text: "c" }])` → `"a c"`.
 * Throws `EDITS_OVERLAP` when two overlap or one leaves the text.
 */
export function applyEdits(text: string, edits: readonly TextEdit[]): string {
  const ordered = [...edits].sort((a, b) => a.start - b.start);
  const pieces: string[] = [];
  let done = 0;
  for (const edit of ordered) {
    if (edit.start < done || edit.end < edit.start || edit.end > text.length)
      throw new ShelfError("EDITS_OVERLAP", { reason: `offsets ${edit.start} to ${edit.end}` });
    pieces.push(text.slice(done, edit.start), edit.text);
    done = edit.end;
  }
  pieces.push(text.slice(done));
  return pieces.join("");
}
