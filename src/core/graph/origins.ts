/**
 * Where a name comes from that one file takes of another: followed through indexes, defaults and whole files to what declares
 * it. Files are read when the way leads through them, so that a rename in a large project reads what holds the name and little
 * else.
 */
import { extractFrom, type Extraction, type Reference } from "../languages/index.js";
import type { ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";
import type { Resolver } from "./resolver.js";

/** What declares a name. */
export interface Origin {
  readonly file: ProjectPath;
  /** What the file itself calls it; `default` for a default without a name, `*` for all that the file gives. */
  readonly name: string;
}

/** Files read one by one, and what their references mean. The languages must have been prepared. */
export class Modules {
  readonly #readings = new Map<ProjectPath, Extraction>();

  /** `byAbout`: a default without a name is known by what it is about, `memo(TreeCard)`; else it is `default`. */
  constructor(
    readonly tree: TreeView,
    readonly resolver: Resolver,
    readonly byAbout = true,
  ) {}

  /** What a file names and gives, exactly. */
  reading(path: ProjectPath): Extraction {
    let reading = this.#readings.get(path);
    if (!reading) this.#readings.set(path, (reading = extractFrom(this.tree.text(path)?.text ?? "", path, "exact")));
    return reading;
  }

  /** The files that a reference of a file means. */
  targetsOf(path: ProjectPath, reference: Reference): readonly ProjectPath[] {
    const resolution = this.resolver.resolve(path, reference);
    return resolution.state === "found" ? resolution.targets : [];
  }

  /**
   * What declares a name that a file gives. Several where platforms have a file each, or where two whole files that are passed
   * on give the name; none where the file is not known to give it.
   */
  originsOf(path: ProjectPath, name: string, above: readonly string[] = []): readonly Origin[] {
    const key = `${path}\n${name}`;
    if (above.includes(key)) return [];
    if (name === "*") return [{ file: path, name }];
    const { exports = [], references } = this.reading(path);
    const through = (reference: Reference | undefined, taken: string): readonly Origin[] =>
      reference ? this.targetsOf(path, reference).flatMap((to) => this.originsOf(to, taken, [...above, key])) : [];
    const at = (start: number): Reference | undefined => references.find((each) => each.start === start);
    const own = exports.filter((each) => each.name === name);
    if (own.length > 0)
      return distinct(
        own.flatMap(({ from, imported = name, local, about }) => {
          if (from !== undefined) return through(at(from), imported);
          // `import Tree from "./Tree"; export default Tree;`
          const [reference, taken] = local === undefined ? [] : importOf(references, local);
          if (reference) return through(reference, taken ?? name);
          return [{ file: path, name: local ?? (this.byAbout ? about : undefined) ?? name }];
        }),
      );
    if (name === "default") return [];
    const all = exports.filter(
      ({ name: given, from: source, hides = [] }) => given === "*" && source !== undefined && !hides.includes(name),
    );
    return distinct(all.flatMap(({ from }) => through(at(from ?? -1), name)));
  }

  /**
   * What declares a name that some references of a file may give it. The rest of a library gives its parts also what it takes itself,
   * and gives to nobody else.
   */
  originsThrough(path: ProjectPath, references: readonly Reference[], name: string): readonly Origin[] {
    return distinct(
      references.flatMap((reference) =>
        this.targetsOf(path, reference).flatMap((target) => {
          const own = this.originsOf(target, name);
          return own.length > 0 || reference.kind !== "part of" ? own : this.#knownIn(target, name);
        }),
      ),
    );
  }

  /** What declares a name that a file takes by whole files, or is given by its library. */
  #knownIn(path: ProjectPath, name: string): readonly Origin[] {
    const { references } = this.reading(path);
    const giving = references.filter(
      ({ kind, bindings }) =>
        kind === "part of" ||
        (kind === "import" && (bindings?.some(({ imported, local }) => imported === name && local === "") ?? true)),
    );
    return this.originsThrough(path, giving, name);
  }

  /**
   * What a name comes to that a file only passes on, of a package, of what is not there, or of a file that is not known to give it: the
   * specifier or the file, where it is spelled, and what is taken. `undefined` where it is known what declares it.
   */
  outsideOf(
    path: ProjectPath,
    name: string,
    above: readonly string[] = [],
  ): { readonly by: ProjectPath; readonly specifier: string; readonly imported: string } | undefined {
    const key = `${path}\n${name}`;
    if (above.includes(key)) return undefined;
    const { exports = [], references } = this.reading(path);
    const entry = exports.find((each) => each.name === name);
    if (!entry) return undefined;
    const [byImport, taken] = entry.local === undefined ? [] : importOf(references, entry.local);
    const reference = entry.from === undefined ? byImport : references.find(({ start }) => start === entry.from);
    const imported = entry.from === undefined ? taken : (entry.imported ?? name);
    if (!reference || imported === undefined) return undefined;
    const [target] = this.targetsOf(path, reference);
    if (target === undefined) return { by: path, specifier: reference.specifier, imported };
    const further = this.outsideOf(target, imported, [...above, key]);
    // A file that is here and of which nobody knows what it gives: a template's, a data file.
    return (
      further ?? (this.originsOf(target, imported).length > 0 ? undefined : { by: path, specifier: target, imported })
    );
  }
}

/** The import that gives a file one of its names, and what the other file calls it. */
function importOf(references: readonly Reference[], local: string): readonly [Reference, string] | readonly [] {
  for (const reference of references) {
    if (reference.kind !== "import") continue;
    const binding = reference.bindings?.find((each) => each.local === local);
    if (binding) return [reference, binding.imported];
  }
  return [];
}

function distinct(origins: readonly Origin[]): readonly Origin[] {
  return [...new Map(origins.map((each) => [`${each.file}\n${each.name}`, each])).values()];
}
