/**
 * The journal: one folder a change in `.steady-shelf/changes/`, which ignores itself in git.
 *
 *   <id>/journal.json   what the change does, written and synced before anything is touched
 *   <id>/progress       one line a stage, each synced before the next stage begins
 *   <id>/new/<n>        the new content of item n, until it is put in place
 *   <id>/old/<n>        the original of item n; for edited files it stays, so that the change can be undone
 *
 * Stages: `moving` (originals leave their places) → `placing` (new things take theirs) → `placed` → `done`;
 * or, on the way back, `unplaced` and `taken back`. From the last line and from which of `new/<n>` and `old/<n>`
 * are there, every state that a kill can leave is told apart; see `transaction.ts`.
 */
import * as z from "zod/mini";
import { ShelfError, reasonOf } from "../errors.js";
import { foldersAbove, inFolder, type ProjectPath } from "../paths.js";
import type { FileStore } from "../tree/index.js";

const home = ".steady-shelf" as ProjectPath;
const changesFolder = inFolder(home, "changes");

/** The lines of `progress`. */
export type Stage = "moving" | "placing" | "placed" | "done" | "unplaced" | "taken back";

/** What `journal.json` holds. */
export interface JournalRecord {
  readonly version: 1;
  readonly id: string;
  /** When, in ISO 8601, UTC. */
  readonly at: string;
  readonly command: string;
  readonly undoes?: string | undefined;
  readonly items: readonly JournalItem[];
  readonly foldersMade: readonly { readonly path: ProjectPath; readonly mode?: number | undefined }[];
  readonly foldersEmptied: readonly { readonly path: ProjectPath; readonly mode: number }[];
}

/** One item of a journal. `hash` is the fingerprint of the new bytes, where there are any. */
export interface JournalItem {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  readonly kind: "move" | "content" | "link" | "create" | "remove";
  readonly mode: number;
  readonly hash?: string | undefined;
}

const path = z.string() as unknown as z.ZodMiniType<ProjectPath>;

const recordSchema = z.object({
  version: z.literal(1),
  id: z.string(),
  at: z.string(),
  command: z.string(),
  undoes: z.optional(z.string()),
  items: z.array(
    z.object({
      from: path,
      to: path,
      kind: z.enum(["move", "content", "link", "create", "remove"]),
      mode: z.number(),
      hash: z.optional(z.string()),
    }),
  ),
  foldersMade: z.array(z.object({ path, mode: z.optional(z.number()) })),
  foldersEmptied: z.array(z.object({ path, mode: z.number() })),
});

/** One change's journal on the disk. */
export class Journal {
  readonly folder: ProjectPath;

  constructor(
    readonly store: FileStore,
    readonly record: JournalRecord,
  ) {
    this.folder = inFolder(changesFolder, record.id);
  }

  /** Where the new content of item `n` waits. */
  newPlace(n: number): ProjectPath {
    return inFolder(this.folder, `new/${n}`);
  }

  /** Where the original of item `n` is kept. */
  oldPlace(n: number): ProjectPath {
    return inFolder(this.folder, `old/${n}`);
  }

  /** Where the original of item `n` is written again on its way back. */
  backPlace(n: number): ProjectPath {
    return inFolder(this.folder, `new/${n}.back`);
  }

  /** Makes the journal's folders and writes what the change will do. Nothing of the project is touched. */
  begin(): void {
    for (const name of ["new", "old"]) makeFolders(this.store, inFolder(this.folder, name));
    this.store.create(inFolder(this.folder, "journal.json"), Buffer.from(`${JSON.stringify(this.record)}\n`), 0o644);
    for (const folder of [this.folder, changesFolder, home]) this.store.syncFolder(folder);
  }

  mark(stage: Stage): void {
    this.store.append(inFolder(this.folder, "progress"), Buffer.from(`${stage}\n`));
  }

  /** The last stage that was begun. */
  stage(): Stage | undefined {
    return stageOf(this.store, this.record.id);
  }

  /** Removes the journal, deepest first. */
  remove(): void {
    removeAll(this.store, this.folder);
  }
}

/** Makes `.steady-shelf/` with its own ignore rule. */
export function makeHome(store: FileStore): void {
  makeFolders(store, changesFolder);
  const ignore = inFolder(home, ".gitignore");
  if (!store.stat(ignore)) store.create(ignore, Buffer.from("*\n"), 0o644);
}

/** The file that holds the lock. */
export const lockPath = inFolder(home, "lock");

/** Names of the journals on the disk, oldest first. A folder without `journal.json` is a change that never began. */
export function journalIds(store: FileStore): string[] {
  if (!store.stat(changesFolder)) return [];
  const begun = store.entries(changesFolder).filter((id) => store.stat(inFolder(changesFolder, `${id}/journal.json`)));
  return begun.sort(byTime);
}

/** Reads one journal. Throws `JOURNAL_DAMAGED`. */
export function readJournal(store: FileStore, id: string): Journal {
  const file = inFolder(changesFolder, `${id}/journal.json`);
  return new Journal(store, parseRecord(store.read(file).toString(), file));
}

/** The last stage that a change began. A line without its end was not synced, so it does not count. */
export function stageOf(store: FileStore, id: string): Stage | undefined {
  const progress = inFolder(changesFolder, `${id}/progress`);
  if (!store.stat(progress)) return undefined;
  return store.read(progress).toString().split("\n").slice(0, -1).pop() as Stage | undefined;
}

/** Removes what a kill left of changes that never began. */
export function removeBeginnings(store: FileStore): void {
  if (!store.stat(changesFolder)) return;
  for (const id of store.entries(changesFolder)) {
    const folder = inFolder(changesFolder, id);
    if (!store.stat(inFolder(folder, "journal.json"))) removeAll(store, folder);
  }
}

/** A name for a change made now: `2026-11-23T10-02-11Z-1`. The number sets changes of one second apart. */
export function newId(store: FileStore, now: Date): string {
  const time = now
    .toISOString()
    .replace(/\.\d+Z$/, "Z")
    .replaceAll(":", "-");
  for (let number = 1; ; number += 1)
    if (!store.stat(inFolder(changesFolder, `${time}-${number}`))) return `${time}-${number}`;
}

/** Time first, then the number as a number. */
function byTime(a: string, b: string): number {
  const split = (id: string): [string, number] => [
    id.slice(0, id.lastIndexOf("-")),
    Number(id.slice(id.lastIndexOf("-") + 1)),
  ];
  const [[timeA, numberA], [timeB, numberB]] = [split(a), split(b)];
  return timeA < timeB ? -1 : timeA > timeB ? 1 : numberA - numberB;
}

function parseRecord(text: string, file: string): JournalRecord {
  try {
    return recordSchema.parse(JSON.parse(text));
  } catch (error) {
    throw new ShelfError("JOURNAL_DAMAGED", { path: file, reason: reasonOf(error) }, error);
  }
}

/** Makes a folder and those above it that are missing. */
function makeFolders(store: FileStore, folder: ProjectPath): void {
  for (const each of [...foldersAbove(folder).reverse(), folder]) if (!store.stat(each)) store.makeFolder(each);
}

function removeAll(store: FileStore, folder: ProjectPath): void {
  // The record goes last of the files, so that a kill on the way leaves something that says what this was.
  const names = [...store.entries(folder)].sort((a, b) => Number(a === "journal.json") - Number(b === "journal.json"));
  for (const name of names) {
    const child = inFolder(folder, name);
    if (store.stat(child)?.kind === "folder") removeAll(store, child);
    else store.remove(child);
  }
  store.removeFolder(folder);
}
