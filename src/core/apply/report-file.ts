/** Where the page of `report` is written: nothing of the project's own is ever replaced. */
import { randomBytes } from "node:crypto";
import { ShelfError } from "../base/errors.js";
import { folderOf, foldersAbove, inFolder, isBelow, nameOf, type ProjectPath } from "../base/paths.js";
import type { FileReader, FileStore } from "../files/index.js";
import { ensureHomeOurs, home, makeHome } from "./home.js";

/** Its place unless somebody says otherwise: our own folder, which git does not see. */
export const ownReport = inFolder(home, "report.html");

/** How much of a page is looked at to know it again. */
const head = 2000;

/**
 * Whether a page may be written at a place. `mark` is a text near its beginning by which an earlier page is known to be ours. Throws
 * `REPORT_FOREIGN` where anything else is there, and `STATE_UNTRUSTED`.
 */
export async function ensureReportPlace(store: FileReader, at: ProjectPath, mark: string): Promise<void> {
  const isAtHome = isBelow(at, home);
  const stat = store.stat(at);
  const isOurs =
    stat === undefined || (stat.kind === "file" && store.read(at).subarray(0, head).toString().includes(mark));
  if (!isOurs || at === home || (isAtHome && at !== ownReport)) throw new ShelfError("REPORT_FOREIGN", { path: at });
  if (isAtHome) await ensureHomeOurs(store);
}

/** Writes a page in one step. Throws as `ensureReportPlace` does, or the system's error; then the place is as it was. */
export async function writeReport(store: FileStore, at: ProjectPath, page: string, mark: string): Promise<void> {
  await ensureReportPlace(store, at, mark);
  if (isBelow(at, home)) makeHome(store);
  const folder = folderOf(at);
  for (const each of [...foldersAbove(at)].reverse()) if (!store.stat(each)) store.makeFolder(each);
  const temporary = inFolder(folder, `.${nameOf(at)}.${randomBytes(6).toString("hex")}`);
  const before = store.stat(at);
  store.create(temporary, Buffer.from(page), before?.mode ?? 0o644);
  try {
    // What has appeared there meanwhile is not written over.
    if (before) store.rename(temporary, at);
    else store.place(temporary, at);
  } catch (error) {
    store.remove(temporary);
    throw error;
  }
}
