/** The files of a project as they lie on the disk at one moment, kept so that they can be compared with later ones. */
import { createHash } from "node:crypto";
import type { ProjectPath } from "../base/paths.js";
import { isBinary } from "./binary.js";
import type { Snapshot } from "./committed.js";
import type { FileReader, Listing } from "./file-store.js";

interface Kept {
  readonly id: string;
  readonly size: number;
  readonly changed: number;
  /** Its bytes, where it may have to be compared line by line. */
  readonly bytes: Buffer | undefined;
}

/** Keeps what lies where; each time only what has changed is read. */
export class WorktreeSnapshot implements Snapshot {
  #kept = new Map<ProjectPath, Kept>();

  constructor(readonly store: FileReader) {}

  get files(): ReadonlyMap<ProjectPath, string> {
    return new Map([...this.#kept].map(([path, { id }]) => [path, id]));
  }

  idOf(bytes: Buffer): string {
    return createHash("sha1").update(bytes).digest("hex");
  }

  text(path: ProjectPath): Promise<string | undefined> {
    return Promise.resolve(this.#kept.get(path)?.bytes?.toString());
  }

  /** From now on, what lies there now counts. */
  take({ files }: Listing): void {
    const kept = new Map<ProjectPath, Kept>();
    for (const { path, link } of files) {
      const each = link ? undefined : this.#taken(path);
      if (each) kept.set(path, each);
    }
    this.#kept = kept;
  }

  #taken(path: ProjectPath): Kept | undefined {
    const stat = this.store.stat(path);
    const known = this.#kept.get(path);
    // What has gone since it was listed is missed the next time.
    if (stat?.kind !== "file") return known;
    const { size, changed } = stat;
    if (known?.size === size && known.changed === changed) return known;
    try {
      const bytes = this.store.read(path);
      return { id: this.idOf(bytes), size, changed, bytes: isBinary(path) ? undefined : bytes };
    } catch {
      return undefined;
    }
  }
}
