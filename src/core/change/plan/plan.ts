/** A plan as data: what would move, which characters would change, and the proof that nothing else does. */
import type { ReferenceKind } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { Position } from "../../base/text/index.js";
import type { Move } from "./move.js";

/** One specifier that is respelled. Positions and offsets are in the file as it is now. */
export interface PlannedEdit {
  /** Where the file is now. */
  readonly file: ProjectPath;
  readonly at: Position;
  readonly kind: ReferenceKind;
  /** The specifier as it is spelled, and as it will be; without quotes, escapes undone. */
  readonly before: string;
  readonly after: string;
  /** What is written behind the quotes as well, so that the rest of the text need not change: ` as palette`. */
  readonly behind?: string;
}

/** A reference that would not mean what it means now. */
export interface Difference {
  readonly file: ProjectPath;
  readonly at: Position;
  readonly specifier: string;
  /** The files that it means now, at their present paths, and those it would mean, at their planned paths. */
  readonly before: readonly string[];
  readonly after: readonly string[];
  readonly reason: string;
  /** Of a style sheet: those that would be compiled otherwise because of it. */
  readonly entries?: readonly ProjectPath[];
}

/** A reference that leads nowhere today. It stays as it is spelled. */
export interface Unresolved {
  readonly file: ProjectPath;
  readonly at: Position;
  readonly specifier: string;
}

/** Why something that could matter is not known. */
export type GapReason =
  | "not listed" //     a folder that may not be looked into, a name that is not UTF-8
  | "not readable" //   a file that may not be read
  | "not understood" // a text in which nothing, or not everything, could be found
  | "no reader" //      a moved file in a language that is not read yet
  | "named there" //    a moved file is named in a file of a language that is not read yet
  | "computed" //       a name that is put together at run time and may mean a moved file
  | "address" //        a text that may be the address of a moved file, which is another one then
  | "path in text" //   a text in a script that may mean a moved file by its path
  | "folder in text" // a text in a script that may mean all of a folder, or of a pattern, which a file leaves or comes into
  | "counted from elsewhere" // a name that counts from a folder which only the script knows when it runs
  | "handed on" //      a whole file is handed on, of which one name changes: who takes it by that name is not known
  | "grows" //          a whole file is handed on that gives other names besides from then on
  | "mocked" //         a test puts something in the place of a file that loses or gains names
  | "beside" //         something that nobody can look into comes to stand beside names that it may give, too
  | "to be written" //  a part that a generator has to write before anything can be said of it
  | "found by name" //  a tag that nothing in its file explains, called as a component's file is called today
  | "found by place" // a file that a framework finds by where it lies: its address is another one then
  | "address there" // a file that a framework would give an address where it would lie, and that has none now
  | "sought by place" // a file that a tool looks for where it is today, by its name
  | "parted" //         a file that is taken together with the one beside it that has its name, and would lie apart from it
  | "not run" //        a test that a runner finds by its name and place, and would find no more
  | "named by place" // a name that a framework gives of a file by where it lies is used here, and is gone then
  | "another type" // a type from outside, or one that cannot be told apart, may be meant where one gets another name
  | "other namespace" // what a type that comes to lie in another namespace may be found by, or be hidden by
  | "taken by key" // what a list no longer holds, or holds under another key, may be asked for here by the old one
  | "same property" // a property keeps a name that another one of that name loses
  | "stored" //       what people have stored is found by a name that changes
  | "unknown alias" // a name through an alias that nobody knows, whose end is that of a moved file
  | "link text"; //     a moved link whose text is not UTF-8

/** Something that could matter and was not read for certain. While there is one, the proof is not complete. */
export interface Gap {
  readonly reason: GapReason;
  /** The file, as well as its name can be written; a folder ends in `/`. */
  readonly file: string;
  readonly at?: Position;
  /** What stands there, or what the system said. */
  readonly detail: string;
  /** The moved file that may be meant. */
  readonly names?: ProjectPath;
  /** The framework or tool that finds files by their place. */
  readonly by?: string;
  /** How many more files this is true of. */
  readonly others?: number;
}

/** Places at which names that change are meant or taken, and those of them that mean the same declaration. */
export interface NameCount {
  readonly uses: number;
  readonly same: number;
}

/** Sheets that were gone through, and what of them is compiled: how much, and how much of it in the same order to the same. */
export interface SheetCount {
  readonly entries: number;
  readonly statements: number;
  readonly same: number;
  /** Further ones that need a name before it is given, and those of them that find all names then. */
  readonly early: number;
  readonly mended: number;
  /** Names that those define later and need before, but only on a condition of which nobody knows if it holds. */
  readonly aside: number;
  /** Whether rules are several then, so that blank lines between them come or go. */
  readonly isParted?: true;
}

/** What came of resolving every reference again that a draft could touch, on the planned tree. */
export interface ProofFacts {
  /** References of now that mean files, in the files that were read; and those of them that still mean the same. */
  readonly references: number;
  readonly same: number;
  /** References that are new, and those of them that lead where they should. */
  readonly added: number;
  readonly led: number;
  /** Set where names change. */
  readonly names?: NameCount;
  /** Keys and texts by which programs may go that change because somebody agreed: nothing proves them, so there is no tick. */
  readonly byLetters?: number;
  /** Set where style sheets have to compile to what they do now. */
  readonly sheets?: SheetCount;
  readonly different: readonly Difference[];
  readonly unresolved: readonly Unresolved[];
  /** What could matter and was not read. */
  readonly gaps: readonly Gap[];
  /** Patterns of settings that would take in other files: to be looked at, but nothing that was named is lost. */
  readonly patterns: readonly PatternChange[];
  /** Patterns in code that take in files which are made, as they do others of their kind. */
  readonly joined?: readonly JoinedPattern[];
}

