/**
 * The way back of a change that failed or was killed: every original returns to its place, and what the change had put there
 * goes. It needs nothing but the journal and the disk, and may itself be interrupted and begun again.
 *
 * It only removes what it knows: a file at a new place goes if it is the very file that waits in the journal, or has the
 * fingerprint that was written down. What somebody else wrote stays where it is; an original that finds its place taken is kept
 * in `.steady-shelf/kept/`.
 */
import { BrokenAssumption } from "../base/errors.js";
import { folderOf, foldersAbove, inFolder, type ProjectPath } from "../base/paths.js";
import type { FileStore } from "../files/index.js";
import { hashOf } from "./change.js";
import { keptFolder } from "./home.js";
import { makeFolders, type Journal, type JournalItem, type JournalRecord } from "./journal.js";

/** An original that could not go back. */
export interface Kept {
  readonly path: ProjectPath;
  readonly at: ProjectPath;
}

/** Takes a change back and removes its journal. */
export function takeBack(journal: Journal): Kept[] {
  const stage = journal.stage();
  if (stage === "placed" || stage === "done")
    throw new BrokenAssumption(`A change that is ${stage} is not taken back, but undone`);
  const kept: Kept[] = [];
  if (stage === "placing") {
    journal.record.items.forEach((item, n) => unplace(journal, item, n));
    journal.mark("unplaced");
  }
  if (stage === "placing" || stage === "unplaced" || stage === "moving") kept.push(...unmove(journal));
  journal.mark("taken back");
  journal.remove();
  return kept;
}

/** Takes what was put at an item's new place away from it, if it is still that. */
function unplace(journal: Journal, item: JournalItem, n: number): void {
  const { store } = journal;
  if (item.kind === "remove") return;
  const waiting = item.kind === "move" ? journal.oldPlace(n) : journal.newPlace(n);
  const [there, waits] = [store.stat(item.to), store.stat(waiting)];
  if (!there) {
    // Taken away by an earlier try that was killed before it could look at it.
    if (waits && !isOurs(store, item, waiting)) store.place(waiting, item.to);
  } else if (waits) {
    // Killed between its two names: both are one file (a link is made anew, so its text tells).
    if (isSame(store, waiting, item.to)) store.remove(item.to);
  } else if (there.kind !== "folder" && isOurs(store, item, item.to)) {
    store.rename(item.to, waiting);
    if (!isOurs(store, item, waiting)) store.place(waiting, item.to);
  }
}

/** Whatever was written into a moved file meanwhile goes back with it; new content is known by its fingerprint. */
function isOurs(store: FileStore, item: JournalItem, path: ProjectPath): boolean {
  return item.kind === "move" || fingerprint(store, path) === item.hash;
}

/** Puts the originals back. */
function unmove(journal: Journal): Kept[] {
  const { store, record } = journal;
  const kept: Kept[] = [];
  for (const { path } of [...record.foldersMade].reverse()) if (isEmptyFolder(store, path)) store.removeFolder(path);
  for (const { path, mode } of [...record.foldersEmptied].reverse())
    if (!store.stat(path)) store.makeFolder(path, mode);
  record.items.forEach((item, n) => {
    const old = journal.oldPlace(n);
    if (item.kind === "create" || !store.stat(old)) return;
    const there = store.stat(item.from);
    if (!there) return giveBack(store, old, item.from);
    // A copy (of version 1, or by a kill between two names) of what is there already.
    if (isSame(store, old, item.from) || sameBytes(store, old, item.from)) return store.remove(old);
    kept.push({ path: item.from, at: keep(journal, old, item.from) });
  });
  for (const folder of touchedFolders(record)) if (store.stat(folder)?.kind === "folder") store.syncFolder(folder);
  return kept;
}

function giveBack(store: FileStore, old: ProjectPath, to: ProjectPath): void {
  // The folder may have been removed by somebody; the file has to live somewhere.
  if (store.stat(folderOf(to))?.kind !== "folder")
    for (const folder of foldersAbove(to).reverse()) if (!store.stat(folder)) store.makeFolder(folder);
  store.place(old, to);
}

function keep(journal: Journal, old: ProjectPath, path: ProjectPath): ProjectPath {
  const at = inFolder(keptFolder, `${journal.record.id}/${path}`);
  makeFolders(journal.store, folderOf(at));
  journal.store.place(old, at);
  return at;
}

/** Whether two names are those of one file, or two links with one text. */
function isSame(store: FileStore, a: ProjectPath, b: ProjectPath): boolean {
  const [first, second] = [store.stat(a), store.stat(b)];
  if (first?.kind === "link" && second?.kind === "link") return store.readLink(a).equals(store.readLink(b));
  return first !== undefined && first.identity === second?.identity;
}

function sameBytes(store: FileStore, a: ProjectPath, b: ProjectPath): boolean {
  const [first, second] = [store.stat(a), store.stat(b)];
  return (
    first?.kind === "file" &&
    second?.kind === "file" &&
    first.size === second.size &&
    store.read(a).equals(store.read(b))
  );
}

/** The fingerprint of what stands at a path; `undefined` for what has none. */
export function fingerprint(store: FileStore, path: ProjectPath): string | undefined {
  const kind = store.stat(path)?.kind;
  if (kind === "link") return hashOf(store.readLink(path));
  return kind === "file" ? hashOf(store.read(path)) : undefined;
}

/** Whether an item is a file that gets new content at the path that it has. */
export function isInPlace(item: Pick<JournalItem, "kind" | "from" | "to">): boolean {
  return item.kind === "content" && item.from === item.to;
}

/** Whether a real folder is at a path, with nothing in it. */
export function isEmptyFolder(store: FileStore, path: ProjectPath): boolean {
  return store.stat(path)?.kind === "folder" && store.entries(path).length === 0;
}

/** The folders in which a change touches something. */
export function touchedFolders(record: JournalRecord): Set<ProjectPath> {
  return new Set(record.items.flatMap((item) => [folderOf(item.from), folderOf(item.to)]));
}
