/** What a plan would do, as plain data that crosses threads, and what has to be said of it. */
import { ShelfError } from "../core/base/errors.js";
import type { Plan } from "../core/change/plan/index.js";
import type { ProjectPath } from "../core/base/paths.js";
import { tellGap } from "../wording/gaps.js";
import { count, enumerate } from "../wording/words.js";

/** A change of a project; all of its texts are at the paths of now. */
export interface PlannedChange {
  readonly texts: readonly { readonly file: ProjectPath; readonly before: string; readonly after: string }[];
  readonly moves: readonly { readonly from: ProjectPath; readonly to: ProjectPath }[];
  readonly made: readonly { readonly path: ProjectPath; readonly text: string }[];
  readonly removed: readonly ProjectPath[];
  /** What could not be updated, or not be checked: a warning; `undefined` where the proof holds. */
  readonly warning: string | undefined;
  /** Places that name what moves and that nobody can be sure of. */
  readonly notes: readonly string[];
}

/** The change of a plan. */
export function changeOf(plan: Plan): PlannedChange {
  const { texts, moves, made, removed, mentions } = plan;
  return {
    texts: texts.map(({ file, before, after }) => ({ file, before, after })),
    moves: moves.map(({ from, to }) => ({ from, to })),
    made: made.filter(({ bytes }) => bytes === undefined).map(({ path, text }) => ({ path, text })),
    removed,
    warning: warningOf(plan),
    // What a program may go by is in the warning.
    notes: mentions
      .filter(({ reason }) => reason === undefined)
      .map(({ file, at, text }) => `${file}:${at.line} mentions ${text}`),
  };
}

/** The same of a plan that nobody has asked for by renaming: what the proof does not hold for is not offered. Throws `PROOF_FAILS`. */
export function provedChange(plan: Plan): PlannedChange {
  const { length } = plan.proof.different;
  if (length > 0)
    throw new ShelfError("PROOF_FAILS", {
      reason: `${count(length, "reference")} would not mean the same ${length === 1 ? "file" : "files"}.`,
    });
  return changeOf(plan);
}

/** Places that are named in a message; a log has them all. */
const mostPlaces = 3;

function warningOf({ proof, links, made, hardLinked }: Plan): string | undefined {
  const different = proof.different.map(({ file, at, reason }) => `${file}:${at.line} (${reason})`);
  const gaps = proof.gaps.map((gap) => `${gap.file}${gap.at ? `:${gap.at.line}` : ""} (${tellGap(gap)})`);
  const binary = made.filter(({ bytes }) => bytes !== undefined).map(({ path }) => path);
  const parts = [
    ...said(different, "would not resolve to the same file", "would not resolve to the same files"),
    ...said(gaps, "could not be checked", "could not be checked"),
    ...said(
      links.map(({ file }) => file),
      "is a symbolic link that an editor cannot update",
      "are symbolic links that an editor cannot update",
    ),
    ...said(binary, "is no text and was left out", "are no texts and were left out"),
    ...said(hardLinked, "has other names, which keep the old text", "have other names, which keep the old text"),
  ];
  return parts.length === 0 ? undefined : parts.join(" ");
}

function said(places: readonly string[], one: string, many: string): string[] {
  if (places.length === 0) return [];
  const shown = places.slice(0, mostPlaces);
  const rest = places.length - shown.length;
  const list = enumerate([...shown, ...(rest > 0 ? [count(rest, "other")] : [])]);
  return [`${list} ${places.length === 1 ? one : many}.`];
}
