/** References that lead nowhere, each with what is to be made of it. `check` and `survey` stand on the same ones. */
import type { ReferenceGraph } from "../../graph/index.js";
import {
  countedFrom,
  folderOfTool,
  isCalledGenerated,
  isCode,
  isForTemplates,
  isGrammar,
  isOfTrade,
  isPutByBuildOfSheets,
  fillPattern,
  isRelative,
  matchPattern,
  type Mapping,
  type Reference,
} from "../../languages/index.js";
import {
  folderOf,
  foldersAbove,
  inFolder,
  isBelow,
  joinPath,
  nameOf,
  rootPath,
  type ProjectPath,
} from "../../base/paths.js";
import { ignoredFolders, type SourceTree } from "../../files/index.js";
import type { App } from "../../app/index.js";
import type { Entry } from "../catalogue/index.js";
import { listsOf } from "./lists.js";
import { fileInOtherCase } from "./other-case.js";

/**
 * Why a reference leads nowhere: the file is missing; its name is right but for its case; or it is left to a build, which
 * makes the file, takes it from a package that is not installed here or from beside the project, wrote the text, or chooses
 * between editions of it.
 */
export type WhyUnresolved = "missing" | "other case" | "left to a build";

/** One of them. */
export interface UnresolvedReference {
  readonly file: ProjectPath;
  /** Its offset in the file's text. */
  readonly start: number;
  readonly specifier: string;
  /** How it is looked up. */
  readonly lookup: Reference["lookup"];
  /** What is missing: the place where it leads to, or the specifier where that is not known. */
  readonly missing: string | undefined;
  /** The place, from the project's root, of a relative path or of one through an alias. */
  readonly place?: ProjectPath | undefined;
  readonly why: WhyUnresolved;
}

/** What is looked at. */
export interface UnresolvedInput {
  readonly app: Pick<App, "stack" | "folder" | "layout">;
  readonly entries: readonly Entry[];
  readonly graph: ReferenceGraph;
  readonly tree: SourceTree;
}

/** Every reference of some files that leads nowhere. */
export function* unresolvedReferences(input: UnresolvedInput): Iterable<UnresolvedReference> {
  const isIgnored = ignoredFolders(input.tree);
  for (const { path, role } of input.entries) {
    // Pages name what a build will make; what a tool wrote is the tool's.
    const isLeft = isOfTrade(path, "page") || role.is === "generated";
    for (const { reference, resolution } of input.graph.files.get(path)?.references ?? []) {
      const { start, specifier, lookup, kind } = reference;
      // What a generator is to write, nobody has seen.
      if (resolution.state === "beyond" && resolution.isToCome)
        yield { file: path, start, specifier, lookup, missing: undefined, why: "left to a build" };
      if (resolution.state !== "unresolved" || kind === "doc import" || isFolder(input, path, reference)) continue;
      // `declare module "styles"` says of a name what it is; nothing has to be there.
      if (kind === "module declaration" && !isRelative(specifier)) continue;
      const from = countedFrom(input.graph.resolver.ground, path, reference);
      const place = isRelative(specifier) ? joinPath(from, specifier) : throughAlias(input, path, specifier);
      const isOfFramework = isOfTool(input, place ?? (`${specifier}/` as ProjectPath));
      // What lies in a folder that git ignores is made on each machine: `.nuxt/`, `generated/`.
      // Or in one out of which the package is taken, and which is not here.
      const isMade =
        isLeft ||
        isOfFramework ||
        (place !== undefined && (isIgnored(folderOf(place)) || input.graph.resolver.isUnbuilt(path, place)));
      const why = isMade ? "left to a build" : whyOf(input, path, reference);
      yield { file: path, start, specifier, lookup, missing: place ?? specifier, place, why };
    }
  }
  yield* missingInLists(input);
}

