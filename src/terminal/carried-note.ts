/** Imports that went along because nobody can tell whether they are needed. */
import type { ExtractDraft } from "../core/change/extract/index.js";
import { enumerate } from "../wording/words.js";

/** The note about them, if there are any. */
export function carriedNotes(carried: ExtractDraft["carried"]): string[] {
  if (!carried) return [];
  const { specifiers, tidying } = carried;
  return [
    `${enumerate([...specifiers])} are imported as before, because nothing names what packages add to other types. \`${tidying}\` takes out what is not needed.`,
  ];
}
