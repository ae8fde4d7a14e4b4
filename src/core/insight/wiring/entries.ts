/**
 * Where a feature is mentioned outside of its own files, in rows in which its sisters are, too: the route table, the root of the store,
 * the navigation, the words of a language. An entry is an item that speaks of one feature, and has its like for the others.
 */
import type { Row, RowItem } from "../../languages/index.js";
import { Kept, keepCommon, keepWhole, partnerOf } from "./kept.js";
import { speaksOf, type Shape } from "./shape.js";

/** One item that mentions a feature. */
export interface Entry {
  readonly kept: Kept;
  readonly row: Row;
  readonly item: RowItem;
  /** The items of its sisters in the same row, by the shapes that speak of them. */
  readonly partners: ReadonlyMap<Shape, RowItem>;
  /** Whether a part of it went that its sisters have, because what it needs is not made. */
  readonly isCut?: boolean;
}

/** The entries of one feature in a text; `sisters` are shapes of the same text that speak of the others. */
export function entriesIn(shape: Shape, sisters: readonly Shape[], most: number): readonly Entry[] {
  const present = sisters.filter((each) => speaksOf(each, { start: 0, end: each.text.length }));
  if (present.length < most) return [];
  const found = inRow(shape.root, { shape, sisters: present, most });
  return found.length === 0 ? [] : [...imports(shape, present, found), ...found];
}

/** What the entries need of the feature's files: its imports, however those of its sisters are spelled. */
function imports(shape: Shape, sisters: readonly Shape[], found: readonly Entry[]): Entry[] {
  const row = shape.root;
  return row.items
    .filter((item) => takesOwn(shape, item) && !found.some((each) => each.item === item))
    .map((item): Entry => {
      const kept = new Kept(shape, { ...row, items: [item] });
      keepWhole(item, kept);
      const partners = new Map<Shape, RowItem>();
      for (const sister of sisters)
        for (const each of row.items) if (takesOwn(sister, each)) partners.set(sister, each);
      return { kept, row, item, partners };
    });
}

/** Whether an entry only takes what another one uses. */
export function isImport({ kept, item }: Entry): boolean {
  return takesOwn(kept.shape, item);
}

/** What a text takes of a feature's files, in lines of its own, each as a whole. */
export function ownImports(shape: Shape): Entry[] {
  return imports(shape, [], []);
}

/** Whether an item takes names of a file of the feature. */
function takesOwn({ references, own }: Shape, { start, end }: RowItem): boolean {
  for (const at of own)
    if (start <= at && at < end && (references.get(at)?.bindings ?? []).some(({ local }) => local !== "")) {
      const { kind } = references.get(at) ?? {};
      return kind === "import" || kind === "type import";
    }
  return false;
}

interface Looking {
  readonly shape: Shape;
  readonly sisters: readonly Shape[];
  readonly most: number;
}

function inRow(row: Row, looking: Looking): Entry[] {
  const { shape, sisters, most } = looking;
  const own = row.items.filter((item) => speaksOf(shape, item));
  if (own.length === 0) return [];
  const only = new Map(row.items.map((item) => [item, onlySpeaker(item, looking)]));
  const taken = new Map(sisters.map((sister) => [sister, new Set<RowItem>()]));
  return own.flatMap((item): Entry[] => {
    const isOfOne = only.get(item) === shape;
    const partners = new Map<Shape, RowItem>();
    const alike = !isOfOne
      ? []
      : sisters.flatMap((sister) => {
          const theirs = {
            ...row,
            items: row.items.filter((each) => only.get(each) === sister),
          };
          const found = partnerOf(
            { shape, item },
            { shape: sister, row: theirs, taken: taken.get(sister) ?? new Set() },
          );
          if (!found) return [];
          partners.set(sister, found.item);
          return [found.alike];
        });
    if (alike.length < most) return item.rows.flatMap((inner) => inRow(inner, looking));
    for (const [sister, each] of partners) taken.get(sister)?.add(each);
    const kept = new Kept(shape, { ...row, items: [item] });
    keepCommon(item, { kept, alike, partners: [...partners].map(([of, each]) => ({ shape: of, item: each })), most });
    // Which names it takes is for those to say that use them.
    if (takesOwn(shape, item)) keepWhole(item, kept);
    return [{ kept, row, item, partners }];
  });
}

/** The one feature of which an item speaks; `undefined` where it speaks of none, or of several. */
function onlySpeaker(item: RowItem, { shape, sisters }: Looking): Shape | undefined {
  const [only, other] = [shape, ...sisters].filter((each) => speaksOf(each, item));
  return other ? undefined : only;
}
