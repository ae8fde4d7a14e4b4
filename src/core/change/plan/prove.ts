/**
 * The proof. It does not trust the edits: the new texts are read again, each reference found in them is set against the old one
 * at its place (see `alignment.ts`), resolved on the planned tree, and the answer is compared with what the present tree says,
 * or with what the draft claims. What was added or taken out must have been claimed.
 *
 * Up to `mostParsed` changed files, each new text is parsed again from its first letter. Beyond that, each name is read
 * again at its place, and all the rest is compared letter by letter with the old text. That proves the same: where one
 * string literal has become another and nothing else differs, every other token is what it was.
 */
import {
  extractFrom,
  isOpen,
  languageFor,
  languagesInUse,
  lookupNamed,
  type Extraction,
  type ListedUnder,
  type Reference,
  type Resolution,
} from "../../languages/index.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import { quiet, type Progress } from "../../base/progress.js";
import { SourceText } from "../../base/text/index.js";
import { isBoundByNames } from "../../graph/index.js";
import { isListOfFolder, proveLists, proveShown } from "./prove-lists.js";
import { proveSymbols, type BoundFile } from "./prove-symbols.js";
import { align, type Alignment } from "./alignment.js";
import type { SourceTree } from "../../files/index.js";
import type { Claim } from "../draft.js";
import type { Difference, JoinedPattern, MadeFile, NewText, PatternChange, ProofFacts, Unresolved } from "./plan.js";
import { netChange } from "./taken-in.js";
import { unseenBy, writtenElsewhere, type ReadAgain } from "./watchers.js";
import { depthOf, type ReadFile } from "./read-file.js";
import { isOpened, isScattered, meaningOf, scopeChange, type Passage } from "./respell.js";

/** More changed files than this are not parsed a second time. */
const mostParsed = 400;

/** What the proof is made from. */
export interface ProofInput {
  readonly tree: SourceTree;
  readonly passage: Passage;
  readonly files: readonly ReadFile[];
  /** Files that are made: what they declare may be what others mean. */
  readonly made: readonly MadeFile[];
  /** Files that go with all that they hold. */
  readonly removed?: readonly ProjectPath[] | undefined;
  /** Names that are others then, among what else the draft claims. */
  readonly claims?: readonly Claim[];
  readonly progress?: Progress;
}

/** Proves what was read, or says exactly which references would change. What was not read is for `gaps.ts` to say. */
export function prove({
  tree,
  passage,
  files,
  made,
  removed = [],
  claims = [],
  progress = quiet,
}: ProofInput): ProofFacts {
  const parseAgain = files.filter((file) => file.text).length <= mostParsed;
  const result = {
    references: 0,
    same: 0,
    added: 0,
    led: 0,
    different: [] as Difference[],
    unresolved: [] as Unresolved[],
    gaps: [],
    patterns: [] as PatternChange[],
    joined: [] as JoinedPattern[],
  };
  const gone = new Set(removed);
  const bound: BoundFile[] = [];
  const read: ReadAgain[] = [];
  for (const [index, file] of files.entries()) {
    const again = alignedAgain(file, passage, parseAgain);
    proveFile({ tree, passage, file, made, gone, ...again, result });
    if (again.now.reading !== "whole" && file.extraction.reading === "whole")
      result.different.push(broken(file, again.now));
    result.different.push(...proveLists({ tree, passage, file, now: again.now }), ...proveShown(file));
    bound.push({ file, now: again.now });
    read.push({ file, now: again.now });
    if (index % 256 === 0) progress("Proving references", index, files.length);
  }
  result.different.push(...lostNames(passage.map.files, tree, claims), ...lostPlaces(passage, tree));
  result.patterns.push(...unseenBy(passage, read, made));
  if (files.some(({ path }) => isBoundByNames(path)))
    proveSymbols({ tree, passage, files: bound, made, claims, result });
  return result;
}

