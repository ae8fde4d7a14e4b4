/** What a name in a style sheet or a page means: sheets as Sass, Less and CSS find them, and assets. */
import { posix } from "node:path";
import { folderOf, inFolder, joinPath, nameOf, toProjectPath, type ProjectPath } from "../../base/paths.js";
import { external, unresolved, wholeName, type Ground, type NameLookup, type Resolution } from "../lookup.js";
import { fillPattern, matchPattern, type Mapping } from "../mapping.js";
import type { Reference } from "../reading.js";
import { isRelative, spellingsOf, splitSheetSpecifier } from "../specifier.js";
import { isTakenIn, sheetRules, urlRewritersFor } from "./lookup-rules.js";
import { sheetSpellings } from "./sheet-spelling.js";

/** A sheet as Sass finds it (partials, indexes, load paths), as Less does, and as CSS and its bundlers do. */
const ofSheets = (["sass", "less", "css"] as const).map((name): NameLookup => ({
  name,
  takesSheetsIn: name !== "css",
  resolve: (ground, from, { specifier }) => resolveSheet(ground, from, specifier, name),
  spellings: (task) => sheetSpellings(task, name),
}));

/** A picture, font or script that a sheet or page names: relative, by an alias, or from the web's root. */
const asset: NameLookup = {
  name: "asset",
  asksOfFile: true,
  resolve: (ground, from, { specifier }) =>
    wholeName(ground, from, specifier, false) ?? resolveAsset(ground, from, specifier),
  spellings: (task) => sheetSpellings(task, undefined),
};

/**
 * What settings put before each sheet, `additionalData: '@use "src/styles/palette";'`: as Sass finds it from where it is built. What is
 * relative to each of those sheets has no one meaning.
 */
const putBefore: NameLookup = {
  name: "put before sheets",
  isOpen: true,
  asksOfFile: true,
  resolve: (ground, from, { specifier }) => resolveSheet(ground, from, specifier, "sass"),
  spellings: (task) => sheetSpellings(task, "sass"),
};

/** How sheets and pages look names up, and what settings say in the words of sheets. */
export const sheetLookups: readonly NameLookup[] = [...ofSheets, asset, putBefore];

type Found = Extract<Resolution, { state: "found" }>;
type SheetTool = keyof typeof sheetRules;

/** Resolves `@use`, `@import`, `composes … from` and the like. */
function resolveSheet(ground: Ground, from: ProjectPath, specifier: string, tool: SheetTool): Resolution {
  const { path, prefix } = splitSheetSpecifier(specifier);
  const look = (target: ProjectPath): Pick<Found, "targets" | "folder"> | undefined =>
    lookForSheet(ground, target, tool);
  if (path.startsWith("/")) return fromWebRoot(ground, from, path, look);
  const beside = prefix === "" ? besideFile(ground, from, path, look) : undefined;
  if (beside) return beside;
  const paths = sheetRules[tool].loadPaths ? ground.loadPaths(from) : [];
  const isUsual = ({ kind }: Mapping): boolean => kind === "usual root";
  const mappings = [...paths.filter((each) => !isUsual(each)), ...ground.mappings(from)];
  const mapped = throughMappings(mappings, prefix === "" ? [path] : [prefix + path, path], look);
  if (mapped) return mapped;
  const endings = sheetRules[tool].extensions.flat();
  const at = posix.join(folderOf(from), path);
  const partial = posix.join(posix.dirname(at), `_${posix.basename(at)}`);
  const beyond =
    prefix === "" ? (ground.beyond(at, ["", ...endings]) ?? ground.beyond(partial, ["", ...endings])) : undefined;
  if (beyond !== undefined) return { state: "beyond", at, scheme: "relative" };
  if (isRelative(path)) return unresolved;
  const isPackage =
    prefix !== "" || (tool === "css" && !endings.some((each) => path.endsWith(each))) || ground.isPackage(from, path);
  if (isPackage || ground.dependsOnAny(from, [packageOf(path)])) return external;
  // Only what nothing else explains is looked for where people usually have it looked for.
  return throughMappings(paths.filter(isUsual), [path], look) ?? unresolved;
}

/** `@scope/name/a` → `@scope/name`; `bootstrap/scss/a` → `bootstrap`. */
function packageOf(path: string): string {
  return path.split("/", path.startsWith("@") ? 2 : 1).join("/");
}

/** The sheets that a path can mean. Where a partial and a whole sheet answer, the tool refuses; both count here. */
function lookForSheet(
  { plain }: Ground,
  target: ProjectPath,
  tool: SheetTool,
): Pick<Found, "targets" | "folder"> | undefined {
  const { extensions, partials } = sheetRules[tool];
  // For `@import` Sass takes `_p.import.scss` instead of `_p.scss` beside it, for `@use` it does not: the two belong together.
  const importOnly = (path: string): string[] => {
    const dot = path.lastIndexOf(".");
    return tool === "sass" && dot > path.lastIndexOf("/") ? [`${path.slice(0, dot)}.import${path.slice(dot)}`] : [];
  };
  const withPartial = (path: string): string[] => {
    const names = [...(partials ? [posix.join(posix.dirname(path), `_${posix.basename(path)}`)] : []), path];
    return [...names, ...names.flatMap(importOnly)];
  };
  const first = (stem: string, groups: readonly (readonly string[])[]): ProjectPath[] => {
    for (const group of groups) {
      const found = group
        .flatMap((extension) => withPartial(stem + extension))
        .map((path) => plain(path as ProjectPath))
        .filter((path) => path !== undefined);
      if (found.length > 0) return found;
    }
    return [];
  };
  const isSpelled = extensions.flat().some((extension) => target.endsWith(extension));
  const files = first(target, isSpelled ? [[""], ...extensions] : [...extensions, ...(tool === "css" ? [[""]] : [])]);
  if (files.length > 0) return { targets: files };
  // Less takes any name that has an extension as it is: `@import (less) "a.txt"`.
  const asItIs = tool === "less" ? plain(target) : undefined;
  if (asItIs !== undefined) return { targets: [asItIs] };
  const indexes = partials ? first(inFolder(target, "index"), extensions) : [];
  return indexes.length > 0 ? { targets: indexes, folder: target } : undefined;
}

