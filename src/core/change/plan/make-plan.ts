/**
 * Makes a plan from a list of moves: finds the files that matter, respells what would break, proves the rest.
 * Nothing is written.
 */
import { posix } from "node:path";
import { readToolSettings, Resolver } from "../../graph/index.js";
import {
  hasNamespaces,
  sharesTypes,
  extractFrom,
  isOfTrade,
  isOpen,
  languageFor,
  languagesInUse,
  lookupNamed,
  respellingEdit,
  someReadFiles,
  type Extraction,
  type Reference,
  type Resolution,
} from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { quiet } from "../../base/progress.js";
import { applyEdits, type TextEdit } from "../../base/text/index.js";
import { align } from "./alignment.js";
import { isListOfFolder } from "./prove-lists.js";
import { isAboutSheets, ledThrough, type Draft } from "../draft.js";
import { madeTexts, proveMade } from "./made-files.js";
import { PlannedTree, type SourceTree } from "../../files/index.js";
import { decidesNames } from "./candidates.js";
import { nothingOwn, ownParts, type OwnPart } from "./own-part.js";
import type { PlanInput } from "./plan-input.js";
import { readCandidates, readOf, withEdited, type Read } from "./read-matter.js";
import { respellLinks } from "./links.js";
import { findGaps } from "./gaps.js";
import { ownLines } from "./own-lines.js";
import { addressMentions } from "./addresses.js";
import { computedMentions, eachOnce, textMentions } from "./mentions.js";
import { entriesWith, MoveMap } from "./move-map.js";
import {
  emptiedFolders,
  ensureEditable,
  ensureMakeable,
  ensurePossible,
  newFolders,
  tidyMoves,
  type Move,
} from "./move.js";
import {
  proofOf,
  type Difference,
  type NewText,
  type Plan,
  type PlannedEdit,
  type PlannedLine,
  type Unread,
} from "./plan.js";
import { prove } from "./prove.js";
import type { NameProof, NameResult, Renames, RenamesProperty } from "./prove-names.js";
import type { SheetResult } from "./prove-sheets.js";
import type { ReadFile, Respelled, RespelledFile } from "./read-file.js";
import { writtenPaths } from "./written-paths.js";
import { respell, type Passage } from "./respell.js";
import { takeOver } from "./take-over.js";

