/** Style sheets: CSS, SCSS, indented Sass and Less. */
import type { Language } from "../language.js";
import type { Extraction, Reference } from "../reading.js";
import { plainOutline } from "../plain-outline.js";
import { readBare, readQuoted, writeSheetName } from "./literals.js";
import { rowsOfSheet } from "./rows.js";
import { sheetLookups } from "./sheet-lookup.js";
import { namespaceOf, scanSheet, type Dialect } from "./scan.js";
import { sheetFormsFor } from "./sheet-reading.js";

export { isTakenIn, putsBeforeSheets, sheetRules, urlRewritersFor } from "./lookup-rules.js";
export { partOfRule } from "./opened.js";
export { countedFrom } from "./sheet-lookup.js";
export type { Dialect } from "./scan.js";

const dialects: Readonly<Record<string, Dialect>> = {
  ".css": "css",
  ".scss": "scss",
  ".sass": "sass",
  ".less": "less",
};

/** Finds every name in a sheet; the extension tells the dialect. */
function extract(text: string, name: string): Extraction {
  if (text.includes("\0"))
    return {
      references: [],
      computed: [],
      reading: "not read",
      problem: { offset: text.indexOf("\0"), message: "the file is not text" },
    };
  return extractSheet(text, dialects[name.slice(name.lastIndexOf("."))] ?? "css");
}

/** Statements of a sheet that a script has as a text, in quotes or between backticks: what settings put before each sheet. */
export function referencesPutBefore(text: string): readonly Reference[] {
  if (!/@(?:use|forward|import)\s/.test(text)) return [];
  const { references } = scanSheet(text, "scss");
  return references.flatMap((each) => (each.lookup === "sass" ? [{ ...each, lookup: "put before sheets" }] : []));
}

/** The same for a dialect that is known otherwise: `<style lang="scss">`. */
export function extractSheet(text: string, dialect: Dialect): Extraction {
  return { ...scanSheet(text, dialect), reading: "whole" };
}

function readAt(text: string, start: number, { quote }: Reference): { end: number; specifier: string } | undefined {
  const literal = quote === "" ? (readBare(text, start) ?? unquotedAt(text, start)) : readQuoted(text, start - 1);
  return literal?.quote === quote ? { end: literal.end, specifier: literal.value } : undefined;
}

function unquotedAt(text: string, start: number): ReturnType<typeof readBare> {
  const [value = ""] = /^[^\s,;"'()]+/.exec(text.slice(start)) ?? [];
  return value === "" ? undefined : { start, end: start + value.length, quote: "", value };
}

/** A bare name behind `@import` knows no escapes. */
function write(specifier: string, { quote, lookup }: Reference): string | undefined {
  if (quote === "" && lookup === "sass" && /[\s,;"'()\\]/.test(specifier)) return undefined;
  // What would be read as a computed name is none.
  if (/#\{|@\{|\$\{/.test(specifier)) return undefined;
  return writeSheetName(specifier, quote);
}

/** `@use "palette"` that becomes `@use "colours"` goes on to be called `palette`. */
function behind(specifier: string, { namespace }: Reference): string {
  return namespace === undefined || namespaceOf(specifier) === namespace ? "" : ` as ${namespace}`;
}

export const sheets: Language = {
  name: "sheets",
  trade: "sheet",
  extensions: [".css", ".scss", ".sass", ".less"],
  prepare: () => Promise.resolve(),
  extract,
  outline: plainOutline,
  // Sass takes `_p.import.scss` for `_p.scss` where that is imported.
  companions: { infixes: [".import"], extensions: [], folders: [], after: [] },
  readAt,
  write,
  behind,
  lookups: sheetLookups,
  rows: rowsOfSheet,
  sheets: sheetFormsFor((name) => dialects[name.slice(name.lastIndexOf("."))] ?? "css"),
};

/** The dialect that a `lang` attribute names; `undefined` for one that is not read (`stylus`). */
export function dialectOf(lang: string): Dialect | undefined {
  return lang === "" || lang === "postcss" ? "css" : dialects[`.${lang}`];
}

export { rowsOfSheet };
