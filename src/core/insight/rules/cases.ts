/**
 * What rules find, as codes with parameters; `src/wording/findings.ts` has a sentence and an advice for each. A rule that is
 * added has its cases here. Paths are project-relative, counts are of files unless said otherwise.
 */
import type { Role } from "../../app/arrangement/index.js";
import type { ExportedName } from "../../languages/index.js";
import type { Reason } from "../reasons.js";

/** Every case, with what it is said of. */
export interface CaseDetails {
  "name off pattern": {
    readonly stem: string;
    readonly pattern: string;
    readonly role: Role;
    /** What the file would be called; none where its words do not fit the pattern. */
    readonly wanted: string | undefined;
  };
  "folder misnamed": {
    readonly folder: string;
    readonly wanted: string;
    /** A folder of the wanted name that is there as well. */
    readonly taken: string | undefined;
  };
  "exports another name": {
    readonly stem: string;
    readonly name: string;
    readonly kind: ExportedName["kind"];
    readonly wanted: string;
    readonly file: string;
    /** What the export would be called after the file; none where nobody can rename it for certain. */
    readonly called?: string;
  };
  "names alike but for case": { readonly name: string; readonly twin: string };
  "name not portable": { readonly name: string; readonly reason: string };
  "name says nothing": { readonly stem: string };
  "name beside another": { readonly stem: string; readonly other: string };
  "name numbered": { readonly stem: string; readonly other: string };
  "on no shelf": { readonly role: Role | undefined; readonly goesTo: string | undefined };
  "among other roles": {
    readonly role: Role;
    readonly holds: readonly Role[];
    readonly goesTo: string | undefined;
  };
  "among other features": {
    readonly role: Role;
    /** The feature that it serves; none where that is shared. */
    readonly feature: string | undefined;
    /** The feature whose folder it is in; none where that is shared. */
    readonly in: string | undefined;
    readonly because: Reason | undefined;
    readonly goesTo: string | undefined;
  };
  "away from its file": { readonly leader: string; readonly goesTo: string };
  crowded: { readonly folder: string; readonly files: number; readonly features: number; readonly most: number };
  "unlike other features": {
    readonly feature: string;
    readonly role: Role;
    /** Folders within the feature; `""` for its own. */
    readonly inside: string;
    readonly usual: string;
    readonly features: number;
  };
  "may not import": { readonly from: string; readonly to: string; readonly target: string };
  "past the index": { readonly feature: string; readonly target: string };
  "features in a circle": {
    readonly features: readonly string[];
    readonly links: readonly { readonly from: string; readonly to: string; readonly references: number }[];
    /** The link with the fewest references, and one of those. */
    readonly weakest: { readonly from: string; readonly to: string; readonly file: string; readonly target: string };
  };
  /** `goesTo`: a folder of the feature in which it may lie. */
  "shared depends on feature": {
    readonly file: string;
    readonly feature: string;
    readonly target: string;
    readonly goesTo: string | undefined;
  };
  /** Assets that another folder has at the same places; `twin` is empty for the root. */
  "copied elsewhere": { readonly folder: string; readonly twin: string; readonly assets: number };
  /** `others`: files besides the first that miss the same. `namesake`: the only file that is called so. */
  unresolved: { readonly specifier: string; readonly others: number; readonly namesake?: string };
  /** Paths of one file into one folder; the first of them as it is written. */
  "unresolved alike": { readonly specifier: string; readonly places: number; readonly files: number };
  "folder missing": {
    readonly folder: string;
    readonly references: number;
    readonly files: number;
    /** All that is written, each once. */
    readonly specifiers: readonly string[];
  };
  "several unresolved": { readonly specifier: string; readonly references: number };
  /** Packages that sheets name, of which nothing here knows. */
  "packages unknown": { readonly packages: readonly string[]; readonly files: number };
  /** A beginning of names that no package can have and no alias explains. */
  "alias unknown": {
    readonly prefix: string;
    readonly references: number;
    readonly files: number;
    /** An alias that would explain them or some of them, its folder from the app's, and how many would lead to a file. */
    readonly alias?: string;
    readonly target?: string;
    readonly resolved?: number;
  };
  "in another case": { readonly specifier: string; readonly name: string };
  climbs: {
    readonly specifier: string;
    readonly folders: number;
    readonly target: string;
    /** The same through an alias. */
    readonly alias: string;
  };
  "in no target": object;
  /** `first`: the other file, if it is another. */
  "registered twice": {
    readonly registered: "path" | "name" | "screen" | "store";
    readonly text: string;
    readonly first: string | undefined;
  };
  "no frame": { readonly screen: string; readonly framed: number; readonly layouts: readonly string[] };
  "framed twice": { readonly screen: string; readonly layout: string; readonly other: string };
  "two frames": { readonly screen: string; readonly layouts: readonly string[] };
  /** `names`: what it would be listed by; `listed`: how many others are. */
  "feature not listed": { readonly feature: string; readonly names: readonly string[]; readonly listed: number };
  "file without prefix": { readonly name: string; readonly prefix: string };
  "twin in target": { readonly name: string; readonly other: string; readonly target: string };
  "without prefix": { readonly name: string; readonly prefix: string };
  "without suffix": { readonly name: string; readonly suffix: string };
  /** `wanted`: that of the folder in which the file lies. */
  "namespace of another folder": { readonly name: string; readonly wanted: string };
  "several types": { readonly names: readonly string[]; readonly file: string };
  "view without view-model": { readonly views: number; readonly bound: number };
  "view-model without view": { readonly views: number; readonly bound: number };
  "in no group": { readonly name: string };
  "group of another folder": { readonly name: string; readonly folder: string };
  "takes in nothing": { readonly specifier: string; readonly isPattern: boolean };
  /** `line`: as it is written; `user` and `at`: the sheet that needs the first of the names, and where. */
  "given too late": {
    readonly line: string;
    readonly names: readonly string[];
    readonly user: string;
    readonly at: number;
    readonly entry: string;
    /** What comes of it for the entry: it does not compile, or not where a condition holds, or a call stays in it as text. */
    readonly effect: "broken" | "perhaps" | "as text";
  };
  /** `giver`: the sheet that gives the default; `line`: by which it is taken in. */
  "set too late": { readonly name: string; readonly giver: string; readonly line: number };
  /** `statements`: how much of the sheet is compiled each time. */
  "compiled twice": { readonly sheet: string; readonly entry: string; readonly statements: number };
  "many compiled twice": { readonly sheets: readonly string[]; readonly statements: number };
  "taken in by nothing": object;
  /** `marked`: how many of the partials have the underscore. */
  "partial without mark": { readonly name: string; readonly marked: number; readonly partials: number };
  /** `user`: a sheet that takes it in. */
  "compiled by itself": { readonly by: string; readonly at: number; readonly user: string | undefined };
  /** `sheets`: how many are imported, by whatever way. */
  imported: { readonly sheets: number };
  /** `section` and `other`: titles; `isBehind`: whether the line stands behind one of the other section, and else before. */
  "sections out of order": {
    readonly lines: number;
    readonly section: string;
    readonly other: string;
    readonly isBehind: boolean;
  };
  "sections without headings": { readonly sections: readonly string[] };
  "name unused": { readonly name: string };
  "names unused": { readonly names: readonly string[] };
  "groups out of order": { readonly names: readonly string[] };
  unused: object;
  /** All files of one folder that nothing uses. */
  "several unused": { readonly folder: string; readonly paths: readonly string[] };
  /** Files of one name that nothing uses, in folders of their own. */
  "unused in several folders": { readonly name: string; readonly paths: readonly string[] };
  /** Assets that sisters in a folder have once each. */
  "copied between folders": { readonly folder: string; readonly assets: number };
  /** Assets of one folder that are the same as another one there. */
  "twins in one folder": { readonly folder: string; readonly assets: number };
  /** `others`: files besides these two that are the same as well. */
  identical: { readonly twin: string; readonly others: number };
  /** Densities as factors: 1 is the plain one. */
  "densities missing": { readonly missing: readonly number[] };
  "action declared twice": {
    readonly action: string;
    /** Where it is declared first; none where that is the same file. */
    readonly first: string | undefined;
  };
  "action without prefix": { readonly action: string; readonly feature: string };
  "long reducer": { readonly lines: number; readonly most: number };
  /** `beside`: the files besides that of the reducer. */
  "state apart": { readonly name: string; readonly beside: readonly string[] };
  "state together": { readonly name: string };
  /** `keys`: those whose values may well be secrets; none where the file is one machine's own. */
  "secret tracked": { readonly name: string; readonly keys: readonly string[] };
  "secret in sample": { readonly key: string };
  "key not listed": { readonly key: string; readonly sample: string };
  /** Several that one file reads. */
  "keys not listed": { readonly keys: readonly string[]; readonly sample: string };
  "no sample": { readonly keys: readonly string[] };
}

/** One case. */
export type Case = {
  [Code in keyof CaseDetails]: { readonly code: Code } & Readonly<CaseDetails[Code]>;
}[keyof CaseDetails];
