/** How splitting is shown: what goes into which file, then each file that changes, and the proof. */
import { nameOf } from "../core/base/paths.js";
import type { Plan } from "../core/change/plan/index.js";
import type { SplitDraft } from "../core/change/split/index.js";
import { count, enumerate } from "../wording/words.js";
import { carriedNotes } from "./carried-note.js";
import { planView } from "./plan-view.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import { pathLines, type Screen } from "./screen.js";

/** The whole view, as lines without a last line end. */
export function splitView(plan: Plan, split: SplitDraft, screen: Screen, options: PlanViewOptions): string {
  const names = new Map(split.files.map((file) => [file.path, file.names]));
  // What goes into a file is said beside it.
  const made = plan.made.map((each) => ({ ...each, why: namesText(names.get(each.path) ?? []) || each.why }));
  return planView({ ...plan, made }, screen, {
    ...options,
    lead: headline(plan, split, options.change !== undefined),
    first: restLines(split, screen),
    notes: notesOf(split),
  });
}

function namesText(names: readonly string[]): string {
  return names.length > 6
    ? `${names.slice(0, 5).join(", ")} and ${count(names.length - 5, "more name")}`
    : names.join(", ");
}

function headline({ texts }: Plan, { path, files, by, rest }: SplitDraft, done: boolean): string {
  const parts = files.length + (rest === undefined ? 0 : 1);
  const others = texts.filter(({ file }) => file !== path).length;
  const verb = done ? "followed" : others === 1 ? "follows" : "follow";
  const follow = others === 0 ? "" : `; ${count(others, "other file")} ${verb}`;
  return `${done ? "Split" : "Splits"} ${path} into ${count(parts, "file")} by ${by}${follow}.`;
}

function restLines({ path, rest }: SplitDraft, screen: Screen): string[][] {
  if (rest === undefined || rest.length === 0) return [];
  return [
    pathLines(`= ${path}`, `keeps ${namesText(rest)}`, {
      width: screen.width,
      margin: 2,
      column: path.length + 4,
      paintPath: (text) => text,
      paintWords: screen.palette.faint,
    }),
  ];
}

function notesOf({ path, kept, circles, carried }: SplitDraft): string[] {
  return [
    ...carriedNotes(carried),
    ...(kept.length > 0
      ? [`${path} goes on exporting ${enumerate([...kept])}, because somewhere it is taken as a whole or by a call.`]
      : []),
    ...circles.map(
      ([one, other]) =>
        `From then on ${nameOf(one)} and ${nameOf(other)} import each other. If that matters, keep them in one file.`,
    ),
  ];
}
