/** The edits that give names of files others, wherever they are meant: by scope within a file, by what is taken from file to file. */
import { ShelfError } from "../../base/errors.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import type { Modules } from "../../graph/index.js";
import { languageFor, type TextNames, type Variable } from "../../languages/index.js";
import type { SourceTree } from "../../files/index.js";
import type { DraftEdit } from "../draft.js";
import { unlikeAfter } from "../plan/prove-names.js";
import type { NewName } from "./asked.js";
import { renamePlaces, Renaming, type RenamedFile } from "./places.js";

/** What names are told by. */
export interface NameEditsInput {
  readonly modules: Modules;
  readonly tree: SourceTree;
  /** What a name becomes by which a default is taken, if it is called after what is renamed. */
  readonly called?: ((name: string) => string | undefined) | undefined;
  /** What a variable of a file becomes that nobody else can mean; it keeps its name where the new one is taken. */
  readonly own?: (path: ProjectPath, variable: Variable) => string | undefined;
}

/** Works them out, file by file; each file is read once. */
export class NameEdits {
  readonly #named = new Map<ProjectPath, Promise<TextNames | undefined>>();

  constructor(readonly input: NameEditsInput) {}

  /** The names of a file by scope; `undefined` where they cannot be told. */
  namesIn(path: ProjectPath): Promise<TextNames | undefined> {
    let found = this.#named.get(path);
    if (!found) {
      const text = this.input.tree.text(path)?.text ?? "";
      this.#named.set(path, (found = Promise.resolve(languageFor(path)?.names?.(text, nameOf(path)))));
    }
    return found;
  }

  /** All edits in the files that may mean one of the names. A file that gives what it takes under its name is one more that declares it. */
  async edits(
    names: readonly NewName[],
    holders: readonly ProjectPath[],
  ): Promise<{ readonly edits: readonly DraftEdit[]; readonly all: readonly NewName[] }> {
    let all = names;
    for (;;) {
      const renaming = new Renaming(all, this.input.called);
      const edits: DraftEdit[] = [];
      const more: NewName[] = [];
      for (const path of holders) {
        const done = await this.#inFile(path, renaming);
        if (!done) continue;
        more.push(...done.declares);
        const why = all.some(({ files }) => files.includes(path)) ? "declares it" : "uses it";
        edits.push(...done.edits.map((edit) => ({ file: path, ...edit, why })));
      }
      if (more.length === 0) return { edits, all };
      all = [...all, ...more];
    }
  }

  /** One file; where an import cannot have the new name, it keeps the old one by `as`. */
  async #inFile(path: ProjectPath, renaming: Renaming): Promise<RenamedFile | undefined> {
    const names = await this.namesIn(path);
    if (!names) return undefined;
    const { modules, tree, own } = this.input;
    const text = tree.text(path)?.text ?? "";
    const reading = modules.reading(path);
    const isLike = async (done: RenamedFile): Promise<boolean> =>
      !(await unlikeAfter(names, { text, path, edits: done.edits, reading }));
    const taken = new Set<string>();
    let isWithOwn = own !== undefined;
    for (;;) {
      const called = (variable: Variable): string | undefined => (isWithOwn ? own?.(path, variable) : undefined);
      const done = renamePlaces({ path, names, modules, renaming, taken, own: called });
      this.#ensureNotGiven(path, renaming);
      const news = [...new Set(renaming.names.map(({ to }) => to))].filter((to) => to !== "default");
      const risky = news.filter((to) => !taken.has(to) && names.variables.some(({ name }) => name === to));
      if (done.edits.length === 0 || (risky.length === 0 && !isWithOwn)) return done;
      if (await isLike(done)) return done;
      if (isWithOwn) {
        isWithOwn = false;
        continue;
      }
      const given = renaming.names.find(({ files, to }) => files.includes(path) && risky.includes(to));
      if (given) throw this.#takenError(path, given.to, names);
      for (const to of risky) taken.add(to);
    }
  }

  /** Throws where a file gives another thing by the new name already. */
  #ensureNotGiven(path: ProjectPath, renaming: Renaming): void {
    const { modules, tree } = this.input;
    for (const { name, start } of modules.reading(path).exports ?? [])
      for (const each of renaming.names) {
        if (name !== each.to || each.to === "default") continue;
        const old = renaming.of(modules.originsOf(path, each.from));
        if (old !== each) continue;
        const at = tree.text(path)?.positionAt(start);
        throw new ShelfError("RENAME_TAKEN", {
          path: each.to,
          other: path,
          ...(at && { place: { file: path, line: at.line, column: at.column } }),
        });
      }
  }

  #takenError(path: ProjectPath, to: string, names: TextNames): ShelfError {
    const variable = names.variables.find(({ name }) => name === to);
    const at = this.input.tree.text(path)?.positionAt(variable?.places[0]?.start ?? 0);
    return new ShelfError("RENAME_TAKEN", {
      path: to,
      other: path,
      ...(at && { place: { file: path, line: at.line, column: at.column } }),
    });
  }
}
