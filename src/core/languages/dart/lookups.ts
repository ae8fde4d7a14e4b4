/**
 * What names in Dart and its manifests mean: addresses of libraries, libraries by their own name, assets from the folder of the
 * package, and folders that an app is built with. Sources: Dart Language Specification, 19.5 "URIs"; docs.flutter.dev, "Adding
 * assets and images", "Resolution-aware image assets".
 */
import {
  folderOf,
  foldersAbove,
  inFolder,
  isBelow,
  joinPath,
  nameOf,
  relativePath,
  rootPath,
  toProjectPath,
  type ProjectPath,
} from "../../base/paths.js";
import {
  external,
  unresolved,
  type Ground,
  type LookupTree,
  type NameLookup,
  type Question,
  type Resolution,
  type Scheme,
  type SpellingTask,
} from "../lookup.js";
import type { Mapping } from "../mapping.js";
import { addTo } from "../../base/grouping.js";
import { isListed, pictureFolders } from "./bundles.js";
import { dependsOn, libraryMapping, packageAround, packagesNamed, pubspec } from "./packages.js";

/** The head of the words under which a file says what its library is called. */
export const libraryMark = "library ";

const isInLibrary = (path: ProjectPath, folder: ProjectPath): boolean => isBelow(path, inFolder(folder, "lib"));

/** `import`, `export`, `part`: an address. */
const address: NameLookup = {
  name: "dart",
  answersAddresses: true,
  mayName: mayNamePackage,
  resolve: (ground, from, { specifier }) => resolveAddress(ground, from, specifier),
  spellings: addressSpellings,
};

/**
 * The same for what is made beside a file and called after it, `tree.g.dart` of `tree.dart`. Where nobody has made it yet, or it is
 * kept out of version control, it is made where the file will be, and called after it as it will be called.
 */
const beside: NameLookup = {
  name: "dart beside",
  asksOfFile: true,
  resolve(ground, from, { specifier }) {
    const found = resolveAddress(ground, from, specifier);
    if (found.state === "found") return found;
    const stem = stemOf(from);
    return specifier.startsWith(`${stem}.`)
      ? { state: "beyond", at: `*${specifier.slice(stem.length)}`, scheme: "relative", isToCome: true }
      : found;
  },
  *spellings(task) {
    if (task.was.state === "beyond" && task.was.at.startsWith("*")) yield stemOf(task.from) + task.was.at.slice(1);
    else yield* addressSpellings(task);
  },
};

function stemOf(path: ProjectPath): string {
  return nameOf(path).replace(/\.dart$/, "");
}

function resolveAddress(ground: Ground, from: ProjectPath, specifier: string): Resolution {
  const scheme = /^([a-z][a-z0-9+.-]*):/i.exec(specifier)?.[1];
  if (scheme === "package") return resolvePackage(ground, from, specifier);
  if (scheme !== undefined || specifier.startsWith("/") || specifier === "") return external;
  const target = joinPath(folderOf(from), decoded(specifier));
  if (target === undefined) return external;
  // What is in `lib/` is known by its package's name, and no way leads out of that: `../test/a.dart` would be another package.
  const own = packageAround(ground, from);
  if (own && isInLibrary(from, own.folder) && !isInLibrary(target, own.folder)) return unresolved;
  const file = ground.plain(target);
  if (file !== undefined) return { state: "found", targets: [file], scheme: "relative" };
  return notOurs(ground, target, "relative") ?? unresolved;
}

/** What generators write is often kept out of version control, and is written to the same place again. */
const written =
  /(?:\.(?:g|freezed|gr|mocks|config|gen|mapper|chopper|drift|pb|pbenum|pbgrpc|pbjson)|(?:^|\/)(?:app_localizations(?:_\w+)?|firebase_options))\.dart$/;

/** A file that is there and not the project's, or that a generator is to write. */
function notOurs(ground: Ground, at: ProjectPath, scheme: Scheme): Resolution | undefined {
  if (ground.beyond(at, [""]) !== undefined) return { state: "beyond", at, scheme };
  return written.test(at) ? { state: "beyond", at, scheme, isToCome: true } : undefined;
}

function resolvePackage(ground: Ground, from: ProjectPath, specifier: string): Resolution {
  const [, name = "", rest = ""] = /^package:([^/]*)\/(.*)$/.exec(specifier) ?? [];
  const named = packagesNamed(ground, from, name);
  const [meant] = named;
  if (!meant) return external;
  const scheme = libraryMapping(meant, packageAround(ground, from));
  const places = named.map(({ folder }) => joinPath(inFolder(folder, "lib"), decoded(rest)));
  const files = places.map((place) => place && ground.plain(place)).filter((file) => file !== undefined);
  if (files.length > 0) return { state: "found", targets: files, scheme };
  const others = places.map((place) => place && notOurs(ground, place, scheme));
  return others.find((other) => other !== undefined) ?? unresolved;
}

