/** A text by its rows, with what is fixed in each item: what has to be the same in two for them to be of one kind. */
import type { ProjectPath } from "../../base/paths.js";
import type { Export, Reference, Row, RowItem, TextNames } from "../../languages/index.js";
import { nameSign, shared, type FeatureName, type Spelled, type Way } from "./spellings.js";

/** A text, and the feature whose name is looked for in it. */
export interface Shape {
  readonly path: ProjectPath;
  readonly text: string;
  readonly root: Row;
  readonly name: FeatureName;
  /** Where the names of other files begin. */
  readonly references: ReadonlyMap<number, Reference>;
  /** Those of them that mean a file of the feature itself: however they are spelled, what counts is how they end. */
  readonly own: ReadonlySet<number>;
  /** What it gives to others; `undefined` in languages in which that is not told. */
  readonly exports: readonly Export[] | undefined;
  /** Its names by scope, in languages that have them. */
  readonly names: TextNames | undefined;
}

/** One token of what is fixed. */
export interface Token {
  /** What stands there; a name of the feature is one sign, whatever it is. */
  readonly text: string;
  /** `string`: it may differ where nothing goes by it. `gap`: a row stands there. */
  readonly kind: "plain" | "string" | "gap";
  readonly start: number;
  readonly end: number;
  readonly spelled: readonly Spelled[];
}

/** What two items have in common: ways of writing the name, by where it stands in the first; and strings of the first that differ. */
export interface Likeness {
  readonly ways: ReadonlyMap<number, ReadonlySet<Way>>;
  readonly differing: readonly { readonly start: number; readonly end: number }[];
  /** Whether only their tags are the same, so that the first stays as it is. */
  readonly isByTag?: true;
}

const gapSign = "\u0002";
const pieces =
  /\/\/[^\n]*|\/\*[^]*?\*\/|<!--[^]*?-->|"(?:[^"\\\n]|\\.)*"|'(?:[^'\\\n]|\\.)*'|`(?:[^`\\$]|\\.)*`|[\p{L}\p{N}_$]+|\S/gu;

const known = new WeakMap<Shape, Map<RowItem, readonly Token[]>>();

/** What is fixed in an item. */
export function tokensOf(shape: Shape, item: RowItem): readonly Token[] {
  const ofShape = known.get(shape) ?? new Map<RowItem, readonly Token[]>();
  known.set(shape, ofShape);
  let tokens = ofShape.get(item);
  if (!tokens) ofShape.set(item, (tokens = tokenise(shape, item)));
  return tokens;
}

function tokenise(shape: Shape, { start, end, rows, isText }: RowItem): Token[] {
  const { text, name } = shape;
  if (isText === true) {
    const spelled = name.in(text, start, end);
    return [{ text: masked(text, start, end, spelled), kind: "string", start, end, spelled }];
  }
  const found: Token[] = [];
  let at = start;
  for (const row of [...rows, undefined]) {
    found.push(...tokensBetween(shape, at, row?.start ?? end));
    if (row) found.push({ text: gapSign, kind: "gap", start: row.start, end: row.end, spelled: [] });
    at = row?.end ?? end;
  }
  // A comma before a bracket is a matter of taste.
  return found.filter(({ text: own }, index) => own !== "," || !/^[)\]}>]$/.test(found[index + 1]?.text ?? ""));
}

