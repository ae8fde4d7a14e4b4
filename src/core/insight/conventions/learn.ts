/**
 * The conventions of an app, learnt from its files: which folders hold what, and how their files are named. What most files do
 * is the rule; a word of the textbook only helps where little lies in a folder. The fewest shelves that explain the app are
 * taken: a folder that holds the same as the one around it is no shelf of its own.
 */
import { addTo } from "../../base/grouping.js";
import { partsOf, type App } from "../../app/index.js";
import type { Role, Shelf } from "../../app/arrangement/index.js";
import {
  folderOf,
  foldersHolding,
  isBelow,
  nameOf,
  type ProjectPath,
  relativePath,
  rootPath,
} from "../../base/paths.js";
import { isSharedFolder, keyOf, type Catalogue, type Entry } from "../catalogue/index.js";
import { mostOf, partOfAPattern, shelfOf, type LearntShelf } from "./learnt-shelf.js";

/** All that was learnt. */
export interface Conventions {
  /** Those with most files first. */
  readonly shelves: readonly LearntShelf[];
  /** Leading files in the source root that count. */
  readonly files: number;
  /** How many of them lie on a shelf and are no exception. */
  readonly explained: number;
  /** Files on no shelf. */
  readonly off: readonly ProjectPath[];
}

/** A folder within a shelf is one of its own if so much of it is of one role, and so many files. */
const [partOfAShelf, filesOfAShelf] = [0.6, 3];

interface Node {
  readonly at: string;
  readonly name: string;
  readonly entries: Entry[];
  readonly below: Map<string, Node>;
  /** Whether it stands beside the folders of features without being one. */
  readonly isBesideFeatures: boolean;
  /** Whether it is the app once more: the source root, or an area. */
  readonly isArea: boolean;
}

/** What is learnt from. */
export interface LearnInput extends Pick<App, "layout" | "stack"> {
  /** A feature's folder whose inside is the pattern for its sisters. */
  readonly like?: ProjectPath | undefined;
}

/** Learns the shelves of an app from its catalogue. */
export function learnConventions(catalogue: Catalogue, { layout, stack, like }: LearnInput): Conventions {
  const all = [...catalogue.entries.values()].filter((entry) => counts(entry, layout.source));
  const misheld = shelvesOfOthers(all);
  const isOn = ({ standing }: Entry): boolean =>
    standing !== undefined && standing.shelf.holds.length > 0 && !misheld.has(standing.shelf);
  const entries = all.filter((entry) => !isOn(entry));
  if (entries.length === 0) return { shelves: [], files: 0, explained: 0, off: [] };
  // What the sisters of an example do is held to it, and teaches nothing.
  const isFollowing = ({ path }: Entry): boolean =>
    like !== undefined && isBelow(folderOf(path), folderOf(like)) && !isBelow(path, like);
  const root = treeOf(
    entries.filter((entry) => !isFollowing(entry)),
    catalogue,
    { source: layout.source, like },
  );
  const taught = like === undefined ? undefined : patternOf(like, layout.source);
  const made: { node: Node; entries: Entry[] }[] = [];
  const inner: Entry[] = [];
  const { source } = layout;
  const rest = gather(root, undefined, { catalogue, source, made, inner, repeated: repeatedIn(root), taught });
  // What is on no shelf of its own, and not in the source root itself either, is on none.
  const inRoot = rest.filter(({ path }) => folderOf(path) === layout.source);
  if (inRoot.length > 0) made.push({ node: root, entries: inRoot });
  const followers = new Map<string, Entry[]>();
  for (const entry of entries.filter(isFollowing)) {
    const place = followed(entry, taught ?? "", layout.source);
    const shelf = made
      .filter(({ node: { at } }) => place === at || place.startsWith(`${at}/`))
      .sort((a, b) => b.node.at.length - a.node.at.length)[0];
    if (shelf) addTo(followers, shelf.node.at, entry);
  }
  const shelves = made
    .map(({ node, entries: held }) =>
      shelfOf(node.at, held, {
        source: layout.source,
        stack,
        clues: catalogue.clues,
        isTaught: isTaughtBy(taught, node.at),
        followers: followers.get(node.at) ?? [],
      }),
    )
    .sort((a, b) => b.files - a.files || (a.data.at < b.data.at ? -1 : 1));
  const on = shelves.reduce((sum, shelf) => sum + shelf.files, 0);
  const odd = shelves.reduce((sum, { exceptions }) => sum + new Set(exceptions.map(({ path }) => path)).size, 0);
  const shelved = new Set(
    [...made.flatMap(({ entries: held }) => held), ...inner, ...[...followers.values()].flat()].map(({ path }) => path),
  );
  const off = entries.map(({ path }) => path).filter((path) => !shelved.has(path));
  return { shelves, files: entries.length, explained: on - odd + inner.length, off };
}

