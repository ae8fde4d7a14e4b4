/** Sheets that an entry imports more than once, so that what they compile to is in it as often. */
import { Numbers, SheetWorld, traceSheet } from "../../graph/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { OrderInput } from "./order.js";

/** A sheet that is compiled twice. */
export interface Doubled {
  /** Where it is imported once more: the sheet, and the name in it. */
  readonly file: ProjectPath;
  readonly start: number;
  readonly sheet: ProjectPath;
  readonly entry: ProjectPath;
  /** How much of it is compiled each time. */
  readonly statements: number;
}

/** Each once, at the second place of the first entry in which it is found. */
export function doubledSheets({ paths, isOwn, resolver }: OrderInput): readonly Doubled[] {
  const sheets = paths.filter((path) => SheetWorld.formsOf(path)?.givesNames(path) === "in order");
  if (!sheets.some(isOwn)) return [];
  const world = new SheetWorld(resolver);
  const taken = new Set(
    sheets.flatMap((path) => (world.sheet(path)?.loads ?? []).map((load) => world.loaded(path, load))),
  );
  const found = new Map<ProjectPath, Doubled>();
  for (const entry of sheets) {
    if (nameOf(entry).startsWith("_") || taken.has(entry)) continue;
    const { visits, statements } = traceSheet(entry, { world, numbers: new Numbers() });
    const seen = new Set<ProjectPath>();
    for (const { file, by, start, how } of visits) {
      if (how !== "in place" || by === undefined || start === undefined) continue;
      const isAgain = seen.has(file);
      seen.add(file);
      if (!isAgain || found.has(file) || !isOwn(file) || !isOwn(by)) continue;
      const compiled = statements.filter(
        (each) => each.file === file && each.emits && !each.key.startsWith("/*"),
      ).length;
      const times = visits.filter((each) => each.file === file && each.how === "in place").length;
      if (compiled > 0)
        found.set(file, { file: by, start, sheet: file, entry, statements: Math.round(compiled / times) });
    }
  }
  return [...found.values()];
}
