/**
 * Makes a plan from a list of moves: finds the files that matter, respells what would break, proves the rest.
 * Nothing is written.
 */
import { readReferences, Resolver, type FileReferences, type Mapping } from "../graph/index.js";
import { languageFor, respellingEdit, type LookupRules, type Reference } from "../languages/index.js";
import type { ProjectPath } from "../paths.js";
import { quiet, type Progress } from "../progress.js";
import { applyEdits, type TextEdit } from "../text/index.js";
import { PlannedTree, type SourceTree } from "../tree/index.js";
import { findCandidates, planSearch } from "./candidates.js";
import { respellLinks } from "./links.js";
import { computedMentions, textMentions } from "./mentions.js";
import { MoveMap } from "./move-map.js";
import { emptiedFolders, ensurePossible, newFolders, tidyMoves, type Move } from "./move.js";
import type { NewText, Plan, PlannedEdit, Unread } from "./plan.js";
import { prove } from "./prove.js";
import { respell, type Passage } from "./respell.js";

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
}

/** Plans the moves. Throws where they cannot all happen; what the proof does not hold for is in the plan. */
export async function makePlan(input: PlanInput): Promise<Plan> {
  const { tree, aliases, rules, progress = quiet } = input;
  ensurePossible(tree, input.moves, input.places);
  const moves = tidyMoves(input.moves);
  const map = new MoveMap(tree, moves);
  const before = new Resolver(tree, rules, aliases);
  const search = planSearch(moves, before.allMappings(), rules);
  const candidates = await findCandidates(tree, search, moves);
  const references = await readReferences(tree, candidates, progress);
  const passage = { before, after: new Resolver(new PlannedTree(tree, map.files), rules, aliases), map };
  const { edits, texts } = respellAll(tree, passage, references, progress);
  const byFile = new Map(texts.map((text) => [text.file, text]));
  const planned = new PlannedTree(tree, map.files, new Map(texts.map((text) => [map.file(text.file), text.after])));
  const proof = prove({ tree, passage: { ...passage, after: new Resolver(planned, rules, aliases) }, references, texts: byFile, progress });
  return {
    moves,
    edits,
    texts,
    links: respellLinks(tree, map),
    foldersMade: newFolders(tree, moves),
    foldersEmptied: emptiedFolders(tree, moves),
    proof,
    mentions: [...computedMentions(tree, references, map), ...textMentions(tree, mentionable(tree, candidates, search !== undefined), map)],
    unread: unreadFiles(tree, references),
    filesRead: references.size,
    filesInProject: tree.paths.length,
  };
}

/** After a search only what it found can mention a moved path; without one, every file that is not code is looked at. */
function mentionable(tree: SourceTree, candidates: readonly ProjectPath[], searched: boolean): readonly ProjectPath[] {
  return searched ? candidates : tree.paths.filter((path) => languageFor(path) === undefined && !tree.isLink(path));
}

function respellAll(tree: SourceTree, passage: Passage, references: FileReferences, progress: Progress): { edits: PlannedEdit[]; texts: NewText[] } {
  const edits: PlannedEdit[] = [];
  const texts: NewText[] = [];
  let done = 0;
  for (const [file, extraction] of references) {
    const changes: TextEdit[] = [];
    for (const reference of extraction.references) {
      const change = respellOne(passage, file, reference);
      if (!change) continue;
      changes.push(change.edit);
      edits.push({ file, at: tree.text(file)?.positionAt(reference.start) ?? { line: 1, column: 1 }, kind: reference.kind, before: reference.specifier, after: change.specifier });
    }
    const before = changes.length > 0 ? tree.text(file)?.text : undefined;
    if (before !== undefined) texts.push({ file, before, after: applyEdits(before, changes) });
    if ((done += 1) % 256 === 0) progress("Resolving references", done, references.size);
  }
  return { edits, texts };
}

function respellOne(passage: Passage, file: ProjectPath, reference: Reference): { edit: TextEdit; specifier: string } | undefined {
  const decision = respell(passage, file, reference);
  const language = languageFor(file);
  if (decision.state !== "respell" || !language) return undefined;
  const edit = respellingEdit(language, reference, decision.specifier);
  return edit && { edit, specifier: decision.specifier };
}

function unreadFiles(tree: SourceTree, references: FileReferences): Unread[] {
  return [...references].flatMap(([file, { reading, problem }]) => {
    if (reading === "whole" || !problem) return [];
    const at = tree.text(file)?.positionAt(problem.offset) ?? { line: 1, column: 1 };
    return [{ file, at, reason: problem.message, partly: reading === "around errors" }];
  });
}
