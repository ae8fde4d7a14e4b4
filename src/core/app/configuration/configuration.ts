/**
 * `steady-shelf.yaml`: what an app's people have decided. One lies in the folder of each app; in a monorepo that is one an
 * app, and each speaks for its own folder. `schema.ts` says what may stand in it.
 */
import type { ListOrder, Mapping } from "../../languages/index.js";
import type { OneOrMore, Role, ShelfSource } from "../arrangement/index.js";
import type { Place } from "../../base/errors.js";
import type { ProjectPath } from "../../base/paths.js";
import type { Severity } from "./rule-names.js";

/** What one configuration says. Keys that it leaves out are missing, or empty. */
export interface Configuration {
  /** Where it lies, and the app with it. */
  readonly file: ProjectPath;
  readonly folder: ProjectPath;
  readonly stack?: string;
  readonly language?: "typescript" | "javascript";
  /** From the app's folder. */
  readonly source?: string;
  readonly arrangement?: string;
  readonly words: Readonly<Record<string, string>>;
  readonly names: Readonly<Partial<Record<Role, OneOrMore<string>>>>;
  readonly publicIndex?: boolean;
  readonly state?: "together" | "apart";
  readonly classPrefix?: string;
  /** Whether every type stays in its namespace, wherever its file moves. */
  readonly keepNamespaces?: boolean;
  /** Whether shelves are groups of a project, wherever files lie. */
  readonly inGroups?: boolean;
  readonly groupOrder?: readonly ListOrder[];
  readonly shelves: ShelfSource;
  readonly companions: Readonly<Partial<Record<Role, readonly string[]>>>;
  readonly starters?: string;
  readonly features: Readonly<Record<string, readonly string[]>>;
  readonly files: Readonly<
    Record<string, "leave" | { readonly role?: Role | undefined; readonly feature?: string | undefined }>
  >;
  readonly aliases: readonly Mapping[];
  readonly rules: Readonly<
    Record<string, Severity | { readonly severity?: Severity | undefined; readonly most?: number | undefined }>
  >;
  /** Where a key stands, for messages. */
  readonly placeOf: (...path: (string | number)[]) => Place;
}

/** The file's name. */
export const configurationFile = "steady-shelf.yaml";
