/** How starters are shown that were taken from files of the app. */
import type { Plan } from "../core/change/plan/index.js";
import type { TakenStarters } from "../core/change/starters/index.js";
import { count, enumerate } from "../wording/words.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import { planView } from "./plan-view.js";
import { heading } from "./notes.js";
import { cells, pad, shorten, type Screen } from "./screen.js";

/** The whole view, as lines without a last line end. */
export function starterView(
  plan: Plan,
  screen: Screen,
  options: PlanViewOptions & { readonly taken: TakenStarters; readonly from: string },
): string {
  const { taken, change } = options;
  const { role, starters, asks, alone, notes } = taken;
  const from = options.from.slice(options.from.lastIndexOf("/") + 1);
  return planView(plan, screen, {
    ...options,
    lead: `${change === undefined ? "Makes" : "Made"} ${count(starters.length, "starter")}: a new ${role} begins with ${starters.length === 1 ? "it" : "them"} from then on. ${starters.length === 1 ? "It is a text" : "They are texts"} like any other, and may be edited.`,
    nothing: "Nothing to do.",
    notes: [
      ...(asks.length === 0
        ? []
        : [
            `${from} uses ${enumerate(asks)}, so a new file uses ${asks.length === 1 ? "one that is" : "ones that are"} called after it: add ${asks.length === 1 ? "that" : "them"} first, or take ${asks.length === 1 ? "it" : "them"} out of the ${starters.length === 1 ? "starter" : "starters"}.`,
          ]),
      ...(alone.length === 0
        ? []
        : [
            `${from} uses ${enumerate(alone)} of its own feature: a new file looks for the same in the feature in which it lies.`,
          ]),
      ...notes,
    ],
    more: [wordsSection(taken, screen)],
  });
}

/** What the words of each starter stand for in the file of which it was made. */
function wordsSection({ starters }: TakenStarters, screen: Screen): string[] {
  const some = starters.filter(({ words }) => words.length > 0);
  if (some.length === 0) return [];
  const all = some.flatMap(({ words }) => words.map(({ word }) => cells(word) + 2));
  const width = Math.min(Math.max(...all), 56);
  const { faint, place } = screen.palette;
  const lines = some.flatMap(({ path, from, words }, index) => [
    ...(index > 0 ? [""] : []),
    `    ${place(shorten(path, screen.width - 4))}  ${faint(`from ${shorten(from, Math.max(20, screen.width - cells(path) - 12))}`)}`,
    ...words.map(({ word, stands, times }) =>
      `      ${pad(`«${word}»`, width)}  ${shorten(stands, screen.width - width - 22)}${times === 1 ? "" : `  ${faint(`${times} times`)}`}`.trimEnd(),
    ),
  ]);
  return [...heading("What the words in them stand for:", screen.width), ...lines];
}
