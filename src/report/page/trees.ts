/** The tree as it is beside the tree as an arrangement would have it. */
import { count, grouped } from "../../wording/words.js";
import type { MoveData, TreeData } from "../page-data.js";
import { colourOf } from "./colours.js";
import { choice, fill, h, searchField, tick } from "./dom.js";
import { fileLink } from "./parts.js";
import { TreeList } from "./tree-list.js";
import { treeOf, type TreeNode } from "./tree-nodes.js";
import type { ViewContext } from "./view.js";

/** Draws it. */
export function trees(context: ViewContext): HTMLElement[] {
  const { model, params, keep } = context;
  const { shapes } = model.data;
  const [best] = shapes.trees;
  if (!best)
    return [
      h("h1", {}, "Trees"),
      h(
        "p",
        { class: "note" },
        "No other arrangement fits this stack, so there is nothing to walk through beside today's tree.",
      ),
      new TreeList(
        treeOf(model.placesIn(undefined), model.placesIn(undefined).keys(), () => false),
        {
          label: "Today",
          beside: (node) => besideOf(context, node, { moving: new Map(), verb: "", isThen: false }),
          choose: () => undefined,
        },
      ).element,
    ];
  let chosen = model.tree(params.get("as")) ?? model.tree(shapes.recommended ?? undefined) ?? best;
  let [words, isOnlyMoving] = [params.get("words") ?? "", params.get("only") === "moving"];
  let chosenFile = fileAt(context, params.get("path"));
  const summary = h("div", { class: "summary" });
  const detail = h("p", { class: "detail", "aria-live": "polite" });
  const then = h("h2", {});
  const moving = new Map<number, MoveData>();
  let [before, after]: [string[], string[]] = [model.placesIn(undefined), []];
  const side = (label: string, verb: string, isThen: boolean): TreeList =>
    new TreeList(emptyTree, {
      label,
      beside: (node) => besideOf(context, node, { moving, verb, isThen }),
      choose: ({ file }, list) => choose(file, list),
    });
  const [left, right] = [side("Today", "to move", false), side("As it would be", "moved", true)];
  const choose = (file: number | undefined, clicked?: TreeList): void => {
    chosenFile = file;
    // The side that was clicked stays as it is scrolled.
    left.reveal(before[file ?? -1], clicked !== left);
    right.reveal(after[file ?? -1], clicked !== right);
    fill(
      detail,
      file === undefined
        ? ["Choose a file in one of the trees to see it in the other."]
        : detailOf(context, chosen, file),
    );
    keepAll();
  };
  const keepAll = (): void =>
    keep({
      as: chosen.as,
      words,
      only: isOnlyMoving ? "moving" : undefined,
      path: chosenFile === undefined ? undefined : model.path(chosenFile),
    });
  const draw = (): void => {
    moving.clear();
    for (const move of chosen.moves) moving.set(move.file, move);
    [before, after] = [model.placesIn(undefined), model.placesIn(chosen)];
    const wanted = [...before.keys()].filter(
      (file) =>
        (!isOnlyMoving || moving.has(file)) &&
        (words === "" || includes(before[file], words) || includes(after[file], words)),
    );
    const isFiltered = isOnlyMoving || words !== "";
    left.show(
      treeOf(before, wanted, (file) => moving.has(file)),
      isFiltered,
    );
    right.show(
      treeOf(after, wanted, (file) => moving.has(file)),
      isFiltered,
    );
    then.textContent = chosen.arrangement;
    fill(summary, summaryOf(context, chosen));
    choose(chosenFile);
  };
  const controls = h(
    "div",
    { class: "controls" },
    choice(
      "Beside today:",
      shapes.trees.map(({ as, arrangement, moves }) => [as, `${arrangement} (${grouped(moves.length)} would move)`]),
      chosen.as,
      (as) => {
        chosen = model.tree(as) ?? best;
        draw();
      },
    ),
    searchField("Files by path", words, (value) => {
      words = value;
      draw();
    }),
    tick("Only what moves", isOnlyMoving, (isOn) => {
      isOnlyMoving = isOn;
      draw();
    }),
    h("button", { type: "button", onclick: () => [left, right].forEach((tree) => tree.openAll()) }, "Open all"),
    h("button", { type: "button", onclick: () => [left, right].forEach((tree) => tree.closeAll()) }, "Close all"),
  );
  draw();
  return [
    h("h1", {}, "Trees"),
    controls,
    summary,
    detail,
    h(
      "div",
      { class: "sides" },
      h("section", {}, h("h2", {}, "Today"), left.element),
      h("section", {}, then, right.element),
    ),
  ];
}

