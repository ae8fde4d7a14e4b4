/** What the tests of splitting share. */
import { openProject } from "../../app/index.js";
import { MemoryStore } from "../../files/index.js";
import { afterwards, at, type Files } from "../plan/planning.test.suite.js";
import { planDraft, type Draft, type Plan } from "../plan/index.js";
import { splitDraft, type SplitDraft } from "./index.js";

/** How one is asked for: `"src/a.ts"`, `"src/a.ts by kind > src/parts"`. What is gone afterwards is not there. */
export async function planSplit(
  files: Files,
  command: string,
  change: (draft: Draft) => Draft = (draft) => draft,
): Promise<{ readonly plan: Plan; readonly split: SplitDraft; readonly then: Record<string, string> }> {
  const project = await openProject(new MemoryStore(files));
  const [what = "", to] = command.split(" > ");
  const [path = "", by] = what.split(" by ");
  const split = await splitDraft(project, {
    path: at(path),
    ...((by === "name" || by === "kind") && { by }),
    ...(to !== undefined && { to: at(to) }),
  });
  const plan = await planDraft(project, change(split.draft));
  const made = Object.fromEntries(plan.made.map((each) => [each.path, each.text]));
  const then = { ...afterwards(files, plan), ...made };
  for (const gone of plan.removed) Reflect.deleteProperty(then, gone);
  return { plan, split, then };
}
