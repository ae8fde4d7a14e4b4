/** Work in a throw-away checkout, which goes whatever comes of it, also on Ctrl-C. */
import { ShelfError } from "../core/base/errors.js";
import { makeCheckout } from "../core/files/index.js";
import type { Context } from "./context.js";

const signals = ["SIGINT", "SIGTERM", "SIGHUP"] as const;

/**
 * Makes a checkout of the project as it lies, or of a commit, works in its folder, and takes it away. Throws `STOPPED` where somebody
 * has stopped it: the work is told by the signal.
 */
export async function inCheckout<Result>(
  { store, caller, progress }: Context,
  commit: string | undefined,
  work: (folder: string, signal: AbortSignal) => Promise<Result>,
): Promise<Result> {
  const stopping = new AbortController();
  const stop = (): void => stopping.abort();
  for (const signal of signals) process.on(signal, stop);
  try {
    progress.report("Making a throw-away checkout", 0, 0);
    const checkout = await makeCheckout(store, caller, commit);
    try {
      if (stopping.signal.aborted) throw new ShelfError("STOPPED");
      return await work(checkout.root, stopping.signal);
    } finally {
      await checkout.remove();
    }
  } catch (error) {
    // What git was doing was stopped as well, and says something else.
    throw stopping.signal.aborted ? new ShelfError("STOPPED", {}, error) : error;
  } finally {
    for (const signal of signals) process.off(signal, stop);
    progress.clear();
  }
}
