/**
 * The secret with which the cache of every project is sealed: 32 random bytes in a file of this user's, outside of all projects.
 * Where it can neither be read nor made, nothing is kept.
 */
import { randomBytes } from "node:crypto";
import { closeSync, constants, fstatSync, mkdirSync, openSync, readFileSync, writeFileSync } from "node:fs";
import { homedir } from "node:os";
import { isAbsolute, join } from "node:path";

const size = 32;

/** The key; made when it is first asked for. */
export function cacheKey(): Buffer | undefined {
  const folder = join(cacheFolder(), "steady-shelf");
  const file = join(folder, "key");
  return readKey(file) ?? makeKey(folder, file);
}

/** Where programs keep what they can make anew. Source: XDG Base Directory Specification, and the systems' own customs. */
function cacheFolder(): string {
  const { XDG_CACHE_HOME: own, LOCALAPPDATA: local } = process.env;
  if (own !== undefined && isAbsolute(own)) return own;
  if (process.platform === "win32") return local ?? join(homedir(), "AppData", "Local");
  return process.platform === "darwin" ? join(homedir(), "Library", "Caches") : join(homedir(), ".cache");
}

/** Only a plain file that is this user's and that nobody else may write. */
function readKey(file: string): Buffer | undefined {
  let handle: number | undefined;
  try {
    // Windows lacks the second, which then adds nothing.
    handle = openSync(file, constants.O_RDONLY | constants.O_NOFOLLOW);
    const stat = fstatSync(handle);
    const isOurs = process.getuid === undefined || (stat.uid === process.getuid() && (stat.mode & 0o077) === 0);
    const key = readFileSync(handle);
    return stat.isFile() && isOurs && key.length === size ? key : undefined;
  } catch {
    return undefined;
  } finally {
    if (handle !== undefined) closeSync(handle);
  }
}

function makeKey(folder: string, file: string): Buffer | undefined {
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    writeFileSync(file, randomBytes(size), { flag: "wx", mode: 0o600 });
  } catch {
    // Another run made it a moment ago, or nothing can be kept here.
  }
  return readKey(file);
}
