/** The text of files that types come to: with what they take in, in the namespace in which they lay, as it was written. */
import { commentsIn, type Statement } from "../../languages/index.js";
import type { DraftEdit } from "../draft.js";
import type { Anatomy } from "../regroup/index.js";

/** Types that come from one file. */
export interface Coming {
  readonly anatomy: Anatomy;
  readonly statements: readonly Statement[];
  /** What they need taken in. */
  readonly imports: readonly Statement[];
  /** Whether the whole file goes there. */
  readonly isWhole: boolean;
}

function lineEndOf(text: string): string {
  return text.includes("\r\n") ? "\r\n" : "\n";
}

const isOpening = ({ opens }: Statement): boolean => opens !== undefined;

/** A file that is made of them, as the first file is written. */
export function newText(coming: readonly Coming[]): string {
  const [first] = coming;
  if (!first) return "";
  const { anatomy } = first;
  const { text, statements } = anatomy;
  const lineEnd = lineEndOf(text);
  const within = first.statements[0]?.within ?? "";
  // `namespace A { namespace B {` opens both.
  const openings = statements.filter(
    ({ opens = "" }) => opens !== "" && (within === opens || within.startsWith(`${opens}.`)),
  );
  const outer = importTexts(coming, (statement) => !isInside(statement, openings));
  const inner = importTexts(coming, (statement) => isInside(statement, openings)).filter(
    (each) => !outer.includes(each),
  );
  const said = statements
    .filter((each) => each.kind === "directive" && !isOpening(each))
    .map(({ start, end }) => text.slice(start, end).trim());
  const blocks = openings.filter(({ start, end }) => text.slice(start, end).endsWith("{"));
  const licence = licenceOf(anatomy);
  const body = bodyOf(coming, lineEnd, licence);
  const head = [licence, said.join(lineEnd), outer.join(lineEnd)].filter((each) => each !== "");
  const inside = [indented(inner, body).join(lineEnd), body].filter((each) => each !== "").join(lineEnd + lineEnd);
  const opened = openings.map(({ start, end }) => indentAt(text, start) + text.slice(start, end)).join(lineEnd);
  const closed = [...blocks]
    .reverse()
    .map(({ start }) => `${indentAt(text, start)}}`)
    .join(lineEnd);
  const isBlock = blocks.length === openings.length && blocks.length > 0;
  const whole = isBlock
    ? opened + lineEnd + inside + lineEnd + closed
    : [opened, inside].filter((each) => each !== "").join(lineEnd + lineEnd);
  const mark = text.startsWith("\uFEFF") ? "\uFEFF" : "";
  return mark + [...head, whole].join(lineEnd + lineEnd).replace(/\r?\n/g, lineEnd) + lineEnd;
}

