/**
 * What each file calls what it has and takes, once statements of several files stand together. Whoever was there first keeps a name;
 * then what others know by it; what only its own file knows gets a name that says whose it was.
 */
import { ShelfError } from "../../base/errors.js";
import type { ProjectPath } from "../../base/paths.js";
import { topVariable, type Binding, type Reference, type Variable } from "../../languages/index.js";
import { insideOf, placeOf, statementAt, type Anatomy } from "./anatomy.js";
import { nameOfIts, type Home, type Homes } from "./homes.js";
import { mainOf, type Part } from "./part.js";

/** What happens where two want one name: the second is refused, or renamed where nobody else knows it. */
export type Clash = "refuse" | "rename";

/** A name that a part takes of another file. */
export interface Taken {
  readonly part: Part;
  readonly reference: Reference;
  readonly binding: Binding;
  readonly variable: Variable | undefined;
}

/** Names of files as they will be. */
export class Scopes {
  readonly #scopes = new Map<ProjectPath, Map<string, string>>();
  readonly #locals = new Map<string, string>();
  readonly #spelled: ReadonlySet<string>;
  readonly #given = new Map<string, string>();

  constructor(
    readonly homes: Homes,
    readonly clash: Clash,
  ) {
    this.#spelled = new Set(homes.parts.flatMap(({ anatomy }) => anatomy.names.identifiers.map((each) => each.name)));
    this.#reserveFree();
    this.#settleHomes();
    this.#ensureGivenOnce();
  }

  /** Throws where one file would have to give two things by one name. */
  #ensureGivenOnce(): void {
    const given = this.#given;
    for (const part of this.homes.parts) {
      const { anatomy } = part;
      const { exports = [], references } = this.homes.modules.reading(anatomy.path);
      for (const entry of exports) {
        if (entry.name === "*" || entry.name === "default") continue;
        const { to, name, home } = this.homes.passedOn(part, entry) ?? this.homes.givenBy(part, entry.name);
        const reference = references.find(({ start }) => start === entry.from);
        const targets = reference ? this.homes.modules.targetsOf(anatomy.path, reference).join(",") : "";
        const key = home
          ? keyOf(home)
          : `${targets || (reference?.specifier ?? anatomy.path)}\n${entry.imported ?? name}`;
        const known = given.get(`${to}\n${name}`);
        if (known !== undefined && known !== key && !this.#isSameSource(targets))
          throw new ShelfError("JOIN_CLASH", { path: name, other: anatomy.path, place: placeOf(anatomy, entry.start) });
        given.set(`${to}\n${name}`, key);
      }
    }
  }

