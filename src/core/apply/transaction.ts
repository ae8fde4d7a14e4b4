/**
 * Carries a change out whole, or not at all.
 *
 * Stages (the journal's `progress` names the last one begun; each line is synced first):
 *
 *   (none)    new contents are written into the journal
 *   moving    every file that moves or is removed leaves for `old/<n>`; emptied folders go, new folders are made
 *   placing   a file that is edited in place leaves for `old/<n>`; then `old/<n>` (moved as it was) or `new/<n>` (new content,
 *             new file) gets its name
 *   placed    all is in place: from here a change is only ever completed
 *   done      the journal stays, with the originals, for undo
 *
 * Nothing that somebody saves meanwhile is lost. A file *leaves* before it is compared, so what is compared is what was
 * replaced; a name is only given where it is free, by a call that the system refuses otherwise; and before the change counts
 * as placed, each original is looked at once more, in case an editor was still writing into it. What does not match stops the
 * change, which is taken back (see `take-back.ts`), and the user's bytes stay.
 *
 * All moves pass through the journal's folder, so swaps, cycles, case-only renames, and a file that takes a
 * folder's name need no special case.
 */
import { BrokenAssumption, reasonOf, ShelfError } from "../base/errors.js";
import { foldersAbove, rootPath, type ProjectPath } from "../base/paths.js";
import { quiet, type Progress } from "../base/progress.js";
import type { FileStore } from "../files/index.js";
import { hashOf, type Caller, type Change, type ChangeItem } from "./change.js";
import {
  Journal,
  newId,
  openIds,
  readJournal,
  recordVersion,
  removeBeginnings,
  stageOf,
  type JournalRecord,
} from "./journal.js";
import { forgetOldest } from "./keep.js";
import { withLock } from "./lock.js";
import { isEmptyFolder, isInPlace, takeBack, touchedFolders } from "./take-back.js";

/**
 * Carries out a change and gives its id. Throws `CHANGED_SINCE` (a file is not what the plan was made from),
 * `UNWRITABLE` (nothing was begun), `PUT_IN_ORDER` (an earlier change was, so the plan is to be made again), `ROLLED_BACK` (all
 * was taken back), `MET_ANOTHER` (likewise, since somebody wrote meanwhile), `UNRECORDED` (all is in place, its journal's last
 * line is not) or `UNFINISHED` (taking back failed too; the journal is kept).
 */
export function carryOut(store: FileStore, change: Change, caller: Caller, progress: Progress = quiet): string {
  ensureWays(store, change);
  ensureFoldersWritable(store, change);
  return withLock(store, caller, () => {
    const [settled] = finishUnfinished(store);
    if (settled !== undefined) throw new ShelfError("PUT_IN_ORDER", { path: settled.id });
    ensureUnchanged(store, change);
    const journal = new Journal(store, recordOf(store, change, caller));
    try {
      prepare(journal, change, progress);
      proceed(journal, change, progress);
    } catch (error) {
      settleFailure(journal, error);
    }
    forgetOldest(store);
    return journal.record.id;
  });
}

/** A change that was found unfinished and put in order. */
export interface SettledChange {
  readonly id: string;
  /** Files of the project whose originals could not go back, because something else stands there; where they are kept. */
  readonly kept: readonly { readonly path: ProjectPath; readonly at: ProjectPath }[];
}

/** Completes or takes back every change that a killed run left, oldest last. Needs the lock. Throws `UNFINISHED`. */
export function finishUnfinished(store: FileStore): SettledChange[] {
  removeBeginnings(store);
  return openIds(store)
    .reverse()
    .map((id): SettledChange => {
      const stage = stageOf(store, id);
      const journal = readJournal(store, id);
      try {
        if (stage === "placed") {
          complete(journal);
          return { id, kept: [] };
        }
        return { id, kept: takeBack(journal) };
      } catch (error) {
        throw new ShelfError("UNFINISHED", { path: journal.folder, reason: reasonOf(error) }, error);
      }
    });
}

/** Something that stands where it should not, or is not what it was: somebody wrote while the change was carried out. */
class Met extends Error {
  constructor(readonly path: ProjectPath) {
    super(`${path} was written meanwhile`);
  }
}

/** After a failure: what is all in place is completed, everything else is taken back and thrown. */
function settleFailure(journal: Journal, cause: unknown): void {
  const { store, folder } = journal;
  const reason = cause instanceof Met ? cause.path : reasonOf(cause);
  let kept: SettledChange["kept"] = [];
  let isPlaced = false;
  try {
    if (store.stat(folder)) {
      const stage = journal.stage();
      isPlaced = stage === "placed" || stage === "done";
      if (stage === "placed") return complete(journal);
      // The last line is there, but may not outlive a power cut: it is the system's error that has to be told.
      if (stage === "done") throw cause;
      kept = takeBack(journal);
    }
  } catch (error) {
    if (isPlaced) throw new ShelfError("UNRECORDED", { path: folder, reason: reasonOf(error) }, error);
    throw new ShelfError("UNFINISHED", { path: folder, reason: `${reason}; then ${reasonOf(error)}` }, error);
  }
  const paths = kept.map(({ path, at }) => `${path} (as it was before: ${at})`);
  if (cause instanceof Met) throw new ShelfError("MET_ANOTHER", { path: cause.path, paths }, cause);
  throw new ShelfError("ROLLED_BACK", { reason, paths }, cause);
}

