/**
 * What a language adapter is: plain data and pure functions of one file's text.
 *
 * An adapter knows neither other files nor the disk. It says where a text names other files, how those names are
 * written, and the rules by which its tools look them up; the graph does the looking. To add a language, make one
 * folder and one line in `registry.ts`; `contract.test.suite.ts` says what every adapter must keep.
 */
import type { ProjectPath } from "../base/paths.js";
import type { SourceText, TextEdit } from "../base/text/index.js";
import type { EnvironmentKey, EnvironmentSettings } from "./environment-keys.js";
import type { DirectiveForms } from "./directives.js";
import type { NameLookup } from "./lookup.js";
import type { TextNames } from "./names.js";
import type { Registered } from "./registered.js";
import type { NamespaceForms } from "./namespace-names.js";
import type { SheetForms } from "./sheet-forms.js";
import type { TypeForms } from "./type-names.js";
import type { Row } from "./rows.js";
import type { ViewForms } from "./views.js";
import type { Statement } from "./statements.js";
import type { Export, Extraction, LibraryFile, LookupRules, Membership, Outline, Reference } from "./reading.js";

/** Which files travel with another of the same stem, told by what follows the stem. */
export interface CompanionRules {
  /** What may come between stem and extension: `.test`, `.stories`, `.module`. */
  readonly infixes: readonly string[];
  /** Extensions of files that go with a file of the same stem in another language: `.css`. */
  readonly extensions: readonly string[];
  /** Folders beside the file in which companions are kept: `__tests__`. */
  readonly folders: readonly string[];
  /** Those of them in which a tool looks for what stands for the file: `__mocks__`. */
  readonly standIns?: readonly string[];
  /** Extensions added after the whole name: `.snap`. */
  readonly after: readonly string[];
  /** What may come between stem and extension without a dot: `_test`. */
  readonly endings?: readonly string[];
  /** Folders beside a picture in which the same picture is kept for other screens: `2.0x`. */
  readonly pictureFolders?: readonly string[];
}

/**
 * What is read of a text: the references that it holds; all that it says of itself as well, with the names that are taken and
 * given; or the same with every export by the parser, however long the text.
 */
export type ReadingDepth = "references" | "all" | "exact";

/**
 * What the files of a language are for. Documents are for people: what they name is only a mention. Queries are what a server is
 * asked.
 */
export type Trade = "code" | "sheet" | "page" | "query" | "settings" | "document";

/** What of a tree is looked at to keep lists of folders whole. */
export interface ListTree {
  readonly paths: readonly ProjectPath[];
  has(path: ProjectPath): boolean;
  filesBelow(folder: ProjectPath): readonly ProjectPath[];
  text(path: ProjectPath): Pick<SourceText, "text" | "positionAt"> | undefined;
}

/** What changes of the files that lists may name. */
export interface ListChange {
  readonly moves: readonly { readonly from: ProjectPath; readonly to: ProjectPath }[];
  readonly made: readonly ProjectPath[];
  /** Files that are removed, because all that they hold is elsewhere then. */
  readonly gone: readonly ProjectPath[];
  /** For files that are made: where they are shown, as though they lay there. */
  readonly shown?: ReadonlyMap<ProjectPath, ProjectPath> | undefined;
}

/** One change of a list, by offsets of the file's present text: a line more, another folder in one's place. */
export interface ListedLine extends TextEdit {
  readonly file: ProjectPath;
  /** What changes, in a few words. */
  readonly why: string;
  /** Where references begin that are taken out with it. */
  readonly removes?: readonly number[];
}

/** What a new view is made with. */
export interface NewView {
  /** The element at the root of its markup. */
  readonly root: string;
  /** Words for its starters. */
  readonly values: Readonly<Record<string, string>>;
}

/** How a view is made, and how it gets its view-model. */
export interface ViewForm {
  /** The element at the root of its markup: `Page`. */
  readonly root: string;
  /** `in markup`: an element of it makes one; `in code`: the code behind does; `given`: to who makes the view; `by name`: a library finds it. */
  readonly binding: "in markup" | "in code" | "given" | "by name" | "none";
  /** The type of the view-model, where it is named. */
  readonly viewModel?: string;
}

/** What files and types are called from then on. */
export interface NewNames {
  /** The file that is asked about, by its name. */
  readonly name: string;
  /** Another file, by its name; the same for one that keeps it. */
  file(name: string): string;
  /** A type; the same for one that keeps its name. */
  type(name: string): string;
}

/** How the items of a list follow each other: what is of one kind together, by the alphabet; the first decides. */
export type ListOrder = "kind" | "alphabet";

/** How a list shows files without moving them. */
export interface ListShape {
  /** For files that are to be shown elsewhere, the paths at which they are shown as though they lay there. */
  readonly shown: ReadonlyMap<ProjectPath, ProjectPath>;
  readonly order: readonly ListOrder[];
}

