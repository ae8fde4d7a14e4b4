/** The types of a feature in languages whose files know each other's types without naming the files: each is renamed by its own draft. */
import type { Project } from "../../app/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { hasNamespaces, sharesTypes } from "../../languages/index.js";
import type { Claim, DraftEdit } from "../draft.js";
import { declaredTypes, renameDraft, type RenameDraft } from "../rename/index.js";
import type { NewFeatureName } from "./new-name.js";

/** What they are renamed from. */
export interface TypesInput {
  readonly project: Project;
  readonly files: readonly ProjectPath[];
  readonly name: NewFeatureName;
}

/** What becomes of them. */
export interface RenamedTypes {
  readonly edits: readonly DraftEdit[];
  readonly claims: readonly Claim[];
  readonly names: RenameDraft["names"];
}

/** All that bear the feature's name. Throws what a rename of one of them throws. */
export async function renameTypes({ project, files, name }: TypesInput): Promise<RenamedTypes> {
  const edits = new Map<string, DraftEdit>();
  const claims: Claim[] = [];
  const names: RenameDraft["names"][number][] = [];
  for (const path of files) {
    if (!sharesTypes(path) && !hasNamespaces(path)) continue;
    for (const type of declaredTypes(project.tree, path)) {
      const to = name.identifier(type);
      if (to === undefined || names.some((each) => each.from === type)) continue;
      const { draft, names: renamed } = await renameDraft(project, { path, name: type, to });
      for (const edit of draft.edits) edits.set(`${edit.file}\n${edit.start}`, edit);
      claims.push(...draft.claims);
      names.push(...renamed);
    }
  }
  return { edits: [...edits.values()], claims, names };
}
