/** Plans what a plan file says: moves, and of an arrangement all that goes with them. */
import type { Project } from "../../app/index.js";
import { decisionEdits, withoutDecided } from "./decide.js";
import { planMoves, type Plan, type PlanOptions } from "../plan/index.js";
import type { PlanFile } from "../plan-file/plan-file.js";

/** Plans it. Nothing is written. */
export async function planSaved(
  project: Project,
  { moves, lineOf, additions, wishes, decides }: PlanFile,
  options: PlanOptions = {},
): Promise<Plan> {
  const edits = await decisionEdits(project.tree, moves, decides);
  const plan = await planMoves(project, moves, { places: lineOf, additions, wishes, edits, ...options });
  return withoutDecided(plan, decides);
}
