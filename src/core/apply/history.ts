/** What was changed, and how to take it back. */
import { reasonOf, ShelfError } from "../base/errors.js";
import { rootPath } from "../base/paths.js";
import type { Progress } from "../base/progress.js";
import type { FileStore } from "../files/index.js";
import type { Caller, Change, ChangeItem } from "./change.js";
import { ensureHomeOurs } from "./home.js";
import { openIds, readJournal, type Journal } from "./journal.js";
import { canBeUndone, changesKept, doneJournals, journalFolder, surplus } from "./keep.js";
import { ensureUnlocked, hasLock, withLock } from "./lock.js";
import { fingerprint } from "./take-back.js";
import { carryOut, ensureUnchanged, ensureWays, finishUnfinished, type SettledChange } from "./transaction.js";

/** One change that was carried out. */
export interface PastChange {
  readonly id: string;
  /** When, in ISO 8601, UTC. */
  readonly at: string;
  readonly command: string;
  readonly moved: number;
  readonly edited: number;
  readonly made: number;
  readonly removed: number;
  /** What its journal takes on the disk, in bytes. */
  readonly size: number;
  /** The change that this one took back. */
  readonly undoes?: string;
  /** The change that took this one back. */
  readonly undoneBy?: string;
}

/** All changes that are on record. */
export interface History {
  /** Newest first. */
  readonly changes: readonly PastChange[];
  /** Records that cannot be read, by the folders in which they lie, and why. */
  readonly unreadable: readonly { readonly path: string; readonly reason: string }[];
}

/** Changes that were carried out. Throws `STATE_UNTRUSTED`. */
export async function readHistory(store: FileStore): Promise<History> {
  await ensureHomeOurs(store);
  const { journals, unreadable } = doneJournals(store);
  return {
    changes: pastChanges(journals),
    unreadable: unreadable.map(({ id, reason }) => ({ path: journalFolder(id), reason: reasonOf(reason) })),
  };
}

function pastChanges(journals: readonly Journal[]): PastChange[] {
  const undoneBy = new Map(
    journals.flatMap(({ record: { id, undoes } }) => (undoes === undefined ? [] : [[undoes, id] as const])),
  );
  return journals.map((journal) => pastChange(journal, undoneBy.get(journal.record.id))).reverse();
}

function pastChange(journal: Journal, undoneBy?: string): PastChange {
  const { id, at, command, undoes, items } = journal.record;
  return {
    id,
    at,
    command,
    moved: items.filter((item) => item.from !== item.to).length,
    edited: items.filter((item) => item.kind === "content").length,
    made: items.filter((item) => item.kind === "create").length,
    removed: items.filter((item) => item.kind === "remove").length,
    size: journal.size(),
    ...(undoes !== undefined && { undoes }),
    ...(undoneBy !== undefined && { undoneBy }),
  };
}

/** The newest change that was not undone and is not itself an undo. Throws `NOTHING_TO_UNDO`. */
function journalToUndo(store: FileStore): { journal: Journal; undone: PastChange } {
  const { journals } = doneJournals(store);
  const journal = journals.filter((each) => canBeUndone(each, journals)).at(-1);
  if (!journal) throw new ShelfError("NOTHING_TO_UNDO");
  return { journal, undone: pastChange(journal) };
}

/** The change that takes another back, byte for byte. */
function inverseOf(journal: Journal): Change {
  const { store, record } = journal;
  return {
    command: `undo ${record.id}`,
    undoes: record.id,
    // What was made and is gone already needs no removing.
    items: record.items.flatMap((item, n) =>
      item.kind === "create" && !store.stat(item.to) ? [] : [inverseItem(journal, n)],
    ),
    foldersMade: [...record.foldersEmptied].reverse(),
    foldersEmptied: [...record.foldersMade].reverse().map(({ path }) => path),
  };
}

