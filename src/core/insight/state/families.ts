/**
 * Pieces of state, each with the files that make it: a reducer, and whatever actions, constants, initial state and selectors are called
 * after the same thing and lie beside it or are tied to it by an import. One file may hold all of it.
 */
import { partsOf } from "../../app/index.js";
import { splitWords } from "../../base/names/index.js";
import { folderOf, nameOf, rootPath, type ProjectPath } from "../../base/paths.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { moduleRules } from "../../languages/index.js";
import { featureKey, shared, type Catalogue, type Entry } from "../catalogue/index.js";

/** What a file of a piece of state is for, besides the reducer, in the order in which one reads them. */
export const stateParts = ["constants", "initial state", "actions", "selectors"] as const;

/** One of them. */
export type StatePart = (typeof stateParts)[number];

/** One piece of state. */
export interface StateFamily {
  /** What it is called: `rota`, `orchard map`. */
  readonly name: string;
  /** The feature that it belongs to; `shared` where it belongs to none. */
  readonly feature: string;
  readonly reducer: ProjectPath;
  /** The files beside the reducer's. */
  readonly others: readonly { readonly path: ProjectPath; readonly part: StatePart }[];
  /** `apart`: in several files. `together`: actions and reducer in one. `slice`: a library makes the actions of the reducer. `reducer`: nothing but that. */
  readonly layout: "apart" | "together" | "slice" | "reducer";
}

/** What they are found in. */
export interface FamilyInput {
  readonly catalogue: Catalogue;
  readonly graph: ReferenceGraph;
}

/** Finds them, in order of the reducers' paths. */
export function stateFamilies({ catalogue, graph }: FamilyInput): readonly StateFamily[] {
  const files = [...catalogue.entries.values()]
    .filter(isOfState)
    .map((entry) => ({ entry, ...calledAfter(entry.path) }));
  const signsOf = (path: ProjectPath): readonly string[] => graph.files.get(path)?.reading.outline.signs ?? [];
  const reducers = files.filter(
    ({ entry, part }) =>
      signsOf(entry.path).includes("reducer") && (part === "reducer" || part === undefined || part === "initial state"),
  );
  const taken = new Set(reducers.map(({ entry }) => entry.path));
  // What two could have is that of the likelier reducer: each file belongs to one piece.
  const given = new Set<ProjectPath>();
  const likelier = [...reducers].sort((a, b) => likeness(b.entry.path) - likeness(a.entry.path));
  const families = likelier.map(({ entry, key, words }): StateFamily => {
    const own = files.filter(
      (each) => !taken.has(each.entry.path) && each.key === key && each.part !== undefined && each.part !== "reducer",
    );
    const others = own
      .filter(({ entry: { path } }) => !given.has(path))
      .filter(({ entry: { path } }) =>
        belongsTo(path, entry.path, { catalogue, reducers: [...taken], own: own.map((each) => each.entry.path) }),
      )
      .map(({ entry: { path }, part }) => ({ path, part: part as StatePart }))
      .sort((a, b) => readingOrder(a.path) - readingOrder(b.path));
    for (const { path } of others) given.add(path);
    return {
      name: words.join(" "),
      feature: entry.feature.is ?? shared,
      reducer: entry.path,
      others,
      layout: others.length > 0 ? "apart" : aloneLayout(entry.path, signsOf(entry.path), graph),
    };
  });
  return families.sort((a, b) => (a.reducer < b.reducer ? -1 : 1));
}

/** How much a path speaks for a reducer: its name, or a folder around it. */
function likeness(path: ProjectPath): number {
  if (calledAfter(path).part === "reducer") return 2;
  return path.split("/").some((step) => words.reducer.test(step.toLowerCase())) ? 1 : 0;
}

/** Where a file stands among those of its piece of state, in the order in which one reads them; the reducer comes last. */
export function readingOrder(path: ProjectPath): number {
  const { part } = calledAfter(path);
  return part === undefined || part === "reducer" ? stateParts.length : stateParts.indexOf(part);
}

/** Main code that the app's state may be made of. */
function isOfState({ role, leader, isIndex, isLeft }: Entry): boolean {
  if (leader !== undefined || isIndex || isLeft) return false;
  return role.is === "state" || role.is === "action" || role.is === "constants";
}

function aloneLayout(path: ProjectPath, signs: readonly string[], graph: ReferenceGraph): StateFamily["layout"] {
  if (/\bcreateSlice\b/.test(graph.tree.text(path)?.text ?? "")) return "slice";
  return signs.includes("actions") ? "together" : "reducer";
}

interface Nearness {
  readonly catalogue: Catalogue;
  readonly reducers: readonly ProjectPath[];
  readonly own: readonly ProjectPath[];
}

/** Whether a file lies beside a reducer, or is tied to it or to another file of it, and no other reducer is as near. */
function belongsTo(path: ProjectPath, reducer: ProjectPath, { catalogue: { uses }, own }: Nearness): boolean {
  const area = folderOf(folderOf(reducer));
  if (folderOf(path) === folderOf(reducer) || (area !== rootPath && folderOf(folderOf(path)) === area)) return true;
  const tied = (one: ProjectPath, other: ProjectPath): boolean =>
    uses.usersOf(one).includes(other) || uses.usersOf(other).includes(one);
  return tied(path, reducer) || own.some((each) => each !== path && tied(path, each) && tied(each, reducer));
}

const words: Readonly<Record<StatePart | "reducer", RegExp>> = {
  constants: /^(?:constants?|types?)$/,
  actions: /^(?:actions?|creators?|thunks?)$/,
  selectors: /^selectors?$/,
  reducer: /^(?:reducers?)$/,
  "initial state": /^(?:initial|states?)$/,
};
const neutral = /^(?:slices?|stores?|redux|ducks?|context|modules?|src|source)$/;

/** What a file is called after, and what it is for, by its name and its folders: `actions/rotaActions.ts` → `rota`, actions. */
function calledAfter(path: ProjectPath): {
  readonly key: string;
  readonly words: readonly string[];
  readonly part: StatePart | "reducer" | undefined;
} {
  let part: StatePart | "reducer" | undefined;
  const { stem } = partsOf(nameOf(path));
  const steps = [
    ...(moduleRules.indexNames.includes(stem) ? [] : [stem]),
    ...folderOf(path)
      .split("/")
      .filter((each) => each !== "")
      .reverse(),
  ];
  for (const step of steps) {
    let own = splitWords(step).map((word) => word.toLowerCase());
    while (own.length > 0 && isOfRole(own.at(-1) ?? "")) {
      part ??= partOf(own);
      own = own.slice(0, -1);
    }
    if (own.length > 0) return { key: featureKey(own), words: own, part: part ?? partOf(roleWordsIn(steps)) };
  }
  return { key: "", words: ["app"], part };
}

function isOfRole(word: string): boolean {
  return neutral.test(word) || Object.values(words).some((pattern) => pattern.test(word));
}

/** `actions/rota.ts`: the folder says it. */
function roleWordsIn(steps: readonly string[]): readonly string[] {
  const [, folder = ""] = steps;
  const own = splitWords(folder).map((word) => word.toLowerCase());
  return own.every(isOfRole) ? own : [];
}

/** What the words at the end of a name say: `["rota", "action", "types"]` are constants. */
function partOf(some: readonly string[]): StatePart | "reducer" | undefined {
  for (const [part, pattern] of Object.entries(words) as [StatePart | "reducer", RegExp][])
    if (pattern.test(some.at(-1) ?? "")) return part;
  return undefined;
}
