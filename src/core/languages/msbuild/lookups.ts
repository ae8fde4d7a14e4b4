/** How the paths of a project are looked up: from its folder, in any case of letters. */
import picomatch from "picomatch";
import { folderOf, isBelow, joinPath, relativePath, rootPath, type ProjectPath } from "../../base/paths.js";
import { inAnyCase } from "../dotnet-projects.js";
import {
  external,
  unresolved,
  type Ground,
  type NameLookup,
  type PatternScope,
  type Question,
  type Resolution,
} from "../lookup.js";
import { globBase } from "../specifier.js";

/** A path that leads out of the checkout, from its root: `../kits/Trees.projitems`. */
function outside(base: ProjectPath, specifier: string): string {
  const parts: string[] = base === rootPath ? [] : base.split("/");
  for (const part of specifier.split("/")) {
    if (part === "" || part === ".") continue;
    if (part === ".." && parts.length > 0 && parts.at(-1) !== "..") parts.pop();
    else parts.push(part);
  }
  return parts.join("/");
}

function resolveFile(ground: Ground, base: ProjectPath | undefined, specifier: string): Resolution {
  const at = base === undefined ? undefined : joinPath(base, specifier);
  if (base !== undefined && at === undefined) {
    const place = outside(base, specifier);
    const isToCome = ground.beyond(place, [""]) === undefined;
    return { state: "beyond", at: place, scheme: "relative", ...(isToCome && { isToCome }) };
  }
  if (at === undefined || at === rootPath) return external;
  const file = ground.plain(at) ?? inAnyCase(ground.tree.paths, at);
  if (file !== undefined) return { state: "found", targets: [file], scheme: "relative" };
  if (ground.tree.hasFolder(at)) return { state: "folder", at, scheme: "relative" };
  const beyond = ground.beyond(at, [""]);
  return beyond === undefined ? unresolved : { state: "beyond", at: beyond, scheme: "relative" };
}

function itemFolder(from: ProjectPath, inside = ""): ProjectPath | undefined {
  return joinPath(folderOf(from), inside);
}

const spellingsFrom =
  (baseOf: (from: ProjectPath, inside: string | undefined) => ProjectPath | undefined): NameLookup["spellings"] =>
  ({ reference: { specifier, inside }, was, targets: [target], folder, from }) => {
    const base = baseOf(from, inside);
    const goes =
      target ??
      (was.state === "folder" ? (folder ?? was.at) : was.state === "beyond" ? (was.at as ProjectPath) : undefined);
    if (base === undefined || goes === undefined) return [];
    if (goes.startsWith("../")) return ["../".repeat(base === rootPath ? 0 : base.split("/").length) + goes];
    return [relativePath(base, goes) + (specifier.endsWith("/") ? "/" : "")];
  };

const file: NameLookup = {
  name: "msbuild file",
  resolve: (ground, from, { specifier }) => resolveFile(ground, folderOf(from), specifier),
  spellings: spellingsFrom(folderOf),
};

/** Where something else may be meant. */
const fileIfAny: NameLookup = {
  ...file,
  name: "msbuild file, if any",
  isOpen: true,
  resolve(ground, from, { specifier }) {
    const found = resolveFile(ground, folderOf(from), specifier);
    return found.state === "unresolved" || found.state === "beyond" ? external : found;
  },
};

/** In the folder of the item that says it. */
const beside: NameLookup = {
  name: "msbuild beside",
  isOpen: true,
  resolve(ground, from, { specifier, inside }) {
    const found = resolveFile(ground, itemFolder(from, inside), specifier);
    return found.state === "found" ? found : external;
  },
  // The item goes with its file, so what it names lies where that lies.
  spellings: ({ targets: [target] }) => (target === undefined ? [] : [target.slice(target.lastIndexOf("/") + 1)]),
};

/** Whether a pattern of a project, or what it takes in by itself, takes a file in. */
export function takesIn(
  project: ProjectPath,
  { lookup, specifier, inside = "" }: Question,
  path: ProjectPath,
): boolean {
  return (
    (lookup === defaults.name ? byDefault(project, inside) : byPattern(project, specifier))?.takesIn(path) === true
  );
}

/** `Views/**\/*.xaml`, in any case. */
function byPattern(from: ProjectPath, specifier: string): PatternScope | undefined {
  const { folder, rest } = globBase(specifier);
  const at = joinPath(folderOf(from), folder);
  if (at === undefined) return undefined;
  const isMatch = picomatch(rest, { nocase: true, dot: true });
  return {
    state: "scope",
    folder: at,
    scheme: "relative",
    takesIn: (path) => (at === rootPath || isBelow(path, at)) && isMatch(relativePath(at, path)),
  };
}

/** What lies below the project, is of a kind that it builds by itself, and is not what it leaves when it builds. */
function byDefault(from: ProjectPath, inside: string): PatternScope {
  const home = folderOf(from);
  const kinds = inside.split(" ");
  return {
    state: "scope",
    folder: home,
    scheme: "relative",
    takesIn: (path) => {
      if (home !== rootPath && !isBelow(path, home)) return false;
      const way = relativePath(home, path);
      return kinds.some((kind) => way.toLowerCase().endsWith(kind)) && !/^(?:bin|obj)\/|(?:^|\/)\.[^/]+\//i.test(way);
    },
  };
}

const pattern: NameLookup = {
  name: "msbuild pattern",
  resolve: (_, from, { specifier }) => byPattern(from, specifier) ?? external,
  spellings({ reference: { specifier }, folder, from }) {
    const { rest } = globBase(specifier);
    if (folder === undefined) return [specifier];
    const way = relativePath(folderOf(from), folder);
    return [way === "" || way === "." ? rest : `${way}/${rest}`];
  },
};

const defaults: NameLookup = {
  name: "msbuild default",
  resolve: (_, from, { inside = "" }) => byDefault(from, inside),
  spellings: ({ reference: { specifier } }) => [specifier],
};

export const msbuildLookups: readonly NameLookup[] = [file, fileIfAny, beside, pattern, defaults];
