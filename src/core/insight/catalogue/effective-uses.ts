/**
 * Who really uses whom: a file that takes `TreeCard` out of an index file uses `TreeCard.tsx`, not everything that the
 * index passes on. Where a reference does not say which names it takes (`import * as`, `import()`), all of it is meant.
 */
import type { ReferenceGraph } from "../../graph/index.js";
import { languageFor, type Binding } from "../../languages/index.js";
import type { ProjectPath } from "../../base/paths.js";

/** The other side of each use, each once, in the order in which they were found. */
export interface EffectiveUses {
  usersOf(path: ProjectPath): readonly ProjectPath[];
  targetsOf(path: ProjectPath): readonly ProjectPath[];
}

const nothing: readonly ProjectPath[] = [];

/** Follows every reference through files that only pass on. */
export function effectiveUses(graph: ReferenceGraph): EffectiveUses {
  const users = new Map<ProjectPath, Set<ProjectPath>>();
  const targets = new Map<ProjectPath, Set<ProjectPath>>();
  const indexes = new IndexFiles(graph);
  for (const file of graph.files.values()) {
    if (indexes.passesOn(file.path)) continue;
    const takesByWord = languageFor(file.path)?.takesByWord === true;
    for (const { reference, resolution } of file.references) {
      if (resolution.state !== "found") continue;
      const words = takesByWord && !reference.bindings ? file.path : undefined;
      for (const target of resolution.targets)
        for (const end of indexes.passesOn(target) ? indexes.ends(target, reference.bindings, words) : [target]) {
          if (end === file.path) continue;
          put(users, end, file.path);
          put(targets, file.path, end);
        }
    }
    for (const { to } of graph.symbolTargetsOf(file.path)) {
      put(users, to, file.path);
      put(targets, file.path, to);
    }
  }
  const list = (map: Map<ProjectPath, Set<ProjectPath>>) => {
    const made = new Map([...map].map(([path, set]) => [path, [...set]] as const));
    return (path: ProjectPath): readonly ProjectPath[] => made.get(path) ?? nothing;
  };
  return { usersOf: list(users), targetsOf: list(targets) };
}

function put<Value>(map: Map<string, Set<Value>>, key: string, value: Value): void {
  const set = map.get(key);
  if (set) set.add(value);
  else map.set(key, new Set([value]));
}

/** Index files: what each gives under which name is worked out once, however many files ask. */
class IndexFiles {
  readonly #given = new Map<ProjectPath, ReadonlyMap<string, ReadonlySet<ProjectPath>>>();
  readonly #all = new Map<ProjectPath, readonly ProjectPath[]>();
  /** How often a circle of indexes was met: what was worked out inside of one leaves out what stands above, and is not kept. */
  #circles = 0;
  /** The words of the file that was asked about last. */
  #wordsOf: { readonly path: string; readonly words: ReadonlySet<string> } = { path: "\0", words: new Set() };

  constructor(readonly graph: ReferenceGraph) {}

  passesOn(path: ProjectPath): boolean {
    return this.graph.files.get(path)?.reading.outline.onlyPassesOn === true;
  }

  /**
   * The files behind an index that are meant by some names, or all of them. `by` is a file that lists no names, and takes by its
   * words what the index gives.
   */
  ends(path: ProjectPath, bindings: readonly Binding[] | undefined, by?: ProjectPath): Iterable<ProjectPath> {
    if (by !== undefined) return this.#byWords(path, by);
    if (!bindings || bindings.some(({ imported }) => imported === "*")) return this.#allBehind(path);
    if (bindings.length === 0) return this.#allBehind(path);
    const given = this.#givenBy(path);
    const found = new Set<ProjectPath>();
    for (const { imported } of bindings) for (const end of given.get(imported) ?? []) found.add(end);
    // A name that none is known to give may come from any of them.
    return found.size > 0 ? found : this.graph.targetsOf(path);
  }

  #byWords(path: ProjectPath, by: ProjectPath): Iterable<ProjectPath> {
    if (this.#wordsOf.path !== by)
      this.#wordsOf = { path: by, words: new Set(this.graph.tree.text(by)?.text.match(/[\p{L}_$][\p{L}\p{N}_$]*/gu)) };
    const found = new Set<ProjectPath>();
    for (const [name, ends] of this.#givenBy(path))
      if (this.#wordsOf.words.has(name)) for (const end of ends) found.add(end);
    return found.size > 0 ? found : this.#allBehind(path);
  }

  /** What an index passes on itself: under which name, from which files; `*` for all that they have. */
  *#passed(path: ProjectPath): Generator<{ name: string; imported: string; targets: readonly ProjectPath[] }> {
    const file = this.graph.files.get(path);
    const resolved = new Map(file?.references.map(({ reference, resolution }) => [reference.start, resolution]));
    for (const { name, imported = name, from } of file?.reading.exports ?? []) {
      const resolution = from === undefined ? undefined : resolved.get(from);
      if (resolution?.state === "found") yield { name, imported, targets: resolution.targets };
    }
  }

  /** Everything that lies behind an index, itself and other indexes left out. */
  #allBehind(path: ProjectPath, above: readonly ProjectPath[] = []): readonly ProjectPath[] {
    const kept = this.#all.get(path);
    if (kept) return kept;
    const before = this.#circles;
    const found = new Set<ProjectPath>();
    for (const target of this.graph.targetsOf(path)) {
      if (!this.passesOn(target)) found.add(target);
      else if (target === path || above.includes(target)) this.#circles += 1;
      else for (const end of this.#allBehind(target, [...above, path])) found.add(end);
    }
    const all = [...found];
    if (above.length === 0 || this.#circles === before) this.#all.set(path, all);
    return all;
  }

  /** The files behind an index by the names that it gives. */
  #givenBy(path: ProjectPath, above: readonly ProjectPath[] = []): ReadonlyMap<string, ReadonlySet<ProjectPath>> {
    const kept = this.#given.get(path);
    if (kept) return kept;
    const before = this.#circles;
    const found = new Map<string, Set<ProjectPath>>();
    for (const { name, imported, targets } of this.#passed(path))
      for (const target of targets) {
        const inner = this.#namesOf(target, [...above, path]);
        if (name === "*") for (const [each, ends] of inner) this.#putAll(found, each, each === "default" ? [] : ends);
        else if (imported === "*")
          this.#putAll(found, name, this.passesOn(target) ? this.#allBehind(target, [...above, path]) : [target]);
        else this.#putAll(found, name, inner.get(imported) ?? (this.passesOn(target) ? [] : [target]));
      }
    if (above.length === 0 || this.#circles === before) this.#given.set(path, found);
    return found;
  }

  #putAll(found: Map<string, Set<ProjectPath>>, name: string, ends: Iterable<ProjectPath>): void {
    for (const end of ends) put(found, name, end);
  }

  /** What a file gives by name: an index through what it passes on, any other itself. */
  #namesOf(target: ProjectPath, above: readonly ProjectPath[]): ReadonlyMap<string, ReadonlySet<ProjectPath>> {
    if (this.passesOn(target)) {
      if (!above.includes(target)) return this.#givenBy(target, above);
      this.#circles += 1;
      return new Map();
    }
    const own =
      this.#given.get(target) ??
      new Map(
        (this.graph.files.get(target)?.reading.exports ?? []).map(({ name }) => [name, new Set([target])] as const),
      );
    this.#given.set(target, own);
    return own;
  }
}
