/** What lists say is built: for each file the targets that are made of it. */
import { languageFor, type Reference, type Resolution } from "../languages/index.js";
import { addTo } from "../base/grouping.js";
import { nameOf, type ProjectPath } from "../base/paths.js";
import { filesMeant } from "./symbols.js";

/** For each file the targets into which it is built. */
export type Built = ReadonlyMap<ProjectPath, ReadonlySet<string>>;

/** For each file the targets into which it is built. What is an exception to a folder is the other way round. */
export function builtBy(
  references: readonly Reference[],
  meaning: (reference: Reference, index: number) => Resolution | undefined,
  paths: readonly ProjectPath[],
): Built {
  const built = new Map<ProjectPath, Set<string>>();
  const of = (path: ProjectPath): Set<string> => {
    const there = built.get(path) ?? new Set<string>();
    built.set(path, there);
    return there;
  };
  const exceptions: (readonly [ProjectPath, string])[] = [];
  references.forEach((reference, index) => {
    const meant = meaning(reference, index);
    if (!meant || (reference.listed ?? []).length === 0) return;
    for (const { target, step } of reference.listed ?? [])
      for (const path of filesMeant(reference, meant, paths))
        if (step === "membershipExceptions") exceptions.push([path, target]);
        else if (!/^[a-z]/.test(step)) of(path).add(target);
  });
  for (const [path, target] of exceptions) {
    const targets = of(path);
    if (!targets.delete(target)) targets.add(target);
  }
  return built;
}

/** Every file whose name another file of a target has as well, where none may; with the target. */
export function* namesakes(built: Built): Iterable<readonly [ProjectPath, string]> {
  const byName = new Map<string, ProjectPath[]>();
  for (const [path, targets] of built)
    if (languageFor(path)?.hasUniqueNames === true)
      for (const target of targets) addTo(byName, `${target}\n${nameOf(path)}`, path);
  for (const [key, paths] of byName)
    if (paths.length > 1) for (const path of paths) yield [path, key.slice(0, key.indexOf("\n"))];
}
