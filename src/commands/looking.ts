/** What commands that look at an app share: open the project, read it with what was kept, say what was guessed. */
import { ReadingCache } from "../core/cache/index.js";
import { analyse, type Analysis } from "../core/pipeline.js";
import { openContext, type CommonOptions, type Context } from "./context.js";
import { settleFirst } from "./settle.js";

/** Options of every command that looks. */
export interface LookingOptions extends CommonOptions {
  /** Whether readings of earlier runs are used and kept. */
  readonly cache: boolean;
  readonly all: boolean;
}

/** A project that was looked at. */
export interface Looking {
  readonly context: Context;
  readonly analysis: Analysis;
}

/** Opens the project and looks at it, from the folder that is stood in or from that of `file`. */
export async function look(
  options: LookingOptions,
  standingOf = (context: Context) => context.standing,
): Promise<Looking> {
  const context = openContext(options);
  await settleFirst(context);
  const kept = options.cache ? new ReadingCache(context.store) : undefined;
  const analysis = await analyse(context.store, {
    standing: standingOf(context),
    kept,
    progress: context.progress.report,
  });
  kept?.save();
  context.progress.clear();
  return { context, analysis };
}
