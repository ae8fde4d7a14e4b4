/** Where a text is cut and where something is put in. */
import { comparePaths } from "../../base/paths.js";
import type { Statement } from "../../languages/index.js";
import type { DraftEdit } from "../draft.js";
import type { TakenBinding } from "./imports.js";
import type { Anatomy } from "./anatomy.js";

/** What is said of a whole file at its top, and holds for what is taken out of it: `// @flow`, `// @ts-nocheck`, a licence. */
export function headOf({ text, statements }: Anatomy): string[] {
  const head = text
    .slice(0, statements[0]?.from ?? 0)
    .replace(/^#!.*/, "")
    .trim();
  return /@flow|@ts-(?:no)?check|@jsx|eslint-disable|licen[cs]e|copyright/i.test(head) ? [head] : [];
}

export function asTaken({ imported, local, isType }: TakenBinding): TakenBinding {
  return { imported, local, isType };
}

/** Where further imports stand: behind the last one, else behind the directives and comments at the top. */
export function placeForImports(
  { text, statements }: Pick<Anatomy, "text" | "statements">,
  lineEnd: string,
): { readonly at: number; readonly before: string; readonly behind: string } {
  const last =
    statements.findLast(({ kind }) => kind === "import") ?? statements.findLast(({ kind }) => kind === "directive");
  if (last) return { at: last.end, before: lineEnd, behind: "" };
  const first = statements[0];
  const at = first?.from ?? text.length;
  return { at, before: "", behind: lineEnd + lineEnd };
}

/** A statement with its lines; of two blank lines around it one goes along. */
export function cutOf(text: string, { from, to }: Statement): Cut {
  const before = /(?:^|\n)[ \t]*\r?\n$/.test(text.slice(0, from)) || from === 0;
  const blank = /^[ \t]*\r?\n/.exec(text.slice(to))?.[0] ?? "";
  if (before && blank !== "") return { start: from, end: to + blank.length };
  // At the end of a file the blank line above it goes.
  const above = text.slice(to).trim() === "" ? (/\r?\n[ \t]*\r?\n$/.exec(text.slice(0, from))?.[0] ?? "") : "";
  return { start: from - Math.max(0, above.length - (/^\r?\n/.exec(above)?.[0].length ?? 0)), end: to };
}

/** What is put in where something is cut out is one edit with the cut. */
export function apart(edits: readonly DraftEdit[]): DraftEdit[] {
  const found: DraftEdit[] = [];
  const ordered = [...edits].sort((a, b) => comparePaths(a.file, b.file) || a.start - b.start || a.end - b.end);
  for (const edit of ordered) {
    const last = found.at(-1);
    if (last?.file === edit.file && last.start === edit.start && last.end === last.start)
      found[found.length - 1] = { ...edit, text: last.text + edit.text, why: last.why };
    else found.push(edit);
  }
  return found;
}

/** Cuts that touch, as one. */
export function joined(cuts: readonly Cut[]): Cut[] {
  const found: Cut[] = [];
  for (const cut of cuts) {
    const last = found.at(-1);
    if (last && cut.start <= last.end)
      found[found.length - 1] = { start: last.start, end: Math.max(last.end, cut.end) };
    else found.push(cut);
  }
  return found;
}

export interface Cut {
  readonly start: number;
  readonly end: number;
}
