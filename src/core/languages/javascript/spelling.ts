/**
 * How a user spells names, so that a new one can be spelled the same way: alias or relative, with an extension or
 * without, the folder for its index, a slash at the end, a loader before it, a query behind it.
 */
import { posix } from "node:path";
import { folderOf, inFolder, nameOf, relativePath, type ProjectPath } from "../../base/paths.js";
import type { LookupRules } from "../reading.js";
import type { Resolution, SpellingTask } from "../lookup.js";
import { nameThrough } from "../mapping.js";
import { isRelative, splitSpecifier } from "../specifier.js";

type Found = Extract<Resolution, { state: "found" }>;

interface Task extends SpellingTask {
  readonly was: Found;
}

/** Every spelling worth trying, the most like the user's first. Some may not resolve; the caller finds out. */
export function* spellings(given: SpellingTask): Generator<string> {
  const { was } = given;
  if (was.state === "beyond") yield relativeSpelling(given, was.at);
  if (was.state !== "found") return;
  const task: Task = { ...given, was };
  const { prefix, path, suffix } = splitSpecifier(task.reference.specifier, was.targets[0]);
  const names = namings(task, path);
  for (const found of spelledNames(task, names, path)) {
    if (path.includes("%")) yield prefix + encodeURI(found) + suffix;
    yield prefix + found + suffix;
  }
}

/** The way to a place, whatever is there: a file that is not the project's, a folder that a URL names. */
export function relativeSpelling({ reference, from }: SpellingTask, at: string): string {
  const { prefix, path, suffix } = splitSpecifier(reference.specifier);
  const relative = posix.relative(`/root/${folderOf(from)}`, posix.join("/root", at)) + (path.endsWith("/") ? "/" : "");
  const bare = reference.lookup !== "module" && !isRelative(path);
  return prefix + (relative.startsWith("..") || bare ? relative : `./${relative}`) + suffix;
}

function* spelledNames(task: Task, names: readonly ProjectPath[], before: string): Generator<string> {
  yield* throughMappings(task, names);
  for (const name of names) {
    const relative = relativePath(folderOf(task.from), name);
    yield dotted(task, relative, before);
    // Seen from inside a folder of its own name, a file's path is nothing but dots, and those mean the folder.
    if (/^[./]*$/.test(relative))
      yield dotted(task, `${relative === "" ? "" : `${relative}/`}../${nameOf(name)}`, before);
  }
}

/** The mapping that the user wrote, then others of its kind from the same configuration. */
function* throughMappings({ was, ground, from }: Task, names: readonly ProjectPath[]): Generator<string> {
  const { scheme } = was;
  if (scheme === "relative") return;
  const alike = ground.mappings(from).filter((mapping) => mapping.kind === scheme.kind && mapping.by === scheme.by);
  const same = alike.filter((mapping) => mapping.pattern === scheme.pattern);
  for (const mapping of [...same, ...alike]) {
    for (const name of names) {
      const found = nameThrough(mapping, name);
      if (found !== undefined) yield found;
    }
  }
}

/** Puts the dots and slashes around a relative path that the user put around the old one. */
function dotted({ reference }: Task, relative: string, before: string): string {
  if (relative === "") return before.endsWith("/") ? "./" : ".";
  const slash = before.endsWith("/") && relative.endsWith("..") ? "/" : "";
  const bare = reference.lookup !== "module" && !isRelative(before);
  return (relative.startsWith("../") || relative === ".." || bare ? relative : `./${relative}`) + slash;
}

/** Paths that may stand for the target, the user's own form first, longer ones after. */
function namings(task: Task, before: string): ProjectPath[] {
  const { ground, from, reference } = task;
  const { rules } = ground;
  const needsPermission = (path: string): boolean => rules.onRequest.includes(path.slice(path.lastIndexOf(".")));
  const allowed = ground.allowsOwnExtensions(from) || reference.lookup !== "module" || needsPermission(before);
  return allNamings(task, before).filter((name) => allowed || !needsPermission(name));
}

function allNamings(task: Task, before: string): ProjectPath[] {
  const { was, ground } = task;
  const { rules } = ground;
  const [old, target] = [was.targets[0], task.targets[0]];
  if (old === undefined || target === undefined) return [];
  const last = nameOf(before.replace(/\/+$/, ""));
  const name = nameOf(target);
  const folder = folderOf(target);
  const stem = stemOf(name, rules, last);
  const index = rules.indexNames.includes(stem);
  const plain = inFolder(folder, plainName(name, nameOf(old), last, rules));
  const written = writtenNames(name, last, rules).map((each) => inFolder(folder, each));
  const stems = [inFolder(folder, stem), inFolder(folder, stemOf(name, rules, name))];
  if (was.folder !== undefined)
    return [
      ...(task.folder === undefined ? (index ? [folder] : []) : [task.folder]),
      ...stems,
      ...written,
      plain,
      target,
    ];
  if (last === nameOf(old) || plainName(nameOf(old), "", last, rules) === last) return [plain, target];
  if (written.length > 0 && last.includes(".") && last !== stemOf(nameOf(old), rules, last))
    return [...written, plain, target];
  const wasIndex = rules.indexNames.includes(stemOf(nameOf(old), rules, last));
  return index && !wasIndex ? [folder, ...stems, ...written, target] : [...stems, ...written, target];
}

/** A name without extension, and without the platform unless it was spelled. */
function stemOf(name: string, rules: LookupRules, spelled: string): string {
  const extension = [...rules.declarations, ...rules.extensions].find((each) => name.endsWith(each)) ?? "";
  const stem = extension === "" ? name : name.slice(0, -extension.length);
  const platform = rules.platforms.find((each) => stem.endsWith(each)) ?? "";
  return platform === "" || spelled.includes(platform) ? stem : stem.slice(0, -platform.length);
}

/** `tree@2x.png`, spelled `tree.png`, becomes `apple.png` for `apple@2x.png`. */
function plainName(name: string, old: string, spelled: string, rules: LookupRules): string {
  if (old === spelled) return name;
  const dot = name.lastIndexOf(".");
  const stem = withoutDensity(name.slice(0, dot));
  const platform = rules.platforms.find((each) => stem.endsWith(each)) ?? "";
  return withoutDensity(platform === "" ? stem : stem.slice(0, -platform.length)) + name.slice(dot);
}

function withoutDensity(stem: string): string {
  return stem.replace(/@\d+(?:\.\d+)?x$/, "");
}

/** The name with the extension that is written for its own: `.js` for `.ts`, the spelled one first. */
function writtenNames(name: string, spelled: string, rules: LookupRules): string[] {
  const dot = spelled.lastIndexOf(".");
  const spelledExtension = dot < 0 ? "" : spelled.slice(dot);
  const found: string[] = [];
  for (const [written, real] of Object.entries(rules.writtenFor)) {
    const extension = real.find((each) => name.endsWith(each));
    if (extension === undefined) continue;
    const spelling = name.slice(0, -extension.length) + written;
    if (written === spelledExtension) found.unshift(spelling);
    else found.push(spelling);
  }
  return found;
}
