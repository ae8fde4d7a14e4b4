/** How joining is shown: which files become one, then each file that changes, and the proof. */
import { nameOf } from "../core/base/paths.js";
import type { JoinDraft } from "../core/change/join/index.js";
import type { Plan } from "../core/change/plan/index.js";
import { count, enumerate } from "../wording/words.js";
import { planView } from "./plan-view.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import type { Screen } from "./screen.js";

/** The whole view, as lines without a last line end. */
export function joinView(plan: Plan, joined: JoinDraft, screen: Screen, options: PlanViewOptions): string {
  return planView(plan, screen, {
    ...options,
    lead: headline(plan, joined, options.change !== undefined),
    notes: notesOf(joined),
  });
}

function headline({ texts }: Plan, { files, target, isNew }: JoinDraft, done: boolean): string {
  const sources = files.filter((file) => file !== target);
  const what = sources.length > 4 ? count(sources.length, "file") : enumerate([...sources]);
  const others = texts.filter(({ file }) => file !== target).length;
  const verb = done ? "followed" : others === 1 ? "follows" : "follow";
  const follow = others === 0 ? "" : `; ${count(others, "other file")} ${verb}`;
  return `${done ? "Joined" : "Joins"} ${what} into ${isNew ? "the new file " : ""}${target}${follow}.`;
}

function notesOf({ renamed, circle, target }: JoinDraft): string[] {
  const called = renamed.map(
    ({ file, name, as }) => `${name === "default" ? "the default" : name} of ${nameOf(file)} is ${as}`,
  );
  return [
    ...(called.length > 0 ? [`In ${nameOf(target)} ${enumerate(called)}.`] : []),
    ...(circle.length > 0
      ? [
          `${enumerate(circle.map(nameOf))} import each other, so no order of their statements is right for certain. Look whether something is used above the line that declares it.`,
        ]
      : []),
  ];
}
