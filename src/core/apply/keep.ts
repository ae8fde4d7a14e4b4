/** Which journals are kept: as many changes as can still be undone, and no more of those that cannot. */
import { inFolder } from "../base/paths.js";
import type { FileStore } from "../files/index.js";
import { changesFolder } from "./home.js";
import { journalIds, readJournal, stageOf, type Journal } from "./journal.js";

/** How many changes that can be undone are kept, and how many others for the record. */
export const changesKept = 50;

/** Journals that can be read, oldest first, and the names of those that cannot. */
export interface DoneJournals {
  readonly journals: readonly Journal[];
  readonly unreadable: readonly { readonly id: string; readonly reason: unknown }[];
}

/** The journals of changes that are done. One that cannot be read stands for itself alone. */
export function doneJournals(store: FileStore): DoneJournals {
  const journals: Journal[] = [];
  const unreadable: { id: string; reason: unknown }[] = [];
  for (const id of journalIds(store))
    try {
      if (stageOf(store, id) === "done") journals.push(readJournal(store, id));
    } catch (reason) {
      unreadable.push({ id, reason });
    }
  return { journals, unreadable };
}

/** Whether a change can still be taken back, among all of them: it is no undo, and none has undone it. */
export function canBeUndone({ record }: Journal, journals: readonly Journal[]): boolean {
  return record.undoes === undefined && !journals.some((other) => other.record.undoes === record.id);
}

/** The journals that go if so many changes are to stay undoable, and so many others are kept for the record. */
export function surplus(journals: readonly Journal[], keep: number, others = keep): Journal[] {
  const undone = new Set(journals.flatMap(({ record }) => record.undoes ?? []));
  const isOpen = ({ record }: Journal): boolean => record.undoes === undefined && !undone.has(record.id);
  const [open, over] = [journals.filter(isOpen), journals.filter((journal) => !isOpen(journal))];
  return [...open.slice(0, Math.max(0, open.length - keep)), ...over.slice(0, Math.max(0, over.length - others))];
}

/** Old changes can no longer be undone once newer ones are many. Nothing depends on it, so no failure matters. */
export function forgetOldest(store: FileStore): void {
  try {
    const ids = journalIds(store);
    if (ids.length > changesKept)
      for (const journal of surplus(doneJournals(store).journals, changesKept)) journal.remove();
  } catch {
    // The next change tries again.
  }
}

/** Where a change's journal lies. */
export function journalFolder(id: string): string {
  return inFolder(changesFolder, id);
}