/** Files that are found by a name that they would not have any more. */
function lostNames(
  moves: ReadonlyMap<ProjectPath, ProjectPath>,
  tree: SourceTree,
  claims: readonly Claim[],
): Difference[] {
  const renamed = [...moves].filter(([from, to]) => nameOf(from) !== nameOf(to));
  const files = new Map(renamed.map(([from, to]) => [nameOf(from), nameOf(to)]));
  const types = new Map(claims.flatMap((claim) => (claim.kind === "renames" ? [[claim.name, claim.to] as const] : [])));
  const naming = languagesInUse().filter((language) => language.keepsName !== undefined);
  let names: ReadonlySet<string> | undefined;
  const has = (name: string): boolean => (names ??= new Set(tree.paths.map(nameOf))).has(name);
  return renamed.flatMap(([from, to]): Difference[] => {
    const [reason] = naming
      .map((language) =>
        language.keepsName?.(from, has, {
          name: nameOf(to),
          file: (name) => files.get(name) ?? name,
          type: (name) => types.get(name) ?? name,
        }),
      )
      .filter((each) => each !== undefined);
    if (reason === undefined) return [];
    return [{ file: from, at: { line: 1, column: 1 }, specifier: nameOf(from), before: [from], after: [to], reason }];
  });
}

/** Files that are found by a place that they would not have any more. */
function lostPlaces({ map, after }: Passage, tree: SourceTree): Difference[] {
  const keeping = languagesInUse().filter((language) => language.keepsPlace !== undefined);
  return [...map.files].flatMap(([from, to]): Difference[] => {
    if (from === to) return [];
    const reason = keeping
      .map((language) => {
        const now = language.keepsPlace?.(from, tree);
        return now === language.keepsPlace?.(to, after.tree) ? undefined : now;
      })
      .find((each) => each !== undefined);
    if (reason === undefined) return [];
    return [{ file: from, at: { line: 1, column: 1 }, specifier: nameOf(from), before: [from], after: [to], reason }];
  });
}

/** A text that is whole today and would not be then. */
function broken({ path, text }: ReadFile, { problem }: Extraction): Difference {
  const at = SourceText.ofNew(text?.after ?? "").positionAt(problem?.offset ?? 0);
  const reason = `the new text could not be read: ${problem?.message ?? "it has an error"}`;
  return { file: path, at, specifier: "", before: [], after: [], reason };
}

/** The references of the new text, found again from the text alone, and set against the old ones. */
function alignedAgain(file: ReadFile, passage: Passage, parseAgain: boolean): Alignment & { readonly now: Extraction } {
  const { references } = file.extraction;
  if (!file.text) return { kept: references, added: [], now: file.extraction };
  // Where a namespace is written behind a name, or a name counts from the folder of another, more than the name differs.
  const isNamed = references.some(
    ({ namespace, lookup, inside }) =>
      namespace !== undefined || (inside !== undefined && lookupNamed(lookup).countsInside === true),
  );
  if (!parseAgain && !isNamed && file.onlyRespelled) {
    const kept = readInPlace(file, file.text);
    const now = { ...file.extraction, references: kept };
    return { kept, added: [], now };
  }
  // A script that leaves the folder of build scripts is still the same script.
  const goes = passage.map.file(file.path);
  const language = languageFor(goes)?.claims === languageFor(file.path)?.claims ? undefined : languageFor(file.path);
  // Names are compared with those of before, where those are known.
  const depth = depthOf(file.extraction);
  const now = language?.extract(file.text.after, nameOf(goes), depth) ?? extractFrom(file.text.after, goes, depth);
  return { ...align(references, now.references, file.changes), now };
}

/** Each name at the place to which the changes before it have shifted it; none at all if anything else differs. */
function readInPlace({ path, extraction, changes }: ReadFile, { before, after }: NewText): readonly Reference[] {
  const found: Reference[] = [];
  const edited = new Set(changes.map((change) => change.start));
  let [oldEnd, newEnd] = [0, 0];
  for (const reference of extraction.references) {
    const start = newEnd + (reference.start - oldEnd);
    if (before.slice(oldEnd, reference.start) !== after.slice(newEnd, start)) return [];
    const again = languageFor(path)?.readAt(after, start, reference);
    if (!again || (!edited.has(reference.start) && again.specifier !== reference.specifier)) return [];
    found.push({ ...reference, start, end: again.end, specifier: again.specifier });
    [oldEnd, newEnd] = [reference.end, again.end];
  }
  return before.slice(oldEnd) === after.slice(newEnd) ? found : [];
}

