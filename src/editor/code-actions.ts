/** What can be done about findings and places, as the editor's code actions. */
import { CodeActionKind, type CodeAction, type CodeActionParams, type Diagnostic } from "vscode-languageserver";
import type { Client } from "./client.js";
import { cannotRename, type FileOperations } from "./file-operations.js";
import type { Offer, Place, Wish } from "./offers.js";
import { offsetOf } from "./positions.js";
import type { OpenProject, Projects } from "./projects.js";
import { saying } from "./saying.js";
import { sourceName, type ShownFindings } from "./shown-findings.js";
import { workspaceEdit } from "./workspace-edit.js";

/** Kinds of actions that are offered. */
const renameKind: CodeActionKind = "refactor.rename";
export const actionKinds = [
  CodeActionKind.QuickFix,
  CodeActionKind.RefactorMove,
  CodeActionKind.RefactorExtract,
  renameKind,
];

/** The command that carries an action out in an editor that cannot ask for its edit later. */
export const carryOutCommand = "steady-shelf.carryOut";

interface Chosen {
  /** The folder of the editor whose project is meant. */
  readonly folder: string;
  readonly title: string;
  readonly wish: Wish;
}

const kinds: Readonly<Record<Wish["kind"], CodeActionKind>> = {
  repair: CodeActionKind.QuickFix,
  accept: CodeActionKind.QuickFix,
  shelf: CodeActionKind.RefactorMove,
  extract: CodeActionKind.RefactorExtract,
};

/** Offers actions, and works out what those come to that are taken. */
export class CodeActions {
  constructor(
    readonly client: Client,
    readonly projects: Projects,
    readonly shown: ShownFindings,
    readonly operations: FileOperations,
  ) {}

  async offered(
    { textDocument: { uri }, range, context }: CodeActionParams,
    signal: AbortSignal,
  ): Promise<CodeAction[]> {
    const located = this.projects.at(uri);
    const source = located && this.projects.textAt(uri, located);
    if (!source) return [];
    const { project, path } = located;
    const meant = this.#keysOf(uri, project, context.diagnostics);
    const place = {
      file: path,
      start: offsetOf(source, range.start, this.client.encoding),
      end: offsetOf(source, range.end, this.client.encoding),
    };
    const wanted = (kind: CodeActionKind): boolean =>
      context.only === undefined || context.only.some((each) => kind === each || kind.startsWith(`${each}.`));
    const offers = await project.looking.ask("offers", [place, [...meant.keys()]], { signal });
    const renames = wanted(renameKind) ? await this.#renameAt(project, place, signal) : [];
    const actions = offers
      .filter(({ wish }) => wanted(kinds[wish.kind]))
      .map((offer) =>
        this.#actionOf(
          project,
          offer,
          offer.about.flatMap((key) => meant.get(key) ?? []),
        ),
      );
    return [...actions, ...renames];
  }

  /** Only the editor can ask for a name: with its own command for that, a name is renamed with its file. */
  async #renameAt(project: OpenProject, { file, start }: Place, signal: AbortSignal): Promise<CodeAction[]> {
    const { renameCommand } = this.client.wishes;
    const place = renameCommand === undefined ? null : await project.looking.ask("nameAt", [file, start], { signal });
    if (!place || renameCommand === undefined) return [];
    const title = `Rename ${place.name} with its file`;
    return [{ title, kind: renameKind, command: { title, command: renameCommand } }];
  }

  /** The same action with its edit. Throws what is in the way, in words. */
  async resolved(action: CodeAction): Promise<CodeAction> {
    const chosen = (action.data ?? {}) as Partial<Chosen>;
    const project = this.#projectOf(chosen);
    const { wish } = chosen;
    if (!project || !wish) return action;
    const versions = this.client.documents.versions();
    const change = await project.looking.ask("change", [wish]);
    this.operations.tell(change);
    const edit = workspaceEdit(this.operations.inputOf(project, change, versions));
    if (!edit) throw new Error(cannotRename);
    this.operations.expect(project, change);
    return { ...action, edit };
  }

  /** Works a chosen action out and has the editor carry it out. */
  async carryOut(words: readonly unknown[]): Promise<boolean> {
    const [chosen] = words as readonly Partial<Chosen>[];
    const project = chosen && this.#projectOf(chosen);
    const wish = chosen?.wish;
    if (!project || !wish) return false;
    const versions = this.client.documents.versions();
    const done = await saying(this.client, async () => {
      const change = await project.looking.ask("change", [wish]);
      return this.operations.apply(project, change, { label: chosen.title ?? "Steady Shelf", versions });
    });
    return done === true;
  }

  #projectOf({ folder }: Partial<Chosen>): OpenProject | undefined {
    return this.projects.all.find(({ uri }) => uri === folder);
  }

  #actionOf({ uri }: OpenProject, { title, wish, isPreferred }: Offer, about: Diagnostic[]): CodeAction {
    const chosen: Chosen = { folder: uri, title, wish };
    return {
      title,
      kind: kinds[wish.kind],
      ...(about.length > 0 && { diagnostics: about }),
      ...(isPreferred && { isPreferred }),
      ...(this.client.resolvesEdits
        ? { data: chosen }
        : { command: { title, command: carryOutCommand, arguments: [chosen] } }),
    };
  }

  /** The findings that the editor's diagnostics are. */
  #keysOf(uri: string, project: OpenProject, diagnostics: readonly Diagnostic[]): Map<string, Diagnostic> {
    const meant = new Map<string, Diagnostic>();
    for (const { project: of, note } of this.shown.notesAt(uri)) {
      const diagnostic = diagnostics.find(
        ({ source, code, message }) => source === sourceName && code === note.rule && message === note.message,
      );
      if (of === project && diagnostic) meant.set(note.key, diagnostic);
    }
    return meant;
  }
}
