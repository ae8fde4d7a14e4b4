/** A name and the file that is named after it, renamed together. */
import { partsOf, type Project } from "../core/app/index.js";
import { splitWords, wordsKey } from "../core/base/names/index.js";
import { nameOf, type ProjectPath } from "../core/base/paths.js";
import { planDraft } from "../core/change/plan/index.js";
import { renameDraft } from "../core/change/rename/index.js";
import type { Analysis } from "../core/insight/analysis.js";
import { provedChange, type PlannedChange } from "./planned-change.js";

/** Where a name is written: offsets, half-open. */
export interface NamePlace {
  readonly name: string;
  readonly start: number;
  readonly end: number;
}

/** The export at an offset that its file is named after; `undefined` for every other name, which is not ours to rename. */
export function renameablePlace({ graph }: Analysis, file: ProjectPath, offset: number): NamePlace | undefined {
  const text = graph.tree.text(file)?.text ?? "";
  const word = wordAt(text, offset);
  if (!word) return undefined;
  const { stem } = partsOf(nameOf(file));
  if (wordsKey(splitWords(word.name)) !== wordsKey(splitWords(stem))) return undefined;
  const exports = graph.files.get(file)?.reading.exports ?? [];
  const isIts = exports.some(({ from, name, local }) => from === undefined && (local ?? name) === word.name);
  return isIts ? word : undefined;
}

function wordAt(text: string, offset: number): NamePlace | undefined {
  const before = /[\w$\u0080-\uffff]*$/.exec(text.slice(0, offset))?.[0] ?? "";
  const after = /^[\w$\u0080-\uffff]*/.exec(text.slice(offset))?.[0] ?? "";
  const name = before + after;
  return name === "" ? undefined : { name, start: offset - before.length, end: offset + after.length };
}

/** Plans it. Throws what is in the way, in words. */
export async function renaming(project: Project, file: ProjectPath, to: string): Promise<PlannedChange> {
  const { draft } = await renameDraft(project, { path: file, to });
  return provedChange(await planDraft(project, draft));
}
