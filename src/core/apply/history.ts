/** What was changed, and how to take it back. */
import { ShelfError } from "../errors.js";
import type { Progress } from "../progress.js";
import type { FileStore } from "../tree/index.js";
import type { Caller, Change, ChangeItem } from "./change.js";
import { journalIds, readJournal, stageOf, type Journal } from "./journal.js";
import { ensureUnlocked, hasLock, withLock } from "./lock.js";
import { carryOut, ensureUnchanged, finishUnfinished } from "./transaction.js";

/** One change that was carried out. */
export interface PastChange {
  readonly id: string;
  /** When, in ISO 8601, UTC. */
  readonly at: string;
  readonly command: string;
  readonly moved: number;
  readonly edited: number;
  readonly made: number;
  /** The change that this one took back. */
  readonly undoes?: string;
  /** The change that took this one back. */
  readonly undoneBy?: string;
}

/** Changes that were carried out, newest first. */
export function listChanges(store: FileStore): PastChange[] {
  const records = doneIds(store).map((id) => readJournal(store, id).record);
  const undoneBy = new Map(records.flatMap(({ id, undoes }) => (undoes === undefined ? [] : [[undoes, id] as const])));
  const changes = records.map(({ id, at, command, undoes, items }): PastChange => {
    const by = undoneBy.get(id);
    const moved = items.filter((item) => item.from !== item.to).length;
    const edited = items.filter((item) => item.kind === "content").length;
    return {
      id,
      at,
      command,
      moved,
      edited,
      made: items.filter((item) => item.kind === "create").length,
      ...(undoes !== undefined && { undoes }),
      ...(by !== undefined && { undoneBy: by }),
    };
  });
  return changes.reverse();
}

function doneIds(store: FileStore): string[] {
  return journalIds(store).filter((id) => stageOf(store, id) === "done");
}

/** The change that `undo` would take back: the newest that was not, and is not itself an undo. Throws `NOTHING_TO_UNDO`. */
function changeToUndo(store: FileStore): PastChange {
  const change = listChanges(store).find((each) => each.undoes === undefined && each.undoneBy === undefined);
  if (!change) throw new ShelfError("NOTHING_TO_UNDO");
  return change;
}

/** The change that takes another back, byte for byte. */
function inverseOf(store: FileStore, id: string): Change {
  const journal = readJournal(store, id);
  const { record } = journal;
  return {
    command: `undo ${id}`,
    undoes: id,
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
  const after = item.kind === "link" ? Buffer.from(store.readLink(old)) : store.read(old);
  return { ...turned, kind: item.kind === "remove" ? "create" : item.kind, after, ...expected };
}

/** What `undo` would do. */
export interface UndoPlan {
  readonly undone: PastChange;
  readonly change: Change;
}

/** Looks at the newest change and what taking it back means. Throws `NOTHING_TO_UNDO`, or `CHANGED_SINCE_CHANGE` with the files. */
export function planUndo(store: FileStore): UndoPlan {
  const undone = changeToUndo(store);
  const change = inverseOf(store, undone.id);
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

/** Takes the newest change back. Throws what `planUndo` and `carryOut` throw. */
export function undo(store: FileStore, caller: Caller, progress?: Progress): { undone: PastChange; id: string } {
  const { undone, change } = planUndo(store);
  return { undone, id: carryOut(store, change, caller, progress) };
}

/**
 * Looks for what a killed run left, before anything else is done: its change is taken back (or completed, if all was
 * in place). Gives the ids. Costs one look at the disk where nothing is wrong. Throws `LOCKED` while a run is going on.
 */
export function settle(store: FileStore, caller: Caller): string[] {
  if (!hasLock(store)) return [];
  ensureUnlocked(store, caller);
  return withLock(store, caller, () => finishUnfinished(store));
}
