/** How a text that was written anew differs from what it was. */
import { diffLines } from "diff";
import type { ProjectPath } from "../base/paths.js";
import type { DraftEdit } from "./draft.js";

/** The edits between two texts of one file, as small as lines allow; within a line that only gains or only loses letters, those. */
export function editsBetween(file: ProjectPath, before: string, after: string, why: string): DraftEdit[] {
  const edits: DraftEdit[] = [];
  const put = (start: number, end: number, text: string): void => {
    if (end > start || text !== "") edits.push({ file, start, end, text, why });
  };
  let [start, end, text] = [0, 0, ""];
  const close = (): void => {
    const [gone, come] = [linesOf(before.slice(start, end)), linesOf(text)];
    // What stands in a line that stays is not touched: a path in it means what it meant.
    for (let at = 0; at < gone.length && at < come.length; at += 1) {
      const [old = "", now = ""] = [gone[at], come[at]];
      const same = commonEnds(old, now);
      if (!same) break;
      put(start + same.lead, start + old.length - same.tail, now.slice(same.lead, now.length - same.tail));
      start += old.length;
      text = text.slice(now.length);
    }
    put(start, end, text);
    [start, text] = [end, ""];
  };
  for (const { added, removed, value } of diffLines(before, after)) {
    if (added) text += value;
    else if (removed) end += value.length;
    else {
      close();
      start = end += value.length;
    }
  }
  close();
  return edits;
}

/** Lines with their ends. */
function linesOf(text: string): string[] {
  return text.match(/[^\n]*\n|[^\n]+$/g) ?? [];
}

/** How much two lines begin and end with alike, where one of them is the other with letters put in at one place. */
function commonEnds(old: string, now: string): { readonly lead: number; readonly tail: number } | undefined {
  // The two signs of a line's end are one, and so are those of a letter.
  if (/\r?\n$/.exec(old)?.[0] !== /\r?\n$/.exec(now)?.[0]) return undefined;
  const most = Math.min(old.length, now.length);
  let lead = 0;
  while (lead < most && old.charAt(lead) === now.charAt(lead)) lead += 1;
  if (/[\uD800-\uDBFF\r]/.test(old.charAt(lead - 1))) lead -= 1;
  const tail = most - lead;
  return tail > 0 && old.slice(old.length - tail) === now.slice(now.length - tail) ? { lead, tail } : undefined;
}
