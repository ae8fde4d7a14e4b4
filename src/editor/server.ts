/**
 * The language server: which messages of the protocol are answered by whom. Nothing is written here: every change is an edit
 * that the editor carries out, so that it can be looked at, undone, and never meets an unsaved document.
 *
 * Source: Language Server Protocol 3.17.
 */
import {
  DidChangeWatchedFilesNotification,
  TextDocumentSyncKind,
  type CancellationToken,
  type CompletionItem,
  CompletionItemKind,
  type DocumentLink,
  type InitializeParams,
  type InitializeResult,
  type TextDocumentPositionParams,
} from "vscode-languageserver";
import { configurationFile } from "../core/app/configuration/index.js";
import { folderOf, joinPath, nameOf } from "../core/base/paths.js";
import { SourceText } from "../core/base/text/index.js";
import { arrangementCommand, previewArrangement } from "./arrangement-preview.js";
import { Client } from "./client.js";
import type { Wire } from "./connection.js";
import { actionKinds, carryOutCommand, CodeActions } from "./code-actions.js";
import { completionsAt, pathsIn } from "./configuration-file.js";
import { FileOperations } from "./file-operations.js";
import { Names } from "./names.js";
import { offsetOf, rangeOf } from "./positions.js";
import { Projects } from "./projects.js";
import { ShownFindings } from "./shown-findings.js";

/** What happens to files that are no text, or not the project's, changes nothing here. */
const ofNobody = /(?:^|\/)(?:\.git|node_modules|\.steady-shelf)(?:\/|$)/;

/** Answers an editor until it goes. Resolves when it has: whether it said good-bye first. */
export function serve({ connection, isCut }: Wire, version: string): Promise<boolean> {
  return new Promise((resolve) => {
    let session: Session | undefined;
    connection.onInitialize((params) => {
      session = new Session(new Client(connection, params));
      return session.begin(params, version);
    });
    connection.onInitialized(() => session?.initialized());
    connection.onShutdown(() => session?.end());
    connection.onExit(() => resolve(true));
    connection.listen();
    // An editor that crashed says nothing; threads that go on looking would keep this process for ever.
    void isCut
      .then(() => session?.end())
      .catch(() => undefined)
      .then(() => resolve(false));
  });
}

class Session {
  readonly #projects: Projects;
  readonly #shown: ShownFindings;
  readonly #operations: FileOperations;
  readonly #actions: CodeActions;
  readonly #names: Names;
  #folders: readonly string[] = [];

  constructor(readonly client: Client) {
    this.#projects = new Projects(client);
    this.#shown = new ShownFindings(client);
    this.#operations = new FileOperations(client, this.#projects, this.#shown);
    this.#actions = new CodeActions(client, this.#projects, this.#shown, this.#operations);
    this.#names = new Names(client, this.#projects, this.#operations);
  }

  begin(params: InitializeParams, version: string): InitializeResult {
    // Editors that know of no folders name the one that they have.
    const { workspaceFolders, ...rest } = params;
    const rootUri: unknown = Reflect.get(rest, "rootUri");
    this.#folders = workspaceFolders?.map(({ uri }) => uri) ?? (typeof rootUri === "string" ? [rootUri] : []);
    this.#answerDocuments();
    this.#answerFiles();
    this.#answerLanguage();
    const everything = { filters: [{ scheme: "file", pattern: { glob: "**/*" } }] };
    return {
      serverInfo: { name: "steady-shelf", version },
      capabilities: {
        positionEncoding: this.client.encoding,
        textDocumentSync: { openClose: true, change: TextDocumentSyncKind.Incremental, save: false },
        hoverProvider: true,
        codeActionProvider: { codeActionKinds: actionKinds, resolveProvider: true },
        renameProvider: { prepareProvider: true },
        documentLinkProvider: {},
        completionProvider: { triggerCharacters: [":", " ", "-", "[", "{", ","] },
        executeCommandProvider: { commands: [carryOutCommand, arrangementCommand], workDoneProgress: true },
        workspace: {
          workspaceFolders: { supported: true, changeNotifications: true },
          fileOperations: {
            willRename: everything,
            didRename: everything,
            willCreate: everything,
            didCreate: everything,
            willDelete: everything,
            didDelete: everything,
          },
        },
      },
    };
  }

