import type { «Stem of repository» } from "«from repository»";

/** Keeps «title» in memory, until there is a place for it. */
export class «Stem» implements «Stem of repository» {
  readonly #entries: string[] = [];

  load(): Promise<readonly string[]> {
    return Promise.resolve([...this.#entries]);
  }

  save(entry: string): Promise<void> {
    this.#entries.push(entry);
    return Promise.resolve();
  }
}
