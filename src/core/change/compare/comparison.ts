/** What comes of trying arrangements, as data. */
import type { Shape } from "./shape.js";

/** What to do, and why. */
export interface Recommendation {
  /** What `--as` is given; `undefined` to stay. */
  readonly as: string | undefined;
  readonly advice: Advice;
}

/** What is advised, and from what; `src/wording/advice.ts` has the sentences. */
export type Advice =
  | { readonly code: "nothing to compare" }
  | { readonly code: "few features"; readonly features: number }
  /** It is not known of enough files which feature they serve. */
  | { readonly code: "features unclear"; readonly featured: number; readonly files: number }
  /** The best leaves so much open that nobody knows whether it is the best. */
  | { readonly code: "too many questions"; readonly best: Tried }
  /** The best would gain too little; `gain` is a part of the distance of today. */
  | { readonly code: "near already"; readonly best: Tried; readonly gain: number }
  /** It would gain something, but with fewer files than `few` everything is close anyway. */
  | { readonly code: "small app"; readonly best: Tried; readonly few: number }
  | { readonly code: "go"; readonly best: Tried };

/** One arrangement, tried. */
export interface Tried extends Shape {
  readonly arrangement: string;
  /** What is typed for it: its name, or the path of the user's own. */
  readonly as: string;
  readonly moved: number;
  readonly respelled: number;
  /** Files of which nobody can be sure; they were put where they most likely belong. */
  readonly questions: number;
  /** Files that would stay, because they have no shelf or something stands in the way. */
  readonly stays: number;
}

/** All of it. */
export interface Comparison {
  readonly today: Shape;
  /** What the app is now, as far as it can be told. */
  readonly arrangement: string;
  /** Whether files stood at the groups in which a project shows them: none moves then. */
  readonly inGroups: boolean;
  readonly tried: readonly Tried[];
  /** Leading files, and features. */
  readonly files: number;
  readonly features: number;
  /** Leading files of which it is known which feature they serve. */
  readonly featured: number;
  /** References from a file of one feature to one of another: they are the same in every arrangement. */
  readonly across: number;
  /** References that lead nowhere today. */
  readonly unresolved: number;
  /** Changes of two files or more in the history that was read. */
  readonly changes: number;
  /** How many such changes tell something. */
  readonly enough: number;
  readonly recommendation: Recommendation;
}
