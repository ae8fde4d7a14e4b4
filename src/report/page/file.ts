/** One file: what it is and why, where it should be, who uses it and what it uses. */
import { count, grouped } from "../../wording/words.js";
import { fill, h, searchField } from "./dom.js";
import { findingItem } from "./findings.js";
import type { Link } from "./model.js";
import { featureMark, fileLink, fold } from "./parts.js";
import type { ViewContext } from "./view.js";

/** Results of a search that are shown. */
const mostResults = 60;

/** Draws it, or the way to find one. */
export function file(context: ViewContext): HTMLElement[] {
  const { model, params, keep } = context;
  const path = params.get("path");
  const at = path === undefined ? -1 : model.data.paths.indexOf(path);
  const results = h("div", { role: "status" });
  const search = searchField("Find a file: parts of its path", params.get("words") ?? "", (words) => {
    fill(results, resultsOf(context, words));
    keep({ path, words });
  });
  fill(results, resultsOf(context, params.get("words") ?? ""));
  const found = at >= 0 && at < model.size;
  return [
    h("h1", {}, found ? h("span", { class: "path" }, model.path(at)) : "A file"),
    h("div", { class: "controls" }, search),
    results,
    ...(path !== undefined && !found ? [h("p", { class: "note" }, `${path} is no file of the app.`)] : []),
    ...(found ? pageOf(context, at) : []),
  ];
}

function resultsOf(context: ViewContext, words: string): HTMLElement[] {
  if (words === "") return [];
  const parts = words.toLowerCase().split(/\s+/);
  const { model } = context;
  const found = model.data.paths.slice(0, model.size).flatMap((path, at) => {
    const text = path.toLowerCase();
    return parts.every((part) => text.includes(part)) ? [at] : [];
  });
  const list = h("ul", { class: "plain" });
  const more = fold(list, found, mostResults, (each) => h("li", {}, fileLink(context, each)));
  return [h("p", { class: "note" }, `${count(found.length, "file")} found`), list, more];
}

function pageOf(context: ViewContext, at: number): HTMLElement[] {
  const { model, link } = context;
  const { files, unread } = model.data;
  const real = files.liesAt[at];
  const path = real ?? model.path(at);
  const broken = unread.find((each) => each.path === path);
  const shelf = files.shelf[at] ?? -1;
  const mark = [" ", "✓ ", "✗ "][files.placeMark[at] ?? 0] ?? "";
  const sure = (texts: readonly number[]): string => model.text(texts[at] ?? -1);
  const findings = model.findings(at);
  const companions = model.companions(at);
  return [
    ...(broken
      ? [
          h(
            "section",
            { class: "warning" },
            `This file could not be read whole (line ${broken.line}: ${broken.reason}). What it uses may be missing here.`,
          ),
        ]
      : []),
    h("p", { class: "lead" }, `${model.text(files.is[at] ?? -1)}.`),
    ...(real === undefined ? [] : [h("p", { class: "note" }, `It lies at ${real}; the project shows it here.`)]),
    h(
      "dl",
      { class: "facts" },
      ...judged("Role", model.role(at) || "unknown", sure(files.roleSure), files.roleWhy[at] ?? [], context),
      ...judged(
        "Feature",
        featureMark(context, model.feature(at)),
        sure(files.featureSure),
        files.featureWhy[at] ?? [],
        context,
      ),
      h("dt", {}, "Shelf"),
      h("dd", {}, shelf < 0 ? "none" : model.text(shelf)),
      h("dt", {}, "Place"),
      h("dd", {}, `${mark}${model.text(files.place[at] ?? -1)}`.trim()),
      ...(companions.length === 0
        ? []
        : [
            h("dt", {}, "Companions"),
            h(
              "dd",
              {},
              companions.map((each) => h("div", {}, fileLink(context, each))),
            ),
          ]),
    ),
    ...underOthers(context, at),
    h("h2", {}, "Findings"),
    findings.length === 0
      ? h("p", { class: "note" }, broken ? "None in what could be read." : "None.")
      : h(
          "ul",
          { class: "findings" },
          findings.map((each) => findingItem(context, each)),
        ),
    h("div", { class: "sides" }, links(context, "Used by", model.users(at)), links(context, "Uses", model.uses(at))),
    h("p", {}, h("a", { href: link("trees", { path: model.path(at) }) }, "Show it in the trees")),
  ];
}

function judged(
  title: string,
  name: string | HTMLElement,
  sure: string,
  why: readonly number[],
  { model }: ViewContext,
): HTMLElement[] {
  return [
    h("dt", {}, title),
    h(
      "dd",
      {},
      name,
      h("span", { class: "faint" }, ` (${sure})`),
      h(
        "ul",
        { class: "why" },
        why.map((text) => h("li", {}, model.text(text))),
      ),
    ),
  ];
}

/** Where it would be under each arrangement. */
function underOthers({ model, link }: ViewContext, at: number): HTMLElement[] {
  const { trees } = model.data.shapes;
  if (trees.length === 0) return [];
  return [
    h("h2", {}, "Under other arrangements"),
    h(
      "div",
      { class: "scrolls" },
      h(
        "table",
        {},
        h(
          "thead",
          {},
          h(
            "tr",
            {},
            ["Arrangement", "It would be", "Because"].map((title) => h("th", { scope: "col" }, title)),
          ),
        ),
        h(
          "tbody",
          {},
          trees.map((tree) => {
            const move = tree.moves.find((each) => each.file === at);
            const stay = tree.stays.find((each) => each.file === at);
            const where = move ? h("span", { class: "path" }, move.to) : "where it is";
            const why = model.text(move?.why ?? stay?.why ?? -1);
            const href = link("trees", { as: tree.as, path: model.path(at) });
            return h(
              "tr",
              {},
              h("th", { scope: "row" }, h("a", { href }, tree.arrangement)),
              h("td", {}, where),
              h("td", {}, why),
            );
          }),
        ),
      ),
    ),
  ];
}

function links(context: ViewContext, title: string, all: readonly Link[]): HTMLElement {
  const { model } = context;
  const list = h("ul", { class: "plain" });
  const sorted = all.toSorted((a, b) => (model.path(a.file) < model.path(b.file) ? -1 : 1));
  const more = fold(list, sorted, 25, ({ file: each, kind }) =>
    h(
      "li",
      {},
      fileLink(context, each),
      h(
        "span",
        { class: "faint" },
        ` ${[kind, each < model.size ? model.featureName(model.feature(each)) : ""].filter(Boolean).join(", ")}`,
      ),
    ),
  );
  return h(
    "section",
    {},
    h("h2", {}, title, h("span", { class: "faint" }, ` ${grouped(all.length)}`)),
    all.length === 0 ? h("p", { class: "note" }, "Nothing.") : list,
    more,
  );
}
