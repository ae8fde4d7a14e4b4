/** What is found in one text: references with the names that they take, exports, declarations, and what it says of itself. */
import type { ProjectPath } from "../base/paths.js";

/** The form of a reference, in the words that people use. */
export type ReferenceKind =
  | "import"
  | "re-export"
  | "part"
  | "part of"
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

/**
 * The names by which a text itself calls what it takes. `*` of `export * from` and names that are texts (`export { "a-b" } from`) are
 * only passed on.
 */
export function ownNames(bindings: readonly Binding[] = []): readonly string[] {
  return bindings.map(({ local }) => local).filter((local) => identifier.test(local));
}

const identifier = /^[\p{ID_Start}$_][\p{ID_Continue}$]*$/u;

/** A target into which something is built, and the step that does it: `{ target: "Orchard", step: "Sources" }`. */
export interface ListedUnder {
  readonly target: string;
  readonly step: string;
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
  /** Where a list of what is built has it: entries of a project file. */
  readonly listed?: readonly ListedUnder[];
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
  /** A name or a pattern that counts from a folder which is only known at run time: it may take in whatever ends so. */
  readonly anywhere?: string;
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
  /** The targets into which lists put it, and the list that says so. */
  readonly listed?: readonly (ListedUnder & { readonly by: ProjectPath })[];
}

/** Where the names of a file are known, and whose names it knows. */
export interface Membership {
  /** The set of files that see each other: a library with its parts, a module, a namespace. */
  readonly library: string;
  /** Further libraries to which it belongs: a file that is built into several targets. */
  readonly also?: readonly string[];
  /** What code calls these libraries where it names them, in their order. */
  readonly called?: readonly string[];
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
  /** The one namespace in which all that it declares lies, where it says so. */
  readonly namespace?: SymbolName;
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
  /** Of all that another file gives, the names that are left out. */
  readonly hides?: readonly string[];
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
  | "serves" //        what it gives runs on the server, whoever calls it
  | "storage" //       it keeps something on the device
  | "routes" //        it says which screen is shown when
  | "mounts" //        it starts the app
  | "tests" //         it holds tests
  | "styles" //        it makes styles
  | "contract" //      it says what others have to do, and does nothing
  | "takes in" //      a sheet that takes in others, and does little besides
  | "values" //        a sheet of variables
  | "mixins" //        a sheet of mixins and functions: nothing of it is compiled
  | "elements" //      a sheet about elements: what holds everywhere
  | "frame" //         a sheet about what frames a page
  | "block" //         a sheet about one block
  | "utilities" //     a sheet of many small classes
  | "page" //          a sheet about one page
  | "foreign" //       its head says that others have written it: a name, a version, a licence
  | "theme" //         a sheet that holds while a theme does
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
  /** Keys that it reads from the environment, each once: `API_URL` of `process.env.API_URL`. Left out where there are none. */
  readonly environment?: readonly string[];
  /**
   * What the routes that it writes lead to: names that it calls them by, and specifiers of what is loaded later. Left out where
   * there are none.
   */
  readonly routed?: readonly string[];
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
  /** Those for which another is written only where nothing else can be meant: `.js` for `.jsx`, as TypeScript reads it. */
  readonly writtenAtLast: readonly string[];
  /** Extensions that a name may only end in where the project's configuration allows it (`allowImportingTsExtensions`). */
  readonly onRequest: readonly string[];
  /** The file that stands for its folder, without extension. */
  readonly indexNames: readonly string[];
  /** Infixes before the extension by which a bundler picks one file a platform. */
  readonly platforms: readonly string[];
}
