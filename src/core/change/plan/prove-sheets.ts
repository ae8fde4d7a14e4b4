/**
 * The proof that style sheets compile to what they compile to now. It does not trust the edits: each entry that is concerned is gone
 * through on both trees, and
 * - what reaches the compiled sheet is the same, letter for letter, in the same order, with names that mean the same;
 * - what does not (variables, mixins, comments for people) is there as often as before;
 * - what is extended is found in the same places.
 */
import {
  blockIn,
  holderOf,
  needsOthers,
  neededTooEarly,
  Numbers,
  OpenedSheets,
  pagesWithBlocks,
  reachOf,
  resolverWithBlocks,
  SheetUsers,
  SheetWorld,
  TraceMemo,
  TreeWithBlocks,
  traceSheet,
  type EarlyNeed,
  type SheetModule,
  type SheetTrace,
  type TracedStatement,
} from "../../graph/index.js";
import { isOfTrade, putsBeforeSheets } from "../../languages/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { Position } from "../../base/text/index.js";
import type { Claim } from "../draft.js";
import type { Difference, Gap, SheetCount } from "./plan.js";
import type { NameProof } from "./prove-names.js";

/** A claim that sheets compile to what they compile to now, or find all names then. */
export type SheetClaim = Extract<Claim, { readonly kind: "compiles alike" | "puts in order" }>;

/** What came of it. */
export interface SheetResult {
  readonly sheets: SheetCount;
  readonly different: readonly Difference[];
  readonly gaps: readonly Gap[];
}

/** What the proof is made from. */
export interface SheetProof extends Omit<NameProof, "claims" | "texts"> {
  readonly claims: readonly SheetClaim[];
  /** Sheets that are removed, because others hold what they held: they are compiled by themselves no more. */
  readonly removed: readonly ProjectPath[];
}