/** Plans a draft. Throws where it cannot happen; what the proof does not hold for is in the plan. */
export async function makePlan(input: PlanInput): Promise<Plan> {
  const { tree, rules, graph, draft, progress = quiet } = input;
  ensurePossible(tree, draft.moves, input.places);
  ensureEditable(tree, draft.edits);
  ensureEditable(
    tree,
    goneOf(draft).map((file) => ({ file })),
  );
  const respelled = await respellDraft(input);
  const { moves, map, planned, candidates, before } = respelled;
  const files = respelled.files.map((file): ReadFile => ({ ...file, text: newText(tree, file) }));
  ensureMakeable(
    tree,
    draft.made.map(({ path }) => path),
    moves,
  );
  // Where all readings were kept, no parser was needed so far.
  if (graph) await Promise.all(languagesInUse().map((language) => language.prepare()));
  const passage = withNewTexts(respelled, files);
  const proof = prove({
    tree,
    passage,
    files,
    made: draft.made,
    removed: draft.removed,
    claims: draft.claims,
    progress,
  });
  const named = await proveRenames(input, { ...respelled, passage }, files);
  const sheets = await proveCompiled(input, { ...respelled, passage }, files);
  const made = proveMade(draft.made, draft.claims, { planned, after: passage.after });
  const references = new Map(files.map((file) => [file.path, file.extraction]));
  const links = respellLinks(tree, map);
  const texts = files.flatMap((file) => (file.text ? [file.text] : []));
  const { byLetters = 0 } = draft;
  const watched = withRemoved(input, moves, map);
  const mentionable = candidates ?? tree.paths.filter((path) => !tree.isLink(path));
  const mentions = eachOnce([
    ...computedMentions({ tree, read: references, map: watched, resolver: before }),
    ...addressMentions({ tree, read: references, map: watched, resolver: before }),
    ...writtenPaths({ tree, read: references, map: watched, resolver: before }),
    ...textMentions({ tree, files: mentionable, read: files, map: watched }),
  ]);
  const gaps = findGaps({
    tree,
    map: watched,
    draft,
    rules,
    resolver: before,
    read: references,
    mentions,
    unreadableLinks: links.unreadable,
  });
  return {
    moves,
    edits: files.flatMap((file) => plannedEdits(tree, file)),
    texts,
    made: draft.made,
    removed: goneOf(draft),
    ...((draft.removed ?? []).length > 0 && { deleted: draft.removed }),
    ...(draft.merges?.some(({ isMadeAgain }) => isMadeAgain) === true && {
      madeAgain: draft.merges.flatMap(({ from, isMadeAgain }) => (isMadeAgain ? [from] : [])),
    }),
    ...renamespacedBy(draft),
    lines: asWritten(ownLines(tree, draft.edits), texts),
    links: links.edits,
    foldersMade: newFolders(tree, moves, draft.made),
    foldersEmptied: emptiedFolders(tree, [...moves, ...mergesOf(draft)], draft.made, draft.removed),
    proof: proofOf({
      ...proof,
      added: proof.added + made.added,
      led: proof.led + made.led,
      ...(named && { names: named.names }),
      ...(byLetters > 0 && { byLetters }),
      ...(sheets && { sheets: sheets.sheets }),
      different: [
        ...proof.different,
        ...made.different,
        ...(named?.different ?? []),
        ...(sheets?.different ?? []),
        ...askedForAlone(tree, mergesOf(draft), files),
      ],
      gaps: [...made.gaps, ...(named?.gaps ?? []), ...(sheets?.gaps ?? []), ...(draft.doubts ?? []), ...gaps],
    }),
    mentions,
    hardLinked: texts.map(({ file }) => file).filter((file) => (tree.store.stat(file)?.names ?? 1) > 1),
    unread: unreadFiles(tree, references),
    filesRead: files.length,
    filesInProject: tree.paths.length,
  };
}

function renamespacedBy({ claims }: Draft): Pick<Plan, "renamespaced"> {
  const renamespaced = claims.flatMap((claim) => (claim.kind === "changes namespace" ? [claim.file] : []));
  return renamespaced.length === 0 ? {} : { renamespaced };
}

/** Lines as they will stand, with the paths in them that are updated. A path never changes how many lines there are. */
function asWritten(lines: readonly PlannedLine[], texts: readonly NewText[]): readonly PlannedLine[] {
  if (lines.length === 0) return lines;
  const written = new Map(texts.map(({ file, after }) => [file, after.split(/\r?\n/)]));
  return lines.map((line) => ({ ...line, text: written.get(line.file)?.[line.line - 1] ?? line.text }));
}

/** Forms in which a file is loaded for itself, and not for names of it. */
const byItself = new Set<Reference["kind"]>(["url", "setting", "page link", "asset", "reference path"]);

/** A worker, an entry of a bundler: such a file cannot be joined to others, which would be loaded in its place. */
function askedForAlone(tree: SourceTree, merges: readonly Move[], files: readonly ReadFile[]): Difference[] {
  const removed = new Map(merges.map(({ from, to }) => [from, to]));
  if (removed.size === 0) return [];
  return files.flatMap(({ path: file, extraction, meanings, removes }) =>
    extraction.references.flatMap(({ kind, start, specifier }, index): Difference[] => {
      // A list that names each file of a target loses its entry.
      const meant = removes.has(start) ? undefined : meanings[index];
      const target = meant?.state === "found" ? meant.targets.find((each) => removed.has(each)) : undefined;
      if (!byItself.has(kind) || target === undefined) return [];
      const at = tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 };
      const reason = "the file is asked for by itself, and all that it is joined with would be loaded";
      return [{ file, at, specifier, before: [target], after: [removed.get(target) ?? target], reason }];
    }),
  );
}

