/**
 * One run at a time may change a project.
 *
 * The lock is a file that is made whole under another name and then given its own, which only one run can do. A lock whose
 * run is gone is taken over by way of a claim: each run that wants it makes a claim of its own first and then looks for others',
 * so that of two runs at least one sees the other and stands back. Who has no rival looks at the lock once more: if it is still
 * the dead one, the claim becomes the lock in one step, and is read again to be sure.
 *
 * A number alone does not tell a process: numbers are given again. So the lock says when its process began, too.
 */
import { reasonOf, ShelfError } from "../base/errors.js";
import { inFolder, type ProjectPath } from "../base/paths.js";
import type { FileReader, FileStore } from "../files/index.js";
import type { Caller } from "./change.js";
import { home, lockPath, makeHome } from "./home.js";

interface Holder {
  readonly pid: number;
  readonly host: string;
  readonly at: string;
  readonly started?: string | undefined;
}

/** Claims lie beside the lock: `lock.claim-4711-…`. */
const claimPrefix = "lock.claim-";

/** Throws `LOCKED` while a run is going on, `LOCK_FOREIGN` for one on another machine, `LOCK_UNREADABLE` where nobody knows. */
export function ensureUnlocked(store: FileReader, caller: Caller): void {
  const held = readHolder(store, lockPath);
  if (held === undefined) return;
  if (held === "unknown")
    throw new ShelfError("LOCK_UNREADABLE", { path: lockPath, reason: "it does not say whose it is" });
  const reason = `process ${held.pid} on ${held.host}, since ${held.at}`;
  if (held.host !== caller.host) throw new ShelfError("LOCK_FOREIGN", { path: lockPath, reason });
  if (isGoingOn(held, caller)) throw new ShelfError("LOCKED", { path: lockPath, reason });
}

/** Whether a lock is there: a run is going on, or ended without giving it back and may have left a change unfinished. */
export function hasLock(store: FileReader): boolean {
  return store.stat(lockPath) !== undefined;
}

/** Runs something while holding the lock. A lock whose process is gone is taken over. Throws `UNWRITABLE` too. */
export function withLock<Result>(store: FileStore, caller: Caller, work: () => Result): Result {
  ensureUnlocked(store, caller);
  const mine = takeLock(store, caller);
  try {
    return work();
  } finally {
    giveBack(store, mine);
  }
}

function takeLock(store: FileStore, caller: Caller): Buffer {
  const holder: Holder = {
    pid: caller.pid,
    host: caller.host,
    at: caller.now().toISOString(),
    ...started(caller),
  };
  const mine = Buffer.from(`${JSON.stringify(holder)}\n`);
  try {
    makeHome(store);
    const claim = makeClaim(store, caller, mine);
    try {
      settleClaim(store, caller, claim);
    } finally {
      if (store.stat(claim)) store.remove(claim);
    }
    if (store.read(lockPath).equals(mine)) return mine;
  } catch (error) {
    if (error instanceof ShelfError) throw error;
    // Another run was quicker by a moment.
    ensureUnlocked(store, caller);
    throw new ShelfError("UNWRITABLE", { path: lockPath, reason: reasonOf(error) }, error);
  }
  ensureUnlocked(store, caller);
  throw new ShelfError("LOCKED", { path: lockPath, reason: "another run was quicker by a moment" });
}

function started({ pid, startOf }: Caller): Pick<Holder, "started"> {
  const start = startOf(pid);
  return start === undefined ? {} : { started: start };
}

/** A file of our own with the lock's text. Claims of processes that are gone are removed. */
function makeClaim(store: FileStore, caller: Caller, mine: Buffer): ProjectPath {
  for (let number = 1; ; number += 1) {
    const claim = inFolder(home, `${claimPrefix}${caller.pid}-${number}`);
    if (store.stat(claim)) continue;
    store.create(claim, mine, 0o644);
    return claim;
  }
}

/** Makes the claim the lock, or throws. */
function settleClaim(store: FileStore, caller: Caller, claim: ProjectPath): void {
  if (!store.stat(lockPath)) return store.place(claim, lockPath);
  for (const name of store.entries(home)) {
    const other = inFolder(home, name);
    if (!name.startsWith(claimPrefix) || other === claim) continue;
    const holder = readHolder(store, other);
    if (holder === undefined) continue;
    if (holder !== "unknown" && holder.host === caller.host && !isGoingOn(holder, caller)) store.remove(other);
    else throw new ShelfError("LOCKED", { path: other, reason: "another run takes the lock over at this moment" });
  }
  // Nobody else can take it over now. Is it still that of the run which is gone?
  ensureUnlocked(store, caller);
  if (store.stat(lockPath)) store.rename(claim, lockPath);
  else store.place(claim, lockPath);
}

/** Only what is still ours. */
function giveBack(store: FileStore, mine: Buffer): void {
  try {
    if (store.read(lockPath).equals(mine)) store.remove(lockPath);
  } catch {
    // The work itself is done; the next run sees that this process is gone and takes the lock over.
  }
}

/** Whether a process that said so of itself still runs: the same one, not another of its number. */
export function isGoingOn(
  { pid, started: since }: { readonly pid: number; readonly started?: string | undefined },
  caller: Caller,
): boolean {
  if (!caller.isAlive(pid)) return false;
  const start = since === undefined ? undefined : caller.startOf(pid);
  return start === undefined || start === since;
}

function readHolder(store: FileReader, path: ProjectPath): Holder | "unknown" | undefined {
  if (!store.stat(path)) return undefined;
  try {
    const holder = JSON.parse(store.read(path).toString()) as Partial<Holder> | null;
    const { pid, host, at, started: since } = holder ?? {};
    if (typeof pid !== "number" || typeof host !== "string" || typeof at !== "string") return "unknown";
    return { pid, host, at, started: typeof since === "string" ? since : undefined };
  } catch {
    // Gone meanwhile, or a run of an older version was killed, or is just now, writing it.
    return store.stat(path) ? "unknown" : undefined;
  }
}
