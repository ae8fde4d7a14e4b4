/** Pieces that several views draw. */
import { count } from "../../wording/words.js";
import { colourOf } from "./colours.js";
import { h } from "./dom.js";
import type { ViewContext } from "./view.js";

/** A file as a link to its page. */
export function fileLink({ model, link }: Pick<ViewContext, "model" | "link">, file: number): HTMLElement {
  const path = model.path(file);
  return file < model.size
    ? h("a", { class: "path", href: link("file", { path }) }, path)
    : h("span", { class: "path" }, path);
}

/** A feature's name behind its colour. */
export function featureMark({ model }: Pick<ViewContext, "model">, feature: number): HTMLElement {
  return h(
    "span",
    { class: "feature" },
    h("i", { class: "dot", style: `--dot: ${colourOf(model, feature)}`, "aria-hidden": "true" }),
    model.featureName(feature),
  );
}

/**
 * Fills a list with the first so many of some items; the button that is given back shows the rest, and goes where none is left.
 * All are shown when it is asked for: paper cannot be clicked.
 */
export function fold<Item>(
  list: HTMLElement,
  items: readonly Item[],
  most: number,
  draw: (item: Item) => HTMLElement,
): HTMLButtonElement {
  const [step, first] = [most * 4, list.childElementCount];
  const more = h("button", { class: "more", type: "button", onclick: () => show(shown + step) });
  let shown = 0;
  const show = (number: number): void => {
    list.append(...items.slice(shown, number).map(draw));
    shown = list.childElementCount - first;
    const rest = items.length - shown;
    more.textContent = `Show ${rest > step ? `${step} of ` : ""}${count(rest, "more", "more")}`;
    more.hidden = rest === 0;
  };
  show(most);
  list.dataset["folded"] = "";
  list.addEventListener("showall", () => show(items.length));
  return more;
}

/** Has every list in a part of the page show all that it has. */
export function showAll(part: Element): void {
  for (const list of part.querySelectorAll("[data-folded]")) list.dispatchEvent(new Event("showall"));
}
