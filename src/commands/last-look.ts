/** Where files lay when somebody looked last, in a project without git. */
import { keepFiles, keptFiles } from "../core/files/cache/index.js";
import type { ProjectPath } from "../core/base/paths.js";
import { findRepository, readTree, type FileStore, type Snapshot } from "../core/files/index.js";
import { cacheKey } from "./cache-key.js";

/** How the time is called at which that was. */
export const lastLook = "the last look";

/** Since when what is gone is said to be gone. */
export function sinceWhen({ root }: FileStore): string {
  return findRepository(root) === undefined ? lastLook : "the last commit";
}

/** The paths that were known then, for whoever finds that something leads nowhere. */
export function pathsOfLastLook(store: FileStore): Iterable<ProjectPath> {
  return findRepository(store.root) === undefined ? (filesOfLastLook(store)?.files.keys() ?? []) : [];
}

/** What was kept then; `undefined` where nothing was, or where it is not known to be ours. */
export function filesOfLastLook(store: FileStore): Snapshot | undefined {
  const key = cacheKey();
  return key && keptFiles({ store, key });
}

/** Keeps it for the first time. Gives whether that worked. */
export async function keepWhereFilesLie(store: FileStore): Promise<boolean> {
  const key = cacheKey();
  if (key) keepFiles({ store, key }, await readTree(store), () => false);
  return filesOfLastLook(store) !== undefined;
}
