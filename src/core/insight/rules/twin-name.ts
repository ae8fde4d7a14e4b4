import { builtBy, namesakes } from "../../graph/index.js";
import { addTo } from "../../base/grouping.js";
import { nameOf, type ProjectPath } from "../../base/paths.js";
import { listsOf } from "./lists.js";
import type { Rule } from "./rule.js";

export const twinName: Rule = {
  name: "twin-name",
  asks: "No two files that are built into one target share a name.",
  why: "The compiler refuses two of one name, wherever they lie; the second is often a copy that somebody forgot.",
  wrong: "Orchard/Trees/Row.swift, Orchard/Rota/Row.swift, both built into Orchard",
  right: "Orchard/Trees/TreeRow.swift, Orchard/Rota/ShiftRow.swift",
  *find(context) {
    const { entries, tree } = context;
    const own = new Set(entries.map(({ path }) => path));
    for (const { references } of listsOf(context)) {
      const built = builtBy(
        references.map(({ reference }) => reference),
        (_, index) => references[index]?.resolution,
        tree.paths,
      );
      const twins = new Map<string, ProjectPath[]>();
      for (const [path, target] of namesakes(built)) addTo(twins, `${target}\n${nameOf(path)}`, path);
      for (const [key, [first, ...others]] of twins)
        for (const file of others)
          if (first !== undefined && own.has(file))
            yield {
              file,
              about: first,
              what: {
                code: "twin in target",
                name: nameOf(file),
                other: first,
                target: key.slice(0, key.indexOf("\n")),
              },
            };
    }
  },
};
