/** What renames of types have in common: names that types can have, and tests that are called after them. */
import { ShelfError } from "../../base/errors.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { languageFor } from "../../languages/index.js";
import type { Modules } from "../../graph/index.js";
import type { Claim, DraftEdit } from "../draft.js";
import type { Move } from "../plan/index.js";
import type { AskedFiles, NewName } from "./asked.js";
import { mentionedNames } from "./mentioned-names.js";
import type { RenameDraft } from "./rename-draft.js";

/** Throws for what no type can be called. */
export function ensureTypeName(name: string, forms: { isReserved?(name: string): boolean }): void {
  if (!/^[\p{L}_][\p{L}\p{N}_]*$/u.test(name))
    throw new ShelfError("NAME_UNUSABLE", { path: name, reason: "a type cannot have a name like that" });
  if (forms.isReserved?.(name) === true)
    throw new ShelfError("NAME_UNUSABLE", { path: name, reason: `${name} is a word of the language` });
}

/** Tests of the main type in files of their own, wherever those lie, by the name of file and type: `TreeTests`. */
export function testNames(
  tree: SourceTree,
  leader: ProjectPath,
  { from, to }: NewName,
  declaredIn: (path: ProjectPath) => readonly string[],
): NewName[] {
  const { extensions = [], companions } = languageFor(leader) ?? {};
  const wanted = new Map(
    (companions?.endings ?? []).flatMap((ending) => extensions.map((each) => [from + ending + each, ending] as const)),
  );
  return tree.paths.flatMap((path): NewName[] => {
    const ending = wanted.get(nameOf(path));
    if (ending === undefined || !declaredIn(path).includes(from + ending)) return [];
    return [{ files: [path], from: from + ending, to: to + ending }];
  });
}

/** The files of those tests under their new names. */
export function testMoves(tests: readonly NewName[], { files: [because] }: NewName): Move[] {
  return tests.flatMap(({ files: [path], from, to }): Move[] => {
    if (path === undefined || because === undefined) return [];
    const renamed = inFolder(folderOf(path), to + nameOf(path).slice(from.length));
    return [{ from: path, to: renamed, why: "companion", because }];
  });
}

/** What a rename of types comes to. */
export interface TypeRename {
  readonly tree: SourceTree;
  readonly modules: Modules;
  readonly leader: ProjectPath;
  /** What was asked for, if a file or folder was. */
  readonly files: AskedFiles | undefined;
  readonly names: readonly NewName[];
  readonly moves: readonly Move[];
  readonly edits: readonly DraftEdit[];
  readonly alike: readonly string[];
}

/** The draft of it, with the text that holds an old name and is no use of it. */
export async function typeDraft({
  leader,
  files,
  names,
  moves,
  edits,
  alike,
  ...where
}: TypeRename): Promise<RenameDraft> {
  const edited = new Set(edits.map(({ file }) => file));
  const namesIn = (): Promise<undefined> => Promise.resolve(undefined);
  const mentions = await mentionedNames({ ...where, names, words: files?.words, edited, namesIn });
  const claims = names.flatMap(({ files: declaring, from, to }) =>
    declaring.map((file): Claim => ({ kind: "renames", file, name: from, to })),
  );
  return {
    draft: { moves, edits, made: [], claims },
    names: names.map(({ files: [file = leader], from, to }) => ({ from, to, file })),
    mentions,
    alike,
    generated: [],
    unwritten: [],
  };
}
