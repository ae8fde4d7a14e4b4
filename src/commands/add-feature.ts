/** `steady-shelf add feature NAME`, in an app that has features to go by. */
import { growFeature } from "../core/change/grow/index.js";
import { onlyApp } from "../core/change/arrange/index.js";
import { planDraft } from "../core/change/plan/index.js";
import { planJson } from "../documents/plan-json.js";
import { grownView } from "../terminal/grown-view.js";
import { commandWords, type AddOptions } from "./add.js";
import { carryOutDraft } from "./carry-out-draft.js";
import type { Context } from "./context.js";
import { look } from "./looking.js";

/** Runs the command; gives the exit code, or nothing where no features are there to go by. */
export async function runAddFeature(context: Context, options: AddOptions): Promise<number | undefined> {
  const { name, like, write, acceptDifferent } = options;
  const { analysis } = await look({ ...options, cache: true }, { keepTexts: true });
  const { project, graph } = analysis;
  const grown = await growFeature({
    analysed: onlyApp(analysis),
    graph,
    name,
    like,
    progress: context.progress.report,
  });
  if (!grown) return undefined;
  const plan = await planDraft(project, grown.draft, { progress: context.progress.report });
  const { sisters, toFill, unmade, unread } = grown;
  return carryOutDraft(
    context,
    { ...options, write, all: true, acceptDifferent, acceptUnread: false },
    {
      plan,
      project,
      words: commandWords({ ...options, acceptDifferent: false }),
      title: `Add the feature ${name}`,
      json: (change) => ({ ...planJson(plan, change), like: grown.like, sisters, toFill, unmade, unread }),
      view: (view) => grownView(plan, context.screen, { ...view, name, grown }),
    },
  );
}
