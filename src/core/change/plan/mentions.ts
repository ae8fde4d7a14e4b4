/** Mentions: text that names a moved path where no reference can be proved. They are said, never changed. */
import { posix } from "node:path";
import picomatch from "picomatch";
import { type Resolver } from "../../graph/index.js";
import {
  isCode,
  isDocument,
  isNotReadYet,
  isOfTrade,
  isProjectFile,
  languagesInUse,
  isTakenIn,
  languageFor,
  takesFilesIn,
  type Extraction,
  fillPattern,
} from "../../languages/index.js";
import {
  beginningWith,
  comparePaths,
  folderOf,
  joinPath,
  nameOf,
  rootPath,
  toProjectPath,
  type ProjectPath,
} from "../../base/paths.js";
import { isBinary, type SourceTree } from "../../files/index.js";
import { servedPart, wordsOf } from "./addresses.js";
import type { MoveMap } from "./move-map.js";
import type { Mention } from "./plan.js";
import type { ReadFile } from "./read-file.js";

/** What computed names are looked for in. */
export interface ComputedInput {
  readonly tree: SourceTree;
  /** What was read, by file. */
  readonly read: ReadonlyMap<ProjectPath, Extraction>;
  readonly map: MoveMap;
  /** What names mean now. */
  readonly resolver: Resolver;
}

/** Names that are computed at run time from a folder in which something moves, or by a file that moves. */
export function computedMentions({ tree, read, map, resolver }: ComputedInput): Mention[] {
  const moved = [...map.files.keys()].sort(comparePaths);
  const isSheetMoved = moved.some(isTakenIn);
  // What a sheet puts together is read from where the sheets are that take it in.
  const isElsewhere = (file: ProjectPath): boolean => folderOf(map.file(file)) !== folderOf(file);
  const isEntryMoved = (file: ProjectPath): boolean =>
    isSheetMoved && isTakenIn(file) && resolver.entriesOf(file).some(isElsewhere);
  const names = new Set(moved.map(nameOf));
  const variables = variablesOf(tree, tree.paths);
  const found: Mention[] = [];
  const places: Places = { tree, resolver, byName: namesOf(map) };
  const renamed = renamedWithoutPlace(map);
  for (const [file, extraction] of read) {
    found.push(...namesAlone(file, extraction, places));
    found.push(...fromUnknownSheet(file, extraction, { ...places, moved }));
    if (renamed.length > 0) found.push(...quotedNames(file, extraction, { tree, resolver, renamed }));
    if (extraction.computed.length === 0) continue;
    found.push(...begunNames(file, extraction, { tree, map }), ...fromAnywhere(file, extraction, { tree, map }));
    // In settings, a place that is joined to the file's own folder is a reference, and is proved.
    const proved = new Set(extraction.references.map(({ start }) => start));
    for (const { start, head } of extraction.computed) {
      if (head === "" || proved.has(start)) continue;
      const bearers = [file, ...(isTakenIn(file) ? resolver.entriesOf(file) : [])];
      const places = [...new Set(bearers.flatMap((bearer) => headPlaces(bearer, head, resolver)))];
      const isNowhere = isTakenIn(file) && places.every((place) => beginningWith(tree.paths, place).length === 0);
      const isKept = head.startsWith(".") && !isEntryMoved(file) && !isNowhere;
      if (isKept && bearers.every((bearer) => keepsItsFolder(bearer, head, map))) continue;
      const among = isNowhere ? somewhere(head, moved) : places.flatMap((place) => beginningWith(moved, place));
      const isMoved = head.startsWith(".") && (map.files.has(file) || isEntryMoved(file));
      if (among.length === 0 && !isMoved) continue;
      const at = tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 };
      found.push({ file, at, text: head, names: among[0] ?? file, reason: "computed", among });
    }
    if (!extraction.computed.some(({ head, anywhere }) => head === "" && anywhere === undefined)) continue;
    if (languageFor(file)?.headLookup !== undefined) {
      found.push(...tails(file, extraction, places));
      continue;
    }
    if (!isOfTrade(file, "sheet")) {
      found.push(...headless(file, extraction, { tree, map, resolver }));
      continue;
    }
    const source = tree.text(file);
    // From where such a name is read: beside the file, or beside the sheets that take it in.
    const bearers = [file, ...(isTakenIn(file) ? resolver.entriesOf(file) : [])].filter(isElsewhere);
    const keeps = (value: string): boolean =>
      isAbsolute(value) || bearers.every((bearer) => keepsItsFolder(bearer, `${value}/`, map));
    for (const { start, end, head } of extraction.computed) {
      const text = source?.text.slice(start, end) ?? "";
      if (!source || head !== "") continue;
      const values = variables(variableIn(text));
      if (values.length > 0 && values.every(isAbsolute)) continue;
      const hit = names.has(nameOf(text)) ? moved.find((path) => nameOf(path) === nameOf(text)) : undefined;
      const isKept = bearers.length === 0 || (values.length > 0 && values.every(keeps));
      if (hit === undefined && isKept) continue;
      found.push({ file, at: source.positionAt(start), text, names: hit ?? file, reason: "computed" });
    }
  }
  return found;
}

