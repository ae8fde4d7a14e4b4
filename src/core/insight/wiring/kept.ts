/**
 * What a text has in common with its sisters: the items of its rows that most of them have, too, and in those the same again. What
 * stands on its own in it is left out.
 */
import type { Row, RowItem } from "../../languages/index.js";
import { likeness, sameTag, type Likeness, type Shape } from "./shape.js";
import type { Way } from "./spellings.js";

/** A string, and how many of how many sisters have it otherwise. */
interface Differing {
  readonly start: number;
  readonly end: number;
  readonly times: number;
  readonly of: number;
}

/** The items of a text that are kept, each with what its sisters tell of it. Cutting one out cuts out what stands in it. */
export class Kept {
  readonly #items = new Map<RowItem, { readonly sisters: number }>();
  readonly #ways = new Map<number, ReadonlySet<Way>>();
  readonly #differing = new Map<number, Differing>();

  constructor(
    readonly shape: Shape,
    readonly root: Row = shape.root,
  ) {}

  has(item: RowItem): boolean {
    return this.#items.has(item);
  }

  get size(): number {
    return this.#items.size;
  }

  /** How many sisters have an item, too. */
  sistersOf(item: RowItem): number {
    return this.#items.get(item)?.sisters ?? 0;
  }

  keep(item: RowItem, alike: readonly Likeness[]): void {
    this.#items.set(item, { sisters: alike.length });
    for (const { ways, differing } of alike) {
      for (const [start, each] of ways) {
        const before = this.#ways.get(start);
        const both = before ? new Set([...before].filter((way) => each.has(way))) : each;
        // Where sisters do not agree among themselves, the first one does.
        if (both.size > 0) this.#ways.set(start, both);
      }
      for (const { start, end } of differing) {
        const times = this.#differing.get(start)?.times ?? 0;
        this.#differing.set(start, { start, end, times: times + 1, of: alike.length });
      }
    }
  }

  drop(item: RowItem): void {
    this.#items.delete(item);
  }

  /** The ways of writing the feature's name at an offset. */
  waysAt(start: number, all: ReadonlySet<Way>): ReadonlySet<Way> {
    return this.#ways.get(start) ?? all;
  }

