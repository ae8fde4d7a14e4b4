/** What every command does first: look for a change that a killed run left. */
import { ShelfError } from "../core/base/errors.js";
import type { ProjectPath } from "../core/base/paths.js";
import type { Context } from "./context.js";

/**
 * Undoes an unfinished change (or completes it) and says so. Loads nothing where there is none. A state that may have come
 * with the repository does nothing; whatever wants to write is refused then.
 */
export async function settleFirst(context: Context): Promise<void> {
  const { store, caller } = context;
  if (![".steady-shelf/changes", ".steady-shelf/lock"].some((path) => store.stat(path as ProjectPath))) return;
  const { settle, settleCommit } = await import("../core/apply/index.js");
  const settled = await settle(store, caller).catch((error: unknown) => {
    if (!(error instanceof ShelfError) || error.code !== "STATE_UNTRUSTED") throw error;
    context.note(error.message);
    return [];
  });
  for (const { id, kept } of settled) {
    context.note(`An earlier change (${id}) was interrupted. It was put in order first; every file is whole.`);
    for (const { path, at } of kept)
      context.note(`  ${path} had been written meanwhile, and stays; as it was before, it is in ${at}.`);
  }
  const halfCommitted = await settleCommit(store, caller).catch((error: unknown) => {
    if (!(error instanceof ShelfError) || error.code !== "STATE_UNTRUSTED") throw error;
    return undefined;
  });
  if (halfCommitted !== undefined)
    context.note(
      `A commit in two steps was interrupted. Its first commit ("${halfCommitted}") was taken back; the files stay changed.\nCommit them by hand, or undo the change with \`steady-shelf undo\`.`,
    );
}

/** Throws `STATE_UNTRUSTED` before anything is written where our own folder may have come with the repository. */
export async function ensureOwnState({ store }: Context): Promise<void> {
  if (!store.stat(".steady-shelf" as ProjectPath)) return;
  const { ensureHomeOurs } = await import("../core/apply/index.js");
  await ensureHomeOurs(store);
}
