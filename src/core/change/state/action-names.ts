/** What one more action is called: like those that are there. */
import { ShelfError } from "../../base/errors.js";
import { inCase, isInCase, splitWords, type Case } from "../../base/names/index.js";
import { featureKey } from "../../insight/catalogue/index.js";
import type { StateFamily } from "../../insight/state/index.js";
import type { ActionCreator } from "../../languages/index.js";

/** What is written of an action. */
export interface Names {
  readonly creator: string;
  readonly text: string;
  readonly constant: string;
}

/** What is there to go by. */
interface Samples {
  readonly creators: readonly ActionCreator[];
  readonly texts: readonly string[];
  /** Names of constants. */
  readonly constants: readonly string[];
}

/** Names like those that are there: with the feature's name in front where most have it, in the case of the last. */
export function namesFor(typed: string, family: StateFamily, { creators, texts, constants }: Samples): Names {
  const own = withoutFeature(splitWords(typed), family);
  if (own.length === 0 || !/^\p{L}/u.test(own[0] ?? ""))
    throw new ShelfError("NAME_UNUSABLE", { path: typed, reason: "nothing is left of it but the name of its feature" });
  const head = splitWords(family.name);
  const withHead = (names: readonly string[]): readonly string[] => {
    const having = names.filter((name) => startsWith(splitWords(name), head));
    const [first] = having;
    return having.length * 2 > names.length && first !== undefined
      ? [...splitWords(first).slice(0, head.length), ...own]
      : own;
  };
  const constantWords = withHead(constants);
  return {
    creator: inCase(withHead(creators.map(({ name }) => name)), "camel"),
    text: textLike(texts, own, withHead),
    constant: inCase(constantWords, "snake").toUpperCase(),
  };
}

/** The words of a name without those of its feature in front. */
export function withoutFeature(words: readonly string[], { name, feature }: StateFamily): readonly string[] {
  for (const head of [splitWords(name), splitWords(feature)])
    if (startsWith(words, head)) return words.slice(head.length);
  return words;
}

/** `rota/loaded` → `rota/cleared`, `ROTA_LOADED` → `ROTA_CLEARED`. */
function textLike(
  texts: readonly string[],
  own: readonly string[],
  withHead: (names: readonly string[]) => readonly string[],
): string {
  const last = texts.at(-1) ?? "";
  const cut = Math.max(last.lastIndexOf("/"), last.lastIndexOf(":"), last.lastIndexOf("."));
  const [head, tail] = [last.slice(0, cut + 1), last.slice(cut + 1)];
  const words = cut < 0 ? withHead(texts) : own;
  if (/^[A-Z][A-Z\d]*(?:_[A-Z\d]+)*$/.test(tail)) return head + inCase(words, "snake").toUpperCase();
  const usual = texts.map((text) => text.slice(cut + 1)).filter((text) => splitWords(text).length > 1);
  const found = (["camel", "kebab", "snake", "Pascal"] as const satisfies readonly Case[]).find((each) =>
    usual.length > 0 ? usual.every((text) => isInCase(text, each)) : isInCase(tail, each),
  );
  return head + inCase(words, found ?? "camel");
}

/** Whether a name begins with the words of another, in singular or plural, and goes on. */
export function startsWith(words: readonly string[], head: readonly string[]): boolean {
  return featureKey(words.slice(0, head.length)) === featureKey(head) && words.length > head.length;
}
