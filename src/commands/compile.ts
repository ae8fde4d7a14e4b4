/** `--compile`: the app's own compilers say what they make of its sheets before and after. */
import type { Project } from "../core/app/index.js";
import type { Comparison } from "../core/change/compiled/index.js";
import type { Plan } from "../core/change/plan/index.js";
import { compiledLines } from "../terminal/compiled-view.js";
import { wrap } from "../terminal/screen.js";
import { count } from "../wording/words.js";
import type { Context } from "./context.js";

/** What was compiled, for a command to show. */
export interface Compiled {
  readonly comparison: Comparison;
  /** Whether the plan may be carried out, as far as this says. */
  readonly isAlike: boolean;
}

/** Compiles before and after, if that was asked for. Loads nothing else. */
export async function compiledIf(
  isAsked: boolean,
  context: Context,
  project: Project,
  plan: Plan,
): Promise<Compiled | undefined> {
  if (!isAsked) return undefined;
  const { compareCompiled, isAsBefore } = await import("../core/change/compiled/index.js");
  const { root } = context.store;
  const comparison = await compareCompiled(project, plan, { root, progress: context.progress.report });
  context.progress.clear();
  return { comparison, isAlike: isAsBefore(comparison) };
}

/** What a view says of it, below the plan. */
export function compiledText({ comparison }: Compiled, { screen }: Context): string {
  return `\n${compiledLines(comparison, screen).join("\n")}`;
}

/** Says why nothing is written. */
export function noteOtherOutput({ note, screen }: Context, { comparison }: Compiled, isWriting: boolean): void {
  const { without } = comparison;
  const others = comparison.sheets.filter(({ state }) => state === "different" || state === "broken").length;
  const why =
    others === 0
      ? `no compiler is installed for ${count(without.length, "sheet")}.`
      : `${count(others, "sheet")} would not compile to what ${others === 1 ? "it does" : "they do"} now.`;
  const lines = [
    `Nothing was written${isWriting ? "" : ", and --write would be refused"}: ${why}`,
    others === 0
      ? "Install what the app is built with, or leave --compile out."
      : "Look at the difference, then leave --compile out if that is what you want.",
  ];
  note(lines.map((line) => wrap(line, screen.width)).join("\n"));
}
