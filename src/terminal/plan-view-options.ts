/** How a plan is shown. */
import type { FolderPurpose } from "../core/change/setup/index.js";

/** How a plan's view is folded, and what is known of the tree. */
export interface PlanViewOptions {
  readonly all: boolean;
  readonly staysIn: (folder: string) => number | undefined;
  /** Set once the plan was carried out: the change's id. */
  readonly change?: string;
  /** References that lead through a public index from then on. */
  readonly led?: number;
  /** Edits shown before they are folded. */
  readonly mostEdits?: number;
  /** Of a new app: its folders, with what each is for, and what the whole is for. */
  readonly app?: { readonly folders: readonly FolderPurpose[]; readonly purpose: string };
  /** What else there is to know or to do, a sentence each. */
  readonly notes?: readonly string[];
  /** The first sentence, where lines of texts are not what a plan is about. */
  readonly lead?: string;
  /** Sections that stand right below the first sentence. */
  readonly first?: readonly (readonly string[])[];
  /** Sections that follow the others. */
  readonly more?: readonly (readonly string[])[];
  /** What is said where nothing changes at all. */
  readonly nothing?: string;
}
