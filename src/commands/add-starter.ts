/** `steady-shelf add starter ROLE --from FILE`. */
import { onlyApp } from "../core/change/arrange/index.js";
import { planDraft } from "../core/change/plan/index.js";
import { takeStarter } from "../core/change/starters/index.js";
import { planJson } from "../documents/plan-json.js";
import { starterView } from "../terminal/starter-view.js";
import { commandWords, type AddOptions } from "./add.js";
import { carryOutDraft } from "./carry-out-draft.js";
import { look } from "./looking.js";

/** Runs the command; gives the exit code. */
export async function runAddStarter(options: AddOptions, from: string): Promise<number> {
  const { context, analysis } = await look({ ...options, cache: true }, { keepTexts: true });
  const { project, graph } = analysis;
  const taken = await takeStarter({
    analysed: onlyApp(analysis),
    graph,
    role: options.name,
    from: context.pathOf(from),
  });
  const plan = await planDraft(project, taken.draft, { progress: context.progress.report });
  const { role, starters, asks, alone, notes } = taken;
  return carryOutDraft(
    context,
    { ...options, all: true, acceptUnread: false },
    {
      plan,
      project,
      words: commandWords({ ...options, acceptDifferent: false }),
      title: `Take a starter for ${role} from ${from}`,
      json: (change) => ({ ...planJson(plan, change), role, starters, asks, alone, notes }),
      view: (view) => starterView(plan, context.screen, { ...view, taken, from }),
    },
  );
}