function inverseItem(journal: Journal, n: number): ChangeItem {
  const { store, record } = journal;
  const item = record.items[n];
  if (!item) throw new ShelfError("JOURNAL_DAMAGED", { path: journal.folder, reason: `item ${n} is missing` });
  const turned = { from: item.to, to: item.from, kind: item.kind };
  if (item.kind === "move") return turned;
  const expected = item.hash !== undefined && { expected: { hash: item.hash } };
  if (item.kind === "create") return { ...turned, kind: "remove", ...expected };
  const old = journal.oldPlace(n);
  const now = fingerprint(store, old);
  if (now === undefined || (item.was !== undefined && now !== item.was))
    throw new ShelfError("JOURNAL_DAMAGED", { path: old, reason: "the original that it keeps is not what it was" });
  const after = item.kind === "link" ? store.readLink(old) : store.read(old);
  if (item.kind === "remove") return { ...turned, kind: "create", after, mode: item.mode };
  return { ...turned, kind: item.kind, after, ...expected };
}

/** What `undo` would do. */
export interface UndoPlan {
  readonly undone: PastChange;
  readonly change: Change;
}

/**
 * Looks at the newest change and what taking it back means. Throws `STATE_UNTRUSTED`, `NOTHING_TO_UNDO`, `THROUGH_LINK`, or
 * `CHANGED_SINCE_CHANGE` with the files.
 */
export async function planUndo(store: FileStore): Promise<UndoPlan> {
  await ensureHomeOurs(store);
  const { journal, undone } = journalToUndo(store);
  const change = inverseOf(journal);
  ensureWays(store, change);
  ensureUnchanged(store, change);
  ensureFree(store, change);
  return { undone, change };
}

/** Something new may stand where a file has to go back to; it is not overwritten. */
function ensureFree(store: FileStore, change: Change): void {
  const leaving = new Map(change.items.map((item) => [item.from, item.to]));
  for (const { from, to } of change.items) {
    const there = from === to || leaving.has(to) ? undefined : store.stat(to);
    const isItself = there !== undefined && there.identity === store.stat(from)?.identity;
    if (there && !isItself) throw new ShelfError("TARGET_EXISTS", { path: to, other: from });
  }
}

/** Takes a change back that was looked at. Throws what `carryOut` throws. */
export function carryOutUndo(store: FileStore, { change }: UndoPlan, caller: Caller, progress?: Progress): string {
  return carryOut(store, change, caller, progress);
}

/** Takes the newest change back. Throws what `planUndo` and `carryOut` throw. */
export async function undo(
  store: FileStore,
  caller: Caller,
  progress?: Progress,
): Promise<{ undone: PastChange; id: string }> {
  const plan = await planUndo(store);
  return { undone: plan.undone, id: carryOutUndo(store, plan, caller, progress) };
}

/**
 * Looks for what a killed run left, before anything else is done: its change is taken back (or completed, if all was
 * in place), whether its lock is still there or not. Costs a look into one folder where nothing is wrong. Throws `LOCKED` and its
 * kin while a run is going on, and `STATE_UNTRUSTED` where the change may not be one of ours.
 */
export async function settle(store: FileStore, caller: Caller): Promise<SettledChange[]> {
  if (openIds(store).length === 0 && !hasLock(store)) return [];
  ensureUnlocked(store, caller);
  await ensureHomeOurs(store);
  return withLock(store, caller, () => finishUnfinished(store));
}

/** What deleting older records would free. */
export interface PrunePlan {
  readonly changes: readonly PastChange[];
  /** Of those, how many could still be undone. */
  readonly undoable: number;
}

/** The records that go if only so many changes are to stay undoable. Throws `STATE_UNTRUSTED`. */
export async function planPrune(store: FileStore, keep: number): Promise<PrunePlan> {
  await ensureHomeOurs(store);
  const { journals } = doneJournals(store);
  const gone = new Set(surplus(journals, Math.min(keep, changesKept), 0).map(({ record }) => record.id));
  return {
    changes: pastChanges(journals).filter(({ id }) => gone.has(id)),
    undoable: journals.filter((each) => gone.has(each.record.id) && canBeUndone(each, journals)).length,
  };
}

/** Deletes the records of a plan. Throws `LOCKED` and its kin. */
export function prune(store: FileStore, { changes }: PrunePlan, caller: Caller): void {
  store.ensureWritable(rootPath);
  withLock(store, caller, () => {
    for (const { id } of changes) readJournal(store, id).remove();
  });
}
