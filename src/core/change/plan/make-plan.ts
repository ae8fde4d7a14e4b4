/**
 * Makes a plan from a list of moves: finds the files that matter, respells what would break, proves the rest.
 * Nothing is written.
 */
import {
  readablePaths,
  readReferences,
  readToolSettings,
  Resolver,
  type Mapping,
  type ReferenceGraph,
  type Resolution,
} from "../../graph/index.js";
import {
  isOfTrade,
  languageFor,
  languages,
  respellingEdit,
  type Extraction,
  type LookupRules,
  type Reference,
} from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { quiet, type Progress } from "../../base/progress.js";
import { applyEdits, type TextEdit } from "../../base/text/index.js";
import { addTexts, madeTexts, proveAdditions, type Addition } from "./additions.js";
import { PlannedTree, type SourceTree } from "../../files/index.js";
import { findCandidates, planSearch } from "./candidates.js";
import { respellLinks } from "./links.js";
import { findGaps } from "./gaps.js";
import { computedMentions, textMentions } from "./mentions.js";
import { MoveMap } from "./move-map.js";
import { emptiedFolders, ensureMakeable, ensurePossible, newFolders, tidyMoves, type Move } from "./move.js";
import type { NewText, Plan, PlannedEdit, Proof, Unread } from "./plan.js";
import { prove, type ReadFile } from "./prove.js";
import { isInSettings, respell, type Passage } from "./respell.js";

/**
 * What references should mean from now on, or through what they should be named, by file and by the offset at which they
 * begin: `check --fix` respells by this. The proof then holds them to it, too.
 */
export type Wishes = ReadonlyMap<ProjectPath, ReadonlyMap<number, Resolution | Through>>;

/** A reference should mean this file from now on (at the path that it will have), spelled in the way that it is now. */
export interface Through {
  readonly through: ProjectPath;
  /** The folder that the file speaks for, if it is an index. */
  readonly folder?: ProjectPath | undefined;
}

/** What a plan is made from. */
export interface PlanInput {
  readonly tree: SourceTree;
  readonly moves: readonly Move[];
  /** Aliases of the configuration. */
  readonly aliases: readonly Mapping[];
  readonly rules: LookupRules;
  /** Where each move was written, for plans that people write. */
  readonly places?: (move: Move) => string;
  readonly progress?: Progress;
  readonly wishes?: Wishes;
  /** Read every file instead of searching for those that matter: the search is held against this in tests. */
  readonly readAll?: boolean;
  /** Respell what documents and lists name, too; else it is only mentioned. */
  readonly mentions?: boolean;
  /** All references, where they were read already. Nothing is read again then. */
  readonly graph?: ReferenceGraph;
  /** Files that are made, and texts that gain lines at their end. */
  readonly additions?: readonly Addition[];
  /**
   * Only the numbers are wanted, of moves that are known to be possible: places in the text are not told, folders and
   * mentions are not looked for, and no new text is written and read again. That every reference resolves to what it should
   * is known from the respelling.
   */
  readonly isMeasured?: boolean;
}

/** Plans the moves. Throws where they cannot all happen; what the proof does not hold for is in the plan. */
export async function makePlan(input: PlanInput): Promise<Plan> {
  const { tree, aliases, rules, graph, additions = [], isMeasured = false, progress = quiet } = input;
  if (!isMeasured) ensurePossible(tree, input.moves, input.places);
  const moves = tidyMoves(input.moves);
  const map = new MoveMap(tree, moves);
  const before = graph?.resolver ?? new Resolver(tree, rules, aliases);
  const made = madeTexts(additions, tree, map);
  if (!isMeasured) ensureMakeable(tree, made.keys(), moves);
  const planned = new PlannedTree(tree, map.files, made);
  const read = graph ? await readOf(graph, input) : await readCandidates({ ...input, moves }, before);
  const passage = await passageTo(planned, { input, read, before, map });
  const { candidates } = read;
  const files = respellAll(read, passage, input);
  // Where all readings were kept, no parser was needed so far.
  if (graph && !isMeasured) await Promise.all(languages.map((language) => language.prepare()));
  const proof = isMeasured ? proofOfMeasured(files) : prove({ tree, passage, files, progress });
  const added = proveAdditions(additions, planned, passage);
  const references = new Map(files.map((file) => [file.path, file.extraction]));
  const links = respellLinks(tree, map);
  const texts = files.flatMap((file) => (file.text ? [file.text] : []));
  const mentionable = (): readonly ProjectPath[] => candidates ?? tree.paths.filter((path) => !tree.isLink(path));
  const mentions = isMeasured
    ? []
    : [
        ...computedMentions({ tree, read: references, map, resolver: before }),
        ...textMentions({ tree, files: mentionable(), read: files, map }),
      ];
  const gaps = isMeasured
    ? []
    : findGaps({ tree, map, rules, read: references, mentions, unreadableLinks: links.unreadable });
  return {
    moves,
    edits: files.flatMap((file) => file.edits),
    ...addTexts(texts, additions, { tree, map }),
    links: links.edits,
    foldersMade: isMeasured ? [] : newFolders(tree, moves, additions),
    foldersEmptied: isMeasured ? [] : emptiedFolders(tree, moves, additions),
    proof: {
      ...proof,
      references: proof.references + added.references,
      same: proof.same + added.same,
      different: [...proof.different, ...added.different],
      gaps,
    },
    mentions,
    hardLinked: texts.map(({ file }) => file).filter((file) => (tree.store.stat(file)?.names ?? 1) > 1),
    unread: unreadFiles(tree, references),
    filesRead: files.length,
    filesInProject: tree.paths.length,
  };
}

