/** `steady-shelf move FROM… TO` and `steady-shelf move --plan FILE`. */
import { readFileSync } from "node:fs";
import { relative, resolve, sep } from "node:path";
import { folderOf, nameOf } from "../core/base/paths.js";
import { ShelfError } from "../core/base/errors.js";
import { anticipateMove, planMoves } from "../core/change/plan/index.js";
import { openProject, type Project } from "../core/app/index.js";
import { understandMove, type Move, type Plan } from "../core/change/plan/index.js";
import type { PlanFile } from "../core/change/plan-file/index.js";
import { planView } from "../terminal/plan-view.js";
import { wrap } from "../terminal/screen.js";
import { count, movedByHandNotes } from "../wording/words.js";
import { carryOutPlan, commitSteps, noteRefusal } from "./carry-out-plan.js";
import { noteTried, triedJson, triedText, tryOut, type Tried, type TryOptions } from "./try-out.js";
import { openContext, type CommonOptions, type Context } from "./context.js";
import { planJson } from "../documents/plan-json.js";
import { savePlan } from "./save-plan.js";
import { pathsOfLastLook, sinceWhen } from "./last-look.js";
import { settleFirst } from "./settle.js";
import { typedWords } from "./typed-words.js";

/** What was typed. */
export interface MoveOptions extends CommonOptions, TryOptions {
  /** Sources, and the target last. */
  readonly paths: readonly string[];
  readonly plan?: string | undefined;
  readonly save?: string | undefined;
  readonly write: boolean;
  readonly alone: boolean;
  readonly all: boolean;
  readonly acceptDifferent: boolean;
  readonly acceptUnread: boolean;
  readonly keepNamespaces: boolean;
  readonly mentions: boolean;
  readonly commit?: string | undefined;
  /** `patch` instead of the view. */
  readonly format?: "patch" | undefined;
}

interface Wanted {
  readonly moves: readonly Move[];
  /** The plan that was read, which of an arrangement may do more than move. */
  readonly saved?: PlanFile;
  /** Its place, if it lies in the project. */
  readonly file?: string;
}

/** Runs the command; gives the exit code. */
export async function runMove(options: MoveOptions): Promise<number> {
  const context = openContext(options);
  await settleFirst(context);
  const opening = openProject(context.store);
  // A mistyped path may be refused first; the project's own refusal must then not come as a second one.
  opening.catch(() => undefined);
  if (options.plan === undefined)
    anticipateMove(
      context.store,
      options.paths.slice(0, -1).map((path) => context.pathOf(path)),
    );
  const project = await opening;
  const wanted =
    options.plan === undefined
      ? understandPaths(context, project, options)
      : await readPlan(context, project, options.plan);
  const { moves, saved } = wanted;
  const led = [...(saved?.wishes.values() ?? [])].reduce((sum, ofFile) => sum + ofFile.size, 0);
  const { keepNamespaces, mentions } = options;
  const told = { keepNamespaces, mentions, progress: context.progress.report };
  const made = saved
    ? await (await import("../core/change/arrange/plan-saved.js")).planSaved(project, saved, told)
    : await planMoves(project, moves, told);
  // A plan that lies in the project names what it moves; that needs no second look.
  const plan = { ...made, mentions: made.mentions.filter((mention) => mention.file !== wanted.file) };
  context.progress.clear();
  if (options.format === "patch") return sayPatch(context, plan, project.tree);
  if (options.save !== undefined) await savePlan(context, project.tree, { ...saved, moves: plan.moves }, options.save);
  const tried = await tryOut(options, context, project, plan);
  const toGone = await goneNotes(context, plan);
  const holds = isAccepted(plan, options);
  const isAlike = tried?.isAlike !== false;
  const write = holds && isAlike && !isEmpty(plan) && (options.write || (context.canAsk && options.save === undefined));
  if (!write || !options.write) show(context, project, plan, { ...options, led, tried, toGone });
  if (tried && !isAlike && holds) {
    noteTried(context, tried, options.write);
    return 1;
  }
  if (!write) return adviseOrRefuse(context, plan, options, holds);
  const steps = commitSteps(options.commit);
  await carryOutPlan(context, {
    plan,
    tree: project.tree,
    command: commandText(options),
    write: options.write,
    acceptDifferent: options.acceptDifferent,
    acceptUnread: options.acceptUnread,
    commit: steps && { steps, title: titleOf(plan, options) },
    show: (change) => show(context, project, plan, { ...options, led, tried, toGone }, change),
  });
  return 0;
}

