/**
 * What files are known by because of where they lie: pages by an address, components and functions by a name that needs no import.
 * Moved, they are called otherwise, whatever is respelled. Sources: the chapters on routing, auto-imports and directories of each
 * tool's own documentation.
 */
import {
  folderOf,
  foldersHolding,
  inFolder,
  isBelow,
  nameOf,
  relativePath,
  rootPath,
  type ProjectPath,
} from "../base/paths.js";
import { inCase, splitWords } from "../base/names/index.js";
import { literally } from "../base/text/index.js";
import { isCode, isOfTrade, languages } from "../languages/index.js";
import type { SourceTree } from "../files/index.js";
import {
  atTop,
  hidden,
  inAnyFolder,
  isUniApp,
  replacedThemes,
  ownSettings,
  served,
  settingsOf,
  someTool,
  toolsInUse,
  type PlaceTool,
} from "./place-tools.js";

/** One thing by which a file is known. */
export interface KnownBy {
  /** Who finds it so: `Nuxt`. */
  readonly by: string;
  /** By its address, by its path, where a tool looks for it, by the tag of a component, or by a name that it gives. */
  readonly kind: "address" | "sought" | "tag" | "name";
  /** The tag or name; of an address or a path what of it says something, from the folder. */
  readonly as: string;
  /** Whether only some versions of the tool find it so. */
  readonly isUnsure?: true;
  /** Whether the tool takes whatever comes to lie there: one more file in `pages/` is one more page. */
  readonly takesAll?: true;
}

/** Says what a file at a path is known by; what it gives by name is asked for only where that matters. */
export type PlaceKnowledge = (path: ProjectPath, given: () => readonly string[]) => readonly KnownBy[];

/** Who would give a file an address that has none where it lies now, if somebody would. */
export function newAddressBy(knowledge: PlaceKnowledge, from: ProjectPath, to: ProjectPath): string | undefined {
  const addressOf = (path: ProjectPath): KnownBy | undefined =>
    isCode(path) ? knowledge(path, () => []).find(({ takesAll }) => takesAll === true) : undefined;
  const then = addressOf(to);
  return then === undefined || addressOf(from) !== undefined ? undefined : then.by;
}

/** Tools that are told in a setting from which folders names are given: `dirs: ["src/composables"]`. */
const told: Readonly<Record<string, string>> = { nuxt: "Nuxt", "unplugin-auto-import": "unplugin-auto-import" };

const settings = /^(?:vite|vue|nuxt|quasar|webpack|rspack|rsbuild|vitest)\.config\.[cm]?[jt]s$/;

/** Files that say where a package begins. */
export const manifests = ["package.json", "pubspec.yaml", "Package.swift"];

/** Reads the manifests above some files, and what is set beside them. */
export function knownByPlace(tree: SourceTree, paths: Iterable<ProjectPath>): PlaceKnowledge {
  const folders = [...new Set([rootPath, ...foldersHolding(paths)])];
  const all = folders.flatMap((folder): PlaceKnowledge[] => {
    const manifest = tree.text(inFolder(folder, "package.json"))?.text;
    const ofApp = isUniApp(tree, folder, manifest) ? [takenByUniApp(folder)] : [];
    const isPackage = folder === rootPath || manifests.some((name) => tree.has(inFolder(folder, name)));
    const ofFolder = isPackage ? [ofSettings(folder), ofServed(folder), ...ofLanguages(tree, folder)] : [];
    const ofTools = manifest === undefined ? [] : knowledgeOf(tree, folder, manifest);
    const found = [...ofApp, ...ofFolder, ...ofTools];
    if (folder === rootPath || found.length === 0) return found;
    return [(path, given) => (isBelow(path, folder) ? found.flatMap((each) => each(path, given)) : [])];
  });
  // What has no letter for a name has none: `_.vue`.
  return (path, given) => all.flatMap((each) => each(path, given)).filter(({ as }) => as !== "");
}

