/** `steady-shelf arrange --groups` and `--order`: the list of a project, arranged without moving a file. */
import { featureOf, onlyApp, targetOf } from "./arrange.js";
import { arrangeSettled } from "../core/change/arrange/index.js";
import { planShownList } from "../core/change/arrange/shown-list.js";
import { asShown } from "../core/insight/shown-analysis.js";
import { knownRole } from "../core/change/setup/index.js";
import type { ListOrder } from "../core/languages/index.js";
import { planJson } from "../documents/plan-json.js";
import { shownListView } from "../terminal/shown-list-view.js";
import { carryOutDraft, type DraftOptions } from "./carry-out-draft.js";
import { look, type Looking, type LookingOptions } from "./looking.js";

/** What was typed. */
export interface ArrangeGroupsOptions extends LookingOptions, Omit<DraftOptions, "acceptDifferent"> {
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
  const analysed = onlyApp(shown);
  const order = options.order ?? analysed.app.configuration?.groupOrder ?? [];
  const progress = context.progress.report;
  // No file moves, so nothing has to be proved of moves.
  const arranged = options.groups
    ? arrangeSettled({
        analysis: shown,
        analysed,
        target: targetOf(analysed, options.as),
        feature: featureOf(analysed, options.feature),
        role: options.role === undefined ? undefined : knownRole(targetOf(analysed, options.as), options.role),
        keepNames: true,
        takeLikeliest: options.likeliest,
      })
    : undefined;
  const moves = (arranged?.units.flatMap((unit) => unit.moves) ?? []).map(({ from, to }) => ({
    from: shown.realOf(from),
    to,
  }));
  const list = await planShownList(project, moves, { order, progress });
  const { as, feature, role, likeliest, groups } = options;
  return carryOutDraft(
    context,
    { ...options, acceptDifferent: false },
    {
      plan: list.plan,
      tree: project.tree,
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
      view: (view) => shownListView(list, { waiting: arranged?.questions.length ?? 0 }, context.screen, view),
    },
  );
}
