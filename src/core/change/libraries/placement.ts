/** Where each declaration of some libraries goes, and which library knows it then. */
import { addTo } from "../../base/grouping.js";
import { type ProjectPath } from "../../base/paths.js";
import {
  formsOf,
  type Libraries,
  type Library,
  type LibraryUnit,
  type Origin,
  declarationsOf,
} from "../../graph/index.js";
import { languageFor, type Statement } from "../../languages/index.js";
import type { Part } from "../regroup/index.js";

/** A declaration that goes to another file. */
export interface Leaving {
  readonly library: Library;
  readonly unit: LibraryUnit;
  readonly statement: Statement;
  readonly to: ProjectPath;
}

/** A name that a library declares, and what it is from then on. */
export interface Moved {
  readonly part: Part;
  readonly name: string;
  readonly to: ProjectPath;
  as: string;
}

/** Knows all of them. */
export class Placement {
  readonly #moved = new Map<string, Moved>();
  readonly #parts = new Map<ProjectPath, Part>();
  readonly leaving: readonly Leaving[];
  /** Libraries of which something goes elsewhere, by their heads. */
  readonly sources: ReadonlyMap<ProjectPath, Library>;

  constructor(
    readonly libraries: Libraries,
    readonly parts: readonly Part[],
    sources: readonly Library[],
    /** Files that will be parts, by the heads of their libraries. */
    readonly newParts: ReadonlyMap<ProjectPath, ProjectPath> = new Map(),
  ) {
    this.sources = new Map(sources.map((each) => [each.head, each]));
    for (const part of parts) this.#parts.set(part.anatomy.path, part);
    const leaving: Leaving[] = [];
    for (const library of sources)
      for (const unit of library.units) {
        const part = this.#parts.get(unit.path);
        if (!part) continue;
        for (const statement of declarationsOf(unit)) {
          const to = this.destination(unit.path, statement);
          if (to === unit.path) continue;
          leaving.push({ library, unit, statement, to });
          for (const name of statement.declares) this.#moved.set(`${unit.path}\n${name}`, { part, name, to, as: name });
        }
      }
    this.leaving = leaving;
  }

  /** The names that are declared elsewhere from then on. */
  get moved(): readonly Moved[] {
    return [...this.#moved.values()];
  }

  /** Where a declaration of a file goes. Statements are told by where they begin: a text may have been read more than once. */
  destination(path: ProjectPath, statement: Statement): ProjectPath {
    const part = this.#parts.get(path);
    const own = part?.anatomy.statements.find(({ start }) => start === statement.start);
    return part && own ? part.goes(own) : path;
  }

  movedOf({ file, name }: Origin): Moved | undefined {
    return this.#moved.get(`${file}\n${name}`);
  }

  /** What a declaration is from then on. */
  then(origin: Origin): Origin {
    const moved = this.movedOf(origin);
    return moved ? { file: moved.to, name: moved.as } : origin;
  }

  /** Whether a file is there no more from then on. */
  isRemoved(path: ProjectPath): boolean {
    return this.#parts.get(path)?.into !== undefined;
  }

  /** The file that stands for one from then on. */
  placeOf(path: ProjectPath): ProjectPath {
    return this.#parts.get(path)?.into ?? path;
  }

  /** The file that leads the library of a file from then on. */
  headOf(path: ProjectPath): ProjectPath {
    const into = this.#parts.get(path)?.into;
    if (into !== undefined) return this.headOf(into);
    const led = this.newParts.get(path);
    if (led !== undefined) return led;
    return this.libraries.modules.tree.has(path) ? this.libraries.headOf(path) : path;
  }

  /** The names that others can take of a library from then on, but for those that it passes on. */
  async given(head: ProjectPath): Promise<ReadonlySet<string>> {
    const names = this.moved.filter(({ to }) => this.headOf(to) === head).map(({ as }) => as);
    const now = this.libraries.modules.tree.has(head) ? await this.libraries.library(head) : undefined;
    for (const unit of now?.units ?? [])
      for (const statement of declarationsOf(unit))
        if (this.destination(unit.path, statement) === unit.path) names.push(...statement.declares);
    return new Set(names.filter((name) => languageFor(head)?.directives?.isHidden(name) !== true));
  }
}

/** Declarations by the library that knows them from then on. */
export function byHead(placement: Placement): ReadonlyMap<ProjectPath, readonly Leaving[]> {
  const found = new Map<ProjectPath, Leaving[]>();
  for (const each of placement.leaving) addTo(found, placement.headOf(each.to), each);
  return found;
}

/** Names that others may know, of those that are declared elsewhere from then on. */
export function publicNames(placement: Placement): readonly Moved[] {
  return placement.moved.filter(({ part, name }) => formsOf(part.anatomy.path)?.isHidden(name) !== true);
}
