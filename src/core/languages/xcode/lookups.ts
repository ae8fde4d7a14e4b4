/** How the paths of a project file are looked up: from the folder of the project, through that of the group that lists a file. */
import { folderOf, foldersAbove, isBelow, joinPath, relativePath, type ProjectPath } from "../../base/paths.js";
import {
  external,
  unresolved,
  type Ground,
  type NameLookup,
  type Question,
  type Resolution,
  type SpellingTask,
} from "../lookup.js";
import { joined } from "./project.js";
import { projectsOf } from "../apple-projects.js";

/** The folder in which a project lies: that around the one that is called after it. */
function homeOf(from: ProjectPath): ProjectPath {
  return folderOf(folderOf(from));
}

function placeOf(from: ProjectPath, { specifier, inside = "" }: Question): ProjectPath | undefined {
  return joinPath(homeOf(from), joined(inside, specifier));
}

/** A file or a folder; one that is there and not the project's; nothing. */
function resolveFile(ground: Ground, from: ProjectPath, question: Question): Resolution {
  const at = placeOf(from, question);
  if (at === undefined || at === "") return external;
  const file = ground.plain(at);
  if (file !== undefined) return { state: "found", targets: [file], scheme: "relative" };
  if (ground.tree.hasFolder(at)) return { state: "folder", at, scheme: "relative" };
  const beyond = ground.beyond(at, [""]);
  return beyond === undefined ? unresolved : { state: "beyond", at: beyond, scheme: "relative" };
}

/** A path from the group's folder, as Xcode writes it: without `./`. */
function spelled(from: ProjectPath, inside: string, target: ProjectPath): string[] {
  const base = joinPath(homeOf(from), inside);
  return base === undefined ? [] : [relativePath(base, target)];
}

function entrySpellings({ reference: { inside = "" }, was, targets, folder, from }: SpellingTask): string[] {
  const target = targets[0] ?? folder ?? (was.state === "beyond" ? (was.at as ProjectPath) : undefined);
  return target === undefined ? [] : spelled(from, inside, target);
}

/** A file, or a folder that stands for one thing, in the group that lists it. */
const file: NameLookup = {
  name: "xcode file",
  resolve: resolveFile,
  spellings: entrySpellings,
};

/** A folder of which all is built that lies in it. */
const folder: NameLookup = {
  name: "xcode folder",
  resolve({ tree }, from, question) {
    const at = placeOf(from, question);
    if (at === undefined) return external;
    if (!tree.hasFolder(at)) return unresolved;
    return { state: "scope", folder: at, scheme: "relative", takesIn: (path) => isBelow(path, at) };
  },
  spellings: ({ reference: { inside = "" }, folder: goes, from }) =>
    goes === undefined ? [] : spelled(from, inside, goes),
};

/** A word in a build setting or a script: a path, if there is something at it. */
const setting: NameLookup = {
  name: "xcode setting",
  isOpen: true,
  resolve(ground, from, question) {
    const found = resolveFile(ground, from, question);
    return found.state === "unresolved" || found.state === "beyond" ? external : found;
  },
  spellings: entrySpellings,
};

/** The same in a file of settings, which counts from the folder of the project that is nearest above it. */
const settingBeside: NameLookup = {
  name: "xcode setting beside",
  isOpen: true,
  resolve(ground, from, { specifier }) {
    const home = projectAbove(ground, from);
    const at = home === undefined ? undefined : joinPath(home, specifier);
    return at === undefined ? external : openPlace(ground, at);
  },
  spellings: ({ was, targets: [target], folder: goes, from, ground }) => {
    const home = projectAbove(ground, from);
    const at = target ?? (was.state === "folder" ? (goes ?? was.at) : undefined);
    return home === undefined || at === undefined ? [] : [relativePath(home, at)];
  },
};

/** What a scheme belongs to: from the folder around the project or workspace that holds it, or from that itself. */
const container: NameLookup = {
  name: "xcode container",
  isOpen: true,
  resolve(ground, from, question) {
    const at = joinPath(holderOf(from, question.inside), question.specifier);
    return at === undefined ? external : openPlace(ground, at);
  },
  spellings: ({ reference: { inside }, was, targets: [target], folder: goes, from }) => {
    const at = target ?? (was.state === "folder" ? (goes ?? was.at) : undefined);
    return at === undefined ? [] : [relativePath(holderOf(from, inside), at)];
  },
};

/** `Orchard.xcodeproj/xcshareddata/xcschemes/Orchard.xcscheme` → the project's own folder, or the one around it. */
function holderOf(from: ProjectPath, inside: string | undefined): ProjectPath {
  const holder = foldersAbove(from).find((folder) => /\.(?:xcodeproj|xcworkspace)$/.test(folder)) ?? folderOf(from);
  return inside === undefined ? folderOf(holder) : holder;
}

function openPlace(ground: Ground, at: ProjectPath): Resolution {
  const file = at === "" ? undefined : ground.plain(at);
  if (file !== undefined) return { state: "found", targets: [file], scheme: "relative" };
  return at !== "" && ground.tree.hasFolder(at) ? { state: "folder", at, scheme: "relative" } : external;
}

function projectAbove({ tree }: Ground, from: ProjectPath): ProjectPath | undefined {
  const homes = new Set(projectsOf(tree.paths).map(homeOf));
  return [...foldersAbove(from), "" as ProjectPath].find((each) => homes.has(each));
}

export const xcodeLookups: readonly NameLookup[] = [file, folder, setting, settingBeside, container];
