/**
 * What stands in `.steady-shelf/commit.json` while a change is committed in two steps. A run that is killed between the two leaves
 * a first commit that is not meant to stand alone; the next command finds the note and takes that commit back. The files stay
 * changed, as they do where git refuses a commit.
 */
import * as z from "zod/mini";
import { ShelfError } from "../base/errors.js";
import { inFolder } from "../base/paths.js";
import { askGit, type FileStore } from "../files/index.js";
import type { Caller } from "./change.js";
import { ensureHomeOurs, home, makeHome } from "./home.js";
import { isGoingOn } from "./lock.js";

const file = inFolder(home, "commit.json");
const commitId = z.string().check(z.regex(/^(?:[0-9a-f]{40,64})?$/));

const schema = z.object({
  version: z.literal(1),
  /** Where `HEAD` was; `""` where there was no commit yet. */
  before: commitId,
  /** The first line of the first commit's message. */
  first: z.string(),
  pid: z.number(),
  host: z.string(),
  started: z.optional(z.string()),
});

/** Writes the note. Throws `UNWRITABLE`'s kin of the system. */
export function noteCommit(
  store: FileStore,
  caller: Caller,
  about: { readonly before: string; readonly first: string },
): void {
  const { pid, host } = caller;
  const started = caller.startOf(pid);
  makeHome(store);
  forgetCommit(store);
  store.create(file, Buffer.from(`${JSON.stringify({ version: 1, ...about, pid, host, started })}\n`), 0o644);
}

/** Removes the note: both commits are there, or none. */
export function forgetCommit(store: FileStore): void {
  if (store.stat(file)) store.remove(file);
}

/**
 * Takes the first of two commits back that a killed run left. Gives its first line, `undefined` where there is nothing to do.
 * Throws `LOCKED` while that run goes on, `STATE_UNTRUSTED`.
 */
export async function settleCommit(store: FileStore, caller: Caller): Promise<string | undefined> {
  if (store.stat(file)?.kind !== "file") return undefined;
  await ensureHomeOurs(store);
  const { data } = schema.safeParse(parsed(store));
  if (!data) {
    forgetCommit(store);
    return undefined;
  }
  const reason = `process ${data.pid} on ${data.host} commits`;
  if (data.host !== caller.host) throw new ShelfError("LOCK_FOREIGN", { path: file, reason });
  if (isGoingOn(data, caller)) throw new ShelfError("LOCKED", { path: file, reason });
  const git = (...words: string[]): Promise<string> => askGit(store.root, words).then((text) => text.trim());
  const head = await git("rev-parse", "--verify", "--quiet", "HEAD").catch(() => "");
  const parent = await git("rev-parse", "--verify", "--quiet", "HEAD^").catch(() => "");
  const subject = head === "" ? "" : await git("log", "-1", "--format=%s");
  const isFirst = head !== data.before && parent === data.before && subject === data.first;
  if (isFirst)
    await (data.before === "" ? git("update-ref", "-d", "HEAD", head) : git("update-ref", "HEAD", data.before, head));
  // What was staged for it is staged no more; no file is touched.
  if (isFirst || head === data.before) await git("reset", "-q").catch(() => "");
  forgetCommit(store);
  return isFirst ? data.first : undefined;
}

function parsed(store: FileStore): unknown {
  try {
    return JSON.parse(store.read(file).toString());
  } catch {
    return undefined;
  }
}
