/**
 * What lists of patterns take in, before and after: a file is taken in by the last of a list's patterns that has it, unless that
 * begins with `!`. What moves from one of them to the next changes nothing.
 */
import { lookupNamed, type Reference, type Resolution } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";

/** References of one text, and what they mean there. */
export interface ReadList {
  readonly text: string;
  readonly references: readonly Reference[];
  readonly meanings: readonly (Resolution | undefined)[];
}

/** Between two texts of one list: the end of the one, a comma, comments, the beginning of the other. */
const between = /^["'`]\)?\s*,(?:\s|\/\/[^\n]*\n|\/\*[^]*?\*\/)*["'`]$/;
/** The same in a list of lines, and between the words of a command. */
const betweenLines = /^["']?\s*\n\s*-\s+["']?$|^\n$|^\\?["']?[ ]+\\?["']?$/;

/** One of a list. */
interface Taken {
  readonly isNot: boolean;
  readonly takesIn: (path: ProjectPath) => boolean;
}

/** The list in which a reference stands; one that stands alone is a list of itself. */
function listAround({ text, references, meanings }: ReadList, index: number): readonly Taken[] {
  let [first, last] = [index, index];
  while (first > 0 && isJoined(text, references[first - 1], references[first])) first -= 1;
  while (last + 1 < references.length && isJoined(text, references[last], references[last + 1])) last += 1;
  return references.slice(first, last + 1).flatMap((reference, at): Taken[] => {
    const meaning = meanings[first + at];
    const isNot = reference.specifier.startsWith("!");
    if (meaning?.state === "scope") return [{ isNot, takesIn: meaning.takesIn }];
    if (meaning?.state === "found") return [{ isNot, takesIn: (path) => meaning.targets.includes(path) }];
    return [];
  });
}

function isJoined(text: string, one: Reference | undefined, other: Reference | undefined): boolean {
  if (!one || !other || !isPart(one) || !isPart(other)) return false;
  const gap = text.slice(one.end, other.start);
  return between.test(gap) || (one.lookup === other.lookup && betweenLines.test(gap));
}

/** Whether a reference may be one of such a list: settings name files and patterns in them. */
function isPart({ lookup }: Reference): boolean {
  return lookupNamed(lookup).isOpen === true;
}

/** Whether a list takes a file in. What begins by leaving out leaves out of something that stands elsewhere. */
function takes(list: readonly Taken[], path: ProjectPath): boolean {
  return list.reduce((is, { isNot, takesIn }) => (takesIn(path) ? !isNot : is), list[0]?.isNot === true);
}

/** What the list of a reference takes in otherwise, of the files that the reference itself does. */
export function netChange(
  own: { readonly out: readonly ProjectPath[]; readonly into: readonly ProjectPath[] },
  lists: {
    readonly before: readonly [ReadList, number];
    readonly then: readonly [ReadList, number];
    readonly goes: (path: ProjectPath) => ProjectPath;
    readonly origin: (path: ProjectPath) => ProjectPath;
  },
): { readonly out: ProjectPath[]; readonly into: ProjectPath[] } {
  const [before, then] = [listAround(...lists.before), listAround(...lists.then)];
  if (before.length < 2 && then.length < 2) return { out: [...own.out], into: [...own.into] };
  const pairs = [
    ...own.out.map((path) => [path, lists.goes(path)] as const),
    ...own.into.map((path) => [lists.origin(path), path] as const),
  ];
  const changed = pairs.filter(([was, is]) => takes(before, was) !== takes(then, is));
  return {
    out: changed.filter(([was]) => takes(before, was)).map(([was]) => was),
    into: changed.filter(([, is]) => takes(then, is)).map(([, is]) => is),
  };
}