/** The folder pattern of features that lie beside an example. */
function patternOf(like: ProjectPath, source: ProjectPath): string {
  const parent = relativePath(source, folderOf(like));
  return parent === "" ? "{feature}" : `${parent}/{feature}`;
}

function isTaughtBy(taught: string | undefined, at: string): boolean {
  return taught !== undefined && (at === taught || at.startsWith(`${taught}/`));
}

/** Where a file lies, with its feature's folder as `{feature}`. */
function followed({ path }: Entry, pattern: string, source: ProjectPath): string {
  const inside = relativePath(source, folderOf(path)).split("/").slice(pattern.split("/").length);
  return [pattern, ...inside].join("/");
}

/** Shelves of an arrangement on which most files have other roles than it says: `routes/` full of screens. */
function shelvesOfOthers(entries: readonly Entry[]): ReadonlySet<Shelf> {
  const held = new Map<Shelf, { known: number; fitting: number }>();
  for (const { role, standing } of entries) {
    if (!standing || standing.shelf.holds.length === 0 || role.is === undefined || role.confidence < 0.5) continue;
    const each = held.get(standing.shelf) ?? { known: 0, fitting: 0 };
    each.known += 1;
    if (standing.shelf.holds.includes(role.is)) each.fitting += 1;
    held.set(standing.shelf, each);
  }
  return new Set(
    [...held].filter(([, { known, fitting }]) => known >= filesOfAShelf && fitting * 2 < known).map(([shelf]) => shelf),
  );
}

/** Leading files of the app's own code, looks and pictures, in the source root. */
function counts({ path, leader, role, isLeft }: Entry, source: ProjectPath): boolean {
  return (
    leader === undefined &&
    !isLeft &&
    role.is !== "test" &&
    role.is !== "story" &&
    role.is !== "generated" &&
    (source === rootPath || isBelow(path, source))
  );
}

function treeOf(
  entries: readonly Entry[],
  { features, areas, clues, entries: all }: Catalogue,
  { source, like }: { readonly source: ProjectPath; readonly like: ProjectPath | undefined },
): Node {
  const ofFeatures = wholeFamilies(
    new Set([...features.flatMap(({ folders }) => folders), ...(like === undefined ? [] : [like])]),
    entries.map(({ path }) => path),
    (folder) => isLayerName(folder, { source, areas, clues }),
  );
  const parents = new Set([...ofFeatures].map((folder) => folderOf(folder)));
  const own = ownFolders(all, ofFeatures, source);
  const root: Node = { at: ".", name: "", entries: [], below: new Map(), isBesideFeatures: false, isArea: true };
  for (const entry of entries) {
    let node = root;
    let folder = source;
    const parts = relativePath(source, folderOf(entry.path)).split("/");
    for (const part of parts) {
      if (part === "") continue;
      const above = folder;
      folder = (folder === rootPath ? part : `${folder}/${part}`) as ProjectPath;
      if (own.has(folder)) break;
      const isFeature = ofFeatures.has(folder) && !node.at.includes("{feature}");
      const name = isFeature ? "{feature}" : part;
      let next = node.below.get(name);
      if (!next) {
        next = {
          at: node.at === "." ? name : `${node.at}/${name}`,
          name,
          entries: [],
          below: new Map(),
          isBesideFeatures: !isFeature && parents.has(above),
          isArea: areas.has(folder),
        };
        node.below.set(name, next);
      }
      node = next;
    }
    node.entries.push(entry);
  }
  return root;
}

