/** How it is shown that features become one, or one becomes two. */
import { nameOf } from "../core/base/paths.js";
import type { Regrouped } from "../core/change/grow/index.js";
import type { Plan } from "../core/change/plan/index.js";
import { count, enumerate } from "../wording/words.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import { planView } from "./plan-view.js";
import type { Screen } from "./screen.js";

/** Names that are told one by one; the others are counted. */
const mostNamed = 4;

/** The whole view, as lines without a last line end. */
export function regroupedView(
  plan: Plan,
  { features, target, renamed }: Regrouped,
  screen: Screen,
  options: PlanViewOptions & { readonly how: "join" | "split" },
): string {
  const isDone = options.change !== undefined;
  const files = count(plan.moves.length, "file");
  const from = enumerate(features);
  const lead =
    options.how === "join"
      ? `${isDone ? "Joined" : "Joins"} ${from} into the feature ${target}: ${files}.`
      : `${isDone ? "Split" : "Splits"} the feature ${target} off ${from}: ${files}.`;
  const named = renamed.slice(0, mostNamed).map(({ from: old, to }) => `${nameOf(old)} → ${nameOf(to)}`);
  const others = renamed.length - named.length;
  return planView(plan, screen, {
    ...options,
    lead,
    nothing: "Nothing changes: all of it is there already.",
    notes:
      renamed.length === 0
        ? []
        : [
            `${count(renamed.length, "file gets", "files get")} the feature's name in front, because there is another of that name: ${enumerate(others > 0 ? [...named, count(others, "other")] : named)}.`,
          ],
  });
}