/** The plan as a patch on standard output; what is amiss is said beside it. Gives the exit code. */
async function sayPatch(context: Context, plan: Plan, tree: Project["tree"]): Promise<number> {
  const { planPatch, unpatchable } = await import("../documents/plan-patch.js");
  const [first] = unpatchable(plan, tree);
  if (first !== undefined) throw new ShelfError("NO_PATCH", { path: first });
  process.stdout.write(planPatch(plan, tree));
  const { different, gaps } = plan.proof;
  if (different.length + gaps.length === 0) return 0;
  const what = `${count(different.length, "reference")} would not mean the same, and ${count(gaps.length, "place")} that may matter could not be checked`;
  context.note(wrap(`The patch is not proved: ${what}. Without --format it is shown which.`, context.screen.width));
  return 1;
}

/** Whether the proof holds and is complete, or what is amiss is wanted all the same. */
function isAccepted({ proof }: Plan, { acceptDifferent, acceptUnread }: MoveOptions): boolean {
  return (proof.different.length === 0 || acceptDifferent) && (proof.gaps.length === 0 || acceptUnread);
}

/** A plan of an arrangement may do more than move. */
function isEmpty({ moves, texts, made }: Plan): boolean {
  return moves.length + texts.length + made.length === 0;
}

/** The first line of a commit's message. */
function titleOf({ moves }: Plan, { plan }: MoveOptions): string {
  const [first, second] = moves;
  if (plan !== undefined || !first || second) return `Move ${count(moves.length, "file")}`;
  return `Move ${nameOf(first.from)} to ${folderOf(first.to)}/`;
}

function understandPaths(context: Context, project: Project, { paths, alone }: MoveOptions): Wanted {
  const typed = paths.at(-1) ?? "";
  const to = context.pathOf(typed);
  const from = paths.slice(0, -1).map((path) => context.pathOf(path));
  return { moves: understandMove(project.tree, { from, to, into: /[\\/]$|(^|[\\/])\.{1,2}$/.test(typed), alone }) };
}

async function readPlan(context: Context, project: Project, file: string): Promise<Wanted> {
  const { readPlanFile } = await import("../core/change/plan-file/index.js");
  const saved = readPlanFile(project.tree, readText(file), file);
  return { moves: saved.moves, saved, file: relative(context.store.root, resolve(file)).replaceAll(sep, "/") };
}

function readText(file: string): string {
  try {
    return readFileSync(file, "utf8");
  } catch (error) {
    throw new ShelfError("PLAN_UNREADABLE", { reason: `${file} is not there, or not readable.` }, error);
  }
}

interface Shown extends MoveOptions {
  /** References that a saved plan leads through a public index. */
  readonly led: number;
  readonly tried: Tried | undefined;
  readonly toGone: readonly string[];
}

/** A word on references that lead to files which are gone: somebody may have moved those by hand. */
async function goneNotes({ store, json }: Context, { proof }: Plan): Promise<readonly string[]> {
  if (json || proof.unresolved.length === 0) return [];
  const { leadingToGone } = await import("../core/change/mend/index.js");
  const specifiers = proof.unresolved.map(({ specifier }) => specifier);
  return movedByHandNotes(await leadingToGone(store, specifiers, pathsOfLastLook(store)), sinceWhen(store));
}

function show(
  context: Context,
  { tree }: Project,
  plan: Plan,
  { all, led, tried, toGone }: Shown,
  change?: string,
): void {
  const document = { ...planJson(plan, change), ...triedJson(tried) };
  if (context.json) return context.say(JSON.stringify(document, undefined, 2));
  const moving = new Set<string>(plan.moves.map((move) => move.from));
  const staying = new Map<string, number>();
  for (const path of tree.paths)
    if (!moving.has(path)) staying.set(folderOf(path), (staying.get(folderOf(path)) ?? 0) + 1);
  context.say(
    planView(plan, context.screen, {
      all,
      led,
      staysIn: (folder) => staying.get(folder),
      notes: toGone,
      ...(change !== undefined && { change }),
    }),
  );
  if (tried) context.say(triedText(tried, context));
}

function adviseOrRefuse(context: Context, plan: Plan, options: MoveOptions, holds: boolean): number {
  const { json, save } = options;
  if (isEmpty(plan)) return 0;
  if (holds) {
    if (!json && save === undefined) context.say("\nNothing was written. Add --write to carry it out.");
    return 0;
  }
  if (!json) context.say("");
  noteRefusal(context, plan, options);
  return 1;
}

/** What stands in the history: the command as it could be typed again. */
function commandText({
  paths,
  plan,
  alone,
  keepNamespaces,
  mentions,
  acceptDifferent,
  acceptUnread,
}: MoveOptions): string {
  const words = [
    "move",
    ...(plan === undefined ? paths : ["--plan", plan]),
    ...(alone ? ["--alone"] : []),
    ...(keepNamespaces ? ["--keep-namespaces"] : []),
    ...(mentions ? ["--mentions"] : []),
    ...(acceptDifferent ? ["--accept-different"] : []),
    ...(acceptUnread ? ["--accept-unread"] : []),
  ];
  return typedWords(words);
}