interface FileProof extends Alignment {
  /** What is found in the new text. */
  readonly now: Extraction;
  readonly tree: SourceTree;
  readonly passage: Passage;
  readonly file: ReadFile;
  readonly made: readonly MadeFile[];
  readonly gone: ReadonlySet<ProjectPath>;
  readonly result: {
    references: number;
    same: number;
    added: number;
    led: number;
    readonly different: Difference[];
    readonly unresolved: Unresolved[];
    readonly patterns: PatternChange[];
    readonly joined: JoinedPattern[];
  };
}

function proveFile(proof: FileProof): void {
  const { tree, file, kept, result } = proof;
  const at = (reference: Reference) => tree.text(file.path)?.positionAt(reference.start) ?? { line: 1, column: 1 };
  const placed = (reference: Reference) => {
    return { file: file.path, at: at(reference), specifier: reference.specifier, before: [] };
  };
  file.extraction.references.forEach((reference, index) => {
    const was = file.meanings[index];
    if (file.removes.has(reference.start)) {
      if (kept[index])
        result.different.push({
          ...placed(reference),
          after: [],
          reason: "it was to be taken out, and would still be there",
        });
      return;
    }
    const again = kept[index];
    if (again && !isListedAlike(reference, again)) {
      const reason = "it would be built into other targets, or in another way";
      result.different.push({ ...placed(reference), before: (was && shown(was)) ?? [], after: [], reason });
      return;
    }
    if (was?.state === "unresolved" && !again) {
      result.different.push({ ...placed(reference), after: [], reason: readDifferently });
      return;
    }
    if (!was || was.state === "unresolved") {
      // A comment may say anything; only code that leads nowhere is worth a word.
      if (reference.kind !== "doc import")
        result.unresolved.push({ file: file.path, at: at(reference), specifier: reference.specifier });
      return;
    }
    if (was.state === "external" && isOpen(reference)) return;
    const into = again && was.state === "found" ? joinedBy(proof, { again, was }) : [];
    if (into.length > 0) {
      result.joined.push({ file: file.path, at: at(reference), pattern: reference.specifier, into });
      result.added += 1;
      result.led += 1;
      return;
    }
    const other = compare(proof, { reference, again: kept[index], was });
    const change =
      other === undefined
        ? (patternChange(proof, { reference, again: kept[index], was }) ??
          writtenElsewhere(proof.passage, { path: file.path, was, again: kept[index] }))
        : undefined;
    if (change) result.patterns.push({ file: file.path, at: at(reference), pattern: reference.specifier, ...change });
    if (change) return;
    if (other === undefined && was.state === "beyond" && was.isToCome) return;
    if (was.state !== "external" || other !== undefined) result.references += 1;
    if (other !== undefined)
      result.different.push({ file: file.path, at: at(reference), specifier: reference.specifier, ...other });
    else if (was.state !== "external") result.same += 1;
  });
  proveAdded(proof);
}

/** What a draft adds must be there, and mean what it was written for; nothing else may come up. */
function proveAdded({ passage, file, added, result }: FileProof): void {
  const resolve = (reference: Reference): Resolution => passage.after.resolve(passage.map.file(file.path), reference);
  proveMeanings(
    {
      path: file.path,
      added,
      means: file.adds,
      others: file.others,
      astray: file.astray,
      resolve,
      has: (path) => passage.after.tree.has(path),
    },
    (different, reference) => {
      const at = reference && file.text && SourceText.ofNew(file.text.after).positionAt(reference.start);
      if (different) result.different.push({ file: file.path, at: at ?? { line: 1, column: 1 }, ...different });
      result.added += 1;
      if (!different) result.led += 1;
    },
  );
}

/** References that are new, and what they were written for. */
export interface AddedProof {
  readonly path: ProjectPath;
  readonly added: readonly Reference[];
  readonly means: readonly ProjectPath[];
  /** Whether others may come, as long as they lead somewhere. */
  readonly others: "none" | "led";
  /** Those that may lead nowhere, as they did where they stood before. */
  readonly astray: readonly string[];
  readonly resolve: (reference: Reference) => Resolution;
  /** Whether a path is one of the planned tree. */
  readonly has: (path: ProjectPath) => boolean;
}

