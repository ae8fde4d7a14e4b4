/** `steady-shelf mend`: files were moved by hand; what pointed at them follows, or they go back. */
import { openProject, type Project } from "../core/app/index.js";
import { ShelfError } from "../core/base/errors.js";
import { isBelow, type ProjectPath } from "../core/base/paths.js";
import {
  movedByHand,
  planMending,
  type MendedFile,
  type Mending,
  type MendWay,
  type MovedByHand,
} from "../core/change/mend/index.js";
import { findRepository, readCommit, readLastState, type Snapshot } from "../core/files/index.js";
import { planJson } from "../documents/plan-json.js";
import { mendListView, mendView } from "../terminal/mend-view.js";
import { count } from "../wording/words.js";
import { carryOutDraft, type DraftOptions } from "./carry-out-draft.js";
import { openContext, type Context } from "./context.js";
import { filesOfLastLook, keepWhereFilesLie, lastLook } from "./last-look.js";
import { UsageError } from "./failure.js";
import { settleFirst } from "./settle.js";

/** What was typed. */
export interface MendOptions extends DraftOptions {
  /** Files or folders, where they were or where they are; all that were moved without any. */
  readonly paths: readonly string[];
  readonly follow: boolean;
  readonly putBack: boolean;
  /** The commit that has everything where it was. */
  readonly since: string;
  /** `OLD=NEW`, where nobody can tell. */
  readonly pair: readonly string[];
  /** Go on until somebody stops it. */
  readonly watch: boolean;
}

/** What was found, and what it was found in. */
interface Found {
  readonly project: Project;
  readonly before: Snapshot;
  /** When that was: a commit, or `the last look`. */
  readonly since: string;
  readonly byHand: MovedByHand;
}

/** Runs the command; gives the exit code. Throws `COMMIT_UNKNOWN`. */
export async function runMend(options: MendOptions): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  if (options.watch) return (await import("./mend-watch.js")).watchMoves(context, options);
  const found = await find(context, options);
  const answered = await withAnswers(context, found, options);
  const { moved } = answered.byHand;
  const chosen = options.follow ? "follow" : options.putBack ? "put back" : undefined;
  if (moved.length === 0) return sayNothing(context, answered, options);
  if (chosen) return mend(context, answered, options, chosen);
  const plans = {
    follow: await planned(answered, "follow", context),
    back: await planned(answered, "put back", context),
  };
  context.progress.clear();
  const broken = plans.follow.files.filter(isBroken);
  sayList(context, answered, plans, options);
  if (broken.length === 0) return 0;
  const way = context.canAsk ? await askWay(broken) : undefined;
  return way ? mend(context, answered, options, way) : 0;
}

async function find(context: Context, options: MendOptions): Promise<Found> {
  const project = await openProject(context.store);
  const { before, since } = await whereTheyWere(context, options.since);
  const said = new Map(options.pair.map((pair) => pairOf(context, pair)));
  const all = await movedByHand(project.tree, before, said);
  for (const [from, to] of said)
    if (!all.moved.some((each) => each.from === from && each.to === to))
      throw new UsageError(`--pair ${from}=${to} cannot be: the first has to be gone, and the second to be new.`);
  return { project, before, since, byHand: within(all, context, options) };
}

/** The last commit, or the one that was named; without a repository, what the last look has kept. Throws `COMMIT_UNKNOWN`, `NO_LAST_LOOK`. */
async function whereTheyWere({ store }: Context, since: string): Promise<Pick<Found, "before" | "since">> {
  const isThere = (path: ProjectPath): boolean => store.stat(path) !== undefined;
  const committed = await (since === "HEAD" ? readLastState(store.root, isThere) : readCommit(store.root, since));
  if (committed) return { before: committed, since };
  const hasGit = findRepository(store.root) !== undefined;
  const kept = since === "HEAD" && !hasGit ? filesOfLastLook(store) : undefined;
  if (kept) return { before: kept, since: lastLook };
  if (since === "HEAD" && !hasGit) {
    if (await keepWhereFilesLie(store)) throw new ShelfError("NO_LAST_LOOK");
    const reason =
      "Nothing could be kept here now, either: look at the permissions of .steady-shelf/, or put the project under git.";
    throw new ShelfError("NO_LAST_LOOK", { reason });
  }
  const reason = hasGit
    ? `git knows no commit ${since} here, so nobody can tell where files were.`
    : `There is no git history here, so there is no commit ${since}.`;
  throw new ShelfError("COMMIT_UNKNOWN", { path: since, reason });
}

function pairOf({ pathOf }: Context, typed: string): [ProjectPath, ProjectPath] {
  const [from = "", to = "", more] = typed.split("=");
  if (from === "" || to === "" || more !== undefined) throw new UsageError(`--pair takes OLD=NEW, not ${typed}.`);
  return [pathOf(from), pathOf(to)];
}

