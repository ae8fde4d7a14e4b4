/** `steady-shelf split FILE`. */
import { openProject } from "../core/app/index.js";
import { nameOf } from "../core/base/paths.js";
import { splitDraft } from "../core/change/split/index.js";
import { planDraft } from "../core/change/plan/index.js";
import { planJson } from "../documents/plan-json.js";
import { splitView } from "../terminal/split-view.js";
import { carryOutDraft, type DraftOptions } from "./carry-out-draft.js";
import { openContext } from "./context.js";
import { settleFirst } from "./settle.js";

/** What was typed. */
export interface SplitCommand extends DraftOptions {
  readonly path: string;
  readonly by?: "name" | "kind" | undefined;
  readonly to?: string | undefined;
}

/** Runs the command; gives the exit code. */
export async function runSplit(options: SplitCommand): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  const { by, to } = options;
  const path = context.pathOf(options.path);
  const project = await openProject(context.store);
  const split = await splitDraft(project, {
    path,
    ...(by !== undefined && { by }),
    ...(to !== undefined && { to: context.pathOf(to) }),
  });
  const plan = await planDraft(project, split.draft, { progress: context.progress.report });
  return carryOutDraft(context, options, {
    plan,
    project,
    words: [
      "split",
      options.path,
      ...(by === undefined ? [] : ["--by", by]),
      ...(to === undefined ? [] : ["--to", to]),
    ],
    title: `Split ${nameOf(path)}`,
    json: (change) => ({
      ...planJson(plan, change),
      by: split.by,
      files: split.files,
      rest: split.rest ?? [],
      kept: split.kept,
      circles: split.circles,
    }),
    view: (view) => splitView(plan, split, context.screen, view),
  });
}
