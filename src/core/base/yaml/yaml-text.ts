/**
 * YAML (or JSON) that people write: parsed, validated, and every complaint with its line, its column and the nearest
 * word that would have been right.
 */
import { distance } from "fastest-levenshtein";
import { isMap, isScalar, isSeq, LineCounter, parseDocument, type Document } from "yaml";
import type * as z from "zod/mini";
import { ShelfError, type ErrorCode, type Place } from "../errors.js";
import { tooDeepAt } from "../text/index.js";

/** The way to a node: keys, and indexes from 0. */
export type YamlPath = readonly PropertyKey[];

/** A text that was read. */
export interface YamlText<Data> {
  readonly data: Data;
  /** Throws about the node at a path, with its place. */
  readonly refuse: (reason: string, path: YamlPath) => never;
  /** Where a node stands. */
  readonly placeAt: (path: YamlPath) => Place & { readonly line: number };
}

/** What is read, and which error it is when something is wrong with it. */
export interface YamlInput<Schema> {
  readonly text: string;
  /** Its name, for messages. */
  readonly file: string;
  readonly schema: Schema;
  readonly code: ErrorCode;
}

/** Reads a text by a schema. Throws the error of `code` with line and column at the first thing that is wrong. */
export function readYaml<Schema extends z.ZodMiniType>(input: YamlInput<Schema>): YamlText<z.output<Schema>> {
  const lines = new LineCounter();
  const tooDeep = tooDeepAt(input.text);
  if (tooDeep !== undefined) {
    const before = input.text.slice(0, tooDeep).split("\n");
    const place = { file: input.file, line: before.length, column: (before.at(-1)?.length ?? 0) + 1 };
    throw new ShelfError(input.code, { reason: "it is nested too deeply.", place });
  }
  const document = parseDocument(input.text, { lineCounter: lines, prettyErrors: false });
  const placeOf = (offset: number): Place & { readonly line: number } => {
    const { line, col } = lines.linePos(offset);
    return { file: input.file, line, column: col };
  };
  const refuseAt = (reason: string, offset: number): never => {
    throw new ShelfError(input.code, { reason, place: placeOf(offset) });
  };
  const [broken] = document.errors;
  if (broken) {
    const hint = /flow-map|flow map/i.test(broken.message)
      ? " Inside { }, a text that holds braces stands in quotes."
      : "";
    return refuseAt(`${broken.message.replace(/\.$/, "")}.${hint}`, broken.pos[0]);
  }
  const parsed = input.schema.safeParse(valueOf(document, () => refuseAt(tooMuch, 0)) ?? {});
  if (!parsed.success) {
    const issues = parsed.error.issues.map(innermost);
    // A key that is misspelled is also missing; the misspelling says more.
    const issue = issues.find(({ code }) => code === "unrecognized_keys") ?? issues[0];
    if (issue) {
      const given: unknown = document.getIn(issue.path);
      refuseAt(complaint(issue, given, input.schema), offsetOf(document, issue.path, issue));
    }
  }
  return {
    data: parsed.data as z.output<Schema>,
    refuse: (reason, path) => refuseAt(reason, offsetOf(document, path)),
    placeAt: (path) => placeOf(offsetOf(document, path)),
  };
}

const tooMuch = "its aliases (`*name`) stand for far more than is written.";

/** The document as plain data. Aliases of aliases can stand for more than any memory holds; the parser refuses those. */
function valueOf(document: Document, refuse: () => never): unknown {
  try {
    return document.toJS();
  } catch (error) {
    if (error instanceof ReferenceError || error instanceof RangeError) return refuse();
    throw error;
  }
}

type Issue = z.core.$ZodIssue;

/** Of a union that nothing fits, the branch that came farthest says most. */
function innermost(issue: Issue): Issue {
  if (issue.code !== "invalid_union") return issue;
  const inner = issue.errors
    .flatMap((errors) => errors.slice(0, 1))
    .map((each) => innermost({ ...each, path: [...issue.path, ...each.path] }));
  const worth = (each: Issue): number => each.path.length * 2 + (each.code === "invalid_type" ? 0 : 1);
  const best = [...inner].sort((a, b) => worth(b) - worth(a))[0];
  return best && worth(best) > issue.path.length * 2 ? best : issue;
}

