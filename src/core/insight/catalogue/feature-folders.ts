/**
 * Folders that are features': where the arrangement has them, in a folder of screens, in the source root or an area, in
 * layers (`components/rota/` beside `hooks/rota/`), and in families of folders that are alike.
 */
import { addTo } from "../../base/grouping.js";
import type { Layout, Role } from "../../app/arrangement/index.js";
import { partsOf } from "../../app/companions.js";
import type { RoutedFolder } from "../../app/index.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { folderOf, foldersAbove, inFolder as inFolderOf, isBelow, nameOf, type ProjectPath } from "../../base/paths.js";
import { areasOf, isFamilyWord } from "./areas.js";
import { keyOf, type Clues } from "./clues.js";
import { layersByContent } from "./content-layers.js";
import { FeatureFamilies, muchOfAWord } from "./feature-families.js";
import { featureKey, singular, wordsOfFolderName, type FeatureFile } from "./feature-words.js";
import type { FolderClues } from "./folder-clues.js";

/** What folders of features are found from. */
export interface FeatureFoldersInput {
  readonly layout: Layout;
  readonly clues: Clues;
  readonly folders: FolderClues;
  /** Every file of the app, companions included. */
  readonly paths: readonly ProjectPath[];
  /** Leading files with their roles. */
  readonly files: readonly FeatureFile[];
  /** Words that name no feature, whoever uses them. */
  readonly noFeature: ReadonlySet<string>;
  /** A folder of a feature: its sisters are features' as well. */
  readonly like: ProjectPath | undefined;
  /** Whether files of other layers bear the name of a folder. */
  readonly isToldElsewhere: (folder: ProjectPath) => boolean;
}

/** A folder of a feature. */
export interface FeatureFolder {
  /** By what the feature is known; with a `/` at its head where its name is too general to be known by. */
  readonly key: string;
  readonly name: string;
  readonly votes: number;
  readonly folder: ProjectPath;
}

/** All that was found. */
export interface FeatureFolders {
  readonly found: readonly FeatureFolder[];
  /** Folders that are the app once more. */
  readonly areas: ReadonlySet<ProjectPath>;
  /** Whether the app has a folder of features, so that there are no others. */
  readonly isTold: boolean;
}

/** So many folders in `features/` tell what the features are. */
const featuresThatTell = 3;

/** So many folders of a family are the app's features. */
const sistersThatTell = 3;

/** From this many files on, a screen's own folder is a feature. */
const muchOfAScreen = 6;

/** Words of roles that are also what people do in an app, where so many files are about it. */
const subjects = new Set(["settings", "messages", "media", "configuration"].map(keyOf));
const muchOfASubject = 4;

/** Words that are no feature's even among features. */
const neverFeature = new Set(["", "index", "common", "shared", "core", "test", "mock", "util", "helper", "default"]);

/** Folders that hold what is everybody's. */
const sharedFolders = new Set(
  [
    "devtools",
    "shared",
    "common",
    "core",
    "app",
    "ui",
    "lib",
    "base",
    "global",
    "general",
    "generic",
    "primitives",
    "foundations",
  ].map(keyOf),
);

/** Layers in which a folder that bears the name of a file in it is that file's own; `actions/rota/rota.ts` is the rota's. */
const drawnLayers: ReadonlySet<Role> = new Set(["component", "container", "screen", "layout", "helper", "hook"]);

/** Whether a folder's name says that what lies in it is everybody's. */
export function isSharedFolder(name: string): boolean {
  return sharedFolders.has(keyOf(name));
}

