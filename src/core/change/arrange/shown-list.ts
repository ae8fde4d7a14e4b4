/**
 * The list that people see in their IDE, arranged without moving a file: what would go to another folder is shown in a group of that
 * name, and the items of groups come into an order.
 */
import { planDraft, type Plan } from "../plan/index.js";
import { draftOf, type Claim, type Draft, type DraftParts } from "../draft.js";
import {
  listShapers,
  type ListOrder,
  type ListShape,
  type OrderedGroup,
  type ShownEntry,
} from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { Progress } from "../../base/progress.js";
import type { Project } from "../../app/index.js";
import type { SourceTree } from "../../files/index.js";

/** A list in a new shape, planned. */
export interface ShownList {
  readonly plan: Plan;
  readonly regrouped: readonly ShownEntry[];
  /** Groups whose items come into another order. */
  readonly ordered: readonly OrderedGroup[];
}

/** The change of lists by which they have a shape, and what it is about. Throws `MERGE_CONFLICT`. */
export async function shapeDraft(
  tree: SourceTree,
  shape: ListShape,
): Promise<Omit<ShownList, "plan"> & { readonly draft: Draft }> {
  const languages = listShapers(tree.paths);
  await Promise.all(languages.map((language) => language.prepare()));
  const lists = languages.flatMap((language) => language.shapeList?.(shape, tree) ?? []);
  const lines = lists.flatMap((list) => list.lines);
  const files = [...new Set(lines.map(({ file }) => file))];
  return {
    draft: {
      moves: [],
      edits: lines.map(({ file, start, end, text, why }) => ({ file, start, end, text, why })),
      made: [],
      claims: files.map((file): Claim => ({ kind: "adds", file, means: [], others: "led" })),
    },
    regrouped: lists.flatMap(({ regrouped }) => regrouped),
    ordered: lists.flatMap(({ ordered }) => ordered),
  };
}

/** What planning a list may be told. */
export interface ShownListOptions {
  readonly order: readonly ListOrder[];
  readonly progress?: Progress;
  /** What else changes: the configuration says what was decided. */
  readonly besides?: Pick<DraftParts, "edits" | "additions"> | undefined;
}

function withDecisions(list: Draft, { edits, made, claims }: Draft): Draft {
  return { ...list, edits: [...list.edits, ...edits], made, claims: [...list.claims, ...claims] };
}

/** Plans and proves it. `moves` says where files would go if they did. */
export async function planShownList(
  project: Project,
  moves: readonly { readonly from: ProjectPath; readonly to: ProjectPath }[],
  { order, progress, besides }: ShownListOptions,
): Promise<ShownList> {
  const shown = new Map(moves.map(({ from, to }) => [from, to]));
  const shaped = await shapeDraft(project.tree, { shown, order });
  const { regrouped, ordered } = shaped;
  const draft = besides ? withDecisions(shaped.draft, draftOf(project.tree, { moves: [], ...besides })) : shaped.draft;
  const plan = await planDraft(project, draft, progress ? { progress } : {});
  return { plan, regrouped, ordered };
}