function knowledgeOf(tree: SourceTree, folder: ProjectPath, manifest: string): PlaceKnowledge[] {
  const has = (name: string): boolean => manifest.includes(`"${name}"`);
  const addresses = replacedThemes(manifest).map((at) => ({ at }));
  const themes: PlaceTool[] = addresses.length === 0 ? [] : [{ packages: ["gatsby"], title: "Gatsby", addresses }];
  const used = [...toolsInUse(tree, folder, manifest), ...themes];
  const telling = Object.entries(told).filter(([name]) => has(name));
  if (used.length + telling.length === 0) return [];
  const config = settingsIn(tree, folder);
  const tops = sourcesOf(tree, folder, config);
  const isFlat = /pathPrefix\s*:\s*false/.test(config);
  const isNamed = (stem: string): boolean => new RegExp(`"name"\\s*:\\s*"${literally(stem)}"`).test(manifest);
  const found = used.flatMap((tool) => tops.map((top) => knowledgeFrom(tool, top, { folder, isFlat, isNamed })));
  for (const tool of used.filter(({ tags }) => tags !== undefined))
    for (const at of componentFoldersIn(config, folder, tops))
      found.push((path) => (isBelow(path, at) ? [{ by: tool.title, kind: "address", as: path }] : []));
  for (const [, title] of telling)
    for (const { at, isDeep } of dirsIn(config, folder, tops))
      found.push((path, given) =>
        !isDeep ? namesIn(at, title, path, given) : isBelow(path, at) ? namesOf(title, path, given) : [],
      );
  return found;
}

function settingsIn(tree: SourceTree, folder: ProjectPath): string {
  const files = tree.filesBelow(folder).filter((path) => folderOf(path) === folder && settings.test(nameOf(path)));
  return files.map((path) => tree.text(path)?.text ?? "").join("\n");
}

