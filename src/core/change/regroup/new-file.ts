/** The text of a file that is made of statements of others: what is said at its top, its imports, and the statements. */
import type { ProjectPath } from "../../base/paths.js";
import { isTyped, type Export, type Reference, type Statement } from "../../languages/index.js";
import { statementAt } from "./anatomy.js";
import { asTaken, headOf } from "./cuts.js";
import { behindOf, ImportLines } from "./import-lines.js";
import { mannerOf } from "./imports.js";
import type { Need } from "./locals.js";
import { together } from "../spelled-place.js";
import { mainOf, type Part } from "./part.js";
import { isDropped, pieceText, referencesIn, type PieceInput } from "./pieces.js";

/** A text, and what its references mean. */
export interface Written {
  readonly text: string;
  readonly means: readonly ProjectPath[];
  readonly astray: readonly string[];
}

/** Writes it. */
export function newFile(input: PieceInput, to: ProjectPath): Written {
  const parts = input.homes.parts.filter(({ anatomy, goes }) =>
    anatomy.statements.some((each) => each.kind !== "import" && each.kind !== "directive" && goes(each) === to),
  );
  const [first] = parts;
  const manner = mannerOf(first?.anatomy.text ?? "", first?.anatomy.statements ?? []);
  const imports = importsOf(input, to);
  const bodies = parts.map((part) => bodiesOf(input, part, to, manner.lineEnd));
  const { lineEnd } = manner;
  const head = [...headsOf(parts, to), ...imports.texts(manner)].join(lineEnd);
  const text = [head, ...bodies.map((each) => each.text)].filter((each) => each !== "").join(lineEnd + lineEnd);
  return {
    text: `${text}${lineEnd}`,
    means: [...imports.means, ...bodies.flatMap(({ means }) => means)],
    astray: [...imports.astray, ...bodies.flatMap(({ astray }) => astray)],
  };
}

/** What is said of the whole of each part, once. */
function headsOf(parts: readonly Part[], to: ProjectPath): string[] {
  const heads = parts.flatMap(({ anatomy }) => headOf(anatomy));
  const [first] = parts;
  const own = first && mainOf(first) === to ? commentAtTop(first) : "";
  const directives = parts.flatMap(({ anatomy: { statements, text } }) =>
    statements.filter(({ kind }) => kind === "directive").map(({ start, end }) => text.slice(start, end)),
  );
  return [...new Set([...heads, ...(own === "" ? [] : [own]), ...directives])];
}

/** A comment that stands above the imports of a file, where it is not one that `headOf` knows. */
function commentAtTop({ anatomy }: Part): string {
  const { text, statements, isComponent } = anatomy;
  const [first] = statements;
  if (isComponent || !first || !/^(?:import|directive)$/.test(first.kind)) return "";
  return text.slice(headOf(anatomy).length > 0 ? first.from : 0, first.start).trim();
}

/** Statements of one part as they follow each other, with what stands between them where the whole file goes. */
export function bodiesOf(input: PieceInput, part: Part, to: ProjectPath, lineEnd: string): Written {
  const { anatomy } = part;
  const wanted = anatomy.statements.filter(
    (each) => each.kind !== "import" && each.kind !== "directive" && part.goes(each) === to,
  );
  const isWhole = part.into === to;
  let text = isWhole && input.homes.parts[0] !== part ? commentAtTop(part) : "";
  const means: ProjectPath[] = [];
  const astray: string[] = [];
  let before: Statement | undefined;
  for (const statement of wanted) {
    if (isDropped(input, part, statement)) continue;
    const piece = listText(input, part, statement) ?? {
      // Of a file that goes, what stands between statements goes with the next of them.
      text: pieceText(input, part, statement, {
        from: part.into === undefined ? statement.from : startOf(part, statement),
        lineEnd,
      }),
      ...meantIn(input, part, statement),
    };
    means.push(...piece.means);
    astray.push(...piece.astray);
    if (piece.text === "") continue;
    const gap = before && !isApart(anatomy.text, before, statement) ? lineEnd : lineEnd + lineEnd;
    text = text === "" ? piece.text : `${text}${gap}${piece.text}`;
    before = statement;
  }
  const last = anatomy.statements.at(-1);
  const rest = isWhole && last ? anatomy.text.slice(last.to).trim() : "";
  if (rest !== "") text = `${text}${lineEnd}${lineEnd}${rest.replace(/\r?\n/g, lineEnd)}`;
  return { text, means, astray };
}

