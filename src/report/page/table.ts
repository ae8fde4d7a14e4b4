/** Tables that can be sorted by each of their columns. */
import { h } from "./dom.js";
import { fold } from "./parts.js";

/** One column. */
export interface Column<Row> {
  readonly title: string;
  readonly cell: (row: Row) => Node | string | number;
  /** What is sorted by; without it the column is not. */
  readonly by?: (row: Row) => number | string;
  readonly isNumber?: boolean;
}

/** A table and how it is sorted: numbers begin with the largest. */
export function sortedTable<Row>(
  caption: string,
  columns: readonly Column<Row>[],
  rows: readonly Row[],
  { most = 50, sortedBy }: { readonly most?: number; readonly sortedBy?: string } = {},
): HTMLElement {
  const box = h("div", { class: "scrolls" });
  let [title, isDown] = [sortedBy, true];
  const draw = (): void => {
    const column = columns.find((each) => each.title === title);
    const { by } = column ?? {};
    const sorted = by ? [...rows].sort((a, b) => compare(by(a), by(b)) * (isDown ? -1 : 1)) : rows;
    const body = h("tbody");
    const head = columns.map((each) => {
      const sorting = each.title === title ? (isDown ? "descending" : "ascending") : "none";
      const arrow = sorting === "none" ? "" : isDown ? " ↓" : " ↑";
      const sort = (): void => {
        isDown = each.title === title ? !isDown : each.isNumber === true;
        title = each.title;
        draw();
        box.querySelector<HTMLElement>(`[data-title="${CSS.escape(each.title)}"]`)?.focus();
      };
      return h(
        "th",
        { scope: "col", class: each.isNumber && "number", "aria-sort": each.by && sorting },
        each.by
          ? h("button", { type: "button", class: "sort", "data-title": each.title, onclick: sort }, each.title + arrow)
          : each.title,
      );
    });
    const rowOf = (row: Row): HTMLElement =>
      h(
        "tr",
        {},
        columns.map((each) => h("td", { class: each.isNumber && "number" }, each.cell(row))),
      );
    const more = fold(body, sorted, most, rowOf);
    box.replaceChildren(h("table", {}, h("caption", {}, caption), h("thead", {}, h("tr", {}, head)), body), more);
  };
  draw();
  return box;
}

function compare(a: number | string, b: number | string): number {
  return typeof a === "number" && typeof b === "number" ? a - b : String(a) < String(b) ? -1 : a === b ? 0 : 1;
}