/** Proves it, or says what would be compiled otherwise. */
export function proveSheets({ tree, planned, before, after, map, claims, removed }: SheetProof): SheetResult {
  const isParted = claims.some((claim) => claim.kind === "compiles alike" && claim.isParted === true);
  // Style blocks of pages and components are compiled by themselves, too.
  const pages = pagesWithBlocks(tree);
  const goesTo = (path: ProjectPath): ProjectPath => blockIn(map.file(holderOf(path)), path);
  const own = new TreeWithBlocks(tree, pages);
  const planning = new TreeWithBlocks(planned, pages.map(goesTo));
  const [now, then] = [resolverWithBlocks(before, own), resolverWithBlocks(after, planning)].map((each) =>
    isParted ? new OpenedSheets(each) : new SheetWorld(each),
  ) as [SheetWorld, SheetWorld];
  const changed = [
    ...new Set(claims.flatMap((claim) => [claim.file, ...(claim.kind === "compiles alike" ? claim.with : [])])),
  ];
  const numbers = new Numbers();
  const memos = [new TraceMemo(), new TraceMemo()] as const;
  const different: Difference[] = [];
  const gaps: Gap[] = [];
  const aside = new Set<string>();
  const gaining = new Set(claims.flatMap((claim) => (claim.kind === "compiles alike" ? (claim.gains ?? []) : [])));
  const users = new SheetUsers(own, now, before.allMappings());
  const concerned = users.withAllUsers(changed.filter((path) => tree.has(holderOf(path))));
  for (const file of new Set(concerned.flatMap((path) => users.unreadOf(path))))
    gaps.push({ reason: "not understood", file: holderOf(file), detail: "its statements cannot be told apart" });
  const isTaken = (path: ProjectPath): boolean => users.of(path).length > 0;
  const isOnce = claims.some((claim) => claim.kind === "compiles alike" && claim.isOnce === true);
  const ordered = claims.some(({ kind }) => kind === "puts in order");
  let [entries, statements, same, mending, mended] = [0, 0, 0, 0, 0];
  const place = (file: ProjectPath, offset: number) => own.text(file)?.positionAt(offset) ?? { line: 1, column: 1 };
  let isInPlace = true;
  for (const entry of concerned) {
    const goes = goesTo(entry);
    if (!planned.has(holderOf(goes)) || removed.includes(entry) || (gaining.has(entry) && isTaken(entry))) continue;
    const [one, other] = [
      traceSheet(entry, { world: now, numbers, placeOf: goesTo, memo: memos[0] }),
      traceSheet(goes, { world: then, numbers, memo: memos[1] }),
    ];
    // A partial that needs what only others give is compiled with them alone; where an order is mended, so is what is called as a partial.
    const waits = ordered ? needsOthers(one) || SheetWorld.isPartial(entry) : one.missing.some(isSure);
    if ((isTaken(entry) || SheetWorld.isPartial(entry)) && waits) continue;
    const early = ordered ? neededTooEarly(one) : [];
    if (early.length > 0) {
      const found = notMended(one, other, early);
      mending += 1;
      if (found) different.push({ ...shownAs(found, { now, place }), entries: [holderOf(entry)] });
      else mended += 1;
      for (const {
        missing: { kind, name },
      } of neededTooEarly(other, "perhaps"))
        aside.add(`${kind} ${name}`);
      continue;
    }
    entries += 1;
    statements += one.compiled.length;
    const isAlike = isSequence(one, other, goesTo);
    if (!isAlike) isInPlace = false;
    const doubt = one.doubt ?? other.doubt;
    if (doubt && (doubt === "too long" || !isAlike))
      gaps.push({ reason: "not understood", file: holderOf(entry), detail: doubts[doubt] });
    for (const [trace, at] of [
      [one, tree],
      [other, planned],
    ] as const)
      for (const { file, specifier } of trace.unknown)
        if (trace === one && at.has(file) && now.sheet(file) === undefined)
          gaps.push({ reason: "not understood", file, detail: `${specifier}: its statements cannot be told apart` });
    if (!isAlike && [one, other].some((trace) => asksIn(trace, changed.map(goesTo))))
      gaps.push({
        reason: "not understood",
        file: holderOf(entry),
        detail: "a sheet asks for names in a way that its text does not show",
      });
    const lazy = SheetWorld.formsOf(entry)?.givesNames(entry) === "late";
    const found =
      isAlike && !lazy
        ? (firstDifference(one, other) ?? lostNote(one, other))
        : isAlike
          ? lostNote(one, other)
          : (firstDifference(one, other) ?? lostSilently(one, other, { inOrder: lazy, isOnce }));
    if (!found) {
      same += one.compiled.length;
      continue;
    }
    same += found.same;
    different.push({ ...shownAs(found, { now, place }), entries: [holderOf(entry)] });
  }
  for (const { file } of claims)
    if (entries + mending === 0)
      gaps.push({
        reason: "not understood",
        file: holderOf(file),
        detail: "no sheet that compiles by itself takes it in",
      });
  if (!isInPlace) gaps.push(...settingsGaps({ paths: tree.paths, text: (path) => tree.text(path) }));
  return {
    sheets: { entries, statements, same, early: mending, mended, aside: aside.size, ...(isParted && { isParted }) },
    different: unique(different),
    gaps,
  };
}

const doubts: Readonly<Record<NonNullable<SheetTrace["doubt"]>, string>> = {
  "too long": "it takes in more than can be gone through to the end",
  odd: "a sheet that it imports loads modules with imports that stay, and in which order these come is not told",
};

/** Whether a module to which one of some sheets belongs asks for names in a way that no text shows. */
function asksIn({ asking, statements }: SheetTrace, files: readonly ProjectPath[]): boolean {
  return asking.size > 0 && statements.some(({ file, module }) => asking.has(module) && files.includes(file));
}

/** Whether a sheet does not compile without a name. */
function isSure({ kind, chance }: EarlyNeed["missing"]): boolean {
  return kind !== "function" && chance === undefined;
}

interface Showing {
  readonly now: SheetWorld;
  readonly place: (file: ProjectPath, offset: number) => Position;
}

function shownAs({ statement: { file, start }, reason }: Found, { now, place }: Showing): Difference {
  const specifier = now.sheet(file)?.text.slice(start).split(/\r?\n/, 1)[0]?.trim() ?? "";
  return { file: holderOf(file), at: place(file, start), specifier, before: [], after: [], reason };
}

