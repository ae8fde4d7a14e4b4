/** `steady-shelf arrange --groups` and `--order`: the list of a project, arranged without moving a file. */
import { featureOf, onlyApp, targetOf } from "../core/change/arrange/index.js";
import { arrangeSettled, decisionEdits, decisionsOf } from "../core/change/arrange/index.js";
import { planShownList } from "../core/change/arrange/shown-list.js";
import { asShown, type ShownAnalysis } from "../core/insight/shown-analysis.js";
import { knownRole } from "../core/change/setup/index.js";
import type { ListOrder } from "../core/languages/index.js";
import { planJson } from "../documents/plan-json.js";
import { shownListView } from "../terminal/shown-list-view.js";
import { carryOutDraft, type DraftOptions } from "./carry-out-draft.js";
import { look, type Looking, type ListingOptions } from "./looking.js";

/** What was typed. */
export interface ArrangeGroupsOptions extends ListingOptions, Omit<DraftOptions, "acceptDifferent"> {
  readonly as?: string | undefined;
  readonly feature?: string | undefined;
  readonly role?: string | undefined;
  readonly likeliest: boolean;
  readonly groups: boolean;
  readonly order?: readonly ListOrder[] | undefined;
}

/** Runs the command; gives the exit code. */
export async function runArrangeGroups(options: ArrangeGroupsOptions): Promise<number> {
  return arrangeGroups(await look(options, { keepTexts: true }), options);
}

/** The same, of a project that was looked at. */
export async function arrangeGroups({ context, analysis }: Looking, options: ArrangeGroupsOptions): Promise<number> {
  const { project } = analysis;
  const shown = asShown(analysis);
  const { app } = onlyApp(shown);
  const order = options.order ?? app.configuration?.groupOrder ?? [];
  const progress = context.progress.report;
  const arranged = options.groups ? await arrangeShown(shown, options) : undefined;
  const list = await planShownList(project, arranged?.moves ?? [], { order, progress, besides: arranged?.decided });
  const { as, feature, role, likeliest, groups } = options;
  return carryOutDraft(
    context,
    { ...options, acceptDifferent: false },
    {
      plan: list.plan,
      project,
      words: [
        "arrange",
        ...(groups ? ["--groups"] : []),
        ...(options.order === undefined ? [] : ["--order", options.order.join(",")]),
        ...(as === undefined ? [] : ["--as", as]),
        ...(feature === undefined ? [] : ["--feature", feature]),
        ...(role === undefined ? [] : ["--role", role]),
        ...(likeliest ? ["--likeliest"] : []),
      ],
      title: groups ? "Arrange the groups of the project" : "Put the groups of the project in order",
      json: (change) => ({
        ...planJson(list.plan, change),
        groups: list.regrouped.map(({ file, from, to }) => ({ file, from, to })),
        ordered: list.ordered,
      }),
      view: (view) => shownListView(list, { waiting: arranged?.waiting ?? 0 }, context.screen, view),
    },
  );
}

/** What goes to which group, and what the configuration says then. No file moves, so nothing has to be proved of moves. */
async function arrangeShown(shown: ShownAnalysis, { as, feature, role, likeliest }: ArrangeGroupsOptions) {
  const analysed = onlyApp(shown);
  const target = targetOf(analysed, as);
  const request = {
    analysis: shown,
    analysed,
    target,
    feature: featureOf(analysed, feature),
    role: role === undefined ? undefined : knownRole(target, role),
    keepNames: true,
    inGroups: true,
    takeLikeliest: likeliest,
  };
  const { units, questions } = arrangeSettled(request);
  const moves = units.flatMap((unit) => unit.moves);
  const { begun, decided } = await decisionsOf(request, moves);
  return {
    moves: moves.map(({ from, to }) => ({ from: shown.realOf(from), to })),
    decided: { additions: begun, edits: await decisionEdits(shown.project.tree, moves, decided) },
    waiting: questions.length,
  };
}
