/**
 * Lines of style sheets that come too late or too early: a name is needed before it is given, by the order in which an entry goes through
 * what it takes in. For each the nearest order in which all names are found, tried out on the sheets themselves.
 */
import {
  needsOthers,
  neededTooEarly,
  Numbers,
  piecesOfSheet,
  SheetWorld,
  TraceMemo,
  traceSheet,
  type EarlyNeed,
  type SheetPiece,
  type SheetResolver,
  type SheetText,
  type SheetTrace,
} from "../../graph/index.js";
import { SourceText, wholeLines, type TextEdit } from "../../base/text/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { doubledIn, type Doubled } from "./doubled.js";
import type { OrderInput } from "./order-input.js";
import { setTooLateIn, type SetTooLate } from "./set-too-late.js";

/** A sheet with lines in an order in which a name is not found. */
export interface Misplaced {
  readonly file: ProjectPath;
  /** The statement that moves, by its offset, and how it begins. */
  readonly start: number;
  readonly line: string;
  /** What is needed too early: `$gap`, `@mixin centred`. */
  readonly names: readonly string[];
  /** Where the first of them is needed. */
  readonly neededBy: { readonly file: ProjectPath; readonly start: number };
  readonly entry: ProjectPath;
  /** What puts the order right. */
  readonly edits: readonly TextEdit[];
  /** `broken`: the entry does not compile; `perhaps`: it does not if a condition holds; `as text`: a call stays in it as it is written. */
  readonly effect: "broken" | "perhaps" | "as text";
  /** Whether the compiled sheet stays what it is, or is none today. */
  readonly isSure: boolean;
}

/** More steps than these are no slip of one line. */
const mostSteps = 12;

/** What is wrong with sheets as they are gone through. */
export interface SheetFindings {
  /**
   * The lines in a wrong order in all sheets that are compiled by themselves: which are not called as partials, and find all names by
   * themselves but for the order. Each line once; what would be moved for one entry and is right for another is only offered.
   */
  readonly misplaced: readonly Misplaced[];
  /** What entries that nothing takes in compile twice: each once, in the first of them. */
  readonly doubled: readonly Doubled[];
  /** Variables that those set when it is too late: each once. */
  readonly late: readonly SetTooLate[];
}

const nothing: SheetFindings = { misplaced: [], doubled: [], late: [] };

/** Each entry is gone through once for all rules. */
const findings = new WeakMap<object, SheetFindings>();

/** Goes through all entries. Asked again about the same app, it says what it said. */
export function findInSheets(input: OrderInput): SheetFindings {
  const known = findings.get(input.app) ?? goThrough(input);
  findings.set(input.app, known);
  return known;
}

function goThrough({ paths, isOwn, resolver }: OrderInput): SheetFindings {
  const sheets = paths.filter((path) => SheetWorld.formsOf(path)?.givesNames(path) === "in order");
  if (!sheets.some(isOwn)) return nothing;
  const world = new SheetWorld(resolver);
  const taken = new Set(
    sheets.flatMap((path) => (world.sheet(path)?.loads ?? []).map((load) => world.loaded(path, load))),
  );
  const found = new Map<ProjectPath, { readonly misplaced: Misplaced; readonly then: SheetResolver }>();
  const doubled = new Map<ProjectPath, Doubled>();
  const late: SetTooLate[] = [];
  const right = new Map<ProjectPath, Set<ProjectPath>>();
  const numbers = new Numbers();
  const memo = new TraceMemo();
  for (const entry of sheets) {
    if (SheetWorld.isPartial(entry)) continue;
    const trace = traceSheet(entry, { world, numbers, memo });
    if (!taken.has(entry))
      for (const each of doubledIn(trace, isOwn)) if (!doubled.has(each.sheet)) doubled.set(each.sheet, each);
    if (!taken.has(entry) && !trace.doubt && trace.asking.size === 0)
      late.push(
        ...setTooLateIn(trace, world).filter(
          ({ file, start }) => isOwn(file) && !late.some((each) => each.file === file && each.start === start),
        ),
      );
    if (trace.doubt || !trace.visits.some(({ file }) => isOwn(file)) || needsOthers(trace)) continue;
    const { misplaced, then } = misplacedIn(trace, world, numbers);
    for (const each of misplaced) if (!found.has(each.file)) found.set(each.file, { misplaced: each, then });
    if (misplaced.length === 0)
      for (const { file } of trace.visits) right.set(file, (right.get(file) ?? new Set()).add(entry));
  }
  const misplaced = [...found.values()].map(({ misplaced: each, then }) => {
    const isKept = [...(right.get(each.file) ?? [])].every((entry) => compilesAlike(entry, world, then));
    return isKept ? each : { ...each, isSure: false };
  });
  return { misplaced, doubled: [...doubled.values()], late };
}