/** Finds the folders of features. */
export function findFeatureFolders(input: FeatureFoldersInput): FeatureFolders {
  const { layout, files, paths, clues } = input;
  const { source } = layout;
  const { routed } = input.folders.places;
  const shape = shapeOf(input);
  const { counts, below, roleOf, areas, isNamed } = shape;
  const found: FeatureFolder[] = [];
  const known = new Set<ProjectPath>();
  const stems = new Set(paths.map((path) => inFolderOf(folderOf(path), partsOf(nameOf(path)).stem)));
  // `routes/_signed-in/` beside `_signed-in.tsx`, which goes around its screens: it has no part in their addresses.
  const isPathless = (folder: ProjectPath): boolean => nameOf(folder).startsWith("_") && stems.has(folder);
  const add = (folder: ProjectPath, words: readonly string[], votes = 50, name = inCase(words, "kebab")): void => {
    if (words.length === 0 || (votes < 99 && (shape.parts.has(partOf(folder)) || isPathless(folder)))) return;
    const key = featureKey(words);
    known.add(folder);
    found.push({ key: votes < 100 && input.noFeature.has(key) ? `/${key}` : key, name, votes, folder });
  };
  const families = new FeatureFamilies({
    source,
    files,
    roleOf,
    isNamed,
    isPlain: (folder) => isPlain(folder, clues),
    isToldElsewhere: input.isToldElsewhere,
    isKnown: (folder) => known.has(folder),
  });
  // `components/TreeCard/` with `TreeCard.tsx` in it is a component's own.
  const isOwn = (folder: ProjectPath): boolean => stems.has(inFolderOf(folder, nameOf(folder)));
  if (input.like !== undefined)
    for (const sister of below.get(folderOf(input.like)) ?? [])
      if (sister === input.like || !isSharedFolder(nameOf(sister))) add(sister, wordsOfFolderName(nameOf(sister)), 99);
  for (const area of [source, ...areas])
    for (const folder of foldersInLayers({ ...shape, top: below.get(area) ?? [], clues, isOwn }))
      add(folder, splitWords(nameOf(folder)));
  const hasFeatures = layout.shelves.some(({ at }) => at.includes("{feature}"));
  // In an app with a folder of features, the screens beside it are no features by themselves.
  const hasFamilyWord = [...counts.keys()].some((folder) => isFamilyWord(folder));
  const isTop = (folder: ProjectPath): boolean => folder === source || areas.has(folder);
  const alike: ProjectPath[] = [];
  const aroundExample = new Set(input.like === undefined ? [] : foldersAbove(input.like));
  for (const [folder, count] of counts) {
    const feature = layout.standingOfFolder(folder)?.feature;
    if (hasFeatures && feature !== undefined && layout.featureFolder(feature) === folder) {
      // Where features lie in the source root, so do the `mocks/` of all.
      if (clues.folders.get(keyOf(nameOf(folder))) === "test") continue;
      const words = wordsOfFolderName(feature);
      add(folder, words, 100, /^\p{L}/u.test(feature) ? feature : inCase(words, "kebab"));
      continue;
    }
    const above = folderOf(folder);
    // In a repository without a source root lie packages, servers and sites.
    const isInTop = isTop(above) && above !== layout.folder && count > 1 && !hasFeatures;
    if (!isInTop || aroundExample.has(folder) || !isNamed(folder)) continue;
    const isPlainly = shape.isByFeature(above);
    if (!isPlainly && (hasFamilyWord || !shape.isMostlyByFeature(above))) continue;
    if (families.isPassage(folder) || families.holdsFamily(folder)) continue;
    // `Checkbox/` is a part for everybody, however many files it is made of.
    if (isPlain(folder, clues) && count <= muchOfAWord) continue;
    if (!shape.isOfOneRole(folder)) add(folder, wordsOfFolderName(nameOf(folder)));
    else if (isPlainly) alike.push(folder);
  }
  // In an app with a folder of features, the screens beside it are no features by themselves; nor are those of a feature.
  const isInFeature = (folder: ProjectPath): boolean => foldersAbove(folder).some((each) => known.has(each));
  for (const [folder, count] of hasFamilyWord ? [] : counts) {
    const above = aboveGroups(folder);
    const isRouted = routed.some(({ at }) => at === above);
    const isNear = isRouted || isTop(folderOf(above)) || isTop(folderOf(folderOf(above)));
    const isMuch = count >= muchOfAScreen;
    // Containers are pages in many apps: with hooks, helpers and a state of its own, one is about something.
    const isAmongScreens = isRouted || roleOf(above) === "screen" || (roleOf(above) === "container" && isMuch);
    if (known.has(folder) || isTop(above) || isGroup(folder) || !isAmongScreens || !isNear || isInFeature(folder))
      continue;
    const words = wordsOfFolderName(nameOf(folder));
    // The own folder of one screen is no more of a feature than that screen, unless there is much in it.
    const isPlainly = words.length === splitWords(nameOf(folder)).length;
    if (
      isNamed(folder)
        ? (isPlainly || isMuch) && !families.isPassage(folder)
        : isMuch && isNamedAmongFeatures(folder, shape)
    )
      add(folder, words);
  }
  const inFamilies = families.folders();
  // Beside a family of features, `kit/` full of components is a layer, however small.
  if (inFamilies.length < sistersThatTell) for (const folder of alike) add(folder, wordsOfFolderName(nameOf(folder)));
  const named = [...known, ...inFamilies].filter((folder) => isFamilyWord(folderOf(folder)));
  // Who has a folder of features says there what they are: what is alike elsewhere is theirs, or nobody's.
  const isTold = named.length >= featuresThatTell;
  const keyOfFolder = (folder: ProjectPath): string => featureKey(wordsOfFolderName(nameOf(folder)));
  const told = new Set(named.map(keyOfFolder));
  for (const folder of inFamilies)
    if (!isTold || told.has(keyOfFolder(folder))) add(folder, wordsOfFolderName(nameOf(folder)));
  return { found, areas, isTold };
}