/** What is written into a file that is there: what is taken in behind its own, the rest behind its last type. */
export function gainsOf(there: Anatomy, coming: readonly Coming[]): DraftEdit[] {
  const { path: file, text, statements } = there;
  const lineEnd = lineEndOf(text);
  const own = new Set(
    importTexts([{ anatomy: there, statements: [], imports: importsOf(there), isWhole: false }], () => true),
  );
  const imports = importTexts(coming, () => true).filter((each) => !own.has(each));
  const edits: DraftEdit[] = [];
  const last = importsOf(there).at(-1);
  const first = statements.find(({ kind, opens }) => kind !== "directive" || opens !== undefined);
  if (imports.length > 0) {
    const indent = last ? indentAt(text, last.start) : "";
    const lines = imports.map((each) => (/^#/.test(each) ? each : indent + each)).join(lineEnd);
    const at = last?.end ?? (first?.kind === "declaration" ? first.from : first?.start) ?? 0;
    const written = last ? lineEnd + lines : lines + lineEnd + lineEnd;
    edits.push({ file, start: at, end: at, text: written, why: "takes in what came needs" });
  }
  const end = statements.findLast(({ kind }) => kind === "declaration");
  const body = bodyOf(coming, lineEnd, text);
  if (end && body !== "") {
    const at = end.to;
    const isLine = /\n$/.test(text.slice(0, at));
    const written = isLine ? lineEnd + body + lineEnd : lineEnd + lineEnd + body;
    edits.push({ file, start: at, end: at, text: written, why: "gains what comes from another file" });
  }
  return edits;
}

function importsOf({ statements }: Anatomy): readonly Statement[] {
  return statements.filter(({ kind }) => kind === "import");
}

function isInside({ start }: Statement, openings: readonly Statement[]): boolean {
  return openings.some((opening) => opening.start < start);
}

/** Each once, in order, without what stands before it in its line. */
function importTexts(coming: readonly Coming[], wanted: (statement: Statement) => boolean): string[] {
  const all = coming.flatMap(({ anatomy, imports }) =>
    imports.filter(wanted).map(({ start, end }) => anatomy.text.slice(start, end)),
  );
  return [...new Set(all)];
}

/** Statements in a namespace are as far to the right as its types. */
function indented(imports: readonly string[], body: string): string[] {
  const indent = /^[ \t]*/.exec(body)?.[0] ?? "";
  return imports.map((each) => (/^#/.test(each) ? each : indent + each));
}

function indentAt(text: string, at: number): string {
  return /[ \t]*$/.exec(text.slice(0, at))?.[0] ?? "";
}

/** Types as they follow each other; of a file that goes, with its comments, but for those that stand in the new file already. */
function bodyOf(coming: readonly Coming[], lineEnd: string, present: string): string {
  const pieces: { readonly text: string; readonly isNear: boolean }[] = [];
  for (const { anatomy, statements, isWhole } of coming) {
    const { text } = anatomy;
    const loose = isWhole ? looseComments(anatomy).filter(({ text: each }) => !present.includes(each.trim())) : [];
    const [first] = statements;
    let before: Statement | undefined;
    const above = loose.filter(({ start }) => start < (first?.from ?? 0)).map((each) => each.text);
    if (above.length > 0) pieces.push({ text: above.join(lineEnd), isNear: false });
    for (const statement of statements) {
      const last = anatomy.statements[anatomy.statements.indexOf(statement) - 1];
      const from = isWhole && last?.kind === "declaration" ? Math.min(last.to, statement.from) : statement.from;
      const piece = text.slice(from, statement.to).replace(/^(?:[ \t]*\r?\n)+|\s+$/g, "");
      pieces.push({ text: piece, isNear: before !== undefined && before.to === statement.from });
      before = statement;
    }
    const below = loose.filter(({ start }) => start >= (before?.to ?? 0)).map((each) => each.text);
    if (below.length > 0) pieces.push({ text: below.join(lineEnd), isNear: false });
  }
  let body = "";
  for (const { text, isNear } of pieces) body += (body === "" ? "" : isNear ? lineEnd : lineEnd + lineEnd) + text;
  return body.replace(/\r?\n/g, lineEnd);
}

/** The comments of a file that belong to none of its types and stand before the first or behind the last. */
function looseComments({ text, statements }: Anatomy): { readonly text: string; readonly start: number }[] {
  const found: { text: string; start: number }[] = [];
  let at = 0;
  for (const { start, end, from, kind } of [...statements, endOf(text)]) {
    const isOuter =
      kind !== "declaration" || at === 0 || !statements.some((each) => each.kind === "declaration" && each.to === at);
    if (isOuter)
      for (const each of commentsIn(text, at, kind === "declaration" ? from : start))
        found.push({
          text: indentAt(text, each.start) + text.slice(each.start, each.end).trimEnd(),
          start: each.start,
        });
    at = kind === "declaration" ? Math.max(end, statements.find((each) => each.start === start)?.to ?? end) : end;
  }
  return found;
}

function endOf({ length }: string): Pick<Statement, "start" | "end" | "from" | "kind"> {
  return { start: length, end: length, from: length, kind: "other" };
}

/** What stands above all of a file, if it speaks of rights: it holds for what is taken out of it. */
function licenceOf({ text, statements: [first] }: Anatomy): string {
  const head = text
    .slice(0, first?.start ?? 0)
    .replace(/^\uFEFF/, "")
    .trim();
  return /copyright|licen[cs]e/i.test(head) ? head : "";
}
