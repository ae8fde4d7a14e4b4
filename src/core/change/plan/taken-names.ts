/** Every name that one file takes of others, in an order that a new text with the same statements keeps. */
import type { Modules, Origin } from "../../graph/index.js";
import { variableAt, type Member, type TextNames, type Variable } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";

/** One of them. */
export interface TakenName {
  readonly start: number;
  /** What the other file calls it; `*` where all that it gives is handed on, and nobody can say which names are taken. */
  readonly name: string;
  /** The files of which it is taken. */
  readonly targets: readonly ProjectPath[];
  /** What declares it; none where that is not known. */
  readonly origins: readonly Origin[];
}

/** Finds them. Without `names` only what statements take is known. */
export function takenNames(path: ProjectPath, modules: Modules, names: TextNames | undefined): readonly TakenName[] {
  const found: TakenName[] = [];
  const { references } = modules.reading(path);
  const take = (start: number, name: string, targets: readonly ProjectPath[]): readonly Origin[] => {
    const origins = targets.flatMap((target) => modules.originsOf(target, name));
    found.push({ start, name, targets, origins });
    return origins;
  };
  const hold = (variable: Variable | undefined, targets: readonly ProjectPath[]): void => {
    for (const { start, isDeclared, form, members } of variable?.places ?? []) {
      if (isDeclared || form === "export specifier") continue;
      if (members) members.forEach((each) => member(each, targets));
      else take(start, "*", targets);
    }
  };
  const member = ({ name, start }: Member, targets: readonly ProjectPath[]): void => {
    take(start, name, targets);
  };
  for (const reference of references) {
    const targets = modules.targetsOf(path, reference);
    if (targets.length === 0) continue;
    // What a pattern takes in is taken as a whole; what a file declares for another adds to names of that.
    if (reference.kind === "glob" || reference.kind === "module declaration") take(reference.start, "*", targets);
    for (const { imported, start, localStart } of reference.bindings ?? []) {
      const isImport = reference.kind === "import";
      if (imported === "*") {
        if (isImport && names) hold(variableAt(names, localStart), targets);
        continue;
      }
      const origins = take(start, imported, targets);
      if (names && isImport && origins.length > 0 && origins.every(({ name }) => name === "*"))
        hold(
          variableAt(names, localStart),
          origins.map(({ file }) => file),
        );
    }
  }
  for (const { reference: at, others = [], members, whole } of names?.takings ?? []) {
    const giving = references.filter(({ start }) => start === at || others.includes(start));
    const targets = giving.flatMap((reference) => modules.targetsOf(path, reference));
    if (targets.length === 0) continue;
    if (members)
      for (const { name, start } of members)
        found.push({ start, name, targets, origins: modules.originsThrough(path, giving, name) });
    else take(at, "*", targets);
    if (names && whole !== undefined) hold(variableAt(names, whole), targets);
  }
  return found;
}
