/** A file of a plan between its steps: what it names, what that means, and what would change. */
import type { Extraction, ReadingDepth, Reference, Resolution } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import type { NewText } from "./plan.js";

/** One reference with another spelling. */
export interface Respelled {
  readonly reference: Reference;
  readonly specifier: string;
}

/** One file that was read: what it names, what that means now, and what would change. */
export interface RespelledFile {
  readonly path: ProjectPath;
  readonly extraction: Extraction;
  /** What each reference means on the present tree, in the same order. */
  readonly meanings: readonly Resolution[];
  readonly respelled: readonly Respelled[];
  /** Everything that changes in the text: respellings, and what the draft itself asks for. */
  readonly changes: readonly TextEdit[];
  /** Whether all of them are respellings. */
  readonly onlyRespelled: boolean;
  /** References for which no spelling was found. */
  readonly lost: readonly { readonly reference: Reference; readonly was: Resolution }[];
  /** What references that the draft adds have to mean, and whether others may come; and where those begin that it takes out. */
  readonly adds: readonly ProjectPath[];
  readonly others: "none" | "led";
  /** New references, as they are spelled, that lead nowhere as they did elsewhere. */
  readonly astray: readonly string[];
  readonly removes: ReadonlySet<number>;
}

/** The same with its new text, if it has one. */
export interface ReadFile extends RespelledFile {
  readonly text: NewText | undefined;
}

/** How much is known of a text: with what it declares and uses, or only what it references. */
export function depthOf({ declares, usesNames }: Extraction): ReadingDepth {
  return declares === undefined && usesNames === undefined ? "references" : "all";
}
