/** `steady-shelf check --accept`: writes down what is found today, so that only new findings fail. */
import type { Plan } from "../core/change/plan/index.js";
import { draftAccepted } from "../core/change/setup/index.js";
import type { Checked } from "../core/insight/rules/index.js";
import { count } from "../wording/words.js";
import { carryOutSetUp } from "./carry-out.js";
import type { CheckOptions } from "./check-options.js";
import type { Looking } from "./looking.js";
import { planJson } from "../documents/plan-json.js";
import { typedWords } from "./typed-words.js";

/** Writes the lists of every app that was checked; gives the exit code. */
export async function acceptFindings(
  { context }: Looking,
  checked: readonly Checked[],
  options: CheckOptions,
): Promise<number> {
  const setUp = draftAccepted(context.store, checked);
  const found = checked.reduce((sum, { fresh }) => sum + fresh.length, 0);
  const gone = checked.reduce((sum, each) => sum + each.gone.length, 0);
  const before = checked.reduce((sum, { accepted }) => sum + accepted.length, 0);
  const show = (plan: Plan, change?: string): void => {
    if (context.json)
      return context.say(JSON.stringify({ ...planJson(plan, change), notes: setUp.notes }, undefined, 2));
    if (plan.made.length + plan.texts.length === 0)
      return context.say(
        before === 0
          ? "Nothing was found, so there is nothing to accept."
          : "Nothing new was found; the list stays as it is.",
      );
    const dropped = gone > 0 ? `, and ${count(gone, "repaired one is", "repaired ones are")} dropped` : "";
    context.say(
      context.screen.palette.strong(
        `${change === undefined ? "Accepts" : "Accepted"} ${count(found, "finding")}${before > 0 ? ` besides ${before} of before` : ""}${dropped}.`,
      ),
    );
    for (const { path } of plan.made) context.say(`  + ${path}`);
    for (const { file } of plan.texts) context.say(`  ~ ${file}`);
    context.say("  From then on only new findings fail. Repaired ones leave the list with --fix or --accept.");
  };
  const command = typedWords(["check", "--accept", ...(options.rule === undefined ? [] : ["--rule", options.rule])]);
  return carryOutSetUp(context, { setUp, command, write: options.write, acceptDifferent: false, show });
}
