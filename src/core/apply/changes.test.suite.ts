/** What the tests of changes share: who runs them, what a store holds, and how something ended. */
import type { MemoryStore } from "../files/index.js";
import type { Caller } from "./index.js";

/** A run of process 7, always at the same moment; every other process is gone. */
export const caller: Caller = {
  pid: 7,
  host: "here",
  now: () => new Date("2026-11-23T10:02:11Z"),
  isAlive: () => false,
  startOf: () => undefined,
};

/** What the store holds, without our own folder. */
export function contents(store: MemoryStore): Record<string, string> {
  return Object.fromEntries(Object.entries(store.snapshot()).filter(([path]) => !path.startsWith(".steady-shelf")));
}

/** `fine`, or what was thrown. */
export function attempt(work: () => unknown): string {
  try {
    work();
    return "fine";
  } catch (error) {
    return String(error);
  }
}
