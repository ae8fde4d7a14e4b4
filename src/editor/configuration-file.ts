/**
 * `steady-shelf.yaml` in the editor: what may stand at a place, from the JSON Schema that ships with the tool, and links to the
 * files that it names. A text that is being typed is rarely whole, so places are told by lines and how far they stand in.
 */
import { readFileSync } from "node:fs";
import { isMap, isScalar, parseDocument, visit, type Pair } from "yaml";
import { arrangementNames, ownArrangement, stackMarks } from "../core/app/arrangement/index.js";
import { tooDeepAt } from "../core/base/text/index.js";
import { shippedFile } from "./shipped-file.js";

/** Something that may stand there. */
export interface Completion {
  readonly word: string;
  readonly about: string;
  /** A key is followed by a colon. */
  readonly isKey: boolean;
}

/** A path in the text: offsets, half-open, and the path from the file's folder. */
export interface NamedPath {
  readonly start: number;
  readonly end: number;
  readonly path: string;
}

/** Where one types: the keys around, and what stands there already. */
interface Context {
  /** Keys from the outside in; `[]` for an item of a list. */
  readonly path: readonly string[];
  readonly isKey: boolean;
}

/** The part of JSON Schema that ours is written in. */
interface Schema {
  readonly description?: string;
  readonly properties?: Readonly<Record<string, Schema>>;
  readonly additionalProperties?: Schema;
  readonly propertyNames?: Schema;
  readonly items?: Schema;
  readonly anyOf?: readonly Schema[];
  readonly enum?: readonly string[];
  readonly const?: string | number;
  readonly type?: string;
}

let known: Schema | undefined;

/** What may stand at an offset of a configuration; nothing in a comment. */
export function completionsAt(text: string, offset: number): readonly Completion[] {
  known ??= JSON.parse(readFileSync(shippedFile("schema/steady-shelf.schema.json"), "utf8")) as Schema;
  const context = contextAt(text, offset);
  return context ? completionsFor(known, context) : [];
}

function completionsFor(root: Schema, { path, isKey }: Context): readonly Completion[] {
  const schemas = path.reduce<readonly Schema[]>((all, key) => all.flatMap((each) => below(each, key)), [root]);
  const all = schemas.flatMap(alternatives);
  if (!isKey) return [...wordsOf(all), ...wordsOfTool(path)];
  return all.flatMap((schema) => [
    ...Object.entries(schema.properties ?? {}).map(([word, { description = "" }]) => {
      return { word, about: description, isKey: true };
    }),
    ...(schema.propertyNames?.enum ?? []).map((word) => ({ word, about: "", isKey: true })),
  ]);
}

function wordsOf(schemas: readonly Schema[]): Completion[] {
  return schemas.flatMap((schema) => {
    const words = schema.enum ?? (schema.const === undefined ? [] : [String(schema.const)]);
    const either = schema.type === "boolean" ? ["true", "false"] : [];
    return [...words, ...either].map((word) => ({ word, about: "", isKey: false }));
  });
}

/** Names that the schema leaves open because one may have one's own. */
function wordsOfTool(path: readonly string[]): Completion[] {
  const [key, more] = path;
  if (more !== undefined) return [];
  if (key === "stack") return stackMarks().map(({ name, title }) => ({ word: name, about: title, isKey: false }));
  if (key !== "arrangement") return [];
  return [...new Set([...arrangementNames(), ownArrangement])].map((word) => ({ word, about: "", isKey: false }));
}

function alternatives(schema: Schema): readonly Schema[] {
  return schema.anyOf ? schema.anyOf.flatMap(alternatives) : [schema];
}

function below(schema: Schema, key: string): readonly Schema[] {
  return alternatives(schema).flatMap((each) => {
    const next = key === "[]" ? each.items : (each.properties?.[key] ?? each.additionalProperties);
    return next ? [next] : [];
  });
}

interface Line {
  /** Columns before the first letter, dashes included or not. */
  readonly indent: number;
  readonly spaces: number;
  readonly key: string | undefined;
  /** How many lists begin at this line. */
  readonly dashes: number;
}

