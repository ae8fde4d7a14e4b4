/**
 * How a feature's name is written in code: `orchard-map`, `OrchardMap`, `ORCHARD_MAP`, `Orchard map`, for one of them or several.
 * What one feature calls by its name, the others call by theirs in the same way; a place that could be read in two ways is told
 * apart by its sisters.
 */
import { inCase, inText } from "../../base/names/index.js";
import { literally } from "../../base/text/index.js";
import { singular } from "../catalogue/index.js";

/** Whether the name stands as it is, for one or several, or whether it is that of what the feature is about: `shift` of `rota`. */
type Count = "own" | "one" | "many" | "thing" | "things";

/** The ways in which words are joined. */
type Joined = "Pascal" | "camel" | "kebab" | "snake" | "CONSTANT" | "flat" | "Title" | "title" | "Every";

/** One way of writing a name: `own Pascal`. */
export type Way = `${Count} ${Joined}`;

/** A place at which a name is written, and all ways that would write it so. */
export interface Spelled {
  readonly start: number;
  readonly end: number;
  readonly ways: ReadonlySet<Way>;
}

/** What stands around a name, where several ways would do. */
export interface Around {
  /** The text before and behind it. */
  readonly before: string;
  readonly behind: string;
  /** Whether it stands in a string, in plain text for people, or in a path of a file. */
  readonly within: "code" | "string" | "text" | "path";
}

const counts: readonly Count[] = ["own", "one", "many", "thing", "things"];

/** What stands for a feature's name where texts are compared. */
export const nameSign = "\u0001";

/** Shorter names stand in too many words by chance. */
const shortest = 3;

/** A feature's name, in all ways in which it may be written. */
export class FeatureName {
  readonly #ways = new Map<string, Set<Way>>();
  readonly #spelled = new Map<Way, string>();
  readonly #form: RegExp | undefined;
  #longer: readonly FeatureName[] = [];

  /**
   * `inPaths`: how the app joins words in the names of files and folders. `thing`: what the feature is about, where that has a name of
   * its own.
   */
  constructor(
    readonly words: readonly string[],
    readonly inPaths: "kebab" | "camel" | "snake" = "kebab",
    readonly thing: readonly string[] = counted(words, "one"),
  ) {
    const wordsOf = (count: Count): readonly string[] => {
      if (count === "thing") return thing;
      return count === "things" ? counted(thing, "many") : counted(words, count);
    };
    for (const count of counts)
      for (const [joined, text] of joinedIn(wordsOf(count))) {
        this.#spelled.set(`${count} ${joined}`, text);
        if (text.length < shortest) continue;
        const ways = this.#ways.get(text) ?? new Set();
        this.#ways.set(text, ways.add(`${count} ${joined}`));
      }
    const all = [...this.#ways.keys()].sort((a, b) => b.length - a.length).map(literally);
    if (all.length > 0) this.#form = new RegExp(all.join("|"), "gu");
  }

  /** Says which features there are besides some: where the longer name of another stands, the shorter one in it is not meant. */
  static tellApart(names: readonly FeatureName[], all = names): void {
    const longer = new Map<string, Set<FeatureName>>();
    for (const name of all) {
      const words = name.words.map(singular);
      for (let from = 0; from < words.length; from += 1)
        for (let to = from + 1; to <= words.length; to += 1) {
          const part = words.slice(from, to).join(" ");
          if (to - from < words.length) longer.set(part, (longer.get(part) ?? new Set<FeatureName>()).add(name));
        }
    }
    for (const name of names)
      // What the other is about may be called as this one is.
      name.#longer = [...(longer.get(name.words.map(singular).join(" ")) ?? [])].map(
        ({ words, inPaths }) => new FeatureName(words, inPaths),
      );
  }

