/** Parts that generators make: which declarations need one, so that it is asked for where they stand. */
import {
  formsOf,
  type Libraries,
  type Library,
  type LibraryUnit,
  type Link,
  mentionsOf,
  wordsOf,
} from "../../graph/index.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { Statement } from "../../languages/index.js";

/** Annotations of the language and its tools, for which nothing is generated. */
const plainAnnotations =
  /^(?:override|[dD]eprecated|immutable|visibleFor\w+|protected|pragma|mustCallSuper|mustBeOverridden|optionalTypeArgs|internal|experimental|useResult|nonVirtual|factory|redeclare|literal|isTest|isTestGroup|sealed|required|doNotStore|alwaysThrows)$/;

/** The made parts of a library that a declaration needs: it names what stands in one, or is annotated for its generator. */
export async function madeFor(
  libraries: Libraries,
  library: Library,
  { unit, statement }: { readonly unit: LibraryUnit; readonly statement: Statement },
): Promise<readonly Link[]> {
  const found: Link[] = [];
  for (const link of library.made) if (await needs(libraries, library, link, unit, statement)) found.push(link);
  return found;
}

async function needs(
  libraries: Libraries,
  library: Library,
  link: Link,
  unit: LibraryUnit,
  statement: Statement,
): Promise<boolean> {
  const words = wordsOf(unit, statement);
  for (const target of link.targets) {
    const made = await libraries.unit(target);
    if (made?.statements.some(({ declares }) => declares.some((name) => words.has(name))) === true) return true;
  }
  const annotation = /^(?:\s*@([\w$]+))/.exec(unit.text.slice(statement.start, statement.end))?.[1];
  if (annotation !== undefined && !plainAnnotations.test(annotation)) return true;
  if (link.targets.length > 0) return false;
  const isHidden = (name: string): boolean => formsOf(library.head)?.isHidden(name) === true;
  return mentionsOf(library, unit, statement).some(
    ({ name, prefix }) => prefix === undefined && isHidden(name) && libraries.meaning(library, name).length === 0,
  );
}

/** How a made part is called that another library has. */
export function madeName(head: ProjectPath, { named: [reference] }: Link, to: ProjectPath): string | undefined {
  return reference && formsOf(head)?.madeFor(reference.specifier, nameOf(head), nameOf(to));
}
