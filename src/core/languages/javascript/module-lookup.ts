/** What a name in a script means: modules, files by a URL or path, and patterns of bundlers. */
import { posix } from "node:path";
import picomatch from "picomatch";
import {
  folderOf,
  joinPath,
  nameOf,
  pathsBelow,
  type ProjectPath,
  relativePath,
  toProjectPath,
} from "../../base/paths.js";
import {
  external,
  unresolved,
  wholeName,
  type Ground,
  type NameLookup,
  type Resolution,
  type Scheme,
  type SpellingTask,
} from "../lookup.js";
import { fillPattern, matchPattern, type Mapping } from "../mapping.js";
import { globBase, isRelative, meansFolder, spellingsOf, splitSpecifier } from "../specifier.js";
import { relativeSpelling, spellings } from "./spelling.js";

/** A script, data or asset that a script imports: relative, by an alias, or a package. */
export const moduleLookup: NameLookup = {
  name: "module",
  resolve: (ground, from, { specifier }) =>
    wholeName(ground, from, specifier, true) ?? resolveModule(ground, from, specifier),
  spellings,
};

/**
 * Types that a framework makes for a module, `./+types/rota` for `rota.tsx` (React Router) and `./$types` (SvelteKit). They lie in a
 * folder of their own that TypeScript lays over the sources (`rootDirs`), and are made where the module will be, called after it.
 */
export const isMadeBeside = /["']\.\/(?:\+types\/[^"'\n]+|\$types(?:\.js)?)["']/;

/** The same, looked up. Where somebody keeps such files in the project, they are files like others. */
export const besideLookup: NameLookup = {
  name: "made beside",
  asksOfFile: true,
  resolve(ground, from, question) {
    const found = moduleLookup.resolve(ground, from, question);
    const { specifier } = question;
    const isOwn = !specifier.startsWith(folderOfTypes) || specifier.slice(folderOfTypes.length) === ownStem(from);
    if (found.state !== "unresolved" || !isOwn) return found;
    return { state: "beyond", at: "*", scheme: "relative", isToCome: true };
  },
  *spellings(task) {
    const { specifier } = task.reference;
    if (task.was.state !== "beyond" || task.was.at !== "*") yield* spellings(task);
    else yield specifier.startsWith(folderOfTypes) ? folderOfTypes + ownStem(task.from) : specifier;
  },
};

const folderOfTypes = "./+types/";

function ownStem(path: ProjectPath): string {
  return nameOf(path).replace(/\.\w+$/, "");
}

/** How scripts look names up. */
export const moduleLookups: readonly NameLookup[] = [
  moduleLookup,
  besideLookup,
  // A file by its whole name, relative to this one.
  ...["url", "path"].map((name): NameLookup => ({
    name,
    resolve: (ground, from, { specifier }) =>
      wholeName(ground, from, specifier, false) ?? resolveWhole(ground, from, specifier),
    spellings: (task) =>
      task.was.state === "folder" ? [relativeSpelling(task, task.folder ?? task.was.at)] : spellings(task),
  })),
  // All files that match a pattern, as bundlers read it.
  {
    name: "glob",
    // A pattern leaves its own file out.
    asksOfFile: true,
    resolve: (ground, from, { specifier }) => resolveGlob(ground, from, specifier),
    spellings: globSpellings,
  },
];

function resolveModule(ground: Ground, from: ProjectPath, specifier: string): Resolution {
  const { path } = splitSpecifier(specifier);
  if (path.startsWith("/")) return fromWebRoot(ground, from, path);
  return isRelative(path) ? resolveRelative(ground, from, path, true) : throughMappings(ground, from, path);
}

function resolveWhole(ground: Ground, from: ProjectPath, specifier: string): Resolution {
  const { path } = splitSpecifier(specifier);
  if (path.startsWith("/")) return fromWebRoot(ground, from, path);
  const found = resolveRelative(ground, from, path, false);
  // `new URL("press/worker.js", import.meta.url)`: bundlers look beside the file first, then among packages.
  return found.state === "unresolved" && !isRelative(path) && isDeclared(ground, from, path) ? external : found;
}

