/** What the editor has said of itself when it began, and how it is spoken to. */
import type { ClientCapabilities, Connection, InitializeParams } from "vscode-languageserver";
import { Documents } from "./documents.js";
import { encodingFrom, type Encoding } from "./positions.js";
import type { EditAbilities } from "./workspace-edit.js";

/** What becomes of files that belong to one that is renamed. */
export type CompanionsWish = "ask" | "follow" | "leave";

/** What a person may set, as `initializationOptions`. */
export interface Wishes {
  readonly companions: CompanionsWish;
  /** Whether the findings of `check` are shown. */
  readonly findings: boolean;
  /** The editor's own command that begins a rename at the cursor; with it, a rename with its file is offered. */
  readonly renameCommand: string | undefined;
}

/** The editor at the other end. */
export class Client {
  readonly documents: Documents;
  readonly encoding: Encoding;
  readonly abilities: EditAbilities;
  readonly wishes: Wishes;
  readonly #capabilities: ClientCapabilities;

  constructor(
    readonly connection: Connection,
    { capabilities, initializationOptions }: InitializeParams,
  ) {
    this.#capabilities = capabilities;
    this.encoding = encodingFrom(capabilities.general?.positionEncodings);
    this.documents = new Documents(this.encoding);
    const {
      documentChanges,
      resourceOperations = [],
      changeAnnotationSupport,
    } = capabilities.workspace?.workspaceEdit ?? {};
    this.abilities = {
      // Files can be renamed in no other form, so who can do that knows it.
      documentChanges: documentChanges === true || resourceOperations.length > 0,
      create: resourceOperations.includes("create"),
      rename: resourceOperations.includes("rename"),
      remove: resourceOperations.includes("delete"),
      annotations: changeAnnotationSupport !== undefined,
    };
    this.wishes = wishesFrom(initializationOptions);
  }

  /** Whether an edit may be worked out after its title was shown. */
  get resolvesEdits(): boolean {
    return this.#capabilities.textDocument?.codeAction?.resolveSupport?.properties.includes("edit") === true;
  }

  /** Whether it tells of files that change on the disk, if it is asked to. */
  get watches(): boolean {
    return this.#capabilities.workspace?.didChangeWatchedFiles?.dynamicRegistration === true;
  }

  get hasFolders(): boolean {
    return this.#capabilities.workspace?.workspaceFolders === true;
  }

  get showsProgress(): boolean {
    return this.#capabilities.window?.workDoneProgress === true;
  }

  get appliesEdits(): boolean {
    return this.#capabilities.workspace?.applyEdit === true;
  }

  /** Says something that may matter, and how to go on. */
  warn(text: string): void {
    this.connection.window.showWarningMessage(text);
  }

  /** Writes something down that somebody may want to look up. */
  note(text: string): void {
    this.connection.console.info(text);
  }
}

function wishesFrom(options: unknown): Wishes {
  const { companions, findings, renameCommand } = (
    typeof options === "object" && options !== null ? options : {}
  ) as Partial<Record<keyof Wishes, unknown>>;
  return {
    companions: companions === "follow" || companions === "leave" ? companions : "ask",
    findings: findings !== false,
    renameCommand: typeof renameCommand === "string" ? renameCommand : undefined,
  };
}