/** Of a package that is not in the project, the manifest around the file has to say that it is needed. */
function mayNamePackage(ground: Ground, from: ProjectPath, { specifier }: Pick<Question, "specifier">): boolean {
  const name = /^package:([^/]*)\//.exec(specifier)?.[1];
  return name === undefined || dependsOn(ground, packageAround(ground, from), name);
}

/** Percent escapes stand for letters in an address. */
function decoded(path: string): string {
  if (!path.includes("%")) return path;
  try {
    return decodeURIComponent(path);
  } catch {
    return path;
  }
}

function encoded(path: string): string {
  return /[^\w./@+~$&'()*,;=!-]/.test(path) ? encodeURI(path).replace(/[?#]/g, encodeURIComponent) : path;
}

/**
 * As the file spells its own library, by the package's name or from the file's folder; lint settings that ask for one of the two are
 * obeyed. Between `lib/` and what lies outside of it a name of the package is what tools want.
 */
function* addressSpellings({ reference, was, targets, from, ground }: SpellingTask): Generator<string> {
  // What is not the project's stays where it is.
  const target = was.state === "beyond" ? toProjectPath(was.at) : targets[0];
  if ((was.state !== "found" && was.state !== "beyond") || target === undefined) return;
  const relative = encoded(relativePath(folderOf(from), target));
  const dotted = reference.specifier.startsWith("./") && !relative.startsWith("../") ? `./${relative}` : relative;
  const [own, other] = [packageAround(ground, from), packageAround(ground, target)];
  const isShared = other !== undefined && isInLibrary(target, other.folder);
  const named =
    isShared && other.name !== "" ? encoded(relativePath(inFolder(other.folder, "lib"), target)) : undefined;
  // A package that no manifest names cannot be imported, whether it is in the project or not.
  const isKnown =
    other !== undefined &&
    (dependsOn(ground, own, other.name) || reference.specifier.startsWith(`package:${other.name}/`));
  const byName = named === undefined || !isKnown ? [] : [`package:${other.name}/${named}`];
  const wasNamed = reference.specifier.startsWith("package:");
  const isWithin = own !== undefined && own.manifest === other?.manifest && isShared === isInLibrary(from, own.folder);
  // A part belongs to its library, and stands in no list of the package.
  const isPart = reference.kind === "part" || reference.kind === "part of";
  const asked = isWithin && !isPart ? askedFor(ground, from) : undefined;
  const wantsName = isWithin ? (asked ?? (wasNamed ? "package" : "relative")) === "package" : wasNamed || crosses(was);
  if (wantsName) yield* byName;
  yield dotted;
  yield* byName;

  /** A relative name out of `lib/` or into it stays one, where it was one before. */
  function crosses({ scheme }: { readonly scheme: Mapping | "relative" }): boolean {
    return scheme !== "relative" || !/(?:^|\/)lib\//.test(reference.specifier);
  }
}

/** Which spelling the lint settings of a file's package ask for. */
function askedFor(ground: Ground, from: ProjectPath): "package" | "relative" | undefined {
  for (const folder of [...foldersAbove(from), rootPath]) {
    const settings = inFolder(folder, "analysis_options.yaml");
    if (!ground.tree.has(settings)) continue;
    const rules = new Set(ground.reading(settings).declares?.map(({ name }) => name));
    if (rules.has("rule always_use_package_imports")) return "package";
    return rules.has("rule prefer_relative_imports") ? "relative" : undefined;
  }
  return undefined;
}

/** `part of orchard.trees;`: the file that says it is called so and names this one as its part; it is mostly near. */
const library: NameLookup = {
  name: "dart library",
  readsFiles: true,
  asksOfFile: true,
  resolve(ground, from, { specifier }) {
    const home = packageAround(ground, from)?.folder ?? rootPath;
    const byFolder = filesByFolder(ground.tree);
    const near = [...foldersAbove(from), rootPath].flatMap((folder) => byFolder.get(folder) ?? []);
    const below = (): ProjectPath[] => [...byFolder.values()].flat().filter((path) => isBelow(path, home));
    for (const places of [() => near, below]) {
      const targets = places().filter((path) => {
        if (path === from) return false;
        const { declares, references } = ground.reading(path);
        if (!declares?.some(({ name }) => name === libraryMark + specifier)) return false;
        return references.some((each) => {
          if (each.kind !== "part") return false;
          const meant = resolveAddress(ground, path, each.specifier);
          return meant.state === "found" && meant.targets.includes(from);
        });
      });
      const [only, other] = targets;
      if (only !== undefined) return other ? unresolved : { state: "found", targets: [only], scheme: "relative" };
    }
    return unresolved;
  },
  spellings: ({ reference }) => [reference.specifier],
};

const filesKept = new WeakMap<LookupTree, ReadonlyMap<ProjectPath, readonly ProjectPath[]>>();

/** The Dart files of a tree by their folders, made once. */
function filesByFolder(tree: LookupTree): ReadonlyMap<ProjectPath, readonly ProjectPath[]> {
  const there = filesKept.get(tree);
  if (there) return there;
  const made = new Map<ProjectPath, ProjectPath[]>();
  for (const path of tree.paths) if (path.endsWith(".dart")) addTo(made, folderOf(path), path);
  filesKept.set(tree, made);
  return made;
}

/** A path in a string: an asset, or a file that a test or script opens, from the package's folder. */
const asset: NameLookup = {
  name: "dart asset",
  isOpen: true,
  resolve(ground, from, { specifier, inside }) {
    const [, named, rest] = /^packages\/(\w+)\/(.+)$/.exec(specifier) ?? [];
    const owner = named ?? inside;
    if (owner === undefined) {
      const own = packageAround(ground, from);
      return own ? fileIn(ground, own.folder, specifier, true) : external;
    }
    const [one] = packagesNamed(ground, from, owner);
    if (!one) return external;
    const path = rest ?? specifier;
    const there = fileIn(ground, one.folder, path, true);
    return there.state === "external" ? fileIn(ground, inFolder(one.folder, "lib"), path, true) : there;
  },
  *spellings({ reference, targets: [target], from, ground }) {
    if (target === undefined) return;
    const home = packageAround(ground, target);
    if (!home) return;
    const plain = relativePath(home.folder, target);
    const isOwn = home.manifest === packageAround(ground, from)?.manifest;
    const isNamed = reference.specifier.startsWith("packages/");
    if (reference.inside === undefined && (!isOwn || isNamed)) {
      if (plain.startsWith("lib/")) yield `packages/${home.name}/${plain.slice(4)}`;
      yield `packages/${home.name}/${plain}`;
    }
    if (reference.inside !== undefined && plain.startsWith("lib/")) yield plain.slice(4);
    yield plain;
  },
  // What is put together at run time holds the folder.
  searchWords: wordsOfAsset,
};

function wordsOfAsset(path: ProjectPath, tree: LookupTree): readonly string[] {
  if (/\.(?:dart|ya?ml|md|[cm]?[jt]sx?)$/.test(path)) return [];
  const home = [...foldersAbove(path), rootPath].find((folder) => tree.has(inFolder(folder, pubspec)));
  return home === undefined || folderOf(path) === home ? [] : [`${nameOf(folderOf(path))}/`];
}

/** A file or folder by its path from a package's folder; `isOpened` where the app opens it when it runs. */
function fileIn(ground: Ground, folder: ProjectPath, path: string, isOpened: boolean): Resolution {
  const target = joinPath(folder, path);
  if (target === undefined || target === "") return external;
  if (path.endsWith("/"))
    return ground.tree.hasFolder(target) && target !== ""
      ? { state: "folder", at: target, scheme: "relative" }
      : external;
  const targets = withVariants(ground, target);
  return targets.length > 0
    ? { state: "found", targets, scheme: isOpened ? bundleOf(ground, folder, target) : "relative" }
    : external;
}

/** What an app is built with is found in it; other files only where a program runs in the package's folder. */
function bundleOf(ground: Ground, folder: ProjectPath, target: ProjectPath): Scheme {
  const manifest = inFolder(folder, pubspec);
  if (!ground.tree.has(manifest) || !isListed(manifest, ground.reading(manifest), target)) return "relative";
  const targets = [folder === "" ? "*" : `${folder}/*`];
  return { kind: "app bundle", pattern: "*", targets, exact: true, all: false, by: manifest };
}

/** A picture with which a test compares, from the test's own folder. */
const golden: NameLookup = {
  name: "dart golden",
  isOpen: true,
  asksOfFile: true,
  resolve(ground, from, { specifier }) {
    const target = joinPath(folderOf(from), specifier);
    const file = target === undefined ? undefined : ground.plain(target);
    return file === undefined ? external : { state: "found", targets: [file], scheme: "relative" };
  },
  spellings: ({ targets: [target], from }) => (target === undefined ? [] : [relativePath(folderOf(from), target)]),
};

/** A file with those that stand for it on other screens. */
function withVariants(ground: Ground, target: ProjectPath): ProjectPath[] {
  const plain = ground.plain(target);
  const others = /\.(?:png|jpe?g|gif|webp|bmp|svg)$/i.test(target)
    ? pictureFolders.map((each) => ground.plain(inFolder(inFolder(folderOf(target), each), nameOf(target))))
    : [];
  return [plain, ...others].filter((path) => path !== undefined);
}

/** A file that a manifest lists for the app: its variants are taken with it. */
const listed: NameLookup = {
  name: "dart listed",
  isOpen: true,
  resolve(ground, from, { specifier }) {
    const [, name, rest = ""] = /^packages\/(\w+)\/(.+)$/.exec(specifier) ?? [];
    if (name === undefined) return fileIn(ground, folderOf(from), specifier, false);
    const [one] = packagesNamed(ground, from, name);
    return one ? fileIn(ground, inFolder(one.folder, "lib"), rest, false) : external;
  },
  spellings: ({ targets: [target], from, folder, was, reference }) => {
    const goes = was.state === "folder" ? folder : target;
    if (goes === undefined) return [];
    const slash = was.state === "folder" && reference.specifier.endsWith("/") ? "/" : "";
    const dot = reference.specifier.startsWith("./") ? "./" : "";
    return [dot + relativePath(folderOf(from), goes) + slash];
  },
};

/** A folder that a manifest lists for the app: what lies in it and not deeper, and the variants of that. */
const bundle: NameLookup = {
  name: "dart bundle",
  isOpen: true,
  isList: true,
  resolve(ground, from, { specifier }) {
    const at = joinPath(folderOf(from), specifier.replace(/\/+$/, ""));
    if (at === undefined || at === "" || !ground.tree.hasFolder(at)) return external;
    const places = new Set([at, ...pictureFolders.map((each) => inFolder(at, each))]);
    return { state: "scope", folder: at, scheme: "relative", takesIn: (path) => places.has(folderOf(path)) };
  },
  spellings: () => [],
};

/** `template-arb-file: app_en.arb`: in the folder that the same settings name. */
const translation: NameLookup = {
  name: "dart arb",
  isOpen: true,
  resolve(ground, from, { specifier }) {
    const folder = arbFolder(ground, from);
    const file = folder === undefined ? undefined : ground.plain(inFolder(folder, specifier));
    return file === undefined ? external : { state: "found", targets: [file], scheme: "relative" };
  },
  spellings({ targets: [target], from, ground }) {
    const folder = arbFolder(ground, from);
    return target === undefined || folder === undefined ? [] : [relativePath(folder, target)];
  },
};

function arbFolder(ground: Ground, settings: ProjectPath): ProjectPath | undefined {
  const named = ground.reading(settings).references.find(({ inside }) => inside === "arb-dir");
  return joinPath(folderOf(settings), named?.specifier ?? "lib/l10n");
}

/** `generate: true`: translations are looked for in the folder that their settings name, else in `lib/l10n`, and nowhere else. */
const translations: NameLookup = {
  name: "dart translations",
  isOpen: true,
  resolve(ground, from) {
    const settings = inFolder(folderOf(from), "l10n.yaml");
    const folder = ground.tree.has(settings) ? arbFolder(ground, settings) : inFolder(folderOf(from), "lib/l10n");
    const targets = ground.tree.paths.filter((path) => path.endsWith(".arb") && folderOf(path) === folder);
    return targets.length > 0 ? { state: "found", targets, scheme: "relative" } : external;
  },
  spellings: () => [],
  searchWords: (path) => (path.endsWith(".arb") ? ["generate"] : []),
};

/** `executables:` names scripts in `bin/` without their ending; one without a name is called like its command. */
const executable: NameLookup = {
  name: "dart executable",
  isOpen: true,
  resolve(ground, from, { specifier, inside = "" }) {
    const stem = specifier === "" ? inside : specifier;
    const file = ground.plain(inFolder(inFolder(folderOf(from), "bin"), `${stem}.dart`));
    return file === undefined ? external : { state: "found", targets: [file], scheme: "relative" };
  },
  *spellings({ reference, targets: [target], from }) {
    const bin = inFolder(folderOf(from), "bin");
    if (target !== undefined && folderOf(target) === bin && reference.specifier !== "") yield stemOf(target);
  },
};

/** How Dart and its manifests look names up. */
export const dartLookups: readonly NameLookup[] = [
  address,
  beside,
  library,
  asset,
  golden,
  listed,
  bundle,
  translation,
  translations,
  executable,
];
