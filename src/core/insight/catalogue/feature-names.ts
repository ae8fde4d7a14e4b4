/** Which features an app has, and which of them a name speaks of. */
import { addTo } from "../../base/grouping.js";
import type { Layout, Role } from "../../app/arrangement/index.js";
import { inCase, splitWords } from "../../base/names/index.js";
import { folderOf, isBelow, nameOf, relativePath, rootPath, type ProjectPath } from "../../base/paths.js";
import type { RoutedFolder } from "../../app/index.js";
import type { Configuration } from "../../app/configuration/index.js";
import { areaOf } from "./areas.js";
import { keyOf, type Clues } from "./clues.js";
import { findFeatureFolders } from "./feature-folders.js";
import {
  featureKey,
  isAct,
  singular,
  tellingName,
  wordsBesideRole,
  wordsOfFolderName,
  type FeatureFile,
} from "./feature-words.js";
import type { FolderClues } from "./folder-clues.js";

/** What is not a feature's but everybody's. */
export const shared = "shared";

/** One feature, and how it was found. */
export interface Feature {
  /** As its folder is called, or as its files spell it. */
  readonly name: string;
  readonly folders: readonly ProjectPath[];
  /** Whether only its folder tells it: its name is too general to be known by (`item`). */
  readonly isGeneral?: true;
}

/** Roles whose files are named after a feature, more often than not. */
const telling: ReadonlySet<Role> = new Set([
  "screen",
  "state",
  "action",
  "service",
  "repository",
  "view-model",
  "use-case",
  "model",
  "data-source",
  "container",
  "hook",
]);

/** Words that name no feature, whoever uses them. */
const noFeature = new Set([
  "",
  "index",
  "app",
  "main",
  "root",
  "base",
  "home",
  "common",
  "shared",
  "core",
  "default",
  "global",
  "test",
  "mock",
  "type",
  "util",
  "helper",
  "http",
  "api",
  "setup",
  "error",
  "layout",
  "new",
  "demo",
  "page",
  "screen",
  "list",
  "detail",
  "form",
  "data",
  "item",
  "react",
  "vue",
  "native",
  "web",
  "js",
  "jsx",
  "ts",
  "tsx",
  "html",
  "css",
  "scss",
  "less",
  "script",
  "internal",
]);

/** What features are found from, besides the files that lead. */
export interface FeatureNamesInput {
  readonly layout: Layout;
  readonly clues: Clues;
  readonly configuration: Configuration | undefined;
  readonly answers?: ReadonlyMap<ProjectPath, "leave" | { readonly feature?: string | undefined }> | undefined;
  /** Every file of the app, companions included. */
  readonly paths: readonly ProjectPath[];
  readonly folders: FolderClues;
  /** A folder of a feature: its sisters are features' as well. */
  readonly like?: ProjectPath | undefined;
}

interface NamesInput {
  /** Words of areas, which are no feature's. */
  readonly notThese: ReadonlySet<string>;
  /** Whether folders say what the features are, so that names find no others. */
  readonly isTold: boolean;
  /** Whether a file is found by where it lies, and its name is the first part of its address. */
  readonly isRoute: (path: ProjectPath) => boolean;
}

/** The features of an app. */
export class FeatureNames {
  readonly #byKey = new Map<string, { names: Map<string, number>; folders: Set<ProjectPath>; fixed?: string }>();
  readonly #byFolder = new Map<ProjectPath, string>();
  /** The answers of `folderFeature`, once all features are found. */
  readonly #found = new Map<ProjectPath, { readonly feature: string; readonly folder: ProjectPath } | undefined>();
  readonly #clues: Clues;
  /** Folders that are the app once more. */
  readonly areas: ReadonlySet<ProjectPath>;
  /** The nearest area around a file, or the source root. */
  readonly areaAround: (path: ProjectPath) => ProjectPath;

