/**
 * Which arrangement an app has already: each is laid over the files that are there, and the one on whose shelves most of
 * them lie is taken. The user's own words for folders and names of files are learnt on the way.
 */
import {
  extensionOf,
  Layout,
  listOf,
  readArrangement,
  type Role,
  type StackData,
  type Standing,
} from "../arrangement/index.js";
import { partsOf } from "../catalogue/index.js";
import { inCase, parseNamingPattern, readName, splitWords } from "../names/index.js";
import { folderOf, inFolder, isBelow, nameOf, relativePath, type ProjectPath } from "../paths.js";
import type { FileReader } from "../tree/index.js";

/** How well an arrangement fits. */
export interface Fit {
  readonly arrangement: string;
  readonly source: string;
  /** Folder words that are not the stack's, by role or structural word. */
  readonly words: Readonly<Record<string, string>>;
  /** Naming patterns that are not the stack's. */
  readonly names: Readonly<Record<string, string>>;
  /** Files below the source root that count: code, style sheets, assets. */
  readonly files: number;
  readonly onShelf: number;
  /** Folders whose files lie on no shelf, with how many, most first. */
  readonly off: readonly { readonly folder: string; readonly files: number }[];
  /** Files whose names follow no pattern of their shelf. */
  readonly misnamed: readonly string[];
}

/** What is looked at. */
export interface FitInput {
  readonly store: FileReader;
  readonly folder: ProjectPath;
  readonly stack: StackData;
  /** Files of the app, from the project's root. */
  readonly paths: readonly ProjectPath[];
  /** The source root, if somebody says it. */
  readonly source?: string | undefined;
  readonly arrangement?: string | undefined;
}

/** Each arrangement that the stack knows (or the one that is asked for), the best first. */
export function fitArrangements(input: FitInput): Fit[] {
  const source = input.source ?? likelySource(input);
  const root = source === "." ? input.folder : inFolder(input.folder, source);
  const paths = input.paths.filter((path) => isBelow(path, root) && counts(path, input.stack));
  const names = input.arrangement === undefined ? input.stack.arrangements : [input.arrangement];
  const words = ownWords(input.stack, paths, root);
  const fits = names.map((name) => fitOne({ ...input, name, source, root, paths, words }));
  return fits.sort((a, b) => b.onShelf - a.onShelf);
}

/** The source root with most code: one of the stack's usual ones, else the app's own folder. */
export function likelySource({ stack, paths, folder }: Pick<FitInput, "stack" | "paths" | "folder">): string {
  // What a build leaves is not the app, even where git does not ignore it.
  const built = new RegExp(
    `^(?:${["dist", "build[\\w-]*", "lib", "es", "cjs", "out", "coverage"].filter((name) => !stack.source.includes(name)).join("|")})/`,
  );
  const code = paths.filter(
    (path) => stack.code.includes(extensionOf(path)) && !built.test(relativePath(folder, path)),
  );
  const below = (source: string): number => code.filter((path) => isBelow(path, inFolder(folder, source))).length;
  const candidates = stack.source
    .filter((source) => !source.includes("«") && source !== ".")
    .map((source) => ({ source, files: below(source) }));
  const best = candidates.sort((a, b) => b.files - a.files)[0];
  if (best && best.files > 0 && best.files >= code.length / 3) return best.source;
  return code.length > 0 ? "." : (stack.source[0] ?? ".");
}

const looks = /\.(?:css|scss|sass|less|styl|png|jpe?g|gif|webp|avif|svg|ico|ttf|otf|woff2?)$/;

/** Tests, stories and snapshots go with their files, and are not counted by themselves; nor are files that tools read. */
function counts(path: ProjectPath, stack: StackData): boolean {
  const name = nameOf(path);
  const isCode = stack.code.includes(extensionOf(name)) && partsOf(name).leads;
  return (
    (isCode || looks.test(name)) && !/(^|\/)(__\w+__|node_modules|\.[^/]+)\//.test(path) && !/\.config\.\w+$/.test(name)
  );
}

/** For each role the word of its folder that is there, where it is not the stack's own. */
function ownWords(stack: StackData, paths: readonly ProjectPath[], root: ProjectPath): Record<string, string> {
  const folders = new Set(paths.map((path) => relativePath(root, folderOf(path))));
  // `assets/theme` is there only as a whole; `theme` alone is another word.
  const isThere = (word: string): boolean => [...folders].some((folder) => `/${folder}/`.includes(`/${word}/`));
  const words: Record<string, string> = {};
  const taken = new Set<string>();
  for (const [role, data] of Object.entries(stack.roles)) {
    if (data.folder.startsWith("/") || isThere(data.folder)) continue;
    const other = (data.also ?? []).find((word) => isThere(word) && !taken.has(word));
    if (other !== undefined) words[role] = other;
    if (other !== undefined) taken.add(other);
  }
  const structural: Readonly<Record<string, readonly string[]>> = {
    features: ["modules", "Modules"],
    shared: ["common", "Common"],
  };
  for (const [word, others] of Object.entries(structural)) {
    const usual = stack.words?.[word] ?? inCase([word], stack.folders);
    const other = others.find(isThere);
    if (other !== undefined && !isThere(usual)) words[word] = other;
  }
  return words;
}

