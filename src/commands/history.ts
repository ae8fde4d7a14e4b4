/** `steady-shelf history` and `steady-shelf history --prune`. */
import { planPrune, prune, readHistory } from "../core/apply/index.js";
import { historyView, prunedText, pruneView } from "../terminal/history-view.js";
import { mayWrite } from "./may-write.js";
import { openContext, type CommonOptions } from "./context.js";
import { settleFirst } from "./settle.js";
import { withoutInterruption } from "./uninterrupted.js";

/** What was typed. */
export interface HistoryOptions extends CommonOptions {
  readonly prune: boolean;
  /** How many changes are to stay undoable. */
  readonly keep: number;
  readonly write: boolean;
}

/** Runs the command; gives the exit code. */
export async function runHistory({ prune: prunes, keep, write, ...options }: HistoryOptions): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  const { store, screen, json, caller } = context;
  if (!prunes) {
    const history = await readHistory(store);
    context.say(json ? JSON.stringify({ version: 1, ...history }, undefined, 2) : historyView(history, screen));
    return 0;
  }
  const plan = await planPrune(store, keep);
  if (json) context.say(JSON.stringify({ version: 1, deleted: plan.changes, written: write }, undefined, 2));
  else if (!write || plan.changes.length === 0) context.say(pruneView(plan, keep, screen));
  if (plan.changes.length === 0 || !(await mayWrite(context, write, "Delete them?"))) return 0;
  withoutInterruption(() => prune(store, plan, caller));
  if (!json) context.say(prunedText(plan));
  return 0;
}
