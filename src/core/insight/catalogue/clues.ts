/** The words by which files are known: those of `data/evidence.yaml`, and those of the stack before them. */
import { listOf, readEvidence, type Role, type StackData } from "../../app/arrangement/index.js";
import { parseNamingPattern, splitWords, wordsKey, type NamingPattern } from "../../base/names/index.js";
import { nameOf } from "../../base/paths.js";

/** A word's roles, each with its weight. */
export type Weighted = readonly { readonly role: Role; readonly weight: number }[];

/** Everything that names tell in one stack. Keys are words without case and separators. */
export interface Clues {
  readonly folders: ReadonlyMap<string, Role>;
  readonly deep: ReadonlyMap<string, Role>;
  readonly endings: ReadonlyMap<string, Weighted>;
  readonly names: ReadonlyMap<string, Weighted>;
  readonly beginnings: ReadonlyMap<string, Weighted>;
  readonly infixes: ReadonlyMap<string, Role>;
  readonly extensions: ReadonlyMap<string, Role>;
  readonly drawing: ReadonlySet<Role>;
  readonly plain: ReadonlySet<Role>;
  readonly vague: ReadonlySet<string>;
  readonly general: ReadonlySet<string>;
  /** The stack's naming patterns that have a fixed text. */
  readonly patterns: readonly { readonly role: Role; readonly pattern: NamingPattern }[];
  /** Whether all folders are written as components are, those of roles, too. */
  readonly foldersAreNames: boolean;
  /** Whether style sheets are this stack's code. */
  readonly sheetsAreCode: boolean;
  /** The roles that the stack has. */
  readonly held: ReadonlySet<Role>;
  /** The first word of most of an app's components, in small letters: `EcCart`, `EcOrder`. It says nothing of any. */
  readonly prefix?: string | undefined;
}

/** So many components, and this part of them, that begin with one word share a prefix. */
const [namesOfAPrefix, partOfAPrefix] = [8, 0.5];

/** The prefix of an app, from the stems of its code. A word that something else bears as well says what that is about. */
export function prefixOf(stems: Iterable<string>): string | undefined {
  const counts = new Map<string, number>();
  const elsewhere = new Set<string>();
  let all = 0;
  for (const stem of new Set(stems)) {
    const words = splitWords(stem);
    const [first = "", second] = words;
    if (!/^\p{Lu}/u.test(first)) {
      for (const word of words) elsewhere.add(word.toLowerCase());
      continue;
    }
    all += 1;
    if (second !== undefined) counts.set(first, (counts.get(first) ?? 0) + 1);
  }
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  const word = most?.[0].toLowerCase() ?? "";
  const isCommon = most !== undefined && most[1] >= namesOfAPrefix && most[1] >= all * partOfAPrefix;
  return isCommon && !elsewhere.has(word) ? word : undefined;
}

/** How sure the name of a folder makes. */
export const folderWeight = 0.75;

/** The clues of a stack. */
export function cluesOf(stack: StackData): Clues {
  const data = readEvidence();
  const folders = new Map<string, Role>();
  for (const [role, words] of entries(data.folders)) for (const word of words) folders.set(keyOf(word), role);
  for (const [role, said] of entries(stack.roles)) {
    for (const part of said.parts ?? []) folders.set(keyOf(part.folder), role);
    for (const word of said.also ?? []) folders.set(keyOf(nameOf(word)), role);
  }
  // One or many is the same word: `component/`, `util/`, `route/`. Of texts and what tools make, a singular is something else.
  for (const [word, role] of [...folders])
    if (role !== "translation" && role !== "generated" && role !== "asset")
      for (const other of [word.replace(/s$/, ""), `${word}s`]) if (!folders.has(other)) folders.set(other, role);
  // The stack's own words come last, so that they win; of two roles with one word, the first.
  for (const [role, said] of entries(stack.roles).reverse())
    if (said.folder !== ".") folders.set(keyOf(nameOf(said.folder)), role);
  const sheets = data.extensions.style ?? [];
  return {
    folders,
    deep: new Map(
      Object.entries(data.deep).flatMap(([word, role]) =>
        [word, word.replace(/s$/, "")].map((each) => [keyOf(each), role]),
      ),
    ),
    endings: weighted(data.endings),
    names: weighted(data.names),
    beginnings: weighted(data.beginnings),
    infixes: byWord(data.infixes),
    extensions: new Map(
      entries(data.extensions).flatMap(([role, words]) => words.map((word) => [word, role] as const)),
    ),
    drawing: new Set(data.drawing),
    plain: new Set(data.plain),
    vague: new Set(data.vague.map(keyOf)),
    general: new Set(data.general),
    patterns: patternsOf(stack),
    foldersAreNames: stack.folders === "Pascal",
    held: new Set(Object.keys(stack.roles) as Role[]),
    sheetsAreCode: stack.code.some((extension) => sheets.includes(extension)),
  };
}

/** A word without case and separators: `view-models` → `viewmodels`; a dot at its head stays. */
export function keyOf(word: string): string {
  return (word.startsWith(".") ? "." : "") + wordsKey(splitWords(word)) + (splitWords(word).length === 0 ? word : "");
}

function entries<Value>(record: Readonly<Partial<Record<Role, Value>>>): [Role, Value][] {
  return Object.entries(record) as [Role, Value][];
}

function byWord(record: Readonly<Partial<Record<Role, readonly string[]>>>): Map<string, Role> {
  return new Map(entries(record).flatMap(([role, words]) => words.map((word) => [keyOf(word), role] as const)));
}

function weighted(record: Readonly<Partial<Record<Role, Readonly<Record<string, number>>>>>): Map<string, Weighted> {
  const found = new Map<string, { role: Role; weight: number }[]>();
  for (const [role, words] of entries(record))
    for (const [word, weight] of Object.entries(words)) {
      const list = found.get(keyOf(word)) ?? [];
      list.push({ role, weight });
      found.set(keyOf(word), list);
    }
  return found;
}

function patternsOf(stack: StackData): Clues["patterns"] {
  return entries(stack.roles).flatMap(([role, said]) => {
    const texts = [
      ...listOf<string>(said.files ?? []),
      ...(said.parts ?? []).flatMap((part) => listOf<string>(part.files ?? [])),
    ];
    const made = (said.makes ?? []).map((make) => ({ role: make.role ?? role, text: make.files }));
    return [...texts.map((text) => ({ role, text })), ...made].flatMap(({ role: of, text }) => {
      const pattern = parseNamingPattern(text);
      // `_{kebab}` says that it is a partial, not which.
      const isTelling = typeof pattern !== "string" && splitWords(pattern.before + pattern.after).length > 0;
      return isTelling ? [{ role: of, pattern }] : [];
    });
  });
}
