/**
 * What a language adapter is: plain data and pure functions of one file's text.
 *
 * An adapter knows neither other files nor the disk. It says where a text names other files, how those names are
 * written, and the rules by which its tools look them up; the graph does the looking. To add a language, make one
 * folder and one line in `registry.ts`; `contract.test.suite.ts` says what every adapter must keep.
 */
import type { ProjectPath } from "../base/paths.js";
import type { TextEdit } from "../base/text/index.js";
import type { NameLookup } from "./lookup.js";

/** The form of a reference, in the words that people use. */
export type ReferenceKind =
  | "import"
  | "re-export"
  | "dynamic import"
  | "type import"
  | "require"
  | "mock"
  | "url"
  | "glob"
  | "reference path"
  | "doc import"
  | "module declaration"
  | "stylesheet import"
  | "asset"
  | "page link"
  | "setting"
  | "pattern"
  | "document link"
  | "symbolic link";

/** How a name is looked up: the name of one of a language's `lookups`. */
export type Lookup = string;

/**
 * One name that a reference takes from the other file. Offsets are those of the names as they are written.
 *
 *   import { Tree as Twig } from "./Tree";    imported `Tree`, local `Twig`
 *   export { Tree } from "./Tree";            imported and local `Tree`: what it is called outside
 *   import * as trees from "./trees";         imported `*`
 */
export interface Binding {
  /** What the other file calls it: a name, `default`, or `*` for all that it has. */
  readonly imported: string;
  /** What this file calls it, or passes it on as; `*` for all, each by its own name; `""` where it gets no name. */
  readonly local: string;
  /** Where `imported` is written; where it is not (`*`, a default), where `local` is. */
  readonly start: number;
  readonly end: number;
  /** Where `local` is written. */
  readonly localStart: number;
  readonly localEnd: number;
  /** Whether it is only taken as a type. */
  readonly isType: boolean;
}

/** One place in a text that names another file. Offsets are those of the specifier alone, without its quotes. */
export interface Reference {
  readonly kind: ReferenceKind;
  readonly lookup: Lookup;
  /** What its place in the text adds to the name, for its lookup: the path of the group in which a list has it. */
  readonly inside?: string;
  readonly start: number;
  readonly end: number;
  /** The name with escapes undone: `"./it\'s"` → `./it's`. */
  readonly specifier: string;
  /** The character that closes it: `"`, `'`, a backtick, or `""` where it stands bare. */
  readonly quote: string;
  /** The language that it stands in, where that is not the file's own: a script in a page. */
  readonly within?: string;
  /** The name that the rest of the text calls it by, where that comes from the specifier: `@use "a/palette"` → `palette`. */
  readonly namespace?: string;
  /** The names that it takes; none (`[]`) where it is for its effects alone; `undefined` where that is not known: then all. */
  readonly bindings?: readonly Binding[];
}

/** A reference of a part of a text, as it stands in the whole. */
export function shiftedReference(reference: Reference, by: number): Reference {
  const { start, end, bindings } = reference;
  const moved = bindings?.map((each) => ({
    ...each,
    start: each.start + by,
    end: each.end + by,
    localStart: each.localStart + by,
    localEnd: each.localEnd + by,
  }));
  return { ...reference, start: start + by, end: end + by, ...(moved && { bindings: moved }) };
}

/** A name that is put together at run time; its fixed head tells the folder at most. It is never respelled. */
export interface ComputedReference {
  readonly start: number;
  readonly end: number;
  /** The text as written, without quotes and up to the first computed part: `./pages/`. */
  readonly head: string;
}

/** A name that a file declares for others, or uses without saying whose it is. */
export interface SymbolName {
  readonly name: string;
  readonly start: number;
  readonly end: number;
}

/** One file of a language whose files see each other without naming each other. */
export interface LibraryFile {
  readonly path: ProjectPath;
  readonly extraction: Extraction;
  /** What its references mean, in their order; none for one that means no file. */
  readonly targets: readonly (readonly ProjectPath[])[];
  /** The files that name it. */
  readonly namedBy: readonly ProjectPath[];
}

/** Where the names of a file are known, and whose names it knows. */
export interface Membership {
  /** The set of files that see each other: a library with its parts, a module, a namespace. */
  readonly library: string;
  /** Further libraries whose names it sees. */
  readonly sees: readonly string[];
}