  constructor(
    files: readonly FeatureFile[],
    { layout, clues, configuration, answers, paths, folders, like }: FeatureNamesInput,
  ) {
    this.#clues = clues;
    for (const [name, others] of Object.entries(configuration?.features ?? {}))
      for (const word of [name, ...others]) this.#add(featureKey(splitWords(word)), name, 1000, name);
    for (const said of [...Object.values(configuration?.files ?? {}), ...(answers?.values() ?? [])])
      if (said !== "leave" && said.feature !== undefined && said.feature !== shared)
        this.#add(featureKey(splitWords(said.feature)), said.feature, 1000);
    const isToldElsewhere = this.#toldElsewhere(files);
    const { found, areas, isTold } = findFeatureFolders({
      layout,
      clues,
      folders,
      paths,
      files,
      noFeature,
      isToldElsewhere,
      like,
    });
    for (const { key, name, votes, folder } of found) this.#add(key, name, votes, undefined, folder);
    this.areas = areas;
    const beside = folders.places.beside.filter((at) => !isBelow(at, layout.source) && at !== layout.source);
    this.areaAround = (path) => beside.find((at) => isBelow(path, at)) ?? areaOf(path, areas, layout.source);
    const notThese = new Set([...areas].map((area) => featureKey(wordsOfFolderName(nameOf(area)))));
    const isRoute = (path: ProjectPath): boolean => isFirstPart(path, folders.places.routed, this.areaAround(path));
    this.#findNames(files, { notThese, isTold, isRoute });
  }

