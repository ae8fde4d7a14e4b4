/**
 * Naming patterns: fixed text around one placeholder that stands for the name's words in a case.
 *
 *   {Pascal}Screen   HarvestScreen        use{Pascal}    useHarvest
 *   _{kebab}         _tree-card           {snake}_page   harvest_page
 *
 * A pattern is for a name without its extension.
 */
import { distance } from "fastest-levenshtein";
import { cases, inCase, isInCase, splitWords, wordsKey, type Case } from "./words.js";

/** A pattern taken apart. */
export interface NamingPattern {
  /** As it was written. */
  readonly text: string;
  readonly before: string;
  readonly case: Case;
  readonly after: string;
}

/** Takes a pattern apart; a sentence about what is wrong with it if it is none. */
export function parseNamingPattern(text: string): NamingPattern | string {
  const placeholders = [...text.matchAll(/\{([^{}]*)\}/g)];
  const [only, second] = placeholders;
  const known = cases.map((each) => `{${each}}`).join(", ");
  if (!only) return `"${text}" has no placeholder, so every file would have one name; use one of ${known}.`;
  if (second) return `"${text}" has more than one placeholder; a name has its words once.`;
  const [whole, name = ""] = only;
  const wanted = cases.find((each) => each === name);
  if (!wanted) return `"${whole}" is no case; did you mean {${nearestCase(name)}}? There are ${known}.`;
  const [before, after] = [text.slice(0, only.index), text.slice(only.index + whole.length)];
  if (/[/\\]/.test(text)) return `"${text}" holds a slash; folders belong into \`at\`.`;
  return { text, before, case: wanted, after };
}

function nearestCase(name: string): Case {
  const far = (each: Case): number => distance(each.toLowerCase(), name.toLowerCase());
  return [...cases].sort((a, b) => far(a) - far(b))[0] ?? "kebab";
}

/** The name of some words by a pattern: `(use{Pascal}, ["harvest"])` → `useHarvest`. */
export function spellName(pattern: NamingPattern, words: readonly string[]): string {
  // After a fixed head a camel name begins like any other word: `use{camel}` is `useHarvest`'s odd cousin, kept as asked.
  return pattern.before + inCase(words, pattern.case) + pattern.after;
}

/** The words of a name that follows a pattern, else `undefined`: `({Pascal}Screen, "HarvestScreen")` → `["Harvest"]`. */
export function readName(pattern: NamingPattern, name: string): readonly string[] | undefined {
  const { before, after } = pattern;
  if (name.length <= before.length + after.length || !name.startsWith(before) || !name.endsWith(after))
    return undefined;
  const middle = name.slice(before.length, name.length - after.length);
  return isInCase(middle, pattern.case) ? splitWords(middle) : undefined;
}

/**
 * The words that somebody means who types a name for a pattern, whatever case they type and whether they type the fixed
 * text too: for `{Pascal}Screen`, `harvest`, `harvest-screen` and `HarvestScreen` are all `harvest`.
 */
export function wordsTyped(pattern: NamingPattern, typed: string): readonly string[] {
  const [head, tail] = [splitWords(pattern.before), splitWords(pattern.after)];
  let words = splitWords(typed);
  const key = (part: readonly string[]): string => wordsKey(part);
  if (head.length > 0 && words.length > head.length && key(words.slice(0, head.length)) === key(head))
    words = words.slice(head.length);
  if (tail.length > 0 && words.length > tail.length && key(words.slice(-tail.length)) === key(tail))
    words = words.slice(0, -tail.length);
  return words;
}
