/** Reads the files that matter to a draft: those of a graph, or those that a search finds. */
import {
  boundByReferences,
  readablePaths,
  readReferences,
  type ReferenceGraph,
  type Resolver,
} from "../../graph/index.js";
import { extractFrom, isOfTrade, type Extraction, type Resolution } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { quiet } from "../../base/progress.js";
import type { SourceTree } from "../../files/index.js";
import { boundTo, concernedBy, decidesNames, findCandidates, mayTakeName, planSearch } from "./candidates.js";
import { isAboutNames } from "../draft.js";
import type { Move } from "./move.js";
import type { OwnPart } from "./own-part.js";
import type { PlanInput } from "./plan-input.js";

/** Files that only the draft touches are files of the plan, too: what they name stays, and is proved. */
export function withEdited(read: Read, own: ReadonlyMap<ProjectPath, OwnPart>, tree: SourceTree): Read {
  const known = new Set(read.files.map(({ path }) => path));
  const more = [...own.keys()].filter((path) => !known.has(path) && tree.text(path) !== undefined);
  if (more.length === 0) return read;
  const files = more.map((path) => ({ path, extraction: extractFrom(tree.text(path)?.text ?? "", path) }));
  return { ...read, files: [...read.files, ...files] };
}

/** What was read: of each file what it names, and what that means where it is known. */
export interface Read {
  readonly files: readonly {
    readonly path: ProjectPath;
    readonly extraction: Extraction;
    readonly known?: readonly Resolution[];
  }[];
  /** The files that may name what moves; `undefined` where every file was looked at. */
  readonly candidates: readonly ProjectPath[] | undefined;
}

/** What a graph has read, and documents, which it has not. */
export async function readOf(graph: ReferenceGraph, { tree, mentions = false }: PlanInput): Promise<Read> {
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
export async function readCandidates(input: PlanInput, moves: readonly Move[], before: Resolver): Promise<Read> {
  const { tree, rules, draft, progress = quiet } = input;
  const claimed = draft.claims.flatMap((claim) => (claim.kind === "opens" || isAboutNames(claim) ? [] : [claim.file]));
  const made = draft.made.map(({ path }) => path);
  const touched = new Set([...draft.edits.map(({ file }) => file), ...claimed]);
  // A new file may take a name that has meant another until now.
  const arriving = draft.made.filter(mayTakeName).map(({ path }): Move => ({ from: path, to: path, why: "asked" }));
  const isAll = input.readAll === true || draft.edits.some(({ file }) => decidesNames(file));
  const search = isAll ? undefined : planSearch([...moves, ...arriving], before.allMappings(), { rules, tree });
  const concerned = concernedBy(tree, [...moves, ...arriving], (path) => before.ground.packageFolder(path));
  const candidates = await findCandidates(tree, search, moves, concerned);
  const named = new Set(candidates);
  const isBound = boundTo([...moves.map(({ from }) => from), ...touched, ...made]);
  const readable = readablePaths(
    tree,
    tree.paths.filter((path) => named.has(path) || touched.has(path) || isBound(path)),
    { documents: input.mentions },
  );
  const files = new Array<Read["files"][number]>(readable.length);
  let done = 0;
  await readReferences(tree, readable, (index, extraction) => {
    files[index] = { path: readable[index] as ProjectPath, extraction };
    if ((done += 1) % 128 === 0) progress("Reading references", done, readable.length);
  });
  const changed = [...moves.map(({ from }) => from), ...touched];
  await readLibraries(files, { tree, before, changed });
  return { files, candidates: search === undefined ? undefined : candidates };
}

interface LibrariesInput {
  readonly tree: SourceTree;
  readonly before: Resolver;
  readonly changed: readonly ProjectPath[];
}

/** Reads the rest of the libraries of files that change: their names are known there, whether they are named or not. */
async function readLibraries(files: Read["files"][number][], { tree, before, changed }: LibrariesInput): Promise<void> {
  const known = new Map(files.map(({ path, extraction }) => [path, extraction]));
  const met = new Set<ProjectPath>(changed);
  for (let wave: ProjectPath[] = [...met]; wave.length > 0;) {
    const next = wave.flatMap((path) => {
      const extraction = known.get(path);
      return extraction ? boundByReferences(path, extraction, before) : [];
    });
    wave = [...new Set(next)].filter((path) => !met.has(path));
    for (const path of wave) met.add(path);
    const unread = readablePaths(
      tree,
      wave.filter((path) => !known.has(path)),
    );
    await readReferences(tree, unread, (index, extraction) => {
      const path = unread[index] as ProjectPath;
      known.set(path, extraction);
      files.push({ path, extraction });
    });
  }
}
