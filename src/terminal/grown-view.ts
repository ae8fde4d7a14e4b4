/** How a feature is shown that is made like those that are there. */
import type { Grown, GrownFile, ToFill } from "../core/change/grow/index.js";
import type { Plan } from "../core/change/plan/index.js";
import { count, enumerate } from "../wording/words.js";
import { heading, noteList } from "./notes.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import { planView } from "./plan-view.js";
import type { Screen } from "./screen.js";

/** What the view needs besides. */
export interface GrownViewOptions extends PlanViewOptions {
  /** As it was typed. */
  readonly name: string;
  readonly grown: Grown;
}

/** Features that are named; the others are counted. */
const mostNamed = 6;

function named(features: readonly string[]): readonly string[] {
  const others = features.length - mostNamed;
  return others < 2 ? features : [...features.slice(0, mostNamed), count(others, "other")];
}

/** The lines that somebody has to read; `whose` says who has words of its own there. */
export function toFillSection(toFill: readonly ToFill[], whose: string, screen: Screen, all: boolean): string[] {
  if (toFill.length === 0) return [];
  return [
    ...heading(
      `${count(toFill.length, "line")} in which ${whose} has words of its own; please read what stands there now:`,
      screen.width,
    ),
    ...noteList(
      toFill.map(({ file, line, text }) => ({ file, at: { line, column: 1 }, text })),
      screen,
      all,
    ),
  ];
}

/** The first sentence of what is made like several files that go together. */
export function setLead(
  { made, lines }: Plan,
  like: string,
  { sisters, there, isDone }: NonNullable<GrownFile["set"]> & { readonly isDone: boolean },
): string {
  const name = (path: string): string => path.slice(path.lastIndexOf("/") + 1);
  const wired = new Set(lines.map(({ file }) => file)).size;
  const where =
    wired === 0
      ? ""
      : `, and ${isDone ? "mentioned" : "mentions"} ${made.length === 1 ? "it" : "them"} in ${count(wired, "other file")}`;
  const stays =
    there.length === 0
      ? ""
      : ` ${enumerate(there.map(name))} ${there.length === 1 ? "is there already, and stays as it is" : "are there already, and stay as they are"}.`;
  return `${isDone ? "Made" : "Makes"} ${count(made.length, "file")}${where}, like ${name(like)} and what goes with it, with what ${made.length === 1 ? "that has" : "those have"} in common with ${enumerate(named(sisters.map(name)))}.${stays}`;
}

/** The whole view, as lines without a last line end. */
export function grownView(plan: Plan, screen: Screen, options: GrownViewOptions): string {
  const { grown, name, change, all } = options;
  const { toFill, unmade, unread, like, sisters } = grown;
  const wired = new Set(plan.lines.map(({ file }) => file)).size;
  const verb = change === undefined ? "Adds" : "Added";
  const where =
    wired === 0 ? "" : `, and ${change === undefined ? "mentions" : "mentioned"} it in ${count(wired, "other file")}`;
  return planView(plan, screen, {
    ...options,
    lead: `${verb} the feature ${name}: ${count(plan.made.length, "file")}${where}. It is made like ${like}, with what that has in common with ${enumerate(named(sisters))}.`,
    more: [toFillSection(toFill, "each feature", screen, all)],
    notes: [
      ...unread.map(
        (file) => `${file} mentions ${like} and could not be read, so nothing is known of what ${name} needs there.`,
      ),
      ...(unmade.length === 0
        ? []
        : [
            `${enumerate(unmade)} ${unmade.length === 1 ? "has" : "have"} nothing that could be taken over; add what ${name} needs of it yourself.`,
          ]),
    ],
  });
}