/** What was read: of each file what it names, and what that means where it is known. */
interface Read {
  readonly files: readonly {
    readonly path: ProjectPath;
    readonly extraction: Extraction;
    readonly known?: readonly Resolution[];
  }[];
  /** The files that may name what moves; `undefined` where every file was looked at. */
  readonly candidates: readonly ProjectPath[] | undefined;
}

async function readOf(graph: ReferenceGraph, { tree, mentions = false }: PlanInput): Promise<Read> {
  const documents: Read["files"][number][] = [];
  const paths = mentions ? tree.paths.filter((path) => isOfTrade(path, "document") && !tree.isLink(path)) : [];
  await readReferences(tree, paths, (index, extraction) => {
    documents[index] = { path: paths[index] as ProjectPath, extraction };
  });
  const files = [...graph.files.values()].map(({ path, reading, references }) => {
    return { path, extraction: reading, known: references.map(({ resolution }) => resolution) };
  });
  return { files: [...files, ...documents], candidates: undefined };
}

/** Searches for the files that matter, and reads them. */
async function readCandidates(input: PlanInput, before: Resolver): Promise<Read> {
  const { tree, moves, rules, wishes = new Map() as Wishes, progress = quiet } = input;
  const search = input.readAll ? undefined : planSearch(moves, before.allMappings(), rules);
  const candidates = await findCandidates(tree, search, moves);
  const named = new Set(candidates);
  const readable = readablePaths(
    tree,
    wishes.size === 0 ? candidates : tree.paths.filter((path) => named.has(path) || wishes.has(path)),
    { documents: input.mentions },
  );
  const files = new Array<Read["files"][number]>(readable.length);
  let done = 0;
  await readReferences(tree, readable, (index, extraction) => {
    files[index] = { path: readable[index] as ProjectPath, extraction };
    if ((done += 1) % 128 === 0) progress("Reading references", done, readable.length);
  });
  return { files, candidates: search === undefined ? undefined : candidates };
}

interface PassageInput {
  readonly input: PlanInput;
  readonly read: Read;
  readonly before: Resolver;
  readonly map: MoveMap;
}

/**
 * The two trees between which references are compared. Settings come first: what they will say decides what the names in
 * all other files will mean.
 */
async function passageTo(planned: PlannedTree, { input, read, before, map }: PassageInput): Promise<Passage> {
  const { tree, aliases, rules } = input;
  const entriesOf = (path: ProjectPath): ProjectPath[] => {
    const origin = planned.originOf(path);
    return origin === undefined ? [] : before.entriesOf(origin).map((entry) => map.file(entry));
  };
  const unchanged = { before, after: new Resolver(planned, rules, aliases, before, entriesOf), map };
  let isChanged = false;
  for (const { path, extraction, known } of read.files) {
    if (!isOfTrade(path, "settings")) continue;
    const references = extraction.references.map((reference, index) => ({ reference, known: known?.[index] }));
    const isWanted = ({ lookup }: Reference): boolean => !input.isMeasured || lookup !== "scope";
    const places = references.filter(({ reference }) => isInSettings(reference) && isWanted(reference));
    if (places.length === 0) continue;
    const { text } = respellFile({
      tree,
      passage: unchanged,
      path,
      extraction: { ...extraction, references: places.map(({ reference }) => reference) },
      wishes: undefined,
      ...(known && { known: places.map((each) => each.known ?? { state: "external" }) }),
    });
    if (!text) continue;
    planned.respell(map.file(path), text.after);
    isChanged = true;
  }
  const isMoved = aliases.some(({ by, source }) => source === "settings" && map.files.has(by));
  if (!isChanged && !isMoved) return unchanged;
  const now = [...aliases.filter(({ source }) => source !== "settings"), ...(await readToolSettings(planned))];
  return { before, after: new Resolver(planned, rules, now, before, entriesOf), map };
}

