/** `steady-shelf rename feature NAME NEW-NAME`. */
import { onlyApp } from "../core/change/arrange/index.js";
import { renameFeature, type RenamedFeature } from "../core/change/grow/index.js";
import { planDraft } from "../core/change/plan/index.js";
import { changingMentions } from "../core/change/rename/index.js";
import { planJson } from "../documents/plan-json.js";
import { renamedFeatureView } from "../terminal/renamed-feature-view.js";
import { carryOutDraft } from "./carry-out-draft.js";
import { look } from "./looking.js";
import type { RenameCommand } from "./rename.js";
import { withChosenMentions } from "./chosen-mentions.js";

/** Runs the command; gives the exit code. */
export async function runRenameFeature(options: RenameCommand): Promise<number> {
  const { names, mentions } = options;
  const [name = "", to = ""] = names;
  const { context, analysis } = await look({ ...options, cache: true }, { keepTexts: true });
  const { project, graph } = analysis;
  const found = await renameFeature({ analysed: onlyApp(analysis), graph, project, name, to });
  const renamed: RenamedFeature = mentions
    ? { ...found, ...changingMentions(found, found.mentions) }
    : context.canAsk && !options.write
      ? { ...found, ...(await withChosenMentions(context, found)) }
      : found;
  const plan = await planDraft(project, renamed.draft, { graph, mentions, progress: context.progress.report });
  return carryOutDraft(context, options, {
    plan,
    project,
    words: ["rename", "feature", ...names, ...(mentions ? ["--mentions"] : [])],
    title: `Rename the feature ${renamed.feature} to ${to}`,
    json: (change) => ({
      ...planJson({ ...plan, mentions: [...plan.mentions, ...renamed.mentions.map(({ mention }) => mention)] }, change),
      feature: renamed.feature,
      names: renamed.names,
      stay: renamed.stay,
    }),
    view: (view) => renamedFeatureView(plan, renamed, context.screen, { ...view, to }),
  });
}
