/** Aliases and load paths that the settings of bundlers, test runners and sheet compilers name literally. */
import { posix } from "node:path";
import {
  bySpecificity,
  codeLanguage,
  fixedFolder,
  isCode,
  isOfTrade,
  type Mapping,
  mayHoldToolSettings,
  splitPlace,
  type ToolAlias,
  toolSettingsIn,
} from "../languages/index.js";
import { builtInAliases } from "./built-in-aliases.js";
import { folderOf, foldersAbove, inFolder, joinPath, nameOf, rootPath, type ProjectPath } from "../base/paths.js";
import type { TreeView } from "../files/index.js";

/** Reads all of a tree, the nearest to the root first. Loads the scripts' parser only where one of them says something. */
export async function readToolSettings(tree: TreeView): Promise<readonly Mapping[]> {
  const files = tree.paths.filter((path) => isOfTrade(path, "settings"));
  const saying = files.filter((path) => mayHoldToolSettings.test(tree.text(path)?.text ?? ""));
  if (saying.some(isCode)) await codeLanguage.prepare();
  const said = saying.flatMap((by) => {
    const { aliases, loadPaths } = settingsIn(tree, by);
    return [
      ...aliases.flatMap((alias) => mappingsOf(tree, by, alias)).sort(bySpecificity),
      ...loadPaths.flatMap((place) => loadPathOf(tree, by, place)),
    ];
  });
  // What settings say of a name comes before what the tool has built in.
  const isSaid = ({ pattern, under }: Mapping): boolean =>
    said.some((each) => each.pattern === pattern && each.under === under);
  return [...said, ...builtInAliases(tree).filter((each) => !isSaid(each))];
}

/** What is nested too deeply to be read says nothing; that it was not read, its own reading says. */
function settingsIn(tree: TreeView, by: ProjectPath): ReturnType<typeof toolSettingsIn> {
  try {
    return toolSettingsIn(tree.text(by)?.text ?? "", nameOf(by));
  } catch (error) {
    if (error instanceof RangeError) return { aliases: [], loadPaths: [] };
    throw error;
  }
}

/** A prefix stands for itself and for all behind it; a regular expression only where it is a plain prefix or name. */
function mappingsOf(tree: TreeView, by: ProjectPath, { name, place, isExpression }: ToolAlias): Mapping[] {
  const common = {
    kind: "alias",
    exact: false,
    all: false,
    by,
    under: packageFolder(tree, by),
    source: "settings",
  } as const;
  if (isExpression) {
    const found = plainExpression(name);
    const target = found && pathFrom(tree, by, place.replace(/\$1|\\1/, "*"));
    return found && target !== undefined && found.includes("*") === target.includes("*")
      ? [{ ...common, pattern: found, targets: [target] }]
      : [];
  }
  const isOnly = name.endsWith("$");
  const plain = name.replace(/\$$|\/\*?$/, "");
  const target = pathFrom(tree, by, place.replace(/\/\*?$/, ""));
  if (target === undefined || plain === "") return [];
  const whole: Mapping = { ...common, pattern: plain, targets: [target] };
  return isOnly ? [whole] : [{ ...common, pattern: `${plain}/*`, targets: [posix.join(target, "*")] }, whole];
}

/** `^@/(.*)$` → `@/*`; `^app$` → `app`; anything else is no plain name. */
function plainExpression(expression: string): string | undefined {
  const match = /^\^?((?:[\w@~/#-]|\\[/.$@-])*)(\(\.[*+]\??\)|\([^()]*\))?\$?$/.exec(expression);
  if (!match || (!expression.startsWith("^") && match[2] === undefined)) return undefined;
  if (match[2] !== undefined && !/^\(\.[*+]\??\)$/.test(match[2])) return undefined;
  return match[1] === undefined ? undefined : match[1].replace(/\\(.)/g, "$1") + (match[2] === undefined ? "" : "*");
}

/** A place as a path from the root. A bare name is one only if something of that name is there; else it is a package. */
function pathFrom(tree: TreeView, by: ProjectPath, place: string): string | undefined {
  const { path, prefix } = splitPlace(place);
  const own = folderOf(by);
  // `resolve("src")` in `build/` is mostly a helper that begins where the package does.
  const bases = prefix === "" || prefix === "!" ? [own, packageFolder(tree, by)] : [packageFolder(tree, by)];
  const targets = bases.map((base) => joinPath(base, path.replace(/^\//, ""))).filter((target) => target !== undefined);
  const there = targets.find((target) => isThere(tree, target));
  return there ?? (/^\.{0,2}\//.test(place) && targets[0] !== rootPath ? targets[0] : undefined);
}

/** A folder, a file, or the stem of one. */
function isThere(tree: TreeView, target: ProjectPath): boolean {
  const fixed = fixedFolder(`${target}/`) as ProjectPath;
  return tree.hasFolder(fixed) || tree.has(fixed) || tree.paths.some((each) => each.startsWith(`${fixed}.`));
}

/** The folder of the manifest upward. */
function packageFolder(tree: TreeView, by: ProjectPath): ProjectPath {
  return foldersAbove(by).find((folder) => tree.has(inFolder(folder, "package.json"))) ?? rootPath;
}

function loadPathOf(tree: TreeView, by: ProjectPath, place: string): Mapping[] {
  const target = pathFrom(tree, by, place);
  if (target === undefined || !tree.hasFolder(target as ProjectPath)) return [];
  const targets = [posix.join(target, "*")];
  const common = { exact: false, all: false, by, under: packageFolder(tree, by), source: "settings" } as const;
  return [{ kind: "load path", pattern: "*", targets, ...common }];
}
