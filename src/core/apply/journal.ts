/**
 * The journal: one folder a change in `.steady-shelf/changes/`, which ignores itself in git.
 *
 *   <id>/journal.json   what the change does, written (under another name first) and synced before anything is touched
 *   <id>/progress       one line a stage, each synced before the next stage begins
 *   <id>/new/<n>        the new content of item n, until it is put in place
 *   <id>/old/<n>        the original of item n; for edited files it stays, so that the change can be undone
 *
 * Stages: `moving` (originals leave their places) → `placing` (new things take theirs) → `placed` → `done`;
 * or, on the way back, `unplaced` and `taken back`. From the last line, from which of `new/<n>` and `old/<n>` are there, and
 * from fingerprints, every state that a kill can leave is told apart; see `transaction.ts` and `take-back.ts`.
 *
 * A journal may be forged, damaged, or from another version. So every path in it must be one that a file of the project can
 * have, the folder must bear the name of the change, and what is kept must still have the fingerprint that was written down.
 */
import * as z from "zod/mini";
import { reasonOf, ShelfError } from "../base/errors.js";
import { foldersAbove, inFolder, isProjectPath, type ProjectPath } from "../base/paths.js";
import type { FileReader, FileStore } from "../files/index.js";
import { changesFolder, home } from "./home.js";

/** The lines of `progress`. */
export type Stage = "moving" | "placing" | "placed" | "done" | "unplaced" | "taken back";

const stages: ReadonlySet<string> = new Set(["moving", "placing", "placed", "done", "unplaced", "taken back"]);

/** The version that is written. Version 1 copied the original of a file edited in place; it is read as well. */
const version = 2;

/** What `journal.json` holds. */
export interface JournalRecord {
  readonly version: 1 | 2;
  readonly id: string;
  /** When, in ISO 8601, UTC. */
  readonly at: string;
  readonly command: string;
  readonly undoes?: string | undefined;
  readonly items: readonly JournalItem[];
  readonly foldersMade: readonly { readonly path: ProjectPath; readonly mode?: number | undefined }[];
  readonly foldersEmptied: readonly { readonly path: ProjectPath; readonly mode: number }[];
}

/** One item of a journal. */
export interface JournalItem {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  readonly kind: "move" | "content" | "link" | "create" | "remove";
  readonly mode: number;
  /** The fingerprint of the new bytes, where there are any. */
  readonly hash?: string | undefined;
  /** That of the original, where the change stood on it. */
  readonly was?: string | undefined;
}

const path = z.string().check(z.refine((text) => isProjectPath(text), "a path that no file of the project can have"));
const projectPath = path as unknown as z.ZodMiniType<ProjectPath>;
const mode = z.number().check(z.int(), z.minimum(0), z.maximum(0o7777));

const recordSchema = z.object({
  version: z.union([z.literal(1), z.literal(2)]),
  id: z.string(),
  at: z.string(),
  command: z.string(),
  undoes: z.optional(z.string()),
  items: z.array(
    z.object({
      from: projectPath,
      to: projectPath,
      kind: z.enum(["move", "content", "link", "create", "remove"]),
      mode,
      hash: z.optional(z.string()),
      was: z.optional(z.string()),
    }),
  ),
  foldersMade: z.array(z.object({ path: projectPath, mode: z.optional(mode) })),
  foldersEmptied: z.array(z.object({ path: projectPath, mode })),
});

/** `2026-11-23T10-02-11Z-1` */
const idForm = /^\d{4}-\d\d-\d\dT\d\d-\d\d-\d\dZ-\d+$/;

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

  /** Makes the journal's folders and writes what the change will do. Nothing of the project is touched. */
  begin(): void {
    for (const name of ["new", "old"]) makeFolders(this.store, inFolder(this.folder, name));
    const file = inFolder(this.folder, "journal.json");
    const draft = inFolder(this.folder, "journal.json.new");
    this.store.create(draft, Buffer.from(`${JSON.stringify(this.record)}\n`), 0o644);
    this.store.place(draft, file);
    for (const folder of [this.folder, changesFolder, home]) this.store.syncFolder(folder);
  }

  mark(stage: Stage): void {
    this.store.append(inFolder(this.folder, "progress"), Buffer.from(`${stage}\n`));
  }

  /** The last stage that was begun. Throws `JOURNAL_NEWER` for one that this version does not know. */
  stage(): Stage | undefined {
    return stageOf(this.store, this.record.id);
  }

  /** Removes the journal, deepest first. */
  remove(): void {
    removeAll(this.store, this.folder);
  }

  /** How many bytes the journal holds. */
  size(): number {
    return sizeOf(this.store, this.folder);
  }
}

/** A new record's version. */
export const recordVersion = version;

/** Names of the journals on the disk, oldest first. What does not look like one is passed over. */
export function journalIds(store: FileReader): string[] {
  return changeFolders(store)
    .filter((id) => hasBegun(store, id))
    .sort(byTime);
}

