/** `steady-shelf remove feature NAME`. */
import { onlyApp } from "../core/change/arrange/index.js";
import { removeFeature } from "../core/change/grow/index.js";
import { planDraft } from "../core/change/plan/index.js";
import { planJson } from "../documents/plan-json.js";
import { removedView, stillUsedView } from "../terminal/removed-view.js";
import { carryOutDraft, type DraftOptions } from "./carry-out-draft.js";
import { look } from "./looking.js";

/** What was typed. */
export interface RemoveOptions extends Omit<DraftOptions, "acceptDifferent"> {
  readonly what: "feature";
  readonly name: string;
}

/** Runs the command; gives the exit code: 1 where something else still uses the feature. */
export async function runRemove(options: RemoveOptions): Promise<number> {
  const { name } = options;
  const { context, analysis } = await look({ ...options, cache: true }, { keepTexts: true });
  const { project, graph } = analysis;
  const removed = await removeFeature({ analysed: onlyApp(analysis), graph, name });
  const { feature, users, mentions, orphans } = removed;
  if (users.length > 0) {
    context.progress.clear();
    context.say(
      context.json
        ? JSON.stringify({ version: 1, feature, users, written: false }, undefined, 2)
        : stillUsedView(removed, context.screen, options.all),
    );
    return 1;
  }
  const plan = await planDraft(project, removed.draft, { graph, progress: context.progress.report });
  return carryOutDraft(
    context,
    { ...options, acceptDifferent: false },
    {
      plan,
      project,
      words: ["remove", "feature", name],
      title: `Remove the feature ${feature}`,
      json: (change) => ({ ...planJson(plan, change), feature, users, mentions, orphans }),
      view: (view) => removedView(plan, removed, context.screen, view),
    },
  );
}