  /** Strings in what is kept that most sisters have otherwise; what most of them spell by their names is spelled so. */
  get differing(): readonly { readonly start: number; readonly end: number }[] {
    return [...this.#differing.values()]
      .filter(({ start, times, of }) => times * 2 > of && this.isKept(start))
      .sort((a, b) => a.start - b.start);
  }

  /** The items around an offset, the outermost first. */
  around(offset: number): readonly RowItem[] {
    const found: RowItem[] = [];
    let rows: readonly Row[] = [this.root];
    for (;;) {
      const row = rows.find(({ start, end }) => start <= offset && offset < Math.max(end, start + 1));
      const item = row?.items.find(({ start, end }) => start <= offset && offset < end);
      if (!item) return found;
      found.push(item);
      rows = item.rows;
    }
  }

  /** Whether what stands at an offset is kept. */
  isKept(offset: number): boolean {
    const items = this.around(offset);
    return items.length > 0 && items.every((item) => this.has(item));
  }
}

/** What is looked for in a row. */
interface Comparing {
  readonly kept: Kept;
  readonly sisters: readonly { readonly shape: Shape; readonly row: Row | undefined }[];
  /** How many sisters have to have an item. */
  readonly most: number;
}

/** A name of the whole file that an item declares: what others know of it. */
export type Declares = (item: RowItem) => boolean;

/**
 * What a text has in common with at least some of its sisters. What it declares under the feature's own name stays in any case: that is
 * what others know of it.
 */
export function commonOf(shape: Shape, sisters: readonly Shape[], most: number, declares: Declares): Kept {
  const kept = new Kept(shape);
  keepRow(shape.root, { kept, sisters: sisters.map((each) => ({ shape: each, row: each.root })), most });
  for (const item of shape.root.items)
    if ((!kept.has(item) && declares(item)) || takesNames(shape, item)) keepWhole(item, kept);
  return kept;
}

/** Whether an item takes names of another file: however sisters spell that, it stays as long as one of them is used. */
export function takesNames({ references }: Shape, { start, end }: RowItem): boolean {
  for (const { start: at, kind, bindings = [] } of references.values())
    if (start <= at && at < end && /^(?:import|type import)$/.test(kind) && bindings.length > 0) return true;
  return false;
}

/** Keeps an item with all that stands in it. */
export function keepWhole(item: RowItem, kept: Kept): void {
  if (!kept.has(item)) kept.keep(item, []);
  for (const row of item.rows) for (const each of row.items) keepWhole(each, kept);
}

function keepRow(row: Row, { kept, sisters, most }: Comparing): void {
  const taken = sisters.map(() => new Set<RowItem>());
  for (const item of row.items) {
    const partners = sisters.map(({ shape, row: other }, index) => {
      const found =
        other && partnerOf({ shape: kept.shape, item }, { shape, row: other, taken: taken[index] ?? new Set() });
      if (found) taken[index]?.add(found.item);
      return found;
    });
    const alike = partners.flatMap((each) => (each ? [each.alike] : []));
    if (alike.length < most) {
      if (item.isResult) keepWhole(item, kept);
      continue;
    }
    // Who has no such item says nothing of what stands in it.
    const having = sisters.flatMap(({ shape }, index) => {
      const other = partners[index]?.item;
      return other ? [{ shape, item: other }] : [];
    });
    keepCommon(item, { kept, alike, partners: having, most });
  }
}

/** Keeps an item that is alike with some, and what stands in it as far as they have it, too. */
export function keepCommon(
  item: RowItem,
  {
    kept,
    alike,
    partners,
    most,
  }: {
    readonly kept: Kept;
    readonly alike: readonly Likeness[];
    readonly partners: readonly { readonly shape: Shape; readonly item: RowItem }[];
    readonly most: number;
  },
): void {
  kept.keep(item, alike);
  const isByTag = alike.some((each) => each.isByTag);
  for (const [at, inner] of item.rows.entries()) {
    const rows = partners.map(({ shape, item: other }) => ({
      shape,
      row: isByTag ? pairOf(item, at, other) : other.rows[at],
    }));
    if (isByTag && rows.every(({ row }) => row === undefined)) for (const each of inner.items) keepWhole(each, kept);
    else keepRow(inner, { kept, sisters: rows, most: Math.min(most, alike.length) });
  }
}

interface Candidates {
  readonly shape: Shape;
  readonly row: Row;
  readonly taken: ReadonlySet<RowItem>;
}

/** The item of another row that is of one kind with an item; one without a difference before all others. */
export function partnerOf(
  { shape, item }: { readonly shape: Shape; readonly item: RowItem },
  { shape: other, row, taken }: Candidates,
): { readonly item: RowItem; readonly alike: Likeness } | undefined {
  let best: { readonly item: RowItem; readonly alike: Likeness } | undefined;
  for (const each of row.items) {
    if (taken.has(each)) continue;
    const alike = likeness(shape, item, other, each) ?? sameTag(shape, item, other, each);
    if (!alike || (best && distance(best.alike) <= distance(alike))) continue;
    best = { item: each, alike };
    if (distance(alike) === 0) break;
  }
  return best;
}

/** The row of another that stands for one of an item: what is between its tags, or the one at its place where all are of its kind. */
function pairOf(item: RowItem, at: number, other: RowItem): RowItem["rows"][number] | undefined {
  if (item.rows[at]?.kind === "children") return other.rows.find(({ kind }) => kind === "children");
  const isSame =
    item.rows.length === other.rows.length && item.rows.every(({ kind }, i) => other.rows[i]?.kind === kind);
  return isSame ? other.rows[at] : undefined;
}

function distance({ differing, isByTag }: Likeness): number {
  return isByTag ? Infinity : differing.length;
}
