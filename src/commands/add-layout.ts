/** `steady-shelf add layout NAME --wrap SCREEN,…`. */
import { onlyApp } from "../core/change/arrange/index.js";
import { frameScreens } from "../core/change/frames/index.js";
import { planDraft } from "../core/change/plan/index.js";
import type { AddRequest } from "../core/change/setup/index.js";
import { planJson } from "../documents/plan-json.js";
import { framedView } from "../terminal/framed-view.js";
import { commandWords, type AddOptions } from "./add.js";
import { carryOutDraft } from "./carry-out-draft.js";
import { look } from "./looking.js";

/** Runs the command; gives the exit code. */
export async function runAddLayout(
  options: Omit<AddOptions, "wrap"> & { readonly wrap: readonly string[] },
  request: AddRequest,
): Promise<number> {
  const { write, wrap, acceptDifferent } = options;
  const { context, analysis } = await look({ ...options, cache: true }, { keepTexts: true });
  const { project, graph } = analysis;
  const analysed = onlyApp(analysis);
  const framed = await frameScreens({ app: analysed.app, analysed, graph, request, wrap });
  const plan = await planDraft(project, framed.draft, { progress: context.progress.report });
  const { layout, wrapped, left, taken, unfollowed, notes } = framed;
  return carryOutDraft(
    context,
    { ...options, write, all: true, acceptDifferent, acceptUnread: false },
    {
      plan,
      project,
      words: commandWords({ ...options, wrap: wrap.join(","), acceptDifferent: false }),
      title: `Put ${wrap.join(", ")} into ${request.name}`,
      json: (change) => ({ ...planJson(plan, change), layout, wrapped, left, taken, unfollowed, notes }),
      view: (view) => framedView(plan, context.screen, { ...view, framed }),
    },
  );
}
