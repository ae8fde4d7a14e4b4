/** Takes items out of rows, with what parts them from the others. */
import type { Row, RowItem } from "../../languages/index.js";
import type { TextEdit } from "../../base/text/index.js";

/** The edits that take some items of a row out. What stands between those that stay is what stood there before. */
export function takenOut(text: string, row: Row, gone: ReadonlySet<RowItem>): TextEdit[] {
  const { items } = row;
  if (items.every((item) => gone.has(item)))
    return row.kind === "blocks" || items.length === 0 ? [] : [cut(row.start === 0 ? 0 : row.start, row.end)];
  const edits: TextEdit[] = [];
  for (let index = 0; index < items.length; index += 1) {
    const [first, before] = [items[index], items[index - 1]];
    if (!first || !gone.has(first)) continue;
    // What goes side by side goes at once.
    while (index + 1 < items.length && gone.has(items[index + 1] as RowItem)) index += 1;
    const [last, next] = [items[index] ?? first, items[index + 1]];
    const item = { start: first.start, end: last.end };
    if (before) edits.push(spanOf(text, { before, item, next, row }));
    else if (next) edits.push(cut(item.start, next.start));
  }
  return edits;
}

function cut(start: number, end: number): TextEdit {
  return { start, end, text: "" };
}

interface Standing {
  readonly before: RowItem;
  readonly item: Pick<RowItem, "start" | "end">;
  readonly next: RowItem | undefined;
  readonly row: Row;
}

/** An item behind another: with the gap before it, or with that behind it, whichever parts less. */
function spanOf(text: string, { before, item, next, row }: Standing): TextEdit {
  const lead = text.slice(before.end, item.start);
  // What is said of the item before, at the end of its line, stays with it.
  const said = /^[ \t]*[,;]?[ \t]*(?:\/\/[^\r\n]*|\/\*(?:(?!\*\/)[^\n])*\*\/[ \t]*(?=\r?\n))/.exec(lead);
  if (said) {
    const isEnded = said[0].trimStart().startsWith(row.separator) && row.separator !== "";
    const behind = isEnded ? (/^[ \t]*[,;|]/.exec(text.slice(item.end))?.[0].length ?? 0) : 0;
    return cut(before.end + said[0].length, item.end + behind);
  }
  const breaks = (gap: string): number => gap.split("\n").length;
  const tail = next && text.slice(item.end, next.start);
  if (tail !== undefined && breaks(lead) > breaks(tail) && !/\/\/|\/\*|<!--/.test(lead + tail))
    return cut(item.start, next?.start ?? item.end);
  return cut(before.end, item.end);
}
