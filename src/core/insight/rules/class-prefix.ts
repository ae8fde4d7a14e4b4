import { beginsWithPrefix } from "../../base/names/index.js";
import { folderOf, inFolder, nameOf } from "../../base/paths.js";
import { languageFor } from "../../languages/index.js";
import { typesOfApp, type AppType } from "./type-names.js";
import type { Found, Rule, RuleContext } from "./rule.js";

/** Fewer types show no custom. */
const fewest = 6;
/** So many of them have to have it, where only they show it; and so many where somebody has said so. */
const [mostly, partly] = [0.8, 0.5];

export const classPrefix: Rule = {
  name: "class-prefix",
  asks: "Where an app's types begin with its own letters, every type does.",
  why: "The letters tell the app's own types from those of frameworks; one without them looks like somebody else's.",
  wrong: "PRTreesViewController.swift, PRRotaViewController.swift, SwapsViewController.swift",
  right: "PRTreesViewController.swift, PRRotaViewController.swift, PRSwapsViewController.swift",
  *find(context) {
    const types = typesOfApp(context);
    const prefix = context.app.configuration?.classPrefix ?? shownPrefix(context, types);
    if (types.length < fewest || prefix === undefined) return;
    const without = types.filter(({ name }) => !beginsWithPrefix(name, prefix));
    const share = 1 - without.length / types.length;
    const isAsked = context.app.configuration?.classPrefix !== undefined;
    for (const { file, name, start } of without)
      yield {
        file,
        start,
        about: name,
        confidence: isAsked ? 1 : share,
        what: { code: "without prefix", name, prefix },
        repair: { kind: "rename", name, to: prefix + name, isSure: false },
      } satisfies Found;
    yield* filesWithout(context, prefix);
  },
};

/** Files that are called as types are, where most of those have the letters. */
function* filesWithout({ entries, tree }: RuleContext, prefix: string): Iterable<Found> {
  const files = entries.filter(({ path }) => languageFor(path)?.isCalledLikeTypes?.(path) === true);
  const without = files.filter(({ path }) => !beginsWithPrefix(nameOf(path), prefix));
  const share = 1 - without.length / files.length;
  if (share < partly) return;
  for (const { path } of without) {
    const to = inFolder(folderOf(path), prefix + nameOf(path));
    const repair = { kind: "move", moves: [{ from: path, to }], isSure: false } as const;
    yield {
      file: path,
      confidence: share,
      what: { code: "file without prefix", name: nameOf(path), prefix },
      ...(!tree.has(to) && { repair }),
    };
  }
}

/** The letters that an app shows by its types, or by what its project says if they agree; nothing where too few do. */
export function shownPrefix(
  context: Pick<RuleContext, "entries" | "graph">,
  types: readonly AppType[] = typesOfApp(context),
): string | undefined {
  if (types.length < fewest) return undefined;
  const said = prefixSaid(context);
  const prefix = said ?? commonest(types.map(({ name }) => name));
  if (prefix === undefined) return undefined;
  const share = types.filter(({ name }) => beginsWithPrefix(name, prefix)).length / types.length;
  return share < (said === undefined ? mostly : partly) ? undefined : prefix;
}

/** What the project's list says that new classes begin with. */
function prefixSaid({ graph }: Pick<RuleContext, "graph">): string | undefined {
  for (const { path } of graph.files.values()) {
    const said = languageFor(path)?.typePrefix?.(graph.tree.text(path)?.text ?? "");
    if (said !== undefined) return said;
  }
  return undefined;
}

/** The letters with which most names begin: two or three capitals before a word. */
function commonest(names: readonly string[]): string | undefined {
  const counts = new Map<string, number>();
  for (const name of names) {
    const [, prefix] = /^(\p{Lu}{2,3})(?=\p{Lu}\p{Ll})/u.exec(name) ?? [];
    if (prefix !== undefined) counts.set(prefix, (counts.get(prefix) ?? 0) + 1);
  }
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  return most && most[1] >= fewest * mostly ? most[0] : undefined;
}
