/** Makes a starter of a text: wherever its name or its feature's is written, a word stands that gives it back. */
import type { StarterValues } from "../../app/starter.js";
import type { FeatureName, Way } from "../../insight/wiring/index.js";
import type { TextNames } from "../../languages/index.js";

/** What a text is made from and by. */
export interface Generalising {
  readonly text: string;
  /** The name without the fixed text of its pattern: `harvest` of `HarvestScreen`. */
  readonly name: FeatureName;
  /** The feature that it lies in, if that has another name or others of its files are named. */
  readonly feature: FeatureName | undefined;
  /** The name of the file without its endings. */
  readonly stem: string;
  /** What the words of a starter give for this file: only a word that gives back what stands there is written. */
  readonly values: StarterValues;
  /** Whole parts of the text for which a word is written, in order: `"../../shared/api"` → `to src/shared/api.ts`. */
  readonly wholes: readonly Whole[];
  /** Parts in which nothing is replaced, in order. */
  readonly kept: readonly Span[];
  /** Where paths of other files stand. */
  readonly paths: readonly Span[];
  /** Parts that are plain text for people. */
  readonly texts: readonly Span[];
  /** Where another file of the feature is named, or what is taken of one: there the feature is meant. */
  readonly ofFeature: readonly Span[];
  /** The names of the text by scope, in languages that have them. */
  readonly names: TextNames | undefined;
  /**
   * Names that the project declares, and whether a file does that becomes a starter, too. Where scopes are not known, no other name with
   * a capital has to do with the file's.
   */
  readonly declared: ReadonlyMap<string, "own" | "other">;
  /** Whether names bare of a dot or hash are those of elements, as in style sheets. */
  readonly isSheet: boolean;
}

/** A part of a text: offsets, half-open. */
export interface Span {
  readonly start: number;
  readonly end: number;
}

interface Whole extends Span {
  readonly word: string;
}

/** A starter, and what its words stand for. */
export interface Generalised {
  readonly text: string;
  /** Each word with what it stands for in this file, and how often. */
  readonly words: readonly { readonly word: string; readonly stands: string; readonly times: number }[];
  /** Names in it that other files declare, and are called after this one. */
  readonly asks: readonly string[];
}

/** Makes the starter. Filled in with the file's own name and feature, it gives the text back. */
export function generalise(input: Generalising): Generalised {
  const { text, name, feature, wholes } = input;
  const within = withinOf(input);
  const places: (Span & { readonly word: string })[] = apart(wholes);
  const taken = new Spans([...places, ...input.kept]);
  const featured = new Spans(input.ofFeature);
  const candidates = [
    ...name.in(text).map((each) => ({ ...each, of: "name" as const })),
    ...(feature?.in(text) ?? []).map((each) => ({ ...each, of: "feature" as const })),
  ];
  const isPreferred = ({ start, of }: (typeof candidates)[number]): boolean =>
    (of === "feature") === (featured.at(start) || (feature !== undefined && text.charAt(start - 1) === "."));
  // What both are called is the feature's where the feature is meant, else the file's own; the longer comes first.
  candidates.sort(
    (a, b) =>
      Number(isPreferred(b)) - Number(isPreferred(a)) || b.end - b.start - (a.end - a.start) || a.start - b.start,
  );
  const done = new Spans([]);
  const asks = new Set<string>();
  for (const { start, end, ways, of } of candidates) {
    if (taken.touches(start, end) || done.touches(start, end)) continue;
    const kind = within(start);
    if (isOther(input, { start, end, kind })) continue;
    const whole = of === "name" ? wholeWord(input, { start, end, kind }) : undefined;
    const own = of === "name" ? name : (feature ?? name);
    const around = {
      before: text.slice(Math.max(0, start - 40), start),
      behind: text.slice(end, end + 2),
      within: kind,
    };
    const way = own.wayFor(ways, around);
    const found = whole ?? (way && { start, end, word: wordOf(way, of === "feature") });
    if (!found || taken.touches(found.start, found.end) || done.touches(found.start, found.end)) continue;
    if (valueOf(found.word, input.values) !== text.slice(found.start, found.end)) continue;
    done.add(found);
    places.push(found);
    const token = tokenAt(text, start);
    const called = text.slice(token.start, token.end);
    if (kind === "code" && !input.names && input.declared.get(called) === "other") asks.add(called);
  }
  places.sort((a, b) => a.start - b.start);
  let [result, at] = ["", 0];
  const words = new Map<string, { word: string; stands: string; times: number }>();
  for (const { start, end, word } of places) {
    const stands = text.slice(start, end);
    result += `${text.slice(at, start)}«${word}»`;
    at = end;
    const key = `${word} ${stands}`;
    const known = words.get(key) ?? { word, stands, times: 0 };
    words.set(key, { ...known, times: known.times + 1 });
  }
  return { text: result + text.slice(at), words: [...words.values()], asks: [...asks] };
}