/** Whether an entry compiles to the same once lines stand in another order. */
function compilesAlike(entry: ProjectPath, world: SheetWorld, then: SheetResolver): boolean {
  const numbers = new Numbers();
  const [one, other] = [world, new SheetWorld(then)].map((each) => traceSheet(entry, { world: each, numbers }));
  return (
    one !== undefined &&
    other !== undefined &&
    sameOrder(one, other) &&
    one.compiled.every(({ meaning }, at) => meaning === other.compiled[at]?.meaning)
  );
}

/** Says which lines of an entry, and of what it takes in, stand in a wrong order. */
function misplacedIn(
  trace: SheetTrace,
  world: SheetWorld,
  numbers: Numbers,
): { readonly misplaced: readonly Misplaced[]; readonly then: SheetResolver } {
  const { entry } = trace;
  const early = neededTooEarly(trace);
  if (early.length === 0) return { misplaced: [], then: world.resolver };
  const orders = new Orders(world);
  const moved = new Map<ProjectPath, Set<number>>();
  let now = { trace, early };
  for (let step = 0; step < mostSteps && now.early.length > 0; step += 1) {
    const best = bestStep(entry, { orders, now, numbers });
    if (!best) break;
    orders.set(best.file, best.order);
    moved.set(best.file, (moved.get(best.file) ?? new Set()).add(best.piece));
    now = best.then;
  }
  // Where no order is right, the sheet waits for somebody who gives the names before.
  if (now.early.length > 0) return { misplaced: [], then: world.resolver };
  const named = early.filter(({ missing }) => missing.kind !== "function");
  const isBroken = named.some(({ missing }) => missing.chance === undefined);
  const effect = isBroken ? "broken" : named.length > 0 ? "perhaps" : "as text";
  const isSure = isBroken || (effect === "perhaps" && sameOrder(trace, now.trace));
  const misplaced = [...moved.keys()].flatMap((file): Misplaced[] => {
    const own = early.filter((each) => crossing(each)?.file === file);
    const [first = early[0]] = own;
    if (!first) return [];
    const edits = orders.edits(file, moved.get(file) ?? new Set());
    const [piece] = moved.get(file) ?? [];
    const pieces = orders.pieces(file);
    const user = crossing(first)?.user ?? 0;
    const at = pieces[piece ?? pieces.findIndex((each) => each.first <= user && each.last >= user)];
    const sheet = orders.sheet(file);
    const start = at?.main?.start ?? at?.from ?? sheet?.statements[user]?.start ?? 0;
    return [
      {
        file,
        line: sheet?.text.slice(start).split(/\r?\n/, 1)[0]?.trim() ?? "",
        start,
        names: [
          ...new Set(own.map(({ missing: { kind, name } }) => (kind === "variable" ? `$${name}` : `@${kind} ${name}`))),
        ],
        neededBy: { file: first.missing.file, start: first.missing.start },
        entry,
        effect,
        isSure,
        edits,
      },
    ];
  });
  return { misplaced, then: orders.resolver() };
}

/** The sheet in which the way to the need and the way to the gift part, and the two statements there. */
function crossing(
  early: EarlyNeed | undefined,
): { readonly file: ProjectPath; readonly user: number; readonly giver: number } | undefined {
  if (!early) return undefined;
  const { missing, gift } = early;
  for (const [at, step] of missing.way.entries()) {
    const other = gift.way[at];
    if (!other || other.file !== step.file) return undefined;
    if (other.index !== step.index) return { file: step.file, user: step.index, giver: other.index };
  }
  return undefined;
}

interface Step {
  readonly file: ProjectPath;
  readonly piece: number;
  readonly order: readonly number[];
  readonly then: { readonly trace: SheetTrace; readonly early: readonly EarlyNeed[] };
}

interface StepInput {
  readonly orders: Orders;
  readonly now: Step["then"];
  readonly numbers: Numbers;
}

/** Of the ways of moving one line, that after which the fewest names are missing, and then the least is compiled in another order. */
function bestStep(entry: ProjectPath, { orders, now, numbers }: StepInput): Step | undefined {
  const tried = new Set<string>();
  let best: (Step & { readonly cost: number }) | undefined;
  for (const early of now.early.slice(0, 12)) {
    const met = crossing(early);
    if (!met || met.giver < met.user) continue;
    for (const candidate of orders.candidates(met)) {
      const key = `${met.file} ${candidate.order.join()}`;
      if (tried.has(key)) continue;
      tried.add(key);
      const world = new SheetWorld(orders.resolver(met.file, candidate.order));
      const trace = traceSheet(entry, { world, numbers });
      const left = neededTooEarly(trace);
      const isKept = sameOrder(now.trace, trace);
      const cost = left.length * 4 + (isKept ? 0 : 2) + (candidate.isGiver ? 0 : 1);
      if (left.length < now.early.length && (!best || cost < best.cost))
        best = { file: met.file, ...candidate, then: { trace, early: left }, cost };
    }
  }
  return best;
}

