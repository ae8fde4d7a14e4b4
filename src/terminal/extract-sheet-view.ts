/** How rules that are taken out of a style sheet are shown: what goes where, then each file that changes, and the proof. */
import type { SheetDraft } from "../core/change/sheets/index.js";
import type { Plan } from "../core/change/plan/index.js";
import { count, enumerate } from "../wording/words.js";
import { planView } from "./plan-view.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import type { Screen } from "./screen.js";

/** The whole view, as lines without a last line end. */
export function extractSheetView(plan: Plan, taken: SheetDraft, screen: Screen, options: PlanViewOptions): string {
  return planView(plan, screen, {
    ...options,
    lead: headline(taken, options.change !== undefined),
    notes: notesOf(taken),
  });
}

function headline({ names, from, lines, target, isNew }: SheetDraft, done: boolean): string {
  const what =
    names.length > 3 ? count(names.length, "selector or name", "selectors and names") : enumerate([...names]);
  const runs = enumerate(lines.map(([first, last]) => (first === last ? String(first) : `${first}-${last}`)));
  const isOne = lines.length === 1 && lines[0]?.[0] === lines[0]?.[1];
  return `${done ? "Took" : "Takes"} ${what} (${isOne ? "line" : "lines"} ${runs}) out of ${from} into ${isNew ? "the new sheet " : ""}${target}.`;
}

function notesOf({ stays, held, from, target, takesIn }: SheetDraft): string[] {
  return [
    ...held.map(
      ({ name, line, by }) =>
        `${from} keeps ${name} of line ${line}: the rule around it cannot be taken apart, because of line ${by}.`,
    ),
    ...(takesIn.length === 0 ? [`${from} takes ${target} in already.`] : []),
    ...(stays.length === 0 ? [] : [`${from} keeps what has to stand first: ${enumerate([...stays])}`]),
  ];
}