  /** Every feature, in order of name. */
  get all(): readonly Feature[] {
    const found = new Map<string, Feature>();
    for (const key of this.#byKey.keys()) {
      const name = this.nameOf(key);
      if (name === undefined) continue;
      const other = found.get(name);
      const isGeneral = key.startsWith("/") && (!other || other.isGeneral === true);
      const folders = [...(other?.folders ?? []), ...(this.#byKey.get(key)?.folders ?? [])];
      found.set(name, { name, folders, ...(isGeneral && { isGeneral }) });
    }
    return [...found.values()].sort((a, b) => (a.name < b.name ? -1 : 1));
  }

  /** The feature that words mean as a whole. */
  nameOf(key: string): string | undefined {
    const found = this.#byKey.get(key);
    if (!found) return undefined;
    // Most have one spelling.
    if (found.fixed === undefined && found.names.size === 1) for (const name of found.names.keys()) return name;
    return found.fixed ?? [...found.names].sort((a, b) => b[1] - a[1])[0]?.[0];
  }

  /** The feature whose folder a file lies in, the nearest. */
  folderFeature(path: ProjectPath): { readonly feature: string; readonly folder: ProjectPath } | undefined {
    return this.#featureOfFolder(folderOf(path));
  }

  #featureOfFolder(folder: ProjectPath): { readonly feature: string; readonly folder: ProjectPath } | undefined {
    if (folder === rootPath) return undefined;
    if (this.#found.has(folder)) return this.#found.get(folder);
    const key = this.#byFolder.get(folder);
    const feature = key === undefined ? undefined : this.nameOf(key);
    const found = feature === undefined ? this.#featureOfFolder(folderOf(folder)) : { feature, folder };
    this.#found.set(folder, found);
    return found;
  }

  isFeatureFolder(folder: ProjectPath): boolean {
    return this.#byFolder.has(folder);
  }

  /** The features that some words speak of, each with where it stands: the whole, the beginning, or somewhere. */
  spokenOf(words: readonly string[]): { readonly feature: string; readonly where: "whole" | "beginning" | "inside" }[] {
    const found: { feature: string; where: "whole" | "beginning" | "inside" }[] = [];
    for (let at = 0; at < words.length; at += 1)
      for (let length = Math.min(4, words.length - at); length > 0; length -= 1) {
        const feature = this.nameOf(featureKey(words.slice(at, at + length)));
        if (feature === undefined) continue;
        if (!found.some((each) => each.feature === feature))
          found.push({ feature, where: length === words.length ? "whole" : at === 0 ? "beginning" : "inside" });
        // `price list` speaks of price lists, not of prices.
        at += length - 1;
        break;
      }
    return found;
  }

  #add(key: string, name: string, votes: number, fixed?: string, folder?: ProjectPath): void {
    if (key === "") return;
    const there = this.#byKey.get(key) ?? { names: new Map<string, number>(), folders: new Set<ProjectPath>() };
    there.names.set(name, (there.names.get(name) ?? 0) + votes);
    if (folder !== undefined) there.folders.add(folder);
    this.#byKey.set(key, fixed === undefined ? there : { ...there, fixed });
    if (folder !== undefined) this.#byFolder.set(folder, key);
  }

  /** Whether a file of a telling role, outside of a folder, is named after it. */
  #toldElsewhere(files: readonly FeatureFile[]): (folder: ProjectPath) => boolean {
    const named = new Map<string, ProjectPath[]>();
    for (const { path, role } of files) {
      if (role === undefined || !telling.has(role)) continue;
      const key = featureKey(wordsBesideRole(nameOf(path), this.#clues));
      addTo(named, key, path);
    }
    return (folder) =>
      (named.get(featureKey(wordsOfFolderName(nameOf(folder)))) ?? []).some((path) => !isBelow(path, folder));
  }

  /** The layer that a file lies in: the outermost folder that is a word of a role (`data/actions`), else the outermost of all. */
  #layerOf(path: ProjectPath, area: ProjectPath): string {
    const parts = relativePath(area, path).split("/").slice(0, -1);
    const at = parts.findIndex((part) => this.#clues.folders.has(keyOf(part)));
    return parts.slice(0, Math.max(1, at + 1)).join("/");
  }

  /** The first word of files of several roles in several layers: `agent-list`, `use-agent-update`, `agent-card`. */
  #findFirstWords(files: readonly FeatureFile[], notThese: ReadonlySet<string>): void {
    const seeds = new Map<string, { roles: Set<Role>; layers: Set<string>; count: number }>();
    for (const { path, role } of files) {
      if (role === undefined || role === "asset" || role === "style" || role === "test" || role === "story") continue;
      const words = wordsBesideRole(nameOf(path), this.#clues);
      const word = words[0]?.toLowerCase() ?? "";
      const key = singular(word);
      if (word.length < 4 || noFeature.has(key) || notThese.has(key) || verbs.test(word)) continue;
      if (this.#clues.general.has(word) || this.#clues.general.has(key) || this.#clues.vague.has(word)) continue;
      const seed = seeds.get(key) ?? { roles: new Set<Role>(), layers: new Set<string>(), count: 0 };
      seed.roles.add(role);
      seed.layers.add(relativePath(this.areaAround(path), path).split("/")[0] ?? "");
      seed.count += 1;
      seeds.set(key, seed);
    }
    const known = [...this.#byKey.keys()];
    const spread = [...seeds].filter(
      ([key, { layers }]) => layers.size >= 2 && !known.some((each) => each.startsWith(key)),
    );
    // Where parts are kept by their size, `molecules/` and `organisms/`, only their first words say what they are about.
    const drawn = spread.filter(([, { count }]) => count >= filesOfADrawnWord);
    const isByWords = drawn.length >= wordsOfAnApp;
    for (const [key, { roles, count }] of spread) {
      const isTelling = [...roles].some((role) => telling.has(role));
      if (isTelling && roles.size >= rolesOfAWord && count >= filesOfAWord) this.#add(key, key, 1);
      else if (isByWords && count >= filesOfADrawnWord) this.#add(key, key, 1);
    }
  }

  /** How many components begin with a word and say more: `WindowTopBar`. */
  #drawnBeginnings(files: readonly FeatureFile[]): ReadonlyMap<string, number> {
    const counts = new Map<string, number>();
    for (const { path, role } of files) {
      if (role !== "component" && role !== "screen") continue;
      const words = wordsBesideRole(nameOf(path), this.#clues);
      for (const key of new Set(
        [1, 2].filter((count) => count < words.length).map((count) => featureKey(words.slice(0, count))),
      ))
        counts.set(key, (counts.get(key) ?? 0) + 1);
    }
    return counts;
  }

  /** Words after which files of several roles are named: `HarvestScreen`, `harvestReducer`, `useHarvest`. */
  #findNames(files: readonly FeatureFile[], { notThese, isTold, isRoute }: NamesInput): void {
    const seeds = new Map<string, Seed>();
    const drawn = this.#drawnBeginnings(files);
    const general = new Set<string>();
    for (const { path, role } of files) {
      if (role === undefined || !telling.has(role)) continue;
      const words = wordsBesideRole(tellingName(path), this.#clues);
      const key = featureKey(words);
      if (noFeature.has(key) || notThese.has(key) || words.length > 4 || /^\p{N}/u.test(key) || isAct(words)) continue;
      const seed = seeds.get(key) ?? {
        roles: new Set<Role>(),
        names: new Map<string, number>(),
        layers: new Set<string>(),
        isRoute: false,
        first: words.length > 1 ? featureKey(words.slice(0, 1)) : undefined,
      };
      if (role === "screen" && words.length <= wordsOfARoute && isRoute(path)) seed.isRoute = true;
      // A general word is a feature's only if much is called after it.
      const isGeneral = words.every((word) => this.#clues.general.has(word.toLowerCase()));
      if (isGeneral && (drawn.get(key) ?? 0) < componentsOfAWord) continue;
      if (isGeneral) general.add(key);
      seed.roles.add(role);
      seed.layers.add(this.#layerOf(path, this.areaAround(path)));
      const name = inCase(words, "kebab");
      seed.names.set(name, (seed.names.get(name) ?? 0) + (role === "screen" ? 3 : 1));
      seeds.set(key, seed);
    }
    const hasRoutes = [...seeds.values()].filter((seed) => seed.isRoute).length >= routesThatTell;
    // `tree-management` is about trees where there are such.
    const isOfAnother = ({ first = "" }: Seed): boolean => this.#byKey.has(first) || seeds.get(first)?.isRoute === true;
    const isOfRoutes = (seed: Seed): boolean => hasRoutes && seed.isRoute && !isOfAnother(seed);
    for (const [key, seed] of seeds) {
      const { roles, names, layers } = seed;
      const has = (...some: readonly Role[]): boolean => some.some((role) => roles.has(role));
      // What lies in one layer alone is a part of that layer: a table with its context and its hook.
      const isSpread = layers.size > 1;
      const isEnough =
        isSpread &&
        (roles.size >= 3 || (roles.size === 2 && (has("screen") || (has("service") && has("state", "action")))));
      // What has a state and actions of its own, and several components that begin with its word, is something to work with.
      const isKept = has("state") && has("action") && (drawn.get(key) ?? 0) >= componentsOfAWord;
      const isTelling = isKept || ((isEnough || isOfRoutes(seed)) && !general.has(key));
      if ((isTelling && !isTold) || this.#byKey.has(key))
        for (const [name, votes] of names) this.#add(key, name, votes);
    }
    // A weaker sign, for an app that shows its features by nothing else.
    if (!isTold && this.#byKey.size < fewFeatures) this.#findFirstWords(files, notThese);
  }
}

/** Words that may be a feature's, and what bears them. */
interface Seed {
  readonly roles: Set<Role>;
  readonly names: Map<string, number>;
  readonly layers: Set<string>;
  /** Whether they are the first part of an address. */
  isRoute: boolean;
  /** The first of several words, as features are compared. */
  readonly first: string | undefined;
}

/** The first part of an address has no more words where it names a thing; so many of them tell what is in an app. */
const [wordsOfARoute, routesThatTell] = [2, 3];

/** Whether a file is found by where it lies, right in a folder of routes but for groups: `app/(tabs)/rota.tsx`, `routes/_signed-in/rota.tsx`. */
function isFirstPart(path: ProjectPath, routed: readonly RoutedFolder[], area: ProjectPath): boolean {
  let folder = folderOf(path);
  while (/^[(_]/.test(nameOf(folder))) folder = folderOf(folder);
  const isOfApp = folderOf(folder) === area && keyOf(nameOf(folder)) === "routes";
  return (isOfApp || routed.some(({ at, isWhole }) => isWhole && at === folder)) && /^\p{L}/u.test(nameOf(path));
}

/** With fewer features than this, an app shows hardly any. */
const fewFeatures = 2;

/** So many files, of so many roles, begin with the word of a feature. */
const [filesOfAWord, rolesOfAWord] = [5, 3];

/** Words with which so many files begin, whatever their roles; so many of them are what an app is about. */
const [filesOfADrawnWord, wordsOfAnApp] = [4, 3];

/** So many components begin with the word of a feature. */
const componentsOfAWord = 3;

/** What is done, not what it is done with. */
const verbs =
  /^(?:add|apply|build|change|check|clear|close|confirm|copy|create|custom|delete|edit|fetch|find|generate|get|handle|has|import|export|init|is|load|make|manage|move|multi|new|no|not|on|open|post|put|quick|recent|remove|render|reset|save|send|set|show|sign|start|stop|submit|sync|toggle|update|upload|use|with|all|any|main|app|base|auto|simple|mock|mini|mobile|desktop|web|my|global|default)$/;
