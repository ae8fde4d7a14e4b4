/** Sheets that an entry imports more than once, so that what they compile to is in it as often. */
import type { SheetTrace } from "../../graph/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { OrderInput } from "./order-input.js";

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

/** What of an entry is compiled twice, each once, at the second place. */
export function doubledIn({ entry, visits, statements }: SheetTrace, isOwn: OrderInput["isOwn"]): readonly Doubled[] {
  const found = new Map<ProjectPath, Doubled>();
  const times = new Map<ProjectPath, number>();
  for (const { file, how } of visits) if (how === "in place") times.set(file, (times.get(file) ?? 0) + 1);
  const seen = new Set<ProjectPath>();
  for (const { file, by, start, how } of visits) {
    if (how !== "in place" || by === undefined || start === undefined) continue;
    const isAgain = seen.has(file);
    seen.add(file);
    if (!isAgain || found.has(file) || !isOwn(file) || !isOwn(by)) continue;
    const compiled = statements.filter((each) => each.file === file && each.emits && !each.key.startsWith("/*")).length;
    if (compiled > 0)
      found.set(file, {
        file: by,
        start,
        sheet: file,
        entry,
        statements: Math.round(compiled / (times.get(file) ?? 1)),
      });
  }
  return [...found.values()];
}
