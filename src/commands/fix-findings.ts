/** `steady-shelf check --fix`: the safe repairs as one plan; the others are offered one by one where a person can be asked. */
import { ShelfError } from "../core/base/errors.js";
import { folderOf } from "../core/base/paths.js";
import { editsBetween, type DraftEdit, type Move, type Plan } from "../core/change/plan/index.js";
import {
  acceptedPath,
  changeAccepted,
  isRepairable,
  isWanted,
  repairsOf,
  writeAccepted,
  type Checked,
  type Finding,
} from "../core/insight/rules/index.js";
import { planRepairs, type Repairs, type WhyLeft } from "../core/change/repair.js";
import type { SourceTree } from "../core/files/index.js";
import { findingLine } from "../terminal/check-view.js";
import { planView } from "../terminal/plan-view.js";
import { count } from "../wording/words.js";
import { carryOutPlan } from "./carry-out-plan.js";
import { exitCode, type CheckOptions } from "./check-options.js";
import { noteTried, triedJson, triedText, tryOut, type Tried } from "./try-out.js";
import type { Context } from "./context.js";
import { findingJson } from "../documents/check-json.js";
import type { Looking } from "./looking.js";
import { planJson } from "../documents/plan-json.js";
import { typedWords } from "./typed-words.js";
import { wrap } from "../terminal/screen.js";
import { tell } from "../wording/findings.js";
import { tellRepair } from "../wording/repairs.js";

/** Plans the repairs, shows them, and carries them out; gives the exit code. Throws `FIX_NEEDS_CONFIGURATION`. */
export async function fixFindings(
  { context, analysis }: Looking,
  checked: readonly Checked[],
  options: CheckOptions,
): Promise<number> {
  const { project, graph } = analysis;
  const offered = checked.flatMap(repairable);
  if (
    offered.length === 0 &&
    checked.some(({ app, fresh }) => app.guessed && fresh.some((finding) => repairsOf(finding).length > 0))
  )
    throw new ShelfError("FIX_NEEDS_CONFIGURATION");
  const sure = offered.filter((finding) => isWanted(finding, options.rule));
  const unsure = offered.filter((finding) => !isWanted(finding, options.rule));
  const chosen = context.canAsk && !options.write ? await askOneByOne(unsure) : new Map<Finding, Finding>();
  const repairs = await planRepairs(project, [...sure, ...chosen.values()], {
    graph,
    apps: analysis.apps,
    progress: context.progress.report,
    follow: (moves) => listEdits(moves, checked, project.tree),
  });
  context.progress.clear();
  const { plan } = repairs;
  const open = unsure.filter((finding) => !chosen.has(finding));
  const isRepaired = (finding: Finding): boolean => repairs.repaired.includes(chosen.get(finding) ?? finding);
  const isNothing = plan.moves.length + plan.edits.length + plan.texts.length === 0;
  const tried = isNothing ? undefined : await tryOut(options, context, project, plan);
  const show = (change?: string): void => {
    showRepairs(context, { repairs, plan, open, checked, options, tree: project.tree, tried }, change);
  };
  const left = checked.map(({ fresh }) => ({ fresh: fresh.filter((finding) => !isRepaired(finding)) }));
  if (isNothing || !options.write) show();
  if (isNothing) return exitCode(left, options);
  const isIncomplete = plan.proof.gaps.length > 0 && !options.acceptUnread;
  if (plan.proof.different.length > 0 || isIncomplete) {
    if (options.write) show();
    const why = isIncomplete
      ? "not everything that may matter could be checked. Look at it yourself, then add --accept-unread"
      : "the proof does not hold";
    context.note(`Nothing was written${options.write ? "" : ", and --write would be refused"}: ${why}.`);
    return 1;
  }
  if (tried && !tried.isAlike) {
    if (options.write) show();
    noteTried(context, tried, options.write);
    return 1;
  }
  const command = typedWords(["check", "--fix", ...(options.rule === undefined ? [] : ["--rule", options.rule])]);
  const { write, acceptUnread } = options;
  const change = await carryOutPlan(context, { plan, tree: project.tree, command, write, acceptUnread, show });
  if (change === undefined) return exitCode(checked, options);
  return exitCode(left, options);
}

/** Where an arrangement was only guessed, nothing moves because of it; what is misspelled can be put right all the same. */
function repairable({ app, fresh }: Checked): Finding[] {
  return fresh.filter((finding) => isRepairable(finding, app));
}

