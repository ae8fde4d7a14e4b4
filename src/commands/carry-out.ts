/** What commands that make files share: plan, prove, show, ask, carry out. */
import { openProject } from "../core/app/index.js";
import { planDraft, type Plan } from "../core/change/plan/index.js";
import type { SetUp } from "../core/change/setup/index.js";
import { carryOutPlan, noteRefusal } from "./carry-out-plan.js";
import type { Context } from "./context.js";
import { noteTried, triedJson, triedText, tryOut } from "./try-out.js";

/** Files that were drawn up, on their way to the disk. */
export interface CarryingOut {
  readonly setUp: SetUp;
  /** What was asked, as it could be typed again. */
  readonly command: string;
  readonly write: boolean;
  readonly acceptDifferent: boolean;
  /** A command of the app that is run in a throw-away checkout, before and after. */
  readonly rehearse?: string | undefined;
  /** Shows the plan, or what was done; `tried` is what a document says of how it was tried. */
  readonly show: (plan: Plan, change: string | undefined, tried: object) => void;
}

/** Plans and proves a draft, shows and asks, or writes and shows. Gives the exit code. */
export async function carryOutSetUp(
  context: Context,
  { setUp, command, write, acceptDifferent, rehearse, show: showPlan }: CarryingOut,
): Promise<number> {
  const project = await openProject(context.store);
  const plan = await planDraft(project, setUp.draft, { progress: context.progress.report });
  const tried = await tryOut({ rehearse }, context, project, plan);
  context.progress.clear();
  const show = (shown: Plan, change?: string): void => {
    showPlan(shown, change, triedJson(tried));
    if (tried && !context.json) context.say(triedText(tried, context));
  };
  const isNothing = plan.made.length + plan.texts.length === 0;
  const fails = plan.proof.outcome === "fails" && !acceptDifferent;
  const isAlike = tried?.isAlike !== false;
  if (isNothing || fails || !isAlike || !write) show(plan);
  if (isNothing) return 0;
  if (fails) {
    if (!context.json) context.say("");
    noteRefusal(context, plan, { write, acceptDifferent });
    return 1;
  }
  if (tried && !isAlike) {
    if (!context.json) context.say("");
    noteTried(context, tried, write);
    return 1;
  }
  const { tree } = project;
  // What could not be read is said; a file that is new takes nothing from anybody.
  await carryOutPlan(context, {
    plan,
    tree,
    command,
    write,
    acceptDifferent,
    acceptUnread: true,
    show: (change) => show(plan, change),
  });
  return 0;
}
