/**
 * The wiring of an app: what a feature consists of, what its files have in common with those of the others, and every place outside
 * where it is mentioned as they are. Read off the features that are there; nothing is known of frameworks.
 */
import { addTo } from "../../base/grouping.js";
import { featureKey, type Catalogue } from "../catalogue/index.js";
import { comparePaths, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Layout } from "../../app/arrangement/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { quiet, type Progress } from "../../base/progress.js";
import {
  extractFrom,
  hasRows,
  isCode,
  languageFor,
  languagesInUse,
  rowsOf,
  type Reference,
  type Row,
  type RowItem,
  type TextNames,
} from "../../languages/index.js";
import type { AppAnalysis } from "../analysis.js";
import { commonOf, type Kept } from "./kept.js";
import { entriesIn, isImport, type Entry } from "./entries.js";
import {
  comparedWith,
  examplesOf,
  likelyExamples,
  mostOf,
  type Compared,
  type Counterpart,
  type Example,
} from "./features.js";
import { ownLists, type OwnList } from "./own-lists.js";
import { Settling, type Part } from "./settle.js";
import { speaksOf, type Shape } from "./shape.js";
import type { FeatureName } from "./spellings.js";

/** A file that a new feature gets, with what it takes over of the example's. */
export interface LearntFile {
  readonly path: ProjectPath;
  readonly counterpart: Counterpart;
  readonly kept: Kept;
  /** The texts of its sisters. */
  readonly sisters: readonly string[];
}

/** A text outside that mentions the example as it does its sisters. */
export interface WiredFile {
  readonly path: ProjectPath;
  readonly shape: Shape;
  readonly entries: readonly Entry[];
}

/** All of it. */
export interface Wiring {
  readonly compared: Compared;
  readonly files: readonly LearntFile[];
  readonly wired: readonly WiredFile[];
  /** Files that its sisters have, too, and that cannot be made: pictures, texts that could not be read. */
  readonly unmade: readonly ProjectPath[];
  /** Files outside that mention it and could not be read. */
  readonly unread: readonly ProjectPath[];
}

/** What it is learnt from. */
export interface WiringInput {
  readonly analysed: Pick<AppAnalysis, "catalogue" | "app">;
  readonly graph: ReferenceGraph;
  /** The feature that is the example; without it, the one that has most in common with the others. */
  readonly like?: string | undefined;
  /** The feature that is to be listed in a file as the others are: it is no example, and only that file is looked at. */
  readonly listing?: { readonly feature: string; readonly file: ProjectPath } | undefined;
  /** Other things than features that are listed side by side: all of them, and those that may be the example. */
  readonly units?: Units | undefined;
  readonly progress?: Progress | undefined;
}

/** Things that are no features. */
export interface Units {
  readonly all: readonly Example[];
  readonly compared: readonly Compared[];
  /** The feature that gains one: an example of it may stand in lists of that feature. */
  readonly feature?: string | undefined;
}

/** Texts that are longer are no places in which people list features. */
const longest = 400_000;

/** Learns it; `undefined` where no two features have anything in common. */
export async function learnWiring({
  analysed,
  graph,
  like,
  listing,
  units,
  progress = quiet,
}: WiringInput): Promise<Wiring | undefined> {
  const all = units?.all ?? examplesOf(analysed, graph);
  const examples = all.filter(({ feature }) => feature !== listing?.feature);
  const asked = like === undefined ? undefined : comparedLike(like, examples);
  const likely = units?.compared ?? (like === undefined ? likelyExamples(examples) : asked ? [asked] : []);
  if (likely.length === 0) return undefined;
  await Promise.all(languagesInUse().map((language) => language.prepare()));
  const shapes = new Shapes(graph);
  const { entries } = analysed.catalogue;
  let best: Wiring | undefined;
  for (const [at, compared] of likely.entries()) {
    progress("Comparing features", at, likely.length);
    const { layout } = analysed.app;
    const isBeside = (path: ProjectPath): boolean => /^(?:test|story)$/.test(entries.get(path)?.role.is ?? "");
    const wiring = await new Learning({
      graph,
      shapes,
      compared,
      examples,
      layout,
      isAsked: like !== undefined,
      listing,
      isBeside,
      gaining: units?.feature === undefined ? undefined : { feature: units.feature, catalogue: analysed.catalogue },
    }).learn();
    if (!best || isBetter(wiring, best)) best = wiring;
  }
  return best;
}

