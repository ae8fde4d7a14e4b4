/**
 * Decides, for each reference, whether it still means the same on the planned tree, and how it is spelled if not.
 * A spelling is only taken when the planned tree resolves it to exactly the same files.
 */
import type { Resolver } from "../../graph/index.js";
import {
  isOpen,
  isRelative,
  lookupNamed,
  nameThrough,
  scopeSpellings,
  splitSpecifier,
  type PatternScope,
  type Reference,
  type Resolution,
  type Scheme,
} from "../../languages/index.js";
import {
  commonFolder,
  folderOf,
  inFolder,
  isBelow,
  joinPath,
  nameOf,
  pathsAt,
  type ProjectPath,
  relativePath,
} from "../../base/paths.js";
import type { MoveMap } from "./move-map.js";

/** The two trees between which references are compared. */
export interface Passage {
  readonly before: Resolver;
  readonly after: Resolver;
  readonly map: MoveMap;
  /** What names begin with that are packages today and may be files then. */
  readonly opens: readonly string[];
  /** What settings will say that change, by their present paths; none where more than their texts decides what names mean. */
  readonly settings?: ReadonlyMap<ProjectPath, string>;
}

/** Whether a name that is a package today may come to mean a file, because the draft says so. */
export function isOpened({ opens }: Passage, { specifier }: Reference, was: Resolution): boolean {
  return was.state === "external" && opens.some((prefix) => specifier.startsWith(prefix));
}

/** What has to become of one reference. */
export type Respelling =
  /** It is not a reference to a file that is here, or it means the same without a change. */
  | { readonly state: "keep"; readonly was: Resolution }
  | { readonly state: "respell"; readonly was: Resolution; readonly specifier: string }
  /** No spelling was found that means the same. */
  | { readonly state: "lost"; readonly was: Resolution };

/** What is known of a reference, or wished for it. */
export interface Meaning {
  /** What it should mean from now on, and how it should be spelled. */
  readonly wish?: Resolution | undefined;
  /** What it means now. */
  readonly known?: Resolution | undefined;
}

/** Decides about one reference of the file that is at `from` now. */
export function respell(
  passage: Passage,
  from: ProjectPath,
  reference: Reference,
  { wish, known }: Meaning = {},
): Respelling {
  const { before, map } = passage;
  const was = wish ?? known ?? before.resolve(from, reference);
  const newFrom = map.file(from);
  if (isOpen(reference) && was.state === "external") return { state: "keep", was };
  if (isOpened(passage, reference, was)) return { state: "keep", was };
  if (was.state === "scope") return respellScope(passage, from, reference, was);
  if (isScattered(passage, was)) return { state: "keep", was };
  const means = meaningOf(passage, from, reference, was);
  const mayKeep = !wish && mayStillMean(passage, reference, was, newFrom);
  if (was.state === "unresolved" || (mayKeep && means(reference.specifier))) return { state: "keep", was };
  const usual = usualSpelling(passage, reference, was, newFrom);
  const found =
    usual !== undefined && means(usual) ? usual : firstOf(candidates(passage, reference, was, newFrom), means);
  if (found === undefined) return { state: "lost", was };
  const longer = byTheSameWay({ from, newFrom }, reference.specifier, found);
  return { state: "respell", was, specifier: longer !== undefined && means(longer) ? longer : found };
}

function firstOf(specifiers: Iterable<string>, means: (specifier: string) => boolean): string | undefined {
  for (const specifier of specifiers) if (means(specifier)) return specifier;
  return undefined;
}

/**
 * Some write a longer way than they need: `../../components/common/Toast` from inside of `components/`. As far as that way leads to
 * where the file is now, it stays: `../../components/common/Notice`.
 */
