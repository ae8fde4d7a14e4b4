/** What the tests of joining share. */
import { openProject } from "../../app/index.js";
import { MemoryStore } from "../../files/index.js";
import { afterwards, at, type Files } from "../plan/planning.test.suite.js";
import { planDraft, type Draft, type Plan } from "../plan/index.js";
import { joinDraft, type JoinDraft } from "./index.js";

/** How one is asked for: `"src/a.ts src/b.ts > src/c.ts"`. What is gone afterwards is not there. */
export async function planJoin(
  files: Files,
  command: string,
  change: (draft: Draft) => Draft = (draft) => draft,
): Promise<{ readonly plan: Plan; readonly joined: JoinDraft; readonly then: Record<string, string> }> {
  const project = await openProject(new MemoryStore(files));
  const [what = "", target = ""] = command.split(" > ");
  const joined = await joinDraft(project, { files: what.split(" ").map(at), target: at(target) });
  const plan = await planDraft(project, change(joined.draft));
  const made = Object.fromEntries(plan.made.map((each) => [each.path, each.text]));
  const then = { ...afterwards(files, plan), ...made };
  for (const path of plan.removed) Reflect.deleteProperty(then, path);
  return { plan, joined, then };
}
