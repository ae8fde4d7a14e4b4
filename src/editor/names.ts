/** What is told of names and imports, and renaming a file with what it is named after. */
import type {
  Hover,
  Position,
  PrepareRenameParams,
  RenameParams,
  TextDocumentPositionParams,
  WorkspaceEdit,
} from "vscode-languageserver";
import { MarkupKind, ResponseError, type Range } from "vscode-languageserver";
import type { SourceText } from "../core/base/text/index.js";
import type { Client } from "./client.js";
import { cannotRename, type FileOperations } from "./file-operations.js";
import { offsetOf, rangeOf } from "./positions.js";
import type { Projects } from "./projects.js";
import { refusalText } from "./saying.js";
import { workspaceEdit } from "./workspace-edit.js";

/** The number of an answer that a request cannot be met. Source: `RequestFailed`, Language Server Protocol 3.17. */
const requestFailed = -32803;

/** Answers about names. */
export class Names {
  constructor(
    readonly client: Client,
    readonly projects: Projects,
    readonly operations: FileOperations,
  ) {}

  async hover({ textDocument, position }: TextDocumentPositionParams, signal: AbortSignal): Promise<Hover | null> {
    const located = this.projects.at(textDocument.uri);
    const source = located && this.projects.textAt(textDocument.uri, located);
    if (!source) return null;
    const { project, path } = located;
    const told = await project.looking.ask("hover", [path, this.#offset(source, position)], { signal });
    if (!told) return null;
    return {
      contents: { kind: MarkupKind.Markdown, value: told.markdown },
      range: rangeOf(source, told.start, told.end, this.client.encoding),
    };
  }

  /** The name at a place and its range, if its file is named after it; every other name is for the language's own server. */
  async prepareRename(
    { textDocument, position }: PrepareRenameParams,
    signal: AbortSignal,
  ): Promise<{ range: Range; placeholder: string } | null> {
    const located = this.projects.at(textDocument.uri);
    const source = located && this.projects.textAt(textDocument.uri, located);
    if (!source) return null;
    const { project, path } = located;
    const place = await project.looking.ask("nameAt", [path, this.#offset(source, position)], { signal });
    return place
      ? { range: rangeOf(source, place.start, place.end, this.client.encoding), placeholder: place.name }
      : null;
  }

  /** Renames the name and its file. */
  async rename({ newName, ...at }: RenameParams, signal: AbortSignal): Promise<WorkspaceEdit | null> {
    const located = this.projects.at(at.textDocument.uri);
    if (!located || (await this.prepareRename(at, signal)) === null) return null;
    const { project, path } = located;
    const versions = this.client.documents.versions();
    try {
      const change = await project.looking.ask("rename", [path, newName], { signal });
      const edit = workspaceEdit(this.operations.inputOf(project, change, versions));
      if (!edit) throw new ResponseError(requestFailed, cannotRename);
      this.operations.tell(change);
      this.operations.expect(project, change);
      return edit;
    } catch (error) {
      if (error instanceof ResponseError) throw error;
      throw new ResponseError(requestFailed, refusalText(error) ?? "The work was stopped.");
    }
  }

  #offset(source: SourceText, position: Position): number {
    return offsetOf(source, position, this.client.encoding);
  }
}
