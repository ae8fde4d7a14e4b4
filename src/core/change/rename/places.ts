/**
 * Which characters of one file a rename changes. A place gets a new name only if what is meant there comes from what is renamed;
 * where a name stands for two things of which one keeps its name, both are written.
 */
import type { Modules, Origin } from "../../graph/index.js";
import type { ProjectPath } from "../../base/paths.js";
import type { TextEdit } from "../../base/text/index.js";
import {
  topVariable,
  variableAt,
  type Binding,
  type Member,
  type NamePlace,
  type Reference,
  type TextNames,
  type Variable,
} from "../../languages/index.js";
import { spelledPlace, together } from "../spelled-place.js";
import type { NewName } from "./asked.js";

/** What is renamed, by who declares it. */
export class Renaming {
  readonly #names = new Map<string, NewName>();

  constructor(
    readonly names: readonly NewName[],
    /** What a name becomes by which a default is taken, where it is called after what is renamed. */
    readonly called: ((name: string) => string | undefined) | undefined,
  ) {
    for (const name of names) for (const file of name.files) this.#names.set(`${file}\n${name.from}`, name);
  }

  /** What is renamed of what these are; nothing where they are something else, or not all the same. */
  of(origins: readonly Origin[]): NewName | undefined {
    const found = new Set(origins.map(({ file, name }) => this.#names.get(`${file}\n${name}`)));
    const [only, other] = found;
    return other === undefined && found.size === 1 ? only : undefined;
  }

  /** What a name of a file becomes that means one of those: by its own name, or as a default in whatever case. */
  newName(name: string, meant: NewName | undefined, isDefault: boolean): string | undefined {
    if (!meant) return undefined;
    if (name === meant.from && meant.from !== "default") return meant.to;
    return isDefault ? this.called?.(name) : undefined;
  }
}

/** What is asked of one file. */
export interface FileInput {
  readonly path: ProjectPath;
  readonly names: TextNames;
  readonly modules: Modules;
  readonly renaming: Renaming;
  /** Names that imports must not get here, because they mean something else already. */
  readonly taken: ReadonlySet<string>;
  /** What a variable becomes that nobody outside of the file can mean. */
  readonly own?: (variable: Variable) => string | undefined;
}

/** What comes of it. */
export interface RenamedFile {
  readonly edits: readonly TextEdit[];
  /** Names that this file declares for others and that get a new name with what they hold: `export const Tree = lazy(…)`. */
  readonly declares: readonly NewName[];
  /** Where all that a file gives is handed on, so that nobody can say who takes the name. */
  readonly escapes: readonly number[];
}

/** Finds all of them. */
export function renamePlaces(input: FileInput): RenamedFile {
  return new FilePlaces(input).result();
}

class FilePlaces {
  /** New names of variables, by variable; of imported names and members, and of exported names, by where they begin. */
  readonly #locals = new Map<Variable, string>();
  readonly #members = new Map<number, string>();
  readonly #exported = new Map<number, string>();
  readonly #edits = new Map<number, TextEdit>();
  readonly #escapes: number[] = [];

  constructor(readonly input: FileInput) {}

  result(): RenamedFile {
    const { path, names, modules } = this.input;
    const { references } = modules.reading(path);
    this.#declared();
    for (const reference of references) for (const binding of reference.bindings ?? []) this.#bound(reference, binding);
    for (const taking of names.takings) {
      const { reference: at, others = [] } = taking;
      const giving = references.filter(({ start }) => start === at || others.includes(start));
      if (giving.length === 0) continue;
      const targets = giving.flatMap((reference) => modules.targetsOf(path, reference));
      const whole = taking.whole === undefined ? undefined : variableAt(names, taking.whole);
      if (taking.members)
        for (const member of taking.members) this.#memberOf(member, modules.originsThrough(path, giving, member.name));
      else this.#escape(taking.reference, targets);
      if (whole) this.#held(whole, targets);
      if (taking.loads !== undefined) this.#loaded(taking.loads, targets);
    }
    this.#exports();
    for (const variable of names.variables) {
      const to = this.#locals.has(variable) ? undefined : this.input.own?.(variable);
      if (to !== undefined) this.#locals.set(variable, to);
    }
    for (const [variable, to] of this.#locals) for (const place of variable.places) this.#place(variable, place, to);
    for (const [start, to] of this.#members) if (!this.#edits.has(start)) this.#edit(start, to);
    return { edits: [...this.#edits.values()], declares: this.#declares(), escapes: this.#escapes };
  }

  /** What the file itself declares, and what repeats it. */
  #declared(): void {
    const { path, names, renaming } = this.input;
    for (const { files, from, to } of renaming.names) {
      if (!files.includes(path)) continue;
      const variable = topVariable(names, from);
      if (variable) this.#locals.set(variable, to);
      const starts = new Set(variable?.places.filter(({ isDeclared }) => isDeclared).map(({ start }) => start));
      for (const each of names.variables)
        if (each.name === from && each.echoes !== undefined && (starts.has(each.echoes) || !variable))
          this.#locals.set(each, to);
      const called = (name: string): string | undefined =>
        from === "default" ? renaming.called?.(name) : name === from ? to : undefined;
      for (const { name, start, end } of names.labels) {
        const text = called(name);
        if (text !== undefined) this.#edits.set(start, { start, end, text });
      }
    }
  }

  #meant(targets: readonly ProjectPath[], name: string): NewName | undefined {
    const { modules, renaming } = this.input;
    return renaming.of(targets.flatMap((target) => modules.originsOf(target, name)));
  }

  #rename(variable: Variable | undefined, to: string | undefined): void {
    if (variable && to !== undefined && !this.input.taken.has(to)) this.#locals.set(variable, to);
  }

  #bound(reference: Reference, binding: Binding): void {
    const { path, names, modules, renaming } = this.input;
    const targets = modules.targetsOf(path, reference);
    if (targets.length === 0) return;
    const { imported, local, start, end, localStart, localEnd } = binding;
    if (imported === "*") {
      const variable = reference.kind === "import" ? variableAt(names, localStart) : undefined;
      if (variable) this.#held(variable, targets);
      return;
    }
    const origins = targets.flatMap((target) => modules.originsOf(target, imported));
    if (origins.length > 0 && origins.every(({ name }) => name === "*")) {
      const variable = variableAt(names, localStart);
      if (variable && reference.kind === "import")
        this.#held(
          variable,
          origins.map(({ file }) => file),
        );
      return;
    }
    const meant = renaming.of(origins);
    const taken = imported === "default" ? undefined : renaming.newName(imported, meant, false);
    const called = local === "" ? undefined : renaming.newName(local, meant, imported === "default");
    if (taken !== undefined) this.#members.set(start, taken);
    if (reference.kind === "import") {
      this.#rename(variableAt(names, localStart), called);
      if (taken !== undefined && start === localStart) this.#specifier({ start, end }, taken, local);
      else if (taken !== undefined) this.#edit(start, taken, end);
    } else if (reference.kind === "re-export") {
      const exported = called ?? local;
      const text = start === localStart ? together(taken ?? imported, exported) : undefined;
      // `export { default as Tree }`: what is called `default` has no name to change.
      if (text !== undefined && (taken ?? called) !== undefined) this.#edit(start, text, end);
      else if (text === undefined) {
        if (taken !== undefined) this.#edit(start, taken, end);
        if (called !== undefined) this.#edit(localStart, called, localEnd);
      }
    } else if (taken !== undefined) this.#edit(start, taken, end);
  }

  /** `import { Tree }`, of which the one name changes and the other may. */
  #specifier({ start, end }: { readonly start: number; readonly end: number }, taken: string, local: string): void {
    const variable = variableAt(this.input.names, start);
    const called = (variable && this.#locals.get(variable)) ?? local;
    this.#edits.set(start, { start, end, text: together(taken, called) });
  }

  /** A variable that holds all that a file gives. */
  #held(variable: Variable, targets: readonly ProjectPath[]): void {
    for (const { start, isDeclared, form, members } of variable.places) {
      if (isDeclared || form === "export specifier") continue;
      if (members) for (const member of members) this.#member(member, targets);
      else this.#escape(start, targets);
    }
  }

