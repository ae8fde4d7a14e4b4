/** Findings after an edit that changed no fact: those of the edited files stand elsewhere in them, and all else is as it was. */
import type { Position } from "../../base/text/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { GraphFile, ReferenceGraph } from "../../graph/index.js";
import type { Checked } from "./check.js";
import type { Finding, Repair } from "./rule.js";

/** Which files were edited, and what was known of them before and is now. */
export interface Shift {
  readonly before: ReferenceGraph;
  readonly now: ReferenceGraph;
  readonly changed: readonly ProjectPath[];
}

/** The findings at their new places; `undefined` where one stands at a place that nobody can tell. */
export function shiftedFindings(checked: readonly Checked[], shift: Shift): readonly Checked[] | undefined {
  const places = new Map(shift.changed.map((path) => [path, placesOf(shift, path)]));
  const lost: Finding[] = [];
  const shifted = (finding: Finding): Finding => {
    const moved = places.get(finding.file);
    if (!moved) return finding;
    const at = finding.at && moved.positions.get(keyOf(finding.at));
    const repair = finding.repair && repairAt(finding.repair, moved.offsets);
    if ((finding.at && !at) || (finding.repair && !repair)) lost.push(finding);
    return { ...finding, ...(at && { at }), ...(repair && { repair }) };
  };
  const all = checked.map((each) => ({
    ...each,
    fresh: each.fresh.map(shifted),
    accepted: each.accepted.map(shifted),
  }));
  return lost.length > 0 ? undefined : all;
}

interface Places {
  readonly offsets: ReadonlyMap<number, number>;
  readonly positions: ReadonlyMap<string, Position>;
}

/** Every place of a fact, then and now: the facts are the same, in the same order. */
function placesOf({ before, now }: Shift, path: ProjectPath): Places {
  const [old, fresh] = [startsOf(before.files.get(path)), startsOf(now.files.get(path))];
  const offsets = new Map(old.map((start, index) => [start, fresh[index] ?? start]));
  const [text, newText] = [before.tree.linesOf(path), now.tree.linesOf(path)];
  const positions = new Map<string, Position>();
  for (const [start, then] of offsets) {
    const [at, goes] = [text?.positionAt(start), newText?.positionAt(then)];
    if (at && goes) positions.set(keyOf(at), goes);
  }
  return { offsets, positions };
}

function startsOf(file: GraphFile | undefined): number[] {
  if (!file) return [];
  const { references, computed, exports = [], declares = [], usesNames = [], outline } = file.reading;
  return [references, computed, exports, declares, usesNames, outline.actions].flatMap((facts) =>
    facts.map(({ start }) => start),
  );
}

function keyOf({ line, column }: Position): string {
  return `${line}:${column}`;
}

function repairAt(repair: Repair, offsets: ReadonlyMap<number, number>): Repair | undefined {
  if (repair.kind !== "respell") return repair;
  const start = offsets.get(repair.start);
  return start === undefined ? undefined : { ...repair, start };
}
