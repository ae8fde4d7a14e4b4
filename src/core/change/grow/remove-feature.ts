/** `remove feature`: its files go, and every mention of it beside the others; refused where something else still uses it. */
import { ShelfError } from "../../base/errors.js";
import type { ProjectPath } from "../../base/paths.js";
import type { Position } from "../../base/text/index.js";
import type { AppAnalysis } from "../../insight/analysis.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { hasRows, isOfTrade, languagesInUse, type Row, type RowItem } from "../../languages/index.js";
import {
  entriesIn,
  exampleByPlaces,
  exampleCalled,
  examplesOf,
  Shapes,
  type Example,
  type Shape,
} from "../../insight/wiring/index.js";
import type { Claim, Draft, DraftEdit } from "../draft.js";
import type { Gap } from "../plan/index.js";
import { mayBeKey, wordAt } from "./key-uses.js";
import { takenOut } from "./take-out.js";

/** A place outside of a feature that still uses it, or only names it. */
export interface Left {
  readonly file: ProjectPath;
  readonly at: Position;
  readonly text: string;
}

/** A feature on its way out. */
export interface Removed {
  readonly draft: Draft;
  readonly feature: string;
  /** References to its files that no other feature has the like of: as long as there are some, it stays. */
  readonly users: readonly Left[];
  /** Where its name stands besides; nothing is known of what that is for. */
  readonly mentions: readonly Left[];
  /** Files elsewhere that nothing but the feature used. */
  readonly orphans: readonly ProjectPath[];
}

/** What was asked. */
export interface RemoveRequest {
  readonly analysed: AppAnalysis;
  readonly graph: ReferenceGraph;
  readonly name: string;
}

/** Works it out. Throws `EXAMPLE_MISSING` for a feature that is not there. */
export async function removeFeature({ analysed, graph, name }: RemoveRequest): Promise<Removed> {
  const examples = examplesOf(analysed, graph);
  const example = exampleCalled(name, examples) ?? exampleByPlaces(name, examples, analysed.catalogue);
  if (!example) throw new ShelfError("EXAMPLE_MISSING", { path: name, paths: examples.map(({ feature }) => feature) });
  await Promise.all(languagesInUse().map((language) => language.prepare()));
  return new Removing(
    example,
    examples.filter((each) => each !== example),
    analysed,
    graph,
  ).work();
}

/** What is taken out of one text. */
interface Loss {
  readonly shape: Shape;
  readonly gone: Map<Row, Set<RowItem>>;
}

function isGone({ gone }: Loss, offset: number): boolean {
  return [...gone.values()].some((items) => [...items].some(({ start, end }) => start <= offset && offset < end));
}

function take({ gone }: Loss, row: Row, item: RowItem): void {
  gone.set(row, (gone.get(row) ?? new Set()).add(item));
}

class Removing {
  readonly #gone: ReadonlySet<ProjectPath>;
  readonly #shapes: Shapes;
  /** Places that take something of the feature from a file that only passes it on. */
  readonly #takers: Left[] = [];

  constructor(
    readonly example: Example,
    readonly others: readonly Example[],
    readonly analysed: AppAnalysis,
    readonly graph: ReferenceGraph,
  ) {
    this.#gone = new Set(example.files);
    this.#shapes = new Shapes(graph);
  }