/** What was found in one text. */
export interface Extraction {
  readonly references: readonly Reference[];
  readonly computed: readonly ComputedReference[];
  /** What other files can take from it, where that was asked for. In a text that is not read `whole` there may be more. */
  readonly exports?: readonly Export[];
  /** Names that it declares for its library, and those that it uses and does not declare itself; see `Language.libraries`. */
  readonly declares?: readonly SymbolName[];
  readonly usesNames?: readonly SymbolName[];
  /** Whether only the head of the text was parsed, which names all other files; further exports were found by their words. */
  readonly isHead?: boolean;
  /** `whole`: no doubt. `around errors`: the text has a syntax error. `not read`: nothing could be found safely. */
  readonly reading: "whole" | "around errors" | "not read";
  /** The first error, where there is one. */
  readonly problem?: { readonly offset: number; readonly message: string };
}

/** What an exported thing is, as far as its declaration tells. `value` is one of which only the name is known. */
export type ExportKind = "component" | "hook" | "class" | "type" | "constant" | "function" | "value";

/** One name that a file gives to others, as the parser finds it. */
export interface Export {
  /** What others call it: a name, `default`, or `*` for all that another file has. */
  readonly name: string;
  /** What this file calls it; `undefined` where it has no name here. */
  readonly local?: string;
  readonly kind: ExportKind;
  /** Whether it is a type and nothing else. */
  readonly isType: boolean;
  /** Where the name is written, or the statement where it is not. */
  readonly start: number;
  readonly end: number;
  /** The reference from which it is passed on: where its specifier starts, and what that file calls it. */
  readonly from?: number;
  readonly imported?: string;
  /** The name in what is exported by default, `memo(TreeCard)`: what it is about, as far as words tell. */
  readonly about?: string;
  /** Whether it is given by `module.exports = …`, which is found by its words. */
  readonly isAssigned?: boolean;
  /** Whether it was found by its words, in a part of the text that was not parsed: evidence, and no ground for an edit. */
  readonly isTold?: boolean;
}

/** One thing that a file makes and gives. A default export without a name of its own is called `default`. */
export interface ExportedName {
  readonly name: string;
  readonly kind: ExportKind;
  readonly isDefault: boolean;
  readonly start: number;
}

/** What of a file's exports is its own, each name once: what is passed on is left out. */
export function ownExports(exports: readonly Export[] = []): readonly ExportedName[] {
  const found = new Map<string, ExportedName>();
  for (const { name, local, about, kind, start, from } of exports) {
    if (from !== undefined) continue;
    const isDefault = name === "default";
    const called = isDefault ? (local ?? about ?? name) : name;
    if (isDefault || !found.has(called)) found.set(called, { name: called, kind, isDefault, start });
  }
  return [...found.values()];
}

/** What a file shows of its work, by the words of the libraries of its trade. */
export type Sign =
  | "view" //          it draws: JSX
  | "context" //       it makes a context
  | "reducer" //       it computes a new state from an action
  | "store" //         it makes a store
  | "actions" //       it makes actions
  | "requests" //      it talks to a server
  | "storage" //       it keeps something on the device
  | "routes" //        it says which screen is shown when
  | "mounts" //        it starts the app
  | "tests" //         it holds tests
  | "styles" //        it makes styles
  | "generated"; //    its head says that a tool made it

/** The name of an action, where it is declared: `type: "harvest/added"`, `const ADDED = "harvest/added"`. */
export interface ActionName {
  readonly name: string;
  readonly start: number;
  /** The constant that holds it, or `""`. */
  readonly constant: string;
}

/**
 * What a text says of itself, read by its words and not by a parser: it is evidence for what a file is, never the ground on
 * which a text is changed.
 */
export interface Outline {
  /** Whether all that it exports comes from other files. */
  readonly onlyPassesOn: boolean;
  readonly signs: readonly Sign[];
  readonly actions: readonly ActionName[];
  /** Words that look like the names of assets, wherever they stand: `old-banner.png`. */
  readonly assets: readonly string[];
  readonly lines: number;
}

/** The rules by which a language's tools find a file for a name. Extensions start with a dot. */
export interface LookupRules {
  /** What a name may leave out, scripts first. */
  readonly extensions: readonly string[];
  /** Those of the extensions that only answer where no other does, one after the other. */
  readonly lastResorts: readonly string[];
  /** Declarations that speak for a script beside them. */
  readonly declarations: readonly string[];
  /** An extension that may be written for another: `.js` for `.ts`. */
  readonly writtenFor: Readonly<Record<string, readonly string[]>>;
  /** Extensions that a name may only end in where the project's configuration allows it (`allowImportingTsExtensions`). */
  readonly onRequest: readonly string[];
  /** The file that stands for its folder, without extension. */
  readonly indexNames: readonly string[];
  /** Infixes before the extension by which a bundler picks one file a platform. */
  readonly platforms: readonly string[];
}

