/** Findings in the editor: looked for when nothing has changed for a moment, open files told first. */
import { DiagnosticSeverity, type Diagnostic } from "vscode-languageserver";
import type { Client } from "./client.js";
import type { FoundNote } from "./found-notes.js";
import { LookingFailure } from "./looking.js";
import { shippedFile } from "./shipped-file.js";
import type { OpenProject } from "./projects.js";

/** By which the editor tells our findings from those of others. */
export const sourceName = "steady-shelf";

/** Where each rule is explained, shipped with the program. */
const rulesPage = shippedFile("docs/rules.md").href;

/** How long nothing has to change, in milliseconds. */
const pause = 300;

interface Shown {
  readonly notes: ReadonlyMap<string, readonly FoundNote[]>;
}

/** Keeps what is shown in step with the files. */
export class ShownFindings {
  readonly #shown = new Map<OpenProject, Shown>();
  readonly #timers = new Map<OpenProject, NodeJS.Timeout>();
  readonly #running = new Map<OpenProject, AbortController>();
  readonly #told = new Map<OpenProject, string>();

  constructor(readonly client: Client) {}

  /** Something has changed: looks again soon, and stops what is under way. */
  refresh(project: OpenProject, wait = pause): void {
    if (!this.client.wishes.findings) return;
    this.#running.get(project)?.abort();
    clearTimeout(this.#timers.get(project));
    this.#timers.set(
      project,
      setTimeout(() => void this.#look(project), wait),
    );
  }

  /** The findings of one file that are shown, by the URI. */
  notesAt(uri: string): readonly { readonly project: OpenProject; readonly note: FoundNote }[] {
    return [...this.#shown].flatMap(([project, { notes }]) =>
      (notes.get(uri) ?? []).map((note) => ({ project, note })),
    );
  }

  /** Takes back what a project has found. */
  forget(project: OpenProject): void {
    this.stop(project);
    const uris = [...(this.#shown.get(project)?.notes.keys() ?? [])];
    this.#shown.delete(project);
    for (const uri of uris) this.#publish(uri);
  }

  /** Ends what is under way. */
  stop(project: OpenProject): void {
    clearTimeout(this.#timers.get(project));
    this.#running.get(project)?.abort();
  }

  async #look(project: OpenProject): Promise<void> {
    const running = new AbortController();
    this.#running.set(project, running);
    const bar = await this.#progress(project, running);
    try {
      const found = await project.looking.ask("findings", [], { signal: running.signal, progress: bar?.report });
      if (!running.signal.aborted) this.#take(project, found);
      this.#told.delete(project);
    } catch (error) {
      this.#tell(project, error);
    } finally {
      bar?.done();
      if (this.#running.get(project) === running) this.#running.delete(project);
    }
  }

  #take(project: OpenProject, found: readonly FoundNote[]): void {
    const notes = new Map<string, FoundNote[]>();
    for (const note of found) {
      const uri = project.place.uriOf(note.file);
      const ofFile = notes.get(uri);
      if (ofFile) ofFile.push(note);
      else notes.set(uri, [note]);
    }
    const before = this.#shown.get(project)?.notes ?? new Map<string, readonly FoundNote[]>();
    this.#shown.set(project, { notes });
    const changed = [...new Set([...before.keys(), ...notes.keys()])].filter(
      (uri) => JSON.stringify(before.get(uri)) !== JSON.stringify(notes.get(uri)),
    );
    const isOpen = (uri: string): boolean => this.client.documents.versionOf(uri) !== null;
    for (const uri of [...changed.filter(isOpen), ...changed.filter((each) => !isOpen(each))]) this.#publish(uri);
  }

  #publish(uri: string): void {
    const diagnostics = this.notesAt(uri).map(({ project, note }) => diagnosticOf(project, note));
    void this.client.connection.sendDiagnostics({ uri, diagnostics });
  }

  /** What hinders looking is written down once, not after each edit. */
  #tell(project: OpenProject, error: unknown): void {
    if (error instanceof LookingFailure && error.code === "STOPPED") return;
    const next = error instanceof LookingFailure ? (error.next ?? "") : "";
    const text = `${error instanceof Error ? error.message : String(error)} ${next}`.trim();
    if (this.#told.get(project) === text) return;
    this.#told.set(project, text);
    this.client.note(text);
  }

  /** The first look takes a while, and may be stopped; those after it are not worth a bar. */
  async #progress(
    project: OpenProject,
    running: AbortController,
  ): Promise<{ report: (what: string, done: number, total: number) => void; done: () => void } | undefined> {
    if (this.#shown.has(project) || !this.client.showsProgress) return undefined;
    const bar = await this.client.connection.window.createWorkDoneProgress();
    bar.begin("Steady Shelf", 0, "Looking at the project", true);
    bar.token.onCancellationRequested(() => running.abort());
    return {
      report: (what, done, total) => bar.report(total === 0 ? 0 : Math.round((done / total) * 100), what),
      done: () => bar.done(),
    };
  }
}

function diagnosticOf({ place }: OpenProject, note: FoundNote): Diagnostic {
  return {
    range: note.range,
    severity: note.severity === "error" ? DiagnosticSeverity.Error : DiagnosticSeverity.Warning,
    code: note.rule,
    codeDescription: { href: `${rulesPage}#${note.rule}` },
    source: sourceName,
    message: note.message,
    relatedInformation: note.related.map(({ file, range, message }) => ({
      location: { uri: place.uriOf(file), range },
      message,
    })),
  };
}
