/** What commands that make files share: show, ask, carry out, say how to go back. */
import { applyCreation } from "../core/apply/index.js";
import type { Creation } from "../core/plan/index.js";
import { askYesNo } from "../terminal/ask.js";
import type { Context } from "./context.js";
import { withoutInterruption } from "./uninterrupted.js";

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
  if (!write && !context.canAsk) {
    if (!context.json) context.say("\nNothing was written. Add --write to carry it out.");
    return 0;
  }
  if (!write && !(await askYesNo("\nCarry this out?"))) {
    context.say("Nothing was written.");
    return 0;
  }
  const { store, caller } = context;
  const change = withoutInterruption(() => applyCreation({ store, creation, command, caller }));
  if (write) show(change);
  if (!context.json) context.say(`\nDone as change ${change}. \`steady-shelf undo\` takes it back.`);
  return 0;
}