/** Of several mentions at one place, the first: it says the most. */
export function eachOnce(mentions: readonly Mention[]): Mention[] {
  const met = new Set<string>();
  return mentions.filter(({ file, at }) => {
    const place = `${at.line}:${at.column} ${file}`;
    return !met.has(place) && met.add(place);
  });
}

/** Of what moves, what a head may mean that is read from where nobody knows: `../fonts/` is a folder called so. */
function somewhere(head: string, moved: readonly ProjectPath[]): ProjectPath[] {
  const words = wordsOf(head);
  return words.includes("/") ? moved.filter((path) => `/${path}`.includes(`/${words}`)) : [];
}

/** `url("../fonts/a.woff")` that leads nowhere from its sheet and from all that are known to take it in: there may be others. */
function fromUnknownSheet(
  file: ProjectPath,
  { references }: Extraction,
  { tree, resolver, byName, moved }: Places & { readonly moved: readonly ProjectPath[] },
): Mention[] {
  if (!isTakenIn(file)) return [];
  return references.flatMap((reference): Mention[] => {
    const { specifier: text, start } = reference;
    // Most name nothing that moves.
    if (reference.kind !== "asset" || !byName.has(nameOf(text))) return [];
    const [names] = somewhere(text, moved).filter((path) => path.endsWith(`/${wordsOf(text)}`));
    if (names === undefined || resolver.resolve(file, reference).state !== "unresolved") return [];
    const at = tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 };
    return [{ file, at, text, names, reason: "counted from elsewhere" }];
  });
}

/** What sheets say of each variable, by its name; read when it is first asked. */
function variablesOf(tree: SourceTree, files: Iterable<ProjectPath>): (name: string) => readonly string[] {
  let known: Map<string, string[]> | undefined;
  return (name) => {
    if (!known) {
      known = new Map();
      for (const file of files) {
        if (!isOfTrade(file, "sheet")) continue;
        for (const [, key = "", value = ""] of (tree.text(file)?.text ?? "").matchAll(definition)) {
          const values = known.get(key);
          if (values) values.push(value);
          else known.set(key, [value]);
        }
      }
    }
    return known.get(name) ?? [];
  };
}