/** What of an order that is mended is still wrong: a name, a statement that is lost, or, where it compiled perhaps, one that is compiled otherwise. */
function notMended(one: SheetTrace, other: SheetTrace, early: readonly EarlyNeed[]): Found | undefined {
  const [first] = one.statements;
  const [left] = neededTooEarly(other);
  if (left && first)
    return {
      statement: first,
      same: 0,
      reason: `${left.missing.file} would still need ${left.missing.name} before it is given`,
    };
  const lost = lostStatement(one, other);
  if (lost) return { statement: lost, same: 0, reason: "it would be lost" };
  if (early.some(({ missing }) => isSure(missing))) return undefined;
  const waiting = new Set(early.map(({ missing }) => one.statements[missing.turn]));
  return firstDifference(one, other, waiting);
}

/** A statement that is not there as often as before. */
function lostStatement(one: SheetTrace, other: SheetTrace): TracedStatement | undefined {
  const left = new Map<string, number>();
  for (const { key } of other.statements) left.set(key, (left.get(key) ?? 0) + 1);
  return one.statements.find(({ key }) => {
    const count = left.get(key) ?? 0;
    left.set(key, count - 1);
    return count === 0;
  });
}

/**
 * Whether all that is gone through is the same in the same order and in the same modules, whatever the names in it mean. Comments for
 * people may come, go and stand anywhere: they are counted by themselves.
 */
function isSequence(one: SheetTrace, other: SheetTrace, placeOf: (path: ProjectPath) => ProjectPath): boolean {
  const [before, after] = [codeOf(one), codeOf(other)];
  if (before.length !== after.length) return false;
  return before.every(
    ({ key, module }, at) => key === after[at]?.key && placeOf(module.path) === after[at].module.path,
  );
}

function codeOf({ statements }: SheetTrace): readonly TracedStatement[] {
  return statements.filter(({ isNote }) => isNote !== true);
}

interface Found {
  readonly statement: TracedStatement;
  readonly reason: string;
  /** How much is compiled to the same before it. */
  readonly same: number;
}

/** `waiting` are statements that need a name that nothing gives today: they mean something else then. */
function firstDifference(
  one: SheetTrace,
  other: SheetTrace,
  waiting: ReadonlySet<TracedStatement | undefined> = new Set(),
): Found | undefined {
  const extended = [extensionsOf(one), extensionsOf(other)] as const;
  const groups = [extendersOf(extended[0], one), extendersOf(extended[1], other)] as const;
  for (const [at, statement] of one.compiled.entries()) {
    const again = other.compiled[at];
    const base = { statement, same: at };
    if (again?.key !== statement.key) {
      const isThere = other.compiled.some(({ key }) => key === statement.key);
      return {
        ...base,
        reason: isThere ? "it would be compiled at another place" : "it would not be compiled any more",
      };
    }
    if (again.meaning !== statement.meaning && !waiting.has(statement))
      return { ...base, reason: "a name in it would mean something else, or nothing" };
    if (!waiting.has(statement) && extended[0].get(statement)?.said !== extended[1].get(again)?.said)
      return { ...base, reason: "what it extends would be found elsewhere" };
    if (groups[0].get(at) !== groups[1].get(at))
      return { ...base, reason: "what extends it would stand in other modules, and so may come in another order" };
  }
  const more = other.compiled[one.compiled.length];
  if (!more) return undefined;
  const last = one.compiled.at(-1) ?? one.statements[0];
  return last && { statement: last, same: one.compiled.length, reason: "more would be compiled than before" };
}

/** A comment for people that is not there as often as before. */
function lostNote(one: SheetTrace, other: SheetTrace): Found | undefined {
  const left = new Map<string, number>();
  for (const { key, isNote } of other.statements) if (isNote) left.set(key, (left.get(key) ?? 0) + 1);
  for (const statement of one.statements) {
    if (!statement.isNote) continue;
    const count = left.get(statement.key) ?? 0;
    if (count === 0) return { statement, same: one.compiled.length, reason: "it would be lost" };
    left.set(statement.key, count - 1);
  }
  return undefined;
}