function byTheSameWay(
  { from, newFrom }: { readonly from: ProjectPath; readonly newFrom: ProjectPath },
  was: string,
  found: string,
): string | undefined {
  const isPlain = /^(?:\.\/)?(?:\.\.\/)*[^/.][^/]*(?:\/[^/]+)*$/;
  if (!was.startsWith(".") || !found.startsWith(".") || !isPlain.test(was)) return undefined;
  const here = folderOf(newFrom);
  // A file that goes elsewhere finds a way of its own; in a folder that gets a new name, the way out of it is the same.
  if (folderOf(here) !== folderOf(folderOf(from))) return undefined;
  const at = joinPath(folderOf(from), was);
  // What climbs no higher than it has to is written as it would be anyway.
  if (
    at === undefined ||
    relativePath(folderOf(from), at).split("/").length === was.replace(/^\.\//, "").split("/").length
  )
    return undefined;
  const wanted = joinPath(here, found);
  const parts = was.split("/");
  for (let length = parts.length - 1; length > 0 && wanted !== undefined; length -= 1) {
    const way = parts.slice(0, length).join("/");
    const reached = joinPath(here, way);
    if (reached !== undefined && (reached === "" || wanted.startsWith(`${reached}/`)))
      return `${way}/${reached === "" ? wanted : wanted.slice(reached.length + 1)}`;
  }
  return undefined;
}

/**
 * Says of a specifier whether it means, in the file that is at `from` now, what the reference has to mean on the planned tree:
 * the same files, found in a way of which every tool is certain.
 */
export function meaningOf(
  { after, map }: Passage,
  from: ProjectPath,
  reference: Reference,
  was: Resolution,
): (specifier: string) => boolean {
  const wanted = wantedOf(map, was);
  const newFrom = map.file(from);
  const { lookup, inside } = reference;
  return (specifier) => {
    const question = inside === undefined ? { specifier, lookup } : { specifier, lookup, inside };
    const resolution = after.resolve(newFrom, question);
    return landsOn(resolution, wanted) && isCertain(map, { reference, specifier, was, resolution });
  };
}

interface CertaintyCheck {
  readonly reference: Reference;
  readonly specifier: string;
  readonly was: Resolution;
  readonly resolution: Resolution;
}

/** What every script's name may leave out, whatever the tool. Other extensions are found by some tools and not by others. */
const leftOut = /(?<!\.d)\.[jt]sx?$/;

/** Marks that cut a name in two for some tools and belong to it for others. */
const cutting = /[!?#%]/g;
const hasCutting = /[!?#%]/;

/** Whether not only our own look-up, but every tool, would find the file by this name. Asked for every reference of a move. */
function isCertain(map: MoveMap, { reference, specifier, was, resolution }: CertaintyCheck): boolean {
  if (was.state !== "found" || resolution.state !== "found") return true;
  const { lookup, kind } = reference;
  // What the app is built with has to stay in it.
  const isIn = ({ scheme }: { readonly scheme: Scheme }): boolean =>
    scheme !== "relative" && scheme.kind === "app bundle";
  if (isIn(was) && !isIn(resolution)) return false;
  // Beside the file is beside the file: a load path, or the folder where commands are run today, is another thing.
  if (was.scheme === "relative" && resolution.scheme !== "relative" && !isOpen(reference)) {
    if (/^(?:working folder|load path)$/.test(resolution.scheme.kind)) return false;
  }
  if (lookup === "module" && !isExtensionCertain(map, specifier, was.targets)) return false;
  if (specifier === reference.specifier || isOpen(reference)) return true;
  // Made relative (or the other way round), a declared module is another module for the compiler.
  if (kind === "module declaration" && isRelative(specifier) !== isRelative(reference.specifier)) return false;
  if (!hasCutting.test(specifier) || (specifier.includes("%") && reference.specifier.includes("%"))) return true;
  const marks = (text: string): number => text.match(cutting)?.length ?? 0;
  return marks(specifier) <= marks(reference.specifier);
}

/** Where the extension begins. */
function extensionAt(path: string): number {
  const dot = path.lastIndexOf(".");
  return dot > path.lastIndexOf("/") ? dot : path.length;
}

/** `./q` means `q.js` everywhere and `q.mjs` only for some; once it is `q.mjs`, its extension has to be spelled. */
function isExtensionCertain(map: MoveMap, specifier: string, targets: readonly ProjectPath[]): boolean {
  for (const path of targets) {
    const goes = map.file(path);
    if (goes === path || goes.endsWith(path.slice(extensionAt(path)))) continue;
    if (leftOut.test(goes) || !spellable.test(goes)) continue;
    if (!spellable.test(splitSpecifier(specifier).path)) return false;
  }
  return true;
}

const spellable = /\.(?:[cm]?[jt]sx?|vue|json)$/;

/**
 * Whether a relative name can lead to its file from the new place at all: the file must begin with it, but for an extension.
 * Most names of a large move cannot, and looking for what is not there takes longest.
 */
function mayStillMean(
  { after, map }: Passage,
  { specifier, lookup }: Reference,
  was: Resolution,
  newFrom: ProjectPath,
): boolean {
  if (was.state !== "found" || was.scheme !== "relative" || was.folder !== undefined || after.tree.ignoresCase)
    return true;
  // Sheets leave an underscore out.
  if (lookup !== "module") return true;
  const [target, other] = was.targets;
  const { path } = splitSpecifier(specifier, target);
  if (target === undefined || other !== undefined || path.includes("%") || !isRelative(path)) return true;
  const at = joinPath(folderOf(newFrom), path);
  if (at === undefined) return false;
  const name = nameOf(at);
  const dot = name.lastIndexOf(".");
  return map.file(target).startsWith(dot > 0 ? at.slice(0, at.length - name.length + dot) : at);
}

/**
 * The spelling of a file that keeps its name: its last part as it is, behind the way to its new folder. It is what
 * `spellings` would try first, found without the rest; most references of a large move are of this kind.
 */
function usualSpelling(
  { after, map }: Passage,
  { specifier, lookup }: Reference,
  was: Resolution,
  newFrom: ProjectPath,
): string | undefined {
  if (was.state !== "found" || was.folder !== undefined || lookup !== "module" || specifier.includes("%"))
    return undefined;
  const [target, other] = was.targets;
  if (target === undefined || other !== undefined) return undefined;
  const goes = map.file(target);
  const { prefix, path, suffix } = splitSpecifier(specifier, target);
  const last = nameOf(path);
  if (nameOf(goes) !== nameOf(target) || !nameOf(target).startsWith(last) || last === "") return undefined;
  const name = inFolder(folderOf(goes), last);
  if (was.scheme !== "relative") {
    const { scheme } = was;
    const isThere = after.mappingsFor(newFrom).some(({ kind, by, pattern }) => {
      return kind === scheme.kind && by === scheme.by && pattern === scheme.pattern;
    });
    const through = isThere ? nameThrough(scheme, name) : undefined;
    return through === undefined ? undefined : prefix + through + suffix;
  }
  const relative = relativePath(folderOf(newFrom), name);
  if (/^[./]*$/.test(relative)) return undefined;
  return `${prefix}${relative.startsWith("../") ? "" : "./"}${relative}${suffix}`;
}

/** Whether a folder that settings name is left by all of its files, each to another place. */
export function isScattered({ after, map }: Passage, was: Resolution): boolean {
  return was.state === "folder" && map.follows(was.at) === undefined && !after.tree.hasFolder(was.at);
}

/** What a reference has to mean on the planned tree, as one comparable text. */
export function wantedOf(map: MoveMap, was: Resolution): string {
  if (was.state === "found") return keyOf(was.targets.map((path) => map.file(path)));
  if (was.state === "folder") return `folder ${map.follows(was.at) ?? was.at}`;
  return was.state === "beyond" ? `beyond ${was.at}` : was.state;
}

/** Whether a resolution is what was wanted. */
export function landsOn(resolution: Resolution, wanted: string): boolean {
  if (resolution.state === "found") return keyOf(resolution.targets) === wanted;
  if (resolution.state === "folder") return `folder ${resolution.at}` === wanted;
  return (resolution.state === "beyond" ? `beyond ${resolution.at}` : resolution.state) === wanted;
}

/** The files that a pattern takes in today and not tomorrow, at their present paths, and the other way round, at their new ones. */
export function scopeChange(
  { map }: Pick<Passage, "map">,
  was: PatternScope,
  then: Resolution,
): { readonly out: ProjectPath[]; readonly into: ProjectPath[] } {
  const takesIn = then.state === "scope" ? then.takesIn : (): boolean => false;
  // What does not move is taken in as before, if the pattern is read from the same folder by the same letters.
  const isAlike = then.state === "scope" && then.rest === was.rest;
  const isSame = isAlike && then.folder === was.folder;
  // What goes along with the pattern's folder is taken in as before.
  const isCarried = isAlike && isWholeMove(map, was, then.folder);
  // Only what lies, or will lie, in the pattern's folder can make a difference.
  const here = isCarried ? [] : isSame ? map.leaving(was.folder) : pathsAt(map.tree.paths, was.folder);
  const coming = then.state === "scope" ? map.arriving(then.folder) : [];
  const others =
    isSame || then.state !== "scope" ? coming : [...new Set([...pathsAt(map.tree.paths, then.folder), ...coming])];
  const there = isCarried ? others.filter((path) => !isBelow(path, was.folder)) : others;
  const out = here.filter((path) => was.takesIn(path) && !takesIn(map.file(path)));
  const into = there.filter((path) => !was.takesIn(path) && takesIn(map.file(path))).map((path) => map.file(path));
  return { out, into };
}

/** Whether all that lies in a pattern's folder goes to another, each file to the same place in it. */
function isWholeMove(map: MoveMap, { folder, rest }: PatternScope, to: ProjectPath): boolean {
  return rest !== undefined && folder !== to && !map.tree.has(folder) && map.folder(folder) === to;
}

/** A pattern is respelled where one spelling takes in exactly the same files; else it stays, and the plan says what changes. */
function respellScope(passage: Passage, from: ProjectPath, reference: Reference, was: PatternScope): Respelling {
  const { after, map } = passage;
  const newFrom = map.file(from);
  const { lookup, inside } = reference;
  const keepsAll = (specifier: string): boolean => {
    const question = inside === undefined ? { specifier, lookup } : { specifier, lookup, inside };
    const { out, into } = scopeChange(passage, was, after.resolve(newFrom, question));
    return out.length === 0 && into.length === 0;
  };
  if (keepsAll(reference.specifier)) return { state: "keep", was };
  const files = pathsAt(map.tree.paths, was.folder).filter(was.takesIn);
  const folders = [
    map.folder(was.folder),
    commonFolder(was.folder, files, (path) => map.file(path)),
    was.folder,
    map.tree.has(was.folder) ? map.file(was.folder) : undefined,
  ].filter((folder) => folder !== undefined);
  const ground = { from: newFrom, packageFolder: after.ground.packageFolder(newFrom) };
  const task = { reference, was, targets: [], from: newFrom, ground: after.ground, goes: map.file.bind(map) };
  const own = [...new Set(folders)].flatMap((folder) => [...lookupNamed(lookup).spellings({ ...task, folder })]);
  const spellings = own.length > 0 ? own : scopeSpellings(reference, was, [...new Set(folders)], ground);
  for (const specifier of spellings) if (keepsAll(specifier)) return { state: "respell", was, specifier };
  return { state: "keep", was };
}

function keyOf(targets: readonly ProjectPath[]): string {
  return targets.length === 1 ? (targets[0] ?? "") : [...targets].sort().join("\n");
}

function candidates(
  { after, map }: Passage,
  reference: Reference,
  was: Resolution,
  newFrom: ProjectPath,
): Iterable<string> {
  if (was.state === "external" || was.state === "unresolved") return [];
  return lookupNamed(reference.lookup).spellings({
    reference,
    was,
    targets: was.state === "found" ? was.targets.map((path) => map.file(path)) : [],
    folder: folderOfMeant(map, reference, was),
    from: newFrom,
    ground: after.ground,
    goes: (path) => map.file(path),
  });
}

/** Where the folder went that a reference names. */
function folderOfMeant(map: MoveMap, { lookup }: Reference, was: Resolution): ProjectPath | undefined {
  if (was.state === "folder") return map.follows(was.at) ?? was.at;
  if (was.state !== "found" || was.folder === undefined) return undefined;
  if (lookup !== "glob") return folderAfter(map, was.folder, was.targets);
  return was.targets.length === 0
    ? map.folder(was.folder)
    : commonFolder(was.folder, was.targets, (path) => map.file(path));
}

/** A folder answered by its manifest goes where the manifest goes; one answered by its index, where the index goes. */
function folderAfter(map: MoveMap, folder: ProjectPath, targets: readonly ProjectPath[]): ProjectPath | undefined {
  const manifest = (folder === "" ? "package.json" : `${folder}/package.json`) as ProjectPath;
  if (map.tree.has(manifest)) return folderOf(map.file(manifest));
  const index = targets[0];
  return index !== undefined && folderOf(index) === folder && nameOf(map.file(index)) === nameOf(index)
    ? folderOf(map.file(index))
    : undefined;
}
