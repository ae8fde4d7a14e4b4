/** Which sheets take a sheet in, and are taken in by none: beside these its URLs are read, where no tool rewrites them. */
import { extractFrom, isTakenIn, type Reference, type Resolution } from "../languages/index.js";
import type { ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";

/** Reads all sheets of a tree when it is first asked. */
export class SheetEntries {
  #users: Map<ProjectPath, ProjectPath[]> | undefined;
  readonly #entries = new Map<ProjectPath, readonly ProjectPath[]>();

  constructor(
    readonly tree: TreeView,
    readonly resolve: (from: ProjectPath, reference: Reference) => Resolution,
  ) {}

  /** The entries of a sheet, in order of path; none for one that nothing takes in. */
  of(sheet: ProjectPath): readonly ProjectPath[] {
    let entries = this.#entries.get(sheet);
    if (!entries) this.#entries.set(sheet, (entries = this.#find(sheet)));
    return entries;
  }

  #find(sheet: ProjectPath): ProjectPath[] {
    const users = (this.#users ??= this.#readAll());
    const met = new Set([sheet]);
    for (const each of met) for (const user of users.get(each) ?? []) met.add(user);
    return [...met].filter((each) => each !== sheet && !users.has(each)).sort();
  }

  #readAll(): Map<ProjectPath, ProjectPath[]> {
    const users = new Map<ProjectPath, ProjectPath[]>();
    for (const path of this.tree.paths) {
      const text = isTakenIn(path) ? this.tree.text(path)?.text : undefined;
      if (text === undefined) continue;
      for (const reference of extractFrom(text, path).references) {
        if (reference.lookup !== "sass" && reference.lookup !== "less") continue;
        const found = this.resolve(path, reference);
        if (found.state !== "found") continue;
        for (const target of found.targets) users.set(target, [...(users.get(target) ?? []), path]);
      }
    }
    return users;
  }
}
