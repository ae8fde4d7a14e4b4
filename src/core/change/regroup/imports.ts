/** Import statements as text: what they take, less of it, and new ones in the manner of those that are there. */
import type { Binding, Reference, Statement } from "../../languages/index.js";
import type { TextEdit } from "../../base/text/index.js";

/** How a file writes its imports. */
export interface Manner {
  readonly quote: string;
  readonly semicolon: string;
  readonly lineEnd: string;
}

/** The manner of a file, by its first import; double quotes and semicolons where it has none. */
export function mannerOf(text: string, statements: readonly Statement[]): Manner {
  const first = statements.find(({ kind }) => kind === "import" || kind === "re-export");
  const written = first === undefined ? text : text.slice(first.start, first.end);
  const quote = /["']/.exec(written)?.[0] ?? '"';
  const semicolon = first ? (written.endsWith(";") ? ";" : "") : /;\s*$/m.test(text) || text.trim() === "" ? ";" : "";
  return { quote, semicolon, lineEnd: text.includes("\r\n") ? "\r\n" : "\n" };
}

/** A name that an import takes, as it is written in one. */
export interface TakenBinding {
  readonly imported: string;
  readonly local: string;
  readonly isType: boolean;
}

/**
 * A statement that takes names: `import Tree, { leaf as blade, type Wood } from "./tree";`. If all are types, the statement says so
 * once.
 */
export function importText(
  bindings: readonly TakenBinding[],
  specifier: string,
  { quote, semicolon, lineEnd }: Manner,
  { word = "import", behind = "" }: { readonly word?: "import" | "export"; readonly behind?: string } = {},
): string {
  const isAllTypes = bindings.length > 0 && bindings.every(({ isType }) => isType);
  const main = bindings.find(({ imported }) => imported === "default" && word === "import");
  const whole = bindings.find(({ imported }) => imported === "*");
  const named = bindings.filter((each) => each !== main && each !== whole);
  const spelled = named.map(({ imported, local, isType }) => {
    return `${isType && !isAllTypes ? "type " : ""}${imported === local ? imported : `${imported} as ${local}`}`;
  });
  const written = (braces: string): string => {
    const clause = [
      ...(main ? [main.local] : []),
      ...(whole ? [`* as ${whole.local}`] : []),
      ...(spelled.length > 0 ? [braces] : []),
    ].join(", ");
    const from = clause === "" ? "" : `${isAllTypes ? "type " : ""}${clause} from `;
    return `${word} ${from}${quote}${specifier}${quote}${behind}${semicolon}`;
  };
  const plain = written(`{ ${spelled.join(", ")} }`);
  if (plain.length <= longestLine || spelled.length < 2) return plain;
  return written(`{${lineEnd}${spelled.map((each) => `  ${each},${lineEnd}`).join("")}}`);
}

/** Longer imports have a line for each name. */
const longestLine = 100;

/**
 * The edits that take names out of an import, `undefined` where nothing would be left of it. Names in braces go with their comma,
 * and with their line if they have one of their own.
 */
export function withoutBindings(
  text: string,
  statement: Statement,
  reference: Reference,
  gone: readonly Binding[],
): readonly TextEdit[] | undefined {
  const bindings = reference.bindings ?? [];
  const kept = bindings.filter((each) => !gone.includes(each));
  if (kept.length === 0) return undefined;
  const open = text.indexOf("{", statement.start);
  const close = text.lastIndexOf("}", reference.start);
  const isListed = (each: Binding): boolean => open >= statement.start && open < each.start && each.start < close;
  const edits: TextEdit[] = [];
  const [main] = gone.filter((each) => !isListed(each));
  // `Tree, { leaf }`: the default goes with its comma.
  if (main) edits.push({ start: main.localStart, end: afterComma(text, main.localEnd), text: "" });
  const listed = gone.filter(isListed);
  if (listed.length === 0) return edits;
  if (!kept.some(isListed)) {
    const before = text.slice(0, open).trimEnd();
    edits.push({ start: before.endsWith(",") ? before.length - 1 : open, end: close + 1, text: "" });
    return edits;
  }
  const items = itemsIn(text, open + 1, close);
  const isGone = ({ start, end }: Span): boolean => listed.some((each) => start <= each.start && each.start < end);
  for (let at = 0; at < items.length; at += 1) {
    const first = items[at];
    if (!first || !isGone(first)) continue;
    let last = first;
    for (let next = items[at + 1]; next && isGone(next); next = items[at + 1]) {
      last = next;
      at += 1;
    }
    const behind = items[at + 1];
    // Behind the last that stays, a comma at the end stays, too.
    if (behind) edits.push({ start: first.start, end: behind.start, text: "" });
    else edits.push({ start: items[items.indexOf(first) - 1]?.end ?? first.start, end: last.end, text: "" });
  }
  return edits;
}

interface Span {
  readonly start: number;
  readonly end: number;
}

function afterComma(text: string, from: number): number {
  const [whole = ""] = /^\s*,\s*/.exec(text.slice(from)) ?? [];
  return from + whole.length;
}

/** The parts between commas, without the space around them. */
function itemsIn(text: string, from: number, to: number): { readonly start: number; readonly end: number }[] {
  const found: { start: number; end: number }[] = [];
  let start = from;
  for (let at = from; at <= to; at += 1) {
    if (at < to && text[at] !== ",") continue;
    const part = text.slice(start, at);
    if (part.trim() !== "") {
      const begins = start + part.length - part.trimStart().length;
      found.push({ start: begins, end: begins + part.trim().length });
    }
    start = at + 1;
  }
  return found;
}
