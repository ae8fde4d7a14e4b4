/** What a variable of a part is called in the file to which a statement goes that uses it; and what that file has to import for it. */
import { ShelfError } from "../../base/errors.js";
import type { ProjectPath } from "../../base/paths.js";
import type { Modules } from "../../graph/index.js";
import type { Reference, Variable } from "../../languages/index.js";
import { areTypes, insideOf, placeOf, statementAt } from "./anatomy.js";
import type { Given, Home, Homes } from "./homes.js";
import type { Part } from "./part.js";
import { keyOf, takenFor, type Scopes, type Taken } from "./scopes.js";

/** A name, or the names of what a variable holds as a whole: `actions.add` → `add`. */
export type Called = string | { readonly members: ReadonlyMap<string, string> };

/** An import that a file needs from then on. */
export interface Need {
  readonly imported: string;
  readonly local: string;
  readonly isType: boolean;
  /** The part and the reference by which it is had now; nothing for what a part declares itself. */
  readonly by: { readonly part: Part; readonly reference: Reference } | undefined;
  /** The file that gives it from then on, where one of the parts declares it. */
  readonly from: ProjectPath | undefined;
  /** The part whose statements need it, and whether they have it by an import now. */
  readonly of: Part;
  readonly isImported: boolean;
}

/** Settles and knows both. */
export class Locals {
  readonly #called = new Map<string, Called>();
  readonly #needs = new Map<ProjectPath, Need[]>();

  constructor(
    readonly homes: Homes,
    readonly modules: Modules,
    readonly scopes: Scopes,
  ) {
    const targets = new Set(homes.parts.flatMap((part) => part.anatomy.statements.map((each) => placeIn(part, each))));
    // What a file has already keeps its name there.
    const own = (part: Part, to: ProjectPath): number => (part.anatomy.path === to ? 0 : 1);
    for (const to of targets)
      for (const part of [...homes.parts].sort((a, b) => own(a, to) - own(b, to))) this.#settle(part, to);
  }

  of({ anatomy }: Part, variable: Variable, to: ProjectPath): Called {
    return this.#called.get(`${to}\n${anatomy.path}\n${variable.name}`) ?? variable.name;
  }

  /** What a file needs of others, in the order of its parts. */
  needsOf(to: ProjectPath): readonly Need[] {
    return this.#needs.get(to) ?? [];
  }

