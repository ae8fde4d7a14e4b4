/** The table of languages. A language is added by one folder beside this file and one line here. */
import { BrokenAssumption, reasonOf, ShelfError } from "../base/errors.js";
import type { ProjectPath } from "../base/paths.js";
import type { Language, ListOrder, ListTree, ReadingDepth, ShapedList, Trade } from "./language.js";
import type { Extraction, LookupRules, Outline, Reference } from "./reading.js";
import type { LookupTree, NameLookup } from "./lookup.js";
import { javascript } from "./javascript/index.js";
import { markdown, mdx, pathLists } from "./documents/index.js";
import { csharp } from "./csharp/index.js";
import { dart, dartManifests } from "./dart/index.js";
import { graphql } from "./graphql/index.js";
import { html, pageComponents, vue } from "./pages/index.js";
import type { Row } from "./rows.js";
import { jsonSettings, rowsOfJson, scriptSettings, yamlSettings } from "./settings/index.js";
import { sheets } from "./sheets/index.js";
import { swift, swiftManifests } from "./swift/index.js";
import { msbuild, resources, solutions } from "./msbuild/index.js";
import { objectiveC } from "./objective-c/index.js";
import { xaml } from "./xaml/index.js";
import { pods, xcode, xcodeDocuments } from "./xcode/index.js";

/** Every language. Those that claim files by name or place are asked first, in this order. */
export const languages: readonly Language[] = [
  javascript,
  sheets,
  vue,
  html,
  pageComponents,
  jsonSettings,
  yamlSettings,
  scriptSettings,
  dart,
  dartManifests,
  swift,
  swiftManifests,
  objectiveC,
  xcode,
  ...xcodeDocuments,
  pods,
  csharp,
  xaml,
  msbuild,
  solutions,
  resources,
  graphql,
  mdx,
  markdown,
  pathLists,
];

/** Folders beside files in which a tool looks for what stands for them: `__mocks__`. */
export const standInFolders: ReadonlySet<string> = new Set(
  languages.flatMap(({ companions }) => companions?.standIns ?? []),
);

interface Tables {
  readonly languages: readonly Language[];
  readonly lookups: ReadonlyMap<string, NameLookup>;
  readonly byExtension: ReadonlyMap<string, { readonly claiming: readonly Language[]; readonly rest?: Language }>;
}

function tablesOf(languages: readonly Language[]): Tables {
  const lookups = new Map(languages.flatMap((each) => each.lookups ?? []).map((each) => [each.name, each]));
  const byExtension = new Map<string, { readonly claiming: Language[]; readonly rest?: Language }>();
  for (const language of languages)
    for (const extension of language.extensions) {
      const there = byExtension.get(extension) ?? { claiming: [] };
      if (language.claims) byExtension.set(extension, { ...there, claiming: [...there.claiming, language] });
      else byExtension.set(extension, { ...there, rest: language });
    }
  return { languages, lookups, byExtension };
}

let tables = tablesOf(languages);

/** Every language that is read in this run. */
export function languagesInUse(): readonly Language[] {
  return tables.languages;
}

/** Loads what is needed to read the languages that tell names apart by scope, as far as a project's files are of them. */
export async function prepareNames({ paths }: { readonly paths: readonly string[] }): Promise<void> {
  const naming = tables.languages.filter((language) => language.names !== undefined);
  const wanted = naming.filter((language) => {
    const isOf = (path: string): boolean => language.extensions.some((each) => path.endsWith(each));
    return language.prepareLookups === undefined || paths.some(isOf);
  });
  await Promise.all(wanted.map((language) => language.prepare()));
  for (const language of wanted) await language.prepareLookups?.();
}

/** Reads one more language, until the function that is given back is called: how the contract is tested from outside. */
export function useLanguage(language: Language): () => void {
  const before = tables;
  tables = tablesOf([...before.languages, language]);
  return () => {
    tables = before;
  };
}

/** Whether a file's types are known to others of its module without being imported from it. */
export function sharesTypes(path: string): boolean {
  return languageFor(path)?.types?.declaring !== undefined;
}

/** Whether a file's types are known to others by the namespaces in which they are declared. */
export function hasNamespaces(path: string): boolean {
  return languageFor(path)?.namespaces !== undefined;
}

/** Whether what a file declares can be told apart, and is known to others by its namespace. */
export function declaresByNamespace(path: string): boolean {
  return languageFor(path)?.statements !== undefined && hasNamespaces(path);
}

/** Whether files know each other's declarations without naming the files: nobody else changes where one goes to another file. */
export function sharesDeclarations(path: string): boolean {
  return sharesTypes(path) || declaresByNamespace(path);
}

/** The languages whose lists people look at, as far as one of these files is such a list. */
export function listShapers(paths: readonly ProjectPath[]): readonly Language[] {
  return tables.languages.filter(
    (language) => language.shapeList !== undefined && paths.some((path) => languageFor(path) === language),
  );
}

/** For files that lists show elsewhere than they lie, the paths at which they are shown as though they lay there. */
export function shownPlaces(tree: ListTree): ReadonlyMap<ProjectPath, ProjectPath> {
  return new Map(tables.languages.flatMap((language) => [...(language.shownPlaces?.(tree) ?? [])]));
}