/** Whether a folder groups routes and has no part in their addresses: `(tabs)/`. */
function isGroup(folder: ProjectPath): boolean {
  return nameOf(folder).startsWith("(");
}

/** The folder above, groups of routes left out. */
function aboveGroups(folder: ProjectPath): ProjectPath {
  let above = folderOf(folder);
  while (isGroup(above)) above = folderOf(above);
  return above;
}

/** Whether a folder lies in one of screens, or is one. */
function isRoutedAround(folder: ProjectPath, routed: readonly RoutedFolder[]): boolean {
  return routed.some(({ at }) => folder === at || isBelow(folder, at));
}

/** So much of one role makes a folder a layer. */
const partOfOneRole = 0.75;

/** Whether a folder holds files of nearly one role alone, none of which bears its name. */
function isOfOneRole(folder: ProjectPath, files: readonly FeatureFile[]): boolean {
  const inside = files.filter(
    ({ path, role }) =>
      isBelow(path, folder) && role !== "asset" && role !== "style" && role !== "test" && role !== "story",
  );
  const word = singular(nameOf(folder));
  const counts = new Map<Role | undefined, number>();
  for (const { role } of inside) counts.set(role, (counts.get(role) ?? 0) + 1);
  const most = Math.max(0, ...counts.values());
  return (
    inside.length >= 3 &&
    most >= inside.length * partOfOneRole &&
    !inside.some(({ path }) => nameOf(path).toLowerCase().includes(word))
  );
}

/** What every app has beside its code, by feature or not. */
const besideCode: ReadonlySet<Role | undefined> = new Set([
  undefined,
  "asset",
  "style",
  "test",
  "story",
  "translation",
  "generated",
]);

/** What is asked of an app's folders. */
interface Shape {
  readonly counts: ReadonlyMap<ProjectPath, number>;
  readonly below: ReadonlyMap<ProjectPath, readonly ProjectPath[]>;
  readonly areas: ReadonlySet<ProjectPath>;
  /** Names of folders that many sisters have in them (see `partOf`): parts of what those are, and no features. */
  readonly parts: ReadonlySet<string>;
  readonly roleOf: (folder: ProjectPath) => Role | undefined;
  /** Whether a name may be a feature's. */
  readonly isNamed: (folder: ProjectPath) => boolean;
  /** Where most folders directly in a source root or an area are roles', the others are hardly features'. */
  readonly isByFeature: (area: ProjectPath) => boolean;
  /** Whether several folders there hold files of several roles each, and as many as the layers beside them, or more files. */
  readonly isMostlyByFeature: (area: ProjectPath) => boolean;
  /** Whether nearly all in a folder is of one role. */
  readonly isOfOneRole: (folder: ProjectPath) => boolean;
}

