/**
 * Who really uses whom: a file that takes `TreeCard` out of an index file uses `TreeCard.tsx`, not everything that the
 * index passes on. Names are read from the line of the import; where they cannot be (`import * as`), all of it is meant.
 */
import type { GraphFile, ReferenceGraph } from "../../graph/index.js";
import type { Reference } from "../../languages/index.js";
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
    for (const { reference, resolution } of file.references) {
      if (resolution.state !== "found") continue;
      for (const target of resolution.targets)
        for (const end of indexes.passesOn(target)
          ? indexes.ends(target, namesTaken(graph, file, reference))
          : [target]) {
          if (end === file.path) continue;
          put(users, end, file.path);
          put(targets, file.path, end);
        }
    }
  }
  const list = (map: Map<ProjectPath, Set<ProjectPath>>) => {
    const made = new Map([...map].map(([path, set]) => [path, [...set]] as const));
    return (path: ProjectPath): readonly ProjectPath[] => made.get(path) ?? nothing;
  };
  return { usersOf: list(users), targetsOf: list(targets) };
}

function put(map: Map<ProjectPath, Set<ProjectPath>>, key: ProjectPath, value: ProjectPath): void {
  const set = map.get(key);
  if (set) set.add(value);
  else map.set(key, new Set([value]));
}

/** The names that an import takes; `undefined` for all. */
function namesTaken(graph: ReferenceGraph, file: GraphFile, { start, kind }: Reference): string[] | undefined {
  if (kind !== "import" && kind !== "re-export") return undefined;
  const text = graph.tree.text(file.path)?.text.slice(Math.max(0, start - 2000), start) ?? "";
  const clause = /(?:^|[\n;])\s*(?:import|export)\s+([^;'"]*?)\s*from\s*['"]$/.exec(text)?.[1];
  if (clause === undefined || clause.includes("*")) return undefined;
  return namesIn(clause);
}

/** `Tree, { type Branch as Twig }` → `["default", "Branch"]` */
function namesIn(clause: string): string[] {
  const [, before = "", list = ""] = /^(?:type\s+)?([^{]*)(?:\{([^}]*)\})?/.exec(clause) ?? [];
  const named = list.split(",").map((part) => /^\s*(?:type\s+)?([\p{L}\p{N}_$]+)/u.exec(part)?.[1]);
  const all = [...(/[\p{L}_$]/u.test(before) ? ["default"] : []), ...named];
  return all.filter((name) => name !== undefined);
}

/** Index files, each read once. */
class IndexFiles {
  readonly #passed = new Map<ProjectPath, readonly Passed[]>();

  constructor(readonly graph: ReferenceGraph) {}

  passesOn(path: ProjectPath): boolean {
    return this.graph.files.get(path)?.reading.outline.onlyPassesOn === true;
  }

  /** The files behind an index that are meant by some names, or all of them. */
  ends(path: ProjectPath, names: readonly string[] | undefined, depth = 0): ProjectPath[] {
    const passed = this.#passedBy(path);
    const found = passed.flatMap(({ target, gives, all }) => {
      const wanted = names?.filter((name) => all || gives.has(name));
      if (names && wanted?.length === 0) return [];
      if (this.passesOn(target) && depth < 4)
        return this.ends(target, all ? names : wanted?.map((name) => gives.get(name) ?? name), depth + 1);
      return !all || !names || this.#exports(target, names) ? [target] : [];
    });
    // A name that none is known to give may come from any of them.
    return found.length > 0 || depth > 0 ? found : passed.map(({ target }) => target);
  }

  #exports(target: ProjectPath, names: readonly string[]): boolean {
    const exported = this.graph.files.get(target)?.reading.outline.exports ?? [];
    return exported.some(({ name }) => names.includes(name));
  }

  #passedBy(path: ProjectPath): readonly Passed[] {
    let passed = this.#passed.get(path);
    if (!passed) this.#passed.set(path, (passed = this.#read(path)));
    return passed;
  }

  #read(path: ProjectPath): Passed[] {
    const file = this.graph.files.get(path);
    const text = this.graph.tree.text(path)?.text ?? "";
    return (file?.references ?? []).flatMap(({ reference, resolution }) => {
      if (resolution.state !== "found") return [];
      const head = text.slice(Math.max(0, reference.start - 2000), reference.start);
      const clause = /(?:^|[\n;])\s*(?:import|export)\s+([^;'"]*?)\s*from\s*['"]$/.exec(head)?.[1] ?? "*";
      const gives = new Map<string, string>();
      for (const part of /\{([^}]*)\}/.exec(clause)?.[1]?.split(",") ?? []) {
        const [, name, as = name] = /^\s*(?:type\s+)?([\p{L}\p{N}_$]+)(?:\s+as\s+([\p{L}\p{N}_$]+))?/u.exec(part) ?? [];
        if (name !== undefined && as !== undefined) gives.set(as, name);
      }
      return resolution.targets.map((target) => ({ target, gives, all: gives.size === 0 }));
    });
  }
}

/** A file that an index passes on: which names, and what they are called there; or all of them. */
interface Passed {
  readonly target: ProjectPath;
  readonly gives: ReadonlyMap<string, string>;
  readonly all: boolean;
}
