/**
 * What a text in settings means: a file, a folder, or all files that a pattern takes in.
 *
 * Settings name what they mean from their own folder, or from the folder where commands are run, that of the manifest. What
 * names nothing from either is no reference at all: in settings any word may stand.
 */
import { posix } from "node:path";
import picomatch from "picomatch";
import { folderOf, inFolder, isBelow, joinPath, pathsAt, type ProjectPath } from "../../base/paths.js";
import { moduleLookup } from "../javascript/index.js";
import {
  external,
  type Ground,
  type NameLookup,
  type Question,
  type PatternScope,
  type Resolution,
  type Scheme,
  type SpellingTask,
} from "../lookup.js";
import type { Mapping } from "../mapping.js";
import { globBase, splitPlace } from "../specifier.js";
import { placesCountFrom } from "./claims.js";
import { fixedFolder, isPattern } from "./patterns.js";
import { placeSpellings, scopeSpellings, type PlaceGround } from "./place-spelling.js";

/** How settings look places up. A pattern has no spelling of its own: what it takes in decides (see `respell`). */
export const placeLookups: readonly NameLookup[] = [
  // A file or a folder, from the settings' folder or from where commands are run.
  {
    name: "place",
    isOpen: true,
    countsInside: true,
    resolve: (ground, from, question) => resolvePlace(ground, from, question),
    spellings: (task) => placeSpellings(task, false, groundOf(task)),
  },
  // The same from the file's own folder only.
  {
    name: "beside",
    isOpen: true,
    resolve: (ground, from, question) => resolvePlace(ground, from, question, true),
    spellings: (task) => placeSpellings(task, false, groundOf(task)),
  },
  // The files that a pattern or folder takes in.
  {
    name: "scope",
    isOpen: true,
    resolve: (ground, from, { specifier }) => resolveScope(ground, from, specifier),
    spellings: () => [],
  },
  // The same, where all of them are shipped or copied, whoever asks for them.
  {
    name: "shipped",
    isOpen: true,
    usesAll: true,
    resolve: (ground, from, { specifier }) => resolveScope(ground, from, specifier),
    spellings: () => [],
  },
  // What a command or a call is given: a file, all of a folder, or the files of a pattern, counted from one folder.
  filesLookup("files", ""),
  // What a shell has expanded before: as far as it finds something.
  { ...filesLookup("shell files", ""), resolve: resolveExpanded },
  // The same, to be looked at: when something changes there, the work is done again.
  { ...filesLookup("watched", ""), watches: true },
  // The same, where each sheet of a folder that is no partial is compiled to one.
  { ...filesLookup("sheets", "**/[!_]*.{css,sass,scss}"), writes: compiledTo },
  { ...filesLookup("watched sheets", ""), writes: compiledTo, watches: true },
  // A module that a tool loads, where one is there: some tools count from elsewhere.
  {
    ...moduleLookup,
    name: "loaded module",
    isOpen: true,
    resolve(ground, from, question) {
      const found = moduleLookup.resolve(ground, from, question);
      return found.state === "unresolved" ? external : found;
    },
  },
  // A page by its path from the settings' folder, without its ending: `pages/rota/rota`.
  {
    name: "page",
    isOpen: true,
    countsInside: true,
    resolve(ground, from, question) {
      const found = moduleLookup.resolve(ground, from, { ...question, specifier: pageFrom(question) });
      return found.state === "found" ? found : external;
    },
    *spellings(task) {
      const head = pageFrom({ ...task.reference, specifier: "" });
      const reference = { ...task.reference, specifier: pageFrom(task.reference) };
      for (const spelled of moduleLookup.spellings({ ...task, reference }))
        if (spelled.startsWith(head)) yield spelled.slice(head.length);
    },
  },
  // The folder that an alias or export with a star stands for: `src/*`.
  {
    name: "base",
    isOpen: true,
    resolve: (ground, from, { specifier }) => resolveBase(ground, from, specifier),
    spellings: (task) => placeSpellings(task, true, groundOf(task)),
  },
];

/** A page as a module is called: from the settings' folder, and the one of a part of the app in it. */
function pageFrom({ specifier, inside }: Pick<Question, "specifier" | "inside">): string {
  return inside === undefined || inside === "" ? `./${specifier}` : `./${inside}/${specifier}`;
}

/** `pages/main.scss` → `pages/main.css`; a partial gives no file. */
function compiledTo(inside: string): string | undefined {
  return /(?:^|\/)[^_/][^/]*\.(?:css|sass|scss)$/.test(inside) ? inside.replace(/\.\w+$/, ".css") : undefined;
}