  /** Every text by which it may be written, the longest first. */
  get spellings(): readonly string[] {
    return [...this.#ways.keys()].sort((a, b) => b.length - a.length);
  }

  /** The places in a part of a text at which it is written, in order. */
  in(text: string, from = 0, to = text.length): Spelled[] {
    if (!this.#form) return [];
    const found: Spelled[] = [];
    this.#form.lastIndex = from;
    for (let match = this.#form.exec(text); match && match.index < to; match = this.#form.exec(text)) {
      const [start, end] = [match.index, match.index + match[0].length];
      if (end > to || !isWord(text, start, end)) {
        this.#form.lastIndex = start + 1;
        continue;
      }
      found.push({ start, end, ways: this.#ways.get(match[0]) ?? new Set() });
    }
    if (found.length === 0 || this.#longer.length === 0) return found;
    const hidden = this.#longer.flatMap((each) => each.in(text, from, to));
    return found.filter(({ start, end }) => !hidden.some((each) => each.start <= start && end <= each.end));
  }

  /** A text with one sign wherever the name stands: what is the same in all features. */
  without(text: string): string {
    let [result, done] = ["", 0];
    for (const { start, end } of this.in(text)) {
      result += text.slice(done, start) + nameSign;
      done = end;
    }
    return result + text.slice(done);
  }

  /** The name, written in one of several ways: the one that fits what stands around. */
  spell(ways: ReadonlySet<Way>, around: Around): string {
    const way = this.wayFor(ways, around);
    return (way && this.#spelled.get(way)) ?? inCase(this.words, "camel");
  }

  /** Of several ways that write the name so, the one that fits what stands around; `undefined` of none. */
  wayFor(ways: ReadonlySet<Way>, around: Around): Way | undefined {
    const liked = [...(around.within === "path" && isBare(around) ? [this.inPaths] : []), ...likedWays(around)];
    for (const count of counts)
      for (const joined of liked) {
        const way: Way = `${count} ${joined}`;
        if (ways.has(way)) return way;
      }
    const [first] = ways;
    return first;
  }

  /** The name, written in one way: `("many", "kebab")` → `orchard-maps`; `undefined` where that is no way. */
  static written(words: readonly string[], count: string, joined: string): string | undefined {
    if (count !== "own" && count !== "one" && count !== "many") return undefined;
    return joinedIn(counted(words, count)).find(([each]) => each === joined)?.[1];
  }

  /** The name as people read it: `Orchard map`. */
  get title(): string {
    return inText(this.words, "capital");
  }
}

/** The ways that two places have in common. */
export function shared(a: ReadonlySet<Way>, b: ReadonlySet<Way>): ReadonlySet<Way> {
  return new Set([...a].filter((way) => b.has(way)));
}

function counted(words: readonly string[], count: "own" | "one" | "many"): readonly string[] {
  const last = words.at(-1) ?? "";
  if (count === "own" || last === "") return words;
  const one = singular(last);
  const isOne = one === last.toLowerCase();
  const keep = (text: string): string => (/^\p{Lu}/u.test(last) ? text.charAt(0).toUpperCase() + text.slice(1) : text);
  if (count === "one") return isOne ? words : [...words.slice(0, -1), keep(one)];
  return isOne ? [...words.slice(0, -1), keep(several(last))] : words;
}

/** `tree` → `trees`, `berry` → `berries`, `box` → `boxes`. */
function several(word: string): string {
  if (/[^aeiou]y$/i.test(word)) return `${word.slice(0, -1)}ies`;
  return /(?:s|x|z|ch|sh)$/i.test(word) ? `${word}es` : `${word}s`;
}

function joinedIn(words: readonly string[]): [Joined, string][] {
  const snake = inCase(words, "snake");
  return [
    ["Pascal", inCase(words, "Pascal")],
    ["camel", inCase(words, "camel")],
    ["kebab", inCase(words, "kebab")],
    ["snake", snake],
    ["CONSTANT", snake.toUpperCase()],
    ["flat", words.join("").toLowerCase()],
    ["Title", inText(words, "capital")],
    ["title", inText(words, "small")],
    ["Every", words.map((word) => word.charAt(0).toUpperCase() + word.slice(1)).join(" ")],
  ];
}

/** Whether letters are a word of their own where they stand: `harvest` in `harvestReducer` and `useHarvest`, not in `harvester`. */
function isWord(text: string, start: number, end: number): boolean {
  const [before, first, second, last, behind] = [start - 1, start, start + 1, end - 1, end].map((at) =>
    text.charAt(at),
  );
  if (isSmall(behind) && !isCapital(last)) return false;
  if (isSmall(behind) && isCapital(last)) return false;
  if (isSmall(first)) return !isLetter(before);
  // `HARVEST_ADDED`; in `useHarvest` and `PRHarvest` a capital begins a word.
  return isCapital(second) || end - start === 1 ? !isLetter(before) && !isLetter(behind) : true;
}

function isSmall(letter = ""): boolean {
  return /\p{Ll}/u.test(letter);
}

function isCapital(letter = ""): boolean {
  return /\p{Lu}/u.test(letter);
}

function isLetter(letter = ""): boolean {
  return /\p{L}/u.test(letter);
}

/** What is called by a name that code goes by, and not by one that people read. */
const goesByName = /(?:navigate|push|replace|reset|name|id|key|type|screen|route\w*|component|path|slice)\W*$/i;

/** The ways of joining words, the likeliest first, by what stands around. */
function likedWays({ before, behind, within: stands }: Around): readonly Joined[] {
  // `:key="tree.id + harvest.id"`: what stands in quotes may be code.
  const isCode = stands === "string" && / /.test(before.slice(-1) + behind.charAt(0)) && !isProse(before, behind);
  const within = isCode ? "code" : stands;
  const [last, next] = [before.at(-1) ?? "", behind.charAt(0)];
  const capitals: readonly Joined[] =
    within === "text" || (within === "string" && isAlone(last, next) && !goesByName.test(before))
      ? ["Title", "Every", "Pascal"]
      : ["Pascal", "Title", "Every"];
  return [...smallWays(last, next, within), ...capitals, "CONSTANT"];
}

/** Whether a name stands among words: with a blank or a quote before it, and behind it, or behind the mark that follows. */
function isProse(before: string, behind: string): boolean {
  return /(?:^|[\s"'`(])$/.test(before) && /^(?:$|[.,;:!?)]?(?:$|[\s"'`]))/.test(behind);
}

function smallWays(last: string, next: string, within: Around["within"]): readonly Joined[] {
  if (isLetter(next) && next !== "") return ["camel", "flat", "snake", "kebab", "title"];
  if (last === "_" || next === "_") return ["snake", "camel", "kebab", "flat", "title"];
  if (last === "-" || next === "-") return ["kebab", "snake", "camel", "flat", "title"];
  if (within === "text" || (within === "string" && (last === " " || next === " ")))
    return ["title", "camel", "kebab", "snake", "flat"];
  if (within === "path" || (within === "string" && last === "/")) return ["kebab", "snake", "camel", "flat", "title"];
  return ["camel", "snake", "kebab", "flat", "title"];
}

/** Whether nothing is joined to a name. */
function isBare({ before, behind }: Around): boolean {
  return !/[\p{L}_-]$/u.test(before) && !/^[\p{L}_-]/u.test(behind);
}

/** Whether a name is all that stands in its quotes. */
function isAlone(last: string, next: string): boolean {
  return /["'`>]/.test(last) && /["'`<]/.test(next);
}
