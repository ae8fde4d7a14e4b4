/** What a file gives under a name: its own, or what it passes on from other files. */
import { extractFrom, type Export, type ExportKind } from "../languages/index.js";
import type { ProjectPath } from "../base/paths.js";
import type { ReferenceGraph } from "./reference-graph.js";

/** A name that a file gives, followed to where it is declared. */
export interface Given {
  /** The file that declares it, and what it is called there. */
  readonly file: ProjectPath;
  readonly declared: string;
  readonly kind: ExportKind;
  /** Whether it is a type and nothing else. */
  readonly isType: boolean;
}

/** Follows a name that a file exports, through other files as well; `undefined` where it is not known for certain. */
export function givenBy(
  graph: ReferenceGraph,
  path: ProjectPath,
  name: string,
  above: readonly ProjectPath[] = [],
): Given | undefined {
  const file = graph.files.get(path);
  if (!file || file.reading.reading !== "whole" || above.includes(path)) return undefined;
  const exports = exactExports(graph, path);
  const through = ({ from, imported = name }: Export): Given | undefined => {
    const resolution = file.references.find(({ reference }) => reference.start === from)?.resolution;
    const [target, other] = resolution?.state === "found" ? resolution.targets : [];
    if (target === undefined || other !== undefined) return undefined;
    return givenBy(graph, target, imported === "*" ? name : imported, [...above, path]);
  };
  const some = exports.filter((each) => each.name === name && each.isAssigned !== true);
  const [first] = some;
  if (!first) {
    const all = name === "default" ? [] : exports.filter((each) => each.name === "*");
    return all.map(through).find((each) => each !== undefined);
  }
  // One name may be a type and a value at once; then it is given as a value.
  const isType = some.every((each) => each.isType || each.kind === "type");
  const { kind, local: declared = name, from, imported } = some.find((each) => each.kind !== "type") ?? first;
  if (from === undefined || imported === "*") return { file: path, declared, kind, isType };
  const given = through(first);
  return given && { ...given, isType: given.isType || isType };
}

const exact = new WeakMap<ReferenceGraph, Map<ProjectPath, readonly Export[]>>();

/** What a file exports by the parser, also where only its head was parsed. The languages must have been prepared. */
function exactExports(graph: ReferenceGraph, path: ProjectPath): readonly Export[] {
  const reading = graph.files.get(path)?.reading;
  if (reading?.isHead !== true) return reading?.exports ?? [];
  const kept = exact.get(graph) ?? new Map<ProjectPath, readonly Export[]>();
  exact.set(graph, kept);
  let found = kept.get(path);
  if (!found) kept.set(path, (found = extractFrom(graph.tree.text(path)?.text ?? "", path, "exact").exports ?? []));
  return found;
}

/** Whether a file exports a name by a statement of its own, wherever it comes from. */
export function gives(graph: ReferenceGraph, path: ProjectPath, name: string): boolean {
  return exactExports(graph, path).some((each) => each.name === name);
}