/** The proof of the names that a draft changes; it is loaded only where one does. */
async function proveRenames(
  { tree, draft }: PlanInput,
  { planned, passage, map }: RespelledDraft,
  files: readonly ReadFile[],
): Promise<NameResult | undefined> {
  const claims = draft.claims.filter((claim) => claim.kind === "renames");
  const goes = draft.claims.filter((claim) => claim.kind === "hands over");
  const spaces = draft.claims.filter((claim) => claim.kind === "changes namespace");
  const properties = draft.claims.filter((claim) => claim.kind === "renames property");
  if (claims.length + goes.length + spaces.length + properties.length === 0) return undefined;
  const texts = files.flatMap(({ text }) => (text ? [text] : []));
  for (const { file, after } of texts) planned.respell(map.file(file), after);
  const { before, after } = passage;
  const facts = { tree, planned, before, after, map, texts };
  const removed = mergesOf(draft).map(({ from }) => from);
  const results: NameResult[] = [];
  if (spaces.length > 0)
    results.push(await (await import("./prove-namespaces.js")).proveNamespaces({ ...facts, claims: spaces }));
  if (goes.some(({ file }) => languageFor(file)?.directives !== undefined))
    results.push(await (await import("./prove-libraries.js")).proveLibraries({ ...facts, claims: goes, removed }));
  else if (goes.some(({ file }) => hasNamespaces(file)))
    results.push(await (await import("./prove-spaced.js")).proveSpaced({ ...facts, claims: goes, removed }));
  else if (goes.some(({ file }) => sharesTypes(file)))
    results.push(await (await import("./prove-modules.js")).proveModules({ ...facts, claims: goes, removed }));
  else if (goes.length > 0)
    results.push(await (await import("./prove-statements.js")).proveStatements({ ...facts, claims: goes, removed }));
  else results.push(...(await proofsOfRenames(facts, claims, properties)));
  return {
    names: {
      uses: results.reduce((sum, { names }) => sum + names.uses, 0),
      same: results.reduce((sum, { names }) => sum + names.same, 0),
    },
    different: results.flatMap(({ different }) => different),
    gaps: results.flatMap(({ gaps }) => gaps),
  };
}

/** Each language's names have a proof of their own. */
async function proofsOfRenames(
  facts: Omit<NameProof, "claims">,
  claims: readonly Renames[],
  properties: readonly RenamesProperty[],
): Promise<NameResult[]> {
  const spaced = claims.filter(({ file }) => hasNamespaces(file));
  const typed = claims.filter(({ file }) => sharesTypes(file) && !hasNamespaces(file));
  const named = claims.filter(({ file }) => !hasNamespaces(file) && !sharesTypes(file));
  const results: NameResult[] = [];
  if (spaced.length > 0)
    results.push(await (await import("./prove-type-words.js")).proveTypeWords({ ...facts, claims: spaced }));
  if (typed.length > 0) results.push(await (await import("./prove-types.js")).proveTypes({ ...facts, claims: typed }));
  if (named.length + properties.length > 0)
    results.push(await (await import("./prove-names.js")).proveNames({ ...facts, claims: named, properties }));
  return results;
}

/** The proof of what style sheets compile to; it is loaded only where a draft claims something of it. */
async function proveCompiled(
  { tree, draft }: PlanInput,
  { planned, passage, map }: RespelledDraft,
  files: readonly ReadFile[],
): Promise<SheetResult | undefined> {
  const claims = draft.claims.filter(isAboutSheets);
  if (claims.length === 0) return undefined;
  for (const { path, text } of files) if (text) planned.respell(map.file(path), text.after);
  const { before, after } = passage;
  const removed = mergesOf(draft).map(({ from }) => from);
  return (await import("./prove-sheets.js")).proveSheets({ tree, planned, before, after, map, claims, removed });
}

/** The same passage where what names mean depends on what will stand in files: then the new texts are looked into. */
function withNewTexts({ passage, planned, map }: RespelledDraft, files: readonly ReadFile[]): Passage {
  if (!files.some(({ extraction }) => someReadFiles(extraction.references))) return passage;
  for (const { path, text } of files) if (text) planned.respell(map.file(path), text.after);
  const { rules, aliases, present, entriesOf } = passage.after;
  return { ...passage, after: new Resolver(planned, rules, aliases, present, entriesOf) };
}

