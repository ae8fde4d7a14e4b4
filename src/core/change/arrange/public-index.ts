/**
 * Public indexes: for each feature one file that exports what others use of it, and references from outside led through it.
 *
 * A reference is led only where that changes nothing but the way: it is a plain `import { … } from` (or `export { … } from`),
 * each of its names is known to be exported by the file that it names, and no circle of files comes about by it. Mocks, tests,
 * stories and `import(…)` keep naming the file itself.
 */
import type { Layout } from "../../app/arrangement/index.js";
import type { Catalogue } from "../../insight/catalogue/index.js";
import { gives, givenBy, stronglyConnected, type ReferenceGraph } from "../../graph/index.js";
import { languageFor, languageOfFiles, nameIn, type CodeLanguage, type Reference } from "../../languages/index.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { comparePaths, inFolder, type ProjectPath } from "../../base/paths.js";
import type { Addition, Through } from "../plan/index.js";
import { specifierTo } from "../setup/index.js";

/** What indexes are made from. */
export interface IndexRequest {
  readonly graph: ReferenceGraph;
  readonly catalogue: Catalogue;
  /** The shelves that are wanted. */
  readonly then: Layout;
  readonly language: CodeLanguage;
  /** Where files go. */
  readonly moved: ReadonlyMap<ProjectPath, ProjectPath>;
}

interface IndexInput extends IndexRequest {
  readonly typed: ReadonlySet<string>;
  /** Where files come from, by where they go. */
  readonly origins: ReadonlyMap<ProjectPath, ProjectPath>;
}

/** The indexes, and the references that are led through them. */
export interface PublicIndexes {
  readonly additions: readonly Addition[];
  readonly wishes: ReadonlyMap<ProjectPath, ReadonlyMap<number, Through>>;
  /** How many references lead through an index from now on. */
  readonly led: number;
  /** References from outside that keep naming a file inside, because leading them would close a circle or change more. */
  readonly direct: number;
}

/** A name that a reference takes. */
interface Taken {
  readonly name: string;
  readonly isType: boolean;
}

/** One reference from outside into a feature. */
interface Entrance {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  readonly reference: Reference;
  readonly feature: string;
  /** `undefined` where it cannot be led. */
  readonly taken: readonly Taken[] | undefined;
}

/** None at all. */
export const noIndexes: PublicIndexes = { additions: [], wishes: new Map(), led: 0, direct: 0 };

/** Makes the indexes. Nothing where the stack has none, or no shelf is a feature's. */
export function publicIndexes(request: IndexRequest): PublicIndexes {
  const { then } = request;
  if (!then.stack.index || !then.hasFeatures) return noIndexes;
  const entrances = entrancesOf(request);
  const origins = new Map([...request.moved].map(([from, to]) => [to, from]));
  const input: IndexInput = { ...request, typed: typedFeatures(entrances), origins };
  const known = entrances.filter(({ taken }) => taken !== undefined);
  const open = withoutCircles(withoutNamesakes(known, input), input);
  const additions = [...groupBy(open, ({ feature }) => feature)]
    .sort(([a], [b]) => comparePaths(a, b))
    .flatMap(([feature, some]) => additionFor(feature, some, input));
  const wishes = new Map<ProjectPath, Map<number, Through>>();
  for (const { from, reference, feature } of open) {
    const ofFile = wishes.get(from) ?? new Map<number, Through>();
    const wish = { through: indexPath(feature, input), folder: featureFolder(feature, input) };
    wishes.set(from, ofFile.set(reference.start, wish));
  }
  return { additions, wishes, led: open.length, direct: entrances.length - open.length };
}

function groupBy<Item>(items: readonly Item[], keyOf: (item: Item) => string): Map<string, Item[]> {
  const groups = new Map<string, Item[]>();
  for (const item of items) {
    const group = groups.get(keyOf(item));
    if (group) group.push(item);
    else groups.set(keyOf(item), [item]);
  }
  return groups;
}

function featureFolder(feature: string, { then }: IndexInput): ProjectPath {
  return then.featureFolder(feature) ?? then.source;
}

/**
 * The index of a feature: the one that is there in any of the language's extensions, else a new one. It is typed where a file
 * of the feature is, whatever the rest of the app is written in.
 */
function indexPath(feature: string, input: IndexInput): ProjectPath {
  const { then, language, typed } = input;
  const file = (then.stack.index?.file ?? "index.ts").replace("{snake}", inCase(splitWords(feature), "snake"));
  const path = inFolder(featureFolder(feature, input), nameIn(typed.has(feature) ? "typescript" : language, file));
  const stem = path.replace(/\.\w+$/, "");
  const there = languageFor(path)?.extensions.map((extension) => (stem + extension) as ProjectPath) ?? [];
  return there.find((each) => originOf(each, input) !== undefined) ?? path;
}

/** Where the file is now that will be at a path. */
function originOf(path: ProjectPath, { graph, moved, origins }: IndexInput): ProjectPath | undefined {
  return origins.get(path) ?? (graph.tree.has(path) && !moved.has(path) ? path : undefined);
}

/** Features with a file in TypeScript that others use. */
function typedFeatures(entrances: readonly Entrance[]): ReadonlySet<string> {
  return new Set(entrances.filter(({ to }) => languageOfFiles([to]) === "typescript").map(({ feature }) => feature));
}

