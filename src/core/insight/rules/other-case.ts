/** Names that are right but for their case. */
import { type Reference, isCode, isRelative, splitSpecifier } from "../../languages/index.js";
import { folderOf, joinPath, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import type { RuleContext } from "./rule.js";

const folded = new WeakMap<SourceTree, Map<string, ProjectPath[]>>();

/** The project's paths (and folders) by what they are without their case. */
function byFolded(tree: SourceTree): Map<string, ProjectPath[]> {
  let map = folded.get(tree);
  if (!map) {
    folded.set(tree, (map = new Map<string, ProjectPath[]>()));
    for (const path of [...tree.paths, ...tree.folders]) {
      const list = map.get(path.toLowerCase());
      if (list) list.push(path);
      else map.set(path.toLowerCase(), [path]);
    }
  }
  return map;
}

/**
 * The path (a file's, without what the specifier leaves out, or a folder's) that a relative specifier means but for the case
 * of its letters: `./button` → `src/components/Button` where `Button.tsx` is.
 */
export function fileInOtherCase(
  { tree, graph }: Pick<RuleContext, "tree" | "graph">,
  from: ProjectPath,
  { specifier, lookup }: Reference,
): ProjectPath | undefined {
  const { path } = splitSpecifier(specifier);
  if (lookup === "glob" || !isRelative(path)) return undefined;
  const target = joinPath(folderOf(from), path);
  if (target === undefined) return undefined;
  // Data whose name differs in case, too, is hardly what a script means: `./App` is not `app.json`.
  const extensions = graph.resolver.rules.extensions.filter((each) => isCode(`x${each}`));
  const map = byFolded(tree);
  for (const ending of ["", ...(lookup === "module" ? extensions : [])]) {
    const found = map.get(target.toLowerCase() + ending);
    const [only, other] = found ?? [];
    if (only !== undefined && other === undefined) {
      const spelled = only.slice(0, only.length - ending.length) as ProjectPath;
      return spelled === target ? undefined : spelled;
    }
  }
  return undefined;
}
