/** How an extraction is shown: what goes where, then each file that changes, and the proof. */
import type { ExtractDraft } from "../core/change/extract/index.js";
import type { Plan } from "../core/change/plan/index.js";
import { count, enumerate } from "../wording/words.js";
import { carriedNotes } from "./carried-note.js";
import { planView } from "./plan-view.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import type { Screen } from "./screen.js";

/** The whole view, as lines without a last line end. */
export function extractView(plan: Plan, extracted: ExtractDraft, screen: Screen, options: PlanViewOptions): string {
  return planView(plan, screen, {
    ...options,
    lead: headline(plan, extracted, options.change !== undefined),
    notes: notesOf(extracted),
  });
}

function headline({ texts }: Plan, { names, from, lines, target, isNew }: ExtractDraft, done: boolean): string {
  const what =
    names.length === 0 ? "the lines" : names.length > 4 ? count(names.length, "name") : enumerate([...names]);
  const others = texts.filter(({ file }) => file !== from && file !== target).length;
  const follow = others === 0 ? "" : `; ${count(others, "other file")} ${others === 1 ? "follows" : "follow"}`;
  const runs = enumerate(lines.map(([first, last]) => (first === last ? String(first) : `${first}-${last}`)));
  const isOne = lines.length === 1 && lines[0]?.[0] === lines[0]?.[1];
  return `${done ? "Took" : "Takes"} ${what} (${isOne ? "line" : "lines"} ${runs}) out of ${from} into ${isNew ? "the new file " : ""}${target}${done ? follow.replace(/follows?$/, "followed") : follow}.`;
}

function notesOf({ kept, circle, from, target, role, carried }: ExtractDraft): string[] {
  return [
    ...carriedNotes(carried),
    ...(role === undefined
      ? []
      : [`Its role is ${role}, so it goes to the shelf of that role; --to names another place.`]),
    ...(kept.length > 0
      ? [`${from} goes on exporting ${enumerate([...kept])}, because somewhere it is taken as a whole or by a call.`]
      : []),
    ...(circle
      ? [`From then on ${from} and ${target} import each other. If that matters, take out what both need as well.`]
      : []),
  ];
}
