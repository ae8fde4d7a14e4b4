/** `steady-shelf move FROM… GROUP --groups`: entries of a project go to another group; no file moves. */
import { ShelfError } from "../core/base/errors.js";
import { isBelow, nameOf } from "../core/base/paths.js";
import { openProject } from "../core/app/index.js";
import { planShownList } from "../core/change/arrange/shown-list.js";
import { understandMove } from "../core/change/plan/index.js";
import { relocated } from "../core/files/index.js";
import { hasShownList, placesShown } from "../core/insight/shown-analysis.js";
import { planJson } from "../documents/plan-json.js";
import { shownListView } from "../terminal/shown-list-view.js";
import { carryOutDraft, type DraftOptions } from "./carry-out-draft.js";
import { openContext } from "./context.js";
import { UsageError } from "./failure.js";
import { settleFirst } from "./settle.js";

/** What was typed. */
export interface MoveGroupsOptions extends Omit<DraftOptions, "acceptDifferent"> {
  /** Files by where they lie or are shown, or groups; and the group last. */
  readonly paths: readonly string[];
  readonly alone: boolean;
}

/** Runs the command; gives the exit code. Throws `NO_GROUPS`, and what `understandMove` throws. */
export async function runMoveGroups(options: MoveGroupsOptions): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  const project = await openProject(context.store);
  const { tree } = project;
  if (!hasShownList(tree)) throw new ShelfError("NO_GROUPS");
  const places = placesShown(tree);
  const real = new Map([...places].map(([path, place]) => [place, path]));
  const [typed = "", ...sources] = options.paths.toReversed();
  const moves = understandMove(relocated(tree, places), {
    from: sources.reverse().map((path) => {
      const at = context.pathOf(path);
      return places.get(at) ?? at;
    }),
    to: context.pathOf(typed),
    into: /[\\/]$|(^|[\\/])\.{1,2}$/.test(typed),
    alone: options.alone,
  });
  const renamed = moves.find(({ from, to }) => nameOf(from) !== nameOf(to));
  if (renamed)
    throw new UsageError(
      `--groups moves no file, so ${nameOf(renamed.from)} keeps its name; end the group with a slash: ${typed}/`,
    );
  const going = moves.map(({ from, to }) => ({ from: real.get(from) ?? from, to }));
  const list = await planShownList(project, going, { order: [], progress: context.progress.report });
  const wanted = going.filter(({ from, to }) => (places.get(from) ?? from) !== to);
  const lost = wanted.find(({ from }) => !list.regrouped.some(({ file }) => file === from || isBelow(from, file)));
  if (lost) throw new ShelfError("NOT_SHOWN", { path: lost.from });
  return carryOutDraft(
    context,
    { ...options, acceptDifferent: false },
    {
      plan: list.plan,
      project,
      words: ["move", ...options.paths, "--groups", ...(options.alone ? ["--alone"] : [])],
      title: `Show ${nameOf(moves[0]?.from ?? typed)} in ${typed}`,
      json: (change) => ({
        ...planJson(list.plan, change),
        groups: list.regrouped.map(({ file, from, to }) => ({ file, from, to })),
        ordered: list.ordered,
      }),
      view: (view) => shownListView(list, { waiting: 0 }, context.screen, view),
    },
  );
}