/** Parts without those that overlap one before them: one text may name a file in two ways. */
function apart(wholes: readonly Whole[]): Whole[] {
  const taken = new Spans([]);
  return wholes.filter((each) => {
    if (taken.touches(each.start, each.end)) return false;
    taken.add(each);
    return true;
  });
}

/** `own Pascal` → `Pascal`, `many camel` → `many camel`; of a feature, with `feature` before it. */
function wordOf(way: Way, isFeature: boolean): string {
  const [count = "own", joined = "camel"] = way
    .replace(/^thing /, "one ")
    .replace(/^things /, "many ")
    .split(" ");
  return [...(isFeature ? ["feature"] : []), ...(count === "own" ? [] : [count]), joined].join(" ");
}

function valueOf(word: string, values: StarterValues): string | undefined {
  const [first = "", ...rest] = word.split(" ");
  return values(first, rest.join(" "));
}

/** The words that stand for all of a name in code, the likeliest first. */
const wholeWords = ["Symbol", "symbol", "hook", "Stem"];

/** Where a place is part of the file's whole name: that, and the word for it. */
function wholeWord(
  { text, stem, values }: Generalising,
  { start, end, kind }: Span & { readonly kind: Within },
): (Span & { readonly word: string }) | undefined {
  // In a path, and where names may have hyphens, the stem stands as it is.
  const offset = text.slice(start - stem.length, end + stem.length).indexOf(stem);
  const at = offset < 0 ? -1 : Math.max(0, start - stem.length) + offset;
  const isStem = at >= 0 && at <= start && at + stem.length >= end && !isJoined(text, at, at + stem.length);
  if (isStem && (kind === "path" || stem.includes("-"))) return { start: at, end: at + stem.length, word: "stem" };
  const token = tokenAt(text, start);
  // What people read is the name as a text, if there is no more to it.
  const isBare = token.end - token.start === end - start;
  if (isBare && (kind === "text" || kind === "string" || text.slice(start, end) !== stem)) return undefined;
  const word = wholeWords.find((each) => values(each, "") === text.slice(token.start, token.end));
  return word === undefined ? undefined : { ...token, word };
}

/** Whether letters go on before or behind a part. */
function isJoined(text: string, start: number, end: number): boolean {
  return /[\p{L}\p{N}_$-]/u.test(text.charAt(start - 1)) || /[\p{L}\p{N}_$-]/u.test(text.charAt(end));
}

/** The identifier around an offset. */
function tokenAt(text: string, offset: number): Span {
  let [start, end] = [offset, offset];
  while (start > 0 && letter.test(text.charAt(start - 1))) start -= 1;
  while (end < text.length && letter.test(text.charAt(end))) end += 1;
  return { start, end };
}

const letter = /[\p{L}\p{N}_$]/u;

