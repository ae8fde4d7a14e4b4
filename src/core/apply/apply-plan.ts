/** Turns a proved plan into a change and carries it out. */
import { ShelfError } from "../base/errors.js";
import { languageFor } from "../languages/index.js";
import { ensurePossible, type Plan } from "../change/plan/index.js";
import type { ProjectPath } from "../base/paths.js";
import type { Progress } from "../base/progress.js";
import type { FileStore, SourceTree } from "../files/index.js";
import { hashOf, type Caller, type Change, type ChangeItem } from "./change.js";
import { carryOut } from "./transaction.js";

/** How a plan is carried out. */
export interface ApplyInput {
  readonly store: FileStore;
  readonly tree: SourceTree;
  readonly plan: Plan;
  /** What was asked, for the history. */
  readonly command: string;
  /** Carry it out although the proof names references that will not mean the same. */
  readonly acceptDifferent: boolean;
  /** Carry it out although not everything that could matter was read. */
  readonly acceptUnread?: boolean;
  readonly caller: Caller;
  readonly progress?: Progress;
}

/**
 * Carries a plan out and gives the change's id. Throws `PROOF_FAILS` and `PROOF_INCOMPLETE` before anything else, then what
 * `carryOut` throws.
 */
export function applyPlan(input: ApplyInput): string {
  const { store, tree, plan, command, acceptDifferent, acceptUnread = false, caller, progress } = input;
  const different = plan.proof.different.length;
  if (different > 0 && !acceptDifferent) {
    const reason =
      different === 1
        ? "one reference would not mean the same file."
        : `${different} references would not mean the same files.`;
    throw new ShelfError("PROOF_FAILS", { reason });
  }
  if (plan.proof.gaps.length > 0 && !acceptUnread)
    throw new ShelfError("PROOF_INCOMPLETE", {
      paths: [...new Set(plan.proof.gaps.map(({ file }) => file))].slice(0, 8),
    });
  // What stood in the way when the plan was made was refused then; something may have come since.
  ensurePossible(tree, plan.moves);
  return carryOut(store, changeOf(tree, plan, command), caller, progress);
}

/** The plan as items for the transaction. */
function changeOf(tree: SourceTree, plan: Plan, command: string): Change {
  const targets = new Map(plan.moves.map((move) => [move.from, move.to]));
  const target = (file: ProjectPath): ProjectPath => targets.get(file) ?? file;
  const items = new Map<ProjectPath, ChangeItem>();
  for (const { from, to } of plan.moves) items.set(from, { from, to, kind: "move", ...expectedOf(tree, from) });
  for (const { file, after } of plan.texts) {
    const source = tree.text(file);
    if (source)
      items.set(file, {
        from: file,
        to: target(file),
        kind: "content",
        after: source.encode(after, file),
        expected: { hash: hashOf(source.encode(source.text, file)) },
      });
  }
  for (const { path, text, bytes = Buffer.from(text) } of plan.made)
    items.set(path, { from: path, to: path, kind: "create", after: bytes });
  for (const path of plan.removed) items.set(path, { from: path, to: path, kind: "remove", ...expectedOf(tree, path) });
  for (const { file, before, after } of plan.links)
    items.set(file, {
      from: file,
      to: target(file),
      kind: "link",
      after: Buffer.from(after),
      expected: { hash: hashOf(Buffer.from(before)) },
    });
  return {
    command,
    items: [...items.values()],
    foldersMade: plan.foldersMade.map((path) => ({ path })),
    foldersEmptied: plan.foldersEmptied,
  };
}

/** Only a text that the plan stands on has to be the same; an image may change and still move. */
function expectedOf(tree: SourceTree, file: ProjectPath): { expected?: { hash: string } } {
  if (languageFor(file) === undefined || !tree.wasRead(file)) return {};
  const source = tree.text(file);
  return source ? { expected: { hash: hashOf(source.encode(source.text, file)) } } : {};
}