/** What is not compiled has to be there as before, too: as often, or at least once, and where names are looked up late, in the same order. */
function lostSilently(
  one: SheetTrace,
  other: SheetTrace,
  { inOrder, isOnce }: { readonly inOrder: boolean; readonly isOnce: boolean },
): Found | undefined {
  const same = one.compiled.length;
  if (inOrder) {
    const [before, after] = [codeOf(one), codeOf(other)];
    const at = before.findIndex(({ key }, index) => after[index]?.key !== key);
    const statement = before[at < 0 ? before.length - 1 : at];
    return statement && { statement, same, reason: "it would be read at another place" };
  }
  const left = new Map<string, number>();
  for (const { key, emits } of other.statements) if (!emits) left.set(key, (left.get(key) ?? 0) + 1);
  for (const statement of one.statements) {
    if (statement.emits) continue;
    const count = left.get(statement.key) ?? 0;
    if (count === 0) return { statement, same, reason: "it would be lost" };
    if (!isOnce) left.set(statement.key, count - 1);
  }
  return undefined;
}

/** What a statement extends: where that is compiled. */
interface Extended {
  readonly said: string;
  readonly places: readonly number[];
}

/** For each statement that extends something: where that is compiled, as far as the extension reaches. */
function extensionsOf({ compiled }: SheetTrace): ReadonlyMap<TracedStatement, Extended> {
  const reached = new Map<SheetModule, ReadonlySet<SheetModule>>();
  const found = new Map<TracedStatement, Extended>();
  const known: Selecting[] = [];
  const selecting = (at: number): Selecting => (known[at] ??= selectingOf(compiled[at] as TracedStatement));
  for (const statement of compiled) {
    if (statement.extends.length === 0) continue;
    const reach = reached.get(statement.module) ?? reachOf(statement.module);
    reached.set(statement.module, reach);
    const targets = statement.extends.map((target) => target.replace(/#\{[^]*$/, ""));
    const places = compiled.flatMap(({ module }, at) =>
      reach.has(module) && targets.some((target) => mayHold(selecting(at), target)) ? [at] : [],
    );
    found.set(statement, { said: `${targets.join()} ${places.join()}`, places });
  }
  return found;
}

/** Whether a statement may have a selector: as it stands there, or put together from its parent's, `&__title`, or a value. */
function mayHold({ key, suffixes, isPutTogether }: Selecting, target: string): boolean {
  return isPutTogether || key.includes(target) || suffixes.some((suffix) => target.includes(suffix));
}

/** What of a statement may become a selector. */
interface Selecting {
  readonly key: string;
  readonly suffixes: readonly string[];
  readonly isPutTogether: boolean;
}

function selectingOf({ key }: TracedStatement): Selecting {
  return {
    key,
    suffixes: [...key.matchAll(/&([\w-]+)/g)].map(([, suffix = ""]) => suffix),
    isPutTogether: /#\{[^{}]*\}[^;{}]*\{/.test(key),
  };
}

/**
 * For each place that several statements extend: which of them stand in one module. Sass gathers the extensions of each module by itself,
 * so that the selectors come in another order where they stand apart.
 */
function extendersOf(
  extended: ReadonlyMap<TracedStatement, Extended>,
  { compiled }: SheetTrace,
): ReadonlyMap<number, string> {
  const byPlace = new Map<number, TracedStatement[]>();
  for (const [statement, { places }] of extended)
    for (const place of places) byPlace.set(place, [...(byPlace.get(place) ?? []), statement]);
  return new Map(
    [...byPlace].flatMap(([place, statements]) => {
      if (statements.length < 2) return [];
      const modules = [compiled[place], ...statements].map((each) => each?.module);
      return [[place, modules.map((each) => modules.indexOf(each)).join()] as const];
    }),
  );
}

/** Where sheets are modules, what is put before each of them does not hold for a partial. */
function settingsGaps({ paths, text }: Pick<SheetProof["tree"], "paths" | "text">): Gap[] {
  return paths.flatMap((file): Gap[] => {
    const isRead = isOfTrade(file, "page") || isOfTrade(file, "code") || isOfTrade(file, "settings");
    const source = isRead ? text(file)?.text : undefined;
    if (source === undefined || !putsBeforeSheets(nameOf(file), source)) return [];
    const detail = "it puts lines before each sheet; whether the partial needs them is unknown";
    return [{ reason: "not understood", file, detail }];
  });
}

function unique(all: readonly Difference[]): Difference[] {
  const found = new Map<string, Difference>();
  for (const each of all) {
    const slot = `${each.file} ${each.at.line} ${each.reason}`;
    const known = found.get(slot);
    found.set(slot, known ? { ...known, entries: [...(known.entries ?? []), ...(each.entries ?? [])] } : each);
  }
  return [...found.values()];
}
