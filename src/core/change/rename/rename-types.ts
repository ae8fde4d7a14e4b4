/**
 * Renaming in languages whose files know each other's types without naming the files: a file with the type that it is named after, its
 * previews and tests, or one type of a file. A place gets the new name only where nothing else can be meant, or where all that speaks
 * against it is a type from outside that cannot be looked into; that is said by the proof.
 */
import { distance } from "fastest-levenshtein";
import { ShelfError } from "../../base/errors.js";
import { folderOf, inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { loadTypes, Types, type Modules, type TypeWorld } from "../../graph/index.js";
import { languageFor, type TypeForms } from "../../languages/index.js";
import { partsOf } from "../../app/index.js";
import type { DraftEdit } from "../draft.js";
import { holdersOf } from "../plan/name-holders.js";
import { pathsWithForm } from "../plan/type-files.js";
import type { Move } from "../plan/index.js";
import { askedFiles, namesAfterFile, type AskedFiles, type NewName, type RenameRequest } from "./asked.js";
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

/** Works it out. Throws for what is not there, for names that cannot be, and for names that are taken. */
export async function typeRename({ tree, modules, request, files }: Input): Promise<RenameDraft> {
  const leader = files?.leader ?? request.path;
  const forms = languageFor(leader)?.types as TypeForms;
  const own = files ? namesOfFile(modules, forms, { ...files, leader }) : [nameAsked(tree, forms, request)];
  const [main] = own;
  const tests = main && files ? testNames(tree, leader, main, (path) => declaredTypes(tree, path)) : [];
  for (const { to } of own) ensureTypeName(to, forms);
  const world = await worldOf(tree, modules, [...own, ...tests]);
  const types = new Types(world);
  const knowing = tests.filter(({ files: [path] }) => main && path !== undefined && isKnown(types, path, main));
  const names = distinct([...own, ...knowing]);
  ensureFree(tree, types, names);
  const edits = editsIn(world, types, names);
  const moves = [...(files?.moves ?? [])];
  if (main && files)
    for (const move of [...testMoves(knowing, main), ...extensionsOf(tree, world, main)])
      if (!moves.some(({ from }) => from === move.from)) moves.push(move);
  return typeDraft({
    tree,
    modules,
    leader,
    files,
    names,
    moves,
    edits,
    alike: main ? alikeOf(types, leader, main, names) : [],
  });
}

/** The types of a file that it is named after, with their previews, and those of its tests. */
function namesOfFile(
  modules: Modules,
  forms: TypeForms,
  { leader, moves, words }: AskedFiles & { readonly leader: ProjectPath },
): NewName[] {
  const read = declaredTypes(modules.tree, leader);
  const [main, ...related] = namesAfterFile(leader, modules.reading(leader), { words, declared: read });
  if (!main) return [];
  const along = (forms.goAlong ?? [])
    .map((ending) => ({ from: main.from + ending, to: main.to + ending }))
    .filter(({ from }) => read.includes(from));
  const own = [main, ...related, ...along].map((each): NewName => ({ ...each, files: [leader] }));
  const beside = moves.flatMap(({ from: path, why }): NewName[] => {
    if (why !== "companion" || languageFor(path) !== languageFor(leader)) return [];
    const { stem } = partsOf(nameOf(path));
    const name = nameOf(path).split(".")[0] ?? stem;
    if (!name.startsWith(main.from) || !declaredTypes(modules.tree, path).includes(name)) return [];
    return [{ files: [path], from: name, to: main.to + name.slice(main.from.length) }];
  });
  return distinct([...own, ...beside]);
}

/** Each name once, with all files that declare it: two modules may have a test class of one name. */
function distinct(names: readonly NewName[]): NewName[] {
  const found = new Map<string, NewName>();
  for (const each of names) {
    const there = found.get(each.from);
    found.set(each.from, there ? { ...there, files: [...new Set([...there.files, ...each.files])] } : each);
  }
  return [...found.values()];
}

/** One type of a file. */
function nameAsked(tree: SourceTree, forms: TypeForms, request: RenameRequest): NewName {
  const { path, name: from = "", to } = request;
  if (!tree.has(path)) askedFiles(tree, request);
  const read = forms.read(tree.text(path)?.text ?? "", nameOf(path));
  if (!read) throw new ShelfError("NAMES_UNREAD", { path, reason: "it has a syntax error" });
  const declared = declaredTypes(tree, path);
  if (from === to) throw new ShelfError("NAME_UNUSABLE", { path: to, reason: "that is its name already" });
  if (declared.includes(from)) return { files: [path], from, to };
  const isThere = read.places.some(({ name, role }) => name === from && (role === "keeps" || role === "unclear"));
  if (isThere) throw new ShelfError("TYPE_ONLY", { path: from, other: path });
  const [close] = [...declared].sort((a, b) => distance(a, from) - distance(b, from));
  throw new ShelfError("NAME_MISSING", { path: from, other: path, ...(close !== undefined && { reason: close }) });
}

async function worldOf(tree: SourceTree, modules: Modules, names: readonly NewName[]): Promise<TypeWorld> {
  const words = new Set(names.flatMap(({ from, to }) => [from, to]));
  const holders = await holdersOf(tree, [...words]);
  return loadTypes({ modules, holders, names: words, withForm: (...form) => pathsWithForm(tree, ...form) });
}

/** Throws where a type is called so already that the file, or who uses it, would know. */
function ensureFree(tree: SourceTree, types: Types, names: readonly NewName[]): void {
  for (const { files, from, to } of names) {
    const users = [...types.world.files.values()].filter(({ path }) => isKnown(types, path, { files, from }));
    for (const path of [...files, ...users.map((each) => each.path)]) {
      const [taken] = types.known(path, to);
      if (!taken || names.some((each) => each.from === to)) continue;
      const at = tree.text(taken.file)?.positionAt(taken.place.start);
      throw new ShelfError("RENAME_TAKEN", {
        path: to,
        other: taken.file,
        ...(at && { place: { file: taken.file, line: at.line, column: at.column } }),
      });
    }
  }
}

function isKnown(types: Types, path: ProjectPath, { files, from }: Pick<NewName, "files" | "from">): boolean {
  return types.known(path, from).some(({ file }) => files.includes(file));
}

function editsIn({ files }: TypeWorld, types: Types, names: readonly NewName[]): DraftEdit[] {
  const renamed = new Map(names.flatMap(({ files: own, from, to }) => own.map((file) => [`${file}\n${from}`, to])));
  const edits: DraftEdit[] = [];
  for (const { path, names: read } of files.values())
    for (const place of read?.places ?? []) {
      if (!names.some(({ from }) => from === place.name)) continue;
      const meant = types.meaning(path, place);
      const to = meant.state === "known" ? renamed.get(`${meant.file}\n${meant.name}`) : undefined;
      if (to === undefined) continue;
      const why = place.role === "declares" ? "declares it" : "uses it";
      edits.push({ file: path, start: place.start, end: place.end, text: to, why });
    }
  return edits;
}

/** `Tree+Season.swift` is called after the type that it extends, if it is the renamed one. */
function extensionsOf(tree: SourceTree, { files }: TypeWorld, { files: [own], from, to }: NewName): Move[] {
  if (own === undefined) return [];
  return tree.paths.flatMap((path): Move[] => {
    const name = nameOf(path);
    if (!name.startsWith(`${from}+`) || languageFor(path) !== languageFor(own)) return [];
    const extended = files
      .get(path)
      ?.names?.scopes.some(({ type, isExtension }) => isExtension === true && type === from);
    if (extended !== true) return [];
    return [{ from: path, to: inFolder(folderOf(path), to + name.slice(from.length)), why: "companion", because: own }];
  });
}

/** Other types of the file that are called after the old name. They stay, and are said. */
function alikeOf({ world }: Types, leader: ProjectPath, { from }: NewName, names: readonly NewName[]): string[] {
  const renamed = new Set(names.map((each) => each.from));
  return (world.files.get(leader)?.names?.places ?? [])
    .filter(({ role, name }) => role === "declares" && name.startsWith(from) && !renamed.has(name))
    .map(({ name }) => name)
    .filter((name, index, all) => /^\p{Lu}|^_/u.test(name.slice(from.length)) && all.indexOf(name) === index);
}
