/** What is taken out of a file: whole statements, and what they and the rest need of each other. */
import { distance } from "fastest-levenshtein";
import { ShelfError } from "../../base/errors.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceText } from "../../base/text/index.js";
import type { SourceTree } from "../../files/index.js";
import {
  isScript,
  languageFor,
  type NamePlace,
  type Statement,
  type TextNames,
  type Variable,
} from "../../languages/index.js";

/** A file by its statements and names. */
export interface Anatomy {
  readonly path: ProjectPath;
  readonly text: string;
  readonly source: SourceText;
  readonly statements: readonly Statement[];
  readonly names: TextNames;
}

/** Reads a file so; throws where it cannot be read whole. */
export async function anatomyOf(tree: SourceTree, path: ProjectPath): Promise<Anatomy> {
  const source = tree.text(path);
  const text = source?.text ?? "";
  const language = languageFor(path);
  if (!language?.statements || !isScript(path)) throw new ShelfError("EXTRACT_NOT_SCRIPT", { path });
  const [statements, names] = [
    await language.statements(text, nameOf(path)),
    await language.names?.(text, nameOf(path)),
  ];
  if (!source || !statements || !names) throw new ShelfError("NAMES_UNREAD", { path, reason: "it has a syntax error" });
  return { path, text, source, statements, names };
}

/** What is taken out: names, or the statements of some lines, from 1. */
export interface Wanted {
  readonly names: readonly string[];
  readonly lines?: { readonly first: number; readonly last: number };
}

/** The statements that are meant, in order. Throws where one is not there or cannot be parted from others. */
export function selected(anatomy: Anatomy, { names, lines }: Wanted): readonly Statement[] {
  const chosen = lines ? byLines(anatomy, lines) : byNames(anatomy, names);
  const declared = new Set(chosen.flatMap(({ declares }) => declares));
  // What is declared in parts (overloads, a type and a value of one name) stays one.
  const all = anatomy.statements.filter(
    (each) =>
      chosen.includes(each) ||
      (each.kind === "declaration" && each.declares.some((name) => declared.has(name))) ||
      (each.adds !== undefined && declared.has(each.adds)),
  );
  ensureParted(anatomy, all);
  const rest = anatomy.statements.filter(
    (each) => !all.includes(each) && !["import", "directive", "re-export"].includes(each.kind),
  );
  if (rest.length === 0) throw new ShelfError("EXTRACT_ALL", { path: anatomy.path });
  return all;
}

function byNames(anatomy: Anatomy, names: readonly string[]): readonly Statement[] {
  const { statements, path } = anatomy;
  const declared = statements.flatMap((each) => (each.kind === "declaration" ? each.declares : []));
  for (const name of names) {
    if (declared.includes(name)) continue;
    const [close] = [...declared].sort((a, b) => distance(a, name) - distance(b, name));
    throw new ShelfError("NAME_MISSING", { path: name, other: path, ...(close !== undefined && { reason: close }) });
  }
  const chosen = statements.filter(
    (each) => each.kind === "declaration" && each.declares.some((name) => names.includes(name)),
  );
  for (const { declares, start } of chosen) {
    const others = declares.filter((name) => !names.includes(name));
    if (others.length > 0)
      throw new ShelfError("EXTRACT_PART", {
        path: declares.filter((name) => names.includes(name)).join(", "),
        other: others.join(", "),
        place: placeOf(anatomy, start),
      });
  }
  return chosen;
}

function byLines(
  anatomy: Anatomy,
  { first, last }: { readonly first: number; readonly last: number },
): readonly Statement[] {
  const { statements, source, path } = anatomy;
  const line = (offset: number): number => source.positionAt(offset).line;
  const touched = statements.filter(({ start, end }) => line(end) >= first && line(start) <= last);
  const cut = touched.find(({ start, end }) => line(start) < first || line(end) > last);
  if (cut)
    throw new ShelfError("EXTRACT_LINES", {
      path: `${first}-${last}`,
      other: path,
      place: placeOf(anatomy, cut.start),
      reason: `${line(cut.start)}-${line(cut.end)}`,
    });
  const chosen = touched.filter(({ kind }) => kind !== "import" && kind !== "re-export" && kind !== "directive");
  if (chosen.length === 0) throw new ShelfError("EXTRACT_NOTHING", { path: `${first}-${last}`, other: path });
  return chosen;
}

/** What is given another value from both sides cannot be parted: an import cannot be written to. */
function ensureParted(anatomy: Anatomy, chosen: readonly Statement[]): void {
  const isInside = insideOf(chosen);
  for (const { name, level, places } of anatomy.names.variables) {
    if (level !== "top") continue;
    const isTaken = places.some((place) => place.isDeclared && isInside(place));
    const written = places.find((place) => place.isWritten === true && isInside(place) !== isTaken);
    if (written) throw new ShelfError("EXTRACT_WRITTEN", { path: name, place: placeOf(anatomy, written.start) });
  }
}

export function placeOf({ path, source }: Anatomy, offset: number): { file: string; line: number; column: number } {
  return { file: path, ...source.positionAt(offset) };
}

/** Whether a place lies in one of some statements. */
export function insideOf(statements: readonly Statement[]): (place: Pick<NamePlace, "start">) => boolean {
  return ({ start }) => statements.some((each) => each.start <= start && start < each.end);
}

/** What the part that goes and the rest need of each other. */
export interface Needs {
  /** Imported names that the part uses; and those of them that the rest does not use any more. */
  readonly imported: readonly Variable[];
  readonly leaving: readonly Variable[];
  /** Names of the rest that the part uses, and of the part that the rest uses, with whether only as types. */
  readonly ofRest: readonly NeededName[];
  readonly ofPart: readonly NeededName[];
}

/** One of them. */
export interface NeededName {
  readonly name: string;
  readonly isType: boolean;
}

/** Finds them. */
export function needsOf({ names, statements }: Anatomy, chosen: readonly Statement[]): Needs {
  const isInside = insideOf(chosen);
  const isImport = insideOf(statements.filter(({ kind }) => kind === "import"));
  const needs = {
    imported: [] as Variable[],
    leaving: [] as Variable[],
    ofRest: [] as NeededName[],
    ofPart: [] as NeededName[],
  };
  for (const variable of names.variables) {
    const { name, level, places } = variable;
    if (level !== "top") continue;
    const declared = places.filter(({ isDeclared }) => isDeclared);
    const uses = places.filter((place) => !place.isDeclared);
    const [inside, outside] = [uses.filter(isInside), uses.filter((place) => !isInside(place))];
    if (declared.some(isImport)) {
      if (inside.length === 0) continue;
      needs.imported.push(variable);
      if (outside.length === 0) needs.leaving.push(variable);
    } else if (declared.some(isInside)) {
      if (outside.length > 0) needs.ofPart.push({ name, isType: areTypes(outside) });
    } else if (inside.length > 0) needs.ofRest.push({ name, isType: areTypes(inside) });
  }
  return needs;
}

function areTypes(places: readonly NamePlace[]): boolean {
  return places.every(({ isType }) => isType === true);
}
