/** Libraries: a file and its parts know each other's names, the private ones too. */
import type { ProjectPath } from "../../base/paths.js";
import type { LibraryFile, Membership, Reference } from "../reading.js";

/** Whether a reference binds a file to another of its library. */
export function bindsFiles({ kind }: Pick<Reference, "kind">): boolean {
  return kind === "part" || kind === "part of";
}

/** Which files are of one library: each is called after the file that has the parts. */
export function librariesOf(files: readonly LibraryFile[]): ReadonlyMap<ProjectPath, Membership> {
  const leaders = new Map<ProjectPath, ProjectPath>();
  const bound = files.filter(({ extraction }) => extraction.references.some(bindsFiles));
  for (const { path, extraction, targets } of bound)
    extraction.references.forEach(({ kind }, index) => {
      if (kind === "part") for (const target of targets[index] ?? []) leaders.set(target, path);
    });
  return new Map(
    bound.map(({ path }): [ProjectPath, Membership] => [path, { library: leaderOf(leaders, path), sees: [] }]),
  );
}

/** Parts may have parts of their own. */
function leaderOf(leaders: ReadonlyMap<ProjectPath, ProjectPath>, path: ProjectPath): ProjectPath {
  const above = new Set<ProjectPath>([path]);
  let leader = path;
  for (let next = leaders.get(leader); next !== undefined && !above.has(next); next = leaders.get(leader)) {
    above.add(next);
    leader = next;
  }
  return leader;
}
