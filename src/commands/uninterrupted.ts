/** Work that a signal must not cut in two. */

const signals = ["SIGINT", "SIGTERM", "SIGHUP"] as const;

/** Ctrl-C waits while files change hands: the change is done whole, and can be undone. */
export function withoutInterruption<Result>(work: () => Result): Result {
  const wait = (): void => undefined;
  for (const signal of signals) process.on(signal, wait);
  try {
    return work();
  } finally {
    for (const signal of signals) process.off(signal, wait);
  }
}

/**
 * The same for work with processes of its own. Ctrl-C reaches them too: git then ends without a commit, which is told as what it
 * is, and the index is put back; this process does not end before that is done.
 */
export async function withoutStopping<Result>(work: () => Promise<Result>): Promise<Result> {
  const wait = (): void => undefined;
  for (const signal of signals) process.on(signal, wait);
  try {
    return await work();
  } finally {
    for (const signal of signals) process.off(signal, wait);
  }
}