/** What is wrong, and the nearest word that would be right. `given` is what stands there. */
function complaint(issue: Issue, given: unknown, schema: z.ZodMiniType): string {
  const place = issue.path
    .map((part) => (typeof part === "number" ? `[${part + 1}]` : `.${String(part)}`))
    .join("")
    .replace(/^\./, "");
  const said = (text: string): string => (place === "" ? text : `${place}: ${text}`);
  const found = kindOf(given);
  if (issue.code === "unrecognized_keys") {
    const [key = ""] = issue.keys;
    return said(`there is no key "${key}" here${nearestOf(key, keysAt(schema, issue.path))}`);
  }
  if (given === undefined && issue.path.length > 0) return said("it is missing.");
  if (issue.code === "invalid_value") {
    const known = issue.values.map(String);
    if (known.length === 1 && (typeof given !== "string" || nearestOf(given, known) === `. There are ${known.join()}.`))
      return said(`${known[0]} is wanted here, not ${found}.`);
    if (typeof given === "string") return said(`"${given}" is not known${nearestOf(given, known)}`);
    return said(`one of ${known.join(", ")} is wanted here, not ${found}.`);
  }
  if (issue.code === "invalid_type")
    return said(`${kinds[issue.expected] ?? issue.expected} is wanted here, not ${found}.`);
  if (issue.code === "invalid_union") return said(`${found} cannot stand here.`);
  if (issue.code === "too_small")
    return said(typeof given === "number" ? `${issue.minimum} is the least, not ${found}.` : "it must not be empty.");
  return said(`${issue.message.replace(/\.$/, "")}.`);
}

const kinds: Readonly<Record<string, string>> = {
  string: "a text",
  array: "a list",
  object: "a group of keys",
  record: "a group of keys",
  boolean: "true or false",
  number: "a number",
};

function kindOf(value: unknown): string {
  if (value === undefined || value === null) return "nothing";
  if (typeof value === "string") return value === "" ? "an empty text" : `"${value}"`;
  if (typeof value === "object") return isSeq(value) || Array.isArray(value) ? "a list" : "a group of keys";
  return JSON.stringify(value);
}

interface Definition {
  readonly shape?: Readonly<Record<string, Schema>>;
  readonly element?: Schema;
  readonly innerType?: Schema;
  readonly valueType?: Schema;
  readonly keyType?: Schema;
  readonly entries?: Readonly<Record<string, string>>;
  readonly options?: readonly Schema[];
}

interface Schema {
  readonly _zod: { readonly def: Definition };
}

/** The keys that a schema knows at a path; where a choice leads there, those of each way. */
function keysAt(schema: z.ZodMiniType, path: YamlPath): string[] {
  let here: Definition[] = [(schema as unknown as Schema)._zod.def];
  for (const part of path)
    here = here.flatMap(opened).flatMap((definition) => {
      const next = definition.shape?.[String(part)] ?? definition.element ?? definition.valueType;
      return next ? [next._zod.def] : [];
    });
  return here
    .flatMap(opened)
    .flatMap((definition) => Object.keys(definition.shape ?? definition.keyType?._zod.def.entries ?? {}));
}

function opened(definition: Definition): Definition[] {
  if (definition.innerType) return opened(definition.innerType._zod.def);
  return definition.options ? definition.options.flatMap((option) => opened(option._zod.def)) : [definition];
}

/** `; did you mean source?`, and the whole list where nothing is near. */
function nearestOf(word: string, known: readonly string[]): string {
  const near = [...known].sort((a, b) => distance(a, word) - distance(b, word))[0];
  if (near !== undefined && distance(near, word) <= Math.max(2, word.length / 2)) return `; did you mean ${near}?`;
  return known.length > 0 ? `. There are ${known.join(", ")}.` : ".";
}

/** Where a node (or the nearest one above it that is there) begins; of a key that is not known, the key. */
function offsetOf(document: Document, path: YamlPath, issue?: Issue): number {
  let node: unknown = document.contents;
  let offset = 0;
  for (const part of [...path, undefined]) {
    if ((isMap(node) || isSeq(node) || isScalar(node)) && node.range) offset = node.range[0];
    if (part === undefined || !(isMap(node) || isSeq(node))) break;
    node = node.get(part, true);
  }
  const key = issue?.code === "unrecognized_keys" ? issue.keys[0] : undefined;
  if (key !== undefined && isMap(node)) {
    const pair = node.items.find((item) => isScalar(item.key) && item.key.value === key);
    if (pair && isScalar(pair.key) && pair.key.range) return pair.key.range[0];
  }
  return offset;
}
