/** `steady-shelf add environment NAME`. */
import { onlyApp } from "../core/change/arrange/index.js";
import { addEnvironment } from "../core/change/environment/index.js";
import { planDraft } from "../core/change/plan/index.js";
import { planJson } from "../documents/plan-json.js";
import { planView } from "../terminal/plan-view.js";
import { count } from "../wording/words.js";
import type { AddOptions } from "./add.js";
import { carryOutDraft } from "./carry-out-draft.js";
import type { Context } from "./context.js";
import { look } from "./looking.js";

/** Runs the command; gives the exit code. */
export async function runAddEnvironment(context: Context, options: AddOptions): Promise<number> {
  const { name, write, acceptDifferent } = options;
  const { analysis } = await look({ ...options, cache: true }, { keepTexts: true });
  const { project, graph } = analysis;
  const added = addEnvironment({ analysed: onlyApp(analysis), graph, tree: project.tree, name });
  const plan = await planDraft(project, added.draft, { progress: context.progress.report });
  const { file, keys, notes } = added;
  return carryOutDraft(
    context,
    { ...options, write, all: true, acceptDifferent, acceptUnread: true },
    {
      plan,
      project,
      words: ["add", "environment", name],
      title: `Add the environment ${name}`,
      json: (change) => ({ ...planJson(plan, change), keys, notes }),
      view: (view) =>
        planView(plan, context.screen, {
          ...view,
          lead: `${view.change === undefined ? "Adds" : "Added"} the environment ${name}${keys.length === 0 ? "; the code reads no key yet" : ` with ${count(keys.length, "key")}; fill in ${keys.length === 1 ? "its value" : "their values"} in ${file}`}.`,
          nothing: "Nothing to do: all of it is there already.",
          notes,
        }),
    },
  );
}
