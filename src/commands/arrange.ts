/** `steady-shelf arrange`: the plan that brings an app, or a part of it, onto the shelves of an arrangement. */
import type { Answer, ArrangedPlan, ArrangingRequest } from "../core/change/arrange/index.js";
import { planArranging } from "../core/change/arrange/index.js";
import { isBelow, type ProjectPath } from "../core/base/paths.js";
import type { Analysis } from "../core/insight/analysis.js";
import type { App } from "../core/app/index.js";
import { knownRole } from "../core/change/setup/index.js";
import { arrangeView, isNothing } from "../terminal/arrange-view.js";
import { askYesNo } from "../terminal/ask.js";
import { count } from "../wording/words.js";
import { featureOf, onlyApp, targetOf } from "../core/change/arrange/index.js";
import { answerQuestions } from "./answer-questions.js";
import { arrangeJson } from "../documents/arrange-json.js";
import { carryOutPlan, commitSteps } from "./carry-out-plan.js";
import type { Context } from "./context.js";
import { isInGroups } from "../core/insight/shown-analysis.js";
import { look, type GroupsOption, type ListingOptions } from "./looking.js";
import { noteTried, triedJson, triedText, tryOut, type Tried, type TryOptions } from "./try-out.js";
import { savePlan } from "./save-plan.js";
import { typedWords } from "./typed-words.js";
import { whyMoves } from "../wording/arranging.js";

/** What was typed. */
export interface ArrangeOptions extends ListingOptions, GroupsOption, TryOptions {
  readonly as?: string | undefined;
  readonly state?: "together" | "apart" | undefined;
  readonly feature?: string | undefined;
  readonly role?: string | undefined;
  readonly keepNames: boolean;
  readonly keepNamespaces: boolean;
  readonly likeliest: boolean;
  readonly index: boolean;
  readonly mentions: boolean;
  readonly acceptUnread: boolean;
  readonly save?: string | undefined;
  readonly commit?: string | undefined;
  readonly write: boolean;
}

/** Runs the command; gives the exit code. */
export async function runArrange(options: ArrangeOptions): Promise<number> {
  const looking = await look(options, { keepTexts: true });
  const { context, analysis } = looking;
  if (isInGroups(analysis, options.groups))
    return (await import("./arrange-groups.js")).arrangeGroups(looking, { ...options, groups: true });
  const analysed = onlyApp(analysis);
  const target = targetOf(analysed, options.as);
  const request: ArrangingRequest = {
    analysis,
    analysed,
    target,
    feature: featureOf(analysed, options.feature),
    role: options.role === undefined ? undefined : knownRole(target, options.role),
    keepNames: options.keepNames,
    keepNamespaces: options.keepNamespaces,
    takeLikeliest: options.likeliest,
    publicIndex: options.index,
    mentions: options.mentions,
    progress: context.progress.report,
  };
  let arranged = await planArranging(request);
  context.progress.clear();
  const { tree } = analysis.project;
  const tryIt = (): Promise<Tried | undefined> => tryOut(options, context, analysis.project, arranged.plan);
  let tried = await tryIt();
  const show = (change?: string): void => {
    showArranged(context, { arranged, target, tree, options, tried }, change);
  };
  const asks = context.canAsk && !options.write && arranged.questions.length > 0;
  if (asks) {
    show();
    const answers = (await askYesNo(`\n${waiting(arranged)} Answer now?`))
      ? await answerQuestions(arranged.questions)
      : new Map<ProjectPath, Answer>();
    if (answers.size > 0) {
      arranged = await planArranging({ ...request, answers });
      tried = await tryIt();
      context.progress.clear();
      context.say("");
      show();
    }
  }
  if (options.save !== undefined) await savePlan(context, tree, planFileOf(arranged), options.save);
  const isIncomplete = arranged.plan.proof.gaps.length > 0 && !options.acceptUnread;
  const isAlike = tried?.isAlike !== false;
  const mayWrite = !isNothing(arranged) && options.save === undefined && !isIncomplete && isAlike;
  if (!asks && (!mayWrite || !options.write)) show();
  if (isIncomplete) {
    const head = `Nothing was written${options.write ? "" : ", and --write would be refused"}`;
    context.note(
      `${head}: not everything that may matter could be checked.\nLook at it yourself, then add --accept-unread${arranged.plan.renamespaced ? ",\nor leave namespaces as they are with --keep-namespaces" : ""}.`,
    );
    return 1;
  }
  if (tried && !isAlike) {
    noteTried(context, tried, options.write);
    return 1;
  }
  if (!mayWrite) return 0;
  const steps = commitSteps(options.commit);
  await carryOutPlan(context, {
    plan: arranged.plan,
    tree,
    command: commandText(options),
    write: options.write,
    acceptUnread: options.acceptUnread,
    commit: steps && { steps, title: titleOf(target, options) },
    show,
  });
  return 0;
}

function waiting({ questions }: ArrangedPlan): string {
  return questions.length === 1
    ? "1 file waits for an answer."
    : `${count(questions.length, "file")} wait for an answer.`;
}

function planFileOf({ units, plan, additions, wishes, decided }: ArrangedPlan): Parameters<typeof savePlan>[2] {
  const features = [...new Set(units.map(({ feature }) => feature))];
  const groups = features.map((feature) => {
    const moves = units.filter((unit) => unit.feature === feature).flatMap((unit) => unit.moves);
    return { title: `${feature}: ${count(moves.length, "file")}`, moves: moves.filter(({ from, to }) => from !== to) };
  });
  // Of a unit the leading file tells the reason; a mirrored test goes with its file, and says so itself.
  const reasons = new Map(units.map(({ lead, because }) => [lead, whyMoves(because)] as const));
  return { moves: plan.moves, reasons, groups, additions, wishes, decides: decided };
}

interface Shown {
  readonly arranged: ArrangedPlan;
  readonly target: App;
  readonly tree: Analysis["project"]["tree"];
  readonly options: ArrangeOptions;
  readonly tried: Tried | undefined;
}

function showArranged(context: Context, { arranged, target, tree, options, tried }: Shown, change?: string): void {
  const document = { ...arrangeJson(arranged, change), ...triedJson(tried) };
  if (context.json) return context.say(JSON.stringify(document, undefined, 2));
  const { source } = target.layout;
  const files = tree.paths.filter((path: ProjectPath) => source === "" || isBelow(path, source));
  const { arrangement } = target.layout;
  context.say(arrangeView({ arranged, arrangement, source, files, all: options.all, change }, context.screen));
  if (tried) context.say(triedText(tried, context));
}

function commandText({
  as,
  feature,
  role,
  keepNames,
  keepNamespaces,
  likeliest,
  index,
  mentions,
  acceptUnread,
}: ArrangeOptions): string {
  return typedWords([
    "arrange",
    ...(as === undefined ? [] : ["--as", as]),
    ...(feature === undefined ? [] : ["--feature", feature]),
    ...(role === undefined ? [] : ["--role", role]),
    ...(keepNames ? ["--keep-names"] : []),
    ...(keepNamespaces ? ["--keep-namespaces"] : []),
    ...(likeliest ? ["--likeliest"] : []),
    ...(index ? ["--index"] : []),
    ...(mentions ? ["--mentions"] : []),
    ...(acceptUnread ? ["--accept-unread"] : []),
  ]);
}

/** The first line of a commit's message: `Arrange harvest feature-first`. */
function titleOf({ layout }: App, { feature, role }: ArrangeOptions): string {
  return ["Arrange", feature, role, layout.arrangement].filter((word) => word !== undefined).join(" ");
}