/** How much an example tells: the files that it gives a new one, and what mentions it. */
function tells({ files, wired }: Wiring): number {
  const places = wired.reduce((sum, { entries }) => sum + entries.filter((each) => !isImport(each)).length, 0);
  return files.length * 3 + places;
}

/** Whether one example tells more than another, or as much and leaves less to be filled in. */
function isBetter(one: Wiring, other: Wiring): boolean {
  const open = ({ wired }: Wiring): number =>
    wired.reduce((sum, { entries }) => sum + entries.reduce((all, { kept }) => all + kept.differing.length, 0), 0);
  return tells(one) > tells(other) || (tells(one) === tells(other) && open(one) < open(other));
}

/** The example that is asked for, by its name in any case, for one or several. */
export function exampleCalled(name: string, examples: readonly Example[]): Example | undefined {
  const key = (words: readonly string[]): string => featureKey(words);
  const wanted = key(name.split(/[^\p{L}\p{N}]+|(?<=\p{Ll})(?=\p{Lu})/u));
  return examples.find(({ feature }) => feature === name) ?? examples.find((each) => key(each.name.words) === wanted);
}

function comparedLike(like: string, examples: readonly Example[]): Compared | undefined {
  const example = exampleCalled(like, examples);
  return example && comparedWith(example, examples);
}

/** Text files as shapes, read once each. */
export class Shapes {
  readonly #texts = new Map<ProjectPath, Promise<Omit<Shape, "name" | "own"> | undefined>>();

  constructor(readonly graph: ReferenceGraph) {}

  /** A file, as it speaks of a feature; `undefined` where it cannot be told apart. */
  async of(path: ProjectPath, { name, files }: Example): Promise<Shape | undefined> {
    const text = await this.#read(path);
    if (!text) return undefined;
    const own = (this.graph.files.get(path)?.references ?? []).flatMap(({ reference, resolution }) =>
      resolution.state === "found" && resolution.targets.some((target) => files.includes(target))
        ? [reference.start]
        : [],
    );
    return { ...text, name, own: new Set(own) };
  }

  /** The same file, as it speaks of each of several features, as far as it does. */
  async all(path: ProjectPath, examples: readonly Example[]): Promise<Shape[]> {
    const shapes = await Promise.all(examples.map((each) => this.of(path, each)));
    return shapes.flatMap((shape) => (shape && speaksOf(shape, { start: 0, end: shape.text.length }) ? [shape] : []));
  }

  #read(path: ProjectPath): Promise<Omit<Shape, "name" | "own"> | undefined> {
    let found = this.#texts.get(path);
    if (!found) this.#texts.set(path, (found = this.#open(path)));
    return found;
  }

  async #open(path: ProjectPath): Promise<Omit<Shape, "name" | "own"> | undefined> {
    const text = hasRows(path) ? this.graph.tree.text(path)?.text : undefined;
    if (text === undefined || text.length > longest) return undefined;
    const root: Row | undefined = rowsOf(text, path);
    if (!root) return undefined;
    const language = languageFor(path);
    const read = language && extractFrom(text, path, "exact");
    const references = new Map<number, Reference>((read?.references ?? []).map((each) => [each.start, each]));
    const names: TextNames | undefined = await language?.names?.(text, nameOf(path));
    if (language?.names && !names) return undefined;
    return { path, text, root, references, exports: read?.exports, names };
  }
}

