/** What goes along with declarations that are taken out of a library. */
import type { ProjectPath } from "../../base/paths.js";
import { companionsOf, Libraries, Modules, Resolver, tiesOf, type Library } from "../../graph/index.js";
import type { SourceTree } from "../../files/index.js";
import { languageFor, moduleRules, type Mapping, type Statement } from "../../languages/index.js";

/** What only one library can hold of a file's declarations. */
export interface Bound {
  /** Where two declarations begin that have to stay in one library. */
  readonly pairs: readonly (readonly [start: number, other: number])[];
  /** Whether the file leads a library of several files that people write, so that it has to stay. */
  readonly isLed: boolean;
}

/** Finds it; nothing in languages without libraries. */
export async function boundIn(tree: SourceTree, aliases: readonly Mapping[], path: ProjectPath): Promise<Bound> {
  const library = await libraryOf(tree, aliases, path);
  if (!library) return { pairs: [], isLed: false };
  const { ties } = tiesOf(library);
  return {
    pairs: ties
      .filter(({ from, to }) => from.unit.path === path && to.unit.path === path)
      .map(({ from, to }) => [from.statement.start, to.statement.start] as const),
    isLed: library.units.length > 1,
  };
}

async function libraryOf(
  tree: SourceTree,
  aliases: readonly Mapping[],
  path: ProjectPath,
): Promise<Library | undefined> {
  if (!languageFor(path)?.directives) return undefined;
  return new Libraries(new Modules(tree, new Resolver(tree, moduleRules, aliases))).library(path);
}

/** Where a declaration begins, in its file. */
export interface Place {
  readonly path: ProjectPath;
  readonly start: number;
}

/** The private declarations that only these need, in whatever file of their library; none in languages without libraries. */
export async function withCompanions(
  tree: SourceTree,
  aliases: readonly Mapping[],
  path: ProjectPath,
  chosen: readonly Statement[],
): Promise<readonly Place[]> {
  const library = await libraryOf(tree, aliases, path);
  if (!library) return [];
  const ties = tiesOf(library);
  const starts = new Set(chosen.map(({ start }) => start));
  const own = ties.declarations.filter(({ unit, statement }) => unit.path === path && starts.has(statement.start));
  return companionsOf(ties, own).map(({ unit, statement }) => ({ path: unit.path, start: statement.start }));
}
