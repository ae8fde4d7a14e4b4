/**
 * Units: the files that travel together. A component with its own folder is one unit with all that lies in it; any other
 * leading file is one with its companions. Where a unit goes is decided once, for the file that leads it.
 */
import { addTo } from "../../base/grouping.js";
import { companionsOf, partsOf } from "../../app/index.js";
import { isMain, keyOf, type Catalogue, type Entry } from "../../insight/catalogue/index.js";
import { splitWords, wordsKey } from "../../base/names/index.js";
import { folderOf, inFolder, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import type { SourceTree } from "../../files/index.js";

/** Files that travel together. */
export interface Unit {
  readonly lead: Entry;
  /** All of them, the leading one first. */
  readonly files: readonly ProjectPath[];
  /** The unit's own folder, if it has one. */
  readonly folder: ProjectPath | undefined;
}

/** What units are told from. */
export interface UnitInput {
  readonly tree: SourceTree;
  readonly catalogue: Catalogue;
  /** Folders that are shelves, now or then: never a component's own. */
  readonly isShelf: (folder: ProjectPath) => boolean;
  /** Only these files are looked at. */
  readonly isCovered: (entry: Entry) => boolean;
}

/** Groups the leading files of an app, in order of path. Every file is in one unit at most. */
export function unitsOf(input: UnitInput): Unit[] {
  const { tree, catalogue, isCovered } = input;
  const taken = new Set<ProjectPath>();
  const units: Unit[] = [];
  const featureFolders = new Set(catalogue.features.flatMap(({ folders }) => folders));
  const along = alongOf(tree, catalogue);
  const leads = [...catalogue.entries.values()].filter((entry) => isCovered(entry) && (isMain(entry) || entry.isIndex));
  const add = (lead: Entry, folder: ProjectPath | undefined, files: readonly ProjectPath[]): void => {
    const own = [...new Set([lead.path, ...files])].filter((path) => !taken.has(path) && !tree.isLink(path));
    for (const path of own) taken.add(path);
    units.push({ lead, folder, files: own });
  };
  // The outermost first: what lies in a component's folder goes with it, whatever it is.
  const folders = leads
    .map((lead) => ({ lead, folder: ownFolder(lead, { ...input, featureFolders }) }))
    .filter((each): each is { lead: Entry; folder: ProjectPath } => each.folder !== undefined)
    .sort((a, b) => a.folder.length - b.folder.length);
  for (const { lead, folder } of folders) if (!taken.has(lead.path)) add(lead, folder, tree.filesBelow(folder));
  for (const lead of leads) {
    if (taken.has(lead.path)) continue;
    add(lead, undefined, along(lead.path));
  }
  return units.sort((a, b) => (a.lead.path < b.lead.path ? -1 : 1));
}

const alongKept = new WeakMap<Catalogue, (lead: ProjectPath) => readonly ProjectPath[]>();

/** What goes along with a leading file, by name and by what the catalogue says. Several arrangements ask the same. */
function alongOf(tree: SourceTree, catalogue: Catalogue): (lead: ProjectPath) => readonly ProjectPath[] {
  const there = alongKept.get(catalogue);
  if (there) return there;
  const followers = new Map<ProjectPath, ProjectPath[]>();
  for (const { path, leader } of catalogue.entries.values()) if (leader !== undefined) addTo(followers, leader, path);
  const known = new Map<ProjectPath, readonly ProjectPath[]>();
  const along = (lead: ProjectPath): readonly ProjectPath[] => {
    let files = known.get(lead);
    if (!files) {
      const companions = companionsOf(tree, lead).map(({ path }) => path);
      known.set(lead, (files = [...companions, ...(followers.get(lead) ?? [])]));
    }
    return files;
  };
  alongKept.set(catalogue, along);
  return along;
}

/** A folder is a component's own if it bears its name, or the file is its index, and it is neither a shelf nor a feature's. */
function ownFolder(
  { path, isIndex }: Entry,
  { catalogue, isShelf, featureFolders }: UnitInput & { readonly featureFolders: ReadonlySet<ProjectPath> },
): ProjectPath | undefined {
  const folder = folderOf(path);
  if (folder === "" || isIndex || isShelf(folder) || catalogue.clues.folders.has(keyOf(nameOf(folder))))
    return undefined;
  if (featureFolders.has(folder)) return undefined;
  const { stem } = partsOf(nameOf(path));
  const isSame = wordsKey(splitWords(stem)) === wordsKey(splitWords(nameOf(folder)));
  return isSame || stem === "index" ? folder : undefined;
}

/** The folder that holds a unit: that above its own folder, if it has one. */
export function homeOf({ lead, folder }: Unit): ProjectPath {
  return folderOf(folder ?? lead.path);
}

/** A move of one file of a unit. */
export interface UnitMove {
  readonly from: ProjectPath;
  readonly to: ProjectPath;
}

/** Where the files of a unit go when its leading file goes into a folder (of the shelf) under a stem. */
export function movesOfUnit(unit: Unit, into: ProjectPath, stem: string): UnitMove[] {
  const { lead, files, folder } = unit;
  const old = partsOf(nameOf(lead.path)).stem;
  const renamed = (path: ProjectPath): string => {
    const name = nameOf(path);
    const parts = partsOf(name);
    return parts.stem === old ? stem + parts.rest : name.startsWith(`${old}.`) ? stem + name.slice(old.length) : name;
  };
  if (folder !== undefined) {
    const ownName = nameOf(folder) === old ? stem : nameOf(folder);
    return files.map((from) => {
      const inside = folderOf(from) === folder ? "" : folderOf(from).slice(folder.length + 1);
      const own = inFolder(into, ownName);
      return { from, to: inFolder(inside === "" ? own : inFolder(own, inside), renamed(from)) };
    });
  }
  const home = folderOf(lead.path);
  return files.map((from) => {
    const there = folderOf(from);
    const inside =
      there === home ? "" : isBelow(there, home) ? there.slice(home === "" ? 0 : home.length + 1) : undefined;
    // What lies elsewhere, and only goes with it by name, keeps its way to it where there is one.
    if (inside === undefined) return { from, to: from };
    return { from, to: inFolder(inside === "" ? into : inFolder(into, inside), renamed(from)) };
  });
}