/** Those that somebody wants, each with the repair that they chose. */
async function askOneByOne(findings: readonly Finding[]): Promise<ReadonlyMap<Finding, Finding>> {
  const chosen = new Map<Finding, Finding>();
  if (findings.length === 0) return chosen;
  const { askChoice } = await import("../terminal/choice.js");
  for (const [index, finding] of findings.entries()) {
    const ways = repairsOf(finding);
    const answer = await askChoice(
      `${index + 1} of ${findings.length}  ${finding.file}: ${tell(finding).says}.`,
      [
        ...ways.map((repair, way) => ({ value: String(way), label: tellRepair(finding, repair), hint: "" })),
        { value: "no", label: "Leave it", hint: "" },
        { value: "stop", label: "Leave this and all that follow", hint: "" },
      ],
      "no",
    );
    const repair = ways[Number(answer)];
    if (repair) chosen.set(finding, { ...finding, repair });
    if (answer === "stop") break;
  }
  return chosen;
}

/** Lists of accepted findings follow the files that move, and lose what is gone. */
function listEdits(moves: readonly Move[], checked: readonly Checked[], tree: SourceTree): DraftEdit[] {
  const moved = new Map(moves.map(({ from, to }) => [from, to]));
  return checked.flatMap(({ app, gone, list }): DraftEdit[] => {
    const file = acceptedPath(app.app.folder);
    const before = list && tree.has(file) ? tree.text(file)?.text : undefined;
    if (!list || before === undefined) return [];
    const after = writeAccepted(changeAccepted(list, app.app.folder, { drop: gone, moved }));
    return editsBetween(file, before, after, "accepted findings");
  });
}

interface Shown {
  readonly repairs: Repairs;
  readonly plan: Plan;
  /** Findings whose repair nobody has chosen. */
  readonly open: readonly Finding[];
  readonly checked: readonly Checked[];
  readonly options: CheckOptions;
  readonly tree: SourceTree;
  readonly tried: Tried | undefined;
}

/** What the proof does not speak of. */
function notesOf({ repaired }: Repairs): string[] {
  return repaired.some(({ repair }) => repair?.kind === "action text")
    ? [
        "Texts of actions change wherever a script has them as a whole. What puts them together, or keeps them elsewhere, is not known.",
      ]
    : [];
}

/** What is in the way, and where. */
function reasonOf({ message, place }: WhyLeft): string {
  return place === undefined ? message : `${message} (${place.file}:${place.line})`;
}

function showRepairs(
  context: Context,
  { repairs, plan, open, checked, options, tree, tried }: Shown,
  change?: string,
): void {
  const { screen } = context;
  const found = checked.reduce((sum, { fresh }) => sum + fresh.length, 0);
  if (context.json) {
    const document = {
      ...planJson(plan, change),
      repaired: repairs.repaired.map(findingJson),
      left: [...repairs.left, ...open].map((finding) => {
        const why = repairs.reasons.get(finding);
        return { ...findingJson(finding), ...(why && { why: reasonOf(why) }) };
      }),
      ...triedJson(tried),
    };
    return context.say(JSON.stringify(document, undefined, 2));
  }
  const done = change === undefined ? "can be fixed safely" : "fixed";
  const gone = checked.reduce((sum, each) => sum + each.gone.length, 0);
  context.say(
    screen.palette.strong(
      found === 0 ? "Nothing was found." : `${repairs.repaired.length} of ${count(found, "finding")} ${done}.`,
    ),
  );
  if (gone > 0)
    context.say(
      `${count(gone, "accepted finding is", "accepted findings are")} repaired already and ${change === undefined ? "will leave" : "left"} the list.`,
    );
  if (plan.moves.length + plan.edits.length + plan.texts.length > 0) {
    const moving = new Set<string>(plan.moves.map(({ from }) => from));
    const staysIn = (folder: string): number | undefined =>
      tree.paths.filter((path) => folderOf(path) === folder && !moving.has(path)).length || undefined;
    context.say(
      `\n${planView(plan, screen, { all: options.all, staysIn, notes: notesOf(repairs), ...(change !== undefined && { change }) })}`,
    );
    if (tried) context.say(triedText(tried, context));
  }
  const list = (title: string, findings: readonly Finding[]): void => {
    if (findings.length === 0) return;
    const shown = options.all ? findings : findings.slice(0, 8);
    context.say(`\n  ${screen.palette.strong(title)}`);
    for (const finding of shown) {
      context.say(findingLine(finding, screen));
      const why = repairs.reasons.get(finding);
      if (why) context.say(wrap(reasonOf(why), screen.width, "      "));
    }
    if (shown.length < findings.length)
      context.say(screen.palette.faint(`    … and ${findings.length - shown.length} more (--all)`));
  };
  list("uncertain; without --write, each is offered in a terminal", open);
  const [told, untold] = [true, false].map((isTold) =>
    repairs.left.filter((finding) => repairs.reasons.has(finding) === isTold),
  );
  list("left: something is in the way", told ?? []);
  list("left: a file that cannot be read yet seems to name them, or another repair stands in the way", untold ?? []);
}
