/**
 * A file of state in a language of classes: events and states get files of their own, and what goes from one state to the next by them
 * keeps its file. Source of the names: bloclibrary.dev, "Naming Conventions".
 */
import { inCase, splitWords } from "../../base/names/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { partsOf } from "../../app/index.js";
import type { Unit } from "./units.js";

/** The two kinds, in the order in which they are named. */
export const blocKinds = ["event", "state"] as const;

/** One of them. */
export type BlocKind = (typeof blocKinds)[number];

/** Which units are events and states; `undefined` where nothing in the file goes from one to the next. */
export function eventsAndStates(units: readonly Unit[]): ReadonlyMap<Unit, BlocKind> | undefined {
  const isBloc = (unit: Unit): boolean => supersOf(unit).some((name) => /(?:Bloc|Cubit)$/.test(name));
  if (!units.some(isBloc)) return undefined;
  const declaring = new Map(units.flatMap((unit) => unit.declares.map((name) => [name, unit] as const)));
  const found = new Map<Unit, BlocKind>();
  for (const unit of units) {
    const kind = isBloc(unit) ? undefined : kindOf(unit, declaring);
    if (kind) found.set(unit, kind);
  }
  // What only events, or only states, need is of their kind.
  for (const unit of units) {
    const kinds = new Set([...unit.users].map((user) => found.get(user)));
    const [only] = kinds;
    if (!found.has(unit) && !isBloc(unit) && kinds.size === 1 && only) found.set(unit, only);
  }
  return found;
}

/** By its own name, or by that of what it is made after. */
function kindOf(unit: Unit, declaring: ReadonlyMap<string, Unit>, seen = new Set<Unit>()): BlocKind | undefined {
  if (seen.has(unit)) return undefined;
  seen.add(unit);
  const above = supersOf(unit);
  // A widget's own state is none of the app's.
  if (above.includes("State")) return undefined;
  for (const kind of blocKinds) if (unit.declares.some((name) => name.endsWith(inCase([kind], "Pascal")))) return kind;
  for (const name of above) {
    const other = declaring.get(name);
    const kind = other && kindOf(other, declaring, seen);
    if (kind) return kind;
  }
  return undefined;
}

function supersOf({ statements }: Unit): string[] {
  return statements.flatMap(({ bonds }) => bonds?.supers.map(({ name }) => name) ?? []);
}

/** What a kind's file is called: `tree_bloc.dart` → `tree_event`. */
export function blocName(path: ProjectPath, kind: BlocKind): string {
  const words = splitWords(partsOf(nameOf(path)).stem);
  const own = /^(?:bloc|cubit)$/i.test(words.at(-1) ?? "") ? words.slice(0, -1) : words;
  return inCase([...own, kind], "snake");
}
