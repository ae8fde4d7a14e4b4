/**
 * One file of the cache: a line with its version and a seal over the rest, then the rest.
 *
 * The seal is made with a key that lies outside of the project, on this machine (see `CachePlace`). So what came with a repository,
 * or was copied from elsewhere, is passed over as if nothing were there, and all is computed anew.
 */
import { createHmac } from "node:crypto";
import { inFolder, type ProjectPath } from "../../base/paths.js";
import type { FileStore } from "../index.js";

declare const READING_VERSION: string | undefined;
declare const BUILD_VERSION: string | undefined;

const home = ".steady-shelf" as ProjectPath;
const folder = ".steady-shelf/cache" as ProjectPath;

/** Which way of reading texts this is; from the sources (in tests) there is only one. */
export const readingVersion = typeof READING_VERSION === "undefined" ? "sources" : READING_VERSION;

/** Which program this is, its data included. */
export const buildVersion = typeof BUILD_VERSION === "undefined" ? "sources" : BUILD_VERSION;

/** Kept outputs. Before one more is written, those beyond this are deleted, whichever they are. */
const mostFiles = 12;

/** A cache with its place and its key. */
export interface CachePlace {
  readonly store: FileStore;
  /** A secret of this machine and user, which no project holds: 32 random bytes. */
  readonly key: Buffer;
}

function sealOf(key: Buffer, name: string, version: string, rest: string): string {
  return createHmac("sha256", key).update(`${name}\n${version}\n`).update(rest).digest("base64");
}

/** What was kept; `undefined` where nothing is, or something that is broken, from another version, or not sealed here. */
export function readKept({ store, key }: CachePlace, name: string, version: string): string | undefined {
  const file = inFolder(folder, name);
  try {
    if (store.stat(file)?.kind !== "file") return undefined;
    const text = store.read(file).toString();
    const end = text.indexOf("\n");
    const rest = text.slice(end + 1);
    const isOurs = end > 0 && text.slice(0, end) === `${version} ${sealOf(key, name, version, rest)}`;
    return isOurs ? rest : undefined;
  } catch {
    return undefined;
  }
}

/** Writes in one step. A full or read-only disk, or another run that writes at this moment, is none of the user's worries. */
export function writeKept({ store, key }: CachePlace, name: string, version: string, rest: string): void {
  const file = inFolder(folder, name);
  const temporary = `${file}.new` as ProjectPath;
  try {
    for (const each of [home, folder]) if (!store.stat(each)) store.makeFolder(each);
    const ignore = inFolder(home, ".gitignore");
    if (!store.stat(ignore)) store.create(ignore, Buffer.from("*\n"), 0o644);
    tidy(store);
    if (store.stat(temporary)) store.remove(temporary);
    store.create(temporary, Buffer.from(`${version} ${sealOf(key, name, version, rest)}\n${rest}`), 0o644);
    store.rename(temporary, file);
  } catch {
    // The next run reads the files again.
  }
}

/** Outputs of commands that nobody types any more leave. */
function tidy(store: FileStore): void {
  const names = store.entries(folder).filter((name) => name.startsWith("output-"));
  for (const name of names.slice(0, Math.max(0, names.length - mostFiles))) store.remove(inFolder(folder, name));
}
