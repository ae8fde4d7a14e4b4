/** `steady-shelf rename FILE NEW-NAME`, `steady-shelf rename FILE NAME NEW-NAME`. */
import { openProject, type Project } from "../core/app/index.js";
import { folderOf, nameOf } from "../core/base/paths.js";
import { anticipateMove, planDraft, type Plan } from "../core/change/plan/index.js";
import { renameDraft, type RenameDraft, type RenameRequest } from "../core/change/rename/index.js";
import { planJson } from "../documents/plan-json.js";
import { renameView } from "../terminal/rename-view.js";
import { wrap } from "../terminal/screen.js";
import { carryOutPlan, commitSteps, refusalText } from "./carry-out-plan.js";
import { openContext, type CommonOptions, type Context } from "./context.js";
import { settleFirst } from "./settle.js";
import { typedWords } from "./typed-words.js";

/** What was typed. */
export interface RenameCommand extends CommonOptions {
  readonly path: string;
  /** The new name; or a name of the file, and the new one. */
  readonly names: readonly string[];
  readonly write: boolean;
  readonly all: boolean;
  readonly acceptDifferent: boolean;
  readonly acceptUnread: boolean;
  readonly mentions: boolean;
  readonly commit?: string | undefined;
}

/** Runs the command; gives the exit code. */
export async function runRename(options: RenameCommand): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  const request = requestOf(context, options);
  const opening = openProject(context.store);
  // A mistyped path may be refused first; the project's own refusal must then not come as a second one.
  opening.catch(() => undefined);
  if (request.name === undefined) anticipateMove(context.store, [request.path]);
  const project = await opening;
  const renamed = await renameDraft(project, request, { mentions: options.mentions });
  const plan = await planDraft(project, renamed.draft, {
    mentions: options.mentions,
    progress: context.progress.report,
  });
  context.progress.clear();
  const holds =
    (plan.proof.different.length === 0 || options.acceptDifferent) &&
    (plan.proof.gaps.length === 0 || options.acceptUnread);
  const isEmpty = plan.moves.length + plan.texts.length === 0;
  const write = holds && !isEmpty && (options.write || context.canAsk);
  const show = (change?: string): void => {
    say(context, project, { plan, renamed, all: options.all, change });
  };
  if (!write || !options.write) show();
  if (!write) return adviseOrRefuse(context, plan, options, holds);
  const steps = commitSteps(options.commit);
  await carryOutPlan(context, {
    plan,
    tree: project.tree,
    command: commandText(options),
    write: options.write,
    acceptDifferent: options.acceptDifferent,
    acceptUnread: options.acceptUnread,
    commit: steps && { steps, title: titleOf(renamed, request) },
    show,
  });
  return 0;
}

function requestOf(context: Context, { path, names }: RenameCommand): RenameRequest {
  const [first = "", second] = names;
  const at = context.pathOf(path);
  return second === undefined ? { path: at, to: first } : { path: at, name: first, to: second };
}

function titleOf({ names: [main] }: RenameDraft, { path, to }: RenameRequest): string {
  return main ? `Rename ${main.from} to ${main.to}` : `Rename ${nameOf(path)} to ${to}`;
}

interface Shown {
  readonly plan: Plan;
  readonly renamed: RenameDraft;
  readonly all: boolean;
  readonly change: string | undefined;
}

function say(context: Context, { tree }: Project, { plan, renamed, all, change }: Shown): void {
  if (context.json)
    return context.say(
      JSON.stringify(
        {
          ...planJson({ ...plan, mentions: [...plan.mentions, ...renamed.mentions] }, change),
          names: renamed.names,
        },
        undefined,
        2,
      ),
    );
  const moving = new Set<string>(plan.moves.map((move) => move.from));
  const staying = new Map<string, number>();
  for (const path of tree.paths)
    if (!moving.has(path)) staying.set(folderOf(path), (staying.get(folderOf(path)) ?? 0) + 1);
  const options = { all, staysIn: (folder: string) => staying.get(folder), ...(change !== undefined && { change }) };
  context.say(renameView(plan, renamed, context.screen, options));
}

function adviseOrRefuse(context: Context, plan: Plan, { json, write }: RenameCommand, holds: boolean): number {
  if (holds) {
    if (!json) context.say("\nNothing was written. Add --write to carry it out.");
    return 0;
  }
  if (!json) context.say("");
  context.note(wrap(refusalText(plan, write), context.screen.width));
  return 1;
}

/** What stands in the history: the command as it could be typed again. */
function commandText({ path, names, mentions, acceptDifferent, acceptUnread }: RenameCommand): string {
  return typedWords([
    "rename",
    path,
    ...names,
    ...(mentions ? ["--mentions"] : []),
    ...(acceptDifferent ? ["--accept-different"] : []),
    ...(acceptUnread ? ["--accept-unread"] : []),
  ]);
}