/** What lists of what is built name and what is not there: the red names in an IDE. */
function* missingInLists(input: UnresolvedInput): Iterable<UnresolvedReference> {
  const known = new Set(input.entries.map(({ path }) => path));
  for (const { path, references } of listsOf(input)) {
    if (known.has(path)) continue;
    for (const { reference, resolution } of references) {
      const { start, specifier, lookup, listed, inside = "" } = reference;
      if (listed === undefined || resolution.state !== "unresolved") continue;
      const missing = inside === "" ? specifier : `${inside}/${specifier}`;
      // Dependencies are fetched, and some files are made, by the build.
      const isMade = /^(?:.*\/)?(?:Pods|Carthage|DerivedData|build)\//i.test(missing);
      yield { file: path, start, specifier, lookup, missing, why: isMade ? "left to a build" : "missing" };
    }
  }
}

function whyOf(input: UnresolvedInput, from: ProjectPath, reference: Reference): WhyUnresolved {
  if (fileInOtherCase(input, from, reference)) return "other case";
  const isLeft =
    mayBeMade(reference) ||
    hasEditions(input, from, reference) ||
    isMadeOfNeighbour(input, from, reference) ||
    (isOfTrade(from, "sheet") && isPutByBuildOfSheets(reference.specifier)) ||
    isToBeInstalled(input, from, reference) ||
    isOfTemplate(input, from) ||
    isOfGenerator(input, reference) ||
    leadsOutside(input, from, reference.specifier);
  return isLeft ? "left to a build" : "missing";
}

/**
 * Whether a path leads out of the project or among packages, itself or through an alias: what lies there is not read. Not one that climbs too far to
 * something which is here: `../../../components/Row` in `src/screens/`.
 */
function leadsOutside({ app, graph, tree }: UnresolvedInput, from: ProjectPath, specifier: string): boolean {
  if (!isRelative(specifier)) {
    const isOutside = (path: string): boolean => /^\.\.(?:\/|$)|(?:^|\/)node_modules\//.test(path);
    const name = specifier.replace(/^~/, "");
    const targets = mappingOf(graph, from, name)?.targets ?? [];
    return targets.length > 0 && targets.every(isOutside);
  }
  if (joinPath(folderOf(from), specifier) !== undefined) return false;
  const rest = specifier.replace(/^(?:\.{1,2}\/)+/, "").replace(/\.\w+$/, "");
  // A single name is a common one: it is the app's where it stands in the folder of the app or of its sources.
  const tops = rest.includes("/") ? [] : [app.folder, app.layout.source].map((top) => `/${inFolder(top, rest)}`);
  const isHere = (path: string): boolean =>
    [".", "/"].some((end) =>
      tops.length === 0
        ? `/${path}/`.includes(`/${rest}${end}`)
        : tops.some((top) => `/${path}/`.startsWith(top + end)),
    );
  return rest === "" || !tree.paths.some(isHere);
}

/** The place that an alias leads to, where it is only one: `test/utils/mount` with `test/*` for `tests/*`. */
function throughAlias({ graph }: UnresolvedInput, from: ProjectPath, specifier: string): ProjectPath | undefined {
  const { pattern = "*", targets: [target, second] = [] } = mappingOf(graph, from, specifier) ?? {};
  if (pattern.startsWith("*") || target === undefined || second !== undefined) return undefined;
  return joinPath(rootPath, fillPattern(target, matchPattern(pattern, specifier) ?? ""));
}

/** The first mapping that explains a name; one for all names, `*`, comes last. */
function mappingOf({ resolver }: ReferenceGraph, from: ProjectPath, name: string): Mapping | undefined {
  return resolver.mappingsFor(from).find(({ pattern }) => matchPattern(pattern, name) !== undefined);
}

/** Whether a place is in a folder that a framework writes, which is not here: `.astro/types.d.ts`. */
function isOfTool({ tree }: UnresolvedInput, place: ProjectPath): boolean {
  const folder = folderOfTool(place);
  return folder !== undefined && !tree.hasFolder(folder as ProjectPath);
}

/**
 * Whether a file is one of those that a generator fills in, so that what it names is there once it has been: it lies in a folder for
 * them, `scripts/component-template/`, and nothing outside uses what does. Templates of pages are used.
 */
