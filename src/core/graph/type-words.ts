/**
 * Which words of a name stand for types, in languages whose types are known by their namespaces: `Orchard.Models.Tree.Kind` holds `Tree`
 * and the type `Kind` in it. A word may be a value as well (`Tree.Age`, where something around has a member `Tree`): what is meant follows
 * from what the type has, and where it does not, that is said. Source: Microsoft, "C# language specification", Identical simple names and
 * type names.
 */
import type { NamePart, NameScope, NamespaceNames, UsedName } from "../languages/index.js";
import type { ProjectPath } from "../base/paths.js";
import { fullNameOf, within, type NameMeaning, type Namespaces, type TypeEntry } from "./namespaces.js";

/** A word of a name that stands for a type, or may. */
export interface TypeWord {
  readonly part: NamePart;
  /** Its declarations: one, or the parts of one. */
  readonly types: readonly TypeEntry[];
  /** What is left out at its end: `Attribute`. */
  readonly ending: string;
  /** Whether a value is meant, as far as is known. */
  readonly isValue: boolean;
  /** Why that is not certain, if it is not. */
  readonly doubt?: string;
}

/** The words of a name, by its index in the names of a text, that stand for types of the project. Names by which others stand for them are none. */
export function typeWords(
  spaces: Namespaces,
  path: ProjectPath,
  names: NamespaceNames,
  index: number,
): readonly TypeWord[] {
  const used = names.names[index];
  if (!used) return [];
  const take = names.takes.find(({ target }) => target === index);
  const meant = take ? spaces.targetOf(path, names, used, take.scope) : spaces.meaningOf(path, names, used);
  if (meant.types.length === 0) return [];
  const found: TypeWord[] = [];
  const first = used.parts[meant.words - 1];
  if (!take && meant.words === 1 && isPlaceholder(names, used)) return [];
  const isOtherName = meant.isAlias === true && meant.words === 1;
  const judged = !take && meant.words === 1 ? judge(spaces, path, names, used, meant) : { isValue: false };
  if (first && !isOtherName)
    found.push({ part: first, types: meant.types, ending: endingOf(first, meant.types, used), ...judged });
  if (judged.isValue) return found;
  let types = meant.types;
  for (let word = meant.words; word < used.parts.length; word += 1) {
    const part = used.parts[word];
    const full = types[0]?.full;
    types = full === undefined ? [] : spaces.inner(path, full, used, word);
    if (!part || types.length === 0) break;
    found.push({ part, types, ending: endingOf(part, types, used), isValue: false });
  }
  return found;
}

/** Whether a type around a place has a word of its own for some other type, which hides those that are called so. */
function isPlaceholder(names: NamespaceNames, { scope, parts: [first] }: UsedName): boolean {
  for (let at = scope; at >= 0; at = names.scopes[at]?.above ?? -1)
    if (names.scopes[at]?.placeholders?.has(first?.name ?? "") === true) return true;
  return false;
}

function endingOf({ name }: NamePart, [entry]: readonly TypeEntry[], { mayEndIn = "" }: UsedName): string {
  return mayEndIn !== "" && entry?.type.name === name + mayEndIn ? mayEndIn : "";
}

/** Whether a first word is a value after all, and what speaks against the answer. */
function judge(
  spaces: Namespaces,
  path: ProjectPath,
  names: NamespaceNames,
  used: UsedName,
  { types, isMember }: NameMeaning,
): Pick<TypeWord, "isValue" | "doubt"> {
  const [first, next] = used.parts;
  if (used.form !== "maybe" || used.from !== undefined || used.isDocumentation === true || !first)
    return { isValue: false };
  const isTaken = next !== undefined && isStaticOf(spaces, path, types, next.name);
  const isVariable = names.values?.has(first.name) === true;
  if (isMember || isVariable) {
    const what = isMember ? `a member is called ${first.name}, too` : `a variable is called ${first.name}, too`;
    if (isTaken) return { isValue: false, doubt: what };
    const isClear = used.isOpen !== true && (next === undefined ? isMember : isWhole(spaces, path, types));
    return { isValue: true, ...(!isClear && { doubt: what }) };
  }
  if (isTakenIn(spaces, path, names, first.name))
    return { isValue: false, doubt: `a member that is taken in is called ${first.name}, too` };
  const parent = outsideParents(spaces, path, names, used.scope, types).find(
    ({ name, isKnown }) => !isKnown || spaces.world.outsideMember?.(name, first.name) !== false,
  );
  if (!parent) return { isValue: false };
  return {
    isValue: false,
    doubt: `what is around descends from ${parent.name}, which is declared outside and may have a member ${first.name}`,
  };
}