  #set({ anatomy }: Part, name: string, to: ProjectPath, called: Called): void {
    this.#called.set(`${to}\n${anatomy.path}\n${name}`, called);
  }

  #need(to: ProjectPath, need: Need): void {
    const needs = this.#needs.get(to);
    const same = needs?.find(
      (each) =>
        each.local === need.local &&
        each.imported === need.imported &&
        each.from === need.from &&
        (need.by === undefined || each.by?.reference === need.by.reference),
    );
    if (same) needs?.splice(needs.indexOf(same), 1, { ...same, isType: same.isType && need.isType });
    else if (needs) needs.push(need);
    else this.#needs.set(to, [need]);
  }

  #settle(part: Part, to: ProjectPath): void {
    const { anatomy } = part;
    const { references } = this.modules.reading(anatomy.path);
    for (const taken of takenFor(part, to, references)) this.#import(taken, to);
    const inside = insideOf(anatomy.statements.filter((each) => placeIn(part, each) === to));
    for (const variable of anatomy.names.variables) {
      const home = variable.level === "top" ? this.homes.homeOf(anatomy.path, variable.name) : undefined;
      if (!home) continue;
      if (home.to === to) this.#set(part, variable.name, to, home.as);
      else {
        const uses = variable.places.filter(
          (place) => !place.isDeclared && inside(place) && !this.#isOfGoneList(part, home, place),
        );
        if (uses.length > 0) this.#elsewhere(part, variable, to, { home, isType: areTypes(uses) });
      }
    }
  }

  /** In a list that gives it no more, because it is exported where it is declared. */
  #isOfGoneList(part: Part, home: Home, { form, start }: Variable["places"][number]): boolean {
    if (form !== "export specifier") return false;
    const { exports = [] } = this.modules.reading(part.anatomy.path);
    return exports.some((each) => each.start === start && this.homes.isDissolved(part, home, each.name));
  }

  /** A thing of the part that is declared in another file from then on. */
  #elsewhere(
    part: Part,
    { name }: Variable,
    to: ProjectPath,
    { home, isType }: { readonly home: Home; readonly isType: boolean },
  ): void {
    const imported = givenAs(this.homes, this.scopes, home);
    this.#set(part, name, to, name);
    this.#need(to, {
      imported,
      local: name,
      isType: isType || home.isType,
      by: undefined,
      from: home.to,
      of: part,
      isImported: false,
    });
  }

  #import(taken: Taken, to: ProjectPath): void {
    const { part, reference, binding, variable } = taken;
    const [source] = this.#sourcesOf(part, reference);
    const name = binding.local;
    if (!source) {
      const local = this.scopes.localOf(to, taken, this.#keyOf(taken));
      this.#set(part, name, to, local);
      this.#need(to, {
        imported: binding.imported,
        local,
        isType: binding.isType,
        by: { part, reference },
        from: undefined,
        of: part,
        isImported: true,
      });
      return;
    }
    if (binding.imported === "*") return this.#whole(taken, source, to);
    const given = this.homes.givenBy(source, binding.imported);
    if (given.home?.to === to) {
      this.#ensureSeen(taken, given.home);
      return this.#set(part, name, to, given.home.as);
    }
    if (given.home) {
      const local = this.scopes.localOf(to, taken, keyOf(given.home));
      const uses = variable?.places.filter(({ isDeclared }) => !isDeclared) ?? [];
      this.#set(part, name, to, local);
      this.homes.need(given);
      this.#need(to, {
        imported: given.name,
        local,
        isType: binding.isType || given.home.isType || (uses.length > 0 && areTypes(uses)),
        by: undefined,
        from: given.to,
        of: part,
        isImported: true,
      });
    } else this.#through(taken, { source, given, to });
  }

  /** Throws where the name by which a thing is known in its own file means something else inside a statement that uses it. */
  #ensureSeen({ part, binding, variable }: Taken, { as, part: source }: Home): void {
    if (as === binding.local) return;
    const { anatomy } = part;
    const hiding = anatomy.names.variables.filter(({ level, name }) => level === "inner" && name === as);
    for (const { start, isDeclared } of variable?.places ?? []) {
      const statement = isDeclared ? undefined : statementAt(anatomy, start);
      if (!statement || !hiding.some(({ places }) => places.some(insideOf([statement])))) continue;
      throw new ShelfError("JOIN_HIDDEN", {
        path: as,
        other: source.anatomy.path,
        reason: binding.local,
        place: placeOf(anatomy, start),
      });
    }
  }

  /** What one of the parts only passes on is taken from where it has it. */
  #through(
    taken: Taken,
    { source, given, to }: { readonly source: Part; readonly given: Given; readonly to: ProjectPath },
  ): void {
    const { part, binding } = taken;
    const entry = this.homes.exportOf(source, taken.binding.imported);
    const own = given.to === to && entry?.from === undefined ? this.#importedAs(source, entry?.local) : undefined;
    if (own) {
      const local = this.scopes.localOf(to, taken, this.#keyOf({ ...taken, part: source, ...own }));
      this.#set(part, binding.local, to, local);
      return this.#need(to, {
        imported: own.binding.imported,
        local,
        isType: binding.isType,
        by: { part: source, reference: own.reference },
        from: undefined,
        of: part,
        isImported: true,
      });
    }
    const reference = this.modules.reading(source.anatomy.path).references.find(({ start }) => start === entry?.from);
    const local = this.scopes.localOf(to, taken, `${given.to}\n${given.name}`);
    this.#set(part, binding.local, to, local);
    if (entry && reference && given.to === to)
      this.#need(to, {
        imported: entry.imported ?? given.name,
        local,
        isType: binding.isType,
        by: { part: source, reference },
        from: undefined,
        of: part,
        isImported: true,
      });
    else
      this.#need(to, {
        imported: given.name,
        local,
        isType: binding.isType,
        by: undefined,
        from: given.to,
        of: part,
        isImported: true,
      });
  }

  /** The import that a part knows by a name: what `export default Modal` gives where `Modal` is imported. */
  #importedAs(part: Part, local: string | undefined): Pick<Taken, "reference" | "binding"> | undefined {
    for (const reference of this.modules.reading(part.anatomy.path).references) {
      const binding = (reference.bindings ?? []).find((each) => each.local === local);
      if (reference.kind === "import" && binding) return { reference, binding };
    }
    return undefined;
  }

  /** `import * as actions from "./actions"`, of which the members stand in the same file from then on. */
  #whole({ part, binding, reference, variable }: Taken, source: Part, to: ProjectPath): void {
    const members = new Map<string, string>();
    for (const { members: some, isDeclared, start } of variable?.places ?? []) {
      if (isDeclared) continue;
      for (const { name } of some ?? []) {
        const given = this.homes.givenBy(source, name);
        if (given.home?.to !== to)
          throw new ShelfError("JOIN_WHOLE", { path: binding.local, place: placeOf(part.anatomy, start) });
        members.set(name, given.home.as);
      }
      if (!some)
        throw new ShelfError("JOIN_WHOLE", { path: binding.local, place: placeOf(part.anatomy, reference.start) });
    }
    this.#set(part, binding.local, to, { members });
  }

  #sourcesOf(part: Part, reference: Reference): readonly Part[] {
    return this.modules
      .targetsOf(part.anatomy.path, reference)
      .map((target) => this.homes.partOf(target))
      .filter((source) => source !== undefined);
  }

  /** What is imported, so that two parts that take the same take it once. */
  #keyOf({ part, reference, binding }: Taken): string {
    const targets = this.modules.targetsOf(part.anatomy.path, reference);
    return `${targets.length > 0 ? targets.join(",") : reference.specifier}\n${binding.imported}`;
  }
}

/** The name by which other files take a home where it is; it is exported by it from then on. */
function givenAs(homes: Homes, scopes: Scopes, home: Home): string {
  if (homes.isDefault(home)) return "default";
  const there = scopes.givenKey(home.to, home.as);
  if (there !== undefined && there !== keyOf(home))
    throw new ShelfError("JOIN_CLASH", { path: home.as, other: home.part.anatomy.path });
  homes.need({ home, name: home.as, to: home.to });
  return home.as;
}

function placeIn(part: Part, statement: Part["anatomy"]["statements"][number]): ProjectPath {
  return statement.kind === "import" || statement.kind === "directive" ? part.anatomy.path : part.goes(statement);
}
