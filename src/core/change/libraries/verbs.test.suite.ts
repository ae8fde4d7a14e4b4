/** What tests of taking out, joining and splitting in one language share: a command by its words, and the whole tree afterwards. */
import { planExtraction } from "../extract/extracting.test.suite.js";
import { planJoin } from "../join/joining.test.suite.js";
import { afterwards, type Files } from "../plan/planning.test.suite.js";
import type { Draft, Plan } from "../plan/index.js";
import { planSplit } from "../split/splitting.test.suite.js";

/** `"join a b > c"`, `"split a"`, `"extract a Name > b"`, whichever of the three. What is gone afterwards is not in `then`. */
export async function planVerb(
  files: Files,
  command: string,
  change?: (draft: Draft) => Draft,
): Promise<{ readonly plan: Plan; readonly draft: Draft; readonly then: Readonly<Record<string, string>> }> {
  const [verb, ...rest] = command.split(" ");
  if (verb === "join") {
    const { plan, joined, then } = await planJoin(files, rest.join(" "), change);
    return { plan, draft: joined.draft, then };
  }
  if (verb === "split") {
    const { plan, split, then } = await planSplit(files, rest.join(" "), change);
    return { plan, draft: split.draft, then };
  }
  const { plan, extracted } = await planExtraction(files, rest.join(" "), change);
  const then = { ...afterwards(files, plan), ...Object.fromEntries(plan.made.map(({ path, text }) => [path, text])) };
  for (const gone of plan.removed) Reflect.deleteProperty(then, gone);
  return { plan, draft: extracted.draft, then };
}
