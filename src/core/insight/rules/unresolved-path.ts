import { fileInOtherCase } from "./other-case.js";
import { isOfTrade, isRelative, type Reference } from "../../languages/index.js";
import { folderOf, joinPath, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Found, Rule, RuleContext } from "./rule.js";

export const unresolvedPath: Rule = {
  name: "unresolved-path",
  asks: "Every path to a file of the project resolves to one.",
  why: "It fails when somebody gets there: in the build, in a test, or in front of a user.",
  wrong: 'import { TreeCard } from "./TreeKard";',
  right: 'import { TreeCard } from "./TreeCard";',
  *find(context) {
    // Many files that miss one are one finding, at the first of them.
    const missing = new Map<string, Found[]>();
    const unexplained = new Map<string, Found[]>();
    for (const found of unresolved(context)) {
      const prefix = unknownAlias(context, found);
      if (prefix !== undefined) {
        unexplained.set(prefix, [...(unexplained.get(prefix) ?? []), found]);
        continue;
      }
      const key = found.missing ?? `${found.file} ${found.start}`;
      missing.set(key, [...(missing.get(key) ?? []), found]);
    }
    for (const [prefix, some] of unexplained) {
      const [first] = some;
      const files = new Set(some.map(({ file }) => file)).size;
      if (first)
        yield {
          file: first.file,
          start: first.start,
          about: prefix,
          what: { code: "alias unknown", prefix, references: some.length, files },
        };
    }
    for (const some of missing.values()) {
      const files = new Set(some.map(({ file }) => file));
      const [first] = some;
      if (first && files.size >= manyFiles)
        yield {
          file: first.file,
          start: first.start,
          about: first.about,
          what: { code: "unresolved", specifier: first.about ?? "", others: files.size - 1 },
        };
      else for (const { file, start, about, what } of some) yield { file, start, about, what };
    }
  },
};

/** The beginning of a name that only an alias can explain, where none is known that begins so. */
function unknownAlias({ graph }: RuleContext, { file, about = "" }: Found): string | undefined {
  const prefix = /^[@~]{1,2}\//.exec(about)?.[0];
  if (prefix === undefined) return undefined;
  const isKnown = graph.resolver.mappingsFor(file).some(({ pattern }) => pattern.startsWith(prefix));
  return isKnown ? undefined : prefix;
}

/** From so many files on, what they all miss is said once. */
const manyFiles = 4;

/** Every reference that leads nowhere, with the path that is missing. */
function* unresolved(context: RuleContext): Iterable<Found & { readonly missing: string | undefined }> {
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
          what: { code: "unresolved", specifier: reference.specifier, others: 0 },
          missing: isRelative(reference.specifier)
            ? joinPath(folderOf(path), reference.specifier)
            : reference.specifier,
        };
  }
}

/** `new URL("./starters", import.meta.url)` names a folder, which may be one that a build makes. */
function meansFolder({ tree }: RuleContext, from: ProjectPath, { specifier, lookup }: Reference): boolean {
  if ((lookup === "url" || lookup === "path") && !nameOf(specifier).includes(".")) return true;
  const folder = lookup === "module" ? undefined : joinPath(folderOf(from), specifier);
  return folder !== undefined && tree.hasFolder(folder.replace(/\/$/, "") as ProjectPath);
}