const emptyTree: TreeNode = { name: "", path: "", file: -1, children: [], files: 0, marked: 0 };

function includes(path: string | undefined, words: string): boolean {
  return path?.toLowerCase().includes(words.toLowerCase()) === true;
}

function fileAt({ model }: ViewContext, path: string | undefined): number | undefined {
  const file = path === undefined ? -1 : model.data.paths.indexOf(path);
  return file >= 0 && file < model.size ? file : undefined;
}

/** Which files move, and how that is said of them. */
interface Moving {
  readonly moving: ReadonlyMap<number, MoveData>;
  readonly verb: string;
  /** Whether what moves counts for the feature to which it goes. */
  readonly isThen: boolean;
}

/** What stands behind a name: of a folder how many files, of a file its role and feature, and whether it moves. */
function besideOf(
  { model }: ViewContext,
  { file, files, marked }: TreeNode,
  { moving, verb, isThen }: Moving,
): HTMLElement[] {
  if (file < 0) {
    const moves = marked === 0 ? "" : `, ${marked === files ? "all" : grouped(marked)} ${verb}`;
    return [h("span", { class: "faint" }, `${count(files, "file")}${moves}`)];
  }
  const move = moving.get(file);
  const name = move && isThen ? model.text(move.feature) : model.featureName(model.feature(file));
  return [
    ...(moving.has(file) ? [h("span", { class: "tag moved" }, verb)] : []),
    h("i", { class: "dot", style: `--dot: ${colourOf(model, model.featureNamed(name))}`, "aria-hidden": "true" }),
    h("span", { class: "faint" }, [model.role(file), name].filter(Boolean).join(", ")),
  ];
}

function summaryOf({ model }: ViewContext, tree: TreeData): HTMLElement[] {
  const { moves, stays, questions, arrangement, as } = tree;
  const groups = model.data.saysGroups ? " --groups" : "";
  const what =
    moves.length === 0
      ? `Nothing would move: the app is as ${arrangement} has it.`
      : `Under ${arrangement}, ${count(moves.length, "file")} would move. This was tried in memory and not proved;`;
  const how = ["steady-shelf arrange", groups, ` --as ${as}`].join("");
  return [
    h(
      "p",
      {},
      what,
      ...(moves.length === 0 ? [] : [" ", h("code", {}, how), " plans and proves it, and shows it first."]),
      questions > 0 &&
        ` ${count(questions, "file")} of which nobody can be sure ${questions === 1 ? "is shown where it most likely belongs" : "are shown where they most likely belong"}; it asks about ${questions === 1 ? "it" : "them"}.`,
    ),
    ...(stays.length === 0
      ? []
      : [
          h(
            "details",
            {},
            h(
              "summary",
              {},
              `${count(stays.length, "file")} would stay, for want of a shelf or because something holds ${stays.length === 1 ? "it" : "them"}`,
            ),
            h(
              "ul",
              { class: "plain" },
              stays
                .slice(0, 200)
                .map(({ file, why }) =>
                  h("li", {}, h("span", { class: "path" }, model.path(file)), ` ${model.text(why)}`),
                ),
              stays.length > 200 && h("li", {}, `… and ${grouped(stays.length - 200)} more`),
            ),
          ),
        ]),
  ];
}

function detailOf(context: ViewContext, tree: TreeData, file: number): (Node | string)[] {
  const { model } = context;
  const move = tree.moves.find((each) => each.file === file);
  const stay = tree.stays.find((each) => each.file === file);
  const link = fileLink(context, file);
  if (move) return [link, " → ", h("span", { class: "path" }, move.to), `: ${model.text(move.why)}`];
  return [link, stay ? ` stays: ${model.text(stay.why)}` : " stays where it is"];
}
