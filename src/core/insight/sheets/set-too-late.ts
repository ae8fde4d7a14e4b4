/**
 * Variables that are set when it is too late: what gives their default has been gone through, and used it, and nothing needs them any more.
 * Sass knows no other order than that in which it reads (the Sass documentation, "Default Values").
 */
import { SheetWorld, type SheetTrace } from "../../graph/index.js";
import type { ProjectPath } from "../../base/paths.js";

/** One of them. */
export interface SetTooLate {
  readonly file: ProjectPath;
  readonly start: number;
  readonly name: string;
  /** The sheet that gives the default, and the line by which it is taken in before, by its offset in the same file. */
  readonly giver: ProjectPath;
  readonly load: number;
  readonly entry: ProjectPath;
}

interface Giving {
  readonly turn: number;
  readonly file: ProjectPath;
  readonly index: number;
  readonly start: number;
  readonly isDefault: boolean;
  readonly isSometimes: boolean;
  readonly module: unknown;
}

/** Finds them in an entry that was gone through. */
export function setTooLateIn(trace: SheetTrace, world: SheetWorld): SetTooLate[] {
  const gifts = new Map<string, Giving[]>();
  const needs = new Map<string, number[]>();
  const late = new Set<string>();
  let lastCall = -1;
  for (const [turn, { file, index, module }] of trace.statements.entries()) {
    const sheet = world.sheet(file);
    const names = sheet?.names[index];
    if (!sheet || !names) continue;
    for (const need of names.needs) {
      if (need.kind === "variable") needs.set(need.name, [...(needs.get(need.name) ?? []), turn]);
      else if (need.kind !== "placeholder") lastCall = turn;
      // What a mixin or function needs, it needs whenever it is called.
      if (need.kind === "variable" && names.isDeferred) late.add(need.name);
    }
    if (names.isDeferred) continue;
    for (const { kind, name, from, start, isDefault = false, isConditional = false, isGlobal = false } of names.gives)
      if (kind === "variable" && from === undefined) {
        const isSometimes = isConditional || isGlobal;
        const each = { turn, file, index, start, isDefault, isSometimes, module };
        gifts.set(name, [...(gifts.get(name) ?? []), each]);
      }
  }
  return [...gifts].flatMap(([name, all]): SetTooLate[] => {
    const [first, ...rest] = all;
    const last = rest.at(-1);
    if (!first?.isDefault || !last || last.isDefault || all.some(({ isSometimes }) => isSometimes)) return [];
    if (last.file === first.file || last.module !== first.module || rest.length > 1) return [];
    const used = needs.get(name) ?? [];
    const isUsed = used.some((turn) => turn > first.turn && turn < last.turn);
    const isNeeded = used.some((turn) => turn >= last.turn) || (late.has(name) && lastCall > last.turn);
    if (!isUsed || isNeeded) return [];
    const load = loadBefore(last, first.file, world);
    if (load === undefined) return [];
    return [{ file: last.file, start: last.start, name: `$${name}`, giver: first.file, load, entry: trace.entry }];
  });
}

/** The line before a statement by which its sheet takes another one in, by whatever way. */
function loadBefore({ file, index }: Giving, wanted: ProjectPath, world: SheetWorld): number | undefined {
  const reaches = (from: ProjectPath, met: Set<ProjectPath>): boolean => {
    if (from === wanted) return true;
    if (met.has(from)) return false;
    met.add(from);
    return (world.sheet(from)?.loads ?? []).some((load) => {
      const target = world.loaded(from, load);
      return target !== undefined && reaches(target, met);
    });
  };
  const found = world.sheet(file)?.loads.find((load) => {
    const target = load.statement < index && load.how === "in place" ? world.loaded(file, load) : undefined;
    return target !== undefined && reaches(target, new Set());
  });
  return found?.reference.start;
}
