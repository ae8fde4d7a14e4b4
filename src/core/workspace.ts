/**
 * A project that stays open: the front door for programs that ask again and again. Open documents lie over the disk; after a
 * change only what depended on it is worked out anew; long work can be stopped.
 *
 *   look ─ findings ─ draft ─ plan        update(changes) ─ look ─ …
 *
 * What an edit costs depends on what it changes. Where a file says the same of itself as before (its references and what they
 * take, what it exports, its signs), only its places have shifted. Where it says something else, the file is read and resolved
 * again, and roles and features are judged anew. Where files come or go, or what decides the meaning of names changes, all is
 * looked at again; texts that are the same are not parsed a second time.
 */
import { openProject, type Project } from "./app/index.js";
import { ShelfError } from "./base/errors.js";
import type { ProjectPath } from "./base/paths.js";
import type { Progress } from "./base/progress.js";
import { planDraft, type Draft, type Plan } from "./change/plan/index.js";
import { Overlay, type FileReader } from "./files/index.js";
import { regraphed, type ReferenceGraph } from "./graph/index.js";
import { analyse, judgedAnew, type Analysis } from "./insight/analysis.js";
import { check, shiftedFindings, type Checked } from "./insight/rules/index.js";
import { isOfTrade } from "./languages/index.js";
import { factsOf, KnownReadings } from "./known-readings.js";

/** Something that has changed: on the disk; with a text, in an open document; with `null`, such a document was closed. */
export interface WorkspaceChange {
  readonly path: ProjectPath;
  readonly text?: string | null;
}

/** What long work may be told. */
export interface WorkOptions {
  readonly progress?: Progress | undefined;
  /** Stops the work: it then throws `STOPPED`, and the workspace is as it was. */
  readonly signal?: Pick<AbortSignal, "aborted"> | undefined;
}

/** How much was worked out anew for the last answer. */
export type Effort = "nothing" | "places" | "one file" | "everything";

interface State {
  readonly analysis: Analysis;
  /** `undefined` until they are asked for. */
  checked: readonly Checked[] | undefined;
}

/** One open project. Calls that look wait for each other; `update` may be called at any time. */
export class Workspace {
  readonly #overlay: Overlay;
  readonly #readings = new KnownReadings();
  readonly #changed = new Set<ProjectPath>();
  #state: State | undefined;
  #working: Promise<unknown> = Promise.resolve();
  #effort: Effort = "nothing";

  /** `standing` is the folder whose app is meant; from the root, every app that has a configuration. */
  constructor(
    store: FileReader,
    readonly standing: ProjectPath = "" as ProjectPath,
  ) {
    this.#overlay = new Overlay(store);
  }

  /** What the last answer has cost. */
  get effort(): Effort {
    return this.#effort;
  }

  /** Takes changes in. Nothing is read before somebody asks. */
  update(changes: Iterable<WorkspaceChange>): void {
    for (const { path, text } of changes) {
      if (typeof text === "string") this.#overlay.open(path, text);
      else if (text === null) this.#overlay.close(path);
      this.#changed.add(path);
    }
  }

  /** References, roles and features, as they are now. Throws as `analyse`, and `STOPPED`. */
  look(options: WorkOptions = {}): Promise<Analysis> {
    return this.#oneByOne(async () => (await this.#current(options)).analysis);
  }

  /** What `check` finds now, by app. */
  findings(options: WorkOptions = {}): Promise<readonly Checked[]> {
    return this.#oneByOne(async () => {
      const state = await this.#current(options);
      ensureWanted(options);
      return (state.checked ??= check(state.analysis));
    });
  }

  /** Plans and proves a draft on what is open and on the disk. Nothing is written. */
  plan(draftOf: (project: Project, graph: ReferenceGraph) => Draft, options: WorkOptions = {}): Promise<Plan> {
    return this.#oneByOne(async () => {
      const { analysis } = await this.#current(options);
      const { project, graph } = analysis;
      return planDraft(project, draftOf(project, graph), { graph, progress: stoppable(options) });
    });
  }

  /** The project alone, for what needs no references: nothing is kept of it. */
  project(): Promise<Project> {
    return openProject(this.#overlay);
  }

  async #oneByOne<Answer>(work: () => Promise<Answer>): Promise<Answer> {
    const before = this.#working;
    const answer = before.then(work, work);
    this.#working = answer.catch(() => undefined);
    return answer;
  }

  async #current(options: WorkOptions): Promise<State> {
    const changed = [...this.#changed];
    const old = this.#state;
    this.#effort = "nothing";
    if (old && changed.length === 0) return old;
    // What comes in while this is worked out is for the next time.
    this.#changed.clear();
    try {
      const state = (old && (await this.#little(old, changed))) ?? (await this.#everything(stoppable(options)));
      ensureWanted(options);
      return (this.#state = state);
    } catch (error) {
      for (const path of changed) this.#changed.add(path);
      throw error;
    }
  }

  async #everything(progress: Progress): Promise<State> {
    this.#effort = "everything";
    const { standing } = this;
    const analysis = await analyse(this.#overlay, { standing, kept: this.#readings, keepTexts: true, progress });
    return { analysis, checked: undefined };
  }

  /** What an edit within files comes to; `undefined` where more has changed than that. */
  async #little({ analysis, checked }: State, changed: readonly ProjectPath[]): Promise<State | undefined> {
    const { graph } = analysis;
    const isSmall = changed.every((path) => {
      const isThere = this.#overlay.stat(path)?.kind === "file";
      // What names mean may depend on settings; what no language reads may be anything to a rule.
      return isThere && graph.files.has(path) && !graph.tree.isLink(path) && !isOfTrade(path, "settings");
    });
    if (!isSmall) return undefined;
    const now = await regraphed(graph, this.#overlay, changed);
    if (!now) return undefined;
    for (const path of changed) {
      const reading = now.files.get(path)?.reading;
      if (reading) this.#readings.take(path, this.#overlay.read(path), reading);
    }
    const isSame = changed.every((path) => {
      // Something was concluded from its letters.
      if (graph.tree.notedTexts.has(path)) return false;
      const facts = factsOf(now, path);
      return facts !== undefined && facts === factsOf(graph, path);
    });
    this.#effort = isSame ? "places" : "one file";
    if (!isSame) return { analysis: judgedAnew(analysis, now), checked: undefined };
    const shifted = { ...analysis, graph: now, project: { ...analysis.project, tree: now.tree } };
    return { analysis: shifted, checked: checked && shiftedFindings(checked, { before: graph, now, changed }) };
  }
}

/** Work is stopped where it reports how far it is. */
function stoppable(options: WorkOptions): Progress {
  ensureWanted(options);
  return (what, done, all) => {
    ensureWanted(options);
    options.progress?.(what, done, all);
  };
}

function ensureWanted({ signal }: WorkOptions): void {
  if (signal?.aborted) throw new ShelfError("STOPPED");
}
