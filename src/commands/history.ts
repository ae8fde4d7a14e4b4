/** `steady-shelf history`. */
import { listChanges } from "../core/apply/index.js";
import { historyView } from "../terminal/history-view.js";
import { openContext, type CommonOptions } from "./context.js";
import { settleFirst } from "./settle.js";

/** Runs the command; gives the exit code. */
export async function runHistory(options: CommonOptions): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  const changes = listChanges(context.store);
  context.say(
    context.json ? JSON.stringify({ version: 1, changes }, undefined, 2) : historyView(changes, context.screen),
  );
  return 0;
}
