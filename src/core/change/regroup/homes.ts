/**
 * Where each name goes that some files declare, what it is called there, and by which name others take it from then on. A name is
 * what it was, but for two cases: what was a default where a file can have only one, and what only its own file knows and is called
 * like something else in its new place.
 */
import { inCase, isInCase, splitWords } from "../../base/names/index.js";
import { folderOf, nameOf, type ProjectPath } from "../../base/paths.js";
import { partsOf } from "../../app/index.js";
import type { Modules } from "../../graph/index.js";
import { moduleRules, topVariable, type Export, type Statement } from "../../languages/index.js";
import { statementAt, typeNamesOf } from "./anatomy.js";
import { mainOf, type Part } from "./part.js";

/** A thing that a file declares. */
export interface Home {
  readonly part: Part;
  /** What its file calls it; `default` for a default without a name. */
  readonly name: string;
  /** The file that declares it from then on. */
  readonly to: ProjectPath;
  readonly isType: boolean;
  /** How it is exported where it is declared. */
  readonly exported: Statement["exported"];
  /** What it is called there. Settled once all homes are known. */
  as: string;
  /** Whether others need it to be exported by its name there. */
  isNeeded: boolean;
}

/** What one of the files gives by a name, and where that is had from then on. */
export interface Given {
  readonly to: ProjectPath;
  readonly name: string;
  /** What it is, if one of the files declares it. */
  readonly home: Home | undefined;
  /** Whether a list gives it, so that it need not be exported where it is declared. */
  readonly isListed?: boolean;
}

/** What may be settled in more than one way. Of several defaults none stays one, but for that of the file to which they go. */
export interface HomesOptions {
  /** Whether what a list exports (`export { tree }`) is exported where it is declared, once that is another file. */
  readonly dissolves?: boolean;
}

/** Knows all of them. */
export class Homes {
  readonly #homes = new Map<string, Home>();
  readonly #parts = new Map<ProjectPath, Part>();
  readonly #giver = new Map<ProjectPath, Part | undefined>();

  constructor(
    readonly parts: readonly Part[],
    readonly modules: Modules,
    readonly options: HomesOptions = {},
  ) {
    for (const part of parts) {
      this.#parts.set(part.anatomy.path, part);
      this.#add(part);
    }
  }