/** `below` says which files of a folder are meant. */
function filesLookup(name: string, below: string): NameLookup {
  return {
    name,
    isOpen: true,
    countsInside: true,
    takesFiles: true,
    resolve: (ground, from, question) => resolveFiles(ground, from, question, below),
    *spellings(task) {
      if (task.was.state !== "scope") yield* placeSpellings(task, false, groundOf(task));
      else if (task.folder !== undefined)
        yield* scopeSpellings(task.reference, task.was, [task.folder], groundOf(task));
    },
  };
}

function groundOf({ from, ground, reference: { inside } }: SpellingTask): PlaceGround {
  const folder = inside === undefined ? undefined : insideFolder(ground, from, inside);
  return { from, packageFolder: ground.packageFolder(from), ...(folder && { inside: folder.folder }) };
}

/** A folder from which a place may be meant. */
interface Base {
  readonly folder: ProjectPath;
  readonly scheme: Scheme;
}

/** How the folder begins that a script names by its own: `{ cwd: __dirname }`. */
export const ownFolder = "<own folder>/";

/** The folder that `cd` or an option names, from which the rest of a command or a call counts. */
function insideFolder(ground: Ground, from: ProjectPath, inside: string): Base | undefined {
  if (inside.startsWith(ownFolder)) {
    const own = joinPath(folderOf(from), inside.slice(ownFolder.length));
    return own !== undefined && (own === "" || ground.tree.hasFolder(own))
      ? { folder: own, scheme: "relative" }
      : undefined;
  }
  if (/^(?:\.\/?)?$/.test(inside)) return basesOf(ground, from, true)[0];
  const found = resolvePlace(ground, from, { specifier: `${inside.replace(/\/+$/, "")}/` });
  return found.state === "folder" ? { folder: found.at, scheme: found.scheme } : undefined;
}

/** `<rootDir>/` says from where it counts, `!` does not. */
function isRooted(prefix: string): boolean {
  return prefix !== "" && prefix !== "!";
}

function basesOf(ground: Ground, path: ProjectPath, rooted: boolean, inside?: string): readonly Base[] {
  const fixed = inside === undefined || rooted ? undefined : insideFolder(ground, path, inside);
  if (inside !== undefined && !rooted) return fixed ? [fixed] : [];
  const own: Base = { folder: folderOf(path), scheme: "relative" };
  const folder = ground.packageFolder(path);
  const by = inFolder(folder, "package.json");
  const mapping: Mapping = {
    kind: "working folder",
    pattern: "*",
    targets: [posix.join(folder, "*")],
    exact: false,
    all: false,
    by,
  };
  const run: Base = { folder, scheme: mapping };
  if (rooted || folder === own.folder) return [rooted ? run : own];
  const from = placesCountFrom(path);
  return from === "own folder" ? [own] : from === "package" ? [run] : [run, own];
}

