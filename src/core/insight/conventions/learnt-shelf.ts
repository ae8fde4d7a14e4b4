/** One shelf as it is learnt from the files that lie on it: which roles it holds, and how its files are named. */
import { allForms, isMainCode, isTold, nameCandidates, partsOf } from "../../app/index.js";
import {
  extensionOf,
  listOf,
  type OneOrMore,
  type Role,
  type ShelfData,
  type StackData,
} from "../../app/arrangement/index.js";
import {
  cases,
  isInCase,
  parseNamingPattern,
  readName,
  splitWords,
  type NamingPattern,
} from "../../base/names/index.js";
import { nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import { isDeclaration } from "../../languages/index.js";
import { isNamedByTool } from "../rules/named-by-tool.js";
import { certain, keyOf, type Clues, type Entry } from "../catalogue/index.js";

/** One shelf as it was learnt. */
export interface LearntShelf {
  /** As in a configuration: from the source root, with `{feature}`. */
  readonly data: ShelfData;
  /** Leading files that lie on it. */
  readonly files: number;
  /** Those that do otherwise than the rest: of another role without doubt, or with a name of another form. */
  readonly exceptions: readonly { readonly path: ProjectPath; readonly by: "role" | "name" }[];
}

/** From this many files on, and from this part of them, a name's form is a convention. */
export const [filesOfAPattern, partOfAPattern] = [5, 0.8];

/**
 * A form with a fixed part (`{Pascal}Dialog`) asks for more: names may end alike by what they are of. Where the stack itself
 * names the role so (`use{Pascal}` of hooks), fewer files tell.
 */
const [filesOfAFixed, partOfAFixed] = [8, 0.9];

/** Fewer files of a role than this, or a smaller part, are exceptions on a shelf. */
const [filesOfARole, partOfARole] = [2, 0.05];

/** The role that most files have. */
export function mostOf(entries: readonly Entry[]): Role | undefined {
  const counts = countRoles(entries);
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0];
}

function countRoles(entries: readonly Entry[]): Map<Role, number> {
  const counts = new Map<Role, number>();
  for (const { role } of entries) if (role.is !== undefined) counts.set(role.is, (counts.get(role.is) ?? 0) + 1);
  return counts;
}

/** What a shelf is learnt with. */
export interface ShelfInput {
  readonly source: ProjectPath;
  readonly stack: Pick<StackData, "code" | "roles">;
  readonly clues: Clues;
  /** Set for a shelf that is taught by example: what the example does is the rule, however little it is. */
  readonly isTaught: boolean;
  /** Files that are held to it, though it is not learnt from them. */
  readonly followers: readonly Entry[];
}

/** The shelf of a folder pattern, from the files on it. */
export function shelfOf(at: string, shown: readonly Entry[], input: ShelfInput): LearntShelf {
  const { source, stack, clues, isTaught } = input;
  const isCode = (name: string): boolean => isMainCode(name, stack);
  const entries = [...shown, ...input.followers];
  const counts = [...countRoles(shown)].sort((a, b) => b[1] - a[1]);
  const few = isTaught ? 1 : Math.max(filesOfARole, shown.length * partOfARole);
  const holds = counts.filter(([, count], index) => index === 0 || count >= few).map(([role]) => role);
  // `assets/` is for pictures, though only one of its files is one.
  const called = clues.folders.get(keyOf(at.slice(at.lastIndexOf("/") + 1)));
  if (called !== undefined && !holds.includes(called) && counts.some(([role]) => role === called))
    holds.unshift(called);
  // Code of which nothing tells what it is helps the rest.
  if (holds.length === 0) holds.push("helper");
  const files = patternsOf(shown, holds, { isCode, isTaught, roles: stack.roles });
  const folders = at.includes("{feature}") ? caseOfFeatures(at, entries, source) : undefined;
  const odd = entries.filter(
    ({ path, role }) =>
      role.is !== undefined && role.confidence >= certain && !holds.includes(role.is) && !isPart(path, clues),
  );
  const isWhole = typeof files === "string" || Array.isArray(files);
  const whole = isWhole ? parsedAll(files) : undefined;
  const byRole = new Map(isWhole ? [] : Object.entries(files ?? {}).map(([role, texts]) => [role, parsedAll(texts)]));
  const misnamed = entries.filter(({ path, role }) => {
    const patterns = whole ?? byRole.get(role.is ?? "") ?? [];
    const isNamed = isNamedByItself(path, isCode) && !isPart(path, clues);
    return patterns.length > 0 && isNamed && !patterns.some((pattern) => follows(path, pattern));
  });
  return {
    data: {
      at,
      holds: holds.length === 1 ? (holds[0] as Role) : holds,
      ...(files !== undefined && { files }),
      ...(folders !== undefined && { folders }),
      ...extensionsOf(shown, holds, stack),
    },
    files: entries.length,
    exceptions: [
      ...odd.map(({ path }) => ({ path, by: "role" as const })),
      ...misnamed.map(({ path }) => ({ path, by: "name" as const })),
    ],
  };
}

