/** Aliases and load paths that the settings of bundlers, test runners and sheet compilers name literally. */
import { posix } from "node:path";
import { codeLanguage, isOfTrade, mayHoldToolSettings, toolSettingsIn, type ToolAlias } from "../languages/index.js";
import { folderOf, isBelow, joinPath, nameOf, rootPath, type ProjectPath } from "../paths.js";
import type { TreeView } from "../tree/index.js";
import { bySpecificity, type Mapping } from "./mapping.js";
import { splitPlace } from "./specifier.js";

/** Reads all of a tree, the nearest to the root first. Loads the scripts' parser only where one of them says something. */
export async function readToolSettings(tree: TreeView): Promise<readonly Mapping[]> {
  const files = tree.paths.filter((path) => isOfTrade(path, "settings") && !/\.ya?ml$/.test(path));
  const saying = files.filter((path) => mayHoldToolSettings.test(tree.text(path)?.text ?? ""));
  if (saying.some((path) => /\.[cm]?[jt]s$/.test(path))) await codeLanguage.prepare();
  return saying.flatMap((by) => {
    const { aliases, loadPaths } = toolSettingsIn(tree.text(by)?.text ?? "", nameOf(by));
    return [
      ...aliases.flatMap((alias) => mappingsOf(tree, by, alias)).sort(bySpecificity),
      ...loadPaths.flatMap((place) => loadPathOf(tree, by, place)),
    ];
  });
}

/** A prefix stands for itself and for all behind it; a regular expression only where it is a plain prefix or name. */
function mappingsOf(tree: TreeView, by: ProjectPath, { name, place, isExpression }: ToolAlias): Mapping[] {
  const common = { kind: "alias", exact: false, all: false, by, under: folderOf(by), source: "settings" } as const;
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
  const { path } = splitPlace(place);
  const target = joinPath(folderOf(by), path.replace(/^\//, ""));
  if (target === undefined) return undefined;
  const fixed = (
    target.includes("*") ? target.slice(0, target.lastIndexOf("/", target.indexOf("*"))) : target
  ) as ProjectPath;
  const isThere =
    tree.hasFolder(fixed) ||
    tree.has(fixed) ||
    tree.paths.some((each) => isBelow(each, folderOf(fixed)) && each.startsWith(`${fixed}.`));
  return isThere || (/^\.{0,2}\//.test(place) && fixed !== rootPath) ? target : undefined;
}

function loadPathOf(tree: TreeView, by: ProjectPath, place: string): Mapping[] {
  const target = pathFrom(tree, by, place);
  if (target === undefined || !tree.hasFolder(target as ProjectPath)) return [];
  const targets = [posix.join(target, "*")];
  const common = { exact: false, all: false, by, under: folderOf(by), source: "settings" } as const;
  return [{ kind: "load path", pattern: "*", targets, ...common }];
}
