/** What a rename comes to, however it was worked out. */
import type { ProjectPath } from "../../base/paths.js";
import type { Draft } from "../draft.js";
import type { MentionedName } from "./mentioned-names.js";

/** A rename as a draft, and what it is about. */
export interface RenameDraft {
  readonly draft: Draft;
  /** The names that change, the main one first; a default without a name is left out. */
  readonly names: readonly { readonly from: string; readonly to: string; readonly file: ProjectPath }[];
  /** Text that holds an old name and is no use of it: strings, comments, documents. */
  readonly mentions: readonly MentionedName[];
  /** Names of the file that hold the old one and stay. */
  readonly alike: readonly string[];
  /** Keys of resources that hold the old name and stay. */
  readonly keys?: readonly { readonly name: string; readonly file: ProjectPath }[];
  /** Files that a tool wrote and that change or move: it would write them otherwise. */
  readonly generated: readonly ProjectPath[];
  /** Names that get new ones and that a generator is still to write: nothing proves them. */
  readonly unwritten: readonly string[];
}