/** Names that all lists, texts and maps have: `trees.map` has nothing to do with a map of the orchard. */
const inherited = new Set(
  [Array, String, Map, Promise, Object, Number, Date].flatMap(({ prototype }) => Object.getOwnPropertyNames(prototype)),
);

/** Whether a place only looks like the name: a tag of the page, something of another package, a method of every list. */
function isOther(input: Generalising, { start, end, kind }: Span & { readonly kind: Within }): boolean {
  const { text, names, declared, isSheet } = input;
  const token = tokenAt(text, start);
  const word = text.slice(token.start, token.end);
  const [before, isAll] = [text.charAt(token.start - 1), token.start === start && token.end === end];
  if (kind === "string") return isAll && /["'`]/.test(before) && isTag(word, input);
  if (kind !== "code") return false;
  if (isSheet) return isAll && !/[.#_-]/.test(before);
  if (names) {
    const variable = variablesOf(names).get(token.start);
    if (variable !== undefined) return variable === "free";
    if (/^<\/?$|[^\p{L}\p{N}_$)\]]<\/?$/u.test(text.slice(Math.max(0, token.start - 3), token.start)))
      return /^\p{Ll}/u.test(word);
    return before === "." && inherited.has(word);
  }
  return /^\p{Lu}/u.test(word) && !declared.has(word);
}

const known = new WeakMap<TextNames, ReadonlyMap<number, string>>();

/** What each place is that means a variable. */
function variablesOf(names: TextNames): ReadonlyMap<number, string> {
  const found =
    known.get(names) ??
    new Map(names.variables.flatMap(({ level, places }) => places.map(({ start }) => [start, level] as const)));
  known.set(names, found);
  return found;
}

/** Whether a text has tags of the page that are called so. */
function isTag(word: string, { text }: Generalising): boolean {
  return /^\p{Ll}/u.test(word) && text.includes(`</${word}>`);
}

type Within = "code" | "string" | "text" | "path";

/** What is no code: comments, strings on one line. */
const pieces = /\/\/[^\n]*|\/\*[^]*?\*\/|<!--[^]*?-->|"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*'|`(?:[^`\\]|\\.)*`/g;

/** Tells what stands at an offset. */
function withinOf({ text, paths, texts, names }: Generalising): (offset: number) => Within {
  let code = text;
  for (const { start, end } of texts) code = code.slice(0, start) + " ".repeat(end - start) + code.slice(end);
  const strings: Span[] = [];
  const comments: Span[] = [...texts];
  for (const { 0: piece, index } of code.matchAll(pieces))
    (/^["'`]/.test(piece) ? strings : comments).push({ start: index, end: index + piece.length });
  const [inPath, inString, inText] = [new Spans(paths), new Spans(strings), new Spans(comments)];
  const identifiers = new Set(names?.identifiers.map(({ start }) => start));
  return (offset) =>
    // What a template computes stands in quotes, and is code.
    identifiers.has(tokenAt(text, offset).start)
      ? "code"
      : inPath.at(offset)
        ? "path"
        : inText.at(offset)
          ? "text"
          : inString.at(offset)
            ? "string"
            : "code";
}

/** Parts of a text that are asked for by place. */
class Spans {
  readonly #all: Span[];

  constructor(all: readonly Span[]) {
    this.#all = [...all].sort((a, b) => a.start - b.start);
  }

  at(offset: number): boolean {
    return this.touches(offset, offset + 1);
  }

  touches(start: number, end: number): boolean {
    // Of those that begin before the end, the last; parts do not overlap.
    const last = this.#before(end) - 1;
    return last >= 0 && (this.#all[last]?.end ?? 0) > start;
  }

  add(span: Span): void {
    this.#all.splice(this.#before(span.start), 0, span);
  }

  #before(offset: number): number {
    let [low, high] = [0, this.#all.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((this.#all[middle]?.start ?? 0) < offset) low = middle + 1;
      else high = middle;
    }
    return low;
  }
}
