/** The names that a library's declarations use, and what they use of them. */
import { formsOf, type Libraries, type Library, type LibraryUnit } from "./libraries.js";
import { takes, type Statement } from "../languages/index.js";

/** One place at which a name of the top level is meant, bare or behind a prefix. */
export interface Mention {
  readonly name: string;
  readonly prefix?: string;
  /** All of it, the prefix included. */
  readonly start: number;
  readonly end: number;
}

const directives = new Set<Statement["kind"]>(["import", "re-export", "directive"]);

/** Whether a statement is a directive. */
export function isDirective({ kind }: Pick<Statement, "kind">): boolean {
  return directives.has(kind);
}

/** The declarations of a unit. */
export function declarationsOf({ statements }: Pick<LibraryUnit, "statements">): readonly Statement[] {
  return statements.filter((each) => !isDirective(each));
}

const kept = new WeakMap<LibraryUnit, readonly Mention[]>();

/** All of a unit that stand outside of directives, in order. A name that nothing explains may be a member that is inherited. */
export function mentionsIn(library: Library, unit: LibraryUnit): readonly Mention[] {
  const there = kept.get(unit);
  if (there) return there;
  const prefixes = new Set(library.links.flatMap(({ prefix }) => prefix ?? []));
  const places = [
    ...unit.names.variables
      .filter(({ level }) => level !== "inner")
      .flatMap(({ name, places: all }) =>
        all.filter(({ isDeclared }) => !isDeclared).map(({ start, end }) => ({ name, start, end })),
      ),
    ...unit.names.takings.flatMap(({ members = [] }) => members.map(({ name, start, end }) => ({ name, start, end }))),
  ];
  const declared = declarationsOf(unit);
  const found = places
    .filter(({ start }) => declared.some((each) => each.start <= start && start < each.end))
    .map(({ name, start, end }): Mention => {
      if (!prefixes.has(name) || library.declares.has(name)) return { name, start, end };
      const [all, member] = /^\s*\.\s*([\w$]+)/.exec(unit.text.slice(end, end + 200)) ?? [];
      return all === undefined || member === undefined
        ? { name: "", prefix: name, start, end }
        : { name: member, prefix: name, start, end: end + all.length };
    })
    .sort((a, b) => a.start - b.start);
  kept.set(unit, found);
  return found;
}

/** Those of one statement. */
export function mentionsOf(library: Library, unit: LibraryUnit, { start, end }: Statement): readonly Mention[] {
  return mentionsIn(library, unit).filter((each) => start <= each.start && each.start < end);
}

/** Every word of a statement that names something: by these, an extension may be used. */
export function wordsOf({ names }: LibraryUnit, { start, end }: Pick<Statement, "start" | "end">): ReadonlySet<string> {
  return new Set(names.identifiers.flatMap((each) => (start <= each.start && each.start < end ? [each.name] : [])));
}

/** Whether something that lends these members may be used where some words stand; operators have no words. */
export function mayUse(lends: readonly string[], words: ReadonlySet<string>): boolean {
  return lends.some((name) => name === "operator" || words.has(name));
}

/** Whether a directive with this prefix and list gives a name as it is mentioned. */
export function givesMention(
  link: { readonly prefix?: string; readonly show?: readonly string[]; readonly hide: readonly string[] },
  { name, prefix }: Mention,
): boolean {
  return link.prefix === prefix && takes(link, name);
}

/**
 * Whether a declaration names something that nobody here explains, or uses a member of a value: a package may have given it. Types of
 * which the language itself speaks are its own, unless a directive of the library lists one.
 */
export function mayNeedOutside(
  libraries: Pick<Libraries, "meaning">,
  library: Library,
  unit: LibraryUnit,
  statement: Statement,
): boolean {
  if (statement.bonds?.reaches !== false) return true;
  const forms = formsOf(library.head);
  const listed = new Set(library.links.flatMap(({ show = [], hide }) => [...show, ...hide]));
  return mentionsOf(library, unit, statement).some(({ name, prefix }) => {
    if (prefix === undefined && forms?.isOfLanguage(name) === true && !listed.has(name)) return false;
    return libraries.meaning(library, name, prefix).length === 0;
  });
}
