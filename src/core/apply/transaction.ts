/**
 * Carries a change out whole, or not at all.
 *
 * Stages (the journal's `progress` names the last one begun; each line is synced first):
 *
 *   (none)    new contents and copies of files edited in place are written into the journal
 *   moving    every file that moves or is removed leaves for `old/<n>`; emptied folders go, new folders are made
 *   placing   `old/<n>` (moved as it was) or `new/<n>` (new content, new file) is renamed into its place
 *   placed    all is in place: from here a change is only ever completed
 *   done      the journal stays, with the originals, for undo
 *
 * Back: during `moving`, item n left its place if `old/<n>` is there. During `placing`, it is in its new place if
 * `old/<n>` (moved) or `new/<n>` (new content) is *gone*. So taking back needs no more knowledge than the disk has,
 * and may itself be interrupted and begun again.
 *
 * All moves pass through the journal's folder, so swaps, cycles, case-only renames, and a file that takes a
 * folder's name need no special case.
 */
import { ShelfError, reasonOf } from "../errors.js";
import { folderOf, foldersAbove, rootPath, type ProjectPath } from "../paths.js";
import { quiet, type Progress } from "../progress.js";
import type { FileStore } from "../tree/index.js";
import { hashOf, type Caller, type Change } from "./change.js";
import {
  Journal,
  journalIds,
  newId,
  readJournal,
  removeBeginnings,
  stageOf,
  type JournalItem,
  type JournalRecord,
} from "./journal.js";
import { withLock } from "./lock.js";

/** How many changes are kept for undo. */
export const changesKept = 50;

/**
 * Carries out a change and gives its id. Throws `CHANGED_SINCE` (a file is not what the plan was made from),
 * `UNWRITABLE` (nothing was begun), `ROLLED_BACK` (all was taken back) or `UNFINISHED` (taking back failed too; the
 * journal is kept).
 */
export function carryOut(store: FileStore, change: Change, caller: Caller, progress: Progress = quiet): string {
  ensureFoldersWritable(store, change);
  return withLock(store, caller, () => {
    finishUnfinished(store);
    ensureUnchanged(store, change);
    const journal = new Journal(store, recordOf(store, change, caller));
    try {
      prepare(journal, change, progress);
      proceed(journal, progress);
    } catch (error) {
      if (settleFailure(journal, error) === "taken back")
        throw new ShelfError("ROLLED_BACK", { reason: reasonOf(error) }, error);
    }
    dropOldest(store);
    return journal.record.id;
  });
}

/** Completes or takes back every change that a killed run left, oldest last. Needs the lock. Gives their ids. */
export function finishUnfinished(store: FileStore): string[] {
  removeBeginnings(store);
  const open = journalIds(store).filter((id) => stageOf(store, id) !== "done");
  for (const id of open.reverse()) {
    const journal = readJournal(store, id);
    try {
      if (journal.stage() === "placed") complete(journal);
      else takeBack(journal);
    } catch (error) {
      throw new ShelfError("UNFINISHED", { path: journal.folder, reason: reasonOf(error) }, error);
    }
  }
  return open;
}

/** After a failure: what is all in place is completed, everything else is taken back. Throws `UNFINISHED`. */
function settleFailure(journal: Journal, cause: unknown): "completed" | "taken back" {
  try {
    if (!journal.store.stat(journal.folder)) return "taken back";
    if (journal.stage() === "placed") {
      complete(journal);
      return "completed";
    }
    takeBack(journal);
    return "taken back";
  } catch (error) {
    throw new ShelfError(
      "UNFINISHED",
      { path: journal.folder, reason: `${reasonOf(cause)}; then ${reasonOf(error)}` },
      error,
    );
  }
}

function recordOf(store: FileStore, change: Change, caller: Caller): JournalRecord {
  const now = caller.now();
  return {
    version: 1,
    id: newId(store, now),
    at: now.toISOString(),
    command: change.command,
    ...(change.undoes !== undefined && { undoes: change.undoes }),
    items: change.items.map(({ from, to, kind, after }) => {
      return { from, to, kind, mode: store.stat(from)?.mode ?? 0o644, ...(after && { hash: hashOf(after) }) };
    }),
    foldersMade: change.foldersMade
      .filter(({ path }) => !store.stat(path) || change.items.some((item) => item.from === path))
      .map((folder) => ({ ...folder })),
    foldersEmptied: change.foldersEmptied.map((path) => ({ path, mode: store.stat(path)?.mode ?? 0o755 })),
  };
}

function prepare(journal: Journal, change: Change, progress: Progress): void {
  const { store, record } = journal;
  journal.begin();
  change.items.forEach((item, n) => {
    const recorded = record.items[n];
    if (!recorded || !item.after) return;
    if (item.kind === "link") store.makeLink(journal.newPlace(n), item.after.toString());
    else store.create(journal.newPlace(n), item.after, recorded.mode);
    if (isInPlace(recorded)) store.create(journal.oldPlace(n), store.read(item.from), recorded.mode);
    if (n % 64 === 0) progress("Writing new contents", n, change.items.length);
  });
  for (const name of ["new", "old"]) store.syncFolder(`${journal.folder}/${name}` as ProjectPath);
}

