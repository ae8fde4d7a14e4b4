/** Which files come to lie in other namespaces, and what that makes of the names of their types. */
import type { NamespaceFile, NamespaceWorld, TypeEntry } from "../../graph/index.js";
import { fullNameOf, NamespaceCustoms, onlyNamespace, type Namespaces } from "../../graph/index.js";
import type { TreeView } from "../../files/index.js";
import { languageFor, type DeclaredType, type NamespaceForms, type NamespaceNames } from "../../languages/index.js";
import { folderOf, type ProjectPath } from "../../base/paths.js";

/** A file that comes to lie elsewhere. */
export interface Relocation {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
}

/** A file that comes to lie in another namespace. */
export interface NamespaceChange {
  readonly file: ProjectPath;
  /** The scope of its text that says so. */
  readonly scope: number;
  readonly from: string;
  readonly to: string;
}

/** Files with another namespace, by their present paths. */
export type NamespaceChanges = ReadonlyMap<ProjectPath, NamespaceChange>;

/**
 * The files that get another namespace by moves, where their project goes by folders. What has no namespace, several, or another than
 * its folder keeps it; so do files that declare parts of one type and do not all go the same way.
 */
export function changesOf(world: NamespaceWorld, moves: readonly Relocation[]): NamespaceChanges {
  const customs = customsOf(world, new Set(moves.map(({ from }) => from)));
  const changes = new Map<ProjectPath, NamespaceChange>();
  for (const { from: file, to } of moves) {
    const found = world.files.get(file);
    const own = found?.forms.followsFolders === true ? onlyNamespace(found.names) : undefined;
    if (!own || folderOf(file) === folderOf(to) || customs.homeOf(file) !== customs.homeOf(to)) continue;
    const wanted = customs.namespaceIn(folderOf(to));
    // A folder that is called as a word of the language makes no name that everybody can read.
    if (wanted === undefined || wanted === "" || wanted === own.name || wanted.includes("@")) continue;
    if (customs.namespaceIn(folderOf(file)) !== own.name) continue;
    changes.set(file, { file, scope: own.scope, from: own.name, to: wanted });
  }
  keepPartsTogether(world, changes);
  return changes;
}

/** The customs of the projects, by the texts that were read. */
function customsOf(world: NamespaceWorld, moving: ReadonlySet<ProjectPath>): NamespaceCustoms {
  const [staying, leaving]: [ProjectPath, string][][] = [[], []];
  let wordOf = (folder: string): string => folder;
  for (const { path, forms, names } of world.files.values()) {
    const own = forms.followsFolders && forms.wordOf !== undefined ? onlyNamespace(names) : undefined;
    if (!own) continue;
    wordOf = (folder) => forms.wordOf?.(folder) ?? folder;
    (moving.has(path) ? leaving : staying)?.push([path, own.name]);
  }
  const homes = new Set([...world.projects.values()].flatMap((lists) => [...lists].map(folderOf)));
  return new NamespaceCustoms({ staying: staying ?? [], leaving: leaving ?? [], homes, wordOf });
}

/** The files that get the namespaces that are asked for, and those that declare parts of the same types. */
export function changesAsked(world: NamespaceWorld, asked: ReadonlyMap<ProjectPath, string>): NamespaceChanges {
  const changes = new Map<ProjectPath, NamespaceChange>();
  const take = (file: ProjectPath, to: string): void => {
    const own = onlyNamespace(world.files.get(file)?.names);
    if (own && own.name !== to) changes.set(file, { file, scope: own.scope, from: own.name, to });
  };
  for (const [file, to] of asked) {
    const names = world.files.get(file)?.names;
    take(file, to);
    for (const type of names?.types ?? []) {
      if (!names || !type.isPartial) continue;
      for (const other of world.files.values())
        if (other.names?.types.some((each) => isPartOf(other.names, each, names, type))) take(other.path, to);
    }
  }
  keepPartsTogether(world, changes);
  return changes;
}

function isPartOf(
  others: NamespaceNames | undefined,
  other: DeclaredType,
  names: NamespaceNames,
  type: DeclaredType,
): boolean {
  const isCalledSo = other.name === type.name && other.isPartial && others !== undefined;
  return isCalledSo && fullNameOf(others, other.scope) === fullNameOf(names, type.scope);
}

/** All parts of one type lie in one namespace: what would part them stays where it is. */
function keepPartsTogether(world: NamespaceWorld, changes: Map<ProjectPath, NamespaceChange>): void {
  if (changes.size === 0) return;
  const parts = new Map<string, Set<ProjectPath>>();
  for (const { path, names } of world.files.values())
    for (const type of names?.types ?? []) {
      if (!type.isPartial || !names) continue;
      const full = `${fullNameOf(names, type.scope)}.${type.name}`;
      parts.set(full, (parts.get(full) ?? new Set()).add(path));
    }
  const groups = [...parts.values()].filter((paths) => paths.size > 1);
  for (let isDone = false; !isDone;) {
    isDone = true;
    for (const paths of groups) {
      const goals = new Set([...paths].map((path) => changes.get(path)?.to));
      if (goals.size < 2) continue;
      for (const path of paths) if (changes.delete(path)) isDone = false;
    }
  }
}