interface FitOne extends FitInput {
  readonly name: string;
  readonly source: string;
  readonly root: ProjectPath;
  readonly words: Readonly<Record<string, string>>;
}

function fitOne({ name, source, root, words, ...input }: FitOne): Fit {
  const { stack, paths } = input;
  const arrangement = readArrangement(name, input);
  const layoutWith = (names: Readonly<Record<string, string>>): Layout =>
    new Layout({
      stack,
      own: words,
      names,
      arrangement: { ...arrangement, name, publicIndex: false },
      folder: input.folder,
      source: root,
    });
  const plain = layoutWith({});
  const standings = new Map(paths.map((path) => [path, plain.standingOf(path)]));
  const isOn = (path: ProjectPath): boolean => {
    const standing = standings.get(path);
    return standing !== undefined && (standing.shelf.holds.length > 0 || /^index\.\w+$/.test(nameOf(path)));
  };
  const on = paths.filter(isOn);
  const names = ownNames(stack, on, standings);
  const named = layoutWith(names);
  return {
    arrangement: name,
    source,
    words: Object.fromEntries(Object.entries(words).filter(([word]) => usesWord(plain, words[word] ?? ""))),
    names,
    files: paths.length,
    onShelf: on.length,
    off: foldersOf(paths.filter((path) => !isOn(path))),
    misnamed: on.filter((path) => stack.code.includes(extensionOf(path)) && isMisnamed(path, named)),
  };
}

function usesWord(layout: Layout, word: string): boolean {
  return layout.shelves.some((shelf) => shelf.at.split("/").includes(word));
}

function isMisnamed(path: ProjectPath, layout: Layout): boolean {
  const { stem, leads } = partsOf(nameOf(path));
  const patterns = [...(layout.standingOf(path)?.shelf.patterns.values() ?? [])].flat();
  return leads && stem !== "index" && patterns.length > 0 && !patterns.some((pattern) => readName(pattern, stem));
}

/** Patterns that most files of a role follow, where they do not follow the stack's. */
function ownNames(
  stack: StackData,
  paths: readonly ProjectPath[],
  standings: ReadonlyMap<ProjectPath, Standing | undefined>,
): Record<string, string> {
  const stems = new Map<Role, string[]>();
  for (const path of paths) {
    const { stem, leads } = partsOf(nameOf(path));
    const holds = standings.get(path)?.shelf.holds ?? [];
    const [role] = holds;
    if (!role || holds.length > 1 || !leads || stem === "index" || !stack.code.includes(extensionOf(path))) continue;
    stems.set(role, [...(stems.get(role) ?? []), stem]);
  }
  const names: Record<string, string> = {};
  for (const [role, all] of stems) {
    const data = stack.roles[role];
    // What has several patterns of its own (reducers, states) is not judged by one.
    if (!data?.files || data.parts || data.makes || all.length < 2) continue;
    if (share(listOf(data.files), all) >= 0.6) continue;
    const best = candidatesFor(all).find((pattern) => share([pattern], all) >= 0.75);
    if (best !== undefined) names[role] = best;
  }
  return names;
}

/** Patterns that end in the word that most of the names end in, then plain ones. */
function candidatesFor(stems: readonly string[]): string[] {
  const ends = new Map<string, number>();
  for (const stem of stems) {
    const words = splitWords(stem);
    const last = words.length > 1 ? (words.at(-1) ?? "") : "";
    if (last !== "") ends.set(last, (ends.get(last) ?? 0) + 1);
  }
  const [end] = [...ends].sort((a, b) => b[1] - a[1])[0] ?? [];
  const typed =
    end === undefined ? [] : [`{Pascal}${end}`, `{camel}${end}`, `{kebab}.${end}`, `{kebab}-${end}`, `{snake}_${end}`];
  return [...typed, "{Pascal}", "{kebab}", "{camel}", "{snake}"];
}

function share(patterns: readonly string[], stems: readonly string[]): number {
  const parsed = patterns.map(parseNamingPattern).filter((each) => typeof each !== "string");
  return stems.filter((stem) => parsed.some((pattern) => readName(pattern, stem))).length / stems.length;
}

function foldersOf(paths: readonly ProjectPath[]): Fit["off"] {
  const folders = new Map<string, number>();
  for (const path of paths) folders.set(folderOf(path), (folders.get(folderOf(path)) ?? 0) + 1);
  return [...folders].map(([folder, files]) => ({ folder, files })).sort((a, b) => b.files - a.files);
}
