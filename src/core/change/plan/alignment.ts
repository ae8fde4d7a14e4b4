/**
 * Which reference of a new text is which of the old one: by place, not by count. Every old place is led through the edits; what
 * begins there is the same reference, kept or respelled. What has no such place was taken out, and what is left over was added.
 */
import type { Reference } from "../../languages/index.js";
import type { TextEdit } from "../../base/text/index.js";

/** The references of two texts, set against each other. */
export interface Alignment {
  /** For each old reference the new one that stands at its place; `undefined` for one that is not there any more. */
  readonly kept: readonly (Reference | undefined)[];
  /** New references that stand where none was, in the order of the text. */
  readonly added: readonly Reference[];
}

/** Sets them against each other. Edits do not overlap; both lists are in the order of their text. */
export function align(old: readonly Reference[], now: readonly Reference[], edits: readonly TextEdit[]): Alignment {
  const ordered = [...edits].sort((a, b) => a.start - b.start || a.end - b.end);
  const byStart = new Map(now.map((reference) => [reference.start, reference]));
  let [next, shift] = [0, 0];
  const kept = old.map(({ start }): Reference | undefined => {
    for (let edit = ordered[next]; edit && edit.end <= start; edit = ordered[next]) {
      // What replaces the first letter of the name itself comes after it.
      if (edit.start === start && edit.end > start) break;
      shift += edit.text.length - (edit.end - edit.start);
      next += 1;
    }
    const around = ordered[next];
    if (around && around.start < start && start < around.end) return undefined;
    const found = byStart.get(start + shift);
    if (found) byStart.delete(found.start);
    return found;
  });
  return { kept, added: [...byStart.values()] };
}
