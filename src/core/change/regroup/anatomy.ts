/** A script by its statements and names: what can be taken from it, and what that needs. */
import { ShelfError } from "../../base/errors.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceText } from "../../base/text/index.js";
import type { SourceTree } from "../../files/index.js";
import { ownNames, ownTypeNames } from "./own-names.js";
import {
  declaresByNamespace,
  extractFrom,
  isScript,
  languageFor,
  scriptExtension,
  sharesDeclarations,
  sharesTypes,
  type NamePlace,
  type Statement,
  type TextNames,
} from "../../languages/index.js";

/** A file by its statements and names. */
export interface Anatomy {
  readonly path: ProjectPath;
  readonly text: string;
  readonly source: SourceText;
  readonly statements: readonly Statement[];
  readonly names: TextNames;
  /** The extension of a script in its language. */
  readonly extension: string;
  /** Whether it is a component, of which only the scripts are statements that can go. */
  readonly isComponent: boolean;
}

/** Reads a file so, a component only if that is wanted; throws where it cannot be read whole. */
export async function anatomyOf(
  tree: SourceTree,
  path: ProjectPath,
  { components = false }: { readonly components?: boolean } = {},
): Promise<Anatomy> {
  const source = tree.text(path);
  const text = source?.text ?? "";
  const language = languageFor(path);
  const isComponent = language?.scriptExtension !== undefined;
  const isOfModules = sharesTypes(path);
  const isOfSpaces = declaresByNamespace(path);
  const isApart = language?.directives !== undefined || isOfModules || isOfSpaces;
  if (!language?.statements || !(isScript(path) || isApart || (components && isComponent)))
    throw new ShelfError("EXTRACT_NOT_SCRIPT", { path });
  const statements = await language.statements(text, nameOf(path));
  const types = isOfModules ? language.types?.read(text, nameOf(path)) : undefined;
  const spaced = isOfSpaces ? language.namespaces?.read(text) : undefined;
  const names =
    types && statements
      ? ownNames(statements, types)
      : spaced && statements
        ? ownTypeNames(statements, spaced)
        : await language.names?.(text, nameOf(path));
  const reason = isOfSpaces
    ? "it has a syntax error, does something outside of types, or is built with other types under other conditions (#if)"
    : isOfModules
      ? "it has a syntax error, or its lines are carried out one by one"
      : "it has a syntax error";
  if (!source || !statements || !names) throw new ShelfError("NAMES_UNREAD", { path, reason });
  const extension =
    (await language.scriptExtension?.(text)) ??
    (isScript(path) ? scriptExtension(path) : path.slice(path.lastIndexOf(".")));
  return { path, text, source, statements, names, extension, isComponent };
}

/** Whether a free name is one by which a script gives what it has where modules are not known. `module.hot` is a bundler's. */
function gives(name: string, { members }: NamePlace): boolean {
  if (name === "module") return members?.[0]?.name === "exports";
  return name === "exports" || (name === "define" && members?.[0]?.name === "amd");
}

/**
 * Throws `NOT_A_MODULE` for a file in which no import or export can be written: one that gives what it has in another way, and one that
 * has neither, so that it may be loaded as a plain script, whose names are everybody's.
 */
export function ensureModule({ path, statements, names, isComponent, text, source }: Anatomy): void {
  // Files that take each other by directives can always do so.
  if (languageFor(path)?.directives || sharesDeclarations(path)) return;
  const refuse = (reason: string, start = 0): never => {
    throw new ShelfError("NOT_A_MODULE", { path, reason, place: { file: path, ...source.positionAt(start) } });
  };
  const assigned = statements.find(({ kind, start }) => kind === "other" && /^export\s*=/.test(text.slice(start)));
  if (assigned) refuse("it gives what it has by `export =`", assigned.start);
  for (const { name, level, places } of names.variables) {
    const giving = level === "free" ? places.find((place) => gives(name, place)) : undefined;
    if (giving) refuse(`it gives what it has by \`${name}\``, giving.start);
  }
  const isOne = ({ kind, exported }: Statement): boolean =>
    kind === "import" || kind === "re-export" || kind === "default" || exported !== undefined;
  if (!isComponent && !statements.some(isOne)) refuse("it neither imports nor exports anything");
}

export function placeOf({ path, source }: Anatomy, offset: number): { file: string; line: number; column: number } {
  return { file: path, ...source.positionAt(offset) };
}

/** Whether a place lies in one of some statements. */
export function insideOf(statements: readonly Statement[]): (place: Pick<NamePlace, "start">) => boolean {
  return ({ start }) => statements.some((each) => each.start <= start && start < each.end);
}

export function statementAt({ statements }: Pick<Anatomy, "statements">, offset: number): Statement | undefined {
  return statements.find(({ start, end }) => start <= offset && offset < end);
}

/** Whether all of some places stand for types. */
export function areTypes(places: readonly NamePlace[]): boolean {
  return places.every(({ isType }) => isType === true);
}

/** Names that are declared as types and nothing else: interfaces and their like. */
export function typeNamesOf({ statements }: Pick<Anatomy, "statements">): ReadonlySet<string> {
  const types = new Set(statements.filter(({ isType }) => isType).flatMap(({ declares }) => declares));
  for (const { isType, declares } of statements) if (!isType) for (const name of declares) types.delete(name);
  return types;
}

/** Statements that are neither imports nor directives. */
export function bodyOf({ statements }: Pick<Anatomy, "statements">): readonly Statement[] {
  return statements.filter(({ kind }) => kind !== "import" && kind !== "directive");
}

/** What the file itself calls what others may take of it. */
export function givenNames({ text, path }: Pick<Anatomy, "text" | "path">): ReadonlySet<string> {
  const { exports = [] } = extractFrom(text, path, "exact");
  return new Set(exports.flatMap(({ local, from }) => (local === undefined || from !== undefined ? [] : [local])));
}
