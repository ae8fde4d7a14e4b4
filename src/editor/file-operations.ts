/** Files that are made, renamed and deleted in the editor. */
import type {
  CreateFilesParams,
  DeleteFilesParams,
  FileRename,
  RenameFilesParams,
  WorkspaceEdit,
} from "vscode-languageserver";
import { nameOf, type ProjectPath } from "../core/base/paths.js";
import { count, enumerate } from "../wording/words.js";
import type { Client } from "./client.js";
import type { Renaming } from "./mover.js";
import type { Users } from "./offers.js";
import { changeOf, type PlannedChange } from "./planned-change.js";
import type { OpenProject, Projects } from "./projects.js";
import { saying } from "./saying.js";
import type { ShownFindings } from "./shown-findings.js";
import { workspaceEdit, type EditInput } from "./workspace-edit.js";

/** How long the editor may take to rename what an edit of ours asked for, in milliseconds. */
const mostWait = 10_000;

/** What the editor tells of files, and what it is answered. */
export class FileOperations {
  /** Renames that our own edits ask for, each with the time until which it is expected. */
  readonly #own = new Map<string, number>();
  readonly #companions = new Map<OpenProject, readonly Renaming[]>();
  readonly #starters = new Map<string, Promise<string | undefined>>();

  constructor(
    readonly client: Client,
    readonly projects: Projects,
    readonly shown: ShownFindings,
    /** How long the making or deleting of files waits for what is known of them, in milliseconds; later it is told all the same. */
    readonly mostAsked = 2000,
  ) {}

  /** The edit that keeps every reference right; `null` where nothing has to change. */
  async willRename({ files }: RenameFilesParams): Promise<WorkspaceEdit | null> {
    const edits: WorkspaceEdit[] = [];
    for (const [project, renamings] of this.#byProject(files)) {
      const edit = await this.#planned(project, renamings);
      if (edit) edits.push(edit);
    }
    return joined(edits);
  }

