/** Who references whom between features: a matrix, and a wheel. */
import { count, enumerate, grouped } from "../../wording/words.js";
import type { EdgeData } from "../page-data.js";
import { choice, fill, h } from "./dom.js";
import { layered } from "./feature-order.js";
import { matrix } from "./matrix.js";
import { featureTable } from "./overview.js";
import { featureMark, fileLink, fold } from "./parts.js";
import type { ViewContext } from "./view.js";
import { wheel } from "./wheel.js";

/** More are not drawn at once: nobody could read them. */
const mostFeatures = 150;

/** Draws it. */
export function features(context: ViewContext): HTMLElement[] {
  const { model, params, keep } = context;
  const { features: all, edges, circles } = model.data;
  const head = h("h1", {}, "Features");
  if (all.length === 0) return [head, h("p", { class: "note" }, "No features were found here.")];
  const tied = tiedOf(context);
  const alone = all.flatMap(({ name }, at) => (edges.some(({ from, to }) => from === at || to === at) ? [] : [name]));
  let form = params.get("form") === "wheel" ? "wheel" : "matrix";
  let order = params.get("order") ?? "layers";
  let chosen: number | undefined = all.findIndex(({ name }) => name === params.get("feature"));
  if (chosen < 0) chosen = undefined;
  const [drawing, panel] = [h("div", { class: "drawing" }), h("aside", { class: "panel", "aria-live": "polite" })];
  let mark: (feature: number | undefined) => void = () => undefined;
  const choose = (from: number | undefined, to?: number): void => {
    chosen = from;
    mark(from);
    fill(panel, from === undefined ? [hint(form)] : panelOf(context, from, to));
    keep({
      form: form === "matrix" ? undefined : form,
      order: order === "layers" ? undefined : order,
      feature: from === undefined ? undefined : all[from]?.name,
    });
  };
  const ordering = choice(
    "Order:",
    [
      ["layers", "users before what they use"],
      ["name", "by name"],
      ["files", "by files"],
    ],
    order,
    (value) => {
      order = value;
      draw();
    },
  );
  const draw = (): void => {
    const drawn =
      form === "wheel"
        ? wheel({ model, features: tied, choose })
        : matrix({ model, order: orderedBy(context, order, tied), choose });
    mark = drawn.mark;
    ordering.hidden = form === "wheel";
    fill(drawing, [drawn.element]);
    choose(chosen);
  };
  draw();
  const forms = choice(
    "Show as:",
    [
      ["matrix", "matrix"],
      ["wheel", "wheel"],
    ],
    form,
    (value) => {
      form = value;
      draw();
    },
  );
  if (edges.length === 0) return [head, h("p", { class: "lead" }, circleText(context)), featureTable(context)];
  return [
    head,
    h("p", { class: "lead" }, circleText(context)),
    h("div", { class: "controls" }, forms, ordering),
    h("div", { class: "beside" }, drawing, panel),
    h(
      "p",
      { class: "note" },
      "References of tests, and of files whose feature is uncertain, are not counted.",
      tied.length < all.length - alone.length && ` The ${mostFeatures} with most references are shown.`,
    ),
    ...(alone.length === 0 ? [] : [h("p", { class: "note" }, aloneText(alone))]),
    ...(circles.length === 0
      ? []
      : [h("p", { class: "note" }, "What is in a circle is framed in the matrix, and red in both.")]),
  ];
}

/** The features that reference others or are referenced, those with most references where there are too many. */
function tiedOf({ model }: ViewContext): number[] {
  const weights = new Map<number, number>();
  for (const { from, to, uses } of model.data.edges)
    for (const each of [from, to]) weights.set(each, (weights.get(each) ?? 0) + uses.length);
  return [...weights]
    .sort((a, b) => b[1] - a[1] || a[0] - b[0])
    .slice(0, mostFeatures)
    .map(([feature]) => feature)
    .sort((a, b) => a - b);
}

