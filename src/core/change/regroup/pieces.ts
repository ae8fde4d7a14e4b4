/**
 * The text of one statement where it goes: letter by letter what it was, but for `export` in front of it, names that are called
 * otherwise there, and paths, which lead from another place.
 */
import { ShelfError } from "../../base/errors.js";
import { applyEdits, type TextEdit } from "../../base/text/index.js";
import type { Modules } from "../../graph/index.js";
import { topVariable, type Reference, type Statement, type Variable } from "../../languages/index.js";
import { placeOf } from "./anatomy.js";
import { defaultedName, type Home, type Homes } from "./homes.js";
import type { Locals } from "./locals.js";
import type { Part } from "./part.js";
import type { SpecifierMaker } from "./specifiers.js";
import { spelledPlace } from "../spelled-place.js";

/** What pieces are written with. */
export interface PieceInput {
  readonly homes: Homes;
  readonly modules: Modules;
  readonly locals: Locals;
  readonly specifiers: SpecifierMaker;
}

/** Whether nothing is left of a statement in its new place: `export default Tree;` where `Tree` is given by its name. */
export function isDropped({ homes }: PieceInput, part: Part, statement: Statement): boolean {
  const name = defaultedName(part, statement);
  return (
    name !== undefined &&
    homes.homeOf(part.anatomy.path, name) !== undefined &&
    homes.giverOf(part.goes(statement)) !== part
  );
}

/** `export default Tree;` of what is imported, where another file gives the default: `export { Tree };`. */
function listedDefault({ homes, locals }: PieceInput, part: Part, statement: Statement): TextEdit | undefined {
  const name = defaultedName(part, statement);
  const variable = name === undefined ? undefined : topVariable(part.anatomy.names, name);
  if (!variable || homes.giverOf(part.goes(statement)) === part) return undefined;
  const called = locals.of(part, variable, part.goes(statement));
  const { start, end } = statement;
  return { start, end, text: `export { ${typeof called === "string" ? called : variable.name} };` };
}

/** The edits, by offsets of the part's text. */
export function pieceEdits(input: PieceInput, part: Part, statement: Statement): TextEdit[] {
  const to = part.goes(statement);
  const listed = listedDefault(input, part, statement);
  if (listed) return [listed];
  return [
    ...exportEdits(input, part, statement),
    ...nameEdits(input, part, statement),
    ...(to === part.anatomy.path ? [] : pathEdits(input, part, statement)),
  ].sort((a, b) => a.start - b.start);
}

/** The text from an offset on, with the edits, without blank lines around it. */
export function pieceText(
  input: PieceInput,
  part: Part,
  statement: Statement,
  { from = statement.from, lineEnd }: { readonly from?: number; readonly lineEnd: string },
): string {
  const { text } = part.anatomy;
  const edits = pieceEdits(input, part, statement).map((edit) => ({
    ...edit,
    start: edit.start - from,
    end: edit.end - from,
  }));
  return applyEdits(text.slice(from, statement.to), edits)
    .replace(/^(?:[ \t]*\r?\n)+|\s+$/g, "")
    .replace(/\r?\n/g, lineEnd);
}

function exportEdits({ homes }: PieceInput, part: Part, statement: Statement): TextEdit[] {
  const { core, start, exported, kind } = statement;
  if (kind === "re-export") return [];
  const declared = homes.homesIn(part, statement);
  const isGiver = homes.giverOf(part.goes(statement)) === part;
  const [nameless] = kind === "default" ? declared : [];
  if (nameless?.name === "default" && !isGiver) return [namedDefault(part, statement, nameless)];
  if (exported === "by default" && kind === "declaration" && !isGiver) return [{ start, end: core, text: "export " }];
  if (exported === undefined && declared.some((home) => home.isNeeded))
    return [{ start: core, end: core, text: "export " }];
  return [];
}

/** `export default () => 1;` → `export const tree = () => 1;` */
function namedDefault({ anatomy }: Part, { start, core, end }: Statement, { as }: Home): TextEdit {
  const text = anatomy.text.slice(core, end);
  const [head] =
    /^(?:(?:async\s+)?function\b\s*\*?|(?:abstract\s+)?class\b)(?=\s*(?:[({<]|extends\b|implements\b))/.exec(text) ?? [
      undefined,
    ];
  if (head === undefined) return { start, end: core, text: `export const ${as} = ` };
  const word = head.trimEnd();
  return { start, end: core + word.length, text: `export ${word} ${as}` };
}

/** Places of names that are called otherwise there. */
function nameEdits({ homes, locals }: PieceInput, part: Part, statement: Statement): TextEdit[] {
  const to = part.goes(statement);
  const found: TextEdit[] = [];
  for (const variable of part.anatomy.names.variables) {
    if (variable.level !== "top") continue;
    const called = locals.of(part, variable, to);
    if (called === variable.name) continue;
    for (const place of variable.places) {
      if (place.start < statement.start || place.start >= statement.end) continue;
      if (typeof called === "string") {
        const { start, end, form } = place;
        const given = listedName(homes, part, place.start) ?? variable.name;
        found.push({ start, end, text: spelledPlace(form, called, variable.name, given) });
      } else found.push(memberEdit(part, variable, place, called.members));
    }
  }
  return found;
}

/** What a list of exports gives what stands at a place as. */
function listedName({ modules }: Homes, { anatomy }: Part, start: number): string | undefined {
  const { exports = [] } = modules.reading(anatomy.path);
  return exports.find((each) => each.start === start)?.name;
}

/** `actions.add` → `add`, where both stand in one file from then on. */
function memberEdit(
  { anatomy }: Part,
  { name }: Variable,
  { start, end, members }: Variable["places"][number],
  called: ReadonlyMap<string, string>,
): TextEdit {
  const [member, other] = members ?? [];
  const text = member && called.get(member.name);
  const isPlain = member?.form === "name" && /^\s*\??\.\s*$/.test(anatomy.text.slice(end, member.start));
  if (member === undefined || text === undefined || other !== undefined || !isPlain)
    throw new ShelfError("JOIN_WHOLE", { path: name, place: placeOf(anatomy, start) });
  return { start, end: member.end, text };
}

function pathEdits({ modules, specifiers }: PieceInput, part: Part, statement: Statement): TextEdit[] {
  const { path } = part.anatomy;
  return referencesIn(modules, part, statement).flatMap((reference): TextEdit[] => {
    const text = specifiers.spelledIn(part.goes(statement), path, reference);
    return text === reference.specifier ? [] : [{ start: reference.start, end: reference.end, text }];
  });
}

/** The references that stand in a statement. */
export function referencesIn(modules: Modules, { anatomy }: Part, { start, end }: Statement): readonly Reference[] {
  return modules
    .reading(anatomy.path)
    .references.filter((reference) => start <= reference.start && reference.start < end);
}
