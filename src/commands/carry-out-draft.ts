/** What `rename`, `extract`, `join` and `split` share: show the plan of a draft, ask or advise, carry it out. */
import { folderOf } from "../core/base/paths.js";
import type { Plan } from "../core/change/plan/index.js";
import type { Project } from "../core/app/index.js";
import type { PlanViewOptions } from "../terminal/plan-view-options.js";
import { carryOutPlan, commitSteps, noteRefusal } from "./carry-out-plan.js";
import { noteTried, triedJson, triedText, tryOut, type Tried, type TryOptions } from "./try-out.js";
import type { CommonOptions, Context } from "./context.js";
import { typedWords } from "./typed-words.js";

/** Options of both. */
export interface DraftOptions extends CommonOptions, TryOptions {
  readonly write: boolean;
  readonly all: boolean;
  readonly acceptDifferent: boolean;
  readonly acceptUnread: boolean;
  readonly commit?: string | undefined;
}

/** A plan that was made of a draft, and how it is shown. */
export interface DraftedPlan {
  readonly plan: Plan;
  readonly project: Project;
  /** What was typed, without the options that both have. */
  readonly words: readonly string[];
  /** The first line of a commit's message. */
  readonly title: string;
  readonly json: (change: string | undefined) => object;
  readonly view: (options: PlanViewOptions) => string;
}

/** Shows it, and carries it out if that is wanted; gives the exit code. */
export async function carryOutDraft(context: Context, options: DraftOptions, drafted: DraftedPlan): Promise<number> {
  const { plan, project, words, title } = drafted;
  const { tree } = project;
  const tried = await tryOut(options, context, project, plan);
  context.progress.clear();
  const { acceptDifferent, acceptUnread } = options;
  const holds =
    (plan.proof.different.length === 0 || acceptDifferent) && (plan.proof.gaps.length === 0 || acceptUnread);
  const isEmpty = plan.moves.length + plan.texts.length + plan.made.length + plan.removed.length === 0;
  const isAlike = tried?.isAlike !== false;
  const write = holds && isAlike && !isEmpty && (options.write || context.canAsk);
  const show = (change?: string): void => {
    say(context, { ...drafted, tried }, options.all, change);
  };
  if (!write || !options.write) show();
  // Where nothing can be written, what is open is all the same.
  if (isEmpty) return options.write && !holds ? 1 : 0;
  if (tried && !isAlike && holds) {
    if (!context.json) context.say("");
    noteTried(context, tried, options.write);
    return 1;
  }
  if (!write) return adviseOrRefuse(context, plan, options, holds);
  const steps = commitSteps(options.commit);
  await carryOutPlan(context, {
    plan,
    tree,
    command: typedWords([
      ...words,
      ...(acceptDifferent ? ["--accept-different"] : []),
      ...(acceptUnread ? ["--accept-unread"] : []),
    ]),
    write: options.write,
    acceptDifferent,
    acceptUnread,
    commit: steps && { steps, title },
    show,
  });
  return 0;
}

function say(
  context: Context,
  { plan, project: { tree }, json, view, tried }: DraftedPlan & { readonly tried: Tried | undefined },
  all: boolean,
  change: string | undefined,
): void {
  if (context.json) return context.say(JSON.stringify({ ...json(change), ...triedJson(tried) }, undefined, 2));
  const moving = new Set<string>(plan.moves.map((move) => move.from));
  const staying = new Map<string, number>();
  for (const path of tree.paths)
    if (!moving.has(path)) staying.set(folderOf(path), (staying.get(folderOf(path)) ?? 0) + 1);
  context.say(view({ all, staysIn: (folder) => staying.get(folder), ...(change !== undefined && { change }) }));
  if (tried) context.say(triedText(tried, context));
}

function adviseOrRefuse(context: Context, plan: Plan, options: DraftOptions, holds: boolean): number {
  if (holds) {
    if (!options.json) context.say("\nNothing was written. Add --write to carry it out.");
    return 0;
  }
  if (!options.json) context.say("");
  noteRefusal(context, plan, options);
  return 1;
}
