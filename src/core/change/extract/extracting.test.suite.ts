/** What the tests of extractions share. */
import { openProject } from "../../app/index.js";
import { appAround } from "../../insight/analysis.js";
import { MemoryStore } from "../../files/index.js";
import { afterwards, at, type Files } from "../plan/planning.test.suite.js";
import { planDraft, type Draft, type Plan } from "../plan/index.js";
import { extractDraft, type ExtractDraft } from "./index.js";

/** How one is asked for: `"src/a.ts one two > src/b.ts"`, `"src/a.ts 3-5 > src/b/"`; with `keep` at its end the file goes on exporting. */
export async function planExtraction(
  files: Files,
  command: string,
  change: (draft: Draft) => Draft = (draft) => draft,
): Promise<{ readonly plan: Plan; readonly extracted: ExtractDraft; readonly then: Record<string, string> }> {
  const store = new MemoryStore(files);
  const project = await openProject(store);
  const [what = "", rest = ""] = command.split(" > ");
  const [path = "", ...names] = what.split(" ");
  const [to = "", keep] = rest.split(" ");
  const lines = /^(\d+)-(\d+)$/.exec(names[0] ?? "");
  const request = {
    path: at(path),
    names: lines ? [] : names,
    ...(lines && { lines: { first: Number(lines[1]), last: Number(lines[2]) } }),
    ...(to !== "" && { to: at(to.replace(/\/$/, "")), into: to.endsWith("/") }),
    keepExport: keep === "keep",
  };
  const extracted = await extractDraft(project, request, await appAround(store, project, at(path)));
  const plan = await planDraft(project, change(extracted.draft));
  const made = Object.fromEntries(plan.made.map((each) => [each.path, each.text]));
  return { plan, extracted, then: { ...afterwards(files, plan), ...made } };
}