/** Whether a blank line, or something else, stands between two statements. */
function isApart(text: string, before: Statement, { from }: Statement): boolean {
  return before.to > from || /\n[ \t]*\r?\n|^[ \t]*\r?\n|\S/.test(text.slice(before.to, from));
}

/** Where what belongs to a statement begins, if nothing of its file stays: behind the statement before it. */
function startOf({ anatomy }: Part, statement: Statement): number {
  const { statements } = anatomy;
  const before = statements[statements.indexOf(statement) - 1];
  if (!before) return headOf(anatomy).length > 0 ? statement.from : 0;
  return Math.min(before.to, statement.from);
}

/** What the references in a statement mean. */
export function meantIn(
  { modules, specifiers }: PieceInput,
  part: Part,
  statement: Statement,
): Pick<Written, "means" | "astray"> {
  const { path } = part.anatomy;
  const found = { means: [] as ProjectPath[], astray: [] as string[] };
  for (const reference of referencesIn(modules, part, statement)) {
    const [target] = modules.targetsOf(path, reference);
    if (target === undefined) found.astray.push(specifiers.spelledIn(part.goes(statement), path, reference));
    else found.means.push(specifiers.placeOf(target));
  }
  return found;
}

/** A list of exports of which something stands in the same file from then on: `export * from "./actions"` says nothing more. */
export function listText(input: PieceInput, part: Part, statement: Statement): Written | undefined {
  if (statement.kind !== "re-export") return undefined;
  const { modules, homes } = input;
  const to = part.goes(statement);
  const [reference] = referencesIn(modules, part, statement);
  const nothing: Written = { text: "", means: [], astray: [] };
  if (!reference) return localList(input, part, statement);
  const [source] = modules.targetsOf(part.anatomy.path, reference).map((target) => homes.partOf(target));
  if (!source || mainOf(source) !== to) return undefined;
  const lists: string[] = [];
  for (const { imported, local } of reference.bindings ?? []) {
    if (imported === "*" && local === "*") continue;
    const given = homes.givenBy(source, imported);
    // What the other file passes on itself it still does.
    if (given.name === local && given.to === to) continue;
    lists.push(given.home && given.name === given.home.as ? `${given.name} as ${local}` : "");
  }
  const shown = lists.filter((each) => each !== "");
  if (shown.length === 0) return nothing;
  return { ...nothing, text: `${wordOf(part, statement)} { ${shown.join(", ")} };` };
}

/** `export`, or `export type`. */
function wordOf({ anatomy: { text } }: Part, { start, end }: Statement): string {
  return /^export\s+type\b/.test(text.slice(start, end)) ? "export type" : "export";
}

/** `export { Tree, leaf as default }`, of which the default may have to be given by its name. */
function localList({ homes, modules }: PieceInput, part: Part, statement: Statement): Written | undefined {
  const entries = (modules.reading(part.anatomy.path).exports ?? []).filter(
    ({ start }) => start >= statement.start && start < statement.end,
  );
  const isGiver = homes.giverOf(part.goes(statement)) === part;
  const to = part.goes(statement);
  const isGone = (entry: (typeof entries)[number]): boolean => {
    const { name, local = name } = entry;
    const passed = homes.passedOn(part, entry);
    if (passed && name !== "default") return passed.to === to && passed.name === name;
    const home = homes.homeOf(part.anatomy.path, local);
    return name === "default" ? !isGiver : home !== undefined && homes.isDissolved(part, home, name);
  };
  if (!entries.some(isGone)) return undefined;
  const kept = entries
    .filter((entry) => !isGone(entry))
    .map((entry) => {
      const { name } = entry;
      const local = entry.local ?? calledIn(part, entry) ?? name;
      const passed = homes.passedOn(part, entry);
      const own = homes.homeOf(part.anatomy.path, local)?.as ?? local;
      return together(passed?.home?.to === to ? passed.home.as : own, name);
    });
  const text = kept.length === 0 ? "" : `${wordOf(part, statement)} { ${kept.join(", ")} };`;
  return { text, means: [], astray: [] };
}