  initialized(): void {
    const { connection } = this.client;
    for (const uri of this.#folders) this.#open(uri);
    if (this.client.hasFolders)
      connection.workspace.onDidChangeWorkspaceFolders(({ added, removed }) => {
        for (const { uri } of removed) this.#close(uri);
        for (const { uri } of added) this.#open(uri);
      });
    if (this.client.watches)
      void connection.client.register(DidChangeWatchedFilesNotification.type, {
        watchers: [{ globPattern: "**/*" }],
      });
  }

  async end(): Promise<void> {
    for (const project of this.#projects.all) this.#shown.stop(project);
    await this.#projects.closeAll();
  }

  #open(uri: string): void {
    const project = this.#projects.open(uri);
    if (!project) return;
    // A client that does not tell of changes on the disk is answered by what is there each time.
    if (this.client.watches) void project.mover.warm().catch(() => undefined);
    this.#shown.refresh(project, 0);
  }

  #close(uri: string): void {
    const project = this.#projects.all.find((each) => each.uri === uri);
    if (project) this.#shown.forget(project);
    void this.#projects.close(uri);
  }

  #answerDocuments(): void {
    const { connection, documents } = this.client;
    const take = (uri: string, text: string | null): void => {
      for (const { project, path } of this.#projects.around(uri)) {
        project.update([{ path, text }]);
        this.#shown.refresh(project);
      }
    };
    connection.onDidOpenTextDocument(({ textDocument }) => {
      documents.open(textDocument);
      take(textDocument.uri, textDocument.text);
    });
    connection.onDidChangeTextDocument(({ textDocument, contentChanges }) => {
      const text = documents.change(textDocument, contentChanges);
      if (text !== undefined) take(textDocument.uri, text);
    });
    connection.onDidCloseTextDocument(({ textDocument: { uri } }) => {
      documents.close(uri);
      take(uri, null);
    });
    connection.onDidChangeWatchedFiles(({ changes }) => {
      for (const { uri } of changes)
        for (const { project, path } of this.#projects.around(uri)) {
          if (ofNobody.test(path)) continue;
          project.update([{ path }]);
          this.#shown.refresh(project);
        }
    });
  }

  #answerFiles(): void {
    const { workspace } = this.client.connection;
    workspace.onWillRenameFiles((params) => this.#operations.willRename(params));
    workspace.onDidRenameFiles((params) => void this.#operations.didRename(params));
    workspace.onWillCreateFiles((params) => this.#operations.willCreate(params));
    workspace.onDidCreateFiles((params) => void this.#operations.didCreate(params));
    workspace.onWillDeleteFiles((params) => this.#operations.willDelete(params));
    workspace.onDidDeleteFiles((params) => this.#operations.didDelete(params));
  }

  #answerLanguage(): void {
    const { connection } = this.client;
    connection.onHover((params, token) => this.#names.hover(params, signalOf(token)));
    connection.onPrepareRename((params, token) => this.#names.prepareRename(params, signalOf(token)));
    connection.onRenameRequest((params, token) => this.#names.rename(params, signalOf(token)));
    connection.onCodeAction((params, token) => this.#actions.offered(params, signalOf(token)));
    connection.onCodeActionResolve((action) => this.#actions.resolved(action));
    connection.onDocumentLinks(({ textDocument: { uri } }) => this.#links(uri));
    connection.onCompletion((params) => this.#completions(params));
    connection.onExecuteCommand(({ command, arguments: words = [] }, token, progress) =>
      command === arrangementCommand
        ? previewArrangement(words, {
            client: this.client,
            projects: this.#projects,
            operations: this.#operations,
            signal: signalOf(token),
            progress,
          })
        : this.#actions.carryOut(words),
    );
  }

  #links(uri: string): DocumentLink[] {
    const located = this.#configuration(uri);
    if (!located) return [];
    const { text, project, path } = located;
    return pathsIn(text.text).flatMap(({ start, end, path: named }) => {
      const target = joinPath(folderOf(path), named);
      if (target === undefined || project.mover.overlay.stat(target)?.kind !== "file") return [];
      return [{ range: rangeOf(text, start, end, this.client.encoding), target: project.place.uriOf(target) }];
    });
  }

  #completions({ textDocument: { uri }, position }: TextDocumentPositionParams): CompletionItem[] {
    const located = this.#configuration(uri);
    if (!located) return [];
    const offset = offsetOf(located.text, position, this.client.encoding);
    return completionsAt(located.text.text, offset).map(({ word, about, isKey }) => ({
      label: word,
      kind: isKey ? CompletionItemKind.Property : CompletionItemKind.Value,
      insertText: isKey ? `${word}: ` : word,
      ...(about !== "" && { documentation: about }),
    }));
  }

  #configuration(uri: string) {
    const located = this.#projects.at(uri);
    const text = this.client.documents.textOf(uri);
    if (!located || text === undefined || nameOf(located.path) !== configurationFile) return undefined;
    return { ...located, text: SourceText.ofNew(text) };
  }
}

function signalOf(token: CancellationToken): AbortSignal {
  const controller = new AbortController();
  if (token.isCancellationRequested) controller.abort();
  token.onCancellationRequested(() => controller.abort());
  return controller.signal;
}