/** Resolves `url()`, `src=` and the like: whole names of files. */
function resolveAsset(ground: Ground, from: ProjectPath, specifier: string): Resolution {
  const { path, prefix } = splitSheetSpecifier(specifier);
  const look = (target: ProjectPath): Pick<Found, "targets" | "folder"> | undefined => {
    const targets = ground.file(target);
    return targets.length > 0 ? { targets } : undefined;
  };
  if (path.startsWith("/")) return fromWebRoot(ground, from, path, look);
  if (prefix === "" && isTakenIn(from) && !followsTheFile(ground, from)) {
    const found = besideEntries(ground, from, path, look);
    if (found) return found;
  }
  const beside = prefix === "" ? besideFile(ground, from, path, look) : undefined;
  if (beside) return beside;
  const mapped = throughMappings(ground.mappings(from), prefix === "" ? [path] : [prefix + path, path], look);
  if (mapped) return mapped;
  const at = posix.join(folderOf(from), path);
  if (prefix === "" && ground.beyond(at, [""]) !== undefined) return { state: "beyond", at, scheme: "relative" };
  // An alias that nobody could read is no name that leads nowhere.
  const isNear = isRelative(path) || (!/^[@~#]/.test(path) && /\.\w+$/.test(nameOf(path)));
  return prefix === "" && isNear ? unresolved : external;
}

/** Whether some tool of the project makes URLs in sheets relative to the file; without one, Sass and Less leave them. */
function followsTheFile(ground: Ground, from: ProjectPath): boolean {
  return ground.dependsOnAny(from, urlRewritersFor(from));
}

/** A URL that Sass leaves as it is means what it means where the sheet ends up: beside those that take it in. */
function besideEntries(
  ground: Ground,
  from: ProjectPath,
  path: string,
  look: (target: ProjectPath) => Pick<Found, "targets" | "folder"> | undefined,
): Resolution | undefined {
  const entries = ground.entriesOf(from).filter((entry) => folderOf(entry) !== folderOf(from));
  const targets = new Set<ProjectPath>();
  let scheme: Mapping | undefined;
  for (const by of entries) {
    const folder = folderOf(by);
    for (const spelled of spellingsOf(path)) {
      const target = joinPath(folder, spelled);
      const found = target === undefined ? undefined : look(target);
      if (!found) continue;
      scheme ??= { kind: "entry folder", pattern: "*", targets: [posix.join(folder, "*")], exact: true, all: true, by };
      for (const each of found.targets) targets.add(each);
    }
  }
  return scheme && { state: "found", targets: [...targets], scheme };
}

/**
 * The folder from which a relative path of a file counts: its own; of a URL in a sheet that sheets of one other folder take in, and that
 * no tool rewrites, that one. Only needed where the path leads nowhere.
 */
export function countedFrom(ground: Ground, from: ProjectPath, { lookup }: Pick<Reference, "lookup">): ProjectPath {
  const own = folderOf(from);
  if (lookup !== asset.name || !isTakenIn(from) || followsTheFile(ground, from)) return own;
  const [folder = own, ...others] = new Set(ground.entriesOf(from).map(folderOf));
  return others.length === 0 ? folder : own;
}

type Look = (target: ProjectPath) => Pick<Found, "targets" | "folder"> | undefined;

function besideFile(_: Ground, from: ProjectPath, path: string, look: Look): Found | undefined {
  for (const spelled of spellingsOf(path)) {
    const target = joinPath(folderOf(from), spelled.replace(/\/+$/, ""));
    const found = target === undefined || target === "" ? undefined : look(target);
    if (found) return { state: "found", scheme: "relative", ...found };
  }
  return undefined;
}

function throughMappings(mappings: readonly Mapping[], names: readonly string[], look: Look): Resolution | undefined {
  let isAlias = false;
  for (const name of names)
    for (const mapping of mappings) {
      const star = matchPattern(mapping.pattern, name);
      if (star === undefined) continue;
      for (const target of mapping.targets) {
        const path = toProjectPath(fillPattern(target, star));
        const found = path === undefined ? undefined : look(path);
        if (found) return { state: "found", scheme: mapping, ...found };
      }
      if (mapping.kind === "alias" && mapping.pattern !== "*") isAlias = true;
    }
  return isAlias ? unresolved : undefined;
}

/** `/images/a.png`: from the folder of the manifest, or from its `public` or `static` folder. */
function fromWebRoot(ground: Ground, from: ProjectPath, path: string, look: Look): Resolution {
  for (const mapping of ground.webRoots(from)) {
    const star = path.slice(1);
    for (const spelled of spellingsOf(star)) {
      const target = toProjectPath(fillPattern(mapping.targets[0] ?? "", spelled));
      const found = target === undefined || target === "" ? undefined : look(target);
      if (found) return { state: "found", scheme: mapping, ...found };
    }
  }
  return external;
}
