/**
 * A draft: everything that one change does, as data, and what must be true afterwards. Every operation makes one, and nothing is
 * added once it is proved.
 *
 * Edits are places of texts as they are now. Respellings are no part of a draft: which references need one follows from its
 * moves, and is worked out when the draft is planned.
 */
import { isCode, languagesInUse, type Resolution } from "../languages/index.js";
import type { ProjectPath } from "../base/paths.js";
import type { TextEdit } from "../base/text/index.js";
import type { SourceTree } from "../files/index.js";
import type { Move } from "./plan/move.js";
import type { Gap, MadeFile } from "./plan/plan.js";

/** One change of a text, by the file that has it now. */
export interface DraftEdit extends TextEdit {
  readonly file: ProjectPath;
  /** What the file is, or what changes in it, in a few words. */
  readonly why: string;
  /** Whether what is put in stood elsewhere in the file before. */
  readonly isMoved?: true;
}

/** A reference should mean this file from now on (at the path that it will have), spelled in the way that it is now. */
export interface Through {
  readonly through: ProjectPath;
  /** The folder that the file speaks for, if it is an index. */
  readonly folder?: ProjectPath | undefined;
}

/** What must be true afterwards. What no claim speaks of has to mean what it means now. */
export type Claim =
  /** The reference that begins at an offset of a file's present text means this. */
  | {
      readonly kind: "means";
      readonly file: ProjectPath;
      readonly start: number;
      readonly target: Resolution | Through;
    }
  /**
   * A file, by its present path or by that at which it is made, gains references, of which each of these files is meant by one.
   * `others` says whether more may come up: none, or any that lead somewhere, as in what people write themselves.
   */
  | {
      readonly kind: "adds";
      readonly file: ProjectPath;
      readonly means: readonly ProjectPath[];
      readonly others?: "none" | "led";
      /** New references, as they are spelled, that lead nowhere, as they did where they stood before. */
      readonly astray?: readonly string[];
    }
  /** Names that begin so mean packages today, and may mean files from then on: an alias that is written down. */
  | { readonly kind: "opens"; readonly prefix: string }
  /** A name that a file declares is another from then on, and is meant wherever it is meant now. */
  | { readonly kind: "renames"; readonly file: ProjectPath; readonly name: string; readonly to: string }
  /** A property of this name has another where the draft says so. Where it keeps the old one, nobody knows if both are the same. */
  | { readonly kind: "renames property"; readonly name: string; readonly to: string }
  /**
   * A name that a file declares is declared by another from then on, letter by letter, and is meant wherever it is meant now.
   * `as` is what it is called there, if not the same. `default` is what a file gives by default without a name.
   */
  | {
      readonly kind: "hands over";
      readonly file: ProjectPath;
      readonly name: string;
      readonly to: ProjectPath;
      readonly as?: string;
    }
  /** The types of a file lie in another namespace from then on, and are meant wherever they are meant now. */
  | { readonly kind: "changes namespace"; readonly file: ProjectPath; readonly from: string; readonly to: string }
  /**
   * A style sheet, and each that takes it in, compiles to what it compiles to now. `with` are further sheets that change; `gains`,
   * those that come to hold more: only who takes one of those in compiles alike; `isOnce`: what is read several times today, and not
   * compiled, may be read once; `isParted`: rules that hold others may be several then, so that blank lines come or go.
   */
  | {
      readonly kind: "compiles alike";
      readonly file: ProjectPath;
      readonly with: readonly ProjectPath[];
      readonly gains?: readonly ProjectPath[];
      readonly isOnce?: true;
      readonly isParted?: true;
    }
  /** Lines of a style sheet come into another order, and each name that an entry needs is given before: all that it holds stays. */
  | { readonly kind: "puts in order"; readonly file: ProjectPath }
  /** The reference that begins at an offset of a file's present text is taken out. */
  | { readonly kind: "removes"; readonly file: ProjectPath; readonly start: number };

/** A file that is removed because all that it declares is elsewhere from then on. What means it means another file instead. */
export interface Merge {
  readonly from: ProjectPath;
  readonly into: ProjectPath;
  /** Whether a generator makes it anew, so that it is not what people have written that goes. */
  readonly isMadeAgain?: true;
}

/** Whether a claim is about names, and not about references. */
export function isAboutNames(
  claim: Claim,
): claim is Extract<Claim, { readonly kind: "renames" | "renames property" | "hands over" | "changes namespace" }> {
  return ["renames", "renames property", "hands over", "changes namespace"].includes(claim.kind);
}

/** Whether a claim is about what style sheets compile to. */
export function isAboutSheets(
  claim: Claim,
): claim is Extract<Claim, { readonly kind: "compiles alike" | "puts in order" }> {
  return claim.kind === "compiles alike" || claim.kind === "puts in order";
}

