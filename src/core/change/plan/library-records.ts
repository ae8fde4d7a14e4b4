/** A declaration of a library as what it says, whatever library it stands in. Two with one record say the same. */
import {
  mayUse,
  mentionsOf,
  wordsOf,
  type Declaration,
  type Libraries,
  type Library,
  type LibraryUnit,
  type Origin,
} from "../../graph/index.js";
import type { Statement } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";

/** One side of a change: the libraries as they are, or as they will be. */
export interface LibrarySide {
  readonly libraries: Libraries;
  readonly keyOf: (origin: Origin) => string;
  readonly textOf: (path: ProjectPath) => string | undefined;
}

/** A declaration as what it says, whatever library it stands in. */
export interface LibraryRecord {
  readonly key: string;
  /** The extensions that may be used in it. */
  readonly lent: ReadonlySet<string>;
  readonly declaration: Declaration;
  readonly library: Library;
  /** How many names in it mean something beyond it. */
  readonly places: number;
  /** Whether it uses what a generator has made. */
  readonly needsMade: boolean;
}

/** The record of a declaration: its text, with what each name in it means in the place of the name, and without paths. */
export async function recordOf(
  side: LibrarySide,
  library: Library,
  unit: LibraryUnit,
  statement: Statement,
): Promise<LibraryRecord> {
  const { libraries, keyOf } = side;
  const cuts: { readonly start: number; readonly end: number; readonly text: string }[] = [];
  let places = 0;
  let needsMade = false;
  const made = new Set(library.made.flatMap(({ targets }) => targets));
  for (const { name, prefix, start, end } of mentionsOf(library, unit, statement)) {
    const all = libraries.meaning(library, name, prefix);
    const origins = all.filter(({ file }) => !made.has(file));
    needsMade ||= origins.length < all.length;
    // What is loaded when it is wanted is loaded for one library.
    const isWanted = library.links.some((link) => link.isDeferred === true && link.prefix === prefix);
    const mark = isWanted ? "\u0004" : "";
    // What was a member by itself must not come to be one of what a prefix stands for.
    if (prefix !== undefined && origins.length === 0)
      cuts.push({ start, end, text: `${mark}\u0003${prefix} ${name}\u0003` });
    if (origins.length === 0) continue;
    places += 1;
    cuts.push({ start, end, text: `${mark}\u0002${origins.map(keyOf).sort().join("\t")}\u0002` });
  }
  for (const { name, level, places: all } of unit.names.variables)
    if (level === "top" && statement.declares.includes(name))
      for (const { start, end, isDeclared } of all)
        if (isDeclared && statement.start <= start && start < statement.end)
          cuts.push({ start, end, text: `\u0002${keyOf({ file: unit.path, name })}\u0002` });
  const references = libraries.modules
    .reading(unit.path)
    .references.filter(({ start }) => statement.start <= start && start < statement.end);
  for (const { start, end } of references) cuts.push({ start, end, text: "" });
  const means = references.map((each) => {
    const targets = libraries.modules.targetsOf(unit.path, each).map((target) => keyOf({ file: target, name: "" }));
    return targets.length > 0 ? targets.join() : each.specifier;
  });
  let said = "";
  let at = statement.start;
  for (const cut of cuts.sort((a, b) => a.start - b.start)) {
    if (cut.start < at) continue;
    said += unit.text.slice(at, cut.start) + cut.text;
    at = cut.end;
  }
  said = (said + unit.text.slice(at, statement.end)).replaceAll("\r\n", "\n");
  return {
    key: [said, ...means].join("\u0001"),
    lent: await lentTo(side, library, unit, statement),
    declaration: { unit, statement },
    library,
    places,
    needsMade,
  };
}

/** The extensions that may be used in a declaration, by what declares them. */
export async function lentTo(
  { libraries, keyOf }: LibrarySide,
  library: Library,
  unit: LibraryUnit,
  statement: Statement,
): Promise<ReadonlySet<string>> {
  const words = wordsOf(unit, statement);
  const all = await libraries.lent(library);
  return new Set(
    all.filter(({ origin, lends }) => origin.name !== "" && mayUse(lends, words)).map(({ origin }) => keyOf(origin)),
  );
}
