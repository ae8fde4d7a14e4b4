/** What commands that carry a plan out share: show and ask, or write and show; commit it; say how to go back. */
import type { CommitSteps, Committed } from "../core/apply/index.js";
import type { Plan } from "../core/change/plan/index.js";
import type { SourceTree } from "../core/files/index.js";
import { wrap } from "../terminal/screen.js";
import { mayWrite } from "./may-write.js";
import { ensureOwnState } from "./settle.js";
import type { Context } from "./context.js";
import { withoutInterruption, withoutStopping } from "./uninterrupted.js";

/** A plan on its way to the disk. */
export interface CarryingOutPlan {
  readonly plan: Plan;
  readonly tree: SourceTree;
  /** What was asked, as it could be typed again. */
  readonly command: string;
  readonly write: boolean;
  readonly acceptDifferent?: boolean;
  readonly acceptUnread: boolean;
  readonly commit?: { readonly steps: CommitSteps; readonly title: string } | undefined;
  /** Shows what was done; called only if it was not shown before. */
  readonly show: (change: string) => void;
}

/** Why a plan is not carried out, and how to go on. */
function refusalText(
  { moves, renamespaced, proof: { different, gaps, added, led } }: Plan,
  { write, acceptDifferent = false }: { readonly write: boolean; readonly acceptDifferent?: boolean },
): string {
  const { length } = different;
  const head = `Nothing was written${write ? "" : ", and --write would be refused"}`;
  if (length === 0 || acceptDifferent)
    return `${head}: ${gaps.length === 1 ? "one place that may matter" : `${gaps.length} places that may matter`} could not be checked.\nLook at ${gaps.length === 1 ? "it" : "them"} yourself, then add --accept-unread${renamespaced ? ", or leave namespaces as they are with --keep-namespaces" : ""}.`;
  const fresh = Math.min(added - led, length);
  const [kept, next] = [length - fresh, moves.length === 0 ? "Put that right" : "Change the plan"];
  const what = [
    ...(kept === 1 ? ["one reference would not mean the same file"] : []),
    ...(kept > 1 ? [`${kept} references would not mean the same files`] : []),
    ...(fresh === 1 ? ["one new reference would not lead where it should"] : []),
    ...(fresh > 1 ? [`${fresh} new references would not lead where they should`] : []),
  ];
  const stay = renamespaced ? ", leave namespaces as they are with --keep-namespaces" : "";
  return `${head}: ${what.join(", and ")}.\n${next}${stay}, or add --accept-different if that is what you want.`;
}

/** Says it, each sentence on lines of its own. */
export function noteRefusal(
  { note, screen }: Context,
  plan: Plan,
  options: { readonly write: boolean; readonly acceptDifferent?: boolean },
): void {
  const lines = refusalText(plan, options).split("\n");
  note(lines.map((line) => wrap(line, screen.width)).join("\n"));
}

/** What `--commit` means as it was typed: alone it is one commit. */
export function commitSteps(typed: string | undefined): CommitSteps | undefined {
  return typed === undefined ? undefined : typed === "two-steps" ? "two-steps" : "one-step";
}

/** Asks, writes, commits. Gives the change's id; `undefined` where nobody wanted it. */
export async function carryOutPlan(context: Context, carrying: CarryingOutPlan): Promise<string | undefined> {
  const { plan, tree, command, write, commit, show, acceptDifferent = false, acceptUnread } = carrying;
  const { store, caller, progress } = context;
  const { applyPlan, commitChange, ensureCommittable } = await import("../core/apply/index.js");
  // Before anybody is asked: what cannot be committed is refused first.
  await ensureOwnState(context);
  if (commit) await ensureCommittable({ root: store.root, plan });
  if (!(await mayWrite(context, write, "Carry this out?"))) return undefined;
  const change = withoutInterruption(() =>
    applyPlan({ store, tree, plan, command, acceptDifferent, acceptUnread, caller, progress: progress.report }),
  );
  progress.clear();
  if (write) show(change);
  if (!context.json) context.say(`\nDone as change ${change}. Undo it with \`steady-shelf undo\`.`);
  if (commit) {
    const made = await withoutStopping(() => commitChange({ root: store.root, store, caller, plan, ...commit }));
    sayCommits(context, made);
  }
  return change;
}

function sayCommits(context: Context, commits: readonly Committed[]): void {
  for (const { id, title } of commits) context.note(`Committed as ${id}: ${title}`);
}
