/** Settings in JSON, with comments and trailing commas as tools allow them: manifests, compiler settings, lint settings. */
import { placeLookups } from "./place-lookup.js";
import { visit, type ParseOptions } from "jsonc-parser";
import type { Language } from "../language.js";
import type { Extraction, Reference } from "../reading.js";
import { plainOutline } from "../plain-outline.js";
import { isJsonSettings, isWebManifest } from "./claims.js";
import { readCommand, type CommandPath } from "./commands.js";
import { commandWordAt, judgeText } from "./judge-text.js";
import { rowsOfJson } from "./json-rows.js";
import { isPattern } from "./patterns.js";

const options: ParseOptions = { allowTrailingComma: true, disallowComments: false };

/** Keys whose own keys are paths: `"browser": { "./server.js": "./client.js" }`. */
const keyed = /^(?:browser|coverageThreshold|lint-staged)$/;

/** Finds every place and pattern. What is broken is said, and nothing in it is respelled. */
function extract(text: string, name: string): Extraction {
  const references: Reference[] = [];
  const add = (at: number, length: number, value: string, keys: readonly string[]): void => {
    const [start, end] = [at + 1, at + length - 1];
    if (isWebManifest(name)) {
      if (/\.\w+(?:\?.*)?$/.test(value) && keys.at(-1) === "src")
        references.push({ kind: "asset", lookup: "asset", start, end, specifier: value, quote: '"' });
      return;
    }
    if (name === "package.json" && keys[0] === "scripts") return addCommand(text.slice(start, end), start, references);
    const form = isWatched(name, keys) ? { ...filesForm(value), lookup: "watched" } : judgeText({ value, keys });
    if (form) references.push({ ...form, start, end, specifier: value, quote: '"' });
  };
  /** The folders from which the pages of parts of an app count: `"subPackages": [{ "root": "rota", "pages": … }]`. */
  const roots = new Map<string, string>();
  const pages: { readonly reference: Reference; readonly part: string }[] = [];
  const partOf = ([first = "", second = ""]: readonly string[]): string | undefined =>
    /^sub-?packages$/i.test(first) ? `${first} ${second}` : undefined;
  let problem: Extraction["problem"];
  const begin = text.startsWith("\uFEFF") ? 1 : 0;
  visit(
    text.slice(begin),
    {
      onObjectProperty: (key, offset, length, _line, _column, pathTo) => {
        const keys = pathTo().map(String);
        const parent = keys.at(-1) ?? (name.startsWith(".lintstagedrc") ? "lint-staged" : "");
        if (keyed.test(parent) && (key.includes("/") || key.includes("*"))) add(offset + begin, length, key, keys);
      },
      onLiteralValue: (value: unknown, offset, length, _line, _column, pathTo) => {
        if (typeof value !== "string") return;
        const keys = pathTo().map(String);
        const part = partOf(keys);
        if (part !== undefined && keys.length === 3 && keys[2] === "root")
          roots.set(part, value.replace(/^\/|\/$/g, ""));
        add(offset + begin, length, value, keys);
        const last = references.at(-1);
        if (part !== undefined && last?.lookup === "page" && last.start === offset + begin + 1)
          pages.push({ reference: last, part });
      },
      onError: (_code, offset) => {
        problem ??= { offset: offset + begin, message: "the JSON has a syntax error" };
      },
    },
    options,
  );
  if (problem) return { references: [], computed: [], reading: "not read", problem };
  for (const { reference, part } of pages)
    references[references.indexOf(reference)] = { ...reference, inside: roots.get(part) ?? "" };
  return { references: references.sort((a, b) => a.start - b.start), computed: [], reading: "whole" };
}

/** What a watcher is told to look at in a manifest: `"nodemonConfig": { "watch": ["scss"] }`, `"watch": { "css": "scss/*.scss" }`. */
function isWatched(name: string, keys: readonly string[]): boolean {
  const [first = "", ...rest] = keys.filter((key) => !/^\d+$/.test(key));
  if (name === "nodemon.json") return /^(?:watch|ignore)$/.test(first);
  if (name !== "package.json") return false;
  const last = rest.at(-1) ?? "";
  if (first === "nodemonConfig") return /^(?:watch|ignore)$/.test(last);
  return first === "watch" && (rest.length === 1 || /^(?:patterns|ignore)$/.test(last));
}

function filesForm(value: string): Pick<Reference, "kind" | "lookup"> {
  return { kind: isPattern(value) ? "pattern" : "setting", lookup: "files" };
}

/** The paths in a command of `scripts`. */
function addCommand(raw: string, start: number, into: Reference[]): void {
  for (const { value, offset, inside, form, isBare = false } of readCommand(raw)) {
    const judged = formOf(value, form, { isInside: inside !== undefined, isBare });
    const at = { start: start + offset, end: start + offset + value.length };
    const place = { ...(inside !== undefined && { inside }), within: "command" };
    if (judged) into.push({ ...judged, ...at, specifier: value, quote: "", ...place });
  }
}

function formOf(
  value: string,
  form: CommandPath["form"],
  { isInside, isBare }: { readonly isInside: boolean; readonly isBare: boolean },
): Pick<Reference, "kind" | "lookup"> | undefined {
  // A shell knows no more than one folder by `**`.
  if (isBare && value.includes("**") && !value.startsWith("!")) return { kind: "pattern", lookup: "shell files" };
  if (form === "place" || form === "load path") return { kind: "setting", lookup: "place" };
  if (form !== "judged") return { ...filesForm(value), lookup: form };
  const judged = judgeText({ value, keys: [] });
  return isInside && judged?.lookup === "scope" ? { ...judged, lookup: "files" } : judged;
}

function readAt(text: string, start: number, { quote }: Reference): { end: number; specifier: string } | undefined {
  if (quote === "") {
    const word = commandWordAt(text, start);
    return word === "" ? undefined : { end: start + word.length, specifier: word };
  }
  const [raw] = /^(?:[^"\\\r\n]|\\.)*(?=")/.exec(text.slice(start)) ?? [];
  if (raw === undefined || text.charAt(start - 1) !== '"') return undefined;
  try {
    return { end: start + raw.length, specifier: JSON.parse(`"${raw}"`) as string };
  } catch {
    return undefined;
  }
}

function write(specifier: string, { quote }: Reference): string | undefined {
  if (quote === "") return commandWordAt(specifier, 0) === specifier ? specifier : undefined;
  return JSON.stringify(specifier).slice(1, -1);
}

export const jsonSettings: Language = {
  name: "json settings",
  trade: "settings",
  extensions: [".json", ".jsonc", ".webmanifest", ""],
  claims: isJsonSettings,
  prepare: () => Promise.resolve(),
  extract,
  outline: plainOutline,
  readAt,
  write,
  rows: rowsOfJson,
  lookups: placeLookups,
};
