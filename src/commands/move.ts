/** `steady-shelf move FROM… TO` and `steady-shelf move --plan FILE`. */
import { readFileSync, writeFileSync } from "node:fs";
import { relative, resolve, sep } from "node:path";
import { folderOf } from "../core/paths.js";
import { reasonOf, ShelfError } from "../core/errors.js";
import { anticipateMove, openProject, planMoves, type Project } from "../core/pipeline.js";
import { understandMove, type Move, type Plan } from "../core/plan/index.js";
import { askYesNo } from "../terminal/ask.js";
import { planView } from "../terminal/plan-view.js";
import { openContext, type CommonOptions, type Context } from "./context.js";
import { planJson } from "./plan-json.js";
import { settleFirst } from "./settle.js";
import { typedWords } from "./typed-words.js";
import { withoutInterruption } from "./uninterrupted.js";

/** What was typed. */
export interface MoveOptions extends CommonOptions {
  /** Sources, and the target last. */
  readonly paths: readonly string[];
  readonly plan?: string | undefined;
  readonly save?: string | undefined;
  readonly write: boolean;
  readonly alone: boolean;
  readonly all: boolean;
  readonly acceptDifferent: boolean;
}

interface Wanted {
  readonly moves: readonly Move[];
  readonly places?: (move: Move) => string;
  /** The plan's own place, if it lies in the project. */
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
  const made = await planMoves(project, wanted.moves, {
    ...(wanted.places && { places: wanted.places }),
    progress: context.progress.report,
  });
  // A plan that lies in the project names what it moves; that needs no second look.
  const plan = { ...made, mentions: made.mentions.filter((mention) => mention.file !== wanted.file) };
  context.progress.clear();
  if (options.save !== undefined) await savePlan(context, plan, options.save);
  const holds = plan.proof.different.length === 0 || options.acceptDifferent;
  const write = holds && plan.moves.length > 0 && (options.write || (context.canAsk && options.save === undefined));
  if (!write || !options.write) show(context, project, plan, options);
  if (!write) return adviseOrRefuse(context, plan, options, holds);
  if (!options.write && !(await askYesNo("\nCarry this out?"))) {
    context.say("Nothing was written.");
    return 0;
  }
  const { applyPlan } = await import("../core/apply/index.js");
  const change = withoutInterruption(() => {
    return applyPlan({
      store: context.store,
      tree: project.tree,
      plan,
      command: commandText(options),
      acceptDifferent: options.acceptDifferent,
      caller: context.caller,
      progress: context.progress.report,
    });
  });
  context.progress.clear();
  if (options.write) show(context, project, plan, options, change);
  if (!context.json) context.say(`\nDone as change ${change}. \`steady-shelf undo\` takes it back.`);
  return 0;
}

function understandPaths(context: Context, project: Project, { paths, alone }: MoveOptions): Wanted {
  const typed = paths.at(-1) ?? "";
  const to = context.pathOf(typed);
  const from = paths.slice(0, -1).map((path) => context.pathOf(path));
  return { moves: understandMove(project.tree, { from, to, into: /[\\/]$|(^|[\\/])\.{1,2}$/.test(typed), alone }) };
}

async function readPlan(context: Context, project: Project, file: string): Promise<Wanted> {
  const { readPlanFile } = await import("../core/plan-file/index.js");
  const { moves, lineOf } = readPlanFile(project.tree, readText(file), file);
  return { moves, places: lineOf, file: relative(context.store.root, resolve(file)).replaceAll(sep, "/") };
}

function readText(file: string): string {
  try {
    return readFileSync(file, "utf8");
  } catch (error) {
    throw new ShelfError("PLAN_UNREADABLE", { reason: `${file} is not there, or not readable.` }, error);
  }
}

async function savePlan(context: Context, plan: Plan, file: string): Promise<void> {
  const { writePlanFile } = await import("../core/plan-file/index.js");
  try {
    writeFileSync(file, writePlanFile(plan.moves), { flag: "wx" });
  } catch (error) {
    const exists = (error as NodeJS.ErrnoException).code === "EEXIST";
    if (exists) throw new ShelfError("TARGET_EXISTS", { path: file, other: "the plan" }, error);
    throw new ShelfError("UNWRITABLE", { path: file, reason: reasonOf(error) }, error);
  }
  context.note(`The plan was saved; \`steady-shelf move --plan ${file} --write\` carries it out.`);
}

function show(context: Context, { tree }: Project, plan: Plan, { all }: MoveOptions, change?: string): void {
  if (context.json) return context.say(JSON.stringify(planJson(plan, change), undefined, 2));
  const moving = new Set<string>(plan.moves.map((move) => move.from));
  const staying = new Map<string, number>();
  for (const path of tree.paths)
    if (!moving.has(path)) staying.set(folderOf(path), (staying.get(folderOf(path)) ?? 0) + 1);
  context.say(
    planView(plan, context.screen, {
      all,
      staysIn: (folder) => staying.get(folder),
      ...(change !== undefined && { change }),
    }),
  );
}

function adviseOrRefuse(context: Context, plan: Plan, { json, write, save }: MoveOptions, holds: boolean): number {
  if (plan.moves.length === 0) return 0;
  if (holds) {
    if (!json && save === undefined) context.say("\nNothing was written. Add --write to carry it out.");
    return 0;
  }
  const { length } = plan.proof.different;
  const what =
    length === 1 ? "one reference would not mean the same file" : `${length} references would not mean the same files`;
  if (!json) context.say("");
  context.note(
    `Nothing was written${write ? "" : ", and --write would be refused"}: ${what}.\nChange the plan, or add --accept-different if that is what you want.`,
  );
  return 1;
}

/** What stands in the history: the command as it could be typed again. */
function commandText({ paths, plan, alone, acceptDifferent }: MoveOptions): string {
  const words = [
    "move",
    ...(plan === undefined ? paths : ["--plan", plan]),
    ...(alone ? ["--alone"] : []),
    ...(acceptDifferent ? ["--accept-different"] : []),
  ];
  return typedWords(words);
}
