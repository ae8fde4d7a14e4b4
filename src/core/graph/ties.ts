/**
 * What cannot be parted: declarations that know each other by names that only their library knows, and classes that only their library
 * may build upon.
 */
import type { ProjectPath } from "../base/paths.js";
import type { Statement } from "../languages/index.js";
import { formsOf, type Library, type LibraryUnit } from "./libraries.js";
import { declarationsOf, mayUse, mentionsOf, wordsOf } from "./mentions.js";

/** A declaration of a library. */
export interface Declaration {
  readonly unit: LibraryUnit;
  readonly statement: Statement;
}

/** Why one declaration has to be in the library of another. */
export interface Tie {
  readonly from: Declaration;
  readonly to: Declaration;
  /** The name by which they are tied. */
  readonly name: string;
  readonly reason: "private" | "private member" | "subclass" | "extension";
  /** Where the first of them says so, in its file. */
  readonly start: number;
}

/** All ties between declarations of a library, and its declarations. */
export interface Ties {
  readonly declarations: readonly Declaration[];
  readonly ties: readonly Tie[];
}

/** Finds them. */
export function tiesOf(library: Library): Ties {
  const declarations = library.units.flatMap((unit) => declarationsOf(unit).map((statement) => ({ unit, statement })));
  const declaring = new Map<string, Declaration[]>();
  const hiding = new Map<string, Declaration[]>();
  const note = (map: Map<string, Declaration[]>, name: string, each: Declaration): void => {
    map.set(name, [...(map.get(name) ?? []), each]);
  };
  for (const each of declarations) {
    for (const name of each.statement.declares) note(declaring, name, each);
    for (const name of each.statement.bonds?.hides ?? []) note(hiding, name, each);
  }
  const isHidden = (name: string): boolean => formsOf(library.head)?.isHidden(name) === true;
  const nameless = declarations.filter(
    ({ statement: { bonds, declares } }) => bonds?.lends && !declares.some((name) => !isHidden(name)),
  );
  const ties: Tie[] = [];
  for (const from of declarations) {
    const { unit, statement } = from;
    const tie = (to: Declaration, name: string, reason: Tie["reason"], start: number): void => {
      if (to !== from) ties.push({ from, to, name, reason, start });
    };
    for (const { name, prefix, start } of mentionsOf(library, unit, statement))
      if (prefix === undefined && isHidden(name))
        for (const to of declaring.get(name) ?? []) tie(to, name, "private", start);
    for (const { name, start, of } of statement.bonds?.asks ?? []) {
      const all = hiding.get(name) ?? [];
      // `Tree._rows`: of a class that has it, it is that one's.
      const named = all.filter((each) => of !== undefined && each.statement.declares.includes(of));
      const owners = named.length > 0 ? named : all;
      // Where it has such a member itself, it may be its own.
      if (!owners.includes(from)) for (const to of owners) tie(to, name, "private member", start);
    }
    for (const { relation, name, start } of statement.bonds?.supers ?? [])
      for (const to of declaring.get(name) ?? []) {
        if (to.statement.bonds?.closedTo.includes(relation) === true) tie(to, name, "subclass", start);
        for (const above of [to, ...aboveOf(to, declaring)])
          for (const hidden of statement.bonds?.hides ?? [])
            if (above.statement.bonds?.hides.has(hidden) === true) tie(above, hidden, "private member", start);
      }
    const words = wordsOf(unit, statement);
    for (const to of nameless)
      if (mayUse(to.statement.bonds?.lends ?? [], words))
        tie(to, "an extension without a public name", "extension", statement.start);
  }
  return { declarations, ties };
}

/** The classes of the library on which one is built, all the way up. */
function aboveOf(
  { statement }: Declaration,
  declaring: ReadonlyMap<string, readonly Declaration[]>,
  seen = new Set<Declaration>(),
): Declaration[] {
  return (statement.bonds?.supers ?? [])
    .flatMap(({ name }) => declaring.get(name) ?? [])
    .flatMap((each) => {
      if (seen.has(each)) return [];
      seen.add(each);
      return [each, ...aboveOf(each, declaring, seen)];
    });
}

/** Whether nobody beyond its library can know a declaration. */
export function isPrivate({ unit, statement }: Declaration): boolean {
  const forms = formsOf(unit.path);
  return statement.declares.every((name) => forms?.isHidden(name) === true);
}

/**
 * What goes along with declarations that are taken out: private ones that they need, directly or by others, and that nothing needs which
 * stays. In order.
 */
export function companionsOf({ declarations, ties }: Ties, chosen: readonly Declaration[]): readonly Declaration[] {
  const isChosen = (each: Declaration): boolean => chosen.includes(each);
  const needed = reach(ties, chosen, (each) => isPrivate(each) && !isChosen(each));
  const staying = declarations.filter((each) => !isChosen(each) && !isPrivate(each));
  const kept = reach(ties, staying, (each) => isPrivate(each) && !isChosen(each));
  return declarations.filter((each) => needed.has(each) && !kept.has(each));
}

/** What some declarations need, as far as it may be followed. */
function reach(
  ties: readonly Tie[],
  from: readonly Declaration[],
  mayFollow: (each: Declaration) => boolean,
): ReadonlySet<Declaration> {
  const found = new Set<Declaration>();
  const waiting = [...from];
  for (let each = waiting.pop(); each; each = waiting.pop())
    for (const tie of ties)
      if (tie.from === each && mayFollow(tie.to) && !found.has(tie.to)) {
        found.add(tie.to);
        waiting.push(tie.to);
      }
  return found;
}

/** The first tie that is cut if declarations go to these files' libraries. */
export function cutTie({ ties }: Ties, headOf: (each: Declaration) => ProjectPath): Tie | undefined {
  return ties.find(({ from, to }) => headOf(from) !== headOf(to));
}
