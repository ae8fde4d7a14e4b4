/** What commands that look at an app share: open the project, read it with what was kept, print what was kept of it. */
import {
  findOutput,
  keepFiles,
  keepOutput,
  ReadingCache,
  TracedReader,
  type CachePlace,
  type Output,
} from "../core/files/cache/index.js";
import { analyse, type Analysis, type AnalysisOptions } from "../core/insight/analysis.js";
import { findRepository, type FileReader } from "../core/files/index.js";
import { cacheKey } from "./cache-key.js";
import { openContext, type CommonOptions, type Context } from "./context.js";
import { settleFirst } from "./settle.js";

/** Options of every command that looks. */
export interface LookingOptions extends CommonOptions {
  /** Whether readings and outputs of earlier runs are used and kept. */
  readonly cache: boolean;
}

/** Of those whose lists are folded. */
export interface ListingOptions extends LookingOptions {
  readonly all: boolean;
}

/** Options of commands that may go by the groups of a project. */
export interface GroupsOption {
  /** Whether files count as they are shown there; as the configuration says without it. */
  readonly groups?: boolean | undefined;
}

/** A project that was looked at. */
export interface Looking {
  readonly context: Context;
  readonly analysis: Analysis;
}

/** Opens the project and looks at it, from the folder that is stood in or from that of a file. */
export async function look(options: LookingOptions, more: LookingMore = {}): Promise<Looking> {
  const context = openContext(options);
  await settleFirst(context);
  const standing = more.standingOf?.(context) ?? context.standing;
  return {
    context,
    analysis: await lookWith(context, context.store, cacheFor(context, options), { standing, ...more }),
  };
}

/** What only some commands need. */
export interface LookingMore {
  readonly standingOf?: (context: Context) => Context["standing"];
  /** See `AnalysisOptions`. */
  readonly keepTexts?: boolean;
  readonly mostCommits?: number;
}

/** The cache, unless it is not wanted, or this machine can keep no key for it. */
function cacheFor({ store }: Context, { cache }: LookingOptions): CachePlace | undefined {
  const key = cache ? cacheKey() : undefined;
  return key && { store, key };
}

async function lookWith(
  { progress }: Context,
  reader: FileReader,
  cache: CachePlace | undefined,
  more: Omit<AnalysisOptions, "kept" | "progress">,
): Promise<Analysis> {
  const kept = cache && new ReadingCache(cache);
  const analysis = await analyse(reader, { ...more, kept, progress: progress.report });
  kept?.save();
  // What git does not know, we have to know ourselves: where files lay before somebody moves them by hand.
  if (cache && findRepository(cache.store.root) === undefined) {
    const { missedIn } = await import("../core/change/mend/index.js");
    keepFiles(cache, analysis.project.tree, missedIn(analysis.graph));
  }
  progress.clear();
  return analysis;
}

/**
 * Runs a command that only looks and prints: where all that it looked at is as it was when the same was typed before, what
 * it printed then is printed again. Gives the exit code.
 */
export async function lookAndSay(
  command: readonly unknown[],
  options: LookingOptions,
  tell: (looking: Looking, store: FileReader) => Output | Promise<Output>,
  more: LookingMore = {},
): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  const { store, screen, standing, json } = context;
  const key = JSON.stringify([...command, json, standing, screen.width, screen.palette.strong("x"), store.root]);
  const cache = cacheFor(context, options);
  let output = cache && (await findOutput(cache, key));
  if (!output) {
    const reader = cache ? new TracedReader(store) : store;
    const analysis = await lookWith(context, reader, cache, { standing, ...more });
    const { tree } = analysis.project;
    tree.noteTexts();
    output = await tell({ context, analysis }, reader);
    context.progress.clear();
    if (reader instanceof TracedReader && reader.trace && cache)
      keepOutput(cache, key, output, { trace: reader.trace, letters: tree.notedTexts });
  }
  context.say(output.text);
  return output.code;
}
