/**
 * Renaming in languages whose types are known by their namespaces: a file with the type that it is named after, its tests and its markup,
 * or one type of a file, in every part that declares it. What may be a value gets no new name; the proof says where that is not certain.
 */
import { distance } from "fastest-levenshtein";
import { ShelfError } from "../../base/errors.js";
import { splitWords, wordsKey } from "../../base/names/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import {
  fullNameOf,
  loadNamespaces,
  Namespaces,
  typeWords,
  within,
  type Modules,
  type TypeEntry,
} from "../../graph/index.js";
import { languageFor, type NamespaceForms } from "../../languages/index.js";
import type { DraftEdit } from "../draft.js";
import { spellingsOf } from "../namespaces/changes.js";
import type { Move } from "../plan/index.js";
import { askedFiles, newNameFor, type AskedFiles, type NewName, type RenameRequest } from "./asked.js";
import { declaredTypes } from "./declared-types.js";
import type { RenameDraft } from "./rename-draft.js";
import { ensureTypeName, testMoves, testNames, typeDraft } from "./type-names.js";

interface Input {
  readonly tree: SourceTree;
  readonly modules: Modules;
  readonly request: RenameRequest;
  /** What is asked for, if a file or folder is. */
  readonly files: AskedFiles | undefined;
}

/** A type that gets another name: all that declares it, and what it is called in full. */
interface RenamedType extends NewName {
  readonly full: string;
}

/** Works it out. Throws for what is not there, for names that cannot be, and for names that are taken. */
export async function renameByNamespace({ tree, modules, request, files }: Input): Promise<RenameDraft> {
  const leader = files?.leader ?? request.path;
  const forms = languageFor(leader)?.namespaces as NamespaceForms;
  const asked = files ? namesOfFile(tree, { ...files, leader }) : [nameAsked(tree, request)];
  const [main] = asked;
  const tests = main && files ? testNames(tree, leader, main, (path) => declaredTypes(tree, path)) : [];
  for (const { from, to } of asked) ensureType(forms, from, to);
  const all = [...asked, ...tests];
  const words = new Set(all.flatMap(({ from, to }) => [from, to].flatMap((each) => spellingsOf(each, forms))));
  const declaring = all.flatMap((each) => each.files);
  const world = await loadNamespaces(modules, { files: declaring, words });
  const spaces = new Namespaces(world);
  const [whole] = main ? wholeTypes(spaces, main) : [];
  const knowing = tests.filter(({ files: [path] }) => whole && path !== undefined && knows(spaces, path, whole));
  const types = [...asked, ...knowing].flatMap((each) => wholeTypes(spaces, each));
  ensureFree(tree, spaces, types);
  const edits = editsIn(spaces, types);
  const moves: Move[] = [...(files?.moves ?? [])];
  if (main)
    for (const move of testMoves(knowing, main)) if (!moves.some(({ from }) => from === move.from)) moves.push(move);
  const draft = await typeDraft({
    tree,
    modules,
    leader,
    files,
    names: types,
    moves,
    edits,
    alike: main ? alikeOf(tree, leader, main, types) : [],
  });
  return { ...draft, keys: main ? keysOf(spaces, tree, main) : [] };
}

/** The types of a text that stand in no other, each name once. */
/** The types of a file that it is named after. A file that is called otherwise only gets another name itself. */
function namesOfFile(tree: SourceTree, { leader, words }: AskedFiles & { readonly leader: ProjectPath }): NewName[] {
  const key = wordsKey(words.from);
  return declaredTypes(tree, leader)
    .filter((name) => wordsKey(splitWords(name)) === key)
    .map((from) => ({ files: [leader], from, to: newNameFor(from, words) }));
}

/** One type of a file. */
function nameAsked(tree: SourceTree, request: RenameRequest): NewName {
  const { path, name: from = "", to } = request;
  if (!tree.has(path)) askedFiles(tree, request);
  const names = languageFor(path)?.namespaces?.read(tree.text(path)?.text ?? "");
  if (!names) throw new ShelfError("NAMES_UNREAD", { path, reason: "it has a syntax error" });
  if (from === to) throw new ShelfError("NAME_UNUSABLE", { path: to, reason: "that is its name already" });
  const own = names.types.filter(({ name }) => name === from);
  const [first] = own;
  if (!first) {
    if (names.scopes.some(({ members }) => members.has(from)))
      throw new ShelfError("TYPE_ONLY", { path: from, other: path, reason: "member" });
    const [close] = names.types.map(({ name }) => name).sort((a, b) => distance(a, from) - distance(b, from));
    throw new ShelfError("NAME_MISSING", { path: from, other: path, ...(close !== undefined && { reason: close }) });
  }
  if (own.some(({ scope }) => fullNameOf(names, scope) !== fullNameOf(names, first.scope)))
    throw new ShelfError("NAME_UNUSABLE", { path: from, reason: "several types of the file are called so" });
  return { files: [path], from, to };
}

