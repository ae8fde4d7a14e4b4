import { hash } from "node:crypto";
import { isAssetFile, type Entry } from "../catalogue/index.js";
import type { Rule, RuleContext } from "./rule.js";

export const duplicateAsset: Rule = {
  name: "duplicate-asset",
  asks: "No two assets are identical.",
  why: "They are shipped twice, and one of them is forgotten when the image changes.",
  wrong: "src/assets/images/logo.svg\nsrc/features/trees/assets/logo-copy.svg",
  right: "src/assets/images/logo.svg",
  *find(context) {
    for (const [first, second, ...others] of sameAssets(context))
      if (first && second)
        yield {
          file: second.path,
          about: first.path,
          what: { code: "identical", twin: first.path, others: others.length },
        };
  },
};

/** Assets of one content, two or more a group. */
export function sameAssets({
  entries,
  tree,
  graph,
  catalogue: { clues },
}: Pick<RuleContext, "entries" | "tree" | "graph" | "catalogue">): Entry[][] {
  const wholesale = graph.usedWholesale();
  const bySize = groups(
    // What is loaded by a name put together has every name that it needs.
    entries.filter((entry) => isAssetFile(entry, clues) && !wholesale.some((folder) => entry.path.startsWith(folder))),
    ({ path }) => String(tree.store.stat(path)?.size ?? 0),
  );
  return bySize
    .filter(([size, list]) => size !== "0" && list.length > 1)
    .flatMap(([, list]) => groups(list, ({ path }) => hash("sha1", tree.bytes(path) ?? Buffer.alloc(0))))
    .map(([, list]) => list)
    .filter((list) => list.length > 1);
}

function groups(list: readonly Entry[], keyOf: (entry: Entry) => string): [string, Entry[]][] {
  const found = new Map<string, Entry[]>();
  for (const entry of list) {
    const key = keyOf(entry);
    const group = found.get(key);
    if (group) group.push(entry);
    else found.set(key, [entry]);
  }
  return [...found];
}