  /** What one of the files passes on of another of them is the same thing. */
  #isSameSource(targets: string): boolean {
    return (
      targets !== "" && targets.split(",").some((target) => this.homes.partOf(target as ProjectPath) !== undefined)
    );
  }

  /** What a file calls a thing that it takes of another; `key` tells what it is. */
  localOf(to: ProjectPath, { part, binding, variable }: Taken, key: string): string {
    const known = this.#locals.get(`${to}\n${key}\n${binding.local}`);
    if (known !== undefined) return known;
    const wanted = binding.local;
    const scope = this.#scope(to);
    const there = scope.get(wanted);
    let name = wanted;
    if (there !== undefined && there !== key) {
      if (this.clash === "refuse") this.#refuse(part.anatomy, wanted, to, variable);
      name = this.#fresh(part.anatomy.path, wanted, to);
    }
    scope.set(name, key);
    this.#locals.set(`${to}\n${key}\n${wanted}`, name);
    return name;
  }

  /** What a file gives by a name, as a key; nothing where it gives nothing by it yet. */
  givenKey(to: ProjectPath, name: string): string | undefined {
    return this.#given.get(`${to}\n${name}`);
  }

  /** Notes a name that a file has already. */
  reserve(to: ProjectPath, name: string, key: string): void {
    this.#scope(to).set(name, key);
  }

  #scope(to: ProjectPath): Map<string, string> {
    let scope = this.#scopes.get(to);
    if (!scope) this.#scopes.set(to, (scope = new Map<string, string>()));
    return scope;
  }

  /** Names that nothing in a file declares are everybody's (`fetch`), and must stay so where their users go. */
  #reserveFree(): void {
    for (const part of this.homes.parts)
      for (const { name, level, places } of part.anatomy.names.variables) {
        if (level !== "free") continue;
        for (const { start } of places) {
          const statement = statementAt(part.anatomy, start);
          if (statement && !["import", "directive", "re-export"].includes(statement.kind))
            this.reserve(part.goes(statement), name, "free");
        }
      }
  }

  #settleHomes(): void {
    const rank = ({ part, to, exported }: Home): number =>
      part.anatomy.path === to ? 0 : exported === "by name" ? 1 : 2;
    const homes = [...this.homes.all].sort((a, b) => rank(a) - rank(b));
    for (const home of homes) {
      const { part, name, to, as: wanted } = home;
      const key = keyOf(home);
      const there = this.#scope(to).get(wanted);
      // A default that stays one needs no name.
      if (name === "default" && this.homes.giverOf(to) === part) {
        home.as = "default";
        continue;
      }
      if (there !== undefined && there !== key) {
        if (this.clash === "refuse" || this.#isKnown(home)) this.#refuse(part.anatomy, name, to, undefined);
        home.as = this.#fresh(part.anatomy.path, wanted, to);
      }
      this.reserve(to, home.as, key);
    }
  }

  /** Whether others take it by its name, so that it cannot have another. */
  #isKnown({ part, name, exported }: Home): boolean {
    return exported === "by name" && this.homes.exportOf(part, name) !== undefined;
  }

  #refuse(anatomy: Anatomy, name: string, to: ProjectPath, variable: Variable | undefined): never {
    const found = (variable ?? topVariable(anatomy.names, name))?.places.find(({ isDeclared }) => isDeclared);
    const there = this.homes.partOf(to);
    const other = there && topVariable(there.anatomy.names, name)?.places.find(({ isDeclared }) => isDeclared);
    const place = there && other ? placeOf(there.anatomy, other.start) : placeOf(anatomy, found?.start ?? 0);
    if (this.clash === "refuse") throw new ShelfError("RENAME_TAKEN", { path: name, other: to, place });
    throw new ShelfError("JOIN_CLASH", { path: name, other: anatomy.path, place });
  }

  #fresh(path: ProjectPath, name: string, to: ProjectPath): string {
    const plain = nameOfIts(path, name);
    for (let count = 1; ; count += 1) {
      const tried = count === 1 ? plain : `${plain}${count}`;
      if (!this.#spelled.has(tried) && !this.#scope(to).has(tried)) return tried;
    }
  }
}

/** What tells one home from all other things. */
export function keyOf({ part, name }: Home): string {
  return `home ${part.anatomy.path}\n${name}`;
}

/** The names that a part imports and that statements need which go to a file. */
export function takenFor(part: Part, to: ProjectPath, references: readonly Reference[]): readonly Taken[] {
  const { anatomy } = part;
  const inside = insideOf(
    anatomy.statements.filter((each) => each.kind !== "import" && each.kind !== "directive" && part.goes(each) === to),
  );
  const isMain = mainOf(part) === to;
  return references.flatMap((reference) => {
    if (statementAt(anatomy, reference.start)?.kind !== "import") return [];
    return (reference.bindings ?? []).flatMap((binding): Taken[] => {
      const variable = anatomy.names.variables.find(({ places }) =>
        places.some(({ start }) => start === binding.localStart),
      );
      const uses = variable?.places.filter(({ isDeclared }) => !isDeclared) ?? [];
      // What nobody uses stays with the rest of its file.
      const isWanted = uses.some(inside) || (isMain && uses.length === 0);
      return isWanted ? [{ part, reference, binding, variable }] : [];
    });
  });
}
