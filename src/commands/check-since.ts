/** `steady-shelf check --since BRANCH`: only what was made since a branch was left. */
import { ShelfError } from "../core/base/errors.js";
import { mergeBase, openDiskStore, renamedSince } from "../core/files/index.js";
import { analyse } from "../core/insight/analysis.js";
import { check, newSince, type Checked, type CheckOptions as RuleOptions } from "../core/insight/rules/index.js";
import { judgedBy } from "../core/insight/shown-analysis.js";
import { inCheckout } from "./checked-out.js";
import type { CheckOptions } from "./check-options.js";
import type { Context } from "./context.js";

/** What is found now and was not found where the branch was left. Throws `COMMIT_UNKNOWN`. */
export async function foundSince(
  context: Context,
  found: readonly Checked[],
  { since, only, groups }: { readonly since: string } & Pick<RuleOptions, "only"> & Pick<CheckOptions, "groups">,
): Promise<Checked[]> {
  const { store, standing, progress } = context;
  const base = await mergeBase(store.root, since);
  if (base === undefined)
    throw new ShelfError("COMMIT_UNKNOWN", {
      path: since,
      reason: `git knows no branch or commit ${since} with which this one has a beginning in common.`,
    });
  const renamed = await renamedSince(store.root, base);
  return inCheckout(context, base, async (folder, signal) => {
    const report = (what: string, done: number, total: number): void => {
      if (signal.aborted) throw new ShelfError("STOPPED");
      progress.report(what, done, total);
    };
    try {
      const then = await analyse(openDiskStore(folder), { standing, progress: report });
      return newSince(found, check(judgedBy(then, groups).judged, { only }), renamed);
    } catch (error) {
      // There was no app yet, or nobody can tell how it was built then: all is new.
      if (error instanceof ShelfError && /^(?:STACK_UNSURE|CONFIG_BROKEN|NO_GROUPS)$/.test(error.code))
        return [...found];
      throw error;
    }
  });
}
