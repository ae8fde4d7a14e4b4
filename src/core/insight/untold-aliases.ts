/**
 * Names that only an alias can explain, where nothing here says what they stand for: the settings that do are not here, or are a
 * program's. What the names would have to stand for is told by the files: nearly all of them lead to one below one folder.
 */
import { addTo } from "../base/grouping.js";
import {
  folderOf,
  foldersAbove,
  foldersHolding,
  inFolder,
  isBelow,
  nameOf,
  relativePath,
  type ProjectPath,
} from "../base/paths.js";
import type { ReferenceGraph } from "../graph/index.js";
import { isCode, isTakenIn, lookupNamed, type Reference } from "../languages/index.js";

/** A beginning of names, such as `@/`, with what it would have to stand for. */
export interface UntoldAlias {
  readonly prefix: string;
  /** References whose names begin so. */
  readonly references: number;
  /** The folder below which most of them lead to a file, and how many do; none where no folder is such, or two are. */
  readonly target?: { readonly folder: ProjectPath; readonly resolved: number };
}

/** What is looked at: the references of some files of an app. */
export interface UntoldInput {
  readonly graph: ReferenceGraph;
  readonly folder: ProjectPath;
  readonly files: Iterable<ProjectPath>;
}

/** Of so many names, and this part of them, the meaning is certain enough to be written down. */
const [namesThatTell, partThatTells] = [5, 0.95];

/** So many different names say which folder it is; the rest is only counted. */
const namesThatAreTried = 60;

/** The beginning of a name that only an alias can explain, where none is known that begins so. */
export function unknownPrefix(
  { resolver }: Pick<ReferenceGraph, "resolver">,
  file: ProjectPath,
  name: string,
): string | undefined {
  // Behind a loader stands the path that it is given.
  const prefix = /^(?:[@~]{1,2}|\.[^./][^/]*)\//.exec(pathOf(name))?.[0];
  if (prefix === undefined) return undefined;
  const isKnown = resolver.mappingsFor(file).some(({ pattern }) => pattern.startsWith(prefix));
  return isKnown ? undefined : prefix;
}

/**
 * The first word of a sheet's name, `foundation/`: the folder may lie in one in which only the build looks for sheets. It may as well
 * be gone, so it counts as an alias only where what it stands for is told.
 */
export function firstWordOfSheet(
  { resolver }: Pick<ReferenceGraph, "resolver">,
  file: ProjectPath,
  { specifier: name, lookup }: Pick<Reference, "specifier" | "lookup">,
): string | undefined {
  const isOfSheets = isTakenIn(file) || lookupNamed(lookup).takesSheetsIn === true;
  const prefix = isOfSheets ? /^[A-Za-z][\w-]*\//.exec(name)?.[0] : undefined;
  if (prefix === undefined) return undefined;
  return resolver.mappingsFor(file).some(({ pattern }) => pattern.startsWith(prefix)) ? undefined : prefix;
}

/** Every beginning that nothing explains, those of most references first. */
export function untoldAliases({ graph, folder, files }: UntoldInput): UntoldAlias[] {
  const byPrefix = new Map<string, Named[]>();
  const ofScripts = new Set<string>();
  for (const file of files)
    for (const { reference, resolution } of graph.files.get(file)?.references ?? []) {
      if (isCode(file) && lookupNamed(reference.lookup).takesSheetsIn !== true)
        ofScripts.add(reference.specifier.slice(0, reference.specifier.indexOf("/") + 1));
      if (resolution.state !== "unresolved") continue;
      const { specifier } = reference;
      const prefix = unknownPrefix(graph, file, specifier) ?? firstWordOfSheet(graph, file, reference);
      if (prefix !== undefined)
        addTo(byPrefix, prefix, { file, reference, rest: pathOf(reference.specifier).slice(prefix.length) });
    }
  return [...byPrefix]
    .flatMap(([prefix, named]) => {
      const whole = { prefix, references: named.length, ...targetOf(named, { graph, folder }) };
      // What scripts ask for by that word is a package, for which no folder may stand.
      if (/^\w/.test(prefix)) return whole.target && isTelling(whole) && !ofScripts.has(prefix) ? [whole] : [];
      return whole.target ? [whole] : [...partsOf(prefix, named, { graph, folder }), whole];
    })
    .sort((a, b) => b.references - a.references);
}