interface LearningInput {
  readonly graph: ReferenceGraph;
  readonly shapes: Shapes;
  readonly compared: Compared;
  readonly examples: readonly Example[];
  readonly layout: Layout;
  /** Whether somebody has named the example. */
  readonly isAsked: boolean;
  readonly listing: WiringInput["listing"];
  /** The feature whose own lists count, too. */
  readonly gaining: { readonly feature: string; readonly catalogue: Catalogue } | undefined;
  /** Whether a file only tests or shows another. */
  readonly isBeside: (path: ProjectPath) => boolean;
}

class Learning {
  readonly #shapes: Shapes;
  readonly graph: ReferenceGraph;
  readonly compared: Compared;

  constructor(readonly input: LearningInput) {
    this.#shapes = input.shapes;
    this.graph = input.graph;
    this.compared = input.compared;
  }

  async learn(): Promise<Wiring> {
    const { compared, graph } = this;
    const { files, unmade } = await this.#files();
    const { wired, unread } = await this.#wired();
    const parts: Part[] = [
      ...files.map(({ path, kept }): Part => ({ path, kept: [kept], isOwn: true })),
      ...wired.map(({ path, entries }): Part => ({ path, kept: entries.map(({ kept }) => kept), isOwn: false })),
    ];
    const whole = new Map(wired.flatMap(({ entries }) => entries.map(({ kept }) => [kept, kept.size] as const)));
    new Settling(graph, compared.example, parts).settle();
    const made = files.filter(({ kept }) => kept.size > 0);
    return {
      compared,
      files: made.filter((each) => this.#isOfUse(each, made)).sort((a, b) => comparePaths(a.path, b.path)),
      wired: wired
        .map((each) => ({
          ...each,
          entries: each.entries
            .filter(({ kept, item }) => kept.has(item))
            .map((entry) => ({ ...entry, isCut: entry.kept.size < (whole.get(entry.kept) ?? 0) })),
        }))
        .filter(({ entries }) => entries.length > 0),
      unmade: [...unmade, ...files.filter(({ kept }) => kept.size === 0).map(({ path }) => path)],
      unread,
    };
  }

  /** A test or a story is worth while only if what it is about is made, too. */
  #isOfUse({ path, kept }: LearntFile, made: readonly LearntFile[]): boolean {
    const own = (this.graph.files.get(path)?.references ?? []).filter(
      ({ resolution }) =>
        resolution.state === "found" &&
        resolution.targets.some((target) => this.compared.example.files.includes(target)),
    );
    if (!this.input.isBeside(path) || own.length === 0) return true;
    return own.some(
      ({ reference, resolution }) =>
        kept.isKept(reference.start) &&
        resolution.state === "found" &&
        resolution.targets.some((target) => made.some((each) => each.path === target)),
    );
  }

  async #files(): Promise<{ readonly files: readonly LearntFile[]; readonly unmade: readonly ProjectPath[] }> {
    const { example, sisters, files } = this.compared;
    const most = this.#most(sisters.length);
    const found: LearntFile[] = [];
    const unmade: ProjectPath[] = [];
    for (const counterpart of files) {
      const { path, sisters: having } = counterpart;
      if (having.size < most) continue;
      const shape = await this.#shapes.of(path, example);
      if (!shape) {
        unmade.push(path);
        continue;
      }
      const shapes = await Promise.all([...having].map(([sister, each]) => this.#shapes.of(each, sister)));
      const others = shapes.filter((each) => each !== undefined);
      if (others.length === 0) {
        unmade.push(path);
        continue;
      }
      const kept = commonOf(shape, others, mostOf(others.length), declaring(shape, others));
      dropHollow(kept);
      found.push({ path, counterpart, kept, sisters: others.map(({ text }) => text) });
    }
    return { files: found, unmade };
  }

  /** How many sisters have to have a thing: half of them, or a third where somebody has named the example. */
  #most(sisters: number): number {
    return this.input.isAsked ? Math.max(1, Math.ceil(sisters / 3)) : mostOf(sisters);
  }

