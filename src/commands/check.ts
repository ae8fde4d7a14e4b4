/** `steady-shelf check`: what is not as it should be; with `--fix` the repair, with `--accept` the list of what is let be. */
import { ShelfError } from "../core/base/errors.js";
import type { ProjectPath } from "../core/base/paths.js";
import { leadingToGone } from "../core/change/mend/index.js";
import { check, rules, rulesNamed, type Checked } from "../core/insight/rules/index.js";
import { ruleTable } from "../core/app/configuration/index.js";
import type { FileReader } from "../core/files/index.js";
import { checkView, whyView } from "../terminal/check-view.js";
import { screenFor } from "../terminal/screen.js";
import type { Context } from "./context.js";
import { formatOf } from "../documents/formats/index.js";
import { judgedBy } from "../core/insight/shown-analysis.js";
import { exitCode, type CheckOptions } from "./check-options.js";
import { pathsOfLastLook, sinceWhen } from "./last-look.js";
import { look, lookAndSay } from "./looking.js";

/** Runs the command; gives the exit code. */
export async function runCheck(typed: CheckOptions): Promise<number> {
  const options = { ...typed, json: typed.json === true || typed.format === "json" };
  const { rule, changed, by, format, strict, all, why, groups } = options;
  if (why !== undefined) return sayWhy(why, options);
  const only = rule === undefined ? undefined : rulesNamed(rule.split(",").filter(Boolean));
  if (options.accept || options.fix) {
    // A repair stands on the texts that were looked at.
    const looking = await look(options, { keepTexts: options.fix });
    const { judged } = judgedBy(looking.analysis, groups);
    const found = check(judged, { only, changed: await changedFiles(looking.context.store, changed) });
    if (options.accept) return (await import("./accept-findings.js")).acceptFindings(looking, found, options);
    return (await import("./fix-findings.js")).fixFindings(looking, found, options);
  }
  if (options.since !== undefined) {
    const { context, analysis } = await look(options);
    const { judged, inGroups } = judgedBy(analysis, groups);
    const { foundSince } = await import("./check-since.js");
    const found = await foundSince(context, check(judged, { only }), { since: options.since, only, groups });
    context.say(textOf(context, found, { ...options, inGroups, toGone: 0 }));
    return exitCode(found, options);
  }
  return lookAndSay(
    ["check", rule, changed, by, format, strict, all, groups],
    options,
    async ({ context, analysis }, store) => {
      const { judged, inGroups } = judgedBy(analysis, groups);
      const found = check(judged, { only, changed: await changedFiles(store, changed) });
      const toGone = await leadingToGone(store, unresolvedIn(found), pathsOfLastLook(context.store));
      return { text: textOf(context, found, { ...options, inGroups, toGone }), code: exitCode(found, options) };
    },
  );
}

/** Says what the rules that a word names ask for, and why. */
function sayWhy(word: string, options: CheckOptions): number {
  const names = rulesNamed([word]);
  const wanted = rules.filter(({ name }) => names.includes(name));
  const screen = screenFor(process.stdout, process.env);
  const told = wanted.map(({ name, asks, why, wrong, right }) => ({
    name,
    ...ruleTable[name],
    asks,
    why,
    wrong,
    right,
  }));
  const text =
    options.json === true
      ? JSON.stringify({ version: 1, rules: told }, undefined, 2)
      : wanted.map((each) => whyView(each, screen)).join("\n\n");
  process.stdout.write(`${text}\n`);
  return 0;
}

/** What findings say of paths that lead nowhere. */
function unresolvedIn(checked: readonly Checked[]): string[] {
  return checked
    .flatMap(({ fresh }) => fresh)
    .flatMap(({ what }) => {
      if (what.code === "folder missing") return what.specifiers;
      return what.code === "unresolved" || what.code === "several unresolved" || what.code === "unresolved alike"
        ? [what.specifier]
        : [];
    });
}

interface TextOptions extends CheckOptions {
  readonly inGroups: boolean;
  readonly toGone: number;
}

function textOf({ screen, store }: Context, checked: readonly Checked[], options: TextOptions): string {
  const { by, all, inGroups, toGone } = options;
  const format = options.json === true ? "json" : (options.format ?? "text");
  if (format !== "text") return formatOf(format, checked);
  return checkView(checked, screen, {
    by,
    all,
    inGroups,
    toGone,
    goneSince: sinceWhen(store),
    since: options.since,
    isPart: options.rule !== undefined || options.changed !== undefined || options.since !== undefined,
  });
}

/** The files that differ from a commit. Throws `COMMIT_UNKNOWN`. */
async function changedFiles(
  store: FileReader,
  since: string | undefined,
): Promise<ReadonlySet<ProjectPath> | undefined> {
  if (since === undefined) return undefined;
  const changed = await store.changedSince(since === "" ? "HEAD" : since);
  if (changed) return new Set(changed);
  const hasHistory = (await store.past(1)) !== undefined;
  throw new ShelfError("COMMIT_UNKNOWN", {
    path: since === "" ? "HEAD" : since,
    ...(!hasHistory && { reason: "There is no git history here, so what changed cannot be told." }),
  });
}
