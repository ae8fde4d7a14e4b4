/** How a feature is shown that is taken away, or that stays because it is still used. */
import type { Removed } from "../core/change/grow/index.js";
import type { Plan } from "../core/change/plan/index.js";
import { count, enumerate } from "../wording/words.js";
import { heading, noteList } from "./notes.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import { planView } from "./plan-view.js";
import { wrap, type Screen } from "./screen.js";

/** The plan, as lines without a last line end. */
export function removedView(plan: Plan, removed: Removed, screen: Screen, options: PlanViewOptions): string {
  const { feature, mentions, orphans } = removed;
  const { change, all } = options;
  const verb = change === undefined ? "Removes" : "Removed";
  const files = plan.texts.length;
  const where =
    files === 0 ? "" : `, and ${change === undefined ? "takes" : "took"} it out of ${count(files, "other file")}`;
  return planView(plan, screen, {
    ...options,
    lead: `${verb} the feature ${feature}: ${count(plan.removed.length, "file")}${where}.`,
    more: [
      mentions.length === 0
        ? []
        : [
            ...heading(
              `${count(mentions.length, "line")} elsewhere ${mentions.length === 1 ? "has" : "have"} its name, and no other feature is listed there in the same way; please check:`,
              screen.width,
            ),
            ...noteList(mentions, screen, all),
          ],
    ],
    notes:
      orphans.length === 0
        ? []
        : [
            `Nothing uses ${enumerate(orphans)} any more. ${orphans.length === 1 ? "It stays" : "They stay"}; delete what you do not need.`,
          ],
  });
}

/** What still uses it. */
export function stillUsedView({ feature, users }: Removed, screen: Screen, all: boolean): string {
  const places = count(users.length, "place");
  return [
    wrap(`The feature ${feature} is still used in ${places}, so it stays:`, screen.width),
    "",
    ...noteList(users, screen, all),
    "",
    wrap("Nothing was written. Change what uses it, then run this again.", screen.width),
  ].join("\n");
}
