/**
 * `.steady-shelf/`, our own folder in a project: journals, the lock, the cache. It ignores itself in git.
 *
 * What lies there may as well have come with the repository. So it is only believed where it is a real folder, with real folders
 * in it, of which git tracks nothing; where that is not known, nothing in it acts.
 */
import { ShelfError } from "../base/errors.js";
import { inFolder, type ProjectPath } from "../base/paths.js";
import type { FileReader, FileStore } from "../files/index.js";

export const home = ".steady-shelf" as ProjectPath;
/** One folder a change. */
export const changesFolder = inFolder(home, "changes");
/** Where originals go that could not go back to their places, because something of the user's stands there now. */
export const keptFolder = inFolder(home, "kept");
/** The file that holds the lock. */
export const lockPath = inFolder(home, "lock");

/** Makes `.steady-shelf/` with its own ignore rule. Throws `STATE_UNTRUSTED` where something else stands in its place. */
export function makeHome(store: FileStore): void {
  ensureHomeReal(store);
  for (const folder of [home, changesFolder]) if (!store.stat(folder)) unlessThere(() => store.makeFolder(folder));
  const ignore = inFolder(home, ".gitignore");
  if (!store.stat(ignore)) unlessThere(() => store.create(ignore, Buffer.from("*\n"), 0o644));
}

/** Another run may make the same at this moment. */
function unlessThere(make: () => void): void {
  try {
    make();
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== "EEXIST") throw error;
  }
}

/** Throws `STATE_UNTRUSTED` if our folder, or one in it, is a link or no folder. */
export function ensureHomeReal(store: FileReader): void {
  for (const folder of [home, changesFolder, keptFolder, inFolder(home, "cache")]) {
    const kind = store.stat(folder)?.kind;
    if (kind === undefined || kind === "folder") continue;
    throw new ShelfError("STATE_UNTRUSTED", {
      path: folder,
      reason: kind === "link" ? "it is a symbolic link" : "it is no folder",
    });
  }
}

/** Throws `STATE_UNTRUSTED` for a state that may have come with the repository. Asks git only where there is a state. */
export async function ensureHomeOurs(store: FileReader): Promise<void> {
  ensureHomeReal(store);
  if (!store.stat(home)) return;
  const tracks = await store.tracks(home);
  if (tracks === "no") return;
  const reason =
    tracks === "yes"
      ? "git tracks files in it, so they may be anybody's"
      : "git does not say whether it tracks files in it";
  throw new ShelfError("STATE_UNTRUSTED", { path: home, reason });
}
