/**
 * What the report's page is made from. The program writes it as compressed JSON into the page; the code in `page/` reads it. Files,
 * features, rules and texts are named by their places in lists, from 0; `-1` is none. Paths are the project's, lines from 1.
 */

/** All of it. */
export interface PageData {
  readonly version: 1;
  /** The program that made the page, with its version. */
  readonly program: string;
  /** When it was made, in seconds since 1970. */
  readonly made: number;
  /** The project's own name. */
  readonly project: string;
  readonly apps: readonly AppData[];
}

/** One app. */
export interface AppData {
  readonly name: string;
  /** Its folder from the project; empty for the project itself. */
  readonly folder: string;
  readonly stack: string;
  readonly source: string;
  /** How it is organised, in a few words. */
  readonly organised: string;
  /** Whether files stand at the groups in which a project shows them. */
  readonly inGroups: boolean;
  /** Whether commands go by those groups only when they are told to. */
  readonly saysGroups: boolean;
  readonly next: readonly { readonly command: string; readonly why: string }[];
  readonly counts: {
    readonly files: number;
    readonly references: number;
    readonly unresolved: number;
    /** References that cannot be resolved here: a build, packages, or what lies beside the project would have to be there. */
    readonly undecided: number;
    /** Files of whose role or feature nobody can be sure. */
    readonly unsure: number;
    readonly unreferenced: number;
  };
  /** Where most files lie on no shelf, how many do, and of how many: then no file was judged by its shelf. */
  readonly unplaced: { readonly on: number; readonly of: number } | null;
  /** Files that could not be read whole: what they reference may be missing everywhere in the page. */
  readonly unread: readonly { readonly path: string; readonly line: number; readonly reason: string }[];
  /** Texts that are said of several files. */
  readonly texts: readonly string[];
  readonly roles: readonly string[];
  /** The app's files, then others that they reference. */
  readonly paths: readonly string[];
  readonly files: FileColumns;
  readonly features: readonly FeatureData[];
  readonly edges: readonly EdgeData[];
  /** Features that reference each other in a circle. */
  readonly circles: readonly (readonly number[])[];
  readonly shapes: ShapesData;
  readonly changes: ChangeColumns;
  /** Scatter over the history, the oldest first; empty without one. */
  readonly past: readonly PastData[];
  readonly rules: readonly RuleData[];
  readonly findings: readonly FindingData[];
}

/** What is known of the app's files; each list has as many places as there are. */
export interface FileColumns {
  readonly role: readonly number[];
  /** `-1` for what the whole app shares. */
  readonly feature: readonly number[];
  /** What it is, as a sentence; texts. */
  readonly is: readonly number[];
  /** How sure role and feature are; texts. */
  readonly roleSure: readonly number[];
  readonly featureSure: readonly number[];
  /** What speaks for role and feature, the strongest first; texts. */
  readonly roleWhy: readonly (readonly number[])[];
  readonly featureWhy: readonly (readonly number[])[];
  /** The file that it goes with. */
  readonly leader: readonly number[];
  /** The shelf that it stands on; a text. */
  readonly shelf: readonly number[];
  /** `1` right, `2` wrong, `0` nothing says. */
  readonly placeMark: readonly (0 | 1 | 2)[];
  /** The same in words; a text. */
  readonly place: readonly number[];
  /** What it uses: a file, then the form of the reference (a text), then the next. */
  readonly uses: readonly (readonly number[])[];
  /** Files that lie elsewhere than the project shows them. */
  readonly liesAt: Readonly<Record<number, string>>;
}

/** A feature. */
export interface FeatureData {
  readonly name: string;
  readonly files: number;
  readonly folders: number;
  /** Steps in the tree between two of its files that reference each other, on average. */
  readonly steps: number;
}

/** One feature references another. */
export interface EdgeData {
  readonly from: number;
  readonly to: number;
  /** A file, then the one that it uses, then the next. */
  readonly uses: readonly number[];
}

/** The numbers of one tree. */
export interface ShapeData {
  readonly places: number;
  readonly folders: number;
  /** `null` where the history is too short. */
  readonly touched: number | null;
  readonly steps: number;
  /** From 0 to 1. */
  readonly leaving: number;
  readonly largest: number;
  readonly largestFolder: string;
  readonly depth: number;
}

/** Today's tree, and what arrangements would make of it. */
export interface ShapesData {
  readonly today: ShapeData;
  readonly advice: string;
  /** What is advised; `null` to stay. */
  readonly recommended: string | null;
  readonly trees: readonly TreeData[];
}

/** One arrangement, tried. */
export interface TreeData extends ShapeData {
  /** What is typed for it. */
  readonly as: string;
  readonly arrangement: string;
  readonly updated: number;
  /** Files of which nobody can be sure; they were put where they most likely belong. */
  readonly questions: number;
  readonly moves: readonly MoveData[];
  readonly stays: readonly { readonly file: number; readonly why: number }[];
}

/** One file that would move; why, and the feature for which it would count then, are texts. */
export interface MoveData {
  readonly file: number;
  readonly to: string;
  readonly why: number;
  readonly feature: number;
}

/** Changes of two files or more, the latest first. */
export interface ChangeColumns {
  /** How many tell something. */
  readonly enough: number;
  readonly when: readonly number[];
  readonly id: readonly string[];
  readonly subject: readonly string[];
  readonly files: readonly (readonly number[])[];
  /** Places that each touched today, and under each arrangement. */
  readonly touched: readonly number[];
  readonly touchedUnder: readonly (readonly number[])[];
}

/** Scatter after a commit. */
export interface PastData {
  readonly when: number;
  readonly files: number;
  readonly features: number;
  readonly folders: number;
}

/** A rule that found something. */
export interface RuleData {
  readonly name: string;
  readonly group: string;
  readonly asks: string;
  readonly why: string;
}

/** A finding. */
export interface FindingData {
  readonly rule: number;
  readonly severity: "error" | "warning";
  readonly file: number;
  /** `0` where it is of the whole file. */
  readonly line: number;
  readonly says: string;
  readonly advice: string;
  /** What `check --fix --rule` would do; empty where it does nothing. */
  readonly repair: string;
  /** Whether it does so without asking. */
  readonly isSafe: boolean;
  readonly isAccepted: boolean;
}