  async work(): Promise<Removed> {
    const losses = new Map<ProjectPath, Loss>();
    const candidates = await this.#candidates();
    for (const path of candidates) {
      const loss = await this.#lossOf(path);
      if (loss) losses.set(path, loss);
    }
    for (const loss of losses.values()) this.#withPassedOn(loss, losses);
    const edits: DraftEdit[] = [];
    const claims: Claim[] = [];
    const users: Left[] = [];
    const mentions: Left[] = [];
    for (const path of candidates) {
      const loss = losses.get(path);
      for (const [row, items] of loss?.gone ?? [])
        for (const edit of takenOut(loss?.shape.text ?? "", row, items))
          edits.push({ file: path, ...edit, why: "no longer mentions it" });
      const isOut = (offset: number): boolean => loss !== undefined && isGone(loss, offset);
      for (const { reference, resolution } of this.graph.files.get(path)?.references ?? []) {
        if (isOut(reference.start)) claims.push({ kind: "removes", file: path, start: reference.start });
        else if (
          resolution.state === "found" &&
          // A loop over all features goes on without this one.
          (reference.kind === "glob"
            ? resolution.targets.every((target) => this.#gone.has(target))
            : resolution.targets.some((target) => this.#gone.has(target))) &&
          (reference.kind !== "re-export" || this.#takers.length === 0)
        )
          users.push(this.#left(path, reference.start));
      }
      mentions.push(...this.#mentionsIn(path, isOut, users));
    }
    for (const loss of losses.values()) users.push(...this.#stillAsked(loss, losses));
    users.push(...this.#takers);
    const doubts = this.#askedByKey(candidates, losses);
    const isDoubt = ({ file, at }: Left): boolean =>
      doubts.some((each) => each.file === file && each.at?.line === at.line);
    const draft: Draft = { moves: [], removed: this.example.files, edits, made: [], claims, doubts };
    return {
      draft,
      feature: this.example.feature,
      users,
      mentions: mentions.filter((each) => !isDoubt(each)),
      orphans: this.#orphans(),
    };
  }

  /** Files outside that hold its name, or reference its files. */
  async #candidates(): Promise<readonly ProjectPath[]> {
    const { tree } = this.graph;
    const users = new Set(this.example.files.flatMap((path) => this.graph.usesOf(path).map(({ from }) => from)));
    const hit = await tree.store.search(this.example.name.spellings);
    return tree.paths.filter(
      (path) => !this.#gone.has(path) && !tree.isLink(path) && (users.has(path) || hit?.has(path) !== false),
    );
  }

  async #lossOf(path: ProjectPath): Promise<Loss | undefined> {
    const shape = hasRows(path) ? await this.#shapes.of(path, this.example) : undefined;
    if (!shape) return undefined;
    const entries = entriesIn(shape, await this.#shapes.all(path, this.others), 1);
    const loss: Loss = { shape, gone: new Map() };
    for (const { row, item } of entries) take(loss, row, item);
    this.#withImports(loss);
    return loss;
  }

  /** Names that go with an item, and that somebody who stays still uses. */
  #stillAsked(loss: Loss, losses: ReadonlyMap<ProjectPath, Loss>): Left[] {
    const { shape } = loss;
    const within = (shape.names?.variables ?? []).flatMap(({ level, places }) => {
      const isOut = places.some(({ isDeclared, start }) => isDeclared && isGone(loss, start));
      const isKept = places.some(({ isDeclared, start }) => isDeclared && !isGone(loss, start));
      if (level !== "top" || !isOut || isKept) return [];
      return places.filter(({ start }) => !isGone(loss, start)).map(({ start }) => this.#left(shape.path, start));
    });
    const given = (shape.exports ?? []).filter(({ start, end }) => end > start && isGone(loss, start));
    const names = new Set(given.map(({ name }) => name));
    const kept = new Set((shape.exports ?? []).flatMap(({ name, start }) => (isGone(loss, start) ? [] : [name])));
    const outside = this.graph.usesOf(shape.path).flatMap(({ from, reference }) => {
      const there = losses.get(from);
      if (this.#gone.has(from) || (there && isGone(there, reference.start))) return [];
      return (reference.bindings ?? [])
        .filter(({ imported, start }) => names.has(imported) && !kept.has(imported) && !(there && isGone(there, start)))
        .map(({ start }) => this.#left(from, start));
    });
    return [...within, ...outside];
  }

  /** A line that only passes its files on goes, too, where nobody who stays takes them from there. */
  #withPassedOn(loss: Loss, losses: ReadonlyMap<ProjectPath, Loss>): void {
    const { shape } = loss;
    for (const { reference, resolution } of this.graph.files.get(shape.path)?.references ?? []) {
      if (reference.kind !== "re-export" || resolution.state !== "found" || isGone(loss, reference.start)) continue;
      if (!resolution.targets.every((target) => this.#gone.has(target))) continue;
      const names = reference.bindings?.map(({ local }) => local);
      const takers = this.graph.usesOf(shape.path).filter(({ from, reference: use }) => {
        if (this.#gone.has(from)) return false;
        const there = losses.get(from);
        if (there && isGone(there, use.start)) return false;
        if (!names || names.includes("*")) return true;
        return use.bindings?.some(({ imported }) => imported === "*" || names.includes(imported)) !== false;
      });
      const item = shape.root.items.find(({ start, end }) => start <= reference.start && reference.start < end);
      if (takers.length === 0 && item) take(loss, shape.root, item);
      else this.#takers.push(...takers.map(({ from, reference: use }) => this.#left(from, use.start)));
    }
  }

  /** An import of its files goes with the last place that uses it. */
  #withImports(loss: Loss): void {
    const { shape } = loss;
    const isOut = (offset: number): boolean => isGone(loss, offset);
    for (const { reference, resolution } of this.graph.files.get(shape.path)?.references ?? []) {
      if (resolution.state !== "found" || !resolution.targets.every((target) => this.#gone.has(target))) continue;
      const bindings = reference.bindings ?? [];
      if (bindings.length === 0 || isOut(reference.start)) continue;
      const isUsed = bindings.some(({ localStart }) => {
        const variable = shape.names?.variables.find(({ places }) => places.some(({ start }) => start === localStart));
        return variable?.places.some(({ isDeclared, start }) => !isDeclared && !isOut(start)) !== false;
      });
      const item = shape.root.items.find(({ start, end }) => start <= reference.start && reference.start < end);
      if (!isUsed && item) take(loss, shape.root, item);
    }
  }

  /** Lines of code that may take by its key what a list loses: nothing proves that of keys. */
  #askedByKey(candidates: readonly ProjectPath[], losses: ReadonlyMap<ProjectPath, Loss>): Gap[] {
    const losers = new Map<string, ProjectPath>();
    for (const [path, { shape, gone }] of losses)
      for (const { tag } of [...gone].flatMap(([{ kind }, items]) => (kind === "children" ? [] : [...items]))) {
        const key = tag && shape.text.slice(tag.start, tag.end).replace(/^["'`]|["'`]$/g, "");
        if (key !== undefined && this.example.name.in(key).length > 0) losers.set(key, path);
      }
    if (losers.size === 0) return [];
    return candidates.flatMap((path) => {
      const text = this.graph.tree.text(path)?.text;
      if (text === undefined || !isOfTrade(path, "code", "page")) return [];
      const loss = losses.get(path);
      const lines = new Map<number, Gap>();
      for (const spelled of this.example.name.in(text)) {
        const { start, end } = wordAt(text, spelled.start, spelled.end);
        const names = losers.get(text.slice(start, end));
        if (names === undefined || (loss && isGone(loss, start)) || !mayBeKey(text, start, end)) continue;
        const { file, at, text: detail } = this.#left(path, start);
        if (!lines.has(at.line)) lines.set(at.line, { reason: "taken by key", file, at, detail, names });
      }
      return [...lines.values()];
    });
  }

  /** Places at which its name stands besides, one a line. */
  #mentionsIn(path: ProjectPath, isOut: (offset: number) => boolean, users: readonly Left[]): Left[] {
    const { entries } = this.analysed.catalogue;
    const text = this.graph.tree.text(path)?.text;
    if (text === undefined || !entries.has(path)) return [];
    const lines = new Map<number, Left>();
    for (const { start } of this.example.name.in(text)) {
      if (isOut(start)) continue;
      const left = this.#left(path, start);
      const isUser = users.some(({ file, at }) => file === path && at.line === left.at.line);
      if (!isUser && !lines.has(left.at.line)) lines.set(left.at.line, left);
    }
    return [...lines.values()];
  }

  #left(file: ProjectPath, offset: number): Left {
    const source = this.graph.tree.text(file);
    const at = source?.positionAt(offset) ?? { line: 1, column: 1 };
    return { file, at, text: (source?.text.split(/\r?\n/)[at.line - 1] ?? "").trim() };
  }

  /** Files that only the feature used; nobody has asked for them to go. */
  #orphans(): ProjectPath[] {
    const used = new Set(
      this.example.files.flatMap((path) =>
        (this.graph.files.get(path)?.references ?? []).flatMap(({ resolution }) =>
          resolution.state === "found" ? resolution.targets : [],
        ),
      ),
    );
    return [...used]
      .filter((path) => !this.#gone.has(path))
      .filter((path) => this.graph.usesOf(path).every(({ from }) => this.#gone.has(from)))
      .sort();
  }
}
