/**
 * Writes decisions into `steady-shelf.yaml`: which arrangement it is, what single files are. Only the words that change are
 * touched; comments, order and the user's way of writing stay.
 */
import { isMap, isScalar, parseDocument, type Document, type Pair, type Scalar } from "yaml";
import type { Role } from "../arrangement/index.js";
import { applyEdits, type TextEdit } from "../../base/text/index.js";

/** What a file is said to be. */
export type FileDecision = "leave" | { readonly role?: Role | undefined; readonly feature?: string | undefined };

/** What is written. Paths are read from the configuration's folder. */
export interface Decisions {
  readonly arrangement?: string | undefined;
  readonly state?: string | undefined;
  /** The folder with the team's own starters. */
  readonly starters?: string | undefined;
  /** Shelves are groups from then on. */
  readonly inGroups?: true;
  readonly files?: ReadonlyMap<string, FileDecision>;
  /** Files that move: a key of `files:` that names one follows it. */
  readonly moved?: ReadonlyMap<string, string>;
}

/** The text with the decisions in it. The text must be one that `parseConfiguration` takes. */
export function editConfiguration(text: string, decisions: Decisions): string {
  return applyEdits(text, configurationEdits(text, decisions));
}

/** What the decisions change in a text. */
export function configurationEdits(
  text: string,
  { arrangement, state, starters, inGroups, files = new Map(), moved = new Map() }: Decisions,
): readonly TextEdit[] {
  const end = text.includes("\r\n") ? "\r\n" : "\n";
  const document = parseDocument(text);
  const root = document.contents;
  if (!isMap(root)) return [];
  const edits: TextEdit[] = [];
  const tail: string[] = [];
  const lineAfter = (pair: Pair): number => {
    const newline = text.indexOf("\n", endOf(pair));
    return newline < 0 ? text.length : newline + 1;
  };
  for (const [key, value] of Object.entries({ arrangement, state, starters, "in-groups": inGroups && "true" })) {
    if (value === undefined) continue;
    const there = root.get(key, true);
    if (isScalar(there) && there.range) edits.push(replaced(there, text, value));
    else tail.push(`${key}: ${plain(value)}`);
  }
  const said = pairOf(document, "files");
  if (said && isMap(said.value))
    for (const { key } of said.value.items) {
      const to = isScalar(key) ? moved.get(String(key.value)) : undefined;
      if (to !== undefined && isScalar(key) && key.range) edits.push(replaced(key, text, to));
    }
  // Somebody may have decided about a file before; the new answer counts.
  const known = new Set(
    said && isMap(said.value) ? said.value.items.map(({ key }) => String(isScalar(key) ? key.value : "")) : [],
  );
  const lines = [...files]
    .filter(([path]) => !known.has(path))
    .map(([path, decision]) => `${plain(path)}: ${decision === "leave" ? "leave" : flow(decision)}`);
  if (lines.length > 0 && said && isMap(said.value) && said.value.flow !== true && said.value.items.length > 0) {
    const last = said.value.items.at(-1) as Pair;
    const first = said.value.items[0]?.key;
    const indent = isScalar(first) && first.range ? columnOf(text, first.range[0]) : 2;
    const at = lineAfter(last);
    const gap = at === text.length && !/\n$/.test(text) ? end : "";
    edits.push({ start: at, end: at, text: gap + lines.map((line) => " ".repeat(indent) + line + end).join("") });
  } else if (lines.length > 0 && said && isMap(said.value) && said.value.range) {
    const [start, close] = said.value.range;
    const inside = text.slice(start + 1, close - 1).trim();
    edits.push({ start, end: close, text: `{ ${[...(inside === "" ? [] : [inside]), ...lines].join(", ")} }` });
  } else if (lines.length > 0 && said) {
    // `files:` with nothing after it.
    const at = lineAfter(said);
    const gap = at === text.length && !/\n$/.test(text) ? end : "";
    edits.push({ start: at, end: at, text: gap + lines.map((line) => `  ${line}${end}`).join("") });
  } else if (lines.length > 0) tail.push("files:", ...lines.map((line) => `  ${line}`));
  if (tail.length > 0) {
    const gap = text === "" || /\n$/.test(text) ? "" : end;
    edits.push({ start: text.length, end: text.length, text: gap + tail.map((line) => line + end).join("") });
  }
  return edits;
}

function pairOf({ contents }: Document, name: string): Pair | undefined {
  return isMap(contents) ? contents.items.find(({ key }) => isScalar(key) && key.value === name) : undefined;
}

/** Where a pair's value ends, without what follows it on the line. */
function endOf({ key, value }: Pair): number {
  const node = value ?? key;
  const range = (node as { readonly range?: readonly [number, number, number] | null }).range;
  return range ? range[1] : 0;
}

function columnOf(text: string, offset: number): number {
  return offset - (text.lastIndexOf("\n", offset - 1) + 1);
}

/** A scalar with another value, in the quotes that it has. */
function replaced({ range }: Scalar, text: string, value: string): TextEdit {
  const [start, end] = range ?? [0, 0, 0];
  const quote = text.charAt(start);
  const written =
    quote === '"' ? JSON.stringify(value) : quote === "'" ? `'${value.replaceAll("'", "''")}'` : plain(value);
  return { start, end, text: written };
}

function plain(value: string): string {
  return /^[\w][\w./-]*$/.test(value) ? value : JSON.stringify(value);
}

function flow({ role, feature }: Exclude<FileDecision, "leave">): string {
  const parts = [
    ...(role === undefined ? [] : [`role: ${role}`]),
    ...(feature === undefined ? [] : [`feature: ${plain(feature)}`]),
  ];
  return `{ ${parts.join(", ")} }`;
}
