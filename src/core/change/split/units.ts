/**
 * Statements of a file that cannot be parted, and who needs whom among them. Overloads, a type and a value of one name, what adds to a
 * name and what gives it another value stay together.
 */
import type { Statement } from "../../languages/index.js";
import { bodyOf, insideOf, type Anatomy } from "../regroup/index.js";

/** Statements that go together. */
export interface Unit {
  readonly statements: readonly Statement[];
  readonly declares: readonly string[];
  /** Whether it declares nothing but types. */
  readonly isType: boolean;
  /** Whether others may take something of it: at its declaration, in a list, or by default. */
  readonly isGiven: boolean;
  /** Units of which it uses something. */
  readonly needs: Set<Unit>;
  /** Units that use something of it. */
  readonly users: Set<Unit>;
}

/** Finds them, in the order of the text. Lists of exports are none. `bound`: where statements begin that nothing may part. */
export function unitsOf(
  anatomy: Anatomy,
  given: ReadonlySet<string>,
  bound: readonly (readonly [start: number, other: number])[] = [],
): readonly Unit[] {
  const statements = bodyOf(anatomy).filter(({ kind }) => kind !== "re-export");
  const group = grouped(anatomy, statements, bound);
  const units = new Map<number, Unit>();
  for (const statement of statements) {
    const key = group(statement);
    const unit = units.get(key);
    const isGiven = statement.exported !== undefined || statement.kind === "default";
    const parts = [...(unit?.statements ?? []), statement];
    const declares = [...new Set(parts.flatMap((each) => each.declares))];
    units.set(key, {
      statements: parts,
      declares,
      isType: parts.every((each) => each.isType),
      isGiven: unit?.isGiven === true || isGiven || declares.some((name) => given.has(name)),
      needs: new Set(),
      users: new Set(),
    });
  }
  const found = [...units.values()];
  relate(anatomy, found);
  return found;
}

/** A number for each statement; what goes together has one. */
function grouped(
  anatomy: Anatomy,
  statements: readonly Statement[],
  bound: readonly (readonly [start: number, other: number])[],
): (statement: Statement) => number {
  const leader = statements.map((_, index) => index);
  const find = (index: number): number => {
    const up = leader[index] ?? index;
    return up === index ? index : find(up);
  };
  const unite = (some: readonly number[]): void => {
    const [first] = some;
    if (first !== undefined) for (const each of some) leader[find(each)] = find(first);
  };
  const declaring = (name: string): number[] =>
    statements.flatMap(({ declares, adds }, index) => (declares.includes(name) || adds === name ? [index] : []));
  for (const name of new Set(statements.flatMap(({ declares }) => declares))) unite(declaring(name));
  for (const starts of bound)
    unite(starts.map((start) => statements.findIndex((each) => each.start === start)).filter((index) => index >= 0));
  for (const { level, places, name } of anatomy.names.variables) {
    if (level !== "top" || !places.some(({ isWritten }) => isWritten === true)) continue;
    // Whoever reads what others write to would read it across files.
    const using = statements.flatMap((statement, index) => (places.some(insideOf([statement])) ? [index] : []));
    unite([...declaring(name), ...using]);
  }
  return (statement) => find(statements.indexOf(statement));
}

function relate(anatomy: Anatomy, units: readonly Unit[]): void {
  const byName = new Map(units.flatMap((unit) => unit.declares.map((name) => [name, unit] as const)));
  for (const { level, name, places } of anatomy.names.variables) {
    const declaring = level === "top" ? byName.get(name) : undefined;
    if (!declaring) continue;
    for (const unit of units)
      if (unit !== declaring && places.some(insideOf(unit.statements))) {
        unit.needs.add(declaring);
        declaring.users.add(unit);
      }
  }
}
