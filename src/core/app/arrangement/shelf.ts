/** Shelves ready for use: words filled in, patterns taken apart. */
import { ShelfError, type Place } from "../../base/errors.js";
import { cases, inCase, parseNamingPattern, type Case, type NamingPattern } from "../../base/names/index.js";
import type { OneOrMore, PartData, ShelfData, ShelfSign, StackData } from "./stack-data.js";
import { isReserved, pathProblem, toProjectPath } from "../../base/paths.js";
import { fillWords, folderMatcher, kept, placeWithoutWords, type FolderMatch } from "./path-pattern.js";
import { isRole, roleMeanings, type Role } from "./roles.js";

/** A place in the tree. */
export interface Shelf {
  /** Its folder from the source root, or from the app's folder with a leading slash; `{feature}` and `{name}` are left. */
  readonly at: string;
  readonly holds: readonly Role[];
  /** How files of a role are named here; none: as one likes. */
  readonly patterns: ReadonlyMap<Role, readonly NamingPattern[]>;
  readonly folders: Case;
  readonly extensions: readonly string[] | undefined;
  readonly sign: ShelfSign | undefined;
  readonly reaches: readonly Reach[] | undefined;
  readonly isPublic: boolean;
  readonly fromStart: boolean;
  readonly about: string | undefined;
  readonly match: (folder: string) => FolderMatch | undefined;
}

/** What a shelf may reference: files of a role, the public index of any feature, or files in folders of a pattern (of the same feature, if it says `{feature}`). */
export type Reach =
  | { readonly role: Role }
  | { readonly index: true }
  | { readonly pattern: string; readonly match: (folder: string) => FolderMatch | undefined };

/** A list of shelves as somebody wrote it, with the way to complain about one of them. */
export interface ShelfSource {
  readonly shelves: readonly ShelfData[];
  /** The place of a shelf, or of one of its keys. */
  readonly placeOf: (index: number, key?: string) => Place;
}

/** The words that stand for folders. */
export interface Words {
  readonly stack: StackData;
  /** The user's own words, by role or structural word. */
  readonly own: Readonly<Record<string, string>>;
  /** Whether files are named as one likes where nothing else is said: an app's own arrangement has no textbook. */
  readonly anyNames?: boolean;
  /** The user's own naming patterns, by role. */
  readonly names: Readonly<Partial<Record<Role, OneOrMore<string>>>>;
}

/** Words that arrangements use for folders that are no role's. */
export const structuralWords = ["app", "core", "features", "shared", "presentation", "domain", "data"] as const;

/** As a naming pattern: files are named as one likes. */
export const anyName = "any";

/** In `reaches`: the public index of any feature. */
export const publicIndexWord = "public-index";

/**
 * Makes shelves. Shelves whose roles the stack does not know are left out; `{part}` becomes one shelf a part. Throws
 * `CONFIG_BROKEN` for an unknown word, a pattern that is none, and two shelves for one place.
 */
export function makeShelves({ shelves, placeOf }: ShelfSource, words: Words): Shelf[] {
  const made: { readonly shelf: Shelf; readonly index: number; readonly place: string }[] = [];
  shelves.forEach((data, index) => {
    const holds = listOf(data.holds).filter((role) => words.stack.roles[role]);
    if (holds.length === 0 && listOf(data.holds).length > 0) return;
    const refuse: Refuse = (reason, key) => {
      throw new ShelfError("CONFIG_BROKEN", { reason, place: placeOf(index, key) });
    };
    for (const shelf of expandParts(data, { holds, words, refuse })) {
      const place = placeWithoutWords(shelf.at);
      const twin = made.find((each) => each.place === place && !areApart(each.shelf, shelf));
      // `{state}/{part}` of a stack that gives the role no parts is `{state}` once more.
      const isOnceMore = data.at.includes("{part}") && partsOf(words, holds).length === 0;
      if (twin && twin.index !== index && !isOnceMore) {
        const { line } = placeOf(twin.index, "at");
        refuse(
          `${shelf.at} has a shelf already${line === undefined ? "" : ` (line ${line})`}; one place is one shelf, which may hold several roles.`,
          "at",
        );
      }
      if (!twin) made.push({ shelf, index, place });
    }
  });
  return made.map(({ shelf }) => shelf);
}

