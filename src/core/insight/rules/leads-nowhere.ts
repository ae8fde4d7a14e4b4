import { fileInOtherCase } from "./other-case.js";
import { isOfTrade, type Reference } from "../../languages/index.js";
import { folderOf, joinPath, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Rule, RuleContext } from "./rule.js";

export const leadsNowhere: Rule = {
  name: "leads-nowhere",
  asks: "Every reference to a file of the project leads to one.",
  why: "It fails when somebody gets there: in the build, in a test, or in front of a user.",
  wrong: 'import { TreeCard } from "./TreeKard";',
  right: 'import { TreeCard } from "./TreeCard";',
  *find(context) {
    const { entries, graph } = context;
    for (const { path } of entries) {
      // Pages name what a build will make.
      if (isOfTrade(path, "page")) continue;
      for (const { reference, resolution } of graph.files.get(path)?.references ?? [])
        if (
          resolution.state === "unresolved" &&
          reference.kind !== "doc import" &&
          !fileInOtherCase(context, path, reference) &&
          !meansFolder(context, path, reference)
        )
          yield {
            file: path,
            start: reference.start,
            about: reference.specifier,
            what: { code: "unresolved", specifier: reference.specifier },
          };
    }
  },
};

/** `new URL("./starters", import.meta.url)` names a folder, which may be one that a build makes. */
function meansFolder({ tree }: RuleContext, from: ProjectPath, { specifier, lookup }: Reference): boolean {
  if ((lookup === "url" || lookup === "path") && !nameOf(specifier).includes(".")) return true;
  const folder = lookup === "module" ? undefined : joinPath(folderOf(from), specifier);
  return folder !== undefined && tree.hasFolder(folder.replace(/\/$/, "") as ProjectPath);
}
