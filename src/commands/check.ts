/** `steady-shelf check`: what is not as it should be; with `--fix` the repair, with `--accept` the list of what is let be. */
import { ShelfError } from "../core/errors.js";
import type { ProjectPath } from "../core/paths.js";
import { check, rulesNamed, type Checked } from "../core/rules/index.js";
import { checkView } from "../terminal/check-view.js";
import type { Context } from "./context.js";
import { formatOf } from "./formats/index.js";
import { look, type Looking, type LookingOptions } from "./looking.js";

/** What was typed. */
export interface CheckOptions extends LookingOptions {
  readonly rule?: string | undefined;
  readonly changed?: string | undefined;
  readonly by: "rule" | "file";
  readonly format?: "text" | "json" | "sarif" | "junit" | "github" | "gitlab" | "azure" | undefined;
  readonly fix: boolean;
  readonly accept: boolean;
  readonly strict: boolean;
  readonly write: boolean;
}

/** Runs the command; gives the exit code. */
export async function runCheck(typed: CheckOptions): Promise<number> {
  const options = { ...typed, json: typed.json === true || typed.format === "json" };
  const only = options.rule === undefined ? undefined : rulesNamed(options.rule.split(",").filter(Boolean));
  const looking = await look(options);
  const { context, analysis } = looking;
  const checked = check(analysis, { only, changed: await changedFiles(context, options.changed) });
  context.progress.clear();
  if (options.accept) return (await import("./accept-findings.js")).acceptFindings(looking, checked, options);
  if (options.fix) return (await import("./fix-findings.js")).fixFindings(looking, checked, options);
  show(looking, checked, options);
  return exitCode(checked, options);
}

/** 1 where something is to be mended: an error, or a warning where those count, too. */
export function exitCode(checked: readonly Pick<Checked, "fresh">[], { strict }: Pick<CheckOptions, "strict">): number {
  const fails = checked.some(({ fresh }) => fresh.some(({ severity }) => strict || severity === "error"));
  return fails ? 1 : 0;
}

function show({ context }: Looking, checked: readonly Checked[], options: CheckOptions): void {
  const { by, all } = options;
  const format = options.json === true ? "json" : (options.format ?? "text");
  if (format !== "text") return context.say(formatOf(format, checked));
  context.say(
    checkView(checked, context.screen, {
      by,
      all,
      isPart: options.rule !== undefined || options.changed !== undefined,
    }),
  );
}

/** The files that differ from a commit. Throws `COMMIT_UNKNOWN`. */
async function changedFiles(
  { store }: Context,
  since: string | undefined,
): Promise<ReadonlySet<ProjectPath> | undefined> {
  if (since === undefined) return undefined;
  const changed = await store.changedSince(since === "" ? "HEAD" : since);
  if (changed) return new Set(changed);
  const hasHistory = (await store.history(1)) !== undefined;
  throw new ShelfError("COMMIT_UNKNOWN", {
    path: since === "" ? "HEAD" : since,
    ...(!hasHistory && { reason: "There is no git history here, so what changed cannot be told." }),
  });
}
