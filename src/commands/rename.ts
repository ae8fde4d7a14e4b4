/** `steady-shelf rename FILE NEW-NAME`, `steady-shelf rename FILE NAME NEW-NAME`. */
import { openProject } from "../core/app/index.js";
import { nameOf } from "../core/base/paths.js";
import { anticipateMove, planDraft } from "../core/change/plan/index.js";
import {
  anticipateNames,
  likelySpellings,
  renameDraft,
  type RenameDraft,
  type RenameRequest,
} from "../core/change/rename/index.js";
import { planJson } from "../documents/plan-json.js";
import { renameView } from "../terminal/rename-view.js";
import { carryOutDraft, type DraftOptions } from "./carry-out-draft.js";
import { openContext, type Context } from "./context.js";
import { UsageError } from "./failure.js";
import { settleFirst } from "./settle.js";
import { withChosenMentions } from "./chosen-mentions.js";

/** What was typed. */
export interface RenameCommand extends DraftOptions {
  readonly path: string;
  /** The new name; or a name of the file, and the new one. */
  readonly names: readonly string[];
  readonly mentions: boolean;
}

/** Runs the command; gives the exit code. */
export async function runRename(options: RenameCommand): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  const { path, names, mentions } = options;
  const request = requestOf(context, options);
  if (path === "feature" && names.length === 1 && context.store.stat(request.path) === undefined)
    throw new UsageError("Name the feature and its new name: rename feature NAME NEW-NAME.");
  const opening = openProject(context.store);
  // A mistyped path may be refused first; the project's own refusal must then not come as a second one.
  opening.catch(() => undefined);
  if (request.name === undefined)
    anticipateMove(context.store, [request.path], likelySpellings(request.path, request.to));
  anticipateNames(context.store);
  const project = await opening;
  const drafted = await renameDraft(project, request, { mentions });
  const renamed = context.canAsk && !options.write ? await withChosenMentions(context, drafted) : drafted;
  const plan = await planDraft(project, renamed.draft, { mentions, progress: context.progress.report });
  return carryOutDraft(context, options, {
    plan,
    project,
    words: ["rename", path, ...names, ...(mentions ? ["--mentions"] : [])],
    title: titleOf(renamed, request),
    json: (change) => ({
      ...planJson({ ...plan, mentions: [...plan.mentions, ...renamed.mentions.map(({ mention }) => mention)] }, change),
      names: renamed.names,
    }),
    view: (view) => renameView(plan, renamed, context.screen, view),
  });
}

function requestOf(context: Context, { path, names }: RenameCommand): RenameRequest {
  const [first = "", second] = names;
  const at = context.pathOf(path);
  return second === undefined ? { path: at, to: first } : { path: at, name: first, to: second };
}

function titleOf({ names: [main] }: RenameDraft, { path, to }: RenameRequest): string {
  return main ? `Rename ${main.from} to ${main.to}` : `Rename ${nameOf(path)} to ${to}`;
}