/** `$font-path: "fonts" !default;`, `@icons: "../icons";` */
const definition = /[$@]([\w-]+)\s*:\s*["']?([^"';\n]*)/g;

/** The variable with which a name begins: `#{$icons}/a.svg` → `icons`. */
function variableIn(text: string): string {
  return /^(?:#\{|@\{|)\s*(?:[\w-]+\.)?[$@]?([\w-]+)/.exec(text)?.[1] ?? "";
}

/** Whether a text is an address from a root or of the web: moving changes nothing. */
function isAbsolute(text: string): boolean {
  return /^(?:[a-z][\w+.-]*:|\/)/i.test(text);
}

/** Whether the folder of a relative head has gone along with all that is in it, or both have stayed. */
function keepsItsFolder(file: ProjectPath, head: string, map: MoveMap): boolean {
  const way = head.slice(0, head.lastIndexOf("/") + 1);
  const [old, now] = [file, map.file(file)].map((each) => joinPath(folderOf(each), way));
  return old !== undefined && now !== undefined && old !== "" && map.folder(old) === now;
}

/** A quoted text that looks like a path. */
const quotedPath = /(["'`])((?:\.{1,2}\/|[@~#\w-]+\/)[^"'`\n$]{1,200})\1/g;

/** `import(page)` may mean whatever path stands in quotes in the same file. */
function headless(
  file: ProjectPath,
  { references }: Extraction,
  { tree, map, resolver }: Pick<ComputedInput, "tree" | "map" | "resolver">,
): Mention[] {
  const source = tree.text(file);
  if (!source) return [];
  const known = new Set(references.map(({ start }) => start));
  return [...source.text.matchAll(quotedPath)].flatMap((match): Mention[] => {
    const [, , text = ""] = match;
    const start = match.index + 1;
    if (known.has(start)) return [];
    const meant = resolver.resolve(file, { specifier: text, lookup: "module" });
    if (meant.state !== "found") return [];
    const isRelative = text.startsWith(".");
    const hit = meant.targets.find((path) => (isRelative ? !stays(file, path, map, true) : map.files.has(path)));
    if (hit === undefined) return [];
    return [{ file, at: source.positionAt(start), text, names: map.files.has(hit) ? hit : file, reason: "computed" }];
  });
}

interface Places extends Pick<ComputedInput, "tree" | "resolver"> {
  /** What moves, by its name alone. */
  readonly byName: ReadonlyMap<string, ProjectPath>;
}

/** `'$folder/tree.png'`: of what is put together at run time, the end is the name of something that moves. */
function tails(file: ProjectPath, { computed }: Extraction, { tree, byName }: Places): Mention[] {
  const source = tree.text(file);
  return computed.flatMap(({ start, end, head }): Mention[] => {
    const text = source?.text.slice(start, end) ?? "";
    const names = head === "" ? byName.get(nameOf(text)) : undefined;
    return source && names !== undefined
      ? [{ file, at: source.positionAt(start), text, names, reason: "computed" }]
      : [];
  });
}

/** `folder + "tree.png"`: a name in a string that leads nowhere by itself, and is that of something that moves. */
function namesAlone(file: ProjectPath, { references }: Extraction, { tree, resolver, byName }: Places): Mention[] {
  if (languageFor(file)?.headLookup === undefined) return [];
  return references.flatMap((reference): Mention[] => {
    const { kind, specifier: text, start } = reference;
    const names = kind === "asset" ? byName.get(nameOf(text)) : undefined;
    if (names === undefined || !/^(?:external|unresolved)$/.test(resolver.resolve(file, reference).state)) return [];
    const at = tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 };
    return [{ file, at, text, names, reason: "computed" }];
  });
}

interface Renamed {
  readonly name: string;
  readonly path: ProjectPath;
}

/** Names without a place that are others then, each with what bears it. */
function renamedWithoutPlace({ files }: MoveMap): Renamed[] {
  const naming = languagesInUse().filter((language) => language.calledAs !== undefined);
  return [...files].flatMap(([from, to]) =>
    naming.flatMap((language): Renamed[] => {
      const now = language.calledAs?.(from) ?? [];
      const then = new Set(language.calledAs?.(to) ?? []);
      return now.filter((name) => !then.has(name)).map((name) => ({ name, path: from }));
    }),
  );
}

/** `let icon = "apple"`: a whole text that is the name of something that gets another, and that no call explains. */
function quotedNames(
  file: ProjectPath,
  { references }: Extraction,
  { tree, resolver, renamed }: Pick<ComputedInput, "tree" | "resolver"> & { readonly renamed: readonly Renamed[] },
): Mention[] {
  const source = languageFor(file)?.calledAs ? tree.text(file) : undefined;
  if (!source) return [];
  const known = new Set(
    references.filter((each) => resolver.resolve(file, each).state !== "external").map(({ start }) => start),
  );
  return renamed.flatMap(({ name, path }): Mention[] => {
    const found: Mention[] = [];
    const quoted = `"${name}"`;
    for (let at = source.text.indexOf(quoted); at >= 0; at = source.text.indexOf(quoted, at + 1))
      if (!known.has(at + 1))
        found.push({ file, at: source.positionAt(at + 1), text: name, names: path, reason: "computed" });
    return found;
  });
}

/** `Image("tree-\(kind)")`: a name without a place that is put together, where something that begins so gets another name. */
function begunNames(
  file: ProjectPath,
  { computed }: Extraction,
  { tree, map }: Pick<ComputedInput, "tree" | "map">,
): Mention[] {
  const language = languageFor(file);
  const calledAs = (path: ProjectPath): readonly string[] => language?.calledAs?.(path) ?? [];
  if (language?.calledAs === undefined) return [];
  return computed.flatMap(({ start, head }): Mention[] => {
    const hit = [...map.files].find(([from, to]) => {
      const names = calledAs(from).filter((name) => name.startsWith(head));
      return names.length > 0 && names.join() !== calledAs(to).join();
    });
    if (!hit) return [];
    const at = tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 };
    return [{ file, at, text: head, names: hit[0], reason: "computed" }];
  });
}

/** `src("*.scss", { cwd: folder() })`: what counts from a folder that only the script knows may take in all that ends so. */
function fromAnywhere(
  file: ProjectPath,
  { computed }: Extraction,
  { tree, map }: Pick<ComputedInput, "tree" | "map">,
): Mention[] {
  return computed.flatMap(({ start, anywhere }): Mention[] => {
    if (anywhere === undefined) return [];
    const below = anywhere.replace(/^!?(?:\.{0,2}\/)*/, "").replace(/\/$/, "");
    // `../` alone names no file.
    if (below === "") return [];
    const isTaken = picomatch([below, `**/${below}`, `**/${below}/**`], { dot: true, posix: true });
    const hit = [...map.files].find(([from, to]) => isTaken(from) || isTaken(to));
    const at = tree.text(file)?.positionAt(start) ?? { line: 1, column: 1 };
    return hit ? [{ file, at, text: anywhere, names: hit[0], reason: "counted from elsewhere" }] : [];
  });
}

/** What a fixed head can point at, from the root: relative to its file, through every mapping, or as it stands. */
function headPlaces(file: ProjectPath, head: string, resolver: Resolver): string[] {
  const end = head.endsWith("/") ? "/" : "";
  const placed = (path: ProjectPath | undefined): string[] =>
    path === undefined ? [] : [path === "" ? "" : path + end];
  if (head.startsWith(".")) return placed(joinPath(folderOf(file), head));
  const own = resolver.headPlace(file, head);
  if (own !== undefined) return [own];
  const mapped = resolver.mappingsFor(file).flatMap(({ pattern, targets }) => {
    const star = pattern.indexOf("*");
    if (star < 0 || !head.startsWith(pattern.slice(0, star))) return [];
    return targets.flatMap((target) => placed(toProjectPath(fillPattern(target, head.slice(star)))));
  });
  return [...mapped, ...(/^[\w/]/.test(head) ? placed(toProjectPath(head.replace(/^\//, ""))) : [])].filter(
    (place) => place !== "",
  );
}

/** A run of characters that may be a path. */
const pathToken = /[\w@.~$()[\]+*-]*(?:\/[\w@.~$()[\]+*-]+)+\/?|[\w@~$+-]+(?:\.[\w@-]+)+/g;

/** Where mentions are looked for. */
export interface MentionInput {
  readonly tree: SourceTree;
  readonly files: readonly ProjectPath[];
  /** What was read: what is a reference there is no mention. */
  readonly read: readonly ReadFile[];
  readonly map: MoveMap;
}

/** Mentions in files that no language reads, and between the references of settings and documents. */
export function textMentions({ tree, files, read, map }: MentionInput): Mention[] {
  const known = new Map(read.map((file) => [file.path, file]));
  const byName = namesOf(map);
  const folders = new Set(
    [...map.files.keys()].map(folderOf).filter((folder) => folder !== "" && isMovedWhole(map, folder)),
  );
  const pieces = new Set([...map.files.keys(), ...folders].flatMap((path) => piecesOf(nameOf(path))));
  const stems = new Set([...map.files.keys()].map((path) => nameOf(withoutEndings(path))));
  const taken = takenByOthers(tree, map);
  return files.flatMap((file) => {
    const isRead = languageFor(file) !== undefined && !isOfTrade(file, "settings", "document") && !isDocument(file);
    if (isRead || isBinary(file)) return [];
    // Pictures are full of numbers with dots. In a file that moves, whatever leads somewhere may lead elsewhere then.
    const mayName = (token: string): boolean =>
      token.includes("*") ||
      (map.files.has(file) && token.includes("/")) ||
      (inPieces.test(token) ? piecesOf(token).some((piece) => pieces.has(piece)) : pieces.has(token)) ||
      (takesFilesIn(file) && token.includes("/") && stems.has(nameOf(token)));
    // Scripts of settings have comments for people, as all scripts.
    if (isCode(file) || languageFor(file)?.saysAll === true) return [];
    const covered = coverOf(known.get(file));
    const source = tree.text(file);
    // Only what has a slash or a dot can be a path.
    if (!source || source.text.includes("\0") || !/[/.]/.test(source.text)) return [];
    // In what other languages' tools go by, a file's name alone may be what is meant.
    const isOfOthers = languageFor(file) === undefined;
    const isGoneByName = isOfOthers && (isNotReadYet(file) || isProjectFile(file));
    const isGoneBy = isGoneByName || (isOfOthers && takesFilesIn(file));
    const found: Mention[] = [];
    for (const { 0: token, index } of source.text.matchAll(pathToken)) {
      if (!mayName(token) || covered(index, index + token.length)) continue;
      for (const { text, offset } of readingsOf(token)) {
        const named = isGoneByName ? byName.get(nameOf(text)) : undefined;
        const names =
          namedBy(tree, file, text, map, folders) ??
          (named === file ? undefined : named) ??
          (isGoneBy ? taken(file, text) : undefined);
        if (names === undefined) continue;
        const isLink = isOfTrade(file, "document") && !known.has(file);
        const at = source.positionAt(index + offset);
        found.push({
          file,
          at,
          text,
          names,
          ...(isLink && { isLink }),
          ...(isGoneBy && { reason: "named there" as const }),
        });
        break;
      }
    }
    return found;
  });
}

/** `Tree` of `Tree.test.ts`, in its folder. */
function withoutEndings(path: string): string {
  return path.replace(/(?<=[^/])\.[^/]*$/, "");
}

/** What a template or a program of other makers takes in without its ending, or by its address. */
function takenByOthers(tree: SourceTree, map: MoveMap): (file: ProjectPath, text: string) => ProjectPath | undefined {
  const byStem = new Map([...map.files.keys()].map((path) => [withoutEndings(path), path]));
  const byAddress = new Map([...map.files.keys()].map((path) => [servedPart(path)?.part, path]));
  return (file, text) => {
    const words = wordsOf(text);
    const asked = words.includes("/") ? byAddress.get(words) : undefined;
    if (asked !== undefined && servedPart(map.file(asked))?.part !== words) return asked;
    for (const folder of text.includes("/") ? new Set([folderOf(file), rootPath]) : []) {
      const at = joinPath(folder, text.replace(/^\/+/, ""));
      const meant = at === undefined ? undefined : byStem.get(at);
      if (meant !== undefined && !stays(file, meant, map, folder === folderOf(file))) return meant;
    }
    // What moves leads elsewhere from its new place.
    const at = map.files.has(file) && /^\.{1,2}\//.test(text) ? joinPath(folderOf(file), text) : undefined;
    const found = at && tree.filesBelow(folderOf(at)).find((path) => withoutEndings(path) === at);
    return found && !stays(file, found, map, true) ? found : undefined;
  };
}

const inPieces = /[()[\]/]|\.$/;

/** What stands between slashes and brackets, without dots at its end: no path is meant by a text that has no piece of its name. */
function piecesOf(text: string): string[] {
  return text.split(/[()[\]/]+/).flatMap((piece) => (piece === "" ? [] : [piece.replace(/\.+$/, "")]));
}

/** Moved files by their names alone. */
function namesOf(map: MoveMap): ReadonlyMap<string, ProjectPath> {
  return new Map([...map.files.keys()].map((path) => [nameOf(path), path]));
}

/**
 * Whether a run of characters touches a reference that means something, and so is no mention. Runs have to be asked about in
 * their order: both lists are gone through once.
 */
function coverOf(file: ReadFile | undefined): (start: number, end: number) => boolean {
  const places = (file?.extraction.references ?? [])
    .filter((_, index) => file?.meanings[index]?.state !== "external")
    .sort((a, b) => a.start - b.start);
  let at = 0;
  return (start, end) => {
    while (at < places.length && (places[at]?.end ?? 0) <= start) at += 1;
    return at < places.length && (places[at]?.start ?? Infinity) < end;
  };
}

/** A folder that only lost a file is still what a text says of it. */
function isMovedWhole(map: MoveMap, folder: ProjectPath): boolean {
  const to = map.folder(folder);
  return to !== undefined && to !== folder;
}

/** Brackets may belong to a name (`[id]`, `(group)`) or stand around it (`[text](./a.ts)`): first with them, then without. */
function readingsOf(token: string): { text: string; offset: number }[] {
  const inner = [...token.matchAll(/[^()[\]]*[./][^()[\]]*/g)].map((match) => ({
    text: match[0],
    offset: match.index,
  }));
  return [{ text: token, offset: 0 }, ...(inner.length === 1 && inner[0]?.text === token ? [] : inner)];
}

/** The moved path that a token names, from the root or from its file's folder. */
function namedBy(
  tree: SourceTree,
  file: ProjectPath,
  token: string,
  map: MoveMap,
  folders: ReadonlySet<ProjectPath>,
): ProjectPath | undefined {
  const fixed = token.replace(/\/?\*.*$/, "").replace(/[.)\]/]+$/, "");
  if (fixed === "") return undefined;
  const fromFile = joinPath(folderOf(file), fixed);
  const fromRoot = token.startsWith("..") ? undefined : toProjectPath(fixed.replace(/^\//, ""));
  // What leads up from where something is written to, a source map, often leads to the settings' own folder.
  const isUp = token.startsWith("..") && (fromFile === undefined || (!tree.has(fromFile) && !tree.hasFolder(fromFile)));
  const fromOutput = isUp ? joinPath(folderOf(file), fixed.replace(/^(?:\.\.\/)+/, "")) : undefined;
  for (const path of [fromFile, fromRoot, fromOutput]) {
    if (path === undefined || path === "") continue;
    if (map.files.has(path)) return stays(file, path, map, path === fromFile) ? undefined : path;
    if (folders.has(path) && token.includes("/")) return path;
  }
  // In a file that moves, a relative path that led to a file leads elsewhere now.
  const leads =
    map.files.has(file) &&
    /^\.{0,2}\//.test(token) &&
    fromFile !== undefined &&
    (tree.has(fromFile) || tree.hasFolder(fromFile));
  return leads && !stays(file, fromFile, map, true) ? fromFile : undefined;
}

/** Whether a path relative to the file still leads to the same file once both have moved. */
function stays(file: ProjectPath, path: ProjectPath, map: MoveMap, relative: boolean): boolean {
  const before = posix.relative(`/${folderOf(file)}`, `/${path}`);
  return relative && posix.relative(`/${folderOf(map.file(file))}`, `/${map.file(path)}`) === before;
}