/** Whether a folder in the source root or an area is a layer by its name, as `components/` beside the features is. */
function isLayerName(
  folder: ProjectPath,
  { source, areas, clues }: Pick<Catalogue, "areas" | "clues"> & { readonly source: ProjectPath },
): boolean {
  const above = folderOf(folder);
  const isOnTop = above === source || areas.has(above);
  return isOnTop && (clues.folders.has(keyOf(nameOf(folder))) || isSharedFolder(nameOf(folder)));
}

/**
 * Folders of features where nearly all of their sisters are such, too: else a pattern would take the others in. Layers among
 * them have shelves of their own.
 */
function wholeFamilies(
  folders: ReadonlySet<ProjectPath>,
  paths: readonly ProjectPath[],
  isLayer: (folder: ProjectPath) => boolean,
): ReadonlySet<ProjectPath> {
  const sisters = new Map<ProjectPath, Set<ProjectPath>>();
  for (const folder of foldersHolding(paths)) {
    const above = folderOf(folder);
    sisters.set(above, (sisters.get(above) ?? new Set<ProjectPath>()).add(folder));
  }
  const isWhole = (folder: ProjectPath): boolean => {
    const all = [...(sisters.get(folderOf(folder)) ?? [])];
    const family = all.filter((each) => folders.has(each));
    const others = all.length - family.length;
    // Two folders beside layers are hardly a pattern.
    const strange =
      family.length < sistersOfOne ? others : all.filter((each) => !folders.has(each) && !isLayer(each)).length;
    return family.length >= (family.length + strange) * partOfAPattern;
  };
  return new Set([...folders].filter(isWhole));
}

/** Folders of one component each: a file bears their name, or is their index without only passing on. */
function ownFolders(
  entries: Catalogue["entries"],
  ofFeatures: ReadonlySet<ProjectPath>,
  source: ProjectPath,
): ReadonlySet<ProjectPath> {
  const own = new Set<ProjectPath>();
  for (const { path, isIndex, role } of entries.values()) {
    const folder = folderOf(path);
    const [stem = ""] = partsOf(nameOf(path)).stem.split(".");
    const isItself = stem === nameOf(folder) || (stem === "index" && !isIndex && /^\p{Lu}/u.test(nameOf(folder)));
    // In the source root itself lie layers, whatever a file in them is called.
    const isLayer = folderOf(folder) === source;
    if (isItself && role.is !== "asset" && !ofFeatures.has(folder) && !isLayer) own.add(folder);
  }
  return own;
}

interface Gathering {
  readonly catalogue: Catalogue;
  readonly source: ProjectPath;
  readonly made: { node: Node; entries: Entry[] }[];
  /** Files in folders that say by themselves what they hold, wherever they are: `hooks/` in a component's folder. */
  readonly inner: Entry[];
  /** Names of folders that come up in several places. */
  readonly repeated: ReadonlySet<string>;
  /** The pattern of features that an example teaches: each folder in it is a shelf. */
  readonly taught: string | undefined;
}

/** A word of a role that so many folders in folders have is said by each of them. */
const placesOfAWord = 3;

/** So many sisters that hold the same are what their parent holds. */
const sistersOfOne = 3;

/** Names that several folders have, those directly in the source root or an area left out. */
function repeatedIn(root: Node): ReadonlySet<string> {
  const counts = new Map<string, number>();
  const look = (node: Node): void => {
    for (const child of node.below.values()) {
      if (!node.isArea) counts.set(keyOf(child.name), (counts.get(keyOf(child.name)) ?? 0) + 1);
      look(child);
    }
  };
  look(root);
  return new Set([...counts].filter(([, count]) => count >= placesOfAWord).map(([name]) => name));
}

