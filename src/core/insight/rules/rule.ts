/**
 * What a rule is: plain data and one function from an analysed app to findings. To add a rule, make one file beside this one,
 * one line in `registry.ts` and one in `rule-names.ts`; `docs/adding-a-rule.md` shows it with an example.
 */
import type { ListOrder, Resolution } from "../../languages/index.js";
import type { Catalogue, Entry } from "../catalogue/index.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { App } from "../../app/index.js";
import type { Position, TextEdit } from "../../base/text/index.js";
import type { SourceTree } from "../../files/index.js";
import type { Case } from "./cases.js";
import type { Places } from "./places.js";
import type { Sisters } from "./sisters.js";
import type { RuleName, Severity } from "../../app/configuration/rule-names.js";

/** What would put a finding right. */
export type Repair =
  /** Files that move, all at once. */
  | {
      readonly kind: "move";
      readonly moves: readonly { readonly from: ProjectPath; readonly to: ProjectPath }[];
      readonly isSure: boolean;
    }
  /** A specifier of the finding's file that is spelled otherwise: `start` is its offset, `as` what it should mean, and through what. */
  | {
      readonly kind: "respell";
      readonly start: number;
      readonly as: Resolution;
      readonly isSure: boolean;
      /** Set where it is one of many that are put right together. */
      readonly isForRule?: true;
    }
  /** A name of the finding's file is another, wherever it is meant. */
  | { readonly kind: "rename"; readonly name: string; readonly to: string; readonly isSure: false }
  /**
   * The text of an action is another, in all scripts, or in some: then nobody but them and those of `others` may have it, because in
   * those it is another action's.
   */
  | {
      readonly kind: "action text";
      readonly text: string;
      readonly to: string;
      readonly only?: { readonly files: readonly ProjectPath[]; readonly others: readonly ProjectPath[] };
      readonly isSure: false;
    }
  /** The piece of state of which the finding's file is the reducer is kept in one file, or in several. */
  | { readonly kind: "state"; readonly layout: "together" | "apart"; readonly isSure: false }
  /** All that the finding's file declares lies in another namespace, and so do the other parts of its types. */
  | { readonly kind: "namespace"; readonly to: string; readonly isSure: false }
  /** The finding's file is listed and built as most of what lies beside it is. */
  | { readonly kind: "list file"; readonly isSure: false }
  /** A feature is mentioned in the finding's file as the others are: what it does from then on is new, so it is done where its rule is asked for. */
  | { readonly kind: "list feature"; readonly feature: string; readonly isSure: false; readonly isForRule: true }
  /** The app's sample of its environment lists keys, without values; it is made where there is none. */
  | { readonly kind: "sample keys"; readonly keys: readonly string[]; readonly isSure: boolean }
  /** A value of the finding's file goes: what it gave is somebody's to give again, so it is done where its rule is asked for. */
  | { readonly kind: "sample value"; readonly key: string; readonly isSure: false; readonly isForRule: true }
  /** Entries of a project go to the groups at which they are shown then, as though they lay there; no file moves. */
  | {
      readonly kind: "regroup";
      readonly moves: readonly { readonly from: ProjectPath; readonly to: ProjectPath }[];
      readonly isSure: boolean;
    }
  /** The groups of the finding's list hold what they hold in this order. */
  | { readonly kind: "list order"; readonly order: readonly ListOrder[]; readonly isSure: true }
  /** Lines of the finding's style sheet that move, cut out and put in by offsets of its text. Sure where it does not compile today. */
  | { readonly kind: "sheet lines"; readonly edits: readonly TextEdit[]; readonly isSure: boolean }
  /** The finding's style sheet, and all that it imports, are modules: safe, and much at once, so it is done where its rule is asked for. */
  | { readonly kind: "sheet modules"; readonly isSure: false; readonly isForRule: true }
  /** The lines of the finding's style sheet stand in the order of the sections, below comments that say what goes where; done like the last one. */
  | { readonly kind: "sheet sections"; readonly isSure: false; readonly isForRule: true };

/** What a rule finds, before it is known how grave it is. */
export interface Found {
  readonly file: ProjectPath;
  /** Offset of the place in the file's text; without it, the file as a whole is meant. */
  readonly start?: number | undefined;
  /** What is wrong; `src/wording` says it, and what to do about it. */
  readonly what: Case;
  /** What it is about, besides the file; with the rule and the file it is the same from day to day. */
  readonly about?: string | undefined;
  readonly repair?: Repair | undefined;
  /** Another repair; which of them is right, only a person can say. */
  readonly orElse?: Repair | undefined;
  /** How sure it is, from 0 to 1; the rule's own where it is left out. */
  readonly confidence?: number | undefined;
}

/** One finding. */
export interface Finding extends Omit<Found, "start" | "confidence"> {
  readonly rule: RuleName;
  readonly severity: Exclude<Severity, "off">;
  /** Where a project shows the file, if that is elsewhere and counts. */
  readonly shownAt?: ProjectPath | undefined;
  /** How sure it is, from 0 to 1: 1 is read off the files, less is a judgement. */
  readonly confidence: number;
  /** Lines and columns from 1; the whole file without it. */
  readonly at?: Position | undefined;
}

/** Its repairs, the likelier first. */
export function repairsOf({ repair, orElse }: Pick<Found, "repair" | "orElse">): readonly Repair[] {
  return [repair, orElse].filter((each) => each !== undefined);
}

/** Whether a repair is made without a question: it is safe, or it is what was asked for. */
export function isWanted({ rule, repair }: Finding, asked: string | undefined): boolean {
  if (!repair) return false;
  return repair.isSure || ("isForRule" in repair && rule === asked);
}

/** Whether a repair may be made: in an app whose arrangement is guessed nothing changes because of it; a path, a list or a namespace is put right all the same. */
export function isRepairable(finding: Finding, { guessed }: { readonly guessed: boolean }): boolean {
  const kind = finding.repair?.kind;
  return guessed
    ? kind === "respell" ||
        kind === "list file" ||
        kind === "list feature" ||
        kind === "sample keys" ||
        kind === "sample value" ||
        kind === "namespace" ||
        kind === "sheet lines" ||
        kind === "sheet modules" ||
        kind === "sheet sections"
    : repairsOf(finding).length > 0;
}

/** What a rule may look at. */
export interface RuleContext {
  readonly app: App;
  readonly tree: SourceTree;
  readonly graph: ReferenceGraph;
  readonly catalogue: Catalogue;
  /** The app's own code, each file by itself: no companions, no indexes, nothing that the configuration leaves alone. */
  readonly mains: readonly Entry[];
  /** All files of the app that the configuration does not leave alone. */
  readonly entries: readonly Entry[];
  readonly places: Places;
  readonly sisters: Sisters;
  /** The rule's limit, where it has one. */
  readonly most: number;
  /** Whether the configuration sets that limit. */
  readonly isAsked: boolean;
  /** Whether this rule was asked for by itself. */
  readonly isAlone: boolean;
}

/** One rule. */
export interface Rule {
  readonly name: RuleName;
  /** What it asks for, as a sentence. */
  readonly asks: string;
  readonly why: string;
  /** An example that it finds fault with, and the same put right: paths, or lines of code. */
  readonly wrong: string;
  readonly right: string;
  /** How sure its findings are where they say nothing themselves, from 0 to 1; 1 without it. */
  readonly confidence?: number;
  readonly find: (context: RuleContext) => Iterable<Found>;
}
