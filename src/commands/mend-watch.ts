/** `steady-shelf mend --watch`: files that are moved by hand are followed as it happens. */
import { setTimeout as sleep } from "node:timers/promises";
import { openProject } from "../core/app/index.js";
import { ShelfError } from "../core/base/errors.js";
import { nameOf } from "../core/base/paths.js";
import { planMending, movedByHand } from "../core/change/mend/index.js";
import { currentCommit, WorktreeSnapshot, type Listing } from "../core/files/index.js";
import { mendedLine, waitingLine, watchingLine } from "../terminal/mend-view.js";
import type { Context } from "./context.js";
import type { MendOptions } from "./mend.js";
import { ensureOwnState } from "./settle.js";
import { typedWords } from "./typed-words.js";
import { withoutInterruption } from "./uninterrupted.js";

/** Between two looks, in milliseconds; where looking takes long, the pause is so many times as long. */
const [pause, times] = [700, 6];

/** Stays until somebody stops it; gives the exit code. */
export async function watchMoves(context: Context, options: MendOptions): Promise<number> {
  const { store } = context;
  if (options.write) await ensureOwnState(context);
  const stopping = new AbortController();
  const stop = (): void => stopping.abort();
  for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, stop);
  const snapshot = new WorktreeSnapshot(store);
  let [listing, commit] = [await store.list(), await currentCommit(store.root)];
  snapshot.take(listing);
  context.say(watchingLine(listing.files.length, options.write));
  try {
    for (;;) {
      const now = await changed(context, listing, stopping.signal);
      const head = await currentCommit(store.root);
      // Another commit is checked out: then git has moved the files, and what points at them as well.
      if (head === commit) await mend(context, options, snapshot).catch((error: unknown) => sayRefusal(context, error));
      commit = head;
      listing = now;
      snapshot.take(now);
    }
  } catch (error) {
    if (!stopping.signal.aborted) throw error;
    return 0;
  } finally {
    for (const signal of ["SIGINT", "SIGTERM"] as const) process.off(signal, stop);
  }
}

/** What cannot be done now is said, and watching goes on; what nobody foresaw ends it. */
function sayRefusal({ note }: Context, error: unknown): void {
  if (!(error instanceof ShelfError)) throw error;
  note(`${error.message}\n${error.next}`);
}

/** Waits until files have come or gone, and until that is over: a folder is not moved in one go everywhere. */
async function changed({ store }: Context, before: Listing, signal: AbortSignal): Promise<Listing> {
  let last = before;
  for (;;) {
    const begun = Date.now();
    const now = await store.list();
    if (!isSame(now, before) && isSame(now, last)) return now;
    last = now;
    await sleep(Math.max(pause, (Date.now() - begun) * times), undefined, { signal });
  }
}

function isSame(one: Listing, other: Listing): boolean {
  return (
    one.files.length === other.files.length && one.files.every(({ path }, index) => path === other.files[index]?.path)
  );
}

async function mend(context: Context, options: MendOptions, before: WorktreeSnapshot): Promise<void> {
  const { store, caller } = context;
  const project = await openProject(store);
  const found = await movedByHand(project.tree, before);
  // Nobody looks at it first, so that only what is the same to the letter is followed, or bears the same name.
  const isClear = ({ from, to, alike }: (typeof found.moved)[number]): boolean =>
    alike === 1 || nameOf(from) === nameOf(to);
  const moved = found.moved.filter(isClear);
  const unclear = found.moved.filter((each) => !isClear(each));
  const unsure = [...found.unsure, ...unclear.map(({ from, to }) => ({ from, candidates: [to] }))];
  for (const each of unsure) context.say(waitingLine(each, context.screen));
  if (moved.length === 0) return;
  const mending = await planMending({ project, before, moved, way: "follow" });
  const { plan } = mending;
  const { different, gaps } = plan.proof;
  if (plan.texts.length === 0) return;
  const holds = (different.length === 0 || options.acceptDifferent) && (gaps.length === 0 || options.acceptUnread);
  if (!options.write || !holds) {
    context.say(mendedLine(mending, { holds, change: undefined }, context.screen));
    return;
  }
  const { applyPlan } = await import("../core/apply/index.js");
  const { acceptDifferent, acceptUnread } = options;
  const command = typedWords(["mend", "--watch"]);
  const change = withoutInterruption(() =>
    applyPlan({ store, tree: project.tree, plan, command, acceptDifferent, acceptUnread, caller }),
  );
  context.say(mendedLine(mending, { holds, change }, context.screen));
}
