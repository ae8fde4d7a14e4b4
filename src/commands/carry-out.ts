/** What commands that make files share: show, ask, carry out, say how to go back. */
import type { Creation } from "../core/change/creation/index.js";
import { askYesNo } from "../terminal/ask.js";
import type { Context } from "./context.js";
import { ensureOwnState } from "./settle.js";
import { withoutInterruption } from "./uninterrupted.js";

/** Whether what was shown may be written: by `--write`, or because the person says so. Says it if nothing is written. */
export async function mayWrite(context: Context, write: boolean, question: string): Promise<boolean> {
  if (write) return true;
  if (!context.canAsk) {
    if (!context.json) context.say("\nNothing was written. Add --write to carry it out.");
    return false;
  }
  const answer = await askYesNo(`\n${question}`);
  if (!answer) context.say("Nothing was written.");
  return answer;
}

/** One creation on its way to the disk. */
export interface CarryingOut {
  readonly creation: Creation;
  /** What was asked, as it could be typed again. */
  readonly command: string;
  readonly write: boolean;
  /** Shows the plan, or what was done. */
  readonly show: (change?: string) => void;
}

/** Shows and asks, or writes and shows. Gives the exit code. */
export async function carryOutOrShow(
  context: Context,
  { creation, command, write, show }: CarryingOut,
): Promise<number> {
  const isNothing = creation.made.length + creation.edited.length === 0;
  if (isNothing || !write) show();
  if (isNothing) return 0;
  if (!(await mayWrite(context, write, "Carry this out?"))) return 0;
  await ensureOwnState(context);
  const { applyCreation } = await import("../core/apply/index.js");
  const { store, caller } = context;
  const change = withoutInterruption(() => applyCreation({ store, creation, command, caller }));
  if (write) show(change);
  if (!context.json) context.say(`\nDone as change ${change}. \`steady-shelf undo\` takes it back.`);
  return 0;
}
