/** The names of a file's top level and where they stand in it, in languages whose types are told apart by what all files know. */
import type { NamePlace, Statement, TextNames, TypeNames, Variable } from "../../languages/index.js";

/** What stands behind a dot, or before a colon, is no use of them. */
export function ownNames(statements: readonly Statement[], { places }: TypeNames): TextNames {
  const declared = new Set(statements.flatMap(({ declares }) => declares));
  const variables = [...declared].map((name): Variable => {
    const own = statements.filter((each) => each.declares.includes(name));
    const found = places.flatMap((place): NamePlace[] => {
      if (place.name !== name) return [];
      const isDeclared = place.role === "declares" || (place.role === "unclear" && place.scope < 0);
      if (place.role === "keeps" && !own.some(({ start, end }) => start <= place.start && place.start < end)) return [];
      return [{ start: place.start, end: place.end, form: "name", isDeclared }];
    });
    return { name, level: "top", places: found };
  });
  const identifiers = places.map(({ name, start }) => ({ name, start }));
  return { variables, takings: [], labels: [], identifiers };
}
