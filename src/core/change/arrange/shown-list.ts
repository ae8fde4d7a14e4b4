/**
 * The list that people see in their IDE, arranged without moving a file: what would go to another folder is shown in a group of that
 * name, and the items of groups come into an order.
 */
import { planDraft, type Plan } from "../plan/index.js";
import type { Claim, Draft } from "../draft.js";
import {
  languagesInUse,
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

function shaping(paths: readonly ProjectPath[]) {
  return languagesInUse().filter(
    (language) =>
      language.shapeList !== undefined &&
      paths.some(
        (path) => language.extensions.some((each) => path.endsWith(each)) && language.claims?.(path) !== false,
      ),
  );
}

/** The change of lists by which they have a shape, and what it is about. Throws `MERGE_CONFLICT`. */
export async function shapeDraft(
  tree: SourceTree,
  shape: ListShape,
): Promise<Omit<ShownList, "plan"> & { readonly draft: Draft }> {
  const languages = shaping(tree.paths);
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

/** Plans and proves it. `moves` says where files would go if they did. */
export async function planShownList(
  project: Project,
  moves: readonly { readonly from: ProjectPath; readonly to: ProjectPath }[],
  { order, progress }: { readonly order: readonly ListOrder[]; readonly progress?: Progress },
): Promise<ShownList> {
  const shown = new Map(moves.map(({ from, to }) => [from, to]));
  const { draft, regrouped, ordered } = await shapeDraft(project.tree, { shown, order });
  const plan = await planDraft(project, draft, progress ? { progress } : {});
  return { plan, regrouped, ordered };
}
