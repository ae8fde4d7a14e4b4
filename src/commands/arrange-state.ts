/** `steady-shelf arrange --state together|apart`: every piece of state in one file, or in several. */
import { rearrangeState, type RearrangedState } from "../core/change/state/index.js";
import { planJson } from "../documents/plan-json.js";
import { stateView } from "../terminal/state-view.js";
import { whyLeft } from "../wording/state.js";
import type { ArrangeOptions } from "./arrange.js";
import { featureOf, onlyApp } from "../core/change/arrange/index.js";
import { carryOutDraft } from "./carry-out-draft.js";
import { look } from "./looking.js";

/** Runs the command; gives the exit code. */
export async function runArrangeState(
  options: ArrangeOptions & { readonly state: "together" | "apart" },
): Promise<number> {
  const { context, analysis } = await look(options, { keepTexts: true });
  const analysed = onlyApp(analysis);
  const { state, feature, all, write, commit, acceptUnread } = options;
  const rearranged = await rearrangeState({
    project: analysis.project,
    graph: analysis.graph,
    analysed,
    layout: state,
    feature: featureOf(analysed, feature),
    progress: context.progress.report,
  });
  const { plan } = rearranged;
  const where = feature === undefined ? [] : ["--feature", feature];
  return carryOutDraft(
    context,
    { ...options, all, write, commit, acceptUnread, acceptDifferent: false },
    {
      plan,
      project: analysis.project,
      words: ["arrange", "--state", state, ...where],
      title: `Keep state ${state}`,
      json: (change) => ({ ...planJson(plan, change), ...told(rearranged) }),
      view: (view) => stateView(rearranged, context.screen, view),
    },
  );
}

function told({ layout, changed, left, done, renamed }: RearrangedState): object {
  return { state: layout, changed, left: left.map((each) => ({ ...each, why: whyLeft(each) })), done, renamed };
}
