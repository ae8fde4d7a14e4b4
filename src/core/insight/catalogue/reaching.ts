/** References, and uses of names, between files of one app that count for who may reach whom: those of tests and stories do not. */
import type { ProjectPath } from "../../base/paths.js";
import type { ReferenceGraph } from "../../graph/index.js";
import type { Catalogue, Entry } from "./catalogue.js";

/** One place at which one file of the app references or uses another. */
export interface Reaching {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
  /** The offset at which it does. */
  readonly start: number;
}

/** Every one of them that begins in one of these entries. */
export function* reachings({
  entries,
  graph,
  catalogue,
}: {
  readonly entries: Iterable<Entry>;
  readonly graph: ReferenceGraph;
  readonly catalogue: Pick<Catalogue, "entries">;
}): Iterable<Reaching> {
  for (const { path, role } of entries) {
    if (role.is === "test" || role.is === "story") continue;
    for (const { reference, resolution } of graph.files.get(path)?.references ?? [])
      if (resolution.state === "found" && reference.kind !== "doc import" && reference.kind !== "mock")
        for (const to of resolution.targets)
          if (catalogue.entries.has(to) && to !== path) yield { from: path, to, start: reference.start };
    for (const { to, start } of graph.symbolTargetsOf(path))
      if (catalogue.entries.has(to)) yield { from: path, to, start };
  }
}