/** Where the names lead to several folders, each first word of them may be an alias of its own: `@/kit/`, `@/app/`. */
function partsOf(prefix: string, named: readonly Named[], scene: Pick<UntoldInput, "graph" | "folder">): UntoldAlias[] {
  const parts = new Map<string, Named[]>();
  for (const { rest, ...each } of named) {
    const cut = rest.indexOf("/");
    if (cut > 0) addTo(parts, `${prefix}${rest.slice(0, cut + 1)}`, { ...each, rest: rest.slice(cut + 1) });
  }
  return [...parts].flatMap(([part, some]) => {
    const { target } = some.length >= namesThatTell ? targetOf(some, scene) : {};
    return target ? [{ prefix: part, references: some.length, target }] : [];
  });
}

/** Those of them whose meaning is certain enough to be written down, by the alias and its folder from that of the app. */
export function tellingAliases(input: UntoldInput): readonly (Required<UntoldAlias> & { readonly name: string })[] {
  return untoldAliases(input).flatMap((each) => {
    const { target, references, prefix } = each;
    return target && isTelling(each) ? [{ prefix, references, target, name: prefix.replace(/\/$/, "") }] : [];
  });
}

function isTelling({ target, references }: UntoldAlias): boolean {
  return target !== undefined && target.resolved >= namesThatTell && target.resolved >= references * partThatTells;
}

interface Named {
  readonly file: ProjectPath;
  readonly reference: Reference;
  /** What stands behind the beginning. */
  readonly rest: string;
}

function pathOf(specifier: string): string {
  return specifier.slice(specifier.lastIndexOf("!") + 1);
}

/** The one folder of the app below which most names lead to a file. */
function targetOf(
  named: readonly Named[],
  { graph, folder }: Pick<UntoldInput, "graph" | "folder">,
): { readonly target?: { readonly folder: ProjectPath; readonly resolved: number } } {
  const different = [...new Map(named.map((each) => [each.rest, each])).values()];
  // Of many names some are tried, from all over the app.
  const step = Math.max(1, Math.floor(different.length / namesThatAreTried));
  const tried = different.filter((_, at) => at % step === 0);
  const leads =
    (below: ProjectPath) =>
    ({ file, reference, rest }: Named): boolean => {
      const to = relativePath(folderOf(file), inFolder(below, rest));
      const specifier = to.startsWith(".") ? to : `./${to}`;
      return graph.resolver.resolve(file, { specifier, lookup: reference.lookup }).state === "found";
    };
  const counts = candidates(tried, { graph, folder })
    .map((below) => ({ below, count: tried.filter(leads(below)).length }))
    .filter(({ count }) => count * 2 > tried.length)
    .sort((a, b) => b.count - a.count);
  const best = counts.filter(({ count }) => count === counts[0]?.count).map(({ below }) => below);
  const target = best.length === 1 ? best[0] : nearest(best, named);
  return target === undefined ? {} : { target: { folder: target, resolved: named.filter(leads(target)).length } };
}

/** Of several folders that have it all, the one nearest to those who ask is meant: another may be there to be put in its place. */
function nearest(folders: readonly ProjectPath[], named: readonly Named[]): ProjectPath | undefined {
  const [some] = named;
  const around = some ? foldersAbove(some.file).filter((above) => named.every(({ file }) => isBelow(file, above))) : [];
  for (const above of around) {
    const near = folders.filter((folder) => isBelow(folder, above));
    if (near.length > 0) return near.length === 1 ? near[0] : undefined;
  }
  return undefined;
}

/** So many folders are tried at most: those in which most of the names' first words lie. */
const foldersThatAreTried = 50;

/**
 * Folders of the app in which something lies with which names begin, those of most such things first. A partial sheet is called
 * without its underscore.
 */
function candidates(
  tried: readonly Named[],
  { graph: { tree }, folder }: Pick<UntoldInput, "graph" | "folder">,
): ProjectPath[] {
  const firsts = new Set(tried.map(({ rest }) => rest.split("/")[0] ?? ""));
  const singles = new Set(tried.flatMap(({ rest }) => (rest.includes("/") ? [] : [rest.split(".")[0] ?? ""])));
  const found = new Map<ProjectPath, number>();
  const add = (path: ProjectPath): void => {
    const above = folderOf(path);
    if (above === folder || folder === "" || isBelow(above, folder)) found.set(above, (found.get(above) ?? 0) + 1);
  };
  for (const each of foldersHolding(tree.paths)) if (firsts.has(nameOf(each))) add(each);
  const isNamed = (stem: string): boolean => singles.has(stem) || (stem.startsWith("_") && singles.has(stem.slice(1)));
  if (singles.size > 0) for (const path of tree.paths) if (isNamed(nameOf(path).split(".")[0] ?? "")) add(path);
  return [...found]
    .sort((a, b) => b[1] - a[1])
    .slice(0, foldersThatAreTried)
    .map(([each]) => each);
}
