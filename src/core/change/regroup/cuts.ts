/** Where a text is cut and where something is put in. */
import { addTo } from "../../base/grouping.js";
import { comparePaths } from "../../base/paths.js";
import type { Statement } from "../../languages/index.js";
import type { DraftEdit } from "../draft.js";
import type { TakenBinding } from "./imports.js";
import type { Anatomy } from "./anatomy.js";

/** What is said of a whole file at its top, and holds for what is taken out of it: `// @flow`, `// @ts-nocheck`, a licence. */
export function headOf({ text, statements, isComponent }: Anatomy): string[] {
  // Above the scripts of a component stand tags.
  if (isComponent) return [];
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
  const first = statements.find(({ kind }) => kind !== "markup");
  const at = first?.from ?? text.length;
  return { at, before: "", behind: lineEnd + lineEnd };
}

/** A statement with its lines; of two blank lines around it one goes along. */
export function cutOf(text: string, { from, to, isLast = false }: Statement): Cut {
  const before = /(?:^|\n)[ \t]*\r?\n$/.test(text.slice(0, from)) || from === 0;
  const blank = /^[ \t]*\r?\n/.exec(text.slice(to))?.[0] ?? "";
  if (before && blank !== "") return { start: from, end: to + blank.length };
  // At the end of a file the blank line above it goes.
  const above =
    isLast || text.slice(to).trim() === "" ? (/\r?\n[ \t]*\r?\n$/.exec(text.slice(0, from))?.[0] ?? "") : "";
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

/** A file does not begin with the blank lines that stood below what is cut from its top. In order, as `apart` gives them. */
export function withoutBlankHead(
  edits: readonly DraftEdit[],
  textOf: (file: DraftEdit["file"]) => string,
): DraftEdit[] {
  const files = new Map<DraftEdit["file"], DraftEdit[]>();
  for (const edit of edits) addTo(files, edit.file, edit);
  return [...files].flatMap(([file, ofFile]) => {
    const text = textOf(file);
    let end = 0;
    let count = 0;
    for (; ofFile[count]?.start === end && ofFile[count]?.text === ""; count += 1) end = ofFile[count]?.end ?? end;
    const next = ofFile[count]?.start ?? text.length;
    const blank = end === 0 ? "" : (/^(?:[ \t]*\r?\n)+/.exec(text.slice(end, next))?.[0] ?? "");
    if (blank === "") return ofFile;
    const why = ofFile[0]?.why ?? "";
    return [{ file, start: 0, end: end + blank.length, text: "", why }, ...ofFile.slice(count)];
  });
}

/** The cuts of some statements; where they reach the end of the text, the blank lines above them go, too. */
export function cutsOf(text: string, statements: readonly Statement[]): Cut[] {
  const cuts = joined(statements.map((each) => cutOf(text, each)));
  const wider = cuts.map(({ start, end }) => {
    if (text.slice(end).trim() !== "") return { start, end };
    const above = /(?:\r?\n[ \t]*)+\r?\n$/.exec(text.slice(0, start))?.[0] ?? "";
    return { start: start - Math.max(0, above.length - (/^\r?\n/.exec(above)?.[0].length ?? 0)), end };
  });
  return joined(wider);
}

/** Cuts that touch, as one. */
function joined(cuts: readonly Cut[]): Cut[] {
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