/** An entry that is shown in another group; `from` and `to` are ways through the groups. */
export interface ShownEntry {
  readonly from: string;
  readonly to: string;
  readonly file: ProjectPath;
}

/** A group whose items come into another order. */
export interface OrderedGroup {
  readonly file: ProjectPath;
  readonly group: string;
  readonly items: readonly string[];
}

/** What a list needs to have a shape. */
export interface ShapedList {
  readonly lines: readonly ListedLine[];
  readonly regrouped: readonly ShownEntry[];
  /** Groups whose items come into another order, with what they show then. */
  readonly ordered: readonly OrderedGroup[];
}

/** Something odd in a list that people look at: a group that is called otherwise than its folder, a file that no group shows. */
export interface OddEntry {
  readonly what: "another folder" | "no group";
  readonly name: string;
  readonly folder: string;
  /** Where it stands in the text. */
  readonly start: number;
}

/** One language. */
export interface Language {
  readonly name: string;
  readonly trade: Trade;
  /** Extensions of files that this adapter reads, longest first where one ends in another. */
  readonly extensions: readonly string[];
  /** Whether a file's stem has a form of its own, whatever its shelf asks for: `Date+Season`, which extends `Date`. */
  readonly hasOwnForm?: (stem: string) => boolean;
  /**
   * Why a file has to keep its name, wherever it lies, if it has to: `tools find it by the name main.swift`. `has` tells whether a file
   * of some name is there; `then`, what it and others are called from then on.
   */
  keepsName?(path: ProjectPath, has: (name: string) => boolean, then: NewNames): string | undefined;
  /** How a view is made and gets its view-model: its markup, and the code behind it; `undefined` for what is no view. */
  viewForm?(markup: string, behind: string): ViewForm | undefined;
  /** What a new view is made with, by how it is called (`Page`), and what those are made with that are called so, and all others. */
  newView?(ending: string, alike: string | undefined, others: string | undefined): NewView;
  /** A text that is made as others of the app are written. `list` is the text of the list that builds it. */
  writtenLike?(text: string, others: readonly string[], list: string | undefined): string;
  /** What is given by name and could be given by default. */
  readonly byDefault?: {
    /** The text with its one export as the default; `undefined` where it does not have just one. */
    given(text: string, name: string): string | undefined;
    /** The text of another file that takes it so. */
    taken(text: string, exported: string): string;
  };
  /** Whether such a file is called, once it is built, after the first type of the file of code that has its name. */
  readonly isCalledAfterType?: true;
  /**
   * Where its tools look in a package that begins with a manifest, and who does. `place`: of a path from the package's folder, what has to
   * stay as it is; `undefined` where nobody looks there.
   */
  readonly lookedFor?: {
    readonly manifest: string;
    readonly by: string;
    readonly place: (inside: string) => string | undefined;
  };
  /** Whether a test runner takes a file for a test, by its name and place, where nothing says otherwise. */
  isFoundAsTest?(path: ProjectPath): boolean;
  /** Why a file has to stay where it lies, if it has to, whatever names it: `the tools find it at Themes/Generic.xaml`. */
  keepsPlace?(path: ProjectPath, tree: Pick<ListTree, "paths" | "text">): string | undefined;
  /** How folders end that are one thing to its tools, whatever lies in them: `.xcassets`. */
  readonly bundles?: readonly string[];
  /** Of all files, those that this adapter reads by their name or place; without it, all with its extensions. */
  readonly claims?: (path: string) => boolean;
  readonly rules?: LookupRules;
  readonly companions?: CompanionRules;
  /** The ways of looking names up that are its own; its references may go by those of others, too. */
  readonly lookups?: readonly NameLookup[];
  /**
   * The names of a text by scope. `undefined` where they cannot be told (a syntax error, say). It may load a library of its own
   * when it is first asked, and is asked only of files that hold a name that is looked for.
   */
  names?(text: string, name: string): Promise<TextNames | undefined>;
  /** Where types are named, where its files know each other's types without naming the files. */
  readonly types?: TypeForms;
  /** Where namespaces are named, where types are known by theirs. */
  readonly namespaces?: NamespaceForms;
  /** The statements of a text that stand in no other; `undefined` where they cannot be told. */
  statements?(text: string, name: string): Promise<readonly Statement[] | undefined>;
  /** What stands side by side in a text; `undefined` where that cannot be told. The language must have been prepared. */
  rows?(text: string, name: string): Row | undefined;
  /** What its texts draw, and how a frame goes around that; only in languages with views made of tags. */
  readonly views?: ViewForms;
  /** What a text registers by paths and names that others must not have, in its order: routes, screens, stores. Told by its letters. */
  registered?(text: string): readonly Registered[];
  /** How its files are read as style sheets: in order, with what they take in. */
  readonly sheets?: SheetForms;
  /** How its files take whole files, where they do so by statements that need not list names. */
  readonly directives?: DirectiveForms;
  /** The extension of scripts in the language that those within a text are written in; without it, a script has its own. */
  scriptExtension?(text: string): Promise<string>;
  /** Says which of its files belong together, where a name needs no import to be known in another file. */
  libraries?(files: readonly LibraryFile[]): ReadonlyMap<ProjectPath, Membership>;
  /** Whether a file that declares no type is called as the app's types are: by the app's own letters. */
  isCalledLikeTypes?(path: ProjectPath): boolean;
  /** Another language whose types its texts name, without declaring any: it is asked where its files belong. */
  readonly namesTypesOf?: string;
  /**
   * The references that bind a file to others of its library, where nothing else does; without it, any file of the language may know
   * the names of any other.
   */
  bindsFiles?(reference: Reference): boolean;
  /** Whether the names in its texts mean files in any case of letters, and within longer names: `orchard.data.TREES`. */
  readonly namesInAnyCase?: boolean;
  /** Whether no two files of one target may bear one name, wherever they lie. */
  readonly hasUniqueNames?: boolean;
  /** Whether lists of other files alone say which of its files belong together: as long as those list the same, names mean the same. */
  readonly isListed?: boolean;
  /**
   * The lines that lists of folders need, so that what moves is listed as it was: `assets/images/` and, from then on, `assets/trees/`.
   * Files that are listed by their own names are references, and respelled. The language must have been prepared. Throws
   * `MERGE_CONFLICT` where a list cannot be changed before somebody has resolved one.
   */
  keepListed?(change: ListChange, tree: ListTree): readonly ListedLine[];
  /** The lines by which a list that people look at shows files in other groups, or in another order. Throws `MERGE_CONFLICT`. */
  shapeList?(shape: ListShape, tree: ListTree): ShapedList;
  /** For files that a list shows elsewhere than they lie, the paths at which they are shown as though they lay there. */
  shownPlaces?(tree: ListTree): ReadonlyMap<ProjectPath, ProjectPath>;
  /** How often a list that people look at shows each thing; `undefined` where it cannot be read. */
  shownTimes?(text: string): ReadonlyMap<string, { readonly times: number; readonly name: string }> | undefined;
  /** What is odd in a list that people look at. */
  oddEntries?(text: string): readonly OddEntry[];
  /** Whether all that names files in its texts is found as references, so that nothing else in them is a mention. */
  readonly saysAll?: boolean;
  /** Whether one of its lists is a part of those that name it, and lists nothing for itself. */
  isPartOfList?(path: ProjectPath): boolean;
  /** Whether code is listed, too, and not only what is bundled with it. */
  readonly listsCode?: boolean;
  /** Whether an import that lists no names takes those that stand in the text: whatever the other file gives is known. */
  readonly takesByWord?: boolean;
  /** The names without a place by which its texts may mean a file, also those that are put together at run time. */
  calledAs?(path: ProjectPath): readonly string[];
  /** The folder with a name of its own that is one thing for code, in which a file lies: a picture of a catalogue. */
  namedFolder?(path: ProjectPath): ProjectPath | undefined;
  /** The letters with which a list says that new types begin. */
  typePrefix?(text: string): string | undefined;
  /** What a line holds in which a name is put together that is none of a path; an extended regular expression. */
  readonly openForm?: string;
  /** How the folder is looked up in which a name begins that is put together at run time; without it, as scripts do. */
  readonly headLookup?: string;
  /** The style blocks of a page or a component, in order; `extension` is that of a sheet that is written alike. */
  styleBlocks?(text: string): readonly { readonly start: number; readonly end: number; readonly extension: string }[];
  /** Loads what its lookups need to look into other files. Called before references of its files are resolved. */
  prepareLookups?(): Promise<void>;
  /** Loads what `extract` needs. Called before the first file of this language is read. */
  prepare(): Promise<void>;
  /**
   * Finds every reference, and with `all` every export. `name` is the file's name: its extension may decide how the text is
   * read. Never throws.
   */
  extract(text: string, name: string, depth?: ReadingDepth): Extraction;
  /** The comments of a text, in their order, offsets half-open; `undefined` where they cannot be told. The language must have been prepared. */
  comments?(text: string, name: string): readonly { readonly start: number; readonly end: number }[] | undefined;
  /** Keys that a text reads from the environment; the outline has their names. */
  environmentKeys?(text: string): readonly EnvironmentKey[];
  /** A file that gives all of them to the app, with types where the language has those; nothing where it cannot be written. */
  environmentSettings?(
    keys: readonly EnvironmentKey[],
    language: "typescript" | "javascript",
  ): EnvironmentSettings | undefined;
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
