/** What the tests of renames share: small projects in memory, and what they are once a rename was carried out in mind. */
import { openProject } from "../../app/index.js";
import { MemoryStore } from "../../files/index.js";
import { afterwards, at, type Files } from "../plan/planning.test.suite.js";
import { planDraft, type Draft, type Plan } from "../plan/index.js";
import { renameDraft, type RenameDraft, type RenameOptions } from "./index.js";

/** `"src/Tree.tsx OrchardTree"` or `"src/Tree.tsx Leaf OrchardLeaf"`, worked out and planned. */
export async function planRename(
  files: Files,
  command: string,
  { change = (draft) => draft, ...options }: RenameOptions & { readonly change?: (draft: Draft) => Draft } = {},
): Promise<{ readonly plan: Plan; readonly renamed: RenameDraft; readonly then: Record<string, string> }> {
  const project = await openProject(new MemoryStore(files));
  const [path = "", first = "", second] = command.split(" ");
  const request = { path: at(path), ...(second === undefined ? { to: first } : { name: first, to: second }) };
  const renamed = await renameDraft(project, request, options);
  const plan = await planDraft(project, change(renamed.draft));
  return { plan, renamed, then: afterwards(files, plan) };
}
