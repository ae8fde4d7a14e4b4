/** One run at a time may change a project. */
import { reasonOf, ShelfError } from "../errors.js";
import type { ProjectPath } from "../paths.js";
import type { FileStore } from "../tree/index.js";
import type { Caller } from "./change.js";
import { lockPath, makeHome } from "./journal.js";

interface Holder {
  readonly pid: number;
  readonly host: string;
  readonly at: string;
}

/** Who holds the lock, if a run that is still going does. Throws `LOCKED` or `LOCK_FOREIGN` for one that is not this one. */
export function ensureUnlocked(store: FileStore, caller: Caller): void {
  const holder = readHolder(store);
  if (!holder) return;
  const reason = `process ${holder.pid} on ${holder.host}, since ${holder.at}`;
  if (holder.host !== caller.host) throw new ShelfError("LOCK_FOREIGN", { path: lockPath, reason });
  if (caller.isAlive(holder.pid)) throw new ShelfError("LOCKED", { path: lockPath, reason });
}

/** Whether a lock is there: a run is going on, or ended without giving it back and may have left a change unfinished. */
export function hasLock(store: FileStore): boolean {
  return store.stat(lockPath) !== undefined;
}

/** Runs something while holding the lock. A lock whose process is gone is taken over. Throws `UNWRITABLE` too. */
export function withLock<Result>(store: FileStore, caller: Caller, work: () => Result): Result {
  ensureUnlocked(store, caller);
  takeLock(store, caller);
  let unfinished = false;
  try {
    return work();
  } catch (error) {
    unfinished = error instanceof ShelfError && error.code === "UNFINISHED";
    throw error;
  } finally {
    // An unfinished change keeps the lock's file, so that the next run looks for its journal.
    if (!unfinished) giveBack(store);
  }
}

function takeLock(store: FileStore, caller: Caller): void {
  const holder: Holder = { pid: caller.pid, host: caller.host, at: caller.now().toISOString() };
  try {
    makeHome(store);
    const bytes = Buffer.from(`${JSON.stringify(holder)}\n`);
    if (store.stat(lockPath)) replaceLock(store, bytes);
    else store.create(lockPath, bytes, 0o644);
  } catch (error) {
    // Another run was quicker by a moment.
    ensureUnlocked(store, caller);
    throw new ShelfError("UNWRITABLE", { path: lockPath, reason: reasonOf(error) }, error);
  }
}

/** In one step: were the old lock gone for a moment and this run killed in it, nobody would look for an unfinished change. */
function replaceLock(store: FileStore, bytes: Buffer): void {
  const next = `${lockPath}.next` as ProjectPath;
  if (store.stat(next)) store.remove(next);
  store.create(next, bytes, 0o644);
  store.rename(next, lockPath);
}

function giveBack(store: FileStore): void {
  try {
    store.remove(lockPath);
  } catch {
    // The work itself is done; the next run sees that this process is gone and takes the lock over.
  }
}

function readHolder(store: FileStore): Holder | undefined {
  if (!store.stat(lockPath)) return undefined;
  try {
    return JSON.parse(store.read(lockPath).toString()) as Holder;
  } catch {
    // Killed while writing it: nobody holds it.
    return undefined;
  }
}