/** All of it. */
export interface Draft {
  readonly moves: readonly Move[];
  readonly merges?: readonly Merge[];
  /** Files that go with all that they hold: nothing may mean them any more. */
  readonly removed?: readonly ProjectPath[];
  readonly edits: readonly DraftEdit[];
  readonly made: readonly MadeFile[];
  readonly claims: readonly Claim[];
  /** What may matter, and what nobody can look into: while there is one, the proof is not complete. */
  readonly doubts?: readonly Gap[];
  /** Keys and texts by which programs may go that change because somebody agreed: nothing proves them. */
  readonly byLetters?: number;
  /** For files that are made: where lists show them, as though they lay there; where they lie without it. */
  readonly shown?: ReadonlyMap<ProjectPath, ProjectPath>;
}

/** A file that is made, or a text that gains lines at its end: an index of a feature, a new configuration. */
export interface Addition {
  /** Where the file will be. If one is there then, its text gains the lines; else it is made. */
  readonly path: ProjectPath;
  readonly text: string;
  /** What its references have to mean, by the paths that files will have. */
  readonly means: readonly ProjectPath[];
  readonly why: string;
}

/**
 * What references should mean from now on, or through what they should be named, by file and by the offset at which they
 * begin.
 */
export type Wishes = ReadonlyMap<ProjectPath, ReadonlyMap<number, Resolution | Through>>;

/** What a draft is put together from. */
export interface DraftParts {
  readonly moves: readonly Move[];
  readonly edits?: readonly DraftEdit[];
  readonly additions?: readonly Addition[];
  readonly wishes?: Wishes;
}

/** Puts a draft together. No file is read but those that gain lines. */
export function draftOf(
  tree: SourceTree,
  { moves, edits = [], additions = [], wishes = new Map() }: DraftParts,
): Draft {
  const origins = new Map(moves.map(({ from, to }) => [to, from]));
  const leaving = new Set(moves.filter(({ from, to }) => from !== to).map(({ from }) => from));
  const originOf = (path: ProjectPath): ProjectPath | undefined =>
    origins.get(path) ?? (tree.has(path) && !leaving.has(path) ? path : undefined);
  const added: DraftEdit[] = [];
  const made: MadeFile[] = [];
  const claims: Claim[] = [];
  for (const { path, text, means, why } of additions) {
    const file = originOf(path);
    if (file === undefined) made.push({ path, text, why });
    else added.push({ ...atTheEnd(file, tree.text(file)?.text ?? "", text), why });
    claims.push({ kind: "adds", file: file ?? path, means });
  }
  for (const [file, ofFile] of wishes)
    for (const [start, target] of ofFile) claims.push({ kind: "means", file, start, target });
  return { moves, edits: [...edits, ...added], made, claims };
}

/**
 * A draft with what its moves and files mean for the lists of what is built or bundled: lines that manifests gain, groups of projects
 * that follow. Loads what reads those lists, where there may be any. Throws `MERGE_CONFLICT`.
 */
export async function withLists(tree: SourceTree, draft: Draft): Promise<Draft> {
  const moves = draft.moves.filter(({ from, to }) => from !== to);
  const made = draft.made.map(({ path }) => path);
  const gone = [...(draft.merges ?? []).map(({ from }) => from), ...(draft.removed ?? [])];
  const changed = [...moves.map(({ from }) => from), ...made, ...gone];
  if (changed.length === 0) return draft;
  const isOnlyCode = changed.every(isCode);
  const listing = languagesInUse().filter((language) => {
    if (language.keepListed === undefined || (isOnlyCode && language.listsCode !== true)) return false;
    return tree.paths.some((path) => language.extensions.some((each) => path.endsWith(each)));
  });
  await Promise.all(listing.map((language) => language.prepare()));
  const lines = listing.flatMap(
    (language) => language.keepListed?.({ moves, made, gone, shown: draft.shown }, tree) ?? [],
  );
  if (lines.length === 0) return draft;
  const files = [...new Set(lines.map(({ file }) => file))];
  return {
    ...draft,
    edits: [...draft.edits, ...lines.map(({ file, start, end, text, why }) => ({ file, start, end, text, why }))],
    claims: [
      ...draft.claims,
      ...files.map((file): Claim => ({ kind: "adds", file, means: [], others: "led" })),
      ...lines.flatMap(({ file, removes = [] }) => removes.map((start): Claim => ({ kind: "removes", file, start }))),
    ],
  };
}

/** Lines at the end of a text, in its own line ends. */
function atTheEnd(file: ProjectPath, before: string, text: string): Omit<DraftEdit, "why"> {
  const end = before.includes("\r\n") ? "\r\n" : "\n";
  const gap = before === "" || /[\r\n]$/.test(before) ? "" : end;
  return { file, start: before.length, end: before.length, text: gap + text.replaceAll("\n", end) };
}

/** What a claim through an index comes to: the way of naming that a reference has now, with another file at its end. */
export function ledThrough(now: Resolution | undefined, { through, folder }: Through): Resolution {
  const scheme = now?.state === "found" ? now.scheme : "relative";
  return { state: "found", targets: [through], scheme, ...(folder !== undefined && { folder }) };
}
