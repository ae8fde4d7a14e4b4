/** What every command does first: look for a change that a killed run left. */
import type { ProjectPath } from "../core/paths.js";
import type { Context } from "./context.js";

/** Takes an unfinished change back (or completes it) and says so. Loads nothing where there is none. */
export async function settleFirst(context: Context): Promise<void> {
  if (!context.store.stat(".steady-shelf/lock" as ProjectPath)) return;
  const { settle } = await import("../core/apply/index.js");
  for (const id of settle(context.store, context.caller))
    context.note(`An earlier change (${id}) was interrupted. It was put in order first: every file is whole.`);
}