/** Only what somebody has named, by its place of then or of now. */
function within(all: MovedByHand, { pathOf }: Context, { paths }: MendOptions): MovedByHand {
  if (paths.length === 0) return all;
  const named = paths.map(pathOf);
  const isNamed = (path: ProjectPath): boolean =>
    named.some((each) => each === path || each === "" || isBelow(path, each));
  return {
    moved: all.moved.filter(({ from, to }) => isNamed(from) || isNamed(to)),
    unsure: all.unsure.filter(({ from, candidates }) => isNamed(from) || candidates.some(isNamed)),
    gone: all.gone.filter(isNamed),
  };
}

/** In a terminal, what nobody can tell is asked. */
async function withAnswers(context: Context, found: Found, options: MendOptions): Promise<Found> {
  const { unsure } = found.byHand;
  if (!context.canAsk || unsure.length === 0) return found;
  const { askChoice } = await import("../terminal/choice.js");
  const said = new Map(options.pair.map((pair) => pairOf(context, pair)));
  for (const { from, candidates } of unsure) {
    const left = candidates.filter((path) => ![...said.values()].includes(path));
    const answer = await askChoice(
      `${from} is gone. Which of these is it?`,
      [...left.map((path) => ({ value: path, label: path, hint: "" })), { value: "", label: "None of them", hint: "" }],
      undefined,
    );
    if (answer !== "") said.set(from, answer as ProjectPath);
  }
  const { project, before, since } = found;
  return { project, before, since, byHand: within(await movedByHand(project.tree, before, said), context, options) };
}

function planned({ project, before, byHand }: Found, way: MendWay, { progress }: Context): Promise<Mending> {
  return planMending({ project, before, moved: byHand.moved, way, progress: progress.report });
}

/** Whether something still points at where a file was, or it points at what it does not mean. */
function isBroken({ pointing, own }: MendedFile): boolean {
  return pointing + own > 0;
}

async function askWay(broken: readonly MendedFile[]): Promise<MendWay | undefined> {
  const { askChoice } = await import("../terminal/choice.js");
  const them = broken.length === 1 ? "it" : "them";
  const answer = await askChoice(
    `What becomes of ${broken.length === 1 ? "this file" : "these files"}?`,
    [
      { value: "follow", label: `Follow ${them}: update every path`, hint: "" },
      { value: "put back", label: `Put ${them} back where ${broken.length === 1 ? "it was" : "they were"}`, hint: "" },
      { value: "", label: "Leave it all as it is", hint: "" },
    ],
    "follow",
  );
  return answer === "follow" || answer === "put back" ? answer : undefined;
}

async function mend(context: Context, found: Found, options: MendOptions, way: MendWay): Promise<number> {
  const mending = await planned(found, way, context);
  const { plan } = mending;
  const { paths, since, pair } = options;
  const done = count(found.byHand.moved.length, "file");
  return carryOutDraft(context, options, {
    plan,
    project: found.project,
    words: [
      "mend",
      ...paths,
      way === "follow" ? "--follow" : "--put-back",
      ...(since === "HEAD" ? [] : ["--since", since]),
      ...pair.flatMap((each) => ["--pair", each]),
    ],
    title: way === "follow" ? `Follow ${done} that moved` : `Put ${done} back`,
    json: (change) => ({ ...planJson(plan, change), ...foundJson(found.byHand, mending), way }),
    view: (view) => mendView(mending, way, context.screen, view),
  });
}

function foundJson({ unsure, gone }: MovedByHand, { files }: Mending): object {
  const moved = files.map((file) => ({ ...file, alike: Math.round(file.alike * 100) / 100 }));
  return { moved, unsure, gone };
}

function sayNothing(context: Context, { byHand, since }: Found, options: MendOptions): number {
  const { json } = options;
  if (json === true)
    context.say(JSON.stringify({ version: 1, moved: [], unsure: byHand.unsure, gone: byHand.gone }, undefined, 2));
  else
    context.say(
      mendListView(byHand, undefined, context.screen, { since, all: options.all, isPart: options.paths.length > 0 }),
    );
  return 0;
}

function sayList(
  context: Context,
  { byHand, since }: Found,
  plans: { readonly follow: Mending; readonly back: Mending },
  { all, json }: MendOptions,
): void {
  if (json === true)
    return context.say(
      JSON.stringify(
        {
          version: 1,
          ...foundJson(byHand, plans.follow),
          follow: planJson(plans.follow.plan, undefined),
          putBack: planJson(plans.back.plan, undefined),
        },
        undefined,
        2,
      ),
    );
  context.say(mendListView(byHand, plans, context.screen, { since, all, asks: context.canAsk, isPart: false }));
}