/** A draft with every reference that it would break respelled, and nothing proved yet. */
export interface RespelledDraft {
  readonly moves: readonly Move[];
  readonly map: MoveMap;
  readonly planned: PlannedTree;
  readonly before: Resolver;
  readonly passage: Passage;
  readonly files: readonly RespelledFile[];
  /** The files that may name what moves; `undefined` where every file was looked at. */
  readonly candidates: readonly ProjectPath[] | undefined;
}

/** The first steps of planning: what moves, what that means for names, and how they are spelled then. */
export async function respellDraft(input: PlanInput): Promise<RespelledDraft> {
  const { tree, aliases, rules, graph, draft } = input;
  const moves = tidyMoves(draft.moves);
  await prepareFor(draft);
  const merges = mergesOf(draft);
  const map = new MoveMap(tree, [...moves, ...merges]);
  const before = graph?.resolver ?? new Resolver(tree, rules, aliases);
  const gone = new Set(goneOf(draft));
  const moved = gone.size === 0 ? map.files : new Map(moves.map(({ from, to }) => [from, to]));
  const planned = new PlannedTree(tree, moved, madeTexts(draft.made), gone);
  const all = graph ? await readOf(graph, input) : await readCandidates(input, [...moves, ...merges], before);
  // What stands in files that are removed is proved where it goes.
  const read = gone.size === 0 ? all : { ...all, files: all.files.filter(({ path }) => !gone.has(path)) };
  const own = ownParts(draft);
  for (const path of gone) own.delete(path);
  const passage = await passageTo(planned, { input, read, before, map, own });
  const files = respellAll(withEdited(read, own, tree), passage, { input, own });
  return { moves, map, planned, before, passage, files, candidates: read.candidates };
}

/** Files that are removed, as moves: what means one of them means the other file. */
function mergesOf({ merges = [] }: Draft): readonly Move[] {
  return merges.map(({ from, into }) => ({ from, to: into, why: "asked" }));
}

/** What is looked for where nothing can be proved: what moves, and what is removed, as though it went away. */
function withRemoved({ tree, draft }: PlanInput, moves: readonly Move[], map: MoveMap): MoveMap {
  const { removed = [] } = draft;
  if (removed.length === 0) return map;
  const going = removed.map((from): Move => ({ from, to: `${from}.gone` as ProjectPath, why: "asked" }));
  return new MoveMap(tree, [...moves, ...mergesOf(draft), ...going]);
}

/** All files that are removed, whether their contents go elsewhere or not. */
function goneOf({ merges = [], removed = [] }: Draft): readonly ProjectPath[] {
  return [...merges.map(({ from }) => from), ...removed];
}

/** What a draft writes is read, too. */
async function prepareFor({ made, edits }: Draft): Promise<void> {
  const written = [...made.map(({ path }) => path), ...edits.map(({ file }) => file)];
  const wanted = languagesInUse().filter((language) => written.some((path) => languageFor(path) === language));
  await Promise.all(wanted.map((language) => language.prepare()));
}

interface PassageInput {
  readonly input: PlanInput;
  readonly read: Read;
  readonly before: Resolver;
  readonly map: MoveMap;
  readonly own: ReadonlyMap<ProjectPath, OwnPart>;
}

/**
 * The two trees between which references are compared. Settings come first: what they will say decides what the names in
 * all other files will mean.
 */
