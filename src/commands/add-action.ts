/** `steady-shelf add action NAME --feature F`, where the feature has state. */
import { addAction, belongsToState } from "../core/change/state/index.js";
import { planDraft } from "../core/change/plan/index.js";
import { planJson } from "../documents/plan-json.js";
import { planView } from "../terminal/plan-view.js";
import type { AddOptions } from "./add.js";
import { carryOutDraft } from "./carry-out-draft.js";
import { onlyApp } from "../core/change/arrange/index.js";
import type { Context } from "./context.js";
import { look } from "./looking.js";

/** Runs the command; gives the exit code, or nothing where the feature has no state, so that a file is meant. */
export async function runAddAction(
  context: Context,
  options: AddOptions & { readonly feature: string },
): Promise<number | undefined> {
  const { name, feature, write, acceptDifferent } = options;
  const { analysis } = await look({ ...options, cache: true }, { keepTexts: true });
  const analysed = onlyApp(analysis);
  const { project, graph } = analysis;
  const asked = { project, graph, analysed, name, feature };
  if (!belongsToState(asked)) return undefined;
  const added = await addAction(asked);
  const plan = await planDraft(project, added.draft, { progress: context.progress.report });
  const { creator, text, reducer, notes } = added;
  return carryOutDraft(
    context,
    { ...options, write, all: true, acceptDifferent, acceptUnread: false },
    {
      plan,
      project,
      words: ["add", "action", name, "--feature", feature],
      title: `Add the action ${creator}`,
      json: (change) => ({ ...planJson(plan, change), creator, text, reducer, notes }),
      view: (view) =>
        planView(plan, context.screen, {
          ...view,
          lead: `${view.change === undefined ? "Adds" : "Added"} the action ${text}, made by ${creator}.`,
          notes: [
            `Fill in what it takes and carries, and the case of the reducer: the lines are numbered above.`,
            ...notes,
          ],
        }),
    },
  );
}
