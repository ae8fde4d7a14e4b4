/**
 * Which packages there are, as their `pubspec.yaml` says: what each is called, where it lies, and which folders its path
 * dependencies name. Source: dart.dev, "The pubspec file", "Package dependencies", "Pub workspaces".
 */
import { ShelfError } from "../../base/errors.js";
import { folderOf, inFolder, joinPath, nameOf, rootPath, type ProjectPath } from "../../base/paths.js";
import type { Ground } from "../lookup.js";
import type { Mapping } from "../mapping.js";

/** The file that makes a folder a package. */
export const pubspec = "pubspec.yaml";

/** How a manifest's own name stands among what it declares. */
export const packageMark = "package ";

/** How what it depends on does. */
export const dependencyMark = "dependency ";

/** One package. */
export interface DartPackage {
  readonly name: string;
  readonly folder: ProjectPath;
  readonly manifest: ProjectPath;
}

/** The packages of one tree. */
class Packages {
  readonly #byFolder = new Map<ProjectPath, DartPackage>();
  readonly #byName = new Map<string, DartPackage[]>();
  readonly #nearest = new Map<ProjectPath, DartPackage | undefined>();
  readonly #beside = new Map<ProjectPath, ReadonlyMap<string, ProjectPath>>();

  constructor(readonly ground: Ground) {
    for (const manifest of ground.tree.paths) {
      if (!manifest.endsWith(pubspec) || nameOf(manifest) !== pubspec) continue;
      const folder = folderOf(manifest);
      const { declares, problem } = ground.reading(manifest);
      const declared = declares?.find(({ name }) => name.startsWith(packageMark));
      if (!declared && problem)
        throw new ShelfError("CONFIG_BROKEN", {
          place: { file: manifest },
          path: manifest,
          reason: `${problem.message}.`,
        });
      const one = { name: declared?.name.slice(packageMark.length) ?? "", folder, manifest };
      this.#byFolder.set(folder, one);
      const alike = this.#byName.get(one.name);
      if (alike) alike.push(one);
      else this.#byName.set(one.name, [one]);
    }
  }

  /** The package that a file or folder lies in. */
  around(folder: ProjectPath): DartPackage | undefined {
    if (this.#nearest.has(folder)) return this.#nearest.get(folder);
    const found = this.#byFolder.get(folder) ?? (folder === rootPath ? undefined : this.around(folderOf(folder)));
    this.#nearest.set(folder, found);
    return found;
  }

  /**
   * The packages that a name may mean in another: itself, one that it names by a path, else all of that name, of which nobody can say
   * which is meant where they are several.
   */
  named(name: string, by: DartPackage | undefined): readonly DartPackage[] {
    if (name === "") return [];
    if (by?.name === name) return [by];
    const folder = by && this.#pathsOf(by).get(name);
    const told = folder === undefined ? undefined : this.#byFolder.get(folder);
    return told ? [told] : (this.#byName.get(name) ?? []);
  }

  /** Path dependencies by name, those that override others included. */
  #pathsOf({ folder, manifest }: DartPackage): ReadonlyMap<string, ProjectPath> {
    let found = this.#beside.get(folder);
    if (!found) {
      const named = new Map<string, ProjectPath>();
      for (const path of [manifest, inFolder(folder, "pubspec_overrides.yaml")])
        if (this.ground.tree.has(path))
          for (const { inside, specifier } of this.ground.reading(path).references) {
            const target = inside === undefined ? undefined : joinPath(folder, specifier);
            if (inside !== undefined && target !== undefined) named.set(inside, target);
          }
      this.#beside.set(folder, (found = named));
    }
    return found;
  }
}

const known = new WeakMap<Ground, Packages>();

function packagesOf(ground: Ground): Packages {
  let packages = known.get(ground);
  if (!packages) known.set(ground, (packages = new Packages(ground)));
  return packages;
}

/** The package that a file lies in; `undefined` outside of all. */
export function packageAround(ground: Ground, path: ProjectPath): DartPackage | undefined {
  return packagesOf(ground).around(folderOf(path));
}

/** The packages that a name may mean in a file: mostly one. */
export function packagesNamed(ground: Ground, from: ProjectPath, name: string): readonly DartPackage[] {
  return packagesOf(ground).named(name, packageAround(ground, from));
}

/** Whether a package may name another: it is itself, or stands in its manifest. */
export function dependsOn(ground: Ground, one: DartPackage | undefined, name: string): boolean {
  if (!one || one.name === name) return true;
  return ground.reading(one.manifest).declares?.some((each) => each.name === dependencyMark + name) ?? false;
}

/** `package:orchard/a.dart` as a rule: what lies in a package's `lib/` by the package's name. */
export function libraryMapping(one: DartPackage, from: DartPackage | undefined): Mapping {
  const kind = one.manifest === from?.manifest ? "own package" : "workspace package";
  const targets = [inFolder(one.folder, "lib/*")];
  return { kind, pattern: `package:${one.name}/*`, targets, exact: true, all: false, by: one.manifest };
}
