/**
 * Files that are taken as a whole, handed on, or taken in by a pattern: who takes a name of theirs then is told by no import. Where
 * a name changes or leaves, that is a gap of the proof.
 */
import type { Modules } from "../../graph/index.js";
import { languageFor } from "../../languages/index.js";
import { folderOf, joinPath, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";
import { importersOf, wholeTakers } from "./name-holders.js";
import type { Gap } from "./plan.js";
import { takenNames, type TakenName } from "./taken-names.js";

/** A name of a file by which others may take something. */
export interface GivenName {
  readonly file: ProjectPath;
  readonly name: string;
}

/** Gathers them. A default is left out: it keeps its name. */
export class WholeFiles {
  readonly gaps: Gap[] = [];
  readonly #names: readonly GivenName[];

  constructor(
    readonly tree: SourceTree,
    readonly modules: Modules,
    names: readonly GivenName[],
    /** Whether a file gives the name no more from then on; one that passes it on from its new place still does. */
    readonly isLost: (target: ProjectPath, name: string) => boolean = () => true,
  ) {
    this.#names = names.filter(({ name }) => name !== "default");
  }

  /** Notes a place at which all of some files is handed on, if one of the names is among it. One a file is enough. */
  note(path: ProjectPath, { start, targets }: Pick<TakenName, "start" | "targets">): void {
    const given = this.#names.find(({ name, file }) =>
      targets.some(
        (target) =>
          this.modules.originsOf(target, name).some((origin) => origin.file === file && origin.name === name) &&
          this.isLost(target, name),
      ),
    );
    if (!given || this.gaps.some((gap) => gap.file === path)) return;
    const at = this.tree.text(path)?.positionAt(start) ?? { line: 1, column: 1 };
    this.gaps.push({ reason: "handed on", file: path, at, detail: given.name, names: given.file });
  }

  /** Looks for such places in files that need not hold any of the names. Gives those that could not be read by scope. */
  async search(known: ReadonlySet<ProjectPath>): Promise<readonly ProjectPath[]> {
    if (this.#names.length === 0) return [];
    const takers = await wholeTakers(this.tree);
    const giving = new Set(this.#names.map(({ file }) => file));
    const gives = (path: ProjectPath): boolean =>
      this.#names.some(({ name }) => this.modules.originsOf(path, name).some((origin) => giving.has(origin.file)));
    for (const path of known) if (gives(path)) giving.add(path);
    const seen = new Set<ProjectPath>();
    for (;;) {
      const fresh = takers.of(giving).filter((path) => !seen.has(path));
      const sizeBefore = giving.size;
      for (const path of fresh) {
        seen.add(path);
        if (gives(path)) giving.add(path);
      }
      if (fresh.length === 0 || giving.size === sizeBefore) break;
    }
    // Who gives one of them by a name of its own hands it to whoever imports that.
    const holders = [...seen].filter((path) =>
      (this.modules.reading(path).exports ?? []).some(
        ({ name }) =>
          name !== "*" &&
          this.modules.originsOf(path, name).some((origin) => origin.name === "*" && giving.has(origin.file)),
      ),
    );
    const more = holders.length === 0 ? [] : await importersOf(this.tree, holders);
    const unread: ProjectPath[] = [];
    for (const path of new Set([...seen, ...more]))
      if (!known.has(path) && !(await this.#look(path))) unread.push(path);
    for (const path of takers.paths) this.#computed(path);
    return unread;
  }

  async #look(path: ProjectPath): Promise<boolean> {
    const own = await languageFor(path)?.names?.(this.tree.text(path)?.text ?? "", nameOf(path));
    if (!own) return false;
    for (const each of takenNames(path, this.modules, own)) if (each.name === "*") this.note(path, each);
    return true;
  }

  /** A name that is put together at run time may be that of one of the files. */
  #computed(path: ProjectPath): void {
    if (!/[`"']\s*[+]|\$\{|require\.context/.test(this.tree.text(path)?.text ?? "")) return;
    for (const { head, start } of this.modules.reading(path).computed) {
      const at = head.startsWith(".") ? joinPath(folderOf(path), head) : undefined;
      const place = at === undefined ? undefined : head.endsWith("/") ? `${at}/` : at;
      if (place === undefined) continue;
      const targets = this.#names.map(({ file }) => file).filter((file) => file.startsWith(place));
      if (targets.length > 0) this.note(path, { start, targets });
    }
  }
}