/** Which files travel with another of the same stem, told by what follows the stem. */
export interface CompanionRules {
  /** What may come between stem and extension: `.test`, `.stories`, `.module`. */
  readonly infixes: readonly string[];
  /** Extensions of files that go with a file of the same stem in another language: `.css`. */
  readonly extensions: readonly string[];
  /** Folders beside the file in which companions are kept: `__tests__`. */
  readonly folders: readonly string[];
  /** Extensions added after the whole name: `.snap`. */
  readonly after: readonly string[];
}

/** What a place at which a name is meant stands for besides, so that a new name has to be written beside the old one. */
export type OccurrenceForm =
  | "name" //               nothing
  | "shorthand property" // `{ Tree }`: a property and what it holds
  | "import specifier" //   `import { Tree }`: the other file's name and this one's
  | "export specifier"; //  `export { Tree }`: this file's name and that for others

/** One place at which a top-level name of a file is meant. */
export interface Occurrence {
  readonly start: number;
  readonly end: number;
  readonly form: OccurrenceForm;
  /** Whether it declares the name (or imports it) rather than using it. */
  readonly isDeclared: boolean;
}

/**
 * What is read of a text: the references that it holds; all that it says of itself as well, with the names that are taken and
 * given; or the same with every export by the parser, however long the text.
 */
export type ReadingDepth = "references" | "all" | "exact";

/** What the files of a language are for. Documents are for people: what they name is only a mention. */
export type Trade = "code" | "sheet" | "page" | "settings" | "document";

/** One language. */
export interface Language {
  readonly name: string;
  readonly trade: Trade;
  /** Extensions of files that this adapter reads, longest first where one ends in another. */
  readonly extensions: readonly string[];
  /** Of all files, those that this adapter reads by their name or place; without it, all with its extensions. */
  readonly claims?: (path: string) => boolean;
  readonly rules?: LookupRules;
  readonly companions?: CompanionRules;
  /** The ways of looking names up that are its own; its references may go by those of others, too. */
  readonly lookups?: readonly NameLookup[];
  /**
   * Every place at which a top-level name of a text is meant, in order, by scope: what is only called the same is left out.
   * `undefined` where that cannot be told (a syntax error, say). Asked only of files that hold the name.
   */
  occurrences?(text: string, name: string, local: string): Promise<readonly Occurrence[] | undefined>;
  /** Says which of its files belong together, where a name needs no import to be known in another file. */
  libraries?(files: readonly LibraryFile[]): ReadonlyMap<ProjectPath, Membership>;
  /** Loads what `extract` needs. Called before the first file of this language is read. */
  prepare(): Promise<void>;
  /**
   * Finds every reference, and with `all` every export. `name` is the file's name: its extension may decide how the text is
   * read. Never throws.
   */
  extract(text: string, name: string, depth?: ReadingDepth): Extraction;
  /** What a text says of itself, besides what it exports. Never throws. */
  outline(text: string, name: string, exports?: readonly Export[]): Outline;
  /**
   * Reads the name again that stands at an offset (that of its first character, inside the quotes), as `extract` would:
   * `("import './b'", 8, …)` → `{ end: 11, specifier: "./b" }`; `undefined` where no whole name stands there.
   */
  readAt(
    text: string,
    start: number,
    reference: Reference,
  ): { readonly end: number; readonly specifier: string } | undefined;
  /** How a specifier is written at a reference's place, escapes included; `undefined` if it cannot be. */
  write(specifier: string, reference: Reference): string | undefined;
  /** What has to follow the closing quote of a new specifier, so that the rest of the text means what it did: ` as palette`. */
  behind?(specifier: string, reference: Reference): string;
}

/** The edit that respells one reference, or `undefined` if its place cannot hold the new name. */
export function respellingEdit(language: Language, reference: Reference, specifier: string): TextEdit | undefined {
  const text = language.write(specifier, reference);
  if (text === undefined) return undefined;
  const { start, end, quote } = reference;
  const behind = language.behind?.(specifier, reference) ?? "";
  return behind === "" ? { start, end, text } : { start, end: end + quote.length, text: text + quote + behind };
}
