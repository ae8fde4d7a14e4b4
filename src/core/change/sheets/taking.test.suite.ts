/** What the tests of rules that are taken out of sheets share. */
import { openProject } from "../../app/index.js";
import { MemoryStore } from "../../files/index.js";
import { planDraft, type Plan } from "../plan/index.js";
import { afterwards, at, type Files } from "../plan/planning.test.suite.js";
import { extractSheetDraft, type SheetDraft } from "./index.js";

/** How one is asked for: `"main.scss .card $gap > _card.scss"`, `"main.scss 3-5 > parts/"`, `"main.scss #Reset"`. */
export async function taken(
  files: Files,
  command: string,
): Promise<{ readonly plan: Plan; readonly draft: SheetDraft; readonly then: Record<string, string> }> {
  const project = await openProject(new MemoryStore(files));
  const [what = "", to = ""] = command.split(" > ");
  const [path = "", ...words] = what.split(" ");
  const lines = /^(\d+)-(\d+)$/.exec(words[0] ?? "");
  const section = words[0]?.startsWith("##") === true ? words.join(" ").slice(2) : undefined;
  const draft = await extractSheetDraft(project, {
    path: at(path),
    take: lines || section !== undefined ? [] : words.map((word) => word.replaceAll("~", " ")),
    ...(lines && { lines: { first: Number(lines[1]), last: Number(lines[2]) } }),
    section,
    ...(to !== "" && { to: at(to.replace(/\/$/, "")), into: to.endsWith("/") }),
  });
  const plan = await planDraft(project, draft.draft);
  const made = Object.fromEntries(plan.made.map((each) => [each.path, each.text]));
  return { plan, draft, then: { ...afterwards(files, plan), ...made } };
}
