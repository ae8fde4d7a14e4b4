/** Takes items out of rows, with what parts them from the others. */
import type { Row, RowItem } from "../../languages/index.js";
import type { TextEdit } from "../../base/text/index.js";

/** The edits that take some items of a row out. What stands between those that stay is what stood there before. */
export function takenOut(text: string, row: Row, gone: ReadonlySet<RowItem>): TextEdit[] {
  const { items } = row;
  if (items.every((item) => gone.has(item)))
    return row.kind === "blocks" || items.length === 0 ? [] : [cut(row.start === 0 ? 0 : row.start, row.end)];
  const edits: TextEdit[] = [];
  for (const [index, item] of items.entries()) {
    if (!gone.has(item)) continue;
    const [before, next] = [items[index - 1], items[index + 1]];
    const isFirst = !items.slice(0, index).some((each) => !gone.has(each));
    if (isFirst && next) edits.push(cut(item.start, next.start));
    else if (before) edits.push(spanOf(text, { before, item, next: next && !gone.has(next) ? next : undefined, row }));
  }
  return edits;
}

function cut(start: number, end: number): TextEdit {
  return { start, end, text: "" };
}

interface Standing {
  readonly before: RowItem;
  readonly item: RowItem;
  readonly next: RowItem | undefined;
  readonly row: Row;
}

/** An item behind another: with the gap before it, or with that behind it, whichever parts less. */
function spanOf(text: string, { before, item, next, row }: Standing): TextEdit {
  const lead = text.slice(before.end, item.start);
  // What is said of the item before, at the end of its line, stays with it.
  const said = /^[ \t]*[,;]?[ \t]*(?:\/\/[^\n]*|\/\*(?:(?!\*\/)[^\n])*\*\/[ \t]*(?=\r?\n))/.exec(lead);
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
