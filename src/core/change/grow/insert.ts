/** Puts an item into a row beside its sisters: behind the last of them, or in its place where they stand by the alphabet. */
import type { Row, RowItem } from "../../languages/index.js";
import type { TextEdit } from "../../base/text/index.js";

/** Where something goes in. */
export interface Insertion {
  readonly text: string;
  readonly row: Row;
  /** The items beside which it belongs. */
  readonly group: readonly RowItem[];
  /** What is put in. */
  readonly item: string;
  /** What an item is sorted by; its text without it. */
  readonly keyOf?: (item: RowItem) => string | undefined;
  readonly key?: string | undefined;
}

/** An item on its way into a row. */
export interface Inserted {
  readonly edit: TextEdit;
  /** Where in the edit the item begins. */
  readonly at: number;
  /** The item behind which it goes; nothing for one that goes before another. */
  readonly behind?: RowItem;
}

/** The edit that puts an item in. */
export function insertion(input: Insertion): Inserted {
  const { text, row, item } = input;
  const group = [...input.group].sort((a, b) => a.start - b.start);
  const before = placeByAlphabet(input, group);
  const index = row.items.indexOf((before ?? group.at(-1)) as RowItem);
  const anchor = row.items[index];
  if (!anchor) return { edit: { start: row.start, end: row.start, text: item }, at: 0 };
  if (before) {
    const previous = row.items[index - 1];
    const lead = previous && gapBefore(input, index);
    // Behind the one before it, unless a blank line parts the two.
    if (lead !== undefined && !/\n\s*\n/.test(lead) && group.includes(previous as RowItem))
      return { edit: { start: previous?.end ?? 0, end: previous?.end ?? 0, text: lead + item }, at: lead.length };
    const gap = gapAfter(input, index) ?? defaultGap(row);
    return { edit: { start: before.start, end: before.start, text: item + gap }, at: 0 };
  }
  const gap = gapBefore(input, index) ?? lineGap(input, index) ?? defaultGap(row);
  const tail = /^[ \t]*[,;]?[ \t]*\/\/[^\r\n]*/.exec(text.slice(anchor.end));
  // A comment at the end of the line is the last one's.
  if (tail && /\n/.test(gap) && row.separator === ",") {
    const isEnded = tail[0].trimStart().startsWith(",");
    const bare = gap.replace(/^\s*,[ \t]*/, "");
    const at = anchor.end + tail[0].length;
    if (isEnded) return { edit: { start: at, end: at, text: `${bare}${item},` }, at: bare.length, behind: anchor };
  }
  const at = tail && row.separator === "" && /\n/.test(gap) ? anchor.end + tail[0].length : anchor.end;
  return { edit: { start: at, end: at, text: gap + item }, at: gap.length, behind: anchor };
}

/** What stands between an item and the one before it, without comments. */
function gapBefore({ text, row }: Insertion, index: number): string | undefined {
  const [one, other] = [row.items[index - 1], row.items[index]];
  return one && other ? tidy(text.slice(one.end, other.start), row) : undefined;
}

function gapAfter(input: Insertion, index: number): string | undefined {
  return gapBefore(input, index + 1);
}

/** A gap without comments; more than one line end only where items are parted by blank lines. */
function tidy(gap: string, row: Row): string | undefined {
  if (!/\/\/|\/\*|<!--/.test(gap)) return gap;
  const [, lineEnd, indent] = /(\r?\n)([ \t]*)[^\n]*$/.exec(gap) ?? [];
  return indent === undefined ? undefined : `${row.separator}${lineEnd}${indent}`;
}

/** Behind the only item of a row: on a line of its own where that stands on one, without the blank line that parts it from others. */
function lineGap(input: Insertion, index: number): string | undefined {
  const { text, row, item } = input;
  const anchor = row.items[index];
  const after = gapAfter(input, index);
  if (!anchor) return after;
  if (after !== undefined) {
    const areLines = !item.includes("\n") && !text.slice(anchor.start, anchor.end).includes("\n");
    return areLines ? after.replace(/(\r?\n)(?:[ \t]*\r?\n)+/, "$1") : after;
  }
  const [, lineEnd, indent] = /(\r?\n)([ \t]*)$/.exec(text.slice(row.start, anchor.start)) ?? [];
  return lineEnd === undefined || row.items.length > 1 ? undefined : `${row.separator}${lineEnd}${indent}`;
}

function defaultGap({ separator, kind }: Row): string {
  if (separator !== "") return separator === "|" ? " | " : `${separator} `;
  return kind === "children" ? "" : "\n";
}

/** How many have to stand in order for it to be meant. */
const fewest = 3;

/** The item before which a new one belongs, where all stand one behind the other by the alphabet. */
function placeByAlphabet({ text, row, item, keyOf, key }: Insertion, group: readonly RowItem[]): RowItem | undefined {
  const [first, last] = [group[0], group.at(-1)];
  if (group.length < fewest || !first || !last) return undefined;
  const ofItem = (each: RowItem): string => (keyOf?.(each) ?? text.slice(each.start, each.end)).toLowerCase();
  const between = row.items.slice(row.items.indexOf(first), row.items.indexOf(last) + 1);
  const keys = between.map(ofItem);
  if (!keys.every((each, at) => at === 0 || (keys[at - 1] ?? "") <= each)) return undefined;
  const own = (key ?? item).toLowerCase();
  return between.find((_, at) => own < (keys[at] ?? ""));
}
