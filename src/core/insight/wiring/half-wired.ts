/**
 * Features that are missing where nearly all the others are listed: the root of the store, the route table, an index of all. Told by
 * references alone: who takes the same name from the same file of each feature.
 */
import { addTo } from "../../base/grouping.js";
import type { ProjectPath } from "../../base/paths.js";
import type { ReferenceGraph } from "../../graph/index.js";
import { isDeclaration } from "../../languages/index.js";
import type { AppAnalysis } from "../analysis.js";
import type { Role } from "../../app/arrangement/index.js";
import { examplesOf, type Example } from "./features.js";

/** One feature that is missing in one file. */
export interface HalfWired {
  readonly file: ProjectPath;
  readonly feature: string;
  /** What it would be listed by: its own names for what the file takes of the others. */
  readonly names: readonly string[];
  /** How many features are listed there, and how many could be. */
  readonly listed: number;
  readonly of: number;
}

/** Fewer features show no custom. */
const fewest = 3;
/** This part of those that could be listed has to be. */
const mostly = 0.75;

/** Roles of files that show something: which features they show is theirs to choose. */
const choosing: ReadonlySet<Role> = new Set<Role>(["screen", "component", "container", "hook", "test", "story"]);

/** Finds them, by file. */
export function halfWired(
  analysed: Pick<AppAnalysis, "catalogue" | "app">,
  graph: ReferenceGraph,
): readonly HalfWired[] {
  const examples = examplesOf(analysed, graph);
  if (examples.length <= fewest) return [];
  const owners = new Map(examples.flatMap((each) => each.files.map((path) => [path, each] as const)));
  const given = new Map(examples.map((each) => [each, givenBy(each, graph)]));
  const takesIn = takenBetween(owners, graph);
  return [...graph.files.keys()].flatMap((file): HalfWired[] => {
    const entry = analysed.catalogue.entries.get(file);
    // What declares for others is often written by a compiler.
    if (!entry || entry.isLeft || isDeclaration(file) || owners.has(file) || choosing.has(entry.role.is ?? "config"))
      return [];
    return inFile(file, { graph, examples, owners, given, takesIn });
  });
}

interface Looking {
  readonly graph: ReferenceGraph;
  readonly examples: readonly Example[];
  readonly owners: ReadonlyMap<ProjectPath, Example>;
  readonly given: ReadonlyMap<Example, ReadonlyMap<string, string>>;
  /** Whether another feature takes in one of a feature's names: what is listed there leads to it. */
  readonly takesIn: (example: Example, name: string) => boolean;
}

/** Looked for where something seems to be missing, once. */
function takenBetween(owners: ReadonlyMap<ProjectPath, Example>, graph: ReferenceGraph): Looking["takesIn"] {
  let taken: Map<Example, Set<string>> | undefined;
  const find = (): Map<Example, Set<string>> => {
    const found = new Map<Example, Set<string>>();
    for (const [file, own] of owners)
      for (const { reference, resolution } of graph.files.get(file)?.references ?? [])
        for (const target of resolution.state === "found" ? resolution.targets : []) {
          const example = owners.get(target);
          if (!example || example === own) continue;
          const names = found.get(example) ?? new Set<string>();
          for (const { imported } of reference.bindings ?? []) names.add(imported);
          found.set(example, names);
        }
    return found;
  };
  return (example, name) => (taken ??= find()).get(example)?.has(name) === true;
}

function inFile(file: ProjectPath, { graph, examples, owners, given, takesIn }: Looking): HalfWired[] {
  const takers = new Map<string, Example[]>();
  const present = new Set<Example>();
  for (const { reference, resolution } of graph.files.get(file)?.references ?? [])
    for (const target of resolution.state === "found" ? resolution.targets : []) {
      const example = owners.get(target);
      if (!example) continue;
      present.add(example);
      for (const { imported } of reference.bindings ?? [])
        if (example.name.in(imported).length > 0 && !isType(graph, target, imported))
          addTo(takers, example.name.without(imported), example);
    }
  if (present.size < fewest) return [];
  const missing = new Map<Example, { readonly names: string[]; readonly listed: number; readonly of: number }>();
  for (const [key, taken] of takers) {
    const listed = new Set(taken);
    // Who has no such name, or is mentioned there in another way, is not missing.
    const could = examples.filter((each) => !present.has(each) && given.get(each)?.has(key) === true);
    const of = listed.size + could.length;
    if (listed.size < fewest || listed.size < of * mostly) continue;
    for (const example of could) {
      const name = given.get(example)?.get(key) ?? "";
      if (takesIn(example, name)) continue;
      const there = missing.get(example);
      missing.set(example, {
        names: [...(there?.names ?? []), name],
        listed: Math.max(listed.size, there?.listed ?? 0),
        of: Math.max(of, there?.of ?? 0),
      });
    }
  }
  return [...missing].map(([{ feature }, facts]) => ({ file, feature, ...facts }));
}

/** Whether a file gives a name for a type alone: whoever describes some features lists none. */
function isType(graph: ReferenceGraph, file: ProjectPath, name: string): boolean {
  return graph.files.get(file)?.reading.exports?.some((each) => each.name === name && each.kind === "type") === true;
}

/** The names that a feature's files give, by what they are called without its own. */
function givenBy({ files, name }: Example, graph: ReferenceGraph): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const path of files)
    for (const each of graph.files.get(path)?.reading.exports ?? [])
      if (each.kind !== "type" && name.in(each.name).length > 0) found.set(name.without(each.name), each.name);
  return found;
}