/**
 * Holds new references against what they were written for: each wanted file must be meant by one, and what nothing asks for must
 * at least lead somewhere, if it may come at all. Packages are no files, and so always may. `each` is told what is wrong with
 * one, or nothing, and where it stands.
 */
export function proveMeanings(
  { added, means, others, astray, resolve, has }: AddedProof,
  each: (
    different: Pick<Difference, "specifier" | "before" | "after" | "reason"> | undefined,
    reference: Reference | undefined,
  ) => void,
): void {
  const wanted = [...means];
  const stray: { readonly reference: Reference; readonly after: readonly string[] }[] = [];
  for (const reference of added) {
    const meant = resolve(reference);
    const after = meant.state === "found" ? meant.targets : [];
    const at = wanted.findIndex((path) => after.includes(path) && has(path));
    if (at >= 0) wanted.splice(at, 1);
    if (at >= 0 || (others === "led" && meant.state !== "unresolved" && meant.state !== "external"))
      each(undefined, reference);
    else if (meant.state === "unresolved" && astray.includes(reference.specifier)) continue;
    // What a generator is still to write counts for nothing.
    else if (meant.state === "beyond" && meant.isToCome) continue;
    else if (meant.state !== "external") stray.push({ reference, after });
  }
  for (const [index, { reference, after }] of stray.entries()) {
    const { specifier } = reference;
    const meant = wanted[index];
    const reason =
      meant !== undefined
        ? notWrittenFor
        : after.length === 0
          ? "a new reference would be unresolved"
          : "a reference would come up that nothing asks for";
    each({ specifier, before: meant === undefined ? [] : [meant], after, reason }, reference);
  }
  for (const path of wanted.slice(stray.length))
    each({ specifier: "", before: [path], after: [], reason: notWrittenFor }, undefined);
}

const notWrittenFor = "a line that is added would not mean what it was written for";
const readDifferently = "the new text would be read differently";

/**
 * The files that are made and that a pattern takes in, if that is all that changes in what it takes in, and it takes in others of
 * their kind: a loop over all features takes in the new one.
 */
function joinedBy(
  { passage, file, made }: Pick<FileProof, "passage" | "file" | "made">,
  { again, was }: { readonly again: Reference; readonly was: Extract<Resolution, { readonly state: "found" }> },
): readonly ProjectPath[] {
  if (again.kind !== "glob" || made.length === 0) return [];
  const after = passage.after.resolve(passage.map.file(file.path), again);
  if (after.state !== "found") return [];
  const [now, then] = [new Set(was.targets.map((path) => passage.map.file(path))), new Set(after.targets)];
  const into = after.targets.filter((path) => !now.has(path));
  const isLike = (path: ProjectPath): boolean =>
    made.find((each) => each.path === path)?.like?.some((each) => was.targets.includes(each)) === true;
  return into.every(isLike) && [...now].every((path) => then.has(path)) ? into : [];
}

interface Comparison {
  readonly reference: Reference;
  readonly again: Reference | undefined;
  readonly was: Resolution;
}

function compare(
  { passage, file, gone }: FileProof,
  { reference, again, was }: Comparison,
): Pick<Difference, "before" | "after" | "reason"> | undefined {
  const targets = shown(was) ?? [`the package ${reference.specifier}`];
  if (again?.kind !== reference.kind || (again.namespace ?? reference.namespace) !== reference.namespace)
    return { before: targets, after: [], reason: readDifferently };
  if (was.state === "scope" || isScattered(passage, was)) return undefined;
  if (isOpened(passage, reference, was) && passage.after.resolve(passage.map.file(file.path), again).state === "found")
    return undefined;
  if (was.state === "external" && isLeftBehind(passage, file.path, again))
    return { before: targets, after: [], reason: "the package is no dependency of where the file goes" };
  // What an entry of a list means depends on the group in which it stands then.
  const placed = again.inside === undefined ? reference : { ...reference, inside: again.inside };
  if (meaningOf(passage, file.path, placed, was)(again.specifier)) return undefined;
  const after = passage.after.resolve(passage.map.file(file.path), again);
  // A loop over all features goes on without the one that is removed.
  if (again.kind === "glob" && was.state === "found" && after.state === "found" && gone.size > 0) {
    const stays = was.targets.filter((path) => !gone.has(path)).map((path) => passage.map.file(path));
    if (
      stays.length > 0 &&
      stays.length === after.targets.length &&
      stays.every((path) => after.targets.includes(path))
    )
      return undefined;
  }
  const found = shown(after) ?? [];
  return { before: targets, after: found, reason: reasonFor(reference, found.length) };
}

