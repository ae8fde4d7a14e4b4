/** The forms of `data/`: what stacks and arrangements are written in. `docs/adding-an-arrangement.md` explains them. */
import type { Case } from "../../base/names/index.js";
import type { Role } from "./roles.js";

/** One or several. */
export type OneOrMore<Item> = Item | readonly Item[];

/** What a file may say of itself that tells two shelves of one role apart: a style sheet that holds while a theme does. */
export type ShelfSign = "theme";

/** A place in the tree, as it is written in an arrangement or in `steady-shelf.yaml`. */
export interface ShelfData {
  /**
   * Folders from the source root (from the project's root with a leading slash; `.` is the source root itself). `{feature}` and
   * `{name}` stand for themselves, `{part}` for each part of the role, any other `{word}` for the stack's word for it.
   */
  readonly at: string;
  readonly holds: OneOrMore<Role>;
  /** Naming patterns of its files, the first is used for new ones; by role if they differ. Without it, the stack's. */
  readonly files?: OneOrMore<string> | Readonly<Partial<Record<Role, OneOrMore<string>>>> | undefined;
  /** The case of `{feature}` folders here. Without it, the stack's. */
  readonly folders?: string | undefined;
  /** Extensions that belong here, where that tells shelves of one role apart. */
  readonly extensions?: readonly string[] | undefined;
  /** What files here say of themselves, where only that tells two shelves of one role apart. */
  readonly sign?: ShelfSign | undefined;
  /** Roles and path patterns that files here may reference, besides their own shelf. Without it, everything. */
  readonly reaches?: readonly string[] | undefined;
  /** New files are exported by the feature's public index. */
  readonly public?: boolean | undefined;
  /** `init` makes it. Others are made when they are needed. */
  readonly "from-start"?: boolean | undefined;
  readonly about?: string | undefined;
}

/** An arrangement: a shape for an app. */
export interface ArrangementData {
  readonly version: 1;
  readonly name: string;
  readonly title: string;
  readonly about: string;
  /** Other features may only come in through the feature's index. */
  readonly "public-index"?: boolean | undefined;
  /** What `add feature` begins with. */
  readonly "feature-starts-with"?: readonly Role[] | undefined;
  readonly shelves: readonly ShelfData[];
}

/** A part of a role that has a folder of its own where the arrangement gives it one. */
export interface PartData {
  readonly folder: string;
  readonly files?: OneOrMore<string> | undefined;
  readonly extensions?: readonly string[] | undefined;
  readonly about?: string | undefined;
}

/** A file made beside another one. */
export interface CompanionData {
  readonly starter: string;
  /** What follows the stem. */
  readonly ending: string;
  /** A folder (from the project's root) that mirrors the source tree; beside its file where it is missing. */
  readonly under?: string | undefined;
}

/** One file of several that `add` makes for a role. */
export interface MakeData {
  readonly id: string;
  readonly role?: Role | undefined;
  readonly files: string;
  readonly extension?: string | undefined;
  readonly starter: string;
}

/** What a stack says of one role. */
export interface RoleData {
  /** The usual word for its folder. */
  readonly folder: string;
  /** Other words that people use for it. */
  readonly also?: readonly string[] | undefined;
  readonly files?: OneOrMore<string> | undefined;
  readonly extension: string;
  readonly parts?: readonly PartData[] | undefined;
  readonly starter?: string | undefined;
  readonly makes?: readonly MakeData[] | undefined;
  readonly companions?: Readonly<Record<string, CompanionData>> | undefined;
  /** Whether a new file gets the lines that two or more others have in a list of the app: in a container, a table of views. */
  readonly "listed-like-others"?: boolean | undefined;
  /** The line of the public index that exports such a file, where it is not the stack's usual one. */
  readonly "index-line"?: string | undefined;
  /** Companions that are made unless somebody says otherwise. */
  readonly with?: readonly string[] | undefined;
}

/** A file that `init` puts in. */
export interface StartData {
  readonly id: string;
  readonly role: Role;
  /** Its name, extension included. */
  readonly file: string;
  readonly starter: string;
  /** It is left out where one of these texts stands in a declaration or a compiler's configuration. */
  readonly unless?: readonly string[] | undefined;
  /** The folder of its shelf, where the role has several. */
  readonly shelf?: string | undefined;
}

/** A line that is put into another file when something is added. */
export interface RegistrationData {
  readonly when: OneOrMore<Role>;
  /** Only for files on the shelf of this folder word. */
  readonly shelf?: string | undefined;
  /** The id of the file that it goes into; or its path from the source root. */
  readonly in?: string | undefined;
  readonly file?: string | undefined;
  readonly line: string;
  /** The comment that it goes before. */
  readonly before?: string | undefined;
  /** It joins the lines of its section; the shelves are sections, in the order of the arrangement. */
  readonly sections?: boolean | undefined;
  /** A file beside the new one that lists it instead, where there is one. */
  readonly "folder-index"?: { readonly file: string; readonly line: string } | undefined;
  /** It joins a list of a YAML manifest: the keys that lead there. */
  readonly "yaml-list"?: readonly string[] | undefined;
}