function orderedBy({ model }: ViewContext, order: string, shown: readonly number[]): number[] {
  const { features: all, edges } = model.data;
  const byName = [...shown].sort((a, b) => (model.featureName(a) < model.featureName(b) ? -1 : 1));
  if (order === "name") return byName;
  if (order === "files") return byName.sort((a, b) => (all[b]?.files ?? 0) - (all[a]?.files ?? 0));
  return layered(byName, edges);
}

function circleText({ model }: ViewContext): string {
  const { circles, edges } = model.data;
  const uses = edges.reduce((sum, edge) => sum + edge.uses.length / 2, 0);
  const head = `${count(edges.length, "pair")} of features, ${count(uses, "use")} of a file by a file of another feature.`;
  if (edges.length === 0) return "No feature references another.";
  if (circles.length === 0) return `${head} None of them in a circle.`;
  const said = circles.slice(0, 5).map((circle) => enumerate(circle.map((each) => model.featureName(each))));
  return `${head} ${count(circles.length, "circle")}: ${said.join("; ")}${circles.length > 5 ? "; …" : ""}.`;
}

function aloneText(alone: readonly string[]): string {
  const what =
    alone.length === 1
      ? "1 feature neither references another nor is"
      : `${grouped(alone.length)} features neither reference others nor are`;
  const names = alone.length > 60 ? [...alone.slice(0, 59), `${grouped(alone.length - 59)} more`] : alone;
  return `${what} referenced: ${enumerate(names)}.`;
}

function hint(form: string): HTMLElement {
  return h(
    "p",
    { class: "note" },
    form === "wheel"
      ? "Choose a name to see whom it uses (whole lines) and who uses it (dashed). The arrow keys go around the wheel."
      : "A row uses the features of its columns; the number says how many files use one of the other's. Choose a cell to see which, or a name. The arrow keys go from cell to cell.",
  );
}

function panelOf(context: ViewContext, from: number, to: number | undefined): HTMLElement[] {
  const { model, link } = context;
  const { edges } = model.data;
  const feature = model.data.features[from];
  const name = model.featureName(from);
  const pair = to === undefined ? undefined : model.edge(from, to);
  const side = (title: string, of: readonly EdgeData[], other: (edge: EdgeData) => number): HTMLElement[] => [
    h("h3", {}, `${title} ${grouped(of.length)}`),
    ...of
      .toSorted((a, b) => b.uses.length - a.uses.length)
      .map((edge) =>
        h(
          "details",
          {},
          h(
            "summary",
            {},
            featureMark(context, other(edge)),
            ` ${grouped(edge.uses.length / 2)}`,
            model.isInCircle(edge.from, edge.to) && h("span", { class: "tag bad" }, "circle"),
          ),
          pairList(context, edge),
        ),
      ),
  ];
  return [
    ...(pair && to !== undefined
      ? [
          h("h2", {}, `${name} uses ${model.featureName(to)}`),
          ...(model.isInCircle(from, to) ? [h("p", { class: "tag bad" }, "in a circle")] : []),
          pairList(context, pair),
        ]
      : []),
    h("h2", {}, featureMark(context, from)),
    h(
      "p",
      { class: "note" },
      `${count(feature?.files ?? 0, "file")} in ${count(feature?.folders ?? 0, "folder")}. `,
      h("a", { href: link("findings", { feature: name }) }, "Its findings"),
    ),
    ...side(
      "uses",
      edges.filter((edge) => edge.from === from),
      (edge) => edge.to,
    ),
    ...side(
      "is used by",
      edges.filter((edge) => edge.to === from),
      (edge) => edge.from,
    ),
  ];
}

/** Which file uses which. */
function pairList(context: ViewContext, { uses }: EdgeData): HTMLElement {
  const list = h("ul", { class: "plain pairs" });
  const pairs = uses.flatMap((used, at) => (at % 2 === 0 ? [[used, uses[at + 1] ?? used] as const] : []));
  const more = fold(list, pairs, 20, ([user, used]) =>
    h("li", {}, fileLink(context, user), " → ", fileLink(context, used)),
  );
  return h("div", {}, list, more);
}
