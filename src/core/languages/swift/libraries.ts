/**
 * Modules: the files of a target know each other's names without naming each other. A project or a package says which files those
 * are; `import` adds what another module gives.
 */
import type { ProjectPath } from "../../base/paths.js";
import type { LibraryFile, Membership } from "../reading.js";

/** What a module is called in code: letters that no name has become underscores. */
function moduleName(target: string): string {
  return target.replace(/[^\p{L}\p{N}_]/gu, "_").replace(/^(?=\d)/, "_");
}

/** The modules of each file. What no target has is in none. */
export function modulesOf(files: readonly LibraryFile[]): ReadonlyMap<ProjectPath, Membership> {
  const byName = new Map<string, Set<string>>();
  const own = new Map<ProjectPath, readonly string[]>();
  const called = new Map<string, string>();
  const documents = files.filter(({ path }) => !path.endsWith(".swift"));
  for (const { path, listed = [] } of files) {
    if (!path.endsWith(".swift")) continue;
    const modules = listed
      .filter(({ step }) => step === "Sources" || step === "Folder" || step === "Package")
      .map(({ by, target }) => {
        const key = `${by} ${target}`;
        const name = moduleName(target);
        called.set(key, name);
        byName.set(name, (byName.get(name) ?? new Set()).add(key));
        return key;
      });
    if (modules.length > 0) own.set(path, [...new Set(modules)]);
  }
  // What is bundled, and what a list names in its settings, knows the types of its targets.
  for (const { path, listed = [], namedBy } of documents) {
    const keys = listed.map(({ by, target }) => `${by} ${target}`);
    const near =
      keys.length > 0 ? keys : [...called.keys()].filter((key) => namedBy.some((by) => key.startsWith(`${by} `)));
    if (near.length > 0) own.set(path, [...new Set(near)]);
  }
  return new Map(
    files.flatMap(({ path, extraction }): [ProjectPath, Membership][] => {
      const [library, ...also] = own.get(path) ?? [];
      if (library === undefined) return [];
      const imported = extraction.references.filter(({ lookup }) => lookup === "swift module");
      const sees = imported.flatMap(({ specifier }) => [...(byName.get(specifier) ?? [])]);
      const names = [library, ...also].map((key) => called.get(key) ?? "");
      return [[path, { library, ...(also.length > 0 && { also }), called: names, sees: [...new Set(sees)] }]];
    }),
  );
}
