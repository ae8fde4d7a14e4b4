import { addTo } from "../../base/grouping.js";
import { folderOf, foldersAbove, relativePath, type ProjectPath } from "../../base/paths.js";
import { isPackageOfSheet, unresolvedReferences, type UnresolvedReference } from "./unresolved-references.js";
import { firstWordOfSheet, unknownPrefix, untoldAliases, type UntoldAlias } from "../untold-aliases.js";
import type { Case } from "./cases.js";
import { Namesakes } from "./namesakes.js";
import type { Found, Rule, RuleContext } from "./rule.js";

export const unresolvedPath: Rule = {
  name: "unresolved-path",
  asks: "Every path to a file of the project resolves to one.",
  why: "It fails when somebody gets there: in the build, in a test, or in front of a user.",
  wrong: 'import { TreeCard } from "./TreeKard";',
  right: 'import { TreeCard } from "./TreeCard";',
  *find(context) {
    // What is one matter is said once, at the first place: an alias that nothing explains, packages that are not here, many files
    // that miss one, many paths of one file into one folder.
    const matters = new Map<string, Unresolved[]>();
    const single: Unresolved[] = [];
    const all = [...unresolved(context)];
    const repeated = repeatedIn(all);
    const aliases = aliasesIn(context, all);
    for (const found of all) {
      const matter =
        matterOf(context, found, aliases) ??
        (repeated.has(found.about) ? (`alike ${found.about}` as const) : undefined);
      if (matter === undefined) single.push(found);
      else addTo(matters, matter, found);
    }
    for (const [matter, some] of matters)
      yield* once(some, matter, whatIsUnknown(matter, some, context.app.folder, aliases));
    const { gone, rest } = intoMissingFolders(context, single);
    for (const [folder, some] of gone) {
      const [first] = some;
      const specifiers = [...new Set(some.map(({ about }) => about))];
      const [references, files] = [some.length, filesOf(some)];
      if (first) yield { ...placeOf(first), what: { code: "folder missing", folder, references, files, specifiers } };
    }
    const namesakes = new Namesakes(context.tree);
    const missing = new Map<string, Unresolved[]>();
    for (const found of rest) addTo(missing, found.missing ?? `${found.file} ${found.start}`, found);
    const byFolder = new Map<string, Unresolved[]>();
    for (const some of missing.values()) {
      const [first] = some;
      const others = filesOf(some) - 1;
      if (first && others + 1 >= manyFiles) yield { ...placeOf(first), what: nowhere(first, others, namesakes) };
      // What one file misses in several places is missing once.
      else
        for (const found of oncePerFile(some))
          addTo(byFolder, `${found.file} ${folderOf(found.about as ProjectPath)}`, found);
    }
    for (const some of byFolder.values()) {
      const [first] = some;
      if (first && some.length >= manyPaths)
        yield {
          ...placeOf(first),
          what: { code: "several unresolved", specifier: first.about, references: some.length },
        };
      else for (const found of some) yield { ...placeOf(found), what: nowhere(found, 0, namesakes) };
    }
  },
};

function nowhere({ file, about: specifier }: Unresolved, others: number, namesakes: Namesakes): Case {
  const namesake = namesakes.of(specifier, file);
  return { code: "unresolved", specifier, others, ...(namesake !== undefined && { namesake }) };
}

/** What is not known, and by what: `alias @/`, `alike ../../theme.config`, `packages`. */
type Matter = `alias ${string}` | `alike ${string}` | "packages";

/** What is known of the beginnings that nothing explains, by the beginning. */
function aliasesIn(context: RuleContext, all: readonly Unresolved[]): ReadonlyMap<string, UntoldAlias> {
  const { graph, app, entries } = context;
  const isAny = all.some(
    (found) => unknownPrefix(graph, found.file, found.about) ?? firstWordOfSheet(graph, found.file, found),
  );
  if (!isAny) return new Map();
  const found = untoldAliases({ graph, folder: app.folder, files: entries.map(({ path }) => path) });
  return new Map(found.map((each) => [each.prefix, each]));
}

/** The matter of which a path is one of several signs; none for one that simply leads nowhere. */
function matterOf(
  context: RuleContext,
  found: Unresolved,
  aliases: ReadonlyMap<string, UntoldAlias>,
): Matter | undefined {
  const prefix = unknownPrefix(context.graph, found.file, found.about);
  if (prefix !== undefined) return `alias ${prefix}`;
  const word = firstWordOfSheet(context.graph, found.file, found);
  if (word !== undefined && aliases.has(word)) return `alias ${word}`;
  return isPackageOfSheet(found.file, found.about) ? "packages" : undefined;
}