/** So many sisters have a part of one name. */
const sistersWithAPart = 4;

/** The name of a folder, among all that lie in sisters of its own folder. */
function partOf(folder: ProjectPath): string {
  return `${folderOf(folderOf(folder))}/${keyOf(nameOf(folder))}`;
}

/** Parts that many sisters have, as `edit/` in each of the folders of a block. Layers and areas are no such sisters: they have the features in common. */
function namesOfParts(folders: Iterable<ProjectPath>, isLayer: (folder: ProjectPath) => boolean): ReadonlySet<string> {
  const sisters = new Map<string, number>();
  for (const folder of folders)
    if (!isLayer(folderOf(folder))) sisters.set(partOf(folder), (sisters.get(partOf(folder)) ?? 0) + 1);
  return new Set([...sisters].filter(([, number]) => number >= sistersWithAPart).map(([part]) => part));
}

function shapeOf({ layout, folders, files, paths, noFeature, clues }: FeatureFoldersInput): Shape {
  const { source } = layout;
  const counts = new Map<ProjectPath, number>();
  const { routed } = folders.places;
  for (const path of paths)
    for (
      let folder = folderOf(path);
      isBelow(folder, source) || isRoutedAround(folder, routed);
      folder = folderOf(folder)
    )
      counts.set(folder, (counts.get(folder) ?? 0) + 1);
  const below = new Map<ProjectPath, ProjectPath[]>();
  for (const folder of counts.keys()) addTo(below, folderOf(folder), folder);
  const areas = areasOf({ source, counts, below, roleOf: (folder) => folders.roleOf(folder) });
  const holdsFolderFor = (folder: ProjectPath, role: Role): boolean =>
    (below.get(folder) ?? []).some((each) => folders.roleOf(each) === role);
  const layers = new Map([source, ...areas].flatMap((area) => [...layersByContent(files, area, holdsFolderFor)]));
  const roleOf = (folder: ProjectPath): Role | undefined =>
    folders.roleOf(folder) ?? (areas.has(folder) ? undefined : layers.get(folder));
  // `routes/store/` with `store-list/` and `store-edit/` in it is the feature of the store, not the app's state.
  const namesItsOwn = (folder: ProjectPath): boolean => {
    const key = featureKey(splitWords(nameOf(folder)));
    const like = (below.get(folder) ?? []).filter((each) =>
      splitWords(nameOf(each)).some((_, at, words) => featureKey(words.slice(0, at + 1)) === key),
    );
    return like.length >= 2;
  };
  // `components/layout/` among components is no layer, but no feature either; `components/settings/` with much in it is one.
  const isTopic = (folder: ProjectPath): boolean =>
    clues.folders.has(keyOf(nameOf(folder))) &&
    folders.isAmongTopics(folder) &&
    !(subjects.has(keyOf(nameOf(folder))) && (counts.get(folder) ?? 0) >= muchOfASubject);
  // `UIComponents/` says twice that it is everybody's.
  const isTwiceShared = (folder: ProjectPath): boolean => {
    const words = splitWords(nameOf(folder));
    return words.length > 1 && words.every((word) => isSharedFolder(word) || clues.folders.has(keyOf(word)));
  };
  // `features/settings/` says itself that it is one, though the word is one for a role, too.
  const isToldSubject = (folder: ProjectPath): boolean =>
    subjects.has(keyOf(nameOf(folder))) && folderOf(folder) !== source && isFamilyWord(folderOf(folder));
  const parts = namesOfParts(counts.keys(), (folder) => areas.has(folder) || clues.folders.has(keyOf(nameOf(folder))));
  const isNamed = (folder: ProjectPath): boolean =>
    !areas.has(folder) &&
    !isFamilyWord(folder) &&
    !parts.has(partOf(folder)) &&
    (roleOf(folder) === undefined ? !isTopic(folder) : namesItsOwn(folder) || isToldSubject(folder)) &&
    /^[_$(]*\p{L}/u.test(nameOf(folder)) &&
    !noFeature.has(featureKey(wordsOfFolderName(nameOf(folder)))) &&
    !isSharedFolder(nameOf(folder)) &&
    !isTwiceShared(folder);
  const isByFeature = (area: ProjectPath): boolean => {
    const top = below.get(area) ?? [];
    return top.filter(isNamed).length >= top.filter((folder) => roleOf(folder) !== undefined).length;
  };
  const ofOneRole = new Map<ProjectPath, boolean>();
  const isOfOne = (folder: ProjectPath): boolean => {
    const known = ofOneRole.get(folder) ?? isOfOneRole(folder, files);
    ofOneRole.set(folder, known);
    return known;
  };
  const isMostlyByFeature = (area: ProjectPath): boolean => {
    const top = below.get(area) ?? [];
    const mixed = top.filter((folder) => isNamed(folder) && !isOfOne(folder));
    const layers = top.filter((folder) => !besideCode.has(roleOf(folder)));
    const filesIn = (some: readonly ProjectPath[]): number =>
      some.reduce((sum, folder) => sum + (counts.get(folder) ?? 0), 0);
    return mixed.length >= featuresThatTell && (mixed.length >= layers.length || filesIn(mixed) > filesIn(layers));
  };
  return { counts, below, areas, parts, roleOf, isNamed, isByFeature, isMostlyByFeature, isOfOneRole: isOfOne };
}

/** Whether a folder may be a feature's where it lies among features': `screens/Item/`, of which nothing else may be told. */
function isNamedAmongFeatures(folder: ProjectPath, { areas, roleOf }: Shape): boolean {
  return (
    !areas.has(folder) &&
    roleOf(folder) === undefined &&
    /^\p{L}/u.test(nameOf(folder)) &&
    !neverFeature.has(featureKey(wordsOfFolderName(nameOf(folder))))
  );
}

interface LayerFolders extends Shape {
  readonly top: readonly ProjectPath[];
  readonly clues: Clues;
  readonly isOwn: (folder: ProjectPath) => boolean;
}

/**
 * Layers with a folder for each feature: `components/rota/` beside `hooks/rota/`. A name that several layers have is a
 * feature's; in a layer most of whose folders are such ones, the others are, too.
 */
function foldersInLayers({ top, below, counts, roleOf, isNamed, isOwn, clues }: LayerFolders): ProjectPath[] {
  const layers = top
    .filter((folder) => roleOf(folder) !== undefined && roleOf(folder) !== "asset")
    .map((layer) =>
      (below.get(layer) ?? []).filter(
        (folder) =>
          isNamed(folder) &&
          // `components/editor/` and `stores/editor/`, with much in both, are about the editor.
          (!isPlain(folder, clues) || (counts.get(folder) ?? 0) > muchOfAWord) &&
          (!isOwn(folder) || !drawnLayers.has(roleOf(layer) ?? "helper")),
      ),
    );
  const inLayers = new Map<string, number>();
  const keyOfFolder = (folder: ProjectPath): string => featureKey(splitWords(nameOf(folder)));
  for (const folders of layers)
    for (const key of new Set(folders.map(keyOfFolder))) inLayers.set(key, (inLayers.get(key) ?? 0) + 1);
  const isInSeveral = (folder: ProjectPath): boolean => (inLayers.get(keyOfFolder(folder)) ?? 0) > 1;
  return layers.flatMap((folders) => {
    const several = folders.filter(isInSeveral);
    return several.length >= 2 && several.length * 2 >= folders.length ? folders : several;
  });
}

/** Whether a folder's name is made of words that speak of no feature: `table`, `modules`. */
function isPlain(folder: ProjectPath, clues: Clues): boolean {
  const words = splitWords(nameOf(folder)).map((word) => word.toLowerCase());
  return words.every((word) => clues.general.has(word) || clues.general.has(singular(word)) || word === "modules");
}
