/** Who references whom, as a table of features by features. Source of the keys: ARIA Authoring Practices, "Grid Pattern". */
import { count } from "../../wording/words.js";
import { h } from "./dom.js";
import type { Model } from "./model.js";

/** What a matrix is drawn with. */
export interface MatrixOptions {
  readonly model: Model;
  /** The features, in their order. */
  readonly order: readonly number[];
  /** A pair was chosen, or a feature: then `to` is left out. */
  readonly choose: (from: number, to?: number) => void;
}

/** A matrix, and the way to mark a feature in it. */
export interface Matrix {
  readonly element: HTMLElement;
  readonly mark: (feature: number | undefined) => void;
}

/** With more features cells are small, so that all can be seen at once; the numbers are told by the cells that are chosen. */
const mostRoomy = 36;

/** Draws it: a row uses what its columns are named after. */
export function matrix({ model, order, choose }: MatrixOptions): Matrix {
  const most = Math.max(1, ...model.data.edges.map(({ uses }) => Math.sqrt(uses.length)));
  const places = new Map(order.map((feature, at) => [feature, at]));
  const name = (feature: number): string => model.featureName(feature);
  const cell = (from: number, to: number): HTMLElement => {
    const edge = model.edge(from, to);
    const data = { "data-row": places.get(from), "data-column": places.get(to), tabindex: -1 };
    if (from === to) return h("td", { ...data, class: "self" }, h("span", { class: "unseen" }, "the same"));
    if (!edge) return h("td", data);
    const isCircle = model.isInCircle(from, to);
    const said = `${name(from)} references ${name(to)}: ${count(edge.uses.length / 2, "file uses another", "times a file uses another")}${isCircle ? ", in a circle" : ""}`;
    return h(
      "td",
      {
        ...data,
        class: isCircle ? "edge circle" : "edge",
        style: `--heat: ${(Math.sqrt(edge.uses.length) / most).toFixed(2)}`,
        title: said,
        "aria-label": said,
      },
      order.length > mostRoomy ? undefined : String(edge.uses.length / 2),
    );
  };
  const table = h(
    "table",
    { class: order.length > mostRoomy ? "matrix small" : "matrix", role: "grid", "aria-label": "Features by features" },
    h(
      "thead",
      {},
      h(
        "tr",
        {},
        h("td", { class: "corner" }, h("span", {}, "uses →")),
        order.map((to) => h("th", { scope: "col", "data-feature": to }, h("span", {}, name(to)))),
      ),
    ),
    h(
      "tbody",
      {},
      order.map((from) =>
        h(
          "tr",
          {},
          h("th", { scope: "row", "data-feature": from }, name(from)),
          order.map((to) => cell(from, to)),
        ),
      ),
    ),
  );
  const at = (row: number, column: number): HTMLElement | null =>
    table.querySelector<HTMLElement>(`td[data-row="${row}"][data-column="${column}"]`);
  let focus = at(0, 0);
  focus?.setAttribute("tabindex", "0");
  const go = (next: HTMLElement | null): void => {
    if (!next) return;
    focus?.setAttribute("tabindex", "-1");
    focus = next;
    focus.setAttribute("tabindex", "0");
    focus.focus();
  };
  const act = (target: HTMLElement): void => {
    const { row, column, feature } = target.dataset;
    if (feature !== undefined) return choose(Number(feature));
    const [from, to] = [order[Number(row)], order[Number(column)]];
    if (from === undefined || to === undefined) return;
    if (from === to || !model.edge(from, to)) choose(from);
    else choose(from, to);
  };
  table.addEventListener("click", (event) => {
    const target = (event.target as Element).closest<HTMLElement>("td[data-row], th[data-feature]");
    if (!target) return;
    if (target.matches("td")) go(target);
    act(target);
  });
  table.addEventListener("keydown", (event) => {
    const target = (event.target as Element).closest<HTMLElement>("td[data-row]");
    if (!target || event.ctrlKey || event.metaKey || event.altKey) return;
    const [row, column] = [Number(target.dataset["row"]), Number(target.dataset["column"])];
    const last = order.length - 1;
    const keys: Readonly<Record<string, () => void>> = {
      ArrowDown: () => go(at(row + 1, column)),
      ArrowUp: () => go(at(row - 1, column)),
      ArrowRight: () => go(at(row, column + 1)),
      ArrowLeft: () => go(at(row, column - 1)),
      Home: () => go(at(row, 0)),
      End: () => go(at(row, last)),
      PageUp: () => go(at(0, column)),
      PageDown: () => go(at(last, column)),
      Enter: () => act(target),
      " ": () => act(target),
    };
    const key = keys[event.key];
    if (!key) return;
    event.preventDefault();
    key();
  });
  return {
    element: h("div", { class: "scrolls" }, table),
    mark: (feature) => {
      for (const each of table.querySelectorAll(".marked")) each.classList.remove("marked");
      if (feature === undefined) return;
      const place = places.get(feature) ?? -1;
      const wanted = `[data-row="${place}"], [data-column="${place}"], [data-feature="${feature}"]`;
      for (const each of table.querySelectorAll(wanted)) each.classList.add("marked");
    },
  };
}