/** The folders from which a tool counts: the manifest's own, the usual ones, the one that is set, and those of layers. */
function sourcesOf(tree: SourceTree, folder: ProjectPath, config: string): ProjectPath[] {
  const set = /srcDir\s*:\s*["'](?:\.\/)?([\w./-]*?)\/?["']/.exec(config)?.[1];
  const layers = new Set(
    tree
      .filesBelow(inFolder(folder, "layers"))
      .map((path) => path.slice(folder === rootPath ? 0 : folder.length + 1).split("/"))
      .flatMap(([, layer, inside]) => (layer !== undefined && inside !== undefined ? [`layers/${layer}`] : [])),
  );
  const below = ["app", "src", ...(set === undefined || set === "" ? [] : [set])];
  const heads = [folder, ...[...layers].map((layer) => inFolder(folder, layer))];
  return [...new Set(heads.flatMap((head) => [head, ...below.map((name) => inFolder(head, name))]))];
}

/** `dirs: ["./src/composables", "stores/**"]`, each with whether what lies deeper counts, too. */
function* dirsIn(
  config: string,
  folder: ProjectPath,
  tops: readonly ProjectPath[],
): Iterable<{ readonly at: ProjectPath; readonly isDeep: boolean }> {
  for (const [, list = ""] of config.matchAll(/\bdirs\s*:\s*\[([^\]]{0,4000})\]/g))
    for (const [, text = ""] of list.matchAll(/["'`]([^"'`]+)["'`]/g)) {
      const plain = text.replace(/^(?:~~?|@@?|\.)\//, "").replace(/\/\*+(?:\/.*)?$/, "");
      for (const top of new Set([folder, ...tops])) yield { at: inFolder(top, plain), isDeep: text.includes("**") };
    }
}

/** Settings by which components are called otherwise than after their files and folders, or lie elsewhere. */
const otherwise = /\b(?:prefix|globs|directoryAsNamespace|collapseSamePrefixes)\s*:/;

/**
 * Folders of whose components nobody knows here what they are called: `components: [{ path: "~/ui", prefix: "Ui" }]`,
 * `Components({ dirs: ["src/ui"] })`.
 */
function* componentFoldersIn(config: string, folder: ProjectPath, tops: readonly ProjectPath[]): Iterable<ProjectPath> {
  for (const [, list = ""] of config.matchAll(
    /\b[cC]omponents\s*(?::\s*[[{]|\(\s*\{)([^]{0,4000}?)(?:\]\s*,?\s*[\w}]|\}\s*[,)]?\s*\n?\s*[\w}])/g,
  )) {
    const paths = [...list.matchAll(/["'`](?:~~?|@@?|\.)?\/?([\w./-]+)["'`]/g)].map(([, path = ""]) =>
      path.replace(/\/$/, ""),
    );
    const places = paths.filter((path) => path !== "components" && path !== "src/components");
    for (const place of otherwise.test(list) ? [...places, "components", "src/components"] : places)
      for (const top of new Set([folder, ...tops])) yield inFolder(top, place);
  }
}

/** Names that a text takes of the modules in which Nuxt gives everything: `import { TreeCard } from "#components"`. */
export function takenOfAll(text: string): readonly { readonly name: string; readonly start: number }[] {
  return [...text.matchAll(/\bimport\s*(?:type\s*)?\{([^{}]*)\}\s*from\s*["']#(?:components|imports)["']/g)].flatMap(
    (found) => {
      const from = found.index + found[0].indexOf("{") + 1;
      return [...(found[1] ?? "").matchAll(/(?:^|,)\s*(?:type\s+)?([\p{ID_Start}$_][\p{ID_Continue}$]*)/gu)].map(
        (each) => ({
          name: each[1] ?? "",
          start: from + each.index + each[0].length - (each[1] ?? "").length,
        }),
      );
    },
  );
}

/** What is asked of a manifest and of settings by more than one tool. */
interface Said {
  /** The folder of the manifest. */
  readonly folder: ProjectPath;
  /** Whether folders are no part of the names of components. */
  readonly isFlat: boolean;
  /** Whether the manifest calls something by a name. */
  readonly isNamed: (stem: string) => boolean;
}

function knowledgeFrom(tool: PlaceTool, top: ProjectPath, said: Said): PlaceKnowledge {
  const { title, addresses = [], tags = [], names = [] } = tool;
  const { isFlat } = said;
  const at = (name: string): ProjectPath => (name === "" ? top : inFolder(top, name));
  return (path, given) => [
    ...addresses.flatMap((place): KnownBy[] => {
      const { at: name, stems, takes, isFlat: isRight = false, isTop = false, isNamed = false } = place;
      if (isTop && top !== said.folder) return [];
      const isThere = name === "" || isRight ? folderOf(path) === at(name) : isBelow(path, at(name));
      if (!isThere || (stems && !stems.test(stemOf(path))) || (isNamed && !said.isNamed(stemOf(path)))) return [];
      const kind = stems && (name === "" || isRight) ? "sought" : "address";
      // Where a script is looked for, a sheet of that name is not.
      if (kind === "sought" && !isCode(path) && !isOfTrade(path, "page")) return [];
      const known: KnownBy = { by: title, kind, as: `${name} ${addressIn(path, at(name))}` };
      const isTaken = takes === "all" || (takes === "top" && isOnTop(path, at(name)));
      return [isTaken ? { ...known, takesAll: true } : known];
    }),
    ...tags.flatMap(({ at: name, byFolder }): KnownBy[] =>
      isBelow(path, at(name))
        ? [{ by: title, kind: "tag", as: tagOf(path, byFolder && !isFlat ? at(name) : undefined) }]
        : [],
    ),
    ...names.flatMap((name) => namesIn(at(name), title, path, given)),
  ];
}

/** Whether a file lies right in a folder, or is the index of one that does. */
function isOnTop(path: ProjectPath, folder: ProjectPath): boolean {
  const home = folderOf(path);
  return home === folder || (stemOf(path) === "index" && home !== rootPath && folderOf(home) === folder);
}

/** Settings right beside a manifest, or at the top of the repository: their tool looks for them there, by their names. */
function ofSettings(folder: ProjectPath): PlaceKnowledge {
  return (path) => {
    const name = nameOf(path);
    const sought = (by: string, as: string): KnownBy[] => [{ by, kind: "sought", as }];
    if (folderOf(path) === folder) {
      const tool = ownSettings
        .exec(name)
        ?.slice(1)
        .find((each: string | undefined) => each !== undefined);
      if (tool !== undefined) return sought(settingsOf.get(tool.toLowerCase()) ?? tool.toLowerCase(), name);
      if (atTop.test(name)) return sought(someTool, name);
    }
    const inside = relativePath(folder, path);
    const [taken] = hidden.taken.exec(inside) ?? [];
    if (taken !== undefined) return sought("the host", taken);
    if (hidden.named.test(inside)) return sought(someTool, inside);
    return folder === rootPath && inAnyFolder.test(name) ? sought(someTool, path) : [];
  };
}

/** Where the tools of a language look in a package that its manifest begins. */
function ofLanguages(tree: SourceTree, folder: ProjectPath): PlaceKnowledge[] {
  return languages.flatMap(({ lookedFor }): PlaceKnowledge[] => {
    if (!lookedFor || !tree.has(inFolder(folder, lookedFor.manifest))) return [];
    return [
      (path) => {
        const as = lookedFor.place(relativePath(folder, path));
        return as === undefined ? [] : [{ by: lookedFor.by, kind: "sought", as }];
      },
    ];
  });
}

/** What browsers, hosts and search engines ask for by name, where it is served from. */
function ofServed(folder: ProjectPath): PlaceKnowledge {
  return (path) => {
    const inside = relativePath(folder, folderOf(path));
    const isKnown = served.folder.test(inside) || (inside === "" && /^index\.html$/.test(nameOf(path)));
    return isKnown && served.name.test(nameOf(path)) ? [{ by: "a browser or host", kind: "sought", as: path }] : [];
  };
}

/** uni-app takes every component whose folder is called as it is: `components/tree-card/tree-card.vue`, also in its modules. */
function takenByUniApp(folder: ProjectPath): PlaceKnowledge {
  return (path) => {
    const inside = relativePath(folder, path);
    const [, name] = /^(?:src\/)?(?:uni_modules\/[^/]+\/)?components\/([^/]+)\/\1\.\w+$/.exec(inside) ?? [];
    return name === undefined || !isCode(path)
      ? []
      : [{ by: "uni-app", kind: "tag", as: inCase(splitWords(name), "Pascal") }];
  };
}

/** What a file gives by name, where it lies right in a folder. The index of a folder below was found by some versions. */
function namesIn(folder: ProjectPath, by: string, path: ProjectPath, given: () => readonly string[]): KnownBy[] {
  if (folderOf(path) === folder) return namesOf(by, path, given);
  return isOnTop(path, folder) ? namesOf(by, path, given).map((known) => ({ ...known, isUnsure: true })) : [];
}

function namesOf(by: string, path: ProjectPath, given: () => readonly string[]): KnownBy[] {
  const own = stemOf(path) === "index" ? nameOf(folderOf(path)) : stemOf(path);
  return given().map((name) => ({
    by,
    kind: "name",
    as: name === "default" ? inCase(splitWords(own), "camel") : name,
  }));
}

/** What a path says of an address: groups in brackets and an index say nothing. */
function addressIn(path: ProjectPath, folder: ProjectPath): string {
  const below = folder === rootPath ? path : path.slice(folder.length + 1);
  return below
    .replace(/\.[^/.]*$/, "")
    .replace(/(^|\/)index$/, "")
    .replace(/\([^()/]*\)(?:\/|$)/g, "");
}

/**
 * The name of a component: its own, behind the words of its folders, without those that it begins with itself. As Nuxt 4 makes it
 * (`resolveComponentNameSegments`); without folders, that of the file alone.
 */
function tagOf(path: ProjectPath, folder: ProjectPath | undefined): string {
  const isIndex = stemOf(path).toLowerCase() === "index";
  if (folder === undefined) return inCase(splitWords(isIndex ? nameOf(folderOf(path)) : stemOf(path)), "Pascal");
  const own = isIndex ? [] : splitWords(stemOf(path));
  const home = folderOf(path);
  const words =
    home === folder
      ? []
      : home
          .slice(folder.length + 1)
          .split("/")
          .flatMap((part) => splitWords(part));
  const name = own.join("/").toLowerCase();
  let kept = words.length;
  for (let at = words.length - 1; at >= 0; at -= 1) {
    const end = words.slice(at).join("/").toLowerCase();
    const isTwice = words[at]?.toLowerCase() === name && words[at] === words[at + 1];
    if (name === end || name.startsWith(`${end}/`) || isTwice) kept = at;
  }
  return inCase([...words.slice(0, kept), ...own], "Pascal");
}

/** The name without extension, and without what says where it is drawn: `.client`, `.server`. */
function stemOf(path: ProjectPath): string {
  return nameOf(path)
    .replace(/\.[^.]*$/, "")
    .replace(/\.(?:client|server|global|island)$/, "");
}