function recordOf(store: FileStore, change: Change, caller: Caller): JournalRecord {
  const now = caller.now();
  return {
    version: recordVersion,
    id: newId(store, now),
    at: now.toISOString(),
    command: change.command,
    ...(change.undoes !== undefined && { undoes: change.undoes }),
    items: change.items.map(({ from, to, kind, after, mode, expected }) => {
      const was = expected ?? (kind === "content" ? { hash: hashOf(store.read(from)) } : undefined);
      return {
        from,
        to,
        kind,
        mode: store.stat(from)?.mode ?? mode ?? 0o644,
        ...(after && { hash: hashOf(after) }),
        ...(was && { was: was.hash }),
      };
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
    if (item.kind === "link") store.makeLink(journal.newPlace(n), item.after);
    else store.create(journal.newPlace(n), item.after, recorded.mode);
    if (n % 64 === 0) progress("Writing new contents", n, change.items.length);
  });
  for (const name of ["new", "old"]) store.syncFolder(`${journal.folder}/${name}` as ProjectPath);
}

/** The way forward. Each step has its way back in `takeBack`. */
function proceed(journal: Journal, change: Change, progress: Progress): void {
  const { store, record } = journal;
  const left = new Map<number, LeftFile>();
  journal.mark("moving");
  record.items.forEach((item, n) => {
    if (!isInPlace(item) && item.kind !== "create") left.set(n, leave(journal, change.items[n], n));
    if (n % 256 === 0) progress("Moving files", n, record.items.length);
  });
  for (const { path } of record.foldersEmptied) if (isEmptyFolder(store, path)) store.removeFolder(path);
  for (const { path, mode } of record.foldersMade) if (!store.stat(path)) store.makeFolder(path, mode);
  journal.mark("placing");
  record.items.forEach((item, n) => {
    if (item.kind === "remove") return;
    if (isInPlace(item)) left.set(n, leave(journal, change.items[n], n));
    giveName(store, item.kind === "move" ? journal.oldPlace(n) : journal.newPlace(n), item.to);
    if (n % 256 === 0) progress("Putting files in place", n, record.items.length);
  });
  ensureAllQuiet(journal, left);
  for (const folder of touchedFolders(record)) if (store.stat(folder)?.kind === "folder") store.syncFolder(folder);
  journal.mark("placed");
  complete(journal);
}

/** What an original was when it was compared. */
interface LeftFile {
  readonly changed: number;
  readonly size: number;
}

/** Takes an original out of its place, and only then compares it with what the change was made from. */
function leave(journal: Journal, item: ChangeItem | undefined, n: number): LeftFile {
  const { store } = journal;
  if (!item) throw new BrokenAssumption(`The change has no item ${n}`);
  const old = journal.oldPlace(n);
  // A folder that came to stand there would go along with all that is in it.
  if (!/^(?:file|link|other)$/.test(store.stat(item.from)?.kind ?? "")) throw new Met(item.from);
  store.rename(item.from, old);
  const stat = store.stat(old);
  if (!stat || (item.expected && !isExpected(store, old, item))) throw new Met(item.from);
  return { changed: stat.changed, size: stat.size };
}

function isExpected(store: FileStore, path: ProjectPath, { expected }: ChangeItem): boolean {
  const kind = store.stat(path)?.kind;
  if (kind !== "file" && kind !== "link") return false;
  return hashOf(kind === "link" ? store.readLink(path) : store.read(path)) === expected?.hash;
}

function giveName(store: FileStore, waiting: ProjectPath, to: ProjectPath): void {
  try {
    store.place(waiting, to);
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === "EEXIST") throw new Met(to);
    throw error;
  }
}

/** An editor that had a file open may have written into it after it was compared. */
function ensureAllQuiet(journal: Journal, left: ReadonlyMap<number, LeftFile>): void {
  const { store, record } = journal;
  for (const [n, { changed, size }] of left) {
    const item = record.items[n];
    if (!item || item.kind === "move") continue;
    const stat = store.stat(journal.oldPlace(n));
    if (stat?.changed !== changed || stat.size !== size) throw new Met(item.from);
  }
}

/** After `placed` nothing is left to do but to say so. */
function complete(journal: Journal): void {
  journal.mark("done");
}

/** Compares every touched file with what the change was made from. Throws `CHANGED_SINCE` or `CHANGED_SINCE_CHANGE`. */
export function ensureUnchanged(store: FileStore, change: Change): void {
  const changed = change.items.filter((item) => {
    const { from, kind } = item;
    const stat = store.stat(from);
    if (kind === "create") return stat !== undefined;
    if (!stat || stat.kind === "folder" || (kind === "link") !== (stat.kind === "link" && kind !== "move")) return true;
    return item.expected !== undefined && !isExpected(store, from, item);
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

/** Throws `THROUGH_LINK` where a link stands on the way to one of the paths. */
export function ensureWays(store: FileStore, { items }: Pick<Change, "items">): void {
  const seen = new Set<ProjectPath>();
  for (const { from, to } of items)
    for (const path of from === to ? [from] : [from, to])
      for (const folder of foldersAbove(path).reverse()) {
        if (seen.has(folder)) continue;
        seen.add(folder);
        if (store.stat(folder)?.kind === "link") throw new ShelfError("THROUGH_LINK", { path, other: folder });
      }
}