async function passageTo(planned: PlannedTree, { input, read, before, map, own }: PassageInput): Promise<Passage> {
  const { tree, aliases, rules } = input;
  const partOf = new Map(
    input.draft.claims.flatMap((claim) =>
      claim.kind === "compiles alike"
        ? claim.with.filter((path) => !tree.has(path)).map((path) => [path, claim.file] as const)
        : [],
    ),
  );
  const entriesOf = (path: ProjectPath): ProjectPath[] => {
    const origin = planned.originOf(path) ?? path;
    if (!tree.has(origin) && !partOf.has(origin)) return [];
    return entriesWith(partOf, before, origin).map((entry) => map.file(entry));
  };
  const opens = input.draft.claims.flatMap((claim) => (claim.kind === "opens" ? [claim.prefix] : []));
  const unchanged = { before, after: new Resolver(planned, rules, aliases, before, entriesOf), map, opens };
  const settings = new Map<ProjectPath, string>();
  for (const { path, extraction, known } of read.files) {
    if (!isOfTrade(path, "settings")) continue;
    const references = extraction.references.map((reference, index) => ({ reference, known: known?.[index] }));
    const places = references.filter(({ reference }) => isOpen(reference));
    const part = own.get(path);
    if (places.length === 0 && part === undefined) continue;
    const respelled = respellFile({
      passage: unchanged,
      path,
      extraction: { ...extraction, references: places.map(({ reference }) => reference) },
      own: part === undefined ? nothingOwn : { ...nothingOwn, edits: part.edits },
      ...(known && { known: places.map((each) => each.known ?? { state: "external" }) }),
    });
    const text = newText(tree, respelled);
    if (!text) continue;
    planned.respell(map.file(path), text.after);
    settings.set(path, text.after);
  }
  const isMoved = aliases.some(({ by, source }) => source === "settings" && map.files.has(by));
  const isMade = input.draft.made.some(({ path }) => decidesNames(path));
  if (settings.size === 0 && !isMoved && !isMade) return { ...unchanged, settings };
  const now = [...aliases.filter(({ source }) => source !== "settings"), ...(await readToolSettings(planned))];
  const after = new Resolver(planned, rules, now, before, entriesOf);
  return { ...unchanged, after, ...(!isMoved && !isMade && { settings }) };
}

/** Respells what was read. */
function respellAll(
  { files }: Read,
  passage: Passage,
  { input, own }: { readonly input: PlanInput; readonly own: ReadonlyMap<ProjectPath, OwnPart> },
): RespelledFile[] {
  const { progress = quiet, earlier } = input;
  const takenOver = earlier && takeOver(passage, earlier);
  return files.map(({ path, extraction, known }, index) => {
    if (index % 512 === 511) progress("Respelling references", index, files.length);
    const taken = own.has(path) ? undefined : takenOver?.(path);
    if (taken) return taken;
    return respellFile({ passage, path, extraction, own: own.get(path) ?? nothingOwn, ...(known && { known }) });
  });
}

interface FileToRespell {
  readonly passage: Passage;
  readonly path: ProjectPath;
  readonly extraction: Extraction;
  readonly own: OwnPart;
  /** What each reference means now, where that is known. */
  readonly known?: readonly Resolution[];
}

function countsInside(lookup: string): boolean {
  return lookupNamed(lookup).countsInside === true;
}

/** Whether others count from the folder that a reference names: `cd src/scss && …`. */
function isBase({ specifier, inside }: Reference, bases: ReadonlySet<string>): boolean {
  const whole = posix.join(inside ?? "", specifier).replace(/\/$/, "");
  return [...bases].some((base) => [specifier, whole].includes(base) || base.endsWith(`/${specifier}`));
}

/**
 * The references of a list as they are placed then: an entry may come to stand in another group, or count from a folder that gets
 * another path. `undefined` where nothing of the kind can be.
 */