/** A shelf of roles that are code elsewhere, with no code on it (storyboards of screens), is for such files alone. */
function extensionsOf(
  shown: readonly Entry[],
  holds: readonly Role[],
  { code, roles }: ShelfInput["stack"],
): { readonly extensions?: readonly string[] } {
  const found = new Set(shown.map(({ path }) => extensionOf(path)));
  const isCode = (extension = ""): boolean => code.includes(extension);
  if (found.has("") || [...found].some(isCode) || !holds.every((role) => isCode(roles[role]?.extension))) return {};
  return { extensions: [...found].sort() };
}

/** The case in which most folders of features are spelled. */
function caseOfFeatures(at: string, entries: readonly Entry[], source: ProjectPath): string | undefined {
  const depth = at.split("/").indexOf("{feature}");
  const names = new Set(entries.map(({ path }) => relativePath(source, path).split("/")[depth] ?? ""));
  // How several words are spelled, single ones in small letters do not tell.
  const isAnyTold = ![...names].every(isOneWord);
  return cases.find((each) => {
    const following = [...names].filter((name) => isInCase(name, each));
    return following.length >= names.size * partOfAPattern && !(isAnyTold && following.every(isOneWord));
  });
}

function isOneWord(name: string): boolean {
  return splitWords(name).length < 2;
}

/** Whether a name says something of its own: not `index`, nor what a sheet or a picture is called. */
function isNamedByItself(path: ProjectPath, isCode: (name: string) => boolean): boolean {
  const { stem } = partsOf(nameOf(path));
  return isCode(nameOf(path)) && stem !== "index" && stem !== "_index" && !isNamedByTool(path);
}

/** Whether a file says by its name what it is of its neighbours (`types`), or only declares. */
function isPart(path: ProjectPath, clues: Clues): boolean {
  return clues.folders.has(keyOf(partsOf(nameOf(path)).stem)) || isDeclaration(path);
}

function parsed(text: string): NamingPattern | undefined {
  const pattern = parseNamingPattern(text);
  return typeof pattern === "string" ? undefined : pattern;
}

function parsedAll(texts: OneOrMore<string>): NamingPattern[] {
  return listOf<string>(texts).flatMap((text) => parsed(text) ?? []);
}

function follows(path: ProjectPath, pattern: NamingPattern): boolean {
  return readName(pattern, partsOf(nameOf(path)).stem) !== undefined;
}

/** One pattern for all, where all have one; else one for each role that has one; none where nobody has. */
function patternsOf(
  entries: readonly Entry[],
  holds: readonly Role[],
  {
    isCode,
    isTaught,
    roles,
  }: {
    readonly isCode: (name: string) => boolean;
    readonly isTaught: boolean;
    readonly roles: ShelfInput["stack"]["roles"];
  },
): OneOrMore<string> | Partial<Record<Role, OneOrMore<string>>> | undefined {
  const named = entries.filter(({ path }) => isNamedByItself(path, isCode));
  const patternFor = (some: readonly Entry[], of: readonly Role[]): OneOrMore<string> | undefined => {
    const usual = new Set(of.flatMap((role) => listOf<string>(roles[role]?.files ?? [])));
    if (some.length < (isTaught ? 1 : filesOfAPattern)) return undefined;
    const stems = some.map(({ path }) => partsOf(nameOf(path)).stem);
    const followed = nameCandidates(stems).flatMap((text) => {
      const pattern = parsed(text);
      const following = stems.filter((stem) => pattern && readName(pattern, stem) !== undefined);
      const isFixed = text.replace(/\{\w+\}/, "") !== "";
      const enough = usual.has(text) ? filesOfAPattern : filesOfAFixed;
      const [fewest, part] = isFixed && !isTaught ? [enough, partOfAFixed] : [1, partOfAPattern];
      const isForm =
        following.length >= fewest && following.length >= some.length * part && (isTaught || isTold(text, following));
      return isForm ? [{ text, isFixed, count: following.length }] : [];
    });
    const [first] = followed;
    if (first === undefined || first.isFixed || isTaught) return first?.text;
    // One word alone is spelled alike in every case of words: `functions` beside `actionTypes` is no `{kebab}`.
    const plain = followed.filter(({ isFixed }) => !isFixed);
    return allForms(plain.reduce((best, each) => (each.count > best.count ? each : best), first).text, stems);
  };
  const whole = patternFor(named, holds);
  // A case of words is everybody's; capitals and endings are a role's.
  if (whole !== undefined && (holds.length === 1 || /^\{(?:kebab|snake)\}$/.test(listOf(whole)[0] ?? ""))) return whole;
  const found = holds.flatMap((role) => {
    const pattern = patternFor(
      named.filter((entry) => entry.role.is === role),
      [role],
    );
    return pattern === undefined ? [] : [[role, pattern] as const];
  });
  return found.length === 0 ? undefined : Object.fromEntries(found);
}