function bodyOf(spaces: Namespaces, { file, type }: TypeEntry): NameScope | undefined {
  return spaces.world.files.get(file)?.names?.scopes.find(({ kind, start }) => kind === "type" && start === type.start);
}

/** Whether a word is taken of a type itself, or of one from which it descends: a static member, a constant, a type within it. */
function isStaticOf(
  spaces: Namespaces,
  path: ProjectPath,
  types: readonly TypeEntry[],
  word: string,
  seen = new Set<string>(),
): boolean {
  return types.some((entry) => {
    if (seen.has(`${entry.file}\n${entry.full}`)) return false;
    seen.add(`${entry.file}\n${entry.full}`);
    const body = bodyOf(spaces, entry);
    if (body?.statics?.has(word) === true || spaces.view(path).types.has(`${entry.full}.${word}`)) return true;
    const names = spaces.world.files.get(entry.file)?.names;
    return (body?.parents ?? []).some((parent) => {
      const used = names?.names[parent];
      const above = names && used ? (spaces.parentOf(entry.file, names, used)?.types ?? []) : [];
      return isStaticOf(spaces, path, above, word, seen);
    });
  });
}

/** Whether a text takes in the static members of a type of the project that has one of a name. */
function isTakenIn(spaces: Namespaces, path: ProjectPath, names: NamespaceNames, word: string): boolean {
  return names.takes.some(
    (take) => take.kind === "static" && isStaticOf(spaces, path, spaces.takes(path, names, take)?.types ?? [], word),
  );
}

/** Whether all that a type has was read. */
function isWhole(spaces: Namespaces, path: ProjectPath, types: readonly TypeEntry[]): boolean {
  return types.every(({ full }) => outsideOf(spaces, path, full, new Set()).length === 0);
}

/** What the types around a place descend from that is declared nowhere in the project. Interfaces lend no members. */
function outsideParents(
  spaces: Namespaces,
  path: ProjectPath,
  names: NamespaceNames,
  scope: number,
  types: readonly TypeEntry[],
): Outside[] {
  const found: Outside[] = [];
  for (let at = scope; at >= 0; at = names.scopes[at]?.above ?? -1) {
    if (names.scopes[at]?.kind !== "type") continue;
    const full = fullNameOf(names, at);
    // What a type has itself hides what it has from others.
    if (types.some((entry) => entry.full === within(full, entry.type.name))) break;
    found.push(...outsideOf(spaces, path, full, new Set()));
  }
  return found;
}

/** A type of others. `isKnown` says that it is the one of that name that everybody has. */
interface Outside {
  readonly name: string;
  readonly isKnown: boolean;
}

function outsideOf(spaces: Namespaces, path: ProjectPath, full: string, seen: Set<string>): Outside[] {
  if (seen.has(full)) return [];
  seen.add(full);
  return (spaces.view(path).types.get(full) ?? []).flatMap((entry) => {
    const body = bodyOf(spaces, entry);
    const names = spaces.world.files.get(entry.file)?.names;
    const own: Outside[] = body?.outsideParent === undefined ? [] : [{ name: body.outsideParent, isKnown: true }];
    const parents = (body?.parents ?? []).flatMap((parent): Outside[] => {
      const used = names?.names[parent];
      const meant = names && used ? spaces.parentOf(entry.file, names, used) : undefined;
      if (meant && meant.types.length > 0)
        return meant.types.flatMap((each) => outsideOf(spaces, path, each.full, seen));
      const name = used?.parts.at(-1)?.name ?? "";
      if (/^I\p{Lu}/u.test(name)) return [];
      // `System.Attribute`
      const space =
        used?.parts
          .slice(0, -1)
          .map((part) => part.name)
          .join(".") ?? "";
      const isKnown =
        space === ""
          ? names !== undefined && spaces.isKnownOutside(entry.file, names, name)
          : spaces.world.outside(space)?.has(name) === true;
      return [{ name, isKnown }];
    });
    return [...own, ...parents];
  });
}
