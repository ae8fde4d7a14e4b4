/** Work that a signal must not cut in two. */

/** Ctrl-C waits while files change hands: the change is done whole, and can be undone. */
export function withoutInterruption<Result>(work: () => Result): Result {
  const wait = (): void => undefined;
  const signals = ["SIGINT", "SIGTERM", "SIGHUP"] as const;
  for (const signal of signals) process.on(signal, wait);
  try {
    return work();
  } finally {
    for (const signal of signals) process.off(signal, wait);
  }
}