/** Whether a list has an entry for the same targets and steps. */
function isListedAlike({ listed: before = [] }: Reference, { listed: after = [] }: Reference): boolean {
  const key = ({ target, step }: ListedUnder): string => `${target}\n${step}`;
  if (before.length !== after.length) return false;
  const wanted = new Set(before.map(key));
  return after.every((each) => wanted.has(key(each)));
}

/** Whether a file goes to where a package is not known that it names and may name now. */
function isLeftBehind({ before, after, map }: Passage, path: ProjectPath, reference: Reference): boolean {
  const goes = map.file(path);
  if (folderOf(goes) === folderOf(path)) return false;
  return before.mayName(path, reference) && !after.mayName(goes, reference);
}

/** A resolution as paths; `undefined` for one that names none. */
function shown(resolution: Resolution): readonly string[] | undefined {
  if (resolution.state === "found") return resolution.targets;
  if (resolution.state === "folder") return [`${resolution.at}/`];
  return resolution.state === "beyond" ? [resolution.at] : undefined;
}

/** What a pattern of settings would take in otherwise, or a folder that it names would lose altogether. */
function patternChange(
  { passage, file, now }: FileProof,
  { reference, again, was }: Comparison,
): Omit<PatternChange, "file" | "at" | "pattern"> | undefined {
  if (was.state === "folder") {
    if (!isScattered(passage, was)) return undefined;
    return { out: passage.map.tree.filesBelow(was.at), into: [] };
  }
  if (was.state !== "scope" || !again || isListOfFolder(reference)) return undefined;
  const from = passage.map.file(file.path);
  const own = scopeChange(passage, was, passage.after.resolve(from, again));
  const { isList = false } = lookupNamed(reference.lookup);
  if (own.out.length + own.into.length === 0) return undefined;
  const change = isList ? besideOthers(own) : inList(own, again);
  return change.out.length + change.into.length === 0 ? undefined : change;

  /** A pattern among others of one list. */
  function inList(change: Pick<PatternChange, "out" | "into">, then: Reference): ReturnType<typeof netChange> {
    const { extraction, meanings, text, path } = file;
    const next = now.references.map((each) => passage.after.resolve(from, each));
    const [old, later] = [text?.before ?? passage.map.tree.text(path)?.text ?? "", text?.after];
    return netChange(change, {
      before: [{ text: old, references: extraction.references, meanings }, extraction.references.indexOf(reference)],
      then: [{ text: later ?? old, references: now.references, meanings: next }, now.references.indexOf(then)],
      goes: (each) => passage.map.file(each),
      origin: (each) => passage.map.origin(each) ?? each,
    });
  }

  /** What another item of the list takes in is taken in. */
  function besideOthers({ out, into }: Pick<PatternChange, "out" | "into">): Pick<PatternChange, "out" | "into"> {
    const isAlike = ({ lookup }: Reference): boolean => lookup === reference.lookup;
    const then = now.references.filter(isAlike).map((each) => passage.after.resolve(from, each));
    const before = file.meanings.filter((_, index) => isAlike(file.extraction.references[index] ?? reference));
    const takes = (list: readonly (Resolution | undefined)[], path: ProjectPath): boolean =>
      list.some((each) => each?.state === "scope" && each.takesIn(path));
    return {
      out: out.filter((path) => !takes(then, passage.map.file(path))),
      into: into.filter((path) => !takes(before, passage.map.origin(path) ?? path)),
    };
  }
}

function reasonFor(reference: Reference, found: number): string {
  if (reference.lookup === "glob") return "the pattern would match other files";
  return found === 0
    ? "nothing would answer to any spelling of it"
    : "another file would answer, or not all of its files";
}
