/**
 * Decides, for each reference, whether it still means the same on the planned tree, and how it is spelled if not.
 * A spelling is only taken when the planned tree resolves it to exactly the same files.
 */
import { posix } from "node:path";
import { globBase, isRelative, nameThrough, splitSpecifier, type Resolution, type Resolver } from "../graph/index.js";
import type { Reference } from "../languages/index.js";
import { folderOf, inFolder, joinPath, nameOf, relativePath, type ProjectPath } from "../paths.js";
import { commonFolder, type MoveMap } from "./move-map.js";
import { spellings } from "./spelling.js";

/** The two trees between which references are compared. */
export interface Passage {
  readonly before: Resolver;
  readonly after: Resolver;
  readonly map: MoveMap;
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
  const { before, after, map } = passage;
  const was = wish ?? known ?? before.resolve(from, reference);
  const newFrom = map.file(from);
  const wanted = wantedOf(map, was);
  const means = (specifier: string): boolean =>
    landsOn(after.resolve(newFrom, { specifier, lookup: reference.lookup }), wanted);
  const mayKeep = !wish && mayStillMean(passage, reference.specifier, was, newFrom);
  if (was.state === "unresolved" || (mayKeep && means(reference.specifier))) return { state: "keep", was };
  const usual = usualSpelling(passage, reference, was, newFrom);
  if (usual !== undefined && means(usual)) return { state: "respell", was, specifier: usual };
  for (const specifier of candidates(passage, reference, was, newFrom))
    if (means(specifier)) return { state: "respell", was, specifier };
  return { state: "lost", was };
}

/**
 * Whether a relative name can lead to its file from the new place at all: the file must begin with it, but for an extension.
 * Most names of a large move cannot, and looking for what is not there takes longest.
 */
function mayStillMean({ after, map }: Passage, specifier: string, was: Resolution, newFrom: ProjectPath): boolean {
  if (was.state !== "found" || was.scheme !== "relative" || was.folder !== undefined || after.tree.ignoresCase)
    return true;
  const [target, other] = was.targets;
  const { path } = splitSpecifier(specifier);
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
  const { prefix, path, suffix } = splitSpecifier(specifier);
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

/** What a reference has to mean on the planned tree, as one comparable text. */
export function wantedOf(map: MoveMap, was: Resolution): string {
  if (was.state === "found") return keyOf(was.targets.map((path) => map.file(path)));
  return was.state === "beyond" ? `beyond ${was.at}` : was.state;
}

/** Whether a resolution is what was wanted. */
export function landsOn(resolution: Resolution, wanted: string): boolean {
  if (resolution.state === "found") return keyOf(resolution.targets) === wanted;
  return (resolution.state === "beyond" ? `beyond ${resolution.at}` : resolution.state) === wanted;
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
  if (was.state === "beyond") return beyondCandidates(reference, was.at, newFrom);
  if (was.state !== "found") return [];
  if (reference.lookup === "glob") return globCandidates(map, reference, was, newFrom);
  const folder = was.folder === undefined ? undefined : folderAfter(map, was.folder, was.targets);
  const task = {
    reference,
    was,
    targets: was.targets.map((path) => map.file(path)),
    folder,
    from: newFrom,
    mappings: after.mappingsFor(newFrom),
    ownExtensions: after.allowsOwnExtensions(newFrom),
    rules: after.rules,
  };
  return spellings(task);
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

/** A file that is not the project's stays; only the way to it changes. */
function beyondCandidates(reference: Reference, at: string, newFrom: ProjectPath): string[] {
  const { prefix, path, suffix } = splitSpecifier(reference.specifier);
  const relative =
    posix.relative(`/root/${folderOf(newFrom)}`, posix.join("/root", at)) + (path.endsWith("/") ? "/" : "");
  const bare = reference.lookup !== "module" && !isRelative(path);
  return [prefix + (relative.startsWith("..") || bare ? relative : `./${relative}`) + suffix];
}

/** A pattern keeps its computed part; its fixed folder follows the files that it means. */
function globCandidates(
  map: MoveMap,
  reference: Reference,
  was: Extract<Resolution, { state: "found" }>,
  newFrom: ProjectPath,
): string[] {
  const negative = reference.specifier.startsWith("!") ? "!" : "";
  const { folder, rest } = globBase(reference.specifier.slice(negative.length));
  const old = was.folder ?? ("" as ProjectPath);
  const targets = was.targets.length === 0 ? map.folder(old) : commonFolder(old, was.targets, (path) => map.file(path));
  const relative = [targets, old]
    .filter((path) => path !== undefined)
    .map((path) => relativePath(folderOf(newFrom), path));
  const spelled = relative.map((path) => (path === "" ? "." : path.startsWith("..") ? path : `./${path}`));
  const aliased = targets !== undefined && was.scheme !== "relative" ? aliasedFolder(folder, old, targets) : [];
  return [...aliased, ...spelled].map((path) => `${negative}${path === "/" ? "" : path}/${rest}`);
}

/** `@/pages` for `src/pages` becomes `@/views` for `src/views`, while both lie below what the alias stands for. */
function aliasedFolder(written: string, old: ProjectPath, now: ProjectPath): string[] {
  let shared = 0;
  while (shared < Math.min(written.length, old.length) && written.at(-1 - shared) === old.at(-1 - shared)) shared += 1;
  const [head, place] = [written.slice(0, written.length - shared), old.slice(0, old.length - shared)];
  return now.startsWith(place) ? [head + now.slice(place.length)] : [];
}
