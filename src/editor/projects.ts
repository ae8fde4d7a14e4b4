/** The projects that the editor has open: one for each of its folders. */
import { openDiskStore } from "../core/files/index.js";
import type { ProjectPath } from "../core/base/paths.js";
import { SourceText } from "../core/base/text/index.js";
import type { WorkspaceChange } from "../core/workspace.js";
import type { Client } from "./client.js";
import { Looking } from "./looking.js";
import { Mover } from "./mover.js";
import { placeAt, type ProjectPlace } from "./places.js";

/** One of them. */
export class OpenProject {
  readonly mover: Mover;
  readonly looking: Looking;

  constructor(
    readonly uri: string,
    readonly place: ProjectPlace,
    client: Client,
  ) {
    this.mover = new Mover(openDiskStore(place.root));
    this.looking = new Looking(place.root, place.standing, client.encoding);
  }

  /** Takes changes in, here and in the thread that looks. */
  update(changes: readonly WorkspaceChange[]): void {
    this.mover.update(changes);
    this.looking.update(changes);
  }
}

/** A file of a project. */
export interface Located {
  readonly project: OpenProject;
  readonly path: ProjectPath;
}

/** All that are open. */
export class Projects {
  readonly #open = new Map<string, OpenProject>();

  constructor(readonly client: Client) {}

  get all(): readonly OpenProject[] {
    return [...this.#open.values()];
  }

  /** Opens the project around a folder; gives it if it was not open. */
  open(uri: string): OpenProject | undefined {
    const place = this.#open.has(uri) ? undefined : placeAt(uri);
    if (!place) return undefined;
    const project = new OpenProject(uri, place, this.client);
    this.#open.set(uri, project);
    const { documents } = this.client;
    const texts = documents.uris.map((each) => ({ path: place.pathOf(each), text: documents.textOf(each) }));
    project.update(
      texts.flatMap(({ path, text }) => (path === undefined || text === undefined ? [] : [{ path, text }])),
    );
    return project;
  }

  async close(uri: string): Promise<void> {
    const project = this.#open.get(uri);
    this.#open.delete(uri);
    await project?.looking.close();
  }

  async closeAll(): Promise<void> {
    await Promise.all([...this.#open.keys()].map((uri) => this.close(uri)));
  }

  /** Every project that a file is in. */
  around(uri: string): Located[] {
    return this.all.flatMap((project) => {
      const path = project.place.pathOf(uri);
      return path === undefined ? [] : [{ project, path }];
    });
  }

  /** The text of a file as the editor has it, else as it lies on the disk; `undefined` where there is none. */
  textAt(uri: string, { project, path }: Located): SourceText | undefined {
    const open = this.client.documents.textOf(uri);
    if (open !== undefined) return SourceText.ofNew(open);
    if (project.mover.overlay.stat(path)?.kind !== "file") return undefined;
    return SourceText.fromBytes(project.mover.overlay.read(path));
  }

  /** The file, in the project whose folder is the nearest upward. */
  at(uri: string): Located | undefined {
    return this.around(uri).sort((a, b) => b.project.place.shown.length - a.project.place.shown.length)[0];
  }
}
