import { SheetWorld } from "../../graph/index.js";
import type { ProjectPath } from "../../base/paths.js";
import { isForOthers } from "./sheets-of.js";
import type { Rule } from "./rule.js";

/** Compilers that know modules, and one that does not. */
const [knowing, old] = [["sass", "sass-embedded"], ["node-sass"]];

export const sheetImport: Rule = {
  name: "sheet-import",
  asks: "Style sheets of Sass are taken in as modules.",
  why: "What is imported gives its names to all and is compiled again each time, so that nobody sees whose a name is; Sass is giving @import up.",
  wrong: '@import "sizes";    .card { margin: $gap }',
  right: '@use "sizes";    .card { margin: sizes.$gap }',
  *find(context) {
    const { entries, graph } = context;
    if (isForOthers(context)) return;
    const world = new SheetWorld(graph.resolver);
    const { ground } = graph.resolver;
    for (const { path } of entries) {
      if (SheetWorld.isPartial(path) || SheetWorld.formsOf(path)?.givesNames(path) !== "in order") continue;
      if (graph.usersOf(path).some((user) => SheetWorld.formsOf(user) !== undefined)) continue;
      if (!ground.dependsOnAny(path, knowing) || ground.dependsOnAny(path, old)) continue;
      const imported = importedBy(path, world);
      if (imported.size === 0) continue;
      const [first] = world.sheet(path)?.loads ?? [];
      yield {
        file: path,
        start: first?.reference.start,
        what: { code: "imported", sheets: imported.size },
        repair: { kind: "sheet modules", isSure: false, isForRule: true },
      };
    }
  },
};

/** All that a sheet imports, and what that imports. */
function importedBy(entry: ProjectPath, world: SheetWorld): ReadonlySet<ProjectPath> {
  const imported = new Set<ProjectPath>();
  collect(entry);
  return imported;

  function collect(path: ProjectPath): void {
    for (const load of world.sheet(path)?.loads ?? []) {
      const target = load.how === "in place" ? world.loaded(path, load) : undefined;
      if (target === undefined || imported.has(target)) continue;
      imported.add(target);
      collect(target);
    }
  }
}
