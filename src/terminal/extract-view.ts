/** How an extraction is shown: what goes where, then each file that changes, and the proof. */
import type { ExtractDraft } from "../core/change/extract/index.js";
import type { Plan } from "../core/change/plan/index.js";
import { count, enumerate } from "../wording/words.js";
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

function headline({ texts, edits }: Plan, { names, target, isNew, draft }: ExtractDraft, done: boolean): string {
  const what =
    names.length === 0 ? "the lines" : names.length > 4 ? count(names.length, "name") : enumerate([...names]);
  const [from] = draft.edits;
  const others = new Set([...texts.map(({ file }) => file), ...edits.map(({ file }) => file)]);
  if (from) others.delete(from.file);
  others.delete(target);
  const importers = others.size === 0 ? "" : ` Changes ${count(others.size, "file")} besides.`;
  return `${done ? "Took" : "Takes"} ${what} out into ${isNew ? "the new file " : ""}${target}.${importers.replace("Changes", done ? "Changed" : "Changes")}`;
}

function notesOf({ kept, circle, target }: ExtractDraft): string[] {
  return [
    ...(kept.length > 0
      ? [`The file goes on exporting ${enumerate([...kept])}, because somewhere it is taken as a whole or by a call.`]
      : []),
    ...(circle
      ? [`From then on it and ${target} import each other. Take out what both need as well, if that matters.`]
      : []),
  ];
}