  get all(): readonly Home[] {
    return [...this.#homes.values()];
  }

  partOf(file: ProjectPath): Part | undefined {
    return this.#parts.get(file);
  }

  /** What a file declares by a name. */
  homeOf(file: ProjectPath, name: string): Home | undefined {
    return this.#homes.get(`${file}\n${name}`);
  }

  /** The homes that a statement declares. */
  homesIn({ anatomy }: Part, { declares, kind }: Statement): readonly Home[] {
    const names = kind === "default" ? ["default"] : declares;
    return names.map((name) => this.homeOf(anatomy.path, name)).filter((home) => home !== undefined);
  }

  #add(part: Part): void {
    const { path } = part.anatomy;
    const types = typeNamesOf(part.anatomy);
    for (const statement of part.anatomy.statements) {
      const { declares, kind, exported } = statement;
      if (kind === "import" || kind === "re-export" || kind === "directive") continue;
      const isNameless = kind === "default" && defaultedName(part, statement) === undefined;
      for (const name of isNameless ? ["default"] : declares) {
        const known = this.#homes.get(`${path}\n${name}`);
        const how = known?.exported ?? exported ?? (isNameless ? "by default" : undefined);
        this.#homes.set(`${path}\n${name}`, {
          part,
          name,
          to: part.goes(statement),
          isType: types.has(name),
          exported: how,
          as: name === "default" ? nameAfter(path) : name,
          isNeeded: false,
        });
      }
    }
  }

  /** The part whose default a file gives from then on. */
  giverOf(to: ProjectPath): Part | undefined {
    if (this.#giver.has(to)) return this.#giver.get(to);
    const givers = this.parts.filter((part) => this.#defaultPlace(part) === to);
    const own = givers.find(({ anatomy }) => anatomy.path === to);
    const giver = own ?? (givers.length === 1 ? givers[0] : undefined);
    // What has no name cannot be used beside where it is given.
    const isUsedThere = giver !== undefined && this.#isNameless(giver) && this.#isTakenIn(giver, to);
    this.#giver.set(to, isUsedThere ? undefined : giver);
    return isUsedThere ? undefined : giver;
  }

  #isNameless(part: Part): boolean {
    const entry = this.exportOf(part, "default");
    const statement = entry && statementAt(part.anatomy, entry.start);
    return statement?.kind === "default" && defaultedName(part, statement) === undefined;
  }

  /** Whether another part takes the default of one for statements that go to a file. */
  #isTakenIn(part: Part, to: ProjectPath): boolean {
    return this.parts.some((other) => {
      const { path, statements } = other.anatomy;
      if (other === part || !statements.some((each) => other.goes(each) === to)) return false;
      return this.modules
        .reading(path)
        .references.some(
          (reference) =>
            reference.bindings?.some(({ imported }) => imported === "default") === true &&
            this.modules.targetsOf(path, reference).includes(part.anatomy.path),
        );
    });
  }

  #defaultPlace(part: Part): ProjectPath | undefined {
    const entry = this.exportOf(part, "default");
    if (!entry) return undefined;
    const statement = statementAt(part.anatomy, entry.start);
    if (!statement || statement.kind === "re-export") return mainOf(part);
    return part.goes(statement);
  }

  exportOf({ anatomy }: Part, name: string): Export | undefined {
    return (this.modules.reading(anatomy.path).exports ?? []).find((each) => each.name === name);
  }

  /** What a part gives by a name, where that is had then, and what it is called there. */
  givenBy(part: Part, name: string): Given {
    const entry = this.exportOf(part, name);
    const plain: Given = { to: mainOf(part), name, home: undefined };
    if (!entry || entry.from !== undefined) return plain;
    const home = this.homeOf(part.anatomy.path, entry.local ?? "default");
    const statement = statementAt(part.anatomy, entry.start);
    // `import Tree from "./Tree"; export default Tree;`
    const isImported = name === "default" && !home && entry.local !== undefined;
    if (isImported && this.giverOf(mainOf(part)) !== part) return { ...plain, name: entry.local };
    if (!home || !statement) return plain;
    if (name === "default") {
      const to = statement.kind === "re-export" ? mainOf(part) : part.goes(statement);
      // A list, or `export default Tree`, may stand elsewhere than what it gives.
      return this.giverOf(to) === part ? { to, name, home } : { to: home.to, name: home.as, home };
    }
    const isListed = statement.kind === "re-export";
    if (isListed && !this.isDissolved(part, home, name)) return { to: mainOf(part), name, home, isListed };
    return { to: home.to, name: home.as, home };
  }

  /** Whether a list that goes where it goes gives it by its name. */
  #isListed({ part, name, as, to }: Home): boolean {
    const entry = this.exportOf(part, as);
    const statement = entry && statementAt(part.anatomy, entry.start);
    return statement?.kind === "re-export" && entry?.local === name && mainOf(part) === to && as === name;
  }

  /** Whether it is given by default where it is declared from then on, be it in a statement of its own. */
  isDefault({ part, name, to, exported }: Home): boolean {
    if (this.giverOf(to) !== part) return false;
    if (exported === "by default") return true;
    const entry = this.exportOf(part, "default");
    return entry?.local === name && entry.from === undefined && this.#defaultPlace(part) === to;
  }

  /** What a list gives that its file imports from one of the others: `import { tree } from "./tree"; export { tree };`. */
  passedOn({ anatomy: { path } }: Part, { imported, from }: Export): Given | undefined {
    const reference = this.modules.reading(path).references.find(({ start }) => start === from);
    const [target] = reference?.kind === "import" ? this.modules.targetsOf(path, reference) : [];
    const source = target === undefined ? undefined : this.partOf(target);
    return source && imported !== undefined && imported !== "*" ? this.givenBy(source, imported) : undefined;
  }

  /** Whether a name of a list is exported where it is declared from then on. */
  isDissolved(part: Part, home: Home, name: string): boolean {
    return this.options.dissolves === true && home.to !== mainOf(part) && home.name === name && home.as === name;
  }

  /** Once names are settled: what is exported by its name from then on, and is not now. */
  settleExports(): void {
    for (const part of this.parts) {
      const { path } = part.anatomy;
      const { exports = [], references } = this.modules.reading(path);
      for (const entry of exports) {
        if (entry.name !== "*") this.need(this.passedOn(part, entry) ?? this.givenBy(part, entry.name));
      }
      for (const reference of references) {
        if (reference.kind !== "re-export") continue;
        const [source] = this.modules.targetsOf(path, reference).map((target) => this.partOf(target));
        for (const { imported } of source ? (reference.bindings ?? []) : [])
          if (source && imported !== "*") this.need(this.givenBy(source, imported));
      }
    }
  }

  /** Somebody takes it by its name, where it is declared. */
  need({ home, name, to, isListed = false }: Given): void {
    if (!home || isListed || home.exported === "by name" || this.#isListed(home)) return;
    if (to === home.to && name === home.as && name !== "default") home.isNeeded = true;
  }
}

/** `export default Tree;`: the name that is given, where nothing else is. */
export function defaultedName({ anatomy }: Part, { kind, core, end }: Statement): string | undefined {
  if (kind !== "default") return undefined;
  const name = anatomy.text.slice(core, end).replace(/;\s*$/, "").trim();
  return topVariable(anatomy.names, name) ? name : undefined;
}

/** What a thing without a name is called, by its file: `rota-reducer.ts` → `rotaReducer`. */
export function nameAfter(path: ProjectPath): string {
  const { stem } = partsOf(nameOf(path));
  const called = moduleRules.indexNames.includes(stem) ? nameOf(folderOf(path)) : stem;
  const plain = called.split(".")[0] ?? called;
  return isInCase(plain, "Pascal") ? plain : inCase(splitWords(called), "camel");
}

/** A name that says whose it is: `styles` of `TreeCard.tsx` → `treeCardStyles`, in the case of the name. */
export function nameOfIts(path: ProjectPath, name: string): string {
  const words = [...splitWords(nameAfter(path)), ...splitWords(name)];
  if (/^[A-Z][A-Z\d_]*$/.test(name)) return inCase(words, "snake").toUpperCase();
  return inCase(words, isInCase(name, "Pascal") ? "Pascal" : "camel");
}