/** What a file calls what a list gives: `Toast` of `export { Toast as BToast }`. */
function calledIn({ anatomy }: Part, { start, end }: Pick<Export, "start" | "end">): string | undefined {
  return anatomy.names.variables.find(
    ({ level, places }) => level === "top" && places.some((place) => place.start === start || place.pair?.end === end),
  )?.name;
}

/** All imports of a new file. */
function importsOf(input: PieceInput, to: ProjectPath): ImportLines {
  const lines = new ImportLines();
  const needs = input.locals.needsOf(to);
  for (const part of input.homes.parts) {
    const { references } = input.modules.reading(part.anatomy.path);
    for (const reference of references) addImport(input, lines, { to, part, reference, needs });
  }
  addOwn(input, lines, to, needs);
  return lines;
}

interface OneImport {
  readonly to: ProjectPath;
  readonly part: Part;
  readonly reference: Reference;
  readonly needs: readonly Need[];
}

/** One import of a part, as far as the file needs it. */
export function addImport(
  { modules, specifiers, homes }: PieceInput,
  lines: ImportLines,
  { to, part, reference, needs }: OneImport,
): void {
  const { anatomy } = part;
  const statement = statementAt(anatomy, reference.start);
  if (!statement || (statement.kind !== "import" && !needs.some((need) => need.by?.reference === reference))) return;
  const [target] = modules.targetsOf(anatomy.path, reference);
  const isSource = target !== undefined && homes.partOf(target) !== undefined;
  const bindings = reference.bindings ?? [];
  const taken = needs.filter((need) => need.by?.reference === reference && need.by.part === part);
  const isForEffects = bindings.length === 0;
  if (isForEffects ? part.into !== to || (isSource && specifiers.placeOf(target) === to) : taken.length === 0) return;
  const specifier = specifiers.spelledIn(to, anatomy.path, reference);
  const isSame =
    taken.length === bindings.length &&
    bindings.every(({ imported, local }) => taken.some((need) => need.imported === imported && need.local === local));
  const raw = anatomy.text.slice(startOfImport(part, statement), reference.start).trimStart() + specifier;
  lines.add({
    specifier,
    means: target === undefined ? undefined : specifiers.placeOf(target),
    bindings: taken.map(asTaken),
    raw:
      part.into === to && isSame && statement.kind === "import"
        ? (raw + anatomy.text.slice(reference.end, statement.to)).trimEnd()
        : undefined,
    behind: behindOf(anatomy.text, reference, statement.end),
  });
}

function startOfImport({ anatomy }: Part, statement: Statement): number {
  const { statements } = anatomy;
  const before = statements[statements.indexOf(statement) - 1];
  // What stands above the first is said of the file.
  return before ? Math.min(before.to, statement.from) : statement.start;
}

/** What is declared in other files from then on. */
export function addOwn(
  { modules, specifiers, homes }: PieceInput,
  lines: ImportLines,
  to: ProjectPath,
  needs: readonly Need[],
): void {
  const typed = isTyped(homes.partOf(to)?.anatomy.extension ?? to);
  const sources = new Set(needs.flatMap(({ from }) => from ?? []));
  for (const from of sources) {
    const some = needs.filter((each) => each.from === from);
    const [first] = some;
    if (!first) continue;
    lines.add({
      specifier: specifiers.between(to, from, modules.reading(first.of.anatomy.path)),
      means: from,
      bindings: some.map(({ imported, local, isType }) => ({ imported, local, isType: typed && isType })),
    });
  }
}