/** A file (its extension may be left out where a module may be meant) or a folder. */
function resolvePlace(
  ground: Ground,
  from: ProjectPath,
  { specifier, inside }: Pick<Question, "specifier" | "inside">,
  isBeside = false,
): Resolution {
  const { prefix, path } = splitPlace(specifier);
  if (path === "" || /^[~#@$]/.test(path)) return external;
  const all = basesOf(ground, from, isRooted(prefix) || path.startsWith("/"), inside);
  const bases = isBeside && !path.startsWith("/") ? [{ folder: folderOf(from), scheme: "relative" } as const] : all;
  for (const { folder, scheme } of bases) {
    const target = joinPath(folder, path.replace(/^\/+/, "").replace(/\/+$/, ""));
    if (target === undefined || target === "") continue;
    const file = path.endsWith("/") ? undefined : ground.plain(target);
    if (file !== undefined) return { state: "found", targets: [file], scheme };
    if (ground.tree.hasFolder(target)) return { state: "folder", at: target, scheme };
    const loose = path.endsWith("/") || !/[./]/.test(path) ? [] : (ground.look(target, { loose: true })?.targets ?? []);
    if (loose.length > 0) return { state: "found", targets: loose, scheme };
  }
  return external;
}

/** The folder before a star: `src/*`, `<rootDir>/src/$1`. */
function resolveBase(ground: Ground, from: ProjectPath, specifier: string): Resolution {
  const { prefix, path } = splitPlace(specifier);
  const fixed = fixedFolder(path);
  for (const { folder, scheme } of basesOf(ground, from, isRooted(prefix))) {
    const target = joinPath(folder, fixed);
    if (target !== undefined && target !== "" && ground.tree.hasFolder(target))
      return { state: "folder", at: target, scheme };
  }
  return external;
}

/** A file, or all that a pattern or a folder takes in; what has no slash lies in the folder from which it counts. */
function resolveFiles(ground: Ground, from: ProjectPath, { specifier, inside }: Question, below: string): Resolution {
  const { prefix, path } = splitPlace(specifier);
  if (path === "" || /^[~#@$]/.test(path)) return external;
  if (isPattern(path)) return scopeIn(ground, basesOf(ground, from, isRooted(prefix), inside), path);
  const place = resolvePlace(ground, from, { specifier, ...(inside !== undefined && { inside }) });
  if (place.state === "found") return place;
  const bases = basesOf(ground, from, isRooted(prefix), inside);
  if (!/^\.?\/?$/.test(path) && place.state !== "folder") return external;
  return scopeIn(ground, bases, path, below);
}

/** `sass src/**\/*.scss` without quotes: for a shell, two stars are one; only what it finds nothing for is left to the tool. */
function resolveExpanded(ground: Ground, from: ProjectPath, question: Question): Resolution {
  const shallow = { ...question, specifier: question.specifier.replaceAll("**", "*") };
  const expanded = resolveFiles(ground, from, shallow, "");
  const isFound = expanded.state === "scope" && isAnyIn(ground, expanded);
  return isFound ? expanded : resolveFiles(ground, from, question, "");
}

/** All files that a pattern takes in, or that lie below a folder that it takes in. */
function resolveScope(ground: Ground, from: ProjectPath, specifier: string): Resolution {
  const { prefix, path } = splitPlace(specifier);
  // Without a slash, tools take the name of a file or folder at any depth: moving does not change it.
  if (!path.includes("/") && isPattern(path)) return external;
  return scopeIn(ground, basesOf(ground, from, isRooted(prefix) || path.startsWith("/")), path);
}

/** `below` says which files of a folder that stands there by itself are taken in. */
function scopeIn(ground: Ground, bases: readonly Base[], path: string, below = ""): Resolution {
  const { folder: fixed, rest } = isPattern(path) ? globBase(path) : { folder: path, rest: below };
  const scopes = bases.flatMap(({ folder, scheme }): PatternScope[] => {
    const at = joinPath(folder, fixed.replace(/^\/+/, "").replace(/\/+$/, ""));
    if (at === undefined || (at !== "" && !ground.tree.hasFolder(at) && ground.plain(at) === undefined)) return [];
    return [{ state: "scope", folder: at, rest, scheme, takesIn: scopeBelow(at, rest) }];
  });
  if (scopes.length < 2) return scopes[0] ?? external;
  // From where commands are run, unless only its own folder has something to take in.
  return scopes.find((scope) => isAnyIn(ground, scope)) ?? external;
}

/** Whether a pattern takes in any file. */
function isAnyIn({ tree }: Ground, { folder, takesIn }: PatternScope): boolean {
  return pathsAt(tree.paths, folder).some(takesIn);
}

function scopeBelow(at: ProjectPath, rest: string): (path: ProjectPath) => boolean {
  const isIn = (path: ProjectPath): boolean => at === "" || path === at || isBelow(path, at);
  if (rest === "" || rest === "**" || rest === "**/*") return isIn;
  // `[!_]*` leaves out what begins so, as in a shell.
  const matches = picomatch(rest, { dot: true, posix: true });
  const inside = (path: string): string => (at === "" ? path : path.slice(at.length + 1));
  // `packages/*` takes in all that lies below what it matches.
  const endsInName = /\.[\w{},]+$/.test(rest);
  // Most files and folders end otherwise, which is seen without the pattern.
  const [tail = ""] = /[^*?{}[\]()!+@|/\\]*$/.exec(rest.replace(/\/+$/, "")) ?? [];
  const end = /^\.+$/.test(tail) ? "" : tail;
  const isMatch = (path: ProjectPath): boolean => path.endsWith(end) && matches(inside(path));
  const taken = new Map<ProjectPath, boolean>();
  const takesFolder = (folder: ProjectPath): boolean => {
    if (folder.length <= at.length) return false;
    let known = taken.get(folder);
    if (known === undefined) taken.set(folder, (known = isMatch(folder) || takesFolder(folderOf(folder))));
    return known;
  };
  return (path) => isIn(path) && ((!endsInName && takesFolder(folderOf(path))) || isMatch(path));
}
