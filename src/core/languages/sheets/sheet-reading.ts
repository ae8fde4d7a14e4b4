/** A whole sheet: its statements, their names, and what it takes in. */
import type { Reference } from "../reading.js";
import type { SheetForms, SheetLoad, SheetReading, SheetStatement } from "../sheet-forms.js";
import { namesOfLess, namesOfStatements, sameName } from "./names.js";
import { namespaceOf, scanSheet, type Dialect } from "./scan.js";
import { hindrance, openedParts } from "./opened.js";
import { signsOfSheet } from "./outline.js";
import { sheetStatements } from "./statements.js";

/** How sheets are read and written, by the dialect that a name tells. */
export function sheetFormsFor(dialectOf: (name: string) => Dialect): SheetForms {
  return {
    read: (text, name) => readSheet(text, dialectOf(name)),
    names: (text, statements, name) => namesOfStatements(text, statements, /^s/.test(dialectOf(name))),
    lateNames: (text, statements, name) => (dialectOf(name) === "less" ? namesOfLess(text, statements) : []),
    opened: (text, statement, name) => openedParts(text, statement, { dialect: dialectOf(name), depth: 0 }),
    hindrance: (text, rule, { name, depth }) => hindrance(text, rule, { dialect: dialectOf(name), depth }),
    around: (text, { start, headEnd }, { name, indent, lineEnd }) => {
      const head = text.slice(start, headEnd);
      // Up to the brace as it stands there, behind whatever comment.
      return dialectOf(name) === "sass" ? [`${head}${lineEnd}`, ""] : [`${head}{${lineEnd}`, `${lineEnd}${indent}}`];
    },
    signs: signsOfSheet,
    takeIn: (specifier, how, { name, quote, as: space, sets = [] }) => {
      const dialect = dialectOf(name);
      const word = how === "in place" ? "import" : how === "passed on" ? "forward" : "use";
      // Only imports of indented Sass may stand bare.
      const mark = quote === "" && !(dialect === "sass" && how === "in place") ? '"' : quote;
      const as = how === "opened" ? " as *" : space === undefined ? "" : ` as ${space}`;
      const given = sets.length === 0 ? "" : ` with (${sets.join(", ")})`;
      return `@${word} ${mark}${specifier}${mark}${as}${given}${dialect === "sass" ? "" : ";"}`;
    },
    namespaceOf,
    lookup: (name) => {
      const dialect = dialectOf(name);
      return dialect === "scss" ? "sass" : dialect;
    },
    isPartial: (name) => name.startsWith("_") && /^s/.test(dialectOf(name)),
    givesNames: (name) => {
      const dialect = dialectOf(name);
      return dialect === "less" ? "late" : dialect === "css" ? "never" : "in order";
    },
    takesInAnywhere: (name) => dialectOf(name) !== "css",
    isOfScripts: (name) => /\.module\.\w+$/.test(name),
  };
}

function readSheet(text: string, dialect: Dialect): SheetReading | undefined {
  const statements = sheetStatements(text, dialect);
  if (!statements) return undefined;
  const isSass = dialect === "scss" || dialect === "sass";
  const { references } = scanSheet(text, dialect);
  return {
    statements,
    names: namesOfStatements(text, statements, isSass),
    loads: loadsOf(text, { statements, references, dialect }),
    references,
  };
}

interface LoadInput {
  readonly statements: readonly SheetStatement[];
  readonly references: readonly Reference[];
  readonly dialect: Dialect;
}

function loadsOf(text: string, { statements, references, dialect }: LoadInput): SheetLoad[] {
  let at = 0;
  return references.flatMap((reference): SheetLoad[] => {
    if (reference.kind !== "stylesheet import") return [];
    while ((statements[at]?.end ?? Infinity) <= reference.start) at += 1;
    const top = statements[at];
    if (!top || top.start > reference.start) return [];
    const own = innermost(top, reference.start);
    const isLoading = own.kind === "at-rule" && /^(?:use|forward|import)$/.test(own.word);
    const base = { statement: at, reference, isNested: own !== top };
    if (!isLoading)
      return reference.lookup === "sass" ? [{ ...base, how: "by call", with: text.slice(own.start, own.end) }] : [];
    const tail = text.slice(reference.end + reference.quote.length, own.headEnd);
    if (own.word === "import") return [{ ...base, ...importOf(text, { own, reference, tail, dialect }) }];
    const configured = /\bwith\s*\([^]*$/.exec(tail)?.[0] ?? "";
    const plain = tail.slice(0, tail.length - configured.length);
    const as = /\bas\s+([\w*-]+)/.exec(plain)?.[1];
    if (own.word === "use") {
      const namespace =
        as ??
        (reference.specifier.startsWith("sass:") ? reference.specifier.slice(5) : namespaceOf(reference.specifier));
      return [{ ...base, how: "module", with: configured, ...(namespace !== undefined && { as: namespace }) }];
    }
    const list = (word: string): string[] | undefined =>
      new RegExp(String.raw`\b${word}\s+([^]*?)(?=\bas\b|\bwith\b|$)`)
        .exec(plain)?.[1]
        ?.split(",")
        .map((each) => sameName(each.trim()));
    const [shows, hides] = [list("show"), list("hide")];
    return [
      {
        ...base,
        how: "passed on",
        with: configured,
        ...(as !== undefined && { prefix: sameName(as.replace(/\*$/, "")) }),
        ...(shows && { shows }),
        ...(hides && { hides }),
      },
    ];
  });
}

/** `@import (reference) "a" screen;`, or one of a list. */
function importOf(
  text: string,
  {
    own,
    reference,
    tail,
    dialect,
  }: { readonly own: SheetStatement; readonly reference: Reference; readonly tail: string; readonly dialect: Dialect },
): Pick<SheetLoad, "how" | "with"> {
  const [behind = ""] = /^[^,]*/.exec(tail.startsWith(")") ? tail.slice(1) : tail) ?? [];
  const options =
    dialect === "less"
      ? (/\(([^)]*)\)\s*(?:url\(\s*)?["']?$/.exec(text.slice(own.start, reference.start))?.[0] ?? "")
      : "";
  const isTakenIn = reference.lookup === "sass" || reference.lookup === "less" || dialect === "css";
  return {
    how: isTakenIn ? "in place" : "left",
    with: `${options.replace(/["']$/, "").trim()} ${behind.trim()}`.trim(),
  };
}

function innermost(statement: SheetStatement, offset: number): SheetStatement {
  const inner = statement.block?.find(({ start, end }) => start <= offset && offset < end);
  return inner ? innermost(inner, offset) : statement;
}