/** Why a pattern cannot be a place in an app. */
function placeProblem(path: string): string | undefined {
  const own = path.replace(/^\//, "");
  if (own === "" || own === ".") return undefined;
  if (toProjectPath(own) !== own || own.includes("\\"))
    return "is no place in the app: `..`, `.` and empty parts lead elsewhere.";
  if (isReserved(own)) return "is not a place for the app's own files.";
  const twice = kept.find((word) => own.split(`{${word}}`).length > 2);
  return twice === undefined ? pathProblem(own) : `says {${twice}} more than once; once is enough to find it.`;
}

type Refuse = (reason: string, key?: string) => never;

interface Making {
  readonly holds: readonly Role[];
  readonly words: Words;
  readonly refuse: Refuse;
}

/** Shelves of one place may share it if their extensions tell their files apart. */
function areApart(a: Shelf, b: Shelf): boolean {
  return (
    a.extensions !== undefined &&
    b.extensions !== undefined &&
    !a.extensions.some((each) => b.extensions?.includes(each))
  );
}

function partsOf({ stack }: Words, holds: readonly Role[]): PartData[] {
  return holds.flatMap((role) => stack.roles[role]?.parts ?? []);
}

function expandParts(data: ShelfData, making: Making): Shelf[] {
  if (!data.at.includes("{part}")) return [makeShelf(data, data.at, undefined, making)];
  const parts = partsOf(making.words, making.holds);
  if (parts.length === 0) return [makeShelf(data, data.at.replace(/\/?\{part\}/, ""), undefined, making)];
  return parts.map((part) => makeShelf(data, data.at.replace("{part}", part.folder), part, making));
}

function makeShelf(data: ShelfData, at: string, part: PartData | undefined, { holds, words, refuse }: Making): Shelf {
  const fill = (pattern: string, key: string): string => {
    const filled = fillWords(pattern, (word) => wordFor(word, words));
    if ("path" in filled) return filled.path;
    return refuse(
      `{${filled.unknown}} stands for nothing here: it is neither {feature}, {name} or {part}, nor a role of ${words.stack.title}, nor one of ${structuralWords.map((word) => `{${word}}`).join(", ")}.`,
      key,
    );
  };
  const path = fill(at, "at");
  const problem = placeProblem(path);
  if (problem !== undefined) refuse(`${path} ${problem}`, "at");
  return {
    at: path,
    holds,
    patterns: patternsOf(data, part, { holds, words, refuse }),
    folders: cases.find((each) => each === data.folders) ?? words.stack.folders,
    extensions: data.extensions ?? part?.extensions,
    sign: data.sign,
    reaches: data.reaches?.map((each): Reach => {
      if (isRole(each)) return { role: each };
      if (each === publicIndexWord) return { index: true };
      const pattern = fill(each, "reaches");
      const isFolderAlone = pattern.endsWith("/.");
      const match = folderMatcher(isFolderAlone ? pattern.slice(0, -2) : pattern);
      if (!isFolderAlone) return { pattern, match };
      return {
        pattern,
        match: (folder) => {
          const found = match(folder);
          return found?.below === "" ? found : undefined;
        },
      };
    }),
    isPublic: data.public ?? false,
    fromStart: data["from-start"] ?? false,
    about: part?.about ?? data.about,
    match: folderMatcher(path),
  };
}

function wordFor(word: string, { stack, own }: Words): string | undefined {
  if (own[word] !== undefined) return own[word];
  if (isRole(word)) return stack.roles[word]?.folder;
  const isStructural = (structuralWords as readonly string[]).includes(word);
  return isStructural ? (stack.words?.[word] ?? inCase([word], stack.folders)) : undefined;
}

function patternsOf(
  data: ShelfData,
  part: PartData | undefined,
  { holds, words, refuse }: Making,
): Map<Role, NamingPattern[]> {
  const own =
    typeof data.files === "object" && !Array.isArray(data.files)
      ? (data.files as Record<string, OneOrMore<string>>)
      : undefined;
  const everywhere = own ? undefined : (data.files as OneOrMore<string> | undefined);
  return new Map(
    holds.map((role) => {
      const usual = words.anyNames === true ? anyName : (part?.files ?? stackPatterns(words.stack, role));
      const texts = listOf(own?.[role] ?? everywhere ?? words.names[role] ?? usual).filter((text) => text !== anyName);
      return [role, texts.map((text) => parsePattern(text, (reason) => refuse(reason, "files")))];
    }),
  );
}

function parsePattern(text: string, refuse: (reason: string) => never): NamingPattern {
  const parsed = parseNamingPattern(text);
  return typeof parsed === "string" ? refuse(parsed) : parsed;
}

const knownPatterns = new WeakMap<StackData, Map<Role, string[]>>();

/** Every pattern that a stack knows for a role: its own, those of its parts, and those of files that are made for it. */
function stackPatterns(stack: StackData, role: Role): string[] {
  const known = knownPatterns.get(stack) ?? new Map<Role, string[]>();
  knownPatterns.set(stack, known);
  const patterns = known.get(role) ?? findPatterns(stack, role);
  known.set(role, patterns);
  return patterns;
}

function findPatterns(stack: StackData, role: Role): string[] {
  const data = stack.roles[role];
  const parts = (data?.parts ?? []).flatMap((part) => listOf(part.files ?? []));
  const makes = Object.entries(stack.roles).flatMap(([of, each]) =>
    (each.makes ?? []).filter((make) => (make.role ?? of) === role).map((make) => make.files),
  );
  return [...new Set([...listOf(data?.files ?? []), ...parts, ...makes])];
}

/** One or several, as a list. */
export function listOf<Item>(items: OneOrMore<Item>): readonly Item[] {
  return Array.isArray(items) ? (items as readonly Item[]) : [items as Item];
}

/** What a role is for, in the arrangement's own words or in general. */
export function aboutShelf(shelf: Shelf): string {
  return shelf.about ?? shelf.holds.map((role) => roleMeanings[role]).join("; ");
}