function resolveRelative(ground: Ground, from: ProjectPath, path: string, loose: boolean): Resolution {
  for (const spelled of spellingsOf(path)) {
    const target = joinPath(folderOf(from), spelled);
    const found = target && ground.look(target, { loose, folderOnly: loose && meansFolder(path) });
    if (found) return { state: "found", scheme: "relative", ...found };
  }
  const at = posix.join(folderOf(from), path).replace(/\/$/, "");
  // `new URL("../data/", import.meta.url)` may mean a folder, as settings do.
  const folder = loose ? undefined : toProjectPath(at);
  if (folder !== undefined && ground.tree.hasFolder(folder)) return { state: "folder", at: folder, scheme: "relative" };
  const beyond = ground.beyond(at, endingsOf(ground, loose));
  if (beyond !== undefined) return { state: "beyond", at: beyond, scheme: "relative" };
  const only = loose ? onlySheet(ground, at) : undefined;
  return only === undefined ? unresolved : { state: "found", scheme: "relative", targets: [only] };
}

/** Sheets that bundlers can be told to try after a name. */
const sheetExtensions = [".scss", ".sass", ".less", ".css", ".styl"];

/**
 * `./Cart.style` means `Cart.style.scss` where that is the only sheet of the name: bundlers can be told to try more extensions.
 * The last resort, and only for a name that says what it is: `./Cart` whose script is missing is not its sheet.
 */
function onlySheet(ground: Ground, at: string): ProjectPath | undefined {
  if (!/\.[^./]+$/.test(at)) return undefined;
  const found = sheetExtensions.flatMap((extension) => {
    const path = toProjectPath(at + extension);
    return (path !== undefined && ground.plain(path)) || [];
  });
  return found.length === 1 ? found[0] : undefined;
}

const endings = new WeakMap<Ground["rules"], readonly string[]>();

/** What a file that is not the project's may end in. */
function endingsOf({ rules }: Ground, loose: boolean): readonly string[] {
  if (!loose) return [""];
  let known = endings.get(rules);
  if (!known) {
    const indexes = rules.indexNames.flatMap((name) => rules.extensions.map((extension) => `/${name}${extension}`));
    known = ["", ...rules.extensions, ...rules.declarations, ...indexes, "/package.json"];
    endings.set(rules, known);
  }
  return known;
}

/** Whether the manifest depends on the package of a name: it is one, even where nothing is installed. */
function isDeclared(ground: Ground, from: ProjectPath, name: string): boolean {
  const [first = "", second = ""] = name.split("/");
  return ground.dependsOnAny(from, [first.startsWith("@") ? `${first}/${second}` : first]);
}

/**
 * No package can be called so: what begins like this means a file through an alias, even if nobody knows which. A package's name begins
 * with no dot (npm, "package.json"); Prisma puts a folder that does beside the packages.
 */
const noPackage = /^(?:(?:[@~]|@@|~~)\/|\.(?!prisma\/)[^./])/;

function throughMappings(ground: Ground, from: ProjectPath, name: string): Resolution {
  let answer: Resolution = noPackage.test(name) ? unresolved : external;
  for (const mapping of ground.mappings(from)) {
    const star = matchPattern(mapping.pattern, name);
    if (star === undefined) continue;
    const found = throughMapping(ground, mapping, star);
    if (found.state === "found" || found.state === "beyond") return found;
    // An alias may look like a package's scope; an installed package is not an alias that leads nowhere.
    if (found.state === "unresolved" && !ground.isPackage(from, name) && !isDeclared(ground, from, name))
      answer = unresolved;
  }
  return answer;
}