/** Respells what was read. */
function respellAll({ files }: Read, passage: Passage, input: PlanInput): ReadFile[] {
  const { tree, wishes, isMeasured = false, progress = quiet } = input;
  return files.map(({ path, extraction, known }, index) => {
    if (index % 512 === 511) progress("Respelling references", index, files.length);
    return respellFile({
      tree,
      passage,
      path,
      extraction,
      wishes: wishes?.get(path),
      ...(known && { known }),
      isMeasured,
    });
  });
}

interface FileToRespell {
  readonly tree: SourceTree;
  readonly passage: Passage;
  readonly path: ProjectPath;
  readonly extraction: Extraction;
  readonly wishes: ReadonlyMap<number, Resolution | Through> | undefined;
  /** What each reference means now, where that is known. */
  readonly known?: readonly Resolution[];
  readonly isMeasured?: boolean;
}

/** Every place where it matters is told in the other mode; here only how many there are. */
const nowhere = { line: 1, column: 1 };

/** Decides about each reference of a file, and writes its new text in memory. */
function respellFile({ tree, passage, path, extraction, wishes, known, isMeasured }: FileToRespell): ReadFile {
  const meanings: ReadFile["meanings"][number][] = [];
  const edits: PlannedEdit[] = [];
  const changes: TextEdit[] = [];
  const lost: ReadFile["lost"][number][] = [];
  const language = languageFor(path);
  for (const [index, reference] of extraction.references.entries()) {
    const wished = wishes?.get(reference.start);
    // A package stays a package, as far as numbers go.
    const kept = isMeasured && !wished ? known?.[index] : undefined;
    if (kept?.state === "external" || kept?.state === "scope") {
      meanings.push(kept);
      continue;
    }
    const now = known?.[index] ?? (wished === undefined ? undefined : passage.before.resolve(path, reference));
    const wish = wished && "through" in wished ? ledThrough(wished, now) : wished;
    const decision = respell(passage, path, reference, { wish, known: now });
    meanings.push(decision.was);
    if (decision.state === "lost") lost.push({ reference, was: decision.was });
    const change =
      decision.state === "respell" && language ? respellingEdit(language, reference, decision.specifier) : undefined;
    if (decision.state !== "respell" || !change) continue;
    changes.push(change);
    const behind = language?.behind?.(decision.specifier, reference) ?? "";
    edits.push({
      file: path,
      at: (isMeasured ? undefined : tree.text(path)?.positionAt(reference.start)) ?? nowhere,
      kind: reference.kind,
      before: reference.specifier,
      after: decision.specifier,
      ...(behind !== "" && { behind }),
    });
  }
  const text = isMeasured ? undefined : newText(tree, path, changes);
  return { path, extraction, meanings, edits, changes, lost, text };
}

/** What the respelling itself knows: a spelling was taken only where it resolves to what it should. */
function proofOfMeasured(files: readonly ReadFile[]): Proof {
  const different = files.flatMap(({ path, lost }) =>
    lost.map(({ reference: { specifier }, was }) => {
      const before = was.state === "found" ? was.targets : [];
      return { file: path, at: nowhere, specifier, before, after: [], reason: "no spelling means the same" };
    }),
  );
  const references = files.reduce(
    (sum, { meanings }) => sum + meanings.filter(({ state }) => state === "found" || state === "beyond").length,
    0,
  );
  return { references, same: references - different.length, different, unresolved: [], gaps: [], patterns: [] };
}

function ledThrough({ through, folder }: Through, now: Resolution | undefined): Resolution {
  const scheme = now?.state === "found" ? now.scheme : "relative";
  return { state: "found", targets: [through], scheme, ...(folder !== undefined && { folder }) };
}

function newText(tree: SourceTree, path: ProjectPath, changes: readonly TextEdit[]): NewText | undefined {
  const before = changes.length > 0 ? tree.text(path)?.text : undefined;
  return before === undefined ? undefined : { file: path, before, after: applyEdits(before, changes) };
}

function unreadFiles(tree: SourceTree, references: ReadonlyMap<ProjectPath, Extraction>): Unread[] {
  return [...references].flatMap(([file, { reading, problem }]) => {
    if (reading === "whole" || !problem) return [];
    const at = tree.text(file)?.positionAt(problem.offset) ?? { line: 1, column: 1 };
    return [{ file, at, reason: problem.message, partly: reading === "around errors" }];
  });
}
