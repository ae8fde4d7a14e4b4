/**
 * Areas: folders that are no feature but the app once more, or one app of several. What a source root holds lies in them:
 * `admin/src/` around `components/` and `screens/`, `social/` around `features/`.
 */
import type { Role } from "../../app/arrangement/index.js";
import { folderOf, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import { keyOf } from "./clues.js";

/** What areas are found from. */
export interface AreaInput {
  readonly source: ProjectPath;
  /** Every folder below the source root with the count of files in it, at any depth. */
  readonly counts: ReadonlyMap<ProjectPath, number>;
  /** The folders directly in each folder. */
  readonly below: ReadonlyMap<ProjectPath, readonly ProjectPath[]>;
  /** The role that a folder's name is a word of. */
  readonly roleOf: (folder: ProjectPath) => Role | undefined;
}

/** Folders that hold nothing but features, whatever is in those. */
const familyWords = new Set(["features", "feature", "modules", "domains", "domain", "areas", "sections"].map(keyOf));

/** Whether a folder's name says that the folders in it are features'. */
export function isFamilyWord(folder: ProjectPath): boolean {
  return familyWords.has(keyOf(nameOf(folder)));
}

/** A folder with this part of what is around it is what is around it. */
const mostOfAll = 0.5;

/** A folder with so much of it, and layers for so many roles, is the app, if nothing but layers lies beside it. */
const [nearlyAll, rolesOfAnApp] = [0.8, 4];

/** So many layers make an app of what holds most of the files. */
const layersOfAnArea = 2;

/** So many folders of screens are several screens', not parts of one. */
const foldersOfScreens = 3;

/** The areas of an app, without the source root itself. */
export function areasOf(input: AreaInput): ReadonlySet<ProjectPath> {
  const found = new Set<ProjectPath>();
  const look = (parent: ProjectPath, all: number): boolean => {
    const children = childrenOf(parent, input);
    let holdsMost = false;
    for (const folder of children) {
      if (input.roleOf(folder) !== undefined || isFamilyWord(folder)) continue;
      const count = input.counts.get(folder) ?? 0;
      const isOne = isArea(folder, { count, all, sisters: children, input });
      const isAround = look(folder, isOne ? count : all);
      if (!isOne && !isAround) continue;
      found.add(folder);
      if (count >= (input.counts.get(parent) ?? all) * mostOfAll) holdsMost = true;
    }
    return holdsMost;
  };
  look(input.source, input.counts.get(input.source) ?? sum(childrenOf(input.source, input), input));
  return found;
}

/** The nearest area around a folder or file, else the source root. */
export function areaOf(path: ProjectPath, areas: ReadonlySet<ProjectPath>, source: ProjectPath): ProjectPath {
  for (let folder = folderOf(path); isBelow(folder, source); folder = folderOf(folder))
    if (areas.has(folder)) return folder;
  return source;
}

function isArea(
  folder: ProjectPath,
  {
    count,
    all,
    sisters,
    input,
  }: {
    readonly count: number;
    readonly all: number;
    readonly sisters: readonly ProjectPath[];
    readonly input: AreaInput;
  },
): boolean {
  const children = childrenOf(folder, input);
  const isBeside = (each: ProjectPath): boolean => each === folder || input.roleOf(each) !== undefined;
  if (children.some((each) => isFamilyWord(each) && childrenOf(each, input).length >= layersOfAnArea)) return true;
  const layers = children.filter((each) => input.roleOf(each) !== undefined);
  const roles = new Set(layers.map((each) => input.roleOf(each)));
  // Beside it lie pictures and types: `src/scripts/` is where the app is.
  if (count >= all * nearlyAll && roles.size >= rolesOfAnApp && sisters.every(isBeside)) return true;
  const inLayers = sum(layers, input);
  if (layers.length >= layersOfAnArea && inLayers >= count * mostOfAll && count >= all * mostOfAll) return true;
  // A feature has screens, too: then its sisters have them as well.
  const hasScreens = (each: ProjectPath): boolean =>
    childrenOf(each, input).some((child) => input.roleOf(child) === "screen");
  return (
    layers.some((each) => input.roleOf(each) === "screen" && childrenOf(each, input).length >= foldersOfScreens) &&
    layers.length >= layersOfAnArea &&
    !sisters.some((each) => each !== folder && hasScreens(each))
  );
}

function childrenOf(folder: ProjectPath, { below }: AreaInput): readonly ProjectPath[] {
  return below.get(folder) ?? [];
}

function sum(folders: readonly ProjectPath[], { counts }: AreaInput): number {
  return folders.reduce((total, folder) => total + (counts.get(folder) ?? 0), 0);
}
