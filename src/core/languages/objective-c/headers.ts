/**
 * How headers are looked up: beside the file; then, in a project or package of Apple's tools, by their name alone, because the build
 * maps the headers of a project by name; with a path by what that path ends. Sources: Clang's "Header search"; Apple, "Build settings
 * reference", `USE_HEADERMAP`.
 *
 *   #import "Tree.h"                  beside, else the project's header of that name
 *   #import <Orchard/Tree.h>          a public header of the framework `Orchard`, if the project has it
 */
import { folderOf, joinPath, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import { external, type LookupTree, type NameLookup, type Resolution } from "../lookup.js";
import type { Mapping } from "../mapping.js";
import { rootAround } from "../apple-projects.js";

const headers = /\.(?:h|hh|hpp|hxx|inl|inc|pch|def)$/i;

type Index = ReadonlyMap<string, readonly ProjectPath[]>;

const kept = new WeakMap<LookupTree, Index>();

/** The headers of a tree by their names, made once. */
function indexOf(tree: LookupTree): Index {
  const there = kept.get(tree);
  if (there) return there;
  const byName = new Map<string, ProjectPath[]>();
  for (const path of tree.paths) {
    if (headers.test(path)) {
      const name = nameOf(path);
      const list = byName.get(name);
      if (list) list.push(path);
      else byName.set(name, [path]);
    }
  }
  kept.set(tree, byName);
  return byName;
}

const byBuild = (by: ProjectPath): Mapping => {
  return { kind: "header map", pattern: "*", targets: ["*"], exact: false, all: false, by };
};

/** A header that the build finds: of several, those of the file's own project; all of them where that does not decide. */
function mapped(tree: LookupTree, from: ProjectPath, specifier: string): Resolution {
  const root = rootAround(tree.paths, from);
  if (root === undefined) return external;
  const named = indexOf(tree).get(nameOf(specifier)) ?? [];
  const plain = specifier.replace(/^(?:\.{1,2}\/)+/, "");
  const exact = named.filter((path) => path === plain || path.endsWith(`/${plain}`));
  // The first part may be the name of a framework, or of a pod, and no folder.
  const found =
    exact.length > 0 || specifier.startsWith(".")
      ? exact
      : named.filter((path) => rootAround(tree.paths, path) !== undefined);
  const own = found.filter((path) => rootAround(tree.paths, path) === root);
  const targets = own.length > 0 ? own : found;
  return targets.length === 0 ? external : { state: "found", targets, scheme: byBuild(root) };
}

/** Headers, by their names. */
export const headerLookup: NameLookup = {
  name: "header",
  resolve({ tree }, from, { specifier }) {
    const beside = joinPath(folderOf(from), specifier);
    if (beside !== undefined && tree.has(beside)) return { state: "found", targets: [beside], scheme: "relative" };
    return mapped(tree, from, specifier);
  },
  spellings({ reference: { specifier, quote }, was, targets: [target], from }) {
    if (was.state !== "found" || target === undefined) return [];
    const name = nameOf(target);
    const relative = relativePath(folderOf(from), target);
    const parts = specifier.split("/");
    if (parts.length === 1) return [name, relative];
    // `Orchard/Tree.h` counts from a folder around it, or from none that is there.
    const [old = ""] = was.targets;
    const base = old.endsWith(`/${specifier}`) ? (old.slice(0, -specifier.length - 1) as ProjectPath) : undefined;
    const below = base !== undefined && target.startsWith(`${base}/`) ? [target.slice(base.length + 1)] : [];
    const called = [...parts.slice(0, -1), name].join("/");
    return quote === ">" ? [...below, called] : [...below, called, relative, name];
  },
  searchWords: (path) => (headers.test(path) ? [nameOf(path)] : []),
};