function placesAfter(
  passage: Passage,
  { path, extraction: { references }, own }: Pick<FileToRespell, "path" | "extraction" | "own">,
): readonly Reference[] | undefined {
  if (references.every(({ inside }) => inside === undefined)) return undefined;
  const language = languageFor(path);
  const bases = new Set(references.flatMap(({ lookup, inside }) => (countsInside(lookup) ? (inside ?? []) : [])));
  const leading = references.filter((each) => isListOfFolder(each) || (bases.size > 0 && isBase(each, bases)));
  if (!language || (own.edits.length === 0 && leading.length === 0)) return undefined;
  const text = passage.map.tree.text(path)?.text;
  if (text === undefined) return undefined;
  const placedBy = (edits: readonly TextEdit[]): readonly Reference[] => {
    const { kept } = align(references, extractFrom(applyEdits(text, edits), path).references, edits);
    return references.map((reference, index) => {
      const { inside } = kept[index] ?? reference;
      return inside === undefined || inside === reference.inside ? reference : { ...reference, inside };
    });
  };
  const placed = own.edits.length === 0 ? references : placedBy(own.edits);
  const folders = leading.flatMap((reference): TextEdit[] => {
    const { start, end } = reference;
    if (own.removes.has(start) || own.edits.some((edit) => edit.start < end && start < edit.end)) return [];
    const at = placed[references.indexOf(reference)] ?? reference;
    const decision = respell(passage, path, at, { known: passage.before.resolve(path, reference) });
    const edit = decision.state === "respell" ? respellingEdit(language, reference, decision.specifier) : undefined;
    return edit ? [edit] : [];
  });
  return folders.length === 0 ? placed : placedBy([...own.edits, ...folders]);
}

/** Decides about each reference of a file. No text is looked into. */
function respellFile({ passage, path, extraction, own, known }: FileToRespell): RespelledFile {
  const meanings: ReadFile["meanings"][number][] = [];
  const respelled: Respelled[] = [];
  const changes: TextEdit[] = [...own.edits];
  const lost: ReadFile["lost"][number][] = [];
  const language = languageFor(path);
  const places = placesAfter(passage, { path, extraction, own });
  const isOwn = ({ start, end }: Reference): boolean =>
    own.removes.has(start) || own.edits.some((edit) => edit.start < end && start < edit.end);
  for (const [index, reference] of extraction.references.entries()) {
    const wished = own.wishes.get(reference.start);
    const now = known?.[index] ?? (wished === undefined ? undefined : passage.before.resolve(path, reference));
    const wish = wished && "through" in wished ? ledThrough(now, wished) : wished;
    // What the draft itself spells or takes out is not spelled again.
    if (isOwn(reference)) {
      meanings.push(wish ?? now ?? passage.before.resolve(path, reference));
      continue;
    }
    const placed = places?.[index] ?? reference;
    const was = now ?? (placed === reference ? undefined : passage.before.resolve(path, reference));
    const decision = respell(passage, path, placed, { wish, known: was });
    meanings.push(decision.was);
    if (decision.state === "lost") lost.push({ reference, was: decision.was });
    const change =
      decision.state === "respell" && language ? respellingEdit(language, reference, decision.specifier) : undefined;
    if (decision.state !== "respell" || !change) continue;
    changes.push(change);
    respelled.push({ reference, specifier: decision.specifier });
  }
  const onlyRespelled = own.edits.length === 0;
  return {
    path,
    extraction,
    meanings,
    respelled,
    changes,
    onlyRespelled,
    lost,
    adds: own.adds,
    others: own.others,
    astray: own.astray,
    removes: own.removes,
  };
}

/** The respellings of a file with their places, as they are shown. */
function plannedEdits(tree: SourceTree, { path: file, respelled }: RespelledFile): PlannedEdit[] {
  const language = languageFor(file);
  return respelled.map(({ reference, specifier: after }): PlannedEdit => {
    const { kind, specifier: before, start } = reference;
    const at = tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 };
    const behind = language?.behind?.(after, reference) ?? "";
    return { file, at, kind, before, after, ...(behind !== "" && { behind }) };
  });
}

function newText(tree: SourceTree, { path: file, changes }: RespelledFile): NewText | undefined {
  const before = changes.length > 0 ? tree.text(file)?.text : undefined;
  if (before === undefined) return undefined;
  const after = applyEdits(before, changes);
  return after === before ? undefined : { file, before, after };
}

function unreadFiles(tree: SourceTree, references: ReadonlyMap<ProjectPath, Extraction>): Unread[] {
  return [...references].flatMap(([file, { reading, problem }]) => {
    if (reading === "whole" || !problem) return [];
    const at = tree.text(file)?.positionAt(problem.offset) ?? { line: 1, column: 1 };
    return [{ file, at, reason: problem.message, partly: reading === "around errors" }];
  });
}
