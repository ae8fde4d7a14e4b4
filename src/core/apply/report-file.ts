/** Where the page of `report` is written: nothing of the project's own is ever replaced. */
import { ShelfError } from "../base/errors.js";
import { folderOf, foldersAbove, inFolder, isBelow, rootPath, type ProjectPath } from "../base/paths.js";
import type { FileStore } from "../files/index.js";
import { ensureHomeOurs, home, makeHome } from "./home.js";

/** Its place unless somebody says otherwise: our own folder, which git does not see. */
export const ownReport = inFolder(home, "report.html");

/** How much of a page is looked at to know it again. */
const head = 2000;

/**
 * Writes a page in one step. `mark` is a text near its beginning by which an earlier page is known to be ours. Throws
 * `REPORT_FOREIGN` where anything else is at the place, `STATE_UNTRUSTED`, or the system's error; then the place is as it was.
 */
export async function writeReport(store: FileStore, at: ProjectPath, page: string, mark: string): Promise<void> {
  const isAtHome = isBelow(at, home);
  if (isAtHome && at !== ownReport) throw new ShelfError("REPORT_FOREIGN", { path: at });
  const stat = store.stat(at);
  const isOurs =
    stat === undefined || (stat.kind === "file" && store.read(at).subarray(0, head).toString().includes(mark));
  if (!isOurs) throw new ShelfError("REPORT_FOREIGN", { path: at });
  if (isAtHome) {
    await ensureHomeOurs(store);
    makeHome(store);
  }
  const folder = folderOf(at);
  for (const each of [...foldersAbove(at)].reverse())
    if (each !== rootPath && !store.stat(each)) store.makeFolder(each);
  const temporary = inFolder(folder, `.${at.slice(at.lastIndexOf("/") + 1)}.new`);
  try {
    if (store.stat(temporary)?.kind === "file") store.remove(temporary);
    store.create(temporary, Buffer.from(page), stat?.mode ?? 0o644);
    store.rename(temporary, at);
  } catch (error) {
    if (store.stat(temporary)?.kind === "file") store.remove(temporary);
    throw error;
  }
}