/** All was read, and all means what it should. Only this is ever shown with a tick. */
export interface HoldingProof extends ProofFacts {
  readonly outcome: "holds";
  readonly different: readonly [];
  readonly gaps: readonly [];
}

/** A reference would mean something else. */
export interface FailingProof extends ProofFacts {
  readonly outcome: "fails";
}

/** Of what was read all means what it should; but not all was read. */
export interface IncompleteProof extends ProofFacts {
  readonly outcome: "incomplete";
  readonly different: readonly [];
}

/** One of the three. */
export type Proof = HoldingProof | FailingProof | IncompleteProof;

/** The proof that facts come to. */
export function proofOf({ different, gaps, ...facts }: ProofFacts): Proof {
  // What is given may be a proof itself, whose outcome was another.
  if (different.length > 0) return { ...facts, outcome: "fails", different, gaps };
  if (gaps.length > 0) return { ...facts, outcome: "incomplete", different: [], gaps };
  return { ...facts, outcome: "holds", different: [], gaps: [] };
}

/** A pattern in settings that would take in other files than now; no one spelling keeps them all. */
export interface PatternChange {
  readonly file: ProjectPath;
  readonly at: Position;
  readonly pattern: string;
  /** Files that it takes in now and would not any more, at their present paths. */
  readonly out: readonly ProjectPath[];
  /** Files that it would take in, at their planned paths. */
  readonly into: readonly ProjectPath[];
  /** What it writes to another place of its output than now, by the paths there. */
  readonly writes?: readonly { readonly from: string; readonly to: string }[];
  /** Files that are made beside those that it looks at, and that no watcher would see. */
  readonly unseen?: readonly ProjectPath[];
}

/** A pattern in code, and the files that are made and that it takes in. */
export type JoinedPattern = Pick<PatternChange, "file" | "at" | "pattern" | "into">;

/** Text that names a moved path and is not a reference that can be proved. */
export interface Mention {
  readonly file: ProjectPath;
  readonly at: Position;
  readonly text: string;
  /** The moved file or folder that it seems to name. */
  readonly names: string;
  /** Whether it stands in a document whose links or patterns can be respelled, if that is asked for. */
  readonly isLink?: boolean;
  /** Set where it may be what a program goes by, so that the proof is not complete (see `Gap`). */
  readonly reason?:
    | "computed"
    | "address"
    | "path in text"
    | "folder in text"
    | "counted from elsewhere"
    | "named there";
  /** All moved files that it may mean, where it may mean several. */
  readonly among?: readonly ProjectPath[];
}

/** A file that could not be read for certain. */
export interface Unread {
  readonly file: ProjectPath;
  readonly at: Position;
  readonly reason: string;
  /** Whether its references were found around the error and are respelled. */
  readonly partly: boolean;
}

/** A symbolic link whose text is respelled. */
export interface LinkEdit {
  readonly file: ProjectPath;
  readonly before: string;
  readonly after: string;
}

/** The new text of one file. */
export interface NewText {
  /** Where the file is now. */
  readonly file: ProjectPath;
  readonly before: string;
  readonly after: string;
}

/** A file that a plan makes. */
export interface MadeFile {
  readonly path: ProjectPath;
  /** Its text; empty where it has bytes instead. */
  readonly text: string;
  readonly bytes?: Buffer;
  /** What it is, in a few words. */
  readonly why: string;
  /** Files of its kind: a pattern that takes one of them in (`import.meta.glob`) may take it in, too. */
  readonly like?: readonly ProjectPath[];
}

/** A line that a file gains, or that is changed, because the draft asks for it. */
export interface PlannedLine {
  /** Where the file is now. */
  readonly file: ProjectPath;
  /** In the new text, from 1. */
  readonly line: number;
  readonly text: string;
  readonly why: string;
}

/** Everything that a change would do. Nothing in it was written. */
export interface Plan {
  readonly moves: readonly Move[];
  readonly edits: readonly PlannedEdit[];
  readonly links: readonly LinkEdit[];
  readonly texts: readonly NewText[];
  readonly made: readonly MadeFile[];
  /** Files that go because others hold all that they held. */
  readonly removed: readonly ProjectPath[];
  /** Those of them whose contents go with them. */
  readonly deleted?: readonly ProjectPath[] | undefined;
  /** Those of them that a generator makes anew for other files. */
  readonly madeAgain?: readonly ProjectPath[];
  /** Files whose types come to lie in another namespace, where there are any. */
  readonly renamespaced?: readonly ProjectPath[];
  /** What the draft itself writes into texts; respellings are in `edits`. */
  readonly lines: readonly PlannedLine[];
  readonly foldersMade: readonly ProjectPath[];
  readonly foldersEmptied: readonly ProjectPath[];
  readonly proof: Proof;
  readonly mentions: readonly Mention[];
  /** Files whose text changes and that have other names (hard links): those keep the old text. */
  readonly hardLinked: readonly ProjectPath[];
  readonly unread: readonly Unread[];
  /** How many files were read to know this, and how many there are. */
  readonly filesRead: number;
  readonly filesInProject: number;
}
