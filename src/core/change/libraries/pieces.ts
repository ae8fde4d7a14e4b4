/** The text of declarations where they stand from then on: letter by letter, but for prefixes and private names that cannot stay. */
import { applyEdits, type TextEdit } from "../../base/text/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { declarationsOf, formsOf, mentionsOf, type Library, type LibraryUnit } from "../../graph/index.js";
import type { Statement } from "../../languages/index.js";
import type { SpecifierMaker } from "../regroup/specifiers.js";
import type { Leaving, Placement } from "./placement.js";

/** Text that goes to a file, and what its references mean there. */
export interface Body {
  readonly text: string;
  readonly means: readonly ProjectPath[];
  readonly astray: readonly string[];
}

/** What pieces are made with. */
export interface PieceInput {
  readonly placement: Placement;
  readonly specifiers: SpecifierMaker;
}

/** What changes in a declaration, by offsets of its file, whether it goes or stays. */
export function pieceEdits(
  { placement, specifiers }: PieceInput,
  { library, unit, statement }: Pick<Leaving, "library" | "unit" | "statement">,
): TextEdit[] {
  const { libraries } = placement;
  const to = placement.destination(unit.path, statement);
  const head = placement.headOf(to);
  const edits: TextEdit[] = [];
  for (const { name, prefix, start, end } of mentionsOf(library, unit, statement)) {
    const [origin, other] = libraries.meaning(library, name, prefix);
    if (!origin || other) continue;
    const then = placement.then(origin);
    const isHere = placement.headOf(then.file) === head;
    if (prefix !== undefined && isHere) edits.push({ start, end, text: then.name });
    else if (prefix === undefined && then.name !== name) edits.push({ start, end, text: then.name });
  }
  for (const { name, places } of unit.names.variables) {
    const moved = placement.movedOf({ file: unit.path, name });
    if (!moved || moved.as === name) continue;
    for (const { start, end, isDeclared } of places)
      if (isDeclared && statement.start <= start && start < statement.end && statement.declares.includes(name))
        edits.push({ start, end, text: moved.as });
  }
  if (to !== unit.path)
    for (const reference of referencesIn(placement, unit, statement)) {
      const text = specifiers.spelledIn(to, unit.path, reference);
      if (text !== reference.specifier) edits.push({ start: reference.start, end: reference.end, text });
    }
  return edits.sort((a, b) => a.start - b.start);
}

/** The references that stand in a declaration. */
export function referencesIn({ libraries }: Placement, { path }: LibraryUnit, { start, end }: Statement) {
  return libraries.modules.reading(path).references.filter((each) => start <= each.start && each.start < end);
}

/** All declarations of one file that go to another, as they follow each other there. */
export function bodyOf(input: PieceInput, library: Library, unit: LibraryUnit, to: ProjectPath, lineEnd: string): Body {
  const { placement, specifiers } = input;
  const isGone = placement.isRemoved(unit.path);
  const wanted = declarationsOf(unit).filter((each) => placement.destination(unit.path, each) === to);
  const means: ProjectPath[] = [];
  const astray: string[] = [];
  // What belongs to no declaration of a file that goes stays with the one that stands for it.
  const isHeir = isGone && placement.headOf(unit.path) === placement.headOf(to);
  let text = isHeir ? topOf(unit) : "";
  let before: Statement | undefined;
  for (const statement of wanted) {
    const from = isGone ? startOf(unit, statement) : statement.from;
    const edits = pieceEdits(input, { library, unit, statement });
    const piece = applyEdits(
      unit.text.slice(from, statement.to),
      edits.map((each) => ({ ...each, start: each.start - from, end: each.end - from })),
    ).replace(/^(?:[ \t]*\r?\n)+|\s+$/g, "");
    const gap = before && !isApart(unit.text, before, statement) ? lineEnd : lineEnd + lineEnd;
    text = text === "" ? piece : text + gap + piece;
    for (const reference of referencesIn(placement, unit, statement)) {
      const targets = placement.libraries.modules.targetsOf(unit.path, reference);
      if (targets.length === 0) astray.push(specifiers.spelledIn(to, unit.path, reference));
      else means.push(specifiers.placeOf(targets[0] ?? to));
    }
    before = statement;
  }
  const last = unit.statements.at(-1);
  const rest = isHeir && last ? unit.text.slice(last.to).trim() : "";
  if (rest !== "") text += lineEnd + lineEnd + rest;
  return { text: text.replace(/\r?\n/g, lineEnd), means, astray };
}

/** What stands above a file's first statement. */
function topOf({ text, path, statements: [first] }: LibraryUnit): string {
  if (!first || first.kind === "declaration") return "";
  // What holds for the whole file stands at the head of the new one already.
  const isSaid = formsOf(path)?.isForAll(text.slice(0, first.from)) === true;
  return text
    .slice(isSaid ? first.from : 0, first.start)
    .replace(/^#!.*/, "")
    .trim();
}

/** Where what belongs to a statement begins, if nothing of its file stays: behind the one before it. */
function startOf({ statements }: LibraryUnit, statement: Statement): number {
  const before = statements[statements.indexOf(statement) - 1];
  return before ? Math.min(before.to, statement.from) : 0;
}

/** Whether a blank line, or something else, stands between two statements. */
function isApart(text: string, before: Statement, { from }: Statement): boolean {
  return before.to > from || /\n[ \t]*\r?\n|^[ \t]*\r?\n|\S/.test(text.slice(before.to, from));
}
