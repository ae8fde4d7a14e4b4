/** `steady-shelf join FILE… TARGET`. */
import { openProject } from "../core/app/index.js";
import { nameOf } from "../core/base/paths.js";
import { joinDraft, type JoinDraft } from "../core/change/join/index.js";
import { isSheet, joinSheetsDraft } from "../core/change/sheets/index.js";
import { planDraft } from "../core/change/plan/index.js";
import { planJson } from "../documents/plan-json.js";
import { joinView } from "../terminal/join-view.js";
import { enumerate } from "../wording/words.js";
import { carryOutDraft, type DraftOptions } from "./carry-out-draft.js";
import { openContext } from "./context.js";
import { settleFirst } from "./settle.js";

/** What was typed: the files, and last the one that they become. */
export interface JoinCommand extends DraftOptions {
  readonly paths: readonly string[];
}

/** Runs the command; gives the exit code. */
export async function runJoin(options: JoinCommand): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  const places = options.paths.map(context.pathOf);
  const target = places.at(-1) ?? context.pathOf(".");
  const project = await openProject(context.store);
  const files = places.slice(0, -1);
  const joined: JoinDraft = isSheet(target)
    ? { draft: await joinSheetsDraft(project, { files, target }), files, target, isNew: false, renamed: [], circle: [] }
    : await joinDraft(project, { files, target });
  const plan = await planDraft(project, joined.draft, { progress: context.progress.report });
  const { renamed, circle } = joined;
  return carryOutDraft(context, options, {
    plan,
    project,
    words: ["join", ...options.paths],
    title: `Join ${enumerate(joined.files.map(nameOf))} into ${nameOf(joined.target)}`,
    json: (change) => ({ ...planJson(plan, change), files: joined.files, target: joined.target, renamed, circle }),
    view: (view) => joinView(plan, joined, context.screen, view),
  });
}
