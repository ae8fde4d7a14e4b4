/** How screens are shown that were put into a frame. */
import type { FramedScreens, LeftScreen } from "../core/change/frames/index.js";
import type { Plan } from "../core/change/plan/index.js";
import { count, enumerate } from "../wording/words.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import { planView } from "./plan-view.js";
import type { Screen } from "./screen.js";

const why: Readonly<Record<LeftScreen["why"], string>> = {
  framed: "stands in a frame already",
  unclear: "may draw what another function gives back, so nobody sees what the frame would go around",
  registers: "lists the components that it draws in a way in which none could be added here",
  "not read": "could not be read",
  "no component": "gives no component whose tags are written in it",
  "no route": "has no route of its own, or several, and the frame only shows routes that stand below its own",
  address: "would have another address below the frame's route",
  order: "cannot go below the frame's route without passing another route that may match the same address",
  "no middle": "cannot be shown in the frame, because nothing in that shows what is put into it",
  "other language": "is in a language in which frames are not put around screens here; do it there yourself",
};

/** The whole view, as lines without a last line end. */
export function framedView(
  plan: Plan,
  screen: Screen,
  options: PlanViewOptions & { readonly framed: FramedScreens },
): string {
  const { framed, change } = options;
  const { layout, wrapped, left, taken, unfollowed, notes } = framed;
  const name = nameOf(layout);
  const done = change !== undefined;
  const isOwn = wrapped.every((each) => each.screen === each.at);
  const places = [...new Set(wrapped.map(({ at }) => at))];
  const where = isOwn ? (wrapped.length === 1 ? "in its own file" : "each in its own file") : `in ${enumerate(places)}`;
  const what =
    wrapped.length === 0
      ? "Puts no screen into a frame."
      : `${done ? "Put" : "Puts"} ${count(wrapped.length, "screen")} into ${name}, ${where}.`;
  const edge =
    taken.length === 0
      ? ""
      : ` ${enumerate(taken)}, which ${wrapped.length === 1 ? "it" : "each"} drew by itself, is the frame's.`;
  const known = new Map(
    plan.texts.map(({ file, before }) => [file, new Set(before.split("\n").map((line) => line.trim()))]),
  );
  const shown = plan.lines.filter((each) => known.get(each.file)?.has(each.text.trim()) !== true);
  const hidden = plan.lines.length - shown.length;
  return planView({ ...plan, lines: shown }, screen, {
    ...options,
    lead: what + edge,
    nothing: "Nothing to do.",
    notes: [
      ...(hidden === 0
        ? []
        : [
            `${count(hidden, "further line")} ${hidden === 1 ? "is" : "are"} the same as before but for where ${hidden === 1 ? "it stands" : "they stand"}.`,
          ]),
      ...left.map(
        (each) =>
          `${each.screen} stays as it is: it ${why[each.why]}${each.layout === undefined ? "" : ` (${nameOf(each.layout)})`}.`,
      ),
      ...(unfollowed.length === 0
        ? []
        : [
            `Nothing that could be followed leads to ${enumerate(unfollowed.map(nameOf))}, so whether ${unfollowed.length === 1 ? "it stands" : "they stand"} in a frame already is not known.`,
          ]),
      ...notes,
    ],
  });
}

function nameOf(path: string): string {
  return path.slice(path.lastIndexOf("/") + 1);
}