  async #planned(project: OpenProject, renamings: readonly Renaming[]): Promise<WorkspaceEdit | undefined> {
    const { client } = this;
    const versions = this.client.documents.versions();
    return saying(client, async () => {
      const follow = client.wishes.companions === "follow" && client.abilities.rename;
      const { plan, companions } = await project.mover.plan(renamings, follow);
      this.#companions.set(project, client.wishes.companions === "ask" ? companions : []);
      const change = changeOf(plan);
      this.tell(change);
      const without = new Set(plan.moves.filter(({ why }) => why !== "companion").map(({ from }) => from));
      this.expect(project, change, without);
      if (change.texts.length === 0 && change.moves.every(({ from }) => without.has(from))) return undefined;
      return workspaceEdit({ ...this.inputOf(project, change, versions), without });
    });
  }

  /** Files have other names now. What belongs to them is offered. */
  async didRename({ files }: RenameFilesParams): Promise<void> {
    const asked: [OpenProject, readonly Renaming[]][] = [];
    for (const [project, renamings] of this.#renamings(files, "everywhere")) {
      const open = project.mover.renamed(renamings);
      project.update([
        ...renamings.flatMap(({ from, to }) => [{ path: from }, { path: to }]),
        ...open.flatMap(({ from, to, text }) => [
          { path: from, text: null },
          { path: to, text },
        ]),
      ]);
      this.shown.refresh(project);
      const companions = this.#companions.get(project) ?? [];
      this.#companions.delete(project);
      if (companions.length > 0) asked.push([project, companions]);
    }
    for (const [project, companions] of asked) await this.#offer(project, companions);
  }

  async #offer(project: OpenProject, companions: readonly Renaming[]): Promise<void> {
    const { client } = this;
    if (!client.abilities.rename || !client.appliesEdits) return;
    const names = companions.map(({ from }) => nameOf(from));
    const shown = [...names.slice(0, 3), ...(names.length > 3 ? [count(names.length - 3, "other")] : [])];
    const yes = { title: companions.length === 1 ? "Move it, too" : "Move them, too" };
    const answer = await client.connection.window.showInformationMessage(
      `${enumerate(shown)} ${names.length === 1 ? "belongs" : "belong"} to what was renamed.`,
      yes,
      { title: companions.length === 1 ? "Leave it" : "Leave them" },
    );
    if (answer?.title !== yes.title) return;
    await saying(client, async () => {
      const versions = this.client.documents.versions();
      const { plan } = await project.mover.plan(companions, false);
      await this.apply(project, changeOf(plan), { label: "Move companion files", versions });
    });
  }

  /** Has the editor carry a change out; gives whether it did. */
  async apply(
    project: OpenProject,
    change: PlannedChange,
    { label, versions, preview }: { label: string; versions: ReadonlyMap<string, number | null>; preview?: string },
  ): Promise<boolean> {
    const { client } = this;
    this.tell(change);
    const edit = workspaceEdit({
      ...this.inputOf(project, change, versions),
      ...(preview !== undefined && { preview }),
    });
    if (!edit) {
      client.warn(cannotRename);
      return false;
    }
    this.expect(project, change);
    const { applied } = await client.connection.workspace.applyEdit({ label, edit });
    return applied;
  }

  /** Remembers renames that an edit of ours asks for: the editor tells of them as though a person had made them. */
  expect({ place }: OpenProject, { moves }: PlannedChange, without: ReadonlySet<ProjectPath> = new Set()): void {
    const until = Date.now() + mostWait;
    for (const { from, to } of moves)
      if (!without.has(from)) this.#own.set(keyOf(place.uriOf(from), place.uriOf(to)), until);
  }

  /** Says what could not be updated; writes down what may have to be looked at. */
  tell({ warning, notes }: PlannedChange): void {
    if (warning !== undefined) this.client.warn(warning);
    if (notes.length > 0)
      this.client.note(`Possible references that were not updated; please check:\n${notes.join("\n")}`);
  }

  /** Remembers with what a new file would begin: an edit of this moment may not write into it. */
  async willCreate({ files }: CreateFilesParams): Promise<null> {
    for (const { uri } of files) {
      const located = this.projects.at(uri);
      if (!located) continue;
      const starter = located.project.looking.ask("starter", [located.path]).catch(() => undefined);
      this.#starters.set(uri, starter);
      await atMost(this.mostAsked, starter);
    }
    return null;
  }

  /** Gives a file that was made empty its starter, if it still is empty when that is known. */
  async didCreate({ files }: CreateFilesParams): Promise<void> {
    for (const { uri } of files)
      for (const { project, path } of this.projects.around(uri)) {
        project.update([{ path }]);
        this.shown.refresh(project);
      }
    for (const { uri } of files) {
      const asked = this.#starters.get(uri);
      this.#starters.delete(uri);
      const starter = await asked;
      const located = this.projects.at(uri);
      if (starter === undefined || !located || !this.#isEmpty(uri, located.path, located.project)) continue;
      const change = { texts: [{ file: located.path, before: "", after: starter }], ...nothingElse };
      if (this.client.appliesEdits)
        await this.apply(located.project, change, {
          label: "Starter of its shelf",
          versions: this.client.documents.versions(),
        });
    }
  }

  #isEmpty(uri: string, path: ProjectPath, { mover }: OpenProject): boolean {
    const open = this.client.documents.textOf(uri);
    if (open !== undefined) return open === "";
    return mover.overlay.stat(path)?.size === 0;
  }

  /** Says who still uses what will be deleted. */
  async willDelete({ files }: DeleteFilesParams): Promise<null> {
    const byProject = new Map<OpenProject, ProjectPath[]>();
    for (const { uri } of files) {
      const located = this.projects.at(uri);
      if (located) byProject.set(located.project, [...(byProject.get(located.project) ?? []), located.path]);
    }
    for (const [project, paths] of byProject) {
      const used = project.looking.ask("usersOf", [paths]).catch(() => []);
      await atMost(
        this.mostAsked,
        used.then((users) => this.#tellUsers(users)),
      );
    }
    return null;
  }

  #tellUsers(used: readonly Users[]): void {
    if (used.length === 0) return;
    const users = [...new Set(used.flatMap((each) => each.users.map(({ file, line }) => `${file}:${line}`)))];
    const shown = [...users.slice(0, 4), ...(users.length > 4 ? [count(users.length - 4, "other place")] : [])];
    const what = used.length === 1 ? nameOf(used[0]?.file ?? "") : count(used.length, "file");
    this.client.warn(`${what} ${used.length === 1 ? "is" : "are"} still used, by ${enumerate(shown)}.`);
  }

  didDelete({ files }: DeleteFilesParams): void {
    for (const { uri } of files)
      for (const { project, path } of this.projects.around(uri)) {
        project.update([{ path }]);
        this.shown.refresh(project);
      }
  }

  /** What an edit of a change is made with. */
  inputOf(project: OpenProject, change: PlannedChange, versions: ReadonlyMap<string, number | null>): EditInput {
    const { encoding, abilities } = this.client;
    return {
      change,
      encoding,
      abilities,
      uriOf: (path: ProjectPath) => project.place.uriOf(path),
      versionOf: (uri: string) => versions.get(uri) ?? null,
    };
  }

  /** What a person renames within one project; what an edit of ours asked for is left out. */
  #byProject(files: readonly FileRename[]): Map<OpenProject, Renaming[]> {
    const now = Date.now();
    for (const [key, until] of this.#own) if (until < now) this.#own.delete(key);
    return this.#renamings(files.filter(({ oldUri, newUri }) => !this.#own.delete(keyOf(oldUri, newUri))));
  }

  /** By the nearest project, or by every project that they are in. */
  #renamings(files: readonly FileRename[], where: "nearest" | "everywhere" = "nearest"): Map<OpenProject, Renaming[]> {
    const found = new Map<OpenProject, Renaming[]>();
    for (const { oldUri, newUri } of files)
      for (const { project, path: from } of this.projects.around(oldUri)) {
        const to = project.place.pathOf(newUri);
        if (to === undefined || to === from) continue;
        if (where === "nearest" && project !== this.projects.at(oldUri)?.project) continue;
        found.set(project, [...(found.get(project) ?? []), { from, to }]);
      }
    return found;
  }
}

/** What is said where an edit takes what the editor cannot do. */
export const cannotRename =
  "This editor cannot rename files as part of an edit. `steady-shelf move` and `steady-shelf rename` do the same in a terminal.";

const nothingElse = { moves: [], made: [], removed: [], warning: undefined, notes: [] };

function keyOf(oldUri: string, newUri: string): string {
  return `${oldUri}\n${newUri}`;
}

/** The edits of several projects as one. */
function joined(edits: readonly WorkspaceEdit[]): WorkspaceEdit | null {
  const [first, ...rest] = edits;
  if (!first || rest.length === 0) return first ?? null;
  const documentChanges = edits.flatMap((edit) => edit.documentChanges ?? []);
  if (documentChanges.length > 0) return { documentChanges };
  return { changes: Object.assign({}, ...edits.map((edit) => edit.changes)) as NonNullable<WorkspaceEdit["changes"]> };
}

/** Waits for something, but not longer than so many milliseconds; it goes on then. */
async function atMost(most: number, work: Promise<unknown>): Promise<void> {
  let late: NodeJS.Timeout | undefined;
  const end = new Promise((resolve) => (late = setTimeout(resolve, most)));
  await Promise.race([work, end]);
  clearTimeout(late);
}