  /** Code beside the sources may be what was built of them; what takes nothing of them starts no app. */
  #isOfApp(path: ProjectPath): boolean {
    const { source } = this.input.layout;
    if (source === "" || isBelow(path, source) || !isCode(path)) return true;
    return (this.graph.files.get(path)?.references ?? []).some(
      ({ resolution }) => resolution.state === "found" && resolution.targets.some((target) => isBelow(target, source)),
    );
  }

  /** Every text outside of the features that mentions several of them. */
  async #wired(): Promise<{ readonly wired: readonly WiredFile[]; readonly unread: readonly ProjectPath[] }> {
    const { example, sisters, files } = this.compared;
    const { tree } = this.graph;
    const own = new Set([...files.map(({ path }) => path), ...files.flatMap((each) => [...each.sisters.values()])]);
    // What belongs to a feature is no place in which features are listed.
    for (const { files: theirs } of this.input.examples) for (const path of theirs) own.add(path);
    const { listing } = this.input;
    const hit = listing ? new Set([listing.file]) : await tree.store.search(example.name.spellings);
    const candidates = tree.paths.filter(
      (path) =>
        !own.has(path) && hasRows(path) && !tree.isLink(path) && hit?.has(path) !== false && this.#isOfApp(path),
    );
    const wired: WiredFile[] = [];
    const unread: ProjectPath[] = [];
    for (const path of candidates) {
      const text = tree.text(path)?.text;
      if (text === undefined || text.length > longest) continue;
      const speaks = (name: FeatureName): boolean => name.in(text).length > 0;
      if (!speaks(example.name) || !sisters.some(({ name }) => speaks(name))) continue;
      const shape = await this.#shapes.of(path, example);
      if (!shape) {
        unread.push(path);
        continue;
      }
      const others = await this.#shapes.all(path, sisters);
      const entries = entriesIn(shape, others, this.#most(sisters.length));
      if (entries.length > 0) wired.push({ path, shape, entries });
    }
    for (const list of await this.#ownLists()) if (!wired.some(({ path }) => path === list.path)) wired.push(list);
    return { wired, unread };
  }

  async #ownLists(): Promise<readonly OwnList[]> {
    const { gaining, compared } = this.input;
    const { example, sisters } = compared;
    const [file] = example.files;
    if (!gaining || file === undefined || gaining.catalogue.entries.get(file)?.feature.is !== gaining.feature)
      return [];
    const shapeOf = (path: ProjectPath, each: Example): Promise<Shape | undefined> => this.#shapes.of(path, each);
    return ownLists(example, sisters, { catalogue: gaining.catalogue, shapeOf });
  }
}

/** Whether an item declares something that is called by the feature's name, as its sisters do by theirs. */
function declaring(shape: Shape, sisters: readonly Shape[]): (item: RowItem) => boolean {
  const known = sisters.map((each) => new Set(declaredBy(each).keys()));
  const most = mostOf(sisters.length);
  const starts = [...declaredBy(shape)].flatMap(([key, places]) =>
    known.filter((names) => names.has(key)).length >= most ? places : [],
  );
  return ({ start, end }) => starts.some((each) => start <= each && each < end);
}

/** Names of a whole file that hold the feature's, without it, and where they are declared. */
function declaredBy({ names, name }: Shape): ReadonlyMap<string, readonly number[]> {
  const found = new Map<string, number[]>();
  for (const { level, name: declared, places } of names?.variables ?? []) {
    if (level !== "top" || name.in(declared).length === 0) continue;
    for (const { isDeclared, start } of places) if (isDeclared) addTo(found, name.without(declared), start);
  }
  return found;
}

/** What is only done, and does nothing any more: a test without a body. */
function dropHollow(kept: Kept, root: Row = kept.root): void {
  for (const item of root.items) {
    if (!kept.has(item)) continue;
    for (const row of item.rows) dropHollow(kept, row);
    if (item.isDone !== true) continue;
    const full = item.rows.filter(({ items }) => items.length > 0);
    if (full.length > 0 && full.every(({ items }) => !items.some((each) => kept.has(each)))) kept.drop(item);
  }
}
