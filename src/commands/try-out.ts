/** `--compile` and `--rehearse`: what the app's own compilers and its own command make of a plan, before anything is written. */
import type { Project } from "../core/app/index.js";
import type { Comparison } from "../core/change/compiled/index.js";
import type { Plan } from "../core/change/plan/index.js";
import { compiledLines } from "../terminal/compiled-view.js";
import { rehearsalLines } from "../terminal/rehearsal-view.js";
import { wrap } from "../terminal/screen.js";
import { count } from "../wording/words.js";
import type { Context } from "./context.js";
import type { Rehearsal } from "./rehearse.js";

/** What a plan is tried with. */
export interface TryOptions {
  /** Compile style sheets before and after. */
  readonly compile?: boolean | undefined;
  /** A command of the app that is run in a throw-away checkout, before and after. */
  readonly rehearse?: string | undefined;
}

/** What came of it, for a command to show. */
export interface Tried {
  readonly compiled: Comparison | undefined;
  readonly rehearsal: Rehearsal | undefined;
  /** Whether the plan may be carried out, as far as this says. */
  readonly isAlike: boolean;
}

/** Tries a plan out, if that was asked for and it does something. Loads nothing else. */
export async function tryOut(
  { compile = false, rehearse }: TryOptions,
  context: Context,
  project: Pick<Project, "tree" | "aliases" | "configurations">,
  plan: Plan,
): Promise<Tried | undefined> {
  const isNothing = plan.moves.length + plan.texts.length + plan.made.length + plan.removed.length === 0;
  if (!compile && (rehearse === undefined || isNothing)) return undefined;
  const compiled = compile ? await compiledBy(context, project, plan) : undefined;
  const { carryOutIn, rehearsed } = await import("./rehearse.js");
  const rehearsal =
    rehearse === undefined || isNothing
      ? undefined
      : await rehearsed(context, {
          command: rehearse,
          change: (folder) => carryOutIn(folder, plan, context.caller),
        });
  context.progress.clear();
  const isAlike = (compiled?.isAlike ?? true) && (rehearsal?.isAlike ?? true);
  return { compiled: compiled?.comparison, rehearsal, isAlike };
}

/** Tries a change out that is no plan, where that was asked for. */
export async function rehearseChange(
  { rehearse }: Pick<TryOptions, "rehearse">,
  context: Context,
  change: (folder: string) => Promise<void> | void,
): Promise<Tried | undefined> {
  if (rehearse === undefined) return undefined;
  const { rehearsed } = await import("./rehearse.js");
  const rehearsal = await rehearsed(context, { command: rehearse, change });
  context.progress.clear();
  return { compiled: undefined, rehearsal, isAlike: rehearsal.isAlike };
}

async function compiledBy(context: Context, project: Project, plan: Plan) {
  const { compareCompiled, isAsBefore } = await import("../core/change/compiled/index.js");
  const { root } = context.store;
  const comparison = await compareCompiled(project, plan, { root, progress: context.progress.report });
  return { comparison, isAlike: isAsBefore(comparison) };
}

/** What a view says of it, below the plan. */
export function triedText({ compiled, rehearsal }: Tried, { screen }: Context): string {
  const lines = [
    ...(compiled ? compiledLines(compiled, screen) : []),
    ...(compiled && rehearsal ? [""] : []),
    ...(rehearsal ? rehearsalLines(rehearsal, screen) : []),
  ];
  return `\n${lines.join("\n")}`;
}

/** The same in a document. */
export function triedJson(tried: Tried | undefined): object {
  return {
    ...(tried?.compiled && { compiled: tried.compiled }),
    ...(tried?.rehearsal && { rehearsal: tried.rehearsal }),
  };
}

/** Says why nothing is written. */
export function noteTried({ note, screen }: Context, tried: Tried, isWriting: boolean): void {
  const [why, next] = whyNot(tried);
  const lines = [`Nothing was written${isWriting ? "" : ", and --write would be refused"}: ${why}`, next];
  note(lines.map((line) => wrap(line, screen.width)).join("\n"));
}

function whyNot({ compiled, rehearsal }: Tried): [why: string, next: string] {
  if (rehearsal && !rehearsal.isAlike)
    return rehearsal.before.code === 0
      ? [
          "the command fails with the change.",
          "Look at its last lines, then change the plan, or leave --rehearse out if that is what you want.",
        ]
      : [
          "the command fails already without the change, so it says nothing of it.",
          "Put that right, name another command, or leave --rehearse out.",
        ];
  const without = compiled?.without ?? [];
  const others = compiled?.sheets.filter(({ state }) => state === "different" || state === "broken").length ?? 0;
  return others === 0
    ? [
        `no compiler is installed for ${count(without.length, "sheet")}.`,
        "Install what the app is built with, or leave --compile out.",
      ]
    : [
        `${count(others, "sheet")} would not compile to what ${others === 1 ? "it does" : "they do"} now.`,
        "Look at the difference, then leave --compile out if that is what you want.",
      ];
}