/** Every reference into a feature from outside of it, as things will lie. */
function entrancesOf({ graph, catalogue, then, moved }: IndexRequest): Entrance[] {
  const goes = (path: ProjectPath): ProjectPath => moved.get(path) ?? path;
  const found: Entrance[] = [];
  for (const { path: from, references } of graph.files.values()) {
    const entry = catalogue.entries.get(from);
    if (!entry || entry.role.is === "test" || entry.role.is === "story") continue;
    const here = then.standingOf(goes(from))?.feature;
    for (const { reference, resolution } of references) {
      const [to, other] = resolution.state === "found" ? resolution.targets : [];
      if (to === undefined || other !== undefined || !isPlain(reference)) continue;
      const place = goes(to);
      const feature = then.standingOf(place)?.feature;
      if (feature === undefined || feature === here || then.isPublicIndex(place)) continue;
      found.push({ from, to, reference, feature, taken: takenBy(graph, { to, reference }) });
    }
  }
  return found;
}

function isPlain({ kind }: Reference): boolean {
  return kind === "import" || kind === "re-export" || kind === "type import";
}

/** The names that a reference takes, if all of them are names that the file is known to export. */
function takenBy(
  graph: ReferenceGraph,
  { to, reference: { kind, bindings = [] } }: Pick<Entrance, "to" | "reference">,
): Taken[] | undefined {
  if (kind === "type import" || bindings.length === 0) return undefined;
  const taken = bindings.map(({ imported: name, isType }): Taken | undefined => {
    const given = name === "default" || name === "*" ? undefined : givenBy(graph, to, name);
    if (!given) return undefined;
    // A value that is only wanted as a type is exported as what it is.
    return { name, isType: given.isType || (given.kind === "value" && isType) };
  });
  return taken.every((each) => each !== undefined) ? taken : undefined;
}

/**
 * Two files of a feature may export one name; an index can give it for one of them only: for the one for which it does already,
 * else for the first.
 */
function withoutNamesakes(entrances: readonly Entrance[], input: IndexInput): readonly Entrance[] {
  const holders = new Map<string, string>();
  const { graph } = input;
  const declaredAs = (path: ProjectPath, name: string): string => {
    const given = givenBy(graph, path, name);
    return given ? `${given.file}\n${given.declared}` : path;
  };
  return [...entrances]
    .sort((a, b) => comparePaths(a.to, b.to) || comparePaths(a.from, b.from))
    .filter(({ feature, to, taken = [] }) => {
      const index = originOf(indexPath(feature, input), input);
      return taken.every(({ name }) => {
        const key = `${feature}\n${name}`;
        const wanted = declaredAs(to, name);
        const there = index !== undefined && gives(graph, index, name) ? declaredAs(index, name) : undefined;
        const holder = there ?? holders.get(key);
        if (holder === undefined) holders.set(key, wanted);
        return holder === undefined || holder === wanted;
      });
    });
}

/** Leaves out what would close a circle of files through an index, until none is left. */
function withoutCircles(entrances: readonly Entrance[], input: IndexInput): readonly Entrance[] {
  const edges = staticEdges(input.graph);
  let open = entrances;
  const nodeOf = (feature: string): string => indexPath(feature, input);
  for (;;) {
    const led = open.flatMap(({ from, to, feature }) => [
      { from, to: nodeOf(feature) },
      { from: nodeOf(feature), to },
    ]);
    const circles = stronglyConnected([...edges, ...led]);
    const circleOf = new Map(circles.flatMap((circle, at) => circle.map((name) => [name, at] as const)));
    const closes = ({ from, feature }: Entrance): boolean => {
      const circle = circleOf.get(from);
      return circle !== undefined && circle === circleOf.get(nodeOf(feature));
    };
    const rest = open.filter((entrance) => !closes(entrance));
    if (rest.length === open.length) return open;
    open = rest;
  }
}

/** Who needs whom when it is loaded: types and what is loaded later close no circle. */
function staticEdges(graph: ReferenceGraph): { readonly from: ProjectPath; readonly to: ProjectPath }[] {
  return [...graph.files.values()].flatMap(({ path: from, references }) =>
    references.flatMap(({ reference, resolution }) =>
      (reference.kind === "import" || reference.kind === "re-export" || reference.kind === "require") &&
      resolution.state === "found"
        ? resolution.targets.map((to) => ({ from, to }))
        : [],
    ),
  );
}

/** The lines of one index: for each file what others use of it, in order of path. */
function additionFor(feature: string, entrances: readonly Entrance[], input: IndexInput): Addition[] {
  const { moved, then, graph } = input;
  const path = indexPath(feature, input);
  const there = originOf(path, input);
  const lines: string[] = [];
  const means: ProjectPath[] = [];
  const groups = [...groupBy(entrances, ({ to }) => moved.get(to) ?? to)].sort(([a], [b]) => comparePaths(a, b));
  for (const [target, some] of groups) {
    const names = new Map<string, boolean>();
    for (const { name, isType } of some.flatMap(({ taken = [] }) => taken))
      names.set(name, (names.get(name) ?? true) && isType);
    const specifier = specifierTo(path, target as ProjectPath, then.stack.specifiers);
    for (const isType of [false, true]) {
      const wanted = [...names]
        .filter(([name, type]) => type === isType && !(there !== undefined && gives(graph, there, name)))
        .map(([name]) => name);
      if (wanted.length === 0) continue;
      lines.push(`export ${isType ? "type " : ""}{ ${wanted.sort(comparePaths).join(", ")} } from "${specifier}";\n`);
      means.push(target as ProjectPath);
    }
  }
  if (lines.length === 0) return [];
  return [{ path, text: lines.join(""), means, why: `what others use of ${feature}` }];
}
