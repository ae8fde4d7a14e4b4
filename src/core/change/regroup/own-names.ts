/** The names of a file's top level and where they stand in it, in languages whose types are told apart by what all files know. */
import type { NamePlace, NamespaceNames, Statement, TextNames, TypeNames, Variable } from "../../languages/index.js";

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

/** The same where types are known by their namespaces. */
export function ownTypeNames(statements: readonly Statement[], { types, names }: NamespaceNames): TextNames {
  const declared = new Set(statements.flatMap(({ declares }) => declares));
  const parts = names.flatMap((used) => (used.isDocumentation === true ? [] : used.parts));
  const variables = [...declared].map((name): Variable => {
    const own = types.filter((each) => each.name === name);
    const places = [
      ...own.map(({ start }): NamePlace => ({ start, end: start + name.length, form: "name", isDeclared: true })),
      ...parts.flatMap((part): NamePlace[] =>
        part.name === name ? [{ start: part.start, end: part.end, form: "name", isDeclared: false }] : [],
      ),
    ];
    return { name, level: "top", places: places.sort((a, b) => a.start - b.start) };
  });
  return { variables, takings: [], labels: [], identifiers: parts.map(({ name, start }) => ({ name, start })) };
}