/** The way forward. Each step has its way back in `takeBack`. */
function proceed(journal: Journal, progress: Progress): void {
  const { store, record } = journal;
  journal.mark("moving");
  record.items.forEach((item, n) => {
    if (!isInPlace(item) && item.kind !== "create") store.rename(item.from, journal.oldPlace(n));
    if (n % 256 === 0) progress("Moving files", n, record.items.length);
  });
  for (const { path } of record.foldersEmptied) if (isEmptyFolder(store, path)) store.removeFolder(path);
  for (const { path, mode } of record.foldersMade) if (!store.stat(path)) store.makeFolder(path, mode);
  journal.mark("placing");
  record.items.forEach((item, n) => {
    if (item.kind === "remove") return;
    store.rename(item.kind === "move" ? journal.oldPlace(n) : journal.newPlace(n), item.to);
  });
  for (const folder of touchedFolders(record)) if (store.stat(folder)?.kind === "folder") store.syncFolder(folder);
  journal.mark("placed");
  complete(journal);
}

/** After `placed` nothing is left to do but to say so. */
function complete(journal: Journal): void {
  journal.mark("done");
}

function takeBack(journal: Journal): void {
  const stage = journal.stage();
  if (stage === "placing") {
    journal.record.items.forEach((item, n) => unplace(journal, item, n));
    journal.mark("unplaced");
  }
  if (stage === "placing" || stage === "unplaced" || stage === "moving") unmove(journal);
  journal.mark("taken back");
  journal.remove();
}

/** Puts one item back to where it waited. A file edited in place gets its original, which may be done twice. */
function unplace(journal: Journal, item: JournalItem, n: number): void {
  const { store } = journal;
  const [waiting, old] = [journal.newPlace(n), journal.oldPlace(n)];
  if (item.kind === "remove") return;
  if (isInPlace(item)) {
    if (store.stat(waiting)) return;
    const back = journal.backPlace(n);
    if (store.stat(back)) store.remove(back);
    store.create(back, store.read(old), item.mode);
    store.rename(back, item.to);
  } else if (item.kind === "move") {
    if (!store.stat(old)) store.rename(item.to, old);
  } else if (!store.stat(waiting)) store.rename(item.to, waiting);
}

function unmove(journal: Journal): void {
  const { store, record } = journal;
  for (const { path } of [...record.foldersMade].reverse()) if (isEmptyFolder(store, path)) store.removeFolder(path);
  for (const { path, mode } of [...record.foldersEmptied].reverse())
    if (!store.stat(path)) store.makeFolder(path, mode);
  record.items.forEach((item, n) => {
    if (!isInPlace(item) && store.stat(journal.oldPlace(n))) store.rename(journal.oldPlace(n), item.from);
  });
  for (const folder of touchedFolders(record)) if (store.stat(folder)?.kind === "folder") store.syncFolder(folder);
}

function isInPlace(item: JournalItem): boolean {
  return item.kind === "content" && item.from === item.to;
}

function isEmptyFolder(store: FileStore, path: ProjectPath): boolean {
  return store.stat(path)?.kind === "folder" && store.entries(path).length === 0;
}

function touchedFolders(record: JournalRecord): Set<ProjectPath> {
  return new Set(record.items.flatMap((item) => [folderOf(item.from), folderOf(item.to)]));
}

/** Compares every touched file with what the change was made from. Throws `CHANGED_SINCE` or `CHANGED_SINCE_CHANGE`. */
export function ensureUnchanged(store: FileStore, change: Change): void {
  const changed = change.items.filter(({ from, kind, expected }) => {
    const stat = store.stat(from);
    if (kind === "create") return stat !== undefined;
    if (!stat || stat.kind === "folder" || (kind === "link") !== (stat.kind === "link" && kind !== "move")) return true;
    if (!expected) return false;
    return hashOf(stat.kind === "link" ? Buffer.from(store.readLink(from)) : store.read(from)) !== expected.hash;
  });
  const code = change.undoes === undefined ? "CHANGED_SINCE" : "CHANGED_SINCE_CHANGE";
  if (changed.length > 0) throw new ShelfError(code, { paths: changed.map((item) => item.from) });
}

/** Asks before anything is begun, so that the message can name the folder instead of a step. */
function ensureFoldersWritable(store: FileStore, change: Change): void {
  const folders = new Set<ProjectPath>([rootPath]);
  for (const { from, to } of change.items) for (const path of [from, to]) folders.add(nearestFolder(store, path));
  for (const folder of folders) {
    try {
      store.ensureWritable(folder);
    } catch (error) {
      throw new ShelfError(
        "UNWRITABLE",
        { path: folder === "" ? store.root : `${folder}/`, reason: reasonOf(error) },
        error,
      );
    }
  }
}

function nearestFolder(store: FileStore, path: ProjectPath): ProjectPath {
  return foldersAbove(path).find((folder) => store.stat(folder)?.kind === "folder") ?? rootPath;
}

/** Old changes can no longer be undone once newer ones are many. */
function dropOldest(store: FileStore): void {
  const ids = journalIds(store);
  for (const id of ids.slice(0, Math.max(0, ids.length - changesKept))) readJournal(store, id).remove();
}
