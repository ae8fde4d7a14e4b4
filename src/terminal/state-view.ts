/** How state in one file or in several is shown: each piece with its files, what is left and why, and the proof. */
import { nameOf } from "../core/base/paths.js";
import type { RearrangedState } from "../core/change/state/index.js";
import { whyLeft } from "../wording/state.js";
import { count, enumerate } from "../wording/words.js";
import { heading } from "./notes.js";
import { planView } from "./plan-view.js";
import type { PlanViewOptions } from "./plan-view-options.js";
import { cells, pad, wrap, type Screen } from "./screen.js";

/** The whole view, as lines without a last line end. */
export function stateView(rearranged: RearrangedState, screen: Screen, options: PlanViewOptions): string {
  const { plan, renamed } = rearranged;
  const called = renamed.map(({ file, name, as }) => `${name} of ${nameOf(file)} is ${as}`);
  // What goes into which file is told below; their lines would say it once more.
  const parties = new Set<string>(rearranged.changed.flatMap(({ from, to }) => [...from, ...to]));
  const lines = options.all ? plan.lines : plan.lines.filter(({ file }) => !parties.has(file));
  return planView({ ...plan, lines, removed: options.all ? plan.removed : [] }, screen, {
    ...options,
    lead: headline(rearranged, options.change !== undefined),
    nothing: nothingText(rearranged),
    first: [changedLines(rearranged, screen), leftLines(rearranged, screen)],
    notes: called.length > 0 ? [`Names that clash get the name of their file: ${enumerate(called)}.`] : [],
  });
}

function headline({ changed, layout, plan }: RearrangedState, done: boolean): string {
  const what = count(changed.length, "piece of state", "pieces of state");
  const parties = new Set<string>(changed.flatMap(({ from, to }) => [...from, ...to]));
  const others = plan.texts.filter(({ file }) => !parties.has(file) && !file.endsWith(".yaml")).length;
  const verb = done ? "followed" : others === 1 ? "follows" : "follow";
  const follow = others === 0 ? "" : `; ${count(others, "other file")} ${verb}`;
  const how = layout === "together" ? "in one file" : "in several files";
  return `${done ? "Put" : "Puts"} ${what} ${how}${changed.length === 1 ? "" : " each"}${follow}.`;
}

function nothingText({ layout, done, left }: RearrangedState): string {
  if (done + left.length === 0) return "No state was found here: no reducer with its actions.";
  if (done > 0 && left.length === 0)
    return `Nothing to do: ${count(done, "piece of state is", "pieces of state are")} kept ${layout} already.`;
  return "Nothing changes.";
}

function changedLines({ changed }: RearrangedState, { palette, width }: Screen): string[] {
  const column = Math.max(0, ...changed.map(({ name }) => cells(name)));
  return changed.flatMap(({ name, from, to }) => {
    const names = [...from, ...to].map(nameOf);
    // Files of one name are told apart by their folders.
    const called = new Set(names).size < new Set([...from, ...to]).size ? withFolder : nameOf;
    const text = `${enumerate(from.map(called))} → ${enumerate(to.map(called))}`;
    const [first = "", ...rest] = wrap(text, width - column - 6).split("\n");
    return [
      `  ${palette.strong(pad(name, column))}  ${first}`,
      ...rest.map((line) => `${" ".repeat(column + 6)}${palette.faint(line)}`),
    ];
  });
}

/** `src/actions/rota.ts` → `actions/rota.ts` */
function withFolder(path: string): string {
  return path.split("/").slice(-2).join("/");
}

function leftLines({ left }: RearrangedState, screen: Screen): string[] {
  if (left.length === 0) return [];
  return [
    ...heading("stays as it is", screen.width),
    ...left.map((each) => wrap(`${each.name}: ${whyLeft(each)}`, screen.width, "      ").replace(/^ {6}/, "    ")),
  ];
}
