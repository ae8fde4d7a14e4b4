/** The features of an app as examples for one more: which files each consists of, and which of these the others have in the same place. */
import { addTo } from "../../base/grouping.js";
import { splitWords, wordsKey } from "../../base/names/index.js";
import { extensionOf } from "../../app/arrangement/index.js";
import { isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { AppAnalysis } from "../analysis.js";
import { shared as sharedFeature, type Entry } from "../catalogue/index.js";
import { FeatureName, shared, type Spelled, type Way } from "./spellings.js";

/** One feature. */
export interface Example {
  /** As the catalogue calls it. */
  readonly feature: string;
  readonly name: FeatureName;
  /** Its files that are called by its name, or lie in a folder that is. */
  readonly files: readonly ProjectPath[];
}

/** A file of a feature, and those of others that are the same to them. */
export interface Counterpart {
  readonly path: ProjectPath;
  /** The ways of writing the feature's name in its path, by offset. */
  readonly ways: ReadonlyMap<number, ReadonlySet<Way>>;
  readonly sisters: ReadonlyMap<Example, ProjectPath>;
}

/** A feature with what it is compared with. */
export interface Compared {
  readonly example: Example;
  /** The features that consist of much the same. */
  readonly sisters: readonly Example[];
  readonly files: readonly Counterpart[];
}

/** Every feature whose files are called by its name. */
export function examplesOf(
  { catalogue, app }: Pick<AppAnalysis, "catalogue" | "app">,
  graph: ReferenceGraph,
): readonly Example[] {
  const inPaths = wordsInPaths([...catalogue.entries.keys()]);
  const { source } = app.layout;
  // Code beside the sources is what was built of them, or serves tools.
  const isOfApp = (path: ProjectPath): boolean =>
    source === "" || isBelow(path, source) || !app.stack.code.includes(extensionOf(nameOf(path)));
  const endings = commonEndings(catalogue.features.map(({ name }) => splitWords(name)));
  const byFeature = new Map<string, Entry[]>();
  for (const entry of catalogue.entries.values())
    if (entry.feature.is !== undefined) addTo(byFeature, entry.feature.is, entry);
  const plain = catalogue.features.flatMap(({ name: feature, folders, isGeneral }): Example[] => {
    if (feature === sharedFeature) return [];
    const words = splitWords(feature);
    // Of `role management` and `user management`, one is about roles.
    const thing = endings.has(words.at(-1) ?? "") && words.length > 1 ? words.slice(0, -1) : undefined;
    const name = new FeatureName(words, inPaths, thing);
    const isOwn = (path: ProjectPath): boolean =>
      folders.some((folder) => isBelow(path, folder)) || (isGeneral !== true && name.in(nameOf(path)).length > 0);
    const files = (byFeature.get(feature) ?? [])
      .filter(({ path, isLeft }) => !isLeft && isOwn(path))
      .filter(({ path, role }) => isOfApp(path) || role.is === "test")
      .map(({ path }) => path)
      .filter((path) => name.in(path).length > 0);
    const code = files.filter((path) => app.stack.code.includes(extensionOf(nameOf(path))));
    return code.length > 0 ? [{ feature, name, files }] : [];
  });
  FeatureName.tellApart(plain.map((each) => each.name));
  const owners = new Map(plain.flatMap((each) => each.files.map((path) => [path, each] as const)));
  const found = plain.map((each): Example => {
    const thing = thingOf(each, owners, graph);
    if (!thing) return each;
    const name = new FeatureName(each.name.words, inPaths, splitWords(thing.name));
    return { ...each, name, files: [...new Set([...each.files, ...thing.files])] };
  });
  FeatureName.tellApart(found.map((each) => each.name));
  return found;
}

/**
 * A feature that no other sign tells than its name: files that lie where others have theirs, two at least. `undefined` where there are
 * none.
 */
export function exampleByPlaces(
  called: string,
  all: readonly Example[],
  { entries }: AppAnalysis["catalogue"],
): Example | undefined {
  const words = splitWords(called);
  const name = new FeatureName(words, all[0]?.name.inPaths);
  const places = new Set(all.flatMap((each) => each.files.map((path) => each.name.without(path))));
  const files = [...entries.values()]
    .filter(({ path, isLeft }) => !isLeft && name.in(path).length > 0 && places.has(name.without(path)))
    .map(({ path }) => path);
  return files.length > 1 ? { feature: called, name, files } : undefined;
}

/** How many features have to end alike for the word to say nothing of what they are about. */
const manyAlike = 3;

/** The last words that several features of several words have: `management`. */
function commonEndings(names: readonly (readonly string[])[]): ReadonlySet<string> {
  const counts = new Map<string, number>();
  for (const words of names)
    if (words.length > 1) counts.set(words.at(-1) ?? "", (counts.get(words.at(-1) ?? "") ?? 0) + 1);
  return new Set([...counts].filter(([, times]) => times >= manyAlike).map(([word]) => word));
}

/**
 * What a feature is about, where that is called otherwise than the feature: of the types that its files take from each other, or from a
 * file that is called after the type and that no other feature takes, the one that most of them take. Nothing where one has the
 * feature's name.
 */
function thingOf(
  example: Example,
  owners: ReadonlyMap<ProjectPath, Example>,
  graph: ReferenceGraph,
): { readonly name: string; readonly files: readonly ProjectPath[] } | undefined {
  const { name, files } = example;
  const isOthers = (path: ProjectPath): boolean => (owners.get(path) ?? example) !== example;
  const taken = new Map<string, { readonly users: Set<ProjectPath>; readonly files: Set<ProjectPath> }>();
  for (const path of files)
    for (const { reference, resolution } of graph.files.get(path)?.references ?? []) {
      const [target] = resolution.state === "found" ? resolution.targets : [];
      if (target === undefined) continue;
      const isElsewhere = owners.get(target) !== example;
      if (isElsewhere && graph.usesOf(target).some(({ from }) => isOthers(from))) continue;
      const given = graph.files.get(target)?.reading.exports ?? [];
      for (const { imported } of reference.bindings ?? []) {
        const isType = given.some((each) => each.name === imported && (each.isType || each.kind === "class"));
        if (!isType || !mayBeThing(imported) || (isElsewhere && !isCalledAfter(target, imported))) continue;
        const there = taken.get(imported) ?? { users: new Set(), files: new Set() };
        there.users.add(path);
        if (isElsewhere) there.files.add(target);
        taken.set(imported, there);
      }
    }
  const ranked = [...taken].sort((a, b) => b[1].users.size - a[1].users.size || a[0].length - b[0].length);
  const isNamed = ([type]: readonly [string, unknown]): boolean => {
    const [only] = name.in(type);
    return only?.start === 0 && only.end === type.length;
  };
  // What is called like the feature is what it is about.
  const best = ranked.find(isNamed) ?? ranked.find(([type]) => name.in(type).length === 0);
  return best && { name: best[0], files: [...best[1].files] };
}

/** Whether a type may be what a feature is about, and not a part of its machinery. */
function mayBeThing(type: string): boolean {
  const words = splitWords(type);
  return (
    /^\p{Lu}\p{Ll}/u.test(type) &&
    words.length < 3 &&
    !/^(?:props|state|action|actions|params|options|type|types|context|dispatch|response|request)$/i.test(
      words.at(-1) ?? "",
    )
  );
}

function isCalledAfter(path: ProjectPath, type: string): boolean {
  return wordsKey(splitWords(nameOf(path).replace(/\..*$/, ""))) === wordsKey(splitWords(type));
}

/** How most names of files join their words. */
export function wordsInPaths(paths: readonly ProjectPath[]): "kebab" | "camel" | "snake" {
  const count = { kebab: 0, camel: 0, snake: 0 };
  for (const path of paths) {
    const stem = nameOf(path).replace(/\..*$/, "");
    if (/^\p{Ll}[\p{Ll}\d]*(?:-[\p{Ll}\d]+)+$/u.test(stem)) count.kebab += 1;
    else if (/^\p{Ll}[\p{Ll}\d]*(?:_[\p{Ll}\d]+)+$/u.test(stem)) count.snake += 1;
    else if (/^\p{Ll}[\p{Ll}\d]*(?:\p{Lu}[\p{Ll}\d]*)+$/u.test(stem)) count.camel += 1;
  }
  const { kebab, camel, snake } = count;
  return snake > kebab && snake >= camel ? "snake" : camel > kebab ? "camel" : "kebab";
}

/** What so many features do alike is what all do. */
const mostSisters = 20;

/** A feature beside the others. Those that have nearly nothing in its places are no sisters of it. */
export function comparedWith(example: Example, all: readonly Example[]): Compared {
  const own = [...placesOf(example).values()].flat();
  const alike = all
    .filter((each) => each !== example)
    .map((sister) => ({ sister, pairs: pairsOf(own, sister) }))
    .filter(({ pairs }) => pairs.size > 1 || pairs.size * 2 >= own.length)
    .sort((a, b) => b.pairs.size - a.pairs.size);
  // Of very many, the first and the last: a new one may go behind these.
  const matches =
    alike.length <= mostSisters ? alike : [...alike.slice(0, mostSisters / 2), ...alike.slice(-mostSisters / 2)];
  const files = own.map(({ path, spelled }): Counterpart => {
    const sisters = new Map<Example, ProjectPath>();
    const ways = new Map(spelled.map(({ start, ways: each }) => [start, each]));
    for (const { sister, pairs } of matches) {
      const pair = pairs.get(path);
      if (!pair) continue;
      sisters.set(sister, pair.path);
      for (const [index, { start }] of spelled.entries()) {
        const both = shared(ways.get(start) ?? new Set(), pair.spelled[index]?.ways ?? new Set());
        if (both.size > 0) ways.set(start, both);
      }
    }
    return { path, ways, sisters };
  });
  return { example, sisters: matches.map(({ sister }) => sister), files };
}

interface NamedPath {
  readonly path: ProjectPath;
  readonly spelled: readonly Spelled[];
  /** The path without the name. */
  readonly key: string;
}

const known = new WeakMap<Example, ReadonlyMap<string, readonly NamedPath[]>>();

/** The files of a feature by their paths without its name. */
function placesOf(example: Example): ReadonlyMap<string, readonly NamedPath[]> {
  const there = known.get(example);
  if (there) return there;
  const places = new Map<string, NamedPath[]>();
  for (const path of example.files) {
    const key = example.name.without(path);
    addTo(places, key, { path, key, spelled: example.name.in(path) });
  }
  known.set(example, places);
  return places;
}

/** The files of another feature that lie where those of the first do, but for the name. */
function pairsOf(own: readonly NamedPath[], sister: Example): ReadonlyMap<ProjectPath, NamedPath> {
  const theirs = placesOf(sister);
  const found = new Map<ProjectPath, NamedPath>();
  for (const { path, spelled, key } of own) {
    const fits = (each: NamedPath): boolean =>
      spelled.every(({ ways }, index) => shared(ways, each.spelled[index]?.ways ?? new Set()).size > 0);
    const pair = (theirs.get(key) ?? []).find(fits);
    if (pair) found.set(path, pair);
  }
  return found;
}

/** How many examples are looked at closely. */
const mostExamples = 4;

/** The features that are good examples, the likeliest first: they have the most in common with the most others, and the least of their own. */
export function likelyExamples(all: readonly Example[]): readonly Compared[] {
  const compared = all.map((example) => comparedWith(example, all)).filter(({ sisters }) => sisters.length > 0);
  const worth = ({ files, sisters }: Compared): number =>
    files.reduce((sum, each) => sum + each.sisters.size, 0) -
    files.filter((each) => each.sisters.size === 0).length * 0.5 +
    sisters.length;
  return compared.sort((a, b) => worth(b) - worth(a)).slice(0, mostExamples);
}

/** How many of some sisters have to have a thing for it to be usual: half of them, and one at least. */
export function mostOf(sisters: number): number {
  return Math.max(1, Math.ceil(sisters / 2));
}
