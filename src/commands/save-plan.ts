/** `--save FILE`: keeps a plan for review, to be carried out later. */
import { writeFileSync } from "node:fs";
import { reasonOf, ShelfError } from "../core/base/errors.js";
import type { PlanFileInput } from "../core/change/plan-file/index.js";
import type { SourceTree } from "../core/files/index.js";
import type { Context } from "./context.js";

/** Writes the plan to a new file, and says how it is carried out. Throws `PLAN_TAKEN`, `UNWRITABLE`. */
export async function savePlan(context: Context, tree: SourceTree, input: PlanFileInput, file: string): Promise<void> {
  const { writePlanFile } = await import("../core/change/plan-file/index.js");
  try {
    writeFileSync(file, writePlanFile(tree, input), { flag: "wx" });
  } catch (error) {
    const exists = (error as NodeJS.ErrnoException).code === "EEXIST";
    if (exists) throw new ShelfError("PLAN_TAKEN", { path: file }, error);
    throw new ShelfError("UNWRITABLE", { path: file, reason: reasonOf(error) }, error);
  }
  context.note(`The plan was saved; \`steady-shelf move --plan ${file} --write\` carries it out.`);
}
