import { hash } from "node:crypto";
import { isAssetFile, testFolderAbove, type Entry } from "../catalogue/index.js";
import { folderOf, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import { addTo, countOf } from "../../base/grouping.js";
import { isSoughtByName } from "./sought-by-name.js";
import type { Found, Rule, RuleContext } from "./rule.js";

export const duplicateAsset: Rule = {
  name: "duplicate-asset",
  asks: "No two assets are identical.",
  why: "They are shipped twice, and one of them is forgotten when the image changes.",
  wrong: "src/assets/images/logo.svg\nsrc/features/trees/assets/logo-copy.svg",
  right: "src/assets/images/logo.svg",
  *find(context) {
    const isOfCodes = setsOfCodes(context.entries.map(({ path }) => path));
    const byAround = new Map<ProjectPath, Entry[][]>();
    const byMirror = new Map<string, Entry[][]>();
    const byFolder = new Map<ProjectPath, Entry[][]>();
    for (const all of sameAssets(context)) {
      // What is looked for by its name has to be there under that name, whatever else is the same.
      // What tests are given is shipped to nobody.
      const group = all.filter(
        ({ path }) => !isSoughtByName(path) && testFolderAbove(path, context.catalogue.clues) === undefined,
      );
      if (group.length < 2) continue;
      // Of a set with one picture for each code, two may show the same: flags of countries.
      if (isOfCodes(group.map(({ path }) => path))) continue;
      const around = aroundEditions(group);
      const [home, ...homes] = new Set(group.map(({ path }) => folderOf(path)));
      if (home !== undefined && homes.length === 0) addTo(byFolder, home, group);
      else if (around !== undefined) addTo(byAround, around, group);
      else addTo(byMirror, mirrorOf(group)?.join("\n") ?? "", group);
    }
    for (const groups of byMirror.values()) {
      const [first = [], ...others] = groups;
      const [copied, of] = mirrorOf(first) ?? [];
      const [kept, copy] = first;
      if (others.length + 1 < manyEditions || copied === undefined || of === undefined || !kept || !copy)
        for (const group of groups) yield* identical(group);
      else
        yield {
          file: isBelow(copy.path, copied) ? copy.path : kept.path,
          about: of,
          what: { code: "copied elsewhere", folder: copied, twin: of, assets: groups.length },
        };
    }
    for (const [folder, groups] of byFolder) {
      const second = groups[0]?.[1];
      if (groups.length < manyTwins || !second) for (const group of groups) yield* identical(group);
      else
        yield {
          file: second.path,
          about: folder,
          what: { code: "twins in one folder", folder, assets: groups.length },
        };
    }
    for (const [around, groups] of byAround) {
      const second = groups[0]?.[1];
      if (groups.length < manyEditions || !second) for (const group of groups) yield* identical(group);
      else
        yield {
          file: second.path,
          about: around,
          what: { code: "copied between folders", folder: around, assets: groups.length },
        };
    }
  },
};

/** So many names in one folder that are codes of two or three letters make a set. */
const codesOfASet = 20;

/** Whether files are of such a set, all of one folder. */
function setsOfCodes(paths: readonly ProjectPath[]): (some: readonly ProjectPath[]) => boolean {
  const isCode = (path: ProjectPath): boolean => /^[A-Za-z]{2,3}\.\w+$/.test(nameOf(path));
  let counts: ReadonlyMap<string, number> | undefined;
  return (some) => {
    const [folder, ...others] = new Set(some.map(folderOf));
    if (folder === undefined || others.length > 0 || !some.every(isCode)) return false;
    counts ??= countOf(paths.filter(isCode).map(folderOf));
    return (counts.get(folder) ?? 0) >= codesOfASet;
  };
}

/** So many assets that the same sisters hold are one matter. */
const manyEditions = 3;

/** So many in one folder with a twin beside them, as sets of icons have, are one, too. */
const manyTwins = 5;

function* identical([first, second, ...others]: readonly Entry[]): Generator<Found> {
  if (!first || !second) return;
  yield { file: second.path, about: first.path, what: { code: "identical", twin: first.path, others: others.length } };
}

/**
 * The folder around sisters that hold one asset under one name each, as themes do: `themes/` for `themes/light/img/logo.svg` and
 * `themes/dark/img/logo.svg`. None where the copies lie otherwise.
 */
function aroundEditions(group: readonly Entry[]): ProjectPath | undefined {
  const [first = [], ...others] = group.map(({ path }) => path.split("/"));
  const at = others.map((parts) => parts.findIndex((part, index) => part !== first[index]));
  const [place = 0] = at;
  const isEdition = others.every(
    (parts, index) =>
      at[index] === place &&
      parts.length === first.length &&
      place < first.length - 1 &&
      parts.slice(place + 1).join("/") === first.slice(place + 1).join("/"),
  );
  return isEdition && place > 0 ? (first.slice(0, place).join("/") as ProjectPath) : undefined;
}

/**
 * The folder that holds a copy of another one's files, each at the same place, and that other one: `cjs/` and the root for
 * `cjs/trees/img/leaf.svg` and `trees/img/leaf.svg`. The deeper one is the copy.
 */
function mirrorOf([first, second, third]: readonly Entry[]): readonly [ProjectPath, ProjectPath] | undefined {
  if (!first || !second || third) return undefined;
  const [a, b] = [first.path.split("/"), second.path.split("/")];
  while (a.length > 0 && a.at(-1) === b.at(-1)) {
    a.pop();
    b.pop();
  }
  // In a folder of the same name, too, or each is just a file called like the other.
  if (first.path.split("/").length - a.length < 2) return undefined;
  const [of, copied] = [a, b].map((parts) => parts.join("/") as ProjectPath).sort((x, y) => depthOf(x) - depthOf(y));
  return copied === undefined || of === undefined || copied === "" ? undefined : [copied, of];
}

function depthOf(folder: ProjectPath): number {
  return folder === "" ? 0 : folder.split("/").length;
}

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