function throughMapping(ground: Ground, mapping: Mapping, star: string): Resolution {
  let found: Extract<Resolution, { state: "found" }> | undefined;
  for (const target of mapping.targets) {
    const path = toProjectPath(fillPattern(target, star));
    const at = path === undefined ? undefined : ground.look(path, { loose: !mapping.exact });
    if (!at) continue;
    found = found
      ? { ...found, targets: [...new Set([...found.targets, ...at.targets])] }
      : { state: "found", scheme: mapping, ...at };
    if (!mapping.all) break;
  }
  if (found) return found;
  if (mapping.kind !== "alias" || mapping.pattern === "*") return external;
  for (const target of mapping.targets) {
    const beyond = ground.beyond(fillPattern(target, star), endingsOf(ground, true));
    if (beyond !== undefined) return { state: "beyond", at: beyond, scheme: mapping };
  }
  for (const target of mapping.targets) {
    const only = mapping.exact ? undefined : onlySheet(ground, fillPattern(target, star));
    if (only !== undefined) return { state: "found", scheme: mapping, targets: [only] };
  }
  return unresolved;
}

function fromWebRoot(ground: Ground, from: ProjectPath, path: string): Resolution {
  for (const mapping of ground.webRoots(from)) {
    const target = toProjectPath(fillPattern(mapping.targets[0] ?? "", path.slice(1)));
    const found = target !== undefined && ground.look(target, { loose: true });
    if (found) return { state: "found", scheme: mapping, ...found };
  }
  return external;
}

/** A pattern means all files that match it, in order of path. The file itself is left out, as bundlers do. */
function resolveGlob(ground: Ground, from: ProjectPath, specifier: string): Resolution {
  const base = globBase(specifier.replace(/^!/, ""));
  const placed = globFolder(ground, from, base.folder);
  if (!placed) return external;
  const { folder, scheme } = placed;
  const matches = picomatch(base.rest);
  const below = (path: ProjectPath): boolean => matches(folder === "" ? path : path.slice(folder.length + 1));
  const targets = pathsBelow(ground.tree.paths, folder).filter((path) => path !== from && below(path));
  return { state: "found", targets, scheme, folder };
}

const root: Mapping = {
  kind: "web root",
  pattern: "/*",
  targets: ["*"],
  exact: false,
  all: false,
  by: "" as ProjectPath,
};

function globFolder(
  ground: Ground,
  from: ProjectPath,
  base: string,
): { readonly folder: ProjectPath; readonly scheme: Scheme } | undefined {
  if (isRelative(base)) {
    const folder = joinPath(folderOf(from), base);
    return folder === undefined ? undefined : { folder, scheme: "relative" };
  }
  for (const mapping of base.startsWith("/") ? [root] : ground.mappings(from)) {
    const star = matchPattern(mapping.pattern, base);
    const folder = star === undefined ? undefined : toProjectPath(fillPattern(mapping.targets[0] ?? "", star));
    if (folder !== undefined && mapping.kind !== "base folder") return { folder, scheme: mapping };
  }
  return undefined;
}

/** A pattern keeps its computed part; its fixed folder follows the files that it means. */
function globSpellings({ reference, was, folder: goes, from }: SpellingTask): string[] {
  if (was.state !== "found") return [];
  const negative = reference.specifier.startsWith("!") ? "!" : "";
  const { folder, rest } = globBase(reference.specifier.slice(negative.length));
  const old = was.folder ?? ("" as ProjectPath);
  const relative = [goes, old].filter((path) => path !== undefined).map((path) => relativePath(folderOf(from), path));
  const spelled = relative.map((path) => (path === "" ? "." : path.startsWith("..") ? path : `./${path}`));
  const aliased = goes !== undefined && was.scheme !== "relative" ? aliasedFolder(folder, old, goes) : [];
  return [...aliased, ...spelled].map((path) => `${negative}${path === "/" ? "" : path}/${rest}`);
}

/** `@/pages` for `src/pages` becomes `@/views` for `src/views`, while both lie below what the alias stands for. */
function aliasedFolder(written: string, old: ProjectPath, now: ProjectPath): string[] {
  let shared = 0;
  while (shared < Math.min(written.length, old.length) && written.at(-1 - shared) === old.at(-1 - shared)) shared += 1;
  const [head, place] = [written.slice(0, written.length - shared), old.slice(0, old.length - shared)];
  return now.startsWith(place) ? [head + now.slice(place.length)] : [];
}