function sameOrder({ compiled }: SheetTrace, other: SheetTrace): boolean {
  return compiled.length === other.compiled.length && compiled.every(({ key }, at) => key === other.compiled[at]?.key);
}

/** Sheets whose pieces stand in another order than in their files. */
class Orders {
  readonly #orders = new Map<ProjectPath, readonly number[]>();
  readonly #pieces = new Map<ProjectPath, readonly SheetPiece[]>();

  constructor(readonly world: SheetWorld) {}

  sheet(file: ProjectPath): SheetText | undefined {
    return this.world.sheet(file);
  }

  pieces(file: ProjectPath): readonly SheetPiece[] {
    let pieces = this.#pieces.get(file);
    const sheet = this.sheet(file);
    if (!pieces) this.#pieces.set(file, (pieces = sheet ? piecesOfSheet(sheet) : []));
    return pieces;
  }

  set(file: ProjectPath, order: readonly number[]): void {
    this.#orders.set(file, order);
  }

  /** The giver before the user, or the user behind the giver; statements are those of the sheet as it stands in this order. */
  candidates({
    file,
    user,
    giver,
  }: {
    readonly file: ProjectPath;
    readonly user: number;
    readonly giver: number;
  }): readonly {
    readonly piece: number;
    readonly order: readonly number[];
    readonly isGiver: boolean;
  }[] {
    const order = this.#orders.get(file) ?? this.pieces(file).map((_, at) => at);
    const [a, b] = [this.#placeOf(file, order, user), this.#placeOf(file, order, giver)];
    if (a === undefined || b === undefined || a >= b) return [];
    const [one, other] = [order[a] ?? 0, order[b] ?? 0];
    const without = (piece: number): number[] => order.filter((each) => each !== piece);
    return [
      { piece: other, order: without(other).toSpliced(a, 0, other), isGiver: true },
      { piece: one, order: without(one).toSpliced(b, 0, one), isGiver: false },
    ];
  }

  /** The place of the piece that holds a statement, by how many statements stand before it. */
  #placeOf(file: ProjectPath, order: readonly number[], statement: number): number | undefined {
    const pieces = this.pieces(file);
    let count = 0;
    for (const [place, each] of order.entries()) {
      const piece = pieces[each];
      count += piece ? piece.last - piece.first + 1 : 0;
      if (statement < count) return place;
    }
    return undefined;
  }

  /** The tree with this sheet, and all that were set, in their orders. */
  resolver(file?: ProjectPath, order: readonly number[] = []): SheetResolver {
    const texts = new Map<ProjectPath, SourceText>();
    for (const [path, each] of new Map([...this.#orders, ...(file === undefined ? [] : [[file, order] as const])]))
      texts.set(path, SourceText.ofNew(this.#text(path, each)));
    const real = this.world.resolver;
    const tree = { text: (path: ProjectPath) => texts.get(path) ?? real.tree.text(path) };
    return { tree, resolve: (from, reference) => real.resolve(from, reference) };
  }

  #text(file: ProjectPath, order: readonly number[]): string {
    const text = this.sheet(file)?.text ?? "";
    const pieces = this.pieces(file);
    return order.map((each) => text.slice(pieces[each]?.from, pieces[each]?.end)).join("\n\n");
  }

  /** The lines that move, cut out and put in. */
  edits(file: ProjectPath, moved: ReadonlySet<number>): readonly TextEdit[] {
    const text = this.sheet(file)?.text ?? "";
    const pieces = this.pieces(file);
    const order = this.#orders.get(file) ?? [];
    const lineEnd = text.includes("\r\n") ? "\r\n" : "\n";
    const edits: TextEdit[] = [];
    for (const each of moved) {
      const piece = pieces[each];
      if (piece) edits.push({ ...wholeLines(text, piece), text: "" });
    }
    for (let at = 0; at < order.length;) {
      const run: number[] = [];
      while (moved.has(order[at] ?? -1)) run.push(order[at++] ?? 0);
      const next = pieces[order[at] ?? -1];
      const last = pieces[order[at - run.length - 1] ?? -1];
      const written = run.map((each) => text.slice(pieces[each]?.from, pieces[each]?.end));
      if (run.length > 0 && next)
        edits.push({ start: next.from, end: next.from, text: written.map((each) => each + lineEnd).join("") });
      else if (run.length > 0 && last)
        edits.push({ start: last.end, end: last.end, text: written.map((each) => lineEnd + each).join("") });
      at += run.length === 0 || next ? 1 : 0;
      if (!next) break;
    }
    return edits.sort((a, b) => a.start - b.start);
  }
}