/** With all the files that declare parts of a type. */
function wholeTypes(spaces: Namespaces, { files: [file], from, to }: NewName): RenamedType[] {
  const names = file === undefined ? undefined : spaces.world.files.get(file)?.names;
  const own = names?.types.find(({ name }) => name === from);
  if (!names || !own || file === undefined) return [];
  const full = within(fullNameOf(names, own.scope), from);
  const parts = (spaces.view(file).types.get(full) ?? []).filter(
    ({ type, file: each }) => each === file || (type.isPartial && own.isPartial),
  );
  return [
    { files: [file, ...new Set(parts.map((each) => each.file).filter((each) => each !== file))], from, to, full },
  ];
}

/** Whether a file can know a type. */
function knows(spaces: Namespaces, path: ProjectPath, { full, files }: RenamedType): boolean {
  return (spaces.view(path).types.get(full) ?? []).some(({ file }) => files.includes(file));
}

function ensureType(forms: NamespaceForms, from: string, to: string): void {
  ensureTypeName(to, forms);
  const ending = (forms.mayBeLeftOut ?? []).find((each) => from.endsWith(each) && !to.endsWith(each));
  if (ending !== undefined)
    throw new ShelfError("NAME_UNUSABLE", {
      path: to,
      reason: `the name of ${from} ends in ${ending}, which uses leave out`,
    });
}

/** Throws where a type or a namespace is called so already that the declaring files would know. */
function ensureFree(tree: SourceTree, spaces: Namespaces, types: readonly RenamedType[]): void {
  for (const {
    files: [file],
    full,
    from,
    to,
  } of types) {
    if (file === undefined) continue;
    const own = spaces.view(file).types.get(full)?.[0]?.type.arity;
    const next = within(full.slice(0, Math.max(0, full.length - from.length - 1)), to);
    const taken = spaces
      .view(file)
      .types.get(next)
      ?.find(({ type }) => type.arity === own);
    if (!taken || types.some((each) => each.full === next)) continue;
    const at = tree.text(taken.file)?.positionAt(taken.type.start);
    throw new ShelfError("RENAME_TAKEN", {
      path: to,
      other: taken.file,
      ...(at && { place: { file: taken.file, line: at.line, column: at.column } }),
    });
  }
}

/** Every place at which one of the types is declared or meant. */
function editsIn(spaces: Namespaces, types: readonly RenamedType[]): DraftEdit[] {
  const renamed = (entry: TypeEntry): RenamedType | undefined =>
    types.find(({ full, files }) => full === entry.full && files.includes(entry.file));
  const words = new Set(types.flatMap(({ from }) => [from]));
  const edits: DraftEdit[] = [];
  for (const { path, names, forms } of spaces.world.files.values()) {
    if (!names) continue;
    const found = new Map<number, DraftEdit>();
    const take = (place: { readonly start: number; readonly end: number }, text: string, why: string): void => {
      found.set(place.start, { file: path, start: place.start, end: place.end, text, why });
    };
    for (const type of names.types) {
      const to = renamed({ file: path, full: within(fullNameOf(names, type.scope), type.name), type })?.to;
      if (to === undefined) continue;
      take({ start: type.start, end: type.start + type.name.length }, to, "declares it");
      for (const each of type.repeats ?? []) take(each, to, "declares it");
    }
    const short = new Set([...words].flatMap((each) => spellingsOf(each, forms.mayBeLeftOut ? forms : undefined)));
    names.names.forEach((used, index) => {
      if (!used.parts.some(({ name }) => short.has(name))) return;
      for (const { part, types: meant, ending, isValue } of typeWords(spaces, path, names, index)) {
        const to = isValue ? undefined : meant.map(renamed).find((each) => each !== undefined)?.to;
        if (to !== undefined) take(part, to.slice(0, to.length - ending.length), "uses it");
      }
    });
    edits.push(...[...found.values()].sort((a, b) => a.start - b.start));
  }
  return edits;
}

/** Keys of resources that begin with the old name, in files that may know it. */
function keysOf({ world }: Namespaces, tree: SourceTree, { from }: NewName): { name: string; file: ProjectPath }[] {
  return [...world.files.values()].flatMap(({ path, forms }) =>
    (forms.keys?.(tree.text(path)?.text ?? "") ?? []).flatMap(({ name }) =>
      name.startsWith(from) && /^(?:\p{Lu}|_|$)/u.test(name.slice(from.length)) ? [{ name, file: path }] : [],
    ),
  );
}

/** Other types of the file that are called after the old name. They stay, and are said. */
function alikeOf(tree: SourceTree, leader: ProjectPath, { from }: NewName, names: readonly NewName[]): string[] {
  const renamed = new Set(names.map((each) => each.from));
  return declaredTypes(tree, leader).filter(
    (name) => name.startsWith(from) && !renamed.has(name) && /^\p{Lu}|^_/u.test(name.slice(from.length)),
  );
}