/** Letters that climb and lead to different places of which none is there: a bundler takes them for a name. */
function repeatedIn(all: readonly Unresolved[]): ReadonlySet<string> {
  const missing = new Map<string, Set<string>>();
  for (const { about, missing: place } of all)
    if (about.startsWith("../") && place !== undefined)
      missing.set(about, (missing.get(about) ?? new Set<string>()).add(place));
  return new Set([...missing].filter(([, places]) => places.size >= placesOfAName).map(([about]) => about));
}

function whatIsUnknown(
  matter: string,
  some: readonly Unresolved[],
  folder: ProjectPath,
  aliases: ReadonlyMap<string, UntoldAlias>,
): Case {
  const name = matter.slice(matter.indexOf(" ") + 1);
  const [references, files] = [some.length, filesOf(some)];
  // Where all of them lead to several folders, those of most names tell one.
  const told = aliases.get(name)?.target
    ? aliases.get(name)
    : [...aliases.values()].find(({ prefix, target }) => prefix.startsWith(name) && target !== undefined);
  const stands = told?.target && {
    alias: told.prefix.replace(/\/$/, ""),
    target: relativePath(folder, told.target.folder) || ".",
    resolved: told.target.resolved,
  };
  if (matter.startsWith("alias ")) return { code: "alias unknown", prefix: name, references, files, ...stands };
  if (matter.startsWith("alike "))
    return {
      code: "unresolved alike",
      specifier: name,
      places: new Set(some.map(({ missing }) => missing)).size,
      files,
    };
  const packages = some.map(({ about }) => about.replace(/^~/, "").split("/").slice(0, 2).join("/"));
  return { code: "packages unknown", packages: [...new Set(packages)], files };
}

function* once([first]: readonly Unresolved[], matter: string, what: Case): Iterable<Found> {
  const about = matter.slice(matter.indexOf(" ") + 1);
  if (first) yield { file: first.file, start: first.start, about, confidence: likelyOnly, what };
}

/** Paths that lead into folders which are not there, by the outermost such folder, where several files look for several things in it. */
function intoMissingFolders(
  { tree }: RuleContext,
  some: readonly Unresolved[],
): { readonly gone: ReadonlyMap<ProjectPath, readonly Unresolved[]>; readonly rest: readonly Unresolved[] } {
  const byFolder = new Map<ProjectPath, Unresolved[]>();
  for (const found of some) {
    if (found.place === undefined) continue;
    const folder = foldersAbove(found.place)
      .filter((above) => !tree.hasFolder(above))
      .at(-1);
    if (folder !== undefined) addTo(byFolder, folder, found);
  }
  const isOne = (found: readonly Unresolved[]): boolean =>
    found.length >= manyPaths && filesOf(found) > 1 && new Set(found.map(({ missing }) => missing)).size > 1;
  const gone = new Map([...byFolder].filter(([, found]) => isOne(found)));
  const told = new Set([...gone.values()].flat());
  return { gone, rest: some.filter((found) => !told.has(found)) };
}

function oncePerFile(some: readonly Unresolved[]): Unresolved[] {
  return [...new Map(some.toReversed().map((found) => [found.file, found])).values()].reverse();
}

function placeOf({ file, start, about }: Unresolved): Pick<Found, "file" | "start" | "about"> {
  return { file, start, about };
}

function filesOf(some: readonly Unresolved[]): number {
  return new Set(some.map(({ file }) => file)).size;
}

/** What leads to a place that is not read may be right: how sure it is that it is not. */
const likelyOnly = 0.5;

/** To so many places that are not there the same letters lead only where a bundler knows them. */
const placesOfAName = 3;

/** So many paths of one file into one folder are one finding. */
const manyPaths = 5;

/** From so many files on, what they all miss is said once. */
const manyFiles = 3;

/** A reference that leads nowhere, as it is written. */
type Unresolved = UnresolvedReference & { readonly about: string };

function* unresolved(context: RuleContext): Iterable<Unresolved> {
  for (const each of unresolvedReferences(context))
    if (each.why === "missing") yield { ...each, about: each.specifier };
}