/** The entries of a node that are no shelf's yet; what becomes a shelf is put on the list. */
function gather(node: Node, above: Role | undefined, gathering: Gathering): Entry[] {
  const mainRole = mostOf(node.entries);
  const left = [...node.entries];
  const shelves: { node: Node; entries: Entry[] }[] = [];
  const inner: Entry[] = [];
  for (const child of node.below.values()) {
    const rest = gather(child, mainRole ?? above, gathering);
    if (rest.length === 0) continue;
    if (isTaughtBy(gathering.taught, child.at)) shelves.push({ node: child, entries: rest });
    else if (isOfOneFeature(child, rest, gathering)) left.push(...rest);
    else if (isInner(child, rest, { parent: node, ...gathering })) inner.push(...rest);
    else if (isShelf(child, rest, { parent: node, role: mainRole ?? above, ...gathering }))
      shelves.push({ node: child, entries: rest });
    else left.push(...rest);
  }
  const merged =
    node.isArea || isTaughtBy(gathering.taught, node.at) ? new Set<Role>() : rolesOfSisters(shelves, gathering);
  for (const shelf of shelves)
    if (merged.has(mostOf(shelf.entries) ?? "entry") && isPlace(shelf.node, gathering)) left.push(...shelf.entries);
    else gathering.made.push(shelf);
  // What says by its folder what it is needs no shelf of its own, but lies on that around it: `assets/images/` in `assets/`.
  if (left.length > 0) gathering.inner.push(...inner);
  else left.push(...inner);
  return left;
}

/** Roles that several sisters hold mainly, whose names say nothing of it: those are one shelf. */
function rolesOfSisters(
  shelves: readonly { readonly node: Node; readonly entries: readonly Entry[] }[],
  gathering: Gathering,
): ReadonlySet<Role> {
  const counts = new Map<Role, number>();
  for (const { node, entries } of shelves) {
    const role = isPlace(node, gathering) ? mostOf(entries) : undefined;
    if (role !== undefined) counts.set(role, (counts.get(role) ?? 0) + 1);
  }
  return new Set([...counts].filter(([, count]) => count >= sistersOfOne).map(([role]) => role));
}

/** Whether a folder's name is no word of a role, and none that stands for features. */
function isPlace({ name, isBesideFeatures }: Node, { catalogue }: Pick<Gathering, "catalogue">): boolean {
  return name !== "{feature}" && !isBesideFeatures && catalogue.clues.folders.get(keyOf(name)) === undefined;
}

/** Whether a folder within those of features is of a single one, and no word of a role: how one feature divides itself is no pattern. */
function isOfOneFeature({ at, name }: Node, entries: readonly Entry[], { catalogue, source }: Gathering): boolean {
  const depth = at.split("/").indexOf("{feature}");
  if (depth < 0 || name === "{feature}" || catalogue.clues.folders.has(keyOf(name))) return false;
  return new Set(entries.map(({ path }) => relativePath(source, path).split("/")[depth])).size < 2;
}

/** A folder within a folder that holds what its name says, as others of its name do elsewhere, or with little in it. */
function isInner(
  { name }: Node,
  entries: readonly Entry[],
  { parent, catalogue, repeated }: { readonly parent: Node } & Pick<Gathering, "catalogue" | "repeated">,
): boolean {
  const word = catalogue.clues.folders.get(keyOf(name));
  if (word === undefined || parent.isArea || parent.name === "{feature}") return false;
  // Types, constants and helpers of one thing lie in one folder, whichever it is called after.
  const { plain } = catalogue.clues;
  const fitting = entries.filter(
    ({ role: { is } }) => is === word || (is !== undefined && plain.has(is) && plain.has(word)),
  ).length;
  return fitting * 2 >= entries.length && (repeated.has(keyOf(name)) || entries.length < filesOfAShelf);
}

function isShelf(
  { name, isBesideFeatures }: Node,
  entries: readonly Entry[],
  {
    parent,
    role,
    catalogue,
  }: { readonly parent: Node; readonly role: Role | undefined; readonly catalogue: Catalogue },
): boolean {
  const main = mostOf(entries);
  const word = catalogue.clues.folders.get(keyOf(name));
  if (parent.isArea || name === "{feature}" || isBesideFeatures) return entries.length > 1 || word !== undefined;
  if (main === undefined) return false;
  const isOfOne = entries.filter((entry) => entry.role.is === main).length >= entries.length * partOfAShelf;
  // Where the folder around holds the same, it is only a division.
  if (main === role) return false;
  return (word !== undefined && word === main) || (isOfOne && entries.length >= filesOfAShelf);
}