function isOfTemplate({ app, graph, tree }: UnresolvedInput, from: ProjectPath): boolean {
  const { source } = app.layout;
  const folder = foldersAbove(from).find((above) => isForTemplates(nameOf(above)));
  // Not one in which the app itself lies, or all of its code.
  if (folder === undefined || (app.folder !== rootPath && !isBelow(folder, app.folder))) return false;
  if (source === folder || isBelow(source, folder)) return false;
  return tree.filesBelow(folder).every((path) => graph.usersOf(path).every((user) => isBelow(user, folder)));
}

/** Whether what is missing is called generated, and is nowhere else: it is written on each machine, and in no repository. */
function isOfGenerator({ tree }: UnresolvedInput, { specifier }: Reference): boolean {
  if (!isCalledGenerated(specifier)) return false;
  const [wanted] = nameOf(specifier).split(".");
  return !tree.paths.some((path) => nameOf(path).split(".")[0] === wanted);
}

/** Whether a sheet names what can only be a package, while nothing is installed here in which it could lie. */
function isToBeInstalled({ graph, tree }: UnresolvedInput, from: ProjectPath, { specifier }: Reference): boolean {
  if (!isOfTrade(from, "sheet") || graph.resolver.isInstalledAround(from)) return false;
  if (isPackageOfSheet(from, specifier)) return true;
  // `kit/colours`, where no folder is called `kit`; pictures and fonts are named from the sheet.
  if (nameOf(specifier).includes(".") && !isOfTrade(specifier, "sheet")) return false;
  const folder = /^~?([a-z][\w.-]*\/)[\w@]/.exec(specifier)?.[1];
  return folder !== undefined && !tree.paths.some((path) => `/${path}`.includes(`/${folder}`));
}

/** Whether a sheet names a package by its scope: `@use "@kit/colours"`. */
export function isPackageOfSheet(sheet: ProjectPath, specifier: string): boolean {
  return isOfTrade(sheet, "sheet") && /^~?@[\w-]+\/[\w-]/.test(specifier);
}

/** Endings that say of a file what it is of another one. */
const companions = /^(?:test|spec|stories|story|d|module|mock|snap|styles?|config)$/;

/** `./HomePage` (or `./home.page`) where `HomePage.free.js` and `HomePage.paid.js` lie: which one it means, a build decides. */
function hasEditions({ tree }: UnresolvedInput, from: ProjectPath, { specifier }: Reference): boolean {
  const wanted = isRelative(specifier) ? joinPath(folderOf(from), specifier) : undefined;
  if (wanted === undefined || isCode(wanted)) return false;
  return tree.filesBelow(folderOf(wanted)).some((path) => {
    const infixes = path.startsWith(`${wanted}.`) ? path.slice(wanted.length + 1).split(".") : [];
    return infixes.length === 2 && isCode(path) && !companions.test(infixes[0] ?? "");
  });
}

/** `./Crate.gql` where `Crate.graphql` lies: a generator writes it beside. */
function isMadeOfNeighbour({ tree }: UnresolvedInput, from: ProjectPath, { specifier }: Reference): boolean {
  const wanted = isRelative(specifier) ? joinPath(folderOf(from), specifier) : undefined;
  const [stem = ""] = nameOf(wanted ?? "").split(".");
  if (wanted === undefined || stem === "" || stem === nameOf(wanted)) return false;
  return tree
    .filesBelow(folderOf(wanted))
    .some((path) => folderOf(path) === folderOf(wanted) && isGrammar(path) && nameOf(path).startsWith(`${stem}.`));
}

/** `new URL("./starters", import.meta.url)` names a folder, which may be one that a build makes. */
function mayBeMade({ specifier, lookup }: Reference): boolean {
  return (lookup === "url" || lookup === "path") && !nameOf(specifier).includes(".");
}

/** Whether a path means a folder that is there. */
function isFolder({ tree }: UnresolvedInput, from: ProjectPath, { specifier, lookup }: Reference): boolean {
  const folder = lookup === "module" ? undefined : joinPath(folderOf(from), specifier);
  return folder !== undefined && tree.hasFolder(folder.replace(/\/$/, "") as ProjectPath);
}