/** Folders of changes, begun or not. */
function changeFolders(store: FileReader): string[] {
  if (store.stat(changesFolder)?.kind !== "folder") return [];
  return store
    .entries(changesFolder)
    .filter((id) => idForm.test(id) && store.stat(inFolder(changesFolder, id))?.kind === "folder");
}

/** Whether a change may have touched something: its record was written, or one of the later steps has left its mark. */
function hasBegun(store: FileReader, id: string): boolean {
  const folder = inFolder(changesFolder, id);
  // A journal that was being removed when a kill came: its record goes before its last line.
  const isOver = /^(?:done|taken back)$/.test(lineOf(store, id) ?? "");
  if (isOver) return store.stat(inFolder(folder, "journal.json")) !== undefined;
  if (store.stat(inFolder(folder, "progress"))) return true;
  const old = inFolder(folder, "old");
  if (store.stat(old)?.kind === "folder" && store.entries(old).length > 0) return true;
  // A kill of an older version could leave a record with nothing in it.
  return (store.stat(inFolder(folder, "journal.json"))?.size ?? 0) > 0;
}

/** Journals of changes that are not done: begun and not completed, nor taken back. */
export function openIds(store: FileReader): string[] {
  return journalIds(store).filter((id) => lineOf(store, id) !== "done");
}

/** Reads one journal. Throws `JOURNAL_DAMAGED`, or `JOURNAL_NEWER` for one of a later version. */
export function readJournal(store: FileStore, id: string): Journal {
  const file = inFolder(changesFolder, `${id}/journal.json`);
  return new Journal(store, readRecord(store, file, id));
}

function readRecord(store: FileReader, file: ProjectPath, id: string): JournalRecord {
  let found: unknown;
  try {
    found = JSON.parse(store.read(file).toString());
  } catch (error) {
    throw new ShelfError("JOURNAL_DAMAGED", { path: file, reason: reasonOf(error) }, error);
  }
  const its = typeof found === "object" && found !== null ? (found as { version?: unknown }).version : undefined;
  if (typeof its === "number" && its > version)
    throw new ShelfError("JOURNAL_NEWER", { path: file, reason: `version ${its}` });
  const { data, error } = recordSchema.safeParse(found);
  if (!data) {
    const [issue] = error.issues;
    const reason = `${issue?.path.join(".") ?? ""}: ${issue?.message ?? "not a journal"}`;
    throw new ShelfError("JOURNAL_DAMAGED", { path: file, reason }, error);
  }
  if (data.id !== id)
    throw new ShelfError("JOURNAL_DAMAGED", { path: file, reason: `it is the record of another change` });
  return data;
}

/** The last line of a change's progress. A line without its end was not synced, so it does not count. */
function lineOf(store: FileReader, id: string): string | undefined {
  const progress = inFolder(changesFolder, `${id}/progress`);
  if (store.stat(progress)?.kind !== "file") return undefined;
  return store.read(progress).toString().split("\n").slice(0, -1).pop();
}

/** The last stage that a change began. Throws `JOURNAL_NEWER` for one that this version does not know. */
export function stageOf(store: FileReader, id: string): Stage | undefined {
  const line = lineOf(store, id);
  if (line === undefined || stages.has(line)) return line as Stage | undefined;
  const path = inFolder(changesFolder, `${id}/progress`);
  throw new ShelfError("JOURNAL_NEWER", { path, reason: `the stage "${line.slice(0, 40)}"` });
}

/** Removes what a kill left of changes that never began. */
export function removeBeginnings(store: FileStore): void {
  for (const id of changeFolders(store)) if (!hasBegun(store, id)) removeAll(store, inFolder(changesFolder, id));
}

/** A name for a change made now: `2026-11-23T10-02-11Z-1`. The number sets changes of one second apart. */
export function newId(store: FileReader, now: Date): string {
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

/** Makes a folder and those above it that are missing. */
export function makeFolders(store: FileStore, folder: ProjectPath): void {
  for (const each of [...foldersAbove(folder).reverse(), folder]) if (!store.stat(each)) store.makeFolder(each);
}

function removeAll(store: FileStore, folder: ProjectPath): void {
  // The record and then the last line go last, so that a kill on the way leaves something that says what this was.
  const late = ["journal.json", "progress"];
  const names = [...store.entries(folder)].sort((a, b) => late.indexOf(a) - late.indexOf(b));
  for (const name of names) {
    const child = inFolder(folder, name);
    if (store.stat(child)?.kind === "folder") removeAll(store, child);
    else store.remove(child);
  }
  store.removeFolder(folder);
}

function sizeOf(store: FileReader, folder: ProjectPath): number {
  return store.entries(folder).reduce((sum, name) => {
    const child = inFolder(folder, name);
    const stat = store.stat(child);
    return sum + (stat?.kind === "folder" ? sizeOf(store, child) : (stat?.size ?? 0));
  }, 0);
}