/** A value in another file that says with which screen the app begins. */
export interface FirstData {
  /** The id of the file that `init` puts in; or its path from the source root. */
  readonly in?: string | undefined;
  readonly file?: string | undefined;
  /** What stands before the value, which ends at a comma, a semicolon or a bracket of its own level. */
  readonly after: string;
  readonly put: string;
  /** The line by which the file knows the screen, where no list brings it. */
  readonly import?: string | undefined;
}

/** A stack: the words, extensions and starters of one way to build an app. */
export interface StackData {
  readonly version: 1;
  readonly name: string;
  readonly title: string;
  /** Usual source roots; the first is used for a new app. `«App»` stands for the project's name. */
  readonly source: readonly string[];
  /** Extensions of its code. */
  readonly code: readonly string[];
  /** What the tools of the stack call the files of an app that they have just made, without extensions: it has not begun by them. */
  readonly fresh?: readonly string[] | undefined;
  /** Extensions of files that are a default export as a whole. */
  readonly "default-exports"?: readonly string[] | undefined;
  /** The case of folders that bear the name of a feature, and of words that the stack has no other one for. */
  readonly folders: Case;
  /** Arrangements that fit, the usual one first. */
  readonly arrangements: readonly string[];
  /** Words for folders that are no role's. */
  readonly words?: Readonly<Record<string, string>> | undefined;
  readonly roles: Readonly<Partial<Record<Role, RoleData>>>;
  /** How a path is written in its code: without the extension, with it, as a partial (no underscore either), or not at all. */
  readonly specifiers: "short" | "full" | "partial" | "none";
  /** A file that is kept out of version control. */
  readonly secrets?: { readonly file: string; readonly text: string } | undefined;
  /** What `init` says is needed besides. */
  readonly needs?: string | undefined;
  readonly start: readonly StartData[];
  readonly registers?: readonly RegistrationData[] | undefined;
  /** Where it is said with which screen the app begins; the first that is there counts. */
  readonly first?: readonly FirstData[] | undefined;
  /** The file that speaks for a feature, and the line that exports a file. */
  readonly index?: { readonly file: string; readonly line: string } | undefined;
  /** Starters for tests and stories of files that are there already; `ending` is followed by the file's extension. */
  readonly beside?: Readonly<Partial<Record<Role, CompanionData>>> | undefined;
  /** What keeps a folder that has no file yet, where a line of README would be built into the app. */
  readonly "keeps-folders"?: string | undefined;
  /** Set where names in its code have plain letters only. */
  readonly letters?: "ascii" | undefined;
  /** Words that cannot be a name in its code. */
  readonly reserved?: readonly string[] | undefined;
  /** Whether a route is known by its name, so that no two may have one. */
  readonly "unique-route-names"?: boolean | undefined;
}

/** How a stack is told from an app's manifests. */
export interface StackMark {
  readonly name: string;
  readonly title: string;
  /** Extensions that only such an app has. */
  readonly extensions?: readonly string[];
  /** Whether apps of other stacks have such files, too, so that a manifest that speaks of them tells little. */
  readonly beside?: boolean;
  /** Whether it is told only where a project has less of all other code. */
  readonly alone?: boolean;
  /** The part of a project's code that has to be such, where no manifest tells. */
  readonly least?: number;
  /** Packages that its scripts take in, told where no manifest tells. */
  readonly packages?: readonly string[];
  /** The stack that its manifests speak of, too; it is this one where two files have one of these endings, and none has one of those. */
  readonly "instead-of"?: string;
  readonly names?: readonly string[];
  readonly unless?: readonly string[];
  /** It is this stack if one of these files is in the project's root and holds one of the texts (or any). */
  readonly "found-by": readonly { readonly file: string; readonly holds?: readonly string[] }[];
}

/** What names, folders and extensions tell of a file's role. Weights are from 0 to 1. */
export interface EvidenceData {
  readonly folders: Readonly<Partial<Record<Role, readonly string[]>>>;
  /** What a folder's word means where the folder has folders of its own. */
  readonly deep: Readonly<Record<string, Role>>;
  readonly endings: Readonly<Partial<Record<Role, Readonly<Record<string, number>>>>>;
  readonly names: Readonly<Partial<Record<Role, Readonly<Record<string, number>>>>>;
  readonly beginnings: Readonly<Partial<Record<Role, Readonly<Record<string, number>>>>>;
  readonly infixes: Readonly<Partial<Record<Role, readonly string[]>>>;
  readonly extensions: Readonly<Partial<Record<Role, readonly string[]>>>;
  /** Roles whose files draw something. */
  readonly drawing: readonly Role[];
  /** Roles whose files hardly ever draw. */
  readonly plain: readonly Role[];
  /** Names that say nothing of what a file holds. */
  readonly vague: readonly string[];
  /** Words that speak of no feature. */
  readonly general: readonly string[];
}
