/** How the list of a project is shown that is arranged without moving a file: its groups now and then, side by side, and the proof. */
import type { ShownList } from "../core/change/arrange/shown-list.js";
import { count } from "../wording/words.js";
import { planView } from "./plan-view.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import { wrap, type Screen } from "./screen.js";
import { drawTrees } from "./tree-view.js";

/** The whole view, as lines without a last line end. `waiting`: files of which nobody knows where they belong. */
export function shownListView(
  { plan, regrouped, ordered }: ShownList,
  { waiting }: { readonly waiting: number },
  screen: Screen,
  options: PlanViewOptions,
): string {
  const trees =
    regrouped.length === 0 ? [] : drawTrees({ moves: regrouped, staysIn: () => undefined }, screen, options.all);
  const names = [...new Set(ordered.map(({ group }) => group))];
  return planView(plan, screen, {
    ...options,
    lead: headline({ regrouped, ordered }, options.change !== undefined),
    nothing: "Nothing changes: the groups are as they should be.",
    first: [trees, regrouped.length === 0 ? orderLines(ordered, screen, options.all) : []],
    mostEdits: 3,
    notes: [
      ...(plan.lines.length === 0 && plan.texts.length > 0
        ? [`In ${plan.texts.map(({ file }) => file).join(", ")}, lines change their places; none is another.`]
        : []),
      ...(regrouped.length > 0 && names.length > 0
        ? [
            `The items of ${count(names.length, "group")} come into order, too: ${names.slice(0, 6).join(", ")}${names.length > 6 ? ", …" : ""}.`,
          ]
        : []),
      ...(waiting > 0
        ? [
            `${count(waiting, "file")} ${waiting === 1 ? "stays" : "stay"} in ${waiting === 1 ? "its group" : "their groups"}: where ${waiting === 1 ? "it belongs" : "they belong"} is uncertain. \`steady-shelf arrange\` asks, and --likeliest takes the likeliest answers.`,
          ]
        : []),
    ],
  });
}

/** Groups shown before they are folded. */
const mostGroups = 8;

/** Each group with what it lists then, in order. */
function orderLines(ordered: ShownList["ordered"], screen: Screen, all: boolean): string[] {
  const shown = all ? ordered : ordered.slice(0, mostGroups);
  const lines = shown.flatMap(({ group, items }) => [
    `  ${screen.palette.place(group)}`,
    ...wrap(items.join(", "), screen.width, "    ")
      .replace(/^(?! )/, "    ")
      .split("\n"),
  ]);
  const left = ordered.length - shown.length;
  return left === 0
    ? lines
    : [...lines, `  … and ${count(left, "other group")} (--all shows ${left === 1 ? "it" : "them"})`];
}

/** `Moves the entries of 14 files to other groups; no file moves.` */
function headline({ regrouped, ordered }: Pick<ShownList, "regrouped" | "ordered">, done: boolean): string {
  if (regrouped.length === 0)
    return ordered.length === 0
      ? "Nothing changes: the groups are as they should be."
      : `${done ? "Put" : "Puts"} the items of ${count(ordered.length, "group")} in order: ${ordered
          .slice(0, 6)
          .map(({ group }) => group)
          .join(", ")}${ordered.length > 6 ? ", …" : ""}.`;
  return `${done ? "Moved" : "Moves"} the entries of ${count(regrouped.length, "file")} to ${regrouped.length === 1 ? "another group" : "other groups"}; no file ${done ? "moved" : "moves"}.`;
}
