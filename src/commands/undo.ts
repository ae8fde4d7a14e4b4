/** `steady-shelf undo`. */
import { carryOutUndo, planUndo } from "../core/apply/index.js";
import { openDiskStore } from "../core/files/index.js";
import { undoView } from "../terminal/history-view.js";
import { mayWrite } from "./may-write.js";
import { openContext, type CommonOptions } from "./context.js";
import { settleFirst } from "./settle.js";
import { noteTried, rehearseChange, triedJson, triedText } from "./try-out.js";
import { withoutInterruption } from "./uninterrupted.js";

/** What was typed. */
export interface UndoOptions extends CommonOptions {
  readonly write: boolean;
  readonly all: boolean;
  /** A command of the app that is run in a throw-away checkout, before and after. */
  readonly rehearse?: string | undefined;
}

/** Runs the command; gives the exit code. */
export async function runUndo({ write, all, rehearse, ...common }: UndoOptions): Promise<number> {
  const context = openContext(common);
  await settleFirst(context);
  const plan = await planUndo(context.store);
  const tried = await rehearseChange({ rehearse }, context, (folder) => {
    carryOutUndo(openDiskStore(folder), plan, context.caller);
  });
  const show = (change?: string): void => {
    if (!context.json) {
      context.say(undoView(plan, context.screen, { all, done: change !== undefined }));
      if (tried && change === undefined) context.say(triedText(tried, context));
      return;
    }
    const moves = plan.change.items
      .filter((item) => item.from !== item.to)
      .map(({ from, to }) => ({ from, to, why: "undo" }));
    const removed = plan.change.items.filter((item) => item.kind === "remove").map((item) => item.to);
    const restored = plan.change.items
      .filter((item) => item.kind !== "move" && item.kind !== "remove")
      .map((item) => item.to);
    context.say(
      JSON.stringify(
        {
          version: 1,
          undone: plan.undone,
          moves,
          restored,
          removed,
          written: change !== undefined,
          ...(change !== undefined && { change }),
          ...triedJson(tried),
        },
        undefined,
        2,
      ),
    );
  };
  const isAlike = tried?.isAlike !== false;
  if (!write || !isAlike) show();
  if (tried && !isAlike) {
    noteTried(context, tried, write);
    return 1;
  }
  if (!(await mayWrite(context, write, "Undo it?"))) return 0;
  const id = withoutInterruption(() => carryOutUndo(context.store, plan, context.caller, context.progress.report));
  context.progress.clear();
  if (write) show(id);
  if (!context.json) context.say("\nDone: every byte is as it was before that change.");
  return 0;
}
