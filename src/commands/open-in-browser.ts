/** Opens a file in the browser of whoever sits there. */
import { setTimeout as wait } from "node:timers/promises";
import open from "open";

/** What opens a file says that it cannot within this time, in milliseconds; a browser that was found may go on for hours. */
const patience = 1500;

/** Opens it; gives why it could not, as far as that is known. */
export async function openInBrowser(path: string): Promise<string | undefined> {
  try {
    const started = await open(path);
    const ended = new Promise<string | undefined>((resolve) => {
      if (started.exitCode !== null) resolve(whyEnded(started.exitCode));
      started.once("exit", (code) => resolve(whyEnded(code)));
    });
    const isOver = new AbortController();
    const reason = await Promise.race([
      ended,
      wait(patience, undefined, { signal: isOver.signal }).catch(() => undefined),
    ]);
    isOver.abort();
    return reason;
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

function whyEnded(code: number | null): string | undefined {
  return code === 0 || code === null ? undefined : `what opens files ended with code ${code}`;
}
