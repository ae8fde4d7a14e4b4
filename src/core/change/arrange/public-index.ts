/**
 * Public indexes: for each feature one file that exports what others use of it, and references from outside led through it.
 *
 * A reference is led only where that changes nothing but the way: it is a plain `import { … } from` (or `export { … } from`),
 * each of its names is known to be exported by the file that it names, and no circle of files comes about by it. Mocks, tests,
 * stories and `import(…)` keep naming the file itself.
 */
import type { Layout } from "../../app/arrangement/index.js";
import type { Catalogue } from "../../insight/catalogue/index.js";
import { stronglyConnected } from "../../graph/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import {
  languageFor,
  languageOfFiles,
  nameIn,
  type CodeLanguage,
  type ExportKind,
  type Reference,
} from "../../languages/index.js";
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
  const input: IndexInput = { ...request, typed: typedFeatures(entrances) };
  const known = entrances.filter(({ taken }) => taken !== undefined);
  const open = withoutCircles(withoutNamesakes(known), input);
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
  const { then, graph, language, typed } = input;
  const file = (then.stack.index?.file ?? "index.ts").replace("{snake}", inCase(splitWords(feature), "snake"));
  const path = inFolder(featureFolder(feature, input), nameIn(typed.has(feature) ? "typescript" : language, file));
  const stem = path.replace(/\.\w+$/, "");
  const there = languageFor(path)?.extensions.map((extension) => (stem + extension) as ProjectPath) ?? [];
  return there.find((each) => graph.tree.has(each)) ?? path;
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
      found.push({ from, to, reference, feature, taken: takenBy(graph, { from, to, reference }) });
    }
  }
  return found;
}

function isPlain({ kind }: Reference): boolean {
  return kind === "import" || kind === "re-export" || kind === "type import";
}

/** `import { type Tree, prune as cut } from`: the clause alone, with nothing in it that is more than a list of names. */
const clause = /(?:^|[\n;])[ \t]*(?:import|export)\s+(type\s+)?\{([^{}]*)\}\s*from\s*["']$/u;
const namePart = /^\s*(type\s+)?([\p{L}_$][\p{L}\p{N}_$]*)(?:\s+as\s+[\p{L}_$][\p{L}\p{N}_$]*)?\s*$/u;

/** The names that a reference takes, if all of them are names that the file is known to export. */
function takenBy(
  graph: ReferenceGraph,
  { from, to, reference }: Pick<Entrance, "from" | "to" | "reference">,
): Taken[] | undefined {
  const text = graph.tree.text(from)?.text ?? "";
  const [, all, list] = clause.exec(text.slice(Math.max(0, reference.start - 4000), reference.start)) ?? [];
  const parts = list?.split(",").filter((part) => part.trim() !== "");
  if (!parts || parts.length === 0) return undefined;
  const taken = parts.map((part): Taken | undefined => {
    const [, type, name = "default"] = namePart.exec(part) ?? [];
    const kind = name === "default" ? undefined : exportKind(graph, to, name);
    if (kind === undefined) return undefined;
    const isType = kind === "type";
    // A value that is only wanted as a type is exported as what it is.
    return { name, isType: isType || (kind === "value" && (all ?? type) !== undefined) };
  });
  return taken.every((each) => each !== undefined) ? taken : undefined;
}

const valueKinds = "const|let|var|(?:async\\s+)?function\\*?|(?:abstract\\s+)?class|enum";
const allKinds = `${valueKinds}|interface|type`;

/** Whether a declaration of one of these kinds is exported where it stands. */
function exportsByName(text: string, name: string, kinds: string): boolean {
  return new RegExp(`^export\\s+(?:declare\\s+)?(?:${kinds})\\s+${name.replaceAll("$", "\\$")}(?![\\w$])`, "m").test(
    text,
  );
}

/** What a name is that a file exports, through index files as well; `undefined` where that is not known. */
function exportKind(graph: ReferenceGraph, path: ProjectPath, name: string, depth = 0): ExportKind | undefined {
  const outline = graph.files.get(path)?.reading.outline;
  const text = graph.tree.text(path)?.text ?? "";
  const found = outline?.exports.find((each) => each.name === name);
  // What is exported by default may be exported by its name as well; only that can be passed on by name.
  if (found && (!found.isDefault || exportsByName(text, name, allKinds))) {
    // One name may be a type and a value at once; then it is exported as a value.
    return found.kind === "type" && exportsByName(text, name, valueKinds) ? "constant" : found.kind;
  }
  if (!outline?.onlyPassesOn || depth > 3) return undefined;
  // A name that is passed on under another name is not looked for.
  for (const target of graph.targetsOf(path)) {
    const kind = exportKind(graph, target, name, depth + 1);
    if (kind !== undefined) return kind;
  }
  return undefined;
}

/** Two files of a feature may export one name; an index can give it for one of them only: the first. */
function withoutNamesakes(entrances: readonly Entrance[]): Entrance[] {
  const holders = new Map<string, ProjectPath>();
  return [...entrances]
    .sort((a, b) => comparePaths(a.to, b.to) || comparePaths(a.from, b.from))
    .filter(({ feature, to, taken = [] }) =>
      taken.every(({ name }) => {
        const key = `${feature}\n${name}`;
        const holder = holders.get(key);
        if (holder === undefined) holders.set(key, to);
        return holder === undefined || holder === to;
      }),
    );
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
  const already = graph.tree.text(path)?.text ?? "";
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
        .filter(([name, type]) => type === isType && !isExported(already, name))
        .map(([name]) => name);
      if (wanted.length === 0) continue;
      lines.push(`export ${isType ? "type " : ""}{ ${wanted.sort(comparePaths).join(", ")} } from "${specifier}";\n`);
      means.push(target as ProjectPath);
    }
  }
  if (lines.length === 0) return [];
  return [{ path, text: lines.join(""), means, why: `what others use of ${feature}` }];
}

/** Whether an index gives a name already. */
function isExported(text: string, name: string): boolean {
  const word = name.replaceAll("$", "\\$");
  return new RegExp(`\\{[^}]*(?<![\\w$])${word}(?![\\w$])(?!\\s+as\\b)[^}]*\\}\\s*from`).test(text);
}
