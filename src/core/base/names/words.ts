/**
 * Names as words: `HTTPServer2Client` is `HTTP`, `Server2`, `Client`; `apple-tree` is `apple`, `tree`.
 *
 * A name is taken apart once, and put together again in whatever case a shelf wants. Letters and digits are those of
 * Unicode (general categories L, M and N), never those of a locale.
 */

/** The cases that a naming pattern may ask for. */
export const cases = ["kebab", "Pascal", "camel", "snake"] as const;

/** One of them: `apple-tree`, `AppleTree`, `appleTree`, `apple_tree`. */
export type Case = (typeof cases)[number];

/** What letters and digits are, as the insides of classes in an expression. */
interface Letters {
  readonly capital: string;
  readonly small: string;
  /** Small letters and all that have no case, with what is put on letters. */
  readonly others: string;
  readonly mark: string;
  readonly digit: string;
}

/** How a name is taken apart. */
interface Parting {
  readonly word: RegExp;
  readonly separators: RegExp;
}

/**
 * One word of a name that has no separators, tried in this order:
 * a system's own spelling (`iOS`), an abbreviation in the plural (`URLs`), one before a word or a digit (`HTTP`, `2D`), a word.
 */
function partingOf({ capital, small, others, mark, digit }: Letters): Parting {
  const before = `[${digit}]+[${capital}]`;
  const word = [
    `(?:i|mac|tv|watch|vision|iPad)OS(?![${small}])`,
    `[${capital}]{2,}s(?![${small}${mark}])`,
    `${before}(?=[${capital}][${small}]|$)`,
    `[${capital}]{2,}(?:(?!${before}(?:[${capital}][${small}]|$))[${digit}])*(?=[${capital}][${small}]|$|[${digit}])`,
    `[${capital}]+(?=[${capital}][${small}])`,
    `[${capital}]?(?:[${others}]|(?!${before}(?:[${capital}][${small}]|$))[${digit}])+`,
    `[${capital}${digit}]+`,
  ].join("|");
  return { word: new RegExp(word, "gu"), separators: new RegExp(`[^${capital}${others}${digit}]+`, "u") };
}

/** Nearly all names are in these letters, and classes of Unicode take long to make. */
const plain = partingOf({ capital: "A-Z", small: "a-z", others: "a-z", mark: "", digit: "0-9" });
let whole: Parting | undefined;

/** How names in any letters are taken apart. */
function partingOfAll(): Parting {
  whole ??= partingOf({
    capital: "\\p{Lu}",
    small: "\\p{Ll}",
    others: "\\p{Ll}\\p{Lo}\\p{Lm}\\p{Lt}\\p{M}",
    mark: "\\p{M}",
    digit: "\\p{N}",
  });
  return whole;
}

/**
 * The words of a name, each as it is spelled: `useURLParams` → `["use", "URL", "Params"]`, `Größe` → `["Größe"]`,
 * `orchard_map-2` → `["orchard", "map", "2"]`. A name without letters or digits has none. Names are compared in Unicode's form NFC.
 */
export function splitWords(name: string): readonly string[] {
  let words: readonly string[] | undefined = known.get(name);
  if (!words) {
    const { word, separators } = /^[ -~]*$/.test(name) ? plain : partingOfAll();
    const parts = name.normalize("NFC").split(separators);
    words = parts.flatMap((part) => part.match(word) ?? []);
    // A project has many files and few names, and each is asked for its words by one stage after the other.
    if (known.size >= mostKnown) known.clear();
    known.set(name, words);
  }
  return words;
}

const known = new Map<string, readonly string[]>();
const mostKnown = 100_000;

/**
 * Words put together in a case: `(["URL", "params"], "Pascal")` → `URLParams`. Abbreviations keep their capitals in
 * `Pascal` and `camel`, unless the whole name was shouted (`TREE_CARD` → `TreeCard`) or it comes first in `camel` (`urlParams`).
 */
export function inCase(words: readonly string[], wanted: Case): string {
  const lower = (each: string): string => each.toLowerCase();
  if (wanted === "kebab") return words.map(lower).join("-");
  if (wanted === "snake") return words.map(lower).join("_");
  const isShouted = words.length > 1 && words.every((each) => each === each.toUpperCase());
  const capital = (each: string): string => (isShouted ? capitalised(lower(each)) : capitalised(each));
  const [first = "", ...rest] = words;
  if (wanted === "Pascal") return words.map(capital).join("");
  return [lowered(first), ...rest.map(capital)].join("");
}

/** Words in running text: `harvest chart`, `Harvest chart`; abbreviations keep their capitals. */
export function inText(words: readonly string[], start: "capital" | "small"): string {
  const isAbbreviation = (each: string): boolean =>
    each.length > 1 && each === each.toUpperCase() && /\p{Lu}/u.test(each);
  const text = words.map((each) => (isAbbreviation(each) ? each : each.toLowerCase())).join(" ");
  return start === "capital" ? capitalised(text) : text;
}

/** Whether a type's name begins with an app's own letters: `PR` of `PRTreeRow`; not of `PRs` nor of `URLs`. */
export function beginsWithPrefix(name: string, prefix: string): boolean {
  return name.startsWith(prefix) && /^\p{Lu}\p{Ll}/u.test(name.slice(prefix.length));
}

/** The same words, whatever their case and separators: `TreeCard`, `tree-card` and `TREE_CARD` have one key. */
export function wordsKey(words: readonly string[]): string {
  return words.join("").toLowerCase();
}

const shapes: Readonly<Record<Case, RegExp>> = {
  kebab: /^(?!\p{N}+$)[\p{Ll}\p{Lo}\p{Lm}\p{M}\p{N}]+(?:-[\p{Ll}\p{Lo}\p{Lm}\p{M}\p{N}]+)*$/u,
  snake: /^(?!\p{N}+$)[\p{Ll}\p{Lo}\p{Lm}\p{M}\p{N}]+(?:_[\p{Ll}\p{Lo}\p{Lm}\p{M}\p{N}]+)*$/u,
  camel: /^[\p{Ll}\p{Lo}][\p{L}\p{M}\p{N}]*$/u,
  Pascal: /^(?:[\p{Lu}\p{Lt}\p{Lo}]|\p{N}+[\p{Lu}\p{Lt}\p{Lo}])[\p{L}\p{M}\p{N}]*$/u,
};

/** Whether a text is written in a case. One word in small letters is kebab, snake and camel at once. */
export function isInCase(text: string, wanted: Case): boolean {
  return shapes[wanted].test(text.normalize("NFC"));
}

/** The first letter as a capital, unless that would make two of it (`ß`). */
function capitalised(text: string): string {
  const [first = ""] = text;
  const capital = first.toUpperCase();
  return [...capital].length === 1 ? capital + text.slice(first.length) : text;
}

/** `URL` → `url`, `Tree` → `tree`, `iOS` stays. */
function lowered(text: string): string {
  return /^(?:i|mac|tv|watch|vision|iPad)OS$/.test(text) ? text : text.toLowerCase();
}
