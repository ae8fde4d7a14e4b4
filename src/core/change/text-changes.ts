/** What lies between two texts, as edits. */
import { diffLines } from "diff";
import type { ProjectPath } from "../base/paths.js";
import type { DraftEdit } from "./draft.js";

/** The edits that make one text of another, line by line: what stays the same is in none of them. */
export function editsBetween(file: ProjectPath, before: string, after: string, why: string): DraftEdit[] {
  const edits: DraftEdit[] = [];
  let [start, end, text] = [0, 0, ""];
  const close = (): void => {
    if (end > start || text !== "") edits.push({ file, start, end, text, why });
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