/** `  - at: screens` → an item of a list that stands in by two, with the key `at` that stands in by four. */
function lineOf(text: string): Line {
  const [, spaces = "", dashes = "", rest = ""] = /^( *)((?:- +)*)(.*)$/.exec(text) ?? [];
  const key = /^("[^"]*"|'[^']*'|[^\s#:'"{[][^:#]*?)\s*:(?:\s|$)/.exec(rest)?.[1];
  const indent = spaces.length + dashes.length;
  return { indent, spaces: spaces.length, dashes: dashes.split("-").length - 1, key: key?.replace(/^["']|["']$/g, "") };
}

function contextAt(text: string, offset: number): Context | undefined {
  const lines = text.slice(0, offset).split(/\r?\n/);
  const current = lines.pop() ?? "";
  if (/(?:^|\s)#/.test(current)) return undefined;
  const { indent, spaces, dashes, key } = lineOf(current);
  const around = keysAround(lines, dashes > 0 ? spaces + 1 : indent);
  const path = [...around, ...Array.from({ length: dashes }, () => "[]")];
  if (key === undefined) {
    // `- ` may begin a word as well as a key.
    return { path, isKey: dashes === 0 || !isListOfWords(path) };
  }
  const value = current.slice(current.indexOf(":", current.indexOf(key)) + 1);
  return withinValue([...path, key], value.trimStart());
}

/** The keys under which a line stands that is indented so far. */
function keysAround(lines: readonly string[], indent: number): string[] {
  const path: string[] = [];
  let least = indent;
  for (const line of [...lines].reverse()) {
    if (line.trim() === "" || /^\s*#/.test(line)) continue;
    const each = lineOf(line);
    const isFirstOfItem = each.indent === least && each.dashes > 0;
    if (!isFirstOfItem && (each.key === undefined || each.indent >= least)) continue;
    if (!isFirstOfItem) path.unshift(each.key ?? "");
    path.unshift(...Array.from({ length: each.dashes }, () => "[]"));
    // A list may stand as far in as the key that it is of.
    least = each.dashes > 0 ? each.spaces + 1 : each.indent;
    if (least <= 0) break;
  }
  return path;
}

/** Within `[a, b` or `{ role: component, feat`. */
function withinValue(path: readonly string[], value: string): Context {
  const inner = value.slice(1).split(",").at(-1) ?? "";
  if (value.startsWith("[")) return { path: [...path, "[]"], isKey: false };
  if (!value.startsWith("{")) return { path, isKey: false };
  const key = /^\s*([\w-]+)\s*:/.exec(inner)?.[1];
  return key === undefined ? { path, isKey: true } : { path: [...path, key], isKey: false };
}

function isListOfWords(path: readonly string[]): boolean {
  if (!known) return false;
  const schemas = path.reduce<readonly Schema[]>((all, key) => all.flatMap((each) => below(each, key)), [known]);
  return schemas.flatMap(alternatives).every(({ properties }) => properties === undefined);
}

/** Keys whose values are paths of files or folders from the configuration's folder. */
const pathKeys: ReadonlySet<string> = new Set(["source", "starters", "arrangement", "$schema"]);

/** The paths that a configuration names; patterns and names of arrangements are among them, and name nothing. */
export function pathsIn(text: string): NamedPath[] {
  const found: NamedPath[] = [];
  const take = (node: unknown): void => {
    if (isScalar(node) && typeof node.value === "string" && node.range)
      found.push({ start: node.range[0], end: node.range[1], path: node.value });
  };
  if (tooDeepAt(text) !== undefined) return found;
  visit(parseDocument(text), {
    Pair(_, pair: Pair, around) {
      const key = isScalar(pair.key) ? String(pair.key.value) : "";
      if (around.length <= 2 && pathKeys.has(key)) take(pair.value);
      if (around.length <= 2 && key === "files" && isMap(pair.value))
        for (const each of pair.value.items) take(each.key);
    },
  });
  return found;
}
