/** What an addition is made of: what was asked for, and the files that it means. */
import type { Role, RoleData, Shelf } from "../../app/arrangement/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { SetupDraft } from "./setup-draft.js";
import type { App } from "../../app/app.js";

/** What is asked for. */
export interface AddRequest {
  readonly role: string;
  /** In any case; folders below the shelf may come before it (`forms/TextField`). */
  readonly name: string;
  readonly feature?: string | undefined;
  readonly shelf?: string | undefined;
  /** Companions to make, besides those that are usual here. */
  readonly with: readonly string[];
  readonly without: readonly string[];
  /** Whether the app begins with it, which only a screen can. */
  readonly first?: boolean | undefined;
  /** Whether the file gives what it is named after by default, if it can. */
  readonly isDefault?: boolean | undefined;
  /** Content instead of a starter: a file's bytes, and its extension. */
  readonly from?: { readonly bytes: Buffer; readonly extension: string } | undefined;
}

/** A request that was understood. */
export interface Adding extends AddRequest {
  readonly draft: SetupDraft;
  readonly app: App;
  readonly role: Role;
  readonly data: RoleData;
  /** The word by which the role was asked for: `page`. */
  readonly word?: string | undefined;
  /** Folders below the shelf that the name asks for, `""` for none. */
  readonly below: string;
  /** What is known of the app's own way of making such files. */
  readonly fillings?: Fillings | undefined;
}

/** What a file is filled in with besides: by word, and which conditions hold. */
export interface Fillings {
  readonly values: Readonly<Record<string, string>>;
  readonly conditions: ReadonlySet<string>;
}

/** One file that is to be made. */
export interface Wanted {
  readonly role: Role;
  readonly shelf: Shelf;
  readonly path: ProjectPath;
  readonly stem: string;
  readonly words: readonly string[];
  readonly starter: string | undefined;
}
