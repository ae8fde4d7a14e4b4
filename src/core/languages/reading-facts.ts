/** What a file says of itself without where it stands in it: who judges by it judges the same where it is the same. */
import type { FileReading } from "./registry.js";

/** One fact a reference, in their order, and the rest as one text. */
export interface ReadingFacts {
  readonly references: readonly string[];
  readonly rest: string;
}

/** The facts of a reading; `undefined` where its text has an error, because where that stands is told. */
export function factsOfReading(reading: FileReading): ReadingFacts | undefined {
  if (reading.problem) return undefined;
  const starts = new Map(reading.references.map(({ start }, index) => [start, index]));
  const isReducer = reading.outline.signs.includes("reducer");
  const { lines, actions, ...outline } = reading.outline;
  return {
    references: reading.references.map(({ bindings, ...form }) => {
      const taken = bindings?.map(({ imported, local, isType }) => [imported, local, isType]);
      return JSON.stringify([placeless(form), taken]);
    }),
    rest: JSON.stringify([
      reading.computed.map(({ head }) => head),
      reading.exports?.map((each) => [placeless(each), each.from === undefined ? undefined : starts.get(each.from)]),
      reading.declares?.map(({ name }) => name),
      reading.usesNames?.map(({ name }) => name),
      reading.namespace?.name,
      reading.reading,
      outline,
      actions.map(({ name, constant }) => [name, constant]),
      isReducer ? lines : 0,
    ]),
  };
}

/** Whether two readings say the same. */
export function saysTheSame(one: FileReading, other: FileReading): boolean {
  const [facts, others] = [factsOfReading(one), factsOfReading(other)];
  return facts !== undefined && others !== undefined && JSON.stringify(facts) === JSON.stringify(others);
}

/** A fact without the offsets at which it stands, its keys in one order. */
function placeless(fact: object): object {
  const entries = Object.entries(fact).filter(([key]) => !["start", "end", "from"].includes(key));
  return Object.fromEntries(entries.sort(([a], [b]) => (a < b ? -1 : 1)));
}