  #escape(start: number, targets: readonly ProjectPath[]): void {
    const { names } = this.input.renaming;
    if (names.some(({ from }) => from !== "default" && this.#meant(targets, from) !== undefined))
      this.#escapes.push(start);
  }

  #member(member: Member, targets: readonly ProjectPath[]): void {
    const { modules } = this.input;
    this.#memberOf(
      member,
      targets.flatMap((target) => modules.originsOf(target, member.name)),
    );
  }

  #memberOf({ name, start, local }: Member, origins: readonly Origin[]): void {
    const { names, renaming } = this.input;
    if (origins.length > 0 && origins.every((each) => each.name === "*"))
      return this.#escape(
        start,
        origins.map(({ file }) => file),
      );
    const meant = renaming.of(origins);
    const taken = name === "default" ? undefined : renaming.newName(name, meant, false);
    if (taken !== undefined) this.#members.set(start, taken);
    const variable = local === undefined ? undefined : variableAt(names, local);
    // In a mock the variable is not the file's; only one that is declared here gets its name.
    if (variable?.places.some((place) => place.isDeclared && place.start === local) === true)
      this.#rename(variable, renaming.newName(variable.name, meant, name === "default"));
  }

  /** `const Tree = lazy(() => import("./Tree"))` */
  #loaded(declared: number, targets: readonly ProjectPath[]): void {
    const variable = variableAt(this.input.names, declared);
    if (variable)
      this.#rename(variable, this.input.renaming.newName(variable.name, this.#meant(targets, "default"), true));
  }

  /** Names that a list gives to others: `export { Tree }`, `export { Oak as Tree }`. */
  #exports(): void {
    const { path, names, modules, renaming } = this.input;
    for (const { name, local, start, end, imported, from } of modules.reading(path).exports ?? []) {
      if (name === "default" || name === "*") continue;
      const isPassedOn = from !== undefined && variableAt(names, start) === undefined;
      if (isPassedOn && !isListed(names, start)) continue;
      const to = renaming.newName(name, renaming.of(modules.originsOf(path, name)), imported === "default");
      if (to === undefined) continue;
      this.#exported.set(start, to);
      if (this.#edits.has(start)) continue;
      if (variableAt(names, start) === undefined && local !== name) this.#edit(start, to, end);
      else if (variableAt(names, start)?.places.find((place) => place.start === start)?.form === "export specifier") {
        const variable = variableAt(names, start);
        if (variable && !this.#locals.has(variable)) this.#edit(start, `${variable.name} as ${to}`, end);
      }
    }
  }

  #place({ name }: Variable, { start, end, form, pair }: NamePlace, to: string): void {
    if (this.#edits.has(start)) return;
    // What is called the same inside and outside from then on is written once.
    if (pair?.name === to && !this.#touches(pair)) {
      this.#edits.set(start, { start: pair.start, end: pair.end, text: to });
      return;
    }
    const key = this.#members.get(start) ?? name;
    const text = spelledPlace(form, to, key, this.#exported.get(start) ?? name);
    this.#edits.set(start, { start, end, text });
  }

  #touches({ start, end }: { readonly start: number; readonly end: number }): boolean {
    const changed = [...this.#members.keys(), ...this.#edits.keys(), ...this.#exported.keys()];
    return changed.some((each) => start <= each && each < end);
  }

  /** A member of which only the other file's name changes. */
  #edit(start: number, to: string, end?: number): void {
    const { names } = this.input;
    const variable = variableAt(names, start);
    const place = variable?.places.find((each) => each.start === start);
    const stop = end ?? start + (memberAt(names, start)?.name.length ?? variable?.name.length ?? 0);
    const isShared = end === undefined && place?.form === "shorthand property";
    this.#edits.set(start, { start, end: stop, text: isShared ? `${to}: ${variable?.name ?? ""}` : to });
  }

  #declares(): NewName[] {
    const { path, modules, renaming } = this.input;
    const found: NewName[] = [];
    for (const [variable, to] of this.#locals) {
      const starts = new Set(variable.places.filter(({ isDeclared }) => isDeclared).map(({ start }) => start));
      const given = (modules.reading(path).exports ?? []).some(
        (each) => each.from === undefined && each.local === variable.name && starts.has(each.start),
      );
      const isKnown = renaming.names.some(({ files, from }) => files.includes(path) && from === variable.name);
      if (given && !isKnown) found.push({ files: [path], from: variable.name, to });
    }
    return found;
  }
}

function isListed({ identifiers }: TextNames, start: number): boolean {
  return identifiers.some((each) => each.start === start);
}

function memberAt({ variables, takings }: TextNames, start: number): Member | undefined {
  const all = [
    ...takings.flatMap(({ members }) => members ?? []),
    ...variables.flatMap(({ places }) => places.flatMap(({ members }) => members ?? [])),
  ];
  return all.find((each) => each.start === start);
}