/** The whole name that a type has from then on. */
export function fullAfter(changes: NamespaceChanges, { file, full }: Pick<TypeEntry, "file" | "full">): string {
  const change = changes.get(file);
  return change && full.startsWith(`${change.from}.`) ? change.to + full.slice(change.from.length) : full;
}

/** What some declarations are told by: files, at their present paths, and whole names as they will be. */
export function keyOf(types: readonly TypeEntry[], changes?: NamespaceChanges): string {
  return types
    .map((entry) => `${entry.file}\n${changes ? fullAfter(changes, entry) : entry.full}`)
    .sort()
    .join("\n\n");
}

/** A text with other names for its namespaces. */
export function renamed(names: NamespaceNames, { scope, to }: NamespaceChange): NamespaceNames {
  return { ...names, scopes: names.scopes.map((each, index) => (index === scope ? { ...each, name: to } : each)) };
}

/** Words by which a file may be concerned: the types that get other names, what they lend, and namespaces that come up. */
export function wordsConcerned(world: NamespaceWorld, changes: NamespaceChanges): ReadonlySet<string> {
  const words = new Set<string>();
  for (const { file, from, to } of changes.values()) {
    addWords(words, world.files.get(file));
    for (const word of newWords(from, to)) words.add(word);
  }
  return words;
}

/** The words of a namespace that another does not begin with. */
export function newWords(from: string, to: string): string[] {
  const [old, own] = [from.split("."), to.split(".")];
  const same = own.findIndex((word, at) => word !== old[at]);
  return same < 0 ? [] : own.slice(same);
}

/** The same before it is known which of the files get another namespace: the words of all that move, and of where they go; and more. */
export function wordsOfMoves(
  tree: Pick<TreeView, "text">,
  moves: readonly Relocation[],
  more: Iterable<string> = [],
): ReadonlySet<string> {
  const words = new Set<string>(more);
  for (const { from, to } of moves) {
    const forms = languageFor(from)?.namespaces;
    const text = tree.text(from)?.text;
    const names = text === undefined ? undefined : forms?.read(text);
    if (forms) addWords(words, { names, forms });
    for (const folder of folderOf(to).split("/"))
      for (const word of (forms?.wordOf?.(folder) ?? folder).split(".")) if (word !== "") words.add(word);
    names?.scopes.forEach(({ kind }, scope) => {
      if (kind === "namespace") words.add(fullNameOf(names, scope));
    });
  }
  return words;
}

/** How a type may be called where it is used: `RouteAttribute`, `Route`. */
export function spellingsOf(name: string, forms: NamespaceForms | undefined): string[] {
  const endings = (forms?.mayBeLeftOut ?? []).filter((each) => name.endsWith(each) && name.length > each.length);
  return [name, ...endings.map((each) => name.slice(0, -each.length))];
}

function addWords(words: Set<string>, file: Pick<NamespaceFile, "names" | "forms"> | undefined): void {
  for (const { name, lends } of file?.names?.types ?? []) {
    for (const each of spellingsOf(name, file?.forms)) words.add(each);
    for (const each of lends) words.add(each);
  }
}

/** Whether a text holds a word that may be concerned, or takes in a namespace that something leaves. */
export function mayMatter(names: NamespaceNames, words: ReadonlySet<string>, left: ReadonlySet<string>): boolean {
  return (
    names.names.some(({ parts }) => parts.some(({ name }) => words.has(name))) ||
    names.takes.some(({ target }) => left.has(names.names[target]?.parts.at(-1)?.name ?? "")) ||
    [...words].some((word) => names.members.has(word))
  );
}

/** Functions that are called without being named: by `await`, `foreach`, what is put into a list, a query. */
const calledUnnamed: ReadonlySet<string> = new Set([
  "Add",
  "Cast",
  "Deconstruct",
  "GetAsyncEnumerator",
  "GetAwaiter",
  "GetEnumerator",
  "GroupBy",
  "GroupJoin",
  "Join",
  "OrderBy",
  "OrderByDescending",
  "Select",
  "SelectMany",
  "ThenBy",
  "ThenByDescending",
  "Where",
]);

/** What a text may call that classes lend. What is taken of a type itself is not lent. */
export function callsOf(
  path: ProjectPath,
  names: NamespaceNames,
  spaces: Namespaces,
  lent: ReadonlySet<string>,
): string[] {
  const found = new Set([...lent].filter((name) => names.members.has(name) || calledUnnamed.has(name)));
  if (lent.size > found.size)
    names.names.forEach((used) => {
      if (!used.parts.some(({ name }, at) => at > 0 && lent.has(name) && !found.has(name))) return;
      const { types, words } = spaces.meaningOf(path, names, used);
      used.parts.forEach(({ name }, at) => {
        if (at > 0 && lent.has(name) && (types.length === 0 || at > words)) found.add(name);
      });
    });
  return [...found];
}
