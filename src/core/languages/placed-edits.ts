/** Edits of one text, in the order of their places. */
import type { TextEdit } from "../base/text/index.js";

/** One edit. */
export type Placed = TextEdit;

/**
 * Puts edits in order; what is inserted at one place is inserted in the order of the list. `undefined` where two of them want the same
 * characters to be something else.
 */
export function applyOrder(edits: readonly Placed[]): readonly TextEdit[] | undefined {
  const ordered = edits
    .map((edit, index) => ({ edit, index }))
    .sort((a, b) => a.edit.start - b.edit.start || a.edit.end - b.edit.end || a.index - b.index)
    .map(({ edit }) => edit);
  const merged: { start: number; end: number; text: string }[] = [];
  for (const edit of ordered) {
    const last = merged.at(-1);
    if (last?.start === edit.start && last.end === last.start) {
      // An insertion, and what stands behind it.
      last.text += edit.text;
      last.end = edit.end;
    } else if (last && edit.start < last.end) return undefined;
    else merged.push({ ...edit });
  }
  return merged;
}