function tokensBetween({ text, name, own }: Shape, from: number, to: number): Token[] {
  const inside = text.slice(from, to);
  const all = name.in(text, from, to);
  const found: Token[] = [];
  for (const { 0: piece, index } of inside.matchAll(pieces)) {
    const [start, end] = [from + index, from + index + piece.length];
    if (/^(?:\/\/|\/\*|<!--)/.test(piece)) continue;
    const isString = /^["'`]/.test(piece) && piece.length > 1;
    const spelled = all.filter((each) => each.start >= start && each.start < end);
    // `orchard-map` is several pieces, and one name.
    if (!isString && all.some((each) => each.start < start && each.end > start)) continue;
    const last = spelled.at(-1);
    const stop = last && !isString ? Math.max(end, last.end) : end;
    const isOwn = isString && own.has(start + 1);
    const tail = isOwn ? text.lastIndexOf("/", end - 2) + 1 : start + 1;
    // Of the way to a file of the feature, its end alone is compared.
    const said = isOwn ? spelled.filter((each) => each.start >= tail) : spelled;
    found.push({
      text: isString
        ? `"${masked(text, Math.max(tail, start + 1), end - 1, said)}"`
        : masked(text, start, stop, spelled),
      kind: isString ? "string" : "plain",
      start,
      end: stop,
      spelled: said,
    });
  }
  return found;
}

function masked(text: string, from: number, to: number, spelled: readonly Spelled[]): string {
  let done = from;
  let result = "";
  for (const { start, end } of spelled) {
    result += text.slice(done, start) + nameSign;
    done = end;
  }
  return result + text.slice(done, to);
}

/** What two items have in common; `undefined` where they are not of one kind. */
export function likeness(a: Shape, first: RowItem, b: Shape, second: RowItem): Likeness | undefined {
  const [own, other] = [tokensOf(a, first), tokensOf(b, second)];
  if (own.length !== other.length || first.isText !== second.isText) return undefined;
  const ways = new Map<number, ReadonlySet<Way>>();
  const differing: { start: number; end: number }[] = [];
  let agreeing = first.isText === true ? 1 : 0;
  for (const [index, token] of own.entries()) {
    const theirs = other[index];
    if (theirs?.kind !== token.kind) return undefined;
    const common = token.text === theirs.text ? commonWays(token, theirs) : undefined;
    if (common) {
      for (const [start, each] of common) ways.set(start, each);
      if (/\p{L}/u.test(token.text) || token.text.includes(nameSign)) agreeing += 1;
    } else if (first.isExact !== true && first.isDone !== true && mayDiffer(a, token, own[index + 1]))
      differing.push({ start: token.start, end: token.end });
    else return undefined;
  }
  if (differing.length > 0 && agreeing === 0) return undefined;
  // Of `{ … }`, what stands first in it says what it is.
  if (agreeing === 0 && !beginsAlike(a, first, b, second)) return undefined;
  return { ways, differing };
}

/** What two elements of one tag have in common. */
export function sameTag(a: Shape, first: RowItem, b: Shape, second: RowItem): Likeness | undefined {
  if (!first.tag || !second.tag) return undefined;
  const own = tokensBetween(a, first.tag.start, first.tag.end);
  const other = tokensBetween(b, second.tag.start, second.tag.end);
  if (own.length !== other.length) return undefined;
  const ways = new Map<number, ReadonlySet<Way>>();
  for (const [index, token] of own.entries()) {
    const theirs = other[index];
    const common = token.text === theirs?.text ? commonWays(token, theirs) : undefined;
    if (!common) return undefined;
    for (const [start, each] of common) ways.set(start, each);
  }
  // What people read in it is the example's own.
  const strings = tokensOf(a, first).filter(
    ({ kind, start, end }) =>
      kind === "string" && !a.references.has(start + 1) && isForPeople(a.text.slice(start + 1, end - 1)),
  );
  return { ways, differing: strings.map(({ start, end }) => ({ start, end })), isByTag: true };
}

/** Whether a string is a sentence or a title, and nothing that a program goes by: a list of classes, an expression. */
export function isForPeople(text: string): boolean {
  return /^\p{Lu}[^{}()=<>]*$/u.test(text);
}

function beginsAlike(a: Shape, first: RowItem, b: Shape, second: RowItem): boolean {
  const [own, other] = [first.rows[0]?.items[0], second.rows[0]?.items[0]];
  if (!own || !other) return own === other;
  return likeness(a, own, b, other) !== undefined;
}

function commonWays(token: Token, other: Token): [number, ReadonlySet<Way>][] | undefined {
  const found: [number, ReadonlySet<Way>][] = [];
  for (const [index, { start, ways }] of token.spelled.entries()) {
    const both = shared(ways, other.spelled[index]?.ways ?? new Set());
    if (both.size === 0) return undefined;
    found.push([start, both]);
  }
  return found;
}

/** A string by which nothing goes: no name of a file, no key, no case. */
function mayDiffer({ references }: Shape, { kind, start }: Token, next: Token | undefined): boolean {
  return kind === "string" && !references.has(start + 1) && next?.text !== ":" && next?.text !== "=>";
}

/** Whether an item speaks of the feature, in itself or in what stands in it. */
export function speaksOf(shape: Shape, { start, end }: Pick<RowItem, "start" | "end">): boolean {
  const places = placesOf(shape);
  let [low, high] = [0, places.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((places[middle]?.start ?? 0) < start) low = middle + 1;
    else high = middle;
  }
  const next = places[low];
  return next !== undefined && next.end <= end;
}

const namedAt = new WeakMap<Shape, readonly Spelled[]>();

/** Every place at which a text says the name, in order: each of its items asks. */
function placesOf(shape: Shape): readonly Spelled[] {
  let places = namedAt.get(shape);
  if (!places) namedAt.set(shape, (places = shape.name.in(shape.text)));
  return places;
}
