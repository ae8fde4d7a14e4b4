/**
 * Several files become one: their statements stand in the order in which the files are loaded now, their imports are merged, and whoever
 * took a name of one of them takes it of the file that they become.
 */
import { ShelfError } from "../../base/errors.js";
import { inFolder, nameOf, type ProjectPath } from "../../base/paths.js";
import type { Project } from "../../app/project.js";
import { partsOf } from "../../app/index.js";
import type { SourceTree } from "../../files/index.js";
import { Modules, Resolver } from "../../graph/index.js";
import {
  sharesDeclarations,
  isScript,
  languageFor,
  moduleRules,
  prepareNames,
  scriptExtension,
} from "../../languages/index.js";
import { refuseSource } from "../plan/index.js";
import type { Draft } from "../draft.js";
import { regroupParts } from "../libraries/index.js";
import { anatomyOf, type Anatomy, type Part } from "../regroup/index.js";
import { ensureAlike } from "./alike.js";
import { inOrder } from "./order.js";

/** What was asked. */
export interface JoinRequest {
  /** Files, or folders of which every script is meant that is no test or story of another. */
  readonly files: readonly ProjectPath[];
  /** The file that they become; one of them, another, or a new one. */
  readonly target: ProjectPath;
}

/** A draft, and what it is about. */
export interface JoinDraft {
  readonly draft: Draft;
  /** The files in the order in which their statements stand; the target among them if it is there. */
  readonly files: readonly ProjectPath[];
  readonly target: ProjectPath;
  readonly isNew: boolean;
  /** Names that are called otherwise in the file that they become. */
  readonly renamed: readonly { readonly file: ProjectPath; readonly name: string; readonly as: string }[];
  /** Files that need each other when they are loaded, so that no order is right for certain. */
  readonly circle: readonly ProjectPath[];
}

/** Works it out. Throws for what is not there, for files that are not alike, and for names that clash. */
export async function joinDraft({ tree, aliases }: Project, request: JoinRequest): Promise<JoinDraft> {
  await prepareNames(tree);
  const named = [...new Set(request.files.flatMap((path) => scriptsOf(tree, path)))];
  const target = targetOf(tree, named, request.target);
  const isNew = !tree.has(target);
  const paths = isNew || named.includes(target) ? named : [...named, target];
  if (paths.length < 2) throw new ShelfError("JOIN_FEW");
  const anatomies: Anatomy[] = [];
  for (const path of paths) anatomies.push(await anatomyOf(tree, path));
  await ensureAlike(anatomies, target);
  const modules = new Modules(tree, new Resolver(tree, moduleRules, aliases));
  // Where nothing is done when a file is loaded, no order matters.
  const { order, circle } = paths.some(
    (path) => languageFor(path)?.directives !== undefined || sharesDeclarations(path),
  )
    ? { order: paths, circle: [] }
    : inOrder(paths, modules);
  const parts = order.flatMap((path): Part[] =>
    anatomies
      .filter((each) => each.path === path)
      .map((anatomy) => ({ anatomy, goes: () => target, ...(path !== target && { into: target }) })),
  );
  const { draft, moved } = await regroupParts({
    tree,
    aliases,
    parts,
    clash: "rename",
    why: `joins ${order.map(nameOf).join(", ")}`,
  });
  return {
    draft,
    files: order,
    target,
    isNew,
    renamed: moved
      .filter(({ name, as, to, part }) => as !== name && !(name === "default" && to === part.anatomy.path))
      .map(({ part, name, as }) => ({ file: part.anatomy.path, name, as })),
    circle,
  };
}

/** A file, or the scripts of a folder. */
function scriptsOf(tree: SourceTree, path: ProjectPath): readonly ProjectPath[] {
  if (tree.has(path)) return [path];
  if (!tree.hasFolder(path) || path === "") return refuseSource(tree, path);
  const inside = tree
    .filesBelow(path)
    .filter((each) => inFolder(path, nameOf(each)) === each && isOfStatements(each) && partsOf(nameOf(each)).leads);
  if (inside.length === 0) throw new ShelfError("NOTHING_MATCHES", { path });
  return inside;
}

function isOfStatements(path: ProjectPath): boolean {
  return isScript(path) || languageFor(path)?.directives !== undefined || sharesDeclarations(path);
}

/** The file that they become; without an extension it has that of the first. */
function targetOf(tree: SourceTree, [first]: readonly ProjectPath[], target: ProjectPath): ProjectPath {
  const extension =
    first === undefined ? ".ts" : isScript(first) ? scriptExtension(first) : first.slice(first.lastIndexOf("."));
  if (tree.hasFolder(target)) throw new ShelfError("JOIN_TARGET", { path: target, other: extension });
  return languageFor(nameOf(target))?.statements ? target : (`${target}${extension}` as ProjectPath);
}