/** Groups of lists that hold what they hold in another order than asked for. */
export function shownListOrder(tree: ListTree, order: readonly ListOrder[]): ShapedList["ordered"] {
  return tables.languages.flatMap((language) => {
    try {
      return language.shapeList?.({ shown: new Map(), order }, tree).ordered ?? [];
    } catch (error) {
      // What is in conflict is said by the rule for paths.
      if (error instanceof ShelfError) return [];
      throw error;
    }
  });
}

/** A way of looking names up. Throws for one that no language has: a reader made a mistake. */
export function lookupNamed(name: string): NameLookup {
  const lookup = tables.lookups.get(name);
  if (!lookup) throw new BrokenAssumption(`no language looks names up by ${name}`);
  return lookup;
}

/** Whether any word may stand where a reference stands; one that names nothing today is none, whatever it would name tomorrow. */
export function isOpen({ lookup }: Pick<Reference, "lookup">): boolean {
  return lookupNamed(lookup).isOpen ?? false;
}

/** Whether what some of these references mean depends on what stands in other files. */
export function someReadFiles(references: Iterable<Pick<Reference, "lookup">>): boolean {
  const reading = new Set([...tables.lookups.values()].flatMap(({ name, readsFiles }) => (readsFiles ? [name] : [])));
  for (const { lookup } of references) if (reading.has(lookup)) return true;
  return false;
}

/** Words, besides its stem, of which a text holds one if it names a file by a lookup of its own. */
export function searchWordsFor(path: ProjectPath, tree: LookupTree): readonly string[] {
  return [...tables.lookups.values()].flatMap((lookup) => lookup.searchWords?.(path, tree) ?? []);
}

/** How scripts name modules; other languages that import modules do it by the same rules. */
export const moduleRules: LookupRules = javascript.rules;

/** The language of scripts. */
export const codeLanguage: Language = javascript;

/** The language that reads a file of this name or path, or `undefined`. */
export function languageFor(path: string): Language | undefined {
  const slash = path.lastIndexOf("/");
  const dot = path.lastIndexOf(".");
  // `.gitignore` and `CODEOWNERS` have no extension.
  const found = tables.byExtension.get(dot > slash + 1 ? path.slice(dot) : "");
  if (!found) return undefined;
  return found.claiming.find(({ claims }) => claims?.(path)) ?? found.rest;
}

/** Files of plain data, which no language reads: words of translations, answers of a mocked server. */
const plainData = /\.(?:json|arb)$/;

/** Whether what stands side by side in a file can be told. */
export function hasRows(path: string): boolean {
  return languageFor(path)?.rows !== undefined || plainData.test(path);
}

/** What stands side by side in a text; `undefined` where that cannot be told. Its language must have been prepared. */
export function rowsOf(text: string, path: string): Row | undefined {
  try {
    const read = languageFor(path)?.rows?.(text, path.slice(path.lastIndexOf("/") + 1));
    return read ?? (plainData.test(path) ? rowsOfJson(text) : undefined);
  } catch (error) {
    // Brackets that are nested ten thousand deep are nobody's list.
    if (error instanceof RangeError) return undefined;
    throw error;
  }
}

/** Whether a file is of one of these trades. */
export function isOfTrade(path: string, ...trades: readonly Trade[]): boolean {
  const trade = languageFor(path)?.trade;
  return trade !== undefined && trades.includes(trade);
}

/** Whether a file is a script or a single-file component, whatever it is for. */
export function isCode(path: string): boolean {
  return tables.byExtension.get(path.slice(path.lastIndexOf(".")))?.rest?.trade === "code";
}

/** Whether a file is a script and nothing else: names stand in texts and comments of it, and nowhere else. */
export function isScript(path: string): boolean {
  return languageFor(path) === codeLanguage;
}

/** Everything that one text gives: what it names, and what it says of itself. */
export interface FileReading extends Extraction {
  readonly outline: Outline;
}

const nothing: Extraction = { references: [], computed: [], reading: "whole" };

/**
 * What one text names; nothing for a file that no language reads. The language must have been prepared. What a reader cannot
 * cope with (brackets nested ten thousand deep, say) is not read, and that is said.
 */
export function extractFrom(text: string, path: string, depth: ReadingDepth = "references"): Extraction {
  try {
    return languageFor(path)?.extract(text, path.slice(path.lastIndexOf("/") + 1), depth) ?? nothing;
  } catch (error) {
    return notRead(`it cannot be read: ${reasonOf(error)}`);
  }
}

/** The reading of a file of which nothing could be read. */
export function notRead(message: string): Extraction {
  return { references: [], computed: [], reading: "not read", problem: { offset: 0, message } };
}

/** The same with what the text says of itself. The language must have been prepared. */
export function readFrom(text: string, path: string): FileReading {
  const name = path.slice(path.lastIndexOf("/") + 1);
  const found = extractFrom(text, path, "all");
  return { ...found, outline: outlineFrom(text, path, name, found.exports) };
}

function outlineFrom(text: string, path: string, name: string, exports: Extraction["exports"]): Outline {
  try {
    return languageFor(path)?.outline(text, name, exports) ?? blankOutline;
  } catch {
    return blankOutline;
  }
}

/** The outline of a file that says nothing of itself. */
export const blankOutline: Outline = { onlyPassesOn: false, signs: [], actions: [], assets: [], lines: 0 };
